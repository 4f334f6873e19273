"""What could be played at a shot, and what each choice is worth to the rack."""

from collections.abc import Callable, Hashable
from functools import partial
from typing import cast

from apiflask import APIBlueprint

from aretane.core.choice.option import Choices, Draft, Option
from aretane.core.choice.options import choices
from aretane.core.choice.reasons import reasons, verdict
from aretane.core.choice.side import sides
from aretane.core.choice.turn import GAMES, Standing
from aretane.core.forecast import NoAim, meant_by
from aretane.core.motion import MotionError
from aretane.core.runout.games import NoRun, Question, search
from aretane.core.runout.run import Run
from aretane.core.shot import Plan
from aretane.core.skill import Skill

from .charting import ROUGH, Chart, Charting
from .choosing_views import BranchView, ChoicesView, OptionView
from .outlooks import Asked, OutlookBody, asked_of, charting, in_mm
from .striking import path_view, share

blueprint = APIBlueprint("choosing", __name__, url_prefix="/api")
FIRST, SETTLED = "choices first", "choices"


@blueprint.post("/recordings/<int:recording_id>/choices")
@blueprint.input(OutlookBody)
@blueprint.output(ChoicesView)
def choices_of(recording_id: int, json_data: OutlookBody) -> ChoicesView:
    """The options at a shot for its player against the other one; ask again until they are settled."""
    try:
        there = asked_of(recording_id, json_data)
        if there.question.discipline not in GAMES:
            raise NoRun(
                "choices are worked out for nine-ball, ten-ball and both kinds of eight-ball so far"
            )
    except NoRun as reason:
        return _nothing("none", str(reason))
    asked, plan = there.question, there.plan
    other, board = there.other or asked.skill, charting()
    key = (other, plan)
    first: dict[Hashable, Callable[[], object]] = {
        (FIRST, *key): partial(_first, asked=asked, other=other, plan=plan, board=board)
    }
    more: dict[Hashable, Callable[[Run], object]] = {
        (SETTLED, *key): partial(_settled, asked=asked, other=other, plan=plan, board=board)
    }
    chart = board.ask(asked, plan.ball, more, first)
    return _view(chart, there, key)


def _first(asked: Question, other: Skill, plan: Plan, board: Charting) -> Choices:
    """A first ranking on a rough grid."""
    mine = search(asked, ROUGH, through=plan.ball, told=board.step, kept=board.maps)
    return _found(mine, asked, other, plan, ROUGH, False, board)


def _settled(run: Run, asked: Question, other: Skill, plan: Plan, board: Charting) -> Choices:
    return _found(run, asked, other, plan, 1.0, True, board)


def _found(
    mine: Run, asked: Question, other: Skill, plan: Plan, coarser: float, settle: bool, board: Charting
) -> Choices:
    at = Standing(asked.table, asked.discipline, asked.layout, asked.due)
    both = sides(asked, other, coarser, mine, board.step, board.maps)
    return choices(at, *both, asked.physics, 2, settle, had_in_mind(asked, plan), board.step)


def had_in_mind(asked: Question, plan: Plan) -> tuple[Draft, ...]:
    """The planned shot as an option; nothing where the plan does not say which, or no aim makes it."""
    cue = asked.layout.cue
    try:
        meant = meant_by(asked.table, asked.layout, plan, asked.skill, asked.physics)
    except (NoAim, MotionError):
        return ()
    if meant is None or cue is None or plan.choice == "safety":
        return ()
    kinds = {
        "direct": "pot",
        "bank": "bank",
        "kick": "kick",
        "combination": "combination",
        "carom": "carom",
    }
    kind = kinds.get(plan.kind)
    if kind is None:
        return ()
    return (Draft(kind, (meant.task.ball, meant.task.pocket), cue, meant.strike),)  # type: ignore[arg-type]


def _nothing(stage: str, reason: str) -> ChoicesView:
    return ChoicesView(
        reason=reason, stage=stage, verdict="", break_even=None, options=[], planned=None, other=False
    )


def _view(chart: Chart, there: Asked, key: tuple[Skill, Plan]) -> ChoicesView:
    found = cast("Choices | None", chart.more.get((SETTLED, *key)) or chart.more.get((FIRST, *key)))
    if found is None:
        return _nothing("none" if chart.trouble else "waiting", chart.trouble)
    if not found.options:
        return _nothing("none", found.reason)
    asked, plan = there.question, there.plan
    even = found.break_even
    return ChoicesView(
        reason="", stage="fine" if found.settled else "rough", verdict=verdict(found),
        break_even=None if even is None else round(even, 4),
        options=[_option_view(found, one) for one in found.options],
        planned=_planned(found, asked, plan), other=there.other is not None,
    )  # fmt: skip


def _planned(found: Choices, asked: Question, plan: Plan) -> int | None:
    """Which of the options the plan is; of a planned safety nobody said the strike."""
    strikes = [draft.strike for draft in had_in_mind(asked, plan)]
    return next((k for k, one in enumerate(found.options) if one.strike in strikes), None)


def _option_view(found: Choices, one: Option) -> OptionView:
    trace = one.motion.trace
    return OptionView(
        kind=one.kind, ball=None if one.called is None else one.called[0],
        pocket=None if one.called is None else one.called[1], speed=round(one.strike.speed, 2),
        side=round(one.strike.side, 3), height=round(one.strike.height, 3), value=round(one.value, 4),
        error=round(one.error, 4), made=_branch_view(one.made.share, one.made.equity),
        missed=_branch_view(one.missed.share, one.missed.equity),
        foul=_branch_view(one.foul.share, one.foul.equity),
        attack=None if one.attack is None else share(one.attack),
        hidden=round(one.hidden, 3), hooks=round(one.hooks, 3),
        ends=[(*in_mm(place), good) for place, good in zip(one.ends, one.made_there, strict=True)],
        paths=[path_view(trace, name) for name in trace.moved()],
        after=[(name, *in_mm(place)) for name, place in one.motion.after.places],
        hit=one.hit, rails=one.rails, fullness=None if one.fullness is None else round(one.fullness, 3),
        reasons=list(reasons(found, one)), settled=one.settled, cue=in_mm(one.cue),
    )  # fmt: skip


def _branch_view(share: float, equity: float | None) -> BranchView:
    return BranchView(share=round(share, 4), equity=None if equity is None else round(equity, 4))
