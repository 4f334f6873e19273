"""The chance to win by where the cue ball comes to lie: the best of pot, bank and safety there."""

import numpy as np
from apiflask import APIBlueprint

from aretane.core.choice.from_place import STROKES
from aretane.core.choice.winning import OFF, WinMap, off
from aretane.core.runout.games import NoRun
from aretane.core.units import mm
from aretane.work.charting import Chart
from aretane.work.winning import Won, ask

from ..drawn import advised_view
from ..positions import Asked, RacedBody, asked_of, asker_now, charting
from ..views import AdvisedView, MatchView
from .winning_views import WinChartView, WinningView

blueprint = APIBlueprint("winning", __name__, url_prefix="/api")


@blueprint.post("/recordings/<int:recording_id>/winning")
@blueprint.input(RacedBody)
@blueprint.output(WinningView)
def winning(recording_id: int, json_data: RacedBody) -> WinningView:
    """The chance to win from wherever the cue ball lies after the shot, as far as it is worked out: ask
    again until it is fine."""
    try:
        there = asked_of(recording_id, json_data)
    except NoRun as reason:
        return _without(str(reason))
    if there.choice.company != "opponent":
        return _without("nobody plays against the player: the map to run out says what a place is worth")
    chart, won = ask(charting(), there.choice, asker_now())
    return _view(chart, there, won, None if won is None else json_data.match(won.rack))


def _without(reason: str) -> WinningView:
    return WinningView(
        reason=reason, stage="none", maps=0, after=None, opposed=False, off=None, match=None, chart=None
    )


def _view(chart: Chart, there: Asked, won: Won | None, match: MatchView | None) -> WinningView:
    if chart.trouble:
        return _without(chart.trouble)
    stage = "waiting" if won is None else "fine" if won.found.done >= 1.0 else "rough"
    return WinningView(
        reason="", stage=stage, maps=chart.maps, after=None if won is None else won.after,
        opposed=there.opposed, off=None if there.question.game.scores else OFF,
        match=match, chart=None if won is None else _chart(won.found, there),
    )  # fmt: skip


def _chart(found: WinMap, there: Asked) -> WinChartView:
    left, low, step_x, step_y = (mm(float(value)) for value in found.frame)
    columns, rows = found.values.shape
    advised: list[AdvisedView] = []
    shots: list[int | None] = []
    for shot in found.shots:
        shots.append(None if shot is None else len(advised))
        advised += [] if shot is None else [advised_view(shot)]
    values = found.values.ravel()
    return WinChartView(
        balls=list(there.question.layout.objects),
        left=left, low=low, step_x=step_x, step_y=step_y, columns=columns, rows=rows,
        values=[round(float(value), 3) for value in values],
        errors=[round(float(one), 3) for one in off(values)],
        shots=shots, advised=advised,
        kinds={
            kind: [None if np.isnan(one) else round(float(one), 3) for one in grid.ravel()]
            for kind, grid in zip(STROKES, found.by_kind, strict=True)
        },
        done=round(found.done, 2),
    )  # fmt: skip
