"""The chance maps of a position on the shot desk."""

from typing import Annotated

from apiflask import APIBlueprint
from flask import current_app
from pydantic import Field

from aretane.core.runout.games import NoRun, doubtful, question
from aretane.core.runout.line import Leg, hardest
from aretane.core.runout.maps import ChanceMap, PlannedShot
from aretane.core.units import mm

from .asker import to_read
from .charting import Chart, Charting
from .racks import PreviewBody, before_rack
from .reviewing import RackHead, replayed, skill_of
from .striking import path_view
from .views import AdvisedView, ChartView, LegView, OutlookView

blueprint = APIBlueprint("outlooks", __name__, url_prefix="/api")


class OutlookBody(PreviewBody):
    """The shots of a rack as they stand on the screen, and which of them is looked at (from 1)."""

    shot: Annotated[int, Field(ge=1, le=300)]


@blueprint.post("/recordings/<int:recording_id>/outlook")
@blueprint.input(OutlookBody)
@blueprint.output(OutlookView)
def outlook(recording_id: int, json_data: OutlookBody) -> OutlookView:
    """The chance to run out before a shot, as far as it is worked out: ask again until it is fine."""
    with to_read() as (db, asker):
        around, carried = before_rack(db, asker, recording_id, json_data.number)
    head = RackHead(json_data.breaker, json_data.depth)
    _, steps = replayed(around, head, json_data.shots, carried)
    if json_data.shot > len(steps):
        return _without("there is no such shot")
    step = steps[json_data.shot - 1]
    if step.shot.plan.kind == "break":
        return _without("the break comes first: chances are worked out for what it leaves")
    shooter = step.shot.shooter
    try:
        asked = question(
            around.table, around.discipline, step.state, shooter, step.before, skill_of(around, shooter),
            around.physics,
        )  # fmt: skip
    except NoRun as reason:
        return _without(str(reason))
    charting: Charting = current_app.extensions["charting"]
    plan = step.shot.plan
    return _view(charting.ask(asked, plan.ball), plan.ball)


def _without(reason: str) -> OutlookView:
    return OutlookView(
        reason=reason, stage="none", maps=0, measure="chance", value=None, error=None, break_shot=None,
        advised=None, here=None, following=None, after=None, proposed=[], hardest=None,
    )  # fmt: skip


def _view(chart: Chart, planned: str | None) -> OutlookView:
    run = chart.run
    if chart.trouble:
        return _without(chart.trouble)
    if run is None:
        return _without("").model_copy(update={"stage": "waiting", "maps": chart.maps})
    found, unit = run.outlook(), run.units[0]
    legs = chart.legs
    ball = planned or (found.shot.ball if found.shot else None)
    way = next((way for way in run.ways(run.start) if way.ball == ball), None)
    then = None if way is None or way.then is None else run.maker.maps.get(way.then)
    return OutlookView(
        reason="",
        stage="fine" if chart.fine else "rough",
        maps=chart.maps,
        measure=chart.asked.measure,
        value=round(found.values[0] * unit, 4),
        error=round(doubtful(chart.asked.discipline, found.values[0], found.error) * unit, 4),
        break_shot=round(found.values[1], 4) if len(found.values) > 1 else None,
        advised=None if found.shot is None else advised_view(found.shot),
        here=_chart_view(run.chart, unit, chart.asked.discipline) if run.start in run.maker.maps else None,
        following=None if then is None else _chart_view(then, unit, chart.asked.discipline),
        after=ball,
        proposed=[_leg_view(leg, unit) for leg in legs],
        hardest=hardest(legs),
    )


def _leg_view(leg: Leg, unit: float) -> LegView:
    trace = leg.motion.trace
    return LegView(
        shot=advised_view(leg.shot), value=round(leg.value * unit, 4), kept=round(leg.kept, 3),
        paths=[path_view(trace, name) for name in ("cue", leg.shot.ball) if name in trace.moved()],
    )  # fmt: skip


def advised_view(shot: PlannedShot) -> AdvisedView:
    """A shot the search chose."""
    return AdvisedView(
        ball=shot.ball, pocket=shot.pocket, speed=round(shot.speed, 2), side=shot.side, height=shot.height,
        pot=round(shot.pot, 3),
    )  # fmt: skip


def _chart_view(chart: ChanceMap, unit: float, discipline: str) -> ChartView:
    left, low, step_x, step_y = (mm(float(value)) for value in chart.frame)
    columns, rows = chart.errors.shape
    advised: list[AdvisedView] = []
    shots: list[int | None] = []
    for i in range(columns):
        for j in range(rows):
            shot = chart.shot(i, j)
            if shot is None:
                shots.append(None)
                continue
            shots.append(len(advised))
            advised.append(advised_view(shot))
    return ChartView(
        balls=list(chart.state[1:]),
        left=left, low=low, step_x=step_x, step_y=step_y, columns=columns, rows=rows,
        values=[round(float(value) * unit, 3) for value in chart.smooth[0].ravel()],
        errors=[
            round(doubtful(discipline, float(value), float(error)) * unit, 3)
            for value, error in zip(chart.smooth[0].ravel(), chart.errors.ravel(), strict=True)
        ],
        shots=shots,
        advised=advised,
    )  # fmt: skip
