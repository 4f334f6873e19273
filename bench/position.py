"""Chance maps: how long they take, and whether their promises come when the plan is played out."""

import random
import statistics
import time
from collections.abc import Callable, Iterator
from concurrent.futures import Executor
from dataclasses import dataclass
from pathlib import Path

import numpy as np
from tests.core.runout.layouts import frame, scattered, strewn

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import Table, table_for
from aretane.core.motion import Physics
from aretane.core.runout.games import Question, doubtful, search
from aretane.core.runout.maps import Maker
from aretane.core.runout.opponent import nearest_run
from aretane.core.runout.playout import (
    Follow,
    group_follow,
    played_out,
    rotation_follow,
    snooker_follow,
    straight_follow,
)
from aretane.core.skill import PRESETS
from aretane.work.answering import executor

from . import nudges, packs, racks, stories, winning
from .plots import reliability
from .rows import Row, at_most, seed

PLAYS = 400
LEVELS = ("regular", "strong", "advanced")
TIMED, TEAMS = 5, 20
AHEAD = 10
"""Layouts on which a search that looks ahead is held against the whole one."""
NINETY = 1.645
COARSE = 0.2
"""m between the places of a map that is not looked at."""
POOL, ENGLISH, SNOOKER = table_for("pool-9"), table_for("english-7"), table_for("snooker-12")
PLOTS = Path(__file__).parents[1] / "docs" / "plots"


@dataclass(frozen=True)
class Trial:
    """What is held to the truth in a game: fresh layouts, and the limits that its promises must keep."""

    discipline: str
    table: Table
    layouts: int
    levels: tuple[str, ...]
    bias: float
    rms: float
    alike: float
    first: int
    """Seed of the first layout; a new one after something was set by looking at the trial."""
    kinds: str


TRIALS = (
    Trial("nine-ball", POOL, 60, LEVELS, 0.03, 0.07, 0.95, 60_000, "1 to 9 balls"),
    Trial("ten-ball", POOL, 20, LEVELS, 0.03, 0.07, 0.95, 60_000, "1 to 10 balls"),
    Trial("eight-ball", POOL, 20, LEVELS, 0.04, 0.08, 0.95, 60_000,
          "1 to 5 balls of the group, 3 of the other"),
    Trial("english-eight-ball", ENGLISH, 15, LEVELS, 0.04, 0.08, 0.95, 60_000, "as in eight-ball"),
    Trial("straight-pool", POOL, 15, LEVELS, 0.04, 0.08, 0.95, 80_000,
          "2 to 6 balls; in shares of 15 balls"),
    Trial("snooker", SNOOKER, 20, ("strong", "advanced", "professional"), 0.04, 0.08, 0.95, 80_000,
          "1 to 3 reds; in shares of 100 points"),
)  # fmt: skip
SOLIDS, STRIPES = [str(n) for n in range(1, 8)], [str(n) for n in range(9, 16)]


def laid(discipline: str, number: int) -> tuple[Layout, str]:
    """A fresh layout of the game, and the group that is on."""
    rng = random.Random(number)
    if discipline == "nine-ball":
        return scattered(number, rng.randint(1, 9))[0], ""
    if discipline == "ten-ball":
        return strewn(number, [str(n) for n in range(11 - rng.randint(1, 10), 11)]), ""
    if discipline == "eight-ball":
        return strewn(number, [*SOLIDS[: rng.randint(1, 5)], *STRIPES[:3], "8"]), "solids"
    if discipline == "english-eight-ball":
        mine = [f"r{n}" for n in range(1, 1 + rng.randint(1, 5))]
        return strewn(number, [*mine, "y1", "y2", "y3", "black"], ENGLISH), "reds"
    if discipline == "straight-pool":
        return strewn(number, rng.sample([*SOLIDS, "8", *STRIPES], rng.randint(2, 6))), ""
    return frame(number, rng.randint(1, 3), SNOOKER), "red"


def follow_of(discipline: str, layout: Layout) -> Follow:
    """What the game makes of a shot."""
    if discipline in ("nine-ball", "ten-ball"):
        return rotation_follow
    if discipline == "straight-pool":
        return straight_follow
    if discipline == "snooker":
        return snooker_follow(SNOOKER)
    pool = discipline == "eight-ball"
    names = ("solids", "stripes") if pool else ("reds", "yellows")
    mine = (SOLIDS if pool else [f"r{n}" for n in range(1, 8)], STRIPES if pool else ["y1", "y2", "y3"])
    groups = {
        name: [ball for ball in balls if ball in layout] for name, balls in zip(names, mine, strict=True)
    }
    return group_follow(groups, "8" if pool else "black")


def asked(trial: Trial, number: int, level: str) -> Question:
    layout, group_on = laid(trial.discipline, number)
    return Question(trial.table, trial.discipline, layout, group_on, PRESETS[level], Physics())


def held(case: tuple[Trial, int, str]) -> tuple[float, float, float]:
    """Of one layout and player: what is promised, its standard error, and what comes."""
    trial, number, level = case
    question = asked(trial, number, level)
    run = search(question, threads=1)
    found = run.outlook(seed=(number, 1))
    came = played_out(run, follow_of(trial.discipline, question.layout), PLAYS, (number, 2))[:, 0]
    error = doubtful(trial.discipline, found.values[0], found.error)
    return found.values[0], float(np.hypot(error, came.std() / PLAYS**0.5)), float(came.mean())


def truth(trial: Trial, pool: Executor) -> list[Row]:
    """The rows of one game, and its plot."""
    first = seed(trial.first)
    cases = [(trial, first + k, level) for k in range(trial.layouts) for level in trial.levels]
    promised, error, came = np.array(list(pool.map(held, cases, chunksize=2))).T
    PLOTS.mkdir(exist_ok=True)
    (PLOTS / f"{trial.discipline}.svg").write_text(reliability(promised, came, error))
    off, game = promised - came, trial.discipline
    inside = float((np.abs(off) <= NINETY * error).mean())
    how = (
        f"{trial.layouts} fresh layouts ({trial.kinds}) at {len(trial.levels)} levels, each played out "
        f"{PLAYS} times."
    )
    alike = float(np.corrcoef(promised, came)[0, 1])
    return [
        at_most(f"{game}: bias against playing it out", round(abs(float(off.mean())), 4), "", trial.bias,
                len(cases), f"{how} Promised less came: {float(off.mean()):+.4f}."),
        at_most(f"{game}: RMS against playing it out", round(float(np.sqrt((off**2).mean())), 4), "",
                trial.rms, len(cases), how),
        Row(f"{game}: correlation with playing it out", round(alike, 4), "", trial.alike, "higher",
            len(cases), how),
        at_most(f"{game}: 90 % intervals, off from holding 90 %", round(abs(inside - 0.9), 3), "", 0.05,
                len(cases), f"{inside:.1%} hold what came; the promise's error and that of the plays."),
    ]  # fmt: skip


def shared(number: int) -> tuple[float, float, float]:
    """Of one layout and two players who play in turn: what is promised, its standard error, what comes."""
    rng = random.Random(f"{number} team")
    layout = scattered(number, rng.randint(2, 7))[0]
    own, partner = (PRESETS[level] for level in rng.sample((*LEVELS, "professional"), 2))
    run = search(Question(POOL, "nine-ball", layout, "", own, Physics(), partner), threads=1)
    found = run.outlook(seed=(number, 1))
    came = played_out(run, rotation_follow, PLAYS, (number, 6))[:, 0]
    return found.values[0], found.error, float(came.mean())


def teams(pool: Executor) -> Iterator[Row]:
    """A team's map against playing it out, shot about."""
    first = seed(91_000)
    promised, _, came = np.array(list(pool.map(shared, range(first, first + TEAMS)))).T
    off = promised - came
    how = (
        f"{TEAMS} fresh layouts of nine-ball (2 to 7 balls), two players of different levels in turn, each "
        f"played out {PLAYS} times. Promised less came: {float(off.mean()):+.4f}."
    )
    yield at_most("a team's map: bias against playing it out", round(abs(float(off.mean())), 4), "", 0.03,
                  TEAMS, how)  # fmt: skip
    yield at_most("a team's map: RMS against playing it out", round(float(np.sqrt((off**2).mean())), 4),
                  "", 0.07, TEAMS, how)  # fmt: skip


def margin(pool: Executor) -> Row:
    """How much more often the plan comes off than a sensible fixed opponent, nine-ball."""
    first = seed(90_000)
    cases = [(first + k, level) for k in range(12) for level in LEVELS]
    ours, theirs = np.array(list(pool.map(beaten, cases, chunksize=2))).T
    better = float((ours - theirs).mean())
    return Row(
        "nine-ball: the plan against a player who looks one ball ahead", round(better, 3), "", 0.0,
        "higher", len(cases),
        f"Share run out {float(ours.mean()):.3f} by the plan, {float(theirs.mean()):.3f} by one who takes "
        f"a likely pot that brings the cue ball near the next ball; {PLAYS} tries each.",
    )  # fmt: skip


def beaten(case: tuple[int, str]) -> tuple[float, float]:
    number, level = case
    question = asked(TRIALS[0], number, level)
    run = search(question, threads=1)
    ours = played_out(run, rotation_follow, PLAYS, (number, 3))[:, 0].mean()
    plain = Maker(POOL, question.layout, question.skill, COARSE, threads=1)
    theirs = played_out(nearest_run(plain, run.start[1:]), rotation_follow, PLAYS, (number, 3))[:, 0].mean()
    return float(ours), float(theirs)


def ahead(discipline: str) -> list[Row]:
    """A search that looks ahead and then estimates, against the one over every order, with one red or ball
    more than is usually searched whole."""
    share, off = (100.0, 0.01) if discipline == "snooker" else (15.0, 1 / 15)
    gaps, here = [], []
    for turn in range(AHEAD):
        if discipline == "snooker":
            layout, group_on, few = frame(turn, 4, SNOOKER), "red", 4
        else:
            layout, group_on, few = strewn(turn, SOLIDS), "", 7
        table = SNOOKER if discipline == "snooker" else POOL
        question = Question(table, discipline, layout, group_on, PRESETS["advanced"], Physics())
        short, whole = search(question, 1.5), search(question, 1.5, few=few)
        gaps.append(short.chart.smooth[0] - whole.chart.smooth[0])
        here.append(short.outlook().values[0] - whole.outlook().values[0])
    unit = "points" if discipline == "snooker" else "balls"
    how = (
        f"{AHEAD} fresh layouts, every place of the map, in shares of {share:.0f} {unit}; where the cue "
        f"ball lies {np.mean(here) / off:+.2f} {unit} on average, {np.abs(here).max() / off:.2f} at most."
    )
    every = np.concatenate([gap.ravel() for gap in gaps])
    return [
        at_most(f"{discipline}: looking ahead and estimating, bias against every order",
                round(abs(float(every.mean())), 4), "", 0.04, AHEAD, how),
        at_most(f"{discipline}: looking ahead and estimating, RMS against every order",
                round(float(np.sqrt((every**2).mean())), 4), "", 0.08, AHEAD, how),
    ]  # fmt: skip


def timed(make: Callable[[int], Question], coarser: float = 1.0) -> list[float]:
    """Seconds to search fresh layouts, kernels loaded."""
    times = []
    for turn in range(TIMED):
        question = make(turn)
        began = time.perf_counter()
        search(question, coarser)
        times.append(time.perf_counter() - began)
    return times


def rotation_of(count: int) -> Callable[[int], Question]:
    return lambda turn: Question(
        POOL, "nine-ball", scattered(turn, count)[0], "", PRESETS["strong"], Physics()
    )


def open_table(turn: int) -> Question:
    layout = strewn(turn, [*SOLIDS, *STRIPES, "8"])
    return Question(POOL, "eight-ball", layout, "open", PRESETS["strong"], Physics())


def ten_reds(turn: int) -> Question:
    return Question(SNOOKER, "snooker", frame(turn, 10, SNOOKER), "red", PRESETS["advanced"], Physics())


def full_rack(turn: int) -> Question:
    layout = strewn(turn, [*SOLIDS, "8", *STRIPES])
    return Question(POOL, "straight-pool", layout, "", PRESETS["strong"], Physics())


def speeds() -> list[Row]:
    """How long maps take."""
    for make in (rotation_of(1), open_table, ten_reds, full_rack):
        search(make(0), 4.0)
    wanted: list[tuple[str, Callable[[int], Question], float, float]] = [
        ("nine-ball, full open rack", rotation_of(9), 1.0, 3.0),
        ("nine-ball, full open rack, first picture", rotation_of(9), 2.0, 1.0),
        ("nine-ball, three balls", rotation_of(3), 1.0, 0.5),
        ("eight-ball, both groups open", open_table, 1.0, 12.0),
        ("snooker, ten reds", ten_reds, 1.0, 15.0),
        ("straight pool, fifteen balls", full_rack, 1.0, 15.0),
    ]
    rows = []
    for name, make, coarser, limit in wanted:
        times = timed(make, coarser)
        how = f"Median, two threads; the slowest took {max(times):.2f} s."
        rows.append(at_most(f"map: {name}", round(statistics.median(times), 2), "s", limit, TIMED, how))
    return rows


def measure() -> Iterator[Row]:
    """All rows of the area `position`, as they are measured."""
    yield from speeds()
    yield from winning.speeds()
    with executor(None) as pool:
        yield margin(pool)
        yield from teams(pool)
        yield from racks.measure(pool)
        yield from nudges.measure(pool)
        yield from packs.measure(pool)
        yield from winning.truth(pool)
        for trial in TRIALS:
            yield from truth(trial, pool)
    yield from ahead("straight-pool")
    yield from ahead("snooker")
    yield from stories.measure()
