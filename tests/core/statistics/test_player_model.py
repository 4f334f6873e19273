"""A player's own model: tried on what it had not seen, and used in place of the level."""

from datetime import date
from math import erf, sqrt

import numpy as np
import pytest

from aretane.core.skill import PRESETS
from aretane.core.skill.fit import Off, _normal_likelihood, _with_biases
from aretane.core.skill.own import OWN, Own, own_skill
from aretane.core.statistics.player_model import TRIED, Try, chance, model_of, trial

LEVEL = PRESETS["strong"]


def tries(aim: float, count: int, seed: int) -> list[Try]:
    """Pots of a player whose error of aim is `aim` (rad), of every difficulty."""
    rng = np.random.default_rng(seed)
    windows = rng.gamma(2.0, aim * 1.2, count)
    made = np.abs(rng.normal(0.0, aim, count)) < windows / 2
    return [Try(True, float(w), bool(m), None, None, None) for w, m in zip(windows, made, strict=True)]


def test_the_chance_of_a_window_is_that_of_a_normal_error() -> None:
    assert chance(2.0 * 0.01, 0.01) == pytest.approx(erf(1.0 / sqrt(2.0)))  # one sigma either side
    assert chance(0.0, 0.01) == 0.0


def test_a_model_fitted_to_the_earlier_half_judges_the_later_half_better_than_a_wrong_level() -> None:
    found = trial(tries(LEVEL.aim * 1.8, 600, 3), LEVEL)
    assert found is not None and found.own.n == found.level.n == 300
    assert found.value < 0.0 and found.high is not None and found.high < 0.0


def test_a_right_level_is_not_beaten() -> None:
    found = trial(tries(LEVEL.aim, 600, 4), LEVEL)
    assert found is not None and found.low is not None and found.high is not None
    assert found.low < 0.01 and found.high > -0.01


def test_too_few_pots_are_not_tried() -> None:
    assert trial(tries(LEVEL.aim, 2 * TRIED - 2, 5), LEVEL) is None
    assert trial([], LEVEL) is None


def test_an_own_model_takes_the_place_of_the_level() -> None:
    fitted = model_of(tries(LEVEL.aim * 1.5, 400, 6), LEVEL)
    own = Own(fitted.aim.value, 0.08, LEVEL.tip, 1.2, 400, 200, date(2026, 11, 1))
    skill = own_skill(LEVEL, own)
    assert skill.name == OWN and skill.aim == fitted.aim.value and skill.hand == LEVEL.hand
    assert skill.rail == pytest.approx(LEVEL.rail * 1.2) and skill.aim > LEVEL.aim


def test_the_likelihood_of_every_bias_at_once_is_that_of_each_alone() -> None:
    rng = np.random.default_rng(9)
    errors = [
        Off(float(e), float(n))
        for e, n in zip(rng.normal(-0.05, 0.1, 80), rng.gamma(2, 0.02, 80), strict=True)
    ]
    sigma, biases = np.linspace(0.02, 0.4, 30), np.linspace(-0.3, 0.3, 13)
    alone = np.array([_normal_likelihood(sigma, errors, bias) for bias in biases])
    assert np.allclose(_with_biases(sigma, errors, biases), alone, rtol=1e-10, atol=1e-8)
    assert not _with_biases(sigma, [], biases).any()
