"""Double hits: likely where a level stroke goes straight at a near ball (common practice), and in the
choices."""

from math import radians

import pytest

from aretane.core.choice.option import Draft
from aretane.core.choice.options import choices
from aretane.core.choice.reasons import reasons
from aretane.core.choice.valuing import Valuing
from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point
from aretane.core.motion import Physics, Strike
from aretane.core.skill.double_hit import double_hit
from aretane.core.vocabulary import CUE
from tests.core.choice.test_options import both, standing
from tests.core.runout.layouts import TABLE

R = TABLE.ball_radius


def near(gap: float) -> Layout:
    return Layout.of({CUE: Point(1.0, 0.6), "7": Point(1.0 + 2 * R + gap, 0.6), "9": Point(2.2, 1.0)})


def test_straight_at_a_ball_five_millimetres_off_it_is_likely() -> None:
    assert double_hit(TABLE, near(0.005), Strike(1.5, 0.0)) >= 0.7
    assert double_hit(TABLE, near(0.005), Strike(1.5, 3.14159)) == 0.0  # away from it


@pytest.mark.parametrize("gap", [0.0, 0.026, 0.3])
def test_frozen_or_far_balls_are_no_double_hit(gap: float) -> None:
    assert double_hit(TABLE, near(gap), Strike(1.5, 0.0)) == 0.0


def test_angling_and_raising_the_cue_avoid_it() -> None:
    straight = double_hit(TABLE, near(0.01), Strike(1.5, 0.0))
    angled = double_hit(TABLE, near(0.01), Strike(1.5, radians(40)))
    raised = double_hit(TABLE, near(0.01), Strike(1.5, 0.0, 0.0, 0.0, radians(30)))
    assert angled < 0.3 * straight and raised < 0.5 * straight
    assert double_hit(TABLE, near(0.01), Strike(1.5, 0.0, 0.0, 0.0, radians(50))) == 0.0


def test_without_a_cue_ball_it_is_told() -> None:
    with pytest.raises(KeyError):
        double_hit(TABLE, near(0.01).without([CUE]), Strike(1.5, 0.0))


def test_an_option_fouls_as_often_and_says_why() -> None:
    at = standing(dict(near(0.005).places))  # type: ignore[arg-type]
    me, other = both(at)
    cue = at.layout.cue
    assert cue is not None
    draft = Draft("safety", None, cue, Strike(1.0, 0.0))
    straight = Valuing(at, me, other, Physics()).rough(draft)
    assert straight.twice >= 0.7 and straight.foul.share >= straight.twice - 0.1
    found = choices(
        at, me, other, Physics(), settle=False, added=[Draft("safety", None, cue, Strike(1.0, 0.0))]
    )
    own = next(one for one in found.options if one.strike == draft.strike)
    assert any("double hit" in reason for reason in reasons(found, own))
