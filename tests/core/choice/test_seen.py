"""Answers that coaches did not believe, each a position whose right answer is known from its reason (common
practice)."""

from math import pi

import pytest

from aretane.core.chance.forecast import forecast
from aretane.core.choice.option import Choices, Draft, Option
from aretane.core.choice.options import choices
from aretane.core.contest.turn import Standing
from aretane.core.equipment.table import table_for
from aretane.core.log.shot import Plan, Tip
from aretane.core.motion import Physics, Strike
from aretane.core.skill import PRESETS
from tests.core.runout.layouts import TABLE, scattered

from .test_options import ask, both, standing

HOOKED = standing(
    {"cue": (0.3, 0.3), "4": (0.4, 0.36), "5": (0.36, 0.42), "3": (1.9, 0.95), "9": (2.2, 0.2)}
)
OPEN = standing({"cue": (0.7, 0.5), "7": (0.3, 0.25), "8": (1.27, 0.15), "9": (2.3, 0.2)})
CLOSE = standing({"cue": (1.0, 0.6), "8": (1.0 + 2 * 0.028575 + 0.005, 0.6), "9": (2.0, 1.0)})
PLANT = standing({"cue": (1.2, 0.9), "8": (0.72, 0.505), "9": (0.64, 0.44)})
BANK = standing({"cue": (1.9, 0.8), "8": (1.5, 0.12), "9": (0.3, 1.0)})


def asked_about(at: Standing, draft: Draft, level: str = "strong") -> Option:
    """One option with what it is worth in the first ranking."""
    me, other = both(at, level, level)
    found = choices(at, me, other, Physics(), 1, False, (draft,)).options
    return next(option for option in found if option.strike == draft.strike)


@pytest.mark.parametrize(("level", "most"), [("starter", 0.75), ("regular", 0.9)])
def test_who_is_hooked_often_fails_to_hit(level: str, most: float) -> None:
    """A hook must cost something: nobody kicks at a hidden ball and always hits it."""
    lawful = [1.0 - one.foul.share for one in ask(HOOKED, level, level).options if one.kind != "foul"]
    assert max(lawful) < most


def test_a_hook_is_worth_more_against_the_weaker_player() -> None:
    """The same balls, the other at the table behind two of them."""
    for level in ("strong", "professional"):
        against = {
            other: ask(HOOKED, other, level).options[0].value for other in ("starter", "professional")
        }
        assert against["starter"] < against["professional"] - 0.1


def test_a_foul_that_is_certain_is_worth_less_than_a_clean_pot() -> None:
    found = ask(OPEN, "regular", "regular")
    pot = next(one for one in found.options if one.called is not None)
    assert pot.made.share > 0.6
    assert all(one.value < pot.value for one in found.options if one.foul.share > 0.5)


@pytest.mark.parametrize("seed", [3, 11])
def test_no_safety_that_mostly_fouls_leads_the_list_of_club_regulars(seed: int) -> None:
    at = Standing(TABLE, "nine-ball", scattered(seed, 5)[0])
    found = ask(at, "regular", "regular", True).options
    least = min(one.foul.share for one in found)
    assert found[0].foul.share < max(0.5, least + 0.1)  # hooked, the one that fouls least of those as good


def test_close_behind_the_ball_a_level_stroke_straight_at_it_is_mostly_a_double_hit() -> None:
    cue = CLOSE.layout.cue
    assert cue is not None
    straight = asked_about(CLOSE, Draft("pot", ("8", "side-left"), cue, Strike(1.5, 0.0)))
    raised = asked_about(CLOSE, Draft("pot", ("8", "side-left"), cue, Strike(1.5, 0.0, elevation=0.9)))
    assert straight.twice > 0.5 and straight.foul.share > 0.5
    assert raised.twice < straight.twice


def test_a_plant_is_harder_than_its_ball_alone() -> None:
    """Over a gap of five centimetres a starter seldom makes what a professional makes half the time."""
    shares = {}
    for level in ("starter", "professional"):
        found = forecast(
            TABLE, PLANT.layout, Plan("9", "head-right", kind="combination"), PRESETS[level], Physics()
        )
        assert found is not None
        shares[level] = found.pot.value or 0.0
    assert shares["starter"] < 0.35 and shares["professional"] > 0.45


def test_a_bank_is_struck_at_a_speed_at_which_people_bank() -> None:
    """Struck as hard as one can, a bank loses what it gains in nothing."""
    found = forecast(
        TABLE, BANK.layout, Plan("8", "side-left", kind="bank"), PRESETS["advanced"], Physics()
    )
    assert found is not None and found.strike.speed < 4.0 and (found.pot.value or 0.0) > 0.25


def test_a_thin_cut_has_one_chance_on_the_desk_and_among_the_choices() -> None:
    at = standing({"cue": (1.0, 0.85), "8": (1.5, 0.5), "9": (0.5, 1.1)})
    thin = next(
        one for one in ask(at, settle=True).options
        if one.kind in ("pot", "two-way") and one.called is not None and one.called[0] == "8"
    )  # fmt: skip
    strike = thin.strike
    plan = Plan(
        "8",
        thin.called[1] if thin.called else None,
        tip=Tip(strike.side, strike.height),
        speed=strike.speed,
    )
    desk = forecast(TABLE, at.layout, plan, PRESETS["strong"], Physics())
    assert desk is not None and thin.attack is not None
    assert thin.attack.value == pytest.approx(desk.pot.value, abs=0.02)


def named_rightly(found: Choices) -> None:
    """No safety pots a quarter of the time; no two options are one."""
    assert all(one.made.share < 0.25 for one in found.options if one.kind == "safety")
    told = {
        (one.kind, one.called, round(one.strike.aim, 3), round(one.strike.speed, 2))
        for one in found.options
    }
    assert len(told) == len(found.options)


@pytest.mark.parametrize("seed", [5, 21])
def test_what_pots_is_no_safety_and_nothing_is_listed_twice(seed: int) -> None:
    named_rightly(ask(Standing(TABLE, "nine-ball", scattered(seed, 4)[0]), settle=True))


def test_nine_balls_are_never_as_good_as_run_out() -> None:
    """A professional against an equal: the other gets to the table sometimes."""
    at = Standing(TABLE, "nine-ball", scattered(8, 9)[0])
    best = ask(at, "professional", "professional", True).options[0]
    assert best.value < 0.95


def test_a_frozen_ball_that_must_be_played_away_from_is_a_foul_to_move() -> None:
    table = table_for("snooker-12")
    radius = table.ball_radius
    layout = standing({"cue": (1.8, 0.9), "pink": (1.8 + 2 * radius, 0.9), "black": (3.2, 0.4)}).layout
    at = Standing(table, "snooker", layout, "end", frozen=("pink",))
    cue = layout.cue
    assert cue is not None
    me, other = both(Standing(table, "snooker", layout, "end"))
    for aim, fouls in ((0.0, True), (pi, False)):
        draft = Draft("safety", None, cue, Strike(1.0, aim))
        found = choices(at, me, other, Physics(), 1, False, (draft,)).options
        own = next(one for one in found if one.strike == draft.strike)
        assert (own.foul.share > 0.95) == fouls
