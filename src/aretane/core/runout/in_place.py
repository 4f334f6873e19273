"""What a planned place of the cue ball is worth by the map of what follows, where around it that worth is
kept, and on which side of it a miss costs less."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import label

from ..geometry import Point, unit
from ..log.shot import Target
from .chart import ChanceMap

KEEPS = 0.9
"""Share of the planned place's worth that a place keeps to count as in place."""
BEYOND = (0.10, 0.20, 0.30)
"""m past an end of the planned place at which a miss is valued (our choice: one, two and four ball widths
and a half, the misses that good players make). Past a cushion
the place in front of it counts."""
APART = 2.0
"""Standard errors that the two sides must be apart before one is called the better."""
STEP = 0.02
"""m between the places of a strip that are looked at."""
LEAST = 1e-3
"""Worth under which a planned place has nothing to keep."""
Side = Literal["long", "short"]


@dataclass(frozen=True, slots=True)
class Place:
    """A planned place by the map. Values are in the map's unit.

    worth: of the planned place, the mean over a window, the better of two places. nodes: those of the
    grid, as i * ny + j, that keep `KEEPS` of it and are joined to the place; `frame` (left, low, step x,
    step y; m) and `shape` (nx, ny) say where they lie. long, short: the mean worth past the far and the
    near end, along the arrival; None where the arrival is not known. better: the side that is worth more
    beyond its error. chance: the share of strikes with errors that make the shot and end in place.
    """

    worth: float
    frame: tuple[float, float, float, float]
    shape: tuple[int, int]
    nodes: tuple[int, ...]
    long: float | None
    short: float | None
    better: Side | None
    chance: float = 0.0

    def holds(self, place: Point) -> bool:
        """Whether a place keeps the worth: it is in the cell of a node that does."""
        return bool(self.hold(np.array([[place.x, place.y]]))[0])

    def hold(self, places: NDArray[np.float64]) -> NDArray[np.bool_]:
        """Which of the places (k, 2) keep the worth."""
        left, low, step_x, step_y = self.frame
        i = np.clip(np.rint((places[:, 0] - left) / step_x), 0, self.shape[0] - 1)
        j = np.clip(np.rint((places[:, 1] - low) / step_y), 0, self.shape[1] - 1)
        return np.isin(i * self.shape[1] + j, self.nodes)


def place_of(chart: ChanceMap, target: Target, arrival: float | None) -> Place | None:
    """The planned place of a target by the map of what follows; None without one, or where it is worth
    nothing. arrival (rad): the direction in which the cue ball is meant to reach it."""
    spots = _spots(target)
    if not spots:
        return None
    worths = [chart.at(spot) for spot in spots]
    worth = max(worths) if target.kind == "either" else sum(worths) / len(worths)
    if worth < LEAST:
        return None
    high = chart.smooth[0] >= KEEPS * worth
    numbers, _ = label(high, np.ones((3, 3)))
    own = [chart.nearest(spot) for spot in spots]
    joined = np.isin(numbers, [int(numbers[node]) for node in own if numbers[node]])
    joined[tuple(zip(*own, strict=True))] = True
    nodes = np.flatnonzero(joined)
    far, near, better = (None, None, None) if arrival is None else _sides(chart, spots, arrival)
    left, low, step_x, step_y = (float(value) for value in chart.frame)
    nx, ny = chart.errors.shape
    return Place(
        worth, (left, low, step_x, step_y), (nx, ny), tuple(int(node) for node in nodes), far, near, better
    )


def _spots(target: Target) -> list[Point]:
    """The places of a target: one, two, or a strip."""
    if target.a is None or target.kind not in ("point", "window", "either"):
        return []
    if target.b is None or target.kind == "point":
        return [target.a]
    if target.kind == "either":
        return [target.a, target.b]
    count = max(2, round(target.a.distance(target.b) / STEP) + 1)
    way = target.b.minus(target.a)
    return [target.a.plus(way.times(k / (count - 1))) for k in range(count)]


def _sides(chart: ChanceMap, spots: Sequence[Point], arrival: float) -> tuple[float, float, Side | None]:
    """The mean worth past the far and past the near end of the spots, and the better of the two."""
    ahead = unit(arrival)
    ends = max(spots, key=ahead.dot), min(spots, key=ahead.dot)
    worth, error = [], []
    for end, sign in zip(ends, (1.0, -1.0), strict=True):
        past = [end.plus(ahead.times(sign * far)) for far in BEYOND]
        values = [chart.at(spot) for spot in past]
        worth.append(sum(values) / len(values))
        error.append(float(np.mean([chart.errors[chart.nearest(spot)] for spot in past])))
    apart = worth[0] - worth[1]
    clear = abs(apart) > APART * hypot(*error)
    return worth[0], worth[1], ("long" if apart > 0 else "short") if clear else None
