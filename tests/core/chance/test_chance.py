"""Pot chances: both forms against strikes played out, and what must hold for any of them."""

import math
import random
from itertools import pairwise, product

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from aretane.core.chance import Struck, Task, chance_of, pot, pots, simulated
from aretane.core.chance.direct import likeliest
from aretane.core.chance.finer import best_aim
from aretane.core.chance.windows import windows_of
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.table import POCKETS, table_for
from aretane.core.geometry import Point, unit
from aretane.core.motion import MotionError, Strike, play
from aretane.core.motion.play import STANDARD
from aretane.core.motion.ready import ready
from aretane.core.skill import PRESETS

from ..motion.balls import POOL, lay, scattered

STRONG = PRESETS["strong"]
R = POOL.ball_radius


def test_both_forms_agree_with_strikes_played_out() -> None:
    # The slow twin: 1,500 strikes with the player's errors each. Limits as the bench holds them, doubled
    # for the small number of shots.
    rng, fast, finer = random.Random(20), [], []
    for number in range(60):
        layout = scattered(POOL, rng, rng.choice((1, 2, 4)))
        pocket, speed, skill = rng.choice(POCKETS), rng.choice((1.5, 2.5)), PRESETS["advanced"]
        at, task = ready(POOL, layout, STANDARD), Task("1", pocket, "direct")
        found = chance_of(at, task, Strike(speed, 0.0), skill)
        if found.value == 0.0:
            continue
        twin = simulated(at, task, found.strike, skill, 1500, (20, number)).value
        quick = pot(POOL, layout, "1", pocket, skill, STANDARD, Struck(speed)).chance
        assert quick is not None
        fast.append(quick - twin)
        finer.append(found.value - twin)
    assert len(fast) >= 10
    assert np.sqrt(np.mean(np.square(fast))) < 0.2
    assert np.sqrt(np.mean(np.square(finer))) < 0.06
    assert abs(np.mean(finer)) < 0.02


@pytest.mark.parametrize("size", ["pool-9", "snooker-12"])
def test_a_ball_in_the_jaws_falls_as_often_as_when_played_out(size: str) -> None:
    # Its centre lies up to a radius past the line of the noses; the mouth may be behind it.
    table, rng, off = table_for(size), random.Random(5), []
    for name, depth, level in product(("foot-right", "side-left"), (-0.5, 0.0, 0.4), ("starter", "strong")):
        pocket, shift = table.pockets[name], depth * table.ball_radius
        way = Point(math.cos(pocket.axis), math.sin(pocket.axis))
        # as deep as a side pocket allows: across the table no further than the noses
        hangs = Point(pocket.mouth.x + shift * way.x, pocket.mouth.y + min(shift, 0.0) * way.y)
        cue = Point(rng.uniform(0.4, table.length - 0.4), rng.uniform(0.4, table.width - 0.4))
        layout, task = Layout.of({"cue": cue, "1": hangs}), Task("1", name, "direct")
        found = pot(table, layout, "1", name, PRESETS[level], STANDARD, Struck(2.0)).chance
        assert found is not None
        at, skill = ready(table, layout, STANDARD), PRESETS[level]
        aimed = chance_of(at, task, Strike(2.0, 0.0), skill)
        twin = simulated(at, task, aimed.strike, skill, 600, (1,)).value
        assert twin > 0.5
        off.append(found - twin)
    assert np.sqrt(np.mean(np.square(off))) < 0.1


def test_a_better_player_never_has_the_smaller_chance() -> None:
    rng = random.Random(33)
    for _ in range(40):
        layout = scattered(POOL, rng, 3)
        chances = [pot(POOL, layout, "1", "foot-left", PRESETS[level]).chance for level in PRESETS]
        # with several gaps to aim at, a wild aim may fall in a second one; the margin allows for it
        assert all(b >= a - 0.02 for a, b in pairwise(chances))  # type: ignore[operator]


def test_pots_come_likeliest_first_and_agree_with_the_quick_search() -> None:
    layout = scattered(POOL, random.Random(3), 4)
    found = pots(POOL, layout, "1", STRONG)
    chances = [aim.chance or 0.0 for aim in found]
    assert chances == sorted(chances, reverse=True) and len(found) == 6
    pocket, chance, _ = likeliest(POOL, layout, "1", STRONG)
    assert (found[0].pocket, found[0].chance) == (pocket, pytest.approx(chance))


def test_a_blocked_pot_has_no_chance() -> None:
    pocket_blocked = lay(cue=(0.6, 0.635), b1=(1.9, 0.635), b2=(2.2, 0.94))
    hidden = lay(cue=(0.6, 0.635), b1=(1.9, 0.635), b2=(1.2, 0.635))
    for layout in (pocket_blocked, hidden):
        assert pot(POOL, layout, "1", "foot-left", STRONG).chance == 0


def test_a_half_open_pocket_is_between_nothing_and_all() -> None:
    whole = lay(cue=(0.6, 0.3), b1=(1.9, 0.635))
    half = whole.changed({"2": Point(2.165, 0.972)})
    open_chance = pot(POOL, whole, "1", "foot-left", STRONG).chance or 0.0
    assert 0 < (pot(POOL, half, "1", "foot-left", STRONG).chance or 0.0) < open_chance


def test_a_frozen_pair_goes_along_its_own_line() -> None:
    mouth = POOL.pockets["foot-left"].mouth
    ball = Point(2.2, 0.9)
    line = mouth.minus(ball).angle
    on = Layout.of({"1": ball, "cue": ball.minus(unit(line).times(2 * R))})
    off = Layout.of({"1": ball, "cue": ball.minus(unit(line + 0.6).times(2 * R))})
    assert (pot(POOL, on, "1", "foot-left", STRONG).chance or 0) > 0.95
    assert (pot(POOL, off, "1", "foot-left", STRONG).chance or 0) < 0.05
    overlapping = Layout.of({"1": ball, "cue": ball.plus(Point(0.01, 0))})
    assert pot(POOL, overlapping, "1", "foot-left", STRONG).chance is None


def test_a_hard_ball_finds_a_tighter_pocket_than_a_soft_one() -> None:
    edges = windows_of(POOL, STANDARD).edges
    width = (edges[..., 1] - edges[..., 0]).clip(min=0)
    soft, hard = width[0, 1].mean(), width[0, 3].mean()
    assert hard < 0.85 * soft


def test_a_ball_too_softly_struck_does_not_get_there() -> None:
    layout = lay(cue=(0.4, 0.4), b1=(0.8, 0.45))
    reaches = pot(POOL, layout, "1", "foot-left", STRONG, STANDARD, Struck(2.5)).chance or 0.0
    stops = pot(POOL, layout, "1", "foot-left", STRONG, STANDARD, Struck(0.5)).chance or 0.0
    assert stops < 0.01 < reaches


def test_meaning_an_edge_of_the_pocket_costs_chance_on_either_side() -> None:
    layout = lay(cue=(0.8, 0.4), b1=(1.7, 0.7))
    middle, left, right = (
        pot(POOL, layout, "1", "foot-left", STRONG, STANDARD, Struck(2.0, part=part)).chance or 0.0
        for part in (0.0, 0.6, -0.6)
    )
    assert left < middle > right and min(left, right) > 0.3 * middle


def test_right_side_turns_the_object_ball_and_is_aimed_off() -> None:
    # Right side throws the object ball to the left of its line: the strike must be aimed to allow for it.
    at = ready(POOL, lay(cue=(0.6, 0.635), b1=(1.2, 0.635)), STANDARD)
    task = Task("1", "foot-left", "direct")
    plain = chance_of(at, task, Strike(1.5, 0.0), STRONG).strike
    sided = chance_of(at, task, Strike(1.5, 0.0, side=0.4), STRONG).strike
    assert abs(plain.aim - sided.aim) > math.radians(0.3)


places = st.tuples(st.floats(0.03, 2.51), st.floats(0.03, 1.24)).map(lambda p: Point(*p))


@settings(max_examples=150, deadline=None)
@given(st.lists(places, min_size=2, max_size=6, unique=True))
def test_mirrored_layouts_have_the_same_chances(points: list[Point]) -> None:
    layout = Layout.of(dict(zip(("cue", "1", "2", "3", "4", "5"), points, strict=False)))
    if layout_faults(POOL, layout):
        return
    mirrored = Layout.of({ball: Point(p.x, POOL.width - p.y) for ball, p in layout.places})
    for left, right in (("foot-left", "foot-right"), ("side-left", "side-right")):
        a = pot(POOL, layout, "1", left, STRONG)  # type: ignore[arg-type]
        b = pot(POOL, mirrored, "1", right, STRONG)  # type: ignore[arg-type]
        if a.frozen:
            continue
        assert a.chance == pytest.approx(b.chance, abs=1e-6)
        assert 0 <= (a.chance or 0) <= 1


@pytest.mark.parametrize("size", ["pool-7", "snooker-12", "english-7"])
def test_other_tables_have_chances_too(size: str) -> None:
    table, rng = table_for(size), random.Random(6)
    found = [likeliest(table, scattered(table, rng, 2), "1", STRONG)[1] for _ in range(40)]
    assert 0.1 < np.mean(found) < 0.95


WAYS = {
    "bank": (lay(cue=(1.6, 0.35), b1=(1.75, 0.8)), "foot-right"),
    "combination": (lay(cue=(0.6, 0.5), b1=(2.3, 1.08), b2=(1.9, 0.83)), "foot-left"),
    "carom": (lay(cue=(0.6, 0.5), b1=(2.46, 1.15), b2=(1.6, 0.8)), "foot-left"),
    "kick": (lay(cue=(0.6, 0.3), b1=(1.27, 0.12), b2=(0.9, 0.22)), "side-right"),
}


@pytest.mark.parametrize("way", WAYS)
def test_an_aim_is_found_for_every_way_and_does_what_it_says(way: str) -> None:
    layout, pocket = WAYS[way]
    at = ready(POOL, layout, STANDARD)
    found = chance_of(at, Task("1", pocket, way), Strike(2.5, 0.0), PRESETS["professional"])  # type: ignore[arg-type]
    assert 0.005 < found.value < 1.0
    motion = play(POOL, layout, found.strike)
    assert dict(motion.potted).get("1") == pocket
    met = [happening for happening in motion.trace.happenings() if happening.kind in ("ball", "rail")]
    if way in ("combination", "carom"):
        assert motion.first_hit == "2"
    elif way == "kick":
        assert met[0].kind == "rail" and met[0].ball == "cue"
    else:
        assert motion.first_hit == "1" and motion.rails["1"] >= 1


def test_a_ball_that_is_not_there_is_named() -> None:
    layout = lay(cue=(1, 0.5), b1=(1.5, 0.5))
    with pytest.raises(KeyError, match="7"):
        pot(POOL, layout, "7", "foot-left", STRONG)
    with pytest.raises(MotionError, match="7: not on the table"):
        chance_of(ready(POOL, layout, STANDARD), Task("7", "foot-left"), Strike(1, 0), STRONG)


def test_the_best_aim_is_the_middle_of_the_widest_run() -> None:
    aims = np.linspace(-0.1, 0.1, 201)
    good = ((aims > -0.08) & (aims < -0.07)) | ((aims > 0.02) & (aims < 0.05))
    assert best_aim(aims, good, 0.005) == pytest.approx(0.035, abs=0.002)
    assert best_aim(aims, np.zeros(201, bool), 0.005) is None
