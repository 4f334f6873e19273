"""A player's execution errors, and how circumstances widen them."""

from dataclasses import dataclass, replace
from math import hypot, pi, prod

from ..aiming.reach import PlayingHand
from .judgement import NOTHING, Unseen


@dataclass(frozen=True, slots=True)
class Circumstances:
    """What makes a strike harder.

    aids: codes of `vocabulary.AIDS`, as the reviewer said them. railed: the table shows that the hand
    bridges on the rail. elevation in rad; side: the tip's sideways offset in ball radii. unseen: what has
    to be judged on the way.
    """

    aids: tuple[str, ...] = ()
    railed: bool = False
    elevation: float = 0.0
    side: float = 0.0
    unseen: Unseen = NOTHING


@dataclass(frozen=True, slots=True)
class Factors:
    """How many times wider the errors get. Our choice, to be replaced by fits; `elevated` is per 45
    degrees of a raised cue and `side` per half radius of side, both in proportion."""

    railed: float = 1.3
    elevated: float = 2.5
    side: float = 1.5


FACTORS = Factors()
AIDED = {
    "rest": 1.6, "extension": 1.25, "stretched": 1.5, "other-hand": 2.0, "over-ball": 1.7, "on-rail": 1.3,
    "frozen-rail": 1.6, "one-foot": 1.15,
}  # fmt: skip
"""How many times wider the errors get by a circumstance of the stroke (our choice, to be replaced by fits).
Several multiply. Those of the rail take the place of what the table shows."""
ON_THE_RAIL = ("on-rail", "frozen-rail")


@dataclass(frozen=True, slots=True)
class Skill:
    """A player's execution errors, each a standard deviation.

    `aim` (rad) is that of the cue ball's starting direction: what an off-centre tip does to it is part of
    it. `speed` is relative (0.1: one tenth of the speed meant). `tip` (m) is the placing of the tip, the
    same sideways and up; it changes the spin. `hand` holds the cue. What the eye misjudges, anew with each
    strike: `rail` (rad) the angle off each cushion, `line` (rad) the line through each ball on the way,
    `curve` (relative) how far a raised cue bends the way.
    """

    name: str
    words: str
    aim: float
    speed: float = 0.10
    tip: float = 0.002
    hand: PlayingHand = "right"
    rail: float = 0.0
    line: float = 0.0
    curve: float = 0.0

    def under(self, circumstances: Circumstances, factors: Factors = FACTORS) -> "Skill":
        """The same player's errors in these circumstances."""
        aim = prod(AIDED[aid] for aid in circumstances.aids)
        said = any(aid in ON_THE_RAIL for aid in circumstances.aids)
        aim *= factors.railed if circumstances.railed and not said else 1.0
        aim *= 1.0 + (factors.elevated - 1.0) * circumstances.elevation / (pi / 4)
        hand = aim
        aim *= 1.0 + (factors.side - 1.0) * abs(circumstances.side) / 0.5
        seen = circumstances.unseen
        eye = hypot(self.rail * seen.rails, self.line * seen.lines, self.curve * seen.curve)
        return replace(self, aim=hypot(self.aim * aim, eye), speed=self.speed * hand, tip=self.tip * hand)


def tip_limit(side: float, height: float, limit: float) -> tuple[float, float]:
    """The tip offset held inside the miscue limit (radii): what a player corrects before striking."""
    size = hypot(side, height)
    return (side, height) if size <= limit else (side * limit / size, height * limit / size)
