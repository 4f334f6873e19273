"""How the balls are set up: rack patterns of every game, and straight pool's fourteen."""

import random
from dataclasses import dataclass
from functools import lru_cache
from math import sqrt

from ..geometry import Point, nearest_on_segment
from ..tolerances import OVERLAP
from ..vocabulary import CUE
from .balls import ENGLISH_REDS, ENGLISH_YELLOWS, SNOOKER_REDS
from .layout import Layout
from .spots import D_RADIUS, FULL_LENGTH, is_free, snooker_spots
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


def break_place(table: Table, discipline: str) -> Point:
    """Where the cue ball is put first: on the head string, or in the D beside the brown."""
    if discipline == "snooker":
        spots = snooker_spots(table)
        return Point(spots["brown"].x, (spots["brown"].y + spots["yellow"].y) / 2)
    return Point(table.head_string, table.width / 2)


def break_places(table: Table, discipline: str, boxed: bool = False) -> tuple[Point, Point, Point]:
    """Where the cue ball is usually put for a break: the middle or usual place, then either side of it."""
    middle = break_place(table, discipline)
    if discipline == "snooker":
        spots = snooker_spots(table)
        green = Point(middle.x, (spots["brown"].y + spots["green"].y) / 2)
        return middle, green, Point(middle.x, spots["yellow"].y + 2 * table.ball_radius)
    inset = table.width / 4 * (1.25 if boxed else 0.75)
    return middle, Point(middle.x, table.width - inset), Point(middle.x, inset)


def placing_fault(table: Table, discipline: str, cue: Point, boxed: bool) -> str | None:
    """What is wrong with a cue ball in hand behind the line, in words; None where it lies well.

    `boxed`: it must lie in the break box, here the middle half of the width between the outer sights of the
    head rail (common practice; organisers draw it differently).
    """
    if discipline == "snooker":
        brown, radius = snooker_spots(table)["brown"], D_RADIUS * table.length / FULL_LENGTH
        inside = cue.x <= brown.x + OVERLAP and cue.distance(brown) <= radius + OVERLAP
        return None if inside else "the cue ball is in hand and lies outside the D: place it again"
    if cue.x > table.head_string + OVERLAP:
        return "the cue ball is in hand behind the head string and lies in front of it: place it again"
    if boxed and abs(cue.y - table.width / 2) > table.width / 4 + OVERLAP:
        return "the cue ball lies outside the break box: place it again, or correct what was agreed"
    return None


def racked(table: Table, discipline: str, seed: int = 0, on_spot: str = "one") -> Layout:
    """A full set-up with the cue ball where it is put for the break.

    Balls whose place the rules leave open are shuffled by `seed`. `on_spot` "money" puts the rack's middle
    ball on the foot spot. Raises KeyError for an unknown discipline.
    """
    rng = random.Random(seed)
    places = _RACKS[discipline](table, rng)
    if on_spot == "money" and discipline in _MONEY:
        back = places[_MONEY[discipline]].x - table.foot_spot.x
        places = {ball: Point(at.x - back, at.y) for ball, at in places.items()}
    return Layout.of(places | {CUE: break_place(table, discipline)})


_MONEY = {"nine-ball": "9", "ten-ball": "10"}


def _filled(
    places: list[Point], fixed: dict[int, str], others: list[str], rng: random.Random
) -> dict[str, Point]:
    """Balls on places: those fixed by place, the others shuffled over the rest."""
    rng.shuffle(others)
    names = iter(others)
    return {fixed[k] if k in fixed else next(names): place for k, place in enumerate(places)}


def _numbers(count: int, *without: int) -> list[str]:
    return [str(n) for n in range(1, count + 1) if n not in without]


def _nine(table: Table, rng: random.Random) -> dict[str, Point]:
    # 1 at the apex, 9 in the middle (WPA, memory).
    return _filled(rows(table, table.foot_spot, DIAMOND), {0: "1", 4: "9"}, _numbers(9, 1, 9), rng)


def _ten(table: Table, rng: random.Random) -> dict[str, Point]:
    # 1 at the apex, 10 in the middle, 2 and 3 at the back corners (WPA, memory).
    fixed = {0: "1", 4: "10", 6: "2", 9: "3"}
    return _filled(rows(table, table.foot_spot, TEN), fixed, _numbers(10, 1, 2, 3, 10), rng)


def _eight(table: Table, rng: random.Random) -> dict[str, Point]:
    # 8 in the middle of the third row, one of each group at the back corners (WPA, memory).
    solid, stripe = str(rng.randint(1, 7)), str(rng.randint(9, 15))
    left, right = rng.sample((solid, stripe), 2)
    fixed = {4: "8", 10: right, 14: left}
    others = _numbers(15, 8, int(solid), int(stripe))
    return _filled(rows(table, table.foot_spot, TRIANGLE), fixed, others, rng)


def _straight(table: Table, rng: random.Random) -> dict[str, Point]:
    return _filled(rows(table, table.foot_spot, TRIANGLE), {}, _numbers(15), rng)


def _english(table: Table, rng: random.Random) -> dict[str, Point]:
    # The black on the spot in the middle of the third row (trade).
    depth = 2 * table.ball_radius * sqrt(3)
    apex = Point(table.foot_spot.x - depth, table.foot_spot.y)
    return _filled(rows(table, apex, TRIANGLE), {4: "black"}, [*ENGLISH_REDS, *ENGLISH_YELLOWS], rng)


def _snooker(table: Table, rng: random.Random) -> dict[str, Point]:
    # The pack behind the pink, as near as can be without touching it (WPBSA, memory).
    spots = snooker_spots(table)
    apex = Point(spots["pink"].x + 2 * table.ball_radius + 0.001, spots["pink"].y)
    return spots | dict(zip(SNOOKER_REDS, rows(table, apex, TRIANGLE), strict=True))


_RACKS = {
    "nine-ball": _nine,
    "ten-ball": _ten,
    "eight-ball": _eight,
    "straight-pool": _straight,
    "english-eight-ball": _english,
    "snooker": _snooker,
}


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
    names = [name for name in _numbers(15) if name != last]
    rack = dict(zip(names, places[1:], strict=True))
    rack[last] = places[0] if at is None else at
    if in_hand or cue is None:
        cue = head if is_free(table, CUE, head, Layout.of(rack)) else Point(table.head_string / 2, head.y)
    return Fourteen(Layout.of(rack | {CUE: cue}), in_hand, tuple(reasons))


@lru_cache(maxsize=4096)
def packed(table: Table, layout: Layout) -> bool:
    """Whether straight pool's rack stands as it was set up, as far as it is easily told."""
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


__all__ = ["Fourteen", "break_place", "packed", "racked", "racked_again", "racked_place", "rows"]
