"""Then and now: a player before and from a day on."""

from collections.abc import Sequence
from dataclasses import replace
from datetime import UTC, date, datetime

from apiflask import APIBlueprint
from pydantic import BaseModel, ConfigDict, Field

from aretane.core.intervals import Proportion
from aretane.core.statistics.answers import Answer, Apart, Tally, against, answer
from aretane.core.statistics.compared import false_discoveries
from aretane.core.statistics.questions import MEASURE
from aretane.core.vocabulary import MATCH_KINDS
from aretane.store import questions, read
from aretane.store.database import Db
from aretane.store.errors import Refused
from aretane.store.questions import Asked
from aretane.store.records import Asker

from ..given.fitted import IntervalView, share_view
from .of_player import of_player

blueprint = APIBlueprint("then", __name__, url_prefix="/api/players")

COMPARED = (
    "pots", "over-expected", "position", "lost", "missed-by", "along", "across", "plays-safe",
    "safety-held", "fouls", "scratches", "break-wet", "first-chance", "visit-balls", "waited",
    "decision-cost",
)  # fmt: skip
"""What is held against itself."""
SNOOKER = "snooker"
EARLIEST = date(1900, 1, 2)
"""The day before which nothing lies."""


class ThenQuery(BaseModel):
    """The first day of *now*; without one, the day that halves the player's dated recordings."""

    model_config = ConfigDict(extra="forbid")

    day: date | None = None


class ThenLineView(BaseModel):
    """One measure then and now. value: now less then, with its interval where it is of shares; chance: of
    an accident, corrected for all lines. unit and better as in the numbers."""

    code: str
    words: str
    of: str
    unit: str
    form: str
    better: str
    then: IntervalView
    now: IntervalView
    value: float | None
    low: float | None
    high: float | None
    chance: float | None
    verdict: str


class DayView(BaseModel):
    """A recording that may divide then from now."""

    day: date
    title: str
    kind: str


class ThenView(BaseModel):
    """A player before a day and from it on, pool and snooker apart: `snooker` for want of pool."""

    player: str
    day: date
    snooker: bool
    lines: list[ThenLineView]
    days: list[DayView]
    waiting: int = Field(description="racks of the club that are still being counted")


@blueprint.get("/<int:player_id>/then")
@blueprint.input(ThenQuery, location="query")
@blueprint.output(ThenView)
def then(player_id: int, query_data: ThenQuery) -> ThenView:
    """The player then and now."""
    if query_data.day is not None and query_data.day < EARLIEST:
        raise Refused("nothing lies before that day: choose a later one")
    with of_player(player_id) as (db, asker, player):
        days = read.days_of_player(db, asker.club_id, player_id)
        day = query_data.day or _middle([row["played_on"] for row in days])
        waiting = questions.waiting(db, asker.club_id)
        snooker = not any(one.n for one in _counted(db, asker, player_id, "shots", False, day))
        pairs = [_parted(code, _counted(db, asker, player_id, code, snooker, day)) for code in COMPARED]
    held = [_held(code, *pair) for code, pair in zip(COMPARED, pairs, strict=True)]
    return ThenView(
        player=player["name"],
        day=day,
        snooker=snooker,
        lines=[
            _line(code, *pair, one)
            for code, pair, one in zip(COMPARED, pairs, _corrected(held), strict=True)
        ],
        days=[
            DayView(day=row["played_on"], title=row["title"], kind=MATCH_KINDS[row["kind"]]) for row in days
        ],
        waiting=waiting,
    )


def _middle(days: Sequence[date]) -> date:
    """The day in the middle of some, or today without any."""
    return sorted(days)[len(days) // 2] if days else datetime.now(UTC).date()


def _counted(
    db: Db, asker: Asker, player: int, measure: str, snooker: bool, day: date
) -> list[Tally]:  # fmt: skip
    """What was counted of a player, parted by the day."""
    where: tuple[tuple[str, str], ...] = (("player", str(player)),)
    apart = (("discipline", SNOOKER),)
    asked = Asked(
        asker.club_id, measure, None, where + (apart if snooker else ()), () if snooker else apart,
        parted=day,
    )  # fmt: skip
    return questions.tallies(questions.counts(db, asked))


def _parted(code: str, tallies: Sequence[Tally]) -> tuple[Answer, Answer]:
    """The answers then and now."""
    before, after = (
        answer([one for one in tallies if one.band == str(band)], MEASURE[code], None, ())
        for band in (questions.THEN, questions.NOW)
    )
    return before, after


def _held(code: str, before: Answer, after: Answer) -> Apart | None:
    return against(after, before, MEASURE[code])[0][1]


def _corrected(held: Sequence[Apart | None]) -> list[Apart | None]:
    """The differences with chances corrected for looking so often."""
    tested = [one for one in held if one is not None and one.chance is not None]
    chances = iter(false_discoveries([one.chance for one in tested if one.chance is not None]))
    return [
        replace(one, chance=next(chances)) if one is not None and one.chance is not None else one
        for one in held
    ]


def _line(code: str, before: Answer, after: Answer, apart: Apart | None) -> ThenLineView:
    measure = MEASURE[code]
    return ThenLineView(
        code=code,
        words=measure.words,
        of=measure.of,
        unit=measure.unit,
        form=measure.form,
        better=measure.better,
        then=_interval(before),
        now=_interval(after),
        value=None if apart is None else apart.value,
        low=None if apart is None else apart.low,
        high=None if apart is None else apart.high,
        chance=None if apart is None else apart.chance,
        verdict="too little to tell" if apart is None else apart.verdict,
    )


def _interval(found: Answer) -> IntervalView:
    """What was counted, in SI units."""
    counted = found.whole.counted
    if isinstance(counted, Proportion):
        return share_view(counted)
    return IntervalView(n=counted.n, k=None, value=counted.value, low=counted.low, high=counted.high)
