"""A player's errors fitted from four hundred shots: how often the stated interval holds what was put in."""

from collections.abc import Iterator
from math import sqrt

import numpy as np
from scipy.special import erf

from aretane.core.skill import PRESETS
from aretane.core.skill.fit import PRIOR_WIDTH, EyeTry, Off, PotTry, fit

from .rows import Row, seed

PLAYERS, SHOTS = 200, 400
INDIRECT = 60
"""Of the shots those in which an angle had to be judged."""


def measure_fitted() -> Iterator[Row]:
    """One row for the arm, one for the eye."""
    rng = np.random.default_rng(seed(270_000))
    level, held, widths = PRESETS["regular"], {"arm": [], "eye": []}, []
    for _ in range(PLAYERS):
        times = np.exp(rng.normal(0.0, PRIOR_WIDTH, 3))
        aim, speed = level.aim * times[0], level.speed * times[1]
        windows = rng.gamma(4.0, 0.5, SHOTS) * level.aim
        made = np.abs(rng.normal(0.0, aim, SHOTS)) < windows / 2
        pots = [PotTry(float(w), bool(m)) for w, m in zip(windows, made, strict=True)]
        noise = rng.uniform(0.01, 0.05, SHOTS)
        errors = rng.normal(0.0, np.hypot(speed, noise))
        speeds = [Off(float(e), float(n)) for e, n in zip(errors, noise, strict=True)]
        eye = level.aim * rng.uniform(1.0, 4.0, INDIRECT)
        half = rng.gamma(4.0, 0.4, INDIRECT) * level.aim
        chance = erf(half / np.hypot(level.aim, eye) / sqrt(2.0))
        seen = np.abs(rng.normal(0.0, np.hypot(level.aim, times[2] * eye))) < half
        eyes = [
            EyeTry(float(c), level.aim, float(e), bool(s))
            for c, e, s in zip(chance, eye, seen, strict=True)
        ]
        found = fit(level, pots, speeds, eyes=eyes)
        held["arm"] += [found.aim.low < aim < found.aim.high, found.speed.low < speed < found.speed.high]
        held["eye"].append(found.eye.low < times[2] < found.eye.high)
        widths.append(found.aim.high / found.aim.low)
    wide = f"the interval of the aim's error is {np.mean(widths):.2f} wide as a ratio"
    for what, words in (("arm", "aim and speed"), ("eye", f"judgement, {INDIRECT} of the shots")):
        share = round(float(np.mean(held[what])), 3)
        how = f"{PLAYERS} players within a level, {SHOTS} shots each, {words}; {wide}."
        name = f"fitted errors, {what}: the 95 % interval holds"
        yield Row(name, share, "", 0.85, "higher", len(held[what]), how)
