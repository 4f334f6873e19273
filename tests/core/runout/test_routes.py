"""Routes: families that differ, chances that come, tolerances that hold in the motion itself."""

import numpy as np
import pytest

from aretane.core.chance.aimed import aimed
from aretane.core.chance.finer import compensated
from aretane.core.chance.made import Task, made
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.games.nine_ball import NINE_BALL
from aretane.core.geometry import Point
from aretane.core.motion import Physics, Strike, play
from aretane.core.motion.play import play_ready
from aretane.core.motion.ready import ready
from aretane.core.runout import Maker, rotation_run
from aretane.core.runout.games import Question, search
from aretane.core.runout.line import order_of, proposed
from aretane.core.runout.ordered import NoOrder, compared, ordered
from aretane.core.runout.routes import KEEPS, STEP, WIDEST, Route, entry_words, routes
from aretane.core.runout.run import Run
from aretane.core.skill import PRESETS
from aretane.core.skill.scatter import random_errors, scatter
from tests.core.runout.layouts import TABLE, frame, strewn

LAYOUT = Layout.of(
    {"cue": Point(1.6, 0.45), "7": Point(2.1, 0.95), "8": Point(0.7, 0.9), "9": Point(1.5, 0.2)}
)


@pytest.fixture(scope="module")
def run() -> Run:
    return rotation_run(Maker(TABLE, LAYOUT, PRESETS["strong"], 1.5 * NINE_BALL.spacing), ["7", "8", "9"])


@pytest.fixture(scope="module")
def found(run: Run) -> tuple[Route, ...]:
    return routes(run, "7", "foot-left")


def test_families_differ_by_rails_or_height_of_the_tip(found: tuple[Route, ...]) -> None:
    assert len(found) >= 2
    keys = [(route.rails, route.spin.split(",")[0]) for route in found]
    assert len(set(keys)) == len(keys)
    for one in found:
        assert dict(one.motion.potted) == {"7": "foot-left"} and one.motion.after.cue is not None
        assert one.motion.rails["cue"] == len(one.rails) and one.inside <= one.pot + 1e-9


def test_the_most_tolerant_of_the_good_ones_comes_first(found: tuple[Route, ...]) -> None:
    best = max(route.worth for route in found)
    good = [route for route in found if route.worth >= 0.85 * best]
    assert found[: len(good)] == tuple(sorted(good, key=lambda one: -one.tolerance))


def test_a_routes_chances_come_when_it_is_played_with_other_errors(found: tuple[Route, ...]) -> None:
    at, count = ready(TABLE, LAYOUT, Physics()), 3000
    for one in found[:3]:
        directions, _ = aimed(
            TABLE, LAYOUT, "7", "foot-left", PRESETS["strong"], Physics(),
            np.array([(one.speed, one.side, one.height)]),
        )  # fmt: skip
        strike = compensated(Strike(one.speed, 0.0, one.side, one.height), float(directions[0]), at)
        skill = PRESETS["strong"]
        skill = skill if one.side == 0 else type(skill)(
            skill.name, skill.words, skill.aim * (1 + abs(one.side)), skill.speed, skill.tip
        )  # fmt: skip
        rows = scatter(strike, skill, TABLE.cue_ball_radius, Physics().tip_mass, random_errors(count, (4,)))
        ends = play_ready(at, rows)
        pot = float(made(Task("7", "foot-left", "direct"), ends).mean())
        assert one.pot == pytest.approx(pot, abs=0.06)
        assert one.scratch == pytest.approx(float((ends.fates[:, 0] != -1).mean()), abs=0.04)


def test_position_holds_within_the_tolerance_and_is_lost_beyond(run: Run, found: tuple[Route, ...]) -> None:
    at, way = ready(TABLE, LAYOUT, Physics()), run.ways(run.start)[0]
    assert way.then is not None
    chart = run.maker.maps[way.then]
    for one in found[:3]:
        offs = [0.0, -one.slower + STEP / 3, one.faster - STEP / 3, one.faster + 1.01 * STEP]
        meant = np.array([(one.speed * (1 + off), one.side, one.height) for off in offs])
        directions, _ = aimed(TABLE, LAYOUT, "7", "foot-left", run.maker.skill, Physics(), meant)
        worths = []
        for (speed, side, height), direction in zip(meant, directions, strict=True):
            motion = play(
                TABLE, LAYOUT, compensated(Strike(speed, 0.0, side, height), float(direction), at)
            )
            fell = "7" not in motion.after and motion.after.cue is not None
            worths.append(chart.at(motion.after.cue) if fell and motion.after.cue else 0.0)
        assert min(worths[1:3]) >= (KEEPS - 0.08) * worths[0]
        assert one.faster > WIDEST - STEP or worths[3] < (KEEPS + 0.08) * worths[0]


def test_where_nothing_follows_there_is_no_route(run: Run) -> None:
    last = rotation_run(
        Maker(TABLE, Layout.of({"cue": Point(1.6, 0.45), "9": Point(2.1, 0.95)}), PRESETS["strong"], 0.3),
        ["9"],
    )
    assert routes(last, "9", "foot-left") == () and routes(run, "8", "foot-left") == ()
    assert [entry_words(turn) for turn in (None, 0.1, 0.8, 1.5)] == [
        "", "along the line", "at an angle to the line", "across the line",
    ]  # fmt: skip


def asked(balls: list[str], group_on: str = "solids", seed: int = 5) -> Question:
    return Question(TABLE, "eight-ball", strewn(seed, balls), group_on, PRESETS["strong"], Physics())


def test_the_best_of_all_orders_is_worth_what_the_search_says() -> None:
    question = asked(["1", "2", "8", "9"])
    run = search(question, 1.5)
    values = [ordered(run, question, order).outlook.values[0] for order in (("1", "2"), ("2", "1"))]
    best = run.outlook().values[0]
    assert max(values) == pytest.approx(best, abs=0.05) and min(values) <= best + 0.05
    assert ordered(run, question, ("1", "2", "8")).outlook.values[0] == values[0]


def test_an_order_that_cannot_be_valued_says_why() -> None:
    question = asked(["1", "2", "8", "9"])
    run = search(question, 3.0)
    with pytest.raises(NoOrder, match="9 is not a ball of the group"):
        ordered(run, question, ("9",))
    with pytest.raises(NoOrder, match="name the balls"):
        ordered(run, question, ())
    nine = Question(TABLE, "nine-ball", LAYOUT, "", PRESETS["strong"], Physics())
    with pytest.raises(NoOrder, match="rotation"):
        ordered(run, nine, ("7",))


def straight_question() -> Question:
    layout = strewn(31, ["1", "2", "3", "4"])
    return Question(TABLE, "straight-pool", layout, "", PRESETS["advanced"], Physics())


def test_the_best_order_of_straight_pool_is_worth_what_the_search_says() -> None:
    question = straight_question()
    run = search(question, 1.5)
    best = order_of(run, proposed(run))
    found = ordered(run, question, best)
    assert found.followed == 3
    assert found.outlook.values[0] == pytest.approx(run.outlook().values[0], rel=0.2)
    other = ordered(run, question, (*best[:2], best[3], best[2]))
    gap, error = compared(found.outlook, other.outlook)
    assert gap >= -2 * error and error > 0.0
    begun = ordered(run, question, best[:1])
    assert begun.followed == 1 and begun.outlook.values[0] > 0.0


def test_an_order_of_snooker_names_reds_and_colours_in_turn() -> None:
    table = table_for("snooker-12")
    question = Question(table, "snooker", frame(3, 2, table), "red", PRESETS["professional"], Physics())
    run = search(question, 2.0)
    found = ordered(run, question, ("r1", "black", "r2", "black"))
    assert found.followed == 4 and 1.0 < found.outlook.values[0] * run.units[0] < 60
    short = ordered(run, question, ("r2", "pink"))
    assert short.followed == 2 and short.outlook.values[0] > 0.0
    for order, words in (
        (("black",), "a red is on"), (("r1", "r2"), "a colour is on"),
        (("r1", "black", "r1"), "named twice"), (("r9",), "not on the table"),
        (("r1", "black", "r2", "black", "yellow"), "end there"),
    ):  # fmt: skip
        with pytest.raises(NoOrder, match=words):
            ordered(run, question, order)


def test_an_order_of_straight_pool_that_cannot_be_valued_says_why() -> None:
    question = straight_question()
    run = search(question, 3.0)
    for order, words in ((("9",), "not on the table"), (("1", "1"), "named twice")):
        with pytest.raises(NoOrder, match=words):
            ordered(run, question, order)
