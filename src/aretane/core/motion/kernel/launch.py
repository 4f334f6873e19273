"""From a strike to the cue ball's first speed and spin."""

from math import atan, cos, sin, sqrt

from .impacts import hit_slate
from .jit import inlined
from .segments import Array
from .slots import AIM, ELEVATION, HEIGHT, RADIUS, SIDE, SPEED, TIP_MASS, VX, VY, VZ, WX, WY, WZ


@inlined
def squirt(side: float, tip_mass: float) -> float:
    """Angle (rad) by which the cue ball leaves to the other side of the tip offset `side` (radii).

    Rigid-body impact of a cue whose tip end weighs 1 / `tip_mass` of the ball: tan = 5/2 s c / (1 + M +
    5/2 c^2) with c = sqrt(1 - s^2) (Alciatore, technical proofs on squirt; memory).
    """
    c2 = 1.0 - side * side
    return atan(2.5 * side * sqrt(c2) / (1.0 + tip_mass + 2.5 * c2))


@inlined
def launch(balls: Array, strike: Array, world: Array) -> None:
    """Give the cue ball, at rest, the speed and spin of a strike; a raised cue drives it into the slate."""
    speed, side, height = strike[SPEED], strike[SIDE], strike[HEIGHT]
    aim = strike[AIM] + squirt(side, world[TIP_MASS])
    c, s = cos(aim), sin(aim)
    level, down = cos(strike[ELEVATION]), sin(strike[ELEVATION])
    balls[0, VX], balls[0, VY], balls[0, VZ] = speed * level * c, speed * level * s, -speed * down
    # Spin = 5 v / (2 R) times (tip offset x direction of the strike), offset in ball radii.
    turn = 2.5 * speed / balls[0, RADIUS]
    balls[0, WX] = turn * (-height * s + side * down * c)
    balls[0, WY] = turn * (height * c + side * down * s)
    balls[0, WZ] = turn * side * level
    if down > 0.0:
        hit_slate(balls, 0, world)
