"""How far strikes end from what a plan means for the cue ball, or for a ball: every kind of intent."""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from ..aiming.aim import Aim, aim_at
from ..aiming.intent import Fit, fit
from ..aiming.position import miss
from ..aiming.reach import PlayingHand
from ..equipment.layout import Layout
from ..equipment.table import POCKETS, Table
from ..log.shot import Plan, Target
from ..motion.kernel.launch import squirt
from ..motion.kernel.slots import ON_TABLE, TIP_MASS
from ..motion.play import Ends
from ..motion.ready import Ready
from ..tolerances import ON_TARGET_POINT, ON_TARGET_WINDOW
from ..vocabulary import CUE

Array = NDArray[np.float64]
Mask = NDArray[np.bool_]
Off = Callable[[Ends, Mask], Array]
"""How far (k,) m strikes end from what was meant: 0 where it is met, infinite where that cannot be said.

Only the strikes of the mask (k,) are looked at.
"""
PLACES = ("point", "window", "either")
HIT_OFF, HIT_SEEN = 0.5, 0.06
"""m of an end that stand for a full hit instead of a graze; fullness nobody tells apart (our choice)."""
FAR = 1.0
"""m that stand for an intent that is missed altogether and has no distance of its own."""


def off_of(table: Table, plan: Plan, before: Layout, hand: PlayingHand) -> Off | None:
    """How far off the target of a plan strikes end; None where it means nothing that can be measured.

    before: the layout before the shot; hand: the player's.
    """
    target = plan.target
    if target.kind in PLACES and target.a is not None:
        return lambda ends, which: _to_place(target, ends)
    if target.kind in ("avoid", "ball", "snooker", "free", "cannon") or _needs_next(plan):
        return lambda ends, which: _one_by_one(table, plan, before, hand, ends, which)
    return None


def has_distance(target: Target) -> bool:
    """Whether a miss of the target is a distance: of a snooker, an angle or a contact it is none."""
    return target.kind in (*PLACES, "avoid", "ball", "line", "side", "reach")


def tolerance(table: Table, target: Target) -> float:
    """m within which a place counts as met, as in `aiming.intent`."""
    within = ON_TARGET_WINDOW if target.kind == "window" else ON_TARGET_POINT
    return within * 2 * table.ball_radius if target.kind in (*PLACES, "ball", "line") else 0.0


def _needs_next(plan: Plan) -> bool:
    """Whether the intent is about the next ball, and that is known."""
    kinds = ("line", "side", "reach", "bank", "safe") + (() if plan.wanted_angle is None else ("angle",))
    return plan.target.kind in kinds and plan.next_ball is not None


def _to_place(target: Target, ends: Ends) -> Array:
    """Distance to the point, the nearer of two, or the strip between them."""
    assert target.a is not None
    places, a = ends.places[:, 0], np.array((target.a.x, target.a.y))
    b = a if target.b is None else np.array((target.b.x, target.b.y))
    if target.kind == "either":
        return np.asarray(
            np.minimum(np.linalg.norm(places - a, axis=1), np.linalg.norm(places - b, axis=1))
        )
    along, size = b - a, float((b - a) @ (b - a))
    share = np.clip((places - a) @ along / size, 0.0, 1.0) if size > 0.0 else np.zeros(len(places))
    return np.asarray(np.linalg.norm(places - a - share[:, None] * along, axis=1))


def _one_by_one(
    table: Table, plan: Plan, before: Layout, hand: PlayingHand, ends: Ends, which: Mask
) -> Array:
    off = np.full(len(which), np.inf)
    for k in np.flatnonzero(which):
        found = fitted(table, plan, before, ends.after(int(k)), hand)
        if found is not None:
            off[k] = 0.0 if found.kept else _size(found)
    return off


def fitted(
    table: Table, plan: Plan, before: Layout, left: Layout, hand: PlayingHand = "right"
) -> Fit | None:
    """How a layout after the shot fits the target of the plan; None where that cannot be said."""
    cue = left.cue
    missed = None if cue is None else miss(plan.target, cue, 0.0)
    return fit(table, plan.target, left, missed, _next(table, plan, left), plan.wanted_angle, before, hand)


def _next(table: Table, plan: Plan, left: Layout) -> Aim | None:
    """The next pot as it lies, in the pocket meant, else in the one with the least cut."""
    ball = plan.next_ball
    if ball is None or ball not in left or CUE not in left or plan.target.kind in PLACES:
        return None
    if plan.next_pocket is not None:
        return aim_at(table, left, ball, plan.next_pocket)
    return min((aim_at(table, left, ball, pocket) for pocket in POCKETS), key=lambda aim: abs(aim.cut))


def _size(found: Fit) -> float:
    """A distance (m) for an intent that is not met."""
    if found.off is not None and found.off > 0.0:
        return found.off
    if found.turned is not None:
        return abs(found.turned)
    return FAR if found.hidden is None else 1.0 - found.hidden


def met(
    table: Table, plan: Plan, before: Layout, ends: Ends, which: Mask, hand: PlayingHand = "right"
) -> Mask | None:
    """Which of the strikes (k,) of the mask meet the intent; None where it cannot be measured."""
    off = off_of(table, plan, before, hand)
    if off is None:
        return None
    on_table = ends.fates[:, 0] == ON_TABLE
    return np.asarray(which & on_table & (off(ends, which) <= tolerance(table, plan.target)))


def hit_off(at: Ready, plan: Plan, ball: str, rows: Array) -> Array:
    """How far (k,) the hits of strikes (k, 5) are from the planned fullness and side of `ball`.

    In m of an end that is off by as much; 0 where the plan says neither.
    """
    off = np.zeros(len(rows))
    if plan.fullness is None and plan.hit_side is None:
        return off
    k, tip_mass = at.index(ball), float(at.world[TIP_MASS])
    way = at.layout[k, :2] - at.layout[0, :2]
    far, reach = float(np.hypot(*way)), float(at.layout[0, 2] + at.layout[k, 2])
    starts = rows[:, 1] + np.array([squirt(float(side), tip_mass) for side in rows[:, 2]])
    across = far * np.sin(starts - np.arctan2(way[1], way[0]))  # positive: it passes on the ball's left
    if plan.fullness is not None:
        less = np.abs(np.clip(1.0 - np.abs(across) / reach, 0.0, 1.0) - plan.fullness)
        off += HIT_OFF * np.maximum(0.0, less - HIT_SEEN)
    if plan.hit_side is not None:
        off += HIT_OFF * ((across > 0) != (plan.hit_side == "left"))
    return off
