"""The decisions of a rack as questions, each named by everything its answer depends on."""

import hashlib
from typing import NamedTuple

from aretane.core.choice.decision import MODEL, ChoiceQuestion
from aretane.core.review.replay import Step
from aretane.core.runout.games import NoRun
from aretane.reviewing.deciding import choice_of
from aretane.reviewing.scene import Scene


class AskedDecision(NamedTuple):
    """One shot's decision, or the reason why there is none."""

    question: ChoiceQuestion | None
    content: str
    reason: str


def decision_questions(scene: Scene, steps: list[Step]) -> list[AskedDecision]:
    """One for each shot of a replayed rack."""
    return [_asked(scene, step) for step in steps]


def _asked(scene: Scene, step: Step) -> AskedDecision:
    if step.shot.plan.kind == "break":
        return AskedDecision(None, "", "a break")
    try:
        asking = choice_of(scene, step, judged=True)
    except NoRun as reason:
        return AskedDecision(None, "", str(reason))
    content = hashlib.sha256(repr((MODEL, asking)).encode()).hexdigest()
    return AskedDecision(asking, content, "")
