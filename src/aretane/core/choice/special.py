"""Pots that are no direct ones: banks, combinations, caroms, kicks and kisses, found by striking all
around."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import product
from math import pi
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ..chance.made import Task, made
from ..chance.widths import stays, widest
from ..contest.strikes import mistaken, placed, played
from ..contest.turn import Standing, judged
from ..contest.verdicts import FOUL, LOST
from ..equipment.table import POCKETS, PocketName
from ..geometry import Point
from ..motion.kernel.launch import squirt
from ..motion.physics import Physics
from ..motion.play import Ends
from ..motion.strike import Strike
from ..skill import Skill
from ..skill.circumstances import circumstances
from ..skill.scatter import even_errors

Way = Literal["bank", "combination", "carom", "kick", "kiss"]
WAYS: tuple[Way, ...] = ("bank", "combination", "carom", "kick", "kiss")
AROUND = 4800
"""Directions all around at each speed."""
SPEEDS = (1.4, 2.2, 3.4)
"""m/s."""
PROMISING = 0.04
"""Chance by the width of a first run of aims below which a way is not looked for more closely."""
BETTERED, CLOSE, AIMS = 14, 0.05, 101
"""The likeliest ways whose strike is looked for more closely, within so many rad, at so many aims."""
TRIED, CLOSEST = 64, 12
"""Strikes with all the player's errors by which the best of the widest runs of aims is chosen, and of how
many."""
FINER_SPEEDS = (1.2, 1.6, 2.1, 2.7, 3.3, 4.0)
Tips = tuple[tuple[float, float], ...]
TIPS: Tips = ((0.0, 0.0), (0.0, 0.3), (0.0, -0.3), (0.25, 0.1), (-0.25, 0.1))
"""Speeds (m/s) and tips (ball radii) among which it is looked for."""
LEAST = 0.1
"""Chance by the width of what pots the ball below which a way is not listed."""


@dataclass(frozen=True, slots=True)
class Special:
    """A way to pot a ball by its best strike; `chance` with the player's errors."""

    kind: Way
    ball: str
    pocket: PocketName
    strike: Strike
    chance: float


def specials(
    at: Standing, cue: Point, skill: Skill, physics: Physics, threads: int = 1, tips: Tips = TIPS
) -> list[Special]:
    """The likeliest strike of every kind, ball and pocket, the likeliest first. tips: those (side, height)
    with which ways are looked for at first."""
    ways = np.linspace(-pi, pi, AROUND, endpoint=False)
    best: dict[tuple[Way, str, PocketName], Special] = {}
    for speed, (side, height) in product(SPEEDS, tips):
        rows = np.zeros((AROUND, 5))
        rows[:, 0], rows[:, 1], rows[:, 2], rows[:, 3] = speed, ways, side, height
        ends = played(at, cue, rows, physics, threads)
        for kind, ball, pocket, good in potted_ways(at, ends):
            found = widest(ways, good)
            if found is None or stays(found[1], skill.aim) < PROMISING:
                continue
            strike = Strike(speed, found[0], side, height)
            own = skill.under(circumstances(at.table, placed(at, cue), strike, physics=physics))
            chance, key = stays(found[1], own.aim), (kind, ball, pocket)
            if chance >= PROMISING and (key not in best or chance > best[key].chance):
                best[key] = Special(kind, ball, pocket, strike, chance)
    ranked = sorted(best.values(), key=lambda one: -one.chance)
    closer = [_bettered(at, cue, one, skill, physics, threads) for one in ranked[:BETTERED]]
    return sorted((one for one in closer if one.chance >= LEAST), key=lambda one: -one.chance)


def _bettered(
    at: Standing, cue: Point, one: Special, skill: Skill, physics: Physics, threads: int
) -> Special:
    """The same way at the speed and tip, and with the aim, that make it most often."""
    ways = one.strike.aim + np.linspace(-CLOSE, CLOSE, AIMS)
    combined = [(speed, side, height) for speed in FINER_SPEEDS for side, height in TIPS]
    rows = np.zeros((len(combined), AIMS, 5))
    rows[..., 1] = ways
    for row, (speed, side, height) in zip(rows, combined, strict=True):
        row[:, 0], row[:, 2], row[:, 3] = speed, side, height
        row[:, 1] -= squirt(side, physics.tip_mass)
    ends = played(at, cue, rows.reshape(-1, 5), physics, threads)
    good = _made_as(at, one, ends)
    found = [(one.chance, one.strike)]
    for row, hit in zip(rows, good.reshape(len(combined), AIMS), strict=True):
        run = widest(ways, hit)
        if run is None:
            continue
        speed, side, height = (float(value) for value in row[0, [0, 2, 3]])
        strike = Strike(speed, run[0] - squirt(side, physics.tip_mass), side, height)
        own = skill.under(circumstances(at.table, placed(at, cue), strike, physics=physics))
        found.append((stays(run[1], own.aim), strike))
    found.sort(key=lambda pair: -pair[0])
    tried = [replace(one, strike=strike) for _, strike in found[:CLOSEST]]
    chances = [made_by(at, cue, way, skill, physics, TRIED) for way in tried]
    best = max(range(len(tried)), key=lambda k: chances[k])
    return replace(tried[best], chance=chances[best])


def made_by(at: Standing, cue: Point, one: Special, skill: Skill, physics: Physics, strikes: int) -> float:
    """The share of so many strikes with the player's errors that make the pot in its way, without a
    foul."""
    rows = mistaken(at, cue, one.strike, skill, physics, even_errors(strikes))
    return float(_made_as(at, one, played(at, cue, rows, physics)).mean())


def _made_as(at: Standing, one: Special, ends: Ends) -> NDArray[np.bool_]:
    """Which strikes make the pot in its way, without a foul."""
    verdicts = judged(at, ends)
    good = made(Task(one.ball, one.pocket, one.kind), ends) & (verdicts != FOUL) & (verdicts != LOST)
    return np.asarray(good if one.kind == "kick" else good & (ends.rails_before == 0))


def potted_ways(at: Standing, ends: Ends) -> Iterator[tuple[Way, str, PocketName, NDArray[np.bool_]]]:
    """Every ball that may count, the pocket and the way it fell, and which strikes did it without a
    foul."""
    may = ends.names[1:] if at.game.any_pot_counts else at.on
    verdicts = judged(at, ends)
    lawful = (verdicts != FOUL) & (verdicts != LOST)
    for ball in may:
        row = ends.names.index(ball)
        for number in {int(fate) for fate in ends.fates[:, row] if fate >= 0}:
            for kind in WAYS:
                good = made(Task(ball, POCKETS[number], kind), ends) & lawful
                if kind != "kick":
                    good &= ends.rails_before == 0
                if good.any():
                    yield kind, ball, POCKETS[number], good
