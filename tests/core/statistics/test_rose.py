"""Roses of misses against reference libraries and known spreads."""

import numpy as np
import pytest
from scipy.stats import norm
from statsmodels.sandbox.stats.runs import Runs as Reference
from statsmodels.stats.multivariate import test_mvmean as mean_test

from aretane.core.statistics.rose import rose, runs


def misses(seed: int, n: int, along: float = 0.0) -> list[tuple[float, float]]:
    rng = np.random.default_rng(seed)
    found = rng.multivariate_normal((along, 0.02), [[0.04, 0.01], [0.01, 0.01]], n)
    return [(float(a), float(b)) for a, b in found]


def test_the_mean_and_the_spread_are_those_of_the_misses() -> None:
    points = misses(1, 5000, -0.1)
    found = rose(points)
    assert found.n == 5000 and found.along == pytest.approx(-0.1, abs=0.01)
    assert found.spread is not None
    large, small = sorted(np.linalg.eigvalsh([[0.04, 0.01], [0.01, 0.01]]), reverse=True)
    assert found.spread.major == pytest.approx(large**0.5, rel=0.03)
    assert found.spread.minor == pytest.approx(small**0.5, rel=0.03)
    assert np.tan(found.spread.angle) == pytest.approx(np.tan(0.5 * np.arctan2(0.02, 0.03)), abs=0.03)


def test_the_edge_of_the_region_is_where_statsmodels_begins_to_reject() -> None:
    points = misses(2, 40)
    found = rose(points)
    assert found.region is not None and found.along is not None and found.across is not None
    turn = found.region.angle
    for far, way in ((found.region.major, turn), (found.region.minor, turn + np.pi / 2)):
        edge = np.array([found.along + far * np.cos(way), found.across + far * np.sin(way)])
        assert mean_test(np.array(points), edge).pvalue == pytest.approx(0.05, abs=1e-9)


def test_the_region_holds_the_true_mean_as_often_as_it_says() -> None:
    inside = 0
    for seed in range(400):
        found = rose(misses(100 + seed, 25))
        assert found.region is not None and found.along is not None and found.across is not None
        off = np.array([-found.along, 0.02 - found.across])
        turn = found.region.angle
        ahead = off @ (np.cos(turn), np.sin(turn)) / found.region.major
        beside = off @ (-np.sin(turn), np.cos(turn)) / found.region.minor
        inside += ahead**2 + beside**2 <= 1.0
    assert 0.92 <= inside / 400 <= 0.98


def test_runs_are_those_of_statsmodels() -> None:
    values = np.random.default_rng(5).normal(0.1, 1.0, 60)
    found = runs(values)
    assert found is not None
    z, _ = Reference((values > 0).astype(int)).runs_test(correction=False)
    assert found.chance == pytest.approx(float(norm.cdf(z)), abs=1e-9)
    assert found.runs == 1 + int((np.diff(values > 0) != 0).sum())


def test_misses_that_follow_one_another_to_one_side_are_told_from_chance() -> None:
    rng = np.random.default_rng(8)
    plain, sticky, last = [], [], 1.0
    for _ in range(80):
        plain.append(rng.choice((-1.0, 1.0)))
        last = last if rng.random() < 0.8 else -last
        sticky.append(last)
    by_chance, in_runs = runs(plain), runs(sticky)
    assert by_chance is not None and in_runs is not None
    assert in_runs.chance < 0.01 < by_chance.chance and in_runs.longest > by_chance.longest - 1


def test_too_few_misses_have_no_shape() -> None:
    assert rose([]).along is None
    one = rose([(0.1, -0.2)])
    assert (one.along, one.across, one.spread, one.lengths) == (0.1, -0.2, None, None)
    assert runs([1.0] * 40) is None and runs([0.0, 0.0]) is None
