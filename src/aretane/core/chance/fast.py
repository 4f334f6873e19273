"""The chance of a direct pot in a few microseconds: windows, throw and errors in closed form.

From the pocket's window backwards: object-ball directions, through throw, to places of contact, to aims;
what other balls block is taken out; the rest is weighed with the player's error of aim.
"""

from math import acos, asin, atan2, cos, erf, exp, hypot, pi, sin, sqrt

import numpy as np

from ..motion.kernel.jit import compiled, inlined
from ..motion.kernel.segments import Array
from ..motion.kernel.slots import (
    BALL_E,
    FRICTION_A,
    FRICTION_B,
    FRICTION_C,
    GRAVITY,
    MOUTH_X,
    MOUTH_Y,
    ROLLING,
    SLIDING,
)  # fmt: skip
from .windows import start_speed, way_in, window_at

MOST_PIECES = 12
SLOW_ARRIVAL, SLOW_STEPS = 0.7, 15
"""m/s at the pocket below which a ball may stop short, and steps of the aim to either side then."""
FOUND, CHANCE, AIM, FREE, WHOLE = range(5)
"""Columns of an answer: 1 if some aim pots the ball, the chance, the aim meant (rad), and the width of all
free aims and of all aims (rad)."""
ANSWER_COLUMNS = 5
HANGING, THINNEST = 4.0, 0.5 * pi + 0.6
"""Beyond so many of its radii from a pocket no direction that a ball falls from is further off the middle
of the mouth than so many rad less a right angle: a hit from further round cannot pot it."""
SMALL = 0.01
"""rad by which the line of centres is turned to see what that does to the throw."""


@inlined
def _wrapped(angle: float) -> float:
    while angle > pi:
        angle -= 2.0 * pi
    while angle <= -pi:
        angle += 2.0 * pi
    return angle


@inlined
def _arrives(speed: float, height: float, distance: float, world: Array) -> tuple[float, float]:
    """Speed of a ball after `distance` metres and the surface speed of its top- or backspin (m/s).

    It leaves at `speed`, as if struck `height` radii above the centre. 0: it stops before.
    """
    mu_g = world[SLIDING] * world[GRAVITY]
    spin = 2.5 * height * speed
    slip = speed - spin
    until = 2.0 * abs(slip) / (7.0 * mu_g)
    sign = 1.0 if slip > 0.0 else -1.0
    slid = until * (speed - 0.5 * sign * mu_g * until)
    if slid >= distance:
        square = speed * speed - 2.0 * sign * mu_g * distance
        now = sqrt(max(0.0, square))
        t = sign * (speed - now) / mu_g
        return now, spin + sign * 2.5 * mu_g * t
    rolling = speed - sign * mu_g * until
    square = rolling * rolling - 2.0 * world[ROLLING] * world[GRAVITY] * (distance - slid)
    now = sqrt(max(0.0, square))
    return now, now


@inlined
def _throw(
    cut: float, speed: float, top: float, side: float, share: float, world: Array
) -> tuple[float, float]:
    """Angle (rad) by which the object ball leaves off the line of centres, and its spin.

    The spin is its top surface speed (m/s), negative for the backspin that a rolling cue ball gives.

    `cut` is the signed angle from the cue ball's way to the line of centres; `top` and `side` are surface
    speeds of its spin (m/s; side positive for right side). `share` is the cue ball's part of both masses, a
    half for equal balls. Positive turns it counter-clockwise.
    """
    normal = speed * cos(cut)
    across = side - speed * sin(cut)
    up = -top * cos(cut)
    slip = hypot(across, up)
    if slip < 1e-12 or normal <= 0.0:
        return 0.0, 0.0
    push = share * (1.0 + world[BALL_E]) * normal
    grip = world[FRICTION_A] + world[FRICTION_B] * exp(-world[FRICTION_C] * slip)
    drag = min(grip * push, share * slip / 3.5)
    return atan2(drag * across / slip, push), 2.5 * drag * up / slip


@inlined
def _aim_for(
    way: float, speed: float, top: float, side: float, cue_x: float, cue_y: float,
    ball_x: float, ball_y: float, apart: float, share: float, world: Array,
) -> tuple[float, float]:  # fmt: skip
    """The aim (rad) that sends the object ball in direction `way`, throw allowed for, and its cut."""
    line = way
    aim = cut = 0.0
    for _ in range(3):
        gx, gy = ball_x - apart * cos(line) - cue_x, ball_y - apart * sin(line) - cue_y
        aim = atan2(gy, gx)
        cut = _wrapped(line - aim)
        thrown, _ = _throw(cut, speed, top, side, share, world)
        line = way - thrown
    return aim, cut


@inlined
def _take(pieces: Array, count: int, lo: float, hi: float) -> int:
    """Take [lo, hi] out of the intervals; returns how many are left."""
    k = 0
    while k < count:
        a, b = pieces[k, 0], pieces[k, 1]
        if hi <= a or lo >= b:
            k += 1
        elif lo <= a and hi >= b:
            count -= 1
            pieces[k, 0], pieces[k, 1] = pieces[count, 0], pieces[count, 1]
        elif lo <= a:
            pieces[k, 0] = hi
            k += 1
        elif hi >= b:
            pieces[k, 1] = lo
            k += 1
        else:
            pieces[k, 1] = lo
            if count < MOST_PIECES:
                pieces[count, 0], pieces[count, 1] = hi, b
                count += 1
            k += 1
    return count


@inlined
def _in_the_way(
    x: float, y: float, way: float, distance: float, ox: float, oy: float, apart: float
) -> tuple[float, float]:
    """Directions (offsets from `way`) in which a ball from (x, y) meets one at (ox, oy) before
    `distance`."""
    dx, dy = ox - x, oy - y
    far = hypot(dx, dy)
    half = asin(min(1.0, apart / far)) if far > 0.9 * apart else pi  # drawn on top of each other
    offset = _wrapped(atan2(dy, dx) - way)
    reach = far * far - apart * apart
    if (sqrt(reach) if reach > 0.0 else 0.0) * 0.98 >= distance + 0.3 * apart:
        return 1.0, -1.0
    return offset - half, offset + half


@inlined
def _slow(
    pieces: Array, count: int, meant: float, sigma: float, spread: float, lever: float, needed: float
) -> float:
    """The chance of a ball that may stop short, because a thinner hit sends it more slowly.

    lever: the distance of the balls over that of contact. needed: the cosine of the cut that just reaches
    the pocket at the meant speed. spread: the relative error of speed.
    """
    chance = weight = 0.0
    for k in range(-SLOW_STEPS, SLOW_STEPS + 1):
        z = 3.2 * k / SLOW_STEPS
        share = exp(-0.5 * z * z)
        weight += share
        aim = meant + sigma * z
        for p in range(count):
            if pieces[p, 0] <= aim <= pieces[p, 1]:
                off = lever * sin(aim)
                if abs(off) < 1.0:
                    reach = sqrt(1.0 - off * off)  # cosine of the cut
                    if spread > 0.0:
                        chance += share * 0.5 * (1.0 + erf((1.0 - needed / reach) / (spread * sqrt(2.0))))
                    elif reach >= needed:
                        chance += share
                break
    return chance / weight


@inlined
def _aimed_at(line: float, cue_x: float, cue_y: float, ball_x: float, ball_y: float, apart: float) -> float:
    """The aim (rad) that meets the object ball with the line of centres along `line`."""
    return atan2(ball_y - apart * sin(line) - cue_y, ball_x - apart * cos(line) - cue_x)


@inlined
def _widened(
    way: float, sigma: float, spread: float, tip: float, speed: float, side: float, height: float,
    cue_x: float, cue_y: float, ball_x: float, ball_y: float, apart: float, share: float, world: Array,
) -> float:  # fmt: skip
    """The player's error of aim (rad) widened by the errors of spin and speed, which change the throw.

    Each shifts the aim that sends the ball in direction `way`; the shifts are added as independent errors.
    """
    path = max(0.0, hypot(ball_x - cue_x, ball_y - cue_y) - apart)
    arrives, top = _arrives(speed, height, path, world)
    spin = 2.5 * side * speed
    line = way
    for _ in range(2):
        cut = _wrapped(line - _aimed_at(line, cue_x, cue_y, ball_x, ball_y, apart))
        thrown, _ = _throw(cut, arrives, top, spin, share, world)
        line = way - thrown
    cut = _wrapped(line - _aimed_at(line, cue_x, cue_y, ball_x, ball_y, apart))
    thrown, _ = _throw(cut, arrives, top, spin, share, world)
    slope = 0.0
    for sign in (-1.0, 1.0):
        beside = line + sign * SMALL
        turned = _wrapped(beside - _aimed_at(beside, cue_x, cue_y, ball_x, ball_y, apart))
        more, _ = _throw(turned, arrives, top, spin, share, world)
        slope += sign * more / (2.0 * SMALL)
    gain = 1.0 / max(0.2, 1.0 + slope)
    square = sigma * sigma
    for error in range(3):
        ends = 0.0
        for sign in (-1.0, 1.0):
            v = speed * (1.0 + sign * spread) if error == 0 else speed
            s = side + sign * tip if error == 1 else side
            h = height + sign * tip if error == 2 else height
            if error != 1:
                arrives, top = _arrives(v, h, path, world)
            elif sign < 0.0:
                arrives, top = _arrives(speed, height, path, world)
            off, _ = _throw(cut, arrives, top, 2.5 * s * v, share, world)
            aim = _aimed_at(line + (thrown - off) * gain, cue_x, cue_y, ball_x, ball_y, apart)
            ends = _wrapped(aim - ends) if sign > 0.0 else aim
        square += 0.25 * ends * ends
    return sqrt(square)


@inlined
def pot(
    balls: Array, target: int, pocket: int, sigma: float, spread: float, tip: float, speed: float,
    side: float, height: float,
    part: float, least: float, world: Array, pockets: Array, edges: Array, pieces: Array, answer: Array,
) -> None:  # fmt: skip
    """Fill `answer` for one pot. `balls` (n, 4: x, y, radius, mass), cue ball first.

    `sigma` (rad), `spread` (relative) and `tip` (ball radii) are the player's errors of aim, speed and tip.

    `part` is the part of the pocket meant: 0 the best of what is free, -1 its right edge and 1 its left
    edge as the object ball sees it. A chance that cannot reach `least` is left out: nothing is found.
    """
    for k in range(ANSWER_COLUMNS):
        answer[k] = 0.0
    cx, cy, bx, by = balls[0, 0], balls[0, 1], balls[target, 0], balls[target, 1]
    rb = balls[target, 2]
    apart, share = balls[0, 2] + rb, balls[0, 3] / (balls[0, 3] + balls[target, 3])
    mx, my = pockets[pocket, MOUTH_X] - bx, pockets[pocket, MOUTH_Y] - by
    far = hypot(mx, my)
    mx, my = way_in(bx, by, pocket, rb, pockets)
    toward = atan2(my, mx)
    gap = hypot(bx - cx, by - cy)
    line = atan2(by - cy, bx - cx)
    answer[AIM] = line
    if far > HANGING * rb and abs(_wrapped(line - toward)) > THINNEST:
        return
    arrives, top = _arrives(speed, height, max(0.0, gap - apart), world)
    spin = 2.5 * side * speed
    _, cut = _aim_for(toward, arrives, top, spin, cx, cy, bx, by, apart, share, world)
    sent = share * (1.0 + world[BALL_E]) * arrives * max(0.0, cos(cut))
    _, back = _throw(cut, arrives, top, spin, share, world)
    arrival, _ = _arrives(sent, back / (2.5 * sent) if sent > 0.0 else 0.0, far, world)
    _, lo, hi = window_at(bx, by, pocket, arrival, rb, world, pockets, edges)
    if hi <= lo:
        return
    # Only directions that the cue ball can give: it must come to the ghost place from the front.
    cone = acos(min(1.0, apart / max(gap, apart))) * 0.999
    middle = _wrapped(line - toward)
    lo, hi = max(lo, middle - cone), min(hi, middle + cone)
    if hi <= lo:
        return
    pieces[0, 0], pieces[0, 1] = lo, hi
    count = 1
    for other in range(1, balls.shape[0]):
        if other != target:
            reach = rb + balls[other, 2]
            a, b = _in_the_way(bx, by, toward, far, balls[other, 0], balls[other, 1], reach)
            if b > a:
                count = _take(pieces, count, a, b)
    # From directions to aims, as offsets from the line cue ball to object ball.
    whole = 0.0
    for k in range(count):
        a, _ = _aim_for(toward + pieces[k, 0], arrives, top, spin, cx, cy, bx, by, apart, share, world)
        b, _ = _aim_for(toward + pieces[k, 1], arrives, top, spin, cx, cy, bx, by, apart, share, world)
        a, b = _wrapped(a - line), _wrapped(b - line)
        pieces[k, 0], pieces[k, 1] = min(a, b), max(a, b)
        whole += abs(b - a)
    answer[WHOLE] = whole
    if count == 0:
        return
    gx, gy = bx - apart * cos(toward) - cx, by - apart * sin(toward) - cy
    travel = hypot(gx, gy)
    for other in range(1, balls.shape[0]):
        if other != target:
            reach = balls[0, 2] + balls[other, 2]
            a, b = _in_the_way(cx, cy, line, travel, balls[other, 0], balls[other, 1], reach)
            if b > a:
                count = _take(pieces, count, a, b)
    if count == 0:
        return
    best = 0
    for k in range(count):
        answer[FREE] += pieces[k, 1] - pieces[k, 0]
        if pieces[k, 1] - pieces[k, 0] > pieces[best, 1] - pieces[best, 0]:
            best = k
    meant = 0.5 * (pieces[best, 0] + pieces[best, 1])
    if part != 0.0:  # a wider angle of the object ball is further left; its aim may lie on either side
        a, _ = _aim_for(toward + lo, arrives, top, spin, cx, cy, bx, by, apart, share, world)
        b, _ = _aim_for(toward + hi, arrives, top, spin, cx, cy, bx, by, apart, share, world)
        flip = 1.0 if _wrapped(b - a) > 0.0 else -1.0
        meant += 0.5 * part * flip * (pieces[best, 1] - pieces[best, 0])
    scale = 1.0 / (sigma * sqrt(2.0))
    if count == 1 and erf(0.5 * (pieces[0, 1] - pieces[0, 0]) * scale) < least:
        return  # with the errors of spin and speed it is less still
    middle = toward + 0.5 * (lo + hi)
    sigma = _widened(middle, sigma, spread, tip, speed, side, height, cx, cy, bx, by, apart, share, world)
    scale = 1.0 / (sigma * sqrt(2.0))
    chance = 0.0
    for k in range(count):
        chance += 0.5 * (erf((pieces[k, 1] - meant) * scale) - erf((pieces[k, 0] - meant) * scale))
    if arrival < SLOW_ARRIVAL:
        loss = max(0.3, 1.0 + back / (2.5 * sent)) if sent > 0.0 else 1.0
        needed = start_speed(0.0, far, world) / (share * (1.0 + world[BALL_E]) * arrives * loss + 1e-12)
        chance = _slow(pieces, count, meant, sigma, spread, gap / apart, needed)
    answer[FOUND], answer[CHANCE], answer[AIM] = 1.0, chance, _wrapped(line + meant)


@compiled
def pots(
    balls: Array, targets: Array, sigma: float, spread: float, tip: float, speeds: Array, side: float,
    height: float, part: float, least: float, world: Array, pockets: Array, edges: Array, answers: Array,
) -> None:  # fmt: skip
    """`pot` for each row of `targets` (k, 2: ball index, pocket index) with its own speed (k,)."""
    pieces = np.empty((MOST_PIECES, 2))
    for k in range(targets.shape[0]):
        pot(
            balls, int(targets[k, 0]), int(targets[k, 1]), sigma, spread, tip, speeds[k], side, height,
            part, least, world, pockets, edges, pieces, answers[k],
        )  # fmt: skip
