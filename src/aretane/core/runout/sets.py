"""Balls that may be taken in any order: a search over the sets of them that can be left.

It works from the last ball backwards, like rotation, but keeps only the most promising sets of each size.
A set is promising when what it leaves is good from most places and its first ball is easily made; near the
layout in hand the balls that are easy from where the cue ball lies are kept as well.
"""

from collections.abc import Collection, Sequence
from dataclasses import dataclass

import numpy as np

from .grid import grid_of, nodes_of
from .likely import ease, likeliest
from .maps import Maker, State, Way
from .run import state

Set = frozenset[str]


@dataclass(frozen=True, slots=True)
class Breadth:
    """How much of the search is kept: sets of each size, and next balls taken in whatever it thinks."""

    sets: int = 4
    firsts: int = 3


USUAL = Breadth()
WHOLE = Breadth(10**6, 10**6)
"""The search unpruned."""


@dataclass(frozen=True, slots=True, eq=False)
class Order:
    """The search over the order of `balls`, `last` after them, with `others` lying in the way.

    `due` names the states; `points` is what each pot counts (K,); `fewest` is the size of the smallest sets
    whose states are there before the search begins, `ends` those sets.
    """

    maker: Maker
    balls: tuple[str, ...]
    last: str | None
    others: tuple[str, ...]
    due: str
    points: tuple[float, ...]
    ends: tuple[Set, ...] = (frozenset(),)

    def of(self, left: Collection[str]) -> State:
        """The state with these balls left, and the last."""
        return state(self.due, [*left, *([self.last] if self.last else [])])

    def on_table(self, left: Collection[str]) -> list[str]:
        """Every object ball on the table in that state."""
        return [*self.of(left)[1:], *self.others]

    def way(self, ball: str, left: Set) -> Way:
        """Potting a ball of `left`."""
        return Way(ball, self.of(left - {ball}), self.points)

    def kept(self, size: int, firsts: Sequence[str], breadth: Breadth) -> list[Set]:
        """Make the maps of the sets worth keeping up to `size` balls; returns those of that size.

        `firsts` are the balls easily made from where the cue ball lies, the easiest first.
        """
        frame, shape = grid_of(self.maker.table, 2 * self.maker.spacing)
        coarse = nodes_of(frame, shape)
        level = {left: ease(self.maker.following[self.of(left)][0]) for left in self.ends}
        whole, firsts = frozenset(self.balls), firsts[: breadth.firsts]
        while level and len(next(iter(level))) < size:
            scores = self._scored(level, coarse)
            count = len(next(iter(scores)))
            wanted = [whole - {ball} for ball in firsts] if len(whole) - count <= 2 else []
            kept = _chosen(scores, breadth.sets, wanted)
            for left in kept:
                ways = [self.way(ball, left) for ball in sorted(left) if left - {ball} in level]
                self.maker.make(self.of(left), self.on_table(left), ways)
            level = {left: ease(self.maker.following[self.of(left)][0]) for left in kept}
        return list(level)

    def _scored(self, level: dict[Set, float], coarse: np.ndarray) -> dict[Set, float]:
        """Every set that is one ball larger than one of the level, with how promising it is."""
        scores: dict[Set, float] = {}
        for rest, worth in level.items():
            for ball in self.balls:
                if ball in rest:
                    continue
                left = rest | {ball}
                easy = ease(likeliest(self.maker, self.on_table(left), ball, coarse))
                scores[left] = max(scores.get(left, 0.0), worth * easy)
        return scores


def _chosen(scores: dict[Set, float], count: int, wanted: Sequence[Set]) -> list[Set]:
    """The best sets, and for each of the wanted ones the best that it is, or leads to."""
    ordered = sorted(scores, key=lambda left: (-scores[left], sorted(left)))
    kept = ordered[:count]
    for one in wanted:
        if not any(left <= one for left in kept):
            kept += [left for left in ordered if left <= one][:1]
    return kept


def firsts_from(maker: Maker, balls: Sequence[str]) -> list[str]:
    """Balls by how easily they are made from where the cue ball lies, the easiest first."""
    cue = maker.layout.cue
    if cue is None:
        return list(balls)
    on_table = list(maker.layout.objects)
    chances = {ball: float(likeliest(maker, on_table, ball, np.array([cue]))[0]) for ball in balls}
    return sorted(balls, key=lambda ball: (-chances[ball], ball))
