"""Aiming counts compared with the simulated path: where the ball really ends, which aim is right, and why
they differ."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import acos, pi

import numpy as np
from numpy.typing import NDArray

from ..aiming.intent import hidden_share
from ..aiming.mirror import MOST, Mirrored, mirrors
from ..chance.made import Task, made
from ..chance.widths import stays, widest
from ..equipment.layout import Layout
from ..equipment.table import PocketName, Table
from ..geometry import Point, unit
from ..intervals import Proportion, wilson
from ..motion.kernel.launch import squirt
from ..motion.physics import Physics
from ..motion.play import Ends, Motion, play, play_ready
from ..motion.ready import ready
from ..motion.strike import Strike
from ..motion.trace import Trace
from ..skill import Circumstances, Skill
from ..skill.circumstances import circumstances
from ..skill.scatter import even_errors, scatter
from ..vocabulary import CUE, ball_words
from .numbers import Counted, corner_five

AROUND, BANKED, STEPS = 12 * pi / 180, 4 * pi / 180, 481
"""How far round a count (rad), and round that of a bank, the aim that does it is looked for, and at how
many aims."""
LISTED = 3
SAMPLES = 200
"""Strikes with errors for what a kick leaves."""
REACHED = 0.06
"""m before a place at which a ball has got there: about its size."""
EFFECTS: dict[str, dict[str, float]] = {
    "rebound": {"cushion_restitution": 1.0, "cushion_fall": 0.0},
    "grip": {"cushion_friction": 0.0},
    "roll": {"sliding": 1e-4},
    "nose": {},
}
"""What a mirror knows nothing of, and the constants under which it is gone: cushions give back less than
they take; they grip the ball and its spin; the ball bends after a cushion while it takes up its roll; the
nose meets it above its middle and presses it down (gone on a table with the nose at half the ball)."""
LEVEL_NOSE = 0.5


class NoKick(ValueError):
    """There is nothing to count; the message says why."""


@dataclass(frozen=True, slots=True)
class Asked:
    """A question about kicks at `ball` over `rails` cushions, or with a `pocket` about banks of it.

    It names the speed (m/s), the tip (ball radii) and the player.
    """

    table: Table
    layout: Layout
    ball: str
    pocket: PocketName | None
    rails: int
    speed: float
    side: float
    height: float
    skill: Skill
    physics: Physics

    @property
    def ends(self) -> tuple[Point, Point]:
        """Where the ball that goes over the rails starts, and where it is to get. Raises NoKick."""
        cue, place = self.layout.cue, self.layout.get(self.ball)
        if cue is None:
            raise NoKick("place the cue ball: a count starts from it")
        if place is None or self.ball == CUE:
            raise NoKick(f"place {ball_words(self.ball)}: it is not on the table")
        return (cue, place) if self.pocket is None else (place, self.table.pockets[self.pocket].mouth)


@dataclass(frozen=True, slots=True)
class Turned:
    """A rail of the simulated path: the angle (rad from square to it) the ball came and left at."""

    rail: str
    came: float
    left: float


@dataclass(frozen=True, slots=True)
class Leaves:
    """What a strike leaves with the player's errors: the chance of a scratch, the cue ball's places, and of
    a kick the mean share of the ball that cannot be hit straight after it (None of a bank)."""

    scratch: Proportion
    ends: tuple[Point, ...]
    hidden: float | None


@dataclass(frozen=True, slots=True)
class Kick:
    """One count beside its simulated path.

    mirror: the count; numbers: the rail-number count, where there is one. motion: a strike along the
    mirror, among all balls. off (m): the distance at which the ball alone on the table passes the target,
    positive to the left of its path; None where it does not get there. effects: the part (m) of it that
    each cause makes. right: the strike that does it, with its motion; None where none was found. chance:
    how often this player's aim stays within the aims that do it. left: what the right strike leaves with
    this player's errors, None without one. turn (rad): how far the right aim lies to
    the left of the count's. turned: the rails of the simulated path.
    """

    mirror: Mirrored
    numbers: Counted | None
    motion: Motion
    off: float | None
    effects: tuple[tuple[str, float], ...]
    right: Strike | None
    right_motion: Motion | None
    turn: float | None
    chance: float
    left: Leaves | None
    turned: tuple[Turned, ...]


def kicks(asked: Asked) -> tuple[Kick, ...]:
    """The shortest counts with what comes of them. Raises NoKick."""
    cue, place = asked.layout.cue, asked.layout.get(asked.ball)
    if cue is None:
        raise NoKick("place the cue ball: a count starts from it")
    if place is None or asked.ball == CUE:
        raise NoKick(f"place {asked.ball}: it is not on the table")
    if not 1 <= asked.rails <= MOST:
        raise NoKick(f"count over 1 to {MOST} rails, not {asked.rails}")
    start, target = (
        (cue, place) if asked.pocket is None else (place, asked.table.pockets[asked.pocket].mouth)
    )
    radius = asked.table.radius(CUE if asked.pocket is None else asked.ball)
    found = []
    for mirror in mirrors(asked.table, start, target, asked.rails, radius):
        kick = _against(asked, mirror)
        if kick is not None:
            found.append(kick)
        if len(found) == LISTED:
            break
    if not found:
        raise NoKick("no path over so many rails gets there: try another number of rails, or another ball")
    return tuple(found)


def _against(asked: Asked, mirrored: Mirrored) -> Kick | None:
    """The count played; None for a bank that the cue ball cannot play."""
    aim = mirrored.aim
    if asked.pocket is not None:
        ghost = _ghost(asked, mirrored.aim)
        cue = asked.layout.cue
        assert cue is not None
        aim = ghost.minus(cue).angle
        if unit(aim).dot(unit(mirrored.aim)) <= 0.05:
            return None
    strike = _strike(asked, aim)
    motion = play(asked.table, asked.layout, strike, asked.physics)
    right, chance = _right(asked, aim)
    off = _off(asked, mirrored, strike, asked.physics)
    return Kick(
        mirrored, _numbers(asked, mirrored), motion, off, _effects(asked, mirrored, strike, off), right,
        None if right is None else play(asked.table, asked.layout, right, asked.physics),
        None if right is None else right.aim - strike.aim, chance,
        None if right is None else _leaves(asked, right), _turned(asked, motion.trace),
    )  # fmt: skip


def _leaves(asked: Asked, strike: Strike) -> Leaves:
    """The strike with the player's errors."""
    own = asked.skill.under(_how(asked, strike))
    rows = scatter(strike, own, asked.table.cue_ball_radius, asked.physics.tip_mass, even_errors(SAMPLES))
    ends = play_ready(ready(asked.table, asked.layout, asked.physics), rows)
    stays = np.flatnonzero(ends.fates[:, 0] == -1)
    hidden = None
    if asked.pocket is None:
        left = [ends.after(int(k)) for k in stays]
        shares = [hidden_share(asked.table, one, asked.ball) for one in left if asked.ball in one]
        hidden = float(np.mean(shares)) if shares else None
    return Leaves(
        wilson(SAMPLES - len(stays), SAMPLES),
        tuple(Point(float(x), float(y)) for x, y in ends.places[stays, 0]), hidden,
    )  # fmt: skip


def _strike(asked: Asked, way: float) -> Strike:
    """Struck so that the cue ball starts that way."""
    return Strike(asked.speed, way - squirt(asked.side, asked.physics.tip_mass), asked.side, asked.height)


def _ghost(asked: Asked, way: float) -> Point:
    place = asked.layout.get(asked.ball)
    assert place is not None
    apart = asked.table.cue_ball_radius + asked.table.radius(asked.ball)
    return place.minus(unit(way).times(apart))


def _numbers(asked: Asked, mirrored: Mirrored) -> Counted | None:
    """The rail numbers, for a kick long rail, short rail, long rail."""
    place, cue = asked.layout.get(asked.ball), asked.layout.cue
    if asked.pocket is not None or len(mirrored.rails) != 3 or place is None or cue is None:
        return None
    if mirrored.rails[0] not in ("right", "left") or mirrored.rails[1] not in ("head", "foot"):
        return None
    return corner_five(asked.table, cue, place, mirrored.rails[0], mirrored.rails[1])


def _right(asked: Asked, way: float) -> tuple[Strike | None, float]:
    """The strike nearest the count that does it among all balls, and the chance of its window."""
    at = ready(asked.table, asked.layout, asked.physics)
    around = AROUND if asked.pocket is None else BANKED
    ways = way + np.linspace(-around, around, STEPS)
    rows = np.zeros((STEPS, 5))
    rows[:, 0], rows[:, 2], rows[:, 3] = asked.speed, asked.side, asked.height
    rows[:, 1] = ways - squirt(asked.side, asked.physics.tip_mass)
    good = _does_it(asked, play_ready(at, rows))
    found = widest(ways, good)
    if found is None:
        return None, 0.0
    strike = _strike(asked, found[0])
    own = asked.skill.under(_how(asked, strike))
    return strike, stays(found[1], own.aim)


def _how(asked: Asked, strike: Strike) -> Circumstances:
    return circumstances(asked.table, asked.layout, strike, physics=asked.physics)


def _does_it(asked: Asked, ends: Ends) -> NDArray[np.bool_]:
    if asked.pocket is not None:
        return np.asarray(made(Task(asked.ball, asked.pocket, "bank"), ends) & (ends.fates[:, 0] == -1))
    number = ends.names.index(asked.ball)
    return np.asarray((ends.first_hit == number) & (ends.rails_before == asked.rails))


def _off(asked: Asked, mirrored: Mirrored, strike: Strike, physics: Physics) -> float | None:
    """m by which the ball passes its target after the rails, alone on the table with what it needs."""
    if asked.pocket is None:
        name, target = CUE, asked.layout.get(asked.ball)
        alone = asked.layout.without(asked.layout.objects)
    else:
        name, target = asked.ball, asked.table.pockets[asked.pocket].mouth
        alone = asked.layout.without([b for b in asked.layout.objects if b != asked.ball])
    assert target is not None
    trace = play(asked.table, alone, strike, physics).trace
    leg = _leg(trace, name, len(mirrored.rails))
    return None if len(leg) < 2 else _passes(leg, target)


def _leg(trace: Trace, name: str, rails: int) -> list[Point]:
    """The path after so many rails, up to what the ball meets next."""
    times = [
        happening.time
        for happening in trace.happenings()
        if happening.ball == name and happening.kind in ("rail", "jaw", "drop")
    ]
    if len(times) < rails:
        return []
    start = times[rails - 1]
    end = times[rails] if len(times) > rails else float("inf")
    return [at for t, at in trace.path(name, 0.01) if start - 1e-9 <= t <= end + 1e-9]


def _passes(leg: Sequence[Point], target: Point) -> float | None:
    """Signed distance (m) at which a path passes a point, positive to the left of the path; None where the
    ball stops before."""
    last = leg[-1].minus(leg[-2])
    if last.norm > 1e-9 and target.minus(leg[-1]).dot(last) > REACHED * last.norm:
        return None
    best, off = float("inf"), 0.0
    for one, other in pairwise(leg):
        way = other.minus(one)
        if way.norm < 1e-9:
            continue
        share = min(1.0, max(0.0, target.minus(one).dot(way) / way.norm**2))
        foot = one.plus(way.times(share))
        gap = foot.distance(target)
        if gap < best:
            to = foot.minus(target)
            best, off = gap, (1.0 if way.x * to.y - way.y * to.x >= 0 else -1.0) * gap
    return off


def _effects(
    asked: Asked, mirrored: Mirrored, strike: Strike, off: float | None
) -> tuple[tuple[str, float], ...]:
    """How far each cause moves the ball, taken away alone."""
    if off is None:
        return ()
    found = []
    for name, constants in EFFECTS.items():
        table = asked.table
        if name == "nose":
            table = replace(table, jaws=replace(table.jaws, nose=LEVEL_NOSE))
        without = _off(replace(asked, table=table), mirrored, strike, replace(asked.physics, **constants))
        if without is not None:
            found.append((name, off - without))
    return tuple(sorted(found, key=lambda entry: -abs(entry[1])))


def _turned(asked: Asked, trace: Trace) -> tuple[Turned, ...]:
    """The angles at the rails of the ball that is sent over them."""
    name = CUE if asked.pocket is None else asked.ball
    rails = [
        happening for happening in trace.happenings() if happening.ball == name and happening.kind == "rail"
    ][: asked.rails]
    path = trace.path(name, 0.003)
    found = []
    for rail in rails:
        before = [at for t, at in path if t <= rail.time + 1e-9][-3:]
        after = [at for t, at in path if t >= rail.time - 1e-9][:3]
        if len(before) > 1 and len(after) > 1:
            came, went = before[-1].minus(before[0]), after[-1].minus(after[0])
            found.append(Turned(rail.what, _from_square(rail.what, came), _from_square(rail.what, went)))
    return tuple(found)


def _from_square(rail: str, way: Point) -> float:
    straight = abs(way.x if rail in ("head", "foot") else way.y)
    return acos(min(1.0, straight / max(way.norm, 1e-12)))
