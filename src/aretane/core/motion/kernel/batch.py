"""Many strikes on one layout."""

import numpy as np

from .jit import compiled, lean
from .launch import launch
from .run import run
from .segments import Array, Ints
from .slots import (
    BALL_COLUMNS,
    BANKS,
    BY,
    FATE,
    HITS,
    MARK_COLUMNS,
    MASS,
    MOTION_COLUMNS,
    PHASE,
    RADIUS,
    RAILS,
    REST,
    SUMMARY_COLUMNS,
    VX,
    VY,
    X,
    Y,
)  # fmt: skip

TALE_FATE, TALE_RAILS, TALE_BANKS, TALE_HITS, TALE_BY = range(5)
TALE_COLUMNS = 5
"""Columns of a ball's tale: its fate, cushions and banks, balls met and the last of those, as in the
marks."""


@lean
def place(balls: Array, marks: Ints, layout: Array) -> None:
    """Put the balls of `layout` (n, 4: x, y, radius, mass) at rest, ready for `run`."""
    for i in range(layout.shape[0]):
        for k in range(BALL_COLUMNS):
            balls[i, k] = 0.0
        balls[i, X], balls[i, Y] = layout[i, 0], layout[i, 1]
        balls[i, RADIUS], balls[i, MASS] = layout[i, 2], layout[i, 3]
        marks[i, PHASE] = REST


@compiled
def run_many(
    layout: Array, strikes: Array, world: Array, pockets: Array, stop_ball: int, most: int,
    ends: Array, tales: Ints, summaries: Array,
) -> None:  # fmt: skip
    """Play each strike (k, 5) from the layout (n, 4); ball 0 is the cue ball.

    Fills `ends` (k, n, 2) with last places (m), `tales` (k, n, TALE_COLUMNS) and `summaries`
    (k, SUMMARY_COLUMNS).
    """
    n = layout.shape[0]
    balls, marks = np.zeros((n, BALL_COLUMNS)), np.zeros((n, MARK_COLUMNS), np.int64)
    none = np.zeros((0, 0))
    for k in range(strikes.shape[0]):
        place(balls, marks, layout)
        launch(balls, strikes[k], world)
        run(balls, marks, world, pockets, summaries[k], none, stop_ball, most)
        for i in range(n):
            ends[k, i, 0], ends[k, i, 1] = balls[i, X], balls[i, Y]
            tales[k, i, TALE_FATE], tales[k, i, TALE_RAILS] = marks[i, FATE], marks[i, RAILS]
            tales[k, i, TALE_BANKS] = marks[i, BANKS]
            tales[k, i, TALE_HITS], tales[k, i, TALE_BY] = marks[i, HITS], marks[i, BY]


@compiled
def run_recorded(
    layout: Array, strike: Array, world: Array, pockets: Array, most: int,
    balls: Array, marks: Ints, summary: Array, record: Array,
) -> int:  # fmt: skip
    """Play one strike and write every event into `record`; returns how many rows a whole record has."""
    place(balls, marks, layout)
    launch(balls, strike, world)
    return int(run(balls, marks, world, pockets, summary, record, -1, most))


@compiled
def send(
    starts: Array,
    directions: Array,
    speed: float,
    radius: float,
    world: Array,
    pockets: Array,
    most: int,
    fates: Ints,
) -> None:
    """Send one ball alone, sliding at `speed` as after a hit, from starts (k, 2) in directions (k,) rad.

    Fills `fates` (k,) with the pocket it falls in, or -1; after `most` events it is given up.
    """
    balls, marks = np.zeros((1, BALL_COLUMNS)), np.zeros((1, MARK_COLUMNS), np.int64)
    none, summary = np.zeros((0, 0)), np.zeros(SUMMARY_COLUMNS)
    for k in range(starts.shape[0]):
        for c in range(MOTION_COLUMNS):
            balls[0, c] = 0.0
        marks[0, PHASE] = REST
        balls[0, X], balls[0, Y], balls[0, RADIUS], balls[0, MASS] = starts[k, 0], starts[k, 1], radius, 1.0
        balls[0, VX], balls[0, VY] = speed * np.cos(directions[k]), speed * np.sin(directions[k])
        run(balls, marks, world, pockets, summary, none, 0, most)
        fates[k] = marks[0, FATE]
