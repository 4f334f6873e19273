"""Cue-ball travel for the demo: straight legs, mirrored at the cushions, no friction or spin.

A stand-in good enough to lay out plausible racks; it is not used for anything a reviewer reads.
"""

from dataclasses import dataclass

from aretane.core.geometry import Point, reach, unit
from aretane.core.layout import Layout
from aretane.core.table import Table


@dataclass(frozen=True, slots=True)
class Path:
    """Where a path ends, the cushion places it touches, and whether it met a ball."""

    end: Point
    via: tuple[Point, ...]
    clear: bool


def travel(table: Table, layout: Layout, start: Point, direction: float, distance: float) -> Path:
    """Roll the cue ball `distance` metres from `start`; `layout` holds the balls in the way."""
    r = table.cue_ball_radius
    ahead, at, left = unit(direction), start, distance
    via: list[Point] = []
    while True:
        leg, horizontal = _to_cushion(table, at, ahead, r)
        here = min(leg, left)
        for ball in layout.objects:
            place = layout.get(ball)
            assert place is not None
            stop = reach(at, ahead.angle, place, r + table.ball_radius)
            if stop is not None and stop < here:
                return Path(at.plus(ahead.times(stop)), tuple(via), False)
        at, left = at.plus(ahead.times(here)), left - here
        if left <= 1e-9:
            return Path(at, tuple(via), True)
        via.append(at)
        ahead = Point(ahead.x, -ahead.y) if horizontal else Point(-ahead.x, ahead.y)


def _to_cushion(table: Table, at: Point, ahead: Point, r: float) -> tuple[float, bool]:
    """Distance to the next cushion (m), and whether it is a long rail."""
    spans = []
    for along, place, limit in ((ahead.x, at.x, table.length), (ahead.y, at.y, table.width)):
        if abs(along) < 1e-12:
            spans.append(float("inf"))
        else:
            wall = limit - r if along > 0 else r
            spans.append(max(0.0, (wall - place) / along))
    return (spans[1], True) if spans[1] < spans[0] else (spans[0], False)
