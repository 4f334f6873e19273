"""Counts of kicks and banks, against geometry by hand and against the simulated path."""

from dataclasses import replace
from math import atan2, degrees, pi

import pytest

from aretane.core.aiming.mirror import mirror, mirrors
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.kicks.against import Asked, NoKick, kicks
from aretane.core.kicks.numbers import corner_five
from aretane.core.motion import Physics
from aretane.core.motion.physics import IDEAL
from aretane.core.skill import PRESETS

TABLE = table_for("pool-9")
R = TABLE.ball_radius
D = TABLE.diamond


def asked(layout: dict[str, tuple[float, float]], **more: object) -> Asked:
    """A kick at the 5 over one rail, unless `more` says another."""
    places = Layout.of({ball: Point(*at) for ball, at in layout.items()})
    kick = Asked(TABLE, places, "5", None, 1, 1.5, 0.0, 0.0, PRESETS["strong"], Physics())
    return replace(kick, **more)  # type: ignore[arg-type]


def test_one_rail_is_reflected_in_the_line_a_ball_radius_inside_the_nose() -> None:
    """Mirror construction by hand: equal distances from the line, so it is met half way."""
    one = mirror(TABLE, Point(0.5, 0.5), Point(1.1, 0.5), ("right",), R)
    assert one is not None
    assert one.contacts[0] == Point(pytest.approx(0.8), pytest.approx(R))
    assert one.aim == pytest.approx(atan2(R - 0.5, 0.3))
    assert one.length == pytest.approx(2 * ((0.5 - R) ** 2 + 0.3**2) ** 0.5)


@pytest.mark.parametrize("count", [1, 2, 3, 4])
def test_every_rail_is_left_as_steeply_as_it_was_met(count: int) -> None:
    start, target = Point(0.7, 0.45), Point(1.9, 0.8)
    found = mirrors(TABLE, start, target, count, R)
    assert found
    for one in found:
        points = (start, *one.contacts, target)
        for before, met, after, rail in zip(points, points[1:], points[2:], one.rails, strict=False):
            came, went = met.minus(before), after.minus(met)
            along = (came.y, went.y) if rail in ("head", "foot") else (came.x, went.x)
            assert along[0] / came.norm == pytest.approx(along[1] / went.norm, abs=1e-9)
        assert all(one_rail != other for one_rail, other in zip(one.rails, one.rails[1:], strict=False))


def test_a_contact_in_a_pocket_is_no_cushion() -> None:
    assert mirror(TABLE, Point(TABLE.length / 2, 0.5), Point(TABLE.length / 2, 0.9), ("right",), R) is None


def test_five_less_three_is_two() -> None:
    """The worked example of the trade: from the corner's five, first rail 2, third rail 3."""
    cue, target = Point(0.0, 0.0), Point(TABLE.length - 3 * D, 0.0)
    one = corner_five(TABLE, cue, target, "left", "foot")
    assert one is not None
    assert (one.cue, one.first, one.third) == (
        pytest.approx(5, abs=0.05),
        pytest.approx(2, abs=0.05),
        pytest.approx(3),
    )
    assert one.aim_at.x == pytest.approx(TABLE.length - 2 * D, abs=0.03 * D)


def test_a_diamond_along_the_long_rail_is_half_a_number_and_the_count_adds_up() -> None:
    one = corner_five(TABLE, Point(2 * D, 0.0), Point(TABLE.length - 2 * D, 0.0), "left", "foot")
    assert one is not None and one.cue == pytest.approx(4.0, abs=0.05)
    assert one.cue - one.third == pytest.approx(one.first, abs=0.05)


def test_on_a_table_without_losses_a_sliding_ball_follows_the_mirror() -> None:
    free = replace(IDEAL, sliding=1e-3, rolling=1e-2)
    level = replace(TABLE, jaws=replace(TABLE.jaws, nose=0.5))
    kick = kicks(asked({"cue": (0.5, 0.5), "5": (1.1, 0.5)}, physics=free, table=level))[0]
    assert kick.mirror.rails == ("right",)
    assert kick.off == pytest.approx(0.0, abs=0.002)
    assert kick.turned[0].came == pytest.approx(kick.turned[0].left, abs=0.5 * pi / 180)


def test_here_the_mirror_is_off_and_the_causes_are_told() -> None:
    kick = kicks(asked({"cue": (0.5, 0.5), "5": (1.5, 0.9)}, rails=1))[0]
    assert kick.off is not None and abs(kick.off) > 0.005
    assert {name for name, _ in kick.effects} == {"rebound", "grip", "roll", "nose"}
    assert max(abs(part) for _, part in kick.effects) > 0.003
    assert degrees(kick.turned[0].came) > 0


def test_the_right_aim_hits_the_ball_after_its_rails() -> None:
    for rails in (1, 2, 3):
        for kick in kicks(
            asked({"cue": (0.6, 0.35), "5": (1.7, 0.85), "8": (1.2, 0.6)}, rails=rails, speed=2.5)
        ):
            if kick.right is not None and kick.right_motion is not None:
                assert kick.right_motion.first_hit == "5" and 0.0 < kick.chance <= 1.0


def test_a_bank_is_counted_into_its_pocket_and_the_right_aim_makes_it() -> None:
    found = kicks(asked({"cue": (0.7, 0.9), "5": (1.0, 0.5)}, pocket="side-left", speed=4.0))
    assert found[0].mirror.rails == ("right",)
    made = [one for one in found if one.right_motion is not None]
    assert made and all(("5", "side-left") in one.right_motion.potted for one in made if one.right_motion)


@pytest.mark.parametrize(
    ("layout", "rails", "words"),
    [
        ({"5": (1.0, 0.5)}, 1, "cue ball"),
        ({"cue": (1.0, 0.5)}, 1, "not on the table"),
        ({"cue": (0.5, 0.5), "5": (1.0, 0.5)}, 5, "1 to 4"),
    ],
)
def test_what_cannot_be_counted_is_told(
    layout: dict[str, tuple[float, float]], rails: int, words: str
) -> None:
    with pytest.raises(NoKick, match=words):
        kicks(asked(layout, rails=rails))


def test_a_ball_that_dies_on_the_way_has_no_distance() -> None:
    slow = kicks(asked({"cue": (0.5, 0.5), "5": (1.9, 0.9)}, speed=0.5))[0]
    assert slow.off is None and slow.effects == ()
