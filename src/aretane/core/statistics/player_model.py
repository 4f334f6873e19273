"""A player's own model from the log: what the logged shots say about aim, speed and eye."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from math import erf, sqrt

from ..skill import Fitted, Skill, fit
from ..skill.fit import Estimate, EyeTry, Off, PotTry
from .stated import Score, better, score

SHORTEST = 0.3
"""m. A planned way shorter than this says nothing about speed."""
PLACING = 0.02
"""m. Spread of the miss that comes from placing balls by eye."""
WILDEST = 0.6
"""A speed error beyond this is a different shot, not an error."""
TRIED = 60
"""Pots with a known width of aims that a model needs before it is tried on later ones."""


@dataclass(frozen=True, slots=True)
class Try:
    """What one shot says of its player's errors.

    aims: width of the aims that make the pot (rad), and whether it was made; along: how long (+) or short
    the cue ball ended, of a planned way `travel` (m); eye: what a stroke judged by eye says. None: nothing.
    """

    attack: bool
    aims: float | None
    made: bool | None
    along: float | None
    travel: float | None
    eye: EyeTry | None


def model_of(tries: Sequence[Try], prior: Skill) -> Fitted:
    """Fit a player's spreads, `prior` being their level's preset.

    Aim: pots made and missed against the width of the aims that make them. Speed: how long or short the cue
    ball ended of its planned place, as a share of the way; the way grows with the square of the speed.
    Eye: kicks, banks, plants and caroms made and missed against their chances by the level.
    """
    attacks = [row for row in tries if row.attack]
    speeds = []
    for row in attacks:
        if row.along is not None and row.travel is not None and row.travel > SHORTEST:
            share = 1.0 + row.along / row.travel
            error = max(share, 0.0) ** 0.5 - 1.0
            if abs(error) < WILDEST:
                speeds.append(Off(error, PLACING / row.travel))
    pots = [PotTry(aims, made) for aims, made in _pots(attacks)]
    return fit(prior, pots, speeds, eyes=[row.eye for row in tries if row.eye is not None])


def aim_of(tries: Sequence[Try], prior: Skill) -> Estimate:
    """The player's error of aim (rad) alone, as in `model_of`."""
    return fit(prior, [PotTry(aims, made) for aims, made in _pots(tries)]).aim


def _pots(tries: Iterable[Try]) -> list[tuple[float, bool]]:
    return [
        (row.aims, row.made)
        for row in tries
        if row.attack and row.aims is not None and row.made is not None
    ]


@dataclass(frozen=True, slots=True)
class Trial:
    """A model fitted to the earlier half of a player's pots and tried on the later half, beside the level.

    apart: the Brier score of the model less that of the level on the same pots, with its interval: below 0
    the model is the better judge.
    """

    own: Score
    level: Score
    value: float
    low: float | None
    high: float | None


def trial(tries: Sequence[Try], prior: Skill) -> Trial | None:
    """The trial of a model over tries in the order they were played; None with fewer than 2 TRIED pots."""
    half = len(_pots(tries)) // 2
    if half < TRIED:
        return None
    seen = [k for k, one in enumerate(tries) if _pots((one,))][half]
    fitted = aim_of(tries[:seen], prior).value
    later = _pots(tries[seen:])
    came = [made for _, made in later]
    own, level = ([chance(aims, aim) for aims, _ in later] for aim in (fitted, prior.aim))
    apart = better(own, level, came)
    by_own, by_level = score(own, came), score(level, came)
    assert by_own is not None and by_level is not None and apart.value is not None
    return Trial(by_own, by_level, apart.value, apart.low, apart.high)


def chance(aims: float, error: float) -> float:
    """The chance that an error of aim (rad, standard deviation) stays inside aims that wide (rad)."""
    return erf(aims / (2.0 * error * sqrt(2.0)))
