"""Everything that is measured on one shot: the pot as planned, the miss, and what it left."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Literal

from ..aiming.aim import Aim
from ..aiming.intent import Fit, fit
from ..aiming.position import Miss, NextAngle, arrival_direction, ended_long, miss, next_angle
from ..aiming.reach import PlayingHand
from ..chance.direct import PARTS, Struck, likeliest, pot, pots
from ..equipment.layout import Layout
from ..equipment.table import Table
from ..geometry import Point
from ..log.shot import Plan, Rack, Target
from ..motion.physics import Physics
from ..motion.play import STANDARD
from ..rules import Rules
from ..skill import Skill
from ..vocabulary import CUE
from .grade import Proposal, propose
from .landed import Landed
from .replay import Step

NextKnown = Literal["planned", "played", "only", "map", "likeliest"]


@dataclass(frozen=True, slots=True)
class ByMap:
    """What maps say of a shot that was played.

    ball: the next ball by the map of what it left. landed: where the cue ball ended
    against its planned place. None where no map says it.
    """

    ball: str | None = None
    landed: Landed | None = None


NO_MAP = ByMap()


@dataclass(frozen=True, slots=True)
class Leave:
    """What a layout offers on the next ball. Aims carry the chances of whoever plays it.

    `player` is who is at the table next, None where the rules leave it open (then the chances are the
    shooter's). `best` is the likeliest direct pot, `same` the pot into the pocket meant, `planned`
    that pot from the planned place. `known`: the next ball is the one planned, the one played next, the
    only one on, the one that the map goes on to, or the likeliest pot of those on.
    """

    player: str | None
    known: NextKnown
    best: Aim
    same: Aim
    planned: Aim | None
    angle: NextAngle


@dataclass(frozen=True, slots=True)
class Measures:
    """One shot measured. None means the log does not say enough, never zero."""

    aim: Aim | None
    pots: tuple[Aim, ...]
    arrival: float | None
    miss: Miss | None
    came: Fit | None
    leave: Leave | None
    proposal: Proposal | None
    second: Fit | None
    """How the result fits what the shot was meant to do besides."""
    wrong_end: bool | None = None
    """Whether the cue ball ended on the side, or at the end of the window, that the plan wanted it to keep
    off."""


def played_next(rack: Rack, steps: Sequence[Step], index: int) -> str | None:
    """The ball planned at the shot after `index` (from 0); None where the log does not go on."""
    if index + 1 >= len(steps) or rack.after_gap(index + 1):
        return None
    following = steps[index + 1]
    ball = following.shot.plan.ball
    return ball if ball in following.before and following.shot.position is None else None


def measure(
    table: Table, rules: Rules, step: Step, skill_of: Callable[[str], Skill], physics: Physics = STANDARD,
    played: str | None = None, by_map: ByMap = NO_MAP,
) -> Measures:  # fmt: skip
    """Measure a replayed shot.

    skill_of: a player's model; physics: the table's constants; played: the ball played next, see
    `played_next`; by_map: what maps say, where they were drawn.
    """
    plan, skill = step.shot.plan, skill_of(step.shot.shooter)
    on = plan.ball or next(iter(rules.balls_on(step.state, step.before)), None)
    has_cue = step.before.cue is not None
    aim: Aim | None = None
    found: tuple[Aim, ...] = ()
    if has_cue and on is not None and on in step.before and plan.kind != "break":
        found = tuple(pots(table, step.before, on, skill, physics))
        if plan.ball is not None and plan.pocket is not None and plan.kind == "direct":
            aim = pot(table, step.before, on, plan.pocket, skill, physics, struck_as(plan))
            found = tuple(aim if one.pocket == plan.pocket else one for one in found)
    arrival = _arrival(step, aim)
    ended = step.after.cue if step.after is not None else None
    missed = None
    if ended is not None and arrival is not None:
        missed = miss(plan.target, ended, arrival)
    left = _leave(table, rules, step, skill_of, physics, played, by_map.ball)
    hand = skill_of((left.player if left else None) or step.shot.shooter).hand
    came = _fit(table, step, plan.target, missed, left, hand)
    second = _fit(table, step, plan.second, None, left, hand)
    wrong = None
    if ended is not None and arrival is not None and plan.better_error is not None:
        ran_long = ended_long(plan.target, ended, arrival, 2 * table.ball_radius)
        wrong = None if ran_long is None else ran_long != (plan.better_error == "long")
    proposed = _propose(table, step, left, came, by_map.landed)
    return Measures(aim, found, arrival, missed, came, left, proposed, second, wrong)


def struck_as(plan: Plan) -> Struck:
    """What the plan says about the strike."""
    tip = plan.tip
    side, height = (tip.side, tip.height) if tip else (0.0, 0.0)
    return Struck(plan.speed, side, height, PARTS.get(plan.part, 0.0))


def _arrival(step: Step, aim: Aim | None) -> float | None:
    start = aim.ghost if aim is not None else step.before.cue
    return None if start is None else arrival_direction(step.shot.plan, start)


def _leave(
    table: Table, rules: Rules, step: Step, skill_of: Callable[[str], Skill], physics: Physics,
    played: str | None, by_map: str | None,
) -> Leave | None:  # fmt: skip
    """None while there is no result, no cue ball on the table or no ball left."""
    plan, left = step.shot.plan, step.after
    if left is None or left.cue is None:
        return None
    following = next(iter(step.next_state.turn)) if len(step.next_state.turn) == 1 else None
    skill = skill_of(following or step.shot.shooter)
    on = [ball for ball in rules.balls_on(step.next_state, left) if ball in left]
    known, ball = _next_ball(table, plan, left, on, played, by_map, skill, physics)
    if ball is None:
        return None
    from_plan = _from_planned_place(plan, left)
    planned_pots = pots(table, from_plan, ball, skill, physics) if from_plan is not None else []
    now = pots(table, left, ball, skill, physics)
    pocket = plan.next_pocket or (planned_pots[0].pocket if planned_pots else now[0].pocket)
    same = next(one for one in now if one.pocket == pocket)
    planned = next((planned_pot for planned_pot in planned_pots if planned_pot.pocket == pocket), None)
    return Leave(following, known, now[0], same, planned, next_angle(same, planned, plan.wanted_angle))


def _next_ball(
    table: Table,
    plan: Plan,
    left: Layout,
    on: list[str],
    played: str | None,
    by_map: str | None,
    skill: Skill,
    physics: Physics,
) -> tuple[NextKnown, str | None]:
    """The next ball and how it is known: planned, played, the only one on, the map's, or the likeliest
    pot."""
    if plan.next_ball is not None and plan.next_ball in left:
        return "planned", plan.next_ball
    if played is not None and played in left:
        return "played", played
    if len(on) < 2:
        return "only", next(iter(on), None)
    if by_map in on:
        return "map", by_map
    return "likeliest", max(on, key=lambda ball: likeliest(table, left, ball, skill, physics)[1])


def _from_planned_place(plan: Plan, left: Layout) -> Layout | None:
    place: Point | None = plan.target.middle
    return None if place is None else left.changed({CUE: place})


def _fit(
    table: Table, step: Step, target: Target, missed: Miss | None, left: Leave | None, hand: PlayingHand
) -> Fit | None:
    """How the result fits an intent."""
    if step.after is None:
        return None
    wanted, same = step.shot.plan.wanted_angle, left.same if left else None
    return fit(table, target, step.after, missed, same, wanted, step.before, hand)


def _propose(
    table: Table, step: Step, left: Leave | None, came: Fit | None, landed: Landed | None
) -> Proposal | None:
    """Only a shot that kept the table leaves a position to grade."""
    ruling, plan = step.ruling, step.shot.plan
    if left is None or ruling is None or not ruling.keeps_table or step.next_state.over:
        return None
    if plan.kind in ("break", "push-out", "foul") or plan.choice == "safety":
        return None
    return propose(
        left.best, left.same, left.planned, left.angle, came, 2 * table.ball_radius, landed,
        plan.wanted_angle is not None,
    )  # fmt: skip
