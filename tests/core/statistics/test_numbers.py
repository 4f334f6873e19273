"""Percentages by hand-counted racks."""

from dataclasses import replace

import pytest

from aretane.core.geometry import Point
from aretane.core.log.shot import Judgement, Plan, Rack, Result, Shot, Target
from aretane.core.review.measure import measure
from aretane.core.review.replay import replay
from aretane.core.rules import rules_for
from aretane.core.skill import PRESETS
from aretane.core.statistics.numbers import Numbers, compare, count_alike, numbers_for, tally_rack

from ..racks import HOME, NINE, POCKET, miss, pot, rack, table_of

RULE = rules_for("nine-ball")


def numbers(of: Rack, player: str = "ann") -> Numbers:
    steps = replay(RULE, of)
    measured = [measure(NINE, RULE, step, lambda _: PRESETS["strong"]) for step in steps]
    keys = [str(n) for n in range(1, len(steps) + 1)]
    return numbers_for(player, count_alike(tally_rack(keys, steps, measured)))


def counts(found: Numbers, table: str) -> dict[str, int]:
    return {code: share.k for code, share in getattr(found, table).items() if share.k}


def test_pots_misses_and_what_stays_outside() -> None:
    # A pot that scratches is still a make; safeties, breaks and push-outs are outside (trade).
    scratched = Shot(
        "ann", plan=Plan(ball="8", pocket=POCKET),
        result=Result(potted=(("8", POCKET), ("cue", POCKET)), foul="scratch"),
    )  # fmt: skip
    of = rack(
        Shot("ann", plan=Plan(kind="break"), result=Result(potted=(("1", POCKET),), cue_end=HOME),
             start=table_of("123456789")),
        Shot("ann", plan=Plan(kind="push-out"), result=Result(cue_end=HOME)),
        pot("ann", "7"), scratched, miss("ann", "9"), miss("ann", "9", choice="safety"),
    )  # fmt: skip
    found = numbers(of)
    assert (found.pot_success.k, found.pot_success.n) == (2, 3)
    assert counts(found, "attack_outcomes") == {"potted": 1, "potted-foul": 1, "missed": 1}
    assert (found.safety_share.k, found.safety_share.n) == (1, 4)


def test_another_pocket_than_planned_is_no_make() -> None:
    fluke = Shot(
        "ann", plan=Plan(ball="9", pocket="head-left"),
        result=Result(potted=(("9", "foot-left"),), cue_end=HOME), start=table_of("9"),
    )  # fmt: skip
    assert numbers(rack(fluke)).pot_success.k == 0
    assert numbers(rack(replace(fluke, plan=Plan(ball="9")))).pot_success.k == 1


@pytest.mark.parametrize(
    ("reply", "outcome", "held"),
    [
        (miss("bea", "7", foul="no-contact"), "drew-foul", 1),
        (miss("bea", "7", choice="safety"), "answered", 1),
        (miss("bea", "7"), "reply-missed", 1),
        (pot("bea", "7"), "reply-potted", 0),
        (None, "no-reply", None),
    ],
)
def test_a_safety_is_judged_by_the_reply(reply: Shot | None, outcome: str, held: int | None) -> None:
    safety = miss("ann", "7", start=table_of("79"), choice="safety")
    found = numbers(rack(safety, *([reply] if reply else [])))
    assert counts(found, "safety_outcomes") == {outcome: 1}
    assert found.safety_success.n == (0 if held is None else 1)
    assert found.safety_success.k == (held or 0)


def test_a_safety_that_fouls_did_not_hold() -> None:
    fouled = miss("ann", "7", start=table_of("79"), choice="safety", foul="no-rail")
    assert counts(numbers(rack(fouled, miss("bea", "7"))), "safety_outcomes") == {"own-foul": 1}


def test_the_reviewers_grade_overrules_the_proposed_one() -> None:
    shot = pot("ann", "7", start=table_of("79", cue=Point(1.4, 0.6)), target=Target("point", HOME))
    assert counts(numbers(rack(shot)), "grades") != {"no-shot": 1}
    judged = replace(shot, judgement=Judgement(grade="no-shot"))
    assert counts(numbers(rack(judged)), "grades") == {"no-shot": 1}


def test_shots_left_out_are_shown_and_not_counted() -> None:
    out = replace(miss("ann", "7", start=table_of("79")), judgement=Judgement(left_out="exhibition"))
    found = numbers(rack(out, Shot("ann", plan=Plan(ball="7"))))
    assert found.pot_success.n == 0
    assert found.left_out == 1
    assert found.unlogged == 1


def test_long_and_short_are_counted_and_averaged() -> None:
    shots = [
        miss_at(1.0 + error, start=table_of("9", cue=Point(0.6, 0.6)) if i == 0 else None)
        for i, error in enumerate((-0.3, -0.2, 0.1))
    ]
    found = numbers(rack(*shots, players=("ann",)))
    assert (found.short_share.k, found.short_share.n) == (2, 3)
    assert found.along.value == pytest.approx(-0.4 / 3, abs=1e-3)


def test_the_wrong_end_is_counted_where_the_plan_says_which_is_better() -> None:
    shots = [
        miss_at(1.0 + error, table_of("9", cue=Point(0.6, 0.6)) if i == 0 else None, better)
        for i, (error, better) in enumerate(((-0.3, "long"), (0.2, "long"), (0.2, "short"), (0.3, None)))
    ]
    near = miss_at(1.01, None, "short")  # within half a ball: neither end
    found = numbers(rack(*shots, near, players=("ann",)))
    assert (found.wrong_end.k, found.wrong_end.n) == (2, 3)


def miss_at(x: float, start: object, better: str | None = None) -> Shot:
    """A kick at nothing, rolling along the table towards (1.0, 0.6)."""
    return Shot(
        "ann", plan=Plan(kind="kick", target=Target("point", Point(1.0, 0.6)), better_error=better),
        result=Result(cue_end=Point(x, 0.6)), start=start, placed={"cue": Point(0.6, 0.6)},
    )  # type: ignore[arg-type]  # fmt: skip


def test_two_players_are_compared_with_the_interval_of_the_difference() -> None:
    of = rack(pot("ann", "7", start=table_of("789")), pot("ann", "8"), miss("ann", "9"), miss("bea", "9"))
    gap = compare(numbers(of, "ann"), numbers(of, "bea"))["pot_success"]
    assert gap is not None
    assert gap.value == pytest.approx(2 / 3)
    assert gap.too_close
    assert compare(numbers(of, "ann"), numbers(of, "bea"))["safety_success"] is None
