"""The decision of a shot as a question: who plays against whom, under which rights."""

from dataclasses import replace

from aretane.core.aiming.intent import hidden_share
from aretane.core.choice.again import SentBack
from aretane.core.choice.decision import ChoiceQuestion, seen_of
from aretane.core.contest.scored import lead_in
from aretane.core.contest.turn import Company
from aretane.core.equipment.layout import Layout
from aretane.core.games import game
from aretane.core.log.shot import Shot
from aretane.core.review.replay import Step
from aretane.core.runout.games import NoRun, Question, question
from aretane.core.vocabulary import CUE

from .scene import Scene, fouls_of, may_of, needs_of, other_skill, partner_skill, skill_of

SNOOKERED = 1e-3
"""Share of a ball from which hiding it counts for a free ball: a free ball is given where no ball on can be
hit on both its edges (WPBSA section 3; memory)."""


def choice_of(
    scene: Scene, step: Step, earlier: Step | None = None, judged: bool = False
) -> ChoiceQuestion:
    """The decision before a shot. earlier: the shot before it, for what a foul allows. judged: with what
    the shot left, for the log. Raises NoRun."""
    shot, state = step.shot, step.state
    skill, partner = skill_of(scene, shot.shooter), partner_skill(scene, shot.shooter)
    asked = question(
        scene.table, scene.discipline, state, shot.shooter, step.before, skill, scene.physics,
        partner,
    )  # fmt: skip
    seen = seen_of(shot)
    left = None
    if judged and seen is not None and step.ruling is not None:
        hands_over = not step.next_state.over and not step.ruling.keeps_table
        left = step.after if hands_over else None
        if left is not None and step.next_state.ball_in_hand:
            left = left.without((CUE,))
    return ChoiceQuestion(
        asked, other_skill(scene, shot.shooter) or partner or skill, shot.plan,
        may_of(scene.discipline, state), seen,
        left, _lead(scene, step), fouls_of(scene, state, shot.shooter),
        needs_of(scene, state, shot.shooter), scene.options.leave_frozen, free_ball(scene, step),
        sends_back(scene, step, earlier), missed_from(scene, earlier),
        company=company_of(scene, shot.shooter),
    )  # fmt: skip


def company_of(scene: Scene, shooter: str) -> Company:
    """Who else is at the table. One person who practises where a rack is won plays both sides (common
    practice), and so against an equal; where points or balls count, or in a drill, it is a run."""
    if partner_skill(scene, shooter) is not None:
        return "partner"
    if other_skill(scene, shooter) is not None:
        return "opponent"
    return "nobody" if scene.kind in ("drill", "team") or game(scene.discipline).scores else "opponent"


def _lead(scene: Scene, step: Step) -> float:
    """The points by which the player of a shot leads, where they decide."""
    shooter = step.shot.shooter
    rest = sum(step.state.score(player) for player in step.state.players if player != shooter)
    return lead_in(scene.discipline, step.state.score(shooter) - rest)


def free_ball(scene: Scene, step: Step) -> bool:
    """Whether a free ball may be nominated: a person says so, or after a foul no ball on is open on both
    its edges."""
    if not game(scene.discipline).by_colours or not step.state.free:
        return False
    position = step.shot.position
    if step.shot.plan.free_ball or (position is not None and position.free is True):
        return True
    on = [ball for ball in scene.rules.balls_on(step.state, step.before) if ball in step.before]
    if step.before.cue is None or step.state.ball_in_hand or not on:
        return False
    return all(hidden_share(scene.table, step.before, ball) > SNOOKERED for ball in on)


def sends_back(scene: Scene, step: Step, earlier: Step | None) -> bool:
    """Whether the player may have the other one play again: in snooker, of two, after the other's foul."""
    return _after_foul(scene, step) and (earlier is None or earlier.shot.shooter != step.shot.shooter)


def sent_back(scene: Scene, step: Step, earlier: Step | None) -> tuple[str, ChoiceQuestion] | None:
    """Who had the other play again, and that decision; None of any other shot. Raises NoRun."""
    if earlier is None or not _after_foul(scene, step) or earlier.shot.shooter != step.shot.shooter:
        return None
    sender = next(player for player in step.state.turn if player != step.shot.shooter)
    before = missed_from(scene, earlier)
    how: SentBack = "again"
    if before is not None and _lies_as(scene, step.before, before.layout):
        how = "put-back"
    lies = how == "again" and not step.state.ball_in_hand
    left = step.before if lies or earlier.after is None else earlier.after
    asking = choice_of(scene, replace(step, shot=Shot(sender), before=left))
    return sender, replace(asking, sends_back=True, before=before, sent=how)


def _after_foul(scene: Scene, step: Step) -> bool:
    state = step.state
    free = game(scene.discipline).by_colours and state.free and len(state.turn) > 1
    return free and other_skill(scene, step.shot.shooter) is not None


def _lies_as(scene: Scene, layout: Layout, other: Layout) -> bool:
    """Whether the balls lie as in another layout, within half a ball width."""
    there = dict(other.places)
    return set(there) == {ball for ball, _ in layout.places} and all(
        at.distance(there[ball]) <= scene.table.ball_radius for ball, at in layout.places
    )


def missed_from(scene: Scene, step: Step | None) -> Question | None:
    """What was asked of a player whose shot was called a miss; None of any other shot."""
    if step is None or step.shot.result is None or not step.shot.result.miss:
        return None
    try:
        return choice_of(scene, step).asked
    except NoRun:
        return None
