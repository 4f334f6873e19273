"""Pots and hits over a ball or around it, with the cue raised: jumps and swerves, found by striking."""

from collections.abc import Iterator
from dataclasses import dataclass
from math import pi
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ..chance.widths import stays, widest
from ..contest.strikes import placed, played
from ..contest.turn import Called, Standing, judged
from ..contest.verdicts import FOUL, LOST, OVER
from ..equipment.table import POCKETS
from ..geometry import Point
from ..motion.physics import Physics
from ..motion.play import Ends
from ..motion.strike import Strike
from ..skill import Skill
from ..skill.circumstances import circumstances
from .special import LEAST

RAISED = Literal["jump", "swerve"]
Ways = tuple[tuple[float, float, float], ...]
"""Speeds (m/s), side (ball radii) and elevations (rad)."""
JUMPS = tuple(
    (speed, 0.0, elevation) for speed in (2.5, 3.5, 5.0) for elevation in (35 * pi / 180, 50 * pi / 180)
)
"""Jumps that are tried."""
SWERVES = tuple(
    (speed, side, elevation)
    for speed in (1.5, 2.5, 3.5) for side in (-0.4, -0.2, 0.2, 0.4)
    for elevation in (20 * pi / 180, 35 * pi / 180)
)  # fmt: skip
"""Swerves that are tried."""
JUMPING, SWERVING = 6 * pi / 180, 25 * pi / 180
"""How far (rad) to either side of a ball that is hidden they are aimed."""
AIMS = 241
HIDDEN = 0.6
"""Share of the ball on that must be hidden before a cue is raised."""


@dataclass(frozen=True, slots=True)
class Raised:
    """A strike with a raised cue that pots the ball `called` or, without one, hits a ball on lawfully.

    chance: from the width of the aims that do it.
    """

    kind: RAISED
    called: Called
    strike: Strike
    chance: float


def raised(at: Standing, cue: Point, skill: Skill, physics: Physics, threads: int = 1) -> list[Raised]:
    """The likeliest raised strike for every kind, ball and pocket, and the likeliest lawful hit of each
    kind; the likeliest first. Shots that the player's own errors leave no chance are not listed."""
    best: dict[tuple[RAISED, Called], Raised] = {}
    for one in _tried(at, cue, skill, physics, threads):
        key = (one.kind, one.called)
        if key not in best or one.chance > best[key].chance:
            best[key] = one
    return sorted(best.values(), key=lambda one: -one.chance)


def _tried(at: Standing, cue: Point, skill: Skill, physics: Physics, threads: int) -> Iterator[Raised]:
    kinds: list[tuple[RAISED, Ways, float]] = [("swerve", SWERVES, SWERVING)]
    if at.game.jumps:
        kinds.append(("jump", JUMPS, JUMPING))
    for ball in at.on[:2]:
        place = at.layout.get(ball)
        if place is None:
            continue
        middle = place.minus(cue).angle
        for kind, ways, reach in kinds:
            aims = middle + np.linspace(-reach, reach, AIMS)
            for speed, side, elevation in ways:
                rows = np.zeros((AIMS, 5))
                rows[:, 0], rows[:, 1], rows[:, 2], rows[:, 4] = speed, aims, side, elevation
                ends = played(at, cue, rows, physics, threads)
                there = placed(at, cue)
                for called, good in _done(at, ends):
                    found = widest(aims, good)
                    if found is None:
                        continue
                    strike = Strike(speed, found[0], side, 0.0, elevation)
                    own = skill.under(circumstances(at.table, there, strike, physics=physics))
                    chance = stays(found[1], own.aim)
                    if chance >= LEAST:
                        yield Raised(kind, called, strike, chance)


def _done(at: Standing, ends: Ends) -> Iterator[tuple[Called, NDArray[np.bool_]]]:
    """What the strikes did: a ball down, or a lawful hit that hands the table over."""
    verdicts = judged(at, ends)
    lawful = (verdicts != FOUL) & (verdicts != LOST) & (ends.rails_before == 0)
    for ball in at.on:
        fates = ends.fates[:, ends.names.index(ball)]
        for number in {int(fate) for fate in fates if fate >= 0}:
            yield (ball, POCKETS[number]), np.asarray(lawful & (fates == number))
    yield None, np.asarray(lawful & (verdicts == OVER))
