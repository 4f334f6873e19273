"""English eight-ball in both living schools, by worked sequences. Common practice of the trade."""

from .log import Log


def opened(school: str = "two-visits") -> Log:
    """Ann breaks, has the reds, and misses."""
    log = Log("english-eight-ball", school=school)
    log.play("ann", "r1", kind="break")
    assert log.state.groups == ()
    log.play("ann", "r2")
    log.play("ann")
    assert dict(log.state.groups) == {"ann": "reds", "bea": "yellows"}
    assert log.state.turn == {"bea"}
    return log


def test_two_visits_after_a_foul_the_first_shot_free() -> None:
    log = opened()
    log.play("bea", foul="wrong-ball-first")
    assert log.state.turn == {"ann"} and log.state.visits_left == 2
    assert {"y1", "r3", "black"} <= log.on
    log.play("ann")
    assert log.state.turn == {"ann"} and log.state.visits_left == 1
    assert log.on == {"r3", "r4", "r5", "r6", "r7"}
    log.play("ann")
    assert log.state.turn == {"bea"}


def test_a_pot_on_the_free_shot_keeps_both_visits_and_may_be_any_colour() -> None:
    log = opened()
    log.play("bea", foul="no-contact")
    assert log.play("ann", "y1").keeps_table
    assert log.state.visits_left == 2
    log.play("ann")
    assert log.state.turn == {"ann"}
    assert not log.play("ann", "y2").keeps_table


def test_ball_in_hand_is_the_other_school() -> None:
    log = opened("ball-in-hand")
    log.play("bea", foul="no-contact")
    assert log.state.ball_in_hand and log.state.visits_left == 1
    log.play("ann")
    assert log.state.turn == {"bea"}


def test_only_a_scratch_gives_the_white_in_hand_under_two_visits() -> None:
    log = opened()
    log.play("bea", foul="no-contact")
    assert not log.state.ball_in_hand
    log.play("ann", "cue", foul="scratch")
    assert log.state.ball_in_hand and log.state.behind_line


def test_the_black() -> None:
    early = opened()
    early.play("bea", "black")
    assert early.state.winner == "ann" and "early" in early.state.reasons[0]
    last = Log("english-eight-ball", balls=("r1", "black", "y1"))
    last.play("ann", "r1")
    assert last.on == {"black"}
    last.play("ann", "black")
    assert last.state.winner == "ann"
    with_foul = Log("english-eight-ball", balls=("r1", "black", "y1"))
    with_foul.play("ann", "r1")
    with_foul.play("ann", "black", "cue", foul="scratch")
    assert with_foul.state.winner == "bea"


def test_the_black_on_the_break_is_racked_again_for_the_same_player() -> None:
    log = Log("english-eight-ball")
    log.play("ann", "black", kind="break")
    assert log.state.rerack and log.state.turn == {"ann"} and log.state.winner is None


def test_two_colours_on_an_open_table_leave_it_open() -> None:
    log = Log("english-eight-ball")
    log.play("ann", "r1", kind="break")
    assert log.play("ann", "r2", "y1").keeps_table
    assert log.state.groups == ()
