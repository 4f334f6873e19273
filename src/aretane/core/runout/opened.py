"""Straight pool where no map is: balls wherever a stroke left them, break shots, and racks to come.

A layout that was opened is read at a glance (`glance.py`). Four figures stand for what a glance leaves out:
they were fitted to some 1,400 racks that model players of four levels played out after break shots of all
kinds, each shot chosen by a glance at what it leaves; `./aretane bench position` holds fresh ones to them.
"""

from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ..equipment.balls import NUMBERED
from ..equipment.layout import Layout
from ..equipment.racking import TRIANGLE, racked_again, rows
from ..equipment.table import Table
from ..geometry import Point
from ..motion.bed import mass
from ..motion.physics import Physics
from ..skill import Skill
from . import glance, kernel
from .chart import READ, ChanceMap, Kept, Way
from .grid import grid_of, in_parts, nodes_of
from .maps import TIPS, UNREAD, Maker, know_nothing
from .records import Desk, Glance, Tries, desk_for
from .run import state

Array = NDArray[np.float64]

RACK = glance.RACK
"""Balls that a value of one stands for."""
LOST = 0.53
"""What a player keeps from ball to ball is one less so many times the error of speed (fitted)."""
CHOSEN = 0.48
"""Power of the usual chance that is left by choosing where the cue ball goes (fitted)."""
TIED = 0.97
"""What a ball that is not loose keeps of the chance, by the time it is that ball's turn (fitted)."""
BROKEN = 0.66
"""Share of the chance of a break shot from a well chosen place that a rack comes to (fitted)."""
SPACING = 0.33
"""m between the places from which pots are looked at, about."""
BREAKING = Tries(np.array((1.3, 1.8, 2.5, 3.4, 4.6)), TIPS[:3])
"""Strikes that are tried at a break shot: harder ones too, and none with side."""
ONE = (1.0 / RACK, 0.0)
"""What a pot counts: a ball, and no break shot."""
USUAL_BREAKS = ((0.065, 0.33), (0.15, -0.30), (-0.13, 0.20))
"""Where the ball of a usual break shot lies, from the foot spot (m of a table of nine feet; our choice):
beside the rack on either side, and above it."""
CHOSEN_PLACE = 0.85
"""Share of the places with a break shot that are worse than where a run that aims for it brings the cue
ball (our choice)."""
COARSE = 0.3
"""m between places at which the usual break shots are looked at."""
NINE_FEET = 2.54
_kept = Kept(96)


@lru_cache(maxsize=64)
def glance_for(table: Table, skill: Skill, physics: Physics, always: bool = False) -> Glance:
    """How a player reads what strokes open. always: also what no stroke moved."""
    return _glance(table, skill, always, later(table, skill, physics))


def _glance(table: Table, skill: Skill, always: bool, after: float) -> Glance:
    radius = table.ball_radius
    rack = np.array([(*place, radius, mass(radius)) for place in rows(table, table.foot_spot, TRIANGLE)])
    going = np.array((1.0 - LOST * skill.speed, CHOSEN, TIED, BROKEN, after))
    return UNREAD._replace(places=nodes_of(*grid_of(table, SPACING)), going=going, rack=rack, always=always)


@lru_cache(maxsize=64)
def later(table: Table, skill: Skill, physics: Physics) -> float:
    """Balls to be expected after a break shot was made, of its rack and of all that follow.

    A rack brings so many balls, and with some chance the next: after N balls come r + q (1 + N).
    """
    size, fresh = table.length / NINE_FEET, _glance(table, skill, True, 0.0)
    balls, again = [], []
    for x, y in USUAL_BREAKS:
        place = Point(table.foot_spot.x + size * x, table.foot_spot.y + size * y)
        maker = Maker(table, Layout.of({NUMBERED[0]: place}), skill, COARSE, physics, finish=(0.0, 0.0))
        chart = _break_map(maker, NUMBERED[0], fresh)
        pot = np.where(chart.best[..., kernel.POCKET] >= 0, chart.best[..., kernel.POT], 0.0)
        good = (pot > 0.0) & (chart.values[0] >= np.quantile(chart.values[0], CHOSEN_PLACE))
        made = float(pot[good].sum())
        if made > 0.0:
            balls.append(float(chart.values[0][good].sum()) * RACK / made - 1.0)
            again.append(float(chart.values[1][good].sum()) / made)
    if not balls:
        return 0.0
    rack, kept = max(0.0, float(np.mean(balls))), min(0.95, float(np.mean(again)))
    return rack / (1.0 - kept)


def over_racks(table: Table, skill: Skill, physics: Physics) -> float:
    """The one chance from ball to ball that gives a run over many racks its length."""
    balls = later(table, skill, physics)
    return balls / (1.0 + balls)


def reading(maker: Maker, breaking: bool) -> Maker:
    """The same for strokes whose layouts are read at a glance, each of them. breaking: at a rack that
    stands, with harder strokes."""
    read = glance_for(maker.table, maker.skill, maker.physics, True)
    return replace(maker, glance=read, tries=BREAKING if breaking else maker.tries)


def places_of(maker: Maker) -> Array:
    """The places (g, 2) of a map."""
    return nodes_of(*grid_of(maker.table, maker.spacing))


def break_map(maker: Maker, ball: str) -> ChanceMap:
    """The map of the break shot by `ball`, the other fourteen racked: balls to be expected from it on, and
    the chance that it is made and leads to another; 0 where the ball lies in the way of the rack.

    It depends on where the ball lies and on nothing else of the layout, and is kept for that.
    """
    read = glance_for(maker.table, maker.skill, maker.physics, True)
    return _break_map(maker, ball, read)


def _break_map(maker: Maker, ball: str, read: Glance) -> ChanceMap:
    """The map is made with the first number and renamed, so that it is found again for any ball there."""
    first = NUMBERED[0]
    place = dict(maker.layout.places)[ball]
    racked = racked_again(maker.table, first, Layout.of({first: place})).layout
    stands = racked.get(first) == place
    own = replace(
        maker, layout=racked, glance=read, tries=BREAKING, kept=_kept, maps={}, following={}, keys={},
        report=lambda _: None,
    )  # fmt: skip
    know_nothing(own)
    ways = (Way(first, READ, ONE),) if stands else ()
    chart = own.make(state("", [first]), racked.objects, ways)
    renamed = tuple(replace(way, ball=ball, then=None) for way in ways)
    return replace(chart, state=state("", [ball]), ways=renamed)


def break_balls(maker: Maker, balls: tuple[str, ...]) -> dict[str, float]:
    """How often each ball makes a break shot from a well chosen place, by a glance; the best first."""
    read, desk = glance_for(maker.table, maker.skill, maker.physics), desk_for(1)
    places = dict(maker.layout.places)
    worths = {
        ball: float(glance.break_ball(*places[ball], maker.skill.aim, read, maker.bed, desk))
        for ball in balls
    }
    foot = maker.table.foot_spot
    return dict(sorted(worths.items(), key=lambda one: (-round(one[1], 2), places[one[0]].distance(foot))))


def at_a_glance(maker: Maker, balls: tuple[str, ...], nodes: Array) -> Array:
    """Balls over RACK, and the chance of a break shot at the end of the rack (2, g), with `balls` where the
    layout has them and the cue ball at each of the `nodes` (g, 2)."""
    read, found = glance_for(maker.table, maker.skill, maker.physics), np.zeros((len(nodes), 2))
    rows, bed = maker.rows(maker.layout, balls), maker.bed

    def look(part: slice) -> None:
        glance.expected_at(nodes[part], rows, maker.skill.aim, read, bed, found[part])

    in_parts(look, len(nodes), maker.threads)
    return np.ascontiguousarray((found / (RACK, 1.0)).T)


def glanced(maker: Maker, layout: Layout) -> float:
    """Balls over RACK that a layout promises at a glance; none without a cue ball."""
    if layout.cue is None or not layout.objects:
        return 0.0
    there = replace(maker, layout=layout)
    return float(at_a_glance(there, layout.objects, np.array([layout.cue]))[0, 0])


def likeliest(maker: Maker, layout: Layout, ways: Sequence[Way], count: int) -> list[Way]:
    """The `count` ways whose pots are likeliest from where the cue ball lies, by a glance."""
    if len(ways) <= count or layout.cue is None:
        return list(ways)
    balls = layout.objects
    found = np.zeros(1 + len(balls))
    rows = maker.rows(layout, balls)
    glance.on_from(*layout.cue, rows, maker.skill.aim, maker.bed, found)
    chances = dict(zip(balls, found[1:], strict=True))
    return sorted(ways, key=lambda way: (-chances[way.ball], way.ball))[:count]


def usual(maker: Maker, balls: tuple[str, ...]) -> float:
    """The chance from ball to ball in this rack."""
    read, desk = glance_for(maker.table, maker.skill, maker.physics), desk_for(1 + len(balls))
    found = _read(maker, balls, read, desk)
    return float(read.going[glance.KEEPS] * found[glance.USUAL] ** read.going[glance.CHOSEN])


def _read(maker: Maker, balls: tuple[str, ...], read: Glance, desk: Desk) -> Array:
    middle = (maker.table.length / 2, maker.table.width / 2)
    balls_there = maker.rows(maker.layout, balls)
    glance.read(balls_there, len(balls_there), *middle, maker.skill.aim, read, maker.bed, desk)
    return np.array(desk.read)
