"""Direct pots: the geometry of `aim` with the fast form's chance."""

from dataclasses import dataclass, replace
from math import hypot

import numpy as np
from numpy.typing import NDArray

from ..aiming.aim import Aim, aim_at
from ..equipment.layout import Layout
from ..equipment.table import POCKETS, PocketName, Table
from ..motion.bed import bed_of, mass
from ..motion.physics import Physics
from ..motion.play import STANDARD
from ..motion.ready import world_of
from ..motion.strike import FASTEST, MotionError
from ..skill.model import Skill
from ..vocabulary import CUE
from . import fast
from .finer import frozen_chance
from .windows import start_speed, way_in, windows_of

Array = NDArray[np.float64]
FIRM = 1.0
"""m/s at the pocket of a shot whose speed is not said: firm enough not to wander, soft enough to drop."""
SOFTEST, HARDEST = 0.8, 6.0
"""m/s. Bounds of a speed that is not said."""


PARTS: dict[str | None, float] = {"left": 0.6, "right": -0.6}
"""How far towards an edge of the free window a player aims who means one part of the pocket (our
choice)."""


@dataclass(frozen=True, slots=True)
class Struck:
    """What is known of a strike: speed (m/s; None: not said) and tip offset (ball radii).

    part: the part of the pocket meant, seen from the ball: -1 its right edge, 0 the best of what is free, 1
    its left edge.
    """

    speed: float | None = None
    side: float = 0.0
    height: float = 0.0
    part: float = 0.0


UNSAID = Struck()


def pots(
    table: Table, layout: Layout, ball: str, skill: Skill, physics: Physics = STANDARD, struck: Struck =
    UNSAID
) -> list[Aim]:  # fmt: skip
    """The pot of the ball into each of the six pockets with this player's chance, likeliest first.

    An unknown speed is chosen so that the ball reaches the pocket firmly. Raises KeyError naming a ball
    that is not on the table.
    """
    aims = [aim_at(table, layout, ball, name) for name in POCKETS]
    chances = _chances(table, layout, ball, POCKETS, skill, physics, struck, aims[0].frozen)
    rated = [
        replace(aim, chance=chance, aims=width) for aim, (chance, width) in zip(aims, chances, strict=True)
    ]
    return sorted(rated, key=lambda aim: (-(aim.chance or 0.0), abs(aim.cut)))


def pot(
    table: Table, layout: Layout, ball: str, pocket: PocketName, skill: Skill, physics: Physics = STANDARD,
    struck: Struck = UNSAID,
) -> Aim:  # fmt: skip
    """One direct pot with this player's chance. Raises KeyError like `pots`."""
    aim = aim_at(table, layout, ball, pocket)
    chance, width = _chances(table, layout, ball, (pocket,), skill, physics, struck, aim.frozen)[0]
    return replace(aim, chance=chance, aims=width)


def _chances(
    table: Table, layout: Layout, ball: str, pockets: tuple[PocketName, ...], skill: Skill, physics:
    Physics,
    struck: Struck, frozen: bool,
) -> list[tuple[float | None, float | None]]:  # fmt: skip
    """Chance and width of the free aims, a pocket each."""
    if frozen:
        return [(_frozen(table, layout, ball, name, skill, physics, struck), None) for name in pockets]
    balls = rows(table, layout, ball)
    answers = _answers(table, balls, tuple(POCKETS.index(name) for name in pockets), skill, physics, struck)
    chances = np.clip(answers[:, fast.CHANCE], 0.0, 1.0)
    return [(float(c), float(w)) for c, w in zip(chances, answers[:, fast.FREE], strict=True)]


def likeliest(
    table: Table, layout: Layout, ball: str, skill: Skill, physics: Physics = STANDARD
) -> tuple[PocketName, float, float]:
    """The likeliest direct pot of a ball: pocket, chance, and the direction (rad) the cue ball must start
    in.

    It is `pots` without the geometry, for many layouts.
    """
    balls = rows(table, layout, ball)
    answers = _answers(table, balls, tuple(range(6)), skill, physics, UNSAID)
    best = int(np.argmax(answers[:, fast.CHANCE]))
    return POCKETS[best], float(answers[best, fast.CHANCE]), float(answers[best, fast.AIM])


def _answers(
    table: Table, balls: Array, pockets: tuple[int, ...], skill: Skill, physics: Physics, struck: Struck
) -> Array:
    world, bed = world_of(table, physics), bed_of(table)
    targets = np.array([(1, pocket) for pocket in pockets], dtype=np.float64)
    speeds = np.array(
        [struck.speed or usual_speed(balls, world, bed.pockets, pocket) for pocket in pockets]
    )
    answers = np.empty((len(pockets), fast.ANSWER_COLUMNS))
    fast.pots(
        balls, targets, skill.aim, skill.speed, skill.tip / balls[0, 2],
        speeds, struck.side, struck.height, struck.part, 0.0, world,
        bed.pockets,
        windows_of(table, physics).edges, answers,
    )  # fmt: skip
    return answers


def rows(table: Table, layout: Layout, ball: str) -> Array:
    """Balls as the kernel takes them (n, 4), cue ball first, then `ball`, then the rest."""
    names = (CUE, ball, *(name for name in layout.objects if name != ball))
    places = dict(layout.places)
    return np.array([(*places[name], table.radius(name), mass(table.radius(name))) for name in names])


def usual_speed(balls: Array, world: Array, pockets: Array, pocket: int) -> float:
    """Speed (m/s) of a centre-ball strike that brings the ball in row 1 to the pocket at `FIRM` speed."""
    line_x, line_y = way_in(balls[1, 0], balls[1, 1], pocket, balls[1, 2], pockets)
    way_x, way_y = balls[1, 0] - balls[0, 0], balls[1, 1] - balls[0, 1]
    far, gap = hypot(line_x, line_y), hypot(way_x, way_y)
    straight = (line_x * way_x + line_y * way_y) / max(far * gap, 1e-9)
    passed = 1.94 * balls[0, 3] / (balls[0, 3] + balls[1, 3])
    contact = start_speed(FIRM, far, world) / (passed * max(0.15, straight))
    speed = start_speed(contact, gap, world)
    return float(min(max(speed, SOFTEST), HARDEST))


def _frozen(
    table: Table,
    layout: Layout,
    ball: str,
    pocket: PocketName,
    skill: Skill,
    physics: Physics,
    struck: Struck,
) -> float | None:
    """A ball touching the cue ball goes along the line of centres, thrown by a cut: played out."""
    speed = min(struck.speed or 2.0, FASTEST)
    try:
        return frozen_chance(
            table, layout, ball, pocket, skill, physics, (speed, struck.side, struck.height)
        )
    except MotionError:
        return None
