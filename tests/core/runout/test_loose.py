"""Straight pool beyond the maps: racks to come, break shots, and a look one ball ahead."""

from dataclasses import replace

import numpy as np
import pytest

from aretane.core.chance.direct import likeliest
from aretane.core.chance.finer import compensated
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.racking import packed, racked_again
from aretane.core.games.setting_up import racked
from aretane.core.geometry import Point
from aretane.core.motion import Motion, Physics, Strike, play
from aretane.core.motion.ready import ready
from aretane.core.runout.games import Question, search
from aretane.core.runout.grid import filled
from aretane.core.runout.loose import (
    RACK,
    SPREAD,
    UNTOUCHED,
    ahead,
    breaking,
    chain,
    know_other_racks,
    rack_of,
    spread_rack,
    usual_run,
)
from aretane.core.runout.maps import Maker, PlannedShot, Way
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.runout.layouts import TABLE, strewn

STRONG = PRESETS["strong"]
BREAK = racked_again(TABLE, "15", Layout.of({"15": Point(1.97, 0.38)})).layout.changed(
    {CUE: Point(1.5, 0.41)}
)


def struck(layout: Layout, shot: PlannedShot) -> Motion:
    """The shot without error."""
    plain = Strike(shot.speed, 0.0, shot.side, shot.height)
    at = ready(TABLE, layout, Physics())
    return play(TABLE, layout, compensated(plain, shot.direction, at))


def test_a_pack_is_told_from_balls_that_lie_about() -> None:
    assert packed(TABLE, racked(TABLE, "straight-pool"))
    assert packed(TABLE, BREAK)
    assert not packed(TABLE, spread_rack(TABLE))
    assert not packed(TABLE, Layout.of({"1": TABLE.foot_spot}))


def test_a_loose_rack_is_a_layout() -> None:
    loose = spread_rack(TABLE)
    assert len(loose.objects) == RACK - 1 and not layout_faults(TABLE, loose)


def test_better_players_go_on_more_often() -> None:
    chances = [usual_run(TABLE, PRESETS[level], Physics()) for level in ("regular", "strong", "advanced")]
    assert chances == sorted(chances) and chances[0] > 0.3 and chances[-1] < 0.95


def test_balls_to_be_expected() -> None:
    assert rack_of(0.0) == 1.0 and rack_of(1.0) == RACK
    assert chain(0.5, 2) == pytest.approx(1.0 + 0.5 * 0.5 * rack_of(0.5))
    assert all(chain(0.8, more) > chain(0.8, more - 1) for more in range(2, RACK))


def test_a_break_shot_goes_into_the_rack() -> None:
    maker = Maker(TABLE, BREAK, STRONG, 0.3, finish=(0.0, 0.0))
    know_other_racks(maker, 0.7)
    balls = BREAK.objects
    into = breaking(maker).outlook(BREAK, balls, [Way("15", UNTOUCHED, (1.0 / RACK, 0.0))])
    assert into.shot is not None
    after = struck(BREAK, into.shot).after
    moved = [ball for ball in balls if ball in after and after.get(ball) != BREAK.get(ball)]
    assert "15" not in after and len(moved) >= 3
    assert into.values[0] * RACK > 1.5  # more than the one ball
    away = Point(1.71, 0.553)  # straight behind it: the cue ball cannot come to the rack
    straight = BREAK.changed({CUE: away})
    past = breaking(maker).outlook(straight, balls, [Way("15", UNTOUCHED, (1.0 / RACK, 0.0))])
    assert past.values[0] < into.values[0]


def test_of_a_standing_rack_only_the_shot_into_it_is_mapped() -> None:
    asked = Question(TABLE, "straight-pool", BREAK, "", STRONG, Physics())
    run = search(asked, 2.0)
    assert set(run.maker.maps) == {run.start}
    assert {way.ball for way in run.ways(run.start)} == {"15"}
    found = run.outlook()
    assert found.shot is not None and found.shot.ball == "15"
    assert 1.5 < found.values[0] * RACK < RACK
    named = search(asked, 2.0, through="3")
    assert {way.ball for way in named.ways(named.start)} == {"15", "3"}
    closed = search(replace(asked, layout=racked(TABLE, "straight-pool")), 2.0)
    assert len(closed.ways(closed.start)) == RACK


def test_a_look_ahead_leaves_easier_balls() -> None:
    """The likeliest pot after the shot chosen, against a player to whom all places are the same."""
    looked, blind = [], []
    for seed in range(24):
        layout = strewn(seed, [str(n) for n in range(1, 5)])
        maker = Maker(TABLE, layout, STRONG, 0.3, finish=(0.0, 0.0))
        know_other_racks(maker, 0.7)
        near, ways = ahead(maker, layout, 0.7)
        everywhere = [Way(ball, SPREAD, (1.0 / RACK, 0.0)) for ball in layout.objects]
        shots = [
            near.outlook(layout, layout.objects, ways).shot,
            maker.outlook(layout, layout.objects, everywhere).shot,
        ]
        if None in shots:
            continue
        for kept, shot in zip((looked, blind), shots, strict=True):
            assert shot is not None
            after = struck(layout, shot).after
            left = [likeliest(TABLE, after, ball, STRONG)[1] for ball in after.objects]
            kept.append(max(left) if CUE in after else 0.0)
    assert len(looked) > 12
    assert np.mean(looked) > np.mean(blind) + 0.05


def test_several_grids_are_filled_as_each_by_itself() -> None:
    rng = np.random.default_rng(1)
    grids, covered = rng.random((3, 7, 5)), rng.random((7, 5)) < 0.2
    assert filled(grids, covered) == pytest.approx(np.array([filled(grid, covered) for grid in grids]))
