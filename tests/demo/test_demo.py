"""The demo: possible layouts, the events it promises, and a habit that the numbers find."""

import pytest

from aretane.core.layout import layout_faults
from aretane.core.numbers import numbers_for, tally_rack
from aretane.core.player_model import model_for
from aretane.core.review.balance import flags
from aretane.core.review.measure import measure
from aretane.core.review.replay import replay
from aretane.core.rules import rules_for
from aretane.core.shot import Rack
from aretane.core.skill import PRESETS
from aretane.demo.generate import make_recording
from aretane.demo.library import load
from aretane.demo.scenario import FIXTURES, PLAYERS
from aretane.formats.match_file import MatchFile, core_table, read, write
from aretane.formats.shapes import to_core

RULE = rules_for("nine-ball")


@pytest.fixture(scope="module")
def files() -> list[MatchFile]:
    return [load(fixture) for fixture in FIXTURES]


def racks(file: MatchFile) -> list[Rack]:
    ids = tuple(player.id for player in file.players)
    return [Rack(ids, rack.breaker, tuple(to_core(shot) for shot in rack.shots)) for rack in file.racks]


def test_the_same_seed_plays_the_same_recording_and_it_balances() -> None:
    made = make_recording(FIXTURES[2])
    assert write(make_recording(FIXTURES[2])) == write(made)
    check(made)


def test_every_layout_is_possible_and_every_rack_balances(files: list[MatchFile]) -> None:
    for file in files:
        check(file)


def check(file: MatchFile) -> None:
    assert read(write(file)).faults == ()
    table = core_table(file.table)
    for rack in racks(file):
        assert flags(table, RULE, rack) == []
        for step in replay(RULE, rack):
            assert layout_faults(table, step.before) == []


def test_the_fit_finds_who_strikes_too_softly(files: list[MatchFile]) -> None:
    file = files[0]
    table, rows = core_table(file.table), []
    for rack in racks(file):
        steps = replay(RULE, rack)
        measured = [measure(table, RULE, s, lambda p: PRESETS[PLAYERS[p].level]) for s in steps]
        rows += tally_rack([""] * len(steps), steps, measured)
    found = {
        key: model_for(key, rows, PRESETS[PLAYERS[key].level]).speed_bias for key in ("joon", "mirela")
    }
    assert found["joon"].low < PLAYERS["joon"].speed_bias < found["joon"].high < 0
    assert found["mirela"].low < 0 < found["mirela"].high


def test_the_match_has_what_a_reviewer_meets(files: list[MatchFile]) -> None:
    shots = [shot for rack in files[0].racks for shot in rack.shots]
    assert len(files[0].racks) >= 7
    assert any(shot.plan.kind == "push-out" for shot in shots)
    assert any(shot.plan.kind == "kick" for shot in shots)
    assert sum(shot.plan.choice == "safety" for shot in shots) >= 10
    assert len({shot.result.foul for shot in shots if shot.result and shot.result.foul}) >= 2
    assert any(shot.result and not shot.result.potted and shot.plan.choice == "attack" for shot in shots)
    assert any(shot.plan.target.kind == "window" for shot in shots)
    assert any(shot.result is None for rack in files[2].racks for shot in rack.shots)


def test_the_numbers_find_the_planted_habit_and_no_other(files: list[MatchFile]) -> None:
    rows = []
    for file in files:
        table = core_table(file.table)
        for rack in racks(file):
            steps = replay(RULE, rack)
            measured = [measure(table, RULE, s, lambda p: PRESETS[PLAYERS[p].level]) for s in steps]
            rows += tally_rack([""] * len(steps), steps, measured)
    for player in PLAYERS.values():
        along = numbers_for(player.key, rows).along
        if along.n < 10:
            continue
        assert along.high is not None
        assert along.low is not None
        if player.speed_bias < -0.05:
            assert along.high < 0
        elif player.speed_bias == 0:
            assert along.low < 0 < along.high
