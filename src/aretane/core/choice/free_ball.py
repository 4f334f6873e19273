"""Pots of a free ball: of balls that are not on, one of which may be nominated after a foul in snooker."""

from ..chance.direct import likeliest
from ..chance.forecast import NoAim, meant_by
from ..contest.turn import Standing
from ..geometry import Point
from ..log.shot import Plan
from ..motion import MotionError
from ..motion.physics import Physics
from ..skill import Skill
from .option import Draft

MOST = 3
"""Free balls that are looked at, the likeliest pots."""
LEAST = 0.05
"""Chance of a pot below which a free ball is not looked at."""


def free_balls(at: Standing, cue: Point, skill: Skill, physics: Physics) -> list[Draft]:
    """The likeliest pots of balls that only a free ball allows, at a usual speed; none where no free ball
    may be nominated."""
    here = at.with_cue(cue)
    others = [ball for ball in here.may_hit if ball not in here.on]
    pots = [(*likeliest(at.table, here.layout, ball, skill, physics)[:2], ball) for ball in others]
    found = []
    for pocket, chance, ball in sorted(pots, key=lambda one: -one[1])[:MOST]:
        if chance < LEAST:
            continue
        try:
            meant = meant_by(at.table, here.layout, Plan(ball=ball, pocket=pocket), skill, physics)
        except (NoAim, MotionError):
            continue
        if meant is not None:
            found.append(Draft("pot", (ball, pocket), cue, meant.strike))
    return found
