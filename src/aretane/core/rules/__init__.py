"""Rules, one module a discipline: folds over shots that answer with reasons."""

from collections.abc import Callable
from functools import lru_cache

from .eight_ball import EightBall
from .english import EnglishEightBall
from .fold import RackState, Rules, Ruling, fold
from .nine_ball import NineBall
from .options import DEFAULTS, USED, Options, options_for
from .practice import TEAM, Drill, TeamRun
from .snooker import Snooker
from .straight_pool import StraightPool
from .ten_ball import TenBall

_MAKERS: dict[str, Callable[[Options], Rules]] = {
    "nine-ball": NineBall,
    "ten-ball": TenBall,
    "eight-ball": EightBall,
    "straight-pool": StraightPool,
    "english-eight-ball": EnglishEightBall,
    "snooker": Snooker,
}


@lru_cache(maxsize=256)
def rules_for(discipline: str, options: Options | None = None, kind: str = "match") -> Rules:
    """The rules of a discipline with its options; `kind` as in `vocabulary.MATCH_KINDS`.

    Raises KeyError for an unknown discipline.
    """
    base: Rules = _MAKERS[discipline](options or DEFAULTS[discipline])
    if kind == "team":
        return TeamRun(base)
    return Drill(base) if kind == "drill" else base


__all__ = [
    "DEFAULTS",
    "TEAM",
    "USED",
    "Options",
    "RackState",
    "Rules",
    "Ruling",
    "fold",
    "options_for",
    "rules_for",
]
