"""The chance map of snooker: points to be expected of the visit.

Reds and colours in turn, colours back on their spots: two reds and two colours ahead are searched, or all
reds where few are left; what is beyond is estimated. The colours at the end are searched to the black.
"""

from collections.abc import Sequence

import numpy as np

from ..equipment.balls import COLOURS, is_red, value
from .maps import Maker, State, Way
from .run import Run, state
from .sets import Set, ease
from .stock import Stock

KINDS = ("points",)
POINTS = 100.0
"""Points that a value of one stands for."""
RED, COLOUR, END = "red", "colour", "end"
"""Groups that are on."""
FEW = 3
"""Reds up to which every order is searched to the end."""
FIRSTS, SECONDS = 4, 3
"""Reds that are looked at first, and second after each of those, where there are more."""


def snooker_run(maker: Maker, group_on: str, through: str | None = None, few: int = FEW) -> Run:
    """The visit from where the balls of the maker's layout lie; `group_on` is red, colour or end.

    Up to `few` reds are searched in every order. Raises KeyError for a colour that is not there while reds
    are.
    """
    objects = maker.layout.objects
    reds = tuple(ball for ball in objects if is_red(ball))
    colours = tuple(ball for ball in COLOURS if ball in objects)
    if group_on == END:
        _to_the_end(maker, colours)
        return Run(maker, state(END, colours), KINDS, lambda at: at[1:], (POINTS,))
    _to_the_end(maker, COLOURS)
    search = _Search(maker, reds, through, few)
    start = search.of(group_on, frozenset(reds))
    search.make(group_on, frozenset(reds))
    return Run(maker, start, KINDS, search.balls_of, (POINTS,))


def _to_the_end(maker: Maker, colours: Sequence[str]) -> None:
    """The colours in order, the black last."""
    for number in range(len(colours) - 1, -1, -1):
        left = colours[number:]
        points = (value(left[0]) / POINTS,)
        then = state(END, left[1:]) if len(left) > 1 else None
        maker.make(state(END, left), left, (Way(left[0], then, points),))


class _Search:
    """The search while reds are there."""

    def __init__(self, maker: Maker, reds: tuple[str, ...], through: str | None, few: int):
        self.maker, self.reds, self.whole = maker, reds, len(reds) <= few
        self.every = (*reds, *COLOURS)
        self.wanted = through if through in reds else None
        chances = Stock(maker, self.every, reds, frozenset(COLOURS)) if reds else None
        self.firsts = self._firsts(chances)
        self.stock = Stock(maker, self.every, (*self.firsts, *COLOURS), frozenset(COLOURS))

    def of(self, group_on: str, left: Set) -> State:
        return state(END, COLOURS) if group_on == RED and not left else state(group_on, left)

    def balls_of(self, at: State) -> tuple[str, ...]:
        return at[1:] if at[0] == END else (*at[1:], *COLOURS)

    def make(self, group_on: str, left: Set) -> None:
        """The map of a state with everything that follows it."""
        at = self.of(group_on, left)
        if at in self.maker.following:
            return
        gone = len(self.reds) - len(left)
        if group_on == RED and gone >= 2 and not self.whole:
            self.maker.known(at, self._estimate(left))
            return
        ways = []
        if group_on == COLOUR:
            self.make(RED, left)
            ways = [Way(ball, self.of(RED, left), (value(ball) / POINTS,)) for ball in COLOURS]
        else:
            for ball in self._looked_at(left, gone):
                self.make(COLOUR, left - {ball})
                ways.append(Way(ball, self.of(COLOUR, left - {ball}), (1.0 / POINTS,)))
        self.stock.map(at, self.balls_of(at), ways)

    def _firsts(self, stock: Stock | None) -> tuple[str, ...]:
        """The reds that are looked at: all of a few, else those easiest from most places."""
        if stock is None or self.whole:
            return self.reds
        easy = stock.chances(self.every)
        ordered = sorted(self.reds, key=lambda ball: (-ease(easy[:, self.reds.index(ball)]), ball))
        kept = ordered[: FIRSTS + SECONDS - 1]
        return tuple(dict.fromkeys([*([self.wanted] if self.wanted else []), *kept]))

    def _looked_at(self, left: Set, gone: int) -> list[str]:
        there = [ball for ball in self.firsts if ball in left]
        if self.whole:
            return there
        return there[: FIRSTS + (self.wanted is not None)] if gone == 0 else there[:SECONDS]

    def _estimate(self, left: Set) -> np.ndarray:
        """Points beyond the search (1, g): the best red from there, then pots as easy as usual."""
        balls = [*left, *COLOURS]
        chances = self.stock.chances(balls)
        numbers = [self.stock.targets.index(ball) for ball in self.firsts if ball in left]
        colours = chances[:, len(self.firsts) :]
        points = np.array([value(ball) for ball in COLOURS])
        gain = (colours * points).max(axis=1)
        red = chances[:, numbers].max(axis=1) if numbers else np.zeros(len(chances))
        usual_red, usual_colour = ease(red), ease(colours.max(axis=1))
        colour = ease(gain)
        after = colour + usual_colour * ease(self.maker.following[state(END, COLOURS)][0]) * POINTS
        for _ in range(len(left) - 1):
            after = colour + usual_colour * usual_red * (1.0 + after)
        return np.array([red * (1.0 + after) / POINTS])
