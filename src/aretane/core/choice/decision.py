"""The decision of one shot in short: what could have been played, what was, and what each was worth."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..chance.forecast import NoAim, meant_by
from ..contest.decide import GLANCE, worth
from ..contest.points import GAME, Needs
from ..contest.seat import Seat, seats
from ..contest.strikes import played
from ..contest.turn import Company, Fouls, Standing
from ..contest.verdicts import FOUL, LOST
from ..equipment.layout import Layout, touching
from ..equipment.table import PocketName
from ..geometry import Point
from ..log.shot import Plan, Shot
from ..motion import MotionError
from ..motion.find import Seen
from ..motion.physics import Physics
from ..motion.strike import Strike
from ..runout.chart import ChanceMap, Kept
from ..runout.games import Question
from ..skill import Skill
from .again import Again, Sent, SentBack, again, again_struck
from .left import Left, left_by
from .meant import near, planned, safety_meant, safety_played, says_what
from .option import Choices, Draft, Kind, Option, ranked, too_close
from .options import PLAIN, May, choices
from .reasons import reasons, route_words, verdict
from .valuing import Valuing

MODEL = 22
"""Raised whenever the same question gets another answer, so that kept answers are not used again."""
How = Literal["planned", "struck", "meant", "best"]
"""How the choice made is known: its plan says it; it is the strike that explains what came; it is the one
that the player's errors could have turned into that strike, and that meets the plan best, or where the plan
says nothing is worth most: what nobody wrote down is no mistake."""
WEIGHED = 6
"""Of such strikes those that are struck with errors to find the one worth most."""


@dataclass(frozen=True, slots=True)
class ChoiceQuestion:
    """A decision to be valued: the position, both players, the plan and what the rules allow.

    For a shot that pots nothing on purpose it also holds the result (`seen`, `left`), because its strike
    was not written down. `lead`, `fouls`, `needs`, `free_ball` and `company` as in `Standing`;
    `leave_frozen`: balls that touch the cue ball must be played away from. In snooker after a foul:
    `sends_back`, the player may have the other play again; `before`, what was asked of the other before a
    miss that was called; `sent`, how the player did have the other play again. With a partner `other` is
    the partner's model.
    """

    asked: Question
    other: Skill
    plan: Plan
    may: May = PLAIN
    seen: Seen | None = None
    left: Layout | None = None
    lead: float = 0.0
    fouls: Fouls = None
    needs: Needs = (GAME, GAME)
    leave_frozen: bool = False
    free_ball: bool = False
    sends_back: bool = False
    before: Question | None = None
    sent: SentBack | None = None
    company: Company = "opponent"

    @property
    def standing(self) -> Standing:
        """The rack in the hands of the player at the table."""
        asked = self.asked
        frozen = touching(asked.table, asked.layout) if self.leave_frozen else ()
        return Standing(
            asked.table, asked.discipline, asked.layout, asked.group_on, self.lead, self.fouls, self.needs,
            frozen=frozen, free_ball=self.free_ball, company=self.company,
        )  # fmt: skip


@dataclass(frozen=True, slots=True)
class Weighed:
    """An option in short.

    alone: the part of the error that other options do not share. frees: balls that its strike without error
    takes out of clusters. route: how the cue ball goes on, where another option pots the same ball or hits
    it for a safety.
    """

    kind: Kind | SentBack
    ball: str | None
    pocket: PocketName | None
    value: float
    error: float
    alone: float
    made: float
    foul: float
    hidden: float
    hooks: float
    hit: str | None
    rails: int
    fullness: float | None
    frees: tuple[str, ...]
    reasons: tuple[str, ...]
    route: str = ""


@dataclass(frozen=True, slots=True)
class Decision:
    """The options of a shot, the best first; the one that was played, and `how` that is known.

    close: for each option, whether it is too close to call against the best. left: what a safety really
    left. reason: why the choice made has no value. Nothing here depends on whether the pot fell.
    """

    options: tuple[Weighed, ...]
    close: tuple[bool, ...]
    made: int | None
    how: How | None
    reason: str
    verdict: str
    break_even: float | None
    left: Left | None

    @property
    def cost(self) -> float | None:
        """The chance to win that the choice made gave away against the best one found."""
        if self.made is None:
            return None
        return max(0.0, self.options[0].value - self.options[self.made].value)


def decision(
    question: ChoiceQuestion, threads: int = 1, kept: Kept | None = None,
    report: Callable[[ChanceMap | Choices], object] = lambda step: None, settle: bool = True,
) -> Decision:  # fmt: skip
    """Work out a decision; `report` is called at its steps, and what it raises stops the work. settle: with
    many more strikes of what is listed; which options are listed does not depend on it."""
    asked = question.asked
    at = question.standing
    me, other = seats(asked, question.other, report=report, kept=kept)
    draft, how, reason = (None, None, "") if question.sent else made_as(question, at, me, other)
    added = () if draft is None else (draft,)
    found = choices(at, me, other, asked.physics, threads, settle, added, report, question.may)
    own = None if draft is None else which(found, draft, question.plan)
    rows = [_weighed(found, option) for option in found.options]
    if question.sends_back:
        rows += _sent(
            again_struck(at, me, other, asked.physics, question.before, threads, report)
            if settle
            else again(at, me, other, question.before)
        )
    options = ranked(rows, lambda row: row.value, lambda row: row.foul)
    played = next((row for row in rows if row.kind == question.sent), None) if own is None else rows[own]
    made = None if played is None else options.index(played)
    left = None
    if question.left is not None and question.seen is not None:
        then = at.left(question.left)
        left = left_by(then, other, me, asked.physics) if question.left.objects and then.on else None
    if question.sent:
        how = "planned"
    return Decision(
        tuple(options), tuple(row is options[0] or too_close(options[0], row) for row in options),
        made, how if made is not None else None, reason or found.reason, verdict(found), found.break_even,
        left,
    )  # fmt: skip


def _sent(back: Again) -> list[Weighed]:
    """The ways of having the other play again, as rows beside the options."""

    def row(kind: SentBack, sent: Sent) -> Weighed:
        struck = sent.error is not None
        why = "what the other's own best shot leaves" if struck else "by a look at the table"
        error = sent.error or 0.0
        return Weighed(
            kind, None, None, sent.value, error, error, 0.0, 0.0, 0.0, 0.0, None, 0, None, (), (why,)
        )  # fmt: skip

    return [row(kind, sent) for kind, sent in back.ways]


GIVEN: dict[str, Kind] = {"push-out": "push-out", "foul": "foul"}
"""Kinds of shots that give up the table whatever their plan says of attack and safety."""


def seen_of(shot: Shot) -> Seen | None:
    """The result of a shot that pots nothing on purpose, which explains its strike; None of other shots."""
    gives = shot.plan.choice == "safety" or shot.plan.kind in GIVEN
    return Seen.of(shot.result) if gives and shot.result is not None else None


def which(found: Choices, draft: Draft, plan: Plan) -> int | None:
    """Which option the choice made is: where its plan leaves the route open, the best of that pot."""
    pot = next((k for k, option in enumerate(found.options) if option.called == draft.called), None)
    if draft.kind == "pot" and plan.speed is None and plan.target.kind in ("unset", "none"):
        return pot
    own = next((k for k, option in enumerate(found.options) if option.strike == draft.strike), None)
    return pot if own is None and draft.called is not None else own


def made_as(
    question: ChoiceQuestion, at: Standing, me: Seat, other: Seat
) -> tuple[Draft | None, How | None, str]:
    """The choice made as an option, how it is known, or why it is not: in words with a remedy."""
    asked, plan, cue = question.asked, question.plan, question.asked.layout.cue
    given = GIVEN.get(plan.kind)
    if given is not None or plan.choice == "safety":
        if question.seen is None or cue is None:
            return (
                None,
                None,
                "its result is not logged, or waits until the decision is judged: with it the strike that "
                "explains it is valued",
            )
        if given is None and not question.seen.moved and not question.seen.potted:
            return None, None, "no ball was moved: what was meant cannot be read off that"
        struck = safety_played(at, question.seen, asked.physics, plan.ball)
        if struck is None:
            return None, None, "no strike was found that explains where the balls ended"
        if given is not None:
            return Draft(given, None, cue, struck, plan.aids), "struck", ""
        rows = near(at, struck, asked.skill, asked.physics)
        if says_what(plan):
            strike = safety_meant(at, plan, rows, asked.physics)
            return Draft("safety", None, cue, strike, plan.aids), "meant", ""
        return _best(at, cue, rows, me, other, asked.physics), "best", ""
    draft = planned(asked, plan, me.run(at.group_on))
    if draft is None:
        return None, None, _no_draft(asked, plan)
    return draft, "planned", ""


def _no_draft(asked: Question, plan: Plan) -> str:
    """Why a planned pot is no option."""
    if plan.ball is None or plan.pocket is None:
        return "the plan names no ball and pocket"
    try:
        meant = meant_by(asked.table, asked.layout, plan, asked.skill, asked.physics)
    except (NoAim, MotionError) as reason:
        return str(reason)
    return "" if meant is not None else "a shot of this kind is not played out"


def _best(at: Standing, cue: Point, rows: np.ndarray, me: Seat, other: Seat, physics: Physics) -> Draft:
    """The safety worth most among strikes (k, 5): of those that are no foul without error, if there are."""
    values, verdicts = worth(at, played(at, cue, rows, physics), None, me, other, 16, GLANCE)
    lawful = (verdicts != FOUL) & (verdicts != LOST)
    if lawful.any():
        rows, values = rows[lawful], values[lawful]
    strikes = [Strike.of(rows[k]) for k in np.argsort(-values, kind="stable")[:WEIGHED]]
    valuing = Valuing(at, me, other, physics)
    rough = [valuing.rough(Draft("safety", None, cue, strike)) for strike in strikes]
    best = max(range(len(rough)), key=lambda k: rough[k].value)
    return Draft("safety", None, cue, strikes[best])


def _weighed(found: Choices, option: Option) -> Weighed:
    ball, pocket = option.called or (None, None)
    return Weighed(
        option.kind, ball, pocket, option.value, option.error, option.alone, option.made.share,
        option.foul.share, option.hidden, option.hooks,
        option.hit, option.rails, option.fullness, option.notes.frees, reasons(found, option),
        route_words(found, option),
    )  # fmt: skip
