"""The chance map of eight-ball and English eight-ball: a group in any order, then the last ball."""

from collections.abc import Mapping, Sequence

from .chart import Way
from .in_turn import IN_GROUPS, reading_in_turn
from .maps import Maker, Turn
from .run import Run, state
from .sets import WIDTH, Order
from .stock import Stock

KINDS = ("finish",)
OPEN = "open"
"""What is on while the groups are open."""
NOTHING = (0.0,)


def group_run(
    maker: Maker, groups: Mapping[str, Sequence[str]], mine: str | None, last: str,
    through: str | None = None, width: int = WIDTH,
) -> Run:  # fmt: skip
    """The run through the group `mine` (None: the groups are open) and then `last`.

    `groups` names the balls of each group on the table; `through` is kept as a next ball. Raises KeyError
    for a ball that is not there.
    """
    members = {name: tuple(balls) for name, balls in groups.items()}
    if mine is not None:
        turns = dict.fromkeys(members[mine], Turn(1, maker.skill.aim)) | {last: Turn(2, maker.skill.aim)}
        maker = reading_in_turn(maker, turns, IN_GROUPS)
    every = (*(ball for balls in members.values() for ball in balls), last)

    def others(name: str) -> tuple[str, ...]:
        return tuple(ball for group, balls in members.items() if group != name for ball in balls)

    def balls_of(at: tuple[str, ...]) -> tuple[str, ...]:
        return at[1:] if at[0] == OPEN else (*at[1:], *others(at[0]))

    start = state(OPEN, every)
    ways: list[Way] = []
    for name in [mine] if mine is not None else list(members):
        stock = Stock(maker, every, (*members[name], last), frozenset((*others(name), last)))
        order = Order(stock, members[name], last, others(name), name, NOTHING)
        stock.map(order.of(()), order.on_table(()), (Way(last, None),))
        whole = frozenset(members[name])
        if mine is not None:
            start = order.of(whole)
        if whole:
            rests = order.kept(len(whole) - 1, width, through)
            ways += [order.way(ball, whole) for ball in sorted(whole) if whole - {ball} in rests]
    if mine is not None and ways:
        stock.map(start, balls_of(start), ways)
    elif ways:
        maker.make(start, balls_of(start), ways)
    return Run(maker, start, KINDS, balls_of)
