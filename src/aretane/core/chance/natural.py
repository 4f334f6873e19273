"""The natural paths of a cue ball after contact: arriving without spin, and rolling."""

from math import pi, sqrt

from ..equipment.layout import Layout
from ..equipment.table import Table
from ..geometry import Point
from ..motion.kernel.launch import squirt
from ..motion.kernel.slots import TIP_MASS
from ..motion.physics import Physics
from ..motion.play import play
from ..motion.ready import Ready
from ..motion.strike import MISCUE, Strike
from ..vocabulary import CUE
from .finer import compensated

ROLLING_HEIGHT = 0.4
"""Ball radii: struck there the cue ball rolls from the start."""


def natural_path(
    table: Table, layout: Layout, strike: Strike, at: Ready, physics: Physics, stun: bool
) -> tuple[Point, ...]:
    """The cue ball's path after its first contact, if it arrived there without spin (`stun`) or rolling.

    Start and speed are the same; only the tip differs. Empty where no tip does it, or where a cushion comes
    first.
    """
    met = play(table, layout, strike, physics).trace.happenings()
    contact = next((one for one in met if one.kind == "ball" and CUE in (one.ball, one.what)), None)
    if contact is None or layout.cue is None:
        return ()
    if any(one.ball == CUE and one.kind == "rail" and one.time < contact.time for one in met):
        return ()
    height: float | None = ROLLING_HEIGHT
    if stun:
        height = stun_height(strike.speed, layout.cue.distance(contact.place), physics)
    if height is None:
        return ()
    start = strike.aim + squirt(strike.side, float(at.world[TIP_MASS]))
    level = compensated(Strike(strike.speed, 0.0, 0.0, height), (start + pi) % (2 * pi) - pi, at)
    trace = play(table, layout, level, physics).trace
    hit = next((happening.time for happening in trace.happenings() if happening.kind == "ball"), None)
    return () if hit is None else tuple(place for t, place in trace.path(CUE, 0.04) if t >= hit - 1e-9)


def stun_height(speed: float, distance: float, physics: Physics) -> float | None:
    """Tip height (radii) at which the cue ball has just lost its backspin after `distance` metres.

    It slides all the way: v t - mu g t^2 / 2 = d, and 5/2 h v + 5/2 mu g t = 0. None where no tip does it.
    """
    mu_g = physics.sliding * physics.gravity
    square = speed**2 - 2 * mu_g * distance
    if square <= 0:
        return None
    height = (sqrt(square) - speed) / speed
    return height if height >= -MISCUE else None
