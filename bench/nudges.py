"""A nudge and leaving it, held to runs and racks that are played on."""

import random
from collections.abc import Iterator
from concurrent.futures import Executor
from dataclasses import replace

import numpy as np
from tests.core.runout.layouts import strewn

from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.geometry import Point
from aretane.core.patterns.nudge import Weighed, nudge_or_leave
from aretane.core.runout.games import Question, search
from aretane.core.runout.opened import RACK
from aretane.core.runout.playout import Follow, group_follow, played_out, rotation_follow, struck
from aretane.core.runout.run import Run
from aretane.core.skill import PRESETS

from .racks import PHYSICS, POOL, named, right, runs_from
from .rows import Came, Row, came_of, seed

NUDGES, COUNTED = 16, 14
"""Layouts that are tried of each game, and balls of straight pool at the most."""
STRIKES, TRIES, POINTS = 24, 30, 0.04
"""Strikes of each shot, how often what each leaves is played out, and the least difference that counts."""


def nudged(number: int) -> tuple[Came, Came] | None:
    """A nudge and leaving it: as `held`; None where there are not both."""
    count = random.Random(f"{number} count").randint(5, COUNTED)
    layout = strewn(number, [str(k) for k in range(1, count + 1)])
    question = Question(POOL, "straight-pool", layout, "", PRESETS["advanced"], PHYSICS)
    run, found = both(question)
    if found is None:
        return None

    def played(one: Weighed) -> Came:
        rng = np.random.default_rng((number, 3))
        return came_of(one.value * RACK, runs_from(run.maker, one.shot, rng))

    return played(found[0]), played(found[1])


def both(question: Question) -> tuple[Run, tuple[Weighed, Weighed] | None]:
    """The run of a question, with the nudge and leaving it where there are both."""
    run = search(question, 1.6, threads=1)
    found = nudge_or_leave(run, question)
    if found is None or found.nudge is None or found.leave is None:
        return run, None
    return run, (found.nudge, found.leave)


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
    run, found = both(question)
    if found is None:
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
        return came_of(one.value, came)

    return played(found[0]), played(found[1])


def measure(pool: Executor) -> Iterator[Row]:
    """Nudge or leave."""
    first = seed(122_000)
    found = [one for one in pool.map(nudged, range(first, first + NUDGES)) if one is not None]
    yield named("of a nudge and leaving it", right(found))
    cases = [(game, first + k) for game in ("nine-ball", "eight-ball") for k in range(NUDGES)]
    ended = [one for one in pool.map(nudged_to_finish, cases) if one is not None]
    rightly, told = right(ended, POINTS)
    share = round(100 * rightly / max(1, told))
    yield Row(
        "nine-ball and eight-ball: the better of a nudge and leaving it", share, "%", 80, "higher", told,
        f"Of {len(ended)} positions with both, those whose racks differ by four points of chance or more "
        f"and by twice their error; {STRIKES} strikes of each, what each leaves played out {TRIES} times.",
    )  # fmt: skip
