"""A rack played to its end by two model players: the slow truth that values of choices are held to."""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from ..motion.physics import Physics
from .decide import Intended, decide, sends_back
from .side import Side
from .strikes import mistaken, played
from .turn import Standing, after, judged
from .verdicts import AGAIN, FOUL, LEVEL, LOST, WON

LONGEST = 200
"""Strikes after which a rack counts as drawn."""


@dataclass(frozen=True, slots=True)
class Turn:
    """One strike of a duel: whose it was (0 or 1), how the table stood, what was meant and what came."""

    who: int
    at: Standing
    meant: Intended
    verdict: int


def duel(
    at: Standing, sides: tuple[Side, Side], physics: Physics, rng: np.random.Generator,
    first: Intended | None = None, told: Callable[[Turn], object] = lambda turn: None,
) -> float:  # fmt: skip
    """1 if the first of the two players, who is at the table, wins the rack; 0.5 if it does not end or ends
    level.

    `first`: what that player plays now, whatever else looks better. `told` hears of every strike.
    """
    who = 0
    for _ in range(LONGEST):
        me, other = sides[who], sides[1 - who]
        meant = first or decide(at, me, other, physics, rng)
        first = None
        here = at.with_cue(meant.cue)
        rows = mistaken(here, meant.cue, meant.strike, me.skill, physics, rng.standard_normal((1, 4)))
        ends = played(here, meant.cue, rows, physics)
        verdict = int(judged(here, ends, meant.called)[0])
        told(Turn(who, at, meant, verdict))
        if verdict == LEVEL:
            return 0.5
        if verdict in (WON, LOST):
            return float((verdict == WON) == (who == 0))
        at = after(here, ends, 0, verdict, meant.called)
        if verdict != AGAIN:
            who = 1 - who
        if verdict == FOUL and sends_back(at, sides[who], sides[1 - who], int(rng.integers(2**31))):
            at, who = at.theirs, 1 - who
    return 0.5
