"""The chance maps of a position on the shot desk."""

from collections.abc import Hashable
from functools import partial
from math import degrees
from typing import NamedTuple, cast

import numpy as np
from apiflask import APIBlueprint

from aretane.core.log.shot import Plan, VisitPlan
from aretane.core.patterns.angles import angle_range, angle_words
from aretane.core.patterns.reading import Reading, read
from aretane.core.patterns.scratch import scratch_lines
from aretane.core.runout.chart import ChanceMap, Outlook
from aretane.core.runout.frame import frame_of, usual, win_chance
from aretane.core.runout.games import NoRun, Question, doubtful
from aretane.core.runout.line import Leg, hardest, order_of
from aretane.core.runout.ordered import NoOrder, compared, ordered
from aretane.core.runout.run import Run
from aretane.core.skill import Skill
from aretane.core.units import mm
from aretane.work.charting import Chart, Drawing, More

from ..drawn import advised_view, in_mm, path_view
from ..positions import Asked, OutlookBody, asked_of, asker_now, charting
from ..views import AdvisedView
from .outlook_views import (
    AngleView,
    ChartView,
    LegView,
    OrderGapView,
    OutlookView,
    OwnOrderView,
    ScratchView,
)
from .readings import combination_view

blueprint = APIBlueprint("outlooks", __name__, url_prefix="/api")
FRAME, INSURANCE = "frame", "insurance"


class OrdersBody(OutlookBody):
    """As for any position; `insured`: whether balls and combinations that are insurance are wanted."""

    insured: bool = False


@blueprint.post("/recordings/<int:recording_id>/outlook")
@blueprint.input(OrdersBody)
@blueprint.output(OutlookView)
def outlook(recording_id: int, json_data: OrdersBody) -> OutlookView:
    """The chance to run out before a shot, as far as it is worked out: ask again until it is fine."""
    try:
        there = asked_of(recording_id, json_data)
    except NoRun as reason:
        return _without(str(reason))
    asked, plan = there.question, there.plan
    visit = plan.visit or VisitPlan()
    own: dict[Hashable, More] = {}
    for one in (visit.order, visit.other_order):
        if one:
            own[one] = partial(_own_order, asked=asked, order=one)
    if json_data.insured:
        own[INSURANCE] = partial(_insured, asked=asked)
    if asked.game.by_colours and there.other is not None:
        own[FRAME, there.other] = partial(_usual, asked=asked, other=there.other)
    return _view(charting().ask(asked, plan.ball, own, asker=asker_now()), there)


def _usual(_: Run, __: Drawing, asked: Question, other: Skill) -> tuple[float, float]:
    """Both players' usual chance of a pot."""
    one, two = (usual(asked.table, asked.layout, who, asked.physics) for who in (asked.skill, other))
    return one, two


def _frame(chart: Chart, there: Asked, points: float) -> float | None:
    """The chance to win the frame, once both players' usual chances are there."""
    both = cast("tuple[float, float] | None", chart.more.get((FRAME, there.other)))
    if both is None:
        return None
    asked = there.question
    return round(win_chance(frame_of(there.choice.lead, asked.group_on, asked.layout), points, *both), 3)


def _insured(_: Run, __: Drawing, asked: Question) -> Reading:
    """The table read, for the balls and combinations that are insurance."""
    return read(asked)


class OwnOrder(NamedTuple):
    """An order that somebody wrote down: what it is worth, or the reason why that is not known."""

    found: Outlook | None
    view: OwnOrderView


def _own_order(run: Run, _: Drawing, asked: Question, order: tuple[str, ...]) -> OwnOrder:
    """What the reviewer's own order is worth."""
    try:
        found = ordered(run, asked, order).outlook
    except NoOrder as reason:
        return OwnOrder(None, OwnOrderView(balls=list(order), value=None, error=None, reason=str(reason)))
    view = OwnOrderView(
        balls=list(order),
        value=round(found.values[0] * run.units[0], 4),
        error=round(doubtful(asked.discipline, found.values[0], found.error) * run.units[0], 4),
        reason="",
    )
    return OwnOrder(found, view)


def _gap(one: OwnOrder | None, other: OwnOrder | None, unit: float) -> OrderGapView | None:
    """The difference of two orders; both were struck with the same errors, so the maps' own error falls out
    of it."""
    if one is None or other is None or one.found is None or other.found is None:
        return None
    gap, error = compared(one.found, other.found)
    return OrderGapView(value=round(gap * unit, 4), error=round(error * unit, 4))


def _without(reason: str) -> OutlookView:
    return OutlookView(
        reason=reason, stage="none", maps=0, measure="chance", value=None, error=None, break_shot=None,
        advised=None, here=None, following=None, after=None, proposed=[], hardest=None, key_ball=None,
        break_ball=None, insurance=[], combinations=[], own=None, against=None, gap=None, own_waits=False,
        frame=None, angle=None,
    )  # fmt: skip


def _view(chart: Chart, there: Asked) -> OutlookView:
    plan = there.plan
    run = chart.run
    if chart.trouble and chart.fine is None:  # what was asked for beside fine maps takes none of them away
        return _without(chart.trouble)
    if run is None:
        return _without("").model_copy(update={"stage": "waiting", "maps": chart.maps})
    found, unit = run.outlook(), run.units[0]
    legs = chart.legs
    visit, read_so_far = plan.visit or VisitPlan(), cast("Reading | None", chart.more.get(INSURANCE))
    both = [
        cast("OwnOrder | None", chart.more.get(one)) if one else None
        for one in (visit.order, visit.other_order)
    ]
    end = _end(chart)
    ball = plan.ball or (found.shot.ball if found.shot else None)
    way = next((way for way in run.ways(run.start) if way.ball == ball), None)
    then = None if way is None else run.chart_after(way)
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
        key_ball=end[0] if len(end) == 2 else None,
        break_ball=end[-1] if end else None,
        insurance=_insurance(read_so_far, end),
        combinations=[] if read_so_far is None else list(map(combination_view, read_so_far.combinations)),
        own=None if both[0] is None else both[0].view,
        against=None if both[1] is None else both[1].view,
        gap=_gap(both[0], both[1], unit),
        own_waits=bool(chart.wanted) and not chart.trouble,
        frame=_frame(chart, there, found.values[0] * unit),
        angle=None if then is None else _angle(run, then, plan, unit),
    )


def _insurance(reading: Reading | None, end: tuple[str, ...]) -> list[str]:
    """The insurance balls beside the key ball and the break ball, which are kept for the end."""
    return (
        []
        if reading is None
        else [one.ball for one in reading.balls if one.insurance and one.ball not in end]
    )


def _end(chart: Chart) -> tuple[str, ...]:
    """The key ball and the break ball of the proposed order of straight pool; none of a standing rack."""
    run = chart.fine
    if run is None or not run.broken:
        return ()
    return order_of(run, chart.legs)[-2:]


def _angle(run: Run, then: ChanceMap, plan: Plan, unit: float) -> AngleView | None:
    """The cuts that still work on the next ball: the one planned, else the best from the planned place, or
    from the best place."""
    layout, table = run.maker.layout, run.maker.table
    place = plan.target.middle
    if place is None:
        place = then.node(*(int(k) for k in np.unravel_index(then.smooth[0].argmax(), then.errors.shape)))
    shot = then.shot(*then.nearest(place))
    ball = plan.next_ball or (shot.ball if shot is not None else None)
    if ball is None or ball not in then.state:
        return None
    best = shot.pocket if shot is not None and shot.ball == ball else None
    pocket = plan.next_pocket or best
    if pocket is None:
        return None
    far = place.distance(dict(layout.places)[ball]) - table.radius(ball) - table.cue_ball_radius
    found = angle_range(run.maker, then, ball, pocket, max(far, table.ball_radius))
    if found is None:
        return None
    return AngleView(
        ball=ball, pocket=pocket, words=angle_words(found), smallest=round(degrees(found.smallest), 1),
        best=round(degrees(found.best), 1), worth=round(found.worth * unit, 4),
        distance=round(mm(found.distance), 1), line=(in_mm(found.ghost), in_mm(found.straight)),
        scratches=[
            ScratchView(into=scratch_line.into, near=in_mm(scratch_line.near), far=in_mm(scratch_line.far))
            for scratch_line in scratch_lines(table, layout, ball, pocket)
        ],
    )  # fmt: skip


def _leg_view(leg: Leg, unit: float) -> LegView:
    trace = leg.motion.trace
    return LegView(
        shot=advised_view(leg.shot), value=round(leg.value * unit, 4), kept=round(leg.kept, 3),
        paths=[path_view(trace, name) for name in ("cue", leg.shot.ball) if name in trace.moved()],
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
