"""Straight pool: which ball to break with, which one leads to it, and which one to that."""

from dataclasses import dataclass, replace

import numpy as np

from ..geometry import Point
from ..runout.games import Question
from ..runout.grid import grid_of, nodes_of
from ..runout.maps import Maker, Way
from ..runout.run import state
from ..runout.sets import ease
from ..runout.straight import break_chances

SPACING = 0.14
BREAKERS, LEADING, MOST = 4, 3, 3
"""Balls looked at as break balls and, of those nearest to where one wants to be, as what leads there; how
many chains are listed."""
NOTHING = (0.0,)


@dataclass(frozen=True, slots=True)
class Chain:
    """A break ball, its key ball and the ball before that; `before` is None where no third ball is left.

    place: the best place for the break shot, with its `chance`. kept: the mean chance of a playable break
    shot before the key ball, over most places of the table. key_place: the best place for the key ball.
    """

    break_ball: str
    key_ball: str
    before: str | None
    place: Point
    chance: float
    key_place: Point
    kept: float


def chains(asked: Question, threads: int = 2) -> tuple[Chain, ...]:
    """The chains of a straight-pool layout, the likeliest to end in a break shot first; none of fewer than
    two balls. Each is valued with the other balls gone."""
    balls = asked.layout.objects
    if len(balls) < 2:
        return ()
    maker = Maker(asked.table, asked.layout, asked.skill, SPACING, asked.physics, threads=threads)
    nodes = nodes_of(*grid_of(maker.table, maker.spacing))
    places = dict(asked.layout.places)
    foot = asked.table.foot_spot
    near = sorted(balls, key=lambda ball: places[ball].distance(foot))[:BREAKERS]
    found = []
    for last in near:
        chances = break_chances(maker, last)
        if chances.max() <= 0.0:
            continue
        best = _place(nodes, chances)
        own: Maker = replace(maker, maps={}, following={}, keys={})
        end = state("", [last])
        own.known(end, chances[None, :])
        for key in _nearest(balls, places, best, {last}):
            both = state("", [key, last])
            chart = own.make(both, list(both[1:]), (Way(key, end, NOTHING),))
            there = _place(nodes, chart.smooth[0].ravel())
            third = next(iter(_nearest(balls, places, there, {last, key})), None)
            kept = ease(chart.smooth[0])
            found.append(Chain(last, key, third, best, float(chances.max()), there, kept))
    return tuple(sorted(found, key=lambda one: -one.kept)[:MOST])


def _place(nodes: np.ndarray, values: np.ndarray) -> Point:
    return Point(*(float(value) for value in nodes[int(np.argmax(values))]))


def _nearest(balls: tuple[str, ...], places: dict[str, Point], place: Point, but: set[str]) -> list[str]:
    """The balls nearest to a place: a stop or a short roll on one of them leaves the cue ball there."""
    others = [ball for ball in balls if ball not in but]
    return sorted(others, key=lambda ball: (places[ball].distance(place), ball))[:LEADING]
