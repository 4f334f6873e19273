"""A decision in short, and what a safety really left."""

from dataclasses import replace
from functools import lru_cache

import pytest

from aretane.core.choice.decision import ChoiceQuestion, Decision, decision
from aretane.core.choice.left import left_by
from aretane.core.choice.notes import freed
from aretane.core.contest.turn import Standing
from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Tip
from aretane.core.motion import Physics, Strike, play
from aretane.core.motion.find import Seen
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.runout.layouts import TABLE

from .test_options import both, standing

AT = standing({CUE: (1.2, 0.6), "9": (0.06, 0.06)})
ASKED = Question(TABLE, "nine-ball", AT.layout, "", PRESETS["strong"], Physics())


@lru_cache(maxsize=8)
def decided(plan: Plan) -> Decision:
    return decision(ChoiceQuestion(ASKED, PRESETS["strong"], plan))


def test_the_best_choice_made_costs_nothing_and_what_was_not_written_down_is_no_mistake() -> None:
    found = decided(Plan(ball="9", pocket="head-right"))
    assert found.made == 0 and found.how == "planned" and found.cost == 0.0
    assert found.close[0] and found.options[0].kind in ("pot", "two-way")


def test_a_poor_plan_costs_what_it_is_worse_by() -> None:
    found = decided(Plan(ball="9", pocket="head-right", speed=9.0, tip=Tip(0.0, -0.4)))
    assert found.made is not None
    assert found.cost == pytest.approx(found.options[0].value - found.options[found.made].value)
    assert found.cost is not None and found.cost >= 0.0


def test_a_plan_that_says_nothing_has_no_cost() -> None:
    found = decided(Plan())
    assert found.made is None and found.cost is None and "no ball and pocket" in found.reason
    unseen = decided(Plan(choice="safety", ball="9"))
    assert unseen.made is None and "not logged" in unseen.reason


def test_the_safety_played_is_an_option_and_what_it_left_is_judged() -> None:
    at = standing({CUE: (0.6, 0.6), "7": (1.5, 0.62), "8": (0.8, 0.2), "9": (2.2, 0.9)})
    asked = replace(ASKED, layout=at.layout)
    seen, left = seen_of(Strike(1.3, 0.05), at)
    choice_question = ChoiceQuestion(
        asked, PRESETS["strong"], Plan(ball="7", choice="safety"), seen=seen, left=left
    )
    found = decision(choice_question, settle=False)
    assert found.made is not None and found.how == "best"
    assert found.options[found.made].ball is None
    assert found.left is not None and 0.0 < found.left.chance < 1.0


def test_a_hook_is_seen_from_the_other_seat() -> None:
    hooked = standing({CUE: (0.3, 0.6), "8": (0.45, 0.6), "7": (1.5, 0.6), "9": (2.3, 1.0)})
    one = left_by(hooked, *both(hooked), Physics())
    assert one.hidden == 1.0 and one.blockers == ("8",) and one.behind
    assert one.far == pytest.approx(1.2) and one.answer in ("kick", "pot")
    plain = standing({CUE: (0.3, 0.6), "8": (0.45, 1.0), "7": (1.5, 0.6), "9": (2.3, 1.0)})
    easy = left_by(plain, *both(plain), Physics())
    assert easy.hidden == 0.0 and easy.blockers == () and not easy.behind
    assert easy.chance > one.chance


def test_a_scratch_leaves_the_ball_in_hand() -> None:
    at = Standing(TABLE, "nine-ball", Layout.of({"8": Point(0.9, 0.6), "9": Point(2.0, 0.9)}))
    assert left_by(at, *both(at), Physics()).in_hand


def test_balls_of_a_cluster_that_the_strike_takes_apart() -> None:
    second = 2.0 + 2 * TABLE.ball_radius + 0.004
    at = standing({CUE: (0.5, 0.4), "7": (1.0, 0.4), "8": (2.0, 0.05), "9": (second, 0.05)})

    def leaving(layout: Layout) -> tuple[str, ...]:
        return freed(at, layout)[0]

    assert leaving(at.layout) == ()
    assert leaving(at.layout.changed({"9": Point(0.4, 1.0)})) == ("8", "9")
    assert leaving(at.layout.changed({"9": None})) == ()  # potted, which takes nothing apart
    assert freed(at, at.layout)[1] == ("8", "9")


def seen_of(struck: Strike, at: Standing) -> tuple[Seen, Layout]:
    """What a reviewer sees of a strike."""
    motion = play(TABLE, at.layout, struck, Physics())
    moved = tuple(
        (ball, place) for ball, place in motion.after.places if ball != CUE and place != at.layout.get(ball)
    )
    return Seen(motion.after.cue, motion.potted, moved), motion.after


def test_an_error_of_execution_is_not_held_against_the_choice() -> None:
    """Struck so that the 8 was hit first, a foul: of the strikes that this player's errors could have
    turned into it one that hits the 7 is taken to be meant."""
    at = standing({CUE: (0.6, 0.6), "7": (1.5, 0.62), "8": (1.5, 0.54), "9": (2.2, 0.9)})
    struck = Strike(1.3, -0.034)
    assert play(TABLE, at.layout, struck, Physics()).first_hit == "8"
    asked = replace(ASKED, layout=at.layout, skill=PRESETS["starter"])
    seen, _ = seen_of(struck, at)
    question = ChoiceQuestion(asked, PRESETS["strong"], Plan(ball="7", choice="safety"), seen=seen)
    found = decision(question, settle=False)
    assert found.made is not None and found.how == "best"
    assert found.options[found.made].hit == "7"


def test_where_no_ball_was_moved_nobody_knows_what_was_meant() -> None:
    at = standing({CUE: (0.6, 0.6), "7": (1.5, 0.62), "8": (0.8, 0.2), "9": (2.2, 0.9)})
    seen, _ = seen_of(Strike(1.3, 0.09), at)
    asked = replace(ASKED, layout=at.layout)
    question = ChoiceQuestion(asked, PRESETS["strong"], Plan(ball="7", choice="safety"), seen=seen)
    found = decision(question, settle=False)
    assert found.made is None and "no ball was moved" in found.reason
