"""Exchanges of safeties as chains: who began, how long it went, hooks and fouls, who got the first open
shot and who won the rack."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ..aiming.intent import HIDDEN, hidden_share
from ..equipment.table import Table
from ..motion.physics import Physics
from ..review.replay import Step
from ..review.visits import first_chance
from ..rules import Rules
from ..skill import Skill
from .numbers import role_of


@dataclass(frozen=True, slots=True)
class Exchange:
    """A chain of safeties (shots count from 0): from the first safety to the last shot that answered it.

    `shots` are those that handed the table over on purpose, `hooks` those of them after which no ball on
    could be hit straight, `fouls` the shots of the chain that fouled. `first_open` is the player with the
    first open shot after it began (a direct pot made more often than not) and `at` that shot; both None
    where nobody had one. `won` is who won the rack, None where it is not known.
    """

    began: str
    first: int
    last: int
    shots: tuple[int, ...]
    hooks: tuple[int, ...]
    fouls: tuple[int, ...]
    first_open: str | None
    at: int | None
    won: str | None


def exchanges(
    table: Table, rules: Rules, steps: Sequence[Step], skill_of: Callable[[str], Skill],
    physics: Physics, won: str | None,
) -> list[Exchange]:  # fmt: skip
    """The exchanges of a rack. One ends when a player pots a ball and goes on, wins, or the log stops.

    A missed attack between two safeties belongs to the chain: the table was handed over by it too.
    """
    found, k = [], 0
    while k < len(steps):
        if role_of(steps[k]) != "safety" or steps[k].ruling is None:
            k += 1
            continue
        last = k
        while last + 1 < len(steps) and _goes_on(steps[last + 1]):
            last += 1
        chain = range(k, last + 1)
        chance = first_chance(table, rules, steps, skill_of, physics, k + 1)
        found.append(
            Exchange(
                steps[k].shot.shooter, k, last,
                tuple(n for n in chain if role_of(steps[n]) == "safety"),
                tuple(n for n in chain if role_of(steps[n]) == "safety" and hooks(table, rules, steps[n])),
                tuple(n for n in chain if (ruling := steps[n].ruling) is not None and ruling.foul),
                None if chance is None else chance.player, None if chance is None else chance.shot, won,
            )
        )  # fmt: skip
        k = last + 1
    return found


def _goes_on(step: Step) -> bool:
    """Whether a shot leaves the chain open: it handed the table over, or was a safety."""
    if step.ruling is None or step.next_state.over:
        return False
    return role_of(step) == "safety" or not step.ruling.keeps_table


def hooks(table: Table, rules: Rules, step: Step) -> bool:
    """Whether a shot without a foul left no ball on that can be hit straight."""
    left = step.after
    if left is None or left.cue is None or step.ruling is None or step.ruling.foul:
        return False
    balls = [ball for ball in rules.balls_on(step.next_state, left) if ball in left]
    return bool(balls) and all(hidden_share(table, left, ball) >= HIDDEN for ball in balls)
