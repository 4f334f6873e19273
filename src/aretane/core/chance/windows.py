"""Which directions of an object ball a pocket takes, found by rolling balls at it.

The window of each place, jaws and speed included, is kept as a table over the playing area, for one corner
and one side pocket; the others are its mirror images.
"""

from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from itertools import product
from math import acos, atan2, cos, pi, sqrt
from threading import Lock

import numpy as np
from numpy.typing import NDArray

from ..equipment.table import Table
from ..motion.bed import bed_of
from ..motion.kernel.batch import send
from ..motion.kernel.jit import compiled, inlined, lean
from ..motion.kernel.segments import Array
from ..motion.kernel.slots import (
    AXIS_X,
    AXIS_Y,
    GRAVITY,
    LENGTH,
    MOUTH_X,
    MOUTH_Y,
    ROLLING,
    SLIDING,
    WIDTH,
)
from ..motion.physics import Physics
from ..motion.ready import world_of

ARRIVALS = np.array((0.12, 0.4, 1.2, 3.0))
"""m/s at the mouth: a ball that just drops, a soft, a firm and a hard one."""
ACROSS, DOWN = 57, 37
"""Places along and across the table; they stand closer near the rails."""
LOOK = 41
TRIES = 12
"""Events after which a ball that has not dropped is given up: it has left the jaws."""
WIDEST = 0.14
"""rad. Far from a pocket no window is wider than this to either side."""
HANGING_WIDEST = 1.4
"""rad. The same for a ball in the jaws."""
AHEAD = 2.0
"""Ball radii that a ball in the jaws is sent ahead, at the least: the mouth itself may lie behind it."""
CORNER, SIDE = 3, 4
"""The pockets the table is made for: head-right and side-right."""

THREADS = 2

Ints = NDArray[np.int64]


@dataclass(frozen=True, slots=True, eq=False)
class Windows:
    """Edges (2 kinds, arrivals, ACROSS, DOWN, 2) as offsets (rad) from the direction of `way_in`."""

    edges: Array


@inlined
def start_speed(arrival: float, distance: float, world: Array) -> float:
    """Speed (m/s) at which a ball must leave, sliding, to reach `distance` metres off at `arrival`."""
    mu_g, slowing = world[SLIDING] * world[GRAVITY], world[ROLLING] * world[GRAVITY]
    square = (arrival * arrival + 2.0 * slowing * distance) / (25.0 / 49.0 + 24.0 * slowing / (49.0 * mu_g))
    if 12.0 * square / (49.0 * mu_g) > distance:
        square = arrival * arrival + 2.0 * mu_g * distance
    return sqrt(square)


@inlined
def way_in(x: float, y: float, pocket: int, radius: float, pockets: Array) -> tuple[float, float]:
    """How far (m, along x and y) the place lies that a ball is sent to: the middle of the mouth, for a ball
    in the jaws a place deeper in the pocket."""
    ax, ay = pockets[pocket, AXIS_X], pockets[pocket, AXIS_Y]
    dx, dy = pockets[pocket, MOUTH_X] - x, pockets[pocket, MOUTH_Y] - y
    deeper = AHEAD * radius - (dx * ax + dy * ay) - abs(dx * ay - dy * ax)
    if deeper > 0.0:
        dx, dy = dx + deeper * ax, dy + deeper * ay
    return dx, dy


@compiled
def build(radius: float, world: Array, pockets: Array, kind: int, arrival: float, edges: Array) -> None:
    """Fill `edges` (ACROSS, DOWN, 2) for one kind of pocket; an empty window has them the wrong way
    round."""
    starts, ways = np.empty((1, 2)), np.empty(1)
    fates = np.empty(1, np.int64)
    made = np.empty(LOOK, np.int64)
    pocket = CORNER + kind
    for i in range(ACROSS):
        for j in range(DOWN):
            x = _node(i, ACROSS, world[LENGTH], radius)
            y = _node(j, DOWN, world[WIDTH], radius)
            dx, dy = pockets[pocket, MOUTH_X] - x, pockets[pocket, MOUTH_Y] - y
            far = sqrt(dx * dx + dy * dy)
            speed = start_speed(arrival, far, world)
            widest = HANGING_WIDEST
            if dx * pockets[pocket, AXIS_X] + dy * pockets[pocket, AXIS_Y] > 0.0:
                widest = min(WIDEST + 1.2 * radius / far, HANGING_WIDEST)
            dx, dy = way_in(x, y, pocket, radius, pockets)
            toward = atan2(dy, dx)
            step = 2.0 * widest / (LOOK - 1)
            starts[0, 0], starts[0, 1] = x, y
            # Every second direction first; those between only where none of them goes in.
            for turn in range(2):
                for k in range(turn, LOOK, 2):
                    ways[0] = toward - widest + step * k
                    send(starts, ways, speed, radius, world, pockets, TRIES, fates)
                    made[k] = 1 if fates[0] == pocket else 0
                if turn == 0:
                    for k in range(1, LOOK, 2):
                        made[k] = made[k - 1] * made[k + 1]
                    if made.max() == 1:
                        break
            first, last = _straightest(made)
            if last < first:
                edges[i, j, 0], edges[i, j, 1] = 0.0, -0.02
                continue
            for end in range(2):
                good = -widest + step * (first if end == 0 else last)
                bad = good - 2.0 * step if end == 0 else good + 2.0 * step
                for _ in range(7):
                    middle = 0.5 * (good + bad)
                    ways[0] = toward + middle
                    send(starts, ways, speed, radius, world, pockets, TRIES, fates)
                    if fates[0] == pocket:
                        good = middle
                    else:
                        bad = middle
                edges[i, j, end] = 0.5 * (good + bad)


@inlined
def _node(k: int, count: int, long: float, radius: float) -> float:
    """Place of a node: closer together near both rails."""
    return radius + (long - 2.0 * radius) * 0.5 * (1.0 - cos(pi * k / (count - 1)))


@inlined
def _straightest(made: Ints) -> tuple[int, int]:
    """First and last of the run of ones nearest to the middle; (0, -1) without any.

    Beside a rail there may be two runs, straight in and off the cushion: taking the straighter one keeps
    the table smooth from place to place.
    """
    middle = (made.shape[0] - 1) // 2
    best_first, best_last, nearest, first = 0, -1, made.shape[0], -1
    for k in range(made.shape[0] + 1):
        if k < made.shape[0] and made[k] == 1:
            if first < 0:
                first = k
        elif first >= 0:
            off = max(0, first - middle, middle - (k - 1))
            if off < nearest:
                best_first, best_last, nearest = first, k - 1, off
            first = -1
    return best_first, best_last


@inlined
def _share(value: float, long: float, radius: float, count: int) -> float:
    """Where between the nodes a place is, 0 to count - 1."""
    s = min(1.0, max(0.0, (value - radius) / (long - 2.0 * radius)))
    return acos(1.0 - 2.0 * s) / pi * (count - 1)


@lean
def window_at(
    x: float,
    y: float,
    pocket: int,
    arrival: float,
    radius: float,
    world: Array,
    pockets: Array,
    edges: Array,
) -> tuple[float, float, float]:
    """Direction of `way_in` and the window's two edges as offsets from it (rad).

    Edges the wrong way round: the pocket does not take the ball from there. `arrival` m/s at the mouth.
    The table ends where a ball touches the rails; further into the jaws the window grows to
    `HANGING_WIDEST`.
    """
    dx, dy = way_in(x, y, pocket, radius, pockets)
    toward = atan2(dy, dx)
    left, column = pocket < 3, pocket % 3
    kind = 1 if column == 1 else 0
    px = world[LENGTH] - x if column == 2 else x
    py = world[WIDTH] - y if left else y
    u, v = _share(px, world[LENGTH], radius, ACROSS), _share(py, world[WIDTH], radius, DOWN)
    i, j = min(int(u), ACROSS - 2), min(int(v), DOWN - 2)
    u, v = u - i, v - j
    a = 0
    while a < ARRIVALS.shape[0] - 2 and arrival >= ARRIVALS[a + 1]:
        a += 1
    w = (arrival - ARRIVALS[a]) / (ARRIVALS[a + 1] - ARRIVALS[a])
    w = min(1.0, max(0.0, w))
    lo = hi = 0.0
    for b in range(2):
        share = w if b == 1 else 1.0 - w
        for end in range(2):
            e = (
                (1 - u) * (1 - v) * edges[kind, a + b, i, j, end]
                + u * (1 - v) * edges[kind, a + b, i + 1, j, end]
                + (1 - u) * v * edges[kind, a + b, i, j + 1, end]
                + u * v * edges[kind, a + b, i + 1, j + 1, end]
            )
            if end == 0:
                lo += share * e
            else:
                hi += share * e
    past = radius - min(px, py)
    if past > 0.0 and dx * dx + dy * dy < (AHEAD + 1.0) ** 2 * radius * radius:
        share = min(1.0, past / (AHEAD * radius))
        lo, hi = lo - share * (HANGING_WIDEST + lo), hi + share * (HANGING_WIDEST - hi)
    if (column == 2) != left:
        return toward, -hi, -lo
    return toward, lo, hi


KEPT = 40
"""Windows that are kept, the latest ones: 270 kB each."""
_locks: dict[tuple[Table, Physics], Lock] = {}
_kept: dict[tuple[Table, Physics], Windows] = {}


def windows_of(table: Table, physics: Physics) -> Windows:
    """The windows of a table under these constants; made once, in about half a second.

    Whoever asks meanwhile waits for them instead of making them again.
    """
    key = (table, physics)
    found = _kept.get(key)
    if found is None:
        with _locks.setdefault(key, Lock()):
            found = _kept.get(key) or keep_windows(table, physics, _make(table, physics))
    return found


def keep_windows(table: Table, physics: Physics, edges: Array) -> Windows:
    """Take windows made before, (2, arrivals, ACROSS, DOWN, 2) as `Windows` holds them, as this table's."""
    if edges.shape != (2, len(ARRIVALS), ACROSS, DOWN, 2) or not np.isfinite(edges).all():
        raise ValueError(f"windows of shape {edges.shape} are not those of a table")
    edges.setflags(write=False)
    while len(_kept) >= KEPT:
        _kept.pop(next(iter(_kept)), None)
    _kept[(table, physics)] = Windows(edges)
    return _kept[(table, physics)]


def _make(table: Table, physics: Physics) -> Array:
    """The edges of a table's windows."""
    bed = bed_of(table)
    world = world_of(table, physics)
    edges = np.empty((2, len(ARRIVALS), ACROSS, DOWN, 2))

    def part(kind: int, a: int) -> None:
        build(table.ball_radius, world, bed.pockets, kind, float(ARRIVALS[a]), edges[kind, a])

    with ThreadPoolExecutor(THREADS) as pool:
        list(pool.map(part, *zip(*product(range(2), range(len(ARRIVALS))), strict=True)))
    return edges
