"""The demo: possible layouts, the events it promises, and a habit that the numbers find."""

from collections import defaultdict
from dataclasses import replace

import pytest

from aretane.core.equipment.layout import layout_faults
from aretane.core.games import DISCIPLINES, options_for
from aretane.core.log.shot import Rack
from aretane.core.review.balance import flags
from aretane.core.review.measure import measure
from aretane.core.review.replay import Step, replay
from aretane.core.rules import RackState, Rules, rules_for
from aretane.core.skill import PRESETS
from aretane.core.statistics.numbers import Tallied, count_alike, numbers_for, tally_rack
from aretane.core.statistics.player_model import Try, model_of
from aretane.demo.called import CALLERS, call
from aretane.demo.games import make_game
from aretane.demo.generate import make_recording
from aretane.demo.library import load
from aretane.demo.model_players import Planning
from aretane.demo.scenario import FIXTURES, PLAYERS, SEASON, Fixture
from aretane.demo.studies import study_files
from aretane.formats.core_values import to_core
from aretane.formats.match_file import MatchFile, core_table, read, write


@pytest.fixture(scope="module")
def files() -> list[MatchFile]:
    return [load(fixture) for fixture in FIXTURES]


Replayed = tuple[Rack, list[Step], RackState | None]


def rules_of(file: MatchFile) -> Rules:
    match = file.match
    return rules_for(match.discipline, options_for(match.discipline, match.options.agreed()), match.kind)


def replayed(file: MatchFile) -> list[Replayed]:
    """Each rack with its steps and what the rack before hands on."""
    ids, rules, carried = tuple(player.id for player in file.players), rules_of(file), None
    found: list[Replayed] = []
    for shape in file.racks:
        rack = Rack(ids, shape.breaker, tuple(to_core(shot) for shot in shape.shots))
        steps = replay(rules, rack, carried)
        found.append((rack, steps, carried))
        carried = steps[-1].next_state if file.match.discipline == "straight-pool" else None
    return found


def tallied(file: MatchFile) -> list[Tallied]:
    table, rules = core_table(file.table), rules_of(file)
    rows = []
    for _, steps, _ in replayed(file):
        measured = [measure(table, rules, s, lambda p: PRESETS[PLAYERS[p].level]) for s in steps]
        rows += tally_rack([""] * len(steps), steps, measured)
    return rows


def try_of(row: Tallied) -> Try:
    attack = row.role in ("attack", "two-way")
    return Try(attack, row.aims, row.made, row.along, row.travel, row.eye)


def test_the_same_seed_plays_the_same_recording_and_it_balances() -> None:
    for fixture, make in ((FIXTURES[2], make_recording), (FIXTURES[3], make_game)):
        made = make(fixture)
        assert write(make(fixture)) == write(made)
        check(made)


def test_every_layout_is_possible_and_every_rack_balances(files: list[MatchFile]) -> None:
    for file in files:
        check(file)


@pytest.mark.parametrize("fixture", SEASON, ids=lambda one: one.title)
def test_every_night_of_the_season_balances(fixture: Fixture) -> None:
    check(load(fixture))


def test_the_demo_is_a_season(files: list[MatchFile]) -> None:
    """As many recordings and shots as a winter has; nobody fouls every second safety, or never."""
    every = [*files, *(load(fixture) for fixture in SEASON)]
    assert 16 <= len(every) <= 24
    shots = [(file, shot) for file in every for rack in file.racks for shot in rack.shots]
    assert len(shots) >= 3000
    assert {shot.shooter for _, shot in shots} == set(PLAYERS)
    safe: dict[str, list[bool]] = defaultdict(list)
    for _, shot in shots:
        if shot.plan.choice == "safety" and shot.plan.kind != "push-out" and shot.result:
            safe[shot.shooter].append(shot.result.foul is not None)
    assert all(0.02 < sum(fouls) / len(fouls) < 0.45 for fouls in safe.values()), safe
    said = [one for _, shot in shots for one in shot.judgement.stated]
    assert {one.by for one in said} == {one.name for one in CALLERS} and len(said) > 400


def test_model_players_play_the_same_night_again() -> None:
    night = replace(SEASON[5], race_to=1, racks=1)
    made = make_game(night, Planning())
    assert write(make_game(night, Planning())) == write(made)
    check(made)
    assert check_called(call(made, night.seed))


def check_called(file: MatchFile) -> bool:
    check(file)
    said = [one for rack in file.racks for shot in rack.shots for one in shot.judgement.stated]
    return all(one.chance * 20 == pytest.approx(round(one.chance * 20)) for one in said) and bool(said)


def test_the_studies_are_possible_positions_of_several_games() -> None:
    for file in study_files():
        check(file)
        assert file.racks[0].shots[0].tags and file.racks[0].shots[0].notes
    assert len({file.match.discipline for file in study_files()}) >= 4


def check(file: MatchFile) -> None:
    assert read(write(file)).faults == ()
    table, rules = core_table(file.table), rules_of(file)
    for rack, steps, carried in replayed(file):
        assert flags(table, rules, rack, carried) == []
        for step in steps:
            assert layout_faults(table, step.before) == []


def test_the_fit_finds_who_strikes_too_softly(files: list[MatchFile]) -> None:
    rows = tallied(files[0])
    found = {
        key: model_of(
            [try_of(row) for row in rows if row.player == key], PRESETS[PLAYERS[key].level]
        ).speed_bias
        for key in ("joon", "mirela")
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


def test_there_is_a_recording_of_every_discipline_and_kind(files: list[MatchFile]) -> None:
    assert {file.match.discipline for file in files} == set(DISCIPLINES)
    assert {"match", "practice", "team"} <= {file.match.kind for file in files}
    by_title = {file.match.title.split(":")[0]: replayed(file) for file in files}
    frame = by_title["One frame"][-1][1][-1].next_state
    assert frame.over and frame.winner == "wanda" and frame.score("wanda") > frame.score("idris")
    run = by_title["Team run"][-1][1][-1].next_state
    assert run.score("team") > 14 and run.winner is None
    assert by_title["Straight pool to 20"][-1][1][-1].next_state.winner is not None


def test_a_break_that_pots_a_ball_loses_the_turn_under_the_points_condition(
    files: list[MatchFile],
) -> None:
    file = next(file for file in files if file.match.options.break_condition == "three-points")
    breaks = [steps[0] for _, steps, _ in replayed(file)]
    assert any(
        step.ruling and step.shot.result and step.shot.result.potted and not step.ruling.keeps_table
        for step in breaks
    )


def test_a_foul_found_on_playback_counts_and_the_turn_stays_as_it_was_played(
    files: list[MatchFile],
) -> None:
    steps = [step for file in files for _, steps, _ in replayed(file) for step in steps]
    ruled = [step for step in steps if step.shot.result and step.shot.result.ruled]
    assert ruled
    for step in ruled:
        assert step.ruling is not None and step.ruling.foul
        assert step.next_state.turn == {step.shot.shooter}


def test_the_numbers_find_the_planted_habit_and_no_other(files: list[MatchFile]) -> None:
    groups = count_alike(row for file in files for row in tallied(file))
    for player in PLAYERS.values():
        along = numbers_for(player.key, groups).along
        if along.n < 10:
            continue
        assert along.high is not None
        assert along.low is not None
        if player.speed_bias < -0.05:
            assert along.high < 0
        elif player.speed_bias == 0:
            assert along.low < 0 < along.high
