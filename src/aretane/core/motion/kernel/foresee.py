"""What happens next to a ball: end of its phase, cushion, pocket, another ball."""

from math import inf, sqrt

from .jit import inlined
from .roots import CLOSE, first_zero, meets, meets_straight, reaches, returns
from .segments import Array, Ints
from .slots import (
    AX,
    AY,
    AZ,
    CORNER_SPAN,
    DROP,
    END,
    FACE_DX,
    FACE_DY,
    FACE_LONG,
    FACE_NX,
    FACE_NY,
    FACE_X,
    FACE_Y,
    FACING,
    FLY,
    HOLE_R,
    HOLE_X,
    HOLE_Y,
    JAW,
    JAW_COLUMNS,
    JAW_R,
    JAW_X,
    JAW_Y,
    JAWS,
    LENGTH,
    NONE,
    PAIR,
    PHASE,
    POTTED,
    RADIUS,
    RAIL,
    REGION,
    REST,
    SIDE_SPAN,
    T0,
    TE,
    VX,
    VY,
    VZ,
    WHAT,
    WHEN,
    WHOM,
    WIDTH,
    ZONE,
    X,
    Y,
    Z,
)  # fmt: skip

SLACK = 1e-9
"""m. How far over the line of the noses a ball may lie and still count as inside it."""
STRAIGHT = 1e-24
"""(m/s^2)^2. A pull across the way smaller than this moves a ball by less than 1e-10 m while it lasts."""


@inlined
def mouth_at(balls: Array, i: int, x: float, y: float, world: Array) -> int:
    """The pocket whose mouth ball i with its centre at (x, y), at or over the line of the noses, is in;
    else -1."""
    long, wide, radius = world[LENGTH], world[WIDTH], balls[i, RADIUS]
    over_x = x <= radius + SLACK or x >= long - radius - SLACK
    over_y = y <= radius + SLACK or y >= wide - radius - SLACK
    if not over_x and not over_y:
        return -1
    corner = world[CORNER_SPAN]
    row = 0 if y > 0.5 * wide else 3
    near_x, near_y = min(x, long - x), min(y, wide - y)
    if (over_y and near_x < corner) or (over_x and near_y < corner):
        return row + (0 if x < 0.5 * long else 2)
    if over_y and abs(x - 0.5 * long) < world[SIDE_SPAN]:
        return row + 1
    return -1


@inlined
def is_inside(balls: Array, i: int, world: Array) -> bool:
    """Whether ball i's centre lies inside the lines that the noses keep it in."""
    x, y, radius = balls[i, X], balls[i, Y], balls[i, RADIUS]
    inside_x = radius - SLACK <= x <= world[LENGTH] - radius + SLACK
    return bool(inside_x and radius - SLACK <= y <= world[WIDTH] - radius + SLACK)


@inlined
def foresee_bed(
    balls: Array, marks: Ints, i: int, limit: float, world: Array, pockets: Array
) -> tuple[float, int, int]:
    """The next meeting of moving ball i with the bed: seconds from its T0, kind, and which one.

    A rail is numbered 0 to 3 (low x, high x, low y, high y); a jaw or facing 2 x pocket + which.
    """
    radius = balls[i, RADIUS]
    best, kind, which = limit, END, 0
    if marks[i, ZONE] < 0:
        x, y, vx, vy, ax, ay = (
            balls[i, X],
            balls[i, Y],
            balls[i, VX],
            balls[i, VY],
            balls[i, AX],
            balls[i, AY],
        )
        t = reaches(radius - x, -vx, -ax, best)
        if t < best:
            best, kind, which = t, RAIL, 0
        t = reaches(x - world[LENGTH] + radius, vx, ax, best)
        if t < best:
            best, kind, which = t, RAIL, 1
        t = reaches(radius - y, -vy, -ay, best)
        if t < best:
            best, kind, which = t, RAIL, 2
        t = reaches(y - world[WIDTH] + radius, vy, ay, best)
        if t < best:
            best, kind, which = t, RAIL, 3
        if kind == RAIL:
            px = x + best * (vx + 0.5 * best * ax)
            py = y + best * (vy + 0.5 * best * ay)
            if which < 2:
                px = radius if which == 0 else world[LENGTH] - radius
            else:
                py = radius if which == 2 else world[WIDTH] - radius
            mouth = mouth_at(balls, i, px, py, world)
            if mouth >= 0:
                kind, which = REGION, mouth
        return best, kind, which
    p = marks[i, ZONE]
    x, y, vx, vy, ax, ay = balls[i, X], balls[i, Y], balls[i, VX], balls[i, VY], balls[i, AX], balls[i, AY]
    hx, hy = x - pockets[p, HOLE_X], y - pockets[p, HOLE_Y]
    t = meets(hx, hy, vx, vy, ax, ay, pockets[p, HOLE_R], best)
    if t < best:
        best, kind, which = t, DROP, marks[i, ZONE]
    for side in range(2):
        at = JAWS + side * JAW_COLUMNS
        jx, jy = x - pockets[p, at + JAW_X], y - pockets[p, at + JAW_Y]
        t = meets(jx, jy, vx, vy, ax, ay, radius + pockets[p, at + JAW_R], best)
        if t < best:
            best, kind, which = t, JAW, 2 * marks[i, ZONE] + side
        nx, ny = pockets[p, at + FACE_NX], pockets[p, at + FACE_NY]
        fx, fy = x - pockets[p, at + FACE_X], y - pockets[p, at + FACE_Y]
        gap = radius - (fx * nx + fy * ny)
        if gap < SLACK:
            t = reaches(min(gap, 0.0), -(vx * nx + vy * ny), -(ax * nx + ay * ny), best)
        else:  # beside the facing, on the jaw's round: it may come before it and curve back
            t = returns(gap, -(vx * nx + vy * ny), -(ax * nx + ay * ny))
        if t < best:
            along = (fx + t * (vx + 0.5 * t * ax)) * pockets[p, at + FACE_DX]
            along += (fy + t * (vy + 0.5 * t * ay)) * pockets[p, at + FACE_DY]
            if 0.0 <= along <= pockets[p, at + FACE_LONG]:
                best, kind, which = t, FACING, 2 * marks[i, ZONE] + side
    # Back over a line of the noses, in or out: look again there.
    for line in range(4):
        if line == 0:
            off, v, a = radius - x, -vx, -ax
        elif line == 1:
            off, v, a = x - world[LENGTH] + radius, vx, ax
        elif line == 2:
            off, v, a = radius - y, -vy, -ay
        else:
            off, v, a = y - world[WIDTH] + radius, vy, ay
        coming_in = v < 0.0 or (v == 0.0 and a < 0.0)
        if off < -SLACK or (off <= SLACK and coming_in):
            t = reaches(min(off, 0.0), v, a, best)
        else:
            t = reaches(-max(off, 0.0), -v, -a, best)
        if t < best:
            best, kind, which = t + 1e-9, REGION, marks[i, ZONE]
    return best, kind, which


@inlined
def foresee_pair(balls: Array, marks: Ints, i: int, j: int, now: float, limit: float) -> float:
    """Seconds from `now` until balls i and j meet, if within `limit`; infinity otherwise."""
    pi, pj = marks[i, PHASE], marks[j, PHASE]
    if pi == FLY or pj == FLY:
        return _meet_flying(balls, i, j, now, limit)
    apart = balls[i, RADIUS] + balls[j, RADIUS]
    if pj == REST:
        return _meet_resting(balls, i, j, now, limit, apart)
    if pi == REST:
        return _meet_resting(balls, j, i, now, limit, apart)
    s, u = now - balls[i, T0], now - balls[j, T0]
    cx = (
        balls[i, X]
        + s * (balls[i, VX] + 0.5 * s * balls[i, AX])
        - balls[j, X]
        - u * (balls[j, VX] + 0.5 * u * balls[j, AX])
    )
    cy = (
        balls[i, Y]
        + s * (balls[i, VY] + 0.5 * s * balls[i, AY])
        - balls[j, Y]
        - u * (balls[j, VY] + 0.5 * u * balls[j, AY])
    )
    wx, wy = (
        balls[i, VX] + s * balls[i, AX] - balls[j, VX] - u * balls[j, AX],
        balls[i, VY] + s * balls[i, AY] - balls[j, VY] - u * balls[j, AY],
    )
    return meets(cx, cy, wx, wy, balls[i, AX] - balls[j, AX], balls[i, AY] - balls[j, AY], apart, limit)


@inlined
def _meet_resting(balls: Array, i: int, j: int, now: float, limit: float, apart: float) -> float:
    """Moving ball i and resting ball j; in closed form where i keeps to a straight line."""
    s = now - balls[i, T0]
    ax, ay = balls[i, AX], balls[i, AY]
    wx, wy = balls[i, VX] + s * ax, balls[i, VY] + s * ay
    cx = balls[i, X] + s * (balls[i, VX] + 0.5 * s * ax) - balls[j, X]
    cy = balls[i, Y] + s * (balls[i, VY] + 0.5 * s * ay) - balls[j, Y]
    speed2 = wx * wx + wy * wy
    along = ax * wx + ay * wy
    bends = ax * wy - ay * wx
    straight = bends * bends <= STRAIGHT * speed2
    if straight and (along >= 0.0 or -along * limit <= speed2):
        speed = sqrt(speed2)
        return meets_straight(cx, cy, wx, wy, speed, along / speed if speed > 0.0 else 0.0, apart, limit)
    return meets(cx, cy, wx, wy, ax, ay, apart, limit)


@inlined
def _meet_flying(balls: Array, i: int, j: int, now: float, limit: float) -> float:
    s, u = now - balls[i, T0], now - balls[j, T0]
    c0 = (
        balls[i, X]
        + s * (balls[i, VX] + 0.5 * s * balls[i, AX])
        - balls[j, X]
        - u * (balls[j, VX] + 0.5 * u * balls[j, AX])
    )
    c1 = (
        balls[i, Y]
        + s * (balls[i, VY] + 0.5 * s * balls[i, AY])
        - balls[j, Y]
        - u * (balls[j, VY] + 0.5 * u * balls[j, AY])
    )
    ra, rb = balls[i, RADIUS], balls[j, RADIUS]
    c2 = (
        balls[i, Z]
        + ra
        + s * (balls[i, VZ] + 0.5 * s * balls[i, AZ])
        - balls[j, Z]
        - rb
        - u * (balls[j, VZ] + 0.5 * u * balls[j, AZ])
    )
    w0 = balls[i, VX] + s * balls[i, AX] - balls[j, VX] - u * balls[j, AX]
    w1 = balls[i, VY] + s * balls[i, AY] - balls[j, VY] - u * balls[j, AY]
    w2 = balls[i, VZ] + s * balls[i, AZ] - balls[j, VZ] - u * balls[j, AZ]
    a0, a1, a2 = balls[i, AX] - balls[j, AX], balls[i, AY] - balls[j, AY], balls[i, AZ] - balls[j, AZ]
    apart = ra + rb
    return first_zero(
        c0 * c0 + c1 * c1 + c2 * c2 - apart * apart, 2.0 * (c0 * w0 + c1 * w1 + c2 * w2),
        w0 * w0 + w1 * w1 + w2 * w2 + c0 * a0 + c1 * a1 + c2 * a2, w0 * a0 + w1 * a1 + w2 * a2,
        0.25 * (a0 * a0 + a1 * a1 + a2 * a2), limit, 2.0 * apart * CLOSE,
    )  # fmt: skip


@inlined
def foresee(
    balls: Array, marks: Ints, world: Array, pockets: Array, i: int, now: float, skip: int,
) -> None:  # fmt: skip
    """Fill in ball i's next event, and that of any ball it will meet before that ball's own.

    Ball `skip` was looked at already; -1 for none.
    """
    balls[i, WHEN], marks[i, WHAT], marks[i, WHOM] = inf, NONE, -1
    if marks[i, PHASE] >= POTTED:
        return
    if marks[i, PHASE] != REST:
        t, kind, which = foresee_bed(balls, marks, i, balls[i, TE] - balls[i, T0], world, pockets)
        balls[i, WHEN], marks[i, WHAT], marks[i, WHOM] = balls[i, T0] + t, kind, which
    for j in range(marks.shape[0]):
        if (
            j in (i, skip)
            or marks[j, PHASE] >= POTTED
            or (marks[i, PHASE] == REST and marks[j, PHASE] == REST)
        ):
            continue
        horizon = min(balls[i, WHEN], balls[j, WHEN])
        if horizon < now:
            continue
        t = now + foresee_pair(balls, marks, i, j, now, horizon - now)
        if t <= horizon and t < inf:
            if t < balls[i, WHEN]:
                balls[i, WHEN], marks[i, WHAT], marks[i, WHOM] = t, PAIR, j
            if t < balls[j, WHEN]:
                balls[j, WHEN], marks[j, WHAT], marks[j, WHOM] = t, PAIR, i
