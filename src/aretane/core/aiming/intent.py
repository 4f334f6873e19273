"""Every kind of intent against what came: how far off, and what it is measured by."""

from dataclasses import dataclass
from math import pi
from typing import Literal

from ..equipment.layout import Layout
from ..equipment.table import POCKETS, Table
from ..geometry import Interval, Point, safe_asin, subtract, unit
from ..log.shot import Target
from ..tolerances import ANGLE_OFF, ON_TARGET_POINT, ON_TARGET_WINDOW
from ..vocabulary import CUE
from .aim import Aim
from .bank import EASY_CUT, best_bank
from .pocket_window import blocked_by, pocket_window
from .position import Miss
from .reach import EASY, PlayingHand, hips_to_hand

Measured = Literal[
    "place", "line", "side", "angle", "zone", "ball", "hidden", "free", "contact", "reach", "bank", "open",
]  # fmt: skip
OPEN = 0.5
"""Share of a pocket's window from which a ball counts as free (common practice: half a pocket)."""
OPEN_EDGES = 0.001
"""Share of a ball that may be hidden where it can be hit on both its edges, to rounding."""
STILL = 0.002
"""m that a ball may be off in the log and has not been touched (our choice)."""
HIDDEN = 0.999
"""Share of a ball that must be hidden for a snooker: no direct path is left, to rounding."""


@dataclass(frozen=True, slots=True)
class Fit:
    """How a result fits the intent. `measured` says by what.

    `off` (m) is how far the ball is from where it was meant, 0 where it is in place; `place` (m) the
    nearest place that would have been; of `reach` `off` is how much too far the bridge hand is. `turned`
    (rad) is the angle left less the one wanted, of `bank` the cut of the best one; `hidden` the share of
    the ball that cannot be hit directly. `kept` is whether the intent was met.
    """

    measured: Measured
    kept: bool
    off: float | None = None
    place: Point | None = None
    turned: float | None = None
    hidden: float | None = None


def fit(
    table: Table, target: Target, left: Layout, missed: Miss | None, leave: Aim | None,
    wanted: float | None, before: Layout | None = None, hand: PlayingHand = "right",
) -> Fit | None:  # fmt: skip
    """Compare what came with what was meant; None where nothing was meant, or it cannot be known.

    `left` is the layout after the shot, `missed` the miss of a planned place, `leave` the next pot as it
    lies, in the pocket meant, `wanted` (rad) the size of cut wanted on it, `before` the layout before the
    shot, `hand` that of whoever plays next. A `route` cannot be known from places alone.
    """
    cue, width = left.cue, 2 * table.ball_radius
    if target.kind in ("point", "window", "either") and missed is not None:
        within = ON_TARGET_WINDOW if target.kind == "window" else ON_TARGET_POINT
        return Fit("place", missed.distance / width <= within, missed.distance, missed.nearest)
    if target.kind == "ball" and target.ball is not None and target.a is not None:
        place = left.get(target.ball)
        if place is None:
            return None
        off = place.distance(target.a)
        return Fit("ball", off / width <= ON_TARGET_POINT, off, target.a)
    if target.kind == "free" and target.ball is not None and target.ball in left:
        windows = (pocket_window(table, left, target.ball, table.pockets[pocket]) for pocket in POCKETS)
        share = max(window.open_share for window in windows)
        return Fit("free", share >= OPEN, hidden=1.0 - share)
    if target.kind == "cannon" and target.ball is not None and before is not None:
        was, now = before.get(target.ball), left.get(target.ball)
        return None if was is None else Fit("contact", _touched(target, before, was, now))
    if cue is None:
        return None
    if target.kind == "avoid" and target.a is not None and target.b is not None:
        return _out_of(target.a, target.a.distance(target.b), cue)
    if target.kind == "snooker" and target.ball is not None and target.ball in left:
        share = hidden_share(table, left, target.ball)
        return Fit("hidden", share >= HIDDEN, hidden=share)
    if leave is None:
        return None
    if target.kind == "bank":
        cut = best_bank(table, left, leave.ball)
        return Fit("bank", cut is not None and cut <= EASY_CUT, turned=cut)
    if target.kind == "safe":
        share = hidden_share(table, left, leave.ball)
        return Fit("open", share <= OPEN_EDGES, hidden=share)
    if target.kind == "reach":
        far = hips_to_hand(table, cue, leave.ghost.minus(cue).angle, hand)
        return Fit("reach", far <= EASY, max(0.0, far - EASY))
    if target.kind == "angle" and wanted is not None:
        turned = abs(leave.cut) - wanted
        return Fit("angle", abs(turned) <= ANGLE_OFF, turned=turned)
    if target.kind == "line":
        foot = _foot(leave, cue)
        off = foot.distance(cue)
        return Fit("line", off / width <= ON_TARGET_POINT, off, foot)
    if target.kind == "side" and target.side is not None:
        foot, kept = _foot(leave, cue), (leave.cut > 0) == (target.side == "left")
        return Fit("side", kept, 0.0 if kept else foot.distance(cue), foot)
    return None


def _touched(target: Target, before: Layout, was: Point, now: Point | None) -> bool:
    """Whether a ball was touched, and on the side meant if there is one.

    A ball touched on one side goes off to the other, seen from where the cue ball lay. Of a ball that fell
    the side is not known, and it counts.
    """
    if now is None:
        return True
    cue, way = before.cue, now.minus(was)
    if way.norm <= STILL:
        return False
    if target.side is None or cue is None:
        return True
    return (was.minus(cue).cross(way) < 0) == (target.side == "left")


def _out_of(middle: Point, radius: float, cue: Point) -> Fit:
    """How deep the cue ball lies in a zone."""
    way = cue.minus(middle)
    inside = max(0.0, radius - way.norm)
    edge = middle.plus(unit(way.angle if way.norm > 0 else 0.0).times(radius))
    return Fit("zone", inside == 0.0, inside, cue if inside == 0.0 else edge)


def _foot(leave: Aim, cue: Point) -> Point:
    """The nearest place on the line of the pot, behind the ghost place."""
    back = unit(leave.window.direction + pi)
    return leave.ghost.plus(back.times(max(0.0, cue.minus(leave.ghost).dot(back))))


def hidden_share(table: Table, layout: Layout, ball: str) -> float:
    """Share (0 to 1) of the ball's width that the cue ball cannot hit on a straight path.

    Raises KeyError for a ball that is not on the table, the cue ball among them.
    """
    cue, place = layout.cue, layout.get(ball)
    if cue is None:
        raise KeyError(CUE)
    if place is None:
        raise KeyError(ball)
    apart = table.cue_ball_radius + table.radius(ball)
    far, middle = max(cue.distance(place), apart), place.minus(cue).angle
    whole = Interval(-safe_asin(apart / far), safe_asin(apart / far))
    free: tuple[Interval, ...] = (whole,)
    for other in layout.objects:
        at = layout.get(other)
        if other != ball and at is not None:
            touching = table.cue_ball_radius + table.radius(other)
            taken = blocked_by(cue, at, touching, middle, whole, far)
            free = free if taken is None else subtract(free, taken)
    return 1.0 - sum(piece.width for piece in free) / whole.width
