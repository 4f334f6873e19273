"""Fit a player's errors from logged shots, the level's preset as the prior.

Each spread has a log-normal prior round the preset; the logged shots give its likelihood; the posterior is
taken on a grid. Pots alone cannot tell an error of aim from what wrong speed or tip did to a pot: that
little goes to the aim.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import log, sqrt

import numpy as np
from numpy.typing import NDArray
from scipy.special import erf, erfinv

from .model import Skill

Array = NDArray[np.float64]

PRIOR_WIDTH = 0.25
"""Standard deviation of the logarithm of a spread about its preset (our choice: players of one level differ
by a quarter either way, so that ten shots move a player a little and a thousand decide)."""
BIAS_WIDTH = 0.10
"""Standard deviation of the prior of a relative speed bias about zero (our choice)."""
SLIP = 0.02
"""Share of shots decided by something the model does not know: a wrong log, a kick, a moved ball."""
REACH, STEPS = 2.2, 441


@dataclass(frozen=True, slots=True)
class PotTry:
    """A logged pot: `window`, the width of all aims that make it (rad), the middle of it meant; made or
    not."""

    window: float
    made: bool


@dataclass(frozen=True, slots=True)
class EyeTry:
    """A logged stroke in which an angle had to be judged: `chance` by the player's model, of whose error of
    aim `arm` is the arm's part and `eye` the eye's (rad); made or not."""

    chance: float
    arm: float
    eye: float
    made: bool


@dataclass(frozen=True, slots=True)
class Off:
    """A logged error with the standard deviation of its own measuring (same unit)."""

    error: float
    noise: float


@dataclass(frozen=True, slots=True)
class Estimate:
    """A value with its 95 % interval, and the shots behind it."""

    value: float
    low: float
    high: float
    n: int


@dataclass(frozen=True, slots=True)
class Fitted:
    """A player's model from the log. `speed_bias` is relative: -0.1 strikes a tenth too softly. `eye`: how
    many times as far as the prior the player misjudges cushions, lines and curves."""

    skill: Skill
    aim: Estimate
    speed: Estimate
    speed_bias: Estimate
    tip: Estimate
    eye: Estimate


def fit(
    prior: Skill, pots: Sequence[PotTry], speeds: Sequence[Off] = (), tips: Sequence[Off] = (),
    eyes: Sequence[EyeTry] = (),
) -> Fitted:  # fmt: skip
    """The player's spreads given logged pots, relative speed errors, tip errors (m), and strokes judged by
    eye.

    Without evidence every value is the prior's. Raises ValueError naming a window or noise below zero.
    """
    for k, pot in enumerate(pots):
        if pot.window < 0:
            raise ValueError(f"pot {k + 1}: window {pot.window} rad is below zero")
    for name, errors in (("speed", speeds), ("tip", tips)):
        for k, off in enumerate(errors):
            if off.noise < 0:
                raise ValueError(f"{name} error {k + 1}: noise {off.noise} is below zero")
    aim = _spread(prior.aim, _pot_likelihood(prior.aim, pots), len(pots))
    speed, bias = _spread_and_bias(prior.speed, speeds)
    tip = _spread(prior.tip, _normal_likelihood(_grid(prior.tip), tips, 0.0), len(tips))
    eye = _spread(1.0, _eye_likelihood(eyes), len(eyes))
    own = replace(
        prior, aim=aim.value, speed=speed.value, tip=tip.value, rail=prior.rail * eye.value,
        line=prior.line * eye.value, curve=prior.curve * eye.value,
    )  # fmt: skip
    return Fitted(own, aim, speed, bias, tip, eye)


def _grid(middle: float) -> Array:
    return np.asarray(middle * np.exp(np.linspace(-REACH, REACH, STEPS)))


def _pot_likelihood(middle: float, pots: Sequence[PotTry]) -> Array:
    """Log likelihood of the makes and misses on the grid of aim spreads."""
    sigma = _grid(middle)
    if not pots:
        return np.zeros(STEPS)
    half = np.array([pot.window / 2 for pot in pots])
    chance = erf(half[None] / (sigma[:, None] * sqrt(2)))
    chance = SLIP / 2 + (1 - SLIP) * chance
    made = np.array([pot.made for pot in pots])
    return np.asarray(np.where(made[None], np.log(chance), np.log(1 - chance)).sum(axis=1))


def _eye_likelihood(eyes: Sequence[EyeTry]) -> Array:
    """Log likelihood of strokes made and missed on the grid of how many times as far the eye misjudges.

    The chance says how wide the aims are that make the stroke: w with chance = erf(w / (sigma sqrt 2)).
    """
    times = _grid(1.0)
    if not eyes:
        return np.zeros(STEPS)
    chance, arm, eye = np.array([(one.chance, one.arm, one.eye) for one in eyes]).T
    half = erfinv(np.clip(chance, SLIP, 1 - SLIP)) * np.sqrt(2) * np.hypot(arm, eye)
    sigma = np.hypot(arm[None], times[:, None] * eye[None])
    share = SLIP / 2 + (1 - SLIP) * erf(half[None] / (sigma * sqrt(2)))
    made = np.array([one.made for one in eyes])
    return np.asarray(np.where(made[None], np.log(share), np.log(1 - share)).sum(axis=1))


def _normal_likelihood(sigma: Array, errors: Sequence[Off], bias: float) -> Array:
    if not errors:
        return np.zeros(len(sigma))
    error = np.array([one.error - bias for one in errors])
    variance = sigma[:, None] ** 2 + np.array([one.noise for one in errors])[None] ** 2
    return np.asarray((-0.5 * error[None] ** 2 / variance - 0.5 * np.log(variance)).sum(axis=1))


def _with_biases(sigma: Array, errors: Sequence[Off], biases: Array) -> Array:
    """`_normal_likelihood` (b, s) for each bias: a square of a difference, its three sums taken once."""
    if not errors:
        return np.zeros((len(biases), len(sigma)))
    error, noise = np.array([(one.error, one.noise) for one in errors]).T
    variance = sigma[:, None] ** 2 + noise[None] ** 2
    squares, sums = (error**2 / variance).sum(axis=1), (error / variance).sum(axis=1)
    weights, logs = (1.0 / variance).sum(axis=1), np.log(variance).sum(axis=1)
    off = squares[None] - 2.0 * biases[:, None] * sums[None] + biases[:, None] ** 2 * weights[None]
    return np.asarray(-0.5 * off - 0.5 * logs[None])


def _prior(middle: float) -> Array:
    return np.asarray(-0.5 * ((np.log(_grid(middle)) - log(middle)) / PRIOR_WIDTH) ** 2)


def _spread(middle: float, likelihood: Array, n: int) -> Estimate:
    return _read(_grid(middle), likelihood + _prior(middle), n)


def _spread_and_bias(middle: float, errors: Sequence[Off]) -> tuple[Estimate, Estimate]:
    """Spread and mean of the relative speed error, each with the other summed out."""
    sigma, biases = _grid(middle), np.linspace(-0.3, 0.3, 241)
    both = _with_biases(sigma, errors, biases)
    both += _prior(middle)[None] - 0.5 * (biases[:, None] / BIAS_WIDTH) ** 2
    weight = np.exp(both - both.max())
    spread = _read(sigma, np.log(weight.sum(axis=0) + 1e-300), len(errors))
    return spread, _read(biases, np.log(weight.sum(axis=1) + 1e-300), len(errors))


def _read(values: Array, logs: Array, n: int) -> Estimate:
    """Median and 95 % interval of a posterior given on a grid."""
    weight = np.exp(logs - logs.max())
    share = (np.cumsum(weight) - weight / 2) / weight.sum()
    low, middle, high = (float(np.interp(at, share, values)) for at in (0.025, 0.5, 0.975))
    return Estimate(middle, low, high, n)
