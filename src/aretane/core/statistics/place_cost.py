"""What a miss of the place costs: by the chance of the shot that follows it."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot, sqrt

import numpy as np
from numpy.typing import NDArray

from .habit_columns import FEWEST, Array, Columns, Swing, is_one

WILD = 0.8
"""m. A miss of the place beyond this is another shot (our choice)."""
CURVED = 60
"""Shots from which a curve is put through what follows them (our choice)."""


@dataclass(frozen=True, slots=True)
class Curve:
    """The mean chance of the shot that follows, as a + b x + c x² of the miss x (m) along or across the
    arrival: (b, c) with their covariance."""

    slope: float
    bend: float
    covariance: NDArray[np.float64]


def following(columns: Columns) -> Array:
    """What the next shot of the same visit promised, one entry a shot: a chance to pot, NaN where the visit
    ended there.

    A safety counts as the pot chance that is worth as much, by how often racks are won after safeties, made
    pots and missed ones. A pot without a chance of its own (a bank, a combination) counts as often as such
    pots are made.
    """
    promised = _promised(columns)
    names = columns["rack_id"] * 1000.0 + columns["shot"]
    order = np.argsort(names)
    at = np.minimum(np.searchsorted(names[order], names + 1.0), len(names) - 1)
    found = order[at]
    goes_on = (names[found] == names + 1.0) & (columns["first_of_visit"][found] == 0.0)
    return np.where(goes_on, promised[found], np.nan)


def _promised(columns: Columns) -> Array:
    made, attack = columns["made"], is_one(columns, "role", "attack", "two-way")
    without = attack & ~np.isfinite(columns["expected"])
    safety = is_one(columns, "role", "safety")
    won, lost = _won(columns, attack & (made == 1.0)), _won(columns, attack & (made == 0.0))
    safe = _won(columns, safety)
    even = np.nan
    if won is not None and lost is not None and safe is not None and won > lost:
        even = min(1.0, max(0.0, (safe - lost) / (won - lost)))
    others = float(made[without].mean()) if without.sum() >= FEWEST else even
    return np.where(safety, even, np.where(without, others, np.where(attack, columns["expected"], np.nan)))


def _won(columns: Columns, which: NDArray[np.bool_]) -> float | None:
    known = columns["rack_won"][which & np.isfinite(columns["rack_won"])]
    return float(known.mean()) if len(known) >= FEWEST else None


def curve(everybody: Sequence[Columns], field: str) -> Curve | None:
    """The curve of `field` ('along' or 'across') over the made pots of all, by least squares; None of too
    few."""
    misses, chances = [], []
    for columns in everybody:
        after = following(columns)
        known = (columns["made"] == 1.0) & (np.abs(columns[field]) <= WILD) & np.isfinite(after)
        misses.append(columns[field][known])
        chances.append(after[known])
    x, y = np.concatenate(misses), np.concatenate(chances)
    if len(x) < CURVED or float(x.std()) == 0.0:
        return None
    terms = np.stack((np.ones(len(x)), x, x * x), axis=1)
    inverse = np.linalg.inv(terms.T @ terms)
    found = inverse @ (terms.T @ y)
    left = y - terms @ found
    covariance = inverse * float(left @ left) / (len(x) - 3)
    return Curve(float(found[1]), float(found[2]), covariance[1:, 1:])


def cost_of_place(
    own: Columns, field: str, rows: NDArray[np.int64], off: Swing, found: Curve | None, pots: Swing | None
) -> Swing | None:
    """What one of the shots costs for each metre that they are `off` (m, signed) on average: the chance
    that the following shot loses, times what a pot decides. None where it is not known.

    A metre costs more the further off they are, so the error of `off` is in the cost as well: so much of it
    that, times the size with its own error, both together are as far off as they can be at once.
    """
    size = off.value
    if found is None or pots is None or size == 0.0:
        return None
    misses = own[field][rows]
    within = misses[np.abs(misses) <= WILD]
    if len(within) < FEWEST:
        return None
    # What f(x - size) - f(x) is on average, for each metre, by the two coefficients.
    by = np.array([-size, size * size - 2.0 * size * float(within.mean())]) / abs(size)
    lost = float(by @ (found.slope, found.bend))
    error = sqrt(float(by @ found.covariance @ by))
    if lost != 0.0:
        of_size, of_cost = off.error / abs(size), abs(found.bend) * off.error / abs(lost)
        error = hypot(error, lost * sqrt(of_cost * of_cost + 2.0 * of_size * of_cost))
    goes_on = float(np.isfinite(following(own)[rows]).mean())
    return Swing(goes_on * lost * pots.value, goes_on * hypot(error * pots.value, lost * pots.error))


def cost_of_end(everybody: Sequence[Columns], pots: Swing | None) -> Swing | None:
    """What ending at the end that the plan wanted to keep off costs, by the shots of everybody; None where
    it is not known."""
    if pots is None:
        return None
    groups: tuple[list[Array], list[Array]] = ([], [])
    said = 0
    for columns in everybody:
        after = following(columns)
        said += int(np.isfinite(columns["wrong_end"]).sum())
        for wrong, group in enumerate(groups):
            group.append(after[np.isfinite(after) & (columns["wrong_end"] == wrong)])
    right, wrongly = (np.concatenate(group) for group in groups)
    if min(len(right), len(wrongly)) < FEWEST:
        return None
    goes_on = (len(right) + len(wrongly)) / said
    lost = float(right.mean() - wrongly.mean())
    error = sqrt(sum(float(group.var(ddof=1)) / len(group) for group in (right, wrongly)))
    return Swing(goes_on * lost * pots.value, goes_on * hypot(error * pots.value, lost * pots.error))
