"""Runs that score: snooker and straight pool, and layouts at the ends of what can be searched."""

from dataclasses import replace

import numpy as np
import pytest

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.spots import snooker_spots
from aretane.core.equipment.table import table_for
from aretane.core.games.setting_up import racked
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.runout import stocked
from aretane.core.runout.chart import READ
from aretane.core.runout.games import Question, doubtful, search
from aretane.core.runout.playout import played_out, snooker_follow, straight_follow
from aretane.core.skill import PRESETS
from tests.core.runout.layouts import TABLE, frame, strewn

GREEN = table_for("snooker-12")
STRONG, BEST = PRESETS["strong"], PRESETS["professional"]
COARSE = 2.0


def snooker(layout: Layout, group_on: str, **more: object) -> Question:
    return Question(GREEN, "snooker", layout, group_on, BEST, Physics(), **more)  # type: ignore[arg-type]


def straight(layout: Layout) -> Question:
    return Question(TABLE, "straight-pool", layout, "", STRONG, Physics())


def test_a_black_over_the_pocket_is_worth_seven() -> None:
    layout = Layout.of({"black": Point(3.52, 0.06), "cue": Point(3.0, 0.5)})
    run = search(snooker(layout, "end"))
    assert run.outlook().values[0] * run.units[0] == pytest.approx(7, abs=0.3)


def test_a_red_brings_a_colour_and_the_colours_come_back() -> None:
    run = search(snooker(frame(3, 1, GREEN), "red"), COARSE)
    assert [way.ball for way in run.ways(run.start)] == ["r1"]
    (after,) = {way.then for way in run.ways(run.start)}
    assert after == ("colour",)
    colours = run.ways(("colour",))
    assert {way.ball for way in colours} == set(snooker_spots(GREEN))
    (back,) = {way.then for way in colours}
    assert back is not None and back[0] == "end" and set(back[1:]) == set(snooker_spots(GREEN))
    points = {way.ball: way.points[0] * run.units[0] for way in colours}
    assert points["yellow"] == pytest.approx(2) and points["black"] == pytest.approx(7)


def test_points_are_what_comes_when_the_visit_is_played_out() -> None:
    question = snooker(frame(5, 2, GREEN), "red")
    run = search(question)
    found = run.outlook()
    came = played_out(run, snooker_follow(GREEN), 200, (5,))[:, 0]
    error = doubtful("snooker", found.values[0], found.error)
    assert found.values[0] == pytest.approx(came.mean(), abs=3 * np.hypot(error, came.std() / 200**0.5))


def test_many_reds_are_searched_two_ahead_and_estimated_beyond() -> None:
    few, many = (search(snooker(frame(6, reds, GREEN), "red"), COARSE) for reds in (3, 8))
    assert all(state in few.maker.maps for state in few.maker.following if state not in (None, READ))
    known = [state for state in many.maker.following if state not in (None, READ)]
    estimated = [state for state in known if state is not None and state not in many.maker.maps]
    assert estimated and {len(state) for state in estimated} == {7}
    assert many.outlook().values[0] > 0


def test_the_last_ball_of_a_rack_is_the_break_shot() -> None:
    ball = Point(1.5, 0.35)  # beside the rack, short of it
    open_shot = Layout.of({"5": ball, "cue": Point(1.0, 0.55)})
    found = search(straight(open_shot)).outlook()
    assert 0.1 < found.values[1] < 1 and found.values[0] > 0 and found.shot is None
    inside = search(straight(open_shot.changed({"5": TABLE.foot_spot}))).outlook()
    assert inside.values == pytest.approx((0.0, 0.0))


def test_balls_are_what_comes_when_the_run_is_played_out() -> None:
    run = search(straight(strewn(7, ["3", "5", "12"])))
    found = run.outlook()
    came = played_out(run, straight_follow, 200, (7,))
    for kind in (0, 1):
        error = 3 * float(np.hypot(0.15 * found.values[kind], came[:, kind].std() / 200**0.5))
        assert found.values[kind] == pytest.approx(came[:, kind].mean(), abs=error)


def test_what_moved_balls_change_is_not_read_too_high() -> None:
    # Many strokes move a ball here. Read too high they were chosen, and half as much again was promised.
    promised, came = 0.0, 0.0
    for number in (80_004, 80_008):
        asked = replace(straight(strewn(number, ["1", "4", "9", "11", "14"])), skill=PRESETS["advanced"])
        run = search(asked)
        promised += run.outlook().values[0]
        came += float(played_out(run, straight_follow, 80, (number,))[:, 0].mean())
    assert 0.8 * came < promised < 1.2 * came


def test_a_strike_that_meets_a_ball_is_played_again_without_it() -> None:
    """The chain of endings: with the ball there it is touched, with it gone the cue ball runs on."""
    chain = np.full((stocked.CHAIN, stocked.END_COLUMNS), -1.0, dtype=np.float32)
    chain[0] = (1.0, 0.5, 0b010, 1.0)
    chain[1] = (2.0, 0.5, 0b100, 0.0)
    chain[2] = (2.4, 0.5, 0.0, 1.0)
    assert stocked.which_ending(chain, 0b011) == 0
    assert stocked.which_ending(chain, 0b101) == 1
    assert stocked.which_ending(chain, 0b001) == 2
    assert stocked._freely(chain)


@pytest.mark.parametrize("discipline", ["nine-ball", "eight-ball", "straight-pool", "snooker"])
def test_a_full_frozen_rack_is_searched_without_an_error(discipline: str) -> None:
    table = GREEN if discipline == "snooker" else TABLE
    group_on = {"eight-ball": "open", "snooker": "red"}.get(discipline, "")
    layout = racked(table, discipline).changed({"cue": Point(0.6, table.width / 2 - 0.1)})
    run = search(Question(table, discipline, layout, group_on, STRONG, Physics()), 3.0)
    found = run.outlook()
    assert 0 <= found.values[0] < 0.3


def test_a_better_player_is_expected_to_score_more() -> None:
    question = snooker(frame(8, 2, GREEN), "red")
    worse = search(replace(question, skill=PRESETS["regular"]), COARSE).outlook().values[0]
    assert worse < search(question, COARSE).outlook().values[0]


@pytest.mark.parametrize(("discipline", "few"), [("snooker", 4), ("straight-pool", 7)])
def test_looking_ahead_and_estimating_stays_near_the_search_over_every_order(
    discipline: str, few: int
) -> None:
    """One red, or one ball, more than is usually searched whole; the bench does it on more layouts."""
    snooker = discipline == "snooker"
    table = table_for("snooker-12") if snooker else TABLE
    layout = frame(1, 4, table) if snooker else strewn(1, [str(n) for n in range(1, 8)])
    asked = Question(table, discipline, layout, "red" if snooker else "", PRESETS["advanced"], Physics())
    short, whole = search(asked, 2.0), search(asked, 2.0, few=few)
    assert len(short.maker.maps) != len(whole.maker.maps)
    gap = short.chart.smooth[0] - whole.chart.smooth[0]
    scale = float(whole.chart.smooth[0].max())
    assert abs(float(gap.mean())) < 0.1 * scale and float(np.sqrt((gap**2).mean())) < 0.15 * scale
