"""The stretches between events: where a ball is at a time, and which phase begins."""

from math import inf, sqrt

import numpy as np
from numpy.typing import NDArray

from .jit import inlined
from .slots import (
    AX,
    AY,
    AZ,
    FLY,
    GRAVITY,
    PHASE,
    PIVOT,
    RADIUS,
    REST,
    ROLL,
    ROLLING,
    SLIDE,
    SLIDING,
    T0,
    TE,
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

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

STILL = 1e-9
"""m/s. Slower than this a ball, or its lowest point over the cloth, stands still."""


@inlined
def advance(balls: Array, marks: Ints, i: int, t: float, world: Array) -> None:
    """Bring ball i to time t within its stretch."""
    dt = t - balls[i, T0]
    balls[i, T0] = t
    now = marks[i, PHASE]
    if now != FLY and balls[i, WZ] != 0.0:  # the cloth wears off spin about the upright axis
        worn = world[PIVOT] * dt
        balls[i, WZ] = (
            balls[i, WZ] - worn
            if balls[i, WZ] > worn
            else (balls[i, WZ] + worn if balls[i, WZ] < -worn else 0.0)
        )
    if now == REST or dt == 0.0:
        return
    balls[i, X] += dt * (balls[i, VX] + 0.5 * dt * balls[i, AX])
    balls[i, Y] += dt * (balls[i, VY] + 0.5 * dt * balls[i, AY])
    balls[i, VX] += dt * balls[i, AX]
    balls[i, VY] += dt * balls[i, AY]
    if now == SLIDE:
        balls[i, WX] += dt * 2.5 * balls[i, AY] / balls[i, RADIUS]
        balls[i, WY] -= dt * 2.5 * balls[i, AX] / balls[i, RADIUS]
    elif now == ROLL:
        balls[i, WX] = -balls[i, VY] / balls[i, RADIUS]
        balls[i, WY] = balls[i, VX] / balls[i, RADIUS]
    elif now == FLY:
        balls[i, Z] = max(0.0, balls[i, Z] + dt * (balls[i, VZ] + 0.5 * dt * balls[i, AZ]))
        balls[i, VZ] += dt * balls[i, AZ]


@inlined
def rest(balls: Array, marks: Ints, i: int) -> None:
    """Ball i stands still from now on; its upright spin stays."""
    balls[i, Z], balls[i, VX], balls[i, VY], balls[i, VZ] = 0.0, 0.0, 0.0, 0.0
    balls[i, AX], balls[i, AY], balls[i, AZ] = 0.0, 0.0, 0.0
    balls[i, WX], balls[i, WY] = 0.0, 0.0
    balls[i, TE] = inf
    marks[i, PHASE] = REST


@inlined
def roll(balls: Array, marks: Ints, i: int, world: Array) -> None:
    """Ball i rolls: it slows down evenly on a straight line."""
    speed = sqrt(balls[i, VX] * balls[i, VX] + balls[i, VY] * balls[i, VY])
    if speed < STILL:
        rest(balls, marks, i)
        return
    slowing = world[ROLLING] * world[GRAVITY]
    balls[i, AX], balls[i, AY], balls[i, AZ] = (
        -slowing * balls[i, VX] / speed,
        -slowing * balls[i, VY] / speed,
        0.0,
    )
    balls[i, WX], balls[i, WY] = -balls[i, VY] / balls[i, RADIUS], balls[i, VX] / balls[i, RADIUS]
    balls[i, TE] = balls[i, T0] + speed / slowing
    marks[i, PHASE] = ROLL


@inlined
def begin(balls: Array, marks: Ints, i: int, world: Array) -> None:
    """Start the phase that ball i's place, velocity and spin call for."""
    g = world[GRAVITY]
    if balls[i, Z] > 0.0 or balls[i, VZ] > 0.0:
        balls[i, AX], balls[i, AY], balls[i, AZ] = 0.0, 0.0, -g
        balls[i, TE] = (
            balls[i, T0] + (balls[i, VZ] + sqrt(balls[i, VZ] * balls[i, VZ] + 2.0 * g * balls[i, Z])) / g
        )
        marks[i, PHASE] = FLY
        return
    balls[i, VZ], balls[i, AZ] = 0.0, 0.0
    radius = balls[i, RADIUS]
    ux, uy = balls[i, VX] - radius * balls[i, WY], balls[i, VY] + radius * balls[i, WX]
    slip = sqrt(ux * ux + uy * uy)
    if slip < STILL:
        roll(balls, marks, i, world)
        return
    pull = world[SLIDING] * g
    balls[i, AX], balls[i, AY] = -pull * ux / slip, -pull * uy / slip
    balls[i, TE] = balls[i, T0] + 2.0 * slip / (7.0 * pull)
    marks[i, PHASE] = SLIDE
