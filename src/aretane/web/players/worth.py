"""Where a player's chance goes, a rack: pot, position, choice and luck of the run, and what decisions and
safeties cost of the rack."""

from collections.abc import Sequence
from itertools import groupby

from apiflask import APIBlueprint
from pydantic import BaseModel, Field

from aretane.core.games import DISCIPLINES
from aretane.core.intervals import mean
from aretane.store import questions, read
from aretane.store.sql import Row

from ..given.fitted import IntervalView
from .of_player import of_player

blueprint = APIBlueprint("worth", __name__, url_prefix="/api/players")

MONTHS = 12
PARTS: dict[str, tuple[str, str, str]] = {
    "pot": ("Pots and misses", "valued", "run"),
    "position": ("Position", "valued", "run"),
    "choice": ("Choice of the shot", "valued", "run"),
    "luck": ("Luck, as marked", "valued", "run"),
    "cost": ("Decisions", "decided", "win"),
    "safety": ("Safeties", "safeties", "win"),
}
"""Columns: words, the column that says of how many shots it is, and of what chance."""


class WorthPartView(BaseModel):
    """One part: what it wins (+) or loses (-) a rack on average, over `interval.n` racks; `of`: 'run', the
    chance to run out (or points, or balls), or 'win', the chance to win the rack."""

    code: str
    words: str
    of: str
    interval: IntervalView
    shots: int


class WorthMonthView(BaseModel):
    """A month's parts by code, a rack; null where nothing is worked out."""

    month: str
    racks: int
    parts: dict[str, float | None]


class WorthOfView(BaseModel):
    """The parts over racks of games whose runs are counted in the same measure: 'chance', 'points' or
    'balls'."""

    measure: str
    racks: int
    parts: list[WorthPartView]
    months: list[WorthMonthView]


class PlayerWorthView(BaseModel):
    """Where a player's chance goes, in the racks of which something is worked out; of `racks` in all."""

    player: str
    racks: int
    found: list[WorthOfView]
    waiting: int = Field(description="racks of the club that are still being counted")


@blueprint.get("/<int:player_id>/worth")
@blueprint.output(PlayerWorthView)
def worth(player_id: int) -> PlayerWorthView:
    """What pots, position, decisions, safeties and luck win and lose a rack."""
    with of_player(player_id) as (db, asker, player):
        rows, racks = read.worth_by_rack(db, asker.club_id, player_id)
        waiting = questions.waiting(db, asker.club_id)
    by_measure: dict[str, list[Row]] = {}
    for row in rows:
        by_measure.setdefault(DISCIPLINES[row["discipline"]].measure, []).append(row)
    return PlayerWorthView(
        player=player["name"],
        racks=racks,
        found=[_of(measure, own) for measure, own in by_measure.items()],
        waiting=waiting,
    )


def _of(measure: str, rows: Sequence[Row]) -> WorthOfView:
    return WorthOfView(
        measure=measure,
        racks=len(rows),
        parts=[_part(code, rows) for code in PARTS],
        months=_months(rows),
    )


def _part(code: str, rows: Sequence[Row]) -> WorthPartView:
    words, counted, of = PARTS[code]
    found = mean(_values(code, rows))
    return WorthPartView(
        code=code,
        words=words,
        of=of,
        interval=IntervalView(n=found.n, k=None, value=found.value, low=found.low, high=found.high),
        shots=sum(row[counted] for row in rows),
    )


def _values(code: str, rows: Sequence[Row]) -> list[float]:
    """A part's value in each rack; what decisions cost counts as lost."""
    sign = -1.0 if code == "cost" else 1.0
    counted = PARTS[code][1]
    return [sign * float(row[code]) for row in rows if row[counted] and row[code] is not None]


def _months(rows: Sequence[Row]) -> list[WorthMonthView]:
    """The last MONTHS with dates; rows in the order they were played."""
    dated = [row for row in rows if row["played_on"] is not None]
    found = []
    for month, group in groupby(dated, key=lambda row: row["played_on"].strftime("%Y-%m")):
        own = list(group)
        parts = {code: mean(_values(code, own)).value for code in PARTS}
        found.append(WorthMonthView(month=month, racks=len(own), parts=parts))
    return found[-MONTHS:]
