"""How much of a ball is hidden, held against strikes played out."""

import numpy as np

from aretane.core.contest.cover import GRAZE, LINES, hidden
from aretane.core.contest.seat import openness
from aretane.core.contest.turn import Standing
from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point
from aretane.core.motion.play import play_many
from aretane.core.vocabulary import CUE
from tests.core.runout.layouts import TABLE, strewn

R = TABLE.ball_radius


def share(cue: Point, ball: Point, *others: Point) -> float:
    there = np.array([others]).reshape(1, -1, 2)
    blocked = hidden(np.array([cue]), np.array([ball]), there, np.full(len(others), R), R, R)
    return float(blocked.mean())


def test_nothing_between_hides_nothing() -> None:
    assert share(Point(0.3, 0.6), Point(1.5, 0.6), Point(0.9, 1.1), Point(2.2, 0.6)) == 0.0


def test_a_ball_right_in_front_of_the_cue_ball_hides_all_of_one_far_away() -> None:
    assert share(Point(0.3, 0.6), Point(2.0, 0.6), Point(0.37, 0.6)) == 1.0


def test_a_ball_beside_the_line_hides_one_side() -> None:
    half = share(Point(0.3, 0.6), Point(1.7, 0.6), Point(1.0, 0.6 + 2 * R))
    assert 0.35 < half < 0.65


def test_a_ball_that_is_gone_hides_nothing() -> None:
    assert share(Point(0.3, 0.6), Point(2.0, 0.6), Point(float("nan"), float("nan"))) == 0.0


def test_it_is_what_straight_strikes_meet_first() -> None:
    """Each straight way is struck, fast: the first ball met says whether it is blocked."""
    for seed in range(12):
        layout = strewn(seed, ["1", "2", "3", "4", "5"])
        cue, ball = layout.cue, layout.get("1")
        assert cue is not None and ball is not None
        far, line = cue.distance(ball), ball.minus(cue).angle
        off = GRAZE * np.linspace(-1.0, 1.0, LINES)
        rows = np.zeros((LINES, 5))
        rows[:, 0], rows[:, 1] = 5.0, line + np.arcsin(off * 2 * R / far)
        ends = play_many(TABLE, layout, rows)
        met = ends.first_hit == ends.names.index("1")
        straight = met & (ends.rails_before == 0)
        at = Standing(TABLE, "nine-ball", layout)
        assert abs(openness(at, cue) - straight.mean()) <= 1.01 / LINES


def test_the_cue_ball_behind_a_ball_is_hooked() -> None:
    layout = Layout.of({CUE: Point(0.3, 0.6), "1": Point(2.0, 0.6), "9": Point(0.37, 0.6)})
    assert openness(Standing(TABLE, "nine-ball", layout), Point(0.3, 0.6)) == 0.0
