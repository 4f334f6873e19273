"""A chance map as it is, once made: for every place of the cue ball the best next pot and its worth."""

from collections import OrderedDict
from collections.abc import Sequence
from dataclasses import dataclass
from threading import Lock

import numpy as np
from numpy.typing import NDArray

from ..equipment.table import POCKETS, PocketName
from ..geometry import Point
from . import kernel

Array = NDArray[np.float64]
State = tuple[str, ...]
"""A state of a run: the group that is on (or an empty word), then the balls still to pot, sorted."""
READ: State = ("", "read")
"""The state after a stroke that is read at a glance, whatever it leaves."""


@dataclass(frozen=True, slots=True)
class Way:
    """A ball that may be potted: its own points (K,), and the state it leads to (None: the run is
    finished)."""

    ball: str
    then: State | None
    points: tuple[float, ...] = (0.0,)


@dataclass(frozen=True, slots=True)
class PlannedShot:
    """A shot advised: pocket; speed (m/s), side and height of the tip (ball radii), the direction the cue
    ball starts in (rad); the chance of its pot alone; the state it leads to."""

    ball: str
    pocket: PocketName
    speed: float
    side: float
    height: float
    direction: float
    pot: float
    then: State | None


@dataclass(frozen=True, slots=True)
class Outlook:
    """The promise of a state from one place: values (K,), the standard error of the first, and the shot
    chosen (None: no pot was found)."""

    values: tuple[float, ...]
    error: float
    shot: PlannedShot | None


@dataclass(frozen=True, slots=True, eq=False)
class ChanceMap:
    """Values of a state on a grid, by place of the cue ball.

    `values` (K, nx, ny), the first of them what is chosen by, with standard errors `errors` (nx, ny);
    `smooth` (K, nx, ny) the same without the noise of their samples;
    `best` (nx, ny, kernel.BEST_COLUMNS) the shots chosen, pocket -1 where there is none; `ways` what may be
    potted; `frame` as in `kernel`.
    """

    state: State
    ways: tuple[Way, ...]
    values: Array
    smooth: Array
    errors: Array
    best: Array
    frame: Array

    def at(self, place: Point, kind: int = 0) -> float:
        """The value at a place, between the nodes."""
        return float(kernel.worth_at(self.smooth[kind], self.frame, place.x, place.y))

    def node(self, i: int, j: int) -> Point:
        """Where a node lies."""
        left, low, step_x, step_y = (float(value) for value in self.frame)
        return Point(left + i * step_x, low + j * step_y)

    def nearest(self, place: Point) -> tuple[int, int]:
        """The node nearest to a place."""
        left, low, step_x, step_y = (float(value) for value in self.frame)
        nx, ny = self.errors.shape
        i, j = round((place.x - left) / step_x), round((place.y - low) / step_y)
        return min(max(i, 0), nx - 1), min(max(j, 0), ny - 1)

    def shot(self, i: int, j: int) -> PlannedShot | None:
        """The shot chosen at a node; None where no pot was found."""
        return shot_of(self.ways, self.best[i, j])


def shot_of(ways: Sequence[Way], row: Array) -> PlannedShot | None:
    """A shot from the kernel's row."""
    if row[kernel.POCKET] < 0:
        return None
    number, pocket, speed, side, height, direction, pot = (float(value) for value in row)
    way = ways[int(number)]
    return PlannedShot(way.ball, POCKETS[int(pocket)], speed, side, height, direction, pot, way.then)


class Kept(OrderedDict[str, ChanceMap]):
    """The latest maps, by what they depend on; many threads may share it."""

    def __init__(self, most: int) -> None:
        super().__init__()
        self.most, self._one = most, Lock()

    def __setitem__(self, key: str, made: ChanceMap) -> None:
        with self._one:
            super().__setitem__(key, made)
            while len(self) > self.most:
                self.popitem(last=False)
