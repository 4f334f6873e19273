"""The decisions of a rack as questions, each named by everything its answer depends on."""

import hashlib
from typing import NamedTuple

from aretane.core.choice.decision import MODEL, ChoiceQuestion, seen_of
from aretane.core.contest.scored import lead_in
from aretane.core.review.replay import Step
from aretane.core.runout.games import NoRun, question
from aretane.core.vocabulary import CUE
from aretane.reviewing.scene import Scene, fouls_of, may_of, needs_of, other_skill, skill_of


class AskedDecision(NamedTuple):
    """One shot's decision, or the reason why there is none."""

    question: ChoiceQuestion | None
    content: str
    reason: str


def decision_questions(scene: Scene, steps: list[Step]) -> list[AskedDecision]:
    """One for each shot of a replayed rack."""
    return [_asked(scene, step) for step in steps]


def _lead(scene: Scene, step: Step) -> float:
    """The points by which the player of a shot leads, where they decide."""
    shooter = step.shot.shooter
    rest = sum(step.state.score(player) for player in step.state.players if player != shooter)
    return lead_in(scene.discipline, step.state.score(shooter) - rest)


def _asked(scene: Scene, step: Step) -> AskedDecision:
    shot, state = step.shot, step.state
    if shot.plan.kind == "break":
        return AskedDecision(None, "", "a break")
    skill = skill_of(scene, shot.shooter)
    try:
        asked = question(
            scene.table, scene.discipline, state, shot.shooter, step.before, skill, scene.physics
        )
    except NoRun as reason:
        return AskedDecision(None, "", str(reason))
    seen = seen_of(shot)
    hands_over = step.ruling is not None and not step.next_state.over and not step.ruling.keeps_table
    left = step.after
    if left is not None and step.next_state.ball_in_hand:
        left = left.without((CUE,))
    asking = ChoiceQuestion(
        asked, other_skill(scene, shot.shooter) or skill, shot.plan, may_of(scene.discipline, state), seen,
        left if seen is not None and hands_over else None, _lead(scene, step),
        fouls_of(scene, state, shot.shooter), needs_of(scene, state, shot.shooter),
    )  # fmt: skip
    content = hashlib.sha256(repr((MODEL, asking)).encode()).hexdigest()
    return AskedDecision(asking, content, "")
