"""Snooker after a foul: what it is worth to have the other player play again, from where the balls lie or
with them put back after a miss."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal

from ..contest.decide import standing_equity
from ..contest.seat import Seat
from ..contest.turn import Standing
from ..motion.physics import Physics
from ..runout.games import Question
from .option import Choices
from .options import May, choices, never

SEED = (0, 11)
SentBack = Literal["again", "put-back"]
"""The other plays again from where the balls lie, or with them put back after a miss."""


@dataclass(frozen=True, slots=True)
class Sent:
    """The chance to win of a player who has the other play again. error: its standard error, None where it
    is by a look at the table and not by strikes."""

    value: float
    error: float | None


@dataclass(frozen=True, slots=True)
class Again:
    """Both ways of having the other play again. put_back: None where no miss was called."""

    here: Sent
    put_back: Sent | None

    @property
    def ways(self) -> tuple[tuple[SentBack, Sent], ...]:
        """The ways there are."""
        return (("again", self.here), *((("put-back", self.put_back),) if self.put_back else ()))


def again(at: Standing, me: Seat, other: Seat, before: Question | None) -> Again:
    """What it is worth by a look. before: the other's question before a miss, if one was called: put back,
    the same ball is on."""
    return _both(at, before, lambda theirs: _looked(theirs, me, other))


def again_struck(
    at: Standing, me: Seat, other: Seat, physics: Physics, before: Question | None, threads: int = 1,
    report: Callable[[Choices], object] = lambda found: None, time_is_up: Callable[[], bool] = never,
) -> Again:  # fmt: skip
    """What it is worth by the other's best option there, settled with strikes; else as `again`."""

    def struck(theirs: Standing) -> Sent:
        may = May(hand="behind-line" if theirs.in_hand else "")
        found = choices(theirs, other, me, physics, threads, True, (), report, may, time_is_up)
        if not found.options:
            return _looked(theirs, me, other)
        best = found.options[0]
        return Sent(1.0 - best.value, best.error)

    return _both(at, before, struck)


def _both(at: Standing, before: Question | None, left: Callable[[Standing], Sent]) -> Again:
    theirs = at.theirs
    back = None if before is None else replace(theirs, layout=before.layout, group_on=before.group_on)
    return Again(left(theirs), None if back is None else left(back))


def _looked(theirs: Standing, me: Seat, other: Seat) -> Sent:
    look = other.look(theirs, SEED)
    return Sent(1.0 - standing_equity(look, theirs.with_cue(look.place), other, me), None)
