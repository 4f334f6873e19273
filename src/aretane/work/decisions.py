"""The decisions of a rack as questions, each named by everything its answer depends on."""

import hashlib
from collections.abc import Iterator
from typing import NamedTuple

from aretane.core.choice.decision import MODEL, ChoiceQuestion
from aretane.core.review.replay import Step
from aretane.core.runout.games import NoRun
from aretane.reviewing.deciding import choice_of, sent_back
from aretane.reviewing.scene import Scene


class AskedDecision(NamedTuple):
    """One shot's decision, or the reason why there is none."""

    question: ChoiceQuestion | None
    content: str
    reason: str


class SentBack(NamedTuple):
    """The decision to have the other play again: before which shot (from 0), and by whom."""

    shot: int
    player: str
    asked: AskedDecision


def decision_questions(scene: Scene, steps: list[Step]) -> list[AskedDecision]:
    """One for each shot of a replayed rack."""
    return [_asked(scene, step, before) for before, step in _pairs(steps)]


def sent_back_questions(scene: Scene, steps: list[Step]) -> list[SentBack]:
    """One for each time that a player of snooker had the other play again."""
    found = []
    for k, (before, step) in enumerate(_pairs(steps)):
        try:
            sent = sent_back(scene, step, before)
        except NoRun:
            continue
        if sent is not None:
            found.append(SentBack(k, sent[0], _named(sent[1])))
    return found


def _pairs(steps: list[Step]) -> Iterator[tuple[Step | None, Step]]:
    """Every shot with the one before it."""
    return zip([None, *steps[:-1]], steps, strict=True)


def _asked(scene: Scene, step: Step, before: Step | None) -> AskedDecision:
    if step.shot.plan.kind == "break":
        return AskedDecision(None, "", "a break")
    try:
        asking = choice_of(scene, step, before, judged=True)
    except NoRun as reason:
        return AskedDecision(None, "", str(reason))
    if asking.company != "opponent":
        return AskedDecision(None, "", "nobody plays against the player")
    return _named(asking)


def _named(asking: ChoiceQuestion) -> AskedDecision:
    content = hashlib.sha256(repr((MODEL, asking)).encode()).hexdigest()
    return AskedDecision(asking, content, "")
