"""Shapes of the numbers page."""

from pydantic import BaseModel

from ..given.fitted import IntervalView, ModelView
from ..views import SeatView, ShotLink


class RungView(BaseModel):
    """One percentage with the shots behind it."""

    code: str
    interval: IntervalView
    shots: list[ShotLink]


class NumbersView(BaseModel):
    """One player's percentages. `along` is in mm, long positive."""

    player: SeatView
    pot_success: RungView
    expected_pots: IntervalView
    safety_share: RungView
    safety_success: RungView
    attack_outcomes: list[RungView]
    safety_outcomes: list[RungView]
    grades: list[RungView]
    short_share: RungView
    wrong_end: RungView
    along: RungView
    along_widths: float | None
    left_out: list[ShotLink]
    unlogged: int
    model: ModelView


class DifferenceView(BaseModel):
    """First player minus second."""

    code: str
    value: float | None
    low: float | None
    high: float | None
    too_close: bool | None


class CompareView(BaseModel):
    """One player, or two with their differences. waiting: racks of the club still to be counted."""

    players: list[NumbersView]
    differences: list[DifferenceView]
    waiting: int
