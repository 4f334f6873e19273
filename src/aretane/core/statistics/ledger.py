"""The ledger of choices: what each decision cost, what kind of mistake it was, and apart from that how it
came out. A cost inside its error is too close to call, never a mistake."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import sqrt
from typing import Literal, get_args

from ..choice.again import SentBack
from ..choice.decision import Decision, Weighed
from ..choice.option import apart
from ..equipment.balls import GROUPS
from ..review.replay import Step
from .numbers import role_of

Grade = Literal["right", "close", "wrong"]
Fault = Literal[
    "took-on", "timid", "wrong-ball", "wrong-pocket", "wrong-route", "cluster-late", "wrong-group",
    "push-out", "wrong-safety", "sent-back",
]  # fmt: skip

SENT = frozenset(get_args(SentBack))
"""Kinds of having the other play again."""
LEAST = 0.02
"""Cost under which no choice is called wrong, however sure it is (our choice)."""


@dataclass(frozen=True, slots=True)
class Entry:
    """One decision (the shot counts from 0): its `cost` in chance to win the rack with the standard error,
    its `grade` and, where it is wrong, the `fault`; `came_off` says apart from that whether it worked: None
    where nobody knows. `needed`: the pot chance, 0 to 1, at which the attack made is worth the best safety;
    None of another choice, of an attack that is not the best one, and where no safety is listed."""

    shot: int
    player: str
    made: Weighed
    best: Weighed
    cost: float
    error: float
    grade: Grade
    fault: Fault | None
    came_off: bool | None
    needed: float | None = None

    @property
    def unlucky(self) -> bool:
        """A right choice that failed."""
        return self.grade == "right" and self.came_off is False

    @property
    def lucky(self) -> bool:
        """A wrong choice that came off."""
        return self.grade == "wrong" and self.came_off is True


@dataclass(frozen=True, slots=True)
class Total:
    """What a player's decisions came to: `cost` is what the wrong ones gave away in chances to win a rack,
    so many racks over the whole, with its standard error; `uncertain` that of those too close to call."""

    decisions: int
    right: int
    close: int
    wrong: int
    cost: float
    error: float
    uncertain: float
    by_fault: tuple[tuple[Fault, int, float], ...]


def entries(
    steps: Sequence[Step], found: Sequence[Decision | None], open_table: bool = False
) -> list[Entry]:
    """The decisions of a rack that are worked out and whose choice has a value, in order. `open_table`: the
    rack has groups, so a ball may be of the wrong one."""
    out = []
    for k, (step, one) in enumerate(zip(steps, found, strict=True)):
        is_open = open_table and step.state.group(step.state.team or step.shot.shooter) is None
        entry = _entry(steps, k, one, step.shot.shooter, _came_off(steps, k), is_open)
        out += [entry] if entry is not None else []
    return out


def sent_entry(steps: Sequence[Step], k: int, player: str, found: Decision | None) -> Entry | None:
    """The decision of a player to have the other play shot k again; as in `entries`."""
    ruling = steps[k].ruling
    off = None if ruling is None else ruling.foul or not ruling.keeps_table
    return _entry(steps, k, found, player, off, False)


def _entry(
    steps: Sequence[Step], k: int, one: Decision | None, player: str, came_off: bool | None, is_open: bool
) -> Entry | None:
    if one is None or one.made is None or one.cost is None or role_of(steps[k]) == "left-out":
        return None
    made, best = one.options[one.made], one.options[0]
    close = one.close[one.made] or one.cost < LEAST
    grade: Grade = "right" if one.made == 0 else "close" if close else "wrong"
    wrong = fault(made, best, is_open) if grade == "wrong" else None
    return Entry(k, player, made, best, one.cost, apart(made, best), grade, wrong, came_off, _needed(one))


def _needed(one: Decision) -> float | None:
    """The decision's break-even pot chance, which is of its best attack, where that was played."""
    attack = next((k for k, option in enumerate(one.options) if option.ball is not None), None)
    if attack is None or attack != one.made or one.break_even is None:
        return None
    return min(1.0, max(0.0, one.break_even))


def fault(made: Weighed, best: Weighed, groups_open: bool = False) -> Fault:
    """What kind of wrong choice it was."""
    if "push-out" in (made.kind, best.kind) and made.kind != best.kind:
        return "push-out"
    if SENT & {made.kind, best.kind}:
        return "sent-back"
    if made.ball is None:
        return "wrong-safety" if best.ball is None else "timid"
    if best.ball is None:
        return "took-on"
    if groups_open and GROUPS.get(made.ball) != GROUPS.get(best.ball):
        return "wrong-group"
    if best.frees and not made.frees:
        return "cluster-late"
    if made.ball != best.ball:
        return "wrong-ball"
    return "wrong-route" if made.pocket == best.pocket else "wrong-pocket"


def total(rows: Sequence[Entry]) -> Total:
    """The sum of decisions of one player."""
    wrong = [row for row in rows if row.grade == "wrong"]
    faults: dict[Fault, list[float]] = {}
    for one in wrong:
        assert one.fault is not None
        faults.setdefault(one.fault, []).append(one.cost)
    by_fault = sorted(faults.items(), key=lambda entry: -sum(entry[1]))
    return Total(
        len(rows), sum(row.grade == "right" for row in rows), sum(row.grade == "close" for row in rows),
        len(wrong), sum(one.cost for one in wrong), sqrt(sum(one.error**2 for one in wrong)),
        sum(row.cost for row in rows if row.grade == "close"),
        tuple((name, len(costs), sum(costs)) for name, costs in by_fault),
    )  # fmt: skip


def _came_off(steps: Sequence[Step], k: int) -> bool | None:
    """Whether a shot did what it was for: a pot kept the table or won; a safety or push-out was not
    answered by a pot."""
    step = steps[k]
    if step.ruling is None:
        return None
    if step.next_state.over:
        return step.next_state.winner in (step.shot.shooter, step.next_state.team)
    if role_of(step) in ("attack", "two-way"):
        return step.ruling.keeps_table
    if step.ruling.foul:
        return False
    reply = steps[k + 1] if k + 1 < len(steps) else None
    if reply is None or reply.ruling is None:
        return None
    return reply.ruling.foul or not reply.ruling.keeps_table
