"""Shapes of the chances on the shot desk."""

from pydantic import BaseModel

from ..views import AdvisedView, PathView, Place
from .reading_views import CombinationView


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


class OrderGapView(BaseModel):
    """By how much the order written down is worth more than the one it is held against, and the standard
    error of that."""

    value: float
    error: float


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
    shot; of straight pool it names the `key_ball` and the `break_ball` it ends with. `insurance`: other
    balls, and `combinations`, that are made from most of the table, once asked with the order. `own` is the
    order written down (`own_waits`: more is being worked out), `against` the other one that it is held
    against, with the `gap`; `frame` an estimate of the chance to win the frame, `angle` what still works on
    the next ball.
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
    key_ball: str | None
    break_ball: str | None
    insurance: list[str]
    combinations: list[CombinationView]
    own: OwnOrderView | None
    against: OwnOrderView | None
    gap: OrderGapView | None
    own_waits: bool
    frame: float | None
    angle: AngleView | None
