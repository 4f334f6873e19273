"""The chance map of eight-ball and English eight-ball: a group in any order, then the last ball."""

from collections.abc import Mapping, Sequence

from .maps import Maker, Way
from .run import Run, state
from .sets import USUAL, Breadth, Order, firsts_from

SPACING = 0.12
"""m between the places of the cue ball, about."""
KINDS = ("finish",)
OPEN = "open"
"""What is due while the groups are open."""
NOTHING = (0.0,)


def group_run(
    maker: Maker, groups: Mapping[str, Sequence[str]], mine: str | None, last: str,
    through: str | None = None, breadth: Breadth = USUAL,
) -> Run:  # fmt: skip
    """The run through the group `mine` (None: the groups are open) and then `last`.

    `groups` names the balls of each group on the table; `through` is kept as a next ball. Raises KeyError
    for a ball that is not there.
    """
    members = {name: tuple(balls) for name, balls in groups.items()}

    def others(name: str) -> tuple[str, ...]:
        return tuple(ball for group, balls in members.items() if group != name for ball in balls)

    def balls_of(at: tuple[str, ...]) -> tuple[str, ...]:
        return at[1:] if at[0] == OPEN else (*at[1:], *others(at[0]))

    searched = [mine] if mine is not None else list(members)
    ways: list[Way] = []
    for name in searched:
        order = Order(maker, members[name], last, others(name), name, NOTHING)
        maker.make(order.of(()), order.on_table(()), (Way(last, None),))
        if not members[name]:
            start = order.of(())
            continue
        firsts = firsts_from(maker, members[name])
        if through in firsts:
            firsts = [through, *(ball for ball in firsts if ball != through)]
        rests = order.kept(len(members[name]) - 1, firsts, breadth)
        whole = frozenset(members[name])
        ways += [order.way(ball, whole) for ball in sorted(whole) if whole - {ball} in rests]
        start = order.of(whole)
    if mine is None:
        start = state(OPEN, [*(ball for balls in members.values() for ball in balls), last])
    if ways:
        maker.make(start, balls_of(start), ways)
    return Run(maker, start, KINDS, balls_of)
