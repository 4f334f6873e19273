"""The strike found for a plan: it pots and ends where the cue ball was meant to, or says that none does."""

import pytest

from aretane.core.chance.forecast import NoAim, forecast, meant_by
from aretane.core.chance.intents import fitted
from aretane.core.equipment.layout import Layout
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
        assert meant is not None and meant.short is not None and meant.short > TABLE.ball_radius


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
    fit = fitted(TABLE, plan, found.motion.after)
    assert fit is not None and fit.kept
    assert 0.0 < (found.in_place.value or 0.0) <= (found.pot.value or 0.0)


def test_circumstances_of_the_stroke_cost_chances() -> None:
    plain = forecast(TABLE, EASY, Plan("1", "foot-right"), PLAYER)
    rest = forecast(TABLE, EASY, Plan("1", "foot-right", aids=("rest", "stretched")), PLAYER)
    assert plain is not None and rest is not None
    assert (rest.pot.value or 0.0) < (plain.pot.value or 0.0) - 0.03
