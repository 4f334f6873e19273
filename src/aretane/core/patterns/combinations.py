"""Combinations that are on from most of the table: they can save a run where a break-out fails."""

from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from functools import partial
from itertools import permutations
from math import asin, cos

import numpy as np
from numpy.typing import NDArray

from ..chance.aimed import with_errors
from ..chance.made import Task, made
from ..chance.widths import widest
from ..equipment.balls import GROUPS, is_red
from ..equipment.racking import packed
from ..equipment.table import PocketName
from ..geometry import Point
from ..motion.kernel.slots import ON_TABLE
from ..motion.play import Ends, play_ready
from ..motion.ready import ready
from ..motion.strike import Strike
from ..runout.games import Question
from ..vocabulary import CUE
from .clusters import OPEN, passages

NEAR = 1.0
"""Ball widths between two balls up to which a combination of them is looked at: further apart the first of
them must be sent too precisely (our choice)."""
TURNED = cos(0.9)
"""Cosine of the largest angle between the line of both balls and the way to the pocket."""
AIMS, SPEEDS = 41, (1.5, 2.4)
"""Aims across the ball that is hit first, and speeds (m/s), at each place of the cue ball."""
FIRSTS = 6
"""Balls to be hit first that are looked at, those that lie nearest to their neighbour."""
STRIKES = 32
"""Strikes with errors at each place."""
EVEN = 0.5
"""Chance from which a place counts as one it is made from."""


@dataclass(frozen=True, slots=True)
class Combination:
    """A combination: `ball` goes to `pocket` off the ball `by`, which the cue ball hits first.

    reach: the share of the table from which this player makes it more often than not, with the other balls
    where they lie.
    """

    ball: str
    by: str
    pocket: PocketName
    reach: float


def combinations_on(asked: Question, places: NDArray[np.float64], threads: int = 2) -> list[Combination]:
    """The combinations that the game allows, by how many of the `places` (g, 2) of the cue ball (m) they
    are made from, the most first; each pair with its best pocket. None of a standing rack.
    """
    wanted: dict[str, list[tuple[str, PocketName]]] = {}
    for by, ball, pocket in _candidates(asked):
        wanted.setdefault(by, []).append((ball, pocket))
    best: dict[tuple[str, str], Combination] = {}
    for by, tasks in list(wanted.items())[:FIRSTS]:
        with ThreadPoolExecutor(threads) as pool:
            chances = list(pool.map(partial(_chances, asked, by, tasks), places))
        for (ball, pocket), reach in zip(tasks, (np.array(chances) >= EVEN).mean(axis=0), strict=True):
            one, key = Combination(ball, by, pocket, float(reach)), (by, ball)
            if key not in best or one.reach > best[key].reach:
                best[key] = one
    return sorted(best.values(), key=lambda one: -one.reach)


def _candidates(asked: Question) -> Iterator[tuple[str, str, PocketName]]:
    """First ball, potted ball and pocket of combinations that lie well, the closest pairs first."""
    table, layout = asked.table, asked.layout
    if packed(table, layout):
        return
    places = dict(layout.places)
    pairs = [
        (places[by].distance(places[ball]) - table.radius(by) - table.radius(ball), by, ball)
        for by, ball in permutations(asked.playable(), 2)
        if _allowed(asked, by, ball)
    ]
    for gap, by, ball in sorted(pairs):
        if gap > NEAR * 2 * table.ball_radius:
            return
        line = places[ball].minus(places[by])
        for way in passages(table, layout, ball):
            to = table.pockets[way.pocket].mouth.minus(places[ball])
            along = line.dot(to) / (line.norm * to.norm)
            if way.open_share >= OPEN and along >= TURNED:
                yield by, ball, way.pocket


def _allowed(asked: Question, by: str, ball: str) -> bool:
    """Whether `ball` may be potted off `by` in its turn: in rotation off a lower ball, with groups of the
    same one, the last ball never, in snooker a red off a red."""
    record = asked.game
    if record.in_order:
        return int(by) < int(ball)
    if record.by_colours:
        return is_red(by) and is_red(ball)
    return record.any_order or (record.last not in (by, ball) and GROUPS.get(by) == GROUPS.get(ball))


def _chances(
    asked: Question, by: str, tasks: list[tuple[str, PocketName]], place: NDArray[np.float64]
) -> list[float]:
    """How often each ball is potted off `by` from a place with the player's errors, struck in the middle of
    the widest run of aims that do it."""
    cue = Point(float(place[0]), float(place[1]))
    table = asked.table
    layout = asked.layout.changed({CUE: cue})
    to = dict(layout.places)[by].minus(cue)
    apart = table.cue_ball_radius + table.radius(by)
    ways = to.angle + asin(min(1.0, apart / max(to.norm, apart))) * np.linspace(-1.0, 1.0, AIMS)
    rows = np.zeros((len(SPEEDS) * AIMS, 5))
    rows[:, 0], rows[:, 1] = np.repeat(SPEEDS, AIMS), np.tile(ways, len(SPEEDS))
    at = ready(table, layout, asked.physics)
    ends = play_ready(at, rows)
    found = []
    for ball, pocket in tasks:
        good = _good(ends, by, ball, pocket).reshape(len(SPEEDS), AIMS)
        runs = [(widest(ways, hit), speed) for hit, speed in zip(good, SPEEDS, strict=True)]
        there = [(width, aim, speed) for run, speed in runs if run is not None for aim, width in [run]]
        if not there:
            found.append(0.0)
            continue
        _, aim, speed = max(there)
        meant = Strike(speed, aim, 0.0, 0.0)
        struck = with_errors(at, table, layout, meant, asked.skill, asked.physics, STRIKES)
        found.append(float(_good(struck, by, ball, pocket).mean()))
    return found


def _good(ends: Ends, by: str, ball: str, pocket: PocketName) -> NDArray[np.bool_]:
    """Which strikes pot the ball off the other, the cue ball staying on the table."""
    good = made(Task(ball, pocket, "combination"), ends) & (ends.first_hit == ends.names.index(by))
    return np.asarray(good & (ends.rails_before == 0) & (ends.fates[:, 0] == ON_TABLE))
