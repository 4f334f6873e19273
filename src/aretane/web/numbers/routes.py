"""The report: percentages of one player, or two side by side."""

from typing import Annotated

from apiflask import APIBlueprint
from pydantic import BaseModel, ConfigDict, Field, field_validator

from aretane.core.equipment.table import TABLES
from aretane.core.games import DISCIPLINES
from aretane.core.intervals import Mean, Proportion
from aretane.core.skill import PRESETS
from aretane.core.statistics.numbers import Numbers, compare, numbers_for
from aretane.core.statistics.player_model import model_of
from aretane.core.statistics.questions import SPLIT
from aretane.core.units import ball_widths, mm
from aretane.reviewing.tries import newest_shots, try_of
from aretane.store import questions, read
from aretane.store.database import Db
from aretane.store.errors import NotFound
from aretane.store.questions import Asked
from aretane.store.records import Asker
from aretane.store.sql import Row

from ..asker import catch_up, to_read
from ..given.fitted import IntervalView, ModelView, model_view, share_view
from ..views import SeatView
from .asked import ALL, KEPT_APART, apart
from .views import CompareView, DifferenceView, NumbersView, RungView

blueprint = APIBlueprint("numbers", __name__, url_prefix="/api")

POOL_BALL_RADIUS = TABLES["pool-9"].ball_radius
"""The same ball on every pool table."""
PlayerId = Annotated[int, Field(ge=1, le=2**31)]
CONDITIONS = ("recording", "kind", "discipline")
"""Splits that the report can be held to a band of."""


class NumbersQuery(BaseModel):
    """Whose numbers, against whom, and over which recordings; every discipline but snooker unless one is
    named, or all."""

    model_config = ConfigDict(extra="forbid")

    player: PlayerId
    against: PlayerId | None = None
    recording: Annotated[int, Field(ge=1, le=2**31)] | None = None
    kind: str | None = None
    discipline: str | None = None

    @field_validator("kind")
    @classmethod
    def _known_kind(cls, value: str | None) -> str | None:
        kinds = [band.code for band in SPLIT["kind"].bands]
        if value is not None and value not in kinds:
            raise ValueError(f"take one of {', '.join(kinds)}")
        return value

    @field_validator("discipline")
    @classmethod
    def _known_discipline(cls, value: str | None) -> str | None:
        if value is not None and value != ALL and value not in DISCIPLINES:
            raise ValueError(f"take one of {', '.join((ALL, *DISCIPLINES))}")
        return value


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
        question, remarks = _question(db, asker, query_data, ids)
        groups = questions.report(db, question)
        models = [_model(db, asker, known[player_id]) for player_id in ids]
        waiting = questions.waiting(db, asker.club_id)
    counted = [numbers_for(str(player_id), groups) for player_id in ids]
    held = {name: str(value) for name in CONDITIONS if (value := getattr(query_data, name)) is not None}
    if query_data.recording is not None:
        held.setdefault("discipline", ALL)  # a recording is of one
    views = [
        _numbers(SeatView(id=n.player, name=known[i]["name"], level=known[i]["level"]), n, model, held)
        for i, n, model in zip(ids, counted, models, strict=True)
    ]
    return CompareView(players=views, differences=_differences(counted), waiting=waiting, remarks=remarks)


def _question(db: Db, asker: Asker, query: NumbersQuery, ids: list[int]) -> tuple[Asked, list[str]]:
    """The shots that the report is about, and what is to be said of that."""
    where = [("player", str(player_id)) for player_id in ids]
    held = {name: getattr(query, name) for name in CONDITIONS}
    where += [(name, str(value)) for name, value in held.items() if value not in (None, ALL)]
    but = apart(db, asker) if query.discipline is None and query.recording is None else ()
    return Asked(asker.club_id, "shots", None, tuple(where), but), [KEPT_APART] if but else []


def _model(db: Db, asker: Asker, player: Row) -> ModelView:
    rows, _ = newest_shots(db, asker.club_id, player["id"])
    level = PRESETS[player["level"]]
    return model_view(model_of([try_of(row) for row in rows], level), level)


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


def _mean_mm(m: Mean) -> IntervalView:
    value, low, high = (None if x is None else mm(x) for x in (m.value, m.low, m.high))
    return IntervalView(n=m.n, k=None, value=value, low=low, high=high)


def _numbers(player: SeatView, n: Numbers, model: ModelView, held: dict[str, str]) -> NumbersView:
    """held: what the report is held to, as parts of a question's address."""

    def rung(code: str, interval: IntervalView, measure: str, **more: str) -> RungView:
        return RungView(code=code, interval=interval, asked={"measure": measure, **held, **more})

    def table(shares: dict[str, Proportion], measure: str, split: str, **more: str) -> list[RungView]:
        return [
            rung(code, share_view(share), measure, **more, **{split: code})
            for code, share in shares.items()
        ]

    return NumbersView(
        player=player,
        pot_success=rung("pot_success", share_view(n.pot_success), "pots"),
        expected_pots=IntervalView(n=n.expected_n, k=None, value=n.expected_pots, low=None, high=None),
        safety_share=rung("safety_share", share_view(n.safety_share), "plays-safe", role="safety"),
        safety_success=rung("safety_success", share_view(n.safety_success), "safety-held"),
        attack_outcomes=table(n.attack_outcomes, "pots", "outcome"),
        safety_outcomes=table(n.safety_outcomes, "shots", "outcome", role="safety"),
        grades=table(n.grades, "position", "grade"),
        short_share=rung("short_share", share_view(n.short_share), "short"),
        wrong_end=rung("wrong_end", share_view(n.wrong_end), "wrong-end"),
        along=rung("along", _mean_mm(n.along), "along"),
        along_widths=None if n.along.value is None else ball_widths(n.along.value, POOL_BALL_RADIUS),
        left_out=n.left_out,
        unlogged=n.unlogged,
        model=model,
    )
