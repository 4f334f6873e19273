"""Groups of shots held against each other: exact tests, how many shots would tell, many tests at once,
and averages by match."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from math import ceil, hypot, sqrt
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.special import gammaln, ndtr, ndtri, stdtrit

from ..intervals import LEVEL, Difference, Mean, Proportion, difference, mean_from

Array = NDArray[np.float64]

CLEAR, LIKELY = 0.01, 0.10
"""Chances of an accident below which a difference is called clear, or likely (our choice)."""
POWER = 0.8
"""How often so many shots would tell a difference of this size, if it is real (common practice)."""
RESAMPLED, MANY, SEVERAL = 1000, 20, 3
"""Samples of whole matches by which the interval of an average is found, and matches from which it is:
samples of few are too alike. Matches from which it is by matches at all."""
ENOUGH = 150
"""Matches from which the mean is normal, whatever they are: samples of so many add nothing but time."""
SEED = 24
"""The same samples for the same matches."""
Verdict = Literal["clear", "likely", "too little to tell"]


def exact(a: Proportion, b: Proportion) -> float | None:
    """The chance (two-sided) that two shares so far apart come by accident; None when either is empty.

    Fisher's exact test: the tables with the same margins that are no likelier than this one (Fisher,
    Statistical Methods for Research Workers, 1934; memory).
    """
    if not a.n or not b.n:
        return None
    hits, whole = a.k + b.k, a.n + b.n
    least, most = max(0, hits - b.n), min(a.n, hits)
    k = np.arange(least, most + 1, dtype=float)
    logs = _chosen(a.n, k) + _chosen(b.n, hits - k) - _chosen(whole, np.array(float(hits)))
    likely = np.exp(logs)
    here = likely[a.k - least]
    return min(1.0, float(likely[likely <= here * (1.0 + 1e-7)].sum()))


def _chosen(n: int, k: Array) -> Array:
    """Log of the number of ways to choose k of n."""
    return np.asarray(gammaln(n + 1.0) - gammaln(k + 1.0) - gammaln(n - k + 1.0))


def false_discoveries(chances: Sequence[float]) -> list[float]:
    """The chances of an accident corrected for having looked so often.

    Of the differences kept below a bound a share of at most that bound are accidents (Benjamini and
    Hochberg, J. R. Stat. Soc. B 57:289, 1995; memory).
    """
    count = len(chances)
    order = sorted(range(count), key=lambda k: chances[k], reverse=True)
    corrected, least = [1.0] * count, 1.0
    for rank, k in zip(range(count, 0, -1), order, strict=True):
        least = min(least, chances[k] * count / rank)
        corrected[k] = least
    return corrected


def more_to_tell(a: Proportion, b: Proportion) -> int | None:
    """About how many more shots of each group would tell, if the shares seen are the true ones.

    0: there are enough. None where either is empty or both are equal. The size of two samples for a
    difference of two shares, at 5 % and POWER (Fleiss, Statistical Methods for Rates and Proportions;
    memory), without correction for continuity.
    """
    if a.value is None or b.value is None or a.value == b.value:
        return None
    z = float(ndtri(0.5 + LEVEL / 2) + ndtri(POWER))
    spread = a.value * (1.0 - a.value) + b.value * (1.0 - b.value)
    return max(0, ceil(z * z * spread / (a.value - b.value) ** 2) - min(a.n, b.n))


def verdict(chance: float) -> Verdict:
    """A chance of an accident in words."""
    return "clear" if chance < CLEAR else "likely" if chance < LIKELY else "too little to tell"


@dataclass(frozen=True, slots=True)
class Held:
    """Two groups held against each other: first less second, the chance of an accident, and how many more
    shots of each would tell (None: not asked, or no number would)."""

    difference: Difference
    chance: float
    more: int | None


def held(a: Proportion, b: Proportion) -> Held | None:
    """Two shares held against each other; None when either is empty."""
    apart, chance = difference(a, b), exact(a, b)
    return None if apart is None or chance is None else Held(apart, chance, more_to_tell(a, b))


@dataclass(frozen=True, slots=True)
class Sums:
    """Values of one match: how many, their sum and that of their squares."""

    n: int
    total: float
    squares: float = 0.0


def by_match(groups: Sequence[Mapping[int, Sums]], level: float = LEVEL) -> list[Mean]:
    """The average of each group with an interval, in which a match counts as one: its shots are alike.

    From MANY matches on, and below ENOUGH, they are drawn anew as wholes (bootstrap of clusters,
    percentiles; Davison and Hinkley, Bootstrap Methods and their Application, 1997; memory), the same
    samples for all groups. Of fewer, and of so many that the mean is normal anyway, it is the ratio of two
    sums over matches with Student's interval (Cochran, Sampling Techniques, 1977, ratio estimates; memory).
    Of one match or two nobody can tell how matches differ: there the shots count one by one (Student).
    """
    matches = sorted({match for group in groups for match in group})
    places = {match: k for k, match in enumerate(matches)}
    drawn = np.ones((1, len(matches)))
    if any(MANY <= len(group) < ENOUGH for group in groups):
        drawn = _drawn(len(matches))
    return [_by_match(group, places, drawn, level) for group in groups]


@lru_cache(maxsize=2)
def _drawn(matches: int) -> Array:
    """How often each match is in each of RESAMPLED samples, (RESAMPLED, matches); not to be written to.

    It is kept, since an answer asks for it of its bands, of the others and of both players.
    """
    rng = np.random.default_rng(SEED)
    drawn = rng.multinomial(matches, np.full(matches, 1.0 / matches), RESAMPLED).astype(float)
    drawn.setflags(write=False)
    return drawn


def _by_match(group: Mapping[int, Sums], places: Mapping[int, int], drawn: Array, level: float) -> Mean:
    n = sum(one.n for one in group.values())
    if n == 0:
        return Mean(0, None, None, None)
    value = sum(one.total for one in group.values()) / n
    if len(group) < SEVERAL:
        return mean_from(n, value, sum(one.squares for one in group.values()) - n * value * value, level)
    if not MANY <= len(group) < ENOUGH:
        squares = sum((one.total - value * one.n) ** 2 for one in group.values())
        error = sqrt(squares * len(group) / (len(group) - 1)) / n
        half = float(stdtrit(len(group) - 1, 0.5 + level / 2)) * error
        return Mean(n, value, value - half, value + half)
    counts, totals = np.zeros(len(places)), np.zeros(len(places))
    for match, one in group.items():
        counts[places[match]], totals[places[match]] = one.n, one.total
    many, whole = drawn @ counts, drawn @ totals
    means = whole[many > 0] / many[many > 0]
    low, high = np.quantile(means, (0.5 - level / 2, 0.5 + level / 2))
    return Mean(n, value, float(low), float(high))


def accident(a: Mean, b: Mean) -> float | None:
    """The chance (two-sided) that two averages so far apart come by accident, from their intervals; None
    where either has none.

    The intervals are taken as normal, their half widths as 1.96 standard errors.
    """
    if a.value is None or b.value is None:
        return None
    error = 0.0
    for one in (a, b):
        if one.low is None or one.high is None:
            return None
        error = hypot(error, (one.high - one.low) / 2 / float(ndtri(0.5 + LEVEL / 2)))
    return None if error == 0.0 else float(2.0 * ndtr(-abs(a.value - b.value) / error))
