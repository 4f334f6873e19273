"""The disciplines: one record each, and the words their players use."""

from typing import Any

from .discipline import Dialect, Discipline, Measure
from .eight_ball import EIGHT_BALL
from .english_eight_ball import ENGLISH_EIGHT_BALL
from .nine_ball import NINE_BALL
from .options import Options, with_agreed
from .snooker import SNOOKER
from .straight_pool import STRAIGHT_POOL
from .ten_ball import TEN_BALL

DISCIPLINES: dict[str, Discipline] = {
    one.code: one for one in (NINE_BALL, TEN_BALL, EIGHT_BALL, STRAIGHT_POOL, ENGLISH_EIGHT_BALL, SNOOKER)
}
"""All disciplines by their codes, in the order in which people choose among them."""


def game(discipline: str) -> Discipline:
    """The record of a discipline. Raises KeyError for an unknown one."""
    return DISCIPLINES[discipline]


def options_for(discipline: str, agreed: dict[str, Any] | None = None) -> Options:
    """The discipline's usual options with those agreed on top. Raises ValueError naming an unknown one."""
    return with_agreed(game(discipline).usual, agreed)


__all__ = [
    "DISCIPLINES",
    "Dialect",
    "Discipline",
    "Measure",
    "Options",
    "game",
    "options_for",
]
