"""The chance to win by where the cue ball comes to lie, worked out beside the maps of a position."""

from collections.abc import Hashable
from functools import partial
from typing import NamedTuple, cast

from aretane.core.choice.decision import ChoiceQuestion
from aretane.core.choice.from_place import Stroke
from aretane.core.choice.winning import WinMap, win_map
from aretane.core.contest.match import fresh_rack
from aretane.core.contest.seat import seats
from aretane.core.contest.turn import potted
from aretane.core.log.shot import TargetKind
from aretane.core.runout.run import Run

from .charting import Chart, Charting, Drawing

WINNING = "winning"
PLAYED: dict[TargetKind, Stroke] = {"bank": "bank", "safe": "safety"}
"""The stroke that a target places the cue ball for."""


class Won(NamedTuple):
    """The map so far, and the ball after which it is (None: from here); rack: the chance to win one that
    has not begun."""

    after: str | None
    found: WinMap
    rack: float


def ask(board: Charting, question: ChoiceQuestion, asker: str) -> tuple[Chart, Won | None]:
    """The chart of the position, and what there is of its map of the chance to win."""
    key: Hashable = (WINNING, question)
    chart = board.ask(
        question.asked, question.plan.ball, {key: partial(_worked_out, question=question, key=key)},
        asker=asker,
    )  # fmt: skip
    return chart, cast("Won | None", chart.more.get(key))


def _worked_out(run: Run, drawing: Drawing, question: ChoiceQuestion, key: Hashable) -> Won:
    """The whole map; what there is so far is shown as it comes."""
    at, asked, plan = question.standing, question.asked, question.plan
    me, other = seats(asked, question.other, report=drawing.step, kept=drawing.maps)
    ball = plan.ball
    if plan.choice == "safety":
        ball = None
    elif ball is None or ball not in at.layout:
        shot = run.outlook().shot
        ball = None if shot is None else shot.ball
    then = None if ball is None else potted(at, ball)
    after = None if then is None else ball
    rack = fresh_rack(at, me, other)

    def show(found: WinMap) -> None:
        drawing.tell(key, Won(after, found, rack))
        drawing.step()

    return Won(after, win_map(then or at, me, other, asked.physics, report=show), rack)
