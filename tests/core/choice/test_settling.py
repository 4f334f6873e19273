"""Settled values: strikes where they can decide, and none of the luck of the best."""

from dataclasses import replace

import numpy as np
import pytest

from aretane.core.choice.option import ALIKE, ALONE, Branch, Option
from aretane.core.choice.options import choices
from aretane.core.choice.settling import without_luck
from aretane.core.choice.valuing import Valuing
from aretane.core.contest.turn import Standing
from aretane.core.motion import Physics
from tests.core.choice.test_options import HANGER, both, standing

from .test_options import ask

HARD = standing({"cue": (0.4, 0.3), "7": (2.2, 0.25), "8": (0.5, 1.0), "9": (1.6, 0.4)})
ERROR = 0.06


def safeties(values: np.ndarray, error: float = ERROR) -> list[Option]:
    """Options that hand the table over, worth these values (k,)."""
    one = next(option for option in ask(HARD).options if option.hands_over)
    whole = Branch(1.0, None)
    return [
        replace(one, value=float(v), error=error, missed=replace(whole, equity=float(v))) for v in values
    ]


@pytest.mark.parametrize(("spread", "raw_luck"), [(0.0, 0.035), (0.03, 0.02)])
def test_the_best_of_several_promises_what_comes(spread: float, raw_luck: float) -> None:
    """Worth drawn with this spread, seen with errors: the best by what was seen is too high, shrunk it is
    not."""
    rng = np.random.default_rng(7)
    raw, held = [], []
    for _ in range(400):
        worth = 0.5 + spread * rng.standard_normal(8)
        seen = worth + ALONE * ERROR * rng.standard_normal(8)
        raw.append(float(seen.max() - worth[seen.argmax()]))
        found = [option.value for option in without_luck(safeties(seen))]
        held.append(max(found) - float(worth[int(np.argmax(found))]))
    assert np.mean(raw) > raw_luck
    assert abs(np.mean(held)) < 0.3 * np.mean(raw)


def test_options_that_truly_differ_keep_their_values_and_their_order() -> None:
    values = np.array([0.9, 0.6, 0.5, 0.2])
    found = without_luck(safeties(values, 0.02))
    assert [one.value for one in found] == pytest.approx(values, abs=0.003)
    assert sum(one.value for one in without_luck(safeties(values))) == pytest.approx(values.sum(), abs=0.01)


def test_two_of_a_sort_are_left_alone_and_branches_go_with_the_value() -> None:
    two = safeties(np.array([0.6, 0.5]))
    assert without_luck(two) == two
    for one in without_luck(safeties(np.array([0.62, 0.5, 0.48]))):
        assert one.missed.equity == pytest.approx(one.value)


def test_more_strikes_make_an_error_smaller_and_change_no_shares() -> None:
    at = HARD.with_cue(HARD.layout.cue)  # type: ignore[arg-type]
    me, other = both(at)
    valuing = Valuing(at, me, other, Physics())
    option = valuing.fine(next(one for one in ask(HARD).options if one.called is not None))
    more = valuing.more(valuing.more(option))
    assert valuing.doubt(more) < more.error < option.error
    assert more.value == pytest.approx(option.value, abs=3 * option.error)
    assert more.made.share == pytest.approx(option.made.share, abs=0.05)
    assert more.attack == option.attack  # counted over many strikes already


def test_a_clear_verdict_asks_for_no_more(monkeypatch: pytest.MonkeyPatch) -> None:
    asked: list[Option] = []
    real = Valuing.more

    def told(self: Valuing, option: Option) -> Option:
        asked.append(option)
        return real(self, option)

    monkeypatch.setattr(Valuing, "more", told)
    ask.cache_clear()
    ask(HANGER, settle=True)
    assert not asked


def test_out_of_time_after_any_step_what_is_known_by_then_is_told() -> None:
    me, other = both(HARD)
    for allowed in (0, 2, 8, 20, 25, 30, 33, 36):
        asked = iter(range(allowed))
        found = choices(HARD, me, other, Physics(), time_is_up=lambda left=asked: next(left, None) is None)
        assert found.options and not found.settled


def test_settled_options_stand_in_the_order_of_their_values() -> None:
    found = ask(Standing(HARD.table, "nine-ball", HARD.layout), settle=True).options
    best = max(one.value for one in found)
    head = [one for one in found if one.value >= best - ALIKE]
    assert found[: len(head)] == tuple(sorted(head, key=lambda one: one.foul.share))
    rest = [one.value for one in found[len(head) :]]
    assert rest == sorted(rest, reverse=True)
