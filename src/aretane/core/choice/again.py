"""Snooker after a foul: what it is worth to have the other player play again, from where the balls lie or
with them put back after a miss."""

from dataclasses import dataclass, replace

from ..contest.decide import standing_equity
from ..contest.seat import Seat
from ..contest.turn import Standing
from ..runout.games import Question

SEED = (0, 11)


@dataclass(frozen=True, slots=True)
class Again:
    """The chances to win of the player who has the other play again, by a look at the table and not by
    strikes. here: from where the balls lie; put_back: with them put back, None where no miss was called."""

    here: float
    put_back: float | None


def again(at: Standing, me: Seat, other: Seat, before: Question | None) -> Again:
    """What it is worth to have the other play again. before: the other's question before a miss, if one was
    called: put back, the same ball is on."""

    def left(theirs: Standing) -> float:
        look = other.look(theirs, SEED)
        return 1.0 - standing_equity(look, theirs.with_cue(look.place), other, me)

    theirs = at.theirs
    back = None
    if before is not None:
        back = left(replace(theirs, layout=before.layout, group_on=before.group_on))
    return Again(left(theirs), back)
