"""Straight pool over the end of a rack: what break shots, endings and nudges are worth, held to runs that
are played on to their end."""

import random
from collections.abc import Iterator
from concurrent.futures import Executor
from dataclasses import dataclass, replace
from itertools import combinations

import numpy as np
from tests.core.runout.layouts import strewn

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.racking import racked_again
from aretane.core.equipment.table import PocketName, table_for
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.patterns.chains import chains
from aretane.core.runout.chart import READ, Outlook, PlannedShot, Way
from aretane.core.runout.games import Question, search
from aretane.core.runout.line import order_of, proposed
from aretane.core.runout.maps import Maker, know_nothing
from aretane.core.runout.opened import ONE, RACK, reading
from aretane.core.runout.playout import (
    straight_follow,
    struck,
)
from aretane.core.runout.records import Tries
from aretane.core.runout.straight import straight_run
from aretane.core.skill import PRESETS, Skill
from aretane.core.vocabulary import CUE

from .rows import Came, Row, came_of, promises, seed

POOL, PHYSICS = table_for("pool-9"), Physics()
FOOT = POOL.foot_spot
LEVELS = ("regular", "advanced", "professional")
POSITIONS, RUNS = 12, 60
"""Break positions, each with a soft and a hard stroke, and runs played from each."""
SPEEDS = (1.5, 3.4)
TIPS = ((0.0, 0.0), (0.0, 0.35), (0.0, -0.35))
ENDS, NAMED = 12, 100
SPACING, MOST, ONE_BALL = 0.14, 90, 1.0
LIKELY, NEAR = 0.35, 0.07
"""Chance of the pot of a break shot, and m that the cue ball lies off other balls, at the least."""


@dataclass(frozen=True)
class BreakShot:
    """A break shot that is to be played: the layout, the pocket, speed (m/s) and tip."""

    layout: Layout
    pocket: PocketName
    speed: float
    tip: tuple[float, float]


def maker_of(layout: Layout, skill: Skill, breaking: bool) -> Maker:
    """What a player looks with who reads what each stroke leaves."""
    maker = Maker(POOL, layout, skill, SPACING, PHYSICS, threads=1, finish=(0.0, 0.0))
    maker = reading(maker, breaking)
    know_nothing(maker)
    return maker


def break_layout(rng: random.Random) -> Layout:
    """A ball about the rack or further off, the cue ball behind it, and fourteen racked."""
    while True:
        ball = Point(FOOT.x + rng.uniform(-0.5, 0.3), FOOT.y + rng.choice((-1, 1)) * rng.uniform(0.05, 0.5))
        cue = Point(ball.x - rng.uniform(0.15, 0.9), ball.y + rng.uniform(-0.5, 0.5))
        inside = 0.06 < cue.x < POOL.length - 0.06 and 0.06 < cue.y < POOL.width - 0.06
        if not inside:
            continue
        layout = racked_again(POOL, "1", Layout.of({"1": ball, CUE: cue})).layout
        near = min(cue.distance(place) for name, place in layout.places if name != CUE)
        if layout.get("1") == ball and layout.cue == cue and near > NEAR:
            return layout


def priced(shot: BreakShot, skill: Skill) -> Outlook:
    """What the tool says of one break shot."""
    maker = maker_of(shot.layout, skill, True)
    maker = replace(maker, tries=Tries(np.array((shot.speed,)), np.array((shot.tip,))))
    return maker.outlook(
        shot.layout, shot.layout.objects, [Way("1", READ, ONE)], pocket=shot.pocket, valuing=300
    )


def break_shots(first: int) -> list[BreakShot]:
    """Positions in which a strong player pots and meets the rack, each with a soft and a hard stroke."""
    rng, found = random.Random(first), list[BreakShot]()
    while len(found) < 2 * POSITIONS:
        layout, tip = break_layout(rng), rng.choice(TIPS)
        maker = maker_of(layout, PRESETS["strong"], True)
        best = maker.outlook(layout, layout.objects, [Way("1", READ, ONE)], closer=1)
        if best.shot is None or best.shot.pot < LIKELY:
            continue
        pair = [BreakShot(layout, best.shot.pocket, speed, tip) for speed in SPEEDS]
        if all(priced(one, PRESETS["strong"]).shot is not None for one in pair):
            found += pair
    return found


def run_on(layout: Layout, skill: Skill, rng: np.random.Generator) -> int:
    """Balls of a run from here, over racks, each shot chosen by a glance at what it leaves."""
    made = 0
    while made < MOST:
        if not layout.objects or layout.cue is None:
            return made
        breaking = len(layout.objects) == 1
        if breaking:
            layout = racked_again(POOL, layout.objects[0], layout).layout
        wanted = (_outside(layout),) if breaking else layout.objects
        maker = maker_of(layout, skill, breaking)
        ways = [Way(ball, READ, ONE) for ball in wanted]
        at = (int(rng.integers(2**31)),)
        shot = maker.outlook(layout, layout.objects, ways, at, valuing=1, closer=1).shot
        if shot is None:
            return made
        came = straight_follow(("", *layout.objects), shot, struck(maker, layout, shot, rng))
        if came.verdict == "over":
            return made
        made += round(came.points[0] * RACK)
        layout = came.layout
    return made


def _outside(layout: Layout) -> str:
    """The ball of a new rack that is not in it."""
    there = {ball: place for ball, place in layout.places if ball != CUE}
    fresh = racked_again(POOL, "15", Layout.of({"15": Point(0.3, 0.3)})).layout
    racked = [place for ball, place in fresh.places if ball not in ("15", CUE)]
    return max(there, key=lambda ball: min(there[ball].distance(place) for place in racked))


def runs_from(maker: Maker, shot: PlannedShot, rng: np.random.Generator) -> list[float]:
    """Balls of RUNS runs that begin with a shot."""
    layout, came = maker.layout, list[float]()
    for _ in range(RUNS):
        after = straight_follow(("", *layout.objects), shot, struck(maker, layout, shot, rng))
        made = 0 if after.verdict == "over" else round(after.points[0] * RACK)
        came.append(made + (run_on(after.layout, maker.skill, rng) if made else 0))
    return came


def held(case: tuple[BreakShot, str, int]) -> Came:
    """Of one break shot and player: balls promised, balls that came, and the standard error of those."""
    shot, level, number = case
    found, maker = priced(shot, PRESETS[level]), maker_of(shot.layout, PRESETS[level], True)
    rng = np.random.default_rng((number, 1))
    return came_of(found.values[0] * RACK, [] if found.shot is None else runs_from(maker, found.shot, rng))


def right(pairs: list[tuple[Came, Came]], least: float = ONE_BALL) -> tuple[int, int]:
    """Of pairs whose runs differ by so much or more, and by more than twice their error: how many are named
    rightly, and how many there are."""
    told = named = 0
    for one, other in pairs:
        gap = one[1] - other[1]
        if abs(gap) >= max(least, 2 * np.hypot(one[2], other[2])):
            told += 1
            named += (one[0] - other[0]) * gap > 0
    return named, told


def breaks(pool: Executor) -> Iterator[Row]:
    """Break shots: balls from them on, and which of two is the better."""
    first = seed(120_000)
    shots = break_shots(first)
    cases = [(shot, level, first + k) for level in LEVELS for k, shot in enumerate(shots)]
    found = list(pool.map(held, cases))
    how = (
        f"{len(shots)} break shots (half of them at {SPEEDS[0]}, half at {SPEEDS[1]} m/s) at {len(LEVELS)} "
        f"levels, {RUNS} runs each played to their end over racks, each shot chosen by a glance at what it "
        "leaves."
    )
    name = "straight pool: balls from a break shot on"
    yield from promises(name, "balls", (0.7, 2.0), found, LEVELS, how)
    speeds = [(found[k], found[k + 1]) for k in range(0, len(found), 2)]
    yield named("of two speeds of a break shot", right(speeds))
    several = []
    for k in range(len(LEVELS)):
        own = found[k * len(shots) : (k + 1) * len(shots)]
        best = [max(own[j], own[j + 1]) for j in range(0, len(own), 2)]
        several += list(combinations(best, 2))
    yield named("of two break balls", right(several))


def named(what: str, counted: tuple[int, int]) -> Row:
    named, told = counted
    return Row(
        f"straight pool: the better {what}", round(100 * named / max(1, told)), "%", 80, "higher", told,
        "Pairs whose runs differ by a ball or more and by twice their error.",
    )  # fmt: skip


def ended(case: tuple[int, str]) -> list[Came]:
    """Both endings of a layout of two balls: as `held`."""
    number, level = case
    skill, layout = PRESETS[level], end_layout(number)
    found = []
    for last in layout.objects:
        maker = Maker(POOL, layout, skill, SPACING, PHYSICS, threads=1, finish=(0.0, 0.0))
        run = straight_run(maker, layout.objects, ending=(last,))
        outlook, rng = run.outlook(), np.random.default_rng((number, 2))
        came = [] if outlook.shot is None else runs_from(run.maker, outlook.shot, rng)
        found.append(came_of(outlook.values[0] * RACK, came))
    return found


def end_layout(number: int) -> Layout:
    """Two balls in the half of the rack, and the cue ball."""
    rng = random.Random(f"{number} end")
    while True:
        places = [
            Point(rng.uniform(FOOT.x - 0.6, POOL.length - 0.1), rng.uniform(0.1, POOL.width - 0.1))
            for _ in range(2)
        ]
        cue = Point(rng.uniform(0.8, 2.2), rng.uniform(0.15, 1.1))
        every = [*places, cue]
        apart = min(one.distance(other) for one, other in combinations(every, 2)) > 0.15
        stands = all(
            racked_again(POOL, "1", Layout.of({"1": place})).layout.get("1") == place for place in places
        )
        if apart and stands:
            return Layout.of({"1": places[0], "2": places[1], CUE: cue})


def endings(pool: Executor) -> Row:
    first = seed(121_000)
    cases = [(first + k, level) for k in range(ENDS) for level in ("advanced", "professional")]
    found = list(pool.map(ended, cases))
    return named("of two end patterns", right([(one, other) for one, other in found]))


def agrees(number: int) -> bool:
    """Whether reading, order and map name one break ball."""
    count = random.Random(f"{number} balls").randint(2, 15)
    layout = strewn(number, [str(k) for k in range(1, count + 1)])
    question = Question(POOL, "straight-pool", layout, "", PRESETS["advanced"], PHYSICS)
    run = search(question, 1.4, threads=1)
    legs = proposed(run)
    order, found = order_of(run, legs), chains(run, legs)
    on_map = run.kept[-1] if run.kept else order[-1]
    return (not found or found[0].break_ball == order[-1]) and on_map == order[-1]


def agreement(pool: Executor) -> Row:
    """One break ball in reading, order and map."""
    first = seed(123_000)
    same = sum(pool.map(agrees, range(first, first + NAMED)))
    return Row(
        "straight pool: reading, order and map name the same break ball", same, "of 100", 100, "higher",
        NAMED, "Fresh layouts of 2 to 15 balls.",
    )  # fmt: skip


def measure(pool: Executor) -> Iterator[Row]:
    """The rows of straight pool's racks."""
    yield from breaks(pool)
    yield endings(pool)
    yield agreement(pool)
