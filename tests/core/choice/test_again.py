"""Having the other play again after a foul at snooker: two ways, each worth what it leaves."""

from dataclasses import replace

import pytest

from aretane.core.choice.again import again
from aretane.core.choice.decision import ChoiceQuestion, decision
from aretane.core.choice.options import choices
from aretane.core.contest.seat import seats
from aretane.core.contest.turn import Standing
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan
from aretane.core.motion import Physics
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE

TABLE = table_for("snooker-12")
HANGING = Layout.of({CUE: Point(3.0, 0.5), "pink": Point(3.5, 0.07), "black": Point(3.2, 0.9)})
HARD = HANGING.changed({CUE: Point(0.1, 1.7)})


def test_what_lies_easy_is_not_given_back_and_the_ball_on_stays_on() -> None:
    asked = Question(TABLE, "snooker", HANGING, "end", PRESETS["strong"], Physics())
    me, other = seats(asked, PRESETS["strong"], 3.0)
    easy = Standing(TABLE, "snooker", HANGING, "end", -2.0)
    hard = replace(easy, layout=HARD)
    put_back = replace(asked, layout=HARD)
    found = again(easy, me, other, put_back)
    assert found.put_back is not None and found.put_back.value > found.here.value
    assert again(hard, me, other, None).put_back is None
    assert again(hard, me, other, None).here.value > found.here.value
    assert again(hard, me, other, asked).put_back == found.here  # put back to where it was easy


@pytest.mark.parametrize("layout", [HANGING, HARD])
def test_a_decision_weighs_it_by_what_the_others_own_best_shot_leaves(layout: Layout) -> None:
    asked = Question(TABLE, "snooker", layout, "end", PRESETS["advanced"], Physics())
    question = ChoiceQuestion(
        asked, PRESETS["strong"], Plan(), lead=-2.0, sends_back=True, before=asked, sent="again"
    )
    found = decision(question)
    assert found.made is not None and found.options[found.made].kind == "again"
    rows = {row.kind: row for row in found.options if row.kind in ("again", "put-back")}
    assert rows["again"].value == rows["put-back"].value  # put back to where they lie
    me, other = seats(asked, PRESETS["strong"])
    theirs = choices(question.standing.theirs, other, me, asked.physics).options[0]
    assert rows["again"].value == pytest.approx(1.0 - theirs.value)
    assert rows["again"].error == pytest.approx(theirs.error)
    told = [round(row.value, 3) for row in found.options]
    assert told == sorted(told, reverse=True)
    assert found.cost == pytest.approx(max(0.0, found.options[0].value - rows["again"].value))
    if layout is HANGING:
        assert found.options[0].kind == "pot"  # a hanging ball is not given away
