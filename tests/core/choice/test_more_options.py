"""Options beyond the strike from where the cue ball lies: jumps and swerves, push-outs, fouls, ball in
hand, and the choice that was made."""

from dataclasses import replace

import numpy as np
import pytest

from aretane.core.choice.handed import fouls, push_outs
from aretane.core.choice.meant import near, safety_meant, safety_played, says_what
from aretane.core.choice.options import PLAIN, May, choices
from aretane.core.choice.raised import raised
from aretane.core.choice.valuing import Valuing
from aretane.core.choice.wish import NoWish, Wished, wished
from aretane.core.contest.decide import pushed, worth
from aretane.core.contest.strikes import played
from aretane.core.contest.turn import Standing, judged
from aretane.core.contest.verdicts import FOUL, OVER
from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Target
from aretane.core.motion import Physics, Strike, play
from aretane.core.motion.find import Seen
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.runout.layouts import TABLE

from .test_options import both, standing

BEHIND = standing({CUE: (0.9, 0.6), "8": (1.25, 0.6), "5": (1.9, 0.6), "9": (2.3, 1.1)})
"""The 8 hides the 5."""


def test_a_hidden_ball_is_reached_over_the_blocker_or_round_it() -> None:
    found = raised(BEHIND, Point(0.9, 0.6), PRESETS["professional"], Physics())
    kinds = {one.kind for one in found}
    assert kinds == {"jump", "swerve"}
    for one in found:
        assert one.strike.elevation > 0.0
        motion = play(TABLE, BEHIND.layout, one.strike, Physics())
        assert motion.first_hit == "5"


def test_where_jumping_is_a_foul_none_is_told() -> None:
    places = {CUE: (0.9, 0.6), "y1": (1.25, 0.6), "r1": (1.9, 0.6), "black": (2.3, 1.1)}
    at = standing(places, "english-eight-ball", "reds")
    assert not at.game.jumps
    assert all(
        one.kind == "swerve" for one in raised(at, Point(0.9, 0.6), PRESETS["professional"], Physics())
    )


def test_a_raised_cue_asks_more_of_a_wild_player() -> None:
    wild, sure = (
        {
            (one.kind, one.called, one.strike.speed): one.chance
            for one in raised(BEHIND, Point(0.9, 0.6), PRESETS[level], Physics())
        }
        for level in ("starter", "professional")
    )
    both_have = wild.keys() & sure.keys()
    assert both_have and all(wild[key] < sure[key] for key in both_have)
    assert len(sure) >= len(wild)


def test_after_a_push_out_the_other_takes_what_is_worse_for_the_player() -> None:
    at = standing({CUE: (0.3, 0.3), "8": (2.4, 0.1), "9": (1.2, 0.6)})
    me, other = both(at)
    rows = np.zeros((2, 5))
    rows[:, 0], rows[:, 1] = (0.7, 1.2), (0.4, 2.0)
    ends = played(at, Point(0.3, 0.3), rows, Physics())
    values = pushed(at, ends, me, other, 3)
    handed = worth(at, ends, None, me, other, 3)[0]
    fine = np.flatnonzero(judged(at, ends) != FOUL)
    assert np.all(values <= 1.0) and np.all(values >= 0.0)
    assert len(fine) == 0 or np.all(values[fine] <= handed[fine] + 1e-9)


def test_push_outs_keep_every_ball_on_the_table() -> None:
    at = standing({CUE: (0.3, 0.3), "8": (2.4, 0.1), "9": (1.2, 0.6)})
    found = push_outs(at, Point(0.3, 0.3), *both(at), Physics())
    assert 1 <= len(found) <= 4 and {one.kind for one in found} == {"push-out"}
    for one in found:
        motion = play(TABLE, at.layout, one.strike, Physics())
        assert len(motion.after.places) == 3


def test_a_foul_given_away_is_one_and_keeps_the_cue_ball() -> None:
    at = BEHIND
    found = fouls(at, Point(0.9, 0.6), *both(at), Physics())
    assert found
    for one in found:
        ends = played(at, one.cue, one.strike.array()[None, :], Physics())
        assert judged(at, ends)[0] == FOUL and ends.fates[0, 0] == -1


@pytest.mark.parametrize("hand", ["anywhere", "behind-line"])
def test_a_ball_in_hand_is_put_where_it_may_lie(hand: str) -> None:
    at = standing({CUE: (0.04, 1.15), "8": (2.2, 0.3), "9": (1.4, 0.6)})
    found = choices(at, *both(at), Physics(), settle=False, may=May(hand=hand))  # type: ignore[arg-type]
    moved = [option for option in found.options if option.cue != Point(0.04, 1.15)]
    assert moved
    if hand == "behind-line":
        assert all(one.cue.x <= TABLE.head_string for one in moved)
    plain = choices(at, *both(at), Physics(), settle=False)
    assert found.options[0].value >= plain.options[0].value - 0.02


def test_a_push_out_is_listed_only_where_it_is_allowed() -> None:
    at = standing({CUE: (0.9, 0.6), "8": (1.25, 0.6), "5": (1.9, 0.6), "9": (2.3, 1.1)})
    kinds = [
        {
            option.kind
            for option in choices(at, *both(at), Physics(), settle=False, may=May(push=push)).options
        }
        for push in (False, True)
    ]
    assert "push-out" not in kinds[0] and "push-out" in kinds[1]


SAFE = Strike(1.3, 0.05, 0.0, 0.0)
ROLL = standing({CUE: (0.6, 0.6), "7": (1.5, 0.62), "8": (0.8, 0.2), "9": (2.2, 0.9)})


def test_the_safety_played_is_the_strike_that_explains_where_the_balls_ended() -> None:
    motion = play(TABLE, ROLL.layout, SAFE, Physics())
    left = motion.after
    moved = tuple((ball, at) for ball, at in left.places if ball != CUE and at != ROLL.layout.get(ball))
    struck = safety_played(ROLL, Seen(left.cue, (), moved), Physics())
    assert struck is not None
    again = play(TABLE, ROLL.layout, struck, Physics()).after
    assert all(place.distance(again.get(ball) or Point(9, 9)) < 0.03 for ball, place in left.places)
    nowhere = Seen(Point(0.6, 0.6), (("8", "foot-left"), ("9", "head-right")), (("7", Point(0.1, 1.1)),))
    assert safety_played(ROLL, nowhere, Physics()) is None


def test_of_what_the_errors_allow_the_strike_meant_is_the_one_that_meets_the_plan() -> None:
    came = play(TABLE, ROLL.layout, SAFE, Physics()).after.cue
    assert came is not None
    wanted = Point(came.x + 0.08, came.y)
    plan = Plan(ball="7", choice="safety", target=Target("point", a=wanted))
    rows = near(ROLL, SAFE, PRESETS["regular"], Physics())
    meant = safety_meant(ROLL, plan, rows, Physics())
    there = play(TABLE, ROLL.layout, meant, Physics()).after.cue
    assert there is not None and there.distance(wanted) < came.distance(wanted)
    assert says_what(plan) and not says_what(Plan(ball="7", choice="safety"))
    assert safety_meant(ROLL, plan, rows[:1], Physics()) == SAFE


@pytest.mark.parametrize("left", [False, True])
def test_a_safety_asked_about_is_hit_as_full_as_said(left: bool) -> None:
    asked = Question(TABLE, "nine-ball", ROLL.layout, "", PRESETS["strong"], Physics())
    run = both(ROLL)[0].run("")
    one = wished(asked, Wished("safety", "7", fullness=0.5, left=left, speed=2.0), run, PLAIN)
    assert one.called is None
    place, cue = ROLL.layout.get("7"), ROLL.layout.cue
    assert place is not None and cue is not None
    way = place.minus(cue)
    heading = Point(np.cos(one.strike.aim), np.sin(one.strike.aim))
    off = heading.x * way.y - heading.y * way.x  # the ball lies on the left of the path: positive
    assert abs(off) == pytest.approx(TABLE.cue_ball_radius, rel=0.02)  # half ball: half of both radii
    assert (off < 0) == left
    ends = played(ROLL, cue, one.strike.array()[None, :], Physics())
    assert ends.names[int(ends.first_hit[0])] == "7" and judged(ROLL, ends)[0] in (OVER, FOUL)
    with pytest.raises(NoWish, match="no aim found"):
        wished(asked, Wished("pot", "7", "head-left"), run, PLAIN)


def test_layout_without_the_ball_asked_about_has_no_option() -> None:
    at = Standing(TABLE, "nine-ball", Layout.of({CUE: Point(0.6, 0.6), "9": Point(1.5, 0.6)}))
    asked = Question(TABLE, "nine-ball", at.layout, "", PRESETS["strong"], Physics())
    with pytest.raises(NoWish, match="not on the table"):
        wished(asked, Wished("safety", "7"), both(at)[0].run(""), PLAIN)


def test_circumstances_of_the_stroke_widen_the_errors_of_the_option() -> None:
    me, other = both(ROLL)
    valuing = Valuing(ROLL, me, other, Physics())
    asked = Question(TABLE, "nine-ball", ROLL.layout, "", PRESETS["strong"], Physics())
    draft = wished(asked, Wished("safety", "7", fullness=0.5, left=True, speed=2.0), me.run(""), PLAIN)
    plain, rest = valuing.rough(draft), valuing.rough(replace(draft, aids=("rest", "stretched")))
    spread = [np.std([end.x for end in option.ends]) for option in (plain, rest)]
    assert spread[1] > 1.3 * spread[0]
    assert valuing.fine(rest).aids == ("rest", "stretched")


def test_a_safety_meant_thin_is_the_thin_one_of_the_strikes_near() -> None:
    rows = np.array([Strike(1.5, aim).array() for aim in np.linspace(-0.2, 0.2, 81)])
    way = ROLL.layout.get("7").minus(ROLL.layout.cue).angle  # type: ignore[union-attr, arg-type]
    rows[:, 1] += way
    full = safety_meant(ROLL, Plan("7", choice="safety", fullness=1.0), rows, Physics())
    thin = safety_meant(ROLL, Plan("7", choice="safety", fullness=0.25, hit_side="left"), rows, Physics())
    assert abs(full.aim - way) < 0.01
    assert thin.aim > way + 0.01
