"""Replay, contradictions, misses and proposed grades."""

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import LineString
from shapely import Point as Spot

from aretane.core.aiming.position import arrival_direction
from aretane.core.aiming.position import miss as miss_of
from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point, unit
from aretane.core.log.shot import Judgement, Plan, Position, Rack, Result, Shot, Target, VisitPlan
from aretane.core.review.balance import flags
from aretane.core.review.measure import Measures, measure, played_next
from aretane.core.review.replay import replay
from aretane.core.rules import rules_for
from aretane.core.skill import PRESETS

from ..racks import HOME, NINE, POCKET, SPOTS, miss, pot, rack, table_of

RULE = rules_for("nine-ball")


def codes(of: Rack) -> list[tuple[int, str]]:
    return [(flag.shot, flag.code) for flag in flags(NINE, RULE, of)]


def test_a_rack_that_balances_has_no_flags() -> None:
    shots = (pot("ann", "7", start=table_of("789")), pot("ann", "8"), pot("ann", "9"))
    assert codes(rack(*shots)) == []


def test_a_ball_potted_earlier_cannot_be_played_or_potted_again() -> None:
    of = rack(pot("ann", "7", start=table_of("789")), pot("ann", "7"))
    assert (1, "ball-not-on-table") in codes(of)
    assert (1, "already-down") in codes(of)
    words = [flag.words for flag in flags(NINE, RULE, of)]
    assert "the 7 cannot fall: it went down in shot 1" in words


def test_a_ball_put_back_after_it_fell_is_flagged() -> None:
    again = miss("ann", "8", placed={"7": Point(1.0, 1.0)})
    assert (1, "back-on-table") in codes(rack(pot("ann", "7", start=table_of("789")), again))


def test_a_shot_out_of_turn_is_flagged_by_name() -> None:
    of = Rack(
        ("1", "2"), "1", (miss("1", "7", start=table_of("79")), miss("1", "7")), {"1": "Ann", "2": "Bea"}
    )
    found = flags(NINE, RULE, of)
    assert [flag.code for flag in found] == ["out-of-turn"]
    assert "Ann shoots out of turn: it is Bea's shot (nothing is down: the turn passes)" in found[0].words


def test_shots_after_the_rack_is_over_are_flagged() -> None:
    assert (1, "after-the-end") in codes(rack(pot("ann", "9", start=table_of("9")), miss("ann", "9")))


@pytest.mark.parametrize(
    ("result", "code"),
    [
        (Result(potted=(("cue", POCKET),)), "scratch-without-foul"),
        (Result(potted=(("cue", POCKET),), foul="scratch", cue_end=HOME), "cue-ball-twice"),
        (Result(foul="scratch", cue_end=HOME), "foul-without-scratch"),
        (Result(), "no-cue-end"),
        (Result(potted=(("7", POCKET), ("7", POCKET)), cue_end=HOME), "twice-down"),
        (Result(potted=(("3", POCKET),), cue_end=HOME), "not-on-table"),
        (Result(moved={"3": Point(1, 1)}, cue_end=HOME), "moved-not-on-table"),
        (Result(cue_end=SPOTS["8"]), "impossible"),
    ],
)
def test_results_that_contradict_themselves_are_named(result: Result, code: str) -> None:
    shot = Shot("ann", plan=Plan(ball="7"), result=result, start=table_of("789"))
    assert code in [found for _, found in codes(rack(shot))]


def test_plans_against_the_rules_are_named() -> None:
    push = Shot("ann", plan=Plan(kind="push-out"), result=Result(cue_end=HOME), start=table_of("789"))
    assert (0, "push-out-not-allowed") in codes(rack(push))
    assert (0, "not-on") in codes(rack(pot("ann", "8", start=table_of("789"))))
    late = (miss("ann", "7", start=table_of("79")), Shot("bea", plan=Plan(kind="break")))
    assert (1, "second-break") in codes(rack(*late))


def test_a_time_before_the_previous_shots_is_named() -> None:
    first = Shot("ann", plan=Plan(ball="9"), result=Result(cue_end=HOME), start=table_of("9"), time=90)
    assert (1, "time-backwards") in codes(rack(first, Shot("bea", plan=Plan(ball="9"), time=30)))


def test_a_ball_taken_off_without_falling_is_named() -> None:
    first = miss("ann", "7", start=table_of("789"))
    assert (1, "ball-missing") in codes(rack(first, miss("bea", "7", placed={"8": None})))


def test_a_corrected_end_moves_every_later_layout() -> None:
    def third(end: Point) -> Layout:
        shots = (pot("ann", "7", start=table_of("789"), end=end), Shot("ann"), Shot("ann"))
        return replay(RULE, rack(*shots))[2].before

    assert third(HOME).cue == HOME
    assert third(Point(2, 0.6)).cue == Point(2, 0.6)


def test_long_and_left_are_positive() -> None:
    found = miss_of(Target("point", Point(1, 0.5)), Point(1.3, 0.6), arrival=0.0)
    assert found is not None
    assert found.along == pytest.approx(0.3)
    assert found.across == pytest.approx(0.1)


# to a tenth of a millimetre, as places are stored
points = st.tuples(st.integers(0, 25_000), st.integers(0, 12_000)).map(
    lambda p: Point(p[0] / 10_000, p[1] / 10_000)
)


@given(points, points, points, st.floats(-3.1, 3.1))
def test_a_miss_of_a_window_is_the_distance_shapely_measures(
    a: Point, b: Point, ended: Point, arrival: float
) -> None:
    found = miss_of(Target("window", a, b), ended, arrival)
    assert found is not None
    assert found.distance == pytest.approx(LineString([a, b]).distance(Spot(ended)), abs=1e-9)
    turned = unit(arrival).times(found.along).plus(unit(arrival + math.pi / 2).times(found.across))
    assert found.nearest.plus(turned).distance(ended) < 1e-9


def test_the_cue_ball_arrives_along_the_last_leg() -> None:
    plan = Plan(target=Target("point", Point(1, 1)), via=(Point(1, 0.2),))
    assert arrival_direction(plan, Point(0, 0)) == pytest.approx(math.pi / 2)
    straight = Plan(target=Target("point", Point(1, 1)))
    assert arrival_direction(straight, Point(0, 1)) == pytest.approx(0)
    assert arrival_direction(straight, Point(1, 1)) is None
    assert arrival_direction(Plan(), Point(0, 0)) is None


LEVEL = {"ann": PRESETS["professional"], "bea": PRESETS["starter"]}


def position(planned: Point | None, ended: Point, others: str = "8", **plan: object) -> Measures:
    """The 7 hangs in the foot-left jaws; what its pot leaves on the next ball."""
    hanging = NINE.pockets["foot-left"].mouth.minus(Point(0.06, 0.06))
    start = table_of(others, cue=Point(2.0, 0.9)).changed({"7": hanging, "8": Point(2.2, 0.4)})
    target = Target("point", planned) if planned else Target()
    shot = pot("ann", "7", start=start, end=ended, target=target, **plan)
    return measure(NINE, RULE, replay(RULE, rack(shot))[0], LEVEL.__getitem__)


def grade(planned: Point | None, ended: Point, **plan: object) -> str | None:
    proposal = position(planned, ended, **plan).proposal  # type: ignore[arg-type]
    assert proposal is not None
    return proposal.grade


GOOD = Point(1.6, 0.75)


def test_on_the_spot_is_perfect_and_a_little_off_keeps_the_plan() -> None:
    assert grade(GOOD, GOOD) == "perfect"
    assert grade(GOOD, Point(1.65, 0.78)) == "off-same-plan"


def test_the_wrong_side_changes_the_plan_and_says_so() -> None:
    measured = position(Point(1.75, 0.9), Point(2.05, 0.85), next_pocket="foot-right")
    assert measured.leave is not None
    wrong = position(Point(1.6, 0.35), Point(1.85, 0.95), next_pocket="foot-right")
    assert wrong.leave is not None
    assert wrong.leave.angle.right_side is False
    assert wrong.proposal is not None
    assert wrong.proposal.grade == "off-plan-changed"
    assert "wrong side of the 8" in wrong.proposal.reasons


def test_a_hidden_next_ball_is_no_shot() -> None:
    walls = {"3": Point(2.2, 0.46), "4": Point(2.145, 0.42), "5": Point(2.14, 0.36), "6": Point(2.25, 0.44)}
    hanging = NINE.pockets["foot-left"].mouth.minus(Point(0.06, 0.06))
    start = Layout.of({"cue": Point(2.0, 0.9), "7": hanging, "8": Point(2.2, 0.4)} | walls)
    shot = pot("ann", "7", start=start, end=Point(0.4, 0.6), next_ball="8")
    measured = measure(NINE, RULE, replay(RULE, rack(shot))[0], LEVEL.__getitem__)
    assert measured.proposal is not None
    assert measured.proposal.grade == "no-shot"


def test_without_a_planned_place_nothing_is_graded_but_the_angle_is_measured() -> None:
    measured = position(None, GOOD)
    assert measured.proposal is not None
    assert measured.proposal.grade is None
    assert measured.miss is None
    assert measured.leave is not None
    assert measured.leave.angle.wanted is None


def test_a_stated_angle_overrides_the_planned_places_own() -> None:
    measured = position(GOOD, GOOD, wanted_angle=math.radians(70))
    assert measured.leave is not None
    assert abs(measured.leave.angle.wanted or 0) == pytest.approx(math.radians(70))
    assert measured.proposal is not None
    assert any("too straight" in reason for reason in measured.proposal.reasons)


def test_a_miss_leaves_the_opponents_chance_not_the_shooters() -> None:
    start = table_of("79", cue=Point(1.2, 0.5))
    left = measure(
        NINE, RULE, replay(RULE, rack(miss("ann", "7", start=start, end=Point(1.2, 0.6))))[0],
        LEVEL.__getitem__,
    ).leave  # fmt: skip
    assert left is not None
    assert left.player == "bea"
    mine = measure(
        NINE, RULE, replay(RULE, rack(miss("bea", "7", start=start, end=Point(1.2, 0.6))))[0],
        LEVEL.__getitem__,
    ).leave  # fmt: skip
    assert mine is not None
    assert (left.best.chance or 0) < (mine.best.chance or 0)


def test_what_is_not_logged_is_none_never_zero() -> None:
    bare = measure(NINE, RULE, replay(RULE, rack(Shot("ann")))[0], LEVEL.__getitem__)
    assert (bare.aim, bare.miss, bare.leave, bare.proposal, bare.arrival) == (None,) * 5
    assert bare.pots == ()


def test_a_cause_before_the_rack_began_is_flagged() -> None:
    late = replace(miss("ann", "7", start=table_of("789")), judgement=Judgement(caused_back=2))
    found = [flag.code for flag in flags(NINE, RULE, rack(late))]
    assert "cause-before-rack" in found


def test_a_plan_for_the_visit_that_names_a_ball_not_there_is_flagged() -> None:
    plan = Plan(ball="7", pocket=POCKET, visit=VisitPlan(order=("7", "8"), key_ball="6"))
    shot = Shot("ann", plan, Result(cue_end=HOME), start=table_of("789"))
    words = [flag.words for flag in flags(NINE, RULE, rack(shot)) if flag.field == "plan.visit"]
    assert words == ["the plan for the visit names the 6, which is not on the table"]


def next_known(plan_next: str | None, played: str | None) -> tuple[str, str] | None:
    """How the next ball of an eight-ball pot is known, and which it is; the 2 hangs, the 1 is far away."""
    rules = rules_for("eight-ball")
    hanging = NINE.pockets["foot-left"].mouth.minus(Point(0.06, 0.06))
    easy = NINE.pockets["foot-right"].mouth.plus(Point(-0.08, 0.08))
    balls = {"cue": Point(2.0, 0.9), "7": hanging, "1": Point(0.3, 1.2), "2": easy, "8": Point(0.6, 0.2)}
    first = Shot(
        "ann", Plan("7", "foot-left", next_ball=plan_next), Result((("7", "foot-left"),), cue_end=GOOD),
        start=Layout.of(balls), position=Position(group="solids"),
    )  # fmt: skip
    logged = Rack(("ann", "bea"), "ann", (first, Shot("ann", Plan(played))))
    steps = replay(rules, logged)
    left = measure(NINE, rules, steps[0], LEVEL.__getitem__, played=played_next(logged, steps, 0)).leave
    return None if left is None else (left.known, left.angle.ball)


def test_the_next_ball_is_the_planned_one_then_the_one_played_then_the_likeliest_never_the_lowest() -> None:
    assert next_known("1", "2") == ("planned", "1")
    assert next_known(None, "1") == ("played", "1")
    assert next_known(None, None) == ("likeliest", "2")


def test_a_pot_that_no_line_allows_is_named_where_it_is_logged_as_made() -> None:
    wall = {str(n): Point(1.1, 0.2 + 0.075 * (n - 1)) for n in range(1, 7)}
    start = Layout.of({"cue": Point(0.5, 0.4), "7": Point(1.6, 0.4), "9": Point(2.2, 1.0)} | wall)
    blocked = pot("ann", "7", start=start)
    found = [flag for flag in flags(NINE, RULE, rack(blocked)) if flag.code == "cannot-be"]
    assert len(found) == 1
    assert "a ball is misplaced" in found[0].words
    kicked = pot("ann", "7", start=start, kind="kick")
    assert "cannot-be" not in dict((code, at) for at, code in codes(rack(kicked)))


def test_one_person_on_both_sides_goes_on_with_the_other_group_after_a_miss() -> None:
    rules = rules_for("eight-ball", kind="practice")
    start = table_of("129", cue=Point(2.0, 0.9)).changed({"8": Point(0.4, 0.4)})
    alone = Rack(
        ("ann",), "ann",
        (
            Shot("ann", Plan("1", POCKET), Result((("1", POCKET),), cue_end=HOME), start=start,
                 position=Position(group="open")),
            miss("ann", "2"),
            miss("ann", "9", foul="scratch", end=None),
            Shot("ann"),
        ),
    )  # fmt: skip
    groups = [step.state.group("ann") for step in replay(rules, alone)]
    assert groups == [None, "solids", "stripes", "solids"]
