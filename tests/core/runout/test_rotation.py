"""The chance map in rotation: sensible at the ends, the same on any threads, true when played out."""

from itertools import pairwise

import numpy as np
import pytest
from scipy.interpolate import RegularGridInterpolator

from aretane.core.equipment.layout import Layout
from aretane.core.games.nine_ball import NINE_BALL
from aretane.core.geometry import Point
from aretane.core.runout import ChanceMap, Maker, Run, rotation_run, state
from aretane.core.runout.kernel import worth_at
from aretane.core.runout.playout import played_out, rotation_follow
from aretane.core.skill import PRESETS, Skill
from tests.core.runout.layouts import TABLE, scattered

STRONG = PRESETS["strong"]


def test_the_value_between_nodes_is_bilinear() -> None:
    """scipy's interpolator is the reference."""
    rng = np.random.default_rng(2)
    grid, frame = rng.random((7, 5)), np.array((0.1, 0.2, 0.3, 0.25))
    x, y = 0.1 + 0.3 * np.arange(7), 0.2 + 0.25 * np.arange(5)
    reference = RegularGridInterpolator((x, y), grid)
    for px, py in rng.uniform((0.1, 0.2), (1.9, 1.2), (200, 2)):
        assert worth_at(grid, frame, px, py) == pytest.approx(float(reference((px, py))), abs=1e-4)
    assert worth_at(grid, frame, -5.0, 9.0) == pytest.approx(grid[0, -1], abs=1e-4)


def searched(layout: Layout, order: list[str], skill: Skill = STRONG, threads: int = 2) -> Run:
    """The run of a layout."""
    return rotation_run(Maker(TABLE, layout, skill, NINE_BALL.spacing, threads=threads), order)


def test_a_hanger_is_nearly_sure() -> None:
    layout = Layout.of({"9": Point(2.49, 0.05), "cue": Point(2.0, 0.5)})
    run = searched(layout, ["9"])
    found = run.outlook()
    assert found.values[0] > 0.95
    assert found.error < 0.02
    assert found.shot is not None and (found.shot.ball, found.shot.pocket) == ("9", "foot-right")
    assert run.chart.at(Point(2.0, 0.5)) == pytest.approx(found.values[0], abs=0.05)


def test_without_a_shot_the_chance_is_nothing_and_no_error() -> None:
    turns = np.arange(6) * np.pi / 3
    ring = {
        str(n + 1): Point(1.27 + 0.0575 * np.cos(k), 0.6 + 0.0575 * np.sin(k)) for n, k in enumerate(turns)
    }
    layout = Layout.of({**ring, "9": Point(2.3, 1.1), "cue": Point(1.27, 0.6)})
    found = searched(layout, ["9", *ring]).outlook()  # every way to the ball that is next is shut
    assert (found.values, found.error, found.shot) == ((0.0,), 0.0, None)


def test_the_same_answer_on_one_thread_and_on_two() -> None:
    layout, order = scattered(5, 3)
    one, two = searched(layout, order, threads=1).maker.maps, searched(layout, order).maker.maps
    assert one.keys() == two.keys()
    for at in one:
        assert np.array_equal(one[at].values, two[at].values)
        assert np.array_equal(one[at].best, two[at].best)


def test_a_better_player_finishes_more_often_from_anywhere() -> None:
    layout, order = scattered(6, 2)
    levels = ("starter", "regular", "strong", "advanced", "professional")
    means = [searched(layout, order, PRESETS[level]).chart.values.mean() for level in levels]
    assert means == sorted(means)
    assert means[-1] > 2 * means[0]


def test_values_are_chances_and_fewer_balls_are_easier() -> None:
    layout, order = scattered(7, 4)
    maps = list(searched(layout, order).maker.maps.values())
    for one in maps:
        assert ((one.values >= 0) & (one.values <= 1)).all()
        assert (one.errors >= 0).all()
    # The next ball's best place is the most one can hope for.
    best = [one.values.max() for one in reversed(maps)]
    assert all(a <= b + 0.05 for a, b in pairwise(best))


def test_maps_come_as_they_are_ready_and_the_work_can_be_stopped() -> None:
    layout, order = scattered(8, 3)
    seen: list[str] = []

    def told(chance_map: ChanceMap) -> None:
        seen.append(chance_map.ways[0].ball)
        if len(seen) == 2:
            raise InterruptedError

    with pytest.raises(InterruptedError):
        rotation_run(Maker(TABLE, layout, STRONG, NINE_BALL.spacing, report=told), order)
    assert seen == [order[2], order[1]]


def test_a_ball_that_is_not_there_is_named() -> None:
    layout, order = scattered(9, 2)
    with pytest.raises(KeyError, match="4"):
        searched(layout, [*order, "4"])


def test_the_order_of_ten_balls_is_that_of_their_numbers() -> None:
    assert state("", ["10", "9", "2"]) == ("", "2", "9", "10")


@pytest.mark.parametrize(
    ("seed", "count", "level"), [(11, 1, "regular"), (12, 3, "strong"), (14, 5, "advanced")]
)
def test_the_chance_is_what_comes_when_it_is_played_out(seed: int, count: int, level: str) -> None:
    """A few layouts, seeded; the bench does sixty at three levels."""
    layout, order = scattered(seed, count)
    run = searched(layout, order, PRESETS[level])
    found = run.outlook()
    came = played_out(run, rotation_follow, 300, (seed,)).mean()
    assert found.values[0] == pytest.approx(came, abs=0.1 + 2 * found.error)
