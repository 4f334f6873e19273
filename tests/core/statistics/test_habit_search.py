"""Habits put into invented players are found, and none where none is."""

import numpy as np
import pytest

from aretane.core.statistics.habit_columns import CODES, Columns
from aretane.core.statistics.habit_kinds import KINDS
from aretane.core.statistics.habit_search import FAULTS, GROUPS, SHARES, Habit, habits
from tests.core.statistics.planted import joined, missing, off, oftener, shots

CLUB = joined([shots(900 + k) for k in range(7)])


def found(own: Columns, code: str, club: Columns | None = CLUB) -> Habit | None:
    return next((one for one in habits(own, club) if one.code == code), None)


LARGE = {
    "short": off("along", -0.06),
    "long": off("along", 0.06),
    "left": off("across", 0.03),
    "right": off("across", -0.03),
    "short-firm": off("along", -0.12, GROUPS["firm-pots"]),
    "long-draw": off("along", 0.12, GROUPS["with-draw"]),
    "thin-cuts": missing(GROUPS["thin-cuts"], 0.4),
    "long-pots": missing(GROUPS["long-pots"], 0.4),
    "side-pockets": missing(GROUPS["side-pockets"], 0.4),
    "left-cuts": missing(lambda own: own["left_cut"] == 1.0, 0.35),
    "right-cuts": missing(lambda own: own["left_cut"] == 0.0, 0.35),
    "late": missing(GROUPS["late"], 0.4),
    "pressure": missing(GROUPS["pressure"], 0.4),
    "slow-hill": off("waited", 35.0, GROUPS["pressure"]),
    "fouls": oftener("foul", 0.2),
    "first-chances": oftener("visit_won", -0.34),
    "wrong-end": oftener("wrong_end", 0.3),
}


@pytest.mark.parametrize("code", list(LARGE))
def test_a_large_habit_is_found_and_sized(code: str) -> None:
    seen = [found(shots(40 + player, 600, LARGE[code]), code) for player in range(6)]
    there = [one for one in seen if one is not None]
    assert len(there) >= 5
    for one in there:
        assert one.low < one.value < one.high and one.chance <= 0.05 and one.n == len(one.rows)


def test_players_without_a_habit_have_none() -> None:
    with_any = sum(bool(habits(shots(3000 + player), CLUB)) for player in range(60))
    alone = sum(bool(habits(shots(3000 + player))) for player in range(60))
    assert with_any <= 5 and alone <= 5


def test_what_the_whole_club_shows_is_nobodys_habit() -> None:
    """Thin cuts that everybody misses more than the model expects are an error of the model."""
    plant = missing(GROUPS["thin-cuts"], 0.35)
    club = joined([shots(700 + k, plant=plant) for k in range(7)])
    own = [shots(800 + k, plant=plant) for k in range(10)]
    assert sum(found(one, "thin-cuts", None) is not None for one in own) >= 7
    assert sum(found(one, "thin-cuts", club) is not None for one in own) <= 1


def test_a_habit_costs_what_its_shots_decide() -> None:
    """0.4 of a pot, as often a rack as such shots come, times 0.3 of a rack for a pot."""
    seen = [
        (own, found(own, "long-pots", None))
        for own in (shots(70 + player, 600, missing(GROUPS["long-pots"], 0.4)) for player in range(12))
    ]
    inside, off_by = 0, []
    for own, habit in seen:
        assert habit is not None and habit.worth is not None
        truth = 0.4 * 0.3 * habit.n / len(np.unique(own["rack_id"]))
        inside += habit.worth.low < truth < habit.worth.high
        off_by.append(habit.worth.value / truth)
    assert inside >= 10 and float(np.mean(off_by)) == pytest.approx(1.0, abs=0.2)


def test_a_pot_that_does_not_say_its_speed_is_neither_firm_nor_soft() -> None:
    """Pots without a speed are made far oftener: no habit of the firm ones among the others."""
    own = shots(11, 600, missing(lambda columns: columns["speed"] >= 2.0, 0.5))
    assert found(own | {"speed": np.where(own["speed"] < 2.0, np.nan, own["speed"])}, "firm-pots") is None


def test_too_few_shots_prove_nothing() -> None:
    assert habits(shots(1, 8, off("along", -0.5)), CLUB) == []
    assert habits({name: values[:0] for name, values in shots(1).items()}, CLUB) == []


def test_a_player_who_takes_on_too_much_is_found_with_what_it_costs() -> None:
    """Every tenth choice too much, at 0.06 each: 0.1 x 400 shots x 0.06 over the racks."""

    def eager(own: Columns, rng: np.random.Generator) -> None:
        wrong = rng.random(len(own["match"])) < 0.1
        own["fault"] = np.where(wrong, float(CODES["fault"].index("took-on")), own["fault"])
        own["cost"] = np.where(wrong, rng.gamma(4.0, 0.015, len(wrong)), own["cost"])

    own = shots(21, 400, eager)
    habit = found(own, "took-on")
    assert habit is not None and habit.worth is not None
    assert habit.low < 0.1 < habit.high and len(habit.rows) < habit.n == 400
    truth = 0.1 * 400 * 0.06 / len(np.unique(own["rack_id"]))
    assert habit.worth.low < truth < habit.worth.high
    unworked = own | {"fault": np.full(400, np.nan), "cost": np.full(400, np.nan)}
    assert found(unworked, "took-on") is None


def test_every_kind_that_may_be_found_has_words_and_practice() -> None:
    within = {f"{way}-{name}" for way in ("short", "long") for name in ("firm", "draw", "rails")}
    may_be = {"short", "long", "left", "right", "wrong-end", "left-cuts", "right-cuts", "slow-hill"}
    assert set(KINDS) == may_be | within | set(GROUPS) | set(SHARES) | set(FAULTS)
    for kind in KINDS.values():
        assert kind.words.count("{}") == 1 and kind.practice and kind.unit in ("points", "m", "s")
