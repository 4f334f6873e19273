"""Find the aim for any way of making a shot, and the chance of it: direct, bank, combination, carom,
kick."""

from collections.abc import Iterable
from dataclasses import replace
from math import pi, radians

import numpy as np
from numpy.typing import NDArray

from ..motion.play import play_ready
from ..motion.ready import Ready
from ..motion.strike import Strike
from ..skill.model import Skill
from .finer import Array, Chance, aims_round, best_aim, compensated, cone, scan, spread_evenly
from .made import Task, made

GAP = radians(0.5)
"""rad. Aims further apart than this belong to two runs."""
MOST_COARSE = 2400
ACROSS_A_BALL = 161
"""Aims of the first look over the width of a ball, as seen from the cue ball."""
CLOSE_LOOK = 81
SWERVING = radians(25.0)
"""How far to either side of the ball a cue ball that swerves starts off."""
SAMPLES = 96
KEPT = 3


def chance_of(
    at: Ready, task: Task, strike: Strike, skill: Skill, aim: float | None = None, part: float = 0.0
) -> Chance:
    """The player's chance of the task with this speed and tip, with the best aim.

    aim (rad, the direction the cue ball starts in): kept where given. part: the part of the pocket meant,
    seen from the ball: -1 the right edge of what is free, 1 its left edge. The chance is 0 with the strike
    as given where no aim found makes it. Raises MotionError naming a ball that is not there.
    """
    at.index(task.ball)
    if aim is not None:
        return spread_evenly(at, task, compensated(strike, aim, at), skill, SAMPLES)
    best: Chance | None = None
    for centre, half in likely_aims(at, task, strike):
        width = max(half, 3.0 * skill.aim)
        aims = aims_round(centre, width, CLOSE_LOOK)
        good = scan(at, task, strike, aims)
        meant = best_aim(aims, good, skill.aim)
        if meant is None:
            continue
        if part != 0.0:
            meant = off_middle(aims, good, meant, part)
        found = spread_evenly(at, task, replace(strike, aim=meant), skill, SAMPLES)
        if best is None or found.value > best.value:
            best = found
    return best or Chance(0.0, 0.0, strike)


def off_middle(aims: Array, good: NDArray[np.bool_], meant: float, part: float) -> float:
    """The aim for a part of the pocket: aiming further left sends the ball further right."""
    here = int(np.argmin(np.abs(aims - meant)))
    if not good[here]:
        return meant
    bad = np.flatnonzero(~good)
    first = bad[bad < here].max(initial=-1) + 1
    last = bad[bad > here].min(initial=len(aims)) - 1
    return float((aims[first] + aims[last]) / 2 - part * (aims[last] - aims[first]) / 2)


def likely_aims(at: Ready, task: Task, strike: Strike) -> list[tuple[float, float]]:
    """Up to KEPT runs of aims that make the task, widest first: middle and half width (rad)."""
    aims = first_look(at, task)
    good = made(task, play_ready(at, _rows(strike, aims), at.index(task.ball)))
    runs: list[tuple[float, float]] = []
    start: int | None = None
    for k in range(len(aims) + 1):
        goes_on = k < len(aims) and good[k] and (start is None or aims[k] - aims[k - 1] < GAP)
        if start is not None and not goes_on:
            runs.append(
                (
                    (aims[start] + aims[k - 1]) / 2,
                    (aims[k - 1] - aims[start]) / 2 + (aims[min(k, len(aims) - 1)] - aims[k - 1]),
                )
            )
            start = None
        if k < len(aims) and good[k] and start is None:
            start = k
    return sorted(runs, key=lambda run: -run[1])[:KEPT]


def _rows(strike: Strike, aims: Array) -> Array:
    rows = np.tile(strike.array(), (len(aims), 1))
    rows[:, 1] = aims
    return rows


def first_look(at: Ready, task: Task) -> Array:
    """Aims worth trying, rising: where the cue ball meets a ball that can do it, or all round for a
    kick."""
    if task.way == "any" or "kick" in task.ways:
        return np.arange(-pi, pi, 2 * pi / MOST_COARSE)
    first: Iterable[str] = (task.ball,)
    across = ACROSS_A_BALL
    if task.ways & {"combination", "carom"}:
        first = [name for name in at.names[1:] if name != task.ball]
        across *= 4  # two balls in a row leave far less room
    elif "kiss" in task.ways:
        across *= 2
    aims = []
    for ball in first:
        centre, half = cone(at, ball)
        if task.way == "swerve":  # it starts off beside the ball
            half, across = SWERVING, ACROSS_A_BALL * 2
        aims.append(centre + np.linspace(-half, half, across))
    if not aims:
        return np.empty(0)
    together = np.concatenate(aims)
    return np.sort((together + pi) % (2 * pi) - pi)
