"""One measured figure with its limit."""

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


def percentile(values: list[float], share: float) -> float:
    """The smallest value that at least `share` of the values do not exceed."""
    ordered = sorted(values)
    return ordered[min(len(ordered) - 1, max(0, -(-int(share * 1000) * len(ordered) // 1000) - 1))]
