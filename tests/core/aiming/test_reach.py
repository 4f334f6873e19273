"""What a player reaches. The lengths are common practice; what must hold of any of them is checked here:
mirrored players mirror, small tables are easy, the far side of a large one is not."""

from math import pi

import numpy as np
import pytest

from aretane.core.aiming.reach import EASY, STRETCHED, PlayingHand, hips_to_hand, reach_of
from aretane.core.chance.forecast import forecast
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Target
from aretane.core.skill import PRESETS

BAR, POOL, SNOOKER = table_for("pool-7"), table_for("pool-9"), table_for("snooker-12")
HANDS: tuple[PlayingHand, PlayingHand] = ("right", "left")


@pytest.mark.parametrize("table", [BAR, POOL, SNOOKER])
def test_a_left_handed_player_is_a_right_handed_one_in_the_mirror(table) -> None:  # type: ignore[no-untyped-def]
    rng = np.random.default_rng(4)
    for x, y, aim in rng.uniform((0.1, 0.1, -pi), (table.length - 0.1, table.width - 0.1, pi), (60, 3)):
        right = hips_to_hand(table, Point(x, y), aim, "right")
        left = hips_to_hand(table, Point(x, table.width - y), -aim, "left")
        assert right == pytest.approx(left, abs=0.03)  # half a step between places to stand


def test_a_bar_table_never_needs_the_rest() -> None:
    rng = np.random.default_rng(5)
    for x, y, aim in rng.uniform((0.03, 0.03, -pi), (BAR.length - 0.03, BAR.width - 0.03, pi), (200, 3)):
        assert min(hips_to_hand(BAR, Point(x, y), aim, hand) for hand in HANDS) <= STRETCHED


def test_across_the_large_table_from_its_far_side_needs_the_rest_in_either_hand() -> None:
    layout = Layout.of({"cue": Point(1.8, 1.45)})
    for hand in HANDS:
        assert reach_of(SNOOKER, layout, pi / 2, hand).aids == ("rest",)
    assert reach_of(SNOOKER, layout, -pi / 2, "right").easy  # back across it: from that side


def test_along_the_rail_on_the_wrong_side_the_other_hand_helps() -> None:
    layout = Layout.of({"cue": Point(1.8, 0.45)})  # rail on the right of a shot up the table
    assert not reach_of(SNOOKER, layout, 0.0, "right").easy
    assert reach_of(SNOOKER, layout, 0.0, "left").aids == ()


def test_a_ball_behind_the_cue_ball_is_bridged_over() -> None:
    cue = Point(1.2, 0.5)
    near = Layout.of({"cue": cue, "3": Point(1.05, 0.51)})
    assert "over-ball" in reach_of(POOL, near, 0.0, "right").aids
    assert "over-ball" not in reach_of(POOL, near, pi, "right").aids  # it lies in front
    assert "over-ball" not in reach_of(POOL, Layout.of({"cue": cue}), 0.0, "right").aids


def test_without_a_cue_ball_there_is_nothing_to_reach() -> None:
    with pytest.raises(KeyError):
        reach_of(POOL, Layout.of({"3": Point(1.0, 0.5)}), 0.0, "right")


def test_the_chance_of_an_easy_reach_is_that_of_its_places() -> None:
    """A soft pot leaves the cue ball near; a strong stroke sends it across a large table."""
    layout = Layout.of({"cue": Point(2.6, 0.5), "r1": Point(3.1, 0.3), "black": Point(3.2, 1.2)})
    plan = Plan(
        ball="r1", pocket="foot-right", speed=1.2, tip=None, next_ball="black", next_pocket="foot-left",
        target=Target("reach"),
    )  # fmt: skip
    found = forecast(SNOOKER, layout, plan, PRESETS["strong"])
    assert found is not None and found.in_place is not None
    assert found.in_place.value is not None and found.pot.value is not None
    assert 0.0 < found.in_place.value <= found.pot.value
    there = found.motion.after
    assert there.cue is not None
    assert not found.unmet
    ghostward = there.get("black").minus(there.cue).angle  # type: ignore[union-attr]
    assert hips_to_hand(SNOOKER, there.cue, ghostward, "right") <= EASY + 0.1
