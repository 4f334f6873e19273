"""The chance map of straight pool (14.1): the rack in any order, down to a ball to break the next one with.

Two values are carried: the balls that are to be expected, those of the racks to come among them, and the
chance to make the break shot. A break shot is worth what it opens (`opened.py`).
"""

from dataclasses import replace

import numpy as np

from ..equipment.racking import packed, racked_place
from .chart import READ, ChanceMap, Way
from .endings import endings, with_one_left, worth
from .maps import Maker, know_nothing
from .opened import (
    ONE,
    RACK,
    at_a_glance,
    break_balls,
    break_map,
    glance_for,
    over_racks,
    places_of,
    reading,
    usual,
)  # fmt: skip
from .run import Run, state
from .sets import Set, ease
from .stock import Stock

KINDS = ("balls", "break shot")
FEW = 6
"""Balls up to which every order is searched to the end; of more, three balls ahead."""
AHEAD, FIRSTS = 3, 6
"""Balls that are searched ahead, and balls looked at in that search, where there are more."""
BREAKERS = 4
"""Balls looked at as the one to break the next rack with: those that make a break shot most often."""


def straight_run(
    maker: Maker, balls: tuple[str, ...], through: str | None = None, few: int = FEW,
    ending: tuple[str, ...] = (), partner: Maker | None = None,
) -> Run:  # fmt: skip
    """The run through `balls` down to one of them; up to `few` of them in every order.

    ending: the key ball and the break ball, where they are named (or the break ball alone). partner: who
    plays every second ball of a team. Raises KeyError for a ball that is not there.
    """
    maker = replace(maker, glance=glance_for(maker.table, maker.skill, maker.physics))
    know_nothing(maker)
    over = over_racks(maker.table, maker.skill, maker.physics)
    if packed(maker.table, maker.layout):
        return _break_run(maker, balls, over, through)
    if partner is not None:
        read = glance_for(partner.table, partner.skill, partner.physics)
        partner = replace(maker, skill=partner.skill, glance=read)
    search = _Search(maker, balls, through, few, ending, partner)
    search.make(frozenset(balls))
    return Run(
        maker, state("", balls), KINDS, lambda at: at[1:], (float(RACK), 1.0), (usual(maker, balls), over),
        search.broken, search.kept, partner,
    )  # fmt: skip


def _break_run(maker: Maker, balls: tuple[str, ...], over: float, through: str | None) -> Run:
    """The shot into a standing rack by one of the balls outside it; where there is none, by any."""
    loose = [ball for ball in balls if not racked_place(maker.table, dict(maker.layout.places)[ball])]
    start = state("", balls)
    wanted = [through] if through in balls else []
    ways = [Way(ball, READ, ONE) for ball in dict.fromkeys([*wanted, *(loose or balls)])]
    maker = reading(maker, breaking=True)
    maker.make(start, balls, ways)
    return Run(maker, start, KINDS, lambda at: at[1:], (float(RACK), 1.0), (over, over))


class _Search:
    """Every set of a few balls; of more, those that three balls ahead lead to, and a glance there."""

    def __init__(
        self, maker: Maker, balls: tuple[str, ...], through: str | None, few: int, ending: tuple[str, ...],
        partner: Maker | None = None,
    ):  # fmt: skip
        self.maker, self.balls, self.whole = maker, balls, len(balls) <= few
        whole = Stock(maker, balls, balls, frozenset())
        self.partner = partner
        breaker = maker if partner is None or len(balls) % 2 else partner
        self.broken = _break_maps(breaker, balls, ending)
        self.kept, firsts = ending, balls
        if not self.whole:
            self.kept = ending or _best_ending(maker, balls, self.broken, through)
            easy = whole.chances(balls)
            ordered = sorted(balls, key=lambda ball: (-ease(easy[:, balls.index(ball)]), ball))
            wanted = [through] if through in balls else []
            others = [ball for ball in ordered if ball not in self.kept]
            firsts = tuple(dict.fromkeys([*wanted, *others[:FIRSTS]]))
        self.firsts = firsts
        self.stock = whole if self.whole else Stock(maker, balls, firsts, frozenset())
        self.stocks = [self.stock, self.stock]
        if partner is not None:
            self.stocks[1] = Stock(partner, balls, firsts, frozenset())

    def make(self, left: Set) -> None:
        """The map of a set with everything that follows it."""
        at = state("", left)
        if at in self.maker.following:
            return
        gone = len(self.balls) - len(left)
        if len(left) == 1:
            (last,) = left
            self.maker.known(at, self._broken(last))
        elif gone == AHEAD and not self.whole:
            self.maker.known(at, at_a_glance(self.maker, at[1:], places_of(self.maker)))
        else:
            ways = []
            for ball in self.firsts:
                if ball in left and self._its_turn(ball, left):
                    self.make(left - {ball})
                    ways.append(Way(ball, state("", left - {ball}), ONE))
            self.stocks[gone % 2].map(at, at[1:], ways)

    def _its_turn(self, ball: str, left: Set) -> bool:
        """Whether a ball may be potted now: a key ball that is named last, the break ball never."""
        return ball not in self.kept or (len(left) == len(self.kept) and ball != self.kept[-1])

    def _broken(self, last: str) -> np.ndarray:
        """Values (2, g) with one ball left."""
        if last not in self.broken:
            return np.zeros((2, int(np.prod(self.maker.shape))))
        return with_one_left(self.broken[last])


def _break_maps(maker: Maker, balls: tuple[str, ...], ending: tuple[str, ...]) -> dict[str, ChanceMap]:
    """The maps of the break shots by the balls that make one most often, or by the one named; the best
    first."""
    wanted = ending[-1:] or tuple(break_balls(maker, balls))[:BREAKERS]
    maps = {ball: break_map(maker, ball) for ball in wanted}
    return dict(sorted(maps.items(), key=lambda one: -worth(one[1])))


def _best_ending(
    maker: Maker, balls: tuple[str, ...], broken: dict[str, ChanceMap], through: str | None
) -> tuple[str, ...]:
    """The break ball of the best ending, without the ball `through`; none where no ball makes a break
    shot. The key ball may go earlier: another one can lead there."""
    others = {ball: chart for ball, chart in broken.items() if ball != through}
    best = next(iter(endings(maker, [ball for ball in balls if ball != through], others)), None)
    return () if best is None else (best.break_ball,)
