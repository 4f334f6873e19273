"""The smallest and largest angle on the next ball that still works: the worth of its pot by the cut left on
it."""

from dataclasses import dataclass
from math import degrees, pi, radians

import numpy as np

from ..aiming.pocket_window import pocket_window
from ..equipment.table import PocketName
from ..geometry import Point, unit
from ..runout.chart import ChanceMap
from ..runout.maps import Maker

STEEPEST = radians(70.0)
STEP = radians(2.5)
WORKS = 0.85
"""Share of the best angle's worth from which an angle still works (our choice)."""


@dataclass(frozen=True, slots=True)
class AngleRange:
    """The cuts (rad, signed as in `Aim.cut`) at which a shot keeps at least `WORKS` of its best worth.

    All are at one distance (m) from the ghost place. best: the cut worth most, with its `worth`. straight:
    the place at that distance with no cut.
    """

    low: float
    high: float
    best: float
    worth: float
    distance: float
    ghost: Point
    straight: Point

    @property
    def smallest(self) -> float:
        """The smallest cut (rad, unsigned) that still works."""
        return 0.0 if self.low <= 0.0 <= self.high else min(abs(self.low), abs(self.high))


def angle_range(
    maker: Maker, chart: ChanceMap, ball: str, pocket: PocketName, distance: float
) -> AngleRange | None:
    """The cuts on a ball that still work, by the map of the state in which it is played.

    The map's value at a place is that of its best shot, so places whose best is another pot count with
    that. None where no place at that distance lies on the table. Raises KeyError for a missing ball.
    """
    table = maker.table
    place = dict(maker.layout.places)[ball]
    line = pocket_window(table, maker.layout, ball, table.pockets[pocket]).direction
    ghost = place.minus(unit(line).times(table.radius(ball) + table.cue_ball_radius))
    cuts = np.arange(-STEEPEST, STEEPEST + STEP / 2, STEP)
    values = np.array([_value(maker, chart, _from(ghost, line, float(cut), distance)) for cut in cuts])
    if np.isnan(values).all():
        return None
    best = int(np.nanargmax(values))
    works = np.nan_to_num(values, nan=-1.0) >= WORKS * values[best]
    low = high = best
    while low > 0 and works[low - 1]:
        low -= 1
    while high < len(cuts) - 1 and works[high + 1]:
        high += 1
    return AngleRange(
        float(cuts[low]), float(cuts[high]), float(cuts[best]), float(values[best]), distance, ghost,
        _from(ghost, line, 0.0, distance),
    )  # fmt: skip


def _from(ghost: Point, line: float, cut: float, distance: float) -> Point:
    """The cue ball's place that leaves a cut: positive left of the line, looking along it."""
    return ghost.plus(unit(line + pi - cut).times(distance))


def _value(maker: Maker, chart: ChanceMap, place: Point) -> float:
    table, radius = maker.table, maker.table.cue_ball_radius
    on = radius <= place.x <= table.length - radius and radius <= place.y <= table.width - radius
    return chart.at(place) if on else float("nan")


def angle_words(found: AngleRange) -> str:
    """The range in words: "12° to 45°, either side" and the like."""
    low, high = degrees(found.low), degrees(found.high)
    if low <= 0.0 <= high:
        return f"straight works; up to {max(-low, high):.0f}°"
    side = "left" if low > 0 else "right"
    return f"{degrees(found.smallest):.0f}° to {max(abs(low), abs(high)):.0f}°, cue ball {side} of the line"
