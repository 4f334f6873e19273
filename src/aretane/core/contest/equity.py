"""The chance to win the rack from what a player sees at the table: run out now, or win it later. The second
part is learnt from racks that model players played to the end against each other."""

from dataclasses import dataclass
from math import exp, log

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import minimize
from scipy.special import expit

from ..runout.kernel import POINTS
from . import learnt
from .look import Look

Array = NDArray[np.float64]

FEATURES = ("edge", "turn", "no shot", "mine", "theirs", "strength")
EDGE = 0.005
"""Chances are held so far from 0 and 1 before their log odds are taken."""
POWERS = (1.0, 1.2, 1.4, 1.6, 1.8, 2.0, 2.4)
"""Powers of the chance to run out among which one is learnt."""
MANY = 7
"""Balls left are counted in shares of so many."""


@dataclass(frozen=True, slots=True)
class Prospects:
    """What the rack promises the player at the table, apart from the look.

    race: the chance to win if both go on as they usually do here. edge: its mean over who is at the table.
    steadier: log of the other's error of aim over the player's own. Also the balls left for either player
    to pot.
    """

    race: float
    edge: float
    mine: int
    theirs: int
    steadier: float


def odds(share: float) -> float:
    """Log odds of a chance."""
    held = min(max(share, EDGE), 1.0 - EDGE)
    return log(held / (1.0 - held))


def row(look: Look, rack: Prospects, family: str) -> tuple[float, ...]:
    """The features (1 + FEATURES) of winning later.

    A constant; the `edge` beyond a half; what the `race` adds to it; whether there is no pot; the balls
    left to each player; how much steadier the player is. In rotation edge and race are log odds, and
    steadiness counts by the balls left; with groups that promises too much where one player is much
    stronger. family: as in `equity`.
    """
    if family == "rotation":
        even = odds(rack.edge)
        turn, steadier = odds(rack.race) - even, rack.steadier * min(rack.mine, rack.theirs) / MANY
    else:
        even, turn, steadier = rack.edge - 0.5, rack.race - rack.edge, rack.steadier
    return (
        1.0, even, turn, float(look.shot is None), rack.mine / MANY, rack.theirs / MANY, steadier,
    )  # fmt: skip


def equity(look: Look, rack: Prospects, family: str) -> float:
    """The chance to win the rack of the player at the table: r + (1 - r) g.

    r is the chance to run out: the map's chance to a power, because long runs come less often than the map
    promises. g is the chance to win without running out now. family: the games it was learnt from, a key of
    `learnt.WEIGHTS`.
    """
    run: float = look.chance ** learnt.POWERS[family]
    total = sum(
        weight * value
        for weight, value in zip(learnt.WEIGHTS[family], row(look, rack, family), strict=True)
    )
    return run + (1.0 - run) / (1.0 + exp(-total))


FRAME_FEATURES = ("lead", "visit", "no shot", "pot", "ahead", "strength")
CLEAR = 1.5
"""The lead is looked at up to so many times the points left."""
FEW_POINTS = 4.0
"""Added to the points left: what a foul gives."""
MANY_POINTS = 40.0
"""Points left from which a steadier player's advantage is no larger."""


@dataclass(frozen=True, slots=True)
class FrameProspects:
    """What a frame of snooker promises the player at the table, apart from the look.

    lead: points ahead; left: points still on the table; steadier: as in `Prospects`.
    """

    lead: float
    left: float
    steadier: float


def frame_row(look: Look, frame: FrameProspects) -> tuple[float, ...]:
    """The features (1 + FRAME_FEATURES) of winning a frame of snooker.

    A constant; the lead and the points the visit promises, both over the square root of the points left
    (the spread of a race's scores); whether there is no pot, and the pot's chance; the cube of the lead
    over the points left, which grows where snookers are needed; how much steadier the player is, scaled by
    the points left.
    """
    whole = frame.left + FEW_POINTS
    wide = whole**0.5
    ahead = min(max(frame.lead / whole, -CLEAR), CLEAR)
    return (
        1.0, frame.lead / wide, look.chance * POINTS / wide, float(look.shot is None), look.pot, ahead**3,
        frame.steadier * min(1.0, frame.left / MANY_POINTS),
    )  # fmt: skip


def frame_equity(look: Look, frame: FrameProspects) -> float:
    """The chance of the player who is at the table to win the frame."""
    weights = learnt.WEIGHTS["frame"]
    total = sum(weight * value for weight, value in zip(weights, frame_row(look, frame), strict=True))
    return 1.0 / (1.0 + exp(-total))


def promised(rows: Array, chance: Array, won: Array, ridge: float = 1.0) -> tuple[float, Array]:
    """The power of POWERS and the weights (f,) under which `won` (n,) is likeliest; as in `fitted`."""
    found = [(power, fitted(rows, chance**power, won, ridge)) for power in POWERS]
    return max(found, key=lambda one: _likely(rows, chance ** one[0], won, one[1]))


def _likely(rows: Array, chance: Array, won: Array, weights: Array) -> float:
    expected = np.clip(chance + (1.0 - chance) * expit(rows @ weights), 1e-9, 1.0 - 1e-9)
    return float((won * np.log(expected) + (1.0 - won) * np.log(1.0 - expected)).sum())


def fitted(rows: Array, chance: Array, won: Array, ridge: float = 1.0) -> Array:
    """Weights w (f,) of the likeliest model of `won` (n,), for `rows` (n, f).

    `won` is 1 or 0, or that less the luck of the strikes that led to it, which may lie beyond: the slope of
    the likelihood is linear in it, so that the weights stay unbiased (quasi-likelihood; Wedderburn,
    Biometrika 61:439, 1974; memory).

    Each row's chance is r + (1 - r) / (1 + exp(-rows w)) with r = `chance` (n,); all weights but the first
    have a ridge. With r = 0 it is a logistic regression; statsmodels gives the same in the tests.
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
