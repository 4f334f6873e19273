"""What a strike hands over, held against a slow reading of the motion and against the rules of the log."""

from dataclasses import replace

import numpy as np
import pytest

from aretane.core.contest.turn import Called, Standing, after, balls_on, judged
from aretane.core.contest.verdicts import AGAIN, FOUL, LOST, OVER, WON
from aretane.core.equipment.balls import GROUPS
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import POCKETS, PocketName
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Result, Shot
from aretane.core.motion import Motion, Physics, Strike, play
from aretane.core.motion.play import play_many
from aretane.core.vocabulary import CUE
from tests.core.rules.log import Log
from tests.core.runout.layouts import TABLE, strewn

SOLIDS, STRIPES = [str(n) for n in range(1, 8)], [str(n) for n in range(9, 16)]
STRIKES = 60


def strikes(seed: int) -> np.ndarray:
    rng = np.random.default_rng(seed)
    rows = np.zeros((STRIKES, 5))
    rows[:, 0] = rng.uniform(0.3, 6.0, STRIKES)
    rows[:, 1] = rng.uniform(-np.pi, np.pi, STRIKES)
    return rows


def slow_foul(at: Standing, motion: Motion) -> bool:
    """Read off the story of the shot, one happening after another (WPA general fouls; memory)."""
    if motion.first_hit not in at.on or CUE not in motion.after or motion.off_table:
        return True
    struck = False
    for event in motion.trace.happenings():
        struck = struck or (event.kind == "ball" and CUE in (event.ball, event.what))
        if struck and event.kind in ("rail", "drop"):
            return False
    return True


def slow_verdict(at: Standing, motion: Motion, called: tuple[str, str] | None) -> int:
    foul, down = slow_foul(at, motion), dict(motion.potted)
    last = {"nine-ball": "9", "eight-ball": "8"}[at.discipline]
    if at.discipline == "nine-ball":
        return FOUL if foul else WON if last in down else AGAIN if down else OVER
    made = called is not None and down.get(called[0]) == called[1]
    if last not in motion.after:
        return WON if made and not foul and called is not None and called[0] == last else LOST
    return FOUL if foul else AGAIN if made else OVER


@pytest.mark.parametrize("seed", range(5))
def test_nine_ball_agrees_with_a_slow_reading(seed: int) -> None:
    at = Standing(TABLE, "nine-ball", strewn(seed, ["3", "5", "6", "9"]))
    rows = strikes(seed)
    ends = play_many(TABLE, at.layout, rows)
    found = judged(at, ends)
    slow = [slow_verdict(at, play(TABLE, at.layout, Strike(*row)), None) for row in rows]
    assert found.tolist() == slow
    assert {FOUL, OVER} <= set(slow)


@pytest.mark.parametrize("seed", range(5))
def test_eight_ball_agrees_with_a_slow_reading(seed: int) -> None:
    balls = ["8"] if seed == 0 else ["2", "3", "10", "8"]
    at = Standing(TABLE, "eight-ball", strewn(seed + 50, balls), "solids")
    rows = strikes(seed)
    called: tuple[str, PocketName] = ("8" if seed == 0 else "2", "foot-left")
    ends = play_many(TABLE, at.layout, rows)
    slow = [slow_verdict(at, play(TABLE, at.layout, Strike(*row)), called) for row in rows]
    assert judged(at, ends, called).tolist() == slow


@pytest.mark.parametrize("discipline", ["nine-ball", "eight-ball"])
def test_who_plays_next_agrees_with_the_rules_of_the_log(discipline: str) -> None:
    """The same strikes logged as shots: the fold of the rules names the same next player, or the end."""
    names = ["3", "5", "6", "9"] if discipline == "nine-ball" else ["2", "3", "10", "8"]
    layout = strewn(7, names)
    at = Standing(TABLE, discipline, layout, "" if discipline == "nine-ball" else "solids")
    rows = np.vstack([strikes(number) for number in range(8)])
    ends = play_many(TABLE, layout, rows)
    row_of = ends.names.index(names[0])
    fell = (ends.fates[:, row_of] >= 0) & (ends.first_hit == row_of) & (ends.fates[:, 0] == -1)
    called: tuple[str, PocketName] = (names[0], POCKETS[int(ends.fates[fell, row_of][0])])
    seen = set()
    for row, verdict in zip(rows, judged(at, ends, called), strict=True):
        motion = play(TABLE, layout, Strike(*row))
        scratch = CUE not in motion.after
        log = Log(discipline, ["1", *names])
        log.play("ann", "1", pocket="foot-left")  # ann is at the table, with solids where there are groups
        foul = "scratch" if scratch else "no-rail" if verdict == FOUL or slow_foul(at, motion) else None
        log.shots.append(
            Shot(
                "ann", Plan(ball=called[0], pocket=called[1]),
                Result(motion.potted, motion.off_table, foul, motion.after.cue),
            )
        )  # fmt: skip
        state = log.state
        seen.add(int(verdict))
        if verdict in (WON, LOST):
            assert state.over
            assert state.winner == ("ann" if verdict == WON else "bea")
        else:
            assert not state.over
            assert state.turn == {"ann" if verdict == AGAIN else "bea"}
            assert state.ball_in_hand == (verdict == FOUL)
    assert {AGAIN, OVER, FOUL} <= seen


def test_balls_on() -> None:
    assert balls_on("nine-ball", ("9", "4", "6"), "") == ("4",)
    assert balls_on("eight-ball", ("2", "9", "8"), "solids") == ("2",)
    assert balls_on("eight-ball", ("9", "8"), "solids") == ("8",)
    assert set(balls_on("eight-ball", ("2", "9", "8"), "open")) == {"2", "9"}
    assert balls_on("english-eight-ball", ("y1", "r2", "black"), "reds") == ("r2",)


def test_a_money_ball_that_fell_on_a_foul_comes_back_and_the_cue_ball_is_in_hand() -> None:
    layout = Layout.of({CUE: Point(0.3, 0.635), "1": Point(1.0, 0.2), "9": Point(0.08, 0.08)})
    at = Standing(TABLE, "nine-ball", layout)
    aim = Point(0.08, 0.08).minus(Point(0.3, 0.635)).angle
    ends = play_many(TABLE, layout, np.array([[2.0, aim, 0.0, 0.0, 0.0]]), Physics())
    verdict = int(judged(at, ends)[0])
    left = after(at, ends, 0, verdict, None)
    assert verdict == FOUL
    assert left.in_hand and "9" in left.layout
    assert left.layout.get("9") == TABLE.foot_spot


def test_an_open_table_takes_the_group_of_the_ball_that_was_called() -> None:
    layout = Layout.of(
        {CUE: Point(1.0, 0.635), "2": Point(2.4, 0.1), "10": Point(0.5, 0.9), "8": Point(0.5, 0.3)}
    )
    at = Standing(TABLE, "eight-ball", layout, "open")
    called: Called = ("2", "foot-right")
    found = [
        (k, ends)
        for aim in np.linspace(-0.6, 0.0, 400)
        if (ends := play_many(TABLE, layout, np.array([[2.0, aim, 0.0, 0.0, 0.0]])))
        and (k := 0) == 0 and judged(at, ends, called)[0] == AGAIN
    ]  # fmt: skip
    assert found
    k, ends = found[0]
    assert after(at, ends, k, AGAIN, called).group_on == GROUPS["2"]
    assert after(at, ends, k, OVER, None).group_on == "open"


def test_the_third_foul_in_a_row_loses_the_rack_where_it_counts() -> None:
    """WPA nine-ball: three successive fouls lose the rack, a lawful shot begins the count anew (memory)."""
    at = Standing(TABLE, "nine-ball", strewn(3, ["3", "6", "9"]), fouls=(2, 1))
    rows = strikes(9)
    ends = play_many(TABLE, at.layout, rows)
    counted = judged(at, ends)
    plain = judged(replace(at, fouls=None), ends)
    assert (plain == FOUL).any() and (plain == OVER).any()
    assert (counted == np.where(plain == FOUL, LOST, plain)).all()
    over = int(np.flatnonzero(plain == OVER)[0])
    assert after(at, ends, over, OVER, None).fouls == (1, 0)
    foul = int(np.flatnonzero(plain == FOUL)[0])
    assert after(replace(at, fouls=(1, 1)), ends, foul, FOUL, None).fouls == (1, 2)
    assert after(replace(at, fouls=None), ends, foul, FOUL, None).fouls is None
