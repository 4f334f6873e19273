"""The chance map of snooker: points to be expected of the visit.

Reds and colours in turn, colours back on their spots: two reds and two colours ahead are searched, or all
reds where few are left; what is beyond is estimated. The colours at the end are searched to the black.
"""

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from ..equipment.balls import COLOURS, is_red, value
from ..equipment.layout import Layout
from ..equipment.table import Table
from ..skill import Skill
from . import frame_glance
from .chart import State, Way
from .grid import grid_of, in_parts, nodes_of
from .kernel import POINTS
from .maps import UNREAD, Maker, know_nothing
from .records import Glance
from .run import Run, state
from .sets import Set, ease
from .stock import Stock

KINDS = ("points",)
RED, COLOUR, END = "red", "colour", "end"
"""Groups that are on."""
FEW = 3
"""Reds up to which every order is searched to the end."""
FIRSTS, SECONDS = 4, 3
"""Reds that are looked at first, and second after each of those, where there are more."""


LOST, TIED, TAKEN = 1.2, 0.88, 1.1
RED_POWER, COLOUR_POWER = (-0.47, 11.0), (-0.2, 4.5)
"""What a visit keeps from ball to ball (`frame_glance.GOING_COLUMNS`), fitted to some 1,300 visits that
model players of three levels played out from frames with 8 to 12 reds packed. LOST times the error of speed
is lost; each power grows with that error from its first figure, and is 0 at the least."""
SPACING = 0.13
"""Of the table's length between the places from which pots are looked at, about."""


def glance_at_frame(table: Table, skill: Skill, to_end: float, always: bool = False) -> Glance:
    """How a player reads what strokes leave at snooker; `to_end`: points of the colours in order."""
    red, colour = (max(0.0, at + by * skill.speed) for at, by in (RED_POWER, COLOUR_POWER))
    going = np.array((max(0.0, 1.0 - LOST * skill.speed), red, TIED, colour, to_end, TAKEN))
    places = nodes_of(*grid_of(table, SPACING * table.length))
    return UNREAD._replace(places=places, going=going, always=always)


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
    to_end = float(maker.following[state(END, COLOURS)][0].mean()) * POINTS
    maker = replace(maker, glance=glance_at_frame(maker.table, maker.skill, to_end), counting=True)
    know_nothing(maker)
    search = _Search(maker, reds, through, few)
    start = search.of(group_on, frozenset(reds))
    search.make(group_on, frozenset(reds))
    return Run(maker, start, KINDS, search.balls_of, (POINTS,))


def points_everywhere(maker: Maker, reds: Sequence[str], on: str) -> np.ndarray:
    """Points over POINTS (1, g) that `reds` and the colours promise at a glance from each node of the map,
    a red or a colour on."""
    balls, nodes = [*reds, *COLOURS], nodes_of(*grid_of(maker.table, maker.spacing))
    found = np.zeros(len(nodes))
    rows, read, bed = maker.rows(maker.layout, balls), maker.reading(maker.layout, balls), maker.bed

    def look(part: slice) -> None:
        frame_glance.points_at(nodes[part], rows, on == RED, maker.skill.aim, read, bed, found[part])

    in_parts(look, len(nodes), maker.threads)
    return found[None, :] / POINTS


def points_after(maker: Maker, layout: Layout, on: str) -> float:
    """Points over POINTS that a layout promises at a glance, a red or a colour on; none without a cue
    ball."""
    if layout.cue is None:
        return 0.0
    there, found = replace(maker, layout=layout), np.zeros(1)
    balls = layout.objects
    rows, read = there.rows(layout, balls), there.reading(layout, balls)
    frame_glance.points_at(np.array([layout.cue]), rows, on == RED, maker.skill.aim, read, maker.bed, found)
    return float(found[0]) / POINTS


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
        """Points beyond the search (1, g), with a red on: a glance from each place."""
        return points_everywhere(self.maker, tuple(left), RED)
