"""Aim and pocket windows against handbook geometry, Shapely and brute force."""

import math
import random
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.stats import norm
from shapely import LineString, Polygon
from shapely import Point as Spot

from aretane.core.aim import aim_at, best_pots, fullness, rolling_deflection
from aretane.core.geometry import Point, unit
from aretane.core.layout import Layout, layout_faults
from aretane.core.pocket_window import clean_window, pocket_window
from aretane.core.skill import PRESETS, Skill
from aretane.core.table import POCKETS, PocketName, table_for

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


def rolled_in(layout: Layout, pocket: PocketName, aims: Array) -> Array:
    """The slow twin: roll the cue ball in small steps, then the object ball, and look what it meets.

    Takes aim angles (n,) and says for each whether the ball goes clean into the pocket.
    """
    cue, ball = np.array(layout.cue), np.array(layout.get("1"))
    others = [np.array(at) for name, at in layout.places if name not in ("cue", "1")]

    def steps(start: Array, angles: Array, until: float, stop: Array | None) -> tuple[Array, Array]:
        at, alive = np.tile(start, (len(angles), 1)), np.ones(len(angles), bool)
        ahead = np.stack([np.cos(angles), np.sin(angles)], axis=1) * STEP
        going = np.ones(len(angles), bool)
        for _ in range(int(until / STEP)):
            at[going] += ahead[going]
            for other in others:
                alive &= ~(going & (np.hypot(*(at - other).T) < 2 * R))
            if stop is not None:
                going &= np.hypot(*(at - stop).T) > 2 * R
            going &= alive
        return at, alive & (~going if stop is not None else going)

    at, struck = steps(cue, aims, float(np.hypot(*(ball - cue))), ball)
    back = np.stack([np.cos(aims), np.sin(aims)], axis=1) * STEP
    for _ in range(14):  # the last step overshoots: halve back to the contact
        back /= 2
        near = np.hypot(*(at - ball).T) < 2 * R
        at -= np.where(near[:, None], back, -back)
    lines = np.arctan2(*(ball - at).T[::-1])
    mouth = np.array(NINE.pockets[pocket].mouth)
    _, passes = steps(ball, lines, float(np.hypot(*(ball - mouth))), None)
    start = Point(*ball)
    points = NINE.pockets[pocket].points
    goes_in = np.array([inside_mouth(start, float(line), *points) for line in lines])
    return struck & passes & goes_in


def test_the_closed_form_agrees_with_rolling_the_balls_in_steps() -> None:
    worst, compared = 0.0, 0
    skill = Skill("test", "test", math.radians(0.5))
    for layout in layouts(14, 21):
        for aim in best_pots(NINE, layout, "1", skill)[:2]:
            chance = aim.chance
            assert chance is not None
            if not 0.05 < chance < 0.95 or aim.cue_distance < 0.1:
                continue
            cue = layout.cue
            assert cue is not None
            meant = middle_of_best(layout, aim.pocket)
            aims = meant + norm.ppf((np.arange(400) + 0.5) / 400) * skill.aim
            hits = rolled_in(layout, aim.pocket, aims)
            worst = max(worst, abs(float(hits.mean()) - chance))
            compared += 1
    assert compared >= 6
    assert worst < 0.03


def middle_of_best(layout: Layout, pocket: PocketName) -> float:
    """The aim in the middle of the widest run of aims that pot, by scanning."""
    cue, ball = layout.cue, layout.get("1")
    assert cue is not None
    assert ball is not None
    centre = ball.minus(cue).angle
    half = math.asin(2 * R / cue.distance(ball))
    grid = centre + half * np.linspace(-1, 1, 1601)
    good = rolled_in(layout, pocket, grid)
    runs, start = [], None
    for k, hit in enumerate([*good, False]):
        if hit and start is None:
            start = k
        elif not hit and start is not None:
            runs.append((k - start, float(grid[start] + grid[k - 1]) / 2))
            start = None
    return max(runs)[1]


def test_a_better_player_never_has_the_smaller_chance() -> None:
    order = ["starter", "regular", "strong", "advanced", "professional"]
    for layout in layouts(40, 33):
        chances = [aim_at(NINE, layout, "1", "foot-left", PRESETS[level]).chance for level in order]
        # with several gaps to aim at, a wild aim may fall in a second one; the margin allows for it
        assert all(b >= a - 0.01 for a, b in pairwise(chances))  # type: ignore[operator]


def test_a_ball_in_the_way_closes_the_pocket_and_is_named() -> None:
    layout = Layout.of({"cue": Point(0.6, 0.635), "1": Point(1.9, 0.635), "2": Point(2.2, 0.94)})
    aim = aim_at(NINE, layout, "1", "foot-left", STRONG)
    assert aim.window.blockers == ("2",)
    assert aim.window.open_share == 0
    assert aim.chance == 0
    assert not aim.possible


def test_a_hidden_object_ball_names_what_hides_it() -> None:
    layout = Layout.of({"cue": Point(0.6, 0.635), "1": Point(1.9, 0.635), "2": Point(1.2, 0.635)})
    aim = aim_at(NINE, layout, "1", "foot-left", STRONG)
    assert aim.cue_blockers == ("2",)
    assert aim.chance == 0


def test_a_half_open_pocket_is_between_nothing_and_all() -> None:
    layout = Layout.of({"cue": Point(0.6, 0.3), "1": Point(1.9, 0.635), "2": Point(2.165, 0.972)})
    aim = aim_at(NINE, layout, "1", "foot-left", STRONG)
    assert 0 < aim.window.open_share < 1
    assert 0 < (aim.chance or 0) < 1


def test_a_frozen_pair_pots_only_along_its_own_line() -> None:
    mouth = NINE.pockets["foot-left"].mouth
    ball = Point(2.2, 0.9)
    line = mouth.minus(ball).angle
    on = Layout.of({"1": ball, "cue": ball.minus(unit(line).times(2 * R))})
    off = Layout.of({"1": ball, "cue": ball.minus(unit(line + 0.4).times(2 * R))})
    assert aim_at(NINE, on, "1", "foot-left", STRONG).chance == 1
    assert aim_at(NINE, off, "1", "foot-left", STRONG).chance == 0
    assert aim_at(NINE, on, "1", "foot-left").frozen


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
        a = aim_at(NINE, layout, "1", left, STRONG)  # type: ignore[arg-type]
        b = aim_at(NINE, mirrored, "1", right, STRONG)  # type: ignore[arg-type]
        assert a.cut == pytest.approx(-b.cut, abs=1e-7)
        assert a.chance == pytest.approx(b.chance, abs=1e-7)
        assert 0 <= (a.chance or 0) <= 1
        assert 0 <= a.window.open_share <= 1 + 1e-12
        assert 0 <= a.cue_open_share <= 1 + 1e-12
