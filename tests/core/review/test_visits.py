"""Visits of a rack: who, what they made, what ended them."""

from aretane.core.review.visits import visits

from ..rules.log import Log


def test_visits_of_a_nine_ball_rack() -> None:
    log = Log("nine-ball", balls=("6", "7", "8", "9"))
    log.play("ann", "6")
    log.play("ann")
    log.play("bea", choice="safety", ball="7")
    log.play("ann", "cue", foul="scratch")
    log.play("bea", "7")
    log.play("bea", "8")
    log.play("bea", "9")
    found = visits(log.steps)
    assert [(v.player, v.first, v.last, v.balls, v.ended) for v in found] == [
        ("ann", 0, 1, 1, "missed"),
        ("bea", 2, 2, 0, "safety"),
        ("ann", 3, 3, 0, "foul"),
        ("bea", 4, 6, 3, "won"),
    ]


def test_breaks_in_snooker_and_the_teams_run() -> None:
    log = Log("snooker")
    log.play("ann", "r1")
    log.play("ann", "black")
    log.play("ann")
    log.play("bea", foul="no-contact")
    assert [(v.points, v.ended) for v in visits(log.steps)] == [(8, "missed"), (0, "foul")]
    team = Log("straight-pool", kind="team")
    team.play("ann", "1")
    team.play("bea", "2")
    team.play("ann")
    assert [(v.first, v.last, v.points) for v in visits(team.steps)] == [(0, 2, 2)]


def test_an_open_visit_and_an_early_eight() -> None:
    log = Log("eight-ball")
    log.play("ann", "3", ball="3")
    assert visits(log.steps)[-1].ended == "open"
    log.play("ann", "8")
    assert visits(log.steps)[-1].ended == "lost"
