"""How much of a strike is judged by eye: what a misjudged cushion, line or curve is as an error of aim.

A player who misjudges an angle strikes straight at the wrong place. So every angle that has to be judged on
the way widens the error of aim, by as much as a turn of the aim moves the ball at its goal just as far. The
goal is the ball that is hit first or, where a ball falls, its pocket. Angles are followed by straight lines
(mirrors at cushions, centres at contacts); what is known of the strike is its own path without error.
"""

from dataclasses import dataclass
from math import cos, hypot

from ..equipment.layout import Layout
from ..equipment.table import Table
from ..geometry import Point, turn
from ..motion.physics import Physics
from ..motion.play import STANDARD, Motion, play
from ..motion.strike import Strike
from ..vocabulary import CUE

LEAST_COSINE = 0.15
"""Cosine of the cut below which a thinner one widens a contact's lever no more."""
LEAST_LEG = 0.01
"""m that a leg counts at the least."""


@dataclass(frozen=True, slots=True)
class Unseen:
    """What an error of judgement is as an error of aim, rad of aim for each rad misjudged.

    rails: of the angle off a cushion; lines: of the line through a ball on the way; several of a kind are
    already squared, added and rooted. curve: rad by which a raised cue bends the way to the first ball.
    """

    rails: float = 0.0
    lines: float = 0.0
    curve: float = 0.0


NOTHING = Unseen()


@dataclass(slots=True)
class _Way:
    """How errors have come down one ball's way: sideways offset (m) and turn (rad) now, for one rad of aim
    and for one rad misjudged at each cushion and contact."""

    at: Point
    aim: tuple[float, float]
    rails: list[tuple[float, float]]
    lines: list[tuple[float, float]]

    def along(self, to: Point) -> None:
        """On to a place, straight."""
        far = max(self.at.distance(to), LEAST_LEG)
        self.aim = _moved(self.aim, far)
        self.rails = [_moved(one, far) for one in self.rails]
        self.lines = [_moved(one, far) for one in self.lines]
        self.at = to

    def through(self, lever: float, at: Point) -> "_Way":
        """The way of the ball that is met: its direction is off by `lever` for each m sideways."""
        return _Way(
            at, (0.0, lever * self.aim[0]), [(0.0, lever * one[0]) for one in self.rails],
            [(0.0, lever * one[0]) for one in self.lines],
        )  # fmt: skip

    def unseen(self, curve: float) -> Unseen:
        """What has come down to the goal, against what an error of aim has."""
        whole = abs(self.aim[0])
        if whole < 1e-9:
            return Unseen(curve=curve)
        rails = hypot(*(one[0] for one in self.rails)) / whole
        return Unseen(rails, hypot(*(one[0] for one in self.lines)) / whole, curve)


def _moved(error: tuple[float, float], far: float) -> tuple[float, float]:
    return (error[0] + far * error[1], error[1])


def unseen(table: Table, layout: Layout, strike: Strike, physics: Physics = STANDARD) -> Unseen:
    """What of a strike must be judged, by its way without error. Raises MotionError as `play` does."""
    return unseen_of(table, layout, strike, play(table, layout, strike, physics))


def unseen_of(table: Table, layout: Layout, strike: Strike, motion: Motion) -> Unseen:
    """The same of a strike that was played."""
    cue = layout.cue
    assert cue is not None
    ways = {CUE: _Way(cue, (0.0, 1.0), [], [])}
    met: Unseen | None = None
    curve = 0.0
    for event in motion.trace.happenings():
        if event.kind == "ball":
            striker, struck = (event.ball, event.what) if event.ball in ways else (event.what, event.ball)
            place = layout.get(struck)
            if striker not in ways or struck in ways or place is None:
                continue  # two balls that move already: what comes of that nobody plays for
            way = ways[striker]
            came = way.at
            way.along(event.place if striker == event.ball else _where(motion, striker, event.time))
            if met is None:
                curve = abs(turn(strike.aim - way.at.minus(cue).angle)) if strike.elevation > 0 else 0.0
                met = way.unseen(curve)
            ways[struck] = _struck(table, way, came, place, (striker, struck))
        elif event.ball in ways and event.kind == "rail":
            ways[event.ball].along(event.place)
            ways[event.ball].rails.append((0.0, 1.0))
        elif event.kind == "drop" and event.ball in ways and event.ball != CUE:
            ways[event.ball].along(event.place)
            return ways[event.ball].unseen(curve)
    return met or NOTHING


def _struck(table: Table, way: _Way, came: Point, place: Point, balls: tuple[str, str]) -> _Way:
    """The way of a ball that is hit; and of the one that hits it from there on."""
    striker, struck = balls
    apart = table.radius(striker) + table.radius(struck)
    line = place.minus(way.at).angle
    cut = cos(turn(line - way.at.minus(came).angle)) if came.distance(way.at) > 1e-9 else 1.0
    onward = way.through(1.0 / (apart * max(abs(cut), LEAST_COSINE)), place)
    if striker != CUE:  # how the cue ball must hit its ball is what the arm's errors are of
        onward.lines.append((0.0, 1.0))
    else:
        way.lines.append((0.0, 1.0))  # where it goes on to has to be judged
    return onward


def _where(motion: Motion, ball: str, time: float) -> Point:
    """Where a ball was at the time (s) of an event of its."""
    return min(motion.trace.path(ball, 1.0), key=lambda one: abs(one[0] - time))[1]
