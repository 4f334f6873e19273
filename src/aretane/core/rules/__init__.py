"""Rules, one module a discipline: folds over shots that answer with reasons."""

from collections.abc import Callable
from functools import lru_cache

from ..games import Discipline, Options, game
from .eight_ball import EightBall
from .english import EnglishEightBall
from .fold import TEAM, RackState, Rules, Ruling, fold
from .nine_ball import NineBall
from .practice import Drill, TeamRun
from .snooker import Snooker
from .straight_pool import StraightPool
from .ten_ball import TenBall

_FOLDS: dict[str, Callable[[Discipline, Options], Rules]] = {
    "nine-ball": NineBall,
    "ten-ball": TenBall,
    "eight-ball": EightBall,
    "straight-pool": StraightPool,
    "english-eight-ball": EnglishEightBall,
    "snooker": Snooker,
}
"""The rules by what `games.Discipline.fold` names."""


@lru_cache(maxsize=256)
def rules_for(discipline: str, options: Options | None = None, kind: str = "match") -> Rules:
    """The rules of a discipline with its options; `kind` as in `vocabulary.MATCH_KINDS`.

    Raises KeyError for an unknown discipline.
    """
    record = game(discipline)
    base: Rules = _FOLDS[record.fold](record, options or record.usual)
    if kind == "team":
        return TeamRun(base)
    return Drill(base) if kind == "drill" else base


__all__ = [
    "TEAM",
    "RackState",
    "Rules",
    "Ruling",
    "fold",
    "rules_for",
]
