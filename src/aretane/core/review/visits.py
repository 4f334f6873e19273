"""The visits of a rack: who was at the table, what they made of it, and what ended it."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from itertools import groupby

from ..chance.direct import likeliest
from ..equipment.table import Table
from ..motion.physics import Physics
from ..rules import Rules
from ..skill import Skill
from ..tolerances import OPEN_SHOT
from .replay import Step

ENDS = ("won", "lost", "foul", "safety", "push-out", "missed", "rack over", "open")
"""What ends a visit. `missed` is any shot that gave up the table without being a safety; `open`: the log
stops there."""


@dataclass(frozen=True, slots=True)
class Visit:
    """One visit: its player (the last shooter of a team's), first and last shot (from 0), balls and points
    made, and what ended it."""

    player: str
    first: int
    last: int
    balls: int
    points: int
    ended: str


def visits(steps: Sequence[Step]) -> list[Visit]:
    """The rack's visits in order; shots without a result belong to none."""
    logged = [(k, step) for k, step in enumerate(steps) if step.ruling is not None]
    return [_visit(list(group)) for _, group in groupby(logged, key=lambda one: one[1].next_state.visit)]


@dataclass(frozen=True, slots=True)
class FirstChance:
    """The first open shot after the break: whose, at which shot (from 0), the chance of the best pot."""

    player: str
    shot: int
    chance: float


def first_chance(
    table: Table, rules: Rules, steps: Sequence[Step], skill_of: Callable[[str], Skill], physics: Physics,
    start: int = 0,
) -> FirstChance | None:  # fmt: skip
    """Who had the first open shot from shot `start` on: a direct pot of a ball on, made more often than
    not."""
    for index in range(start, len(steps)):
        step = steps[index]
        if step.shot.plan.kind == "break" or step.before.cue is None or step.state.over:
            continue
        skill = skill_of(step.shot.shooter)
        balls = [ball for ball in rules.balls_on(step.state, step.before) if ball in step.before]
        best = max((likeliest(table, step.before, b, skill, physics)[1] for b in balls), default=0.0)
        if best >= OPEN_SHOT:
            return FirstChance(step.shot.shooter, index, best)
    return None


def _visit(shots: list[tuple[int, Step]]) -> Visit:
    first, (last, step) = shots[0][0], shots[-1]
    who = step.next_state.team or step.shot.shooter
    points = balls = 0
    for _, shot in shots:
        if shot.ruling is not None:
            balls += len(shot.ruling.pots_counted)
            points += sum(n for player, n in shot.ruling.points if player == who)
    return Visit(step.shot.shooter, first, last, balls, points, _ended(step))


def _ended(step: Step) -> str:
    ruling, state = step.ruling, step.next_state
    assert ruling is not None
    if state.over and state.winner == step.shot.shooter:
        return "won"
    if state.over and state.winner is not None:
        return "lost"
    if ruling.foul:
        return "foul"
    if state.over:
        return "rack over"
    if ruling.keeps_table:
        return "open"
    if step.shot.plan.kind == "push-out":
        return "push-out"
    return "safety" if step.shot.plan.choice == "safety" else "missed"
