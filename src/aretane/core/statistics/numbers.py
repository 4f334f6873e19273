"""A player's percentages from reviewed shots, each with its count and interval.

Pot success = pots / pot attempts. An attempt is an attack or two-way shot that is neither a break
nor a push-out; deliberate fouls are logged as safeties. A pot that scratches is still a make; the
planned ball in another pocket than planned is not (common practice of the trade). A safety held
when the reply fouled, was no attack, or was an attack that potted nothing.
"""

from collections import defaultdict
from collections.abc import Callable, Iterable
from dataclasses import dataclass

from ..aiming.position import planned_travel
from ..intervals import LEVEL, Difference, Mean, Proportion, difference, mean_from, wilson
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
class Alike:
    """Shots of one player alike in role, outcome and grade, counted together.

    made: pots; chances: attempts with a chance, `expected` the sum of those. sided: shots whose plan says
    which error is better, `wrong` those at the other end. placed: shots but breaks with a miss along, off:
    those not exact, short: those short; total and squares: sums of the misses (m) and of their squares.
    """

    player: str
    role: str
    outcome: str | None
    grade: str | None
    n: int
    made: int = 0
    chances: int = 0
    expected: float = 0.0
    sided: int = 0
    wrong: int = 0
    placed: int = 0
    off: int = 0
    short: int = 0
    total: float = 0.0
    squares: float = 0.0


def count_alike(rows: Iterable[Tallied]) -> list[Alike]:
    """The shots, counted together where they are alike."""
    groups: dict[tuple[str, str, str | None, str | None], list[Tallied]] = defaultdict(list)
    for row in rows:
        groups[row.player, row.role, row.outcome, row.grade].append(row)
    return [_alike(key, own) for key, own in groups.items()]


def _alike(key: tuple[str, str, str | None, str | None], rows: list[Tallied]) -> Alike:
    chances = [row.chance for row in rows if row.chance is not None]
    sided = [row.wrong_end for row in rows if row.wrong_end is not None]
    misses = [row.along for row in rows if row.along is not None and row.role != "break"]
    return Alike(
        *key, len(rows), sum(row.made is True for row in rows), len(chances), sum(chances), len(sided),
        sum(sided), len(misses), sum(miss != 0.0 for miss in misses), sum(miss < 0.0 for miss in misses),
        sum(misses), sum(miss * miss for miss in misses),
    )  # fmt: skip


@dataclass(frozen=True, slots=True)
class Numbers:
    """One player's percentages. Outcome and grade tables map a code to its share."""

    player: str
    pot_success: Proportion
    expected_pots: float | None
    """Sum of the model's pot chances over the attempts that have one, as a share of those."""
    expected_n: int
    safety_share: Proportion
    safety_success: Proportion
    attack_outcomes: dict[str, Proportion]
    safety_outcomes: dict[str, Proportion]
    grades: dict[str, Proportion]
    short_share: Proportion
    along: Mean
    """m, long positive."""
    wrong_end: Proportion
    """Of the shots whose plan says which error is better: those that ended on the other side."""
    left_out: int
    unlogged: int


def numbers_for(player: str, groups: Iterable[Alike]) -> Numbers:
    """The percentages of one player over the groups that are theirs."""
    own = [one for one in groups if one.player == player]
    attempts = [one for one in own if one.role in ("attack", "two-way")]
    safeties = [one for one in own if one.role == "safety"]
    graded = [one for one in own if one.grade is not None]
    tried, safe = sum(one.n for one in attempts), sum(one.n for one in safeties)
    chances, placed = sum(one.chances for one in attempts), sum(one.placed for one in own)
    outcomes = _table(tuple(SAFETY_OUTCOMES), [(one.outcome, one.n) for one in safeties])
    held = sum(outcomes[code].k for code in HELD)
    return Numbers(
        player=player,
        pot_success=wilson(sum(one.made for one in attempts), tried),
        expected_pots=sum(one.expected for one in attempts) / chances if chances else None,
        expected_n=chances,
        safety_share=wilson(safe, safe + tried),
        safety_success=wilson(held, safe - outcomes["no-reply"].k),
        attack_outcomes=_table(ATTACK_OUTCOMES, [(one.outcome, one.n) for one in attempts]),
        safety_outcomes=outcomes,
        grades=_table(tuple(GRADES), [(one.grade, one.n) for one in graded]),
        short_share=wilson(sum(one.short for one in own), sum(one.off for one in own)),
        along=_along(placed, sum(one.total for one in own), sum(one.squares for one in own)),
        wrong_end=wilson(sum(one.wrong for one in own), sum(one.sided for one in own)),
        left_out=sum(one.n for one in own if one.role == "left-out"),
        unlogged=sum(one.n for one in own if one.role == "unlogged"),
    )


def _along(n: int, total: float, squares: float) -> Mean:
    if n == 0:
        return Mean(0, None, None, None)
    return mean_from(n, total / n, max(0.0, squares - total * total / n), LEVEL)


def _table(codes: tuple[str, ...], counts: list[tuple[str | None, int]]) -> dict[str, Proportion]:
    whole = sum(n for _, n in counts)
    return {code: wilson(sum(n for one, n in counts if one == code), whole) for code in codes}


def compare(a: Numbers, b: Numbers) -> dict[str, Difference | None]:
    """First player minus second for each percentage both have."""
    pairs = {
        "pot_success": (a.pot_success, b.pot_success),
        "safety_share": (a.safety_share, b.safety_share),
        "safety_success": (a.safety_success, b.safety_success),
        "short_share": (a.short_share, b.short_share),
        "wrong_end": (a.wrong_end, b.wrong_end),
        "perfect": (a.grades["perfect"], b.grades["perfect"]),
    }
    return {name: difference(*pair) for name, pair in pairs.items()}
