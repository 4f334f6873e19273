"""Rules, one module a discipline: folds over shots that answer with reasons."""

from .fold import RackState, Rules, Ruling
from .nine_ball import NINE_BALL

RULES: dict[str, Rules] = {"nine-ball": NINE_BALL}

__all__ = ["RULES", "RackState", "Rules", "Ruling"]
