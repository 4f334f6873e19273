"""Racks played on for some turns: what they come to beyond what their first strike promised."""

from functools import lru_cache
from itertools import islice, pairwise

import numpy as np
import pytest

from aretane.core.choice import onwards
from aretane.core.choice.onwards import drift, shared
from aretane.core.choice.option import Draft
from aretane.core.choice.valuing import Valuing
from aretane.core.contest.decide import Intended, decide
from aretane.core.contest.duel import Turn, duel, turns
from aretane.core.contest.luck import luck
from aretane.core.contest.seat import Seat
from aretane.core.contest.turn import Standing
from aretane.core.contest.verdicts import AGAIN, FOUL, LOST, WON
from aretane.core.geometry import Point
from aretane.core.motion import Physics, Strike
from tests.core.choice.test_options import HANGER, both, option
from tests.core.runout.layouts import TABLE, scattered

AT = Standing(TABLE, "nine-ball", scattered(31, 4)[0])
WORK = 400


@lru_cache(maxsize=1)
def begun() -> tuple[tuple[Seat, Seat], Intended]:
    """Two players at a layout, and what the first of them plays."""
    players = both(AT)
    return players, decide(AT, *players, Physics(), np.random.default_rng(3))


def test_turns_follow_one_another_to_the_end_that_the_duel_tells() -> None:
    players, meant = begun()
    for seed in range(6):
        rack = list(turns(AT, players, Physics(), np.random.default_rng(seed), meant))
        assert rack[0].meant is meant and rack[-1].won in (0.0, 1.0)
        assert [turn.won for turn in rack[:-1]] == [None] * (len(rack) - 1)
        for turn, following in pairwise(rack):
            assert (following.who, following.at) == (turn.next, turn.then)
            assert (turn.next == turn.who) == (turn.verdict == AGAIN)
            assert turn.then.in_hand == (turn.verdict == FOUL)
        assert rack[-1].verdict in (WON, LOST)
        assert duel(AT, players, Physics(), np.random.default_rng(seed), meant) == rack[-1].won


def test_the_drift_is_the_same_on_one_thread_and_on_two() -> None:
    players, meant = begun()
    one, two = (drift([(AT, meant)], players, Physics(), WORK, threads) for threads in (1, 2))
    assert one == two and abs(one) < 0.5


def test_the_luck_of_a_strike_is_nothing_on_average_and_good_where_the_ball_falls() -> None:
    players, meant = begun()
    many = [
        next(turns(AT, players, Physics(), np.random.default_rng((9, seed)), meant)) for seed in range(300)
    ]
    found = np.array([luck(turn, players, Physics()) for turn in many])
    kept = np.array([turn.verdict in (AGAIN, WON) for turn in many])
    assert kept.any() and not kept.all()
    assert found[kept].min() > 0.0 > found[~kept].max()
    assert abs(found.mean()) < 3.0 * found.std() / len(found) ** 0.5


def test_without_the_luck_of_its_strikes_racks_differ_less() -> None:
    players, meant = begun()
    changes, lucky = [], []
    for seed in range(60):
        rack = list(islice(turns(AT, players, Physics(), np.random.default_rng((8, seed)), meant), 13))
        changes.append(onwards._chance(rack[-1], players, seed))
        lucky.append(sum(luck(turn, players, Physics()) for turn in rack[1:]))
    plain, without = np.array(changes), np.array(changes) - np.array(lucky)
    assert without.std() < 0.85 * plain.std()
    assert abs(without.mean() - plain.mean()) < 3.0 * np.std(lucky) / len(lucky) ** 0.5


def test_a_break_out_takes_a_part_of_the_work_and_attack_and_safety_share_the_rest() -> None:
    leaves, safe, breaks = (option(value, value, 0.8, 0.3) for value in (0.6, 0.4, 0.5))
    found = shared(900, [leaves, safe], breaks)
    assert found == [(leaves, 300), (safe, 300), (breaks, 300)]
    assert shared(900, [leaves], None) == [(leaves, 900)]
    assert shared(900, [breaks, safe], breaks) == [(breaks, 450), (safe, 450)]
    assert shared(900, [], breaks) == [(breaks, 900)]
    assert shared(0, [leaves], breaks) == shared(900, [], None) == []


def test_safeties_have_a_drift_of_their_own() -> None:
    players, meant = begun()
    valuing = Valuing(AT, *players, Physics())
    pot = Draft("pot", meant.called or ("1", "foot-left"), meant.cue, meant.strike)
    safe = Draft("safety", None, meant.cue, Strike(0.6, meant.strike.aim, 0.0, 0.0))
    plain = [valuing.rough(one).value for one in (pot, safe)]
    valuing.drift, valuing.safe_drift = 0.1, -0.1
    moved = [valuing.rough(one).value for one in (pot, safe)]
    assert moved[0] > plain[0] and moved[1] < plain[1]


def test_estimates_that_promise_too_much_are_pulled_down(monkeypatch: pytest.MonkeyPatch) -> None:
    players, meant = begun()
    honest, own = drift([(AT, meant)], players, Physics(), 4 * WORK), onwards._chance

    def too_much(turn: Turn, sides: tuple[Seat, Seat], seed: int) -> float:
        found = own(turn, sides, seed)
        return found if turn.won is not None else min(1.0, found + 0.2)

    monkeypatch.setattr(onwards, "_chance", too_much)
    assert drift([(AT, meant)], players, Physics(), 4 * WORK) < honest - 0.05


def test_what_the_others_answer_changes_is_not_counted_once_more(monkeypatch: pytest.MonkeyPatch) -> None:
    players, _ = begun()
    soft = Intended(AT.layout.cue, Strike(0.4, 0.0, 0.0, 0.0), None, "safety")
    honest, own = drift([(AT, soft)], players, Physics(), WORK), onwards._chance

    def before_it_too_much(turn: Turn, sides: tuple[Seat, Seat], seed: int) -> float:
        return own(turn, sides, seed) + (0.2 if turn.at == AT else 0.0)

    monkeypatch.setattr(onwards, "_chance", before_it_too_much)
    assert drift([(AT, soft)], players, Physics(), WORK) == honest


def test_the_drift_moves_what_goes_on_and_not_what_is_won() -> None:
    valuing = Valuing(HANGER, *both(HANGER), Physics())
    pot = Draft("pot", ("9", "head-right"), Point(1.2, 0.6), _nearly())
    plain = valuing.rough(pot)
    valuing.drift = 0.1
    moved = valuing.again(plain)
    assert plain.made.share > 0 and moved.made == plain.made  # the 9 ends the rack
    assert plain.missed.equity is not None and moved.missed.equity is not None
    assert moved.missed.equity == pytest.approx(plain.missed.equity + 0.1)
    assert moved.value > plain.value


def _nearly() -> Strike:
    """At the 9 over its pocket, so far off that it is made now and then."""
    cue, ball = Point(1.2, 0.6), Point(0.06, 0.06)
    return Strike(0.9, ball.minus(cue).angle + 0.03, 0.0, 0.0)
