"""Every kind of intent against what came: hand-made places with answers one can see."""

from math import asin, degrees, radians

import pytest

from aretane.core.aiming.aim import Aim, aim_at
from aretane.core.aiming.intent import Fit, fit, hidden_share
from aretane.core.aiming.position import miss
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point, unit
from aretane.core.log.shot import Target

NINE = table_for("pool-9")
R = NINE.ball_radius
BALL = Point(1.9, 0.635)
POCKET = "foot-left"


def pot_from(cue: Point) -> tuple[Layout, Aim]:
    layout = Layout.of({"cue": cue, "5": BALL})
    return layout, aim_at(NINE, layout, "5", POCKET)


def behind(distance: float, aside: float) -> Point:
    """A place that far behind the ghost place of the pot, and to the left of its line (negative: right)."""
    _, aim = pot_from(Point(0.5, 0.5))
    line = aim.window.direction
    return aim.ghost.minus(unit(line).times(distance)).plus(unit(line + radians(90)).times(aside))


def came(target: Target, cue: Point, wanted: float | None = None) -> Fit | None:
    layout, aim = pot_from(cue)
    return fit(NINE, target, layout, miss(target, cue, 0.0), aim, wanted)


def test_arriving_anywhere_on_the_line_is_on_it() -> None:
    for far in (0.1, 0.5, 1.0):
        found = came(Target("line"), behind(far, 0.02))
        assert found and found.kept and found.off == pytest.approx(0.02, abs=1e-6)
    off = came(Target("line"), behind(0.5, -0.2))
    assert off and not off.kept and off.off == pytest.approx(0.2, abs=1e-6)
    assert off.place and off.place.distance(behind(0.5, 0.0)) < 1e-6


@pytest.mark.parametrize(
    ("aside", "side", "kept"), [(0.1, "left", True), (-0.1, "left", False), (-0.1, "right", True)]
)
def test_the_side_of_the_line_is_looking_at_the_pocket(aside: float, side: str, kept: bool) -> None:
    found = came(Target("side", side=side), behind(0.5, aside))  # type: ignore[arg-type]
    assert found and found.kept is kept
    assert found.off == pytest.approx(0.0 if kept else 0.1, abs=1e-6)


def test_either_of_two_places_is_measured_from_the_nearer() -> None:
    target = Target("either", Point(0.5, 0.5), Point(2.0, 1.0))
    found = came(target, Point(1.9, 1.0))
    assert found and found.off == pytest.approx(0.1) and found.place == Point(2.0, 1.0)
    assert not found.kept and came(target, Point(0.5, 0.51)).kept  # type: ignore[union-attr]


def test_the_angle_is_what_is_left_less_what_was_wanted() -> None:
    cue = behind(0.5, 0.5)
    _, aim = pot_from(cue)
    found = came(Target("angle"), cue, radians(30))
    assert found and degrees(found.turned or 0) == pytest.approx(degrees(abs(aim.cut)) - 30)
    assert found.kept == (abs(degrees(abs(aim.cut)) - 30) <= 15)
    assert came(Target("angle"), cue) is None


def test_a_zone_is_kept_out_of_or_entered_so_deep() -> None:
    zone = Target("avoid", Point(1.0, 0.5), Point(1.2, 0.5))
    clear, deep = came(zone, Point(1.3, 0.5)), came(zone, Point(1.05, 0.5))
    assert clear and clear.kept and clear.off == 0.0
    assert deep and not deep.kept and deep.off == pytest.approx(0.15)
    assert deep.place and deep.place.x == pytest.approx(1.2)


def test_a_place_for_an_object_ball_is_measured_on_that_ball() -> None:
    target = Target("ball", Point(1.9, 0.9), ball="5")
    found = came(target, Point(0.5, 0.5))
    assert found and found.measured == "ball" and found.off == pytest.approx(0.265) and not found.kept
    gone = fit(NINE, target, Layout.of({"cue": Point(1, 1)}), None, None, None)
    assert gone is None


def hiding(*others: Point) -> Layout:
    balls = {str(k + 6): place for k, place in enumerate(others)}
    return Layout.of({"cue": Point(0.5, 0.635), "5": Point(1.5, 0.635), **balls})


def test_a_ball_half_way_hides_the_whole_ball_behind_it() -> None:
    """A ball in the middle takes twice its own angle: more than the one behind it shows."""
    assert hidden_share(NINE, hiding(Point(1.0, 0.635)), "5") == pytest.approx(1.0)
    assert hidden_share(NINE, hiding(), "5") == 0.0
    assert hidden_share(NINE, hiding(Point(1.0, 1.1)), "5") == 0.0


def test_a_ball_beside_the_line_hides_what_its_tangents_say() -> None:
    """One edge of the blocker's shadow by hand: asin(2R/d) either side of its direction."""
    aside = 2 * R
    share = hidden_share(NINE, hiding(Point(1.0, 0.635 + aside)), "5")
    far = (0.5**2 + aside**2) ** 0.5
    low = asin(aside / far) - asin(2 * R / far)
    half = asin(2 * R / 1.0)
    assert share == pytest.approx((half - max(-half, low)) / (2 * half), abs=1e-9)
    snooker = Target("snooker", ball="5")
    found = fit(NINE, snooker, hiding(Point(1.0, 0.635)), None, None, None)
    assert found and found.kept and found.measured == "hidden"
    open_ = fit(NINE, snooker, hiding(), None, None, None)
    assert open_ and not open_.kept


def test_what_cannot_be_told_is_none() -> None:
    layout, aim = pot_from(Point(0.5, 0.5))
    for target in (Target(), Target("none"), Target("route", Point(1, 1), Point(1, 0.5)), Target("side")):
        assert fit(NINE, target, layout, None, aim, None) is None
    assert fit(NINE, Target("line"), layout, None, None, None) is None
    with pytest.raises(KeyError, match="9"):
        hidden_share(NINE, layout, "9")
