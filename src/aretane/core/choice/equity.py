"""The chance to win the rack from what a player sees at the table, learnt from racks that model players
played to the end against each other."""

from math import log

import numpy as np
from numpy.typing import NDArray

from . import learnt
from .side import Look

Array = NDArray[np.float64]

FEATURES = ("race", "chance", "pot", "no shot", "open")
EDGE = 0.005
"""Chances are held so far from 0 and 1 before their log odds are taken."""


def odds(share: float) -> float:
    """Log odds of a chance."""
    held = min(max(share, EDGE), 1.0 - EDGE)
    return log(held / (1.0 - held))


def row(look: Look, race: float) -> tuple[float, ...]:
    """What the estimate rests on (1 + FEATURES): a constant; log odds of winning the `race` (see `ladder`),
    of running out and of the best pot; whether there is no pot; how much of the ball on can be hit.
    """
    return (1.0, odds(race), odds(look.chance), odds(look.pot), float(look.shot is None), look.open)


def equity(look: Look, race: float, family: str) -> float:
    """The chance of the player who is at the table to win the rack.

    `race`: that chance if both went on as they usually do. `family` names the games it was learnt from: a
    key of `learnt.WEIGHTS`.
    """
    given = row(look, race)
    total = sum(weight * value for weight, value in zip(learnt.WEIGHTS[family], given, strict=True))
    learned = 1.0 / (1.0 + float(np.exp(-total)))
    return max(learned, look.chance)


def fitted(rows: Array, won: Array, ridge: float = 1.0, rounds: int = 30) -> Array:
    """Weights of a logistic regression of `won` (n,) on `rows` (n, f) with a ridge on all but the first.

    Newton's steps; statsmodels gives the same in the tests.
    """
    weights = np.zeros(rows.shape[1])
    penalty = ridge * np.eye(rows.shape[1])
    penalty[0, 0] = 0.0
    for _ in range(rounds):
        expected = 1.0 / (1.0 + np.exp(-rows @ weights))
        slope = rows.T @ (won - expected) - penalty @ weights
        curve = rows.T @ (rows * (expected * (1 - expected))[:, None]) + penalty
        step = np.linalg.solve(curve, slope)
        weights = weights + step
        if np.abs(step).max() < 1e-10:
            break
    return weights
