"""Any log a reviewer could enter, sense or nonsense: replayed, flagged and measured, never refused."""

import math

from hypothesis import given, settings
from hypothesis import strategies as st

from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.table import POCKETS, table_for
from aretane.core.geometry import Interval, Point, reach, subtract, turn, unit
from aretane.core.log.shot import Judgement, Plan, Rack, Result, Shot, Target, after
from aretane.core.review.balance import flags
from aretane.core.review.measure import measure
from aretane.core.review.replay import replay
from aretane.core.rules import rules_for
from aretane.core.skill import PRESETS
from aretane.core.statistics.numbers import count_alike, numbers_for, tally_rack
from aretane.core.vocabulary import CHOICES, FOULS, GRADES, LEFT_OUT, SHOT_KINDS

NINE = table_for("pool-9")
RULE = rules_for("nine-ball")
BALLS = [str(n) for n in range(1, 10)]

places = st.builds(Point, st.floats(0.03, 2.51), st.floats(0.03, 1.24))
balls = st.sampled_from(BALLS)
anything = st.sampled_from([*BALLS, "cue"])
pockets = st.sampled_from(POCKETS)
layouts = st.dictionaries(anything, places, max_size=10).map(Layout.of)
targets = st.one_of(
    st.just(Target()),
    st.just(Target("none")),
    st.builds(lambda a: Target("point", a), places),
    st.builds(lambda a, b: Target("window", a, b), places, places),
)
plans = st.builds(
    Plan,
    ball=st.none() | balls,
    pocket=st.none() | pockets,
    kind=st.sampled_from(list(SHOT_KINDS)),
    choice=st.sampled_from(list(CHOICES)),
    target=targets,
    via=st.lists(places, max_size=2).map(tuple),
    next_ball=st.none() | balls,
    next_pocket=st.none() | pockets,
    wanted_angle=st.none() | st.floats(0, 1.5),
)
results = st.builds(
    Result,
    potted=st.lists(st.tuples(anything, pockets), max_size=3).map(tuple),
    off_table=st.lists(anything, max_size=1).map(tuple),
    foul=st.none() | st.sampled_from(list(FOULS)),
    cue_end=st.none() | places,
    moved=st.dictionaries(balls, places, max_size=3),
)
shots = st.builds(
    Shot,
    shooter=st.sampled_from(["ann", "bea", "somebody"]),
    plan=plans,
    result=st.none() | results,
    judgement=st.builds(
        Judgement,
        grade=st.none() | st.sampled_from(list(GRADES)),
        left_out=st.none() | st.sampled_from(list(LEFT_OUT)),
    ),
    start=st.none() | layouts,
    placed=st.dictionaries(anything, st.none() | places, max_size=3),
    time=st.none() | st.floats(0, 5000),
)
racks = st.builds(
    lambda breaker, played: Rack(("ann", "bea"), breaker, tuple(played)),
    st.sampled_from([None, "ann", "bea"]),
    st.lists(shots, max_size=6),
)


@settings(max_examples=250, deadline=None)
@given(racks)
def test_any_log_is_replayed_flagged_measured_and_counted(rack: Rack) -> None:
    steps = replay(RULE, rack)
    assert len(steps) == len(rack.shots)
    measured = [measure(NINE, RULE, step, lambda _: PRESETS["strong"]) for step in steps]
    for step, measures in zip(steps, measured, strict=True):
        assert (step.after is None) == (step.shot.result is None)
        if step.after is not None and step.shot.result is not None:
            assert step.after == after(step.before, step.shot.result)
        for aim in (
            *measures.pots,
            *([measures.leave.best, measures.leave.same] if measures.leave else []),
        ):
            if aim.chance is None:  # not analysed: the balls cannot lie like that
                assert any(layout_faults(NINE, at) for at in (step.before, step.after) if at)
                continue
            assert 0 <= aim.chance <= 1
            assert abs(aim.cut) < 1.75 or aim.chance < 0.05 or aim.frozen
            assert -math.pi <= aim.cut <= math.pi
        if step.shot.plan.target.a is None:
            assert measures.miss is None
    for flag in flags(NINE, RULE, rack):
        assert 0 <= flag.shot < len(rack.shots)
        assert flag.words
    rows = count_alike(tally_rack([str(n) for n in range(len(steps))], steps, measured))
    for player in ("ann", "bea", "somebody"):
        counted = numbers_for(player, rows)
        assert sum(share.k for share in counted.attack_outcomes.values()) == counted.pot_success.n
        assert counted.safety_success.n <= sum(share.k for share in counted.safety_outcomes.values())
        assert counted.short_share.n <= counted.along.n


@settings(deadline=None)
@given(racks)
def test_a_rack_has_a_winner_only_when_it_is_over(rack: Rack) -> None:
    for step in replay(RULE, rack):
        state = step.next_state
        assert state.winner is None or state.over
        assert not (state.push_out_allowed and step.shot.plan.kind != "break" and step.ruling)


angles = st.floats(-3, 3)
intervals = st.tuples(angles, angles).map(lambda pair: Interval(min(pair), max(pair)))


@given(st.lists(intervals, max_size=4), intervals)
def test_what_is_taken_is_gone_and_the_rest_stays(free: list[Interval], taken: Interval) -> None:
    left = subtract(tuple(free), taken)
    for piece in left:
        assert piece.width >= 0
        assert piece.hi <= taken.lo or piece.lo >= taken.hi or taken.width == 0 or piece.width == 0
    inside = sum(max(0.0, min(p.hi, taken.hi) - max(p.lo, taken.lo)) for p in free)
    total = sum(piece.width for piece in free)
    assert math.isclose(sum(piece.width for piece in left), total - inside, abs_tol=1e-9)


@given(places, st.floats(-3.1, 3.1), places, st.floats(0.01, 0.1))
def test_reach_stops_exactly_at_contact(
    origin: Point, direction: float, other: Point, apart: float
) -> None:
    far = reach(origin, direction, other, apart)
    if far is None or origin.distance(other) <= apart:
        return
    at = origin.plus(unit(direction).times(far))
    assert math.isclose(at.distance(other), apart, abs_tol=1e-9)
    before = origin.plus(unit(direction).times(far * 0.999))
    assert before.distance(other) >= apart - 1e-9


@given(st.floats(-50, 50))
def test_a_turned_angle_points_the_same_way(angle: float) -> None:
    assert -math.pi < turn(angle) <= math.pi
    assert unit(turn(angle)).distance(unit(angle)) < 1e-9
