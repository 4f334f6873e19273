"""The learnt chance to win: fitted as a reference library fits it, rising with what it must rise with."""

from dataclasses import replace
from itertools import pairwise

import numpy as np
import pytest
import statsmodels.api as sm

from aretane.core.contest import learnt
from aretane.core.contest.decide import prospects, standing_equity
from aretane.core.contest.equity import FEATURES, FRAME_FEATURES, Prospects, equity, fitted, promised
from aretane.core.contest.look import Look
from aretane.core.geometry import Point

from ..choice.test_options import both, standing

HERE = Point(0.5, 0.5)
RACKS = ("rotation", "groups")


def rack(share: float) -> Prospects:
    """A rack whose usual race is won so often."""
    return Prospects(share, share, 4, 4, 0.0)


def test_without_a_run_the_fit_is_that_of_statsmodels() -> None:
    rng = np.random.default_rng(1)
    rows = np.column_stack([np.ones(800), rng.normal(size=(800, 3))])
    won = (rng.random(800) < 1 / (1 + np.exp(-rows @ np.array((0.3, 1.0, -0.5, 0.0))))).astype(float)
    theirs = sm.GLM(won, rows, family=sm.families.Binomial()).fit()
    assert fitted(rows, np.zeros(800), won, ridge=0.0) == pytest.approx(theirs.params, abs=1e-5)


def test_with_a_run_the_fit_finds_what_the_wins_were_drawn_with() -> None:
    rng = np.random.default_rng(3)
    rows = np.column_stack([np.ones(60_000), rng.normal(size=(60_000, 2))])
    meant, chance = np.array((-0.4, 0.8, 0.2)), rng.random(60_000) * 0.8
    won = rng.random(60_000) < chance + (1 - chance) / (1 + np.exp(-rows @ meant))
    assert fitted(rows, chance, won.astype(float), ridge=0.0) == pytest.approx(meant, abs=0.06)


def test_a_ridge_draws_the_weights_towards_nothing_but_not_the_constant() -> None:
    rng = np.random.default_rng(2)
    rows = np.column_stack([np.ones(300), rng.normal(size=300)])
    won = (rows[:, 1] > 0).astype(float)
    free, held = fitted(rows, np.zeros(300), won, 0.5), fitted(rows, np.zeros(300), won, 50.0)
    assert abs(held[1]) < abs(free[1])


def test_the_power_of_a_promised_run_is_found() -> None:
    rng = np.random.default_rng(4)
    rows = np.column_stack([np.ones(40_000), rng.normal(size=40_000)])
    meant, chance = np.array((-0.4, 0.8)), rng.random(40_000)
    come = chance**1.6
    won = rng.random(40_000) < come + (1 - come) / (1 + np.exp(-rows @ meant))
    power, weights = promised(rows, chance, won.astype(float), ridge=0.0)
    assert power == pytest.approx(1.6, abs=0.21)
    assert weights == pytest.approx(meant, abs=0.15)


@pytest.mark.parametrize("family", list(learnt.WEIGHTS))
def test_there_is_a_weight_for_every_feature(family: str) -> None:
    features = FRAME_FEATURES if family == "frame" else FEATURES
    assert len(learnt.WEIGHTS[family]) == 1 + len(features)
    assert family in learnt.POWERS and family in learnt.SETTINGS


@pytest.mark.parametrize("family", RACKS)
@pytest.mark.parametrize("race", [0.2, 0.5, 0.8])
def test_a_better_chance_to_run_out_never_wins_less(family: str, race: float) -> None:
    found = [
        equity(Look(chance, max(chance, 0.4), None, HERE), rack(race), family)
        for chance in np.linspace(0.02, 0.98, 25)
    ]
    assert all(b >= a - 1e-12 for a, b in pairwise(found))
    assert all(0.0 < one <= 1.0 for one in found)


@pytest.mark.parametrize("family", RACKS)
def test_who_usually_wins_the_race_wins_more(family: str) -> None:
    look = Look(0.15, 0.5, None, HERE)
    found = [equity(look, rack(race), family) for race in (0.1, 0.3, 0.5, 0.7, 0.9)]
    assert found == sorted(found)


def test_it_is_never_less_than_running_out() -> None:
    look = Look(0.97, 1.0, None, HERE)
    assert equity(look, rack(0.9), "rotation") >= 0.97


@pytest.mark.parametrize("discipline", ["nine-ball", "eight-ball"])
def test_the_steadier_player_wins_more(discipline: str) -> None:
    places = {"cue": (0.6, 0.6), "7": (1.5, 0.62), "6": (0.8, 0.2), "9": (2.2, 0.9)}
    if discipline == "eight-ball":
        places = {"cue": (0.6, 0.6), "1": (1.5, 0.62), "8": (0.8, 0.2), "9": (2.2, 0.9), "2": (1.0, 1.1)}
    at = standing(places, discipline, "" if discipline == "nine-ball" else "solids")
    found = []
    for levels in (("regular", "advanced"), ("strong", "strong"), ("advanced", "regular")):
        me, other = both(at, *levels)
        found.append(standing_equity(me.look(at, (1,)), at, me, other))
    assert found == sorted(found) and found[0] < found[2]


def test_while_groups_are_open_the_rack_is_that_of_the_group_whose_pot_is_there() -> None:
    places = {
        "cue": (0.6, 0.6), "1": (1.5, 0.62), "2": (1.0, 1.1), "9": (2.2, 0.9), "8": (0.8, 0.2),
        "10": (2.0, 0.3), "11": (1.3, 0.2),
    }  # fmt: skip
    at = standing(places, "eight-ball", "open")
    me, other = both(at, "strong", "regular")
    look = me.look(at, (1,))
    assert look.shot is not None
    group = "solids" if int(look.shot.ball) < 8 else "stripes"
    found = prospects(look, at, me, other)
    assert found == prospects(look, replace(at, group_on=group), me, other)
    assert (found.mine, found.theirs) == ((3, 4) if group == "solids" else (4, 3))
    unseen = prospects(replace(look, shot=None), at, me, other)
    assert unseen.mine == unseen.theirs == 3


@pytest.mark.parametrize("family", RACKS)
@pytest.mark.parametrize("steadier", [-2.3, 2.3])
def test_no_rack_with_many_balls_left_is_decided_by_who_is_steadier(family: str, steadier: float) -> None:
    """A starter against a professional, both with seven balls left and nothing on: upsets happen (common
    practice, no source)."""
    share = 0.97 if steadier > 0 else 0.03
    found = equity(Look(0.0, 0.0, None, HERE), Prospects(share, share, 7, 7, steadier), family)
    assert 0.01 < found < 0.99 and (found > 0.7) == (steadier > 0)
