"""Shapes as values of the core: SI units, radians, tuples."""

from dataclasses import asdict
from math import radians

from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point
from aretane.core.log.shot import (
    Judgement,
    Observed,
    Plan,
    Position,
    Result,
    Ruled,
    Shot,
    Stated,
    Target,
    Tip,
    VisitPlan,
)  # fmt: skip
from aretane.core.units import metres

from .shapes import Place, PlanShape, PositionShape, ResultShape, ShotShape, TargetShape, VisitPlanShape


def point(place: Place) -> Point:
    """A place in mm as a core point in metres."""
    return Point(metres(place[0]), metres(place[1]))


def _maybe(place: Place | None) -> Point | None:
    return None if place is None else point(place)


def to_core(shot: ShotShape) -> Shot:
    """The shot as a core value, SI units."""
    judged = shot.judgement
    return Shot(
        shooter=shot.shooter,
        time=shot.time_s,
        end=shot.end_s,
        gap=shot.gap,
        start=Layout(()) if shot.layout.source == "empty" else None,
        placed={ball: _maybe(place) for ball, place in shot.layout.balls.items()},
        position=None if shot.position is None else Position(**dict(shot.position)),
        plan=_plan(shot.plan),
        result=None if shot.result is None else _result(shot.result),
        judgement=Judgement(
            judged.grade, judged.decision, judged.luck, tuple(judged.causes), judged.left_out,
            judged.caused_back, tuple(judged.evidence.items()),
            tuple(
                Stated(one.by, one.said, one.chance, None if one.end is None else point(one.end))
                for one in judged.stated
            ),
        ),
    )  # fmt: skip


def position_shape(position: Position) -> PositionShape:
    """A position as JSON says it."""
    return PositionShape(**asdict(position))


def _plan(plan: PlanShape) -> Plan:
    visit = plan.visit
    return Plan(
        ball=plan.ball,
        pocket=plan.pocket,
        part=plan.part,
        kind=plan.kind,
        choice=plan.choice,
        reason=plan.reason,
        also=tuple(plan.also),
        tip=None if plan.tip is None else Tip(plan.tip.side, plan.tip.height),
        speed=plan.speed,
        elevation=None if plan.elevation is None else radians(plan.elevation),
        fullness=plan.fullness,
        hit_side=plan.hit_side,
        aids=tuple(plan.aids),
        target=_target(plan.target),
        second=_target(plan.second),
        via=tuple(point(place) for place in plan.via),
        better_error=plan.better_error,
        next_ball=plan.next_ball,
        next_pocket=plan.next_pocket,
        wanted_angle=None if plan.wanted_angle is None else radians(plan.wanted_angle),
        hit=plan.hit,
        free_ball=plan.free_ball,
        visit=None if visit is None else _visit(visit),
    )


def _target(target: TargetShape) -> Target:
    return Target(target.kind, _maybe(target.a), _maybe(target.b), target.side, target.ball)


def _visit(visit: VisitPlanShape) -> VisitPlan:
    return VisitPlan(
        tuple(visit.order), visit.key_ball, visit.break_ball, tuple(visit.problems), tuple(visit.insurance),
        tuple(visit.other_order), tuple(visit.combinations),
    )  # fmt: skip


def _result(result: ResultShape) -> Result:
    ruled, seen = result.ruled, result.observed
    return Result(
        potted=tuple((fallen.ball, fallen.pocket) for fallen in result.potted),
        off_table=tuple(result.off_table),
        foul=result.foul,
        cue_end=_maybe(result.cue_end),
        moved={ball: point(place) for ball, place in result.moved.items()},
        foul_ball=result.foul_ball,
        penalty=result.penalty,
        miss=result.miss,
        break_rails=result.break_rails,
        break_over=result.break_over,
        ruled=None if ruled is None else Ruled(ruled.reason, ruled.next, ruled.winner),
        observed=None if seen is None else Observed(tuple(seen.tip), seen.contact, tuple(seen.faults)),
    )
