"""A player's own model from the log: what the tallied shots say about aim, speed and eye."""

from collections.abc import Sequence

from ..skill import Fitted, Skill, fit
from ..skill.fit import Off, PotTry
from .numbers import Tallied

SHORTEST = 0.3
"""m. A planned way shorter than this says nothing about speed."""
PLACING = 0.02
"""m. Spread of the miss that comes from placing balls by eye."""
WILDEST = 0.6
"""A speed error beyond this is a different shot, not an error."""


def model_for(player: str, rows: Sequence[Tallied], prior: Skill) -> Fitted:
    """Fit the player's spreads from their attacks, `prior` being their level's preset.

    Aim: pots made and missed against the width of the aims that make them. Speed: how long or short the cue
    ball ended of its planned place, as a share of the way; the way grows with the square of the speed.
    Eye: kicks, banks, plants and caroms made and missed against their chances by the level.
    """
    mine = [row for row in rows if row.player == player and row.role in ("attack", "two-way")]
    pots = [PotTry(row.aims, row.made) for row in mine if row.aims is not None and row.made is not None]
    speeds = []
    for row in mine:
        if row.along is not None and row.travel is not None and row.travel > SHORTEST:
            share = 1.0 + row.along / row.travel
            error = max(share, 0.0) ** 0.5 - 1.0
            if abs(error) < WILDEST:
                speeds.append(Off(error, PLACING / row.travel))
    eyes = [row.eye for row in rows if row.player == player and row.eye is not None]
    return fit(prior, pots, speeds, eyes=eyes)
