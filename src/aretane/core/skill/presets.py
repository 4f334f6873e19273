"""The levels a player can be given before anything is known of them."""

from math import radians

from ..units import metres
from .model import Skill

# Aim: random shots on an empty table, impossible cuts included, were potted 50, 75 and 90 % at 0.31, 0.14
# and 0.064 degrees in a trial (our own); the steps between are interpolated, "starter" extrapolated.
# Speed and tip: our choice. What each level pots under this model stands in docs/model.md.
PRESETS: dict[str, Skill] = {
    s.name: s
    for s in (
        Skill("starter", "Starter", radians(0.60), 0.18, metres(3.0)),
        Skill("regular", "Club regular", radians(0.31), 0.12, metres(2.2)),
        Skill("strong", "Strong club player", radians(0.20), 0.09, metres(1.7)),
        Skill("advanced", "Advanced", radians(0.14), 0.07, metres(1.3)),
        Skill("professional", "Professional", radians(0.064), 0.045, metres(0.9)),
    )
}
DEFAULT_LEVEL = "regular"
