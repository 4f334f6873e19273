"""The places of the cue ball that a map is made for: a grid over the bed."""

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import gaussian_filter

from ..equipment.table import Table

Array = NDArray[np.float64]

SMOOTH = 0.056
"""m over which the noise of the samples is smoothed before a map is used for the ball before."""


def grid_of(table: Table, spacing: float) -> tuple[Array, tuple[int, int]]:
    """Frame (`kernel.LEFT` ...) and shape (nx, ny) of a grid with about `spacing` metres between nodes."""
    radius = table.cue_ball_radius
    wide, high = table.length - 2 * radius, table.width - 2 * radius
    shape = (max(2, round(wide / spacing) + 1), max(2, round(high / spacing) + 1))
    return np.array((radius, radius, wide / (shape[0] - 1), high / (shape[1] - 1))), shape


def nodes_of(frame: Array, shape: tuple[int, int]) -> Array:
    """Places (nx * ny, 2) of the nodes, y running fastest."""
    left, low, step_x, step_y = frame
    x, y = left + step_x * np.arange(shape[0]), low + step_y * np.arange(shape[1])
    return np.stack(np.meshgrid(x, y, indexing="ij"), axis=-1).reshape(-1, 2)


def in_parts(work: Callable[[slice], None], count: int, threads: int) -> None:
    """Do the work for so many places, a part of them to each thread."""
    edges = np.linspace(0, count, threads + 1).astype(int)
    parts = [slice(int(a), int(b)) for a, b in pairwise(edges)]
    with ThreadPoolExecutor(threads) as pool:
        list(pool.map(work, parts))


def covered_by(nodes: Array, rows: Array) -> NDArray[np.bool_]:
    """Nodes on which a ball lies, so that the cue ball (row 0) cannot."""
    away = np.hypot(nodes[:, None, 0] - rows[None, 1:, 0], nodes[:, None, 1] - rows[None, 1:, 1])
    return np.asarray((away < rows[0, 2] + rows[None, 1:, 2]).any(axis=1))


def filled(grid: Array, covered: NDArray[np.bool_]) -> Array:
    """The grid (nx, ny), or several of them (n, nx, ny), with nodes that balls cover taken from their free
    neighbours."""
    weight = gaussian_filter((~covered).astype(float), 1.0, mode="nearest")
    across = (0.0,) * (grid.ndim - 2) + (1.0, 1.0)
    spread = gaussian_filter(np.where(covered, 0.0, grid), across, mode="nearest")
    return np.where(covered, spread / np.maximum(weight, 1e-9), grid)


def smoothed(grid: Array, frame: Array) -> Array:
    """The grid without the noise of its samples, as far as a map can bear it."""
    return np.asarray(gaussian_filter(grid, SMOOTH / float(frame[2]), mode="nearest"))
