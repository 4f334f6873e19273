"""The strike that meets a plan: speed, tip and elevation for which the pot falls and the intent is met.

Strikes all over the speeds and tips are tried first; those that come nearest are bettered step by step.
Among those that meet the plan the player's own errors choose.
"""

from dataclasses import dataclass, replace
from math import pi

import numpy as np
from numpy.typing import NDArray

from ..equipment.layout import Layout
from ..equipment.table import Table
from ..geometry import Point, nearest_on_segment
from ..log.shot import Plan
from ..motion.kernel.launch import squirt
from ..motion.kernel.slots import TIP_MASS
from ..motion.physics import Physics
from ..motion.play import play_ready
from ..motion.ready import Ready
from ..motion.strike import MISCUE, Strike
from ..skill.model import Skill
from ..skill.scatter import even_errors, scatter
from .aimed import aimed
from .finer import aims_round
from .intents import PLACES, Off, hit_off
from .made import Task, made
from .search import first_look

Array = NDArray[np.float64]
SPEEDS = (0.5, 0.7, 0.95, 1.25, 1.6, 2.0, 2.5, 3.1, 3.9, 4.9, 6.2)
"""m/s that are tried."""
TIPS = (0.0, 0.22, 0.42)
"""Distances of the tip from the centre (ball radii) that are tried, eight directions each."""
RAISED = {"jump": (35 * pi / 180, 48 * pi / 180), "swerve": (15 * pi / 180, 30 * pi / 180)}
"""rad. Elevations that are tried where the plan says none."""
PATCH = 41
"""Aims that are tried round each known one, where the pot is no direct one."""
WINDOW = 0.035
"""rad to either side of such an aim."""
SCANNED, MOST_AIMS = 100_000, 6
"""Strikes of the first look, times the balls, where the pot is no direct one; aims of it that are looked at
closely."""
STARTS, ROUNDS, ROUND, TOWARDS = 16, 9, 64, 16
"""Strikes that are bettered at the most, how often, neighbours tried each time, and of them those tried
straight towards the target."""
STEPS = (0.10, 0.09, 0.09, 0.006, 0.05)
"""First steps of the relative speed, side, height (ball radii), aim and elevation (rad)."""
SHRINK = 0.62
CLOSE, SOFTER = 0.12, 0.2
"""m from which a strike is likely to be bettered until it meets the plan; of such strikes soft ones come
first, by this share for every m/s."""
CHOSEN, JUDGED = 4, 64
"""Strikes that the player's errors choose among, and strikes with errors each."""


@dataclass(frozen=True, slots=True)
class Met:
    """A strike found for a plan, and how far (m) it ends from what was meant.

    as_drawn: the cue ball meets as many cushions as the plan draws, if it draws any.
    """

    strike: Strike
    off: float
    as_drawn: bool = True


@dataclass(frozen=True, slots=True, eq=False)
class Sought:
    """What a strike is looked for: the layout, the pot, the plan, how far ends are off, and who strikes.

    near: m that count as met. rails: cushions the plan draws for the cue ball, None where it draws none or
    any number will do.
    """

    at: Ready
    table: Table
    layout: Layout
    task: Task
    plan: Plan
    skill: Skill
    physics: Physics
    off: Off
    near: float
    rails: int | None = None


def meeting(sought: Sought) -> Met | None:
    """The strike that meets the plan, or the one that comes nearest; None where no aim found makes the pot.

    What the plan says of speed, tip and elevation is kept; its cushions too, unless no strike tried meets
    as many. The same question has the same answer.
    """
    freely = replace(sought, rails=None)
    rows = _first(freely)
    good, off, _ = _judged(sought, rows)
    as_drawn = sought.rails is None or bool(good.any())
    if not good.any():
        sought = freely
        good, off, _ = _judged(sought, rows)
    if not good.any():
        return None
    rows, off = rows[good], off[good]
    rng = np.random.default_rng(7)
    found: list[Met] = []
    promising = np.maximum(off, CLOSE) * (1.0 + SOFTER * rows[:, 0])
    for k in _apart(rows, np.argsort(promising, kind="stable")):
        found.append(_bettered(sought, rows[k], float(off[k]), rng))
        if sum(one.off <= sought.near for one in found) == CHOSEN:
            break
    found.sort(key=lambda met: met.off)
    met = [one for one in found if one.off <= sought.near]
    best = max(met, key=lambda one: _often(sought, one.strike)) if met else found[0]
    return replace(best, as_drawn=as_drawn)


def _grid(sought: Sought) -> Array:
    """Strikes (k, 5) without their aims: speed, 0, side, height, elevation; what is said stays."""
    plan = sought.plan
    speeds = SPEEDS if plan.speed is None else (plan.speed,)
    if plan.tip is not None:
        tips = [(plan.tip.side, plan.tip.height)]
    else:
        turns = np.arange(8) * pi / 4
        tips = [(0.0, 0.0)]
        tips += [(size * float(np.sin(t)), size * float(np.cos(t))) for size in TIPS[1:] for t in turns]
    if plan.elevation is not None:
        raised: tuple[float, ...] = (plan.elevation,)
    else:
        raised = next((RAISED[way] for way in RAISED if way in sought.task.ways), (0.0,))
    return np.array(
        [(speed, 0.0, side, height, up) for up in raised for side, height in tips for speed in speeds]
    )


def _first(sought: Sought) -> Array:
    """Strikes (k, 5) with aims that may make the pot, all over the speeds and tips."""
    grid = _grid(sought)
    task = sought.task
    tip_mass = float(sought.at.world[TIP_MASS])
    turned = np.array([squirt(float(side), tip_mass) for side in grid[:, 2]])
    if task.pocket is not None and task.ways == {"direct"} and not grid[:, 4].any():
        ways, chances = aimed(
            sought.table, sought.layout, task.ball, task.pocket, sought.skill, sought.physics,
            np.ascontiguousarray(grid[:, [0, 2, 3]]),
        )  # fmt: skip
        there = chances > 0.0
        if there.any():
            grid[:, 1] = ways - turned
            return _wrapped(grid[there])
    scanned = _scanned(sought, grid)
    good, _, _ = _judged(sought, scanned)
    scanned = scanned[good]
    if not len(scanned):
        return scanned
    aims = np.concatenate([aims_round(middle, WINDOW, PATCH) for middle in _middles(sought, scanned)])
    rows = np.repeat(grid, len(aims), axis=0)
    rows[:, 1] = np.tile(aims, len(grid)) - np.repeat(turned, len(aims))
    return np.concatenate([scanned, _wrapped(rows)])


def _scanned(sought: Sought, grid: Array) -> Array:
    """Strikes (k, 5) at every aim worth trying, with as many speeds and tips of the grid as there is time
    for, plain ones first."""
    aims = first_look(sought.at, sought.task)
    odd = np.abs(np.log(grid[:, 0] / 2.2)) + 2.0 * np.hypot(grid[:, 2], grid[:, 3])
    odd = odd + (np.arange(len(grid)) * 0.618) % 1.0  # not only the plainest: some of all kinds
    most = SCANNED // len(sought.at.names)
    some = np.argsort(odd, kind="stable")[: max(2, most // max(1, len(aims)))]
    rows = np.repeat(grid[some], len(aims), axis=0)
    rows[:, 1] = np.tile(aims, len(some))
    if len(aims) > 1:  # each between the aims of the others
        step = float(np.median(np.diff(aims)))
        rows[:, 1] += step * np.repeat((np.arange(len(some)) * 0.618) % 1.0 - 0.5, len(aims))
    return _wrapped(rows)


def _middles(sought: Sought, made_by: Array) -> list[float]:
    """Directions (rad) that the cue ball starts in, of strikes that make the pot, clearly apart; those that
    make it most often first."""
    tip_mass = float(sought.at.world[TIP_MASS])
    ways = made_by[:, 1] + np.array([squirt(float(side), tip_mass) for side in made_by[:, 2]])
    bins, counts = np.unique(np.round(ways / (WINDOW / 2)), return_counts=True)
    return [float(middle) * WINDOW / 2 for middle in bins[np.argsort(-counts, kind="stable")][:MOST_AIMS]]


def _wrapped(rows: Array) -> Array:
    rows[:, 1] = (rows[:, 1] + pi) % (2 * pi) - pi
    return rows


def _judged(sought: Sought, rows: Array) -> tuple[NDArray[np.bool_], Array, Array]:
    """Which of the strikes (k, 5) make the pot and keep the cue ball, how far (m) each is off, and where
    the cue ball ends (k, 2)."""
    if not len(rows):
        return np.zeros(0, dtype=np.bool_), np.zeros(0), np.zeros((0, 2))
    at = sought.at
    ends = play_ready(at, rows, threads=2)
    good = made(sought.task, ends) & (ends.fates[:, 0] == -1) & ~ends.capped
    if sought.rails is not None:
        good &= ends.rails[:, 0] == sought.rails
    off = np.where(good, sought.off(ends, good) + hit_off(at, sought.plan, sought.task.ball, rows), np.inf)
    return good, off, ends.places[:, 0]


def _apart(rows: Array, order: NDArray[np.int64]) -> list[int]:
    """The first strikes of an order that differ clearly from each other."""
    chosen: list[int] = []
    for k in order:
        near = (
            abs(np.log(rows[k, 0] / rows[j, 0])) < 0.15
            and np.hypot(rows[k, 2] - rows[j, 2], rows[k, 3] - rows[j, 3]) < 0.15
            and abs(rows[k, 1] - rows[j, 1]) < 0.015
            for j in chosen
        )
        if not any(near):
            chosen.append(int(k))
        if len(chosen) == STARTS:
            break
    return chosen


def _bettered(sought: Sought, row: Array, off: float, rng: np.random.Generator) -> Met:
    """The best strike found near a strike (5,) that makes the pot.

    Neighbours are struck, ever nearer ones; how their ends lie also says which way to go.
    """
    plan = sought.plan
    steps = np.array(STEPS)
    steps[0] *= plan.speed is None
    steps[1:3] *= plan.tip is None
    steps[4] *= plan.elevation is None and row[4] > 0.0
    straight = np.zeros((0, 5))
    for _ in range(ROUNDS):
        if off <= sought.near / 4:
            break
        moves = np.concatenate([straight, rng.standard_normal((ROUND, 5))]) * steps
        rows = _moved(sought, row, moves)
        good, offs, places = _judged(sought, rows)
        best = int(np.argmin(offs))
        if offs[best] < off:
            row, off = rows[best], float(offs[best])
            moves = moves - moves[best]
        steps = steps * SHRINK
        straight = _towards(sought, row, moves[good], places[good], steps, rng)
    return Met(Strike.of(row), off)


def _moved(sought: Sought, row: Array, moves: Array) -> Array:
    """Neighbours (k, 5) of a strike: `moves` (k, 5) of its relative speed, aim's direction, tip and
    elevation in the order of STEPS."""
    tip_mass = float(sought.at.world[TIP_MASS])
    rows = np.tile(row, (len(moves), 1))
    rows[:, 0] = np.clip(rows[:, 0] * np.exp(moves[:, 0]), 0.25, 12.0)
    rows[:, 2:4] += moves[:, 1:3]
    keep = np.minimum(1.0, MISCUE / np.maximum(np.hypot(rows[:, 2], rows[:, 3]), 1e-12))
    rows[:, 2:4] *= keep[:, None]
    if row[4] > 0.0:
        rows[:, 4] = np.clip(rows[:, 4] + moves[:, 4], 0.01, 75 * pi / 180)
    was = squirt(float(row[2]), tip_mass)
    rows[:, 1] += moves[:, 3] + was - np.array([squirt(float(side), tip_mass) for side in rows[:, 2]])
    return _wrapped(rows)


def _towards(
    sought: Sought, row: Array, moves: Array, places: Array, steps: Array, rng: np.random.Generator
) -> Array:
    """Moves (k, 5), in steps, that would bring the cue ball to the target if ends moved in proportion.

    moves (n, 5) of strikes that made the pot, from `row`, and their `places` (n, 2).
    """
    target = sought.plan.target
    if target.kind not in PLACES or target.a is None or len(moves) < 6:
        return np.zeros((0, 5))
    free = steps > 0.0
    scaled = moves[:, free] / steps[free]
    near = np.argsort((scaled**2).sum(axis=1), kind="stable")[:40]
    scaled, there = scaled[near], places[near]
    base = np.column_stack([np.ones(len(near)), scaled])
    fitted = np.linalg.lstsq(base, there, rcond=1e-3)[0]
    here = Point(float(fitted[0, 0]), float(fitted[0, 1]))
    if target.kind == "either" and target.b is not None:
        nearest = min((target.a, target.b), key=here.distance)
    else:
        nearest = nearest_on_segment(target.a, target.b or target.a, here)
    wanted = np.array((nearest.x - here.x, nearest.y - here.y))
    move = np.linalg.lstsq(fitted[1:].T, wanted, rcond=1e-3)[0]
    found = np.zeros((TOWARDS, 5))
    found[:, free] = np.linspace(0.4, 1.2, TOWARDS)[:, None] * move
    found[:, free] += 0.15 * rng.standard_normal((TOWARDS, int(free.sum())))
    return found


def _often(sought: Sought, strike: Strike) -> float:
    """How often the player's own strike makes the pot and ends as meant."""
    radius, tip_mass = float(sought.at.layout[0, 2]), float(sought.at.world[TIP_MASS])
    rows = scatter(strike, sought.skill, radius, tip_mass, even_errors(JUDGED))
    ends = play_ready(sought.at, rows, threads=2)
    good = made(sought.task, ends) & (ends.fates[:, 0] == -1)
    return float(good.mean()) + float((good & (sought.off(ends, good) <= sought.near)).mean())
