"""Aim and pocket windows against handbook geometry, Shapely and brute force."""

import math
import random

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Polygon
from shapely import Point as Spot

from aretane.core.aiming.aim import aim_at, fullness, rolling_deflection
from aretane.core.aiming.pocket_window import clean_window, pocket_window
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.table import POCKETS, table_for
from aretane.core.geometry import Point, unit
from aretane.core.skill import PRESETS

Array = np.ndarray
STEP = 0.001  # m
NINE = table_for("pool-9")
R = NINE.ball_radius
STRONG = PRESETS["strong"]


@pytest.mark.parametrize(
    ("degrees", "wanted"),
    [(0.0, 1.0), (14.48, 0.75), (30.0, 0.5), (48.59, 0.25), (61.04, 0.125)],
)
def test_fullness_of_the_handbook_cuts(degrees: float, wanted: float) -> None:
    # f = 1 - sin(cut): three-quarter 14.48, half 30, quarter 48.59, eighth 61.04 degrees (geometry).
    assert fullness(math.radians(degrees)) == pytest.approx(wanted, abs=1e-4)
    assert fullness(math.radians(-degrees)) == pytest.approx(wanted, abs=1e-4)


def test_rolling_path_bends_by_the_published_angles() -> None:
    # Alciatore, technical proofs (memory): 33.67 degrees at the half ball, at most 33.75 near 28.1.
    assert math.degrees(rolling_deflection(math.radians(30))) == pytest.approx(33.67, abs=0.005)
    angles = [math.degrees(rolling_deflection(math.radians(c / 10))) for c in range(0, 900)]
    assert max(angles) == pytest.approx(33.75, abs=0.01)
    assert angles.index(max(angles)) / 10 == pytest.approx(28.1, abs=0.2)
    # the "30 degree rule": 27 to 34 from quarter to three-quarter ball
    for cut in (14.48, 48.59):
        assert 27 <= math.degrees(rolling_deflection(math.radians(cut))) <= 34


def half_ball_layout() -> tuple[Layout, Point]:
    """A 1 ball straight in line with a corner, the cue ball 30 degrees off that line, to its left."""
    ball = Point(1.9, 0.635)
    window = pocket_window(NINE, Layout.of({"1": ball}), "1", NINE.pockets["foot-left"])
    ghost = ball.minus(unit(window.direction).times(2 * R))
    cue = ghost.minus(unit(window.direction - math.radians(30)).times(0.5))
    return Layout.of({"cue": cue, "1": ball}), ghost


def test_a_half_ball_cut_measures_thirty_degrees_from_the_left() -> None:
    layout, ghost = half_ball_layout()
    aim = aim_at(NINE, layout, "1", "foot-left")
    assert math.degrees(aim.cut) == pytest.approx(30, abs=1e-9)
    assert aim.fullness == pytest.approx(0.5)
    assert aim.ghost.distance(ghost) < 1e-12
    assert aim.cue_distance == pytest.approx(0.5)
    assert aim.chance is None


def test_ghost_ball_lies_one_diameter_behind_on_the_line() -> None:
    # Ghost ball: one ball diameter behind the object ball on the line to the target (geometry).
    layout, _ = half_ball_layout()
    aim = aim_at(NINE, layout, "1", "foot-left")
    ball = layout.get("1")
    assert ball is not None
    assert aim.ghost.distance(ball) == pytest.approx(2 * R)
    assert ball.minus(aim.ghost).angle == pytest.approx(aim.window.direction)


def test_tangent_line_is_square_to_the_object_balls_path() -> None:
    # Stun: 90 degrees to the object ball's line, equal masses, elastic.
    layout, _ = half_ball_layout()
    aim = aim_at(NINE, layout, "1", "foot-left")
    assert aim.tangent is not None
    assert aim.rolling is not None
    assert unit(aim.tangent).dot(unit(aim.window.direction)) == pytest.approx(0, abs=1e-12)
    approach = aim.window.direction - aim.cut
    assert abs(aim.rolling - approach) == pytest.approx(rolling_deflection(aim.cut))
    assert (aim.tangent - approach) * (aim.rolling - approach) > 0


def layouts(count: int, seed: int) -> list[Layout]:
    rng = random.Random(seed)
    found: list[Layout] = []
    while len(found) < count:
        balls = {
            name: Point(rng.uniform(0.03, 2.51), rng.uniform(0.03, 1.24))
            for name in ("cue", "1", "2", "3", "4")
        }
        if not layout_faults(NINE, Layout.of(balls)):
            found.append(Layout.of(balls))
    return found


def inside_mouth(start: Point, direction: float, a: Point, b: Point) -> bool:
    """Whether a ball rolled that way crosses the mouth clear of both points, by Shapely."""
    path = LineString([start, start.plus(unit(direction).times(4))])
    return bool(
        path.crosses(LineString([a, b]))
        and path.distance(Spot(a)) >= R - 1e-9
        and path.distance(Spot(b)) >= R - 1e-9
    )


def test_the_clean_window_is_what_shapely_lets_through() -> None:
    checked = 0
    for layout in layouts(6, 4):
        place = layout.get("1")
        assert place is not None
        for pocket in NINE.pockets.values():
            reference, window = clean_window(pocket, place, R)
            for i in range(-60, 61):
                offset = i * math.radians(0.25)
                passes = inside_mouth(place, reference + offset, *pocket.points)
                if window is None:
                    assert not passes
                    continue
                near_edge = min(abs(offset - window.lo), abs(offset - window.hi)) < 1e-4
                if not near_edge:
                    assert passes == (window.lo < offset < window.hi)
                    checked += 1
    assert checked > 1500


def test_blockers_are_the_balls_that_shapely_finds_in_the_way() -> None:
    seen = 0
    for layout in layouts(60, 9):
        for name in POCKETS:
            window = pocket_window(NINE, layout, "1", NINE.pockets[name])
            if window.whole is None:
                continue
            place = layout.get("1")
            assert place is not None
            for other in ("2", "3", "4"):
                at = layout.get(other)
                assert at is not None
                lo, hi = (window.reference + edge for edge in window.whole)
                far = NINE.pockets[name].mouth.distance(place)
                fan = [place.plus(unit(lo + (hi - lo) * k / 20).times(far)) for k in range(21)]
                swept = Polygon([place, *fan]).buffer(R)
                clear = swept.distance(Spot(at)) - R
                if clear > 0.004:
                    assert other not in window.blockers
                elif clear < -0.004 and place.distance(at) < far - 2 * R:
                    assert other in window.blockers
                    seen += 1
    assert seen > 30


def test_a_ball_in_the_way_closes_the_pocket_and_is_named() -> None:
    layout = Layout.of({"cue": Point(0.6, 0.635), "1": Point(1.9, 0.635), "2": Point(2.2, 0.94)})
    aim = aim_at(NINE, layout, "1", "foot-left")
    assert aim.window.blockers == ("2",)
    assert aim.window.open_share == 0
    assert not aim.possible


def test_a_hidden_object_ball_names_what_hides_it() -> None:
    layout = Layout.of({"cue": Point(0.6, 0.635), "1": Point(1.9, 0.635), "2": Point(1.2, 0.635)})
    aim = aim_at(NINE, layout, "1", "foot-left")
    assert aim.cue_blockers == ("2",)


def test_a_half_open_pocket_is_between_nothing_and_all() -> None:
    layout = Layout.of({"cue": Point(0.6, 0.3), "1": Point(1.9, 0.635), "2": Point(2.165, 0.972)})
    aim = aim_at(NINE, layout, "1", "foot-left")
    assert 0 < aim.window.open_share < 1


def test_a_ball_not_on_the_table_is_named() -> None:
    with pytest.raises(KeyError, match="7"):
        aim_at(NINE, Layout.of({"cue": Point(1, 0.5)}), "7", "foot-left")
    with pytest.raises(KeyError, match="cue"):
        aim_at(NINE, Layout.of({"7": Point(1, 0.5)}), "7", "foot-left")


places = st.tuples(st.floats(0.03, 2.51), st.floats(0.03, 1.24)).map(lambda p: Point(*p))


@settings(max_examples=150, deadline=None)
@given(st.lists(places, min_size=2, max_size=6, unique=True))
def test_mirrored_layouts_measure_the_same(points: list[Point]) -> None:
    names = ("cue", "1", "2", "3", "4", "5")
    layout = Layout.of(dict(zip(names, points, strict=False)))
    if layout_faults(NINE, layout):
        return
    mirrored = Layout.of({ball: Point(p.x, NINE.width - p.y) for ball, p in layout.places})
    for left, right in (("foot-left", "foot-right"), ("side-left", "side-right")):
        a = aim_at(NINE, layout, "1", left)  # type: ignore[arg-type]
        b = aim_at(NINE, mirrored, "1", right)  # type: ignore[arg-type]
        assert a.cut == pytest.approx(-b.cut, abs=1e-7)
        assert 0 <= a.window.open_share <= 1 + 1e-12
        assert 0 <= a.cue_open_share <= 1 + 1e-12
