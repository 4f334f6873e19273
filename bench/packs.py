"""Snooker with the reds in the pack: what visits that open it are worth, held to visits that are played."""

import random
from collections.abc import Iterator
from concurrent.futures import Executor

import numpy as np

from aretane.core.equipment.balls import COLOURS, is_red, value
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.games.setting_up import racked
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.runout.chart import READ, PlannedShot, State, Way
from aretane.core.runout.games import Question, search
from aretane.core.runout.kernel import POINTS
from aretane.core.runout.playout import snooker_follow, struck
from aretane.core.runout.run import Run
from aretane.core.runout.snooker import COLOUR, END, RED
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE

from .rows import Came, Row, came_of, promises, seed

SNOOKER = table_for("snooker-12")
LEVELS = ("strong", "advanced", "professional")
LAYOUTS, VISITS = 20, 60
LOOSE, APART, NEAR = 3, 0.12, 0.09
"""Reds outside the pack at the most; m between those and others, and between the cue ball and others."""


def packed_frame(number: int) -> Layout:
    """Eight to twelve reds in the pack, up to three outside it, the cue ball in the upper half."""
    rng, rack = random.Random(f"{number} pack"), racked(SNOOKER, "snooker")
    there = dict(rack.places)
    reds = [ball for ball in rack.objects if is_red(ball)]
    count = rng.randint(8, 12)
    found = {ball: there[ball] for ball in (*reds[:count], *COLOURS)}

    def somewhere(left: float, apart: float) -> Point:
        while True:
            place = Point(rng.uniform(left, SNOOKER.length - 0.1), rng.uniform(0.1, SNOOKER.width - 0.1))
            if min(place.distance(other) for other in found.values()) > apart:
                return place

    for ball in reds[count : count + rng.randint(0, LOOSE)]:
        found[ball] = somewhere(1.9, APART)
    return Layout.of(found | {CUE: somewhere(2.4, NEAR)})


def next_shot(run: Run, at: State, layout: Layout, number: int) -> PlannedShot | None:
    """What a player plays who reads what each stroke leaves; of the colours in order by their maps."""
    if at[0] == END:
        return run.outlook(layout, at, (number,), valuing=1, closer=1).shot
    on = [ball for ball in layout.objects if is_red(ball)] if at[0] == RED else list(COLOURS)
    ways = [Way(ball, READ, (value(ball) / POINTS,)) for ball in on]
    maker = run.maker.always_reading()
    return maker.outlook(layout, layout.objects, ways, (number,), valuing=1, closer=1).shot


def visit(run: Run, first: PlannedShot, rng: np.random.Generator) -> float:
    """Points of a visit that begins with the shot `first`."""
    follow, at, layout = snooker_follow(SNOOKER), run.start, run.maker.layout
    points, shot = 0.0, first
    while True:
        came = follow(at, shot, struck(run.maker, layout, shot, rng))
        points += came.points[0] * POINTS
        if not isinstance(came.verdict, tuple) or came.layout.cue is None:
            return points
        at, layout = came.verdict, came.layout
        found = next_shot(run, at, layout, int(rng.integers(2**31)))
        if found is None:
            return points
        shot = found


def held(case: tuple[int, str]) -> Came:
    """Of one frame and player: points promised, points that came, and the standard error of those."""
    number, level = case
    question = Question(SNOOKER, "snooker", packed_frame(number), COLOUR, PRESETS[level], Physics())
    run = search(question, 1.4, threads=1)
    found = run.outlook()
    rng = np.random.default_rng((number, 4))
    came = [] if found.shot is None else [visit(run, found.shot, rng) for _ in range(VISITS)]
    return came_of(found.values[0] * POINTS, came)


def measure(pool: Executor) -> Iterator[Row]:
    """The rows of visits from a colour with the reds packed."""
    first = seed(130_000)
    cases = [(first + k, level) for level in LEVELS for k in range(LAYOUTS)]
    found = list(pool.map(held, cases))
    how = (
        f"{LAYOUTS} frames with 8 to 12 reds packed and a colour on, at {len(LEVELS)} levels, {VISITS} "
        f"visits each: the first shot as it is advised, the others chosen by a glance at what they leave, "
        f"the colours in order by their maps."
    )
    name = "snooker: points of a visit with the reds packed"
    yield from promises(name, "points", (3.0, 6.0), found, LEVELS, how)
