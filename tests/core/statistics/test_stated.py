"""Stated chances against what came: a worked example, the parts of the score, and what is scored at all."""

import numpy as np
import pytest

from aretane.core.geometry import Point
from aretane.core.log.shot import Judgement, Plan, Result, Shot, Stated
from aretane.core.review.replay import replay
from aretane.core.rules import rules_for
from aretane.core.statistics.stated import StatedFact, better, score, stated_facts

from ..racks import HOME, POCKET, rack, table_of


def test_a_worked_example() -> None:
    """By hand: (0.1^2 + 0.9^2 + 0.1^2 + 0.3^2) / 4 = 0.23; bands of 0.9 (1 of 2), 0.1 (0 of 1), 0.7
    (1 of 1); half of all came off."""
    found = score([0.9, 0.9, 0.1, 0.7], [True, False, False, True])
    assert found is not None and found.brier.value == pytest.approx(0.23, abs=1e-12)
    assert found.reliability == pytest.approx((2 * 0.4**2 + 0.1**2 + 0.3**2) / 4, abs=1e-12)
    assert found.resolution == pytest.approx((2 * 0.0 + 0.5**2 + 0.5**2) / 4, abs=1e-12)
    assert found.uncertainty == 0.25 and found.within == pytest.approx(0.0, abs=1e-12)
    assert found.bias == pytest.approx(0.65 - 0.5)
    assert [(band.came.k, band.came.n) for band in found.bands] == [(0, 1), (1, 1), (1, 2)]


@pytest.mark.parametrize("seed", range(12))
def test_the_parts_add_up_to_the_score(seed: int) -> None:
    """Murphy 1973 with the part within bands of Stephenson and others 2008: exact for any chances."""
    rng = np.random.default_rng(seed)
    n = int(rng.integers(1, 200))
    chances = [float(one) for one in rng.random(n)]
    found = score(chances, [bool(one) for one in rng.random(n) < chances])
    assert found is not None and found.brier.value is not None
    parts = found.reliability - found.resolution + found.uncertainty + found.within
    assert found.brier.value == pytest.approx(parts, abs=1e-12)


def test_a_perfect_judge_and_the_ends_of_the_scale() -> None:
    right = score([1.0, 0.0], [True, False])
    assert right is not None and right.brier.value == 0.0 and right.reliability == 0.0
    wrong = score([1.0, 0.0], [False, True])
    assert wrong is not None and wrong.brier.value == 1.0
    assert score([], []) is None
    with pytest.raises(ValueError, match="between 0 and 1"):
        score([1.2], [True])
    with pytest.raises(ValueError, match="2 chances, but 1 outcomes"):
        score([0.5, 0.5], [True])


def test_who_is_told_better_changes_sign_with_the_sides() -> None:
    sure, unsure, came = [0.9, 0.8, 0.2], [0.5, 0.5, 0.5], [True, True, False]
    one, other = better(sure, unsure, came), better(unsure, sure, came)
    assert one.value is not None and other.value is not None
    assert one.value < 0.0 and one.value == pytest.approx(-other.value)


def stated(by: str, said: str, chance: float, end: Point | None = None) -> Stated:
    return Stated(by, said, chance, end)


def test_what_is_scored_and_what_is_not() -> None:
    """A pot called right, a pot called a safety; the safety held, as the reply missed; the last is not
    logged."""
    near = Point(HOME.x + 0.03, HOME.y + 0.04)
    of = rack(
        Shot("ann", plan=Plan(ball="1", pocket=POCKET), start=table_of("123456789"),
             result=Result(potted=(("1", POCKET),), cue_end=HOME),
             judgement=Judgement(stated=(stated("Ida", "pot", 0.7, near), stated("Ole", "safety", 0.4)))),
        Shot("ann", plan=Plan(ball="2", choice="safety"), result=Result(cue_end=HOME),
             judgement=Judgement(stated=(stated("Ida", "safety", 0.6),))),
        Shot("bob", plan=Plan(ball="2", pocket=POCKET), result=Result(cue_end=HOME),
             judgement=Judgement(stated=(stated("Ida", "pot", 0.2),))),
        Shot("ann", plan=Plan(ball="2", pocket=POCKET),
             judgement=Judgement(stated=(stated("Ida", "pot", 0.9),))),
    )  # fmt: skip
    found = stated_facts(replay(rules_for("nine-ball"), of))
    assert found[0] == StatedFact(1, 1, "Ida", "pot", 0.7, True, True, pytest.approx(0.05))
    assert found[1] == StatedFact(1, 2, "Ole", "safety", 0.4, None, False, None)
    assert (found[2].came, found[2].as_said) == (True, True)
    assert (found[3].came, found[3].as_said) == (False, True)
    assert (found[4].came, found[4].as_said, found[4].off) == (None, None, None)
