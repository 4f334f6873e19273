"""Nine-ball by worked sequences. WPA rules of play, nine-ball (memory)."""

from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from aretane.core.log.shot import Plan, Rack, Result, Shot
from aretane.core.review.replay import Step, replay
from aretane.core.rules import rules_for

from ..racks import HOME, POCKET, SPOTS, miss, pot, rack, table_of

NINE_BALL = rules_for("nine-ball")


def play(of: Rack) -> list[Step]:
    return replay(NINE_BALL, of)


def break_shot(potted: str = "", foul: str | None = None) -> Shot:
    return Shot(
        "ann",
        plan=Plan(ball="1", kind="break"),
        result=Result(potted=tuple((b, POCKET) for b in potted), foul=foul, cue_end=HOME),
        start=table_of("123456789"),
    )


def test_a_wet_break_keeps_the_table_and_a_dry_one_does_not() -> None:
    wet, dry = play(rack(break_shot("5")))[0], play(rack(break_shot()))[0]
    assert wet.next_state.turn == {"ann"}
    assert wet.ruling is not None
    assert wet.ruling.keeps_table
    assert dry.next_state.turn == {"bea"}


def test_the_lowest_ball_is_on() -> None:
    step = play(rack(pot("ann", "3", start=table_of("379"))))[0]
    assert NINE_BALL.balls_on(step.state, step.before) == ("3",)
    assert step.after is not None
    assert NINE_BALL.balls_on(step.next_state, step.after) == ("7",)


def test_nine_on_a_legal_shot_wins_even_by_combination() -> None:
    combination = Shot(
        "ann",
        plan=Plan(ball="9", pocket=POCKET, kind="combination"),
        result=Result(potted=(("9", POCKET),), cue_end=HOME),
        start=table_of("2589"),
    )
    end = play(rack(combination))[-1].next_state
    assert end.over
    assert end.winner == "ann"


def test_nine_on_a_foul_is_spotted_and_does_not_win() -> None:
    scratch = Shot(
        "ann",
        plan=Plan(ball="9", pocket=POCKET),
        result=Result(potted=(("9", POCKET), ("cue", POCKET)), foul="scratch", moved={"9": SPOTS["9"]}),
        start=table_of("9"),
    )
    step = play(rack(scratch))[0]
    assert not step.next_state.over
    assert step.next_state.turn == {"bea"}
    assert step.next_state.ball_in_hand
    assert step.after is not None
    assert step.after.get("9") == SPOTS["9"]
    assert step.after.cue is None


def test_the_shot_after_the_break_may_be_a_push_out_and_only_that_one() -> None:
    push = Shot("bea", plan=Plan(kind="push-out", choice="safety"), result=Result(cue_end=HOME))
    steps = play(rack(break_shot(), push, miss("bea", "1")))
    assert steps[1].state.push_out_allowed
    assert steps[1].next_state.turn == {"ann", "bea"}  # the opponent chooses who plays on
    assert not steps[2].state.push_out_allowed
    assert not play(rack(break_shot(foul="scratch"), push))[1].state.push_out_allowed


def test_a_log_that_begins_after_the_break_has_no_push_out() -> None:
    steps = play(rack(miss("ann", "7", start=table_of("789")), miss("bea", "7")))
    assert not steps[1].state.push_out_allowed


def test_three_fouls_in_a_row_lose_the_rack() -> None:
    steps = play(
        rack(
            miss("ann", "7", start=table_of("79"), foul="no-rail"), miss("bea", "7"),
            miss("ann", "7", foul="no-contact"), miss("bea", "7"),
            miss("ann", "7", foul="no-rail"),
        )
    )  # fmt: skip
    assert steps[-1].next_state.winner == "bea"
    assert "third foul in a row" in steps[-1].next_state.reasons[-1]


def test_a_legal_shot_between_starts_the_count_again() -> None:
    steps = play(
        rack(
            miss("ann", "7", start=table_of("79"), foul="no-rail"), miss("bea", "7"),
            miss("ann", "7", foul="no-rail"), miss("bea", "7"),
            miss("ann", "7"), miss("bea", "7"), miss("ann", "7", foul="no-rail"),
        )
    )  # fmt: skip
    assert not steps[-1].next_state.over


def test_a_foul_noticed_later_changes_everything_after_it() -> None:
    first = pot("ann", "7", start=table_of("789"))
    shots = (first, pot("ann", "8"), pot("ann", "9"))
    assert play(rack(*shots))[-1].next_state.winner == "ann"
    assert first.result is not None
    fouled = replace(first, result=replace(first.result, foul="double-hit"))
    steps = play(rack(fouled, *shots[1:]))
    assert steps[1].state.turn == {"bea"}
    assert steps[1].state.ball_in_hand


def test_one_person_practising_keeps_the_table() -> None:
    steps = play(rack(miss("ann", "7", start=table_of("79")), miss("ann", "7"), players=("ann",)))
    assert [step.state.turn for step in steps] == [{"ann"}, {"ann"}]


@given(st.lists(st.sampled_from(["pot", "miss", "foul"]), min_size=1, max_size=25))
def test_balls_down_and_balls_left_always_add_up(kinds: list[str]) -> None:
    shots, left = [], "123456789"
    for kind in kinds:
        start = table_of(left) if not shots else None
        if kind == "pot" and left:
            shots.append(pot("ann", left[0], start=start))
            left = left[1:]
        else:
            shots.append(miss("ann", "9", start=start, foul="no-rail" if kind == "foul" else None))
    steps = play(rack(*shots, players=("ann",)))
    counted = sum(len(step.ruling.pots_counted) for step in steps if step.ruling)
    last = steps[-1].after
    assert last is not None
    assert counted == 9 - len(last.objects)
