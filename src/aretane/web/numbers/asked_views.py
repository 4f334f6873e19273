"""Shapes of questions over the facts of shots. Lengths in mm, times in s, chances and shares 0 to 1."""

from collections.abc import Mapping, Sequence
from dataclasses import asdict
from datetime import date
from typing import Any

from pydantic import BaseModel, Field

from aretane.core.intervals import Proportion
from aretane.core.statistics.answers import Answer, Apart, Group
from aretane.core.statistics.questions import Measure, Split
from aretane.core.statistics.rose import Ellipse, Rose, Runs
from aretane.core.units import degrees, mm

from ..given.fitted import IntervalView
from ..views import SeatView


class MeasureView(BaseModel):
    """What can be asked. `of`, `counts` and `known` are its definition: a share or mean of what, what makes
    it up, and what a shot must say to be counted at all."""

    code: str
    words: str
    group: str
    of: str
    counts: str
    known: str
    form: str
    unit: str
    better: str


class BandView(BaseModel):
    """A part of a split: a word, or values from `low` up to below `high`, in the split's unit."""

    code: str
    words: str
    low: float | None = None
    high: float | None = None


class SplitView(BaseModel):
    """What shots can be told apart by; bands that the data decide are not listed."""

    code: str
    words: str
    group: str
    unit: str
    several: bool
    bands: list[BandView]


class CatalogView(BaseModel):
    """What can be asked, and of what."""

    measures: list[MeasureView]
    splits: list[SplitView]


class ExpectedView(BaseModel):
    """What the shooters' models expected of the attempts that have a chance, and what came of those."""

    n: int
    expected: float
    made: float


class HeldView(BaseModel):
    """Two groups held against each other, first less second.

    `chance`: that so much comes by accident. `verdict` says it in words. `more`: about how many more shots
    of each group would tell; None where it is not asked.
    """

    value: float
    low: float | None
    high: float | None
    chance: float | None
    verdict: str
    more: int | None = None


class AnswerBand(BaseModel):
    """One band's answer; `apart`: against all other bands, corrected for looking so often."""

    band: BandView
    interval: IntervalView
    expected: ExpectedView | None
    apart: HeldView | None


class SeriesView(BaseModel):
    """The answer for one player, or for everybody. unsaid: shots that do not say which band they are in."""

    player: SeatView | None
    whole: AnswerBand
    bands: list[AnswerBand]
    unsaid: int


class BandDifference(BaseModel):
    """The first player less the second in one band; code None: in all."""

    code: str | None
    held: HeldView | None


class AskedView(BaseModel):
    """An answer, with what was not counted and why.

    left_out: shots kept out of all numbers; unlogged: without a result; unknown: that do not say what is
    needed; waiting: racks whose shots are still to be counted.
    """

    measure: MeasureView
    split: SplitView | None
    series: list[SeriesView]
    differences: list[BandDifference]
    left_out: int
    unlogged: int
    unknown: int
    waiting: int
    remarks: list[str]


class FoundShot(BaseModel):
    """A shot behind a number; `value` is what it counts with."""

    recording: int
    rack: int
    shot: int
    title: str
    played_on: date | None
    player: str
    stroke: str
    role: str
    outcome: str | None
    grade: str | None
    value: float | None


class ShotsView(BaseModel):
    """A page of the shots behind a number, in the order asked for."""

    shots: list[FoundShot]
    total: int = Field(description="how many there are in all")
    page: int
    pages: int


class EllipseView(BaseModel):
    """Half axes in mm, and the angle of the longer one from the arrival, in degrees to the left."""

    major: float
    minor: float
    angle: float


class RunsView(BaseModel):
    """Runs of misses to one side: how many, how many chance would make, the chance that so few come by
    accident, and the longest."""

    runs: int
    expected: float
    chance: float
    longest: int


class RoseMissView(BaseModel):
    """One miss in mm: along the arrival (long positive) and across it (left positive)."""

    along: float
    across: float
    grade: str | None
    recording: int
    rack: int
    shot: int


class RoseView(BaseModel):
    """Misses of the place meant in one band ('' all): their mean in mm, the ellipse of one standard
    deviation, the 95 % region of the mean, runs of long and short and of left and right."""

    band: BandView
    n: int
    along: float | None
    across: float | None
    spread: EllipseView | None
    region: EllipseView | None
    lengths: RunsView | None
    sides: RunsView | None
    misses: list[RoseMissView]


class RosesView(BaseModel):
    """Roses of a question; `shown` of its misses, the newest, are drawn."""

    roses: list[RoseView]
    shown: int
    total: int


def rose_view(found: Rose, band: BandView, rows: Sequence[Mapping[str, Any]]) -> RoseView:
    return RoseView(
        band=band, n=found.n,
        along=None if found.along is None else mm(found.along),
        across=None if found.across is None else mm(found.across),
        spread=_ellipse(found.spread), region=_ellipse(found.region),
        lengths=_runs(found.lengths), sides=_runs(found.sides),
        misses=[
            RoseMissView(**{**row, "along": mm(row["along"]), "across": mm(row["across"])}) for row in rows
        ],
    )  # fmt: skip


def _ellipse(one: Ellipse | None) -> EllipseView | None:
    if one is None:
        return None
    return EllipseView(major=mm(one.major), minor=mm(one.minor), angle=degrees(one.angle))


def _runs(one: Runs | None) -> RunsView | None:
    return None if one is None else RunsView(**asdict(one))


def in_unit(value: Any, unit: str) -> float | None:
    """A value in the measure's SI unit as the web speaks it: lengths in mm."""
    if value is None:
        return None
    return mm(float(value)) if unit == "m" else float(value)


def measure_view(measure: Measure) -> MeasureView:
    return MeasureView(**asdict(measure))


def split_view(split: Split) -> SplitView:
    bands = [BandView(code=one.code, words=one.words, low=one.low, high=one.high) for one in split.bands]
    return SplitView(
        code=split.code, words=split.words, group=split.group, unit=split.unit, several=split.several,
        bands=bands,
    )  # fmt: skip


def held_view(apart: Apart | None, measure: Measure) -> HeldView | None:
    if apart is None:
        return None
    value = in_unit(apart.value, measure.unit)
    assert value is not None
    low, high = in_unit(apart.low, measure.unit), in_unit(apart.high, measure.unit)
    return HeldView(
        value=value, low=low, high=high, chance=apart.chance, verdict=apart.verdict, more=apart.more
    )


def series_view(
    player: SeatView | None, answer: Answer, measure: Measure, labels: Mapping[str, str]
) -> SeriesView:
    """One player's answer; labels: words of the bands."""
    return SeriesView(
        player=player,
        whole=_band_view(answer.whole, "", measure),
        bands=[_band_view(one, labels.get(one.code, one.code), measure) for one in answer.bands],
        unsaid=answer.unsaid,
    )


def _band_view(one: Group, words: str, measure: Measure) -> AnswerBand:
    counted = one.counted
    if isinstance(counted, Proportion):
        interval = IntervalView(
            n=counted.n, k=counted.k, value=counted.value, low=counted.low, high=counted.high
        )
    else:
        value, low, high = (in_unit(x, measure.unit) for x in (counted.value, counted.low, counted.high))
        interval = IntervalView(n=counted.n, k=None, value=value, low=low, high=high)
    return AnswerBand(
        band=BandView(code=one.code, words=words),
        interval=interval,
        expected=None if one.expected is None else ExpectedView(**asdict(one.expected)),
        apart=held_view(one.apart, measure),
    )
