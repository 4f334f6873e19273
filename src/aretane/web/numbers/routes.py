"""Percentages of one player, or two side by side."""

from typing import Annotated, Literal

from apiflask import APIBlueprint
from pydantic import BaseModel, ConfigDict, Field

from aretane.core.equipment.table import TABLES
from aretane.core.intervals import Mean, Proportion
from aretane.core.skill import PRESETS
from aretane.core.statistics.numbers import Numbers, Tallied, compare, numbers_for
from aretane.core.statistics.player_model import model_for
from aretane.core.units import ball_widths, mm
from aretane.reviewing.tallied import tallied
from aretane.store import questions, read
from aretane.store.errors import NotFound

from ..asker import catch_up, to_read
from ..given.fitted import IntervalView, model_view, share_view
from ..views import SeatView, ShotLink
from .views import CompareView, DifferenceView, NumbersView, RungView

blueprint = APIBlueprint("numbers", __name__, url_prefix="/api")

POOL_BALL_RADIUS = TABLES["pool-9"].ball_radius
"""The same ball on every pool table."""
PlayerId = Annotated[int, Field(ge=1, le=2**31)]


class NumbersQuery(BaseModel):
    """Whose numbers, against whom, and over which recordings."""

    model_config = ConfigDict(extra="forbid")

    player: PlayerId
    against: PlayerId | None = None
    recording: Annotated[int, Field(ge=1, le=2**31)] | None = None
    kind: Literal["match", "practice"] | None = None


@blueprint.get("/numbers")
@blueprint.input(NumbersQuery, location="query")
@blueprint.output(CompareView)
def numbers(query_data: NumbersQuery) -> CompareView:
    """The percentages with their intervals, and the difference of two players."""
    catch_up()
    ids = [query_data.player] + ([query_data.against] if query_data.against is not None else [])
    with to_read() as (db, asker):
        known = read.heads(db, asker.club_id)
        for player_id in ids:
            if player_id not in known:
                raise NotFound(f"there is no player {player_id}")
        facts = read.facts_for_report(db, asker.club_id, ids, query_data.recording, query_data.kind)
        waiting = questions.waiting(db, asker.club_id)
    rows = tallied(facts)
    counted = [numbers_for(str(player_id), rows) for player_id in ids]
    views = [
        _numbers(SeatView(id=n.player, name=known[i]["name"], level=known[i]["level"]), n, rows)
        for i, n in zip(ids, counted, strict=True)
    ]
    return CompareView(players=views, differences=_differences(counted), waiting=waiting)


def _differences(counted: list[Numbers]) -> list[DifferenceView]:
    if len(counted) < 2:
        return []
    return [
        DifferenceView(
            code=code,
            value=d.value if d else None,
            low=d.low if d else None,
            high=d.high if d else None,
            too_close=d.too_close if d else None,
        )
        for code, d in compare(counted[0], counted[1]).items()
    ]


def link(key: str) -> ShotLink:
    """A tally's key as an address."""
    recording, rack, shot = (int(part) for part in key.split("/"))
    return ShotLink(recording=recording, rack=rack, shot=shot)


def _rung(code: str, interval: IntervalView, keys: list[str]) -> RungView:
    return RungView(code=code, interval=interval, shots=[link(key) for key in keys])


def _mean_mm(m: Mean) -> IntervalView:
    value, low, high = (None if x is None else mm(x) for x in (m.value, m.low, m.high))
    return IntervalView(n=m.n, k=None, value=value, low=low, high=high)


def _table(rows: dict[str, tuple[Proportion, list[str]]]) -> list[RungView]:
    return [_rung(code, share_view(share), keys) for code, (share, keys) in rows.items()]


def _numbers(player: SeatView, n: Numbers, rows: list[Tallied]) -> NumbersView:
    return NumbersView(
        player=player,
        pot_success=_rung("pot_success", share_view(n.pot_success), n.keys["pot_success"]),
        expected_pots=IntervalView(n=n.expected_n, k=None, value=n.expected_pots, low=None, high=None),
        safety_share=_rung("safety_share", share_view(n.safety_share), n.keys["safety_share"]),
        safety_success=_rung("safety_success", share_view(n.safety_success), n.keys["safety_success"]),
        attack_outcomes=_table(n.attack_outcomes),
        safety_outcomes=_table(n.safety_outcomes),
        grades=_table(n.grades),
        short_share=_rung("short_share", share_view(n.short_share), n.keys["along"]),
        wrong_end=_rung("wrong_end", share_view(n.wrong_end), n.keys["wrong_end"]),
        along=_rung("along", _mean_mm(n.along), n.keys["along"]),
        along_widths=None if n.along.value is None else ball_widths(n.along.value, POOL_BALL_RADIUS),
        left_out=[link(key) for key in n.left_out],
        unlogged=n.unlogged,
        model=model_view(model_for(n.player, rows, PRESETS[player.level]), PRESETS[player.level]),
    )
