"""The ledger of choices: grades and faults from what was worked out, apart from how it came out."""

from dataclasses import replace

import pytest

from aretane.core.choice.decision import Decision, Weighed
from aretane.core.choice.option import apart
from aretane.core.statistics.ledger import entries, fault, sent_entry, total
from aretane.core.vocabulary import CHOICE_FAULTS, OPTION_KINDS

from ..rules.log import Log

POT = Weighed("pot", "6", "foot-left", 0.6, 0.04, 0.02, 0.7, 0.0, 0.1, 0.0, "6", 0, 0.5, (), ())
SAFE = replace(POT, kind="safety", ball=None, pocket=None, made=0.0)


def decided(best: Weighed, made: Weighed, close: bool = False) -> Decision:
    return Decision((best, made), (True, close), 1, "planned", "", "attack", None, None)


def log() -> Log:
    """ann pots the 6, misses; bea plays a safety, ann fouls, bea runs out."""
    log = Log("nine-ball", balls=("6", "7", "8", "9"))
    log.play("ann", "6")
    log.play("ann")
    log.play("bea", choice="safety", ball="7")
    log.play("ann", foul="no-contact")
    log.play("bea", "7")
    return log


@pytest.mark.parametrize(
    ("made", "best", "expected"),
    [
        (POT, SAFE, "took-on"),
        (SAFE, POT, "timid"),
        (POT, replace(POT, ball="7"), "wrong-ball"),
        (POT, replace(POT, pocket="head-left"), "wrong-pocket"),
        (POT, replace(POT, value=0.7), "wrong-route"),
        (POT, replace(POT, frees=("7", "8")), "cluster-late"),
        (SAFE, replace(SAFE, value=0.8), "wrong-safety"),
        (replace(SAFE, kind="push-out"), POT, "push-out"),
        (POT, replace(SAFE, kind="push-out"), "push-out"),
        (replace(SAFE, kind="again"), POT, "sent-back"),
        (SAFE, replace(SAFE, kind="put-back"), "sent-back"),
    ],
)
def test_every_kind_of_wrong_choice(made: Weighed, best: Weighed, expected: str) -> None:
    assert fault(made, best) == expected and expected in CHOICE_FAULTS
    assert made.kind in OPTION_KINDS


def test_the_wrong_group_only_while_they_are_open() -> None:
    best = replace(POT, ball="12")
    assert fault(POT, best, True) == "wrong-group" and fault(POT, best, False) == "wrong-ball"


def test_the_grade_does_not_know_the_result() -> None:
    steps = log().steps
    better = replace(SAFE, value=0.75)
    found = [decided(better, POT), decided(better, POT), None, None, None]
    came_off, failed = entries(steps, found)
    assert (came_off.grade, failed.grade) == ("wrong", "wrong")
    assert came_off.cost == failed.cost == pytest.approx(0.15)
    assert (came_off.came_off, failed.came_off) == (True, False)
    assert came_off.lucky and not failed.lucky
    assert came_off.error == apart(better, POT)


def test_the_pot_chance_that_an_attack_needed_is_told_of_the_best_attack_alone() -> None:
    steps = log().steps[:1]
    weighed = replace(decided(SAFE, POT), break_even=0.55)
    worse = replace(
        weighed, options=(SAFE, replace(POT, ball="7"), POT), close=(True, False, False), made=2
    )

    def needed(one: Decision) -> float | None:
        return entries(steps, [one])[0].needed

    assert needed(weighed) == 0.55
    assert needed(replace(weighed, break_even=-0.3)) == 0.0  # better even where it misses
    assert needed(replace(weighed, break_even=1.4)) == 1.0  # not enough however sure
    assert needed(replace(weighed, made=0)) is None  # a safety was played
    assert needed(replace(weighed, break_even=None)) is None
    assert needed(worse) is None


def test_having_the_other_play_again_came_off_when_that_shot_did_not_go_on() -> None:
    steps = log().steps
    sent = decided(replace(SAFE, value=0.75), replace(SAFE, kind="again"))
    rows = [sent_entry(steps, k, "bea", sent) for k in (0, 1)]
    assert [row is not None and row.came_off for row in rows] == [False, True]  # a pot; a miss
    assert rows[0] is not None and (rows[0].player, rows[0].fault) == ("bea", "sent-back")
    assert sent_entry(steps, 0, "bea", None) is None


def test_right_choices_that_failed_are_told_apart() -> None:
    steps = log().steps
    right = Decision((POT, SAFE), (True, False), 0, "planned", "", "attack", None, None)
    rows = entries(steps, [right, right, None, None, None])
    assert [row.unlucky for row in rows] == [False, True] and {row.fault for row in rows} == {None}


def test_a_safety_came_off_when_the_answer_fouled_and_its_choice_may_be_unknown() -> None:
    steps = log().steps
    safe = Decision((SAFE, POT), (True, False), 0, "struck", "", "safety", None, None)
    unknown = replace(safe, made=None)
    rows = entries(steps, [None, None, safe, unknown, None])
    assert [(row.shot, row.came_off) for row in rows] == [(2, True)]


def test_a_difference_inside_its_error_is_no_mistake() -> None:
    rows = entries(
        log().steps, [decided(replace(SAFE, value=0.62), POT, close=True), None, None, None, None]
    )
    assert rows[0].grade == "close" and rows[0].fault is None
    sum_ = total(rows)
    assert (sum_.wrong, sum_.cost) == (0, 0.0) and sum_.uncertain == pytest.approx(0.02)


def test_totals_add_up_by_fault() -> None:
    rows = entries(log().steps, [decided(replace(SAFE, value=0.75), POT)] * 2 + [None] * 3)
    sum_ = total(rows)
    assert sum_.decisions == sum_.right + sum_.close + sum_.wrong == 2
    assert sum_.by_fault == (("took-on", 2, pytest.approx(0.3)),)
    assert sum(cost for _, _, cost in sum_.by_fault) == pytest.approx(sum_.cost)
