"""Motion against closed forms, published angles and SciPy's integrator."""

import random
from itertools import pairwise
from math import atan2, degrees, hypot, pi, radians, sin

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from aretane.core.aiming.aim import rolling_deflection
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import TABLES, table_for
from aretane.core.geometry import Point, unit
from aretane.core.motion import IDEAL, Physics, Strike, play
from aretane.core.motion.bed import mass
from aretane.core.motion.kernel.slots import (
    EVENT_BALL,
    EVENT_KIND,
    EVENT_STATE,
    EVENT_TIME,
    PAIR,
    RAIL,
    VX,
    VY,
    VZ,
    WX,
    WY,
    WZ,
    X,
    Y,
    Z,
)  # fmt: skip

from .balls import POOL, lay, scattered, struck

P = Physics()
R = POOL.ball_radius
ALONE = lay(cue=(0.3, 0.6))


def rows_of(motion, ball: int) -> np.ndarray:
    record = motion.trace.record
    return record[record[:, EVENT_BALL] == ball]


def after_contact(strike: Strike, layout: Layout, physics: Physics) -> np.ndarray:
    """Rows of cue and object ball right after they met."""
    record = play(POOL, layout, strike, physics).trace.record
    first = record[record[:, EVENT_KIND] == PAIR][:2]
    return first[np.argsort(first[:, EVENT_BALL])][:, EVENT_STATE:]


@pytest.mark.parametrize("speed", [0.3, 1.0, 1.8])
def test_centre_ball_slides_for_the_closed_form_and_rolls_at_five_sevenths(speed: float) -> None:
    # t = 2 v / (7 mu g), s = 12 v^2 / (49 mu g), then 5/7 v (Coriolis 1835).
    rolling = rows_of(play(POOL, ALONE, Strike(speed, 0.0)), 0)[1]
    mu_g = P.sliding * P.gravity
    assert rolling[EVENT_TIME] == pytest.approx(2 * speed / (7 * mu_g), rel=1e-9)
    assert rolling[EVENT_STATE + X] - 0.3 == pytest.approx(12 * speed**2 / (49 * mu_g), rel=1e-9)
    assert rolling[EVENT_STATE + VX] == pytest.approx(5 / 7 * speed, rel=1e-9)


def test_rolling_distance_is_v_squared_over_twice_the_deceleration() -> None:
    rows = rows_of(play(POOL, ALONE, Strike(0.4, 0.0)), 0)
    start = rows[1, EVENT_STATE:]
    assert rows[-1, EVENT_STATE + X] - start[X] == pytest.approx(
        start[VX] ** 2 / (2 * P.rolling * P.gravity), rel=1e-9
    )


def test_struck_two_fifths_above_centre_it_rolls_at_once() -> None:
    rows = rows_of(play(POOL, ALONE, Strike(0.5, 0.0, height=0.4)), 0)
    assert rows[0, EVENT_STATE + WY] * R == pytest.approx(0.5, rel=1e-12)
    assert len(rows) == 2  # starts rolling, stops


def test_side_spin_wears_off_evenly_and_does_not_bend_the_way() -> None:
    rows = rows_of(play(POOL, ALONE, Strike(0.5, 0.0, side=0.3)), 0)
    before, after = rows[0], rows[1]
    worn = P.pivot * (after[EVENT_TIME] - before[EVENT_TIME])
    assert before[EVENT_STATE + WZ] - after[EVENT_STATE + WZ] == pytest.approx(worn, rel=1e-9)
    direction = atan2(before[EVENT_STATE + VY], before[EVENT_STATE + VX])
    assert atan2(rows[-1, EVENT_STATE + Y] - 0.6, rows[-1, EVENT_STATE + X] - 0.3) == pytest.approx(
        direction, abs=1e-12
    )


def test_swerve_agrees_with_an_integrator() -> None:
    # Right side and draw with a raised cue: a curved slide, held against SciPy's solve_ivp.
    motion = play(
        POOL, lay(cue=(0.6, 0.635)), Strike(1.2, 0.4, side=0.35, height=-0.3, elevation=radians(25))
    )
    rows = rows_of(motion, 0)
    slide = next(
        i for i in range(len(rows)) if rows[i, EVENT_STATE + Z] == 0 and rows[i, EVENT_STATE + VZ] == 0
    )
    row, following = rows[slide, EVENT_STATE:], rows[slide + 1]
    mu_g = P.sliding * P.gravity

    def law(_: float, y: np.ndarray) -> list[float]:
        u = np.array((y[2] - R * y[5], y[3] + R * y[4]))
        a = -mu_g * u / np.hypot(*u)
        return [y[2], y[3], a[0], a[1], 2.5 * a[1] / R, -2.5 * a[0] / R]

    until = (following[EVENT_TIME] - rows[slide, EVENT_TIME]) * 0.999
    start = [row[X], row[Y], row[VX], row[VY], row[WX], row[WY]]
    exact = solve_ivp(law, (0, until), start, method="DOP853", rtol=1e-12, atol=1e-13).y[:, -1]
    assert (
        abs(row[VX] * law(0, np.array(start))[3] - row[VY] * law(0, np.array(start))[2]) > 1e-3
    )  # it bends
    a = np.array(law(0, np.array(start))[2:4])
    assert np.allclose(row[[X, Y]] + until * row[[VX, VY]] + until**2 / 2 * a, exact[:2], atol=1e-8)
    end = following[EVENT_STATE:]
    assert np.allclose(end[[X, Y]], exact[:2] + exact[2:4] * until / 999, atol=1e-5)
    assert end[VX] == pytest.approx(R * end[WY], abs=1e-9) and end[VY] == pytest.approx(
        -R * end[WX], abs=1e-9
    )


def half_ball(cut: float) -> tuple[Layout, float]:
    """Cue ball 0.15 m from the ghost place of a cut to the left (rad), rolling along x."""
    ghost = Point(0.8, 0.6)
    ball = ghost.plus(unit(cut).times(2 * R))
    return lay(cue=(ghost.x - 0.15, ghost.y), b1=(ball.x, ball.y)), cut


@pytest.mark.parametrize("cut", [14.48, 28.1, 30.0, 48.59])
def test_ideal_stun_leaves_at_ninety_degrees(cut: float) -> None:
    # Equal elastic balls without friction: 90 degrees; on ice the cue ball gets no roll on the way.
    layout, _ = half_ball(radians(cut))
    physics = Physics(ball_restitution=1, friction_floor=0, friction_rise=0, parting=0, sliding=1e-9)
    cue, ball = after_contact(Strike(2.0, 0.0), layout, physics)
    between = degrees(atan2(ball[VY], ball[VX]) - atan2(cue[VY], cue[VX]))
    assert between == pytest.approx(90.0, abs=1e-6)


def rolled_away(cut: float, physics: Physics) -> float:
    """Degrees between a rolling cue ball's first and final direction."""
    layout, _ = half_ball(radians(cut))
    record = play(POOL, layout, Strike(1.0, 0.0, height=0.4), physics).trace.record
    hit = int(np.argmax(record[:, EVENT_KIND] == PAIR))
    later = record[hit + 1 :]
    cue = later[later[:, EVENT_BALL] == 0]
    rolling = next(row for row in cue if abs(row[EVENT_STATE + VX] - R * row[EVENT_STATE + WY]) < 1e-9)
    return abs(degrees(atan2(rolling[EVENT_STATE + VY], rolling[EVENT_STATE + VX])))


@pytest.mark.parametrize(
    ("cut", "low", "high"),
    [(30.0, 33.665, 33.675), (28.1, 33.745, 33.755), (14.48, 27, 34), (48.59, 27, 34)],
)
def test_ideal_rolling_cue_ball_takes_the_published_angle(cut: float, low: float, high: float) -> None:
    # Alciatore, technical proofs (memory): 33.67 at the half ball, 33.75 at most, 27-34 from quarter to
    # three-quarter ball; the closed form stands in core.aim.
    found = rolled_away(cut, IDEAL)
    assert found == pytest.approx(degrees(rolling_deflection(radians(cut))), abs=1e-6)
    assert low < found < high


def test_real_constants_stay_in_the_published_bands() -> None:
    # A trial with typical constants: 81-86 degrees after stun, 33.3 at the half ball (memory).
    assert 32.5 < rolled_away(30.0, Physics()) < 34.0
    for cut in (20.0, 30.0, 40.0):
        layout, _ = half_ball(radians(cut))
        cue, ball = after_contact(Strike(4.0, 0.0, height=-0.02), layout, Physics())
        between = degrees(atan2(ball[VY], ball[VX]) - atan2(cue[VY], cue[VX]))
        assert 80.0 < between < 87.5


def test_throw_is_largest_for_slow_half_ball_stun_hits() -> None:
    # Cut-induced throw: a few degrees, less for fast hits (Alciatore, memory: up to about 5).
    thrown = {}
    for speed in (0.8, 4.0):
        layout, cut = half_ball(radians(30.0))
        _, ball = after_contact(Strike(speed, 0.0), layout, Physics())
        thrown[speed] = degrees(cut - atan2(ball[VY], ball[VX]))
    assert 1.5 < thrown[0.8] < 6.0
    assert 0.3 < thrown[4.0] < thrown[0.8]


@pytest.mark.parametrize("size", TABLES)
def test_momentum_is_kept_in_a_ball_hit(size: str) -> None:
    table = table_for(size)
    r, masses = table.ball_radius, np.array([mass(table.cue_ball_radius), mass(table.ball_radius)])
    layout = lay(cue=(0.6, 0.4), b1=(0.9, 0.4 + r))
    record = play(table, layout, Strike(3.0, 0.0, side=0.3, height=-0.2)).trace.record
    hit = int(np.argmax(record[:, EVENT_KIND] == PAIR))
    pair = record[hit : hit + 2]
    after = sum(masses[int(row[EVENT_BALL])] * row[[EVENT_STATE + VX, EVENT_STATE + VY]] for row in pair)
    start = record[0, EVENT_STATE:]
    t = record[hit, EVENT_TIME]
    before = masses[0] * (start[[VX, VY]] + t * start[[9, 10]])
    assert np.allclose(after, before, rtol=0, atol=1e-9 * np.abs(before).max())


def test_straight_stop_shot_stops() -> None:
    # Full hit without spin at contact: all speed goes over but (1 - e) / 2 of it.
    layout = lay(cue=(0.5, 0.6), b1=(0.5 + 2 * R + 1e-6, 0.6))
    cue, ball = after_contact(Strike(2.0, 0.0), layout, Physics())
    assert cue[VX] / 2.0 == pytest.approx((1 - P.ball_restitution) / 2, abs=1e-4)
    assert ball[VX] / 2.0 == pytest.approx((1 + P.ball_restitution) / 2, abs=1e-4)


def energy(row: np.ndarray, radius: float) -> float:
    state = row[EVENT_STATE:]
    m = mass(radius)
    moving = 0.5 * m * (state[VX] ** 2 + state[VY] ** 2 + state[VZ] ** 2)
    turning = 0.5 * 0.4 * m * radius**2 * (state[WX] ** 2 + state[WY] ** 2 + state[WZ] ** 2)
    return float(moving + turning + m * P.gravity * state[Z])


def energies(table, layout: Layout, strike: Strike) -> np.ndarray:
    """Energy (J) after each event, every ball at its last known state: from above, since it only wears
    off."""
    motion = play(table, layout, strike)
    radii = [table.radius(name) for name in motion.trace.names]
    latest: dict[int, float] = {}
    totals, record = [], motion.trace.record
    for k, row in enumerate(record):
        latest[int(row[EVENT_BALL])] = energy(row, radii[int(row[EVENT_BALL])])
        both = (
            row[EVENT_KIND] == PAIR and k + 1 < len(record) and record[k + 1, EVENT_TIME] == row[EVENT_TIME]
        )
        if len(latest) == len(radii) and not (both and record[k + 1, EVENT_KIND] == PAIR):
            totals.append(sum(latest.values()))
    return np.array(totals)


@pytest.mark.parametrize("seed", range(20))
def test_energy_never_rises(seed: int) -> None:
    rng = random.Random(seed)
    table = table_for(list(TABLES)[seed % len(TABLES)])
    layout = scattered(table, rng, 6, touching=seed % 2 == 0)
    totals = energies(table, layout, struck(rng, 8.0, raised=0.3))
    assert np.diff(totals).max(initial=0.0) <= 1e-6


def test_cushion_gives_back_less_and_takes_spin_into_account() -> None:
    def bounced(height: float, side: float) -> np.ndarray:
        record = play(
            POOL, lay(cue=(2.2, 0.635)), Strike(2.0, 0.0, side=side, height=height), Physics(tip_mass=1e9)
        ).trace.record
        return record[int(np.argmax(record[:, EVENT_KIND] == RAIL)), EVENT_STATE:]

    stun, follow, right = bounced(0.0, 0.0), bounced(0.4, 0.0), bounced(0.0, 0.3)
    assert -0.9 < stun[VX] / 2.0 < -0.6  # horizontal restitution 0.6-0.9 (Alciatore, memory)
    assert stun[VY] == pytest.approx(0.0, abs=1e-12)
    assert follow[WY] < 1.4 * 2.0 / R  # the cushion takes some of the topspin
    assert right[VY] < -0.05  # right side off the foot rail, seen along x: it runs to the right
    assert hypot(right[VX], right[VY]) < 2.0


def test_lag_speed_brings_the_ball_back_to_the_head_rail() -> None:
    # "A lag about 2 m/s" (trade): from the head string up and down the table to the head rail.
    layout = lay(cue=(POOL.head_string, 0.5))
    ends = {v: play(POOL, layout, Strike(v, 0.0)).trace.path("cue", 10.0) for v in (1.6, 2.6)}
    travelled = {v: sum(a[1].distance(b[1]) for a, b in pairwise(path)) for v, path in ends.items()}
    needed = POOL.length - POOL.head_string + POOL.length - 3 * R
    assert travelled[1.6] < needed < travelled[2.6]


def test_squirt_and_its_side() -> None:
    # About 2 degrees at half-radius side, to the left for right side (trade: 1.8-2.5).
    first = play(POOL, ALONE, Strike(1.0, 0.0, side=0.5)).trace.record[0, EVENT_STATE:]
    assert 1.8 < degrees(atan2(first[VY], first[VX])) < 2.5


def test_a_raised_cue_jumps_a_blocker_and_a_level_one_does_not() -> None:
    layout = lay(cue=(0.6, 0.6), b1=(0.95, 0.6), b2=(1.6, 0.6))
    level = play(POOL, layout, Strike(5.0, 0.0))
    raised = play(POOL, layout, Strike(5.0, 0.0, elevation=radians(40)))
    assert level.first_hit == "1"
    assert raised.first_hit == "2" and raised.trace.flies("cue")


def test_flight_is_ballistic() -> None:
    record = play(POOL, lay(cue=(0.6, 0.6)), Strike(3.0, 0.0, elevation=radians(30))).trace.record
    start, landed = record[0, EVENT_STATE:], record[1]
    up = P.slate_restitution * 3.0 * sin(pi / 6)
    assert start[VZ] == pytest.approx(up, rel=1e-12)
    assert landed[EVENT_TIME] == pytest.approx(2 * up / P.gravity, rel=1e-12)
    assert landed[EVENT_STATE + X] - 0.6 == pytest.approx(start[VX] * 2 * up / P.gravity, rel=1e-12)


def test_smaller_english_cue_ball_is_sent_back_by_a_full_hit() -> None:
    # Elastic, masses m < M: v' = (m - M) / (m + M) v.
    table = table_for("english-7")
    layout = lay(cue=(0.5, 0.45), b1=(0.5 + table.ball_radius + table.cue_ball_radius + 1e-7, 0.45))
    record = play(table, layout, Strike(1.0, 0.0), IDEAL).trace.record
    hit = record[(record[:, EVENT_KIND] == PAIR) & (record[:, EVENT_BALL] == 0)][0, EVENT_STATE:]
    light, heavy = mass(table.cue_ball_radius), mass(table.ball_radius)
    assert hit[VX] == pytest.approx((light - heavy) / (light + heavy), abs=1e-5)
