"""Shapes of a recording's story and of background work."""

from pydantic import BaseModel

from ..views import AdvisedView


class PartView(BaseModel):
    """A part of a shot's worth: decision, pot, position or luck, as a change in chance with its standard
    error. `clear`: more than its error."""

    name: str
    value: float
    error: float
    clear: bool


class PlaceView(BaseModel):
    """The planned place of the cue ball by the map of what follows, in the story's measure.

    worth: of the place. chance: that the shot is made and the cue ball ends where nine tenths of that are
    kept. held: whether it did; null where that is not known, or other balls moved. long, short: the mean
    worth past its far and its near end; better: the side that is worth more beyond doubt, else null.
    """

    worth: float
    chance: float
    held: bool | None
    long: float | None
    short: float | None
    better: str | None


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
    place: PlaceView | None


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
    """A rack's story: its chances, an entry a shot. `wanted`, `done` and `failed` count shots that can be
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
