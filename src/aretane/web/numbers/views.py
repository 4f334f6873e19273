"""Shapes of the numbers page."""

from pydantic import BaseModel

from ..given.fitted import IntervalView, ModelView
from ..views import SeatView


class RungView(BaseModel):
    """One percentage, and the question that finds the shots behind it, as parts of its address."""

    code: str
    interval: IntervalView
    asked: dict[str, str]


class NumbersView(BaseModel):
    """One player's percentages. `along` is in mm, long positive. The model is fitted to the player's newest
    shots of every recording, in pool, or in snooker where there are none in pool."""

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
    left_out: int
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
    """One player, or two with their differences. waiting: racks of the club still to be counted; remarks:
    what is to be said of what was counted."""

    players: list[NumbersView]
    differences: list[DifferenceView]
    waiting: int
    remarks: list[str]
