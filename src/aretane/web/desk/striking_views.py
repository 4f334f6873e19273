"""Shapes of how a plan or a strike plays out."""

from pydantic import BaseModel, Field

from ..views import PathView, Place, ShareView


class StrikeView(BaseModel):
    """A strike: speed in m/s, tip in ball radii from the centre, right and up positive; degrees the cue is
    raised by."""

    speed: float
    side: float
    height: float
    elevation: float


class ReachView(BaseModel):
    """How the stroke is reached: mm from the hips to the bridge hand, and the circumstances it needs, by
    their codes."""

    distance: float
    aids: list[str]


class SpreadView(BaseModel):
    """How a break leaves the object balls, on average: mm from a ball's edge to the nearest other, and the
    number of balls within a ball width of another."""

    apart: float
    together: float


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
    in_place: ShareView | None
    down: float | None = Field(description="mean object balls down, of a break")
    besides: ShareView | None = Field(description="makes the shot and meets the second intent")
    spread: SpreadView | None
    railed: bool
    twice: float = Field(description="the chance of a double hit, which the other figures do not count")
    unmet: bool = Field(description="no strike was found that meets the intent")
    short: float | None = Field(description="mm by which the nearest misses it, where that is a distance")
    reach: ReachView
    as_drawn: bool = Field(description="the cue ball meets as many cushions as the plan draws, if any")


class ForecastView(BaseModel):
    """What came of a plan that was played out, or the reason why that is not known."""

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
