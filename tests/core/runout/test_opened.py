"""Straight pool beyond the maps: layouts read at a glance, break shots, and racks to come."""

import random
from dataclasses import replace

import numpy as np
import pytest

from aretane.core.chance.direct import likeliest
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.racking import packed, racked_again
from aretane.core.games.setting_up import racked
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.runout import glance
from aretane.core.runout.chart import READ, Way
from aretane.core.runout.endings import endings, worth
from aretane.core.runout.games import Question, search
from aretane.core.runout.grid import filled
from aretane.core.runout.line import order_of, proposed
from aretane.core.runout.maps import Maker, know_nothing
from aretane.core.runout.opened import (
    ONE,
    RACK,
    at_a_glance,
    break_balls,
    break_map,
    glance_for,
    later,
    over_racks,
    reading,
)
from aretane.core.runout.playout import straight_follow, struck
from aretane.core.runout.records import desk_for
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.runout.layouts import TABLE, strewn

STRONG, BEST, STARTER = PRESETS["strong"], PRESETS["professional"], PRESETS["starter"]
FOOT = TABLE.foot_spot
BESIDE, ABOVE = Point(FOOT.x + 0.065, FOOT.y + 0.31), Point(FOOT.x - 1.3, FOOT.y + 0.31)
BREAK = racked_again(TABLE, "15", Layout.of({"15": Point(1.97, 0.38)})).layout.changed(
    {CUE: Point(1.5, 0.41)}
)


def maker_of(layout: Layout, skill=STRONG, spacing: float = 0.2) -> Maker:  # type: ignore[no-untyped-def]
    return Maker(TABLE, layout, skill, spacing, Physics(), finish=(0.0, 0.0))


def broken_by(place: Point, skill=STRONG):  # type: ignore[no-untyped-def]
    """The map of the break shot by a ball there."""
    return break_map(maker_of(Layout.of({"5": place}), skill), "5")


def test_a_pack_is_told_from_balls_that_lie_about() -> None:
    assert packed(TABLE, racked(TABLE, "straight-pool"))
    assert packed(TABLE, BREAK)
    assert not packed(TABLE, strewn(14, [str(n) for n in range(1, 15)]))
    assert not packed(TABLE, Layout.of({"1": FOOT}))


def test_what_is_on_at_a_glance_is_about_what_the_closed_form_says() -> None:
    glanced, exact = [], []
    for seed in range(40):
        layout = strewn(seed, [str(n) for n in range(1, 7)])
        maker, cue = maker_of(layout), layout.cue
        assert cue is not None
        read, desk = glance_for(TABLE, STRONG, Physics()), desk_for(7)
        glance.read(maker.rows(layout, layout.objects), 7, *cue, STRONG.aim, read, maker.bed, desk)
        glanced.append(desk.read[glance.FIRST])
        exact.append(max(likeliest(TABLE, layout, ball, STRONG)[1] for ball in layout.objects))
    assert np.corrcoef(glanced, exact)[0, 1] > 0.9
    assert abs(np.mean(glanced) - np.mean(exact)) < 0.06


def test_better_players_run_longer_over_many_racks() -> None:
    levels = ("starter", "regular", "strong", "advanced", "professional")
    balls = [later(TABLE, PRESETS[level], Physics()) for level in levels]
    assert balls == sorted(balls) and 0.5 < balls[0] < 4 and 8 < balls[-1] < 40
    assert over_racks(TABLE, BEST, Physics()) == pytest.approx(balls[-1] / (1 + balls[-1]))


def test_a_run_counts_its_balls_and_the_racks_behind_its_break_shot() -> None:
    sure = np.array((1.0, 1.0, 1.0, 1.0, 10.0))  # keeps, chosen, tied, broken, later
    assert glance.run_from(1.0, 1.0, 5, 5, sure, 1.0) == (15.0, 1.0)
    assert glance.run_from(0.0, 1.0, 5, 5, sure, 1.0) == (0.0, 0.0)
    balls, made = glance.run_from(0.5, 0.5, 3, 3, np.array((1.0, 1.0, 1.0, 1.0, 0.0)), 1.0)
    assert balls == pytest.approx(0.5 + 0.25 + 0.125) and made == pytest.approx(0.125)


def test_the_break_ball_beside_the_rack_beats_one_up_the_table() -> None:
    for skill in (STRONG, BEST):
        assert worth(broken_by(BESIDE, skill)) > 1.2 * worth(broken_by(ABOVE, skill))
    there = maker_of(Layout.of({"5": BESIDE, "6": ABOVE, "7": Point(0.4, 0.2)}))
    assert next(iter(break_balls(there, ("5", "6", "7")))) == "5"


def test_a_ball_in_the_rack_breaks_nothing() -> None:
    assert broken_by(Point(FOOT.x + 0.05, FOOT.y)).values.max() == 0.0


def test_hard_beats_soft_where_the_cue_ball_meets_the_side_of_the_pack() -> None:
    place = Point(FOOT.x - 0.24, FOOT.y + 0.42)
    layout = racked_again(TABLE, "1", Layout.of({"1": BESIDE})).layout.changed({CUE: place})
    values = []
    for speed in (1.3, 4.6):
        maker = reading(maker_of(layout, BEST), breaking=True)
        know_nothing(maker)
        maker = replace(maker, tries=maker.tries._replace(speeds=np.array((speed,))))
        found = maker.outlook(layout, layout.objects, [Way("1", READ, ONE)], pocket="foot-left")
        assert found.shot is not None and found.shot.pot > 0.9
        values.append(found.values[0] * RACK)
    assert values[1] > values[0] + 2.0


def test_a_break_shot_opens_the_rack() -> None:
    run = search(Question(TABLE, "straight-pool", BREAK, "", STRONG, Physics()), 2.0)
    assert set(run.maker.maps) == {run.start}
    assert {way.ball for way in run.ways(run.start)} == {"15"}
    found = run.outlook()
    assert found.shot is not None and found.shot.ball == "15"
    assert 3.0 < found.values[0] * RACK < 2 * RACK
    motion = struck(run.maker, BREAK, found.shot, np.random.default_rng(1))
    there = dict(BREAK.places)
    moved = [ball for ball, place in motion.after.places if ball != CUE and place != there[ball]]
    assert len(moved) >= 3
    straight = BREAK.changed({CUE: Point(1.71, 0.553)})  # behind it: the cue ball cannot come to the rack
    past = run.outlook(straight)
    assert past.values[0] < 0.6 * found.values[0]


def test_of_a_standing_rack_only_the_shot_into_it_is_mapped() -> None:
    asked = Question(TABLE, "straight-pool", BREAK, "", STRONG, Physics())
    named = search(asked, 2.0, through="3")
    assert {way.ball for way in named.ways(named.start)} == {"15", "3"}
    closed = search(replace(asked, layout=racked(TABLE, "straight-pool")), 2.0)
    assert len(closed.ways(closed.start)) == RACK


def test_a_professional_with_a_perfect_break_ball_is_promised_more_than_a_starter() -> None:
    promised = []
    for skill in (STARTER, STRONG, BEST):
        run = search(Question(TABLE, "straight-pool", BREAK, "", skill, Physics()), 2.0)
        promised.append(run.outlook().values[0] * RACK)
    assert promised == sorted(promised)
    assert promised[0] < 5 and promised[-1] > 12


def test_a_ball_nudged_off_the_way_is_worth_more_than_nothing() -> None:
    """The 2 lies in the way of the 1; a stroke that moves it away is read as what it leaves."""
    shut = Layout.of(
        {"1": Point(2.2, 0.2), "2": Point(2.3, 0.135), "3": Point(1.2, 0.9), CUE: Point(1.7, 0.6)}
    )
    free = shut.changed({"2": Point(2.1, 0.9)})
    rows = [at_a_glance(maker_of(one, BEST), one.objects, np.array([one.cue])) for one in (shut, free)]
    assert rows[1][0, 0] > rows[0][0, 0]


def test_the_first_ending_is_by_the_ball_beside_the_rack() -> None:
    layout = Layout.of({"4": BESIDE, "7": Point(FOOT.x - 0.3, 0.9), "11": ABOVE, CUE: Point(0.7, 0.7)})
    maker = maker_of(layout, BEST, 0.14)
    broken = {ball: break_map(maker, ball) for ball in layout.objects}
    found = endings(maker, layout.objects, broken)
    assert found[0].break_ball == "4" and found[0].worth >= found[-1].worth
    assert {one.break_ball for one in found} <= set(layout.objects)


@pytest.mark.parametrize("count", [2, 5, 9, 15])
def test_every_ball_is_in_the_order_once(count: int) -> None:
    names = [str(n) for n in range(1, count + 1)]
    run = search(Question(TABLE, "straight-pool", strewn(count, names), "", BEST, Physics()), 1.6)
    legs = proposed(run)
    order = order_of(run, legs)
    assert sorted(order) == sorted(names)
    assert [leg.shot.ball for leg in legs] == list(order[: len(legs)])
    assert run.kept in ((), order[-1:])


def test_runs_from_a_broken_rack_come_as_promised() -> None:
    """Balls of the rack that follow one stroke, each chosen by a glance, against the glance before it."""
    rng, gaps = random.Random(4), []
    for seed in range(30):
        layout = strewn(500 + seed, [str(n) for n in range(1, 9)])
        promised = at_a_glance(maker_of(layout, BEST), layout.objects, np.array([layout.cue]))
        own = promised[0, 0] * RACK - promised[1, 0] * (1 + later(TABLE, BEST, Physics()))
        gaps.append(own - _played(layout, rng.randrange(2**31)))
    assert abs(float(np.mean(gaps))) < 1.2


def _played(layout: Layout, seed: int) -> float:
    """Balls potted until one is left or a pot fails."""
    rng, potted = np.random.default_rng(seed), 0
    while layout.cue is not None and len(layout.objects) > 1:
        maker = reading(maker_of(layout, BEST), breaking=False)
        know_nothing(maker)
        ways = [Way(ball, READ, ONE) for ball in layout.objects]
        shot = maker.outlook(layout, layout.objects, ways, (seed, potted), valuing=1, closer=1).shot
        if shot is None:
            break
        came = straight_follow(("", *layout.objects), shot, struck(maker, layout, shot, rng))
        if came.verdict == "over":
            break
        potted += round(came.points[0] * RACK)
        layout = came.layout
    return potted


def test_several_grids_are_filled_as_each_by_itself() -> None:
    rng = np.random.default_rng(1)
    grids, covered = rng.random((3, 7, 5)), rng.random((7, 5)) < 0.2
    assert filled(grids, covered) == pytest.approx(np.array([filled(grid, covered) for grid in grids]))


def test_a_team_is_worth_what_its_two_players_are() -> None:
    """Two alike are one player; with a weaker partner a run is worth less, and less again with two such."""
    layout = strewn(61, [str(n) for n in range(1, 5)])
    worths = []
    for own, partner in ((BEST, None), (BEST, BEST), (BEST, STRONG), (STRONG, STRONG)):
        asked = Question(TABLE, "straight-pool", layout, "", own, Physics(), partner)
        worths.append(search(asked, 1.6).outlook().values[0])
    assert worths[0] == pytest.approx(worths[1], rel=0.02)
    assert worths[1] > worths[2] > worths[3]
