"""Intent against result: how far and which way the cue ball missed, and what it leaves."""

from dataclasses import dataclass
from itertools import pairwise
from math import pi

from ..geometry import Point, nearest_on_segment, turn, unit
from ..log.shot import Plan, Target
from ..tolerances import ON_TARGET_POINT, STRAIGHT
from .aim import Aim


@dataclass(frozen=True, slots=True)
class Miss:
    """The cue ball's miss of its target in the frame of its planned arrival. Metres, radians.

    `along` is positive when it ran long, `across` positive when it ended left of the line, looking
    along `arrival`. For a window both are measured from the nearest place in it.
    """

    along: float
    across: float
    arrival: float
    nearest: Point

    @property
    def distance(self) -> float:
        return Point(self.along, self.across).norm


def arrival_direction(plan: Plan, start: Point) -> float | None:
    """Direction (rad) in which the planned path reaches its target, or None without a target.

    The last leg: from the last cushion place of the plan, else from `start` (the ghost place, or
    the cue ball where no ball is planned). A target at `start` has no direction: None.
    """
    middle = plan.target.middle
    if middle is None:
        return None
    leg = middle.minus(plan.via[-1] if plan.via else start)
    return leg.angle if leg.norm > 1e-9 else None


def miss(target: Target, ended: Point, arrival: float) -> Miss | None:
    """Split the miss of `target` by a cue ball that ended at `ended`; None where nothing was planned."""
    if target.a is None or target.middle is None:
        return None
    if target.kind == "either" and target.b is not None:
        nearest = min((target.a, target.b), key=ended.distance)
    else:
        nearest = nearest_on_segment(target.a, target.b or target.a, ended)
    off = ended.minus(nearest)
    ahead = unit(arrival)
    return Miss(off.dot(ahead), ahead.cross(off), turn(arrival), nearest)


def ended_long(target: Target, ended: Point, arrival: float, ball_width: float) -> bool | None:
    """Whether the cue ball ended long of the planned place, or in the far half of a window, and not short;
    None within half a ball width (m) of its middle, and without one place."""
    middle = target.middle
    if middle is None or target.kind == "either":
        return None
    along = ended.minus(middle).dot(unit(arrival))
    return None if abs(along) <= ON_TARGET_POINT * ball_width else along > 0.0


def planned_travel(plan: Plan, start: Point) -> float | None:
    """Length (m) of the planned way of the cue ball from `start` over its cushions; None without a
    target."""
    middle = plan.target.middle
    if middle is None:
        return None
    stops = (start, *plan.via, middle)
    return sum(a.distance(b) for a, b in pairwise(stops))


@dataclass(frozen=True, slots=True)
class NextAngle:
    """The cut left on the next ball against the cut wanted. Radians, signed as in `Aim.cut`.

    `right_side` is None when either is too straight to have a side, or nothing was wanted.
    """

    ball: str
    left: float
    wanted: float | None
    right_side: bool | None

    @property
    def difference(self) -> float | None:
        """How much more (positive) or less cut was left than wanted."""
        return None if self.wanted is None else abs(self.left) - abs(self.wanted)


def next_angle(left: Aim, planned: Aim | None, wanted_size: float | None) -> NextAngle:
    """Compare the next pot as it lies with the same pot from the planned place.

    `wanted_size` (rad), where the reviewer said it, overrides the planned place's size of cut; the
    side always comes from the planned place.
    """
    wanted = planned.cut if planned is not None and abs(planned.cut) < pi / 2 else None
    side: bool | None = None
    if wanted is not None and abs(wanted) > STRAIGHT and abs(left.cut) > STRAIGHT:
        side = (wanted > 0) == (left.cut > 0)
    if wanted_size is not None:
        wanted = wanted_size if wanted is None or wanted > 0 else -wanted_size
    return NextAngle(left.ball, left.cut, wanted, side)
