"""Places for a cue ball in hand that are worth a look: from the map, beside the balls on, and all over the
table."""

from collections.abc import Iterator
from math import pi, radians

import numpy as np

from ..aiming.pocket_window import pocket_window
from ..games.setting_up import break_places
from ..geometry import Point, unit
from ..runout.chart import ChanceMap
from .turn import Standing

BEST, LOOKED_AT, APART = 60, 3, 0.1
"""Of the map: the best places, of these so many that may be taken and lie so far apart, as a share of the
length of the table."""
LINES, FROM, TURNED = 6, (0.15, 0.45), (0.0, 25.0, -25.0)
"""At the balls on: the widest so many ways of a ball into a pocket, m from the ball, and degrees off the
straight pot."""
ALONG, ACROSS = (0.1, 0.9, 0.3, 0.7, 0.5), (0.1, 0.3, 0.5, 0.7, 0.9)
"""All over the table: shares of its length and width."""
BEHIND = (0.5, 1.0)
"""Behind the head string: shares of the way to it."""


def of_the_map(at: Standing, chart: ChanceMap, most: int | None) -> list[tuple[Point, float]]:
    """The best places of the map and what it promises there, the best first; `most` as in `BEST`, None for
    all there are."""
    found: list[tuple[Point, float]] = []
    for k in np.argsort(-chart.smooth[0], axis=None)[:most]:
        i, j = np.unravel_index(int(k), chart.errors.shape)
        node = chart.node(int(i), int(j))
        if at.may_lie(node) and all(node.distance(one) > APART * at.table.length for one, _ in found):
            found.append((node, float(chart.smooth[0, i, j])))
        if len(found) == LOOKED_AT:
            break
    return found


def at_the_balls(at: Standing) -> Iterator[Point]:
    """Places for an easy pot of a ball on from where it lies now, the widest opening of a pocket first."""
    table, places = at.table, dict(at.layout.places)
    lines: list[tuple[float, Point, float]] = []
    for ball in at.on:
        for pocket in table.pockets.values():
            window = pocket_window(table, at.layout, ball, pocket)
            if window.best is not None:
                lines.append((window.opening, places[ball], window.direction + pi))
    for _, own, back in sorted(lines, key=lambda line: -line[0])[:LINES]:
        for far in FROM:
            for aside in TURNED:
                place = own.plus(unit(back + radians(aside)).times(far))
                if at.may_lie(place):
                    yield place


def all_over(at: Standing) -> Iterator[Point]:
    """Places all over the table; in straight pool behind the head string."""
    table = at.table
    xs = [x * table.length for x in ALONG]
    if at.game.any_order:
        xs = [x * table.head_string for x in BEHIND]
    for x in xs:
        for y in ACROSS:
            place = Point(x, y * table.width)
            if at.may_lie(place):
                yield place


def anywhere(at: Standing) -> Point:
    """Some place where the cue ball may lie."""
    table = at.table
    for place in break_places(table, at.discipline):
        if at.may_lie(place):
            return place
    for x in np.linspace(0.1, 0.9, 17):
        for y in np.linspace(0.1, 0.9, 9):
            place = Point(float(x) * table.length, float(y) * table.width)
            if at.may_lie(place):
                return place
    raise ValueError("no room for the cue ball: take a ball off the table")
