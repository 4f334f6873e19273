"""Choices: how long they take, and whether their promises come when the rack is played to its end."""

import resource
import statistics
import time
from collections.abc import Callable, Iterator
from concurrent.futures import Executor
from dataclasses import dataclass
from typing import Any

import numpy as np
from tests.core.choice import test_frames, test_known, test_points

from aretane.core.choice.option import CLOSE, Choices, Option, too_close
from aretane.core.choice.options import choices
from aretane.core.choice.valuing import ROUGH
from aretane.core.contest.decide import Intended, worth
from aretane.core.contest.seat import Seat
from aretane.core.contest.strikes import mistaken, placed, played
from aretane.core.contest.turn import Standing, judged
from aretane.core.contest.verdicts import OVER
from aretane.core.motion import Physics, Strike
from aretane.core.skill.scatter import apart_errors
from aretane.work.answering import executor

from . import listed
from . import seats as two
from .duels import LEVELS, open_standing, standing, straight_standing, two_sides, won
from .rows import Row, at_most, seed

PLAYS = 400
POSITIONS = {
    "nine-ball": 100,
    "eight-ball": 30,
    "english-eight-ball": 30,
    "snooker": 30,
    "straight-pool": 30,
}
POINTS = 12
"""Points of straight pool that either still needs at the most: longer games take too long to play."""
APART = 0.05
"""Chance to win by which the best attack and the best safety truly differ where a verdict is asked for."""
TIMED = 5
MARGINS, MATCHED = 144, 100
"""Positions, and racks of each played out after a safety and after the best of random strikes."""
RANDOM = 500
"""Strikes among which the best is what a found safety has to beat."""


@dataclass(frozen=True)
class Held:
    """What was promised of an option and what came, with the error of both."""

    promised: float
    error: float
    came: float
    noise: float


@dataclass(frozen=True)
class Position:
    """One position held against racks played out: its best option, best attack and best safety where there
    are, by sort; the verdict; and the shares of options whose first value was inside its interval."""

    game: str
    held: dict[str, Held]
    verdict: str
    steady: tuple[bool, ...]


def levels_of(number: int) -> tuple[str, str]:
    """The two players of a position."""
    return LEVELS[number % 3], LEVELS[(number // 3) % 3]


def held(case: tuple[str, int]) -> Position:
    """A fresh position, promised and played."""
    game, number = case
    at, physics = _fresh(game, number), Physics()
    sides = two_sides(at, *levels_of(number))
    told: list[Choices] = []
    found = choices(at, *sides, physics, report=told.append)
    wanted = {"best": found.options[0], "attack": found.attack, "safety": found.safety}
    played_out: dict[Strike, Held] = {}
    for one in wanted.values():
        if one is not None and one.strike not in played_out:
            played_out[one.strike] = _played(at, sides, one, physics, number)
    by_sort = {name: played_out[one.strike] for name, one in wanted.items() if one is not None}
    return Position(game, by_sort, verdict_code(found), _steady(told[0], found))


def verdict_code(found: Choices) -> str:
    """Attack, safety or close, by values that are apart beyond their errors."""
    one, other = found.attack, found.safety
    if one is None or other is None or too_close(one, other):
        return "close"
    return "attack" if one.value > other.value else "safety"


def _steady(first: Choices, settled: Choices) -> tuple[bool, ...]:
    """Whether the first value of each option that both rankings list is inside its 90 % interval."""
    last = {one.strike: one.value for one in settled.options}
    return tuple(
        abs(one.value - last[one.strike]) <= CLOSE * one.error
        for one in first.options
        if one.strike in last
    )


def _fresh(game: str, number: int) -> Standing:
    if game == "straight-pool":
        return straight_standing(number, most=POINTS)
    return standing(game, number)


def _played(at: Standing, sides: tuple[Seat, Seat], option: Option, physics: Physics, number: int) -> Held:
    came = _racks(
        at, sides, Intended(option.cue, option.strike, option.called, option.kind), physics, number, PLAYS
    )
    return Held(option.value, option.error, float(came.mean()), float(came.std() / PLAYS**0.5))


def _racks(
    at: Standing, sides: tuple[Seat, Seat], meant: Intended, physics: Physics, number: int, plays: int
) -> np.ndarray:
    """Who won (plays,) racks that begin so, played to their end, as in `won`."""
    return np.array([won(at, sides, physics, (number, k), meant) for k in range(plays)])


def truth(pool: Executor) -> Iterator[Row]:
    """What choices promise against racks played to their end."""
    first, came = seed(700_000), list[Position]()
    for game, count in POSITIONS.items():
        own = list(pool.map(held, [(game, first + k) for k in range(count)]))
        yield from truth_rows(game, own)
        came += own
    yield from called_rows(came)


def truth_rows(game: str, came: list[Position]) -> Iterator[Row]:
    """Bias, and RMS less the noise of the racks, of the best option, attack and safety."""
    limit = 0.05 if "eight" in game else 0.04
    for sort in ("best", "attack", "safety"):
        found = [one.held[sort] for one in came if sort in one.held]
        if not found:
            continue
        off = np.array([one.promised - one.came for one in found])
        noise = float(np.mean([one.noise**2 for one in found]))
        inside = np.mean(
            [abs(one.promised - one.came) <= CLOSE * np.hypot(one.error, one.noise) for one in found]
        )
        lucky = "" if game in ("snooker", "straight-pool") else ", luck taken off"
        how = f"At fresh positions, {PLAYS} racks each, played out by both players{lucky}."
        bias = float(off.mean())
        yield at_most(
            f"{game}, {sort}: bias against playing the rack out", round(abs(bias), 4), "",
            0.012, len(off), f"{how} Promised less came: {bias:+.4f}; {inside:.0%} inside 90 % intervals.",
        )  # fmt: skip
        rms = max(0.0, float((off**2).mean()) - noise) ** 0.5
        yield at_most(
            f"{game}, {sort}: RMS less the noise of the racks", round(rms, 4), "", limit, len(off), how
        )


def called_rows(came: list[Position]) -> Iterator[Row]:
    """Verdicts where attack and safety truly differ, and how steady first values are."""
    both = [one for one in came if "attack" in one.held and "safety" in one.held]
    wide = []
    for one in both:
        attack, safety = one.held["attack"], one.held["safety"]
        gap = attack.came - safety.came
        if abs(gap) - float(np.hypot(attack.noise, safety.noise)) >= APART:
            wide.append((one.verdict, "attack" if gap > 0 else "safety"))
    right = np.mean([said == true for said, true in wide]) if wide else 0.0
    wrong = np.mean([said not in (true, "close") for said, true in wide]) if wide else 0.0
    how = f"Attack and safety {APART:.0%} apart beyond the noise of {PLAYS} racks; {len(both)} positions."
    yield Row("verdicts called right", round(float(right), 3), "", 0.85, "higher", len(wide), how)
    yield at_most("verdicts called wrong", round(float(wrong), 3), "", 0.02, len(wide), how)
    steady = [one for position in came for one in position.steady]
    yield Row(
        "first value inside its 90 % interval of the settled one", round(float(np.mean(steady)), 3), "",
        0.85, "higher", len(steady), "Options that the first and the settled ranking list.",
    )  # fmt: skip


SPEEDS: tuple[tuple[str, Callable[[int], Standing], float, float], ...] = (
    ("nine-ball, seven balls", lambda k: standing("nine-ball", 800 + k, 7), 1.0, 5.0),
    ("eight-ball, both groups open", lambda k: open_standing(800 + k), 8.0, 8.0),
    ("eight-ball, groups decided", lambda k: standing("eight-ball", 800 + k), 8.0, 8.0),
    ("snooker, fifteen reds", lambda k: standing("snooker", 800 + k, 15), 8.0, 8.0),
    ("straight pool, fifteen balls", lambda k: straight_standing(800 + k, 15), 8.0, 8.0),
)
"""What is timed, and the limits (s) of a first ranking and of the settled one."""


def speeds() -> Iterator[Row]:
    """How long choices take from a layout alone, maps included."""
    for name, make, first, settled in SPEEDS:
        firsts, wholes = [], []
        for turn in range(TIMED):
            at, told = make(turn), list[float]()
            began = time.perf_counter()
            if at.game.in_order:  # a first ranking on rough maps, as the page asks for it
                choices(at, *two_sides(at, "strong", "regular", 2.0), Physics(), 2, settle=False)
                told.append(time.perf_counter())
            sides = two_sides(at, "strong", "regular")
            choices(at, *sides, Physics(), 2, report=lambda _, at=told: at.append(time.perf_counter()))
            firsts.append(told[0] - began)
            wholes.append(time.perf_counter() - began)
        for words, times, limit in (("first ranking", firsts, first), ("settled", wholes, settled)):
            yield at_most(
                f"choices: {name}, {words}", round(statistics.median(times), 2), "s", limit, TIMED,
                f"Median, two threads, both players' maps included; the slowest took {max(times):.2f} s.",
            )  # fmt: skip
    used = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 2**20
    yield at_most(
        "choices: memory", round(used, 2), "GiB", 1.0, 1, "Peak of the process that did the above."
    )


def safer(number: int) -> tuple[float, float, float] | None:
    """The racks won after the best safety found and after the best of random strikes, played out, and what
    was promised of the first; None without both."""
    at, physics = standing("nine-ball", number), Physics()
    me, other = two_sides(at, *levels_of(number))
    found = choices(at, me, other, physics).safety
    if found is None:
        return None
    here = Standing(at.table, at.discipline, placed(at, found.cue), at.group_on)
    rng = np.random.default_rng(number)
    rows = np.zeros((RANDOM, 5))
    rows[:, 0], rows[:, 1] = rng.uniform(0.4, 4.0, RANDOM), rng.uniform(-np.pi, np.pi, RANDOM)
    lawful = np.flatnonzero(judged(here, played(here, found.cue, rows, physics)) == OVER)
    errors = apart_errors((ROUGH,), (3,))

    def value(row: np.ndarray) -> float:
        strike = Strike(*(float(part) for part in row))
        ends = played(
            here, found.cue, mistaken(here, found.cue, strike, me.skill, physics, errors), physics
        )
        return float(worth(here, ends, None, me, other, 4)[0].mean())

    if not len(lawful):
        return None
    best = max(lawful, key=lambda k: value(rows[k]))
    strikes = (found.strike, Strike(*(float(part) for part in rows[best])))
    ours, theirs = (
        _racks(at, (me, other), Intended(found.cue, strike, None, "safety"), physics, number, MATCHED)
        for strike in strikes
    )
    return float(ours.mean()), float(theirs.mean()), found.value


def margin(pool: Executor) -> Row:
    """How much better the safeties found are than the best of random strikes."""
    first = seed(900_000)
    known = [one for one in pool.map(safer, range(first, first + MARGINS)) if one is not None]
    return margin_row(np.array(known))


def margin_row(known: np.ndarray) -> Row:
    """The row of positions (n, 3) as of `safer`."""
    ours, theirs, promised = known.T
    apart = ours - theirs
    noise = float(apart.std(ddof=1) / len(apart) ** 0.5)
    return Row(
        f"nine-ball: the safety found against the best of {RANDOM} random strikes",
        round(float(apart.mean()), 3), "", 0.0, "higher", len(known),
        f"Share of {MATCHED} racks each won after it, played out: {ours.mean():.3f} against "
        f"{theirs.mean():.3f}, {apart.mean():+.3f} with a standard error of {noise:.3f}; the random "
        f"strike is the best by {ROUGH} strikes with errors each. Promised of those found: "
        f"{promised.mean():.3f}.",
    )  # fmt: skip


def known() -> Row:
    """Positions whose answer coaches agree on; the tests ask a part of the same."""
    asked: list[tuple[Callable[[Any], None], Any]] = [
        *((test_known.test_a_position_with_a_known_answer, one) for one in test_known.KNOWN),
        *((test_points.test_a_position_with_a_known_answer, one) for one in test_points.KNOWN),
        *((test_frames.test_a_frame_with_a_known_answer, one) for one in test_frames.KNOWN),
    ]
    wrong = []
    for check, one in asked:
        try:
            check(one)
        except AssertionError:
            wrong.append(one.why)
    return Row(
        "positions with a known answer, wrong", len(wrong), "positions", 0, "lower", len(asked),
        f"Pool and snooker, from the reasons coaches give; wrong: {'; '.join(wrong) or 'none'}.",
    )  # fmt: skip


def measure() -> Iterator[Row]:
    """All rows of the area `choices`, as they are measured."""
    at = standing("nine-ball", 1, 2)
    choices(at, *two_sides(at, "strong", "strong", 3.0), Physics())
    yield from speeds()
    yield known()
    with executor(None) as pool:
        yield from truth(pool)
        yield from two.rows(pool)
        yield margin(pool)
        yield from listed.rows(pool)
