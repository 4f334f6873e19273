"""What options at a standing are worth, all of them struck with the same errors of the player."""

from math import cos, sin, sqrt

import numpy as np

from ..contest.decide import GLANCE, decide, may_send_back, pushed, worth
from ..contest.look import Look
from ..contest.seat import Seat
from ..contest.strikes import mistaken, placed, played, seen
from ..contest.turn import Called, Standing, after
from ..contest.verdicts import AGAIN, FOUL, LOST, OVER, WON
from ..geometry import Point
from ..intervals import wilson
from ..motion.kernel.launch import squirt
from ..motion.physics import Physics
from ..motion.play import STANDARD, Ends, Motion, play
from ..motion.strike import Strike
from ..runout.group import OPEN
from ..skill.double_hit import double_hit
from ..skill.scatter import apart_errors
from ..vocabulary import CUE
from .notes import Answered, noted
from .option import Branch, Draft, Notes, Option, drafted

ROUGH, FINE, REPLIES, ANSWERED = 16, 96, 16, 4
"""Strikes with errors for the first ranking and for the settled one; after how many of those that hand the
table over the other's answer is played at the most, and with how many strikes each."""
OPEN_ROUGH, OPEN_FINE, OPEN_REPLIES = 10, 64, 8
"""The same while both groups are open, whose maps take longest, and in straight pool, where any
ball may be next."""
FOULED = 0.03
"""Share of fouls from which the other's answer to them is played too."""
STEADY = 0.01
"""Standard error of what answers change in an option's value from which half as many will do."""
DOUBTED, OF_POINTS = 1.35, 1.0
"""How many times the error of a map a value of a choice is off by itself (from racks played out); in
straight pool, where much of the game is still to come whatever the layout."""


class Valuing:
    """Values options at one standing, all with the same errors of the player.

    drift: the correction (a difference of chances) of every strike that did not end the rack, as in
    `onwards`; drifts: the same for strikes with a correction of their own.
    """

    def __init__(self, here: Standing, me: Seat, other: Seat, physics: Physics):
        self.here, self.me, self.other, self.physics = here, me, other, physics
        many = here.group_on == OPEN or here.game.any_order
        counts = (OPEN_ROUGH, OPEN_FINE, OPEN_REPLIES) if many else (ROUGH, FINE, REPLIES)
        self.first, _, self.replies = counts
        self.errors = apart_errors(counts[:2], (3,))
        self.drift = 0.0
        self.drifts: dict[Strike, float] = {}

    def rough(self, draft: Draft) -> Option:
        return self._valued(draft, self.errors[: self.first], False)

    def again(self, option: Option) -> Option:
        """The first ranking of an option, with the drift that is known by now."""
        return self.rough(drafted(option))

    def fine(self, option: Option) -> Option:
        return self._valued(drafted(option), self.errors[self.first :], True)

    def _valued(self, draft: Draft, errors: np.ndarray, fine: bool) -> Option:
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
                here, ends, draft.called, self.me, self.other, 4, GLANCE,
                lambda k, look: looks.update({k: look}), twice,
            )  # fmt: skip
        doubted = OF_POINTS if here.game.any_order else DOUBTED
        doubt = doubted * here.game.doubt * float(np.sqrt(values * (1.0 - values)).mean())
        over = np.flatnonzero(verdicts == OVER)
        answers: dict[int, Answered] = {}
        if fine and draft.kind != "push-out":
            answers = self._replied(ends, values, OVER, over, draft.called)
            fouls = [
                int(k) for k in np.flatnonzero(verdicts == FOUL)
                if not may_send_back(after(here, ends, int(k), FOUL, draft.called))
            ]  # fmt: skip
            if len(fouls) >= FOULED * len(values):
                self._replied(ends, values, FOUL, np.array(fouls), draft.called)
        goes_on = np.isin(verdicts, (AGAIN, OVER, FOUL))
        values = np.where(
            goes_on, np.clip(values + self.drifts.get(draft.strike, self.drift), 0.0, 1.0), values
        )
        blocked = seen(here.theirs, ends)[over]
        made = (verdicts == AGAIN) | (verdicts == WON)
        foul = (verdicts == FOUL) | (verdicts == LOST)
        stays = ends.fates[:, 0] == -1
        count = len(verdicts)
        motion = play(here.table, placed(here, draft.cue), draft.strike, physics)
        rails = _rails_before(motion)
        notes = Notes()
        if fine:
            left = [looks[int(k)] for k in over if int(k) in looks]
            notes = noted(here, motion, left, list(answers.values()))
        return Option(
            draft.kind, draft.called, draft.cue, draft.strike, float(values.mean()),
            sqrt(float(values.var()) / count + doubt**2),
            _branch(made, values), _branch(verdicts == OVER, values), _branch(foul, values),
            None if draft.called is None else wilson(int(made.sum()), count),
            float(blocked.mean()) if len(blocked) else 0.0,
            float(blocked.all(axis=1).mean()) if len(blocked) else 0.0,
            tuple(Point(float(x), float(y)) for x, y in ends.places[stays, 0]),
            tuple(bool(good) for good in made[stays]),
            motion, notes, motion.first_hit, rails, None if rails else _fullness(here, draft, motion), fine,
            draft.aids, twice,
        )  # fmt: skip

    def _replied(
        self, ends: Ends, values: np.ndarray, verdict: int, which: np.ndarray, called: Called
    ) -> dict[int, Answered]:  # fmt: skip
        """The `values` corrected by the other's answers.

        The other answers after some of the strikes `which`, all of this `verdict`; their mean change is
        added to all of them.
        """
        answers: dict[int, Answered] = {}
        if not len(which):
            return answers
        some = which[:: max(1, len(which) // self.replies)][: self.replies]
        changes: list[float] = []
        for half in (some[::2], some[1::2]):
            answers |= {int(k): self._answered(ends, int(k), verdict, called) for k in half}
            changes = [answer.value - float(values[k]) for k, answer in answers.items()]
            if float(np.std(changes)) / len(changes) ** 0.5 * len(which) / len(values) <= STEADY:
                break
        values[which] = np.clip(values[which] + np.mean(changes), 0.0, 1.0)
        return answers

    def _answered(self, ends: Ends, k: int, verdict: int, called: Called) -> Answered:
        """The player's chance to win after strike k once the other has answered, and with what."""
        then = after(self.here, ends, k, verdict, called)
        rng = np.random.default_rng((5, k))
        meant = decide(then, self.other, self.me, self.physics, rng)
        there = then.with_cue(meant.cue)
        errors = rng.standard_normal((ANSWERED, 4))
        rows = mistaken(there, meant.cue, meant.strike, self.other.skill, self.physics, errors)
        came = played(there, meant.cue, rows, self.physics)
        theirs, _ = worth(there, came, meant.called, self.other, self.me, 6, GLANCE)
        rails = int(np.median(came.rails_before))
        kind = "pot" if meant.called else "kick" if rails > 0 else "safety"
        return Answered(1.0 - float(theirs.mean()), kind, rails if kind == "kick" else 0)


def _rails_before(motion: Motion) -> int:
    """Cushions the cue ball meets before a ball."""
    count = 0
    for event in motion.trace.happenings():
        if event.kind == "ball" and CUE in (event.ball, event.what):
            return count
        count += event.kind == "rail" and event.ball == CUE
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


def _branch(which: np.ndarray, values: np.ndarray) -> Branch:
    return Branch(float(which.mean()), float(values[which].mean()) if which.any() else None)
