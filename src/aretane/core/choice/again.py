"""Snooker after a foul: what it is worth to have the other player play again, from where the balls lie or
with them put back after a miss."""

from dataclasses import dataclass

from ..contest.decide import standing_equity
from ..contest.scored import first_group
from ..contest.seat import Seat
from ..contest.turn import Standing
from ..equipment.layout import Layout

SEED = (0, 11)


@dataclass(frozen=True, slots=True)
class Again:
    """The chances to win of the player who has the other play again, by a look at the table and not by
    strikes. here: from where the balls lie; put_back: with them put back, None where no miss was called."""

    here: float
    put_back: float | None


def again(at: Standing, me: Seat, other: Seat, before: Layout | None) -> Again:
    """What it is worth to have the other play again. before: where the balls lay before a miss, if one was
    called."""

    def left(theirs: Standing) -> float:
        look = other.look(theirs, SEED)
        return 1.0 - standing_equity(look, theirs.with_cue(look.place), other, me)

    theirs = at.theirs
    back = None
    if before is not None and before.cue is not None:
        as_before = Standing(at.table, at.discipline, before, first_group(before), theirs.lead)
        back = left(as_before)
    return Again(left(theirs), back)
