"""Nine-ball's options, ten-ball and eight-ball by worked sequences. WPA rules of play (memory)."""

import pytest

from aretane.core.games import options_for
from aretane.core.log.shot import Ruled
from aretane.core.rules import rules_for

from .log import OTHER, POCKET, Log


def test_three_points_of_the_break_can_pot_two_and_still_lose_the_turn() -> None:
    # The points condition of many nine-ball events (trade): balls down plus balls past the head string.
    log = Log("nine-ball", break_condition="three-points")
    ruling = log.play("ann", "3", "5", ball="1", kind="break", break_over=0)
    assert not ruling.keeps_table
    assert log.state.turn == {"ann", "bea"}
    assert "2 points, 3 needed" in ruling.reasons[0]
    met = Log("nine-ball", break_condition="three-points")
    assert met.play("ann", "3", "5", ball="1", kind="break", break_over=1).keeps_table


def test_a_dry_break_with_three_balls_to_a_rail_is_a_foul() -> None:
    log = Log("nine-ball")
    ruling = log.play("ann", ball="1", kind="break", break_rails=3)
    assert ruling.foul
    assert log.state.turn == {"bea"} and log.state.ball_in_hand
    assert not Log("nine-ball").play("ann", ball="1", kind="break", break_rails=4).foul


def test_with_cue_ball_fouls_only_a_touched_object_ball_is_none() -> None:
    strict, mild = Log("nine-ball"), Log("nine-ball", fouls="cue-ball")
    assert strict.play("ann", foul="touched-object").foul
    assert not mild.play("ann", foul="touched-object").foul
    assert mild.play("bea", foul="no-rail").foul


def test_options_of_nine_ball_change_the_rack() -> None:
    spotted = Log("nine-ball", money_on_break="spotted")
    ruling = spotted.play("ann", "9", ball="1", kind="break")
    assert ruling.respot == ("9",) and not spotted.state.over
    assert Log("nine-ball").play("ann", "9", ball="1", kind="break").keeps_table
    none = Log("nine-ball", push_out=False)
    none.play("ann", "4", ball="1", kind="break")
    assert not none.state.push_out_allowed
    behind = Log("nine-ball", in_hand="behind-line")
    behind.play("ann", "cue", foul="scratch")
    assert behind.state.behind_line


def test_a_referee_may_have_ruled_otherwise_and_gives_the_reason() -> None:
    log = Log("nine-ball")
    ruling = log.play("ann", foul="double-hit", ruled=Ruled("no foul seen from the other side", next="ann"))
    assert log.state.turn == {"ann"}
    assert ruling.reasons[-1] == "ruled otherwise: no foul seen from the other side"
    log.play("ann", ruled=Ruled("conceded by walking off", winner="bea"))
    assert log.state.over and log.state.winner == "bea"


def test_ten_ball_must_be_called_and_the_ten_falls_last() -> None:
    log = Log("ten-ball")
    assert log.play("ann", "10", ball="1", kind="break").respot == ("10",)
    assert not log.state.over
    assert log.play("ann", "1", pocket=POCKET).keeps_table
    wrong = log.play("ann", "2", pocket=OTHER)
    assert not wrong.keeps_table and log.state.turn == {"ann", "bea"}
    early = log.play("bea", "10", ball="10", kind="combination")
    assert early.respot == ("10",) and early.keeps_table and not log.state.over
    last = Log("ten-ball", balls=("10",))
    last.play("ann", "10", pocket=POCKET)
    assert last.state.winner == "ann"


def test_a_called_safety_passes_the_turn_whatever_falls() -> None:
    for game, ball in (("ten-ball", "1"), ("eight-ball", "3")):
        log = Log(game)
        log.play("ann", "7", ball="1", kind="break")
        assert not log.play("ann", ball, choice="safety").keeps_table
        assert log.state.turn == {"bea"}


def test_eight_ball_is_open_after_the_break_and_decided_by_the_first_called_ball() -> None:
    log = Log("eight-ball")
    assert log.play("ann", "9", "2", ball="1", kind="break").keeps_table
    assert log.state.groups == () and "8" not in log.on
    log.play("ann", "3")
    assert dict(log.state.groups) == {"ann": "solids", "bea": "stripes"}
    assert log.on == {"1", "4", "5", "6", "7"}
    log.play("ann")
    assert log.on == {"10", "11", "12", "13", "14", "15"}


def test_a_ball_of_the_wrong_group_or_off_the_call_ends_the_turn() -> None:
    log = Log("eight-ball")
    log.play("ann", "9", ball="1", kind="break")
    log.play("ann", "3", "11", ball="3", pocket=POCKET)
    assert log.state.group("ann") == "solids"
    assert not log.play("ann", "12", ball="4").keeps_table
    assert not log.play("bea", "13", pocket=OTHER).keeps_table
    assert log.play("ann", "4", pocket=POCKET).keeps_table


def test_without_calls_any_ball_of_ones_group_counts() -> None:
    log = Log("eight-ball", call="any")
    log.play("ann", "9", ball="1", kind="break")
    log.play("ann", "3")
    assert log.play("ann", "5", ball="4").keeps_table


@pytest.mark.parametrize(
    ("how", "winner", "words"),
    [
        ({"pocket": POCKET}, "ann", "down last"),
        ({"pocket": OTHER}, "bea", "was called into"),
        ({"foul": "scratch"}, "bea", "on a foul"),
        ({"ball": "15"}, "bea", "was called and is not down"),
    ],
)
def test_the_eight_last(how: dict, winner: str, words: str) -> None:
    log = Log("eight-ball", balls=("1", "8", "9"))
    log.play("ann", "1")
    down = ("8", "cue") if "foul" in how else ("8",)
    log.play("ann", *down, **how)
    assert log.state.winner == winner
    assert words in log.state.reasons[0]


def test_the_eight_early_loses_and_on_the_break_comes_back() -> None:
    log = Log("eight-ball")
    ruling = log.play("ann", "8", ball="1", kind="break")
    assert ruling.respot == ("8",) and ruling.keeps_table and not log.state.over
    log.play("ann", "3")
    log.play("ann", "8")
    assert log.state.winner == "bea" and "early" in log.state.reasons[0]
    agreed = Log("eight-ball", money_on_break="wins")
    agreed.play("ann", "8", ball="1", kind="break")
    assert agreed.state.winner == "ann"


def test_an_illegal_eight_ball_break_leaves_the_choice() -> None:
    log = Log("eight-ball")
    ruling = log.play("ann", ball="1", kind="break", break_rails=2)
    assert log.state.turn == {"ann", "bea"}
    assert "2 object balls to a rail, 4 needed" in ruling.reasons[0]


def test_options_are_named_when_unknown() -> None:
    with pytest.raises(ValueError, match="'jump_cue' is not an option"):
        options_for("nine-ball", {"jump_cue": True})
    with pytest.raises(KeyError):
        rules_for("bar-billiards")
