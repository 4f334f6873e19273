"""How chances that people stated, and those of the players' models, came out."""

from collections import defaultdict
from collections.abc import Sequence
from itertools import combinations
from typing import Annotated

from apiflask import APIBlueprint
from pydantic import BaseModel, ConfigDict, Field

from aretane.core.intervals import Mean, mean, wilson
from aretane.core.statistics.stated import better, score
from aretane.core.units import mm
from aretane.store import questions, stated
from aretane.store.sql import Row

from ..asker import catch_up, to_read
from ..given.fitted import IntervalView, score_view, share_view
from .views import JudgesView, JudgeView, PairView

blueprint = APIBlueprint("judges", __name__, url_prefix="/api/stated")

THE_MODEL = "The models, on the same pots"
ALL_POTS = "The models, on all pots"
PAIRS = 10
"""Pairs that are held against each other: those with most shots in common."""
FEWEST, ENOUGH = 2, 10
"""Shots in common under which two are not held against each other, and under which nothing is clear."""


class JudgesQuery(BaseModel):
    """Of whose shots; without a player of everybody's."""

    model_config = ConfigDict(extra="forbid")

    player: Annotated[int, Field(ge=1, le=2**31)] | None = None


@blueprint.get("")
@blueprint.input(JudgesQuery, location="query")
@blueprint.output(JudgesView)
def judges(query_data: JudgesQuery) -> JudgesView:
    """Scores of all who stated chances, with the models beside them."""
    catch_up()
    with to_read() as (db, asker):
        rows = stated.stated(db, asker.club_id, query_data.player)
        modelled = stated.modelled(db, asker.club_id, query_data.player)
        waiting = questions.waiting(db, asker.club_id)
    by: dict[str, list[Row]] = defaultdict(list)
    for row in rows:
        by[row["said_by"]].append(row)
    same = {
        (row["rack_id"], row["shot"]): row
        for row in rows
        if row["said"] == "pot" and row["came"] is not None and row["expected"] is not None
    }
    found = [_judge(name, own) for name, own in sorted(by.items(), key=lambda one: -len(one[1]))]
    if same:
        found.append(_model(THE_MODEL, [(row["expected"], row["came"]) for row in same.values()]))
    if modelled:
        found.append(_model(ALL_POTS, [(row["expected"], row["made"]) for row in modelled]))
    return JudgesView(judges=found, pairs=_pairs(by, same), waiting=waiting)


def _judge(name: str, rows: Sequence[Row]) -> JudgeView:
    scored = [row for row in rows if row["came"] is not None]
    kinds = [row["as_said"] for row in rows if row["as_said"] is not None]
    off = mean([mm(row["off"]) for row in rows if row["off"] is not None])
    return JudgeView(
        by=name,
        model=False,
        score=score_view(score([row["chance"] for row in scored], [bool(row["came"]) for row in scored])),
        kinds=share_view(wilson(sum(kinds), len(kinds))),
        off=_mean_view(off),
    )


def _model(name: str, pairs: Sequence[tuple[float, int]]) -> JudgeView:
    chances, came = [chance for chance, _ in pairs], [bool(did) for _, did in pairs]
    nothing = IntervalView(n=0, k=None, value=None, low=None, high=None)
    return JudgeView(
        by=name, model=True, score=score_view(score(chances, came)), kinds=nothing, off=nothing
    )  # fmt: skip


def _mean_view(found: Mean) -> IntervalView:
    return IntervalView(n=found.n, k=None, value=found.value, low=found.low, high=found.high)


def _pairs(by: dict[str, list[Row]], same: dict[tuple[int, int], Row]) -> list[PairView]:
    """Two people, or a person and the models, on the shots that both judged."""
    judged = {
        name: {
            (row["rack_id"], row["shot"]): (row["chance"], bool(row["came"]))
            for row in rows
            if row["came"] is not None
        }
        for name, rows in by.items()
    }
    pots = {name: {at: one for at, one in own.items() if at in same} for name, own in judged.items()}
    model = {at: (row["expected"], bool(row["came"])) for at, row in same.items()}
    found = [
        *(_pair(a, b, judged[a], judged[b]) for a, b in combinations(judged, 2)),
        *(_pair(name, THE_MODEL, own, model) for name, own in pots.items()),
    ]
    there = sorted((one for one in found if one is not None), key=lambda one: -one.n)
    return there[:PAIRS]


def _pair(
    a: str, b: str, mine: dict[tuple[int, int], tuple[float, bool]],
    theirs: dict[tuple[int, int], tuple[float, bool]],
) -> PairView | None:  # fmt: skip
    """None with fewer than FEWEST shots in common. Whether a shot came off, the first person's record
    says: both said the same kind."""
    both = [at for at in mine if at in theirs and mine[at][1] == theirs[at][1]]
    if len(both) < FEWEST:
        return None
    apart = better(
        [mine[at][0] for at in both], [theirs[at][0] for at in both], [mine[at][1] for at in both]
    )
    assert apart.low is not None and apart.high is not None
    clear = len(both) >= ENOUGH and (apart.low > 0.0 or apart.high < 0.0)
    return PairView(
        a=a, b=b, n=len(both), value=apart.value, low=apart.low, high=apart.high,
        verdict="clear" if clear else "too little to tell",
    )  # fmt: skip
