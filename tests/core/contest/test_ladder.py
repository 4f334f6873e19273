"""The race to the last ball, held against racks drawn by dice."""

import numpy as np
import pytest

from aretane.core.contest.ladder import LEAST, MOST, apart, shared, steps

DICE = 40_000


def test_steps_multiply_to_the_usual_chances() -> None:
    usual = (0.8, 0.5, 0.4, 0.1)
    assert np.cumprod(steps(usual)) == pytest.approx(usual)


def test_steps_stay_inside_their_bounds() -> None:
    assert steps((1.0, 1.0, 0.0)) == (MOST, MOST, LEAST)


def test_a_ball_nobody_pots_ends_no_rack_and_raises_nothing() -> None:
    assert steps((0.0, 0.0)) == (LEAST, LEAST)
    assert 0.0 < shared(steps((0.0, 0.0)), steps((0.0, 0.0)))[2] < 1.0


def test_shared_balls_are_won_as_often_as_by_dice() -> None:
    mine, theirs = (0.9, 0.5, 0.7), (0.6, 0.8, 0.3)
    rng = np.random.default_rng(1)
    won = 0
    for _ in range(DICE):
        left, who = 3, 0
        while True:
            if rng.random() < (mine, theirs)[who][left - 1]:
                left -= 1
                if left == 0:
                    won += who == 0
                    break
            else:
                who = 1 - who
    assert won / DICE == pytest.approx(shared(mine, theirs)[3], abs=4 * 0.5 / DICE**0.5)


def test_balls_apart_are_won_as_often_as_by_dice() -> None:
    mine, theirs = (0.9, 0.5, 0.7), (0.6, 0.8)
    rng = np.random.default_rng(2)
    won = 0
    for _ in range(DICE):
        left, who = [3, 2], 0
        while True:
            if rng.random() < (mine, theirs)[who][left[who] - 1]:
                left[who] -= 1
                if left[who] == 0:
                    won += who == 0
                    break
            else:
                who = 1 - who
    assert won / DICE == pytest.approx(apart(mine, theirs)[3, 2], abs=4 * 0.5 / DICE**0.5)


def test_equal_players_share_it_and_the_one_at_the_table_has_the_better_half() -> None:
    for count in range(1, 8):
        assert shared((0.6,) * count, (0.6,) * count)[count] > 0.5
        assert apart((0.6,) * count, (0.6,) * count)[count, count] > 0.5


def test_a_better_opponent_wins_more_and_more() -> None:
    found = [shared((0.6,) * 5, (share,) * 5)[5] for share in (0.2, 0.4, 0.6, 0.8)]
    assert found == sorted(found, reverse=True)
