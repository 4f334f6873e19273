"""Planned strikes played out, and logged results explained by strikes. Kept by content."""

from functools import lru_cache
from math import degrees
from typing import NamedTuple

from aretane.core.aiming.reach import PlayingHand, Reach, reach_of
from aretane.core.chance.forecast import Forecast, NoAim, Spread, forecast
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import Table
from aretane.core.log.shot import Plan, Result
from aretane.core.motion import MotionError, Physics, play
from aretane.core.motion.find import Finding, Seen, find_strike
from aretane.core.motion.strike import Strike
from aretane.core.skill import Skill
from aretane.core.units import mm
from aretane.core.vocabulary import CUE

from ..drawn import in_mm, path_view, share
from . import striking_views

KEPT = 150


class Answer(NamedTuple):
    """A forecast, or why there is none."""

    forecast: Forecast | None
    reason: str


@lru_cache(maxsize=KEPT)
def planned(table: Table, before: Layout, plan: Plan, skill: Skill, physics: Physics) -> Answer:
    """The plan played out, once for the same content."""
    try:
        found = forecast(table, before, plan, skill, physics)
    except (MotionError, NoAim) as reason:
        return Answer(None, str(reason))
    return Answer(found, "" if found else "choose the planned ball and pocket to play the shot out")


@lru_cache(maxsize=KEPT)
def explained(table: Table, before: Layout, seen: Seen, physics: Physics) -> Finding | str:
    """The strikes that explain a result, or why none could be looked for."""
    try:
        return find_strike(table, before, seen, physics)
    except MotionError as reason:
        return str(reason)


def strike_view(strike: Strike) -> striking_views.StrikeView:
    """A strike: m/s, tip in ball radii."""
    return striking_views.StrikeView(
        speed=strike.speed, side=strike.side, height=strike.height, elevation=degrees(strike.elevation)
    )


def forecast_view(
    answer: Answer, table: Table, before: Layout, hand: PlayingHand
) -> striking_views.ForecastView:
    """What came of a plan that was played out, as the desk shows it."""
    found = answer.forecast
    if found is None:
        return striking_views.ForecastView(reason=answer.reason, planned=None)
    return striking_views.ForecastView(
        reason="",
        planned=striking_views.PlannedView(
            strike=strike_view(found.strike),
            assumed=list(found.assumed),
            seconds=found.motion.trace.duration,
            paths=[path_view(found.motion.trace, ball) for ball in found.motion.trace.moved()],
            stun=[in_mm(at) for at in found.stun],
            rolling=[in_mm(at) for at in found.rolling],
            ends=[
                (*in_mm(at), 1.0 if good else 0.0)
                for at, good in zip(found.ends, found.potted, strict=True)
            ],
            pot=share(found.pot),
            scratch=share(found.scratch),
            in_place=None if found.in_place is None else share(found.in_place),
            down=None if found.down is None else round(found.down, 2),
            besides=None if found.besides is None else share(found.besides),
            spread=None if found.spread is None else _spread_view(found.spread),
            railed=found.railed,
            twice=round(found.twice, 3),
            short=None if found.short is None else mm(found.short),
            unmet=found.unmet,
            reach=_reach_view(reach_of(table, before, found.strike.aim, hand)),
            as_drawn=found.as_drawn,
        ),
    )


def _spread_view(spread: Spread) -> striking_views.SpreadView:
    return striking_views.SpreadView(apart=mm(spread.apart), together=round(spread.together, 2))


def _reach_view(reach: Reach) -> striking_views.ReachView:
    return striking_views.ReachView(distance=mm(reach.distance), aids=list(reach.aids))


def finding_view(
    table: Table, before: Layout, finding: Finding | str, physics: Physics
) -> striking_views.FindingView:
    """The answer to "how was it probably struck"."""
    if isinstance(finding, str):
        return striking_views.FindingView(reason=finding, explained=False, found=[])
    found = []
    for one in finding.found:
        trace = play(table, before, one.strike, physics).trace
        found.append(
            striking_views.FoundView(
                strike=strike_view(one.strike),
                share=one.share,
                miss=mm(one.miss),
                speed_spread=one.speed_spread,
                side_spread=one.side_spread,
                height_spread=one.height_spread,
                seconds=trace.duration,
                cue_rails=one.cue_rails,
                paths=[path_view(trace, ball) for ball in trace.moved()],
            )
        )
    return striking_views.FindingView(reason="", explained=finding.explained, found=found)


def needs_cue_end(result: Result) -> bool:
    """Whether the result says too little to look for a strike: no end of a cue ball that stayed."""
    return result.cue_end is None and CUE not in result.down
