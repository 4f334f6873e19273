"""From racks to matches, and the same player on another day."""

from math import comb

import pytest
from scipy.stats import nbinom

from aretane.core.contest.match import fresh_rack, match_chance
from aretane.core.skill import PRESETS
from aretane.core.skill.form import FORMS, in_form

from ..choice.test_options import both, standing


@pytest.mark.parametrize(("mine", "theirs", "rack"), [(1, 1, 0.5), (3, 5, 0.6), (7, 2, 0.35), (9, 9, 0.5)])
def test_a_race_follows_the_negative_binomial_law(mine: int, theirs: int, rack: float) -> None:
    """scipy's negative binomial: at most `theirs` - 1 racks lost before the `mine`-th won."""
    assert match_chance(mine, theirs, rack) == pytest.approx(
        float(nbinom.cdf(theirs - 1, mine, rack)), abs=1e-12
    )


def test_a_race_by_hand() -> None:
    """Two racks needed against one, even racks: both must be won, a quarter."""
    assert match_chance(2, 1, 0.5) == 0.25
    whole = sum(comb(3, k) for k in (2, 3)) / 8  # best of three
    assert match_chance(2, 2, 0.5) == whole
    assert match_chance(0, 3, 0.5) == 1.0 and match_chance(3, 0, 0.5) == 0.0


def test_even_players_share_the_racks_to_come_and_the_better_one_gets_more() -> None:
    at = standing({"cue": (0.6, 0.6), "7": (1.5, 0.62), "8": (0.8, 0.2), "9": (2.2, 0.9)})
    assert fresh_rack(at, *both(at)) == pytest.approx(0.5)
    assert fresh_rack(at, *both(at, "advanced", "regular")) > 0.6


def test_a_form_widens_every_error_alike() -> None:
    usual, tired = PRESETS["strong"], in_form(PRESETS["strong"], "tired")
    assert in_form(usual, "usual") == usual
    for one, wide in ((usual.aim, tired.aim), (usual.speed, tired.speed), (usual.tip, tired.tip)):
        assert wide / one == pytest.approx(FORMS["tired"])
    assert FORMS["fresh"] < 1 < FORMS["tired"] and FORMS["stronger"] < 1 < FORMS["weaker"]
