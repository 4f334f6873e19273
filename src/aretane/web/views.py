"""Answers that several parts of the web interface share. Places in mm, angles in degrees, chances 0 to 1,
None: not known."""

from datetime import date

from pydantic import BaseModel, Field

from aretane.formats.match_file import MatchShape, OptionsShape, TableShape

Place = tuple[float, float]
Places = dict[str, Place]


class SessionView(BaseModel):
    """Who is asking, with units and words. `names`: people and recordings called by words of the glossary,
    which stay as they are. `mark` tells this data from other data; `token` goes with every change."""

    member: str
    club: str
    length_unit: str
    speed_unit: str
    words: str
    names: list[str]
    version: str
    mark: str
    token: str


class WordsView(BaseModel):
    """The field's terms: code to words, table by table."""

    disciplines: dict[str, str]
    match_kinds: dict[str, str]
    cloth_speeds: dict[str, str]
    cushions: dict[str, str]
    air: dict[str, str]
    ball_states: dict[str, str]
    break_orders: dict[str, str]
    shot_kinds: dict[str, str]
    mixed_kinds: dict[str, str]
    aids: dict[str, str]
    hit_sides: dict[str, str]
    seen_tips: dict[str, str]
    seen_contacts: dict[str, str]
    seen_faults: dict[str, str]
    choices: dict[str, str]
    choice_reasons: dict[str, str]
    option_kinds: dict[str, str]
    choice_faults: dict[str, str]
    choice_schools: dict[str, str]
    safety_outcomes: dict[str, str]
    better_errors: dict[str, str]
    hands: dict[str, str]
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
    models: dict[str, str]
    stated: dict[str, str]
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
    position_groups: dict[str, str]
    position_hands: dict[str, str]
    position_on: dict[str, str]
    depths: dict[str, str]
    endings: dict[str, str]


class PlayerView(BaseModel):
    """A player of the club; `id` is text, as shots name it."""

    id: str
    name: str
    level: str
    hand: str | None
    shots: int


class SeatView(BaseModel):
    """A player in a recording with the level. `model`: whose errors give the chances, a level or `own`;
    empty where no chances are shown; `hand`: null where it is not said."""

    id: str
    name: str
    level: str
    hand: str | None = None
    model: str = ""


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
    """One rack in the score line. `scores` are points, `high_runs` the best runs, by player id; `content`
    counts the changes of the rack, and is named when it is removed."""

    id: int
    number: int
    content: int
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


class DamageView(BaseModel):
    """A stored value that cannot be read: where it lies (shots count from 1; null: not in one), and why."""

    rack: int | None
    shot: int | None
    words: str


class RecordingView(BaseModel):
    """A recording with its racks in short. `score` counts racks won by player id."""

    id: int
    version: int
    match: MatchShape
    table: TableShape
    players: list[SeatView]
    racks: list[RackSummary]
    score: dict[str, int]
    damage: list[DamageView]


class RackLineView(BaseModel):
    """A rack in the score line of a list. `counted` is false while its facts are being counted."""

    id: int
    number: int
    winner: str | None
    flags: int
    counted: bool


class RecordingLineView(BaseModel):
    """A recording in a list. `score` counts racks won by player id; `damaged` values cannot be read."""

    id: int
    title: str
    played_on: date | None
    kind: str
    discipline: str
    players: list[SeatView]
    racks: list[RackLineView]
    score: dict[str, int]
    shots: int
    open_shots: int
    damaged: int


class RecordingsView(BaseModel):
    """One page of the recordings, newest first. Pages count from 1; `total` recordings in all."""

    recordings: list[RecordingLineView]
    page: int
    pages: int
    total: int


class TitleView(BaseModel):
    """A recording by its name."""

    id: int
    title: str
    played_on: date | None


class TitlesView(BaseModel):
    """Every recording by its name, newest first."""

    recordings: list[TitleView]


class PlayersView(BaseModel):
    """All players of the club by name."""

    players: list[PlayerView]


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


class ShotLink(BaseModel):
    """Where a shot is."""

    recording: int
    rack: int
    shot: int


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
    """At most five lines, the most pressing first. `uncounted` racks are being counted and are not in
    them yet."""

    lines: list[LineView]
    uncounted: int
    looking: bool = Field(default=False, description="habits are being looked for")


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
    sights: bool = Field(description="the table has diamonds on its rails")
    head_string: float
    d_radius: float | None
    foot_spot: Place
    spots: list[Place]
    pockets: list[PocketView]


class CreatedView(BaseModel):
    """The number of what was made."""

    id: int


class MatchView(BaseModel):
    """The chance to win the match once the rack is won or lost; `rack`: that of a rack not yet begun."""

    won: float
    lost: float
    rack: float


class AdvisedView(BaseModel):
    """A shot that the search chose: m/s, tip in ball radii, the chance of the pot alone."""

    ball: str
    pocket: str
    speed: float
    side: float
    height: float
    pot: float
