"""Player models: scatter, circumstances, and fits that recover what was put in."""

import math
import random
from dataclasses import replace
from itertools import pairwise

import numpy as np
import pytest

from aretane.core.chance import Task, made
from aretane.core.chance.direct import likeliest
from aretane.core.chance.finer import aims_round, compensated, scan
from aretane.core.motion import MISCUE, Strike
from aretane.core.motion.physics import Physics
from aretane.core.motion.play import STANDARD, play_ready
from aretane.core.motion.ready import ready
from aretane.core.skill import DEFAULT_LEVEL, PRESETS, Circumstances, Skill, fit
from aretane.core.skill.fit import Off, PotTry
from aretane.core.skill.scatter import even_errors, random_errors, scatter
from aretane.core.vocabulary import AIDS

from .motion.balls import POOL, scattered

REGULAR = PRESETS["regular"]


def test_levels_run_from_starter_to_professional() -> None:
    order = ["starter", "regular", "strong", "advanced", "professional"]
    assert list(PRESETS) == order and DEFAULT_LEVEL in PRESETS
    for worse, better in pairwise(order):
        a, b = PRESETS[worse], PRESETS[better]
        assert a.aim > b.aim and a.speed > b.speed and a.tip > b.tip


@pytest.mark.parametrize("errors", [even_errors(2000), random_errors(20_000, (1, 2))])
def test_scattered_strikes_have_the_spreads_of_the_model(errors: np.ndarray) -> None:
    strike = Strike(2.0, 0.5, 0.1, -0.1)
    rows = scatter(strike, REGULAR, POOL.ball_radius, Physics().tip_mass, errors)
    assert np.std(rows[:, 0] / 2.0) == pytest.approx(REGULAR.speed, rel=0.03)
    assert np.std(rows[:, 2]) * POOL.ball_radius == pytest.approx(REGULAR.tip, rel=0.05)
    assert np.mean(rows[:, 1]) == pytest.approx(0.5, abs=2e-4)
    assert (np.hypot(rows[:, 2], rows[:, 3]) <= MISCUE + 1e-12).all()


def test_the_aim_error_is_that_of_the_starting_direction() -> None:
    # A tip error turns cue and ball apart; the spread of aim already holds what that does to the start.
    from aretane.core.motion.kernel.launch import squirt

    tip_mass = Physics().tip_mass
    rows = scatter(
        Strike(2.0, 0.5, 0.3, 0.0), REGULAR, POOL.ball_radius, tip_mass, random_errors(4000, (7,))
    )
    starts = rows[:, 1] + np.array([squirt(side, tip_mass) for side in rows[:, 2]])
    assert np.std(starts) == pytest.approx(REGULAR.aim, rel=0.04)
    assert np.mean(starts) == pytest.approx(0.5 + squirt(0.3, tip_mass), abs=3e-4)


def test_the_same_seed_gives_the_same_errors() -> None:
    assert np.array_equal(random_errors(10, (3, 1, 4)), random_errors(10, (3, 1, 4)))
    assert not np.array_equal(random_errors(10, (3, 1, 4)), random_errors(10, (3, 1, 5)))


def test_circumstances_widen_every_error_they_touch() -> None:
    assert REGULAR.under(Circumstances()) == REGULAR
    for hard in (
        *(Circumstances((aid,)) for aid in AIDS), Circumstances(railed=True),
        Circumstances(elevation=0.5),
    ):  # fmt: skip
        worse = REGULAR.under(hard)
        assert worse.aim > REGULAR.aim and worse.speed > REGULAR.speed and worse.tip > REGULAR.tip
    sided = REGULAR.under(Circumstances(side=-0.4))
    assert sided.aim > REGULAR.aim and sided.speed == REGULAR.speed
    both = REGULAR.under(Circumstances(("stretched",), railed=True))
    assert both.aim > REGULAR.under(Circumstances(("stretched",))).aim
    on_rail = Circumstances(("on-rail",))
    assert REGULAR.under(replace(on_rail, railed=True)) == REGULAR.under(on_rail)


def simulated_log(true: Skill, bias: float, count: int, seed: int) -> tuple[list[PotTry], list[Off]]:
    """Pots of random layouts struck with the true errors in the motion model, as a log would hold them."""
    rng, pots, speeds = random.Random(seed), [], []
    while len(pots) < count:
        layout = scattered(POOL, rng, 1)
        pocket, chance, aim = likeliest(POOL, layout, "1", PRESETS["regular"])
        if not 0.05 < chance < 0.995:
            continue
        at = ready(POOL, layout, STANDARD)
        task = Task("1", pocket)
        strike = compensated(Strike(2.2, 0.0), aim, at)
        aims = aims_round(strike.aim, 0.03, 121)
        good = aims[scan(at, task, strike, aims)]
        if len(good) < 2:
            continue
        middle = Strike(2.2, float(good.mean()))
        row = scatter(
            middle, true, POOL.ball_radius, STANDARD.tip_mass, random_errors(1, (seed, len(pots)))
        )
        row[:, 0] *= 1 + bias
        pots.append(PotTry(float(good[-1] - good[0]) + 0.0005, bool(made(task, play_ready(at, row))[0])))
        speeds.append(Off(float(row[0, 0] / 2.2 - 1) + rng.gauss(0, 0.02), 0.02))
    return pots, speeds


@pytest.mark.parametrize("level", ["starter", "advanced"])
def test_a_fit_recovers_known_spreads_from_simulated_logs(level: str) -> None:
    true = replace(PRESETS[level], tip=0.0005)
    pots, speeds = simulated_log(true, -0.08, 600, 11)
    found = fit(REGULAR, pots, speeds)
    assert found.aim.value == pytest.approx(true.aim, rel=0.25)
    assert found.aim.low < true.aim < found.aim.high * 1.1
    assert found.speed.value == pytest.approx(true.speed, rel=0.15)
    assert found.speed_bias.low < -0.08 * (1 - true.speed) < found.speed_bias.high or math.isclose(
        found.speed_bias.value, -0.08, abs_tol=0.02
    )


def test_ten_shots_move_a_player_a_little_and_a_thousand_decide() -> None:
    true = PRESETS["professional"].aim
    rng = random.Random(4)
    windows = [rng.uniform(0.002, 0.02) for _ in range(1000)]
    tries = [PotTry(w, abs(rng.gauss(0, true)) < w / 2) for w in windows]
    ten, many = fit(REGULAR, tries[:10]).aim, fit(REGULAR, tries).aim
    assert 0.6 * REGULAR.aim < ten.value < REGULAR.aim
    assert many.value < 1.5 * true < ten.value
    assert many.high - many.low < ten.high - ten.low


def test_without_evidence_the_prior_stays() -> None:
    found = fit(REGULAR, [])
    assert found.skill.aim == pytest.approx(REGULAR.aim, rel=0.01)
    assert found.aim.low < REGULAR.aim < found.aim.high
    assert found.speed_bias.value == pytest.approx(0.0, abs=0.002) and found.aim.n == 0


def test_bad_evidence_is_named() -> None:
    with pytest.raises(ValueError, match=r"pot 2: window -1\.0 rad is below zero"):
        fit(REGULAR, [PotTry(0.1, True), PotTry(-1.0, False)])
    with pytest.raises(ValueError, match="speed error 1: noise -1 is below zero"):
        fit(REGULAR, [], [Off(0.1, -1)])
