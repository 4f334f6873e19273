"""Shapes of stated chances."""

from pydantic import BaseModel

from ..given.fitted import IntervalView, ScoreView
from ..views import Place, Places, ShotLink, TableView


class StatedView(BaseModel):
    """What one person stated: 'pot' or 'safety', its chance (0 to 1), where the cue ball ends (mm); and how
    it came out: came, as_said and off (mm) are null where it is not known."""

    by: str
    said: str
    chance: float
    end: Place | None
    came: bool | None
    as_said: bool | None
    off: float | None


class HappenedView(BaseModel):
    """What happened: the kind of shot played, the ball and pocket meant, whether it came off, in words, and
    where the balls were after it."""

    words: str
    kind: str | None
    ball: str | None
    pocket: str | None
    after: Places
    stated: list[StatedView]


class CallView(BaseModel):
    """A shot to call: the balls before it and who plays, nothing of what came.

    not_called: why nobody calls it, or ''. said: how many stated a chance of it. came: what happened, for
    who has stated theirs and for nobody else; null where it is not logged. mine: what the person who asks
    stated. next: the next shot of the recording that they have not called.
    """

    title: str
    discipline: str
    table: TableView
    balls: Places
    shooter: str
    standing: str
    plan: str
    not_called: str
    said: int
    logged: bool
    mine: StatedView | None
    came: HappenedView | None
    before: ShotLink | None
    next: ShotLink | None


class JudgeView(BaseModel):
    """How well one person's, or the models', stated chances fit what came.

    kinds: how often the kind of shot was called right; off: metres between where the cue ball was said to
    end and ended, in mm.
    """

    by: str
    model: bool
    score: ScoreView | None
    kinds: IntervalView
    off: IntervalView


class PairView(BaseModel):
    """Two on the same shots: the Brier score of the first less that of the second; below 0 the first judges
    better."""

    a: str
    b: str
    n: int
    value: float | None
    low: float | None
    high: float | None
    verdict: str


class JudgesView(BaseModel):
    """Everybody who stated chances, and the models of the players on the same shots and on all pots."""

    judges: list[JudgeView]
    pairs: list[PairView]
    waiting: int
