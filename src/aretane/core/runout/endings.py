"""Straight pool: how a rack ends. A ball to break the next one with, and the key ball that leads to it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..geometry import Point
from .chart import ChanceMap, Way
from .kernel import POCKET, POT
from .maps import Maker
from .opened import CHOSEN_PLACE, ONE
from .run import state
from .sets import ease
from .stock import Stock

LEADING = 2
"""Balls, the nearest to where one wants to be for the break shot, that are looked at as key balls."""


@dataclass(frozen=True, slots=True, eq=False)
class Ending:
    """The last two balls of a rack, with the map of both and that of the break shot alone.

    `both` is worth, from place to place, the balls that come from the key ball on, and the chance that the
    break shot is made.
    """

    break_ball: str
    key_ball: str
    both: ChanceMap
    breaking: ChanceMap

    @property
    def worth(self) -> float:
        """One figure for it, over RACK: from the better half of the table."""
        return ease(self.both.smooth[0])


def worth(chart: ChanceMap) -> float:
    """Balls that a break shot is worth from a well chosen place, over RACK."""
    return float(np.quantile(chart.values[0], CHOSEN_PLACE))


def best_place(chart: ChanceMap) -> Point:
    """Where a map promises most."""
    return chart.node(*(int(k) for k in np.unravel_index(np.argmax(chart.smooth[0]), chart.errors.shape)))


def endings(
    maker: Maker, balls: Sequence[str], broken: Mapping[str, ChanceMap], keys: int = LEADING
) -> tuple[Ending, ...]:  # fmt: skip
    """The endings by each break ball of `broken` and the balls nearest to its best place, the best first.

    Each is valued with the other balls gone.
    """
    places, found = dict(maker.layout.places), []
    for last, chart in broken.items():
        if chart.values[0].max() <= 0.0:
            continue
        there = best_place(chart)
        near = sorted(
            (ball for ball in balls if ball != last), key=lambda ball: (places[ball].distance(there), ball)
        )
        for key in near[:keys]:
            found.append(Ending(last, key, pair(maker, key, last, chart), chart))
    return tuple(sorted(found, key=lambda one: -one.worth))


def pair(maker: Maker, key: str, last: str, breaking: ChanceMap) -> ChanceMap:
    """The map of the key ball, with the break ball to follow it and no other ball on the table."""
    own = replace(maker, maps={}, following={}, keys={}, report=lambda _: None)
    end, both = state("", [last]), state("", [key, last])
    own.known(end, with_one_left(breaking))
    stock = Stock(own, both[1:], (key,), frozenset((last,)))
    return stock.map(both, both[1:], (Way(key, end, ONE),))


def with_one_left(breaking: ChanceMap) -> np.ndarray:
    """Values (2, g) of the state before the break shot: its balls, and the chance that it is made."""
    made = np.where(breaking.best[..., POCKET] >= 0, breaking.best[..., POT], 0.0)
    return np.array([breaking.values[0].ravel(), made.ravel()])
