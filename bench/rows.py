"""One measured figure with its limit."""

import secrets
import sys
from dataclasses import asdict, dataclass
from typing import Any, Literal


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
