"""Habits planted in the club's members: when each is at work, and what it does to a strike."""

from collections.abc import Callable
from dataclasses import dataclass
from math import radians
from typing import Literal

from aretane.core.motion import Strike

LONG_SITTING = 2 * 3600.0
"""s on the recording after which a player is tired."""
DRAW = -0.15
"""Ball radii below the centre from which a strike has draw."""
SOME_CUT = radians(8)
Stroke = Literal["break", "pot", "safety", "push-out"]


@dataclass(frozen=True, slots=True)
class Moment:
    """A strike about to be played.

    cut (rad): of a pot, above 0 where the ball goes to the left; needed: a player needs one more rack;
    at (s): time on the recording.
    """

    stroke: Stroke
    strike: Strike
    cut: float
    needed: bool
    at: float


@dataclass(frozen=True, slots=True)
class Flaw:
    """A habit: when it is at work; how many times wider the error of aim is then; the relative change of
    speed; the seconds it takes longer; the habit of the numbers that shows it, and the cause that a
    reviewer names. Of a break it changes the speed alone."""

    when: Callable[[Moment], bool]
    shows: str
    cause: str
    wider: float = 1.0
    speed: float = 0.0
    slower: float = 0.0


LOOSE_SAFETIES = Flaw(lambda now: now.stroke == "safety", "safeties", "speed", speed=0.6)
TENSE = Flaw(lambda now: now.needed, "pressure", "pressure", wider=4.0, slower=18.0)
MUCH_DRAW = Flaw(lambda now: now.strike.height < DRAW, "long-draw", "too-much-spin", speed=0.35)
TIRED = Flaw(lambda now: now.at > LONG_SITTING, "late", "fatigue", wider=3.0)
WEAK_BREAK = Flaw(lambda now: now.stroke == "break", "breaks", "speed", speed=-0.45)
LEFT_CUTS = Flaw(lambda now: now.stroke == "pot" and now.cut > SOME_CUT, "left-cuts", "steering", wider=4.0)
