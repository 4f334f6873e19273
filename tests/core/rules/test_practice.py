"""One person on both sides, a team of alternating shooters, drills."""

from aretane.core.review.balance import flags

from .log import TABLE, Log


def test_one_person_plays_both_sides_and_never_shoots_out_of_turn() -> None:
    log = Log("nine-ball", players=("ann",), kind="practice")
    log.play("ann", "3", ball="1", kind="break")
    log.play("ann")
    log.play("ann", "1")
    assert log.state.turn == {"ann"}


def test_a_team_alternates_shot_by_shot_and_the_run_is_the_pairs() -> None:
    log = Log("straight-pool", players=("ann", "bea"), kind="team")
    log.play("ann", ball="1", kind="break")
    assert log.state.turn == {"bea"}
    for who, ball in (("bea", "1"), ("ann", "2"), ("bea", "3")):
        log.play(who, ball)
    assert log.state.score("team") == 3 and dict(log.state.highs) == {"team": 3}
    assert log.state.turn == {"ann"}


def test_a_teams_fouls_add_up_across_its_shooters() -> None:
    log = Log("straight-pool", players=("ann", "bea", "cyd"), kind="team")
    log.play("ann", ball="1", kind="break")
    for who in ("bea", "cyd", "ann"):
        log.play(who, foul="no-rail")
    assert log.state.score("team") == -18


def test_a_team_run_carries_over_to_the_next_rack() -> None:
    log = Log("straight-pool", balls=("1", "2"), kind="team")
    log.play("ann", "1")
    assert log.state.over and log.state.turn == {"bea"}
    after = Log("straight-pool", kind="team", carried=log.state)
    assert after.state.turn == {"bea"}
    after.play("bea", "4")
    assert after.state.score("team") == 2


def test_in_a_drill_any_ball_may_be_played_by_anyone() -> None:
    log = Log("nine-ball", kind="drill")
    log.play("ann", "7")
    log.play("bea", "2")
    assert log.on == {"1", "3", "4", "5", "6", "8", "9"}
    assert not log.state.over and log.state.winner is None


def test_two_players_of_a_drill_raise_no_turn_flags() -> None:
    from aretane.core.log.shot import Rack

    log = Log("nine-ball", kind="drill")
    log.play("ann", "7")
    log.play("bea", "2")
    found = flags(TABLE, log.rules, Rack(log.players, None, tuple(log.shots)))
    assert not [flag for flag in found if flag.field == "shooter"]
