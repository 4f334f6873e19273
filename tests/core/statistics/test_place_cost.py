"""What a habit of missing the place costs is the chance of the next pot that was put in."""

import numpy as np
import pytest

from aretane.core.statistics.habit_columns import CODES
from aretane.core.statistics.habit_search import Habit, habits
from aretane.core.statistics.place_cost import curve, following
from tests.core.statistics.planted import Columns, joined, shots

BEST, FALLS, DECIDES = 0.85, 4.0, 0.3
"""Chance of the next pot from the place meant, what it loses a m² of the miss, what a pot decides."""


def runs(seed: int, off: float = 0.0, falls: float = FALLS) -> Columns:
    """Visits of three shots, two a rack, in which each pot's chance follows from the miss before it."""
    own = shots(seed, 480)
    n = len(own["match"])
    rng = np.random.default_rng((seed, 7))
    place = np.arange(n) % 6
    own["rack_id"] = np.arange(n) // 6.0 + 10_000.0 * seed
    own["match"] = np.arange(n) // 48.0
    own["shot"] = place + 1.0
    own["first_of_visit"] = (place % 3 == 0).astype(float)
    own["role"] = np.zeros(n)
    own["along"] = rng.normal(off, 0.15, n)
    own["expected"] = np.full(n, 0.8)
    later = np.flatnonzero(place % 3 != 0)
    own["expected"][later] = np.clip(BEST - falls * own["along"][later - 1] ** 2, 0.02, 0.98)
    own["made"] = (rng.random(n) < own["expected"]).astype(float)
    own["rack_won"] = (rng.random(n) < 0.35 + DECIDES * own["made"]).astype(float)
    return own


CLUB = joined([runs(50 + k) for k in range(7)])


def short(own: Columns) -> Habit | None:
    return next((one for one in habits(own, CLUB) if one.code == "short"), None)


def test_a_habit_of_ending_short_costs_the_chance_of_the_next_pot() -> None:
    off, inside, told = -0.1, 0, []
    for seed in range(24):
        habit = short(runs(200 + seed, off))
        if habit is None:
            continue
        assert habit.worth is not None and habit.worth.low < habit.worth.value < habit.worth.high
        # Two shots of three are followed by one, six shots a rack.
        truth = 6 * 2 / 3 * FALLS * off**2 * DECIDES
        told.append(habit.worth.value)
        inside += habit.worth.low <= truth <= habit.worth.high
    assert len(told) >= 22 and inside >= 0.8 * len(told)
    assert np.mean(told) == pytest.approx(6 * 2 / 3 * FALLS * off**2 * DECIDES, rel=0.25)


def test_where_the_next_pot_is_as_likely_from_anywhere_nothing_is_lost() -> None:
    flat = [runs(400 + k, -0.1, falls=0.0) for k in range(4)]
    found = curve(flat, "along")
    assert found is not None
    assert abs(found.slope) < 3 * found.covariance[0, 0] ** 0.5 + 1e-9
    assert abs(found.bend) < 3 * found.covariance[1, 1] ** 0.5 + 1e-9


def test_a_visit_that_ends_says_nothing_of_the_next_pot() -> None:
    own = runs(1)
    after = following(own)
    assert np.isnan(after[2::3]).all()
    assert after[0::3] == pytest.approx(own["expected"][1::3])
    shuffled = np.random.default_rng(3).permutation(len(after))
    assert following({name: own[name][shuffled] for name in own})[np.argsort(shuffled)] == pytest.approx(
        after, nan_ok=True
    )


def test_a_safety_counts_as_the_pot_chance_that_is_worth_as_much() -> None:
    own = runs(2)
    safe = np.arange(len(own["role"])) % 6 == 1
    own["role"] = np.where(safe, float(CODES["role"].index("safety")), own["role"])
    for name in ("expected", "made"):
        own[name] = np.where(safe, np.nan, own[name])
    own["rack_won"] = np.where(safe, np.arange(len(safe)) % 12 < 6, own["rack_won"]).astype(float)
    won = [own["rack_won"][own["made"] == made].mean() for made in (0.0, 1.0)]
    even = (own["rack_won"][safe].mean() - won[0]) / (won[1] - won[0])
    assert following(own)[0::6] == pytest.approx(np.full(len(own["role"]) // 6, even))


def test_too_few_shots_say_no_curve() -> None:
    own = runs(3)
    assert curve([{name: column[:40] for name, column in own.items()}], "along") is None
    same = own | {"along": np.zeros(len(own["along"]))}
    assert curve([same], "along") is None
