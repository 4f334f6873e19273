"""A table as the kernel sees it: the frame of the noses, and each pocket's jaws, facings and drop."""

from dataclasses import dataclass
from functools import lru_cache
from math import cos, pi, sin, tan

import numpy as np

from ..equipment.table import POCKETS, Pocket, Table
from ..geometry import Point, unit
from .kernel.segments import Array
from .kernel.slots import JAW_COLUMNS, JAWS, POCKET_COLUMNS

DENSITY = 1680.0
"""kg/m^3 of a ball: 164 g at 57.15 mm, inside the 156-170 g of the WPA (memory). Only ratios count."""


@dataclass(frozen=True, slots=True, eq=False)
class Bed:
    """Arrays of one table: `frame` (5,) as at the end of the kernel's world array, `pockets` (6,
    POCKET_COLUMNS)."""

    frame: Array
    pockets: Array


def mass(radius: float) -> float:
    """Mass (kg) of a ball of this radius (m)."""
    return DENSITY * 4 / 3 * pi * radius**3


@lru_cache(maxsize=64)
def bed_of(table: Table) -> Bed:
    """The bed of a table."""
    jaws = table.jaws
    corner_tangent = jaws.corner_round * tan((pi - jaws.corner_cut) / 2)
    side_tangent = jaws.side_round * tan((pi - jaws.side_cut) / 2)
    back = table.corner_mouth / 2**0.5
    frame = np.array(
        (
            jaws.nose * 2 * table.ball_radius,
            table.length,
            table.width,
            back + corner_tangent,
            table.side_mouth / 2 + side_tangent,
        )
    )
    pockets = np.array([_pocket(table, table.pockets[name]) for name in POCKETS])
    frame.setflags(write=False)
    pockets.setflags(write=False)
    return Bed(frame, pockets)


def _pocket(table: Table, pocket: Pocket) -> Array:
    shelf, drop = table.edge(pocket)
    into = unit(pocket.axis)
    hole = pocket.mouth.plus(into.times(shelf + drop))
    row = np.zeros(POCKET_COLUMNS)
    row[:JAWS] = (hole.x, hole.y, drop, pocket.mouth.x, pocket.mouth.y, into.x, into.y)
    for side, point in enumerate(pocket.points):
        at = JAWS + side * JAW_COLUMNS
        row[at : at + JAW_COLUMNS] = _jaw(table, pocket, point, shelf + drop)
    return row


def _jaw(table: Table, pocket: Pocket, point: Point, deep: float) -> tuple[float, ...]:
    """One rounded point and the facing behind it."""
    jaws = table.jaws
    cut = jaws.side_cut if pocket.is_side else jaws.corner_cut
    radius = jaws.side_round if pocket.is_side else jaws.corner_round
    rail = _along_rail(table, pocket, point)
    solid = _into_rubber(table, point)
    turn = pi - cut
    facing = Point(-rail.x * cos(turn) + solid.x * sin(turn), -rail.y * cos(turn) + solid.y * sin(turn))
    tangent = radius * tan(turn / 2)
    start = point.plus(facing.times(tangent))
    centre = point.plus(rail.times(tangent)).plus(solid.times(radius))
    across = pocket.mouth.minus(start)
    free = across.minus(facing.times(across.dot(facing)))
    free = free.times(1 / free.norm)
    return (
        centre.x, centre.y, radius, start.x, start.y, facing.x, facing.y, free.x, free.y, deep + 2 *
        table.ball_radius,
    )  # fmt: skip


def _along_rail(table: Table, pocket: Pocket, point: Point) -> Point:
    """Unit vector along the cushion, away from the pocket."""
    other = pocket.points[0] if point == pocket.points[1] else pocket.points[1]
    if pocket.is_side:
        return Point(1.0 if point.x > other.x else -1.0, 0.0)
    if point.y in (0.0, table.width):
        return Point(1.0 if point.x < table.length / 2 else -1.0, 0.0)
    return Point(0.0, 1.0 if point.y < table.width / 2 else -1.0)


def _into_rubber(table: Table, point: Point) -> Point:
    """Unit vector from the table into the cushion at a jaw point."""
    if point.y in (0.0, table.width):
        return Point(0.0, -1.0 if point.y == 0.0 else 1.0)
    return Point(-1.0 if point.x == 0.0 else 1.0, 0.0)
