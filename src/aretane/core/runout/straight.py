"""The chance map of straight pool (14.1): the rack in any order, down to a ball to break the next one with.

Two values are carried: the balls that are to be expected, those after the next break among them by a stated
estimate, and the chance to come to a playable break shot.
"""

from dataclasses import replace

import numpy as np

from ..equipment.layout import Layout
from ..equipment.racking import packed, racked_again, racked_place
from .grid import grid_of, nodes_of
from .loose import LOST, RACK, UNTOUCHED, breaking, know_other_racks, rack_of, usual_run
from .maps import Maker, Way
from .run import Run, state
from .sets import Set, ease
from .stock import Stock

KINDS = ("balls", "break shot")
FEW = 6
"""Balls up to which every order is searched to the end; of more, three balls ahead."""
AHEAD, FIRSTS = 3, 6
"""Balls that are searched ahead, and balls looked at in that search, where there are more."""
BREAKERS = 4
"""Balls looked at as the one to break the next rack with, the nearest to the rack."""
CHOSEN = 0.85
"""Share of places that are worse for a break shot than where a run that aims for it brings the cue ball
(set so that four levels meet the search over every order; the bench checks it)."""


def straight_run(maker: Maker, balls: tuple[str, ...], through: str | None = None, few: int = FEW) -> Run:
    """The run through `balls` down to one of them; up to `few` of them in every order.

    Raises KeyError for a ball that is not there.
    """
    over_racks = usual_run(maker.table, maker.skill, maker.physics)
    know_other_racks(maker, over_racks)
    if packed(maker.table, maker.layout):
        return _break_run(maker, balls, over_racks, through)
    search = _Search(maker, balls, through, few)
    search.make(frozenset(balls))
    return Run(
        maker, state("", balls), KINDS, lambda at: at[1:], (float(RACK), 1.0), (search.usual, over_racks)
    )


def _break_run(maker: Maker, balls: tuple[str, ...], over_racks: float, through: str | None) -> Run:
    """The shot into a standing rack by one of the balls outside it; where there is none, by any."""
    loose = [ball for ball in balls if not racked_place(maker.table, dict(maker.layout.places)[ball])]
    start = state("", balls)
    wanted = [through] if through in balls else []
    tried = dict.fromkeys([*wanted, *(loose or balls)])
    ways = [Way(ball, UNTOUCHED, (1.0 / RACK, 0.0)) for ball in tried]
    maker = breaking(maker)
    maker.make(start, balls, ways)
    return Run(maker, start, KINDS, lambda at: at[1:], (float(RACK), 1.0), (over_racks, over_racks))


def break_chances(maker: Maker, ball: str) -> np.ndarray:
    """Chance (g,) from each node to pot `ball`, the other fourteen racked, so that the cue ball goes into
    the rack; 0 where the ball lies in the way of the rack."""
    place = dict(maker.layout.places)[ball]
    racked = racked_again(maker.table, ball, Layout.of({ball: place})).layout
    nodes = nodes_of(*grid_of(maker.table, maker.spacing))
    if racked.get(ball) != place:
        return np.zeros(len(nodes))
    fourteen = frozenset(racked.objects) - {ball}
    stock = Stock(replace(maker, layout=racked), racked.objects, (ball,), fourteen)
    return stock.chances(racked.objects, touching=tuple(fourteen))[:, 0]


class _Search:
    """Every set of a few balls; of more, those that three balls ahead lead to, and estimates there."""

    def __init__(self, maker: Maker, balls: tuple[str, ...], through: str | None, few: int):
        self.maker, self.balls, self.whole = maker, balls, len(balls) <= few
        whole = Stock(maker, balls, balls, frozenset())
        easy = whole.chances(balls)
        ordered = sorted(balls, key=lambda ball: (-ease(easy[:, balls.index(ball)]), ball))
        wanted = [through] if through in balls else []
        firsts = ordered if self.whole else list(dict.fromkeys([*wanted, *ordered[:FIRSTS]]))
        self.firsts = tuple(firsts)
        self.stock = whole if self.whole else Stock(maker, balls, self.firsts, frozenset())
        self.usual = (1.0 - LOST * maker.skill.speed) * ease(easy.max(axis=1))
        foot = maker.table.foot_spot
        near = sorted(balls, key=lambda ball: dict(maker.layout.places)[ball].distance(foot))
        breakers = balls if self.whole else near[:BREAKERS]
        self.broken = {ball: break_chances(maker, ball) for ball in breakers}

    def make(self, left: Set) -> None:
        """The map of a set with everything that follows it."""
        at = state("", left)
        if at in self.maker.following:
            return
        gone = len(self.balls) - len(left)
        if len(left) == 1:
            (last,) = left
            self.maker.known(at, self._broken(self.broken.get(last, np.zeros(self._count))))
        elif gone == AHEAD and not self.whole:
            self.maker.known(at, self._estimate(left))
        else:
            ways = []
            for ball in self.firsts:
                if ball in left:
                    self.make(left - {ball})
                    ways.append(Way(ball, state("", left - {ball}), (1.0 / RACK, 0.0)))
            self.stock.map(at, at[1:], ways)

    @property
    def _count(self) -> int:
        return int(np.prod(self.maker.shape))

    def _broken(self, chance: np.ndarray) -> np.ndarray:
        """Values (2, g) with one ball left: balls of the next rack, and the chance of the break shot."""
        return np.array([rack_of(self.usual) * chance / RACK, chance])

    def _estimate(self, left: Set) -> np.ndarray:
        """Values (2, g) beyond the search: the best pot from there, then pots as easy as they usually are,
        and at the end the best of the break shots as it is from a well chosen place."""
        chance = self.stock.chances(tuple(left)).max(axis=1)
        more = len(left) - 2
        there = [float(np.quantile(self.broken[ball], CHOSEN)) for ball in self.broken if ball in left]
        last = self._broken(np.array(max(there, default=0.0)))
        run = sum(self.usual**k for k in range(more + 1))
        kept = chance * self.usual**more
        return np.array([chance * run / RACK + kept * last[0], kept * last[1]])
