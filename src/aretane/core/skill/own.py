"""A player's own model: errors fitted from the log, used instead of the level's from a stated day on."""

from dataclasses import dataclass, replace
from datetime import date

from .model import Skill

OWN = "own"
"""The name of a skill that is a player's own."""


@dataclass(frozen=True, slots=True)
class Own:
    """What was fitted, and from how many pots and shots on which day.

    aim (rad), speed (relative) and tip (m) are standard deviations; eye: how many times as far as the level
    the player misjudges angles.
    """

    aim: float
    speed: float
    tip: float
    eye: float
    pots: int
    shots: int
    fitted_on: date


def own_skill(level: Skill, own: Own) -> Skill:
    """The player's errors by their own model; what it does not say is the level's."""
    return replace(
        level, name=OWN, words="Own model", aim=own.aim, speed=own.speed, tip=own.tip,
        rail=level.rail * own.eye, line=level.line * own.eye, curve=level.curve * own.eye,
    )  # fmt: skip
