"""What the best pot, bank and safety from one place of the cue ball are worth, for both players."""

from dataclasses import dataclass, replace
from math import pi
from typing import Literal, get_args

import numpy as np

from ..chance.widths import stays, widest
from ..contest.decide import GLANCE, pot_strike, screened, standing_equity, worth
from ..contest.look import Look
from ..contest.seat import Seat, race
from ..contest.strikes import QUICK, mistaken, placed, played
from ..contest.turn import Called, Standing
from ..geometry import Point
from ..motion.physics import Physics
from ..motion.strike import Strike
from ..runout.chart import PlannedShot
from ..skill.circumstances import circumstances
from ..skill.scatter import even_errors
from .special import potted_ways

Stroke = Literal["pot", "bank", "safety"]
STROKES: tuple[Stroke, ...] = get_args(Stroke)
SAFETIES, STRUCK = 3, 8
"""Safeties that are struck at a place, and with how many errors each."""
AROUND, SPEEDS = 900, (1.5, 2.4)
"""Directions all around and speeds (m/s) in which banks are looked for."""
PLAIN = 0.6
"""Chance of the pot from which no bank is looked for (our choice)."""
LEAST = 0.1
"""Chance by the width of its aims from which a bank is struck."""


@dataclass(frozen=True, slots=True)
class Best:
    """What one kind of stroke is worth from a place: the chance to win, the strike, and the ball and pocket
    `called`."""

    value: float
    cue: Point
    strike: Strike
    called: Called


@dataclass(frozen=True, slots=True)
class From:
    """A place of the cue ball: what a look from there promises (`usual`), and the best of each kind of
    stroke; None where there is none.

    usual: the chance to win if the player then plays as such players do. race: that of the pot by the look
    alone, None without one; shot: that pot.
    """

    usual: float
    race: float | None
    shot: PlannedShot | None
    pot: Best | None = None
    bank: Best | None = None
    safety: Best | None = None

    def best(self, kind: Stroke) -> Best | None:
        """The best of a kind of stroke."""
        found: Best | None = getattr(self, kind)
        return found


def glance(here: Standing, me: Seat, other: Seat) -> tuple[Look, From]:
    """The player's look from where the cue ball lies, and what it promises; no stroke is struck."""
    look = me.look(here, (0,), closer=GLANCE)
    pot = None if look.shot is None else race(here, me, other, look)
    return look, From(standing_equity(look, here, me, other), pot, look.shot)


def struck(here: Standing, me: Seat, other: Seat, physics: Physics) -> From:
    """The same with the pot, the best bank and the best safety struck with the player's errors."""
    look, found = glance(here, me, other)
    return replace(
        found, pot=None if look.shot is None else _pot(here, look.shot, me, other, physics),
        bank=_bank(here, me, other, physics) if look.pot < PLAIN else None,
        safety=_safety(here, me, other, physics),
    )  # fmt: skip


def _pot(here: Standing, shot: PlannedShot, me: Seat, other: Seat, physics: Physics) -> Best:
    strike = pot_strike(here, _cue(here), shot, physics)
    return _valued(here, strike, (shot.ball, shot.pocket), me, other, physics)


def _safety(here: Standing, me: Seat, other: Seat, physics: Physics) -> Best | None:
    cue = _cue(here)
    tried = [
        _valued(here, strike, None, me, other, physics)
        for _, strike in screened(here, cue, QUICK, physics, SAFETIES)
    ]
    return max(tried, key=lambda one: one.value, default=None)


def _bank(here: Standing, me: Seat, other: Seat, physics: Physics) -> Best | None:
    """The likeliest bank of a ball on."""
    cue = _cue(here)
    ways = np.linspace(-pi, pi, AROUND, endpoint=False)
    best: tuple[float, Strike, Called] | None = None
    for speed in SPEEDS:
        rows = np.zeros((AROUND, 5))
        rows[:, 0], rows[:, 1] = speed, ways
        for kind, ball, pocket, good in potted_ways(here, played(here, cue, rows, physics)):
            found = widest(ways, good) if kind == "bank" else None
            if found is None:
                continue
            strike = Strike(speed, found[0], 0.0, 0.0)
            own = me.skill.under(circumstances(here.table, placed(here, cue), strike, physics=physics))
            chance = stays(found[1], own.aim)
            if chance >= LEAST and (best is None or chance > best[0]):
                best = chance, strike, (ball, pocket)
    return None if best is None else _valued(here, best[1], best[2], me, other, physics)


def _valued(
    here: Standing, strike: Strike, called: Called, me: Seat, other: Seat, physics: Physics
) -> Best:
    cue = _cue(here)
    rows = mistaken(here, cue, strike, me.skill, physics, even_errors(STRUCK))
    values, _ = worth(here, played(here, cue, rows, physics), called, me, other, 7, GLANCE)
    return Best(float(values.mean()), cue, strike, called)


def _cue(here: Standing) -> Point:
    cue = here.layout.cue
    assert cue is not None, "the cue ball lies on the table"
    return cue
