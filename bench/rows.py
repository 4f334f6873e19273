"""One measured figure with its limit."""

import secrets
import sys
from collections.abc import Sequence
from dataclasses import asdict, dataclass
from typing import Any, Literal

import numpy as np


@dataclass(frozen=True, slots=True)
class Row:
    """A figure, its unit, the limit it is held to, how often and how it was measured."""

    name: str
    value: float
    unit: str
    limit: float
    better: Literal["lower", "higher"]
    n: int
    how: str

    @property
    def held(self) -> bool:
        return self.value <= self.limit if self.better == "lower" else self.value >= self.limit

    def as_json(self) -> dict[str, Any]:
        return asdict(self)


def at_most(name: str, value: float, unit: str, limit: float, n: int, how: str) -> Row:
    """A row whose value must not exceed its limit."""
    return Row(name, value, unit, limit, "lower", n, how)


FRESH = "--fresh"


def seed(number: int) -> int:
    """The seed of a truth check: always the same, or a new one with --fresh."""
    return secrets.randbelow(2**31) if FRESH in sys.argv else number


def percentile(values: list[float], share: float) -> float:
    """The smallest value that at least `share` of the values do not exceed."""
    ordered = sorted(values)
    return ordered[min(len(ordered) - 1, max(0, -(-int(share * 1000) * len(ordered) // 1000) - 1))]


Came = tuple[float, float, float]
"""What is promised, what came, and the standard error of that."""


def came_of(promised: float, values: Sequence[float]) -> Came:
    """What is promised beside the mean of what came; nothing where nothing was played."""
    if not len(values):
        return promised, 0.0, 0.0
    return promised, float(np.mean(values)), float(np.std(values) / len(values) ** 0.5)


def promises(
    name: str, unit: str, limits: tuple[float, float], found: Sequence[Came], levels: Sequence[str],
    how: str,
) -> list[Row]:  # fmt: skip
    """The rows of what was promised against what came, as many cases of each level after the other: bias,
    and RMS less the noise of what came."""
    promised, came, error = np.array(found).T
    off, each = promised - came, len(found) // len(levels)
    rms = max(0.0, float((off**2).mean() - (error**2).mean())) ** 0.5
    by_level = ", ".join(
        f"{level} {promised[k * each : (k + 1) * each].mean():.1f} for "
        f"{came[k * each : (k + 1) * each].mean():.1f}"
        for k, level in enumerate(levels)
    )
    how = f"{how} Promised for came: {by_level}."
    bias = float(off.mean())
    said = f"{how} Promised less came: {bias:+.2f}."
    return [
        at_most(f"{name}, bias", round(abs(bias), 2), unit, limits[0], len(found), said),
        at_most(f"{name}, RMS less noise", round(rms, 2), unit, limits[1], len(found), how),
    ]
