"""Aims of pots for many strikes at once, and the ends of a strike played with the player's errors."""

import numpy as np
from numpy.typing import NDArray

from ..equipment.layout import Layout
from ..equipment.table import POCKETS, PocketName, Table
from ..motion.bed import bed_of
from ..motion.physics import Physics
from ..motion.play import Ends, play_ready
from ..motion.ready import Ready, world_of
from ..motion.strike import Strike
from ..skill.circumstances import circumstances
from ..skill.model import FACTORS, Skill
from ..skill.scatter import even_errors, scatter
from . import fast
from .direct import rows
from .windows import windows_of

Array = NDArray[np.float64]


def aimed(
    table: Table, layout: Layout, ball: str, pocket: PocketName, skill: Skill, physics: Physics,
    meant: Array,
) -> tuple[Array, Array]:  # fmt: skip
    """Aims (k,) rad, the directions the cue ball must start in, and chances (k,) of the direct pot.

    meant (k, 3): strikes as m/s, side and height of the tip in ball radii. Both are 0 where no aim pots the
    ball. Raises KeyError naming a ball that is not on the table.
    """
    balls, world, bed = rows(table, layout, ball), world_of(table, physics), bed_of(table)
    edges, tip = windows_of(table, physics).edges, skill.tip / table.cue_ball_radius
    directions, chances = np.zeros(len(meant)), np.zeros(len(meant))
    for side, height in {(float(row[1]), float(row[2])) for row in meant}:
        at = np.flatnonzero((meant[:, 1] == side) & (meant[:, 2] == height))
        targets = np.tile([1.0, float(POCKETS.index(pocket))], (len(at), 1))
        answers = np.empty((len(at), fast.ANSWER_COLUMNS))
        sigma = skill.aim * (1.0 + (FACTORS.side - 1.0) * abs(side) / 0.5)
        fast.pots(
            balls, targets, sigma, skill.speed, tip, meant[at, 0].copy(), side, height, 0.0, 0.0, world,
            bed.pockets, edges, answers,
        )  # fmt: skip
        there = answers[:, fast.FOUND] > 0.0
        directions[at] = np.where(there, answers[:, fast.AIM], 0.0)
        chances[at] = np.where(there, answers[:, fast.CHANCE].clip(0.0, 1.0), 0.0)
    return directions, chances


def with_errors(
    at: Ready, table: Table, layout: Layout, strike: Strike, skill: Skill, physics: Physics, count: int
) -> Ends:
    """The ends of `count` strikes with the player's errors in these circumstances, spread evenly over the
    errors."""
    own = skill.under(circumstances(table, layout, strike, physics=physics))
    return play_ready(at, scatter(strike, own, table.cue_ball_radius, physics.tip_mass, even_errors(count)))
