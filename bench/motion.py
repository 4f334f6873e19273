"""Ball motion: its speed, its laws, its robustness, and how honest the pot chances are."""

import random
import resource
import statistics
import subprocess
import sys
import time
from math import atan2, degrees, hypot, pi, sqrt

import numpy as np
from scipy.integrate import solve_ivp
from tests.core.motion.balls import lay, scattered, strike_rows
from tests.core.motion.test_laws import energies, rolled_away, rows_of
from tests.core.motion.test_strikes import lost, overlap, overlap_on_the_way

from aretane.core.aiming.aim import rolling_deflection
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import TABLES, Table, table_for
from aretane.core.geometry import Point, unit
from aretane.core.motion import IDEAL, Physics, Strike, play, play_many
from aretane.core.motion.kernel.segments import begin
from aretane.core.motion.kernel.slots import (
    AX,
    AY,
    BALL_COLUMNS,
    EVENT_BALL,
    EVENT_KIND,
    EVENT_STATE,
    EVENT_TIME,
    MARK_COLUMNS,
    PAIR,
    RADIUS,
    TE,
    VX,
    VY,
    WX,
    WY,
    X,
)  # fmt: skip
from aretane.core.motion.play import STANDARD, play_ready
from aretane.core.motion.ready import ready, world_of
from aretane.settings import PROJECT

from . import chances, indirect
from .rows import Row, at_most, seed

POOL = table_for("pool-9")
REPEATS = 25


def measure() -> list[Row]:
    """Everything the issue of ball motion promises."""
    return [*speed(), *laws(), *robustness(), *chances.measure(), *indirect.measure()]


def racked(table: Table, rows: tuple[int, ...], gap: float = 0.0) -> dict[str, Point]:
    """Balls in a triangle or diamond on the foot spot, touching."""
    r, places = table.ball_radius, {}
    for row, count in enumerate(rows):
        for k in range(count):
            x = table.length * 0.75 + row * (r + gap) * sqrt(3)
            places[str(len(places) + 1)] = Point(x, table.width / 2 + (2 * k - count + 1) * (r + gap))
    return places


def snooker_pack(table: Table) -> Layout:
    """Fifteen reds and six colours, cue ball in the D (WPBSA marks, memory)."""
    r, middle, long = table.ball_radius, table.width / 2, table.length
    places = racked(table, (1, 2, 3, 4, 5))
    colours = (
        (0.737, middle), (0.737, middle + 0.292), (0.737, middle - 0.292), (long / 2, middle),
        (long * 0.75 - 2 * r - 0.001, middle), (long - 0.324, middle),
    )  # fmt: skip
    places |= {f"c{k}": Point(*at) for k, at in enumerate(colours)}
    return Layout.of(places | {"cue": Point(0.65, middle + 0.15)})


def strikes(
    count: int, slow: float, fast: float, aim: float, spread: float, rng: random.Random
) -> np.ndarray:
    """Strikes (count, 5) at random speeds, round an aim, some with spin."""
    rows = np.zeros((count, 5))
    for row in rows:
        row[:4] = (
            rng.uniform(slow, fast),
            rng.gauss(aim, spread),
            rng.uniform(-0.2, 0.2),
            rng.uniform(-0.3, 0.3),
        )
    return rows


def microseconds(layout: Layout, table: Table, rows: np.ndarray) -> float:
    """Median over repeats of the time a shot takes, one thread."""
    at = ready(table, layout, STANDARD)
    play_ready(at, rows[:10])
    times = []
    for _ in range(REPEATS):
        began = time.perf_counter()
        play_ready(at, rows)
        times.append((time.perf_counter() - began) / len(rows) * 1e6)
    return statistics.median(times)


def speed() -> list[Row]:
    """Microseconds a shot, threads, memory, first import."""
    rng = random.Random(1)
    pair = lay(cue=(0.6, 0.6), b1=(1.5, 0.7))
    ten = scattered(POOL, rng, 9)
    nine = Layout.of(racked(POOL, (1, 2, 3, 2, 1)) | {"cue": Point(0.6, 0.635)})
    snooker = table_for("snooker-12")
    pack = snooker_pack(snooker)
    assert pack.cue is not None
    edge = Point(snooker.length * 0.75 + 4 * snooker.ball_radius * sqrt(3), snooker.width / 2 + 4 * 0.02625)
    to_pack = edge.minus(pack.cue).angle
    cases = [
        (
            "cue and object ball", 5.0, "direct pots and near misses at 0.8 to 2.5 m/s",
            microseconds(pair, POOL, strikes(4000, 0.8, 2.5, atan2(0.1, 0.9), 0.01, rng)),
        ),
        (
            "ten balls, medium speed", 20.0, "1.5 to 3 m/s in any direction, nine balls scattered",
            microseconds(ten, POOL, strikes(2000, 1.5, 3.0, 0.0, 2.0, rng)),
        ),
        (
            "nine-ball break", 120.0, "8 to 10 m/s at a touching rack",
            microseconds(nine, POOL, strikes(300, 8.0, 10.0, 0.0, 0.01, rng)),
        ),
        (
            "snooker, full pack at 4 m/s", 300.0, "edge of the pack, 22 balls",
            microseconds(pack, snooker, strikes(200, 3.99, 4.01, to_pack, 0.01, rng)),
        ),
    ]  # fmt: skip
    found = [
        at_most(name, round(us, 2), "µs", limit, REPEATS, f"median of repeats, one thread: {how}")
        for name, limit, how, us in cases
    ]
    return [*found, two_threads(ten, rng), memory(pair, rng), first_import()]


def two_threads(layout: Layout, rng: random.Random) -> Row:
    """One thread against two in turn, so that both see the same machine."""
    rows = strikes(20_000, 1.5, 3.0, 0.0, 2.0, rng)
    at = ready(POOL, layout, STANDARD)
    ratios = []
    for _ in range(REPEATS):
        began = time.perf_counter()
        play_ready(at, rows)
        one = time.perf_counter() - began
        began = time.perf_counter()
        play_ready(at, rows, threads=2)
        ratios.append(one / (time.perf_counter() - began))
    how = "median ratio, 20,000 ten-ball shots on one thread and on two, in turn"
    return Row("two threads", round(statistics.median(ratios), 2), "×", 1.6, "higher", REPEATS, how)


def memory(layout: Layout, rng: random.Random) -> Row:
    """Growth of the process's peak from the first to the last of a million shots."""
    rows = strikes(1000, 0.8, 2.5, 0.1, 0.01, rng)
    at = ready(POOL, layout, STANDARD)
    for _ in range(50):
        play_ready(at, rows)
    before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    for _ in range(950):
        play_ready(at, rows)
    grown = (resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before) / 1024
    how = "peak of the process after the first 50,000 shots and after all"
    return at_most("memory growth over a million shots", round(grown, 2), "MiB", 2.0, 1_000_000, how)


def first_import() -> Row:
    """Seconds from the start of Python to the first shot played."""
    code = (
        "from aretane.core.motion import *; from aretane.core.equipment.layout import Layout;"
        "from aretane.core.geometry import Point; from aretane.core.equipment.table import table_for;"
        "play(table_for('pool-9'), Layout.of({'cue': Point(.6, .6), '1': Point(1.5, .7)}), Strike(2, .1))"
    )
    times = []
    for _ in range(5):
        began = time.perf_counter()
        subprocess.run([sys.executable, "-c", code], cwd=PROJECT, check=True)
        times.append(time.perf_counter() - began)
    how = "a new Python process, kernels compiled by the set-up"
    return at_most(
        "first import and shot after set-up", round(statistics.median(times), 2), "s", 2.0, 5, how
    )


def laws() -> list[Row]:
    """Accuracy against closed forms and SciPy's integrator: the worst of several cases each."""
    n = 40
    rng = random.Random(seed(2))
    slide = roll = momentum = path = ideal_stun = ideal_roll = 0.0
    for _ in range(n):
        v = rng.uniform(0.2, 2.0)
        slide = max(slide, *slide_errors(v))
        momentum = max(momentum, momentum_error(rng))
        path = max(path, swerve_error(rng))
        cut = rng.uniform(5.0, 70.0)
        off = rolled_away(cut, IDEAL) - degrees(rolling_deflection(cut * pi / 180))
        ideal_roll = max(ideal_roll, abs(off))
        ideal_stun = max(ideal_stun, abs(stun_angle(cut) - 90.0))
    roll = abs(rolled_away(30.0, IDEAL) - 33.67)
    rise = max(energy_rise(rng) for _ in range(300))
    real = rolled_away(30.0, Physics())
    integrator = "worst difference from SciPy's solve_ivp (DOP853, 1e-12)"
    closed = "worst difference from tan = sin cos / (sin² + 2/5)"
    touching = "worst rise in random shots of seven balls, touching ones too"
    band = "inside the published 30-degree-rule band"
    return [
        at_most(
            "sliding distance, time, 5/7 speed", slide, "relative", 1e-9, n, "worst, against closed forms"
        ),
        at_most("momentum in a ball hit", momentum, "relative", 1e-9, n, "worst, cue ball with any spin"),
        at_most("sliding path with side spin", path, "m", 1e-8, n, integrator),
        at_most(
            "90 degrees after stun, ideal balls", ideal_stun, "°", 1e-6, n, "worst, cuts of 5 to 70 degrees"
        ),
        at_most("rolling deflection, ideal balls", ideal_roll, "°", 1e-6, n, closed),
        at_most(
            "rolling half ball, ideal: off 33.67°", round(roll, 4), "°", 0.005, 1, "published to two places"
        ),
        at_most("rolling half ball, real: off 33.3°", round(abs(real - 33.3), 3), "°", 0.7, 1, band),
        at_most("energy gained at an event", rise, "J", 1e-6, 300, touching),
    ]


def slide_errors(v: float) -> tuple[float, float, float]:
    """Relative errors of time, distance and speed when rolling starts."""
    p, rows = Physics(), rows_of(play(POOL, lay(cue=(0.3, 0.6)), Strike(v, 0.0)), 0)
    mu_g, row = p.sliding * p.gravity, rows[1]
    wanted = 2 * v / (7 * mu_g), 12 * v * v / (49 * mu_g), 5 / 7 * v
    got = row[EVENT_TIME], row[EVENT_STATE + X] - 0.3, row[EVENT_STATE + VX]
    errors = [abs(float(a) / b - 1) for a, b in zip(got, wanted, strict=True)]
    return errors[0], errors[1], errors[2]


def momentum_error(rng: random.Random) -> float:
    r = POOL.ball_radius
    layout = lay(cue=(0.6, 0.4), b1=(0.9, 0.4 + rng.uniform(-1.6, 1.6) * r))
    strike = Strike(rng.uniform(1, 6), 0.0, rng.uniform(-0.3, 0.3), rng.uniform(-0.3, 0.3))
    record = play(POOL, layout, strike).trace.record
    hits = np.flatnonzero(record[:, EVENT_KIND] == PAIR)
    if len(hits) == 0:
        return 0.0
    pair = record[hits[0] : hits[0] + 2, EVENT_STATE:]
    earlier = record[: hits[0]]
    last = earlier[earlier[:, EVENT_BALL] == 0][-1]
    t = record[hits[0], EVENT_TIME] - last[EVENT_TIME]
    before = last[EVENT_STATE:][[VX, VY]] + t * last[EVENT_STATE:][[AX, AY]]
    return float(np.abs(pair[:, [VX, VY]].sum(axis=0) - before).max() / hypot(*before))


def swerve_error(rng: random.Random) -> float:
    """Metres between the kernel's slide with any spin and an integration of the same law."""
    r, world = POOL.ball_radius, world_of(POOL, STANDARD)
    balls, marks = np.zeros((1, BALL_COLUMNS)), np.zeros((1, MARK_COLUMNS), np.int64)
    balls[0, [VX, VY, WX, WY]] = [rng.uniform(-most, most) for most in (2, 2, 60, 60)]
    balls[0, RADIUS] = r
    begin(balls, marks, 0, world)
    row = balls[0]
    mu_g = STANDARD.sliding * STANDARD.gravity

    def law(_: float, y: np.ndarray) -> list[float]:
        u = np.array((y[2] - r * y[5], y[3] + r * y[4]))
        a = -mu_g * u / np.hypot(*u)
        return [y[2], y[3], a[0], a[1], 2.5 * a[1] / r, -2.5 * a[0] / r]

    until = row[TE] * 0.999
    start = [0.0, 0.0, row[VX], row[VY], row[WX], row[WY]]
    end = solve_ivp(law, (0, until), start, method="DOP853", rtol=1e-12, atol=1e-13).y[:2, -1]
    ours = until * row[[VX, VY]] + until**2 / 2 * row[[AX, AY]]
    return float(np.abs(ours - end).max())


def stun_angle(cut: float) -> float:
    """Degrees between the balls after a hit without spin, elastic and without friction."""
    r, ghost = POOL.ball_radius, Point(0.8, 0.6)
    ball = ghost.plus(unit(cut * pi / 180).times(2 * r))
    layout = lay(cue=(ghost.x - 0.15, ghost.y), b1=(ball.x, ball.y))
    ice = Physics(ball_restitution=1, friction_floor=0, friction_rise=0, parting=0, sliding=1e-9)
    record = play(POOL, layout, Strike(2.0, 0.0), ice).trace.record
    pair = record[record[:, EVENT_KIND] == PAIR][:2, EVENT_STATE:]
    ways = sorted(atan2(row[VY], row[VX]) for row in pair)
    return degrees(ways[1] - ways[0])


def energy_rise(rng: random.Random) -> float:
    table = table_for(rng.choice(list(TABLES)))
    layout = scattered(table, rng, 6, touching=rng.random() < 0.5)
    totals = energies(table, layout, Strike(*strike_rows(rng, 1, 8.0, raised=0.3)[0]))
    return float(np.diff(totals).max(initial=0.0))


def robustness() -> list[Row]:
    """Random shots of every table: capped, lost, overlapping."""
    rows, deepest = [], 0.0
    shots = "random layouts, a third of them touching; 0 to 10 m/s, one in ten with a raised cue"
    gone = "balls left neither on the table, nor in a pocket, nor off it"
    for size in TABLES:
        table, rng = table_for(size), random.Random(seed(3))
        capped = missing = 0
        for _ in range(1000):
            layout = scattered(table, rng, rng.randint(0, 15), touching=rng.random() < 0.3)
            ends = play_many(table, layout, strike_rows(rng, 100, 10.0, raised=0.1), threads=2)
            capped += int(ends.capped.sum())
        for _ in range(100):
            layout = scattered(table, rng, rng.randint(0, 12), touching=rng.random() < 0.5)
            ends = play_many(table, layout, strike_rows(rng, 20, 10.0, raised=0.3))
            missing += lost(size, ends) + int(not np.isfinite(ends.places).all())
            deepest = max(deepest, overlap(table, ends))
        rows.append(at_most(f"capped runs, {size}", capped, "runs", 0, 100_000, shots))
        rows.append(at_most(f"balls lost, {size}", missing, "balls", 0, 2000, gone))
    rows.append(at_most("overlap of balls at rest", deepest, "m", 1e-9, 10_000, "deepest, every table"))
    rng, deepest = random.Random(seed(4)), 0.0
    for k in range(2000):
        table = table_for(list(TABLES)[k % len(TABLES)])
        layout = scattered(table, rng, rng.randint(1, 6), touching=rng.random() < 0.3)
        motion = play(table, layout, Strike(*strike_rows(rng, 1, 6.0, raised=0.1)[0]))
        deepest = max(deepest, overlap_on_the_way(table, motion))
    how = "deepest at any event and nine moments between two, every table"
    rows.append(at_most("overlap of balls on their way", deepest, "m", 1e-9, 2000, how))
    return rows
