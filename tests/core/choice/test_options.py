"""The options at a position: what is listed, what it is worth, and positions with a known answer."""

from dataclasses import replace
from functools import lru_cache
from math import pi

import pytest

from aretane.core.choice.option import Branch, Choices, Draft, Notes, Option, too_close
from aretane.core.choice.options import LISTED, ROUTES_APART, SAME_POT, choices, unlike
from aretane.core.choice.reasons import reasons, route_words, verdict
from aretane.core.contest.seat import Seat, openness, seats
from aretane.core.contest.turn import Standing
from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point
from aretane.core.intervals import wilson
from aretane.core.motion import Motion, Physics, Strike, play
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.runout.layouts import TABLE, scattered

COARSE = 2.0


def standing(
    places: dict[str, tuple[float, float]], discipline: str = "nine-ball", group_on: str = ""
) -> Standing:
    """The balls at places in m."""
    return Standing(
        TABLE, discipline, Layout.of({ball: Point(*at) for ball, at in places.items()}), group_on
    )


def both(at: Standing, me: str = "strong", other: str = "strong") -> tuple[Seat, Seat]:
    """Two players of these levels with coarse maps."""
    asked = Question(TABLE, at.discipline, at.layout, at.group_on, PRESETS[me], Physics())
    return seats(asked, PRESETS[other], COARSE)


@lru_cache(maxsize=64)
def ask(
    at: Standing, me: str = "strong", other: str = "strong", settle: bool = False, threads: int = 1
) -> Choices:
    return choices(at, *both(at, me, other), Physics(), threads, settle)


HANGER = standing({CUE: (1.2, 0.6), "9": (0.06, 0.06)})


def test_a_ball_over_the_pocket_and_nothing_else_is_potted() -> None:
    found = ask(HANGER, settle=True)
    assert verdict(found) == "attack"
    assert found.options[0].called == ("9", "head-right")
    assert found.options[0].value > 0.9
    assert found.settled and all(one.settled for one in found.options)


def test_branches_come_to_the_value() -> None:
    for one in ask(Standing(TABLE, "nine-ball", scattered(4, 4)[0])).options:
        parts = (one.made, one.missed, one.foul)
        assert sum(part.share for part in parts) == pytest.approx(1.0)
        assert sum(part.share * (part.equity or 0.0) for part in parts) == pytest.approx(one.value)


def test_the_same_answer_on_one_thread_and_on_two() -> None:
    at = Standing(TABLE, "nine-ball", scattered(8, 3)[0])
    one, two = ask(at, settle=True, threads=1), ask(at, settle=True, threads=2)
    assert [option.value for option in one.options] == [option.value for option in two.options]
    assert [option.strike for option in one.options] == [option.strike for option in two.options]


def test_at_most_eight_differ_and_half_of_them_are_safeties() -> None:
    found = ask(Standing(TABLE, "nine-ball", scattered(9, 6)[0]))
    assert 2 <= len(found.options) <= 8
    assert sum(one.kind == "safety" for one in found.options) <= 4
    called = [one.called for one in found.options if one.called is not None]
    assert len(called) == len(set(called))


def test_an_option_one_had_in_mind_is_valued_however_poor() -> None:
    at = HANGER
    mine = Draft("pot", ("9", "foot-left"), Point(1.2, 0.6), Strike(1.0, 0.3, 0.0, 0.0))
    found = choices(at, *both(at), Physics(), settle=False, added=[mine])
    assert any(one.strike == mine.strike for one in found.options)


def test_a_first_ranking_is_told_before_the_settled_one_and_the_work_can_be_stopped() -> None:
    told: list[Choices] = []

    class Stopped(Exception):
        pass

    def stop(found: Choices) -> None:
        told.append(found)
        raise Stopped

    with pytest.raises(Stopped):
        choices(HANGER, *both(HANGER), Physics(), report=stop)
    assert len(told) == 1 and not told[0].settled


def test_out_of_time_the_best_known_by_then_is_told_with_its_error() -> None:
    at = Standing(TABLE, "nine-ball", scattered(9, 6)[0])
    told: list[Choices] = []
    found = choices(at, *both(at), Physics(), report=told.append, time_is_up=lambda: True)
    assert len(found.options) == 1 and found.options[0].error > 0.0  # what was looked at first
    assert not found.settled and not told[0].settled and len(ask(at).options) > 1


def test_the_cue_ball_in_hand_is_put_where_the_ball_goes() -> None:
    at = standing({"8": (1.2, 0.6), "9": (2.0, 0.3)})
    assert at.in_hand
    best = ask(at, "advanced").options[0]
    assert best.called is not None and best.called[0] == "8"
    assert best.made.share > 0.8


def option(
    value: float, made: float, hit: float, miss: float, error: float = 0.01, attack: bool = True
) -> Option:
    motion: Motion = play(TABLE, HANGER.layout, Strike(1.0, 0.0, 0.0, 0.0))
    return Option(
        "pot" if attack else "safety", ("9", "head-right") if attack else None, Point(1.2, 0.6),
        Strike(1.0, 0.0, 0.0, 0.0), value, error, Branch(made, hit if made else None),
        Branch(1 - made, miss), Branch(0.0, None), wilson(round(96 * made), 96) if attack else None, 0.0,
        0.0, (), (), motion, Notes(), None, 0, None, True,
    )  # fmt: skip


def test_the_break_even_chance_makes_both_worth_the_same() -> None:
    """With h, m, s it is (s - m) / (h - m): at that chance the pot is worth the safety."""
    pot, safety = option(0.6125, 0.625, 0.8, 0.3), option(0.5, 0.0, 0.0, 0.5, attack=False)
    even = Choices((pot, safety), True).break_even
    assert even == pytest.approx((0.5 - 0.3) / (0.8 - 0.3))


def test_where_flukes_keep_the_table_the_break_even_chance_is_still_one_of_the_pot() -> None:
    """A safety worth as much as the attack asks for the chance the pot has, not for more."""
    kept = option(0.675, 0.75, 0.8, 0.3)
    pot = replace(kept, attack=wilson(60, 96))
    alike = option(pot.value, 0.0, 0.0, pot.value, attack=False)
    assert pot.made.share > 0.625
    assert Choices((pot, alike), True).break_even == pytest.approx(0.625)
    worse = option(0.6, 0.0, 0.0, 0.6, attack=False)
    even = Choices((pot, worse), True).break_even
    assert even is not None and even < 0.625


def test_a_difference_inside_its_error_is_too_close_to_call() -> None:
    one, other = option(0.52, 0.6, 0.8, 0.3, 0.03), option(0.50, 0.0, 0.0, 0.5, 0.03, attack=False)
    assert too_close(one, other)
    assert verdict(Choices((one, other), True)) == "close"
    assert not too_close(option(0.7, 0.6, 0.8, 0.3, 0.01), other)


def test_what_is_said_of_an_option_is_what_was_computed() -> None:
    at = Standing(TABLE, "nine-ball", scattered(4, 4)[0])
    found = ask(at)
    assert any(reasons(found, one) for one in found.options)
    for one in found.options:
        for words in reasons(found, one):
            if "hands over the table" in words:
                assert one.missed.equity is not None and one.missed.equity <= 0.4
            if words.startswith("hooks"):
                assert one.hooks >= 0.5
            if words.startswith("a foul in"):
                assert one.foul.share >= 0.15
            if words.startswith("no run-out"):
                assert one.made.equity is not None and one.made.equity < 0.5


@pytest.mark.parametrize("seed", [3, 12])
def test_a_stronger_player_makes_more_of_the_same_attack(seed: int) -> None:
    """What a level makes of the same pot only rises with the level."""
    at = Standing(TABLE, "nine-ball", scattered(seed, 2)[0])
    found = [ask(at, level).attack for level in ("regular", "strong", "advanced", "professional")]
    values = [one.value for one in found if one is not None]
    assert len(values) == 4
    assert values == sorted(values)


def test_with_balls_gone_in_the_middle_the_lowest_is_still_the_one_to_play() -> None:
    """Once the last ball was taken for the next one: a chance of 96 % that was none."""
    at = standing({CUE: (1.2, 0.6), "6": (1.0, 0.1), "7": (1.6, 0.9), "8": (2.2, 0.3), "9": (0.06, 0.06)})
    me, _ = both(at)
    gap = Standing(TABLE, "nine-ball", at.layout.without(("7", "8")))
    look = me.look(gap, (1,))
    assert look.shot is not None and look.shot.ball == "6"
    assert me.look(Standing(TABLE, "nine-ball", gap.layout.without((CUE,))), (1,)).shot is not None
    assert {way.ball for way in me.ways(gap)} == {"6"}
    assert look.chance < look.pot


def test_reasons_speak_of_clusters_cover_what_a_miss_leaves_and_the_answer() -> None:
    pot = replace(
        option(0.4, 0.6, 0.45, 0.3), notes=Notes(stay=("4", "7"), leaves=("2", "side-left", 0.7, 0.6))
    )
    safe = replace(
        option(0.5, 0.0, 0.0, 0.5, attack=False), hooks=0.6,
        notes=Notes(frees=("4", "7"), behind=("8", "9"), answer=("kick", 2)),
    )  # fmt: skip
    found = Choices((safe, pot), True)
    said = "; ".join(reasons(found, pot))
    assert "cluster 4–7 stays" in said and "a miss leaves the 2 in the left side pocket (70 %)" in said
    said = "; ".join(reasons(found, safe))
    assert "takes the 4 and the 7 apart" in said and "hides behind the 8 and the 9" in said
    assert "leaves mostly a kick over 2 rails" in said


def test_what_is_noted_of_a_safety_is_what_the_table_shows() -> None:
    """The 8 stands between the cue ball and the 7 once the 7 was rolled on behind it."""
    at = standing({CUE: (0.5, 0.6), "7": (0.9, 0.6), "8": (1.5, 0.9), "9": (2.3, 1.1)})
    for one in ask(at, settle=True).options:
        left = one.motion.after
        if one.notes.behind and left.cue is not None:
            then = Standing(TABLE, "nine-ball", left)
            assert openness(then, left.cue) == 0.0
        if one.notes.leaves is not None:
            assert one.notes.leaves[0] in ("7", "8", "9") and 0 < one.notes.leaves[2] <= 1


def test_safeties_that_hit_the_same_ball_are_told_apart_by_where_the_cue_ball_goes() -> None:
    """By hand: full and softly at a ball far from the rails, the cue ball dies behind it."""
    line = Layout.of({CUE: Point(1.5, 0.6), "9": Point(1.2, 0.6)})
    soft, hard = (
        replace(
            option(0.5, 0.0, 0.0, 0.5, attack=False), hit="9", strike=Strike(speed, pi, 0.0, 0.0),
            motion=play(TABLE, line, Strike(speed, pi, 0.0, 0.0)),
        )
        for speed in (0.5, 0.6)
    )  # fmt: skip
    both_ways = Choices((soft, hard), True)
    assert [route_words(both_ways, one) for one in both_ways.options] == [
        "centre, no rail, softer", "centre, no rail, harder",
    ]  # fmt: skip
    left, right = (replace(hard, strike=replace(hard.strike, side=side)) for side in (-0.3, 0.3))
    by_side = Choices((soft, left, right), True)
    assert [route_words(by_side, one) for one in by_side.options] == [
        "centre, no rail, softer", "centre, no rail, with left side", "centre, no rail, with right side",
    ]  # fmt: skip
    assert route_words(Choices((left, replace(left)), True), left) == "centre, no rail"
    assert route_words(Choices((soft, replace(hard, hit="8")), True), soft) == ""
    assert route_words(Choices((replace(soft, hit=None),), True), replace(soft, hit=None)) == ""


def test_a_pot_may_be_told_by_two_routes_that_lead_elsewhere() -> None:
    at = standing({CUE: (0.9, 0.5), "7": (0.45, 0.3), "8": (1.9, 0.95), "9": (2.2, 0.3)})
    found = ask(at, "advanced", "advanced", True, 2)
    pots = [one for one in found.options if one.called is not None and one.called[0] == "7"]
    twins = [pot for pot in pots if sum(two.called == pot.called for two in pots) == 2]
    assert len(twins) == 2
    first, second = (twin.motion.after.cue for twin in twins)
    assert first is not None and second is not None and first.distance(second) >= ROUTES_APART
    assert all(route_words(found, twin) for twin in twins)
    lone = [one for one in found.options if one.called is not None and one not in twins]
    assert not any(route_words(found, one) for one in lone)
    faster = replace(twins[0], strike=replace(twins[0].strike, speed=twins[0].strike.speed + 0.4))
    same = Choices((twins[0], faster), True)
    assert [route_words(same, one).split(", ")[-1] for one in same.options] == ["softer", "harder"]
    assert all(sum(two.called == pot.called for two in pots) <= SAME_POT for pot in pots)


def test_the_best_safety_is_told_though_many_pots_are_worth_more() -> None:
    found = ask(Standing(TABLE, "nine-ball", scattered(9, 6)[0]))
    pot, safety = found.attack, found.safety
    assert pot is not None and safety is not None
    pots = [replace(pot, called=(str(k), "foot-left"), value=0.9 - k / 100) for k in range(1, 10)]
    told = unlike([*pots, replace(safety, value=0.1)], set())
    assert len(told) == LISTED and told[-1].kind == safety.kind and told[:-1] == pots[: LISTED - 1]
