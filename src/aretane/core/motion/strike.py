"""A strike, and what a strike can be."""

from dataclasses import dataclass
from math import degrees, hypot, isfinite, pi

import numpy as np

from ..log.shot import Tip
from .kernel.segments import Array

MISCUE = 0.5
"""Ball radii. Further from the centre the tip slips off (Alciatore, memory)."""
FASTEST = 20.0
"""m/s. Twice a strong break (trade: 9-11 m/s)."""
STEEPEST = 80 * pi / 180
"""rad. A cue cannot be raised further over the ball."""


class MotionError(ValueError):
    """A strike or layout that cannot be played, with what it is and the limit."""


@dataclass(frozen=True, slots=True)
class Strike:
    """How the cue ball is struck.

    `speed` (m/s) the tip gives it along the cue, `aim` the direction of the cue seen from above (rad),
    `side` and `height` the tip's offset in ball radii (right and up positive), `elevation` of the cue
    (rad, 0 level).
    """

    speed: float
    aim: float
    side: float = 0.0
    height: float = 0.0
    elevation: float = 0.0

    @classmethod
    def of(cls, row: Array) -> "Strike":
        """From a row as the kernel takes it, shape (5,)."""
        return cls(*(float(value) for value in row))

    @property
    def tip(self) -> Tip:
        return Tip(self.side, self.height)

    def array(self) -> Array:
        """As the kernel takes it, shape (5,)."""
        return np.array((self.speed, self.aim, self.side, self.height, self.elevation), dtype=np.float64)


def check_strike(strike: Strike) -> None:
    """Raise MotionError naming the value and its limit."""
    for name in ("speed", "aim", "side", "height", "elevation"):
        if not isfinite(getattr(strike, name)):
            raise MotionError(f"cue ball: {name} {getattr(strike, name)} is not a number")
    if not 0.0 <= strike.speed <= FASTEST:
        raise MotionError(f"cue ball: speed {strike.speed:g} m/s must be between 0 and {FASTEST:g} m/s")
    offset = hypot(strike.side, strike.height)
    if offset > MISCUE + 1e-9:
        raise MotionError(
            f"cue ball: tip {offset:.3f} radii from the centre is beyond the miscue limit of "
            f"{MISCUE:g} radii"
        )
    if not 0.0 <= strike.elevation <= STEEPEST:
        raise MotionError(
            f"cue ball: elevation {degrees(strike.elevation):.1f} degrees must be between 0 and "
            f"{degrees(STEEPEST):.0f} degrees"
        )
