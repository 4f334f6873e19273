"""The chance map in rotation: backward induction, the last ball first."""

from collections.abc import Sequence

from .chart import Way
from .in_turn import IN_ORDER, reading_in_turn
from .maps import Maker, Turn
from .run import Run, state

KINDS = ("finish",)


def rotation_run(maker: Maker, order: Sequence[str], partner: Maker | None = None) -> Run:
    """The run through the balls of `order`, first to last, the last of them ending the rack.

    partner: who plays every second ball of a team; it shares the maps of `maker`.
    `maker.report` is called with every map as it is ready, the last ball's first. Raises KeyError for a
    ball that is not there.
    """
    aims = [maker.skill.aim, maker.skill.aim if partner is None else partner.skill.aim]
    turns = {ball: Turn(number + 1, aims[number % 2]) for number, ball in enumerate(order)}
    maker = reading_in_turn(maker, turns, IN_ORDER)
    partner = None if partner is None else reading_in_turn(partner, turns, IN_ORDER)
    for number in range(len(order) - 1, -1, -1):
        left = order[number:]
        then = state("", left[1:]) if len(left) > 1 else None
        who = partner if partner is not None and number % 2 else maker
        who.make(state("", left), left, (Way(left[0], then),))
    return Run(maker, state("", order), KINDS, lambda at: at[1:], partner=partner)
