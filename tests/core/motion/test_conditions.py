"""Conditions of a recording reach the motion: cloth, cushions, air, balls (directions: common practice)."""

from itertools import pairwise

import pytest

from aretane.core import vocabulary as v
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.motion import Physics, Strike, physics_for, play

TABLE = table_for("pool-9")


def rolled(physics: Physics) -> float:
    """Metres that a centre-ball lag over one cushion goes altogether."""
    trace = play(TABLE, Layout.of({"cue": Point(0.6, 0.635)}), Strike(2.0, 0.0), physics).trace
    path = [place for _, place in trace.path("cue", 0.05)]
    return sum(a.distance(b) for a, b in pairwise(path))


def thrown(physics: Physics) -> float:
    """Metres by which a slow half-ball stun shot throws the object ball off the line of centres."""
    radius = TABLE.ball_radius
    ghost = Point(1.2, 0.6)
    ball = Point(1.2 + 2 * radius * 0.8660254, 0.6 + radius)
    at = Layout.of({"cue": Point(1.0, 0.6), "1": ball})
    end = play(TABLE, at, Strike(0.7, 0.0, 0.0, -0.15), physics).trace.path("1", 0.02)[5][1]
    return ball.minus(ghost).cross(end.minus(ball)) / (2 * radius)


@pytest.mark.parametrize("codes", [("slow", "medium", "fast")])
def test_a_faster_cloth_lets_a_ball_roll_further(codes: tuple[str, ...]) -> None:
    ways = [rolled(physics_for(cloth=code)) for code in codes]
    assert ways == sorted(ways)
    assert ways[-1] > 1.2 * ways[0]


def test_a_lively_cushion_gives_more_back() -> None:
    ways = [rolled(physics_for(cushions=code)) for code in ("dead", "medium", "lively")]
    assert ways == sorted(ways)
    assert ways[-1] > 1.03 * ways[0]


def test_humid_air_slows_the_cloth() -> None:
    ways = [rolled(physics_for(air=code)) for code in ("humid", "normal", "dry")]
    assert ways == sorted(ways)


def test_dirty_balls_throw_more_than_new_ones() -> None:
    throws = [abs(thrown(physics_for(balls=code))) for code in ("new", "played", "dirty")]
    assert throws == sorted(throws)
    assert throws[-1] > 1.2 * throws[0]


def test_the_usual_conditions_are_the_usual_constants() -> None:
    assert physics_for() == Physics()


def test_every_condition_a_recording_may_have_has_constants() -> None:
    for cloth in v.CLOTH_SPEEDS:
        for cushions in v.CUSHIONS:
            for air in v.AIR:
                for balls in v.BALL_STATES:
                    found = physics_for(cloth, cushions, air, balls)
                    assert 0.15 <= found.sliding <= 0.4  # published: Alciatore (memory)
                    assert 0.005 <= found.rolling <= 0.015
                    assert found.cushion_restitution <= 1.0


def test_an_unknown_condition_is_named() -> None:
    with pytest.raises(KeyError, match="wet"):
        physics_for(air="wet")
