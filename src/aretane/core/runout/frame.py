"""Snooker: the chance to win the frame from what a visit promises. An estimate beyond the search.

A visit is a string of pots, each with the same chance, that ends with the first miss; the other player
then begins one. Fouls, safeties and where a miss leaves the balls are not in it.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

from scipy.optimize import brentq

from ..equipment.balls import COLOURS, is_red, value
from ..equipment.layout import Layout
from ..equipment.table import Table
from ..motion import Physics
from ..skill import Skill
from .maps import Maker
from .sets import ease
from .snooker import COLOUR, END
from .stock import Stock

SPACING = 0.08
"""Of the table's length between the places looked at for what is usual."""
COLOUR_TAKEN = 5.0
"""Points of the colour after a red, on average (our choice)."""
HELD = 0.8
"""Share of the easiest pot's chance that a visit keeps from ball to ball (our choice)."""
SURE = 0.999


@dataclass(frozen=True, slots=True)
class Frame:
    """How a frame stands before a visit: the `lead` of the player on view, the points of each pot still to
    come in turn, and which of them are free colours (a missed one is lost with its red)."""

    lead: float
    pots: tuple[float, ...]
    after_red: tuple[bool, ...]


def frame_of(lead: float, group_on: str, layout: Layout) -> Frame:
    """The frame as the table stands; `group_on` is red, colour or end, as in `games.Question`."""
    reds = sum(is_red(ball) for ball in layout.objects)
    pots: list[float] = [COLOUR_TAKEN] if group_on == COLOUR else []
    pots += [1.0, COLOUR_TAKEN] * reds
    last = [float(value(ball)) for ball in COLOURS if group_on != END or ball in layout]
    free = [pot == COLOUR_TAKEN for pot in pots]
    return Frame(lead, (*pots, *last), (*free, *(False for _ in last)))


def win_chance(frame: Frame, expected: float, own: float, other: float) -> float:
    """Chance (0 to 1) that the player at the table wins the frame.

    `expected` are the points this visit promises; `own` and `other` each player's usual chance of a pot.
    Level scores at the end count half: the black decides.
    """
    pots, free = frame.pots, frame.after_red
    now = _chance_for(pots, expected)

    def start(k: int) -> int:
        """Where the next visit begins after a miss at pot k: a colour missed after its red is lost."""
        return k + 1 if free[k] else k

    @cache
    def begins(k: int, lead: float) -> tuple[float, float]:
        """Chance of the player on view with pots from k left: to begin a visit, or the other to."""
        if k == len(pots):
            return (_level(lead), _level(lead))
        ours, theirs = (
            [0.0, 0.0],
            [0.0, 0.0],
        )  # what is known, and the share that comes back to this very state
        for chance, sign, sums in ((own, 1.0, ours), (other, -1.0, theirs)):
            reached, points = 1.0, 0.0
            for j in range(k, len(pots)):
                missed = reached * (1.0 - chance)
                at, stands = start(j), lead + sign * points
                if at == k:
                    sums[1] += missed
                else:
                    after = begins(at, stands)
                    sums[0] += missed * (after[1] if sign > 0 else after[0])
                reached *= chance
                points += pots[j]
            sums[0] += reached * _level(lead + sign * points)
        mine = (ours[0] + ours[1] * theirs[0]) / (1.0 - ours[1] * theirs[1])
        return mine, theirs[0] + theirs[1] * mine

    total, reached, points = 0.0, 1.0, 0.0
    for j in range(len(pots)):
        after = begins(start(j), frame.lead + points)[1]
        total += reached * (1.0 - now) * after
        reached *= now
        points += pots[j]
    return total + reached * _level(frame.lead + points)


def _level(lead: float) -> float:
    return 1.0 if lead > 0 else 0.5 if lead == 0 else 0.0


def _chance_for(pots: Sequence[float], expected: float) -> float:
    """The chance of each pot at which a visit is worth that many points."""

    def worth(chance: float) -> float:
        total, reached = 0.0, 1.0
        for points in pots:
            reached *= chance
            total += reached * points
        return total

    if not pots or expected <= 0.0:
        return 0.0
    return SURE if worth(SURE) <= expected else float(brentq(lambda one: worth(one) - expected, 0.0, SURE))


def usual(table: Table, layout: Layout, skill: Skill, physics: Physics, threads: int = 2) -> float:
    """A player's usual chance of a pot on this table: the easiest ball from most places, less what is lost
    from shot to shot."""
    maker = Maker(table, layout, skill, SPACING * table.length, physics, threads=threads)
    balls = layout.objects
    stock = Stock(maker, balls, balls, frozenset(balls))
    return min(0.97, HELD * ease(stock.chances(balls).max(axis=1)))
