"""Shapes of the ledger of choices."""

from pydantic import BaseModel

from ..serving.working import WorkingView
from ..views import SeatView, ShotLink


class WeighedOptionView(BaseModel):
    """An option in short: the shooter's chance to win the rack with it and its standard error (`alone`: the
    part that other options do not share), how often it pots and fouls, how much of the next ball it hides
    on average and how often all of it; `frees` are balls of clusters that it takes apart.

    It meets `hit` first after `rails` cushions, `fullness` of it. `route`: how the cue ball goes on, where
    another option pots the same ball, or hits it for a safety.
    """

    kind: str
    ball: str | None
    pocket: str | None
    value: float
    error: float
    alone: float
    made: float
    foul: float
    hidden: float
    hooks: float
    hit: str | None
    rails: int
    fullness: float | None
    frees: list[str]
    reasons: list[str]
    route: str


class EntryView(BaseModel):
    """One decision: what it cost in chance to win the rack, its grade (right, close, wrong) with the kind
    of fault, and apart from that whether it came off (null: nobody knows). `own` is the reviewer's verdict,
    `how` whether the choice made was planned, or read off what came (struck, meant)."""

    shot: ShotLink
    player: str
    made: WeighedOptionView
    best: WeighedOptionView
    how: str | None
    cost: float
    error: float
    grade: str
    fault: str | None
    came_off: bool | None
    own: str | None
    break_even: float | None


class ChoiceFaultView(BaseModel):
    """How often a kind of fault was made, and what it gave away, in racks."""

    code: str
    n: int
    cost: float


class TotalView(BaseModel):
    """What a player's decisions came to; `cost` (racks, with its standard error) is of the wrong ones
    alone, `uncertain` the sum of those too close to call."""

    player: SeatView
    decisions: int
    right: int
    close: int
    wrong: int
    cost: float
    error: float
    uncertain: float
    faults: list[ChoiceFaultView]


class LeftView(BaseModel):
    """What a safety really left, from the seat of the player who came next: as `left.Left`; `far` mm."""

    in_hand: bool
    hidden: float
    blockers: list[str]
    far: float
    behind: bool
    answer: str
    ball: str | None
    good: float
    foul: float
    chance: float


class SafetyView(BaseModel):
    """A safety judged three times: as meant (null where no strike explains it), as it came, and by what the
    other then did: `outcome` is a code of the safety outcomes."""

    shot: ShotLink
    player: str
    meant: WeighedOptionView | None
    how: str | None
    left: LeftView | None
    outcome: str
    held: bool | None


class ExchangeView(BaseModel):
    """A chain of safeties, as `exchanges.Exchange`; shots count from 1."""

    recording: int
    rack: int
    began: str
    first: int
    last: int
    shots: list[int]
    hooks: list[int]
    fouls: list[int]
    first_open: str | None
    at: int | None
    won: str | None


class LedgerView(BaseModel):
    """The decisions of a recording or of a player. `possible` shots have a decision to work out, of which
    `done` are there, `wanted` under way or waiting, `failed`. `left_out` racks are logged as key moments:
    chosen shots prove nothing. `titles` of the recordings by id. While `working` nothing of it is there
    yet."""

    totals: list[TotalView]
    entries: list[EntryView]
    safeties: list[SafetyView]
    exchanges: list[ExchangeView]
    names: dict[str, str]
    titles: dict[str, str]
    disciplines: dict[str, str]
    possible: int
    wanted: int
    done: int
    failed: int
    left_out: int
    reason: str
    working: WorkingView | None = None
