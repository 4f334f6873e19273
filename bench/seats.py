"""One chance from two seats: what an option promises after it hands the table over, against one less what
the other player's own choices are worth there."""

from collections.abc import Iterator
from concurrent.futures import Executor
from dataclasses import dataclass
from itertools import chain

import numpy as np

from aretane.core.choice.option import Option, drafted
from aretane.core.choice.options import May, choices
from aretane.core.choice.valuing import Valuing
from aretane.core.contest.seat import Seat, seats
from aretane.core.contest.turn import Standing, after
from aretane.core.contest.verdicts import FOUL, OVER
from aretane.core.motion import Physics
from aretane.core.runout.games import Question

from .duels import standing, two_sides
from .rows import Row, at_most, seed

GAMES = ("nine-ball", "eight-ball", "snooker", "straight-pool")
POSITIONS = {"nine-ball": 24, "eight-ball": 16, "snooker": 10, "straight-pool": 10}
LEVELS = ("starter", "regular", "strong", "advanced", "professional")
STRIKES = 2
"""Strikes of a branch after which the other's own choices are asked for."""
OFTEN = 0.05
"""Share of an option's strikes from which a branch is looked at."""


@dataclass(frozen=True)
class Seen:
    """A branch from both seats: the promise, one less the other's best, and the error of the latter."""

    game: str
    branch: str
    levels: tuple[str, str]
    promised: float
    found: float
    error: float


def two_seats(case: tuple[str, int]) -> list[Seen]:
    """The branches of a fresh position: after a foul, a safety and a miss, where an option has one."""
    game, number = case
    at, physics = standing(game, number), Physics()
    levels = LEVELS[number % 5], LEVELS[(number // 5) % 5]
    me, other = two_sides(at, *levels)
    listed = choices(at, me, other, physics).options
    wanted = {
        "safety": next((one for one in listed if one.hands_over and one.missed.share >= OFTEN), None),
        "miss": next((one for one in listed if one.called and one.missed.share >= OFTEN), None),
        "foul": next((one for one in listed if one.foul.share >= OFTEN), None),
    }
    found = []
    for branch, option in wanted.items():
        if option is not None and option.kind != "push-out":
            seen = _branch(at, me, other, option, branch)
            found += [] if seen is None else [Seen(game, branch, levels, *seen)]
    return found


def _branch(
    at: Standing, me: Seat, other: Seat, option: Option, branch: str
) -> tuple[float, float, float] | None:
    physics = Physics()
    here, verdict = at.with_cue(option.cue), FOUL if branch == "foul" else OVER
    valuing = Valuing(here, me, other, physics)
    struck = valuing.struck(drafted(option), valuing.block(0), True)
    own = np.flatnonzero(struck.verdicts == verdict)
    equity = option.foul.equity if branch == "foul" else option.missed.equity
    if not len(own) or equity is None:
        return None
    corrected = equity - float(struck.values[own].mean())  # by racks played on
    some = own[:: max(1, len(own) // STRIKES)][:STRIKES]
    best = []
    for k in some:
        then = after(here, struck.ends, int(k), verdict, option.called)
        best.append(_theirs(then, other, me))
    promised = float(struck.values[some].mean()) + corrected
    theirs = np.array(best)
    return promised, 1.0 - float(theirs[:, 0].mean()), float(np.hypot.reduce(theirs[:, 1])) / len(theirs)


def _theirs(then: Standing, who: Seat, rest: Seat) -> tuple[float, float]:
    """What the best option of the player who is at the table now is worth, from maps of this layout."""
    asked = Question(then.table, then.discipline, then.layout, then.group_on, who.skill, Physics())
    mine, other = seats(asked, rest.skill)
    anywhere = "behind-line" if then.game.scores else "anywhere"
    may = May(hand=anywhere if then.in_hand else "")  # type: ignore[arg-type]
    best = choices(then, mine, other, Physics(), may=may).options[0]
    return best.value, best.error


def rows(pool: Executor) -> Iterator[Row]:
    """Bias and RMS between the seats, over all branches and by kind."""
    first = seed(230_000)
    cases = [(game, first + k) for game, count in POSITIONS.items() for k in range(count)]
    found = list(chain.from_iterable(pool.map(two_seats, cases)))
    yield from rows_of(found, len(cases))


def rows_of(found: list[Seen], positions: int) -> Iterator[Row]:
    """The rows of branches as of `two_seats`."""
    off = np.array([one.promised - one.found for one in found])
    noise = float(np.sqrt(np.mean([one.error**2 for one in found])))
    parts = "; ".join(
        f"{branch} {mean:+.3f} (n {count})"
        for branch in ("safety", "miss", "foul")
        for own in [np.array([one.promised - one.found for one in found if one.branch == branch])]
        for mean, count in [(float(own.mean()) if len(own) else 0.0, len(own))]
    )
    how = (
        f"{positions} fresh positions of {', '.join(GAMES)}, levels mixed; after {STRIKES} strikes of a "
        f"branch each. Promised less found: {parts}. The other's best has an error of {noise:.3f} (RMS)."
    )
    yield at_most(
        "two seats: bias of what is promised after handing over", round(abs(float(off.mean())), 4), "",
        0.01, len(off), how,
    )  # fmt: skip
    yield at_most(
        "two seats: RMS of the same", round(float(np.sqrt((off**2).mean())), 4), "", 0.03, len(off), how
    )
