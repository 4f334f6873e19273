"""The demo players' shots: chosen, struck with their own errors, and played out in the motion model."""

import random
from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import pi

import numpy as np
from numpy.typing import NDArray

from aretane.core.chance.direct import likeliest
from aretane.core.chance.finer import compensated
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import POCKETS, PocketName, Table
from aretane.core.geometry import Point
from aretane.core.motion import Motion, Strike, play, play_many
from aretane.core.motion.physics import Physics
from aretane.core.motion.play import STANDARD, Ends, play_ready
from aretane.core.motion.ready import Ready, ready
from aretane.core.skill import PRESETS, Skill
from aretane.core.skill.scatter import even_errors, scatter
from aretane.core.vocabulary import CUE

from .scenario import DemoPlayer

SPEEDS = (1.0, 1.4, 1.8, 2.3, 3.0)
TIPS = ((0.0, 0.0), (0.0, 0.25), (0.0, 0.4), (0.0, -0.2), (0.0, -0.35), (0.2, 0.1), (-0.2, 0.1))
NEAR_RAIL = 0.12
"""m. A cue ball planned to end nearer a cushion than this is a poorer plan."""
SURE_ENOUGH = 0.85
"""Share of legal hits below which a safety is not chosen while there is a surer one."""


@dataclass(frozen=True, slots=True)
class Meant:
    """A shot as planned: strike, where the cue ball would end, the cushions on its way, what it leaves."""

    strike: Strike
    end: Point
    via: tuple[Point, ...]
    worth: float


def skill_of(player: DemoPlayer) -> Skill:
    """The player's true model."""
    return replace(PRESETS[player.level], speed=player.speed_error)


def struck(
    rng: random.Random,
    table: Table,
    layout: Layout,
    player: DemoPlayer,
    strike: Strike,
    physics: Physics = STANDARD,
) -> Motion:
    """What comes of a strike in this player's hands."""
    errors = np.array([[rng.gauss(0, 1) for _ in range(4)]])
    habit = replace(strike, speed=strike.speed * (1 + player.speed_bias))
    row = scatter(habit, skill_of(player), table.cue_ball_radius, physics.tip_mass, errors)[0]
    return play(table, layout, Strike(*(float(value) for value in row)), physics)


def following_chance(
    table: Table, layout: Layout, skill: Skill, balls: Sequence[str] | None = None
) -> float:
    """The likeliest pot of the lowest ball, or of any of `balls`: 0 without a cue ball, 1 when none is
    left."""
    if layout.cue is None:
        return 0.0
    if balls is None:
        balls = sorted((ball for ball in layout.objects if ball.isdigit()), key=int)[:1]
    left = [ball for ball in balls if ball in layout]
    return max((likeliest(table, layout, ball, skill)[1] for ball in left), default=1.0)


def plan_pot(
    rng: random.Random, table: Table, layout: Layout, ball: str, pocket: PocketName, aim: float,
    skill: Skill, following: Sequence[str] | None = None,
) -> Meant | None:  # fmt: skip
    """The strike that pots the ball and leaves the best next one, among a handful of speeds and tips.

    `following`: balls that may come next; else the lowest. None where no error-free strike pots it.
    """
    at = ready(table, layout, STANDARD)
    strikes = [
        compensated(Strike(speed * rng.uniform(0.9, 1.1), 0.0, side, height), aim, at)
        for speed in SPEEDS
        for side, height in TIPS
    ]
    ends = play_many(table, layout, np.array([strike.array() for strike in strikes]))
    target, cue = at.index(ball), at.index(CUE)
    best: Meant | None = None
    for k, strike in enumerate(strikes):
        fates = ends.fates[k]
        if fates[target] != POCKETS.index(pocket) or fates[cue] != -1 or (fates >= 0).sum() != 1:
            continue
        left = Layout.of(
            {
                name: Point(*map(float, ends.places[k, i]))
                for i, name in enumerate(ends.names)
                if fates[i] == -1
            }
        )
        end = left.cue
        assert end is not None
        worth = following_chance(table, left, skill, following)
        margin = min(end.x, end.y, table.length - end.x, table.width - end.y)
        worth -= 0.1 * max(0.0, 1 - margin / NEAR_RAIL) + 0.02 * int(ends.rails[k, cue])
        if best is None or worth > best.worth:
            best = Meant(strike, end, (), worth)
    if best is None:
        return None
    path = play(table, layout, best.strike).trace.happenings()
    via = tuple(one.place for one in path if one.ball == CUE and one.kind == "rail")
    return replace(best, via=via[:6])


def plan_break(table: Table, layout: Layout, rng: random.Random) -> Strike:
    """Full at the front ball, hard."""
    assert layout.cue is not None
    front = min((at for name, at in layout.places if name != CUE), key=lambda at: at.x)
    return Strike(rng.uniform(8.0, 10.0), front.minus(layout.cue).angle, 0.0, 0.05)


def plan_safety(
    rng: random.Random, table: Table, layout: Layout, ball: str, own: Skill, opponent: Skill, kick: bool,
    reply: Sequence[str] | None = None,
) -> Strike | None:  # fmt: skip
    """Of random strikes that meet the ball first and a cushion after, one that leaves little.

    `kick`: cushion first. `reply`: balls the opponent may play; else the lowest. None where none was found.
    """
    at = ready(table, layout, STANDARD)
    target = at.index(ball)
    rows = np.zeros((600, 5))
    line = at.layout[target, :2] - at.layout[0, :2]
    centre = float(np.arctan2(line[1], line[0]))
    for row in rows:
        row[0] = rng.uniform(0.6, 3.5)
        row[1] = rng.uniform(-pi, pi) if kick else centre + rng.uniform(-0.2, 0.2)
        row[3] = rng.uniform(-0.3, 0.3)
    ends = play_many(table, layout, rows)
    found = []
    for k in np.flatnonzero(_legal(ends, target))[:60]:
        left = Layout.of({name: Point(*map(float, ends.places[k, i])) for i, name in enumerate(ends.names)})
        found.append((following_chance(table, left, opponent, reply), int(k)))
    if not found:
        return None
    tries = [(_safe_share(at, rows[k], own, target), chance, k) for chance, k in sorted(found)[:12]]
    sure = [one for one in tries if one[0] >= SURE_ENOUGH] or [max(tries)]
    _, _, chosen = min(sure, key=lambda one: one[1])
    return Strike(*(float(value) for value in rows[chosen]))


def _legal(ends: Ends, target: int) -> NDArray[np.bool_]:
    """Hits that meet the ball first and a cushion, with everything still on the table."""
    return np.asarray(
        (ends.first_hit == target) & (ends.fates == -1).all(axis=1) & (ends.rails.sum(axis=1) > 0)
    )


def _safe_share(at: Ready, row: NDArray[np.float64], own: Skill, target: int) -> float:
    """How often the strike stays legal in this player's hands."""
    strike = Strike(*(float(value) for value in row))
    rows = scatter(strike, own, float(at.layout[0, 2]), STANDARD.tip_mass, even_errors(24))
    return float(_legal(play_ready(at, rows), target).mean())


def foul_of(motion: Motion, layout: Layout, ball: str, is_break: bool = False) -> str | None:
    """The foul a referee calls under nine-ball rules, if any."""
    down = {name for name, _ in motion.potted}
    if CUE in down:
        return "scratch"
    if motion.off_table:
        return "off-table"
    if motion.first_hit is None:
        return "no-contact"
    if motion.first_hit != ball:
        return "wrong-ball-first"
    if down:
        return None
    if is_break:
        reached = sum(count > 0 for name, count in motion.rails.items() if name != CUE)
        return None if reached >= 4 else "illegal-break"
    hit = next(happening.time for happening in motion.trace.happenings() if happening.kind == "ball")
    return (
        None
        if any(
            happening.kind in ("rail", "jaw") and happening.time > hit
            for happening in motion.trace.happenings()
        )
        else "no-rail"
    )
