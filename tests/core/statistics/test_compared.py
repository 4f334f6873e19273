"""Tests and intervals of groups against reference libraries."""

from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import fisher_exact, norm
from statsmodels.stats.multitest import multipletests
from statsmodels.stats.power import NormalIndPower
from statsmodels.stats.proportion import confint_proportions_2indep, proportion_confint

from aretane.core.intervals import Mean, Proportion, difference, mean, wilson
from aretane.core.statistics.compared import (
    Sums,
    accident,
    by_match,
    exact,
    false_discoveries,
    held,
    more_to_tell,
    verdict,
)

shares = st.integers(1, 400).flatmap(lambda n: st.tuples(st.integers(0, n), st.just(n)))


def share(pair: tuple[int, int]) -> Proportion:
    return wilson(*pair)


@given(shares, shares)
def test_the_exact_test_is_scipys(a: tuple[int, int], b: tuple[int, int]) -> None:
    table = [[a[0], a[1] - a[0]], [b[0], b[1] - b[0]]]
    assert exact(share(a), share(b)) == pytest.approx(fisher_exact(table).pvalue, abs=1e-9)


def test_tea_tasted_by_a_lady() -> None:
    """Three of four cups told right: Fisher, The Design of Experiments, 1935 (memory): 34 of 70."""
    assert exact(wilson(3, 4), wilson(1, 4)) == pytest.approx(34 / 70, abs=1e-12)


@given(shares, shares)
def test_intervals_of_shares_are_those_of_statsmodels(a: tuple[int, int], b: tuple[int, int]) -> None:
    one, other = share(a), share(b)
    assert proportion_confint(*a, method="wilson") == pytest.approx((one.low, one.high), abs=1e-9)
    apart = difference(one, other)
    assert apart is not None
    reference = confint_proportions_2indep(*a, *b, method="newcomb", compare="diff", correction=False)
    assert reference == pytest.approx((apart.low, apart.high), abs=1e-9)


@given(st.lists(st.floats(0, 1), min_size=1, max_size=40))
def test_false_discoveries_are_those_of_statsmodels(chances: list[float]) -> None:
    reference = multipletests(chances, method="fdr_bh")[1]
    assert false_discoveries(chances) == pytest.approx(list(reference), abs=1e-9)


def test_of_no_tests_none_is_corrected() -> None:
    assert false_discoveries([]) == []


def test_twice_the_difference_takes_a_quarter_of_the_shots() -> None:
    more = [
        more_to_tell(wilson(50 * k + 1, 100 * k), wilson(50 * k - gap * k, 100 * k))
        for k, gap in ((1, 5), (1, 10))
    ]
    assert more[0] is not None and more[1] is not None and 3.0 < (more[0] + 100) / (more[1] + 100) < 4.2


def test_so_many_more_shots_would_tell_as_often_as_said() -> None:
    a, b = wilson(60, 100), wilson(52, 100)
    more = more_to_tell(a, b)
    assert more is not None
    n = 100 + more
    error = (0.6 * 0.4 / n + 0.52 * 0.48 / n) ** 0.5
    assert norm.sf(norm.ppf(0.975) - 0.08 / error) == pytest.approx(0.8, abs=0.002)
    reference = NormalIndPower().solve_power(
        0.08 / (0.6 * 0.4 + 0.52 * 0.48) ** 0.5 * 2**0.5, alpha=0.05, power=0.8
    )
    assert n == pytest.approx(reference, abs=1.5)


def test_equal_shares_are_never_told_apart() -> None:
    assert more_to_tell(wilson(5, 10), wilson(50, 100)) is None
    assert more_to_tell(wilson(0, 0), wilson(5, 10)) is None
    assert more_to_tell(wilson(900, 1000), wilson(100, 1000)) == 0


def test_nothing_is_held_against_nothing() -> None:
    assert held(wilson(0, 0), wilson(3, 5)) is None
    assert exact(wilson(3, 5), wilson(0, 0)) is None


@given(shares, shares)
def test_the_other_way_round_signs_change_and_nothing_else(a: tuple[int, int], b: tuple[int, int]) -> None:
    one, back = held(share(a), share(b)), held(share(b), share(a))
    assert one is not None and back is not None
    assert one.difference.value == pytest.approx(-back.difference.value)
    assert one.difference.low == pytest.approx(-back.difference.high)
    assert one.chance == pytest.approx(back.chance) and one.more == back.more


def test_the_words_follow_the_chance() -> None:
    found = [verdict(chance) for chance in (0.0, 0.005, 0.05, 0.2, 1.0)]
    assert found == ["clear", "clear", "likely", "too little to tell", "too little to tell"]


@pytest.mark.parametrize("matches", [3, 8, 30, 160])
def test_an_average_by_match_holds_the_truth_as_often_as_it_says(matches: int) -> None:
    """Matches that differ among themselves: an interval by shots would be far too narrow."""
    rng, inside, by_shots, of = np.random.default_rng(3), 0, 0, 400
    for _ in range(of):
        sizes = rng.integers(10, 60, matches)
        values = [rng.normal(0.0, 1.0) + rng.normal(0.0, 0.5, size) for size in sizes]
        groups = {k: Sums(len(own), float(own.sum())) for k, own in enumerate(values)}
        (found,) = by_match([groups])
        whole = np.concatenate(values)
        assert found.value == pytest.approx(whole.mean()) and found.n == len(whole)
        assert found.low is not None and found.high is not None
        inside += found.low <= 0.0 <= found.high
        by_shots += abs(whole.mean()) <= 1.96 * whole.std() / len(whole) ** 0.5
    assert 0.90 <= inside / of <= 0.98 and by_shots / of < 0.6


def test_of_one_match_the_shots_count_one_by_one() -> None:
    values = [1.0, 2.0, 2.5, 4.0]
    one, none = by_match([{3: Sums(4, sum(values), sum(v * v for v in values))}, {}])
    plain = mean(values)
    assert one.n == 4 and none == Mean(0, None, None, None)
    for name in ("value", "low", "high"):
        assert getattr(one, name) == pytest.approx(getattr(plain, name))
    assert accident(one, none) is None


def test_averages_far_apart_are_no_accident() -> None:
    near, far = Mean(50, 1.0, 0.8, 1.2), Mean(50, 3.0, 2.8, 3.2)
    chances = [accident(near, Mean(50, 1.0 + off, 0.8 + off, 1.2 + off)) for off in (0.0, 0.1, 0.3, 2.0)]
    assert chances[0] == pytest.approx(1.0) and accident(near, far) == chances[-1]
    assert all(a is not None and b is not None and a > b for a, b in pairwise(chances))
    error = 0.2 / norm.ppf(0.975) * 2**0.5
    assert chances[2] == pytest.approx(2 * norm.sf(0.3 / error), abs=1e-9)
