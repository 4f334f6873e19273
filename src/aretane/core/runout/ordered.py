"""What a reviewer's own order is worth, beside the best one."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..equipment.balls import GROUPS
from .games import Question
from .maps import Maker, Outlook, State, Way
from .run import Run, state


class NoOrder(ValueError):
    """The order cannot be valued; the message says why, and what would help."""


@dataclass(frozen=True, slots=True)
class Ordered:
    """An order of balls with its value from where the cue ball lies, and how many of its balls were valued
    as ordered.

    The search chooses the order of the rest.
    """

    outlook: Outlook
    balls: tuple[str, ...]
    followed: int


def ordered(run: Run, asked: Question, order: Sequence[str]) -> Ordered:
    """Value an order of balls with the run's own maps behind it, where it ends. Raises NoOrder.

    Each ball must be played when its turn comes, in any pocket, with the shot that is best for what
    follows. Where the order does not name them all, the rest comes in the best order.
    """
    if asked.game.in_order:
        raise NoOrder("in rotation the numbers give the order")
    if asked.scores:
        raise NoOrder("an order is valued where it ends the rack: not in snooker and straight pool")
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
    group = GROUPS[wanted[0]]
    lefts = [[ball for ball in mine if ball not in wanted[:k]] for k in range(len(wanted) + 1)]
    states: list[State] = [state(group, [*left, last]) for left in lefts]
    others = [ball for ball in asked.layout.objects if ball not in mine and ball != last]
    if states[-1] not in run.maker.following:
        raise NoOrder("what the order leaves was not searched: name more balls, in the order meant")
    maker: Maker = replace(
        run.maker, report=lambda _: None, kept=None, maps={}, keys={},
        following={states[-1]: run.maker.following[states[-1]]},
    )  # fmt: skip
    for k in range(len(wanted) - 1, 0, -1):
        maker.make(states[k], [*states[k][1:], *others], (Way(wanted[k], states[k + 1]),))
    balls = list(asked.layout.objects)
    found = maker.outlook(asked.layout, balls, (Way(wanted[0], states[1]),))
    return Ordered(found, tuple(wanted), len(wanted))
