"""Options that somebody asks about: what the player had in mind, or what nobody thought of."""

from dataclasses import dataclass, replace
from math import asin

import numpy as np

from ..chance.forecast import NoAim, meant_by
from ..contest.strikes import played
from ..contest.turn import Standing
from ..equipment.spots import is_free
from ..equipment.table import PocketName
from ..games.setting_up import placing_fault
from ..geometry import Point
from ..log.shot import Plan, Target, Tip
from ..motion import MotionError
from ..motion.kernel.launch import squirt
from ..motion.strike import Strike
from ..runout.games import Question
from ..runout.run import Run
from ..vocabulary import CUE, OPTION_KINDS
from .meant import KINDS, planned
from .option import Draft, Kind, Option
from .options import May, alike

USUAL_SPEED = 1.5
"""m/s of a hit whose speed nobody said."""
USUAL_FULLNESS = 0.5
ROLLS = np.linspace(0.25, 5.0, 96)
"""m/s that are tried to roll the cue ball to a place."""
RAISED: tuple[Kind, ...] = ("jump", "swerve")


@dataclass(frozen=True, slots=True)
class Wished:
    """An option in a person's terms; None: not said.

    kind: a code of `vocabulary.OPTION_KINDS`. A pot has a pocket; without one the table is handed over.
    fullness (1 full, 0 a graze) and side of the hit (`left`: the cue ball passes on the ball's left); speed
    in m/s, side and height of the tip in ball radii, elevation in rad; rails the cue ball meets; end: where
    it should end; cue: where a cue ball in hand is put.
    """

    kind: str
    ball: str | None = None
    pocket: PocketName | None = None
    fullness: float | None = None
    left: bool | None = None
    speed: float | None = None
    side: float | None = None
    height: float | None = None
    elevation: float | None = None
    rails: int | None = None
    end: Point | None = None
    cue: Point | None = None

    @property
    def tip(self) -> Tip | None:
        """Where the tip strikes, if anything is said of it."""
        if self.side is None and self.height is None:
            return None
        return Tip(self.side or 0.0, self.height or 0.0)


class NoWish(ValueError):
    """What is asked about cannot be played here; the message says why and what to do."""


def wished(asked: Question, one: Wished, run: Run, may: May) -> Draft:
    """The option asked about. Raises NoWish."""
    at = _placed(asked, one, may)
    cue = at.layout.cue
    assert cue is not None
    if one.ball is not None and one.ball not in at.layout:
        raise NoWish("the ball asked about is not on the table")
    if one.kind == "push-out":
        if not may.push:
            raise NoWish("no push-out is allowed here")
        return Draft("push-out", None, cue, _hit(at, cue, one) if one.ball else _rolled(at, cue, one))
    if one.ball is None:
        raise NoWish("name the ball that is hit")
    if one.kind == "foul":
        return Draft("foul", None, cue, _hit(at, cue, one))
    if one.pocket is None:
        return _handed_over(at, cue, one)
    return _pot(at, cue, one, run if one.cue is None else None)


def _placed(asked: Question, one: Wished, may: May) -> Question:
    """The question with a cue ball in hand where it is wanted."""
    if one.cue is None:
        return asked
    if not may.hand:
        raise NoWish("the cue ball is not in hand: it is played from where it lies")
    fault = None if may.hand == "anywhere" else placing_fault(asked.table, asked.discipline, one.cue, False)
    if fault is not None:
        raise NoWish(fault)
    rest = asked.layout.without((CUE,))
    if not asked.table.holds(CUE, one.cue, 0.0) or not is_free(asked.table, CUE, one.cue, rest):
        raise NoWish("the cue ball cannot lie there: choose a free place on the table")
    return replace(asked, layout=rest.changed({CUE: one.cue}))


def _plan(one: Wished) -> Plan:
    """What is asked about as a plan."""
    kind = next((plan for plan, option in KINDS.items() if option == one.kind), "direct")
    return Plan(
        ball=one.ball, pocket=one.pocket, kind=kind, choice="attack" if one.pocket else "safety",
        tip=one.tip, speed=one.speed, elevation=one.elevation, fullness=one.fullness,
        hit_side=None if one.left is None else "left" if one.left else "right",
        target=Target() if one.end is None else Target("point", one.end),
    )  # fmt: skip


def _pot(at: Question, cue: Point, one: Wished, run: Run | None) -> Draft:
    assert one.ball is not None and one.pocket is not None
    plan = _plan(one)
    if run is not None and one.end is None and one.rails is None:
        found = planned(at, plan, run)  # the best speed and tip where they are not said
        if found is not None:
            return found
    kind = KINDS.get(plan.kind, "pot")
    return Draft(kind, (one.ball, one.pocket), cue, _meant(at, plan, one))


def _handed_over(at: Question, cue: Point, one: Wished) -> Draft:
    """A safety, however it reaches its ball."""
    plan = _plan(one)
    kind: Kind = next((raised for raised in RAISED if raised == one.kind), "safety")
    if plan.kind == "direct" and one.end is None and one.rails is None:
        return Draft(kind, None, cue, _hit(at, cue, one))
    return Draft(kind, None, cue, _meant(at, plan, one))


def _meant(at: Question, plan: Plan, one: Wished) -> Strike:
    """The strike that does what is asked, the nearest to it."""
    try:
        meant = meant_by(at.table, at.layout, plan, at.skill, at.physics, one.rails)
    except (NoAim, MotionError) as reason:
        raise NoWish(str(reason)) from reason
    if meant is None:
        raise NoWish(f"a {OPTION_KINDS.get(one.kind, one.kind).lower()} of this ball is not played out")
    return meant.strike


def _hit(at: Question, cue: Point, one: Wished) -> Strike:
    """A hit as full as is said, straight at the ball."""
    place = at.layout.get(one.ball or "")
    assert place is not None and one.ball is not None
    reach = at.table.cue_ball_radius + at.table.radius(one.ball)
    way = place.minus(cue)
    fullness = USUAL_FULLNESS if one.fullness is None else one.fullness
    off = (1.0 - fullness) * reach * (1.0 if one.left else -1.0)
    aim = way.angle + asin(max(-1.0, min(1.0, off / max(way.norm, reach))))
    side, height = one.side or 0.0, one.height or 0.0
    speed = USUAL_SPEED if one.speed is None else one.speed
    return Strike(speed, aim - squirt(side, at.physics.tip_mass), side, height, one.elevation or 0.0)


def _rolled(at: Question, cue: Point, one: Wished) -> Strike:
    """The cue ball rolled to its end."""
    if one.end is None:
        raise NoWish("click where the cue ball should end, or name a ball to hit")
    standing = Standing(at.table, at.discipline, at.layout, at.group_on)
    rows = np.zeros((len(ROLLS), 5))
    rows[:, 0], rows[:, 1] = ROLLS, one.end.minus(cue).angle
    ends = played(standing, cue, rows, at.physics)
    off = np.hypot(*(ends.places[:, 0] - np.array((one.end.x, one.end.y))).T)
    off[ends.fates[:, 0] != -1] = np.inf
    return Strike.of(rows[int(off.argmin())])


def listed_as(options: tuple[Option, ...], own: int) -> int | None:
    """Which other option the one asked about is alike: it is listed already; None where none is."""
    return next((k for k, one in enumerate(options) if k != own and alike(options[own], one)), None)
