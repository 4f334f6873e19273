"""The strike found for a plan: it pots and ends where the cue ball was meant to, or says that none does."""

import pytest

from aretane.core.chance.forecast import NoAim, forecast, meant_by
from aretane.core.chance.intents import fitted, hit_off
from aretane.core.equipment.layout import Layout
from aretane.core.games.setting_up import racked
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Target, Tip
from aretane.core.motion import play
from aretane.core.skill import PRESETS
from tests.strikes import KINDS, TABLE, Struck, any_struck, unmeetable

FEW = 3
"""Strikes a kind; the bench has three hundred in all."""
PLAYER = PRESETS["advanced"]


def comes_off(struck: Struck) -> bool:
    """Whether the strike found pots the ball and ends within half a ball width of the planned end."""
    try:
        meant = meant_by(TABLE, struck.layout, struck.plan, PLAYER)
    except NoAim:
        return False
    assert meant is not None
    motion = play(TABLE, struck.layout, meant.strike)
    end = motion.after.cue
    down = (struck.plan.ball, struck.plan.pocket) in motion.potted
    return down and end is not None and end.distance(struck.end) <= TABLE.ball_radius


@pytest.mark.parametrize("kind", KINDS)
def test_a_plan_made_from_a_real_strike_is_met(kind: str) -> None:
    assert [comes_off(any_struck(kind, seed)) for seed in range(100, 100 + FEW)] == [True] * FEW


def test_a_plan_that_no_strike_meets_is_said_so() -> None:
    for seed in range(100, 104):
        struck = unmeetable(seed)
        meant = meant_by(TABLE, struck.layout, struck.plan, PLAYER)
        assert meant is not None and meant.unmet
        assert meant.short is not None and meant.short > TABLE.ball_radius


EASY = Layout.of({"cue": Point(1.8, 0.9), "1": Point(2.2, 0.4), "2": Point(0.6, 0.3)})
"""A medium cut of the 1 into the far right corner with the whole table to play position on."""


def test_what_the_plan_says_is_kept() -> None:
    plan = Plan("1", "foot-right", tip=Tip(0.0, -0.3), target=Target("point", Point(1.9, 0.8)))
    meant = meant_by(TABLE, EASY, plan, PLAYER)
    assert meant is not None
    assert (meant.strike.side, meant.strike.height) == (0.0, -0.3)
    assert meant.assumed == ("speed",)


def test_pot_and_in_place_is_no_longer_nothing_for_a_plan_that_works() -> None:
    plan = Plan("1", "foot-right", target=Target("point", Point(2.05, 0.62)))
    found = forecast(TABLE, EASY, plan, PRESETS["professional"])
    assert found is not None and found.in_place is not None
    assert found.short is None
    assert (found.in_place.value or 0.0) > 0.05


@pytest.mark.parametrize(
    "target",
    [
        Target("line"), Target("side", side="left"), Target("angle"),
        Target("avoid", Point(1.27, 0.6), Point(1.27, 0.9)),
        Target("either", Point(1.5, 0.6), Point(0.4, 0.4)),
        Target("window", Point(1.4, 0.5), Point(1.7, 0.7)),
    ],
)  # fmt: skip
def test_every_intent_has_a_chance_of_its_own_and_a_strike_that_meets_it(target: Target) -> None:
    plan = Plan("1", "foot-right", target=target, next_ball="2", next_pocket="head-right", wanted_angle=0.5)
    found = forecast(TABLE, EASY, plan, PLAYER)
    assert found is not None and found.in_place is not None
    assert found.short is None
    fit = fitted(TABLE, plan, EASY, found.motion.after)
    assert fit is not None and fit.kept
    assert 0.0 < (found.in_place.value or 0.0) <= (found.pot.value or 0.0)


def test_the_cushions_that_are_drawn_are_kept_or_it_is_said() -> None:
    target = Target("point", Point(1.3, 0.6))
    two = (Point(2.5, 0.8), Point(2.0, 1.24))
    kept = forecast(TABLE, EASY, Plan("1", "foot-right", target=target, via=two), PLAYER)
    assert kept is not None and kept.as_drawn
    assert kept.motion.rails["cue"] == 2
    many = forecast(TABLE, EASY, Plan("1", "foot-right", target=target, via=two * 4), PLAYER)
    assert many is not None and not many.as_drawn


def test_a_snooker_that_no_strike_lays_is_unmet_without_a_distance() -> None:
    plan = Plan("1", "foot-right", target=Target("snooker", ball="2"))
    found = forecast(TABLE, EASY, plan, PLAYER)
    assert found is not None and found.unmet and found.short is None
    assert found.in_place is not None and found.in_place.value == 0.0


def test_an_aim_along_the_table_is_an_aim() -> None:
    """A straight pot along the rail's direction has the aim 0 rad, which once counted as no aim."""
    mouth = TABLE.pockets["foot-left"].mouth
    straight = Layout.of({"cue": Point(1.2, mouth.y - 0.03), "1": Point(1.8, mouth.y - 0.03)})
    target = Target("point", Point(1.5, mouth.y - 0.03))
    meant = meant_by(TABLE, straight, Plan("1", "foot-left", target=target), PLAYER)
    assert meant is not None and abs(meant.strike.aim) < 0.05


@pytest.mark.parametrize(("side", "kept"), [("left", True), ("right", False), (None, True)])
def test_a_contact_is_judged_by_the_way_the_ball_goes(side: str | None, kept: bool) -> None:
    before = Layout.of({"cue": Point(0.5, 0.6), "5": Point(1.5, 0.6)})
    after = Layout.of({"cue": Point(1.4, 0.8), "5": Point(1.55, 0.55)})  # it went to the right
    plan = Plan("1", "foot-right", target=Target("cannon", ball="5", side=side))  # type: ignore[arg-type]
    fit = fitted(TABLE, plan, before, after)
    assert fit is not None and fit.kept is kept


def test_circumstances_of_the_stroke_cost_chances() -> None:
    plain = forecast(TABLE, EASY, Plan("1", "foot-right"), PLAYER)
    rest = forecast(TABLE, EASY, Plan("1", "foot-right", aids=("rest", "stretched")), PLAYER)
    assert plain is not None and rest is not None
    assert (rest.pot.value or 0.0) < (plain.pot.value or 0.0) - 0.03


SAFE = Layout.of({"cue": Point(0.6, 0.3), "1": Point(1.6, 0.7), "5": Point(2.2, 0.9)})


def test_a_safety_is_played_out_as_a_lawful_hit_with_its_intent() -> None:
    plan = Plan("1", choice="safety", target=Target("point", Point(0.3, 0.9)))
    found = forecast(TABLE, SAFE, plan, PLAYER)
    assert found is not None and found.in_place is not None
    assert found.motion.first_hit == "1" and not found.motion.potted
    assert found.short is None
    assert found.in_place.value is not None and found.pot.value is not None
    assert 0.0 < found.in_place.value <= found.pot.value


def test_a_hit_as_full_as_planned_is_found() -> None:
    plan = Plan("1", choice="safety", fullness=0.5, hit_side="left")
    meant = meant_by(TABLE, SAFE, plan, PLAYER)
    assert meant is not None
    at = meant.at
    assert float(hit_off(at, plan, "1", meant.strike.array()[None])[0]) < TABLE.ball_radius


def test_a_kick_safety_meets_a_cushion_first() -> None:
    plan = Plan("1", kind="kick", choice="safety")
    found = forecast(TABLE, SAFE, plan, PLAYER)
    assert found is not None
    assert found.motion.rails["cue"] >= 1 and found.motion.first_hit == "1"


def test_a_harder_break_pots_more_and_a_control_break_scratches_less() -> None:
    full = racked(TABLE, "nine-ball")
    soft, hard = (
        forecast(TABLE, full, Plan("1", kind="break", speed=speed), PRESETS["strong"])
        for speed in (4.0, 9.5)
    )
    assert soft is not None and hard is not None
    assert soft.down is not None and hard.down is not None
    assert soft.down < 0.15 < 0.3 < hard.down < 3.5  # a rack set perfectly tight; real ones give more
    assert hard.pot.value is not None and 0.25 < hard.pot.value < 0.99


def test_a_cut_break_sends_the_cue_ball_to_its_side() -> None:
    full = racked(TABLE, "nine-ball")
    left, right = (
        forecast(TABLE, full, Plan("1", kind="break", hit=hit), PRESETS["professional"])
        for hit in ("thin-left", "thin-right")
    )
    assert left is not None and right is not None
    assert left.strike.aim > 0 > right.strike.aim
