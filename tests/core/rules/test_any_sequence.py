"""Any sequence of shots, legal or not, in every discipline: what is counted adds up."""

import random

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from aretane.core.equipment.balls import is_red
from aretane.core.rules.snooker import remaining

from .log import Log

GAMES = ("nine-ball", "ten-ball", "eight-ball", "straight-pool", "english-eight-ball", "snooker")
FOULS = ("scratch", "no-rail", "wrong-ball-first", "touched-object")


def any_rack(game: str, seed: int, kind: str = "match", most: int = 40) -> Log:
    """A rack of random shots until it ends: pots of balls on and others, misses, fouls, safeties."""
    rng = random.Random(seed)
    log = Log(game, kind=kind)
    while not log.state.over and len(log.shots) < most:
        who = rng.choice(sorted(log.state.turn) or log.players)
        on = sorted(log.on) or list(log.layout.objects)
        if not on:
            break
        down: list[str] = []
        if rng.random() < 0.6:
            down.append(rng.choice(on))
        if rng.random() < 0.1:
            down.append(rng.choice(log.layout.objects))
        foul = rng.choice(FOULS) if rng.random() < 0.15 else None
        if foul == "scratch":
            down.append("cue")
        kinds = ("break",) if not log.shots else ("direct", "direct", "bank")
        log.play(
            who, *dict.fromkeys(down), foul=foul, kind=rng.choice(kinds),
            choice=rng.choice(("attack", "attack", "safety")),
        )  # fmt: skip
    return log


@settings(max_examples=60, deadline=None)
@given(st.sampled_from(GAMES), st.integers(0, 2**32), st.sampled_from(("match", "team", "practice")))
def test_balls_down_are_balls_started_less_balls_left(game: str, seed: int, kind: str) -> None:
    log = any_rack(game, seed, kind)
    down = sum(
        1
        for shot in log.shots
        if shot.result is not None
        for ball in shot.result.down
        if ball != "cue" and ball not in shot.result.moved
    )
    left = len(log.layout.objects)
    assert down == len(log.start.objects) - left


@settings(max_examples=60, deadline=None)
@given(st.sampled_from(GAMES), st.integers(0, 2**32))
def test_points_add_up_and_every_ruling_has_a_reason(game: str, seed: int) -> None:
    log = any_rack(game, seed)
    total: dict[str, int] = {}
    for step in log.steps:
        assert step.ruling is not None and step.ruling.reasons
        for player, points in step.ruling.points:
            total[player] = total.get(player, 0) + points
        assert step.next_state.over or step.next_state.turn
        assert step.state.winner is None
        if step.ruling.foul:
            assert not step.ruling.pots_counted
    assert {player: points for player, points in log.state.scores if points} == {
        player: points for player, points in total.items() if points
    }


@settings(max_examples=60, deadline=None)
@given(st.integers(0, 2**32))
def test_snooker_points_are_pots_and_penalties(seed: int) -> None:
    log = any_rack("snooker", seed, most=70)
    for step in log.steps:
        ruling = step.ruling
        assert ruling is not None
        if ruling.foul:
            ((player, points),) = ruling.points
            assert player != step.shot.shooter and 4 <= points <= 7
        elif ruling.points:
            assert 1 <= ruling.points[0][1] <= 15
            assert ruling.keeps_table or step.next_state.ball_in_hand
        before, after = remaining(step.state, step.before), remaining(step.next_state, step.after)
        reds = sum(1 for ball in step.before.objects if is_red(ball))
        assert after <= before or reds == 0  # a re-spotted black alone adds to what is left


@pytest.mark.parametrize("game", GAMES)
def test_a_foul_noticed_later_recomputes_everything_after_it(game: str) -> None:
    from dataclasses import replace

    log = Log(game)
    log.play("ann", kind="break", ball=sorted(log.on)[0])
    log.play("bea", sorted(log.on)[0])
    kept = log.state.turn
    assert kept == {"bea"}
    shot = log.shots[1]
    assert shot.result is not None
    log.shots[1] = replace(shot, result=replace(shot.result, foul="double-hit"))
    assert log.state.turn != kept
