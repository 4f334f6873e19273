"""What a player sees at the table."""

from dataclasses import dataclass

from ..geometry import Point
from ..runout.chart import PlannedShot


@dataclass(frozen=True, slots=True)
class Look:
    """What a player sees at the table.

    chance: to run out; in snooker and straight pool the expected share of the points of a frame or of the
    balls of a rack. shot: the best pot, with its chance alone. place: where the cue ball lies, or was put
    if it was in hand.
    """

    chance: float
    pot: float
    shot: PlannedShot | None
    place: Point
