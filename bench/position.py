"""The chance map: how long it takes, and whether its chances come when the plan is played out."""

import random
import statistics
import time

import numpy as np
from tests.core.runout.test_rotation import scattered

from aretane.core.runout import Maker, rotation_run
from aretane.core.runout.playout import played_out, rotation_follow
from aretane.core.runout.rotation import SPACING
from aretane.core.skill import PRESETS
from aretane.core.table import Table, table_for

from .rows import Row, at_most, seed

LAYOUTS, PLAYS = 60, 400
LEVELS = ("regular", "strong", "advanced")
TIMED = 7


def timed(table: Table, count: int) -> list[float]:
    """Seconds to map an open layout of so many balls, kernels loaded."""
    times = []
    for turn in range(TIMED):
        layout, order = scattered(turn, count)
        began = time.perf_counter()
        rotation_run(Maker(table, layout, PRESETS["strong"], SPACING), order)
        times.append(time.perf_counter() - began)
    return times


def truth(table: Table) -> tuple[np.ndarray, np.ndarray]:
    """Chances promised and shares that came, (levels, layouts)."""
    first = seed(50_000)
    promised, came = np.zeros((len(LEVELS), LAYOUTS)), np.zeros((len(LEVELS), LAYOUTS))
    for k in range(LAYOUTS):
        layout, order = scattered(first + k, random.Random(first + k).randint(1, 9))
        for row, level in enumerate(LEVELS):
            run = rotation_run(Maker(table, layout, PRESETS[level], SPACING, seed=(first, k)), order)
            promised[row, k] = run.outlook(seed=(first, k, 1)).values[0]
            came[row, k] = played_out(run, rotation_follow, PLAYS, (first, k, 2)).mean()
    return promised, came


def measure() -> list[Row]:
    """All rows of the area `position`."""
    table = table_for("pool-9")
    timed(table, 1)
    nine, three = timed(table, 9), timed(table, 3)
    promised, came = truth(table)
    off = promised - came
    count = off.size
    how = f"{LAYOUTS} fresh layouts of 1 to 9 balls at {len(LEVELS)} levels, each played out {PLAYS} times."
    noise = float(np.sqrt(np.mean(came * (1 - came) / PLAYS)))
    rms = float(np.sqrt(np.mean(off**2)))
    alike = float(np.corrcoef(promised.ravel(), came.ravel())[0, 1])
    return [
        at_most("nine-ball map of a full open rack", round(statistics.median(nine), 2), "s", 3, TIMED,
                f"Median; two threads, 8 cm between places; the slowest took {max(nine):.2f} s."),
        at_most("nine-ball map of three balls", round(statistics.median(three), 2), "s", 0.5, TIMED,
                f"As above; the slowest took {max(three):.2f} s."),
        at_most("nine-ball chance, bias against playing it out", round(abs(float(off.mean())), 4), "", 0.03,
                count, f"{how} Promised less came: {float(off.mean()):+.4f}."),
        at_most("nine-ball chance, RMS against playing it out", round(rms, 4), "", 0.07, count,
                f"{how} {noise:.3f} of it is the noise of the plays."),
        Row("nine-ball chance, correlation with playing it out",
            round(alike, 4), "", 0.95, "higher", count, how),
    ]  # fmt: skip
