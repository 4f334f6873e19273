"""What is read off the position of a shot: routes to the next ball, and the table."""

from collections.abc import Hashable
from functools import partial
from math import hypot
from typing import cast

import numpy as np
from apiflask import APIBlueprint

from aretane.core.choice.from_place import Stroke
from aretane.core.choice.winning import off
from aretane.core.equipment.table import PocketName
from aretane.core.patterns.angles import angle_words
from aretane.core.patterns.chains import Chain, chains
from aretane.core.patterns.clusters import Passage
from aretane.core.patterns.combinations import Combination
from aretane.core.patterns.nudge import NudgeOrLeave, Weighed, nudge_or_leave
from aretane.core.patterns.reading import BallReading, BreakOut, Opening, Reading, read
from aretane.core.runout.games import NoRun, Question
from aretane.core.runout.routes import Places, Route, entry_words, routes
from aretane.core.runout.run import Run
from aretane.core.units import mm
from aretane.work.charting import Chart, Drawing, More
from aretane.work.winning import PLAYED, ask

from ..drawn import advised_view, in_mm, path_view
from ..positions import OutlookBody, asked_of, asker_now, charting
from .reading_views import (
    BallReadingView,
    BreakOutView,
    ChainView,
    ClusterView,
    CombinationView,
    NudgeView,
    PassageView,
    ReadingView,
    RoutesView,
    RouteView,
    WeighedView,
)

blueprint = APIBlueprint("readings", __name__, url_prefix="/api")
WINDOW = 0.1
"""How much less a place in the computed window may be worth, as a share of the best place."""
READING, NUDGE, CHAINS = "reading", "nudge", "chains"


@blueprint.post("/recordings/<int:recording_id>/routes")
@blueprint.input(OutlookBody)
@blueprint.output(RoutesView)
def routes_of(recording_id: int, json_data: OutlookBody) -> RoutesView:
    """The routes to the next ball after the planned pot, else the advised one; ask again until fine."""
    try:
        there = asked_of(recording_id, json_data)
    except NoRun as reason:
        return _no_routes("none", str(reason))
    asked, plan = there.question, there.plan
    chart = charting().ask(asked, plan.ball, asker=asker_now())
    if chart.fine is None or chart.trouble:
        return _no_routes("none" if chart.trouble else "waiting", chart.trouble, chart.maps)
    ball, pocket = plan.ball, plan.pocket
    if ball is None or pocket is None:
        shot = chart.fine.outlook().shot
        if shot is None or (ball is not None and ball != shot.ball):
            return _no_routes("none", "name the ball and its pocket: no pot was found from here")
        ball, pocket = shot.ball, shot.pocket
    against = there.choice.company == "opponent"
    stroke, ends = PLAYED.get(plan.target.kind) if against else None, None
    if stroke is not None:
        chart, won = ask(charting(), there.choice, asker_now())
        if won is None or won.found.done < 1.0:
            return _no_routes("none" if chart.trouble else "waiting", chart.trouble, chart.maps)
        ends = Places(won.found.of(stroke), won.found.frame)
    key = ("routes", ball, pocket, stroke)
    chart = charting().ask(
        asked, plan.ball, {key: partial(_found, ball=ball, pocket=pocket, ends=ends)}, asker=asker_now()
    )
    found = cast("tuple[Route, ...] | None", chart.more.get(key))
    return _routes_view(chart, ball, pocket, found, stroke)


def _found(run: Run, _: Drawing, ball: str, pocket: PocketName, ends: Places | None) -> tuple[Route, ...]:
    return routes(run, ball, pocket, WINDOW, ends=ends)


def _no_routes(stage: str, reason: str, maps: int = 0) -> RoutesView:
    return RoutesView(
        reason=reason, stage=stage, maps=maps, measure="chance", ball=None, pocket=None, stroke=None,
        window=WINDOW, routes=[],
    )  # fmt: skip


def _routes_view(
    chart: Chart, ball: str, pocket: PocketName, found: tuple[Route, ...] | None, stroke: Stroke | None
) -> RoutesView:
    if chart.fine is None or found is None:
        return _no_routes("waiting", chart.trouble, chart.maps)
    reason = "" if found else "no route was found: that ball ends the run, or the pot is not on"
    unit = chart.fine.units[0] if stroke is None else 1.0
    return RoutesView(
        reason=reason, stage="fine", maps=0, measure="win" if stroke else chart.asked.measure, ball=ball,
        pocket=pocket, stroke=stroke, window=WINDOW,
        routes=[_route_view(one, ball, unit, stroke) for one in found],
    )  # fmt: skip


def _route_view(route: Route, ball: str, unit: float, stroke: Stroke | None) -> RouteView:
    trace = route.motion.trace
    error = route.error if stroke is None else hypot(route.error, float(off(np.array(route.worth))))
    return RouteView(
        rails=list(route.rails), spin=route.spin, entry=entry_words(route.entry), speed=route.speed,
        side=route.side,
        height=route.height, worth=round(route.worth * unit, 4), error=round(error * unit, 4),
        pot=round(route.pot, 3), inside=round(route.inside, 3), scratch=round(route.scratch, 3),
        slower=round(route.slower, 3), faster=round(route.faster, 3), travel=round(mm(route.travel), 1),
        touches=list(route.touches),
        paths=[path_view(trace, name) for name in ("cue", ball) if name in trace.moved()],
    )  # fmt: skip


@blueprint.post("/recordings/<int:recording_id>/reading")
@blueprint.input(OutlookBody)
@blueprint.output(ReadingView)
def reading_of(recording_id: int, json_data: OutlookBody) -> ReadingView:
    """The table read for the player of a shot; ask again until it is fine."""
    try:
        there = asked_of(recording_id, json_data)
    except NoRun as reason:
        return _no_reading("none", str(reason))
    asked, plan = there.question, there.plan
    weigh: dict[Hashable, More] = {NUDGE: partial(_nudged, asked=asked)}
    if asked.game.any_order:
        weigh = {CHAINS: _chained, **weigh}
    chart = charting().ask(asked, plan.ball, weigh, {READING: partial(_read, asked=asked)}, asker_now())
    found = cast("Reading | None", chart.more.get(READING))
    if found is None:
        return _no_reading("none" if chart.trouble else "waiting", chart.trouble)
    weighed = cast("NudgeOrLeave | None", chart.more.get(NUDGE))
    chained = cast("tuple[Chain, ...]", chart.more.get(CHAINS) or ())
    unit = 1.0 if chart.fine is None else chart.fine.units[0]
    return _reading_view(found).model_copy(
        update={
            "measure": asked.measure,
            "chains": [_chain_view(chain) for chain in chained],
            "nudge": None if weighed is None else _nudge_view(weighed, unit),
            "nudge_waits": NUDGE in chart.wanted and not chart.trouble,
        }
    )


def _nudge_view(found: NudgeOrLeave, unit: float) -> NudgeView:
    return NudgeView(
        nudge=None if found.nudge is None else _weighed_view(found.nudge, unit),
        leave=None if found.leave is None else _weighed_view(found.leave, unit),
    )


def _weighed_view(weighed: Weighed, unit: float) -> WeighedView:
    return WeighedView(
        shot=advised_view(weighed.shot), value=round(weighed.value * unit, 4),
        error=round(weighed.error * unit, 4), moves=list(weighed.moves), worse=round(weighed.worse, 3),
    )  # fmt: skip


def _nudged(run: Run, _: Drawing, asked: Question) -> NudgeOrLeave | None:
    return nudge_or_leave(run, asked=asked)


def _read(_: Drawing, asked: Question) -> Reading:
    return read(asked)


def _chained(run: Run, drawing: Drawing) -> tuple[Chain, ...]:
    """The chains behind the proposed order, so that both name the same break ball."""
    return chains(run, drawing.chart.legs)


def _no_reading(stage: str, reason: str) -> ReadingView:
    return ReadingView(
        reason=reason,
        measure="chance",
        stage=stage,
        balls=[],
        combinations=[],
        clusters=[],
        blockers={},
        chains=[],
        nudge=None,
        nudge_waits=False,
    )


def _reading_view(reading: Reading) -> ReadingView:
    return ReadingView(
        reason="", measure="chance", stage="fine", balls=[_ball_view(ball) for ball in reading.balls],
        combinations=[combination_view(one) for one in reading.combinations],
        clusters=[_cluster_view(opening) for opening in reading.openings], blockers=dict(reading.blockers),
        chains=[], nudge=None, nudge_waits=False,
    )  # fmt: skip


def _ball_view(ball_reading: BallReading) -> BallReadingView:
    return BallReadingView(
        ball=ball_reading.ball, passages=[_passage_view(way) for way in ball_reading.passages],
        open_pockets=ball_reading.open_pockets, reach=round(ball_reading.reach, 3),
        problem=ball_reading.problem,
        insurance=ball_reading.insurance,
    )  # fmt: skip


def combination_view(found: Combination) -> CombinationView:
    """A combination as a page is sent it."""
    return CombinationView(ball=found.ball, by=found.by, pocket=found.pocket, reach=round(found.reach, 3))


def _passage_view(way: Passage) -> PassageView:
    return PassageView(pocket=way.pocket, open_share=round(way.open_share, 3), blockers=list(way.blockers))


def _cluster_view(opening: Opening) -> ClusterView:
    cluster = opening.cluster
    return ClusterView(
        balls=list(cluster.balls), gap=round(mm(cluster.gap), 1), needed=round(mm(cluster.needed), 1),
        ways=[_break_out_view(way) for way in opening.ways],
    )  # fmt: skip


def _break_out_view(way: BreakOut) -> BreakOutView:
    trace = way.motion.trace
    return BreakOutView(
        shot=advised_view(way.shot), chance=round(way.chance, 3), place=in_mm(way.place), meets=way.meets,
        frees=list(way.frees), paths=[path_view(trace, name) for name in trace.moved()],
    )  # fmt: skip


def _chain_view(chain: Chain) -> ChainView:
    return ChainView(
        break_ball=chain.break_ball, key_ball=chain.key_ball, before=chain.before, place=in_mm(chain.place),
        chance=round(chain.chance, 3), balls=round(chain.balls, 1),
        angle=None if chain.angle is None else angle_words(chain.angle), key_place=in_mm(chain.key_place),
        kept=round(chain.kept, 3), worth=round(chain.worth, 1),
    )  # fmt: skip
