"""Balls that may be taken in any order: a search over the sets of them that can be left.

It works from the last ball backwards, like rotation, over every set of the balls. Where there would be too
many it keeps those of each size that promise most: what they leave is good from most places, and their
first ball is easily made.
"""

from collections.abc import Collection
from dataclasses import dataclass

import numpy as np

from .chart import State, Way
from .maps import Maker
from .run import state
from .stock import Stock

Set = frozenset[str]

WIDTH = 40
"""Sets of each size that are kept; up to seven balls that is all of them."""


@dataclass(frozen=True, slots=True, eq=False)
class Order:
    """The search over the order of `balls`, `last` after them, with `others` lying in the way.

    `group_on` names the states; `points` is what each pot counts (K,); `ends` are the sets whose states are
    there before the search begins.
    """

    stock: Stock
    balls: tuple[str, ...]
    last: str | None
    others: tuple[str, ...]
    group_on: str
    points: tuple[float, ...]
    ends: tuple[Set, ...] = (frozenset(),)

    @property
    def maker(self) -> Maker:
        return self.stock.maker

    def of(self, left: Collection[str]) -> State:
        """The state with these balls left, and the last."""
        return state(self.group_on, [*left, *([self.last] if self.last else [])])

    def on_table(self, left: Collection[str]) -> list[str]:
        """Every object ball on the table in that state."""
        return [*self.of(left)[1:], *self.others]

    def way(self, ball: str, left: Set) -> Way:
        """Potting a ball of `left`."""
        return Way(ball, self.of(left - {ball}), self.points)

    def kept(self, size: int, width: int = WIDTH, through: str | None = None) -> list[Set]:
        """The maps of the sets of balls worth keeping, up to `size` balls; returns those with that many.

        At least one set without the ball `through` is kept, so that it can be the next ball.
        """
        level = {left: self._quality(left) for left in self.ends}
        easy = self._easy()
        while level and len(next(iter(level))) < size:
            kept = _chosen(_grown(level, easy), width, through)
            for left in kept:
                ways = [self.way(ball, left) for ball in sorted(left) if left - {ball} in level]
                self.stock.map(self.of(left), self.on_table(left), ways)
            level = {left: self._quality(left) for left in kept}
        return list(level)

    def _easy(self) -> dict[str, float]:
        """How easily each ball is made from most places, the others of the order gone."""
        alone = [
            self.stock.chances([ball, *self.others, *([self.last] if self.last else [])])
            for ball in self.balls
        ]
        numbers = [self.stock.targets.index(ball) for ball in self.balls]
        return {
            ball: ease(chances[:, number])
            for ball, chances, number in zip(self.balls, alone, numbers, strict=True)
        }

    def _quality(self, left: Set) -> float:
        return ease(self.maker.following[self.of(left)][0])


def ease(chances: np.ndarray) -> float:
    """One figure for chances or values over the bed: the mean of their better half."""
    ordered = np.sort(chances.ravel())
    return float(ordered[len(ordered) // 2 :].mean())


def _grown(level: dict[Set, float], easy: dict[str, float]) -> dict[Set, float]:
    """Every set that is one ball larger than one of the level, with how much it promises."""
    scores: dict[Set, float] = {}
    for rest, worth in level.items():
        for ball in easy.keys() - rest:
            left = rest | {ball}
            scores[left] = max(scores.get(left, 0.0), worth * easy[ball])
    return scores


def _chosen(scores: dict[Set, float], width: int, through: str | None) -> list[Set]:
    ordered = sorted(scores, key=lambda left: (-scores[left], sorted(left)))
    kept = ordered[:width]
    if through is not None and all(through in left for left in kept):
        kept += [left for left in ordered if through not in left][:1]
    return kept
