"""What a shot was worth: the change in its shooter's chance to run out, split into what caused it.

In games that score it is the change in the points, or balls, of the visit: those scored and those to come.

The parts add up exactly to the change. `decision` compares the choice made with the best one found, `pot`
the pot or miss with what the choice promised, `position` where the balls ended with what the pot leaves on
average. What the reviewer marked as luck is taken out of pot and position.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot
from typing import Literal

from ..log.shot import Rack
from ..runout.appraise import Appraisal, Chance
from .replay import Step

Name = Literal["decision", "pot", "position", "luck"]
CLEAR = 2.0
"""Standard errors beyond which a part is called; nearer it is too close to call."""
LOST, WON = Chance(0.0, 0.0), Chance(1.0, 0.0)


@dataclass(frozen=True, slots=True)
class Part:
    """One part of a shot's worth, as a change in chance with its standard error."""

    name: Name
    value: float
    error: float

    @property
    def clear(self) -> bool:
        """Whether it is more than its error."""
        return abs(self.value) > CLEAR * self.error


@dataclass(frozen=True, slots=True)
class Worth:
    """The chance before and after a shot, and the parts of the change.

    There are no parts where the choice has no value; the appraisal gives the reason.
    """

    before: Chance
    after: Chance
    parts: tuple[Part, ...]

    @property
    def change(self) -> float:
        return self.after.value - self.before.value


def worths(rack: Rack, steps: Sequence[Step], found: Sequence[Appraisal | None]) -> list[Worth | None]:
    """One for each shot; None where it is not analysed, or what came after it is not."""
    return [_worth(rack, steps, found, k) for k in range(len(steps))]


def _worth(rack: Rack, steps: Sequence[Step], found: Sequence[Appraisal | None], k: int) -> Worth | None:
    one, after = found[k], _after(rack, steps, found, k)
    if one is None or after is None:
        return None
    if one.choice is None or one.given is None:
        return Worth(one.before, after, ())
    before, choice = one.before, one.choice
    made = _made(steps[k])
    middle = one.given if made else LOST
    pot, position = middle.value - choice.value, after.value - middle.value
    luck = steps[k].shot.judgement.luck
    sign = 0.0 if luck is None else (1.0 if luck == "good" else -1.0)
    lucky = sum(part for part in (pot, position) if part * sign > 0.0)
    taken = [0.0 if part * sign > 0.0 else part for part in (pot, position)]
    pot_error, position_error = hypot(middle.error, choice.error), hypot(after.error, middle.error)
    parts = [
        Part("decision", choice.value - before.value, 0.0 if choice == before else _apart(choice, before)),
        Part("pot", taken[0], pot_error),
        Part("position", taken[1], position_error),
    ]
    if sign:
        parts.append(Part("luck", lucky, hypot(pot_error, position_error)))
    return Worth(before, after, tuple(parts))


def _apart(chance: Chance, other: Chance) -> float:
    return hypot(chance.error, other.error)


def _after(rack: Rack, steps: Sequence[Step], found: Sequence[Appraisal | None], k: int) -> Chance | None:
    """The chance the shot left its shooter; None where it is not known."""
    step = steps[k]
    one = found[k]
    if step.ruling is None or one is None:
        return None
    if one.measure != "chance":
        return _scored(rack, steps, found, k, one)
    if step.next_state.over:
        winner = step.next_state.winner
        return WON if winner in (step.shot.shooter, step.next_state.team) else LOST
    if not step.ruling.keeps_table:
        return LOST
    following = _following(rack, steps, found, k)
    return None if following is None else following.before


def _scored(
    rack: Rack, steps: Sequence[Step], found: Sequence[Appraisal | None], k: int, appraisal: Appraisal
) -> Chance | None:
    """What the shot scored, and what is to be expected after it."""
    step = steps[k]
    assert step.ruling is not None
    who = (step.shot.shooter, step.next_state.team)
    scored = sum(max(0, points) for player, points in step.ruling.points if player in who) / appraisal.unit
    if step.next_state.over or not step.ruling.keeps_table or step.next_state.rerack:
        return Chance(scored, 0.0)
    following = _following(rack, steps, found, k)
    return None if following is None else Chance(scored + following.before.value, following.before.error)


def _following(
    rack: Rack, steps: Sequence[Step], found: Sequence[Appraisal | None], k: int
) -> Appraisal | None:
    return found[k + 1] if k + 1 < len(steps) and not rack.after_gap(k + 1) else None


def _made(step: Step) -> bool:
    """Whether the ball planned fell into the pocket planned."""
    plan, result = step.shot.plan, step.shot.result
    return result is not None and (plan.ball, plan.pocket) in result.potted


@dataclass(frozen=True, slots=True)
class Turn:
    """A turning shot (from 0): the change in chance, the part that made most of it, and the earlier shot of
    the visit whose position is the cause, where more was lost there than in this one's pot."""

    shot: int
    change: float
    part: Name | None
    began: int | None


def turning(steps: Sequence[Step], found: Sequence[Worth | None], most: int = 3) -> list[Turn]:
    """The shots with the largest swings, the largest first; a safety gives up the visit on purpose."""
    changes = [(k, worth) for k, worth in enumerate(found) if worth is not None and not _given_up(steps[k])]
    ordered = sorted(changes, key=lambda entry: (-abs(entry[1].change), entry[0]))[:most]
    return [_turn(steps, found, k, one) for k, one in ordered if one.change != 0.0]


def _given_up(step: Step) -> bool:
    return step.shot.plan.choice == "safety" or step.shot.plan.kind in ("push-out", "foul")


def _turn(steps: Sequence[Step], found: Sequence[Worth | None], k: int, worth: Worth) -> Turn:
    same = [part for part in worth.parts if part.value * worth.change > 0.0]
    main = max(same, key=lambda part: abs(part.value), default=None)
    began = None
    if main is not None and main.name == "pot" and main.value < 0.0:
        visit = steps[k].next_state.visit
        lost = main.value
        for earlier in range(k - 1, -1, -1):
            past = found[earlier]
            if steps[earlier].next_state.visit != visit or past is None:
                break
            position = next((part.value for part in past.parts if part.name == "position"), 0.0)
            if position < lost:
                began, lost = earlier, position
    return Turn(k, worth.change, main.name if main else None, began)
