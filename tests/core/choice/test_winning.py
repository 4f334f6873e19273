"""The map of the chance to win: the best of pot, bank and safety from every place."""

import numpy as np
import pytest

from aretane.core.choice import from_place, winning
from aretane.core.choice.from_place import glance, struck
from aretane.core.choice.winning import WinMap, win_map
from aretane.core.contest.turn import Standing, potted
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.vocabulary import CUE
from tests.core.choice.test_options import both, standing
from tests.core.runout.layouts import TABLE, frame, scattered


@pytest.fixture
def coarse(monkeypatch: pytest.MonkeyPatch) -> None:
    """Few places, and few racks played on."""
    monkeypatch.setattr(winning, "SPACINGS", {key: (0.3, 0.42) for key in winning.SPACINGS})
    monkeypatch.setattr(winning, "work_at", lambda at: 100)


def made(at: Standing, me: str = "strong", other: str = "strong", threads: int = 1) -> list[WinMap]:
    """Every picture that is told, and the map itself."""
    told: list[WinMap] = []
    found = win_map(at, *both(at, me, other), Physics(), threads, told.append)
    return [*told, found]


def test_the_first_picture_is_there_before_any_stroke_is_struck(coarse: None) -> None:
    at = Standing(TABLE, "nine-ball", scattered(4, 4)[0])
    first, *rest = made(at)
    assert first.done == 0.0 and np.isnan(first.by_kind[1:]).all()
    assert rest[-1].done == 1.0 and [one.done for one in rest] == sorted(one.done for one in rest)
    for one in (first, rest[-1]):
        assert ((one.values >= 0.0) & (one.values <= 1.0)).all()
        best = np.fmax.reduce(one.by_kind)
        free = ~np.isnan(best)
        assert one.values[free] == pytest.approx(best[free])  # a value is that of its best stroke


def test_any_number_of_threads_draws_the_same_map(coarse: None) -> None:
    at = Standing(TABLE, "eight-ball", standing({"1": (0.5, 0.5), "9": (1.9, 0.9), "8": (1.2, 0.3)}).layout,
                  "solids")  # fmt: skip
    one, two = (made(at, threads=threads)[-1] for threads in (1, 2))
    assert np.array_equal(one.values, two.values) and np.array_equal(
        one.by_kind, two.by_kind, equal_nan=True
    )


def test_an_easy_last_ball_is_potted_by_the_strong_from_anywhere_it_can_be_seen(coarse: None) -> None:
    at = standing({"9": (0.06, 0.06)})
    found = made(at)[-1]
    place = Point(1.2, 0.6)
    assert found.at(place, "pot") > found.at(place, "safety") and found.at(place) > 0.85


def test_a_weak_player_would_rather_play_safe_where_a_strong_one_pots() -> None:
    """A long, thin cut along the rail with the last ball in reach."""
    at = standing({CUE: (2.3, 1.1), "8": (0.9, 0.035), "9": (0.3, 1.0)})
    weak = struck(at, *both(at, "starter", "professional"), Physics())
    strong = struck(at, *both(at, "professional", "professional"), Physics())
    assert weak.safety is not None and strong.pot is not None
    assert weak.pot is None or weak.safety.value > weak.pot.value - 0.02
    assert weak.usual < strong.usual


def test_a_hidden_ball_has_no_pot_and_may_have_a_bank_or_a_safety() -> None:
    """The 1 behind two balls that must not be hit first."""
    at = standing({CUE: (0.6, 0.635), "1": (1.6, 0.635), "8": (1.35, 0.67), "9": (1.35, 0.6)})
    sides = both(at)
    look, seen = glance(at, *sides)
    assert look.shot is None and seen.race is None
    found = struck(at, *sides, Physics())
    assert found.pot is None and found.best("safety") is not None


def test_a_bank_is_struck_with_errors_and_called() -> None:
    """The 9 off the long rail, the cue ball on the line that mirrors it into the side pocket across."""
    at = standing({CUE: (1.59, 0.62), "9": (1.5, 1.15)})
    found = from_place._bank(at, *both(at), Physics())
    assert found is not None and found.called is not None and found.called[0] == "9"
    assert 0.0 < found.value < 1.0


def test_what_a_pot_leaves_for_the_same_player() -> None:
    nine = Standing(TABLE, "nine-ball", scattered(4, 4)[0])
    then = potted(nine, "6")
    assert then is not None and then.on == ("7",) and then.layout.cue is None
    assert potted(standing({"9": (1.0, 0.5)}), "9") is None
    groups = standing({"1": (0.5, 0.5), "9": (1.0, 0.5), "8": (1.5, 0.5)}, "eight-ball", "open")
    then = potted(groups, "9")
    assert then is not None and then.group_on == "stripes" and then.on == ("8",)


def test_what_a_pot_leaves_in_snooker_and_straight_pool() -> None:
    table = table_for("snooker-12")
    at = Standing(table, "snooker", frame(3, 2, table), "red", lead=-4.0)
    then = potted(at, "r1")
    assert then is not None and (then.group_on, then.lead) == ("colour", -3.0)
    black = potted(then, "black")
    assert black is not None and "black" in black.layout and (black.group_on, black.lead) == ("red", 4.0)
    pool = Standing(TABLE, "straight-pool", scattered(4, 3)[0], needs=(5, 9))
    then = potted(pool, "7")
    assert then is not None and then.needs == (4, 9) and len(then.layout.objects) == 2
    assert potted(then, "8") is None  # one ball left: another rack is set up


def test_what_touches_the_cue_ball_binds_no_other_place(coarse: None) -> None:
    at = Standing(TABLE, "straight-pool", scattered(4, 3)[0], needs=(5, 9))
    frozen = Standing(TABLE, "straight-pool", at.layout, needs=(5, 9), frozen=("7",))
    plain, bound = (made(one)[-1] for one in (at, frozen))
    assert np.array_equal(plain.values, bound.values)
