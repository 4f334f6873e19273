"""Tables and units against published measures."""

import math

import pytest

from aretane.core import units
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.table import POCKETS, TABLES, table_for
from aretane.core.geometry import Point

NINE = table_for("pool-9")


def test_nine_foot_table_is_100_by_50_inches() -> None:
    # WPA tournament table and equipment specifications (memory): 100 x 50 in nose to nose.
    assert pytest.approx(units.inches(100)) == NINE.length
    assert pytest.approx(units.inches(50)) == NINE.width


def test_ball_is_two_and_a_quarter_inches() -> None:
    # WPA (memory): 2 1/4 in.
    assert 2 * NINE.ball_radius == pytest.approx(units.inches(2.25))


def test_diamonds_stand_twelve_and_a_half_inches_apart() -> None:
    # WPA (memory): 12.5 in on a 9-ft table.
    assert NINE.diamond == pytest.approx(units.inches(12.5))
    assert units.diamonds(units.inches(25), NINE.length) == pytest.approx(2)


@pytest.mark.parametrize("size", TABLES)
def test_mouths_are_as_wide_as_stated(size: str) -> None:
    table = TABLES[size]
    for name in POCKETS:
        a, b = table.pockets[name].points
        wanted = table.side_mouth if table.pockets[name].is_side else table.corner_mouth
        assert a.distance(b) == pytest.approx(wanted)
        assert table.pockets[name].mouth.distance(Point((a.x + b.x) / 2, (a.y + b.y) / 2)) < 1e-12


def test_pocket_axes_lead_off_the_table() -> None:
    for pocket in NINE.pockets.values():
        out = Point(math.cos(pocket.axis), math.sin(pocket.axis))
        centre = Point(NINE.length / 2, NINE.width / 2)
        assert out.dot(pocket.mouth.minus(centre)) > 0


def test_marks_stand_a_quarter_of_the_length_in() -> None:
    # WPA (memory): foot spot and head string a quarter of the length from their rail.
    assert NINE.foot_spot.x == pytest.approx(NINE.length - NINE.length / 4)
    assert NINE.head_string == pytest.approx(NINE.length / 4)


def test_own_openings_are_taken_and_bad_ones_named() -> None:
    assert table_for("pool-9", corner_mouth=0.1016).corner_mouth == 0.1016
    with pytest.raises(ValueError, match=r"corner pocket opening 40\.0 mm"):
        table_for("pool-9", corner_mouth=0.04)
    with pytest.raises(ValueError, match="pool-12"):
        table_for("pool-12")


def test_a_layout_names_balls_off_the_table_and_overlaps() -> None:
    layout = Layout.of({"cue": Point(0.01, 0.3), "1": Point(1, 0.5), "2": Point(1.05, 0.5)})
    words = [fault.words for fault in layout_faults(NINE, layout)]
    assert len(words) == 2
    assert "the cue ball at (10.0, 300.0) mm is off the table" in words[0]
    assert "the 1 and the 2 overlap: centres 50.0 mm apart, at least 57.1 mm needed" in words[1]


def test_touching_balls_placed_to_the_millimetre_are_no_fault() -> None:
    layout = Layout.of({"1": Point(1, 0.5), "2": Point(1.057, 0.5)})
    assert layout_faults(NINE, layout) == []


def test_a_ball_hanging_in_the_jaws_is_on_the_table() -> None:
    mouth = NINE.pockets["side-left"].mouth
    assert NINE.holds("4", mouth)
    assert NINE.hanging_in("4", mouth) == "side-left"
    assert not NINE.holds("4", Point(0.8, NINE.width))


def test_no_ball_lies_inside_the_jaws_of_a_pocket() -> None:
    mouth = NINE.pockets["side-left"].mouth
    assert NINE.hanging_in("4", mouth.plus(Point(0.03, 0.01))) == "side-left"
    assert NINE.hanging_in("4", mouth.plus(Point(0.065, 0.06))) is None


def test_layout_changes_leave_the_first_value_alone() -> None:
    first = Layout.of({"cue": Point(1, 0.5), "1": Point(0.5, 0.5)})
    second = first.changed({"1": None, "2": Point(2, 0.5)})
    assert list(first) == ["1", "cue"]
    assert list(second) == ["2", "cue"]
    assert second.objects == ("2",)
