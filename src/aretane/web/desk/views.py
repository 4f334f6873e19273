"""The answers of the shot desk: tables, racks, shots and what is seen of them."""

from typing import Literal

from pydantic import BaseModel, Field

from aretane.formats.match_file import OptionsShape
from aretane.formats.shapes import ShotShape

from ..views import Place, Places, RecordingView, ShareView, TableView


class FlagView(BaseModel):
    """What does not balance, and where."""

    field: str
    code: str
    words: str


class PotView(BaseModel):
    """A direct pot measured. Cut signed, positive with the cue ball left of the line."""

    ball: str
    pocket: str
    possible: bool
    cut: float
    fullness: float
    ghost: Place
    cue_distance: float
    pot_distance: float
    cue_blockers: list[str]
    cue_open: float
    pot_blockers: list[str]
    pocket_open: float
    window: float
    opening: float
    tangent: float | None
    rolling: float | None
    frozen: bool
    chance: float | None


class LengthView(BaseModel):
    """One length in the three units people use for it."""

    mm: float
    widths: float
    diamonds: float


class MissView(BaseModel):
    """The cue ball's miss: long and left of the line are positive. `arrival` in degrees."""

    along: LengthView
    across: LengthView
    distance: LengthView
    arrival: float
    nearest: Place


class CameView(BaseModel):
    """How a result fits the intent.

    `measured` by place, line, side, angle, zone, ball, hidden, free or contact; `off`: how far from where
    it was meant; `place`: the nearest that would have been; `turned`: degrees of cut more than wanted;
    `hidden`: the share of the ball that cannot be hit directly, or of its best pocket that is closed.
    """

    measured: str
    kept: bool
    off: LengthView | None
    place: Place | None
    turned: float | None
    hidden: float | None


class LeaveView(BaseModel):
    """What the shot left on the next ball, against what was wanted.

    Chances are those of `player`, who is at the table next; null where the rules leave that open.
    """

    player: str | None
    ball: str
    known: Literal["planned", "played", "only", "map", "likeliest"] = Field(
        description="how the next ball is known; map: the one that the map goes on to; likeliest: the "
        "easiest pot of those on"
    )
    pocket: str
    angle_left: float
    angle_wanted: float | None
    right_side: bool | None
    chance: float | None
    planned_chance: float | None
    best_pocket: str
    best_chance: float | None


class ProposalView(BaseModel):
    """The proposed grade with its reasons."""

    grade: str | None
    reasons: list[str]


class MappedView(BaseModel):
    """A shot by the maps of what follows.

    in_place: the chance to make it and to end where nine tenths of the planned place's worth are kept.
    leave and proposal: as in the review, with what the maps say; null while nothing was played.
    """

    stage: Literal["none", "waiting", "fine"] = Field(description="waiting: ask again")
    reason: str = Field(description="why there is no chance to end in place")
    in_place: ShareView | None
    proposal: ProposalView | None
    leave: LeaveView | None


class ReviewView(BaseModel):
    """Everything the core says about one shot.

    Groups, scores, run and `free` (a free shot or ball) are those before it; `points` those it made or
    gave; `respot` places balls that come back and are not placed yet; `touching` balls must be played away
    from; `left` and `snookers` are snooker's points on the table and snookers required; `took_s` and
    `waited_s` come from the marks on the recording, see `core.review.clock`.
    """

    before: Places
    after: Places | None
    turn: list[str]
    balls_on: list[str]
    ball_in_hand: bool
    behind_line: bool
    free: bool
    groups: dict[str, str]
    scores: dict[str, int]
    run: int
    points: dict[str, int]
    respot: Places
    touching: list[str]
    left: int | None
    snookers: dict[str, int]
    push_out_allowed: bool
    set_up: bool = Field(description="the shot is a position set up by hand, or begins the log mid-rack")
    over: bool
    foul: bool | None
    keeps_table: bool | None
    ruling: list[str]
    flags: list[FlagView]
    pot: PotView | None
    pots: list[PotView]
    arrival: float | None
    miss: MissView | None
    came: CameView | None
    second: CameView | None = Field(description="the second intent against the result")
    wrong_end: bool | None = Field(
        description="whether the cue ball ended on the side that the plan wanted it to keep off"
    )
    leave: LeaveView | None
    proposal: ProposalView | None
    took_s: float | None
    waited_s: float | None


class ShotView(BaseModel):
    """A shot with its identity and review. `damage` says which stored values cannot be read: `shot` holds
    the others, and storing it mends it."""

    id: str
    version: int
    damage: list[str]
    shot: ShotShape
    review: ReviewView


class RackView(BaseModel):
    """A rack as the shot desk needs it. `version` counts changes of all but its shots, `content` every
    change."""

    id: int
    content: int
    recording_id: int
    number: int
    version: int
    breaker: str | None
    notes: str
    depth: str
    ended_winner: str | None
    ended_how: str | None
    scores: dict[str, int]
    winner: str | None
    over: bool
    next_turn: list[str]
    shots: list[ShotView]


class PreviewView(BaseModel):
    """Reviews of shots that are not stored, in the order they were sent."""

    reviews: list[ReviewView]


class GameView(BaseModel):
    """What the rules bring to the desk: the balls, the full rack and usual places of the cue ball for a
    break (mm), the ball a break is aimed at.

    `options` are those in force, `options_used` the names of those the discipline has.
    """

    balls: list[str]
    racked: Places
    break_places: list[Place]
    break_ball: str
    goes_on: bool = Field(description="fourteen were racked again: the rack begins without a break")
    has_points: bool
    options: OptionsShape
    options_used: list[str]


class DeskView(BaseModel):
    """A rack with the recording around it."""

    recording: RecordingView
    table: TableView
    game: GameView
    rack: RackView
