"""The chance to win from a place, held to racks that are played out from there."""

import statistics
import time
from collections.abc import Callable, Iterator
from concurrent.futures import Executor

import numpy as np

from aretane.core.choice.from_place import Stroke, struck
from aretane.core.choice.winning import WinMap, win_map
from aretane.core.contest.decide import Intended
from aretane.core.contest.seat import Seat
from aretane.core.contest.turn import Standing
from aretane.core.equipment.spots import is_free
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.vocabulary import CUE

from .duels import LEVELS, open_standing, standing, straight_standing, two_sides, won
from .rows import Came, Row, at_most, came_of, seed

FIRST = {"nine-ball": 1_130_000, "eight-ball": 1_150_000}
"""Seeds of the first layouts: none of those that the estimate behind the map was learnt from."""
LAYOUTS, PLACES, RACKS, TIMED = 15, 4, 30, 5
EDGE = 0.04
"""m from the cushions that a place lies at the least."""


def held(case: tuple[str, int]) -> list[Came]:
    """Places of one fresh layout: the chance promised there, and the racks that came."""
    game, number = case
    rng, physics = np.random.default_rng((number, 25)), Physics()
    at = standing(game, number)
    sides = two_sides(at, LEVELS[number % 3], LEVELS[(number // 3) % 3])
    found = win_map(at, *sides, physics)
    came = []
    for k, place in enumerate(_places(at, rng)):
        here = at.with_cue(place)
        first = _first(here, found.kind(place), sides, physics)
        racks = [won(here, sides, physics, (number, k, turn), first) for turn in range(RACKS)]
        came.append(came_of(found.at(place), racks))
    return came


def _first(
    here: Standing, kind: Stroke | None, sides: tuple[Seat, Seat], physics: Physics
) -> Intended | None:
    """The stroke that the map means from a place, as it is struck there; None where it means none."""
    best = None if kind is None else struck(here, *sides, physics).best(kind)
    return None if best is None or kind is None else Intended(best.cue, best.strike, best.called, kind)


def _places(at: Standing, rng: np.random.Generator) -> list[Point]:
    """Places anywhere on the table where no ball lies."""
    found, table, bare = list[Point](), at.table, at.layout.without((CUE,))
    while len(found) < PLACES:
        place = Point(rng.uniform(EDGE, table.length - EDGE), rng.uniform(EDGE, table.width - EDGE))
        if is_free(table, CUE, place, bare):
            found.append(place)
    return found


def truth(pool: Executor) -> Iterator[Row]:
    """The rows of both games."""
    for game, number in FIRST.items():
        first = seed(number)
        cases = [(game, first + k) for k in range(LAYOUTS)]
        came = [one for places in pool.map(held, cases) for one in places]
        promised, played, noise = np.array(came).T
        off = promised - played
        bias = float(off.mean())
        rms = max(0.0, float((off**2).mean() - (noise**2).mean())) ** 0.5
        how = (
            f"{LAYOUTS} fresh layouts, {PLACES} places each; {RACKS} racks a place begin with the stroke "
            "that the map means and are played out by both players, the luck of their strikes taken off."
        )
        yield at_most(
            f"{game}: chance to win from a place, bias", round(abs(bias), 4), "", 0.015, len(came),
            f"{how} Promised less came: {bias:+.4f}.",
        )  # fmt: skip
        yield at_most(
            f"{game}: chance to win from a place, RMS less noise", round(rms, 4), "", 0.05, len(came), how
        )


SPEEDS: tuple[tuple[str, Callable[[int], Standing]], ...] = (
    ("nine-ball, seven balls", lambda k: standing("nine-ball", 800 + k, 7)),
    ("eight-ball, groups decided", lambda k: standing("eight-ball", 800 + k)),
    ("eight-ball, both groups open", lambda k: open_standing(800 + k)),
    ("straight pool, ten balls", lambda k: straight_standing(800 + k, 10)),
    ("snooker, ten reds", lambda k: standing("snooker", 800 + k, 10)),
)


def speeds() -> Iterator[Row]:
    """How long a map takes once both players' maps to run out are there."""
    for name, make in SPEEDS:
        firsts, wholes = [], []
        for turn in range(TIMED):
            at = make(turn)
            sides, told = two_sides(at, "strong", "regular"), list[float]()

            def report(_: WinMap, told: list[float] = told) -> None:
                told.append(time.perf_counter())

            began = time.perf_counter()
            win_map(at, *sides, Physics(), 2, report)
            firsts.append(told[0] - began)
            wholes.append(time.perf_counter() - began)
        for words, times, limit in (("first picture", firsts, 2.0), ("refined", wholes, 8.0)):
            yield at_most(
                f"chance to win: {name}, {words}", round(statistics.median(times), 2), "s", limit, TIMED,
                f"Median, two threads, after both players' maps; the slowest took {max(times):.2f} s.",
            )  # fmt: skip
