"""How a game is set up: the rack, the cue ball for the break, and where balls that come back are put."""

import random
from collections.abc import Iterable

from ..equipment.layout import Layout
from ..equipment.spots import D_RADIUS, FULL_LENGTH, back_on_foot_spot, back_on_own_spots, snooker_spots
from ..equipment.table import Table
from ..geometry import Point
from ..tolerances import OVERLAP
from ..vocabulary import CUE
from . import game

RACK_SLACK = 0.5
"""Ball radii by which a ball of a rack may lie off its place and the rack still stands (our choice)."""


def break_place(table: Table, discipline: str) -> Point:
    """Where the cue ball is put first: on the head string, or in the D beside the brown."""
    if game(discipline).in_d:
        spots = snooker_spots(table)
        return Point(spots["brown"].x, (spots["brown"].y + spots["yellow"].y) / 2)
    return Point(table.head_string, table.width / 2)


def break_places(table: Table, discipline: str, boxed: bool = False) -> tuple[Point, Point, Point]:
    """Where the cue ball is usually put for a break: the middle or usual place, then either side of it."""
    middle = break_place(table, discipline)
    if game(discipline).in_d:
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
    if game(discipline).in_d:
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
    record = game(discipline)
    places = record.rack(table, random.Random(seed))
    if on_spot == "money" and record.money is not None:
        back = places[record.money].x - table.foot_spot.x
        places = {ball: Point(at.x - back, at.y) for ball, at in places.items()}
    return Layout.of(places | {CUE: break_place(table, discipline)})


def stands_racked(table: Table, discipline: str, layout: Layout) -> bool:
    """Whether the object balls stand as racked for the break, whichever ball lies where."""
    for on_spot in ("one", "money"):
        full = racked(table, discipline, 0, on_spot)
        free = [place for ball, place in full.places if ball != CUE]
        if len(layout.objects) == len(free) and all(
            min(place.distance(at) for place in free) <= RACK_SLACK * table.ball_radius
            for ball, at in layout.places
            if ball != CUE
        ):
            return True
    return False


def respotted(table: Table, discipline: str, balls: Iterable[str], layout: Layout) -> Layout:
    """Where the balls go back, one after another, in a layout that they are not in; only those balls."""
    put_back = back_on_own_spots if game(discipline).own_spots else back_on_foot_spot
    return put_back(table, balls, layout)
