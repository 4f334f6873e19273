"""What passes where, and which balls are tied up: hand-made layouts with plain answers."""

import pytest

from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point
from aretane.core.patterns.clusters import OPEN, clusters, passages
from tests.core.runout.layouts import TABLE

WIDTH = 2 * TABLE.ball_radius
MIDDLE = Point(1.27, 0.635)


def row(*gaps: float) -> Layout:
    """The cue ball far away, and balls in a line along the table with these gaps between them."""
    places, x = {"cue": Point(0.3, 0.2), "1": MIDDLE}, MIDDLE.x
    for number, gap in enumerate(gaps, start=2):
        x += WIDTH + gap
        places[str(number)] = Point(x, MIDDLE.y)
    return Layout.of(places)


def test_a_ball_alone_has_six_open_pockets() -> None:
    ways = passages(TABLE, row(), "1")
    assert len(ways) == 6 and all(way.open_share == 1.0 and way.blockers == () for way in ways)


def test_a_ball_against_another_loses_the_pockets_behind_it() -> None:
    ways = {way.pocket: way for way in passages(TABLE, row(0.0), "1")}
    behind = [ways["foot-left"], ways["foot-right"]]
    assert all(way.open_share == 0.0 and way.blockers == ("2",) for way in behind)
    assert all(ways[name].open_share == 1.0 for name in ("head-left", "head-right"))


def test_touching_balls_are_a_cluster_that_needs_a_ball_width() -> None:
    (one,) = clusters(TABLE, row(0.0))
    assert (
        one.balls == ("1", "2")
        and one.gap == pytest.approx(0.0, abs=1e-12)
        and one.needed == pytest.approx(WIDTH)
    )


def test_the_gap_still_needed_is_what_is_left_of_a_ball_width() -> None:
    (one,) = clusters(TABLE, row(0.02))
    assert one.gap == pytest.approx(0.02) and one.needed == pytest.approx(WIDTH - 0.02)


def test_balls_a_width_apart_are_no_cluster() -> None:
    assert clusters(TABLE, row(WIDTH + 0.001)) == ()


def test_what_hangs_together_is_one_cluster_and_the_rest_another() -> None:
    found = clusters(TABLE, row(0.01, 0.02, 0.5, 0.0))
    assert [one.balls for one in found] == [("1", "2", "3"), ("4", "5")]


def test_a_pair_that_takes_a_side_pocket_is_tied_until_a_ball_passes_between() -> None:
    """Side by side across the table, nearly a width apart: the corners stay open, the side is taken."""
    beside = Point(MIDDLE.x, MIDDLE.y + 1.95 * WIDTH)
    layout = Layout.of({"cue": Point(0.3, 0.2), "1": MIDDLE, "2": beside})
    corners = [way for way in passages(TABLE, layout, "1") if not way.pocket.startswith("side")]
    assert all(way.open_share >= OPEN for way in corners)
    assert [cluster.balls for cluster in clusters(TABLE, layout)] == [("1", "2")]
    apart = Layout.of({"cue": Point(0.3, 0.2), "1": MIDDLE, "2": Point(MIDDLE.x, MIDDLE.y + 2.01 * WIDTH)})
    assert clusters(TABLE, apart) == ()


def test_a_ball_that_is_not_there_is_named() -> None:
    with pytest.raises(KeyError, match="9"):
        passages(TABLE, row(), "9")
