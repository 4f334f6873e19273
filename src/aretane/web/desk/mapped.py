"""A shot by the maps of what follows: the chance to end in place, the next ball, the proposed grade."""

from collections.abc import Hashable
from dataclasses import replace
from functools import partial
from typing import cast

from apiflask import APIBlueprint

from aretane.core.chance.forecast import NoAim
from aretane.core.choice.decision import ChoiceQuestion
from aretane.core.choice.from_place import Stroke
from aretane.core.equipment.layout import Layout
from aretane.core.intervals import wilson
from aretane.core.log.shot import Plan
from aretane.core.motion import MotionError
from aretane.core.review.landed import Landed, falls_alone, landed, landed_for
from aretane.core.review.measure import ByMap, measure, played_next
from aretane.core.review.replay import Step
from aretane.core.rules import RackState
from aretane.core.runout.appraise import SAMPLES, NotValued, placed
from aretane.core.runout.games import NoRun, Question, question
from aretane.core.runout.in_place import Place
from aretane.core.runout.run import Run
from aretane.reviewing.deciding import choice_of
from aretane.reviewing.scene import Scene, partner_skill, skill_of
from aretane.work.charting import Chart, Drawing, More
from aretane.work.winning import PLAYED, Won, ask

from ..drawn import share
from ..positions import OutlookBody, asker_now, at_shot, charting
from . import serialise
from .views import MappedView

blueprint = APIBlueprint("mapped", __name__, url_prefix="/api")

BY_MAP = ("point", "window", "either")
"""Kinds of targets that a map judges; the others have a measure of their own."""


Planned = Place | str
"""The planned place by the map, or why there is none."""


@blueprint.post("/recordings/<int:recording_id>/mapped")
@blueprint.input(OutlookBody)
@blueprint.output(MappedView)
def mapped(recording_id: int, json_data: OutlookBody) -> MappedView:
    """A shot by its maps, as far as they are drawn: ask again until they are fine."""
    try:
        around, rack, steps, number = at_shot(recording_id, json_data)
        step, played = steps[number], played_next(rack, steps, number)
        stroke, choice = _placed_for(around, steps, number)
        before, after = _planned(around, step), _next(around, step, played)
    except NoRun as reason:
        return _without(str(reason))
    if (before is not None and not before.done) or (after is not None and not after.done):
        return _without("").model_copy(update={"stage": "waiting"})
    found = _found(before, step.shot.plan)
    if isinstance(found, str) and after is None and stroke is None:
        return _without(found)
    by_map = _by_map(found, before, after, step)
    if choice is not None and stroke is not None:
        chart, won = ask(charting(), choice, asker_now())
        if not chart.trouble and (won is None or won.found.done < 1.0):
            return _without("").model_copy(update={"stage": "waiting"})
        by_map = replace(by_map, landed=_for_stroke(won, stroke, step))
    measures = measure(
        around.table, around.rules, step, lambda player: skill_of(around, player), around.physics, played,
        by_map,
    )  # fmt: skip
    proposal, left = measures.proposal, measures.leave
    in_place = None
    if not isinstance(found, str):
        in_place = share(wilson(round(found.chance * SAMPLES), SAMPLES))
    return MappedView(
        stage="fine", reason=found if isinstance(found, str) else "", in_place=in_place,
        proposal=None if proposal is None else serialise.proposed(proposal),
        leave=None if left is None else serialise.leave(left),
    )  # fmt: skip


def _placed_for(
    around: Scene, steps: list[Step], number: int
) -> tuple[Stroke | None, ChoiceQuestion | None]:
    """The stroke that the plan places the cue ball for, and the decision of the shot where the map of the
    chance to win says something of what came. Raises NoRun."""
    step, stroke = steps[number], PLAYED.get(steps[number].shot.plan.target.kind)
    if stroke is None or not falls_alone(step):
        return stroke, None
    choice = choice_of(around, step, steps[number - 1] if number > 0 else None)
    return stroke, choice if choice.company == "opponent" else None


def _for_stroke(won: Won | None, stroke: Stroke, step: Step) -> Landed | None:
    """How the cue ball ended by the map of the chance to win; None where it is not of what was left."""
    cue = None if step.after is None else step.after.cue
    if won is None or won.after is None or cue is None:
        return None
    return landed_for(won.found.at(cue, stroke), won.found.best(stroke))


def _without(reason: str) -> MappedView:
    return MappedView(stage="none", reason=reason, in_place=None, proposal=None, leave=None)


def _planned(around: Scene, step: Step) -> Chart | None:
    """The chart of the shot with its planned place; None where no map judges the plan."""
    plan = step.shot.plan
    if plan.target.kind not in BY_MAP or plan.ball is None:
        return None
    asked = _question(around, step, step.state, step.before)
    more: dict[Hashable, More] = {_key(plan): partial(_judged, asked=asked, plan=plan)}
    return charting().ask(asked, plan.ball, more, asker=asker_now())


def _question(around: Scene, step: Step, state: RackState, layout: Layout) -> Question:
    skill = skill_of(around, step.shot.shooter)
    return question(
        around.table, around.discipline, state, step.shot.shooter, layout, skill, around.physics,
        partner_skill(around, step.shot.shooter),
    )  # fmt: skip


def _key(plan: Plan) -> tuple[str, Plan]:
    return "in place", plan


def _judged(run: Run, _: Drawing, asked: Question, plan: Plan) -> Planned:
    try:
        found = placed(run, asked, plan)
    except (NotValued, NoAim, MotionError) as reason:
        return str(reason)
    return "no map says what the place is worth" if found is None else found


def _found(chart: Chart | None, plan: Plan) -> Planned:
    if chart is None:
        return "no place is planned that a map judges"
    return cast(Planned, chart.more.get(_key(plan), chart.trouble))


def _next(around: Scene, step: Step, played: str | None) -> Chart | None:
    """The chart of what the shot left, where its player goes on and the map has something to say of it."""
    plan, left, then = step.shot.plan, step.after, step.next_state
    goes_on = step.ruling is not None and step.ruling.keeps_table and not then.over
    if not goes_on or left is None or left.cue is None or not left.objects:
        return None
    asked = _question(around, step, then, left)
    if (plan.next_ball in left or played in left) and not (
        plan.target.kind in BY_MAP and asked.measure == "chance"
    ):
        return None
    return charting().ask(asked, None, asker=asker_now())


def _by_map(found: Planned, before: Chart | None, after: Chart | None, step: Step) -> ByMap:
    outlook = None if after is None or after.fine is None else after.fine.outlook()
    ball = None if outlook is None or outlook.shot is None else outlook.shot.ball
    if isinstance(found, str) or before is None:
        return ByMap(ball)
    chance = outlook is not None and before.asked.measure == "chance"
    return ByMap(ball, landed(found, step, outlook.values[0] if outlook and chance else None))
