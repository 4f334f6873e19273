"""Straight pool: which ball to break with, which one leads to it, and which one to that."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import degrees, radians

from ..geometry import Point
from ..runout.endings import Ending, best_place, endings
from ..runout.line import Leg, order_of
from ..runout.opened import RACK, break_map
from ..runout.run import Run
from ..runout.sets import ease
from .angles import AngleRange, angle_range

MOST = 3
"""How many chains are listed."""
NARROW = radians(5.0)
"""Cuts that work must be so far apart for them to be told."""


@dataclass(frozen=True, slots=True)
class Chain:
    """A break ball, its key ball and the ball before that; `before` is None where no third ball is left.

    place: the best place for the break shot, with the chance of its pot and the `balls` that are to be
    expected from it on, racks to come among them. angle: the cuts at that distance that still work.
    key_place: the best place for the key ball. kept: the chance of a made break shot before the key ball,
    and worth: the balls that come from there, over most places of the table.
    """

    break_ball: str
    key_ball: str
    before: str | None
    place: Point
    chance: float
    balls: float
    angle: AngleRange | None
    key_place: Point
    kept: float
    worth: float


def chains(run: Run, legs: Sequence[Leg]) -> tuple[Chain, ...]:
    """The chains of a run of straight pool: first that of the proposed order (`legs`), then others by what
    they are worth; none of fewer than two balls, and none while the rack stands.

    Each is valued with the other balls gone.
    """
    balls = run.maker.layout.objects
    if len(balls) < 2 or not run.broken:
        return ()
    order = order_of(run, legs)
    broken = dict(run.broken)
    broken.setdefault(order[-1], break_map(run.maker, order[-1]))
    own = endings(run.maker, (order[-2], order[-1]), {order[-1]: broken[order[-1]]}, 1)
    if not own:  # the order ends with a ball that lies in the way of the rack
        return ()
    others = [one for one in endings(run.maker, balls, broken) if one.break_ball != order[-1]]
    found = [_chain(run, one, order[-3] if len(order) > 2 else None) for one in own]
    named = set(order[-1:])
    for one in others:
        if one.break_ball not in named and len(found) < MOST:
            named.add(one.break_ball)
            found.append(_chain(run, one, _nearest(run, one)))
    return tuple(found)


def _chain(run: Run, one: Ending, before: str | None) -> Chain:
    place = best_place(one.breaking)
    shot = one.breaking.shot(*one.breaking.nearest(place))
    return Chain(
        one.break_ball, one.key_ball, before, place, 0.0 if shot is None else shot.pot,
        float(one.breaking.smooth[0].max()) * RACK, _angle(run, one, place), best_place(one.both),
        ease(one.both.smooth[1]), one.worth * RACK,
    )  # fmt: skip


def _angle(run: Run, one: Ending, place: Point) -> AngleRange | None:
    """The cuts of the break shot that still work at the distance of its best place."""
    shot = one.breaking.shot(*one.breaking.nearest(place))
    if shot is None:
        return None
    table, alone = run.maker.table, run.maker.layout.only((one.break_ball,))
    far = place.distance(dict(alone.places)[one.break_ball]) - 2 * table.ball_radius
    maker = replace(run.maker, layout=alone)
    found = angle_range(maker, one.breaking, one.break_ball, shot.pocket, max(far, table.ball_radius))
    return found if found is not None and found.high - found.low >= NARROW else None


def _nearest(run: Run, one: Ending) -> str | None:
    """The ball nearest to the best place for the key ball: a short roll on it leaves the cue ball there."""
    places, there = dict(run.maker.layout.places), best_place(one.both)
    others = [ball for ball in run.maker.layout.objects if ball not in (one.break_ball, one.key_ball)]
    return min(others, key=lambda ball: (places[ball].distance(there), ball), default=None)


def least_angle(chain: Chain) -> float | None:
    """The least cut (degrees) of the break shot that still works."""
    return None if chain.angle is None else degrees(chain.angle.smallest)
