"""Players' fitted errors and scores of chances, as several areas give them."""

from pydantic import BaseModel

from aretane.core.intervals import Proportion
from aretane.core.skill import Fitted, Skill
from aretane.core.skill.fit import Estimate
from aretane.core.statistics.stated import Score
from aretane.core.units import degrees


class IntervalView(BaseModel):
    """k of n, or a mean of n, with its 95 % interval; None: too little is known."""

    n: int
    k: int | None
    value: float | None
    low: float | None
    high: float | None


class ModelView(BaseModel):
    """A player's errors fitted from the log, level as prior: aim in degrees, speeds relative.

    `level_aim` and `level_speed` are the level's own. `speed_bias` below zero: strikes too softly.
    `eye`: how many times as far as the level the player misjudges angles.
    """

    aim: IntervalView
    speed: IntervalView
    speed_bias: IntervalView
    eye: IntervalView
    level_aim: float
    level_speed: float


class ScoreBandView(BaseModel):
    """A tenth of the stated chances: their mean, and the share that came off."""

    stated: float
    came: IntervalView


class ScoreView(BaseModel):
    """How well stated chances fit what came: the Brier score and its parts, as in `core.statistics.stated`;
    bias above 0 where more is promised than comes."""

    n: int
    brier: IntervalView
    reliability: float
    resolution: float
    uncertainty: float
    within: float
    bias: float
    bands: list[ScoreBandView]


def share_view(share: Proportion) -> IntervalView:
    """A share with its count."""
    return IntervalView(n=share.n, k=share.k, value=share.value, low=share.low, high=share.high)


def model_view(own: Fitted, level: Skill) -> ModelView:
    """Fitted errors beside those of the level."""
    return ModelView(
        aim=estimate_view(own.aim, degrees(1.0)),
        speed=estimate_view(own.speed),
        speed_bias=estimate_view(own.speed_bias),
        eye=estimate_view(own.eye),
        level_aim=degrees(level.aim),
        level_speed=level.speed,
    )


def estimate_view(estimate: Estimate, scale: float = 1.0) -> IntervalView:
    """An estimate in a unit `scale` times as small."""
    return IntervalView(
        n=estimate.n,
        k=None,
        value=estimate.value * scale,
        low=estimate.low * scale,
        high=estimate.high * scale,
    )


def score_view(found: Score | None) -> ScoreView | None:
    """A score; None without any chance stated."""
    if found is None:
        return None
    brier = found.brier
    return ScoreView(
        n=found.n,
        brier=IntervalView(n=brier.n, k=None, value=brier.value, low=brier.low, high=brier.high),
        reliability=found.reliability,
        resolution=found.resolution,
        uncertainty=found.uncertainty,
        within=found.within,
        bias=found.bias,
        bands=[ScoreBandView(stated=one.stated, came=share_view(one.came)) for one in found.bands],
    )
