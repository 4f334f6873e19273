"""Answers put together from what was counted."""

from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import fisher_exact

from aretane.core.intervals import Mean, Proportion, wilson
from aretane.core.statistics.answers import Answer, Tally, against, answer
from aretane.core.statistics.questions import MEASURE, SPLIT

POTS, BALLS, SHOTS = MEASURE["pots"], MEASURE["break-balls"], MEASURE["shots"]
POCKET, TAG = SPLIT["pocket"], SPLIT["tag"]
ORDER = ["corner", "side"]


def pots(*bands: tuple[str | None, int, int]) -> list[Tally]:
    """Bands with makes and attempts."""
    return [Tally(code, n, float(k)) for code, k, n in bands]


def asked(*bands: tuple[str | None, int, int]) -> Answer:
    return answer(pots(*bands), POTS, POCKET, ORDER)


def test_bands_stand_in_their_order_and_add_up_to_the_whole() -> None:
    found = asked(("side", 3, 10), (None, 1, 2), ("corner", 30, 40))
    assert [one.code for one in found.bands] == ORDER and found.unsaid == 2
    assert found.whole.counted == wilson(34, 52)
    assert [one.counted for one in found.bands] == [wilson(30, 40), wilson(3, 10)]


def test_each_band_is_held_against_the_others_and_corrected() -> None:
    found = asked(("side", 3, 10), ("corner", 30, 40))
    corner = found.bands[0].apart
    assert corner is not None
    assert abs(corner.value - 0.45) < 1e-12
    raw = fisher_exact([[30, 10], [3, 7]]).pvalue
    assert corner.chance is not None and abs(corner.chance - raw) < 1e-9  # both tests are one and the same
    assert corner.verdict == "likely"
    assert corner.more == 6  # (1.96 + 0.84)² (0.1875 + 0.21) / 0.45² = 15.4: sixteen each


def test_one_band_has_nothing_to_be_held_against() -> None:
    assert asked(("corner", 3, 10)).bands[0].apart is None
    assert answer([], POTS, POCKET, ORDER).bands == ()
    assert answer([], POTS, None, []).whole.counted == wilson(0, 0)


def test_counts_are_no_shares_to_be_compared() -> None:
    found = answer(pots(("corner", 5, 5), ("side", 3, 3)), SHOTS, POCKET, ORDER)
    assert [one.apart for one in found.bands] == [None, None]
    assert against(found, found, SHOTS) == []


def test_what_was_expected_stands_beside_what_came() -> None:
    tallies = [Tally("corner", 10, 6.0, 0, 0.0, 8, 5, 4.4), Tally("side", 2, 1.0)]
    found = answer(tallies, POTS, POCKET, ORDER)
    corner, side = (one.expected for one in found.bands)
    assert (
        corner is not None and (corner.n, corner.made) == (8, 0.625) and abs(corner.expected - 0.55) < 1e-12
    )
    assert side is None


def test_averages_are_by_match() -> None:
    tallies = [Tally("corner", 10, 12.0, match, 20.0) for match in (1, 2, 3)]
    tallies.append(Tally("side", 1, 2.25, 2, 5.0625))
    found = answer(tallies, BALLS, POCKET, ORDER)
    corner, side = (one.counted for one in found.bands)
    assert isinstance(corner, Mean) and isinstance(side, Mean)
    assert (corner.value, side.value, side.low) == (1.2, 2.25, None)
    assert corner.low == corner.high == 1.2  # every match alike
    assert found.whole.counted.n == 31


groups = st.integers(0, 60).flatmap(lambda n: st.tuples(st.integers(0, n), st.just(n)))


@given(st.lists(st.tuples(st.sampled_from(["corner", "side", None]), groups), max_size=8))
def test_splits_add_up_to_the_whole(rows: list[tuple[str | None, tuple[int, int]]]) -> None:
    found = asked(*((code, k, n) for code, (k, n) in rows))
    assert isinstance(found.whole.counted, Proportion)
    assert sum(one.counted.n for one in found.bands) + found.unsaid == found.whole.counted.n
    made = sum(one.counted.k for one in found.bands if isinstance(one.counted, Proportion))
    assert made + sum(k for code, (k, _) in rows if code is None) == found.whole.counted.k


@given(st.tuples(groups, groups, groups, groups))
def test_players_who_change_sides_change_signs(four: tuple[tuple[int, int], ...]) -> None:
    a = asked(("corner", *four[0]), ("side", *four[1]))
    b = asked(("corner", *four[2]), ("side", *four[3]))
    for (code, one), (also, back) in zip(against(a, b, POTS), against(b, a, POTS), strict=True):
        assert code == also and (one is None) == (back is None)
        if one is not None and back is not None:
            assert abs(one.value + back.value) < 1e-12 and one.verdict == back.verdict


@given(st.lists(st.tuples(st.sampled_from(ORDER), groups), min_size=1, max_size=6), st.integers(0, 5))
def test_taking_out_and_putting_back_changes_nothing(
    rows: list[tuple[str, tuple[int, int]]], at: int
) -> None:
    tallies = pots(*((code, k, n) for code, (k, n) in rows))
    moved = [*tallies[:at], *tallies[at + 1 :], *tallies[at : at + 1]]
    assert answer(moved, POTS, POCKET, ORDER) == answer(tallies, POTS, POCKET, ORDER)
