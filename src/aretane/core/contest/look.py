"""What a player sees at the table."""

from dataclasses import dataclass

from ..geometry import Point
from ..runout.maps import PlannedShot


@dataclass(frozen=True, slots=True)
class Look:
    """What a player sees at the table: `chance` to run out, in snooker and straight pool what the visit
    promises, in shares of a frame's points and of a rack's balls; the best pot and its chance alone;
    `place` of the cue ball, put there if it was in hand."""

    chance: float
    pot: float
    shot: PlannedShot | None
    place: Point
