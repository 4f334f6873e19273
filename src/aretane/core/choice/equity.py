"""The chance to win the rack from what a player sees at the table: run out now, or win it later. The second
part is learnt from racks that model players played to the end against each other."""

from math import exp, log

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import minimize
from scipy.special import expit

from . import learnt
from .side import Look

Array = NDArray[np.float64]

FEATURES = ("edge", "turn", "pot", "no shot", "open")
EDGE = 0.005
"""Chances are held so far from 0 and 1 before their log odds are taken."""


def odds(share: float) -> float:
    """Log odds of a chance."""
    held = min(max(share, EDGE), 1.0 - EDGE)
    return log(held / (1.0 - held))


def row(look: Look, race: float, edge: float) -> tuple[float, ...]:
    """What winning it later rests on (1 + FEATURES): a constant; log odds of the `edge`, and what the
    `race` from here has beyond them; log odds of the best pot; whether there is none; how much of the ball
    on can be hit."""
    even = odds(edge)
    return (1.0, even, odds(race) - even, odds(look.pot), float(look.shot is None), look.open)


def equity(look: Look, race: float, edge: float, family: str) -> float:
    """The chance of the player who is at the table to win the rack: r + (1 - r) g, where r is the chance to
    run out now and g that of winning without.

    `race`: the chance to win if both go on from here as they usually do; `edge`: the same whoever is at the
    table, on average (see `side.race`). `family` names the games it was learnt from: a key of
    `learnt.WEIGHTS`.
    """
    given = row(look, race, edge)
    total = sum(weight * value for weight, value in zip(learnt.WEIGHTS[family], given, strict=True))
    return look.chance + (1.0 - look.chance) / (1.0 + exp(-total))


def fitted(rows: Array, chance: Array, won: Array, ridge: float = 1.0) -> Array:
    """Weights w (f,) under which `won` (n,) is likeliest, each 1 with r + (1 - r) / (1 + exp(-rows w)), for
    `rows` (n, f) and chances r = `chance` (n,), with a ridge on all but the first.

    Without a chance to run out it is a logistic regression; statsmodels gives the same in the tests.
    """

    def loss(weights: Array) -> tuple[float, Array]:
        later = expit(rows @ weights)
        expected = np.clip(chance + (1.0 - chance) * later, 1e-9, 1.0 - 1e-9)
        likely = won * np.log(expected) + (1.0 - won) * np.log(1.0 - expected)
        slope = (won / expected - (1.0 - won) / (1.0 - expected)) * (1.0 - chance) * later * (1.0 - later)
        kept = np.concatenate([[0.0], weights[1:]])
        return float(-likely.sum() + 0.5 * ridge * kept @ kept), -(slope @ rows) + ridge * kept

    found = minimize(loss, np.zeros(rows.shape[1]), jac=True, method="BFGS", options={"gtol": 1e-8})
    return np.asarray(found.x)
