"""The compiled part of the chance map: for every place of the cue ball the best next shot and its worth."""

from math import floor

import numpy as np

from ..chance import fast
from ..motion.kernel.batch import place
from ..motion.kernel.jit import compiled, lean
from ..motion.kernel.launch import launch, squirt
from ..motion.kernel.run import run
from ..motion.kernel.segments import Array, Ints
from ..motion.kernel.slots import (
    BALL_COLUMNS,
    FATE,
    HITS,
    MARK_COLUMNS,
    ON_TABLE,
    SUMMARY_COLUMNS,
    TIP_MASS,
    X,
    Y,
)  # fmt: skip

POCKET, SPEED, SIDE, HEIGHT, AIM, POT = range(6)
BEST_COLUMNS = 6
"""Of the shot chosen at a place: pocket; strike meant (m/s, ball radii), its aim the direction the cue ball
starts in (rad); chance of the pot alone."""
SIGMA, SPREAD, TIP, MISCUE, FASTEST, SLOWEST, WORTHWHILE, TOUCHED = range(8)
"""A player's errors of aim (rad), speed (relative) and tip (ball radii); the bounds of strikes; the share
of the likeliest pot's chance below which a shot is not looked at for its position; the share of the chance
that is left when another ball was touched."""
LEFT, LOW, STEP_X, STEP_Y = range(4)
"""Where the first node of a grid lies and how far apart its nodes are (m)."""
FINALISTS = 4
"""Shots that are played with errors before one is chosen."""
NOT_NOTHING = 0.02
"""Worth of a pot without a way on, so that an easier one is preferred among those."""
LEAST_POT = 1e-3
"""Chance of a pot below which there is no shot."""


@lean
def worth_at(grid: Array, frame: Array, x: float, y: float) -> float:
    """The value at a place between the nodes of a grid (nx, ny)."""
    u = min(max((x - frame[LEFT]) / frame[STEP_X], 0.0), grid.shape[0] - 1.000001)
    v = min(max((y - frame[LOW]) / frame[STEP_Y], 0.0), grid.shape[1] - 1.000001)
    i, j = floor(u), floor(v)
    u -= i
    v -= j
    low = (1.0 - u) * grid[i, j] + u * grid[i + 1, j]
    high = (1.0 - u) * grid[i, j + 1] + u * grid[i + 1, j + 1]
    return float((1.0 - v) * low + v * high)


@lean
def _played(
    strike: Array, rows: Array, pocket: int, player: Array, following: Array, frame: Array, world: Array,
    pockets: Array, most: int, balls: Array, marks: Ints, summary: Array, none: Array,
) -> float:  # fmt: skip
    """What one strike leaves: nothing unless the ball falls where it was meant and the cue ball stays."""
    place(balls, marks, rows)
    launch(balls, strike, world)
    run(balls, marks, world, pockets, summary, none, -1, most)
    if marks[1, FATE] != pocket or marks[0, FATE] != ON_TABLE:
        return 0.0
    worth = float(worth_at(following, frame, balls[0, X], balls[0, Y]))
    for i in range(2, rows.shape[0]):
        if marks[i, HITS] > 0:
            return worth * float(player[TOUCHED])
    return worth


@lean
def _tried(
    shot: Array, rows: Array, errors: Array, first: int, last: int, player: Array, following: Array,
    frame: Array, world: Array, pockets: Array, most: int, balls: Array, marks: Ints, summary: Array,
    none: Array, strike: Array, answer: Array,
) -> None:  # fmt: skip
    """Fill `answer` with the worth of a shot over the errors from `first` to `last`, and its variance.

    The chance of the pot comes from the fast form; the strikes say what follows a pot. So a few of them do.
    """
    total = square = 0.0
    made = 0
    for e in range(first, last):
        side = shot[SIDE] + player[TIP] * errors[e, 2]
        height = shot[HEIGHT] + player[TIP] * errors[e, 3]
        off = np.sqrt(side * side + height * height)
        if off > player[MISCUE]:
            side *= player[MISCUE] / off
            height *= player[MISCUE] / off
        speed = shot[SPEED] * max(player[SLOWEST], 1.0 + player[SPREAD] * errors[e, 1])
        strike[0] = min(speed, player[FASTEST])
        strike[1] = shot[AIM] + player[SIGMA] * errors[e, 0] - squirt(side, world[TIP_MASS])
        strike[2], strike[3] = side, height
        worth = _played(
            strike, rows, int(shot[POCKET]), player, following, frame, world, pockets, most, balls, marks,
            summary, none,
        )  # fmt: skip
        if marks[1, FATE] == int(shot[POCKET]):
            made += 1
        total += worth
        square += worth * worth
    answer[0] = answer[1] = 0.0
    if made > 0:
        mean, pot = total / made, shot[POT]
        answer[0] = pot * mean
        answer[1] = pot * pot * max(0.0, square / made - mean * mean) / made


@compiled
def map_ball(
    places: Array, layout: Array, speeds: Array, tips: Array, errors: Array, choosing: int, player: Array,
    following: Array, frame: Array, world: Array, pockets: Array, edges: Array, most: int,
    values: Array, spreads: Array, best: Array,
) -> None:  # fmt: skip
    """Fill `values` (g,), their sampling variances `spreads` (g,) and `best` (g, BEST_COLUMNS).

    `places` (g, 2) of the cue ball; `layout` (n, 4), the cue ball in row 0, the ball to pot in row 1;
    `speeds` (s,), `tips` (t, 2) to try; `errors` (e, 4) in standard deviations, the first `choosing` of
    them for choosing and the others for valuing, so that the luck of the chosen is not counted; `player` as
    named above; `following` the grid of values after the pot, on `frame`.
    """
    n, ways = layout.shape[0], 6 * speeds.shape[0]
    count = ways * tips.shape[0]
    balls, marks = np.zeros((n, BALL_COLUMNS)), np.zeros((n, MARK_COLUMNS), np.int64)
    rows, none, summary = layout.copy(), np.zeros((0, 0)), np.zeros(SUMMARY_COLUMNS)
    targets, at_speed = np.ones((ways, 2)), np.empty(ways)
    for k in range(ways):
        targets[k, 1], at_speed[k] = k % 6, speeds[k // 6]
    answers, shots = np.empty((ways, fast.ANSWER_COLUMNS)), np.zeros((count, BEST_COLUMNS))
    promise, strike, answer, chosen = np.empty(count), np.zeros(5), np.zeros(2), np.zeros(BEST_COLUMNS)
    for g in range(places.shape[0]):
        rows[0, 0], rows[0, 1] = places[g, 0], places[g, 1]
        values[g], spreads[g], top = 0.0, 0.0, LEAST_POT
        for t in range(tips.shape[0]):
            fast.pots(
                rows, targets, player[SIGMA], player[SPREAD], player[TIP], at_speed, tips[t, 0], tips[t, 1],
                0.0, world, pockets, edges, answers,
            )  # fmt: skip
            for k in range(ways):
                shot = shots[t * ways + k]
                shot[POCKET], shot[SPEED] = targets[k, 1], at_speed[k]
                shot[SIDE], shot[HEIGHT] = tips[t, 0], tips[t, 1]
                shot[AIM] = answers[k, fast.AIM]
                shot[POT] = answers[k, fast.CHANCE] if answers[k, fast.FOUND] > 0.0 else 0.0
                top = max(top, shot[POT])
        for k in range(count):
            promise[k] = -1.0
            if shots[k, POT] >= max(player[WORTHWHILE] * top, LEAST_POT):
                strike[0], strike[2], strike[3] = shots[k, SPEED], shots[k, SIDE], shots[k, HEIGHT]
                strike[1] = shots[k, AIM] - squirt(shots[k, SIDE], world[TIP_MASS])
                worth = _played(
                    strike, rows, int(shots[k, POCKET]), player, following, frame, world, pockets, most,
                    balls, marks, summary, none,
                )  # fmt: skip
                promise[k] = shots[k, POT] * (NOT_NOTHING + worth)
        most_worth = -1.0
        for _ in range(FINALISTS):
            k = int(np.argmax(promise))
            if promise[k] < 0.0:
                break
            promise[k] = -1.0
            _tried(
                shots[k], rows, errors, 0, choosing, player, following, frame, world, pockets, most, balls,
                marks, summary, none, strike, answer,
            )  # fmt: skip
            if answer[0] > most_worth:
                most_worth = answer[0]
                chosen[:] = shots[k]
        if most_worth >= 0.0:
            _tried(
                chosen, rows, errors, choosing, errors.shape[0], player, following, frame, world, pockets,
                most, balls, marks, summary, none, strike, answer,
            )  # fmt: skip
            values[g], spreads[g] = answer[0], answer[1]
            best[g, :] = chosen
