"""What a logged kick, bank, plant or carom says about the player's eye."""

from dataclasses import replace
from math import sqrt

from ..chance.forecast import NoAim, meant_by
from ..chance.made import made
from ..equipment.table import Table
from ..motion import MotionError, Physics
from ..motion.play import play_ready
from ..review.replay import Step
from ..skill import Skill
from ..skill.circumstances import circumstances
from ..skill.fit import EyeTry

INDIRECT = ("bank", "kick", "combination", "carom", "kiss")
"""Kinds of strokes in which an angle has to be judged."""
STRIKES = 120
"""Strikes by which the chance of a stroke is counted."""


def eye_try(table: Table, step: Step, skill: Skill, physics: Physics) -> EyeTry | None:
    """A logged stroke that has to be judged by eye, with its chance by the player's model.

    None of other strokes, without a result, and where no aim was found that makes the plan.
    """
    plan, ruling = step.shot.plan, step.ruling
    if plan.kind not in INDIRECT or ruling is None or step.shot.judgement.left_out is not None:
        return None
    try:
        meant = meant_by(table, step.before, plan, skill, physics)
    except (NoAim, MotionError):
        return None
    if meant is None:
        return None
    share = float(made(meant.task, play_ready(meant.at, meant.scattered(STRIKES, physics))).mean())
    blind = replace(skill, rail=0.0, line=0.0, curve=0.0)
    arm = blind.under(circumstances(table, step.before, meant.strike, plan.aids, physics)).aim
    eye = sqrt(max(0.0, meant.skill.aim**2 - arm**2))
    if eye == 0.0:
        return None
    did = not ruling.foul if plan.choice == "safety" else step.potted_as_planned
    return EyeTry(share, arm, eye, did)
