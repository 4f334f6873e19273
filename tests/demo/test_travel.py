"""The demo's straight travel against the mirror construction."""

import math
import random
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from aretane.core.geometry import Point
from aretane.core.layout import Layout
from aretane.core.table import table_for
from aretane.demo.generate import rack_diamond, rounded, spot
from aretane.demo.travel import travel

NINE = table_for("pool-9")
R = NINE.cue_ball_radius
EMPTY = Layout(())
inside = st.builds(Point, st.floats(0.1, 2.4), st.floats(0.1, 1.1))


def test_a_free_path_is_straight_and_as_long_as_asked() -> None:
    path = travel(NINE, EMPTY, Point(0.5, 0.5), 0.3, 1.0)
    assert path.via == ()
    assert path.clear
    assert path.end.distance(Point(0.5, 0.5)) == pytest.approx(1.0)


@given(inside, inside)
def test_one_rail_goes_where_the_mirror_says(start: Point, target: Point) -> None:
    # One-rail bank or kick without spin: reflect the target in the line one ball radius inside the
    # cushion nose (mirror construction, geometry).
    mirrored = Point(target.x, 2 * (NINE.width - R) - target.y)
    leg = mirrored.minus(start)
    path = travel(NINE, EMPTY, start, leg.angle, leg.norm)
    assert len(path.via) == 1
    assert path.via[0].y == pytest.approx(NINE.width - R)
    assert path.end.distance(target) < 1e-9


@given(inside, st.floats(-3.1, 3.1), st.floats(0.1, 6))
def test_the_ball_never_leaves_the_table_and_the_path_is_as_long_as_asked(
    start: Point, direction: float, distance: float
) -> None:
    path = travel(NINE, EMPTY, start, direction, distance)
    stops = [start, *path.via, path.end]
    for stop in stops:
        assert NINE.holds("cue", stop, 1e-9)
    walked = sum(a.distance(b) for a, b in pairwise(stops))
    assert math.isclose(walked, distance, abs_tol=1e-6)


def test_a_ball_in_the_way_stops_the_path_at_contact() -> None:
    wall = Layout.of({"5": Point(1.5, 0.5)})
    path = travel(NINE, wall, Point(0.5, 0.5), 0.0, 2.0)
    assert not path.clear
    assert path.end.x == pytest.approx(1.5 - R - NINE.ball_radius)


def test_the_rack_is_a_touching_diamond_with_its_two_fixed_balls() -> None:
    # Nine-ball: the 1 on the foot spot, the 9 in the middle (WPA rules of play, memory).
    for seed in range(5):
        rack = rack_diamond(NINE, random.Random(seed))
        assert sorted(rack) == [str(n) for n in range(1, 10)]
        assert rack["1"] == NINE.foot_spot
        middle = Point(sum(p.x for p in rack.values()) / 9, sum(p.y for p in rack.values()) / 9)
        assert rack["9"].distance(middle) < 1e-9
        near = [
            a for a in rack for b in rack if a != b and rack[a].distance(rack[b]) < 2.02 * NINE.ball_radius
        ]
        assert all(near.count(ball) >= 2 for ball in rack)


@given(inside)
def test_places_survive_a_trip_through_the_file(place: Point) -> None:
    once = rounded(place)
    assert rounded(once) == once
    assert spot(once) == spot(place)
    assert once.distance(place) < 0.0001
