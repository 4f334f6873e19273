"""Player models: how far a player's strikes scatter round what was meant."""

from .fit import Fitted, fit
from .model import Circumstances, Factors, Skill
from .presets import DEFAULT_LEVEL, PRESETS

__all__ = ["DEFAULT_LEVEL", "PRESETS", "Circumstances", "Factors", "Fitted", "Skill", "fit"]
