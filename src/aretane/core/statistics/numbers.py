"""A player's percentages from reviewed shots, each with its count and interval.

Pot success = pots / pot attempts. An attempt is an attack or two-way shot that is neither a break
nor a push-out; deliberate fouls are logged as safeties. A pot that scratches is still a make; the
planned ball in another pocket than planned is not (common practice of the trade). A safety held
when the reply fouled, was no attack, or was an attack that potted nothing.
"""

from collections import Counter
from collections.abc import Callable, Iterable
from dataclasses import dataclass

from ..aiming.position import planned_travel
from ..intervals import Difference, Mean, Proportion, difference, mean, wilson
from ..review.measure import Measures
from ..review.replay import Step
from ..skill.fit import EyeTry
from ..vocabulary import GRADES, SAFETY_OUTCOMES

ATTACK_OUTCOMES = ("potted", "potted-foul", "missed", "missed-foul")
HELD = frozenset(("drew-foul", "answered", "reply-missed"))


@dataclass(frozen=True, slots=True)
class Tallied:
    """One shot as the percentages see it. `key` is the caller's own reference to the shot."""

    key: str
    player: str
    role: str
    """'attack', 'two-way', 'safety', 'break', 'push-out', 'left-out' or 'unlogged'."""
    outcome: str | None
    made: bool | None
    grade: str | None
    along: float | None
    """m, long positive."""
    chance: float | None
    aims: float | None = None
    """rad, width of the aims that made the pot."""
    travel: float | None = None
    """m, length of the cue ball's planned way."""
    eye: EyeTry | None = None
    """What a stroke that had to be judged by eye says of it."""
    wrong_end: bool | None = None
    """Whether it ended on the side the plan wanted it to keep off; None where no side was said."""


def tally_rack(
    keys: list[str], steps: list[Step], measured: list[Measures],
    eye_of: Callable[[Step], EyeTry | None] = lambda step: None,
) -> list[Tallied]:  # fmt: skip
    """The rack's shots as the percentages see them. The three lists run side by side; eye_of: what a stroke
    says of the player's eye."""
    rows = []
    for index, (key, step, measures) in enumerate(zip(keys, steps, measured, strict=True)):
        reply = steps[index + 1] if index + 1 < len(steps) else None
        rows.append(_tally(key, step, measures, reply, eye_of(step)))
    return rows


def _tally(key: str, step: Step, measures: Measures, reply: Step | None, eye: EyeTry | None) -> Tallied:
    shot, role = step.shot, role_of(step)
    outcome, made = None, None
    if role in ("attack", "two-way"):
        made = step.potted_as_planned
        outcome = ("potted" if made else "missed") + ("-foul" if _fouled(step) else "")
    elif role == "safety":
        outcome = safety_outcome(step, reply)
    judged = shot.judgement.grade
    counts = role not in ("left-out", "unlogged")
    proposed = measures.proposal.grade if measures.proposal else None
    return Tallied(
        key=key,
        player=shot.shooter,
        role=role,
        outcome=outcome,
        made=made,
        grade=(judged or proposed) if counts else None,
        along=measures.miss.along if counts and measures.miss else None,
        chance=measures.aim.chance if counts and measures.aim else None,
        aims=measures.aim.aims if counts and measures.aim else None,
        travel=planned_travel(shot.plan, measures.aim.ghost) if counts and measures.aim else None,
        eye=eye if counts else None,
        wrong_end=measures.wrong_end if counts else None,
    )


OUTSIDE = ("break", "push-out", "foul")
"""Kinds of shots that are neither attacks nor safeties."""


def role_of(step: Step) -> str:
    """How a shot counts: left out and unlogged first, then break, push-out and deliberate foul, then its
    choice."""
    shot = step.shot
    if shot.judgement.left_out is not None:
        return "left-out"
    if shot.result is None:
        return "unlogged"
    return shot.plan.kind if shot.plan.kind in OUTSIDE else shot.plan.choice


def _fouled(step: Step) -> bool:
    return step.ruling is not None and step.ruling.foul


def safety_outcome(step: Step, reply: Step | None) -> str:
    """What came of a safety: a key of SAFETY_OUTCOMES."""
    if _fouled(step):
        return "own-foul"
    if reply is None or reply.shot.result is None or reply.shot.shooter == step.shot.shooter:
        return "no-reply"
    if _fouled(reply):
        return "drew-foul"
    if role_of(reply) not in ("attack", "two-way"):
        return "answered"
    return "reply-potted" if reply.ruling and reply.ruling.keeps_table else "reply-missed"


@dataclass(frozen=True, slots=True)
class Numbers:
    """One player's percentages. Outcome and grade tables map a code to (proportion, shot keys)."""

    player: str
    pot_success: Proportion
    expected_pots: float | None
    """Sum of the model's pot chances over the attempts that have one, as a share of those."""
    expected_n: int
    safety_share: Proportion
    safety_success: Proportion
    attack_outcomes: dict[str, tuple[Proportion, list[str]]]
    safety_outcomes: dict[str, tuple[Proportion, list[str]]]
    grades: dict[str, tuple[Proportion, list[str]]]
    short_share: Proportion
    along: Mean
    """m, long positive."""
    wrong_end: Proportion
    """Of the shots whose plan says which error is better: those that ended on the other side."""
    left_out: list[str]
    unlogged: int
    keys: dict[str, list[str]]
    """The shots behind pot_success, safety_share, safety_success, along and wrong_end."""


def numbers_for(player: str, rows: Iterable[Tallied]) -> Numbers:
    """The percentages of one player over the rows that are theirs."""
    own = [row for row in rows if row.player == player]
    attempts = [row for row in own if row.role in ("attack", "two-way")]
    safeties = [row for row in own if row.role == "safety"]
    replied = [row for row in safeties if row.outcome != "no-reply"]
    modelled = [row.chance for row in attempts if row.chance is not None]
    graded = [row for row in own if row.grade is not None]
    missed = [row for row in own if row.along is not None and row.role != "break"]
    distances = [row.along for row in missed if row.along is not None]
    off = [value for value in distances if value != 0.0]
    sided = [row for row in own if row.wrong_end is not None]
    return Numbers(
        player=player,
        pot_success=wilson(sum(1 for row in attempts if row.made), len(attempts)),
        expected_pots=sum(modelled) / len(modelled) if modelled else None,
        expected_n=len(modelled),
        safety_share=wilson(len(safeties), len(safeties) + len(attempts)),
        safety_success=wilson(sum(1 for row in replied if row.outcome in HELD), len(replied)),
        attack_outcomes=_table(ATTACK_OUTCOMES, attempts, lambda row: row.outcome),
        safety_outcomes=_table(tuple(SAFETY_OUTCOMES), safeties, lambda row: row.outcome),
        grades=_table(tuple(GRADES), graded, lambda row: row.grade),
        short_share=wilson(sum(1 for value in off if value < 0), len(off)),
        along=mean(distances),
        wrong_end=wilson(sum(1 for row in sided if row.wrong_end), len(sided)),
        left_out=[row.key for row in own if row.role == "left-out"],
        unlogged=sum(1 for row in own if row.role == "unlogged"),
        keys={
            "pot_success": [row.key for row in attempts],
            "safety_share": [row.key for row in safeties],
            "safety_success": [row.key for row in replied],
            "along": [row.key for row in missed],
            "wrong_end": [row.key for row in sided],
        },
    )


def _table(
    codes: tuple[str, ...], rows: list[Tallied], code_of: Callable[[Tallied], str | None]
) -> dict[str, tuple[Proportion, list[str]]]:
    counts = Counter(code_of(row) for row in rows)
    return {
        code: (wilson(counts[code], len(rows)), [row.key for row in rows if code_of(row) == code])
        for code in codes
    }


def compare(a: Numbers, b: Numbers) -> dict[str, Difference | None]:
    """First player minus second for each percentage both have."""
    pairs = {
        "pot_success": (a.pot_success, b.pot_success),
        "safety_share": (a.safety_share, b.safety_share),
        "safety_success": (a.safety_success, b.safety_success),
        "short_share": (a.short_share, b.short_share),
        "wrong_end": (a.wrong_end, b.wrong_end),
        "perfect": (a.grades["perfect"][0], b.grades["perfect"][0]),
    }
    return {name: difference(*pair) for name, pair in pairs.items()}
