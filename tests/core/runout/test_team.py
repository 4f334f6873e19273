"""A team of two who play in turn, in rotation: its map held to playing it out, shot about."""

from dataclasses import replace

import numpy as np
import pytest

from aretane.core.motion import Physics
from aretane.core.runout.games import Question, search
from aretane.core.runout.playout import played_out, rotation_follow
from aretane.core.skill import PRESETS
from tests.core.runout.layouts import TABLE, scattered

STRONG, BEST = PRESETS["strong"], PRESETS["professional"]


def asked(number: int, count: int) -> Question:
    return Question(TABLE, "nine-ball", scattered(number, count)[0], "", BEST, Physics(), STRONG)


def test_the_maps_are_of_the_one_whose_turn_it_is() -> None:
    run = search(asked(1, 3), 1.6)
    first, second, third = run.start, ("", *run.start[2:]), ("", *run.start[3:])
    assert run.at_turn(first).skill == BEST and run.at_turn(third).skill == BEST
    assert run.at_turn(second).skill == STRONG


def test_a_team_lies_between_its_players() -> None:
    question = asked(6, 3)
    team = search(question, 1.4).outlook().values[0]
    alone = [
        search(replace(question, skill=one, partner=None), 1.4).outlook().values[0]
        for one in (STRONG, BEST)
    ]
    assert alone[0] < team < alone[1]


@pytest.mark.parametrize("number", [3, 4])
def test_a_team_comes_as_its_map_promises(number: int) -> None:
    run = search(asked(number, 3))
    found = run.outlook(seed=(number,))
    came = played_out(run, rotation_follow, 300, (number, 1))[:, 0]
    assert found.values[0] == pytest.approx(came.mean(), abs=0.06 + 3 * float(np.std(came)) / 300**0.5)
