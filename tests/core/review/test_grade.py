"""The five grades at their thresholds, and the words that go with them."""

import math

import pytest

from aretane.core.aiming.aim import Aim, aim_at
from aretane.core.aiming.intent import Fit, fit
from aretane.core.aiming.position import Miss, NextAngle, next_angle
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.log.shot import Target
from aretane.core.review.grade import propose
from aretane.core.review.landed import Landed, landed_for
from aretane.core.tolerances import NO_SHOT, PLAN_CHANGED_LOSS, RECOVERY
from aretane.core.vocabulary import ALL_CAUSES, CAUSES, GRADES, ball_words, pocket_words

NINE = table_for("pool-9")
WIDTH = 2 * NINE.ball_radius


def pot(chance: float, cut: float = 20.0) -> Aim:
    """A pot of the 8 into the foot-left corner with a chance and a cut of one's own choosing."""
    layout = Layout.of({"cue": Point(1.2, 0.5), "8": Point(2.0, 0.8)})
    real = aim_at(NINE, layout, "8", "foot-left")
    fields = {name: getattr(real, name) for name in Aim.__dataclass_fields__}
    return Aim(**fields | {"chance": chance, "cut": math.radians(cut)})


def came(widths: float, window: bool) -> Fit | None:
    a, b = Point(1, 0.5), Point(1, 0.4) if window else None
    target = Target("window" if window else "point", a, b)
    missed = Miss(widths * WIDTH, 0.0, 0.0, a)
    return fit(NINE, target, Layout.of({"cue": Point(1, 0.7)}), missed, None, None)


def angle(left: float, wanted: float | None) -> NextAngle:
    planned = None if wanted is None else pot(0.8, wanted)
    return next_angle(pot(0.8, left), planned, None)


def grade(
    best: float, hoped: float | None, *, widths: float = 0.0, left: float = 20, wanted: float = 20,
    window: bool = False, landed: Landed | None = None, angle_said: bool = False,
) -> tuple[str | None, str]:  # fmt: skip
    planned = None if hoped is None else pot(hoped, wanted)
    found = propose(
        pot(best, left), pot(best, left), planned, angle(left, None if hoped is None else wanted),
        None if hoped is None else came(widths, window), WIDTH, landed, angle_said,
    )  # fmt: skip
    return found.grade, "; ".join(found.reasons)


@pytest.mark.parametrize(
    ("best", "hoped", "wanted"),
    [
        (NO_SHOT - 0.001, 0.9, "no-shot"),
        (NO_SHOT + 0.001, 0.9, "recovery"),
        (RECOVERY - 0.01, 0.9, "recovery"),
        (RECOVERY + 0.01, 0.9, "off-plan-changed"),
        (RECOVERY - 0.01, RECOVERY + 0.05, "perfect"),
        (0.9 - PLAN_CHANGED_LOSS + 0.01, 0.9, "perfect"),
        (0.9 - PLAN_CHANGED_LOSS - 0.01, 0.9, "off-plan-changed"),
        (0.2, None, "recovery"),
        (0.8, None, None),
    ],
)
def test_grades_turn_at_their_thresholds(best: float, hoped: float | None, wanted: str | None) -> None:
    assert grade(best, hoped)[0] == wanted


@pytest.mark.parametrize(
    ("widths", "wanted"), [(0.49, "perfect"), (0.51, "off-same-plan"), (4, "off-same-plan")]
)
@pytest.mark.parametrize("window", [False, True])
def test_half_a_ball_is_the_edge_of_a_target(widths: float, wanted: str, window: bool) -> None:
    assert grade(0.8, 0.8, widths=widths, window=window)[0] == wanted


@pytest.mark.parametrize(
    ("left", "wanted", "words"),
    [
        (50, 20, "too much angle: 50° for 20°"),
        (4, 30, "too straight: 4° for 30°"),
        (-20, 20, "wrong side of the 8"),
        (30, 20, "on target"),
        (-2, 10, "on target"),
    ],
)
def test_the_angle_left_is_put_in_words(left: float, wanted: float, words: str) -> None:
    assert words in grade(0.8, 0.8, left=left, wanted=wanted)[1]


@pytest.mark.parametrize(
    ("landed", "widths", "left", "said", "wanted"),
    [
        (Landed(True, 0.97), 4, 20, False, "perfect"),
        (Landed(True, 0.97), 4, -20, False, "perfect"),  # the other side of the ball is worth as much
        (Landed(True, 0.97), 4, 50, True, "off-plan-changed"),  # the plan itself wants the angle
        (Landed(False, 0.6), 0, 20, False, "off-same-plan"),
        (Landed(False, 0.6), 0, -20, False, "off-plan-changed"),
    ],
)
def test_a_map_decides_what_is_in_place(
    landed: Landed, widths: float, left: float, said: bool, wanted: str
) -> None:
    found, words = grade(0.8, 0.8, widths=widths, left=left, landed=landed, angle_said=said)
    assert found == wanted
    told = f"{landed.share:.0%} of the planned place's worth is left"
    assert (told in words) == (wanted in ("perfect", "off-same-plan"))


@pytest.mark.parametrize(
    ("share", "wanted"),
    [(1.02, "perfect"), (0.9, "perfect"), (0.8, "off-same-plan"), (0.69, "off-plan-changed"),
     (0.0, "off-plan-changed")],
)  # fmt: skip
def test_a_place_for_another_stroke_goes_by_what_the_stroke_is_worth(share: float, wanted: str) -> None:
    aim, straight = pot(0.0), angle(20.0, None)
    for measured, words in (("bank", "bank"), ("open", "safety")):
        by_map = landed_for(share * 0.5, 0.5)
        found = propose(aim, aim, None, straight, Fit(measured, False), 0.05715, by_map)
        assert found.grade == wanted
        assert found.reasons == (f"{min(share, 1.0):.0%} of what a {words} is worth from the best place",)
    assert landed_for(0.0, 0.0) is None


def test_a_straight_ball_has_no_side() -> None:
    assert angle(2, 20).right_side is None
    assert angle(-20, 20).right_side is False
    assert angle(25, 20).right_side is True
    assert angle(25, None).difference is None


def test_words_name_balls_pockets_and_every_cause_once() -> None:
    assert ball_words("cue") == "the cue ball"
    assert ball_words("4") == "the 4"
    assert pocket_words("foot-left") == "foot left corner"
    assert pocket_words("side-right") == "right side pocket"
    assert len(ALL_CAUSES) == sum(len(group) for group in CAUSES.values())
    assert list(GRADES)[:2] == ["perfect", "off-same-plan"]
