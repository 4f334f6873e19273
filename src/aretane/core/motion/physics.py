"""The constants that balls, cloth, cushions and cue are computed with."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from .kernel.segments import Array


@dataclass(frozen=True, slots=True)
class Physics:
    """One table's constants. Defaults are typical values; sources beside each.

    Alciatore: "physical properties of pool balls and tables" (memory).
    """

    sliding: float = 0.2
    """Friction of a sliding ball on the cloth, 0.15-0.4 (Alciatore, memory)."""
    rolling: float = 0.01
    """Rolling resistance as a share of weight, 0.005-0.015 (Alciatore, memory)."""
    pivot: float = 10.0
    """rad/s^2 that spin about the upright axis loses, 5-15 (Alciatore, memory)."""
    gravity: float = 9.81
    ball_restitution: float = 0.95
    """Ball on ball, 0.92-0.98 (Alciatore, memory)."""
    friction_floor: float = 0.00995
    friction_rise: float = 0.108
    friction_fall: float = 1.088
    """Ball-on-ball friction floor + rise e^(-fall v), v the sliding speed in m/s (Alciatore's fit,
    memory)."""
    cushion_restitution: float = 0.98
    """Along the push of the nose, slow balls (Mathavan, Jackson and Parkin 2010, memory)."""
    cushion_fall: float = 0.045
    """s/m that restitution loses with the speed into the cushion (our choice: 0.75 at 5 m/s)."""
    cushion_least: float = 0.5
    """No cushion is taken to be deader than this (our choice)."""
    cushion_friction: float = 0.14
    """Mathavan, Jackson and Parkin 2010 (memory); Alciatore gives 0.14-0.2 (memory)."""
    slate_restitution: float = 0.5
    """A ball dropped on the cloth (our choice)."""
    slate_friction: float = 0.2
    """Of a ball that lands on the cloth; as for sliding."""
    parting: float = 0.0015
    """m/s. Balls part at least this fast after contact, or touching balls would bounce without end. The
    energy given is below 2e-7 J an impact."""
    tip_mass: float = 27.0
    """Ball mass over the mass of the cue's tip end: 2.0 degrees of squirt at half-radius side (our choice,
    inside the 1.8-2.5 degrees commonly measured; trade)."""

    def array(self) -> Array:
        """The constants in the order of the kernel's world array."""
        return np.array(
            (
                self.sliding, self.rolling, self.pivot, self.gravity, self.ball_restitution,
                self.friction_floor, self.friction_rise, self.friction_fall, self.cushion_restitution,
                self.cushion_fall, self.cushion_least, self.cushion_friction, self.slate_restitution,
                self.slate_friction, self.parting, self.tip_mass,
            )
        )  # fmt: skip


IDEAL = Physics(
    ball_restitution=1.0, friction_floor=0.0, friction_rise=0.0, parting=0.0, cushion_restitution=1.0,
    cushion_fall=0.0, cushion_friction=0.0,
)  # fmt: skip
"""The textbook's table: elastic, no friction between balls or at cushions."""

_CLOTH = {"slow": (0.25, 0.013), "medium": (0.2, 0.01), "fast": (0.17, 0.0075)}
"""Friction of sliding and of rolling; slow and fast lie inside the published bands (our choice)."""
_CUSHIONS = {"dead": (0.9, 0.055), "medium": (0.98, 0.045), "lively": (0.99, 0.03)}
"""Restitution of slow balls and its fall with speed: 0.79, 0.89 and 0.93 at 2 m/s, inside the published
0.6-0.9 but for the liveliest slow balls (our choice)."""
_AIR = {"dry": (0.95, 0.95), "normal": (1.0, 1.0), "humid": (1.15, 1.1)}
"""Factors of the friction of the cloth, and of balls and cushions: damp cloth is slower, and damp balls
cling (common practice; the numbers are our choice)."""
_BALLS = {"new": 0.75, "played": 1.0, "dirty": 1.35}
"""Factors of the friction between balls: polished ones throw less, dirty ones more (common practice; the
numbers are our choice, 0.03-0.08 being published for balls in use: Alciatore, memory)."""


@lru_cache(maxsize=256)
def physics_for(
    cloth: str = "medium", cushions: str = "medium", air: str = "normal", balls: str = "played"
) -> Physics:
    """The constants of a table in the conditions of a recording; codes as in `vocabulary`.

    Raises KeyError naming an unknown code.
    """
    sliding, rolling = _CLOTH[cloth]
    restitution, fall = _CUSHIONS[cushions]
    cloth_grip, contact_grip = _AIR[air]
    usual, throw = Physics(), _BALLS[balls] * contact_grip
    return Physics(
        sliding=sliding * cloth_grip, rolling=rolling * cloth_grip,
        friction_floor=usual.friction_floor * throw, friction_rise=usual.friction_rise * throw,
        cushion_restitution=restitution, cushion_fall=fall,
        cushion_friction=usual.cushion_friction * contact_grip,
    )  # fmt: skip
