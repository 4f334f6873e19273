"""What could be played at a shot, and what each choice is worth to the rack."""

from collections.abc import Hashable
from dataclasses import dataclass, replace
from functools import partial
from time import monotonic
from typing import NamedTuple, cast

from apiflask import APIBlueprint

from aretane.core.choice.again import Again, Sent, again, again_struck
from aretane.core.choice.decision import ChoiceQuestion, made_as, which
from aretane.core.choice.option import CLOSE, Branch, Choices, Draft, Option
from aretane.core.choice.options import choices
from aretane.core.choice.reasons import break_out_words, reasons, route_words, verdict
from aretane.core.choice.wish import NoWish, Wished, listed_as, wished
from aretane.core.contest.match import fresh_rack
from aretane.core.contest.points import shifted
from aretane.core.contest.scored import lead_in
from aretane.core.contest.seat import Seat, seats
from aretane.core.contest.turn import Standing, unit_of
from aretane.core.log.shot import Plan
from aretane.core.runout.games import NoRun, Question, search
from aretane.core.runout.run import Run
from aretane.core.skill.form import in_form
from aretane.work.charting import ROUGH, Chart, Drawing, First, More

from ..drawn import in_mm, path_view, share
from ..positions import Asked, asked_of, asker_now, charting
from .views import (
    AddedView,
    AgainView,
    BranchView,
    ChoicesBody,
    ChoicesView,
    OptionView,
    SentView,
)

blueprint = APIBlueprint("choosing", __name__, url_prefix="/api")
FIRST, PARTLY, SETTLED = "choices first", "choices so far", "choices"
SNOOKER_CAUTION = (
    "A foul costs its points here, and the other may have the player go again; that a foul may give a free "
    "ball, or a miss put the balls back, is not in these chances."
)
UNSAID_CAUTION = (
    "No points that win were agreed in this recording: the game is taken to go to the next hundred."
)
RAISED_CAUTION = (
    "Take care: a raised cue can damage the cloth, and a ball that flies can hurt somebody; many rooms "
    "forbid jumps and massé shots: ask first."
)


class Ranking(NamedTuple):
    """Choices, the chance of a rack that is not begun, the choice made and the options asked about, and the
    reason why the choice made is no option; in snooker after a foul what it is worth to have the other play
    again."""

    found: Choices
    rack: float
    made: Draft | None
    wishes: tuple[Draft | str, ...]
    reason: str
    again: Again | None


@dataclass(frozen=True, slots=True)
class Wanted:
    """What is asked about a position, and the options that somebody had in mind."""

    question: ChoiceQuestion
    wishes: tuple[Wished, ...]

    @property
    def asked(self) -> Question:
        return self.question.asked

    @property
    def plan(self) -> Plan:
        return self.question.plan

    def made(self, me: Seat, other: Seat) -> tuple[Draft | None, str]:
        """The choice made, or why it is no option."""
        draft, _, reason = made_as(self.question, self.question.standing, me, other)
        return draft, reason

    def asked_about(self, run: Run) -> tuple[Draft | str, ...]:
        """The options asked about, or why one cannot be played here."""
        return tuple(self._wish(wish, run) for wish in self.wishes)

    def _wish(self, wish: Wished, run: Run) -> Draft | str:
        try:
            return wished(self.asked, wish, run, self.question.may)
        except NoWish as reason:
            return str(reason)


@blueprint.post("/recordings/<int:recording_id>/choices")
@blueprint.input(ChoicesBody)
@blueprint.output(ChoicesView)
def choices_of(recording_id: int, json_data: ChoicesBody) -> ChoicesView:
    """The options at a shot for its player against the other one; ask again until they are settled."""
    try:
        there = asked_of(recording_id, json_data)
    except NoRun as reason:
        return _nothing("none", str(reason))
    asked = replace(there.choice.asked, skill=in_form(there.choice.asked.skill, json_data.form))
    other = in_form(there.choice.other, json_data.opponent)
    wishes = tuple(one.wished() for one in json_data.added)
    lead = lead_in(asked.discipline, there.choice.lead + json_data.ahead)
    needs = shifted(there.choice.needs, json_data.ahead)
    company = there.choice.company
    if not there.opposed and company != "partner" and json_data.company != "usual":
        company = json_data.company
    choice = replace(there.choice, asked=asked, other=other, lead=lead, needs=needs, company=company)
    wanted = Wanted(choice, wishes)
    first: dict[Hashable, First] = {}
    more: dict[Hashable, More] = {}
    if asked.game.in_order:
        first[FIRST, wanted] = partial(_first, wanted=wanted)
        more[SETTLED, wanted] = partial(_settled, wanted=wanted)
    else:  # their maps take longer: one pass over them says both
        first[SETTLED, wanted] = partial(_found, mine=None, wanted=wanted, coarser=1.0, settle=True)
    chart = charting().ask(asked, wanted.plan.ball, more, first, asker_now())
    return _view(chart, there, wanted, json_data)


def _first(at: Drawing, wanted: Wanted) -> Ranking:
    """A first ranking on a rough grid."""
    mine = search(wanted.asked, ROUGH, through=wanted.plan.ball, report=at.step, kept=at.maps)
    return _found(at, mine, wanted, ROUGH, False)


def _settled(run: Run, at: Drawing, wanted: Wanted) -> Ranking:
    return _found(at, run, wanted, 1.0, True)


def _found(at: Drawing, mine: Run | None, wanted: Wanted, coarser: float, settle: bool) -> Ranking:
    asked = wanted.asked
    me, other = seats(asked, wanted.question.other, coarser, mine, at.step, at.maps)
    standing = wanted.question.standing
    rack = fresh_rack(standing, me, other)
    question = wanted.question
    back = again(standing, me, other, question.before) if question.sends_back else None
    made, reason = wanted.made(me, other)
    wishes = wanted.asked_about(me.run(asked.group_on))
    added = tuple(draft for draft in (made, *wishes) if isinstance(draft, Draft))

    def report(found: Choices) -> None:
        if settle:
            at.tell((PARTLY, wanted), Ranking(found, rack, made, wishes, reason, back))
        at.step()

    ends = monotonic() + at.board.patience
    found = choices(
        standing, me, other, asked.physics, 2, settle, added, report, wanted.question.may,
        time_is_up=lambda: monotonic() > ends,
    )  # fmt: skip
    if back is not None and settle and found.options:
        at.tell((PARTLY, wanted), Ranking(found, rack, made, wishes, reason, back))
        back = again_struck(
            standing, me, other, asked.physics, question.before, 2, lambda _: at.step(),
            lambda: monotonic() > ends,
        )  # fmt: skip
    return Ranking(found, rack, made, wishes, reason, back)


def _nothing(stage: str, reason: str) -> ChoicesView:
    return ChoicesView(
        reason=reason, stage=stage, verdict="", break_out="", break_even=None, options=[], planned=None,
        unlisted="", added=[], other=False, apart=CLOSE, settled=0, match=None, cautions=[],
        needs=None, again=None, measure="win", company="opponent",
    )  # fmt: skip


def _view(chart: Chart, there: Asked, wanted: Wanted, body: ChoicesBody) -> ChoicesView:
    known = (chart.more.get((stage, wanted)) for stage in (SETTLED, PARTLY, FIRST))
    ranking = cast("Ranking | None", next((one for one in known if one is not None), None))
    ended = chart.more.get((SETTLED, wanted)) is not None
    if ranking is None:
        return _nothing("none" if chart.trouble else "waiting", chart.trouble)
    found = ranking.found
    if not found.options:
        return _nothing("none", found.reason)
    even, standing = found.break_even, wanted.question.standing
    stage = "rough" if not ended else "fine" if found.settled else "stopped"
    return ChoicesView(
        reason="", stage=stage, verdict=verdict(found), break_out=break_out_words(found),
        break_even=None if even is None else round(even, 4),
        options=[_option_view(found, option, standing) for option in found.options],
        planned=None if ranking.made is None else which(found, ranking.made, wanted.plan),
        unlisted=ranking.reason,
        added=[_added_view(found, wish) for wish in ranking.wishes],
        other=there.opposed, apart=CLOSE,
        settled=sum(option.settled for option in found.options),
        match=None if standing.alone else body.match(ranking.rack),
        cautions=_cautions(wanted, found, there.agreed),
        again=_again_view(ranking.again),
        needs=wanted.question.needs if wanted.asked.game.any_order and not standing.alone else None,
        measure=wanted.asked.measure if standing.alone else "win", company=standing.company,
    )  # fmt: skip


def _again_view(found: Again | None) -> AgainView | None:
    if found is None:
        return None
    return AgainView(
        here=_sent_view(found.here), put_back=None if found.put_back is None else _sent_view(found.put_back)
    )


def _sent_view(sent: Sent) -> SentView:
    error = None if sent.error is None else round(sent.error, 4)
    return SentView(value=round(sent.value, 4), error=error)


def _added_view(found: Choices, wish: Draft | str) -> AddedView:
    """Which of the options one asked about is, and which other it is alike."""
    if isinstance(wish, str):
        return AddedView(option=None, listed=None, reason=wish)
    own = next((k for k, option in enumerate(found.options) if option.strike == wish.strike), None)
    listed = None if own is None else listed_as(found.options, own)
    return AddedView(option=own, listed=listed, reason="")


def _option_view(found: Choices, option: Option, at: Standing) -> OptionView:
    trace, unit = option.motion.trace, unit_of(at)
    return OptionView(
        kind=option.kind, ball=None if option.called is None else option.called[0],
        pocket=None if option.called is None else option.called[1], speed=round(option.strike.speed, 2),
        side=round(option.strike.side, 3), height=round(option.strike.height, 3),
        value=round(option.value * unit, 4),
        error=round(option.error * unit, 4), alone=round(option.alone * unit, 4),
        made=_branch_view(option.made, unit), missed=_branch_view(option.missed, unit),
        foul=_branch_view(option.foul, unit),
        attack=None if option.attack is None else share(option.attack),
        hidden=round(option.hidden, 3), hooks=round(option.hooks, 3),
        ends=[(*in_mm(place), good) for place, good in zip(option.ends, option.made_there, strict=True)],
        paths=[path_view(trace, name) for name in trace.moved()],
        after=[(name, *in_mm(place)) for name, place in option.motion.after.places],
        hit=option.hit, rails=option.rails,
        fullness=None if option.fullness is None else round(option.fullness, 3),
        reasons=list(reasons(found, option)), route=route_words(found, option), settled=option.settled,
        cue=in_mm(option.cue),
        free_ball=at.free_ball and option.called is not None and option.called[0] not in at.on,
    )  # fmt: skip


def _cautions(wanted: Wanted, found: Choices, agreed: bool) -> list[str]:
    against = not wanted.question.standing.alone
    said = [SNOOKER_CAUTION] if wanted.asked.game.by_colours and against else []
    if wanted.asked.game.any_order and not agreed and against:
        said.append(UNSAID_CAUTION)
    return said + (
        [RAISED_CAUTION] if any(option.kind in ("jump", "swerve") for option in found.options) else []
    )


def _branch_view(branch: Branch, unit: float) -> BranchView:
    equity = None if branch.equity is None else round(branch.equity * unit, 4)
    return BranchView(share=round(branch.share, 4), equity=equity)
