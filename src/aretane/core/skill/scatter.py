"""Strikes as a player really plays them: the meant one with the player's errors."""

from functools import lru_cache
from math import pi

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtri

from ..motion.kernel.launch import squirt
from ..motion.strike import FASTEST, MISCUE, Strike
from .model import Skill

Array = NDArray[np.float64]
SLOWEST = 0.05
"""Share of the meant speed below which no error takes a strike."""

_RATIO = 1.22074408460575947536
"""Root of x^4 = x + 1: its inverse powers spread points evenly over three dimensions."""

_RATIO_4 = 1.16730397826141868426
"""Root of x^5 = x + 1: the same for four dimensions."""


def even_errors(count: int) -> Array:
    """`count` rows of (aim, speed, side, height) errors in standard deviations, spread evenly.

    Aim runs over the quantiles of the normal distribution; the others follow a low-discrepancy
    sequence, so that a few dozen rows stand for the whole.
    """
    k = np.arange(count)
    shares = np.empty((count, 4))
    shares[:, 0] = (k + 0.5) / count
    for column in range(1, 4):
        shares[:, column] = (0.5 + (k + 1) / _RATIO**column) % 1.0
    return np.asarray(ndtri(np.clip(shares, 1e-9, 1 - 1e-9)))


def random_errors(count: int, seed: tuple[int, ...]) -> Array:
    """`count` rows of independent errors in standard deviations; the same for the same seed."""
    return np.random.default_rng(seed).standard_normal((count, 4))


@lru_cache(maxsize=1024)
def apart_errors(counts: tuple[int, ...], seed: tuple[int, ...]) -> Array:
    """Rows of errors in standard deviations: sets of `counts` rows one after the other, independent of each
    other, each of them spread evenly in itself (and any first rows of it), from a start of its own."""
    starts = np.random.default_rng(seed).random((len(counts), 4))
    steps = 1.0 / _RATIO_4 ** np.arange(1, 5)
    shares = [
        (start + np.arange(count)[:, None] * steps) % 1.0
        for start, count in zip(starts, counts, strict=True)
    ]
    errors = np.asarray(ndtri(np.clip(np.concatenate(shares), 1e-9, 1 - 1e-9)))
    errors.setflags(write=False)
    return errors


def scatter(strike: Strike, skill: Skill, radius: float, tip_mass: float, errors: Array) -> Array:
    """Rows (k, 5) of strikes: `strike` as meant, off by `errors` (k, 4) of this player.

    `radius` of the cue ball (m), `tip_mass` as in `Physics`. The tip never leaves the miscue limit and
    the speed never its bounds: such strikes are played at the limit.
    """
    rows = np.empty((len(errors), 5))
    rows[:, 0] = strike.speed * np.maximum(SLOWEST, 1.0 + skill.speed * errors[:, 1])
    side = strike.side + skill.tip / radius * errors[:, 2]
    height = strike.height + skill.tip / radius * errors[:, 3]
    keep = np.minimum(1.0, MISCUE / np.maximum(np.hypot(side, height), 1e-12))
    rows[:, 2], rows[:, 3] = side * keep, height * keep
    meant = squirt(strike.side, tip_mass)
    turned = np.array([meant - squirt(float(offset), tip_mass) for offset in rows[:, 2]])
    rows[:, 1] = strike.aim + skill.aim * errors[:, 0] + turned
    rows[:, 1] = (rows[:, 1] + pi) % (2 * pi) - pi
    rows[:, 0] = np.minimum(rows[:, 0], FASTEST)
    rows[:, 4] = strike.elevation
    return rows
