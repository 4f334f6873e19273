"""Rack patterns, and straight pool's fourteen."""

from dataclasses import dataclass
from functools import lru_cache
from math import sqrt

from ..geometry import Point, nearest_on_segment
from ..vocabulary import CUE
from .balls import NUMBERED
from .layout import Layout
from .spots import is_free
from .table import Table

TRIANGLE, DIAMOND, TEN = (1, 2, 3, 4, 5), (1, 2, 3, 2, 1), (1, 2, 3, 4)
GAP = 1e-5
"""m between balls of a rack: less than a hair, and never an overlap by rounding."""
PACKED, NEAR = 12, 0.02
"""A pack stands where so many places of the triangle have a ball within so many m (our choice)."""


def rows(table: Table, apex: Point, pattern: tuple[int, ...]) -> list[Point]:
    """Places of a touching rack, row by row from its apex, each row from right to left."""
    r = table.ball_radius + GAP / 2
    return [
        Point(apex.x + row * r * sqrt(3), apex.y + (2 * k - count + 1) * r)
        for row, count in enumerate(pattern)
        for k in range(count)
    ]


@dataclass(frozen=True, slots=True)
class Fourteen:
    """Straight pool's new rack: the layout, and whether the cue ball is in hand behind the head string."""

    layout: Layout
    cue_in_hand: bool
    reasons: tuple[str, ...]


def racked_again(table: Table, last: str, layout: Layout) -> Fourteen:
    """Fourteen balls racked with the apex free, the fifteenth (`last`) and the cue ball where they lie.

    Where one of them is in the way, or `last` fell too, they are put as the special cases say (WPA rules of
    play, straight pool, table of re-rack positions; memory).
    """
    places = rows(table, table.foot_spot, TRIANGLE)
    fifteenth, cue = layout.get(last), layout.cue
    head, centre = Point(table.head_string, table.width / 2), Point(table.length / 2, table.width / 2)
    ball_in, cue_in = _in_rack(table, fifteenth), _in_rack(table, cue)
    reasons, in_hand = [], cue is None
    at: Point | None = fifteenth
    if fifteenth is None or (ball_in and cue_in):
        at = None  # on the foot spot: it closes the rack
        reasons.append("all fifteen are racked")
        if cue_in:
            in_hand = True
            reasons.append("the cue ball was in the rack: in hand behind the head string")
    elif ball_in:
        blocked = cue is not None and cue.distance(head) < table.cue_ball_radius + table.ball_radius
        at = centre if blocked else head
        where = "the centre spot, the head spot being taken" if blocked else "the head spot"
        reasons.append(f"the fifteenth ball was in the rack: it goes on {where}")
    elif cue_in:
        on_head = fifteenth.distance(head) < 2 * table.ball_radius
        if on_head:
            cue = centre
            reasons.append("the cue ball was in the rack, the head spot taken: it goes on the centre spot")
        elif fifteenth.x < table.head_string:
            cue = head
            reasons.append("the cue ball was in the rack, the fifteenth behind the head string: head spot")
        else:
            in_hand = True
            reasons.append("the cue ball was in the rack: in hand behind the head string")
    else:
        reasons.append("fourteen are racked; the fifteenth and the cue ball stay")
    names = [name for name in NUMBERED if name != last]
    rack = dict(zip(names, places[1:], strict=True))
    rack[last] = places[0] if at is None else at
    if in_hand or cue is None:
        cue = head if is_free(table, CUE, head, Layout.of(rack)) else Point(table.head_string / 2, head.y)
    return Fourteen(Layout.of(rack | {CUE: cue}), in_hand, tuple(reasons))


@lru_cache(maxsize=4096)
def packed(table: Table, layout: Layout) -> bool:
    """Whether straight pool's rack stands as it was set up, as far as that is easily seen."""
    front = table.foot_spot.x - NEAR
    there = [place for name, place in layout.places if place.x >= front and name != CUE]
    return len(there) >= PACKED and sum(racked_place(table, place) for place in there) >= PACKED


def racked_place(table: Table, place: Point) -> bool:
    """Whether a ball there lies as one of straight pool's rack."""
    return any(spot.distance(place) < NEAR for spot in _triangle(table))


@lru_cache(maxsize=64)
def _triangle(table: Table) -> tuple[Point, ...]:
    return tuple(rows(table, table.foot_spot, TRIANGLE))


def _in_rack(table: Table, place: Point | None) -> bool:
    """Whether a ball there is in the way: nearer than a ball to the rim of the triangle."""
    if place is None:
        return False
    triangle = _triangle(table)
    apex, right, left = triangle[0], triangle[10], triangle[14]
    edges = ((apex, right), (right, left), (left, apex))
    inside = all((b.minus(a)).cross(place.minus(a)) >= 0 for a, b in edges)
    near = min(nearest_on_segment(a, b, place).distance(place) for a, b in edges)
    return inside or near < 2 * table.ball_radius
