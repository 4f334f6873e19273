"""A shot as the reviewer logs it: plan, result and judgement, and the rack it belongs to.

Codes are those of `vocabulary`. Places are metres. Nothing here is computed.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from ..equipment.layout import Layout
from ..equipment.table import PocketName
from ..geometry import Point
from ..vocabulary import CUE

TargetKind = Literal[
    "unset",
    "none",
    "point",
    "window",
    "line",
    "side",
    "either",
    "angle",
    "route",
    "avoid",
    "ball",
    "snooker",
    "free",
    "cannon",
    "reach",
    "bank",
    "safe",
]
Side = Literal["left", "right"]


@dataclass(frozen=True, slots=True)
class Target:
    """Where the cue ball should end, or what else is meant.

    `unset`: not said. `none`: no plan at all, just pot it. `point`: `a`. `window`: the strip from
    `a` to `b`. `line`: on the line of the next shot. `side`: on that `side` of it, looking at the pocket.
    `either`: at `a` or at `b`. `angle`: with the cut wanted on the next ball. `route`: the cue ball goes
    between `a` and `b`. `avoid`: anywhere but in the circle round `a` through `b`. `ball`: the object ball
    `ball` ends at `a`. `snooker`: the cue ball ends where `ball` cannot be hit directly. `free`: `ball` has
    an open way to a pocket. `cannon`: the cue ball hits `ball` on the way, on its `side`
    seen from where the cue ball lay. `reach`: the cue ball ends where the next ball is reached with ease.
    `bank`: where it can be banked with little cut. `safe`: where both its edges can be hit, for a safety.
    """

    kind: TargetKind = "unset"
    a: Point | None = None
    b: Point | None = None
    side: Side | None = None
    ball: str | None = None

    @property
    def middle(self) -> Point | None:
        """The planned point, or the middle of the window; None where the cue ball has no planned place."""
        if self.a is None or self.kind not in ("point", "window", "either"):
            return None
        if self.b is None or self.kind == "either":
            return self.a
        return Point((self.a.x + self.b.x) / 2, (self.a.y + self.b.y) / 2)


@dataclass(frozen=True, slots=True)
class Tip:
    """Where the tip meets the cue ball, in cue-ball radii from its centre; right and up positive."""

    side: float
    height: float


@dataclass(frozen=True, slots=True)
class VisitPlan:
    """The plan from this shot to the end of the visit: the order, another one that it is held against, and
    balls with a part in it.

    combinations: those kept as insurance, each the ball that is hit first and the one that is potted.
    """

    order: tuple[str, ...] = ()
    key_ball: str | None = None
    break_ball: str | None = None
    problems: tuple[str, ...] = ()
    insurance: tuple[str, ...] = ()
    other_order: tuple[str, ...] = ()
    combinations: tuple[tuple[str, str], ...] = ()

    @property
    def named(self) -> tuple[str, ...]:
        """Every ball the plan speaks of."""
        singles = tuple(ball for ball in (self.key_ball, self.break_ball) if ball is not None)
        paired = (ball for pair in self.combinations for ball in pair)
        return (*self.order, *self.other_order, *singles, *self.problems, *self.insurance, *paired)


@dataclass(frozen=True, slots=True)
class Plan:
    """What was meant. None means not said."""

    ball: str | None = None
    pocket: PocketName | None = None
    part: str | None = None
    """Part of the pocket meant, seen from the ball: left, middle or right."""
    kind: str = "direct"
    choice: str = "attack"
    reason: str | None = None
    also: tuple[str, ...] = ()
    """Kinds that the shot is as well, as a bank of a combination."""
    tip: Tip | None = None
    speed: float | None = None
    """m/s at the cue ball."""
    elevation: float | None = None
    """rad, of the cue; None: level, or not said for a shot that needs it raised."""
    fullness: float | None = None
    """Fullness of the hit meant: 1 full, 0 a graze."""
    hit_side: Side | None = None
    """The side of the ball on which the cue ball is meant to pass."""
    aids: tuple[str, ...] = ()
    """Circumstances of the stroke, as `vocabulary.AIDS`."""
    target: Target = field(default_factory=Target)
    second: Target = field(default_factory=Target)
    """What the shot is meant to do besides."""
    via: tuple[Point, ...] = ()
    """Cushion places the planned cue-ball path touches, in order."""
    better_error: str | None = None
    next_ball: str | None = None
    next_pocket: PocketName | None = None
    wanted_angle: float | None = None
    """rad, size of the cut wanted on the next ball."""
    hit: str | None = None
    """How a break is meant to hit its ball, as `vocabulary.BREAK_HITS`."""
    free_ball: bool = False
    """Snooker: the ball was nominated as a free ball."""
    visit: VisitPlan | None = None


@dataclass(frozen=True, slots=True)
class Ruled:
    """What a referee ruled instead of what the rules say: who plays next, who won, and why."""

    reason: str
    next: str | None = None
    winner: str | None = None


@dataclass(frozen=True, slots=True)
class Observed:
    """What was seen of the stroke on playback; None means not seen."""

    tip: tuple[str, ...] = ()
    """Where the tip really struck, against the plan: as `vocabulary.SEEN_TIPS`."""
    contact: str | None = None
    faults: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Result:
    """What happened."""

    potted: tuple[tuple[str, PocketName], ...] = ()
    off_table: tuple[str, ...] = ()
    foul: str | None = None
    cue_end: Point | None = None
    moved: Mapping[str, Point] = field(default_factory=dict)
    """Object balls that ended elsewhere, and potted balls put back on a spot."""
    foul_ball: str | None = None
    """The ball a foul concerned: hit or potted wrongly, or touched."""
    penalty: int | None = None
    """Points the referee gave for a foul, where they are known."""
    miss: bool = False
    """Snooker: a miss was called."""
    break_rails: int | None = None
    """Object balls the break drove to a rail."""
    break_over: int | None = None
    """Object balls the break brought past the head string."""
    ruled: Ruled | None = None
    observed: "Observed | None" = None

    @property
    def down(self) -> tuple[str, ...]:
        """Balls that left the table, the cue ball among them, spotted balls included."""
        return tuple(ball for ball, _ in self.potted) + self.off_table

    @property
    def potted_objects(self) -> tuple[str, ...]:
        return tuple(ball for ball, _ in self.potted if ball != CUE)


@dataclass(frozen=True, slots=True)
class Stated:
    """A chance that a person stated of a shot, before they knew how it came out.

    said: 'pot' or 'safety', what they expect to be played, with its `chance` to come off (0 to 1). end:
    where they expect the cue ball to end.
    """

    by: str
    said: str
    chance: float
    end: Point | None = None


@dataclass(frozen=True, slots=True)
class Judgement:
    """The reviewer's own verdicts. None means not judged. evidence: pairs of a cause with how it is
    known."""

    grade: str | None = None
    decision: str | None = None
    luck: str | None = None
    causes: tuple[str, ...] = ()
    left_out: str | None = None
    caused_back: int | None = None
    """How many shots earlier the error was made that this shot paid for."""
    evidence: tuple[tuple[str, str], ...] = ()
    stated: tuple[Stated, ...] = ()


@dataclass(frozen=True, slots=True)
class Position:
    """How a rack stands before a shot, as the reviewer says it, whatever the shots before say.

    The shooter is the player at the table. None means not said: then what the shots before say holds, or
    without any the plainest case: no break, the cue ball where it lies, no score, no foul. `other_` fields
    are the other player's.
    """

    hand: str | None = None
    """Whether the cue ball is in hand, and where it may go."""
    group: str | None = None
    """The shooter's group, or `open`."""
    score: int | None = None
    other_score: int | None = None
    fouls: int | None = None
    """The shooter's fouls in a row."""
    other_fouls: int | None = None
    misses: int | None = None
    """Snooker: misses called in a row against the shooter."""
    other_misses: int | None = None
    push_out: bool | None = None
    on: str | None = None
    free: bool | None = None
    """A free ball may be nominated, or a free shot taken."""
    visits: int | None = None
    """Visits the shooter has, where a foul gives two."""
    pack: bool | None = None
    """The pack stands: the shot opens the rack."""


@dataclass(frozen=True, slots=True)
class Shot:
    """One logged shot.

    The layout before it is `start` (None: the end of the shot before) with `placed` on top: balls
    the reviewer put elsewhere, or took off (None). `position` says how the rack stands where the shots
    before do not. `result` is None while it is not logged.
    """

    shooter: str
    plan: Plan = field(default_factory=Plan)
    result: Result | None = None
    judgement: Judgement = field(default_factory=Judgement)
    start: Layout | None = None
    placed: Mapping[str, Point | None] = field(default_factory=dict)
    position: Position | None = None
    time: float | None = None
    """Seconds from the start of the recording: when it was struck."""
    end: float | None = None
    """Seconds from the start of the recording: when the balls lay still."""
    gap: str | None = None
    """Why shots before this one are not logged; the chain of layouts and turns begins anew here."""


@dataclass(frozen=True, slots=True)
class Ending:
    """How a rack ended where its logged shots do not say so."""

    winner: str
    how: str = "not-seen"


@dataclass(frozen=True, slots=True)
class Rack:
    """The shots of one rack in order, with the players who take turns and who breaks.

    `key_moments`: only some shots are logged, so none follows from the one before.
    """

    players: tuple[str, ...]
    breaker: str | None
    shots: tuple[Shot, ...]
    names: Mapping[str, str] = field(default_factory=dict)
    """What people call the players, for words; a player not named goes by their key."""
    key_moments: bool = False
    ending: Ending | None = None

    def after_gap(self, index: int) -> bool:
        """Whether shot `index` (from 0) does not follow from the one before."""
        return self.shots[index].gap is not None or (self.key_moments and index > 0)

    def name(self, player: str) -> str:
        return self.names.get(player, player)


def after(before: Layout, result: Result) -> Layout:
    """The layout a result leaves: balls down removed, moved balls placed, cue ball at its end."""
    changes: dict[str, Point | None] = dict.fromkeys(result.down, None)
    changes[CUE] = None if CUE in result.down else result.cue_end
    changes.update(result.moved)
    return before.changed(changes)
