"""What a shot was worth: the parts add up, luck is taken out, and an earlier position miss is named."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.log.shot import Judgement, Plan, Rack, Result, Shot, Target
from aretane.core.review.measure import measure
from aretane.core.review.replay import replay
from aretane.core.review.worth import Worth, turning, worths
from aretane.core.rules import rules_for
from aretane.core.runout.appraise import Appraisal, Chance
from aretane.core.skill import PRESETS
from aretane.core.statistics.habits import streaks

RULES, TABLE = rules_for("nine-ball"), table_for("pool-9")
START = Layout.of({"cue": Point(0.6, 0.6), "8": Point(1.5, 0.4), "9": Point(2.2, 0.9)})
MIDDLE = Point(1.2, 0.6)


def shot(ball: str, made: bool, luck: str | None = None, start: Layout | None = None) -> Shot:
    """A pot of `ball` in the foot-left corner, made or not."""
    result = Result(((ball, "foot-left"),) if made else (), cue_end=MIDDLE)
    return Shot("ana", Plan(ball, "foot-left"), result, Judgement(luck=luck), start)


def rack(*shots: Shot) -> Rack:
    return Rack(("ana", "bo"), "ana", shots)


def appraisal(best: float, choice: float | None, given_: float = 0.0) -> Appraisal:
    there = choice is not None
    return Appraisal(
        Chance(best, 0.01), None, Chance(choice, 0.02) if choice is not None else None,
        Chance(given_, 0.02) if there else None, (), "" if there else "a safety",
    )  # fmt: skip


chances = st.floats(0, 1)
lucky = st.sampled_from([None, "good", "bad"])


@given(st.lists(st.tuples(chances, chances, chances, lucky), min_size=2, max_size=2), st.booleans())
def test_the_parts_add_up_to_the_change(
    numbers: list[tuple[float, float, float, str | None]], last: bool
) -> None:
    one = rack(shot("8", True, numbers[0][3], START), shot("9", last, numbers[1][3]))
    steps = replay(RULES, one)
    found = worths(one, steps, [appraisal(best, choice, after) for best, choice, after, _ in numbers])
    for k, worth in enumerate(found):
        assert worth is not None
        assert sum(part.value for part in worth.parts) == pytest.approx(worth.change, abs=1e-9)
        decision = worth.parts[0].value
        assert decision <= 0 and worth.before.value == max(numbers[k][:2])
        luck = numbers[k][3]
        for part in worth.parts[1:]:
            if luck and part.name != "luck":  # what luck explains is not in the others
                assert part.value * (1 if luck == "good" else -1) <= 0
    assert found[0] and found[1] and found[0].after == found[1].before
    assert found[1].after.value == (1.0 if last else 0.0)


def test_what_is_not_analysed_is_empty_not_zero() -> None:
    one = rack(shot("8", True, None, START), shot("9", True))
    steps = replay(RULES, one)
    assert worths(one, steps, [None, None]) == [None, None]
    assert worths(one, steps, [appraisal(0.4, 0.4, 0.5), None])[0] is None  # what it left is not known
    safety, _ = worths(one, steps, [appraisal(0.4, None), appraisal(0.6, 0.6, 1.0)])
    assert safety is not None and safety.parts == () and safety.change == pytest.approx(0.2)


def test_a_gap_is_not_bridged() -> None:
    one = Rack(("ana", "bo"), "ana", (shot("8", True, None, START), shot("9", True)), key_moments=True)
    steps = replay(RULES, one)
    assert worths(one, steps, [appraisal(0.4, 0.4, 0.5), appraisal(0.6, 0.6, 1.0)])[0] is None


def test_the_turning_shot_is_the_miss_and_its_cause_the_position_before() -> None:
    one = rack(shot("8", True, None, START), shot("9", False))
    steps = replay(RULES, one)
    found = worths(one, steps, [appraisal(0.8, 0.8, 0.9), appraisal(0.2, 0.2, 0.9)])
    first, second = found
    assert first and second
    assert {part.name: round(part.value, 9) for part in first.parts} == {
        "decision": 0.0, "pot": 0.1, "position": -0.7,
    }  # fmt: skip
    turns = turning(steps, found)
    assert [(turn.shot, turn.part) for turn in turns] == [(0, "position"), (1, "pot")]
    assert turns[1].began == 0
    better = worths(one, steps, [appraisal(0.8, 0.8, 0.9), appraisal(0.85, 0.85, 0.9)])
    assert turning(steps, better)[0].began is None


def test_a_safety_is_no_turning_shot() -> None:
    given_up = replace(shot("8", False, None, START), plan=Plan("8", None, choice="safety"))
    one = rack(given_up)
    steps = replay(RULES, one)
    assert turning(steps, worths(one, steps, [appraisal(0.4, None)])) == []


def test_inside_its_error_a_part_is_too_close_to_call() -> None:
    one = rack(shot("9", True, None, START.without(["8"])))
    (worth,) = worths(one, replay(RULES, one), [appraisal(0.51, 0.5, 0.9)])
    assert isinstance(worth, Worth)
    assert [part.clear for part in worth.parts] == [False, True, True]


def test_three_short_in_a_row_are_a_streak() -> None:
    def missed_by(metres: float, start: Layout | None = None) -> Shot:
        target = Target("point", Point(1.0 - metres, 0.6))
        plan = Plan("8", "foot-left", target=target)
        return Shot("ana", plan, Result((), cue_end=Point(1.0, 0.6)), start=start or START)

    offs = (0.2, 0.2, 0.2, 0.01, 0.2)
    one = rack(*(missed_by(off) for off in offs))
    steps = replay(RULES, one)
    measures = [measure(TABLE, RULES, step, lambda _: PRESETS["strong"]) for step in steps]
    found = [one for one in streaks(steps, measures, 0.057) if one.way in ("long", "short")]
    assert [streak.shots for streak in found] == [(0, 1, 2)]
    along = measures[0].miss
    assert along is not None and found[0].way == ("long" if along.along > 0 else "short")
