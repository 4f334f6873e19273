"""Snooker by worked sequences. WPBSA rules (memory)."""

import pytest

from aretane.core.equipment.balls import COLOURS, SNOOKER_REDS
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.spots import snooker_spots
from aretane.core.equipment.table import table_for
from aretane.core.games.setting_up import racked, respotted
from aretane.core.geometry import Point
from aretane.core.rules.snooker import remaining, snookers_required

from .log import Log

SNOOKER = table_for("snooker-12")


def clear(log: Log, colour: str = "black", who: str = "ann") -> None:
    """Every red with a colour, then the colours in order."""
    for red in SNOOKER_REDS:
        if red in log.layout:
            log.play(who, red)
            log.play(who, colour)
    for ball in COLOURS:
        log.play(who, ball)


def test_a_147_scores_147_and_ends_the_frame() -> None:
    log = Log("snooker")
    clear(log)
    assert log.state.score("ann") == 147
    assert log.state.run == 147 and log.state.winner == "ann" and log.state.over


def test_with_a_free_ball_first_155_can_be_made() -> None:
    log = Log("snooker")
    log.play("bea", foul="no-contact")
    log.play("ann", "brown", free=True)
    assert log.state.run == 1
    log.play("ann", "black")
    clear(log)
    assert log.state.run == 155 and log.state.score("ann") == 155 + 4


def test_the_colours_alone_are_27() -> None:
    log = Log("snooker", balls=COLOURS)
    clear(log)
    assert log.state.score("ann") == 27


def test_red_and_colour_in_turn_and_colours_come_back() -> None:
    log = Log("snooker")
    assert log.on == set(SNOOKER_REDS)
    log.play("ann", "r1", "r2")
    assert log.state.score("ann") == 2 and log.on == set(COLOURS)
    assert log.play("ann", "blue").respot == ("blue",)
    assert log.state.score("ann") == 7 and "blue" in log.layout
    assert log.on == set(SNOOKER_REDS[2:])


def test_the_colour_after_the_last_red_comes_back() -> None:
    log = Log("snooker", balls=("r1", *COLOURS))
    log.play("ann", "r1")
    assert log.play("ann", "yellow").respot == ("yellow",)
    assert log.on == {"yellow"}
    assert log.play("ann", "yellow").respot == ()
    assert log.on == {"green"}


@pytest.mark.parametrize(
    ("down", "more", "points"),
    [
        ((), {"foul": "no-contact"}, 4),
        (("cue",), {"foul": "scratch"}, 4),
        (("pink",), {"foul": "wrong-ball-first"}, 6),
        ((), {"foul": "wrong-ball-first", "foul_ball": "black"}, 7),
        (("blue",), {}, 5),  # potted with a red on and no foul logged: a foul all the same
        ((), {"foul": "no-contact", "penalty": 6}, 6),
    ],
)
def test_penalties_are_the_ball_concerned_at_least_four(down: tuple, more: dict, points: int) -> None:
    log = Log("snooker")
    ruling = log.play("ann", *down, **more)
    assert ruling.foul and ruling.points == (("bea", points),)
    assert log.state.turn == {"ann", "bea"}
    assert ruling.respot == tuple(ball for ball in down if ball in COLOURS)


def test_a_miss_on_the_nominated_colour_costs_its_value() -> None:
    log = Log("snooker")
    log.play("ann", "r1")
    assert log.play("ann", ball="black", foul="no-contact", miss=True).points == (("bea", 7),)
    assert "and a miss" in log.state.reasons[0]
    assert log.on == set(SNOOKER_REDS[1:])  # the next player is on a red again


def test_with_a_colour_on_another_one_down_is_a_foul() -> None:
    log = Log("snooker")
    log.play("ann", "r1")
    assert log.play("ann", "pink", ball="blue").points == (("bea", 6),)


def test_a_free_ball_counts_as_the_ball_on_and_comes_back() -> None:
    log = Log("snooker", balls=("blue", "pink", "black"))
    log.play("bea", foul="no-contact")
    ruling = log.play("ann", "black", free=True)
    assert ruling.points == (("ann", 5),) and ruling.respot == ("black",)
    assert log.on == {"blue"}


def test_a_foul_on_the_last_black_ends_the_frame_and_level_scores_bring_it_back() -> None:
    log = Log("snooker", balls=("black",))
    log.play("ann", foul="no-contact")
    assert log.state.winner == "bea" and log.state.score("bea") == 7
    level = Log("snooker", balls=("pink", "black"))
    level.play("ann", foul="no-contact", penalty=7)
    level.play("ann", foul="no-contact", penalty=6)  # put in again by bea
    level.play("ann", "pink")
    ruling = level.play("ann", "black")
    assert level.state.score("ann") == level.state.score("bea") == 13
    assert ruling.respot == ("black",) and not level.state.over
    assert level.state.turn == {"ann", "bea"}
    level.play("bea", "black")
    assert level.state.winner == "bea" and level.state.score("bea") == 20


def test_points_left_and_snookers_required() -> None:
    log = Log("snooker")
    assert remaining(log.state, log.layout) == 147
    log.play("ann", "r1")
    assert remaining(log.state, log.layout) == 14 * 8 + 7 + 27
    late = Log("snooker", balls=("pink", "black"))
    for _ in range(4):
        late.play("ann", foul="no-contact", penalty=6)
    # 24 behind with 13 on the table: 11 to find, three fouls of four.
    assert remaining(late.state, late.layout) == 13
    assert snookers_required(late.state, late.layout, "ann") == 3
    assert snookers_required(late.state, late.layout, "bea") == 0


def test_colours_go_to_the_highest_free_spot_and_else_near_their_own() -> None:
    spots = snooker_spots(SNOOKER)
    on_blue = Layout.of({"r1": spots["blue"]})
    assert respotted(SNOOKER, "snooker", ["blue"], on_blue).get("blue") == spots["black"]
    covered = Layout.of({f"r{k}": at for k, at in enumerate(spots.values(), start=1)})
    placed = respotted(SNOOKER, "snooker", ["pink"], covered).get("pink")
    assert placed is not None and placed.y == spots["pink"].y
    assert 0.0525 <= placed.x - spots["pink"].x < 0.0527  # towards the top cushion, all but touching


def test_the_marks_of_the_table() -> None:
    # WPBSA, section 1 (memory): baulk line 737 mm, D radius 292, black 324 from the top cushion.
    spots = snooker_spots(SNOOKER)
    assert spots["brown"] == Point(0.737, SNOOKER.width / 2)
    assert spots["green"].y - spots["yellow"].y == pytest.approx(0.584)
    assert SNOOKER.length - spots["black"].x == pytest.approx(0.324)
    assert len(racked(SNOOKER, "snooker").objects) == 21
