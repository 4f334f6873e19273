"""Straight pool: what a strike scores and leaves, held against the rules of the log; runs and races of
points; positions with an answer that coaches agree on (common practice)."""

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
import pytest

from aretane.core.choice.option import Choices
from aretane.core.choice.options import choices
from aretane.core.choice.reasons import verdict
from aretane.core.contest.decide import standing_equity
from aretane.core.contest.ladder import STARTS, by_points
from aretane.core.contest.look import Look
from aretane.core.contest.match import fresh_rack
from aretane.core.contest.points import GAME, Needs, needs_of, race, run_of, shifted
from aretane.core.contest.seat import Seat, seats
from aretane.core.contest.turn import Called, Standing, after, judged
from aretane.core.contest.verdicts import AGAIN, FOUL, OVER, WON
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.racking import packed, racked_again
from aretane.core.games.setting_up import racked
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Result, Shot
from aretane.core.motion import Physics, Strike, play
from aretane.core.motion.play import play_many
from aretane.core.runout.chart import PlannedShot
from aretane.core.runout.games import Question
from aretane.core.runout.opened import RACK
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.rules.log import Log
from tests.core.runout.layouts import TABLE, strewn

GAME_OF = "straight-pool"
NEAR_POCKET, BEHIND = Point(TABLE.length - 0.07, 0.07), Point(TABLE.length - 0.35, 0.35)
"""A ball over a pocket, and the cue ball straight behind it."""
DROPS = np.array([[1.2, NEAR_POCKET.minus(BEHIND).angle, 0.0, -0.5, 0.0]])
CALLED: Called = ("5", "foot-right")
POT = PlannedShot("5", "foot-right", 1.0, 0.0, 0.0, 0.0, 0.8, None)


def strikes(seed: int, count: int = 300) -> np.ndarray:
    rng = np.random.default_rng(seed)
    rows = np.zeros((count, 5))
    rows[:, 0], rows[:, 1] = rng.uniform(0.3, 5.0, count), rng.uniform(-np.pi, np.pi, count)
    return rows


def test_points_and_the_next_player_agree_with_the_rules_of_the_log() -> None:
    layout = strewn(21, ["1", "2", "3", "4"]).changed({"5": NEAR_POCKET, CUE: BEHIND})
    at = Standing(TABLE, GAME_OF, layout, fouls=(0, 0), needs=(30, 40))
    rows = np.vstack([strikes(3), DROPS])
    ends = play_many(TABLE, layout, rows)
    seen = set()
    for k, found in enumerate(judged(at, ends, CALLED)):
        motion = play(TABLE, layout, Strike(*rows[k]))
        foul = None
        if CUE not in motion.after:
            foul = "scratch"
        elif motion.off_table:
            foul = "ball-off-table"
        elif found == FOUL:
            foul = "no-rail"
        log = Log(GAME_OF, ["1", "2", "3", "4", "5", "6"])
        log.play("ann", "6", pocket="foot-left")  # ann has begun and plays on
        shot = Shot(
            "ann", Plan(ball="5", pocket="foot-right"),
            Result(motion.potted, motion.off_table, foul, motion.after.cue),
        )  # fmt: skip
        log.shots.append(shot)
        state, then = log.state, after(at, ends, k, int(found), CALLED)
        made = state.score("ann") - 1
        mine, theirs = then.needs if found == AGAIN else then.needs[::-1]
        assert (mine, theirs) == (30 - made, 40)
        assert state.turn == {"ann" if found == AGAIN else "bea"}
        assert then.in_hand == state.ball_in_hand
        assert then.fouls == ((1, 0)[::-1] if found == FOUL else (0, 0))
        gone = {ball for ball, _ in motion.potted} if found == AGAIN else set()
        assert set(then.layout.objects) == set(layout.objects) - gone  # what does not count is spotted
        seen.add(int(found))
    assert {AGAIN, OVER, FOUL} <= seen


def test_the_last_point_wins() -> None:
    layout = strewn(21, ["1", "2"]).changed({"5": NEAR_POCKET, CUE: BEHIND})
    ends = play_many(TABLE, layout, DROPS)
    for needed, came in ((1, WON), (2, AGAIN)):
        at = Standing(TABLE, GAME_OF, layout, needs=(needed, 9))
        assert judged(at, ends, CALLED).tolist() == [came]


def test_fourteen_are_racked_again_when_one_ball_is_left() -> None:
    layout = Layout.of({CUE: BEHIND, "5": NEAR_POCKET, "9": Point(0.6, 0.5)})
    at = Standing(TABLE, GAME_OF, layout, needs=(20, 20))
    ends = play_many(TABLE, layout, DROPS)
    then = after(at, ends, 0, AGAIN, CALLED)
    assert len(then.layout.objects) == RACK
    assert then.renewed and packed(TABLE, then.layout)
    assert then.layout == racked_again(TABLE, "9", ends.after(0)).layout
    assert then.needs == (19, 20)


def test_the_third_foul_costs_sixteen_points_and_all_balls_are_racked() -> None:
    """WPA rules of play, as in the rules of the log: a point, and fifteen more."""
    layout = strewn(21, ["1", "2"])
    at = Standing(TABLE, GAME_OF, layout, fouls=(2, 1), needs=(20, 20))
    ends = play_many(TABLE, layout, np.array([[0.05, 0.0, 0.0, 0.0, 0.0]]))
    assert judged(at, ends).tolist() == [FOUL]
    then = after(at, ends, 0, FOUL, None)
    assert then.needs == (20, 36) and then.fouls == (1, 0)
    assert packed(TABLE, then.layout) and len(then.layout.objects) == RACK


def test_points_needed() -> None:
    assert needs_of(12, 7, 20) == (8, 13)
    assert needs_of(12, 7, None) == (88, 93)
    assert needs_of(105, 7, None) == (95, 193)
    assert needs_of(-3, 0, 20) == (23, 20)
    assert shifted((8, 13), 20) == (8, 33) and shifted((8, 13), -20) == (28, 13)


def chain(mine: tuple[float, float], theirs: tuple[float, float], then: int, a: int, b: int) -> np.ndarray:
    """The chance to win of the first player in every state of the game, by solving all of them at once:
    who is at the table, whether a visit begins, points needed."""
    states = [(who, new, m, t) for who in (0, 1) for new in (0, 1) for m in range(1, a + 1)
              for t in range(1, b + 1)]  # fmt: skip
    row = {state: k for k, state in enumerate(states)}
    left, right = np.eye(len(states)), np.zeros(len(states))
    for (who, new, m, t), k in row.items():
        makes = (mine, theirs)[who][m + t <= then] * (STARTS if new else 1.0)
        m2, t2 = (m - 1, t) if who == 0 else (m, t - 1)
        if m2 == 0:
            right[k] += makes
        elif t2 > 0:
            left[k, row[who, 0, m2, t2]] -= makes
        left[k, row[1 - who, 1, m, t]] -= 1.0 - makes
    won = np.linalg.solve(left, right)
    return np.array([[won[row[0, 1, m, t]] for t in range(1, b + 1)] for m in range(1, a + 1)])


@pytest.mark.parametrize("then", [0, 5, 12])
@pytest.mark.parametrize(
    ("mine", "theirs"), [((0.8, 0.7), (0.8, 0.7)), ((0.9, 0.6), (0.5, 0.4)), ((0.3, 0.3), (0.85, 0.9))]
)
def test_a_race_of_points_is_the_solution_of_all_its_states(
    mine: tuple[float, float], theirs: tuple[float, float], then: int
) -> None:
    assert by_points(mine, theirs, then, 6)[1:, 1:] == pytest.approx(
        chain(mine, theirs, then, 6, 6), abs=1e-12
    )


def test_a_run_has_the_mean_that_the_map_says() -> None:
    look = Look(4.0 / RACK, 0.8, POT, BEHIND)
    chances = run_of(look, 400)
    assert chances.sum() == pytest.approx(1.0)
    assert chances @ np.arange(401) == pytest.approx(4.0)
    assert chances[0] == pytest.approx(0.2)


def test_a_race_with_a_look_is_the_run_and_then_the_others_turn() -> None:
    mine, theirs = (0.75, 0.6), (0.7, 0.65)
    look, others = Look(4.0 / RACK, 0.8, POT, BEHIND), by_points(theirs, mine, 3, 25)
    on = 1.0 - 0.8 / 4.0
    by_hand = 0.2 * (1.0 - others[5, 2]) + 0.8 * ((1.0 - on) * (1.0 - others[5, 1]) + on)
    assert race((2, 5), mine, theirs, 4, look) == pytest.approx(by_hand)
    nothing = replace(look, shot=None)
    assert race((2, 5), mine, theirs, 4, nothing) == pytest.approx(1.0 - others[5, 2])


def test_long_games_keep_their_leads() -> None:
    both_ways = (0.8, 0.75)
    level, ahead, behind = (
        race(needs, both_ways, both_ways, 0) for needs in ((1500, 1500), (1400, 1500), (1500, 1400))
    )
    assert level == pytest.approx(race((150, 150), both_ways, both_ways, 0))
    assert behind < 0.5 < level < ahead < 1.0
    assert ahead == pytest.approx(race((118, 150), both_ways, both_ways, 0))


@dataclass(frozen=True)
class Known:
    """A position on a nine-foot table (m; head rail at x = 0), whether to attack, and why; `close` where
    the better kind comes first but within the error."""

    why: str
    attack: bool
    places: dict[str, Point]
    level: str = "strong"
    needs: Needs = (30, 30)
    close: bool = False


PACK = dict(racked(TABLE, GAME_OF).places)
FOURTEEN = dict(racked_again(TABLE, "15", Layout.of({"15": Point(1.97, 0.38)})).layout.places)
KNOWN = (
    Known("balls over the pockets and in the open", True,
          dict(strewn(5, [str(n) for n in range(1, 9)]).places) | {"5": NEAR_POCKET, CUE: BEHIND}),
    Known("a hanger for the last point", True,
          PACK | {"5": NEAR_POCKET, CUE: BEHIND}, needs=(1, 1)),
    Known("all fifteen in the pack, the cue ball at the head rail", False,
          PACK | {CUE: Point(0.06, 0.5)}),
    Known("the break ball beside the rack, the cue ball at an angle that goes into it", True,
          FOURTEEN | {CUE: Point(1.5, 0.41)}, "advanced"),
    Known("the only loose ball frozen to the far rail, the pack closed", False,
          FOURTEEN | {"15": Point(0.029, 0.62), CUE: Point(1.6, 0.2)}, "regular", close=True),
)  # fmt: skip


@lru_cache(maxsize=8)
def both(layout: Layout, me: str, other: str) -> tuple[Seat, Seat]:
    return seats(Question(TABLE, GAME_OF, layout, "", PRESETS[me], Physics()), PRESETS[other], 1.6)


def ask(at: Standing, level: str, threads: int = 2) -> Choices:
    return choices(at, *both(at.layout, level, level), Physics(), threads)


def standing(known: Known) -> Standing:
    return Standing(TABLE, GAME_OF, Layout.of(known.places), fouls=(0, 0), needs=known.needs)


@pytest.mark.parametrize("known", KNOWN[1:4:2], ids=lambda one: one.why)
def test_a_position_with_a_known_answer(known: Known) -> None:
    found = ask(standing(known), known.level)
    assert found.settled
    told = [(option.kind, option.called, round(option.value, 3)) for option in found.options]
    assert verdict(found) == ("close" if known.close else "attack" if known.attack else "safety"), told
    assert (found.options[0].called is not None) == known.attack, told


def test_the_answer_does_not_depend_on_threads() -> None:
    at = standing(KNOWN[0])
    one, two = ask(at, "strong", 1), ask(at, "strong", 2)
    assert [(o.strike, o.value) for o in one.options] == [(o.strike, o.value) for o in two.options]


def test_fewer_points_to_go_are_worth_more() -> None:
    at = standing(KNOWN[0])
    me, other = both(at.layout, "strong", "strong")
    look = me.look(at)
    values = [
        standing_equity(look, replace(at, needs=needs), me, other)
        for needs in ((60, 20), (40, 20), (20, 20), (20, 40), (5, 40))
    ]
    assert values == sorted(values) and values[0] < 0.3 and values[-1] > 0.8


def test_a_steadier_player_wins_more_of_whole_games() -> None:
    at = standing(KNOWN[0])
    better, worse = both(at.layout, "advanced", "regular")
    assert fresh_rack(at, better, worse) > 0.6
    assert fresh_rack(at, better, worse) == pytest.approx(1.0 - fresh_rack(at, worse, better))
    assert fresh_rack(replace(at, needs=(1, GAME)), better, better) == pytest.approx(0.5)
