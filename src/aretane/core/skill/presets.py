"""The levels a player can be given before anything is known of them."""

from math import radians

from ..units import metres
from .model import Skill


def _level(
    name: str, words: str, arm: tuple[float, float, float], eye: tuple[float, float, float]
) -> Skill:
    """A level: the arm's aim (degrees), speed (relative) and tip (mm), the eye's rail and line (rad) and
    curve (relative)."""
    aim, speed, tip = arm
    rail, line, curve = eye
    return Skill(name, words, radians(aim), speed, metres(tip), rail=rail, line=line, curve=curve)


# Aim: random shots on an empty table, impossible cuts included, were potted 50, 75 and 90 % at 0.31, 0.14
# and 0.064 degrees in a trial (our own); the steps between are interpolated, "starter" extrapolated.
# Speed and tip: our choice. What each level pots under this model stands in docs/model.md.
# The eye: set so that kicks, banks and plants come out inside the bands of common practice, which
# `./aretane bench motion` measures; "strong" lies between. The curve of a raised cue is our choice.
PRESETS: dict[str, Skill] = {
    s.name: s
    for s in (
        _level("starter", "Starter", (0.60, 0.18, 3.0), (0.13, 0.30, 0.35)),
        _level("regular", "Club regular", (0.31, 0.12, 2.2), (0.068, 0.14, 0.25)),
        _level("strong", "Strong club player", (0.20, 0.09, 1.7), (0.053, 0.115, 0.20)),
        _level("advanced", "Advanced", (0.14, 0.07, 1.3), (0.040, 0.095, 0.15)),
        _level("professional", "Professional", (0.064, 0.045, 0.9), (0.028, 0.070, 0.08)),
    )
}
DEFAULT_LEVEL = "regular"
