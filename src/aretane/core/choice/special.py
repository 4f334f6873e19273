"""Pots that are no direct ones: banks, combinations, caroms and kicks, found by striking all around."""

from collections.abc import Iterator
from dataclasses import dataclass
from math import erf, pi, sqrt
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ..chance.made import Task, made
from ..contest.strikes import placed, played
from ..contest.turn import Standing, judged
from ..contest.verdicts import FOUL, LOST
from ..equipment.table import POCKETS, PocketName
from ..geometry import Point
from ..motion.physics import Physics
from ..motion.play import Ends
from ..motion.strike import Strike
from ..skill import Skill
from ..skill.circumstances import circumstances

Way = Literal["bank", "combination", "carom", "kick"]
WAYS: tuple[Way, ...] = ("bank", "combination", "carom", "kick")
AROUND = 2400
"""Directions all around at each speed."""
SPEEDS = (1.6, 3.0)
"""m/s."""
LEAST = 0.1
"""Chance by the width of what pots the ball below which a way is not listed."""


@dataclass(frozen=True, slots=True)
class Special:
    """A way to pot a ball by its best strike; `chance` from the width of aims that do it."""

    kind: Way
    ball: str
    pocket: PocketName
    strike: Strike
    chance: float


def specials(at: Standing, cue: Point, skill: Skill, physics: Physics, threads: int = 1) -> list[Special]:
    """The likeliest strike of every kind, ball and pocket, the likeliest first."""
    ways = np.linspace(-pi, pi, AROUND, endpoint=False)
    best: dict[tuple[Way, str, PocketName], Special] = {}
    for speed in SPEEDS:
        rows = np.zeros((AROUND, 5))
        rows[:, 0], rows[:, 1] = speed, ways
        ends = played(at, cue, rows, physics, threads)
        verdicts = judged(at, ends)
        lawful = (verdicts != FOUL) & (verdicts != LOST)
        for kind, ball, pocket, good in _potted(at, ends, lawful):
            found = widest(ways, good)
            if found is None or stays(found[1], skill.aim) < LEAST:
                continue
            strike = Strike(speed, found[0], 0.0, 0.0)
            own = skill.under(circumstances(at.table, placed(at, cue), strike, physics=physics))
            chance, key = stays(found[1], own.aim), (kind, ball, pocket)
            if chance >= LEAST and (key not in best or chance > best[key].chance):
                best[key] = Special(kind, ball, pocket, strike, chance)
    return sorted(best.values(), key=lambda one: -one.chance)


def _potted(
    at: Standing, ends: Ends, lawful: NDArray[np.bool_]
) -> Iterator[tuple[Way, str, PocketName, NDArray[np.bool_]]]:
    """Every ball that may count, the pocket and the way it fell, and which strikes did it."""
    may = ends.names[1:] if at.game.any_pot_counts else at.on
    for ball in may:
        row = ends.names.index(ball)
        for number in {int(fate) for fate in ends.fates[:, row] if fate >= 0}:
            pocket = POCKETS[number]
            for kind in WAYS:
                good = made(Task(ball, pocket, kind), ends) & lawful
                if kind != "kick":
                    good &= ends.rails_before == 0
                if good.any():
                    yield kind, ball, pocket, good


def stays(width: float, sigma: float) -> float:
    """The chance that an error of aim with this standard deviation stays inside a run of aims this wide
    (rad)."""
    return erf(width / (2 * sqrt(2) * sigma))


def widest(ways: np.ndarray, good: NDArray[np.bool_]) -> tuple[float, float] | None:
    """The middle of the widest run of aims, and its width (rad); None without one."""
    step = float(ways[1] - ways[0])
    edges = np.flatnonzero(np.diff(np.concatenate([[False], good, [False]]).astype(np.int8)))
    runs = [(int(start), int(end)) for start, end in zip(edges[::2], edges[1::2], strict=True)]
    if not runs:
        return None
    start, end = max(runs, key=lambda run: run[1] - run[0])
    width = (end - start) * step
    return float(ways[start] + (end - start - 1) * step / 2), width
