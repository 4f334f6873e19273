"""Intervals against published tables and against statsmodels and SciPy."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats as scipy_stats
from statsmodels.stats.proportion import confint_proportions_2indep, proportion_confint

from aretane.core.intervals import difference, mean, wilson


@pytest.mark.parametrize(
    ("k", "n", "low", "high"),
    [(81, 263, 0.2553, 0.3662), (15, 148, 0.0624, 0.1605), (0, 20, 0, 0.1611), (1, 29, 0.0061, 0.1718)],
)
def test_wilson_matches_the_published_table(k: int, n: int, low: float, high: float) -> None:
    # Newcombe, Statistics in Medicine 17:857 (1998), table of worked intervals (memory).
    share = wilson(k, n)
    assert share.low == pytest.approx(low, abs=5e-5)
    assert share.high == pytest.approx(high, abs=5e-5)


@given(st.integers(1, 400).flatmap(lambda n: st.tuples(st.integers(0, n), st.just(n))))
def test_wilson_matches_statsmodels(pair: tuple[int, int]) -> None:
    k, n = pair
    low, high = proportion_confint(k, n, method="wilson")
    share = wilson(k, n)
    assert share.low == pytest.approx(low, abs=1e-12)
    assert share.high == pytest.approx(high, abs=1e-12)
    assert share.low <= k / n <= share.high  # type: ignore[operator]


def test_newcombe_matches_the_published_difference() -> None:
    # Newcombe, Statistics in Medicine 17:873 (1998), method 10 (memory): 56/70 - 48/80.
    d = difference(wilson(56, 70), wilson(48, 80))
    assert d is not None
    assert d.value == pytest.approx(0.2)
    assert d.low == pytest.approx(0.0524, abs=5e-5)
    assert d.high == pytest.approx(0.3339, abs=5e-5)
    assert not d.too_close


@given(st.integers(1, 60), st.integers(1, 60), st.floats(0, 1), st.floats(0, 1))
def test_newcombe_matches_statsmodels(n: int, m: int, p: float, q: float) -> None:
    k, j = round(n * p), round(m * q)
    low, high = confint_proportions_2indep(k, n, j, m, method="newcomb", compare="diff")
    d = difference(wilson(k, n), wilson(j, m))
    assert d is not None
    assert d.low == pytest.approx(low, abs=1e-9)
    assert d.high == pytest.approx(high, abs=1e-9)


def test_empty_counts_stay_unknown() -> None:
    assert wilson(0, 0).value is None
    assert wilson(0, 0).low is None
    assert difference(wilson(0, 0), wilson(1, 2)) is None


def test_more_successes_than_tries_is_refused() -> None:
    with pytest.raises(ValueError, match="5 of 4"):
        wilson(5, 4)


@given(st.lists(st.floats(-3, 3), min_size=3, max_size=40).filter(lambda v: max(v) - min(v) > 1e-3))
def test_mean_matches_scipy(values: list[float]) -> None:
    got = mean(values)
    sem = scipy_stats.sem(values)
    low, high = scipy_stats.t.interval(0.95, len(values) - 1, loc=sum(values) / len(values), scale=sem)
    assert got.low == pytest.approx(low, abs=1e-9)
    assert got.high == pytest.approx(high, abs=1e-9)


def test_one_value_has_no_interval() -> None:
    assert mean([0.3]) == mean([0.3])
    assert mean([0.3]).low is None
    assert mean([]).value is None


def test_the_trades_worked_summary() -> None:
    # Nine balls potted and two missed is a pot success of 82 % (trade).
    assert round(100 * (wilson(9, 11).value or 0)) == 82
