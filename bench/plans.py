"""The strike found from the plan: plans of real strikes, speed and tip withheld, and impossible plans."""

import time
from collections.abc import Iterator

from tests.strikes import KINDS, TABLE, Struck, any_struck, unmeetable

from aretane.core.chance.forecast import NoAim, meant_by
from aretane.core.motion import play
from aretane.core.skill import PRESETS

from .rows import Row, percentile, seed

REAL, IMPOSSIBLE = 300, 100
PLAYER = PRESETS["advanced"]


def found(struck: Struck) -> tuple[bool, bool, float]:
    """Whether the strike found pots the ball and ends within half a ball width of the planned end; whether
    it is said that none does; and the seconds it took."""
    began = time.perf_counter()
    try:
        meant = meant_by(TABLE, struck.layout, struck.plan, PLAYER)
    except NoAim:
        return False, True, time.perf_counter() - began
    took = time.perf_counter() - began
    assert meant is not None
    motion = play(TABLE, struck.layout, meant.strike)
    end = motion.after.cue
    down = (struck.plan.ball, struck.plan.pocket) in motion.potted
    met = down and end is not None and end.distance(struck.end) <= TABLE.ball_radius
    return met, meant.unmet, took


def rows() -> Iterator[Row]:
    """Plans that are met, plans that are said not to be, and how long both take."""
    start = seed(300)
    real = [found(any_struck(KINDS[k % len(KINDS)], start + k)) for k in range(REAL)]
    none = [found(unmeetable(start + k)) for k in range(IMPOSSIBLE)]
    seconds = [took for _, _, took in (*real, *none)]
    share_met = round(100 * sum(met for met, _, _ in real) / REAL, 1)
    share_said = round(100 * sum(said for _, said, _ in none) / IMPOSSIBLE, 1)
    yield Row(
        "plans of real strikes that are met", share_met, "%", 95, "higher", REAL,
        f"Strikes of {len(KINDS)} kinds, their speed and tip withheld; met: it pots and ends within half a "
        "ball width. Strikes that only a fluke makes (aims over less than 2 mrad) are no plans.",
    )  # fmt: skip
    yield Row(
        "plans that no strike meets, said so", share_said, "%", 95, "higher", IMPOSSIBLE,
        "Direct pots with a tip and a place that none of thousands of strikes with that tip comes near.",
    )  # fmt: skip
    yield Row(
        "finding the strike of a plan, p95", round(percentile(seconds, 0.95) * 1000), "ms", 500, "lower",
        len(seconds), f"Two threads; the slowest took {max(seconds) * 1000:.0f} ms.",
    )  # fmt: skip
