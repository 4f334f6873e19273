"""The choice that was made at a shot, as an option: the planned pot, or the safety that was played."""

from math import pi, remainder

import numpy as np

from ..aiming.intent import hidden_share
from ..chance.forecast import NoAim, meant_by, on_target
from ..chance.intents import hit_off
from ..contest.strikes import mistaken, placed, played
from ..contest.turn import Standing
from ..equipment.layout import Layout
from ..log.shot import Plan
from ..motion import MotionError
from ..motion.find import Seen, find_strike
from ..motion.physics import Physics
from ..motion.ready import ready
from ..motion.strike import Strike
from ..runout.appraise import completed
from ..runout.games import Question
from ..runout.run import Run
from ..skill import Skill
from ..skill.scatter import even_errors
from .option import Draft, Kind

KINDS: dict[str, Kind] = {
    "direct": "pot", "bank": "bank", "kick": "kick", "combination": "combination", "carom": "carom",
    "kiss": "kiss", "jump": "jump", "swerve": "swerve",
}  # fmt: skip
"""Kinds of option by the kind of shot planned."""
LIKELY = 0.2
"""Share of the likeliest explanation's that another must have to be thought of."""
FAR = 1.0
"""m that stand for an end that cannot be said."""
NEIGHBOURS = 256
"""Strikes around the one that was played among which the one meant is looked for."""


def planned(asked: Question, plan: Plan, run: Run) -> Draft | None:
    """The planned pot; None where the plan names no ball, or no aim makes it.

    Where the plan says no speed or tip, the best of the `run` is taken.
    """
    cue, kind = asked.layout.cue, KINDS.get(plan.kind)
    if cue is None or kind is None or plan.choice == "safety":
        return None
    plan = completed(run, asked, plan)[0]
    try:
        meant = meant_by(asked.table, asked.layout, plan, asked.skill, asked.physics)
    except (NoAim, MotionError):
        return None
    if meant is None or meant.task.pocket is None:
        return None
    return Draft(kind, (meant.task.ball, meant.task.pocket), cue, meant.strike, plan.aids)


def safety_played(at: Standing, seen: Seen, physics: Physics, ball: str | None = None) -> Strike | None:
    """The strike that explains where all balls ended; None where no strike does.

    Of several that explain it about as well: the most direct to `ball`, or to the nearest ball on.
    """
    cue = at.layout.cue
    try:
        finding = find_strike(at.table, at.layout, seen, physics)
    except MotionError:
        return None
    if cue is None or not finding.explained or not finding.found:
        return None
    places = [place for one in ((ball,) if ball else at.on) if (place := at.layout.get(one)) is not None]
    likely = [one for one in finding.found if one.share >= LIKELY * finding.found[0].share]
    if not places:
        return likely[0].strike
    way = min(places, key=cue.distance).minus(cue).angle
    return min((one.strike for one in likely), key=lambda strike: abs(remainder(strike.aim - way, 2 * pi)))


def says_what(plan: Plan) -> bool:
    """Whether the plan says what a safety was for, so that strikes can be held against it."""
    return plan.target.kind in ("point", "window", "either", "snooker") or plan.fullness is not None


def near(at: Standing, struck: Strike, skill: Skill, physics: Physics) -> np.ndarray:
    """Strikes (k, 5) near the one `struck`, which is the first row.

    The player's own errors could have turned each of them into `struck`: one of them is the strike that was
    meant.
    """
    cue = at.layout.cue
    assert cue is not None
    errors = even_errors(NEIGHBOURS)
    return np.vstack([struck.array(), mistaken(at, cue, struck, skill, physics, errors)])


def safety_meant(at: Standing, plan: Plan, rows: np.ndarray, physics: Physics) -> Strike:
    """The strike of `rows` (k, 5) that fits the plan of a safety best; the first where none fits better."""
    cue, target = at.layout.cue, plan.target
    assert cue is not None
    ends = played(at, cue, rows, physics)
    off = np.full(len(rows), np.inf)
    for k in np.flatnonzero(ends.fates[:, 0] == -1):
        left = ends.after(int(k))
        if target.kind == "snooker":
            off[k] = sum(
                1.0 - hidden_share(at.table, left, ball) for ball in _to_hide(target.ball, at, left)
            )
        elif left.cue is not None and (middle := target.middle) is not None:
            off[k] = 0.0 if on_target(target, left.cue, at.table) else left.cue.distance(middle)
    if plan.ball is not None and plan.ball in at.layout:
        there = ready(at.table, placed(at, cue), physics)
        off = np.where(np.isinf(off), FAR, off) + hit_off(there, plan, plan.ball, rows)
    best = int(np.argmin(off))
    return Strike(*(float(value) for value in rows[best if off[best] < off[0] else 0]))


def _to_hide(ball: str | None, at: Standing, left: Layout) -> list[str]:
    """The balls that the plan wants hidden, those there still are."""
    return [one for one in ((ball,) if ball else at.on) if one in left]
