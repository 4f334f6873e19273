"""How easy a ball is from most places: what a search over orders looks at before it makes a map."""

import numpy as np
from numpy.typing import NDArray

from ..chance import fast
from ..chance.windows import windows_of
from ..motion.bed import bed_of
from ..motion.ready import world_of
from ..table import POCKETS
from .grid import covered_by
from .maps import Maker

Array = NDArray[np.float64]
SPEED = 1.8
"""m/s of the pots looked at."""


def likeliest(maker: Maker, balls: list[str], ball: str, places: Array) -> Array:
    """Chance (g,) of the likeliest direct pot of `ball` from each of `places` (g, 2), with `balls` on the
    table; 0 where one of them lies. Raises KeyError for a ball that is not in the layout."""
    rows = maker.rows(maker.layout, balls)
    number = balls.index(ball) + 1
    targets = np.array([(number, pocket) for pocket in range(len(POCKETS))], dtype=float)
    speeds = np.full(len(POCKETS), SPEED)
    answers = np.zeros((len(POCKETS), fast.ANSWER_COLUMNS))
    world, pockets = world_of(maker.table, maker.physics), bed_of(maker.table).pockets
    edges = windows_of(maker.table, maker.physics).edges
    skill, tip = maker.skill, maker.skill.tip / maker.table.cue_ball_radius
    found = np.zeros(len(places))
    for k in np.flatnonzero(~covered_by(places, rows)):
        rows[0, :2] = places[k]
        fast.pots(
            rows,
            targets,
            skill.aim,
            skill.speed,
            tip,
            speeds,
            0.0,
            0.0,
            0.0,
            world,
            pockets,
            edges,
            answers,
        )
        found[k] = np.where(answers[:, fast.FOUND] > 0, answers[:, fast.CHANCE], 0.0).max()
    return found


def ease(chances: Array) -> float:
    """One figure for chances or values over the bed: the mean of their better half."""
    ordered = np.sort(chances.ravel())
    return float(ordered[len(ordered) // 2 :].mean())
