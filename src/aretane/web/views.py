"""The answers of the web interface. Places in mm, angles in degrees, chances 0 to 1, None: not known."""

from pydantic import BaseModel

from aretane.formats.match_file import MatchShape, OptionsShape, TableShape
from aretane.formats.shapes import ShotShape

Place = tuple[float, float]
Places = dict[str, Place]


class SessionView(BaseModel):
    """Who is asking, with units and words. `names`: people and recordings called by words of the glossary,
    which stay as they are."""

    member: str
    club: str
    length_unit: str
    speed_unit: str
    words: str
    names: list[str]
    version: str


class WordsView(BaseModel):
    """The field's terms: code to words, table by table."""

    disciplines: dict[str, str]
    match_kinds: dict[str, str]
    cloth_speeds: dict[str, str]
    break_orders: dict[str, str]
    shot_kinds: dict[str, str]
    choices: dict[str, str]
    choice_reasons: dict[str, str]
    option_kinds: dict[str, str]
    choice_faults: dict[str, str]
    choice_schools: dict[str, str]
    safety_outcomes: dict[str, str]
    better_errors: dict[str, str]
    targets: dict[str, str]
    target_sides: dict[str, str]
    intent_sources: dict[str, str]
    fouls: dict[str, str]
    grades: dict[str, str]
    decisions: dict[str, str]
    luck: dict[str, str]
    left_out: dict[str, str]
    causes: dict[str, dict[str, str]]
    pockets: dict[str, str]
    pocket_parts: dict[str, str]
    break_hits: dict[str, str]
    levels: dict[str, str]
    table_sizes: dict[str, str]
    break_conditions: dict[str, str]
    money_on_break: dict[str, str]
    in_hand: dict[str, str]
    fouls_counted: dict[str, str]
    calls: dict[str, str]
    schools: dict[str, str]
    rack_spots: dict[str, str]
    options_used: dict[str, list[str]]
    options_usual: dict[str, OptionsShape]
    gaps: dict[str, str]
    evidence: dict[str, str]
    groups: dict[str, str]
    plan_states: dict[str, str]
    depths: dict[str, str]
    endings: dict[str, str]


class PlayerView(BaseModel):
    """A player of the club; `id` is text, as shots name it."""

    id: str
    name: str
    level: str
    shots: int


class SeatView(BaseModel):
    """A player in a recording, with the level whose model gives the chances."""

    id: str
    name: str
    level: str


class VisitView(BaseModel):
    """One visit: shots from `first` to `last` (from 1), balls and points made, what ended it."""

    player: str
    first: int
    last: int
    balls: int
    points: int
    ended: str


class FirstChanceView(BaseModel):
    """Who had the first open shot of a rack, at which shot (from 1), and the chance of its best pot."""

    player: str
    shot: int
    chance: float


class RackSummary(BaseModel):
    """One rack in the score line. `scores` are points, `high_runs` the best runs, by player id."""

    id: int
    number: int
    winner: str | None
    breaker: str | None
    depth: str
    scores: dict[str, int]
    high_runs: dict[str, int]
    visits: list[VisitView]
    first_chance: FirstChanceView | None
    break_balls: int | None
    kept_table: bool | None
    shots: int
    open_shots: int
    flags: int


class RecordingView(BaseModel):
    """A recording with its racks in short. `score` counts racks won by player id."""

    id: int
    version: int
    match: MatchShape
    table: TableShape
    players: list[SeatView]
    racks: list[RackSummary]
    score: dict[str, int]


class RecordingsView(BaseModel):
    """All recordings, newest first."""

    recordings: list[RecordingView]


class PlayersView(BaseModel):
    """All players of the club by name."""

    players: list[PlayerView]


class PocketView(BaseModel):
    """One pocket: its cushion points and the middle of its mouth, mm."""

    name: str
    points: list[Place]
    mouth: Place
    side: bool


class TableView(BaseModel):
    """The table to draw, mm. `head_string` is the baulk line where the game has one, `d_radius` its D."""

    length: float
    width: float
    ball_radius: float
    cue_ball_radius: float
    diamond: float
    head_string: float
    d_radius: float | None
    foot_spot: Place
    spots: list[Place]
    pockets: list[PocketView]


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
    """How a result fits the intent. `measured` by place, line, side, angle, zone, ball or hidden; `off` how
    far from where it was meant, `place` the nearest that would have been; `turned` degrees of cut more than
    wanted; `hidden` the share of the ball that cannot be hit directly."""

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
    leave: LeaveView | None
    proposal: ProposalView | None
    took_s: float | None
    waited_s: float | None


class ShotView(BaseModel):
    """A shot with its identity and review."""

    id: str
    version: int
    shot: ShotShape
    review: ReviewView


class RackView(BaseModel):
    """A rack as the shot desk needs it."""

    id: int
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


class StrikeView(BaseModel):
    """A strike: speed in m/s, tip in ball radii from the centre, right and up positive."""

    speed: float
    side: float
    height: float


class PathView(BaseModel):
    """A ball's path as [seconds, x mm, y mm], cushions met, and whether it falls at the end."""

    ball: str
    points: list[tuple[float, float, float]]
    rails: int
    falls: bool


class ShareView(BaseModel):
    """A share of n strikes played out, with its 95 % interval."""

    value: float
    low: float
    high: float
    n: int


class PlannedView(BaseModel):
    """A planned strike played out. `ends`: cue-ball places with the player's errors, [x, y, potted 0 or 1].

    `assumed` names what the plan left open. `stun` and `rolling`: the natural paths from the contact on.
    """

    strike: StrikeView
    assumed: list[str]
    seconds: float
    paths: list[PathView]
    stun: list[Place]
    rolling: list[Place]
    ends: list[tuple[float, float, float]]
    pot: ShareView
    scratch: ShareView
    in_window: ShareView | None
    railed: bool


class ForecastView(BaseModel):
    """What a plan comes to, or the reason why that is not known."""

    reason: str
    planned: PlannedView | None


class FoundView(BaseModel):
    """One strike that explains a result. `share` of all explanations; `miss` mm off the places logged."""

    strike: StrikeView
    share: float
    miss: float
    speed_spread: float
    side_spread: float
    height_spread: float
    seconds: float
    cue_rails: int
    paths: list[PathView]


class FindingView(BaseModel):
    """Strikes that explain a result, likeliest first. `explained`: the best one fits the logged places."""

    reason: str
    explained: bool
    found: list[FoundView]


class GameView(BaseModel):
    """What the rules bring to the desk: the balls, the full rack and usual places of the cue ball for a
    break (mm), the ball a break is aimed at.

    `options` are those in force, `options_used` the names of those the discipline has.
    """

    balls: list[str]
    racked: Places
    break_places: list[Place]
    break_ball: str
    has_points: bool
    options: OptionsShape
    options_used: list[str]


class DeskView(BaseModel):
    """A rack with the recording around it."""

    recording: RecordingView
    table: TableView
    game: GameView
    rack: RackView


class IntervalView(BaseModel):
    """k of n, or a mean of n, with its 95 % interval; None: too little is known."""

    n: int
    k: int | None
    value: float | None
    low: float | None
    high: float | None


class ShotLink(BaseModel):
    """Where a shot is."""

    recording: int
    rack: int
    shot: int


class RungView(BaseModel):
    """One percentage with the shots behind it."""

    code: str
    interval: IntervalView
    shots: list[ShotLink]


class ModelView(BaseModel):
    """A player's errors fitted from the log, level as prior: aim in degrees, speeds relative.

    `level_aim` and `level_speed` are the level's own. `speed_bias` below zero: strikes too softly.
    """

    aim: IntervalView
    speed: IntervalView
    speed_bias: IntervalView
    level_aim: float
    level_speed: float


class NumbersView(BaseModel):
    """One player's percentages. `along` is in mm, long positive."""

    player: SeatView
    pot_success: RungView
    expected_pots: IntervalView
    safety_share: RungView
    safety_success: RungView
    attack_outcomes: list[RungView]
    safety_outcomes: list[RungView]
    grades: list[RungView]
    short_share: RungView
    along: RungView
    along_widths: float | None
    left_out: list[ShotLink]
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
    """One player, or two with their differences."""

    players: list[NumbersView]
    differences: list[DifferenceView]


class FaultView(BaseModel):
    """One fault of a match file with its place; rack and shot count from 1."""

    rack: int | None
    shot: int | None
    field: str
    words: str


class FileCheckView(BaseModel):
    """What a match file holds and what is wrong with it."""

    faults: list[FaultView]
    title: str | None
    players: list[str]
    racks_usable: int
    shots_usable: int


class ImportedView(BaseModel):
    """The recording a file became, and what differs from the file."""

    recording: int
    remarks: list[str]
    faults: list[FaultView]


class LineView(BaseModel):
    """One line of today: what to do next, and where."""

    kind: str
    words: str
    link: str


class TodayView(BaseModel):
    """At most five lines, the most pressing first."""

    lines: list[LineView]


class CreatedView(BaseModel):
    """The number of what was made."""

    id: int


class VideoPartView(BaseModel):
    """One file of a recording's video. `starts_at_s` on the recording's clock; `missing`: the file is not
    where it was."""

    id: int
    name: str
    starts_at_s: float
    seconds: float
    bytes: int
    container: str
    codec: str
    width: int
    height: int
    missing: bool


class IntakeView(BaseModel):
    """A file on its way in: receiving, checking, or refused with the reason. `arrived` bytes; `examined`
    share."""

    id: str
    name: str
    bytes: int
    state: str
    words: str
    arrived: int
    examined: float


class VideoView(BaseModel):
    """The video of a recording. `folder`: the operator allows one. `codecs`: what to ask the browser."""

    parts: list[VideoPartView]
    intakes: list[IntakeView]
    folder: bool
    codecs: dict[str, str]


class VideoFileView(BaseModel):
    """A file in the operator's folder, by its path below it."""

    file: str
    bytes: int


class FolderView(BaseModel):
    """Videos in the operator's folder."""

    files: list[VideoFileView]


class VttFaultView(BaseModel):
    """A line of a WebVTT file that cannot be read."""

    line: int
    words: str


class VttRestView(BaseModel):
    """A cue that belongs to no shot. `start_s` on the video's own time."""

    start_s: float
    text: str


class VttCheckView(BaseModel):
    """What a WebVTT file brings: shots it marks, notes it adds, cues that belong to no shot, faults."""

    faults: list[VttFaultView]
    marks: int
    notes: int
    rest: list[VttRestView]


class AdvisedView(BaseModel):
    """A shot that the search chose: m/s, tip in ball radii, the chance of the pot alone."""

    ball: str
    pocket: str
    speed: float
    side: float
    height: float
    pot: float


class ChartView(BaseModel):
    """Chances by place of the cue ball, on a grid: `columns` along the table, `rows` across, across running
    fastest; the first node at `left`, `low`, the steps in mm.

    `values` as the outlook measures them, `errors` their standard errors, `shots` the number in `advised`
    of the shot chosen there, None where no pot was found. `balls` are still to be potted.
    """

    balls: list[str]
    left: float
    low: float
    step_x: float
    step_y: float
    columns: int
    rows: int
    values: list[float]
    errors: list[float]
    shots: list[int | None]
    advised: list[AdvisedView]


class LegView(BaseModel):
    """A shot of the proposed order, played without error: the paths of the balls, what the run is worth
    before it in the outlook's measure, and which share of the most that can follow it keeps."""

    shot: AdvisedView
    value: float
    kept: float
    paths: list[PathView]


class OwnOrderView(BaseModel):
    """What the order written down is worth in the outlook's measure; or the `reason` why it is not."""

    balls: list[str]
    value: float | None
    error: float | None
    reason: str


class ScratchView(BaseModel):
    """A line of places (mm) from which a rolling hit runs into the pocket `into`."""

    into: str
    near: Place
    far: Place


class AngleView(BaseModel):
    """The cuts on the next ball that still work, in words and degrees, at one distance (mm) of the cue ball
    from the ghost place; `best` is signed, positive left of the line. `worth` as in the outlook.

    `line` runs from the ghost place back along the straight shot (mm); `scratches` are the lines to keep
    off.
    """

    ball: str
    pocket: str
    words: str
    smallest: float
    best: float
    worth: float
    distance: float
    line: tuple[Place, Place]
    scratches: list[ScratchView]


class OutlookView(BaseModel):
    """What a run from where the cue ball lies is worth, and maps of it: `here` for the balls as they lie,
    `following` for what the planned ball (else the advised one) leaves.

    `stage`: none (with the `reason`), waiting, rough, fine. `maps` counts those of the search now running.
    `measure`: chance to run out, points of the visit, or balls of the run; with balls `break_shot` is the
    chance of a playable break shot. `proposed` is the best plan, with the number (from 0) of its `hardest`
    shot; `own` is the order written down (`own_waits`: more is being worked out), `frame` an estimate of
    the chance to win the frame, `angle` what still works on the next ball.
    """

    reason: str
    stage: str
    maps: int
    measure: str
    value: float | None
    error: float | None
    break_shot: float | None
    advised: AdvisedView | None
    here: ChartView | None
    following: ChartView | None
    after: str | None
    proposed: list[LegView]
    hardest: int | None
    own: OwnOrderView | None
    own_waits: bool
    frame: float | None
    angle: AngleView | None


class PartView(BaseModel):
    """A part of a shot's worth: decision, pot, position or luck, as a change in chance with its standard
    error. `clear`: more than its error."""

    name: str
    value: float
    error: float
    clear: bool


class StoryShotView(BaseModel):
    """What the chances say about a shot. `state`: none (nothing to work out, with the `reason`), unknown
    (not asked for), waiting, running, done, failed.

    `before` and `after` are what its shooter's run is worth, in the story's measure; `choice` what the
    choice made promised. `assumed`: what the plan left open. `parts` add up to the change, and are missing
    with a `reason`.
    """

    state: str
    reason: str
    before: float | None
    before_error: float | None
    after: float | None
    choice: float | None
    choice_error: float | None
    assumed: list[str]
    advised: AdvisedView | None
    parts: list[PartView]


class TurnView(BaseModel):
    """A turning shot: the change in chance, the part that made most of it, and the earlier shot whose
    position is the cause. Shots from 1."""

    shot: int
    change: float
    part: str | None
    began: int | None


class StreakView(BaseModel):
    """Misses of one player in a row to the same side: long, short, left or right. Shots from 1."""

    player: str
    way: str
    shots: list[int]


class StoryView(BaseModel):
    """A rack told by its chances, one entry a shot. `wanted`, `done` and `failed` count shots that can be
    worked out; `opens` is the shot that mattered most, where one is known. `measure` as in an outlook;
    points and balls count what a shot scored."""

    measure: str
    shots: list[StoryShotView]
    turning: list[TurnView]
    streaks: list[StreakView]
    possible: int
    wanted: int
    done: int
    failed: int
    opens: int | None


class RackProgressView(BaseModel):
    """How far the work on a rack is, in shots."""

    number: int
    possible: int
    wanted: int
    done: int
    failed: int


class AnalysisView(BaseModel):
    """How far the work on a recording is, rack by rack."""

    racks: list[RackProgressView]
