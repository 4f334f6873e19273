"""The eye's errors from the log: strokes drawn from a player who misjudges more come back as that."""

from math import hypot, sqrt

import numpy as np
import pytest
from scipy.special import erf, erfinv

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.log.shot import Judgement, Plan, Result, Shot
from aretane.core.motion import Physics
from aretane.core.review.replay import replay
from aretane.core.rules import rules_for
from aretane.core.skill import PRESETS
from aretane.core.skill.fit import EyeTry, fit
from aretane.core.statistics.judged import eye_try

from ..racks import rack

LEVEL = PRESETS["regular"]
TABLE = table_for("pool-9")


def logged(times: float, count: int, seed: int = 3) -> list[EyeTry]:
    """Strokes of a player who misjudges so many times as far as the level, made and missed at random."""
    rng = np.random.default_rng(seed)
    tries = []
    for _ in range(count):
        chance, arm = rng.uniform(0.1, 0.9), LEVEL.aim
        eye = rng.uniform(0.5, 3.0) * arm
        half = float(erfinv(chance)) * sqrt(2) * hypot(arm, eye)
        own = float(erf(half / (hypot(arm, times * eye) * sqrt(2))))
        tries.append(EyeTry(chance, arm, eye, bool(rng.random() < own)))
    return tries


@pytest.mark.parametrize("times", [0.5, 1.0, 2.0])
def test_a_thousand_strokes_tell_how_far_the_eye_is_off(times: float) -> None:
    found = fit(LEVEL, (), eyes=logged(times, 1500))
    assert found.eye.value == pytest.approx(times, rel=0.15)
    assert found.eye.low < found.eye.value < found.eye.high
    assert found.skill.rail == pytest.approx(LEVEL.rail * found.eye.value)
    assert found.skill.line / LEVEL.line == pytest.approx(found.skill.curve / LEVEL.curve)
    assert found.skill.aim == pytest.approx(LEVEL.aim, rel=1e-3)  # the arm is told by pots alone


def test_ten_strokes_move_it_a_little_and_none_not_at_all() -> None:
    assert fit(LEVEL, ()).eye.value == pytest.approx(1.0, abs=1e-6)
    ten = [EyeTry(0.6, LEVEL.aim, 2 * LEVEL.aim, False)] * 10
    assert 1.0 < fit(LEVEL, (), eyes=ten).eye.value < 1.5


def shot(kind: str = "kick", foul: str | None = None, left_out: str | None = None) -> Shot:
    """A kick at the 9 behind the 8, logged as a safety."""
    layout = Layout.of({"cue": Point(0.6, 0.4), "8": Point(0.9, 0.4), "9": Point(1.9, 0.4)})
    return Shot(
        "ann", plan=Plan("8" if kind == "direct" else "9", kind=kind, choice="safety"), start=layout,
        result=Result(cue_end=Point(1.2, 0.9), foul=foul), judgement=Judgement(left_out=left_out),
    )  # fmt: skip


def tried(one: Shot, discipline: str = "nine-ball") -> EyeTry | None:
    step = replay(rules_for(discipline), rack(one))[0]
    return eye_try(TABLE, step, LEVEL, Physics())


def test_a_kick_says_whether_it_hit_and_what_the_eye_had_in_it() -> None:
    hit, missed = tried(shot(), "eight-ball"), tried(shot(foul="no-contact"), "eight-ball")
    assert hit is not None and missed is not None
    assert (hit.made, missed.made) == (True, False)
    assert hit.eye > hit.arm > 0.0  # over a cushion it is the eye that errs
    assert 0.1 < hit.chance < 0.95


def test_other_strokes_say_nothing_of_the_eye() -> None:
    assert tried(shot("direct")) is None
    assert tried(shot(left_out="exhibition")) is None
