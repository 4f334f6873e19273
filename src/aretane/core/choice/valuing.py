"""What options at a standing are worth, all of them struck with the same errors of the player."""

from dataclasses import dataclass, replace
from math import cos, hypot, sin, sqrt

import numpy as np
from numpy.typing import NDArray

from ..chance.made import Task
from ..chance.made import made as task_made
from ..contest.decide import GLANCE, decide, may_send_back, pushed, worth
from ..contest.look import Look
from ..contest.seat import Seat
from ..contest.strikes import mistaken, placed, played, seen
from ..contest.turn import Called, Standing, after, judged
from ..contest.verdicts import AGAIN, FOUL, LEVEL, LOST, OVER, WON
from ..geometry import Point
from ..intervals import Proportion, wilson
from ..motion.kernel.launch import squirt
from ..motion.physics import Physics
from ..motion.play import STANDARD, Ends, Motion, play
from ..motion.strike import Strike
from ..runout.group import OPEN
from ..skill.double_hit import double_hit
from ..skill.scatter import apart_errors, even_errors
from ..vocabulary import CUE
from .notes import Answered, noted
from .option import Branch, Draft, Notes, Option, drafted

Array = NDArray[np.float64]
ROUGH, FINE, REPLIES, ANSWERED = 16, 64, 12, 4
"""Strikes with errors for the first ranking and for a block of the settled one; after how many of those
that hand the table over the other's answer is played at the most, and with how many strikes each."""
OPEN_ROUGH, OPEN_FINE, OPEN_REPLIES = 10, 48, 8
"""The same while both groups are open, whose maps take longest, and in straight pool, where any
ball may be next."""
COUNTED = 400
"""Strikes by which outcomes are counted in the settled ranking, as many as the desk plays."""
MADE = (AGAIN, WON)
"""Verdicts of a strike that keeps the table or wins."""
BLOCKS = 4
"""Blocks of strikes that an option gets at the most, while the verdict is open."""
SEED = 4
"""Of the looks after strikes; a later block has a seed of its own."""
FOULED = 0.03
"""Share of fouls from which the other's answer to them is played too."""
OUTCOMES = 64
"""Strikes by which the outcomes of an answer are counted; ANSWERED of them are looked at."""
ENDS = (WON, LOST, LEVEL)
"""Verdicts that end the rack."""
STEADY, AT_ONCE = 0.01, 6
"""Standard error of what answers change in an option's value from which no more are played, and after how
many it is looked at."""
FEW_BALLS, MORE_REPLIES = 3, 30
"""Balls up to which answers cost little and vary much, and how many are played then at the most."""
DOUBTED, OF_POINTS = 1.35, 1.0
"""How many times the error of a map a value of a choice is off by itself (from racks played out); in
straight pool, where much of the game is still to come whatever the layout."""


class Valuing:
    """Values options at one standing, all with the same errors of the player.

    drift, safe_drift: the correction (a difference of chances) of every strike of an attack, or of a
    safety, that did not end the rack, as in `onwards`; drifts: of strikes with a correction of their own.
    """

    def __init__(self, here: Standing, me: Seat, other: Seat, physics: Physics):
        self.here, self.me, self.other, self.physics = here, me, other, physics
        many = here.group_on == OPEN or here.game.any_order
        counts = (OPEN_ROUGH, OPEN_FINE, OPEN_REPLIES) if many else (ROUGH, FINE, REPLIES)
        self.first, _, replies = counts
        self.replies = MORE_REPLIES if len(here.layout.objects) <= FEW_BALLS else replies
        self.errors = apart_errors((counts[0], *(counts[1:2] * BLOCKS)), (3,))
        self._fine = counts[1]
        self._blocks: dict[Draft, list[_Struck]] = {}
        self.drift = self.safe_drift = 0.0
        self.drifts: dict[Strike, float] = {}

    def rough(self, draft: Draft) -> Option:
        return self._valued(draft, self.errors[: self.first], False)

    def again(self, option: Option) -> Option:
        """The first ranking of an option, with the drift that is known by now."""
        return self.rough(drafted(option))

    def fine(self, option: Option) -> Option:
        """The option by a block of strikes of its own, apart from those of the first ranking."""
        return self._valued(drafted(option), self.block(0), True)

    def more(self, option: Option) -> Option:
        """A settled option by one more block of strikes: its value, its error, and what may come of it."""
        draft = drafted(option)
        blocks = self._blocks[draft]
        blocks.append(self.struck(draft, self.block(len(blocks)), True, len(blocks)))
        values = np.concatenate([block.values for block in blocks])
        verdicts = np.concatenate([block.verdicts for block in blocks])
        often = self._often(draft, blocks[0].twice)
        value, error, branches = _weighed(values, verdicts, often)
        made, missed, foul = branches
        unsure = float(np.hypot.reduce([block.unsure for block in blocks])) / len(blocks)
        return replace(
            option,
            value=value,
            error=hypot(error, self.doubt(option), unsure),
            made=made,
            missed=missed,
            foul=foul,
        )

    def doubt(self, option: Option) -> float:
        """The part of a settled option's error that no number of strikes takes away."""
        return float(np.mean([block.doubt for block in self._blocks[drafted(option)]]))

    def block(self, number: int) -> Array:
        """A block of errors (k, 4) for the settled ranking."""
        start = self.first + number * self._fine
        return np.asarray(self.errors[start : start + self._fine])

    def struck(self, draft: Draft, errors: np.ndarray, fine: bool, block: int = 0) -> "_Struck":
        """The draft struck with these errors (k, 4), which are those of a block. fine: the other's answers
        are played too."""
        here, physics = self.here, self.physics
        rows = mistaken(here, draft.cue, draft.strike, self.me.skill, physics, errors, draft.aids)
        ends = played(here, draft.cue, rows, physics)
        looks: dict[int, Look] = {}
        twice = double_hit(here.table, placed(here, draft.cue), draft.strike)
        if draft.kind == "push-out":
            values = pushed(here, ends, self.me, self.other, 4, GLANCE)
            lost = (ends.fates[:, 0] != -1) | (ends.fates == -2).any(axis=1)
            verdicts = np.where(lost, FOUL, OVER)
        else:
            values, verdicts = worth(
                here, ends, draft.called, self.me, self.other, SEED + 50 * block, GLANCE,
                lambda k, look: looks.update({k: look}), twice,
            )  # fmt: skip
        doubted = OF_POINTS if here.game.any_order else DOUBTED
        unsure_of = values.clip(0.0, 1.0)
        doubt = doubted * here.game.doubt * float(np.sqrt(unsure_of * (1.0 - unsure_of)).mean())
        passed = np.flatnonzero(verdicts == OVER)
        answers: dict[int, Answered] = {}
        unsure = 0.0
        if fine and draft.kind != "push-out" and not here.alone:
            answers, unsure = self._replied(ends, values, OVER, passed, draft.called, block)
            fouls = [
                int(k) for k in np.flatnonzero(verdicts == FOUL)
                if not may_send_back(after(here, ends, int(k), FOUL, draft.called))
            ]  # fmt: skip
            if len(fouls) >= FOULED * len(values):
                _, also = self._replied(ends, values, FOUL, np.array(fouls), draft.called, block)
                unsure = hypot(unsure, also)
        goes_on = np.isin(verdicts, (AGAIN, OVER, FOUL)) & (not here.alone)
        values = np.where(goes_on, np.clip(values + self._drift(draft), 0.0, 1.0), values)
        return _Struck(ends, verdicts, values, doubt, unsure, twice, looks, answers)

    def _drift(self, draft: Draft) -> float:
        usual = self.safe_drift if draft.hands_over else self.drift
        return self.drifts.get(draft.strike, usual)

    def _valued(self, draft: Draft, errors: np.ndarray, fine: bool) -> Option:
        here, physics = self.here, self.physics
        struck = self.struck(draft, errors, fine)
        ends, verdicts, values, twice = struck.ends, struck.verdicts, struck.values, struck.twice
        passed = np.flatnonzero(verdicts == OVER)
        blocked = seen(here.theirs, ends)[passed]
        often = self._often(draft, twice) if fine and draft.kind != "push-out" else None
        value, error, branches = _weighed(values, verdicts, often)
        if fine:
            self._blocks[draft] = [struck]
        made = np.isin(verdicts, MADE)
        stays = ends.fates[:, 0] == -1
        motion = play(here.table, placed(here, draft.cue), draft.strike, physics)
        rails = _rails_before(motion)
        notes = Notes()
        if fine:
            left = [struck.looks[int(k)] for k in passed if int(k) in struck.looks]
            notes = noted(here, motion, left, list(struck.answers.values()))
        return Option(
            draft.kind, draft.called, draft.cue, draft.strike, value,
            hypot(error, struck.doubt, struck.unsure),
            *branches, self._attack(draft, made, often),
            float(blocked.mean()) if len(blocked) else 0.0,
            float(blocked.all(axis=1).mean()) if len(blocked) else 0.0,
            tuple(Point(float(x), float(y)) for x, y in ends.places[stays, 0]),
            tuple(bool(good) for good in made[stays]),
            motion, notes, motion.first_hit, rails, None if rails else _fullness(here, draft, motion), fine,
            draft.aids, twice,
        )  # fmt: skip

    def _often(self, draft: Draft, twice: float) -> "_Often":
        """How often the strike comes out in which way, over many without a look at what they leave."""
        rows = mistaken(
            self.here,
            draft.cue,
            draft.strike,
            self.me.skill,
            self.physics,
            even_errors(COUNTED),
            draft.aids,
        )
        ends = played(self.here, draft.cue, rows, self.physics)
        verdicts = judged(self.here, ends, draft.called)
        made = float(np.isin(verdicts, (AGAIN, WON)).mean()) * (1.0 - twice)
        over = float((verdicts == OVER).mean()) * (1.0 - twice)
        potted = 0
        if draft.called is not None:
            way = "direct" if draft.kind in ("pot", "two-way") else draft.kind
            potted = int(task_made(Task(*draft.called, way), ends).sum())  # type: ignore[arg-type]
        return _Often((made, over, 1.0 - made - over), wilson(potted, COUNTED))

    def _attack(self, draft: Draft, made: NDArray[np.bool_], often: "_Often | None") -> Proportion | None:
        """The chance of the pot, by the many strikes where they were counted: as the desk says it."""
        if draft.called is None:
            return None
        return wilson(int(made.sum()), len(made)) if often is None else often.pot

    def _replied(
        self, ends: Ends, values: np.ndarray, verdict: int, which: np.ndarray, called: Called, block: int
    ) -> tuple[dict[int, Answered], float]:  # fmt: skip
        """The `values` corrected by the other's answers, and the standard error of that in their mean.

        The other answers after some of the strikes `which`, all of this `verdict`; their mean change is
        added to all of them.
        """
        answers: dict[int, Answered] = {}
        if not len(which):
            return answers, 0.0
        some = which[: self.replies]  # the first of strikes spread evenly are so too
        changes: list[float] = []
        unsure = 0.0
        for start in range(0, len(some), AT_ONCE):
            part = some[start : start + AT_ONCE]
            answers |= {int(k): self._answered(ends, int(k), verdict, called, block) for k in part}
            changes = [answer.value - float(values[k]) for k, answer in answers.items()]
            unsure = float(np.std(changes)) / len(changes) ** 0.5 * len(which) / len(values)
            if unsure <= STEADY:
                break
        values[which] = np.clip(values[which] + np.mean(changes), 0.0, 1.0)
        return answers, unsure

    def _answered(self, ends: Ends, k: int, verdict: int, called: Called, block: int) -> Answered:
        """The player's chance to win after strike k once the other has answered, and with what."""
        then = after(self.here, ends, k, verdict, called)
        rng = np.random.default_rng((5, k, block) if block else (5, k))
        meant = decide(then, self.other, self.me, self.physics, rng)
        there = then.with_cue(meant.cue)
        rows = mistaken(
            there, meant.cue, meant.strike, self.other.skill, self.physics, even_errors(OUTCOMES)
        )
        came = played(there, meant.cue, rows, self.physics)
        verdicts = judged(there, came, meant.called)
        theirs = 0.0
        for one in np.unique(verdicts):
            own = np.flatnonzero(verdicts == one)
            most = 1 if one in ENDS else max(1, round(ANSWERED * len(own) / OUTCOMES))
            some = own[(np.arange(most) + 0.5).astype(int) * len(own) // most]
            left = played(there, meant.cue, rows[some], self.physics)
            values, _ = worth(there, left, meant.called, self.other, self.me, 6, GLANCE)
            theirs += len(own) / OUTCOMES * float(values.mean())
        rails = int(np.median(came.rails_before))
        kind = "pot" if meant.called else "kick" if rails > 0 else "safety"
        return Answered(1.0 - theirs, kind, rails if kind == "kick" else 0)


def _rails_before(motion: Motion) -> int:
    """Cushions the cue ball meets before a ball; the jaws of one pocket, met one after the other, are
    one."""
    count, last = 0, ""
    for event in motion.trace.happenings():
        if event.kind == "ball" and CUE in (event.ball, event.what):
            return count
        if event.kind in ("rail", "jaw") and event.ball == CUE:
            count += event.kind == "rail" or event.what != last
            last = event.what if event.kind == "jaw" else ""
    return count


def _fullness(here: Standing, draft: Draft, motion: Motion) -> float | None:
    """How full the first ball is hit: 1 less the sine of the cut."""
    place = None if motion.first_hit is None else here.layout.get(motion.first_hit)
    if place is None or motion.first_hit is None:
        return None
    way = draft.strike.aim + squirt(draft.strike.side, STANDARD.tip_mass)
    to = place.minus(draft.cue)
    off = abs(to.x * sin(way) - to.y * cos(way))
    return max(0.0, 1.0 - off / (here.table.cue_ball_radius + here.table.radius(motion.first_hit)))


@dataclass(frozen=True, slots=True)
class _Struck:
    """Strikes of a draft with errors: their ends, verdicts (k,) and the player's chances to win (k,) after
    them; the error of the estimates behind those, and that of the answers; the chance of a double hit; the
    next player's looks, and the other's answers, by strike."""

    ends: Ends
    verdicts: NDArray[np.int64]
    values: Array
    doubt: float
    unsure: float
    twice: float
    looks: dict[int, Look]
    answers: dict[int, Answered]


@dataclass(frozen=True, slots=True)
class _Often:
    """Shares of strikes that make it, hand the table over, or foul; and the chance of the pot alone, fouls
    with it."""

    shares: tuple[float, float, float]
    pot: Proportion


def _stratified(
    values: Array, parts: tuple[NDArray[np.bool_], ...], often: _Often | None
) -> tuple[float, float, tuple[float, ...]]:
    """The mean of the values with its standard error, and the shares of the parts.

    Where the shares are known from many strikes each part's mean counts by them: what is worth much and
    comes seldom is not left to a few dozen strikes. The rest, outcomes that no strike valued had, is given
    to the others.
    """
    if often is None:
        sampled = tuple(float(part.mean()) for part in parts)
        return float(values.mean()), float(values.std()) / sqrt(len(values)), sampled
    there = [(share, values[part]) for share, part in zip(often.shares, parts, strict=True) if part.any()]
    whole = sum(share for share, _ in there)
    if whole <= 0.0:
        return _stratified(values, parts, None)
    mean = sum(share * float(own.mean()) for share, own in there) / whole
    within = sum((share / whole) ** 2 * float(own.var()) / len(own) for share, own in there)
    between = sum(share / whole * (float(own.mean()) - mean) ** 2 for share, own in there) / COUNTED
    return mean, sqrt(within + between), often.shares


def _weighed(
    values: Array, verdicts: NDArray[np.int64], often: _Often | None
) -> tuple[float, float, tuple[Branch, Branch, Branch]]:
    """The value of strikes with its standard error, and its branches: made, missed, foul."""
    parts = np.isin(verdicts, MADE), verdicts == OVER, np.isin(verdicts, (FOUL, LOST))
    value, error, shares = _stratified(values, parts, often)
    made, missed, foul = (_branch(share, part, values) for share, part in zip(shares, parts, strict=True))
    return value, error, (made, missed, foul)


def _branch(share: float, which: NDArray[np.bool_], values: Array) -> Branch:
    return Branch(share, float(values[which].mean()) if which.any() else None)
