"""Straight pool beyond the maps: racks to come, and balls that no longer lie where they did when the maps
were made."""

import random
from dataclasses import replace
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ..chance import fast
from ..chance.windows import windows_of
from ..equipment.layout import Layout
from ..equipment.table import Table
from ..geometry import Point
from ..motion.bed import bed_of
from ..motion.physics import Physics
from ..motion.ready import world_of
from ..skill import Skill
from .grid import covered_by, filled, grid_of, nodes_of
from .maps import TOUCHED, Maker, Way
from .run import state
from .sets import ease
from .stock import Stock

RACK = 15
"""Balls that a value of one stands for."""
SPREAD, UNTOUCHED = state("spread", ()), state("untouched", ())
"""States of another rack, wherever its balls lie: as it is after the break; and the same when the shot has
yet to touch it, as in `breaking`."""
OPENED = 100.0
"""How many times more it is worth then to touch the rack than not to (our choice: all there is)."""
LOST = 1.9
"""What a run loses of an easy pot's chance from ball to ball beyond the search, in multiples of the
player's error of speed (set so that four levels meet the search over every order; the bench checks it)."""
OVER_RACKS = 1.8
"""Power of the usual chance from ball to ball that is left over many racks, break shots and what they leave
counted in (games of four levels played out gave 1.66 to 1.98)."""
BREAKS = 0.5
"""Chance of a break shot made, at the end of a rack (our choice)."""
LOOSE = 3.0
"""Ball radii between balls that lie loose, at the least."""
WIDE = 0.28
"""m between the places at which a loose rack is looked at, about."""
SPACING = 0.25
"""m between the places of the cue ball, about."""
SPEED = 1.8
"""m/s of the pots looked at."""


@lru_cache(maxsize=64)
def usual_run(table: Table, skill: Skill, physics: Physics) -> float:
    """The chance with which a player usually goes on from ball to ball over many racks."""
    loose = spread_rack(table)
    stock = Stock(Maker(table, loose, skill, WIDE, physics), loose.objects, loose.objects, frozenset())
    easy = ease(stock.chances(loose.objects).max(axis=1))
    return float(((1.0 - LOST * skill.speed) * easy) ** OVER_RACKS)


def spread_rack(table: Table) -> Layout:
    """Fourteen balls that lie loose about the table, as after a break, and no cue ball (made up)."""
    rng, balls = random.Random(14), dict[str, Point]()
    apart, edge = LOOSE * table.ball_radius, 2 * table.ball_radius
    while len(balls) < RACK - 1:
        place = Point(rng.uniform(edge, table.length - edge), rng.uniform(edge, table.width - edge))
        if all(place.distance(other) > apart for other in balls.values()):
            balls[str(len(balls) + 1)] = place
    return Layout.of(balls)


def rack_of(going_on: float) -> float:
    """Balls to be expected of a rack taken apart, and of no other: each with the same chance."""
    return float(sum(going_on**k for k in range(RACK)))


def chain(going_on: float, balls: int) -> float:
    """Balls to be expected of the last of a rack, `balls` of them left, and of the next if one comes to
    its break shot."""
    after = BREAKS * going_on ** max(0, balls - 1) * rack_of(going_on)
    return float(sum(going_on**k for k in range(balls - 1))) + after


def know_other_racks(maker: Maker, going_on: float) -> None:
    """Takes estimates of the states SPREAD and UNTOUCHED."""
    fresh, count = rack_of(going_on) / RACK, int(np.prod(maker.shape))
    maker.known(SPREAD, np.full((2, count), [[fresh], [0.0]]))
    maker.known(UNTOUCHED, np.full((2, count), [[fresh / OPENED], [0.0]]))


def breaking(maker: Maker, rack: bool = True) -> Maker:
    """The same maps for a shot that has to open the rack: with UNTOUCHED to follow it is worth next to
    nothing unless the rack is touched, and SPREAD where it is. Without a `rack` those for any other."""
    return replace(maker, touched=OPENED if rack else TOUCHED)


def ahead(maker: Maker, layout: Layout, going_on: float) -> tuple[Maker, tuple[Way, ...]]:
    """The pots of every ball of the layout, and the value of what each leads to.

    A pot leads to the best pot from where the cue ball ends, and then to a usual run with the chance
    `going_on` from ball to ball.
    """
    balls = layout.objects
    easy = _easy(maker, layout)
    near = replace(maker, spacing=SPACING, touched=TOUCHED, following={}, keys={}, maps={}, kept=None)
    ways = []
    for number, ball in enumerate(balls):
        others = np.delete(easy, number, axis=0)
        best = others.max(axis=0) if len(others) > 1 else np.ones(near.shape)
        then = state("", [other for other in balls if other != ball])
        near.following[then] = np.array([best * chain(going_on, len(others)) / RACK, 0.0 * best])
        ways.append(Way(ball, then, (1.0 / RACK, 0.0)))
    return near, tuple(ways)


def _easy(maker: Maker, layout: Layout) -> NDArray[np.float64]:
    """The chance (n, nx, ny) of the easiest pot of each ball from each place."""
    table, physics, skill = maker.table, maker.physics, maker.skill
    frame, shape = grid_of(table, SPACING)
    nodes, rows = nodes_of(frame, shape), maker.rows(layout, layout.objects)
    count = len(rows) - 1
    targets = np.array([(1 + k // 6, k % 6) for k in range(6 * count)], dtype=np.float64)
    speeds, answers = np.full(len(targets), SPEED), np.empty((len(targets), fast.ANSWER_COLUMNS))
    world, pockets, edges = (
        world_of(table, physics),
        bed_of(table).pockets,
        windows_of(table, physics).edges,
    )
    found, covered = np.zeros((count, len(nodes))), covered_by(nodes, rows)
    for g in np.flatnonzero(~covered):
        rows[0, :2] = nodes[g]
        fast.pots(
            rows, targets, skill.aim, skill.speed, skill.tip / table.cue_ball_radius, speeds, 0.0, 0.0, 0.0,
            0.0, world, pockets, edges, answers,
        )  # fmt: skip
        found[:, g] = answers[:, fast.CHANCE].reshape(count, 6).max(axis=1)
    return filled(np.clip(found, 0.0, 1.0).reshape(count, *shape), covered.reshape(shape))
