"""A layout read for a player, and what still works on the next ball."""

from math import degrees

import numpy as np
import pytest

from aretane.core.aiming.aim import aim_at
from aretane.core.aiming.pocket_window import pocket_window
from aretane.core.choice.special import made_by, specials
from aretane.core.contest.turn import Standing
from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point, unit
from aretane.core.motion import Physics, Strike, play
from aretane.core.patterns.angles import AngleRange, angle_range, angle_words
from aretane.core.patterns.chains import chains, least_angle
from aretane.core.patterns.combinations import combinations_on
from aretane.core.patterns.nudge import nudge_or_leave
from aretane.core.patterns.reading import read
from aretane.core.patterns.scratch import scratch_lines
from aretane.core.runout.chart import ChanceMap
from aretane.core.runout.games import Question, search
from aretane.core.runout.grid import grid_of, nodes_of
from aretane.core.runout.kernel import BEST_COLUMNS
from aretane.core.runout.line import order_of, proposed
from aretane.core.runout.maps import Maker
from aretane.core.runout.opened import RACK
from aretane.core.runout.run import state
from aretane.core.skill import PRESETS
from tests.core.runout.layouts import TABLE, strewn

R, FOOT = TABLE.ball_radius, TABLE.foot_spot
TIED = Layout.of(
    {
        "cue": Point(0.6, 0.9),
        "1": Point(1.9, 1.1),
        "2": Point(2.1, 0.55),
        "6": Point(2.1, 0.55 - 2 * R),
        "3": Point(0.5, 0.3),
        "9": Point(2.46, 0.62),
        "8": Point(1.2, 0.2),
    }
)


def asked(layout: Layout, discipline: str = "eight-ball", group_on: str = "solids") -> Question:
    return Question(TABLE, discipline, layout, group_on, PRESETS["strong"], Physics())


def test_only_the_players_balls_are_read_and_open_ones_are_insurance() -> None:
    reading = read(asked(TIED))
    balls = {ball.ball: ball for ball in reading.balls}
    assert set(balls) == {"1", "2", "3", "6", "8"}  # the 9 is of the other group
    assert balls["3"].insurance and balls["3"].open_pockets >= 4 and not balls["3"].problem
    assert not balls["2"].insurance and not balls["6"].insurance
    assert all(0.0 <= ball.reach <= 1.0 for ball in reading.balls)


def paired(gap: float, off: float = 0.0) -> Layout:
    """Two solids in line with a corner pocket, the 3 behind the 5, `gap` m apart and the 3 turned `off` rad
    out of the line."""
    pocket = TABLE.pockets["foot-left"].mouth
    five = pocket.plus(unit(-2.5).times(0.3))
    three = five.plus(unit(-2.5 + off).times(2 * R + gap))
    others = {"cue": Point(0.6, 0.6), "1": Point(0.9, 1.0), "8": Point(0.5, 0.3), "9": Point(1.2, 0.2)}
    return Layout.of({**others, "5": five, "3": three})


def free_places(layout: Layout) -> np.ndarray:
    """Places (g, 2) all over the table where no ball lies."""
    nodes, balls = nodes_of(*grid_of(TABLE, 0.3)), [place for name, place in layout.places if name != "cue"]
    return np.array([one for one in nodes if all(Point(*one).distance(ball) > 2 * R for ball in balls)])


@pytest.mark.parametrize("gap", [0.0, 0.01, 0.03])
def test_a_combination_in_line_with_a_pocket_is_insurance(gap: float) -> None:
    reading = read(asked(paired(gap)))
    (one,) = reading.combinations
    assert (one.by, one.ball, one.pocket) == ("3", "5", "foot-left") and one.reach > 0.7
    balls = {ball.ball: ball for ball in reading.balls}
    assert not balls["3"].insurance and not balls["5"].insurance


def test_a_combination_is_surer_for_a_better_player_and_the_nearer_its_balls_lie() -> None:
    def reach(layout: Layout, level: str) -> float:
        question = Question(TABLE, "eight-ball", layout, "solids", PRESETS[level], Physics())
        found = combinations_on(question, free_places(layout))
        return max((one.reach for one in found), default=0.0)

    assert reach(paired(0.05), "starter") < reach(paired(0.05), "professional")
    assert reach(paired(0.05), "regular") < reach(paired(0.0005), "regular")
    assert reach(paired(0.01, 0.6), "professional") < 0.4  # out of the line
    assert reach(paired(0.07), "professional") == 0.0  # further apart than is looked at


def test_a_combination_said_to_be_on_is_made_more_often_than_not() -> None:
    layout, physics, skill = paired(0.02), Physics(), PRESETS["regular"]
    question = Question(TABLE, "eight-ball", layout, "solids", skill, physics)
    came = []
    for place in free_places(layout):
        one = combinations_on(question, place[None])[0]
        if not one.reach:
            continue
        at = Standing(TABLE, "eight-ball", layout.changed({"cue": Point(*place)}), "solids")
        best = max(
            made_by(at, Point(*place), found, skill, physics, 64)
            for found in specials(at, Point(*place), skill, physics)
            if (found.kind, found.ball, found.pocket) == ("combination", one.ball, one.pocket)
        )
        came.append(best)
    assert len(came) > 5 and np.mean(came) > 0.6 and np.mean(np.array(came) > 0.4) > 0.9


@pytest.mark.parametrize(
    ("discipline", "group_on", "balls", "pair"),
    [
        ("nine-ball", "any", ("3", "9"), ("3", "9")),  # a higher ball off a lower one
        ("eight-ball", "solids", ("3", "8"), None),  # the last ball never
        ("eight-ball", "solids", ("3", "12"), None),  # the other group
        ("straight-pool", "any", ("3", "12"), ("3", "12")),
    ],
)
def test_only_combinations_that_the_game_allows_are_named(
    discipline: str, group_on: str, balls: tuple[str, str], pair: tuple[str, str] | None
) -> None:
    there = dict(paired(0.01).places)
    behind, before = balls
    layout = Layout.of({"cue": there["cue"], behind: there["3"], before: there["5"]})
    if discipline == "eight-ball" and "8" not in balls:
        layout = layout.changed({"8": there["8"]})
    question = Question(TABLE, discipline, layout, group_on, PRESETS["strong"], Physics())
    found = combinations_on(question, free_places(layout))
    assert [(one.by, one.ball) for one in found[:1]] == ([] if pair is None else [pair])


def test_the_cluster_is_found_with_what_opens_it() -> None:
    (opening,) = read(asked(TIED)).openings
    assert set(opening.cluster.balls) == {"2", "6"}
    for way in opening.ways:
        assert way.shot.ball not in opening.cluster.balls and way.meets in opening.cluster.balls
        assert dict(way.motion.potted)[way.shot.ball] == way.shot.pocket
        assert way.motion.after.cue is not None and 0.2 <= way.chance <= way.shot.pot + 0.1
        moved = [ball for ball in opening.cluster.balls if ball in way.motion.trace.moved()]
        assert way.meets in moved
    assert opening.ways and opening.ways[0].frees


def test_a_ball_shut_in_is_a_problem_and_says_why() -> None:
    turns = np.arange(6) * np.pi / 3
    ring = {
        str(n + 2): Point(1.27 + 2 * R * np.cos(k), 0.6 + 2 * R * np.sin(k)) for n, k in enumerate(turns)
    }
    layout = Layout.of({**ring, "1": Point(1.27, 0.6), "cue": Point(0.6, 0.9)})
    balls = {ball.ball: ball for ball in read(asked(layout, "nine-ball", "")).balls}
    assert balls["1"].reach == 0.0 and balls["1"].problem == "tied up in a cluster"
    assert balls["1"].open_pockets == 0


def test_a_straight_pool_chain_ends_with_the_ball_beside_the_rack() -> None:
    foot = TABLE.foot_spot
    layout = Layout.of(
        {
            "cue": Point(0.7, 0.7),
            "4": Point(foot.x - 0.05, foot.y + 0.30),
            "7": Point(foot.x - 0.45, foot.y + 0.25),
            "11": Point(0.4, 0.3),
        }
    )
    run = search(asked(layout, "straight-pool", ""))
    found = chains(run, proposed(run))
    assert found and found[0].break_ball == "4"
    assert found[0].key_ball in ("7", "11") and found[0].before in ("7", "11")
    assert 0.0 < found[0].kept <= found[0].chance <= 1.0
    assert found[0].balls > found[0].worth > 1.0
    least = least_angle(found[0])
    assert least is not None and 5.0 < least < 60.0  # a straight break shot does not come to the rack
    alone = search(asked(Layout.of({"cue": Point(0.5, 0.5), "4": foot}), "straight-pool", ""))
    assert chains(alone, proposed(alone)) == ()


def test_reading_and_order_name_the_same_break_ball() -> None:
    for count in (3, 6, 8):
        run = search(asked(strewn(40 + count, [str(n) for n in range(1, count + 1)]), "straight-pool", ""))
        legs = proposed(run)
        order = order_of(run, legs)
        found = chains(run, legs)
        if found:
            assert (found[0].key_ball, found[0].break_ball) == order[-2:]


def half_table(layout: Layout, ball: str, good_side: float) -> tuple[Maker, ChanceMap]:
    """A map worth 0.8 on one side of the ball's line to the foot left corner (1: its left), and 0.2 on the
    other."""
    maker = Maker(TABLE, layout, PRESETS["strong"], 0.02)
    frame, shape = grid_of(TABLE, 0.02)
    nodes, place = nodes_of(frame, shape), dict(layout.places)[ball]
    line = unit(pocket_window(TABLE, layout, ball, TABLE.pockets["foot-left"]).direction)
    left = line.x * (nodes[:, 1] - place.y) - line.y * (nodes[:, 0] - place.x)
    values = np.where(left * good_side > 0, 0.8, 0.2).reshape(1, *shape)
    best = np.full((*shape, BEST_COLUMNS), -1.0)
    return maker, ChanceMap(state("", [ball]), (), values, values, np.zeros(shape), best, frame)


@pytest.mark.parametrize("side", [1.0, -1.0])
def test_the_angle_that_works_lies_on_the_good_side_of_the_line(side: float) -> None:
    layout = Layout.of({"cue": Point(0.5, 0.5), "5": Point(1.9, 0.635)})
    maker, chart = half_table(layout, "5", side)
    found = angle_range(maker, chart, "5", "foot-left", 0.4)
    assert found is not None and found.worth == pytest.approx(0.8)
    low, high = sorted((found.low * side, found.high * side))
    assert -0.06 <= low <= 0.1 and high > 1.1
    assert found.smallest <= 0.1 and (found.best * side) > 0
    there = layout.changed({"cue": _place(found, layout)})
    assert aim_at(TABLE, there, "5", "foot-left").cut == pytest.approx(found.best, abs=0.01)


def _place(found: AngleRange, layout: Layout) -> Point:
    """Where the cue ball lies with the best angle, built the other way round: from the ghost place."""
    aim = aim_at(TABLE, layout, "5", "foot-left")
    return aim.ghost.minus(unit(aim.window.direction - found.best).times(found.distance))


def test_no_angle_is_told_where_none_lies_on_the_table() -> None:
    layout = Layout.of({"cue": Point(0.5, 0.5), "5": Point(1.9, 0.635)})
    maker, chart = half_table(layout, "5", 1.0)
    assert angle_range(maker, chart, "5", "foot-left", 5.0) is None


def test_the_range_says_what_it_is_in_words() -> None:
    here = Point(0.0, 0.0)
    assert angle_words(AngleRange(-0.1, 0.5, 0.2, 0.6, 0.5, here, here)) == "straight works; up to 29°"
    left = AngleRange(0.2, 0.7, 0.4, 0.6, 0.5, here, here)
    assert degrees(left.smallest) == pytest.approx(11.46, abs=0.01)
    assert angle_words(left) == "11° to 40°, cue ball left of the line"


def test_a_rolling_hit_from_a_scratch_line_scratches_in_the_motion_itself() -> None:
    """Soft enough to arrive rolling: a hit without spin from half a metre away, played out."""
    layout = Layout.of({"cue": Point(0.5, 0.5), "5": Point(1.75, 0.45)})
    lines = scratch_lines(TABLE, layout, "5", "foot-right")
    assert lines
    tried = 0
    for line in lines:
        if line.near.distance(line.far) < 0.6 or abs(line.cut) > 1.0:
            continue
        way = line.far.minus(line.near)
        there = layout.changed({"cue": line.near.plus(way.times(0.55 / way.norm))})
        motion = play(TABLE, there, Strike(2.0, way.times(-1.0).angle, 0.0, 0.4))
        tried += 1
        assert dict(motion.potted).get("cue") == line.into
    assert tried


def test_no_scratch_line_runs_behind_a_ball_that_shuts_the_pocket() -> None:
    layout = Layout.of({"cue": Point(0.5, 0.5), "5": Point(1.75, 0.45)})
    free = scratch_lines(TABLE, layout, "5", "foot-right")
    first = free[0]
    mouth = TABLE.pockets[first.into].mouth
    between = Point((mouth.x + first.near.x) / 2, (mouth.y + first.near.y) / 2)
    shut = scratch_lines(TABLE, layout.changed({"9": between}), "5", "foot-right")
    assert {line.into for line in free} - {line.into for line in shut} == {first.into}


def test_a_nudge_in_straight_pool_is_weighed_in_balls() -> None:
    """The 3 shuts the 2 off; from here it is nudged out of the way, or left."""
    layout = Layout.of(
        {
            "cue": Point(1.75, 0.35),
            "1": Point(2.2, 0.16),
            "2": Point(2.2, 0.9),
            "3": Point(2.3, 0.99),
            "4": Point(0.6, 0.4),
            "5": Point(FOOT.x + 0.06, FOOT.y - 0.32),
        }
    )
    question = asked(layout, "straight-pool", "")
    found = nudge_or_leave(search(question, 1.6), question)
    assert found is not None and found.leave is not None and found.nudge is not None
    assert found.nudge.moves and not found.leave.moves
    assert 0.0 <= found.nudge.worse <= 1.0
    assert found.leave.value * RACK > 2.0 and found.leave.error > 0.0
