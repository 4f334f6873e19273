"""Positions with an answer that coaches agree on come out right: a third of them; the bench asks all."""

import pytest

from .known import KNOWN, Known
from .test_options import ask, standing


@pytest.mark.parametrize("known", KNOWN[::3], ids=lambda one: one.why)
def test_a_position_with_a_known_answer(known: Known) -> None:
    at = standing(known.places, known.discipline, known.group_on)
    best = ask(at, known.me, known.other, True, 2).options[0]
    assert (best.called is not None) == known.attack


def test_there_are_enough_of_both() -> None:
    assert len(KNOWN) >= 25
    assert sum(one.attack for one in KNOWN) >= 10 <= sum(not one.attack for one in KNOWN)
