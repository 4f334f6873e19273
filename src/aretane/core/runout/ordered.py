"""What an order of balls that a person wrote down is worth, beside the best one and beside another."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import hypot

import numpy as np

from ..equipment.balls import COLOURS, GROUPS, is_red, value
from ..equipment.racking import packed
from ..vocabulary import ball_words
from .chart import Outlook, State, Way
from .endings import with_one_left
from .games import Question
from .kernel import POINTS
from .maps import Maker
from .opened import ONE, at_a_glance, break_map, places_of
from .run import Run, state
from .snooker import COLOUR, END, RED, points_everywhere


class NoOrder(ValueError):
    """The order cannot be valued; the message says why, and what would help."""


@dataclass(frozen=True, slots=True)
class Ordered:
    """An order of balls with its value from where the cue ball lies, and how many of its balls were valued
    as ordered.

    The search chooses the order of the rest; where it did not look so far, a glance values them.
    """

    outlook: Outlook
    balls: tuple[str, ...]
    followed: int


@dataclass(frozen=True, slots=True)
class _Steps:
    """An order as states of a run: `states[k]` with k balls gone, the `ways` between them, and the balls on
    the table in each state.

    end: the values of the last state, on the grid (K, nx, ny) or by node (K, g).
    """

    states: tuple[State, ...]
    ways: tuple[Way, ...]
    tables: tuple[tuple[str, ...], ...]
    end: np.ndarray


def ordered(run: Run, asked: Question, order: Sequence[str]) -> Ordered:
    """Value an order of balls with the run's own maps behind it, where it ends. Raises NoOrder.

    Each ball must be played when its turn comes, in any pocket, with the shot that is best for what
    follows. Where the order does not name them all, the rest comes in the best order. In straight pool the
    last of all is the ball of the break shot; in snooker reds and colours are named in turn.
    """
    if not order:
        raise NoOrder("name the balls of the order first")
    if asked.game.in_order:
        raise NoOrder("in rotation the numbers give the order")
    if asked.game.any_order:
        steps = _of_a_rack(run, asked, order)
    elif asked.game.by_colours:
        steps = _of_a_frame(run, asked, order)
    else:
        steps = _of_a_group(run, asked, order)
    last = steps.states[-1]
    maker: Maker = replace(run.maker, report=lambda _: None, kept=None, maps={}, keys={}, following={})
    if steps.end.ndim == 2:
        maker.known(last, steps.end)
    else:
        maker.following[last] = steps.end
    for k in range(len(steps.ways) - 1, 0, -1):
        maker.make(steps.states[k], steps.tables[k], (steps.ways[k],))
    found = maker.outlook(asked.layout, list(asked.layout.objects), (steps.ways[0],))
    return Ordered(found, tuple(order), len(steps.ways))


def compared(one: Outlook, other: Outlook) -> tuple[float, float]:
    """By how much one order is worth more than another, and the standard error of that."""
    return one.values[0] - other.values[0], hypot(one.error, other.error)


def _of_a_group(run: Run, asked: Question, order: Sequence[str]) -> _Steps:
    last = asked.game.last
    mine = [ball for ball in asked.playable() if ball != last]
    wanted = [ball for ball in order if ball != last]
    if asked.group_on == "open" and wanted:
        mine = [ball for ball in mine if GROUPS.get(ball) == GROUPS.get(wanted[0])]
    strange = [ball for ball in wanted if ball not in mine]
    if not wanted or strange:
        raise NoOrder(
            f"{strange[0]} is not a ball of the group on the table: take it out of the order"
            if strange
            else "name the balls of the order first"
        )
    lefts = [[ball for ball in mine if ball not in wanted[:k]] for k in range(len(wanted) + 1)]
    states = tuple(state(GROUPS[wanted[0]], [*left, last]) for left in lefts)
    others = tuple(ball for ball in asked.layout.objects if ball not in mine and ball != last)
    if states[-1] not in run.maker.following:
        raise NoOrder("what the order leaves was not searched: name more balls, in the order meant")
    ways = tuple(Way(ball, then) for ball, then in zip(wanted, states[1:], strict=True))
    tables = tuple((*one[1:], *others) for one in states)
    return _Steps(states, ways, tables, run.maker.following[states[-1]])


def _of_a_rack(run: Run, asked: Question, order: Sequence[str]) -> _Steps:
    """Straight pool. A ball named last of all is the one for the break shot."""
    balls = asked.layout.objects
    if packed(asked.table, asked.layout):
        raise NoOrder("the rack stands: an order is valued once it is open")
    _all_there(order, balls)
    wanted = list(order[:-1] if len(order) == len(balls) else order)
    if not wanted:
        raise NoOrder("one ball is left: it is the break shot, and the map values it")
    lefts = [[ball for ball in balls if ball not in wanted[:k]] for k in range(len(wanted) + 1)]
    states = tuple(state("", left) for left in lefts)
    if len(lefts[-1]) == 1:
        (last,) = lefts[-1]
        end = with_one_left(run.broken.get(last) or break_map(run.maker, last))
    else:
        known = run.maker.following.get(states[-1])
        left = states[-1][1:]
        end = at_a_glance(run.maker, left, places_of(run.maker)) if known is None else known
    ways = tuple(Way(ball, then, ONE) for ball, then in zip(wanted, states[1:], strict=True))
    return _Steps(states, ways, tuple(one[1:] for one in states), end)


def _of_a_frame(run: Run, asked: Question, order: Sequence[str]) -> _Steps:
    """Snooker while reds are there: reds and colours in turn."""
    if asked.group_on == END:
        raise NoOrder("the colours are taken in order now")
    _all_there(order, asked.layout.objects, again=COLOURS)
    reds = [ball for ball in asked.layout.objects if is_red(ball)]
    on, states, ways, tables = asked.group_on, [], [], []
    for turn, ball in enumerate(order, start=1):
        if is_red(ball) != (on == RED):
            wanted = "a red" if on == RED else "a colour"
            raise NoOrder(f"ball {turn} of the order, {ball_words(ball)}: {wanted} is on then")
        states.append(_frame_state(on, reds))
        tables.append((*reds, *COLOURS))
        reds = [one for one in reds if one != ball]
        on = COLOUR if on == RED else RED
        if on == RED and not reds and turn < len(order):
            raise NoOrder("after the last red and its colour the colours are taken in order: end there")
        ways.append(Way(ball, _frame_state(on, reds), (value(ball) / POINTS,)))
    states.append(_frame_state(on, reds))
    tables.append((*reds, *COLOURS))
    known = run.maker.following.get(states[-1])
    end = points_everywhere(run.maker, reds, on) if known is None else known
    return _Steps(tuple(states), tuple(ways), tuple(tables), end)


def _frame_state(on: str, reds: Sequence[str]) -> State:
    return state(END, COLOURS) if on == RED and not reds else state(on, reds)


def _all_there(order: Sequence[str], balls: Sequence[str], again: Sequence[str] = ()) -> None:
    """Raise NoOrder for a ball that is not on the table, or one that is named twice but for `again`."""
    for ball in order:
        if ball not in balls:
            raise NoOrder(f"{ball_words(ball)} is not on the table: take it out of the order")
        if list(order).count(ball) > 1 and ball not in again:
            raise NoOrder(f"{ball_words(ball)} is named twice: take one of them out of the order")
