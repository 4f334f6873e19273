"""What has to be judged on the way of a strike, against mirrors and levers worked out by hand; and what
players of each level make of it."""

from dataclasses import replace
from itertools import pairwise
from math import atan2, hypot

import pytest
from bench.indirect import BANDS, made_share, posed

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point, unit
from aretane.core.motion import Strike, play
from aretane.core.motion.play import STANDARD
from aretane.core.skill import PRESETS, Circumstances, Skill
from aretane.core.skill.circumstances import circumstances
from aretane.core.skill.judgement import NOTHING, Unseen, unseen

TABLE = table_for("pool-9")
R = TABLE.ball_radius
LEVELS = ("starter", "regular", "strong", "advanced", "professional")


def kick(one: Point, other: Point) -> Strike:
    """At the other ball by the mirror over the near long rail."""
    image = Point(other.x, 2 * R - other.y)
    return Strike(2.0, image.minus(one).angle)


def hitting(layout: Layout, near: Strike) -> Strike:
    """The strike nearest to one that hits the ball: cushions and curves turn it from straight lines."""
    turns = sorted((k * 0.004 for k in range(-60, 61)), key=abs)
    strikes = (replace(near, aim=near.aim + turn) for turn in turns)
    return next(one for one in strikes if play(TABLE, layout, one).first_hit == "1")


def test_a_straight_pot_has_nothing_to_judge() -> None:
    layout = Layout.of({"cue": Point(1.6, 0.6), "1": Point(2.1, 0.9)})
    aim = Point(2.1, 0.9).minus(Point(1.6, 0.6)).angle
    assert unseen(TABLE, layout, Strike(1.5, aim)) == NOTHING


def test_a_kick_is_judged_by_the_share_of_its_way_after_the_cushion() -> None:
    """By the mirror a turn at the cushion moves the arrival by the way after it, one of the aim by all of
    it."""
    cue, ball = Point(0.3, 0.5), Point(1.1, 0.3)
    layout = Layout.of({"cue": cue, "1": ball})
    found = unseen(TABLE, layout, hitting(layout, kick(cue, ball)))
    share = (0.3 - R) / (0.3 - R + 0.5 - R)  # heights above the line of contact
    assert found.rails == pytest.approx(share, abs=0.06)
    assert found.lines == 0.0 == found.curve


def test_every_cushion_adds_its_own() -> None:
    layout = Layout.of({"cue": Point(0.6, 0.4), "1": Point(0.9, 1.0)})
    strikes = [Strike(4.0, k / 400 * 6.2832 - 3.1416) for k in range(400)]
    seen: dict[int, float] = {}
    for strike in strikes:
        motion = play(TABLE, layout, strike)
        events = motion.trace.happenings()
        hit = next((one.time for one in events if one.kind == "ball"), None)
        if hit is None or any(one.kind == "jaw" for one in events):
            continue
        rails = sum(one.kind == "rail" and one.time < hit for one in events)
        seen[rails] = max(seen.get(rails, 0.0), unseen(TABLE, layout, strike).rails)
    assert seen[0] == 0.0 and seen[1] < seen[3] and seen[1] < 1.0


def test_a_plant_is_judged_through_its_levers() -> None:
    """Of one rad at the second ball against one of aim: the aim comes down through two contacts."""
    first, gap, far = Point(1.2, 0.6), 0.05, 0.6
    second = first.plus(Point(gap + 2 * R, 0.0))
    cue = first.minus(Point(far, 0.0))
    layout = Layout.of({"cue": cue, "1": first, "2": second})
    assert not play(TABLE, layout, Strike(2.0, 0.0)).potted
    assert (
        unseen(TABLE, layout, Strike(2.0, 0.0)) == NOTHING
    )  # nothing fell: only what leads to the first ball counts
    mouth = TABLE.pockets["foot-left"].mouth
    way = atan2(mouth.y - second.y, mouth.x - second.x)
    second = mouth.minus(unit(way).times(0.5))
    first = second.minus(unit(way).times(gap + 2 * R))
    cue = first.minus(unit(way).times(far))
    potted = Layout.of({"cue": cue, "1": first, "2": second})
    plant = Strike(2.0, way)
    assert ("2", "foot-left") in play(TABLE, potted, plant).potted
    lever = 1 / (2 * R)
    assert unseen(TABLE, potted, plant).lines == pytest.approx(
        1 / (lever * gap * lever * (far - 2 * R)), rel=0.1
    )


def test_the_eye_adds_to_the_arm_in_squares_and_not_to_speed_or_tip() -> None:
    skill = Skill("", "", aim=0.003, speed=0.1, tip=0.002, rail=0.05, line=0.1, curve=0.2)
    own = skill.under(Circumstances(unseen=Unseen(rails=0.5, lines=0.1, curve=0.02)))
    assert own.aim == pytest.approx(hypot(0.003, 0.025, 0.01, 0.004))
    assert (own.speed, own.tip) == (skill.speed, skill.tip)
    assert skill.under(Circumstances()) == skill


def test_a_raised_cue_bends_the_way_and_that_is_judged() -> None:
    layout = Layout.of({"cue": Point(0.6, 0.6), "1": Point(1.8, 0.6)})
    straight = circumstances(TABLE, layout, hitting(layout, Strike(2.0, 0.0, 0.3)), physics=STANDARD)
    raised = circumstances(
        TABLE, layout, hitting(layout, Strike(2.0, 0.0, 0.3, 0.0, 0.35)), physics=STANDARD
    )
    assert straight.unseen.curve == 0.0 and raised.unseen.curve > 0.0


@pytest.mark.parametrize("stroke", ["one-rail kick", "plant"])
def test_the_better_the_player_the_more_is_made_and_a_starter_misses(stroke: str) -> None:
    """A small part of what the bench measures against the bands of common practice (no source)."""
    cases = list(posed(stroke, 3, 12))
    shares = [sum(made_share(one, PRESETS[level], 60) for one in cases) / len(cases) for level in LEVELS]
    assert all(worse <= better + 0.02 for worse, better in pairwise(shares))
    low, high = BANDS[stroke]["starter"]
    assert low - 0.15 <= shares[0] <= high + 0.15
    blind = replace(PRESETS["starter"], rail=0.0, line=0.0)
    assert sum(made_share(one, blind, 60) for one in cases) / len(cases) > shares[0] + 0.1
