"""An option at a standing with what it is worth, and what several of them say: the break-even chance."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from math import hypot, sqrt
from typing import Literal, Protocol, TypeVar

from ..contest.turn import Called
from ..equipment.table import PocketName
from ..geometry import Point
from ..intervals import Proportion
from ..motion.play import Motion
from ..motion.strike import Strike

T = TypeVar("T")
Kind = Literal[
    "pot", "two-way", "safety", "bank", "combination", "carom", "kick", "kiss", "jump", "swerve",
    "push-out", "foul",
]  # fmt: skip
ALIKE = 0.005
"""How much less than the best an option may be worth to lead because it fouls less (our choice, far inside
the errors)."""
CLOSE = 1.645
"""Standard errors inside which two values are too close to call."""
ALONE = 0.5
"""Share of the error of a value that other options do not share: they rest on the same maps and the same
errors of the player. (From racks played out at 60 positions: 92 % of 90 % intervals of it held.)"""


@dataclass(frozen=True, slots=True)
class Draft:
    """An option before it is valued. aids: circumstances of the stroke, which widen the player's errors."""

    kind: Kind
    called: Called
    cue: Point
    strike: Strike
    aids: tuple[str, ...] = ()

    @property
    def hands_over(self) -> bool:
        """Whether it means to pot nothing and to hand the table over by the rules."""
        return self.called is None and self.kind not in ("push-out", "foul", "two-way")


@dataclass(frozen=True, slots=True)
class Branch:
    """A share of what may come of an option, with the chance to win after it (None where it never came)."""

    share: float
    equity: float | None


@dataclass(frozen=True, slots=True)
class Notes:
    """What the strikes of an option show besides its value; its reasons are written from it.

    frees: balls of the player that the strike without error takes out of clusters; stay: the first cluster
    it leaves. behind: the balls between the cue ball and the easiest ball on. leaves: the pot most often
    left to the other after a strike that hands the table over, its mean chance and its share of those
    strikes. answer: what the other most often plays, with the rails of a kick. in_a_row: which foul in a
    row a foul would be where the third costs more, else 0; third: the points that costs, 0 where it loses
    the rack. scored: whether points decide and not a last ball. alone: whether nobody plays against the
    player.
    """

    frees: tuple[str, ...] = ()
    stay: tuple[str, ...] = ()
    behind: tuple[str, ...] = ()
    leaves: tuple[str, PocketName, float, float] | None = None
    answer: tuple[str, int] | None = None
    in_a_row: int = 0
    third: int = 0
    scored: bool = False
    alone: bool = False


@dataclass(frozen=True, slots=True)
class Option:
    """A choice with its worth: the chance to win the rack, and the standard error of its samples and
    estimates.

    made: strikes that play on or win, by the called ball or a fluke the rules allow; missed: strikes that
    hand the table over without a foul; foul: strikes that hand it over with the cue ball in hand. A safety
    has no `made`. attack: the chance of the pot with its interval, None for a safety. hidden: the mean
    share of the other's next ball that cannot be hit straight after a strike that hands the table over;
    hooks: how often all of it is hidden. ends: cue-ball places after strikes with errors; made_there: which
    of them made the pot. motion: the strike without error; it hits the ball `hit` first after `rails`
    cushions, with `fullness` (1 full, 0 a graze) where it goes straight. notes: filled in once the option
    is settled. twice: the chance of a double hit. kept: the share of the value's own variance that is left
    once the luck of the best is taken out.
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
    notes: "Notes"
    hit: str | None
    rails: int
    fullness: float | None
    settled: bool
    aids: tuple[str, ...] = ()
    twice: float = 0.0
    kept: float = 1.0

    @property
    def alone(self) -> float:
        """The standard error that the value does not share with other options at the standing."""
        return ALONE * self.error * sqrt(self.kept)

    @property
    def hands_over(self) -> bool:
        """As in `Draft`."""
        return drafted(self).hands_over


@dataclass(frozen=True, slots=True)
class Choices:
    """What could be played, the best first, settled or not; empty with the `reason`."""

    options: tuple[Option, ...]
    settled: bool
    reason: str = ""

    def best(self, *kinds: Kind) -> Option | None:
        """The best option of these kinds."""
        return next((option for option in self.options if option.kind in kinds), None)

    @property
    def safety(self) -> Option | None:
        """The best option that lawfully hands the table over without meaning to pot a ball."""
        return next((option for option in self.options if option.hands_over), None)

    @property
    def attack(self) -> Option | None:
        """The best option that means to pot a ball."""
        return next((option for option in self.options if option.called is not None), None)

    @property
    def close(self) -> bool:
        """Whether the best two kinds of choice, attack and safety, are too close to call."""
        one, other = self.attack, self.safety
        return one is not None and other is not None and too_close(one, other)

    @property
    def break_out(self) -> tuple[Option, Option] | None:
        """The best pot that takes a cluster apart now, and the best that leaves one for later."""
        pots = [option for option in self.options if option.called is not None]
        now = next((pot for pot in pots if pot.notes.frees), None)
        later = next((pot for pot in pots if pot.notes.stay and not pot.notes.frees), None)
        return None if now is None or later is None else (now, later)

    @property
    def break_even(self) -> float | None:
        """The pot chance at which the best attack is worth as much as the best safety; None without both.

        It is a chance of the same pot as the attack's own, so the two stand beside each other. Below 0 the
        attack is better even when it misses; above 1 even a sure pot is not enough.
        """
        one, other = self.attack, self.safety
        if one is None or other is None or one.made.equity is None:
            return None
        missed = without_pot(one)
        if missed is None or one.made.equity - missed < 1e-9:
            return None
        return (other.value - missed) / (one.made.equity - missed)


def drafted(option: Option) -> Draft:
    """The option as it was before it was valued."""
    return Draft(option.kind, option.called, option.cue, option.strike, option.aids)


def without_pot(option: Option) -> float | None:
    """The chance to win where the called ball does not go in; None where it always does.

    A fluke that keeps the table is among them, and some rules allow many. The pot is worth what all
    strikes that keep the table are worth: the flukes are not told apart from it.
    """
    pot = None if option.attack is None else option.attack.value
    if pot is None or pot >= 1.0 or option.made.equity is None:
        return None
    return min(1.0, max(0.0, (option.value - pot * option.made.equity) / (1.0 - pot)))


class Valued(Protocol):
    """What has a value with its standard error."""

    @property
    def value(self) -> float: ...
    @property
    def alone(self) -> float: ...


def apart(valued: Valued, other: Valued) -> float:
    """Standard error of the difference of two options at one standing."""
    return hypot(valued.alone, other.alone)


def ranked(listed: Iterable[T], value: Callable[[T], float], foul: Callable[[T], float]) -> list[T]:
    """The options by their values, the best first; those within ALIKE of it by how seldom they foul."""
    found = sorted(listed, key=lambda one: -value(one))
    head = [one for one in found if value(one) >= value(found[0]) - ALIKE]
    return [*sorted(head, key=foul), *found[len(head) :]]


def too_close(valued: Valued, other: Valued) -> bool:
    """Whether the difference of two options lies inside its error."""
    return abs(valued.value - other.value) <= CLOSE * apart(valued, other)
