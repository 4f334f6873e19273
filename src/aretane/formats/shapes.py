"""The shapes of a logged shot as JSON: places in mm, angles in degrees, codes from the vocabulary.

Shared by the match file, the web interface and the store; `to_core` turns them into core values.
"""

from dataclasses import dataclass, field
from math import hypot
from typing import Annotated, Any, Literal

from pydantic import (
    AfterValidator,
    BaseModel,
    ConfigDict,
    Field,
    GetCoreSchemaHandler,
    WithJsonSchema,
    model_validator,
)
from pydantic_core import CoreSchema, core_schema

from aretane.core import vocabulary as v
from aretane.core.equipment.balls import ALL_BALLS, COLOURS
from aretane.core.equipment.table import TABLES, PocketName
from aretane.core.games import DISCIPLINES
from aretane.core.limits import (
    LATEST,
    LONGEST_LABEL,
    LONGEST_SAID,
    LONGEST_TEXT,
    LONGEST_TITLE,
    MOST_STATED,
)
from aretane.core.log.shot import TargetKind
from aretane.core.motion.strike import MISCUE
from aretane.core.skill import PRESETS


class Shape(BaseModel):
    """Strict base: unknown fields and infinities are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


@dataclass(frozen=True)
class Code:
    """Marks a string type that only takes the codes of a vocabulary table; `what` names it in errors."""

    words: v.Words = field(hash=False)
    what: str

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.no_info_after_validator_function(self._check, handler(source))

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: Any) -> dict[str, Any]:
        return {"type": "string", "enum": list(self.words)}

    def _check(self, value: str) -> str:
        if value not in self.words:
            raise ValueError(f"{value!r} is not a {self.what}; use one of {', '.join(self.words)}")
        return value


_BALLS = (v.CUE, *ALL_BALLS)


def _ball(value: str) -> str:
    if value not in _BALLS:
        raise ValueError(
            f"{value!r} is not a ball; use 'cue', a number from 1 to 15, r1 to r15, y1 to y7 or "
            f"{', '.join(COLOURS)}"
        )
    return value


Ball = Annotated[str, AfterValidator(_ball), WithJsonSchema({"type": "string", "enum": list(_BALLS)})]
Millimetres = Annotated[float, Field(ge=-100, le=5000)]
Place = Annotated[tuple[Millimetres, Millimetres], Field(description="[x, y] in mm from the corner")]
Text = Annotated[str, Field(max_length=LONGEST_TEXT)]
Said = Annotated[str, Field(max_length=LONGEST_SAID)]
Mark = Annotated[float, Field(ge=0, le=LATEST)]
"""s on the recording's clock."""


def _said(value: str) -> str:
    if not value.strip():
        raise ValueError("this must not be blank")
    return value


Label = Annotated[str, Field(min_length=1, max_length=LONGEST_LABEL), AfterValidator(_said)]
Reasoned = Annotated[str, Field(min_length=1, max_length=LONGEST_SAID), AfterValidator(_said)]
Title = Annotated[str, Field(min_length=1, max_length=LONGEST_TITLE), AfterValidator(_said)]

ShotKind = Annotated[str, Code(v.SHOT_KINDS, "kind of shot")]
MixedKind = Annotated[str, Code(v.MIXED_KINDS, "kind to be mixed with another")]
Aid = Annotated[str, Code(v.AIDS, "circumstance of a stroke")]
HitSide = Annotated[Literal["left", "right"], Code(v.HIT_SIDES, "side of a ball")]
SeenTip = Annotated[str, Code(v.SEEN_TIPS, "place of the tip")]
SeenContact = Annotated[str, Code(v.SEEN_CONTACTS, "contact")]
SeenFault = Annotated[str, Code(v.SEEN_FAULTS, "fault of a stroke")]
BreakHit = Annotated[str, Code(v.BREAK_HITS, "way to hit the ball on a break")]
PocketPart = Annotated[str, Code(v.POCKET_PARTS, "part of the pocket")]
Choice = Annotated[str, Code(v.CHOICES, "choice")]
Reason = Annotated[str, Code(v.CHOICE_REASONS, "reason")]
BetterError = Annotated[str, Code(v.BETTER_ERRORS, "better error")]
Intent = Annotated[str, Code(v.INTENT_SOURCES, "source of the intent")]
Foul = Annotated[str, Code(v.FOULS, "foul")]
Grade = Annotated[str, Code(v.GRADES, "grade")]
Decision = Annotated[str, Code(v.DECISION_VERDICTS, "verdict on the decision")]
OptionKind = Annotated[str, Code(v.OPTION_KINDS, "kind of option")]
ChoiceSchool = Annotated[str, Code(v.CHOICE_SCHOOLS, "school of choosing")]
Luck = Annotated[str, Code(v.LUCK, "kind of luck")]
Cause = Annotated[str, Code(v.ALL_CAUSES, "cause")]
StatedKind = Annotated[str, Code(v.STATED_KINDS, "kind of shot")]
Evidence = Annotated[str, Code(v.EVIDENCE, "kind of evidence")]
LeftOut = Annotated[str, Code(v.LEFT_OUT, "reason to leave a shot out")]
Level = Annotated[str, Code({name: preset.words for name, preset in PRESETS.items()}, "level")]
PlayingHand = Annotated[str, Code(v.HANDS, "hand to play with")]
TableSize = Annotated[str, Code({name: name for name in TABLES}, "table size")]
ClothSpeed = Annotated[str, Code(v.CLOTH_SPEEDS, "cloth speed")]
Cushions = Annotated[str, Code(v.CUSHIONS, "liveliness of cushions")]
Air = Annotated[str, Code(v.AIR, "humidity")]
BallState = Annotated[str, Code(v.BALL_STATES, "state of balls")]
MatchKind = Annotated[str, Code(v.MATCH_KINDS, "kind")]
Discipline = Annotated[str, Code({code: one.words for code, one in DISCIPLINES.items()}, "discipline")]
BreakOrder = Annotated[str, Code(v.BREAK_ORDERS, "break order")]
Group = Annotated[str, Code(v.GROUPS, "group")]
PositionGroup = Annotated[str, Code(v.POSITION_GROUPS, "group")]
PositionHand = Annotated[str, Code(v.POSITION_HANDS, "way to place the cue ball")]
PositionOn = Annotated[str, Code(v.POSITION_ON, "ball on")]
PlanState = Annotated[str, Code(v.PLAN_STATES, "state of a plan")]
Gap = Annotated[str, Code(v.GAPS, "reason for a gap")]
Depth = Annotated[str, Code(v.DEPTHS, "depth of review")]
EndedHow = Annotated[str, Code(v.ENDINGS, "way a rack ends")]
BreakCondition = Annotated[str, Code(v.BREAK_CONDITIONS, "break condition")]
MoneyOnBreak = Annotated[str, Code(v.MONEY_ON_BREAK, "rule for the money ball")]
InHand = Annotated[str, Code(v.IN_HAND, "place for the cue ball in hand")]
FoulsCounted = Annotated[str, Code(v.FOULS_COUNTED, "set of fouls")]
Call = Annotated[str, Code(v.CALLS, "rule for calls")]
School = Annotated[str, Code(v.SCHOOLS, "school")]
RackSpot = Annotated[str, Code(v.RACK_SPOTS, "ball on the spot")]


class LayoutShape(Shape):
    """The balls before a shot.

    `from` says what it starts with: the end of the shot before, or an empty table. `balls` then
    places balls (`[x, y]` in mm) or takes them off (`null`).
    """

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, populate_by_name=True)

    source: Literal["previous", "empty"] = Field(default="previous", alias="from")
    balls: dict[Ball, Place | None] = Field(default_factory=dict)


PLACES_OF = {
    "point": (1,),
    "window": (2,),
    "either": (0, 1, 2),
    "route": (0, 2),
    "avoid": (0, 2),
    "ball": (0, 1),
}
"""How many places a target of a kind may have: those drawn in steps may wait for theirs."""


class TargetShape(Shape):
    """Where the cue ball should end, or what else is meant.

    `unset`, `none` (just pot it), a `point` a, a `window` a to b, the `line` of the next shot, one `side`
    of it, `either` of the places a and b, an `angle` on the next ball, a `route` between a and b, a zone to
    `avoid` round a through b, a place a for the object ball `ball`, a `snooker` behind which `ball` lies,
    `ball` set `free`, a `cannon` on the `side` of `ball`, the next ball within easy `reach`, open for a
    `bank`, or open on both edges to play `safe` off it.
    """

    kind: TargetKind = "unset"
    a: Place | None = None
    b: Place | None = None
    side: Literal["left", "right"] | None = Field(
        default=None, description="of the line, for `side`; of the ball, for `cannon`"
    )
    ball: Ball | None = Field(default=None, description="the object ball meant")

    @model_validator(mode="after")
    def _places_fit_kind(self) -> "TargetShape":
        allowed = PLACES_OF.get(self.kind, (0,))
        given = (self.a is not None) + (self.b is not None)
        if given not in allowed or (given == 1 and self.a is None):
            wants = " or ".join(("no place", "the place a", "the places a and b")[one] for one in allowed)
            raise ValueError(f"a target of kind {self.kind!r} takes {wants}")
        if self.side is not None and self.kind not in ("side", "cannon"):
            raise ValueError(f"a target of kind {self.kind!r} takes no side")
        if self.ball is not None and self.kind not in ("ball", "snooker", "free", "cannon"):
            raise ValueError(f"a target of kind {self.kind!r} takes no ball")
        return self


class TipShape(Shape):
    """Tip contact in ball radii from the centre: right and up positive, within the miscue limit."""

    side: float = Field(default=0.0, ge=-1, le=1)
    height: float = Field(default=0.0, ge=-1, le=1)

    @model_validator(mode="after")
    def _on_the_ball(self) -> "TipShape":
        off = hypot(self.side, self.height)
        if off > MISCUE + 1e-9:
            raise ValueError(f"the tip is {off:.2f} radii off centre; the miscue limit is {MISCUE} radii")
        return self


class VisitPlanShape(Shape):
    """The plan from this shot to the end of the visit.

    `order` of the balls, and `other_order` that it is held against; `key_ball` before the last ones, or
    before the `break_ball` of the next rack; `problems`, `insurance`, and `combinations` that are insurance
    (the ball that is hit first and the one that is potted); `clusters` in words; the `group` chosen and
    why; `state`: what became of the plan made before.
    """

    order: list[Ball] = Field(default_factory=list, max_length=22)
    key_ball: Ball | None = None
    break_ball: Ball | None = None
    problems: list[Ball] = Field(default_factory=list, max_length=22)
    insurance: list[Ball] = Field(default_factory=list, max_length=22)
    other_order: list[Ball] = Field(default_factory=list, max_length=22)
    combinations: list[tuple[Ball, Ball]] = Field(default_factory=list, max_length=8)
    clusters: Said = ""
    group: Group | None = None
    group_reason: Said = ""
    state: PlanState | None = None


class PlanShape(Shape):
    """What was meant."""

    ball: Ball | None = None
    pocket: PocketName | None = None
    part: PocketPart | None = Field(
        default=None, description="part of the pocket meant, seen from the ball"
    )
    kind: ShotKind = "direct"
    choice: Choice = "attack"
    reason: Reason | None = None
    intent: Intent | None = None
    also: list[MixedKind] = Field(default_factory=list, max_length=3, description="kinds it is as well")
    tip: TipShape | None = None
    speed: float | None = Field(default=None, gt=0, le=15, description="m/s at the cue ball")
    elevation: float | None = Field(default=None, ge=0, le=80, description="degrees, of the cue")
    fullness: float | None = Field(
        default=None, ge=0, le=1, description="of the hit meant: 1 full, 0 a graze"
    )
    hit_side: HitSide | None = None
    aids: list[Aid] = Field(default_factory=list, max_length=8, description="circumstances of the stroke")
    target: TargetShape = Field(default_factory=TargetShape)
    second: TargetShape = Field(default_factory=TargetShape, description="what it is meant to do besides")
    via: list[Place] = Field(default_factory=list, max_length=6, description="planned cushion places")
    better_error: BetterError | None = None
    next_ball: Ball | None = None
    next_pocket: PocketName | None = None
    wanted_angle: float | None = Field(
        default=None, ge=0, lt=90, description="degrees of cut wanted on the next ball"
    )
    hit: BreakHit | None = Field(default=None, description="how a break is meant to hit its ball")
    visit: VisitPlanShape | None = None
    free_ball: bool = Field(default=False, description="snooker: nominated as a free ball")


class PottedShape(Shape):
    """A ball that fell, and where."""

    ball: Ball
    pocket: PocketName


class RuledShape(Shape):
    """What a referee ruled instead of what the rules say: who plays next, who won the rack, and why."""

    reason: Reasoned
    next: Label | None = None
    winner: Label | None = None


class ObservedShape(Shape):
    """What was seen of the stroke on playback: where the tip struck and how the ball was hit, against the
    plan, and faults."""

    tip: list[SeenTip] = Field(default_factory=list, max_length=2)
    contact: SeenContact | None = None
    faults: list[SeenFault] = Field(default_factory=list, max_length=4)


class ResultShape(Shape):
    """What happened. `moved` places object balls that ended elsewhere, and balls spotted again."""

    potted: list[PottedShape] = Field(default_factory=list)
    off_table: list[Ball] = Field(default_factory=list)
    foul: Foul | None = None
    cue_end: Place | None = None
    moved: dict[Ball, Place] = Field(default_factory=dict)
    foul_ball: Ball | None = Field(default=None, description="the ball the foul concerned")
    penalty: int | None = Field(default=None, ge=4, le=7, description="points given for the foul")
    miss: bool = Field(default=False, description="snooker: a miss was called")
    break_rails: int | None = Field(
        default=None, ge=0, le=21, description="object balls the break drove to a rail"
    )
    break_over: int | None = Field(
        default=None, ge=0, le=21, description="object balls the break brought past the head string"
    )
    ruled: RuledShape | None = None
    observed: ObservedShape | None = None


class AdvisedShape(Shape):
    """What somebody would have played: a pot with its pocket, or a safety, push-out or foul off a ball."""

    kind: OptionKind
    ball: Ball | None = None
    pocket: PocketName | None = None


class VerdictShape(Shape):
    """Another reviewer's verdict on the decision, with a reason; `advised` is what they would have played
    and `school` the view they speak for, where they speak for one."""

    by: Label
    decision: Decision
    reason: Said = ""
    advised: AdvisedShape | None = None
    school: ChoiceSchool | None = None


class StatedShape(Shape):
    """A chance that a person stated before they knew the result: what they expect to be played, how likely
    it comes off (0 to 1), and where they expect the cue ball to end."""

    by: Label
    said: StatedKind = "pot"
    chance: float = Field(ge=0, le=1)
    end: Place | None = None


class JudgementShape(Shape):
    """The reviewer's verdicts. `grade` overrules the proposed grade of the position.

    `verdicts` are those of others on the decision; `evidence` says how a cause is known; `caused_back` how
    many shots earlier the error was made that this one paid for; `question` is open, to the player;
    `lesson` is what the shot teaches, for the rack's story. `stated`: chances that people stated, one each.
    """

    grade: Grade | None = None
    decision: Decision | None = None
    luck: Luck | None = None
    causes: list[Cause] = Field(default_factory=list, max_length=12)
    left_out: LeftOut | None = None
    verdicts: list[VerdictShape] = Field(default_factory=list, max_length=8)
    evidence: dict[Cause, Evidence] = Field(default_factory=dict)
    caused_back: int | None = Field(default=None, ge=1, le=60)
    question: Annotated[str, Field(max_length=1000)] = ""
    lesson: Said = ""
    stated: list[StatedShape] = Field(default_factory=list, max_length=MOST_STATED)

    @model_validator(mode="after")
    def _one_each(self) -> "JudgementShape":
        names = [one.by for one in self.stated]
        twice = next((name for name in names if names.count(name) > 1), None)
        if twice is not None:
            raise ValueError(f"{twice} states two chances of one shot: keep the first")
        return self


class DrawingShape(Shape):
    """What a person drew: a `line` along its points, or a `zone` inside them.

    Points on the table are mm; those on the picture are shares of its width and height, from the top left.
    """

    on: Literal["table", "picture"] = "table"
    kind: Literal["line", "zone"] = "line"
    points: list[Place] = Field(min_length=2, max_length=200)

    @model_validator(mode="after")
    def _on_the_picture(self) -> "DrawingShape":
        if self.on == "picture" and not all(0 <= part <= 1 for place in self.points for part in place):
            raise ValueError("points on the picture lie between 0 and 1, as shares of its width and height")
        return self


Count = Annotated[int, Field(ge=0, le=2)]
Points = Annotated[int, Field(ge=-999, le=9999)]


class PositionShape(Shape):
    """How the rack stands before a shot that is set up as a position, whatever the shots before say.

    The shooter is the player at the table; `other_` fields are the other player's. What is not said is
    taken from the shots before; without any, the cue ball is played from where it lies.
    `hand`: whether the cue ball is in hand. `group`: the shooter's. `fouls`, `misses`: in a row. `on`:
    snooker's ball on. `free`: a free ball or shot. `pack`: the pack stands and this shot opens the rack.
    """

    hand: PositionHand | None = None
    group: PositionGroup | None = None
    score: Points | None = None
    other_score: Points | None = None
    fouls: Count | None = None
    other_fouls: Count | None = None
    misses: Count | None = None
    other_misses: Count | None = None
    push_out: bool | None = None
    on: PositionOn | None = None
    free: bool | None = None
    visits: Annotated[int, Field(ge=1, le=2)] | None = None
    pack: bool | None = None


class ShotShape(Shape):
    """One logged shot. `time_s` and `end_s` mark it on the recording's clock; `gap` says why it does not
    follow from the shot before."""

    shooter: Label
    time_s: Mark | None = None
    end_s: Mark | None = None
    gap: Gap | None = None
    layout: LayoutShape = Field(default_factory=LayoutShape)
    position: PositionShape | None = None
    plan: PlanShape = Field(default_factory=PlanShape)
    result: ResultShape | None = None
    judgement: JudgementShape = Field(default_factory=JudgementShape)
    drawings: list[DrawingShape] = Field(default_factory=list, max_length=40)
    notes: Text = ""
    tags: list[Label] = Field(default_factory=list, max_length=20)


def dump(shape: Shape) -> dict[str, Any]:
    """The shape as plain JSON data, fields at their default left out."""
    return shape.model_dump(mode="json", by_alias=True, exclude_defaults=True)
