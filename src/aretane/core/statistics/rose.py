"""Where the cue ball ended round the place meant: bias, spread, and whether misses follow one another to
one side more than by chance.

Lengths m, in the frame of the arrival: along long positive, across left positive.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from math import atan2, sqrt

import numpy as np
from numpy.typing import NDArray
from scipy.special import fdtri, ndtr

from ..intervals import LEVEL

Array = NDArray[np.float64]

FEWEST = 3
"""Misses under which there is no ellipse."""
FEWEST_SIDED = 10
"""Misses to either side under which runs are not tested (our choice)."""


@dataclass(frozen=True, slots=True)
class Ellipse:
    """Half axes (m) and the angle of the longer one from `along` (rad)."""

    major: float
    minor: float
    angle: float


@dataclass(frozen=True, slots=True)
class Runs:
    """How misses follow each other: how many runs to one side there are, how many chance would make, the
    chance that there are so few (one-sided), and the longest run."""

    runs: int
    expected: float
    chance: float
    longest: int


@dataclass(frozen=True, slots=True)
class Rose:
    """Misses of n shots: their mean, the ellipse of their spread (one standard deviation), and the 95 %
    region of the mean; None where there are too few."""

    n: int
    along: float | None
    across: float | None
    spread: Ellipse | None
    region: Ellipse | None
    lengths: Runs | None
    """Of long and short."""
    sides: Runs | None
    """Of left and right."""


def rose(misses: Sequence[tuple[float, float]]) -> Rose:
    """The rose of misses (along, across) in the order in which they were played."""
    n = len(misses)
    if n == 0:
        return Rose(0, None, None, None, None, None, None)
    points = np.array(misses, float)
    middle = points.mean(axis=0)
    spread = region = None
    if n >= FEWEST:
        covariance = np.cov(points.T)
        spread = _ellipse(covariance, 1.0)
        # Hotelling's region of a mean (Johnson and Wichern, Applied Multivariate Analysis; memory)
        wide = 2.0 * (n - 1) / (n * (n - 2)) * float(fdtri(2, n - 2, LEVEL))
        region = _ellipse(covariance, sqrt(wide))
    return Rose(
        n, float(middle[0]), float(middle[1]), spread, region, runs(points[:, 0]), runs(points[:, 1])
    )


def _ellipse(covariance: Array, times: float) -> Ellipse:
    values, vectors = np.linalg.eigh(covariance)
    major = vectors[:, 1]
    small, large = (times * sqrt(max(0.0, float(value))) for value in values)
    return Ellipse(large, small, atan2(float(major[1]), float(major[0])))


def runs(values: Sequence[float] | Array) -> Runs | None:
    """Runs of one sign among values in order; those of no sign are left out. None where there are too few.

    Wald and Wolfowitz (Ann. Math. Stat. 11:147, 1940; memory), by its normal form.
    """
    signs = np.sign(np.asarray(values, float))
    signs = signs[signs != 0.0]
    over, under = int((signs > 0).sum()), int((signs < 0).sum())
    if min(over, under) < FEWEST_SIDED:
        return None
    turns = np.flatnonzero(signs[1:] != signs[:-1])
    n = over + under
    expected = 2.0 * over * under / n + 1.0
    variance = (expected - 1.0) * (expected - 2.0) / (n - 1.0)
    found = len(turns) + 1
    ends = np.concatenate([[-1], turns, [n - 1]])
    return Runs(found, expected, float(ndtr((found - expected) / sqrt(variance))), int(np.diff(ends).max()))
