"""Proportions, means and differences, each with its interval."""

from dataclasses import dataclass
from math import sqrt

from scipy.special import ndtri, stdtrit

LEVEL = 0.95


@dataclass(frozen=True, slots=True)
class Proportion:
    """k successes of n with an interval; `value`, `low` and `high` are None when n is 0."""

    k: int
    n: int
    low: float | None
    high: float | None

    @property
    def value(self) -> float | None:
        return self.k / self.n if self.n else None


def _z(level: float) -> float:
    return float(ndtri(0.5 + level / 2))


def wilson(k: int, n: int, level: float = LEVEL) -> Proportion:
    """Wilson score interval (Wilson 1927) for k of n.

    Raises ValueError unless 0 <= k <= n. n = 0 gives an empty interval.
    """
    if not 0 <= k <= n:
        raise ValueError(f"{k} of {n} is not a count of successes")
    if n == 0:
        return Proportion(0, 0, None, None)
    z, p = _z(level), k / n
    centre = (p + z * z / (2 * n)) / (1 + z * z / n)
    half = z * sqrt(p * (1 - p) / n + z * z / (4 * n * n)) / (1 + z * z / n)
    low = 0.0 if k == 0 else centre - half
    high = 1.0 if k == n else centre + half
    return Proportion(k, n, low, high)


@dataclass(frozen=True, slots=True)
class Difference:
    """First minus second, with an interval."""

    value: float
    low: float
    high: float

    @property
    def too_close(self) -> bool:
        """Whether the interval holds zero, so the sign is not settled."""
        return self.low <= 0 <= self.high


def difference(a: Proportion, b: Proportion) -> Difference | None:
    """Newcombe's hybrid score interval (Stat. Med. 17:873, 1998) for a - b; None when either is empty."""
    if a.value is None or b.value is None:
        return None
    assert a.low is not None and a.high is not None and b.low is not None and b.high is not None
    d = a.value - b.value
    below = sqrt((a.value - a.low) ** 2 + (b.high - b.value) ** 2)
    above = sqrt((a.high - a.value) ** 2 + (b.value - b.low) ** 2)
    return Difference(d, d - below, d + above)


@dataclass(frozen=True, slots=True)
class Mean:
    """Mean of n values with Student's interval; None where n is too small for one."""

    n: int
    value: float | None
    low: float | None
    high: float | None


def mean(values: list[float], level: float = LEVEL) -> Mean:
    """Mean with a Student t interval, in the values' own unit. Fewer than two values: no interval."""
    n = len(values)
    if n == 0:
        return Mean(0, None, None, None)
    m = sum(values) / n
    return mean_from(n, m, sum((v - m) ** 2 for v in values), level)


def mean_from(n: int, m: float, off: float, level: float) -> Mean:
    """Mean `m` of n values with its interval; `off` is the sum of their squared distances from it."""
    if n == 1:
        return Mean(1, m, None, None)
    spread = sqrt(off / (n - 1))
    half = float(stdtrit(n - 1, 0.5 + level / 2)) * spread / sqrt(n)
    return Mean(n, m, m - half, m + half)
