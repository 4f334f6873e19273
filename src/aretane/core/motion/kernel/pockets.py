"""A ball's events with the bed: end of a phase, cushion, jaw, facing, drop."""

from math import inf, sqrt

from .impacts import hit_cushion, hit_slate
from .jit import inlined
from .segments import Array, Ints, begin, rest, roll
from .slots import (
    AXIS_X,
    AXIS_Y,
    BANKS,
    DROP,
    END,
    FACE_DX,
    FACE_DY,
    FACE_NX,
    FACE_NY,
    FACE_X,
    FACE_Y,
    FATE,
    FLY,
    GRAVITY,
    HOLE_R,
    HOLE_X,
    HOLE_Y,
    JAW,
    JAW_COLUMNS,
    JAW_R,
    JAW_X,
    JAW_Y,
    JAWED,
    JAWS,
    LENGTH,
    NOSE,
    OFF,
    OFF_TABLE,
    PHASE,
    POTTED,
    RADIUS,
    RAIL,
    RAILS,
    REGION,
    ROLL,
    SLIDE,
    TE,
    VX,
    VY,
    WIDTH,
    ZONE,
    X,
    Y,
    Z,
)  # fmt: skip

FALLS_BY = 0.25
"""Share of its radius that a ball must fall while it crosses the drop's table side to be taken (our choice:
further down the edge of the slate no longer lifts it out)."""

STEEP = 0.34
"""Sine of the angle to the rail above which a cushion makes the shot a bank: 20 degrees. A ball that hugs
the rail into the pocket, or glances off it, is no bank (our choice)."""


@inlined
def settle(balls: Array, marks: Ints, world: Array, pockets: Array, i: int, kind: int, which: int) -> None:
    """Ball i's event with no other ball in it, at its own time."""
    if kind == END:
        if marks[i, PHASE] == SLIDE:
            roll(balls, marks, i, world)
        elif marks[i, PHASE] == ROLL:
            rest(balls, marks, i)
        elif marks[i, PHASE] == FLY:
            hit_slate(balls, i, world)
            begin(balls, marks, i, world)
    elif kind == REGION:
        if marks[i, ZONE] < 0:
            marks[i, ZONE] = which
    elif kind == DROP:
        if balls[i, Z] > world[NOSE]:
            _leave(balls, marks, i, OFF, OFF_TABLE)
        elif _falls(balls, i, world, pockets, which):
            _leave(balls, marks, i, POTTED, which)
        else:  # over the edge and out again, nothing else changed
            _, balls[i, X], balls[i, Y] = _chord(balls, i, pockets, which)
            begin(balls, marks, i, world)
    else:
        nx, ny = _normal(balls, i, world, pockets, kind, which)
        if kind == RAIL:
            marks[i, RAILS] += 1
            into = -(balls[i, VX] * nx + balls[i, VY] * ny)
            if into > STEEP * sqrt(balls[i, VX] * balls[i, VX] + balls[i, VY] * balls[i, VY]):
                marks[i, BANKS] += 1
        else:
            marks[i, JAWED] = 1
        if hit_cushion(balls, i, nx, ny, world):
            begin(balls, marks, i, world)
        else:
            _leave(balls, marks, i, OFF, OFF_TABLE)


@inlined
def _leave(balls: Array, marks: Ints, i: int, phase: int, fate: int) -> None:
    marks[i, PHASE], marks[i, FATE] = phase, fate
    balls[i, TE] = inf


@inlined
def _normal(
    balls: Array, i: int, world: Array, pockets: Array, kind: int, which: int
) -> tuple[float, float]:
    """Unit vector out of the rubber that ball i touches; a ball at a rail is put exactly on its line."""
    if kind == RAIL:
        r = balls[i, RADIUS]
        if which == 0:
            balls[i, X] = r
            return 1.0, 0.0
        if which == 1:
            balls[i, X] = world[LENGTH] - r
            return -1.0, 0.0
        if which == 2:
            balls[i, Y] = r
            return 0.0, 1.0
        balls[i, Y] = world[WIDTH] - r
        return 0.0, -1.0
    p, at = which // 2, JAWS + (which % 2) * JAW_COLUMNS
    if kind == JAW:
        nx, ny = balls[i, X] - pockets[p, at + JAW_X], balls[i, Y] - pockets[p, at + JAW_Y]
        far = sqrt(nx * nx + ny * ny)
        return nx / far, ny / far
    return pockets[p, at + FACE_NX], pockets[p, at + FACE_NY]


@inlined
def _chord(balls: Array, i: int, pockets: Array, p: int) -> tuple[float, float, float]:
    """Length of the straight way through the drop circle (m), and where it comes out."""
    speed = sqrt(balls[i, VX] * balls[i, VX] + balls[i, VY] * balls[i, VY])
    ux, uy = balls[i, VX] / speed, balls[i, VY] / speed
    hx, hy = balls[i, X] - pockets[p, HOLE_X], balls[i, Y] - pockets[p, HOLE_Y]
    long = max(0.0, -2.0 * (hx * ux + hy * uy))
    return long, balls[i, X] + long * ux, balls[i, Y] + long * uy


@inlined
def _falls(balls: Array, i: int, world: Array, pockets: Array, p: int) -> bool:
    """Whether a ball whose centre came to the drop's edge falls in.

    It does unless its way leads out over the table side of the edge, clear of the rubber, before it has
    fallen far enough.
    """
    speed = sqrt(balls[i, VX] * balls[i, VX] + balls[i, VY] * balls[i, VY])
    if speed < 1e-6:
        return True
    long, x, y = _chord(balls, i, pockets, p)
    onward = (x - pockets[p, HOLE_X]) * pockets[p, AXIS_X] + (y - pockets[p, HOLE_Y]) * pockets[p, AXIS_Y]
    if onward > -0.5 * pockets[p, HOLE_R] or not _is_clear(x, y, balls[i, RADIUS], pockets, p):
        return True
    taken = long / speed
    return bool(0.5 * world[GRAVITY] * taken * taken > FALLS_BY * balls[i, RADIUS] + balls[i, Z])


@inlined
def _is_clear(x: float, y: float, radius: float, pockets: Array, p: int) -> bool:
    """Whether a ball at (x, y) touches neither jaw nor facing of pocket p."""
    for side in range(2):
        at = JAWS + side * JAW_COLUMNS
        jx, jy = x - pockets[p, at + JAW_X], y - pockets[p, at + JAW_Y]
        if jx * jx + jy * jy < (radius + pockets[p, at + JAW_R]) ** 2:
            return False
        fx, fy = x - pockets[p, at + FACE_X], y - pockets[p, at + FACE_Y]
        along = fx * pockets[p, at + FACE_DX] + fy * pockets[p, at + FACE_DY]
        if along > 0.0 and fx * pockets[p, at + FACE_NX] + fy * pockets[p, at + FACE_NY] < radius:
            return False
    return True
