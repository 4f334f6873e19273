"""Straight pool by worked sequences. WPA rules of play, 14.1 (memory)."""

import pytest

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.racking import racked_again
from aretane.core.geometry import Point

from .log import OTHER, POCKET, TABLE, Log

ALL = tuple(str(n) for n in range(1, 16))


def test_a_point_a_ball_and_whatever_falls_with_the_called_one_counts() -> None:
    log = Log("straight-pool")
    log.play("ann", ball="1", kind="break")
    assert log.play("bea", "3", "7", pocket=POCKET).points == (("bea", 2),)
    assert log.state.score("bea") == 2 and log.state.run == 2
    missed = log.play("bea", "4", pocket=OTHER)
    assert missed.points == () and missed.respot == ("4",)
    assert log.state.turn == {"ann"} and "4" in log.layout


def test_fouls_cost_one_the_third_in_a_row_fifteen_more() -> None:
    log = Log("straight-pool")
    log.play("ann", ball="1", kind="break")
    for _ in range(2):
        log.play("bea", foul="no-rail")
        log.play("ann", choice="safety")
    assert log.state.score("bea") == -2
    third = log.play("bea", foul="no-rail")
    assert third.points == (("bea", -16),)
    assert log.state.score("bea") == -18
    assert log.state.rerack and log.state.turn == {"bea"}
    again = Log("straight-pool", carried=log.state)
    assert again.state.ball_in_hand and again.state.turn == {"bea"} and not again.state.over


def test_a_legal_shot_between_starts_the_count_again() -> None:
    log = Log("straight-pool")
    log.play("ann", ball="1", kind="break")
    for foul in ("no-rail", "no-rail", None, "no-rail"):
        log.play("bea", foul=foul)
        log.play("ann", choice="safety")
    assert log.state.score("bea") == -3


def test_a_foul_on_the_opening_break_costs_two_and_does_not_count_towards_three() -> None:
    log = Log("straight-pool")
    assert log.play("ann", ball="1", kind="break", foul="illegal-break").points == (("ann", -2),)
    assert log.state.turn == {"ann", "bea"}
    assert dict(log.state.fouls_in_a_row)["ann"] == 0


def test_a_run_crosses_racks() -> None:
    log = Log("straight-pool")
    log.play("ann", ball="1", kind="break")
    for ball in ALL[:14]:
        log.play("bea", ball)
    assert log.state.over and log.state.rerack and log.state.run == 14
    following = Log("straight-pool", carried=log.state)
    following.play("bea", "15", "2", ball="15")
    assert following.state.run == 16 and following.state.score("bea") == 16
    following.play("bea")
    following.play("ann", "1")
    assert dict(following.state.highs) == {"ann": 1, "bea": 16}


def test_the_points_agreed_win() -> None:
    log = Log("straight-pool", points_to=3)
    log.play("ann", ball="1", kind="break")
    for ball in "123":
        log.play("bea", ball)
    assert log.state.winner == "bea"


def test_balls_made_on_a_called_safety_are_spotted() -> None:
    log = Log("straight-pool")
    ruling = log.play("ann", "5", choice="safety")
    assert ruling.respot == ("5",) and ruling.points == () and log.state.turn == {"bea"}


SPOT, HEAD = TABLE.foot_spot, Point(TABLE.head_string, TABLE.width / 2)
CENTRE = Point(TABLE.length / 2, TABLE.width / 2)
IN_RACK, FREE, BEHIND = Point(SPOT.x + 0.08, SPOT.y), Point(1.2, 0.3), Point(0.3, 0.3)


@pytest.mark.parametrize(
    ("fifteenth", "cue", "ball_goes", "cue_goes"),
    [
        # The table of special re-rack positions (WPA, memory).
        (FREE, FREE.plus(Point(0.2, 0.2)), FREE, FREE.plus(Point(0.2, 0.2))),
        (IN_RACK, FREE, HEAD, FREE),
        (IN_RACK, HEAD, CENTRE, HEAD),
        (IN_RACK, IN_RACK.plus(Point(0.0, 0.06)), SPOT, "in hand"),
        (None, FREE, SPOT, FREE),
        (None, IN_RACK, SPOT, "in hand"),
        (FREE, IN_RACK, FREE, "in hand"),
        (BEHIND, IN_RACK, BEHIND, HEAD),
        (HEAD, IN_RACK, HEAD, CENTRE),
    ],
)
def test_special_re_racks(
    fifteenth: Point | None, cue: Point, ball_goes: Point, cue_goes: Point | str
) -> None:
    places = {"cue": cue} | ({"9": fifteenth} if fifteenth else {})
    found = racked_again(TABLE, "9", Layout.of(places))
    at = found.layout.get("9")
    assert at is not None and at.distance(ball_goes) < 1e-9
    assert found.cue_in_hand == (cue_goes == "in hand")
    if isinstance(cue_goes, Point):
        assert found.layout.cue == cue_goes
    assert len(found.layout.objects) == 15
    assert found.reasons
