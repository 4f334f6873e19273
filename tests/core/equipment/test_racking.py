"""Rack patterns of every game. WPA and WPBSA rules (memory), English by the trade."""

import pytest

from aretane.core.equipment.balls import GROUPS
from aretane.core.equipment.layout import layout_faults
from aretane.core.equipment.spots import snooker_spots
from aretane.core.equipment.table import table_for
from aretane.core.games import DISCIPLINES
from aretane.core.games.setting_up import break_places, placing_fault, racked
from aretane.core.geometry import Point
from aretane.core.rules import rules_for

TABLE_OF = {"snooker": "snooker-12", "english-eight-ball": "english-7"}


@pytest.mark.parametrize("game", DISCIPLINES)
@pytest.mark.parametrize("seed", range(5))
def test_every_ball_of_the_game_is_racked_and_none_overlaps(game: str, seed: int) -> None:
    table = table_for(TABLE_OF.get(game, "pool-9"))
    layout = racked(table, game, seed)
    assert set(layout.objects) == set(rules_for(game).balls)
    assert layout.cue is not None
    assert layout_faults(table, layout) == []


def test_fixed_balls_stand_where_the_rules_say() -> None:
    table = table_for("pool-9")
    nine, ten, eight = (racked(table, game, 3) for game in ("nine-ball", "ten-ball", "eight-ball"))
    assert nine.get("1") == table.foot_spot == ten.get("1")
    step = table.ball_radius * 3**0.5
    for layout, ball in ((nine, "9"), (ten, "10"), (eight, "8")):
        at = layout.get(ball)
        assert at is not None and at.y == pytest.approx(table.width / 2)
        assert at.x - table.foot_spot.x == pytest.approx(2 * step, abs=1e-4)
    corners = sorted(eight.places, key=lambda place: (place[1].x, place[1].y))[-5:]
    assert {GROUPS[corners[0][0]], GROUPS[corners[-1][0]]} == {"solids", "stripes"}


def test_the_money_ball_or_the_black_can_stand_on_the_spot() -> None:
    pool, english = table_for("pool-9"), table_for("english-7")
    nine = racked(pool, "nine-ball", on_spot="money").get("9")
    black = racked(english, "english-eight-ball").get("black")
    assert nine is not None and nine.distance(pool.foot_spot) < 1e-9
    assert black is not None and black.distance(english.foot_spot) < 1e-4


def test_racks_are_shuffled_by_their_seed_and_the_same_for_the_same_one() -> None:
    table = table_for("pool-9")
    assert racked(table, "nine-ball", 1) == racked(table, "nine-ball", 1)
    assert racked(table, "nine-ball", 1) != racked(table, "nine-ball", 2)


def test_the_cue_ball_of_a_break_lies_behind_its_line() -> None:
    pool, snooker = table_for("pool-9"), table_for("snooker-12")
    for table, game in ((pool, "nine-ball"), (snooker, "snooker")):
        for boxed in (False, True):
            usual = break_places(table, game, boxed)
            assert len(set(usual)) == 3
            assert [placing_fault(table, game, at, boxed) for at in usual] == [None] * 3
    assert placing_fault(pool, "nine-ball", Point(0.6, 0.2), False) is None
    assert "break box" in (placing_fault(pool, "nine-ball", Point(0.6, 0.2), True) or "")
    assert "in front of it" in (placing_fault(pool, "nine-ball", Point(0.7, 0.6), False) or "")
    brown = snooker_spots(snooker)["brown"]
    assert placing_fault(snooker, "snooker", Point(brown.x - 0.29, brown.y), False) is None
    assert "outside the D" in (
        placing_fault(snooker, "snooker", Point(brown.x - 0.2, brown.y + 0.25), False) or ""
    )
