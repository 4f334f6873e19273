"""Planned strikes played out, and results explained by strikes."""

import math
import random
from dataclasses import replace

import pytest

from aretane.core.chance.forecast import NoAim, forecast, on_target
from aretane.core.chance.natural import stun_height
from aretane.core.equipment.layout import Layout
from aretane.core.games.setting_up import racked
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Target, Tip
from aretane.core.motion import MISCUE, MotionError, Strike, play
from aretane.core.motion.find import Seen, find_strike
from aretane.core.motion.play import STANDARD
from aretane.core.skill import PRESETS

from ..motion.balls import POOL, lay, scattered

STRONG = PRESETS["strong"]
LAYOUT = lay(cue=(1.3, 0.6), b3=(1.9, 0.85), b5=(1.2, 1.0))


def plan(**said: object) -> Plan:
    return Plan(**({"ball": "3", "pocket": "foot-left", "speed": 2.0, "tip": Tip(0.0, -0.1)} | said))  # type: ignore[arg-type]


def test_a_planned_strike_pots_its_ball_and_scatters_about_its_path() -> None:
    target = Target("window", Point(1.3, 0.9), Point(2.2, 0.3))
    found = forecast(POOL, LAYOUT, plan(target=target), STRONG)
    assert found is not None and found.assumed == ()
    assert ("3", "foot-left") in found.motion.potted
    assert found.strike.speed == 2.0 and found.strike.height == -0.1
    assert 0.1 < (found.pot.value or 0) < 1 and found.pot.n == 400
    assert len(found.ends) == len(found.potted) > 350
    end = found.motion.after.cue
    assert end is not None
    near = sorted(end.distance(place) for place in found.ends)
    assert near[len(near) // 2] < 0.35
    assert found.in_place is not None and 0 <= (found.in_place.value or 0) <= (found.pot.value or 0)


def test_the_natural_paths_leave_the_contact_apart() -> None:
    found = forecast(POOL, lay(cue=(1.6, 0.6), b3=(1.9, 0.85)), plan(speed=3.0), STRONG)
    assert found is not None and len(found.stun) > 3 and len(found.rolling) > 3
    ways = [path[min(6, len(path) - 1)].minus(path[0]).angle for path in (found.stun, found.rolling)]
    assert math.degrees(abs(ways[0] - ways[1])) > 8


def test_stun_arrives_without_spin() -> None:
    # v t - mu g t^2 / 2 = d and the backspin just gone: the closed form against the motion.
    height = stun_height(2.0, 0.3, STANDARD)
    assert height is not None and -MISCUE < height < 0
    assert stun_height(1.0, 2.0, STANDARD) is None
    full = lay(cue=(0.5, 0.635), b1=(0.8 + 2 * POOL.ball_radius, 0.635))
    motion = play(POOL, full, Strike(2.0, 0.0, 0.0, height))
    met = next(happening for happening in motion.trace.happenings() if happening.kind == "ball")
    moved = motion.after.cue
    assert moved is not None and moved.distance(met.place) < 0.02  # a full stun hit stops dead


def test_what_is_not_said_is_assumed_and_told() -> None:
    found = forecast(POOL, LAYOUT, plan(speed=None, tip=None), STRONG)
    assert found is not None and found.assumed == ("speed", "tip")
    assert 0.8 <= found.strike.speed <= 6.0 and found.in_place is None


def test_a_plan_without_ball_or_pocket_is_not_played() -> None:
    assert forecast(POOL, LAYOUT, plan(ball=None), STRONG) is None
    assert forecast(POOL, LAYOUT, plan(pocket=None), STRONG) is None
    assert forecast(POOL, LAYOUT, plan(kind="push-out"), STRONG) is None
    assert forecast(POOL, LAYOUT, plan(ball="9"), STRONG) is None


def test_no_aim_and_no_layout_are_said() -> None:
    with pytest.raises(NoAim, match="no aim found that sends the 3 into"):
        forecast(POOL, LAYOUT, plan(pocket="head-right", speed=1.0), STRONG)
    with pytest.raises(MotionError, match="overlap"):
        forecast(POOL, lay(cue=(1.3, 0.6), b3=(1.31, 0.6)), plan(), STRONG)


def test_a_cue_ball_on_the_rail_is_struck_with_wider_errors() -> None:
    free = forecast(POOL, lay(cue=(1.3, 0.3), b3=(1.9, 0.85)), plan(), STRONG)
    railed = forecast(POOL, lay(cue=(1.3, 0.035), b3=(1.9, 0.85)), plan(), STRONG)
    assert free is not None and not free.railed
    assert railed is not None and railed.railed


def test_the_part_of_the_pocket_is_aimed_at() -> None:
    ends = {}
    for part in (None, "left", "right"):
        found = forecast(POOL, LAYOUT, plan(part=part), STRONG)
        assert found is not None
        ends[part] = (found.strike.aim, found.pot.value or 0)
    # further left with the ball means further right with the cue ball
    assert ends["left"][0] < ends[None][0] < ends["right"][0]
    assert ends["left"][1] < ends[None][1] > ends["right"][1]


def test_on_target_is_within_a_ball_radius() -> None:
    window = Target("window", Point(1.0, 0.5), Point(1.4, 0.5))
    assert on_target(window, Point(1.2, 0.52), POOL)
    assert not on_target(window, Point(1.2, 0.54), POOL)
    assert not on_target(Target("none"), Point(1.2, 0.5), POOL)


def seen_of(layout, motion, rng: random.Random, noise: float) -> Seen:  # type: ignore[no-untyped-def]
    def off(place: Point) -> Point:
        return Point(place.x + rng.gauss(0, noise), place.y + rng.gauss(0, noise))

    moved = tuple(
        (ball, off(place))
        for ball, place in motion.after.places
        if ball != "cue" and place.distance(layout.get(ball)) > 0.003
    )
    return Seen(off(motion.after.cue), tuple(motion.potted), moved)


def test_strikes_are_found_again_from_where_everything_ended() -> None:
    rng, explained, near, held = random.Random(1), 0, 0, 0
    count = 0
    while count < 20:
        layout = scattered(POOL, rng, rng.choice((2, 4)))
        cue, ball = layout.cue, layout.get("1")
        assert cue is not None and ball is not None
        height = rng.uniform(-0.3, 0.35)
        aim = ball.minus(cue).angle + rng.uniform(-0.03, 0.03) / cue.distance(ball)
        strike = Strike(rng.uniform(0.9, 3.0), aim, rng.uniform(-0.1, 0.1), height)
        motion = play(POOL, layout, strike)
        if motion.after.cue is None or motion.first_hit != "1":
            continue
        count += 1
        finding = find_strike(POOL, layout, seen_of(layout, motion, rng, 0.005))
        explained += finding.explained
        best = finding.found[0]
        near += best.miss < 0.02
        held += any(abs(math.log(one.strike.speed / strike.speed)) < 0.3 for one in finding.found)
        assert sum(one.share for one in finding.found) <= 1 + 1e-9
    assert explained >= 15 and near >= 14 and held >= 12


def test_a_finding_is_the_same_for_the_same_seed_and_counts_rails() -> None:
    layout = lay(cue=(0.6, 0.6), b1=(1.5, 0.7))
    motion = play(POOL, layout, Strike(1.8, 0.13, 0.0, 0.1))
    seen = seen_of(layout, motion, random.Random(0), 0.0)
    a, b = (find_strike(POOL, layout, seen, seed=(5,)) for _ in range(2))
    assert a == b and a.explained
    assert a.found[0].cue_rails == motion.rails["cue"]


def test_a_place_that_no_strike_leads_to_is_not_explained() -> None:
    layout = lay(cue=(0.6, 0.6), b1=(1.5, 0.7), b2=(2.2, 0.3))
    seen = Seen(Point(0.6, 0.62), (("1", "head-right"), ("2", "side-left")), ())
    assert not find_strike(POOL, layout, seen).explained


def test_what_was_observed_of_the_stroke_weighs_the_strikes_found() -> None:
    layout = lay(cue=(0.6, 0.6), b1=(1.5, 0.7))
    meant = Strike(1.8, 0.13, 0.0, 0.1)
    motion = play(POOL, layout, Strike(1.8, 0.13, 0.0, 0.02))
    seen = seen_of(layout, motion, random.Random(0), 0.0)
    seen = replace(seen, meant=meant)
    low = find_strike(POOL, layout, replace(seen, tip=("low",))).found[0].strike
    high = find_strike(POOL, layout, replace(seen, tip=("high",))).found[0].strike
    assert low.height < meant.height < high.height
    right = find_strike(POOL, layout, replace(seen, tip=("right",))).found[0].strike
    left = find_strike(POOL, layout, replace(seen, tip=("left",))).found[0].strike
    assert left.side < right.side
    thin = find_strike(POOL, layout, replace(seen, contact="thin")).found[0].strike
    thick = find_strike(POOL, layout, replace(seen, contact="thick")).found[0].strike
    line = math.atan2(0.1, 0.9)
    assert abs(thin.aim - line) >= abs(thick.aim - line)


def test_a_second_intent_has_a_chance_and_shapes_the_strike_that_is_found() -> None:
    """A pot that is to touch another ball besides: without it the strike found goes elsewhere."""
    layout = Layout.of(
        {"cue": Point(1.0, 0.5), "7": Point(1.6, 0.8), "8": Point(1.45, 1.05), "9": Point(2.3, 0.3)}
    )
    plain = Plan(ball="7", pocket="foot-left")
    meant = replace(plain, second=Target("cannon", ball="8"))
    alone, both = forecast(POOL, layout, plain, STRONG), forecast(POOL, layout, meant, STRONG)
    assert alone is not None and both is not None
    assert alone.besides is None
    assert both.besides is not None and both.besides.value is not None and both.pot.value is not None
    assert both.besides.value <= both.pot.value
    touched = both.motion.after.get("8") != layout.get("8")
    assert touched != both.unmet  # either the strike found does it, or that is said


def test_a_break_leaves_its_balls_spread_or_together() -> None:
    """A soft break leaves more of them together than a hard one."""
    racked_balls = racked(POOL, "nine-ball", 1)
    layout = racked_balls.changed({"cue": Point(0.6, 0.635)})
    soft, hard = (
        forecast(POOL, layout, Plan(ball="1", kind="break", speed=speed), STRONG) for speed in (2.0, 9.0)
    )
    assert soft is not None and hard is not None and soft.spread is not None and hard.spread is not None
    assert soft.spread.together > hard.spread.together + 1
    assert soft.spread.apart < hard.spread.apart
