"""Runs of neighbouring aims that make a shot, and how often a player stays inside one."""

from math import erf, sqrt

import numpy as np
from numpy.typing import NDArray


def stays(width: float, sigma: float) -> float:
    """The chance that an error of aim with this standard deviation stays inside a run of aims this wide
    (rad)."""
    return erf(width / (2 * sqrt(2) * sigma))


def widest(ways: NDArray[np.float64], good: NDArray[np.bool_]) -> tuple[float, float] | None:
    """The middle of the widest run of aims, and its width (rad); None without one."""
    step = float(ways[1] - ways[0])
    edges = np.flatnonzero(np.diff(np.concatenate([[False], good, [False]]).astype(np.int8)))
    runs = [(int(start), int(end)) for start, end in zip(edges[::2], edges[1::2], strict=True)]
    if not runs:
        return None
    start, end = max(runs, key=lambda run: run[1] - run[0])
    width = (end - start) * step
    return float(ways[start] + (end - start - 1) * step / 2), width
