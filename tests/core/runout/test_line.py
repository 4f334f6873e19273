"""The proposed order: in turn, to the end, and hardest where the least is kept."""

import numpy as np

from aretane.core.equipment.layout import Layout
from aretane.core.games.nine_ball import NINE_BALL
from aretane.core.geometry import Point
from aretane.core.runout import Maker, rotation_run
from aretane.core.runout.line import hardest, proposed
from aretane.core.skill import PRESETS
from tests.core.runout.layouts import TABLE

EASY = Layout.of({"cue": Point(2.0, 0.9), "8": Point(2.3, 1.1), "9": Point(2.35, 0.2)})
FAR = Layout.of(
    {"cue": Point(2.0, 0.9), "7": Point(2.3, 1.1), "8": Point(0.15, 0.62), "9": Point(2.35, 0.2)}
)


def test_an_open_layout_is_proposed_to_its_end() -> None:
    run = rotation_run(Maker(TABLE, EASY, PRESETS["advanced"], NINE_BALL.spacing), ["8", "9"])
    legs = proposed(run)
    assert [leg.shot.ball for leg in legs] == ["8", "9"]
    assert legs[0].value <= legs[1].value + 0.1 and all(0 < leg.kept <= 1 for leg in legs)
    assert "9" not in legs[-1].motion.after
    assert len(proposed(run, 1)) == 1


def test_the_key_transition_keeps_least() -> None:
    run = rotation_run(Maker(TABLE, FAR, PRESETS["strong"], NINE_BALL.spacing), ["7", "8", "9"])
    legs = proposed(run)
    worst = hardest(legs)
    assert worst is not None and legs[worst].kept == min(leg.kept for leg in legs)
    assert hardest(legs[:1]) is None


def test_without_a_shot_nothing_is_proposed() -> None:
    """The ball that is next is shut off all round by balls of later turns."""
    turns = np.arange(6) * np.pi / 3
    ring = {
        str(n + 2): Point(1.27 + 0.0575 * np.cos(k), 0.6 + 0.0575 * np.sin(k)) for n, k in enumerate(turns)
    }
    layout = Layout.of({**ring, "1": Point(1.27, 0.6), "cue": Point(0.6, 0.9)})
    run = rotation_run(Maker(TABLE, layout, PRESETS["strong"], 4 * NINE_BALL.spacing), ["1", *ring])
    assert proposed(run) == () and hardest(()) is None
