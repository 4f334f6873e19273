"""Snooker: a red, then a colour, in the end the colours in order; points decide (WPBSA, memory)."""

import random

from ..equipment.balls import COLOURS, SNOOKER_REDS
from ..equipment.racking import TRIANGLE, rows
from ..equipment.spots import snooker_spots
from ..equipment.table import Table
from ..geometry import Point
from .discipline import Discipline
from .options import Options


def _rack(table: Table, rng: random.Random) -> dict[str, Point]:
    # The pack behind the pink, as near as can be without touching it (WPBSA, memory).
    spots = snooker_spots(table)
    apex = Point(spots["pink"].x + 2 * table.ball_radius + 0.001, spots["pink"].y)
    return spots | dict(zip(SNOOKER_REDS, rows(table, apex, TRIANGLE), strict=True))


SNOOKER = Discipline(
    code="snooker",
    words="Snooker",
    fold="snooker",
    dialect="snooker",
    table="snooker-12",
    balls=(*SNOOKER_REDS, *COLOURS),
    order="reds-and-colours",
    measure="points",
    usual=Options(break_condition="none", push_out=False, three_foul=False, leave_frozen=True),
    rack=_rack,
    in_d=True,
    own_spots=True,
    fouls_score=True,
    jumps=False,
    spacing=0.18,
    doubt=0.10,
)
