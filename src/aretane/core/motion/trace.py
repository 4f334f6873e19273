"""The path of a shot: where every ball is at every time, and what happened when."""

from dataclasses import dataclass
from itertools import pairwise
from math import hypot

import numpy as np

from ..equipment.table import POCKETS
from ..geometry import Point
from .kernel.segments import Array
from .kernel.slots import (
    AX,
    AY,
    DROP,
    EVENT_BALL,
    EVENT_KIND,
    EVENT_PHASE,
    EVENT_STATE,
    EVENT_TIME,
    EVENT_WITH,
    FACING,
    FLY,
    JAW,
    PAIR,
    POTTED,
    RAIL,
    VX,
    VY,
    X,
    Y,
)  # fmt: skip

RAIL_NAMES = ("head", "foot", "right", "left")
"""Rails by number: the head rail is at x = 0, the right long rail at y = 0."""


@dataclass(frozen=True, slots=True)
class Happening:
    """Something a ball met: `kind` is "ball", "rail", "jaw" or "drop", `what` names it, at `place` (m),
    s."""

    time: float
    ball: str
    kind: str
    what: str
    place: Point


@dataclass(frozen=True, slots=True, eq=False)
class Trace:
    """Balls and their events. `record` (k, EVENT_COLUMNS): a row begins a stretch of one ball's path."""

    names: tuple[str, ...]
    record: Array

    @property
    def duration(self) -> float:
        """Seconds until the last event."""
        return float(self.record[-1, EVENT_TIME])

    def moved(self) -> tuple[str, ...]:
        """Balls that moved at all."""
        return tuple(name for i, name in enumerate(self.names) if len(self._rows(i)) > 1 or self._moves(i))

    def _moves(self, i: int) -> bool:
        first = self._rows(i)[0]
        return bool(hypot(first[EVENT_STATE + VX], first[EVENT_STATE + VY]) > 0)

    def _rows(self, i: int) -> Array:
        return np.asarray(self.record[self.record[:, EVENT_BALL] == i])

    def path(self, ball: str, spacing: float = 0.02) -> list[tuple[float, Point]]:
        """Times (s) and places of a ball, at its events and about every `spacing` metres between them.

        A stretch is split evenly in time, so a drawing that goes straight between the points also moves
        at the true speed within a hundredth of a second or so.
        """
        rows = self._rows(self.names.index(ball))
        points: list[tuple[float, Point]] = []
        for row, following in pairwise([*rows, rows[-1]]):
            start, end = float(row[EVENT_TIME]), float(following[EVENT_TIME])
            state = row[EVENT_STATE:]
            long = hypot(following[EVENT_STATE + X] - state[X], following[EVENT_STATE + Y] - state[Y])
            steps = max(1, int(np.ceil(long / spacing))) if end > start else 1
            for t in np.linspace(start, end, steps, endpoint=False):
                points.append((float(t), _at(state, float(t) - start)))
        points.append((float(rows[-1][EVENT_TIME]), _at(rows[-1][EVENT_STATE:], 0.0)))
        return points

    def happenings(self) -> list[Happening]:
        """What the balls met, in order of time; a meeting of two balls stands once."""
        found = []
        for row in self.record:
            kind, other = int(row[EVENT_KIND]), int(row[EVENT_WITH])
            ball = int(row[EVENT_BALL])
            place = Point(float(row[EVENT_STATE + X]), float(row[EVENT_STATE + Y]))
            if kind == PAIR and ball < other:
                found.append(
                    Happening(float(row[EVENT_TIME]), self.names[ball], "ball", self.names[other], place)
                )
            elif kind == RAIL:
                found.append(
                    Happening(float(row[EVENT_TIME]), self.names[ball], "rail", RAIL_NAMES[other], place)
                )
            elif kind in (JAW, FACING):
                name = POCKETS[other // 2]
                found.append(Happening(float(row[EVENT_TIME]), self.names[ball], "jaw", name, place))
            elif kind == DROP and int(row[EVENT_PHASE]) == POTTED:
                found.append(
                    Happening(float(row[EVENT_TIME]), self.names[ball], "drop", POCKETS[other], place)
                )
        return found

    def flies(self, ball: str) -> bool:
        """Whether the ball left the cloth at any time."""
        return bool((self._rows(self.names.index(ball))[:, EVENT_PHASE] == FLY).any())


def _at(state: Array, dt: float) -> Point:
    x = state[X] + dt * (state[VX] + dt / 2 * state[AX])
    y = state[Y] + dt * (state[VY] + dt / 2 * state[AY])
    return Point(float(x), float(y))
