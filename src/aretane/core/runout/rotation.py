"""The chance map in rotation: backward induction, the last ball first.

For every place of the cue ball, the shooter's chance to finish from there with the balls where they lie.
Each shot is chosen on some samples of the shooter's errors and valued on others: the best of noisy values,
valued by its own sample, would promise too much, and over nine balls the promise compounds.
"""

from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import gaussian_filter

from ..chance.windows import windows_of
from ..geometry import Point
from ..layout import Layout
from ..motion import Physics
from ..motion.bed import bed_of, mass
from ..motion.play import MOST_EVENTS, STANDARD
from ..motion.ready import world_of
from ..motion.strike import FASTEST, MISCUE
from ..skill.model import Skill
from ..skill.scatter import SLOWEST, random_errors
from ..table import POCKETS, PocketName, Table
from ..vocabulary import CUE
from . import kernel

Array = NDArray[np.float64]

SPACING = 0.08
"""m between the places of the cue ball, about."""
CHOOSING, VALUING = 6, 14
"""Strikes with errors to choose a shot by, and to value it."""
WORTHWHILE = 0.35
"""Share of the likeliest pot's chance below which a shot is not looked at for its position."""
TOUCHED = 0.5
"""Share of the chance that is left when a shot touched another ball (our choice; the bench holds it to the
truth)."""
SMOOTH = 0.7
"""Nodes over which the noise of the samples is smoothed before a map is used for the ball before."""
SPEEDS = np.array((0.9, 1.3, 1.8, 2.5, 3.4))
"""m/s that are tried."""
TIPS = np.array(((0.0, 0.0), (0.0, 0.35), (0.0, -0.35), (0.25, 0.15), (-0.25, 0.15)))
"""Tip offsets (side, height; ball radii) that are tried."""


@dataclass(frozen=True, slots=True)
class PlannedShot:
    """A shot advised: pocket; speed (m/s), side and height of the tip (ball radii), the direction the cue
    ball starts in (rad); the chance of its pot alone."""

    ball: str
    pocket: PocketName
    speed: float
    side: float
    height: float
    direction: float
    pot: float


@dataclass(frozen=True, slots=True, eq=False)
class BallMap:
    """Chances to finish with `ball` the next to pot, on a grid.

    `values` (nx, ny) and their standard errors `errors`; `best` (nx, ny, kernel.BEST_COLUMNS) the shots
    chosen, pocket -1 where there is none; `frame` as in `kernel`.
    """

    ball: str
    values: Array
    errors: Array
    best: Array
    frame: Array

    def at(self, place: Point) -> float:
        """The chance to finish from a place, between the nodes."""
        return float(kernel.worth_at(self.values, self.frame, place.x, place.y))

    def node(self, i: int, j: int) -> Point:
        """Where a node lies."""
        left, low, step_x, step_y = (float(value) for value in self.frame)
        return Point(left + i * step_x, low + j * step_y)

    def shot(self, i: int, j: int) -> PlannedShot | None:
        """The shot chosen at a node; None where no pot was found."""
        return _shot(self.ball, self.best[i, j])


@dataclass(frozen=True, slots=True, eq=False)
class _Task:
    """What the kernel needs for one ball, besides places and errors."""

    rows: Array
    player: Array
    following: Array
    frame: Array
    table: Table
    physics: Physics

    def fill(self, places: Array, errors: Array) -> tuple[Array, Array, Array]:
        """Values, their variances and shots at places (g, 2)."""
        values, spreads = np.zeros(len(places)), np.zeros(len(places))
        best = np.full((len(places), kernel.BEST_COLUMNS), -1.0)
        kernel.map_ball(
            places, self.rows, SPEEDS, TIPS, errors, CHOOSING, self.player, self.following, self.frame,
            world_of(self.table, self.physics), bed_of(self.table).pockets,
            windows_of(self.table, self.physics).edges, MOST_EVENTS, values, spreads, best,
        )  # fmt: skip
        return values, spreads, best


def rotation_maps(
    table: Table, layout: Layout, order: Sequence[str], skill: Skill, physics: Physics = STANDARD,
    seed: tuple[int, ...] = (0,), threads: int = 2, told: Callable[[BallMap], object] = lambda one: None,
) -> dict[str, BallMap]:  # fmt: skip
    """The map for every ball of `order` (first to last), each with the balls after it on the table.

    `told` is called with every map as it is ready, the last ball's first; what it raises stops the work.
    The answer does not depend on the number of threads. Raises KeyError for a ball that is not there.
    """
    frame, shape = _grid(table)
    left, low, step_x, step_y = (float(value) for value in frame)
    nodes = np.array(
        [(left + i * step_x, low + j * step_y) for i in range(shape[0]) for j in range(shape[1])]
    )
    following = np.ones(shape)
    maps: dict[str, BallMap] = {}
    for number in range(len(order) - 1, -1, -1):
        rows = _rows(table, order[number:], layout)
        task = _Task(rows, _player(table, skill), following, frame, table, physics)
        errors = random_errors(CHOOSING + VALUING, (*seed, number))
        covered = _covered(nodes, rows)
        values, spreads, best = _in_threads(task, nodes, ~covered, errors, threads)
        grid = _filled(values.reshape(shape), covered.reshape(shape))
        shots = best.reshape((*shape, kernel.BEST_COLUMNS))
        made = BallMap(order[number], grid, np.sqrt(spreads).reshape(shape), shots, frame)
        maps[order[number]] = made
        told(made)
        following = _smoothed(grid)
    return maps


def best_from(
    table: Table, maps: dict[str, BallMap], layout: Layout, order: Sequence[str], skill: Skill,
    physics: Physics = STANDARD, seed: tuple[int, ...] = (1,), valuing: int = 200,
) -> tuple[float, float, PlannedShot | None]:  # fmt: skip
    """From the cue ball's own place: the chance to finish, its standard error, and the shot chosen.

    `order` are the balls left, the next first; `maps` those of the balls after it. Raises KeyError without
    them.
    """
    if layout.cue is None:
        raise KeyError(CUE)
    frame, shape = _grid(table)
    following = _smoothed(maps[order[1]].values) if len(order) > 1 else np.ones(shape)
    task = _Task(_rows(table, order, layout), _player(table, skill), following, frame, table, physics)
    values, spreads, best = task.fill(np.array([layout.cue]), random_errors(CHOOSING + valuing, seed))
    return float(values[0]), float(spreads[0]) ** 0.5, _shot(order[0], best[0])


def _grid(table: Table) -> tuple[Array, tuple[int, int]]:
    """Frame and shape of the grid of a table."""
    radius = table.cue_ball_radius
    wide, high = table.length - 2 * radius, table.width - 2 * radius
    shape = (max(2, round(wide / SPACING) + 1), max(2, round(high / SPACING) + 1))
    return np.array((radius, radius, wide / (shape[0] - 1), high / (shape[1] - 1))), shape


def _player(table: Table, skill: Skill) -> Array:
    tip = skill.tip / table.cue_ball_radius
    return np.array((skill.aim, skill.speed, tip, MISCUE, FASTEST, SLOWEST, WORTHWHILE, TOUCHED))


def _rows(table: Table, balls: Sequence[str], layout: Layout) -> Array:
    """The balls as the kernel takes them, the cue ball first; where it lies is filled in there."""
    places = dict(layout.places)
    middle = Point(table.length / 2, table.width / 2)
    at = [(CUE, middle), *((ball, places[ball]) for ball in balls)]
    return np.array([(*place, table.radius(name), mass(table.radius(name))) for name, place in at])


def _in_threads(
    task: _Task, nodes: Array, free: NDArray[np.bool_], errors: Array, threads: int
) -> tuple[Array, Array, Array]:  # fmt: skip
    values, spreads = np.zeros(len(nodes)), np.zeros(len(nodes))
    best = np.full((len(nodes), kernel.BEST_COLUMNS), -1.0)
    wanted = np.flatnonzero(free)
    pieces = [wanted[k :: threads * 4] for k in range(threads * 4)]
    with ThreadPoolExecutor(threads) as pool:
        for piece, found in zip(
            pieces, pool.map(lambda at: task.fill(nodes[at], errors), pieces), strict=True
        ):
            values[piece], spreads[piece], best[piece] = found
    return values, spreads, best


def _covered(nodes: Array, rows: Array) -> NDArray[np.bool_]:
    """Nodes on which a ball lies, so that the cue ball cannot."""
    away = np.hypot(nodes[:, None, 0] - rows[None, 1:, 0], nodes[:, None, 1] - rows[None, 1:, 1])
    return np.asarray((away < rows[0, 2] + rows[None, 1:, 2]).any(axis=1))


def _filled(grid: Array, covered: NDArray[np.bool_]) -> Array:
    """The grid with nodes that balls cover taken from their free neighbours."""
    weight = gaussian_filter((~covered).astype(float), 1.0, mode="nearest")
    spread = gaussian_filter(np.where(covered, 0.0, grid), 1.0, mode="nearest")
    return np.where(covered, spread / np.maximum(weight, 1e-9), grid)


def _smoothed(grid: Array) -> Array:
    return np.asarray(gaussian_filter(grid, SMOOTH, mode="nearest"))


def _shot(ball: str, row: Array) -> PlannedShot | None:
    if row[kernel.POCKET] < 0:
        return None
    pocket, speed, side, height, direction, pot = (float(value) for value in row)
    return PlannedShot(ball, POCKETS[int(pocket)], speed, side, height, direction, pot)
