"""Snooker in short: what a strike scores or gives away, and which group is on after it.

Section 3 of the rules (WPBSA, memory): a red and a colour in turn, then the colours in order; a foul gives
the other at least four points, or the value of the ball on or of a ball wrongly hit or potted. A free ball
counts as the ball on and comes back. Not in it: the foul of a snooker behind a free ball.
"""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from ..equipment.balls import COLOURS, is_red, value
from ..equipment.layout import Layout
from ..equipment.table import PocketName, Table
from ..games import game
from ..games.setting_up import respotted
from ..games.snooker import SNOOKER
from ..motion.play import Ends
from ..runout.snooker import COLOUR, END, RED
from .verdicts import AGAIN, FOUL, LEVEL, LOST, OVER, WON

LEAST_FOUL = 4
"""Points that a foul gives away at the least."""
LAST = "black"
FREE = 7.0
"""Points at most of the colour after a red."""

Called = tuple[str, PocketName] | None
Touched = tuple[NDArray[np.bool_], NDArray[np.bool_]]
"""As `turn.touched` gives it."""


def balls_on(balls: Sequence[str], group_on: str) -> tuple[str, ...]:
    """Balls that may be hit first: of the colours after a red any, at the end the lowest."""
    if group_on == RED:
        return tuple(ball for ball in balls if is_red(ball))
    colours = tuple(ball for ball in COLOURS if ball in balls)
    return colours if group_on == COLOUR else colours[:1]


def first_group(layout: Layout) -> str:
    """The group that is on for a player who comes to the table."""
    return RED if any(is_red(ball) for ball in layout.objects) else END


def next_group(group_on: str, layout: Layout) -> str:
    """The group that is on for a player who plays on."""
    return COLOUR if group_on == RED else first_group(layout)


def points_left(layout: Layout, group_on: str) -> float:
    """Points that can still be made without a foul."""
    reds = sum(is_red(ball) for ball in layout.objects)
    colours = sum(value(ball) for ball in COLOURS if group_on != END or ball in layout)
    return (1.0 + FREE) * reds + colours + (FREE if group_on == COLOUR else 0.0)


def lead_in(discipline: str, lead: float) -> float:
    """The lead as far as the game looks at it: in snooker alone points decide the frame."""
    return lead if game(discipline).by_colours else 0.0


def level(lead: float) -> float:
    """The chance of who leads by so much when no ball is left."""
    return 1.0 if lead > 0 else 0.5 if lead == 0 else 0.0


def judged(
    group_on: str, on: Sequence[str], lead: float, ends: Ends, called: Called, free: bool, touched: Touched
) -> NDArray[np.int64]:
    """The verdicts (k,) of strikes. free: a free ball may be nominated.

    Without a called ball the colour that is hit first counts as nominated. With the black alone the first
    pot or foul ends the frame; a level score counts as even, because the black is played again from its
    spot.
    """
    may, first = _nominated(group_on, on, ends, called, free)
    onto, met = touched
    down = ends.fates >= 0
    wrong = (down & ~may).any(axis=1) | (ends.fates == -2).any(axis=1)
    foul = wrong | onto | ~(met | np.take_along_axis(may, first[:, None], axis=1)[:, 0])
    made = down.any(axis=1)
    verdicts = np.where(foul, FOUL, np.where(made, AGAIN, OVER))
    if group_on == END and tuple(on) == (LAST,):
        last = value(LAST)
        scored, given = _ended(lead + last), _ended(lead - last)
        verdicts = np.where(verdicts == AGAIN, scored, np.where(verdicts == FOUL, given, verdicts))
    return verdicts


def points(
    group_on: str, on: Sequence[str], ends: Ends, k: int, called: Called, free: bool = False,
    touched: Touched | None = None,
) -> float:  # fmt: skip
    """What strike k scores, or gives away if it is a foul. free: a free ball may be nominated."""
    may, first = _nominated(group_on, on, ends, called, free)
    onto, met = (False, False) if touched is None else (bool(touched[0][k]), bool(touched[1][k]))
    names, fates = ends.names, ends.fates[k]
    down = [j for j in range(1, len(names)) if fates[j] >= 0]
    hit = not onto and (met or bool(may[k, first[k]]))
    lawful = hit and all(may[k, j] for j in down) and fates[0] == -1
    if lawful and not (fates == -2).any():
        return float(sum(value(on[0]) if free and names[j] not in on else value(names[j]) for j in down))
    involved = [j for j in range(1, len(names)) if fates[j] != -1]
    involved += [int(first[k])] if first[k] > 0 else []
    worth = [value(names[j]) for j in involved]
    if group_on != COLOUR:
        worth.append(value(on[0]))
    elif called is not None:
        worth.append(value(called[0]))
    return float(max([LEAST_FOUL, *worth]))


def back(
    table: Table, group_on: str, ends: Ends, k: int, verdict: int, left: Layout, on: Sequence[str] = ()
) -> Layout:
    """What strike k leaves with the colours back that return: all but one taken in turn at the end.

    on: the balls on where a free ball was nominated, which comes back; else nothing.
    """
    gone = [
        name for name, fate in zip(ends.names, ends.fates[k], strict=True) if fate != -1 and name in COLOURS
    ]
    if group_on == END and verdict == AGAIN:
        gone = [name for name in gone if on and name not in on]
    if not gone:
        return left
    return left.changed(dict(respotted(table, SNOOKER.code, gone, left).places))


def _nominated(
    group_on: str, on: Sequence[str], ends: Ends, called: Called, free: bool
) -> tuple[NDArray[np.bool_], NDArray[np.int64]]:
    """Which balls (k, n) each strike may hit first and pot, and the ball (k,) it hits first (0: none)."""
    names = list(ends.names)
    first = np.maximum(ends.first_hit, 0)
    may = np.zeros(ends.fates.shape, dtype=bool)
    if group_on == COLOUR and called is None:
        may[np.arange(len(first)), first] = np.isin(first, [names.index(ball) for ball in on])
    else:
        allowed = (called[0],) if group_on == COLOUR and called is not None else on
        may[:, [names.index(ball) for ball in allowed if ball in names]] = True
    if free and called is not None and called[0] in names:
        may[:, names.index(called[0])] = True
    elif free:
        may[np.arange(len(first)), first] = True  # the ball hit first was nominated
    may[:, 0] = False
    return may, first


def _ended(lead: float) -> int:
    return WON if lead > 0 else LEVEL if lead == 0 else LOST
