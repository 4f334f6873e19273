"""Instant impacts: ball and ball, ball and cushion, ball and slate."""

from math import exp, sqrt

from .jit import inlined
from .segments import Array
from .slots import (
    BALL_E,
    CUSHION_E,
    CUSHION_FALL,
    CUSHION_LOW,
    CUSHION_MU,
    FRICTION_A,
    FRICTION_B,
    FRICTION_C,
    MASS,
    NOSE,
    PART,
    RADIUS,
    SLATE_E,
    SLATE_MU,
    VX,
    VY,
    VZ,
    WX,
    WY,
    WZ,
    X,
    Y,
    Z,
)  # fmt: skip

HOP = 0.02
"""m/s. A ball thrown up slower than this stays on the cloth (it would rise 0.02 mm)."""


@inlined
def hit_ball(balls: Array, i: int, j: int, world: Array) -> None:
    """Balls i and j touch: restitution along the line of centres, Coulomb friction across it.

    The friction coefficient falls with the sliding speed at the contact (throw, passing on of spin); it
    stops at the impulse that ends the sliding. Balls that both lie on the cloth stay on it.
    """
    ra, rb, ma, mb = balls[i, RADIUS], balls[j, RADIUS], balls[i, MASS], balls[j, MASS]
    flat = balls[i, Z] == 0.0 and balls[j, Z] == 0.0
    nx, ny = balls[j, X] - balls[i, X], balls[j, Y] - balls[i, Y]
    nz = 0.0 if flat else (balls[j, Z] + rb) - (balls[i, Z] + ra)
    far = sqrt(nx * nx + ny * ny + nz * nz)
    nx, ny, nz = nx / far, ny / far, nz / far
    dx, dy, dz = balls[i, VX] - balls[j, VX], balls[i, VY] - balls[j, VY], balls[i, VZ] - balls[j, VZ]
    closing = max(0.0, dx * nx + dy * ny + dz * nz)
    shared = 1.0 / (1.0 / ma + 1.0 / mb)
    push = shared * (closing + max(world[BALL_E] * closing, world[PART]))
    sx, sy, sz = (
        ra * balls[i, WX] + rb * balls[j, WX],
        ra * balls[i, WY] + rb * balls[j, WY],
        ra * balls[i, WZ] + rb * balls[j, WZ],
    )
    ux = dx - closing * nx + sy * nz - sz * ny
    uy = dy - closing * ny + sz * nx - sx * nz
    uz = dz - closing * nz + sx * ny - sy * nx
    slip = sqrt(ux * ux + uy * uy + uz * uz)
    jx = jy = jz = 0.0
    if slip > 1e-12:
        grip = world[FRICTION_A] + world[FRICTION_B] * exp(-world[FRICTION_C] * slip)
        drag = min(grip * push, slip * shared / 3.5) / slip
        jx, jy, jz = -drag * ux, -drag * uy, -drag * uz
    _push(balls, i, flat, jx - push * nx, jy - push * ny, jz - push * nz)
    _push(balls, j, flat, push * nx - jx, push * ny - jy, push * nz - jz)
    turn = 2.5 / (ma * ra)
    spin_x, spin_y, spin_z = ny * jz - nz * jy, nz * jx - nx * jz, nx * jy - ny * jx
    balls[i, WX] += turn * spin_x
    balls[i, WY] += turn * spin_y
    balls[i, WZ] += turn * spin_z
    turn = 2.5 / (mb * rb)
    balls[j, WX] += turn * spin_x
    balls[j, WY] += turn * spin_y
    balls[j, WZ] += turn * spin_z


@inlined
def _push(balls: Array, i: int, flat: bool, x: float, y: float, z: float) -> None:
    """Ball i takes an impulse (N s)."""
    balls[i, VX] += x / balls[i, MASS]
    balls[i, VY] += y / balls[i, MASS]
    balls[i, VZ] = 0.0 if flat else balls[i, VZ] + z / balls[i, MASS]


@inlined
def hit_cushion(balls: Array, i: int, nx: float, ny: float, world: Array) -> bool:
    """Ball i meets rubber whose face looks along (nx, ny) into the table; False if it flew over it.

    The nose touches the ball above its centre, so the push has a part that presses the ball on the
    slate (Han, J. Mech. Sci. Technol. 19, 2005): restitution along that push, Coulomb friction across
    it up to the end of sliding, and a slate that gives nothing back. Restitution falls with speed.
    """
    radius = balls[i, RADIUS]
    up = (world[NOSE] - radius - balls[i, Z]) / radius
    if up < -0.9:
        return False
    up = min(up, 0.95)
    flat = sqrt(1.0 - up * up)
    into = balls[i, VX] * nx + balls[i, VY] * ny
    if balls[i, Z] > 0.0 and into * flat - up * balls[i, VZ] > -1e-9:
        up, flat = 0.0, 1.0  # rising away from the nose's slope: only its face stops the ball
    px, py, pz = nx * flat, ny * flat, -up
    closing = max(0.0, -(balls[i, VX] * px + balls[i, VY] * py + balls[i, VZ] * pz))
    bounce = max(world[CUSHION_LOW], world[CUSHION_E] - world[CUSHION_FALL] * closing)
    push = closing + max(bounce * closing, world[PART])
    sx, sy, sz = -radius * px, -radius * py, -radius * pz
    ux = balls[i, VX] + closing * px + balls[i, WY] * sz - balls[i, WZ] * sy
    uy = balls[i, VY] + closing * py + balls[i, WZ] * sx - balls[i, WX] * sz
    uz = balls[i, VZ] + closing * pz + balls[i, WX] * sy - balls[i, WY] * sx
    slip = sqrt(ux * ux + uy * uy + uz * uz)
    jx = jy = jz = 0.0
    if slip > 1e-12:
        drag = min(world[CUSHION_MU] * push, slip * 2.0 / 7.0) / slip
        jx, jy, jz = -drag * ux, -drag * uy, -drag * uz
    balls[i, VX] += push * px + jx
    balls[i, VY] += push * py + jy
    balls[i, VZ] += push * pz + jz
    turn = 2.5 / (radius * radius)
    balls[i, WX] += turn * (sy * jz - sz * jy)
    balls[i, WY] += turn * (sz * jx - sx * jz)
    balls[i, WZ] += turn * (sx * jy - sy * jx)
    if balls[i, Z] == 0.0 and balls[i, VZ] < HOP:
        balls[i, VZ] = 0.0
    return True


@inlined
def hit_slate(balls: Array, i: int, world: Array) -> None:
    """Ball i comes down on the cloth: it bounces, and friction turns spin and speed into each other."""
    radius = balls[i, RADIUS]
    down = -balls[i, VZ]
    balls[i, Z] = 0.0
    if down <= 0.0:
        return
    up = world[SLATE_E] * down
    if up < HOP:
        up = 0.0
    push = down + up
    ux, uy = balls[i, VX] - radius * balls[i, WY], balls[i, VY] + radius * balls[i, WX]
    slip = sqrt(ux * ux + uy * uy)
    if slip > 1e-12:
        drag = min(world[SLATE_MU] * push, slip * 2.0 / 7.0) / slip
        balls[i, VX] -= drag * ux
        balls[i, VY] -= drag * uy
        balls[i, WX] -= 2.5 / radius * drag * uy
        balls[i, WY] += 2.5 / radius * drag * ux
    balls[i, VZ] = up
