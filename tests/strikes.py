"""Real strikes of every kind of stroke, and the plans that people would have written down of them."""

import random
from dataclasses import replace
from math import pi
from typing import NamedTuple

import numpy as np

from aretane.core.chance.made import Task, made
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.table import POCKETS, table_for
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Target, Tip
from aretane.core.motion.play import STANDARD, Ends, play_ready
from aretane.core.motion.ready import Ready, ready

TABLE = table_for("pool-9")
KINDS = ("direct", "bank", "combination", "carom", "kick", "kiss", "jump", "swerve")
TRIED = 3000
"""Random strikes at a layout, of which one that does it is taken."""
LEAST = 0.001
"""rad. Narrowest window of aims of a shot that somebody can mean: about a professional's error of aim."""
MANY, CLEARLY = 12_000, 0.15
"""Strikes that show what can be reached, and m that a place lies beyond it."""
HARD = {"kiss", "carom", "kick", "jump", "swerve"}
"""Kinds that need a ball near its pocket to be met with by chance."""


class Struck(NamedTuple):
    """A strike that made its shot: the layout, what was planned of it, and where the cue ball ended."""

    layout: Layout
    plan: Plan
    end: Point


def any_struck(kind: str, seed: int) -> Struck:
    """A random strike of a kind that potted a ball and kept the cue ball on the table."""
    rng = random.Random(f"{kind} {seed}")
    while True:
        layout = any_layout(kind, rng)
        if layout_faults(TABLE, layout):
            continue
        at = ready(TABLE, layout, STANDARD)
        rows = _rows(kind, at, rng)
        found = _of_kind(kind, at, rows, play_ready(at, rows))
        if found is not None:
            k, ball, pocket, ends = found
            end = Point(*(float(v) for v in ends.places[k, 0]))
            plan = Plan(ball, POCKETS[pocket], kind=kind, target=Target("point", end))
            return Struck(layout, plan, end)


def any_layout(kind: str, rng: random.Random) -> Layout:
    """A cue ball and two balls anywhere, or so near each other and a pocket that the kind comes off."""

    def anywhere() -> Point:
        return Point(rng.uniform(0.1, TABLE.length - 0.1), rng.uniform(0.1, TABLE.width - 0.1))

    balls = {"cue": anywhere(), "1": anywhere(), "2": anywhere()}
    if kind in HARD:  # the ball hangs near a pocket
        mouth = TABLE.pockets[rng.choice(POCKETS)].mouth
        middle = Point(TABLE.length / 2, TABLE.width / 2)
        off = middle.minus(mouth)
        balls["1"] = mouth.plus(off.times(rng.uniform(0.1, 0.3) / off.norm))
    if kind == "combination":
        balls["2"] = balls["1"].plus(Point(rng.uniform(-0.3, 0.3), rng.uniform(-0.3, 0.3)))
    return Layout.of(balls)


def _rows(kind: str, at: Ready, rng: random.Random) -> np.ndarray:
    """Random strikes (k, 5) towards the balls, or all round for kicks."""
    own = np.random.default_rng(rng.randrange(2**32))
    rows = np.zeros((TRIED, 5))
    rows[:, 0] = np.exp(own.uniform(np.log(0.7), np.log(5.0), TRIED))
    size, turn = 0.45 * np.sqrt(own.random(TRIED)), own.uniform(-pi, pi, TRIED)
    rows[:, 2], rows[:, 3] = size * np.cos(turn), size * np.sin(turn)
    if kind == "kick":
        rows[:, 1] = own.uniform(-pi, pi, TRIED)
    else:
        to = at.layout[own.integers(1, len(at.names), TRIED), :2] - at.layout[0, :2]
        spread = 0.3 if kind == "swerve" else 0.12
        rows[:, 1] = np.arctan2(to[:, 1], to[:, 0]) + own.uniform(-spread, spread, TRIED)
    if kind == "jump":
        rows[:, 4], rows[:, 0] = own.uniform(0.5, 0.9, TRIED), own.uniform(2.5, 5.0, TRIED)
    if kind == "swerve":
        rows[:, 4] = own.uniform(0.2, 0.6, TRIED)
    rows[:, 1] = (rows[:, 1] + pi) % (2 * pi) - pi
    return rows


def _of_kind(kind: str, at: Ready, rows: np.ndarray, ends: Ends) -> tuple[int, str, int, Ends] | None:
    """The first strike that pots a ball so: its row, the ball and the pocket."""
    for ball in at.names[1:]:
        for number in range(len(POCKETS)):
            task = Task(ball, POCKETS[number], kind)  # type: ignore[arg-type]
            good = made(task, ends) & (ends.fates[:, 0] == -1)
            others = [k for k, name in enumerate(at.names) if name not in ("cue", ball)]
            good &= (ends.fates[:, others] == -1).all(axis=1)
            for k in np.flatnonzero(good)[:8]:
                if _can_be_meant(at, task, rows[k]):
                    return int(k), ball, number, ends
    return None


def _can_be_meant(at: Ready, task: Task, row: np.ndarray) -> bool:
    """Whether the aims round a strike make the shot over the least window: no fluke."""
    rows = np.tile(row, (21, 1))
    rows[:, 1] += np.linspace(-LEAST, LEAST, 21)
    good = made(task, play_ready(at, rows))
    runs = "".join("x" if one else " " for one in good).split()
    return max((len(run) for run in runs), default=0) > 10


def unmeetable(seed: int) -> Struck:
    """A direct pot with a tip said and a place for the cue ball that no strike with that tip comes near.

    With the tip said, only speed and aim are open: many strikes that make the pot show all that is reached.
    """
    rng = random.Random(f"unmeetable {seed}")
    while True:
        struck = any_struck("direct", rng.randrange(10**6))
        at, ball = ready(TABLE, struck.layout, STANDARD), struck.layout.get(str(struck.plan.ball))
        assert ball is not None and struck.layout.cue is not None
        task = Task(str(struck.plan.ball), struck.plan.pocket or "foot-left", "direct")
        size, turn = 0.45 * rng.random() ** 0.5, rng.uniform(-pi, pi)
        tip = Tip(size * np.cos(turn), size * np.sin(turn))
        own, line = np.random.default_rng(rng.randrange(2**32)), ball.minus(struck.layout.cue)
        rows = np.zeros((MANY, 5))
        rows[:, 0] = np.exp(own.uniform(np.log(0.25), np.log(12.0), MANY))
        rows[:, 2], rows[:, 3] = tip.side, tip.height
        half = np.arcsin(min(1.0, 2 * TABLE.ball_radius / line.norm)) + 0.1
        rows[:, 1] = (line.angle + own.uniform(-half, half, MANY) + pi) % (2 * pi) - pi
        for _ in range(2):  # then round the aims that make it
            ends = play_ready(at, rows)
            good = made(task, ends) & (ends.fates[:, 0] == -1)
            if good.sum() < 20:
                break
            rows[:, 1] = own.choice(rows[good, 1], MANY) + own.normal(0.0, 0.003, MANY)
        if good.sum() < 500:
            continue
        for _ in range(20):
            place = Point(rng.uniform(0.05, TABLE.length - 0.05), rng.uniform(0.05, TABLE.width - 0.05))
            off = np.hypot(ends.places[good, 0, 0] - place.x, ends.places[good, 0, 1] - place.y)
            if off.min() > CLEARLY:
                return struck._replace(plan=replace(struck.plan, tip=tip, target=Target("point", place)))
