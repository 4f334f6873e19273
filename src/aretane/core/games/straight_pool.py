"""Straight pool (14.1): any called ball, a point each, over many racks (WPA, memory)."""

import random

from ..equipment.racking import TRIANGLE, rows
from ..equipment.table import Table
from ..geometry import Point
from .discipline import Discipline
from .options import Options
from .racks import filled, numbers


def _rack(table: Table, rng: random.Random) -> dict[str, Point]:
    return filled(rows(table, table.foot_spot, TRIANGLE), {}, numbers(15), rng)


STRAIGHT_POOL = Discipline(
    code="straight-pool",
    words="Straight pool (14.1)",
    fold="straight-pool",
    dialect="pool",
    table="pool-9",
    balls=tuple(numbers(15)),
    order="any-order",
    measure="balls",
    crosses_racks=True,
    usual=Options(call="called", push_out=False, in_hand="behind-line"),
    agreed=("three_foul", "fouls", "points_to"),
    rack=_rack,
    spacing=0.14,
    doubt=0.10,
)
