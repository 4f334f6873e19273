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

from aretane.core.choice.option import Option, too_close
from aretane.core.choice.options import choices
from aretane.core.choice.valuing import ROUGH
from aretane.core.contest.decide import Intended, worth
from aretane.core.contest.duel import duel
from aretane.core.contest.seat import Seat
from aretane.core.contest.strikes import mistaken, placed, played
from aretane.core.contest.turn import Standing, judged
from aretane.core.contest.verdicts import OVER
from aretane.core.motion import Physics, Strike
from aretane.core.skill.scatter import apart_errors
from aretane.work.answering import executor

from . import listed
from .duels import LEVELS, open_standing, standing, straight_standing, two_sides
from .rows import Row, at_most, seed

PLAYS = 1000
POSITIONS = {"nine-ball": 20, "eight-ball": 14, "snooker": 6, "straight-pool": 6}
POINTS = 12
"""Points of straight pool that either still needs at the most: longer games take too long to play."""
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


def levels_of(number: int) -> tuple[str, str]:
    """The two players of a position."""
    return LEVELS[number % 3], LEVELS[(number // 3) % 3]


def held(case: tuple[str, int]) -> tuple[list[Held], bool]:
    """The best option of a fresh position, promised and played, and the second unless they were too close
    to call; whether they were."""
    discipline, number = case
    at, physics = _fresh(discipline, number), Physics()
    sides = two_sides(at, *levels_of(number))
    best = choices(at, *sides, physics).options[:2]
    close = len(best) < 2 or too_close(*best)
    found = [_played(at, sides, one, physics, number) for one in (best[:1] if close else best)]
    return found, close


def _fresh(discipline: str, number: int) -> Standing:
    if discipline == "straight-pool":
        return straight_standing(number, most=POINTS)
    return standing(discipline, number)


def _played(at: Standing, sides: tuple[Seat, Seat], option: Option, physics: Physics, number: int) -> Held:
    came = _racks(
        at, sides, Intended(option.cue, option.strike, option.called, option.kind), physics, number, PLAYS
    )
    return Held(option.value, option.error, float(came.mean()), float(came.std() / PLAYS**0.5))


def _racks(
    at: Standing, sides: tuple[Seat, Seat], meant: Intended, physics: Physics, number: int, plays: int
) -> np.ndarray:
    """Who won (plays,) racks that begin so, played to their end."""
    return np.array(
        [duel(at, sides, physics, np.random.default_rng((number, k)), meant) for k in range(plays)]
    )


def truth(pool: Executor) -> Iterator[Row]:
    """What choices promise against racks played to their end."""
    first, came = seed(700_000), list[tuple[list[Held], bool]]()
    for game, count in POSITIONS.items():
        own = list(pool.map(held, [(game, first + k) for k in range(count)]))
        yield from _rows(game, [found[0] for found, _ in own])
        came += own
    yield from _rows("all games", [found[0] for found, _ in came])
    apart = [found for found, close in came if not close]
    right = [one.came >= other.came - 2.0 * float(np.hypot(one.noise, other.noise)) for one, other in apart]
    yield Row(
        "the option ranked first wins at least as often as the second", round(float(np.mean(right)), 3), "",
        0.9, "higher", len(apart),
        f"Of {len(came)} positions those not too close to call; {PLAYS} racks each, less twice the noise.",
    )  # fmt: skip


def _rows(game: str, tops: list[Held]) -> Iterator[Row]:
    off = np.array([top.promised - top.came for top in tops])
    inside = np.mean(
        [abs(top.promised - top.came) <= 1.645 * np.hypot(top.error, top.noise) for top in tops]
    )
    how = f"The option ranked first at fresh positions, {PLAYS} racks each, played out by both players."
    yield at_most(
        f"{game}: bias against playing the rack out", round(abs(float(off.mean())), 4), "", 0.03, len(off),
        f"{how} Promised less came: {float(off.mean()):+.4f}; {inside:.0%} inside 90 % intervals.",
    )  # fmt: skip
    yield at_most(
        f"{game}: RMS against playing the rack out", round(float(np.sqrt((off**2).mean())), 4), "", 0.06,
        len(off), how,
    )  # fmt: skip


SPEEDS: tuple[tuple[str, Callable[[int], Standing], float, float], ...] = (
    ("nine-ball, seven balls", lambda k: standing("nine-ball", 800 + k, 7), 2.0, 10.0),
    ("eight-ball, both groups open", lambda k: open_standing(800 + k), 15.0, 15.0),
    ("eight-ball, groups decided", lambda k: standing("eight-ball", 800 + k), 15.0, 15.0),
    ("snooker, fifteen reds", lambda k: standing("snooker", 800 + k, 15), 15.0, 15.0),
    ("straight pool, fifteen balls", lambda k: straight_standing(800 + k, 15), 15.0, 15.0),
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
        yield margin(pool)
        yield from listed.rows(pool)
