"""The finer form: aims scanned with the motion itself, and the simulated twin of both forms."""

from dataclasses import dataclass, replace
from math import hypot, pi, radians

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr

from ..equipment.layout import Layout
from ..equipment.table import PocketName, Table
from ..motion.kernel.launch import squirt
from ..motion.kernel.slots import TIP_MASS
from ..motion.physics import Physics
from ..motion.play import play_ready
from ..motion.ready import Ready, ready
from ..motion.strike import Strike
from ..skill.model import Skill
from ..skill.scatter import even_errors, random_errors, scatter
from .made import Task, made

Array = NDArray[np.float64]
FROZEN_LOOK = radians(75.0)
"""rad. How far off the line of centres a touching ball is struck: beyond, hardly any speed passes over."""


@dataclass(frozen=True, slots=True)
class Chance:
    """A chance (0 to 1) with its standard error, and the strike meant."""

    value: float
    error: float
    strike: Strike


def scan(at: Ready, task: Task, strike: Strike, aims: Array) -> NDArray[np.bool_]:
    """Which of the aims (k,) rad, struck without error, make the shot."""
    rows = np.tile(strike.array(), (len(aims), 1))
    rows[:, 1] = aims
    return made(task, play_ready(at, rows, at.index(task.ball)))


def cone(at: Ready, ball: str) -> tuple[float, float]:
    """Direction to a ball and the half angle in which a straight cue ball meets it (rad)."""
    k = at.index(ball)
    dx, dy = at.layout[k, 0] - at.layout[0, 0], at.layout[k, 1] - at.layout[0, 1]
    apart = at.layout[0, 2] + at.layout[k, 2]
    return float(np.arctan2(dy, dx)), float(np.arcsin(min(1.0, apart / hypot(dx, dy))))


def best_aim(aims: Array, good: NDArray[np.bool_], sigma: float) -> float | None:
    """The aim that a player with this error of aim makes most often, if any of the scanned ones does.

    `aims` (k,) evenly spaced and rising, each standing for the step round it.
    """
    if not good.any():
        return None
    half = (aims[1] - aims[0]) / 2
    made_at = aims[good]
    meant = np.unique(np.concatenate([made_at, (made_at[1:] + made_at[:-1]) / 2]))
    hits = ndtr((made_at[None] + half - meant[:, None]) / sigma)
    hits -= ndtr((made_at[None] - half - meant[:, None]) / sigma)
    worth = hits.sum(axis=1)
    best = np.flatnonzero(worth >= worth.max() - 1e-9)
    return (
        float(meant[best].mean()) if np.ptp(best) == len(best) - 1 else float(meant[best[len(best) // 2]])
    )


def aims_round(centre: float, half: float, count: int) -> Array:
    """`count` evenly spaced aims within `half` rad of the centre."""
    return centre + half * np.linspace(-1.0, 1.0, count)


def compensated(strike: Strike, direction: float, at: Ready) -> Strike:
    """The same strike aimed so that the cue ball starts off in `direction`: squirt allowed for."""
    aim = direction - squirt(strike.side, float(at.world[TIP_MASS]))
    aim = (aim + pi) % (2 * pi) - pi
    return Strike(strike.speed, aim, strike.side, strike.height, strike.elevation)


def frozen_chance(
    table: Table, layout: Layout, ball: str, pocket: PocketName, skill: Skill, physics: Physics,
    speed_side_height: tuple[float, float, float],
) -> float:  # fmt: skip
    """Chance of a pot with the cue ball touching the ball: every aim within 75 degrees is tried."""
    at = ready(table, layout, physics)
    speed, side, height = speed_side_height
    centre, _ = cone(at, ball)
    strike = Strike(speed, centre, side, height)
    task = Task(ball, pocket)
    aims = aims_round(centre, FROZEN_LOOK, 151)
    meant = best_aim(aims, scan(at, task, strike, aims), skill.aim)
    if meant is None:
        return 0.0
    return spread_evenly(at, task, replace(strike, aim=meant), skill, 96).value


def simulated(
    at: Ready, task: Task, strike: Strike, skill: Skill, count: int, seed: tuple[int, ...]
) -> Chance:
    """The slow twin: `count` independent strikes with the player's errors, all played out."""
    return _played(at, task, strike, skill, random_errors(count, seed))


def spread_evenly(at: Ready, task: Task, strike: Strike, skill: Skill, count: int) -> Chance:
    """`count` strikes spread evenly over the player's errors: far less noise than independent ones."""
    return _played(at, task, strike, skill, even_errors(count))


def _played(at: Ready, task: Task, strike: Strike, skill: Skill, errors: Array) -> Chance:
    radius, tip_mass = float(at.layout[0, 2]), float(at.world[TIP_MASS])
    rows = scatter(strike, skill, radius, tip_mass, errors)
    good = made(task, play_ready(at, rows, at.index(task.ball)))
    share = float(good.mean())
    return Chance(share, (share * (1 - share) / len(errors)) ** 0.5, strike)
