"""What a strike of snooker scores or gives away, held against the rules of the log; and the frame's end."""

from dataclasses import replace

import numpy as np
import pytest

from aretane.core.contest.scored import balls_on, first_group, level, next_group, points, points_left
from aretane.core.contest.turn import Called, Standing, after, judged
from aretane.core.contest.verdicts import AGAIN, FOUL, LEVEL, LOST, OVER, WON
from aretane.core.equipment.balls import COLOURS
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.spots import snooker_spots
from aretane.core.equipment.table import table_for
from aretane.core.games.setting_up import racked
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Result, Shot
from aretane.core.motion import Strike, play
from aretane.core.motion.play import play_many
from aretane.core.vocabulary import CUE
from tests.core.rules.log import Log
from tests.core.runout.layouts import frame

TABLE = table_for("snooker-12")
SPOTS = snooker_spots(TABLE)
NEAR_POCKET, BEHIND = Point(TABLE.length - 0.07, 0.07), Point(TABLE.length - 0.35, 0.35)
"""A ball over a pocket, and the cue ball straight behind it."""


def strikes(seed: int, count: int = 400) -> np.ndarray:
    rng = np.random.default_rng(seed)
    rows = np.zeros((count, 5))
    rows[:, 0] = rng.uniform(0.5, 7.0, count)
    rows[:, 1] = rng.uniform(-np.pi, np.pi, count)
    return rows


def foul_of(motion: object, first: str | None, on: tuple[str, ...], gone: bool, off: bool) -> str | None:
    """The foul as a reviewer would log it."""
    if gone:
        return "scratch"
    if off:
        return "ball-off-table"
    return "no-contact" if first is None else None if first in on else "wrong-ball-first"


@pytest.mark.parametrize("group_on", ["red", "colour"])
def test_points_and_the_next_player_agree_with_the_rules_of_the_log(group_on: str) -> None:
    hanging, other = ("r1", "pink") if group_on == "red" else ("pink", "r1")
    layout = frame(4, 3, TABLE).changed(
        {hanging: NEAR_POCKET, other: Point(1.9, 0.6), CUE: Point(2.4, 0.5)}
    )
    at = Standing(TABLE, "snooker", layout, group_on, 11.0)
    called: Called = None if group_on == "red" else ("pink", "foot-right")
    rows = strikes(5)
    ends = play_many(TABLE, layout, rows)
    seen = set()
    for k, verdict in enumerate(judged(at, ends, called)):
        motion = play(TABLE, layout, Strike(*rows[k]))
        log = Log("snooker", ["r1", "r2", "r3", "r4", *COLOURS])
        log.play("bea", ball="r4")  # bea misses, and ann comes to the table
        if group_on == "colour":
            log.play("ann", "r4")
        before = log.state.score("ann") - log.state.score("bea")
        on = at.on if called is None else (called[0],)
        foul = foul_of(motion, motion.first_hit, on, CUE not in motion.after, bool(motion.off_table))
        touched = motion.first_hit if motion.first_hit not in on else None
        log.shots.append(
            Shot(
                "ann", Plan(ball=called[0] if called else "r1"),
                Result(motion.potted, motion.off_table, foul, motion.after.cue, foul_ball=touched),
            )
        )  # fmt: skip
        state = log.state
        swing = state.score("ann") - state.score("bea") - before
        then = after(at, ends, k, int(verdict), called)
        seen.add(int(verdict))
        if verdict == AGAIN:
            assert state.turn == {"ann"} and then.lead == 11.0 + swing
            assert then.group_on == ("colour" if group_on == "red" else "red")
        else:
            assert verdict in (OVER, FOUL) and (verdict == FOUL) == (foul is not None or swing < 0)
            assert then.lead == -(11.0 + swing), (foul, motion.potted, touched)
            assert then.group_on == "red"
        assert then.in_hand == (CUE not in motion.after)
        assert all(colour in then.layout for colour in COLOURS)
    assert {AGAIN, OVER, FOUL} <= seen


@pytest.mark.parametrize("reds", [3, 0])
def test_a_free_ball_scores_and_comes_back_as_in_the_rules_of_the_log(reds: int) -> None:
    """A colour nominated after a foul counts as the ball on and comes back (WPBSA section 3; memory)."""
    layout = frame(4, reds, TABLE).changed({"blue": NEAR_POCKET, CUE: Point(2.4, 0.5)})
    at = Standing(TABLE, "snooker", layout, first_group(layout), 11.0, free_ball=True)
    called: Called = ("blue", "foot-right")
    rows = strikes(5)
    rows[:150, 1] = NEAR_POCKET.minus(Point(2.4, 0.5)).angle + np.linspace(-0.1, 0.1, 150)
    ends = play_many(TABLE, layout, rows)
    seen = set()
    for k, verdict in enumerate(judged(at, ends, called)):
        motion = play(TABLE, layout, Strike(*rows[k]))
        log = Log("snooker", list(layout.objects))
        log.play("bea", ball=at.on[0], foul="no-contact")
        before = log.state.score("ann") - log.state.score("bea")
        foul = foul_of(
            motion, motion.first_hit, ("blue", *at.on), CUE not in motion.after, bool(motion.off_table)
        )
        first = motion.first_hit if motion.first_hit not in ("blue", *at.on) else None
        log.shots.append(
            Shot(
                "ann", Plan(ball="blue", free_ball=True),
                Result(motion.potted, motion.off_table, foul, motion.after.cue, foul_ball=first),
            )
        )  # fmt: skip
        state = log.state
        swing = state.score("ann") - state.score("bea") - before
        then = after(at, ends, k, int(verdict), called)
        seen.add(int(verdict))
        assert (verdict == AGAIN) == (swing > 0), (motion.potted, foul)
        if verdict == AGAIN:
            assert then.lead == 11.0 + swing and "blue" in then.layout
            assert then.group_on == ("colour" if reds else "end") and not then.free_ball
    assert {AGAIN, OVER, FOUL} <= seen


def test_a_touching_ball_is_played_away_from() -> None:
    """Away from a touching ball on is no foul though nothing is hit, onto it is one (WPBSA; memory)."""
    apart = TABLE.cue_ball_radius + TABLE.radius("r1")
    layout = Layout.of({CUE: Point(1.0, 0.35), "r1": Point(1.0 + apart, 0.35), **SPOTS})
    rows = np.array([[1.0, np.pi, 0.0, 0.0, 0.0], [1.0, 0.0, 0.0, 0.0, 0.0], [0.6, 1.7, 0.0, 0.0, 0.0]])
    ends = play_many(TABLE, layout, rows)
    bound = Standing(TABLE, "snooker", layout, "red", frozen=("r1",))
    assert judged(bound, ends).tolist() == [OVER, FOUL, OVER]
    assert judged(replace(bound, frozen=()), ends)[0] == FOUL
    other = replace(bound, group_on="colour")  # the red that touches is not on: a colour must be hit
    assert judged(other, ends).tolist() == [FOUL, FOUL, FOUL]
    assert after(bound, ends, 0, OVER, None).frozen == ()


def last_black(lead: float) -> tuple[Standing, np.ndarray]:
    """The black alone over a pocket, and strikes that pot it, miss every ball, or go in off."""
    layout = Layout.of({CUE: BEHIND, "black": NEAR_POCKET})
    aim = NEAR_POCKET.minus(BEHIND).angle
    return Standing(TABLE, "snooker", layout, "end", lead), np.array(
        [[2.0, aim, 0.0, -0.35, 0.0], [1.5, aim + 2.0, 0.0, 0.0, 0.0]]
    )


@pytest.mark.parametrize(
    ("lead", "potted", "missed"),
    [(0.0, WON, LOST), (-7.0, LEVEL, LOST), (-8.0, LOST, LOST), (7.0, WON, LEVEL), (8.0, WON, WON)],
)
def test_the_last_black_ends_the_frame_by_its_pot_or_a_foul(lead: float, potted: int, missed: int) -> None:
    """With only the black left the first score or foul ends the frame, unless level (WPBSA, memory)."""
    at, rows = last_black(lead)
    assert judged(at, play_many(TABLE, at.layout, rows)).tolist() == [potted, missed]


def test_at_the_end_the_lowest_colour_is_on_and_stays_down() -> None:
    layout = Layout.of({CUE: BEHIND, "pink": NEAR_POCKET, "black": SPOTS["black"]})
    at = Standing(TABLE, "snooker", layout, "end", -3.0)
    aim = NEAR_POCKET.minus(BEHIND).angle
    ends = play_many(TABLE, layout, np.array([[2.0, aim, 0.0, -0.35, 0.0]]))
    then = after(at, ends, 0, int(judged(at, ends)[0]), ("pink", "foot-right"))
    assert at.on == ("pink",) and then.on == ("black",)
    assert "pink" not in then.layout and then.lead == 3.0


def test_a_colour_on_that_no_one_named_is_the_one_hit_first() -> None:
    layout = Layout.of({CUE: Point(1.0, 0.9), **SPOTS, "r1": Point(3.0, 0.4)})
    at = Standing(TABLE, "snooker", layout, "colour")
    aim = SPOTS["blue"].minus(Point(1.0, 0.9)).angle
    ends = play_many(TABLE, layout, np.array([[0.8, aim, 0.0, 0.0, 0.0], [0.8, 0.0, 0.0, 0.0, 0.0]]))
    assert judged(at, ends)[0] == OVER
    assert judged(at, ends, ("pink", "foot-right"))[0] == FOUL
    assert points(at.group_on, at.on, ends, 0, ("pink", "foot-right")) == 6.0


def test_a_frame_holds_147_points_and_27_at_the_end() -> None:
    full = racked(TABLE, "snooker")
    assert points_left(full, "red") == 147.0
    assert points_left(full.without([f"r{k}" for k in range(1, 16)]), "end") == 27.0
    assert points_left(full.without(["r1"]), "colour") == 146.0
    assert points_left(Layout.of({"pink": SPOTS["pink"], "black": SPOTS["black"]}), "end") == 13.0


def test_which_group_is_on() -> None:
    colours = Layout.of(SPOTS)
    assert first_group(colours) == "end" and first_group(colours.changed({"r1": Point(1, 1)})) == "red"
    assert next_group("red", colours) == "colour" and next_group("colour", colours) == "end"
    assert balls_on(["black", "blue", "r1"], "red") == ("r1",)
    assert balls_on(["black", "blue"], "end") == ("blue",)
    assert (level(1.0), level(0.0), level(-1.0)) == (1.0, 0.5, 0.0)
