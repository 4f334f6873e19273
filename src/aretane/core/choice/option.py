"""An option at a standing with what it is worth, and what several of them say: the break-even chance."""

from dataclasses import dataclass
from math import sqrt
from typing import Literal

from ..geometry import Point
from ..motion.play import Motion
from ..motion.strike import Strike
from ..stats import Proportion
from .turn import Called

Kind = Literal["pot", "two-way", "safety", "bank", "combination", "carom", "kick", "foul"]
CLOSE = 1.645
"""Standard errors inside which two values are too close to call."""


@dataclass(frozen=True, slots=True)
class Draft:
    """An option before it is valued."""

    kind: Kind
    called: Called
    cue: Point
    strike: Strike


@dataclass(frozen=True, slots=True)
class Branch:
    """A share of what may come of an option, with the chance to win after it (None where it never came)."""

    share: float
    equity: float | None


@dataclass(frozen=True, slots=True)
class Option:
    """One choice with what it is worth: the chance to win the rack, with the standard error of its samples
    and of the estimates behind it.

    `made` is what pots the ball called and plays on, `missed` what hands the table over without a foul,
    `foul` what hands it over in hand; a safety has no `made`. `attack`: the chance of the pot with its
    interval, None for a safety. `hidden`: the share of the next ball that the other cannot hit straight,
    on average after what hands over the table, `hooks` how often all of it is. `ends` are cue-ball places
    after strikes with errors, `made_there` which of them made it. `motion` is the strike without error: it
    hits the ball `hit` first after `rails` cushions, `fullness` of it (1 full, 0 a graze) where it goes
    straight.
    """

    kind: Kind
    called: Called
    cue: Point
    strike: Strike
    value: float
    error: float
    made: Branch
    missed: Branch
    foul: Branch
    attack: Proportion | None
    hidden: float
    hooks: float
    ends: tuple[Point, ...]
    made_there: tuple[bool, ...]
    motion: Motion
    hit: str | None
    rails: int
    fullness: float | None
    settled: bool


@dataclass(frozen=True, slots=True)
class Choices:
    """What could be played, the best first, settled or not; empty with the `reason`."""

    options: tuple[Option, ...]
    settled: bool
    reason: str = ""

    def best(self, *kinds: Kind) -> Option | None:
        """The best option of these kinds."""
        return next((one for one in self.options if one.kind in kinds), None)

    @property
    def safety(self) -> Option | None:
        return self.best("safety")

    @property
    def attack(self) -> Option | None:
        """The best option that means to pot a ball."""
        return next((one for one in self.options if one.called is not None), None)

    @property
    def close(self) -> bool:
        """Whether the best two kinds of choice, attack and safety, cannot be told apart."""
        one, other = self.attack, self.safety
        return one is not None and other is not None and too_close(one, other)

    @property
    def break_even(self) -> float | None:
        """The chance of the pot that the best attack needs to be worth the best safety: below 0 it is
        better even missed, above 1 even a sure pot is not enough. None without both."""
        one, other = self.attack, self.safety
        if one is None or other is None or one.made.equity is None:
            return None
        lost = handed(one)
        if lost is None or one.made.equity - lost < 1e-9:
            return None
        return (other.value - lost) / (one.made.equity - lost)


def handed(one: Option) -> float | None:
    """The chance to win after what does not make the pot."""
    parts = [part for part in (one.missed, one.foul) if part.share > 0 and part.equity is not None]
    whole = sum(part.share for part in parts)
    if not parts or whole <= 0:
        return None
    return sum(part.share * (part.equity or 0.0) for part in parts) / whole


def too_close(one: Option, other: Option) -> bool:
    """Whether the difference of two options lies inside its error."""
    return abs(one.value - other.value) <= CLOSE * sqrt(one.error**2 + other.error**2)
