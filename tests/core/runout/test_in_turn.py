"""Strokes that move balls in rotation: read at a glance, held to maps of what they left."""

import numpy as np
import pytest

from aretane.core.equipment.layout import Layout
from aretane.core.games.nine_ball import NINE_BALL
from aretane.core.geometry import Point
from aretane.core.motion.play import Ends
from aretane.core.runout import Maker, Run, rotation_run
from aretane.core.runout.left import worths_after
from aretane.core.runout.maps import TOUCHED
from aretane.core.runout.playout import struck
from aretane.core.skill import PRESETS
from tests.core.runout.layouts import TABLE, scattered

BEST = PRESETS["professional"]
OPEN = Layout.of(
    {
        "cue": Point(0.9, 0.6), "7": Point(1.3, 0.3), "8": Point(1.9, 0.9), "9": Point(0.6, 0.35),
    }
)  # fmt: skip
TIED = OPEN.changed({"8": Point(1.27, TABLE.width - 0.0286), "9": Point(1.27, TABLE.width - 0.0858)})
"""The 8 is frozen to the long rail behind the 9: it goes along the rail alone."""


def run_of(layout: Layout, coarser: float = 1.5) -> Run:
    order = sorted(layout.objects)
    return rotation_run(Maker(TABLE, layout, BEST, coarser * NINE_BALL.spacing), order)


def ended(layout: Layout, after: Layout) -> Ends:
    """The end of one strike that leaves `after`; every ball of the layout was met."""
    names = ("cue", *layout.objects)
    left = dict(after.places)
    places = np.array([[tuple(left.get(name, (0.0, 0.0))) for name in names]])
    fates = np.array([[-1 if name in left else 0 for name in names]])
    none, met = np.zeros((1, len(names)), np.int64), np.ones((1, len(names)), np.int64)
    flat = np.zeros(1, np.int64)
    return Ends(names, places, fates, none, none, met, none, flat, flat, np.zeros(1, np.bool_))


def worth_left(run: Run, after: Layout) -> float:
    """What follows the pot of the next ball that leaves `after`."""
    layout, (way,) = run.maker.layout, run.chart.ways
    return float(worths_after(run.maker, layout, way, ended(layout, after), np.array([True]))[0])


def test_where_every_ball_lies_as_it_lay_the_map_is_believed() -> None:
    run = run_of(OPEN)
    after = OPEN.without(["7"])
    (way,) = run.chart.ways
    assert after.cue is not None and way.then is not None
    says = run.maker.maps[way.then].at(after.cue)
    assert says > 0.3
    assert worth_left(run, after) == pytest.approx(says)


def test_balls_that_were_tied_and_lie_open_are_worth_more() -> None:
    """A break-out is worth something, and most of what the open table is worth."""
    run, after = run_of(TIED), TIED.without(["7"])
    tied = worth_left(run, after)
    opened = worth_left(run, after.changed({"8": Point(1.6, 0.9), "9": Point(0.9, 0.9)}))
    assert opened > tied + 0.3


def test_a_next_ball_that_is_hidden_now_is_worth_less() -> None:
    run, after = run_of(OPEN), OPEN.without(["7"])
    behind = after.changed({"9": Point(1.86, 0.887)})  # close to the 8, between it and the cue ball
    assert worth_left(run, behind) < worth_left(run, after) - 0.2


def test_a_ball_that_moved_without_harm_costs_little() -> None:
    run, after = run_of(OPEN), OPEN.without(["7"])
    beside = after.changed({"9": Point(0.65, 0.4)})
    assert worth_left(run, beside) == pytest.approx(worth_left(run, after), abs=0.05)


def test_a_look_at_a_table_where_balls_were_moved_before_counts_them_too() -> None:
    """The map is of the balls where they lay; the later balls lie tied since."""
    run = run_of(OPEN)
    now = TIED.changed({"cue": OPEN.cue})
    assert run.outlook(now).values[0] < run.outlook(OPEN).values[0] - 0.2


def test_it_is_nearer_to_maps_of_what_strokes_leave_than_a_share_of_the_old_map() -> None:
    """Strokes of the plan from anywhere, with the player's errors, that moved a ball."""
    read, shared = [], []
    rng = np.random.default_rng(950)
    for number in range(950, 959):
        run = run_of(scattered(number, 3)[0], coarser=1.0)
        chart, layout = run.chart, run.maker.layout
        (way,), found = chart.ways, 0
        for _ in range(60):
            i, j = (int(rng.integers(size)) for size in chart.errors.shape)
            shot = chart.shot(i, j)
            if shot is None or found == 4:
                continue
            before = layout.changed({"cue": chart.node(i, j)})
            motion = struck(run.maker, before, shot, rng)
            after, was = motion.after, dict(before.places)
            alike = all(place.distance(was[ball]) < 1e-3 for ball, place in after.places if ball != "cue")
            if after.cue is None or dict(motion.potted) != {shot.ball: shot.pocket} or alike:
                continue
            found += 1
            truth = run_of(after, coarser=1.0).chart.at(after.cue)
            assert way.then is not None
            shared.append(TOUCHED * run.maker.maps[way.then].at(after.cue) - truth)
            read.append(worth_left(run, after) - truth)
    assert len(read) > 20
    assert np.square(read).mean() < 0.5 * np.square(shared).mean()
