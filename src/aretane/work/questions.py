"""What there is to work out in a rack: a question a shot, named by everything its answer depends on."""

import hashlib
from itertools import groupby
from typing import NamedTuple

from aretane.core.log.shot import Plan
from aretane.core.review.replay import Step
from aretane.core.runout.appraise import MODEL
from aretane.core.runout.games import NoRun, Question, question
from aretane.reviewing.scene import Scene, partner_skill, skill_of


class Asked(NamedTuple):
    """One shot's question: the layout and the plan, with the visit it belongs to; or the reason why there
    is nothing to work out."""

    question: Question | None
    plan: Plan
    visit: int
    content: str
    reason: str


def questions(scene: Scene, steps: list[Step]) -> list[Asked]:
    """One for each shot of a replayed rack."""
    return [_asked(scene, step) for step in steps]


def _asked(scene: Scene, step: Step) -> Asked:
    plan, visit = step.shot.plan, step.next_state.visit
    if plan.kind == "break":
        return Asked(None, plan, visit, "", "a break: chances are worked out for what it leaves")
    try:
        asked = question(
            scene.table, scene.discipline, step.state, step.shot.shooter, step.before,
            skill_of(scene, step.shot.shooter), scene.physics, partner_skill(scene, step.shot.shooter),
        )  # fmt: skip
    except NoRun as reason:
        return Asked(None, plan, visit, "", str(reason))
    struck = (
        plan.ball, plan.pocket, plan.part, plan.kind, plan.also, plan.choice, plan.tip, plan.speed,
        plan.elevation, plan.aids, plan.target, plan.via, plan.next_ball, plan.next_pocket,
        plan.wanted_angle,
    )  # fmt: skip
    content = hashlib.sha256(repr((MODEL, asked, struck)).encode()).hexdigest()
    return Asked(asked, plan, visit, content, "")


def by_visit(asked: list[Asked]) -> list[list[Asked]]:
    """The questions visit by visit; what has none is left out."""
    there = [one for one in asked if one.question is not None]
    return [list(visit) for _, visit in groupby(there, key=lambda one: one.visit)]
