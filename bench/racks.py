"""Straight pool over the end of a rack: what break shots, endings and nudges are worth, held to runs that
are played on to their end."""

import random
from collections.abc import Iterator
from concurrent.futures import Executor
from dataclasses import dataclass, replace
from itertools import combinations

import numpy as np
from tests.core.runout.layouts import strewn

from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.racking import racked_again
from aretane.core.equipment.table import PocketName, table_for
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.patterns.chains import chains
from aretane.core.patterns.nudge import Weighed, nudge_or_leave
from aretane.core.runout.games import Question, search
from aretane.core.runout.line import order_of, proposed
from aretane.core.runout.maps import READ, Maker, Outlook, Way, know_nothing
from aretane.core.runout.opened import ONE, RACK, reading
from aretane.core.runout.playout import (
    Follow,
    group_follow,
    played_out,
    rotation_follow,
    straight_follow,
    struck,
)
from aretane.core.runout.records import Tries
from aretane.core.runout.straight import straight_run
from aretane.core.skill import PRESETS, Skill
from aretane.core.vocabulary import CUE

from .rows import Row, at_most, seed

POOL, PHYSICS = table_for("pool-9"), Physics()
FOOT = POOL.foot_spot
LEVELS = ("regular", "advanced", "professional")
POSITIONS, RUNS = 12, 60
"""Break positions, each with a soft and a hard stroke, and runs played from each."""
SPEEDS = (1.5, 3.4)
TIPS = ((0.0, 0.0), (0.0, 0.35), (0.0, -0.35))
ENDS, NUDGES, NAMED = 12, 16, 100
SPACING, MOST, ONE_BALL = 0.14, 90, 1.0
COUNTED = 14
STRIKES, TRIES, POINTS = 24, 30, 0.04
Came = tuple[float, float, float]
"""What is promised, what came, and the standard error of that."""
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


def held(case: tuple[BreakShot, str, int]) -> Came:
    """Of one break shot and player: balls promised, balls that came, and the standard error of those."""
    shot, level, number = case
    skill = PRESETS[level]
    found = priced(shot, skill)
    if found.shot is None:
        return found.values[0] * RACK, 0.0, 0.0
    rng, came = np.random.default_rng((number, 1)), []
    maker = maker_of(shot.layout, skill, True)
    for _ in range(RUNS):
        after = straight_follow(
            ("", *shot.layout.objects), found.shot, struck(maker, shot.layout, found.shot, rng)
        )
        made = 0 if after.verdict == "over" else round(after.points[0] * RACK)
        came.append(made + (run_on(after.layout, skill, rng) if made else 0))
    return found.values[0] * RACK, float(np.mean(came)), float(np.std(came) / RUNS**0.5)


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
    promised, came, error = np.array(found).T
    off = promised - came
    rms = max(0.0, float((off**2).mean() - (error**2).mean())) ** 0.5
    by_level = ", ".join(
        f"{level} {promised[k * len(shots) : (k + 1) * len(shots)].mean():.1f} for "
        f"{came[k * len(shots) : (k + 1) * len(shots)].mean():.1f}"
        for k, level in enumerate(LEVELS)
    )
    how = (
        f"{len(shots)} break shots (half of them at {SPEEDS[0]}, half at {SPEEDS[1]} m/s) at {len(LEVELS)} "
        f"levels, {RUNS} runs each played to their end over racks, each shot chosen by a glance at what it "
        f"leaves. Promised for came: {by_level}."
    )
    bias = float(off.mean())
    yield at_most("straight pool: balls from a break shot on, bias", round(abs(bias), 2), "balls", 0.7,
                  len(cases), f"{how} Promised less came: {bias:+.2f}.")  # fmt: skip
    yield at_most("straight pool: balls from a break shot on, RMS less noise", round(rms, 2), "balls", 2.0,
                  len(cases), how)  # fmt: skip
    speeds = [(found[k], found[k + 1]) for k in range(0, len(found), 2)]
    yield _named("of two speeds of a break shot", right(speeds))
    several = []
    for k in range(len(LEVELS)):
        own = found[k * len(shots) : (k + 1) * len(shots)]
        best = [max(own[j], own[j + 1]) for j in range(0, len(own), 2)]
        several += list(combinations(best, 2))
    yield _named("of two break balls", right(several))


def _named(what: str, counted: tuple[int, int]) -> Row:
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
        outlook = run.outlook()
        rng, came = np.random.default_rng((number, 2)), []
        for _ in range(RUNS if outlook.shot is not None else 0):
            assert outlook.shot is not None
            after = straight_follow(run.start, outlook.shot, struck(run.maker, layout, outlook.shot, rng))
            made = 0 if after.verdict == "over" else round(after.points[0] * RACK)
            came.append(made + (run_on(after.layout, skill, rng) if made else 0))
        found.append(
            (outlook.values[0] * RACK, float(np.mean(came or [0])), float(np.std(came or [0]) / RUNS**0.5))
        )
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
    return _named("of two end patterns", right([(one, other) for one, other in found]))


def nudged(number: int) -> tuple[Came, Came] | None:
    """A nudge and leaving it: as `held`; None where there are not both."""
    count = random.Random(f"{number} count").randint(5, COUNTED)
    layout = strewn(number, [str(k) for k in range(1, count + 1)])
    skill = PRESETS["advanced"]
    question = Question(POOL, "straight-pool", layout, "", skill, PHYSICS)
    run = search(question, 1.6, threads=1)
    found = nudge_or_leave(run, question)
    if found is None or found.nudge is None or found.leave is None:
        return None

    def played(one: Weighed) -> Came:
        rng, came = np.random.default_rng((number, 3)), []
        for _ in range(RUNS):
            after = straight_follow(
                ("", *layout.objects), one.shot, struck(run.maker, layout, one.shot, rng)
            )
            made = 0 if after.verdict == "over" else round(after.points[0] * RACK)
            came.append(made + (run_on(after.layout, skill, rng) if made else 0))
        return one.value * RACK, float(np.mean(came)), float(np.std(came) / RUNS**0.5)

    return played(found.nudge), played(found.leave)


def clustered(number: int, names: list[str], last: str) -> Layout:
    """A layout with one ball close beside another; `last` stays alone."""
    rng, layout = random.Random(f"{number} cluster"), strewn(number, names)
    while True:
        one, other = rng.sample([name for name in names if name != last], 2)
        turn = rng.uniform(0.0, 2 * np.pi)
        gap = 2 * POOL.ball_radius + rng.uniform(0.0005, 0.02)
        there = dict(layout.places)[one]
        place = Point(there.x + gap * float(np.cos(turn)), there.y + gap * float(np.sin(turn)))
        found = layout.changed({other: place})
        if not layout_faults(POOL, found):
            return found


def nudged_to_finish(case: tuple[str, int]) -> tuple[Came, Came] | None:
    """The same where the end of the rack counts: the plan for what each stroke left is played out."""
    game, number = case
    if game == "nine-ball":
        count = random.Random(f"{number} count").randint(4, 7)
        names, group_on = [str(n) for n in range(10 - count, 10)], ""
        follow: Follow = rotation_follow
    else:
        names, group_on = ["1", "2", "3", "4", "9", "10", "8"], "solids"
        follow = group_follow({"solids": names[:4], "stripes": names[4:6]}, "8")
    layout = clustered(number, names, names[-1])
    question = Question(POOL, game, layout, group_on, PRESETS["advanced"], PHYSICS)
    run = search(question, 1.6, threads=1)
    found = nudge_or_leave(run, question)
    if found is None or found.nudge is None or found.leave is None:
        return None

    def played(one: Weighed) -> Came:
        rng, came = np.random.default_rng((number, 5)), []
        for k in range(STRIKES):
            after = follow(run.start, one.shot, struck(run.maker, layout, one.shot, rng))
            if not isinstance(after.verdict, tuple):
                came.append(1.0 if after.verdict == "done" else 0.0)
                continue
            left = search(replace(question, layout=after.layout), 1.6, threads=1)
            came.append(float(played_out(left, follow, TRIES, (number, k))[:, 0].mean()))
        return one.value, float(np.mean(came)), float(np.std(came) / STRIKES**0.5)

    return played(found.nudge), played(found.leave)


def nudges(pool: Executor) -> Iterator[Row]:
    """Nudge or leave."""
    first = seed(122_000)
    found = [one for one in pool.map(nudged, range(first, first + NUDGES)) if one is not None]
    yield _named("of a nudge and leaving it", right(found))
    cases = [(game, first + k) for game in ("nine-ball", "eight-ball") for k in range(NUDGES)]
    ended = [one for one in pool.map(nudged_to_finish, cases) if one is not None]
    named, told = right(ended, POINTS)
    yield Row(
        "nine-ball and eight-ball: the better of a nudge and leaving it", round(100 * named / max(1, told)),
        "%", 80, "higher", told,
        f"Of {len(ended)} positions with both, those whose racks differ by four points of chance or more "
        f"and by twice their error; {STRIKES} strikes of each, what each leaves played out {TRIES} times.",
    )  # fmt: skip


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
    yield from nudges(pool)
    yield agreement(pool)
