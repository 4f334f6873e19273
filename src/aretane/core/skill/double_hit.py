"""How likely a stroke is a double hit or a push: the cue follows a cue ball that another ball stops at
once.

Common practice, with no published measure: near a ball, closer than about a chalk's width, a level stroke
straight at it strikes twice; angling it or raising the cue avoids it. The numbers are our choice.
"""

from math import radians

from ..equipment.layout import Layout
from ..equipment.table import Table
from ..geometry import unit
from ..motion.strike import Strike
from ..tolerances import TOUCHING
from ..vocabulary import CUE

NEAR = 0.025
"""m between two balls from which a stroke straight at one is free (a chalk's width, WPA; memory)."""
THIN = 0.3
"""Fullness of the hit up to which the cue ball goes on out of the cue's way."""
RAISED = radians(45.0)
"""Elevation of the cue from which it stops short of the ball."""


def double_hit(table: Table, layout: Layout, strike: Strike) -> float:
    """The chance of a double hit, 0 to 1; 0 where no ball is near in the line of the stroke.

    Through a ball that touches the cue ball one may strike in pool; where it must be played away from, the
    rules of the game say so and not this. Raises KeyError without a cue ball.
    """
    cue = layout.cue
    if cue is None:
        raise KeyError(CUE)
    ahead, risk = unit(strike.aim), 0.0
    for ball, place in layout.places:
        off = place.minus(cue)
        apart = table.cue_ball_radius + table.radius(ball)
        gap = off.norm - apart
        if ball == CUE or not TOUCHING < gap < NEAR or off.dot(ahead) <= 0:
            continue
        fullness = 1.0 - abs(ahead.cross(off)) / apart
        full = max(0.0, (fullness - THIN) / (1.0 - THIN))
        level = max(0.0, 1.0 - strike.elevation / RAISED)
        risk = max(risk, (1.0 - gap / NEAR) * full * level)
    return risk
