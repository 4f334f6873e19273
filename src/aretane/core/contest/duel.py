"""A rack played by two model players, strike by strike: to its end it is the slow truth that values of
choices are held to."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from itertools import islice

import numpy as np

from ..motion.physics import Physics
from .decide import Intended, decide, sends_back
from .seat import Seat
from .strikes import mistaken, played
from .turn import Standing, after, judged
from .verdicts import AGAIN, FOUL, LEVEL, LOST, WON

LONGEST = 400
"""Strikes after which a rack, frame or game counts as drawn."""


@dataclass(frozen=True, slots=True)
class Turn:
    """One strike of a duel.

    It holds who struck (0 or 1), the standing, the strike meant and its ends; then the result for the first
    player (`won`) if the rack ended, or else the table as the player `next` finds it.
    """

    who: int
    at: Standing
    meant: Intended
    verdict: int
    won: float | None
    then: Standing
    next: int


def turns(
    at: Standing, sides: tuple[Seat, Seat], physics: Physics, rng: np.random.Generator,
    first: Intended | None = None,
) -> Iterator[Turn]:  # fmt: skip
    """The strikes of a rack between two players, to its end. The first of them is at the table.

    first: the strike that player plays now, whatever else looks better.
    """
    who, won = 0, None
    while won is None:
        me, other = sides[who], sides[1 - who]
        meant = first or decide(at, me, other, physics, rng)
        first = None
        here = at.with_cue(meant.cue)
        rows = mistaken(here, meant.cue, meant.strike, me.skill, physics, rng.standard_normal((1, 4)))
        ends = played(here, meant.cue, rows, physics)
        verdict = int(judged(here, ends, meant.called)[0])
        then, comes = here, who
        if verdict == LEVEL:
            won = 0.5
        elif verdict in (WON, LOST):
            won = float((verdict == WON) == (who == 0))
        else:
            then = after(here, ends, 0, verdict, meant.called)
            comes = who if verdict == AGAIN else 1 - who
            seed = int(rng.integers(2**31)) if verdict == FOUL else 0
            if verdict == FOUL and sends_back(then, sides[comes], sides[1 - comes], seed):
                then, comes = then.theirs, 1 - comes
        yield Turn(who, at, meant, verdict, won, then, comes)
        at, who = then, comes


def duel(
    at: Standing, sides: tuple[Seat, Seat], physics: Physics, rng: np.random.Generator,
    first: Intended | None = None, report: Callable[[Turn], object] = lambda turn: None,
) -> float:  # fmt: skip
    """1 if the first of the two players, who is at the table, wins the rack; 0.5 if it does not end or ends
    level. `first` as in `turns`; `report` is called with every strike."""
    for turn in islice(turns(at, sides, physics, rng, first), LONGEST):
        report(turn)
        if turn.won is not None:
            return turn.won
    return 0.5
