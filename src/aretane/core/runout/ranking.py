"""The compiled part of ranking: the highest of several values, without sorting them all."""

from ..motion.kernel.jit import lean
from ..motion.kernel.segments import Array


@lean
def ranked(value: float, highest: Array) -> None:
    """Put a value where it belongs among the highest so far, falling."""
    k = highest.shape[0] - 1
    if value <= highest[k]:
        return
    while k > 0 and highest[k - 1] < value:
        highest[k] = highest[k - 1]
        k -= 1
    highest[k] = value


@lean
def mean_of(values: Array) -> float:
    """The mean of values (n,)."""
    total = 0.0
    for k in range(values.shape[0]):
        total += values[k]
    return float(total / values.shape[0])
