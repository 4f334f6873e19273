"""Ten-ball: the lowest ball first, every shot called, the 10 last (WPA, memory)."""

import random

from ..equipment.racking import TEN, rows
from ..equipment.table import Table
from ..geometry import Point
from .discipline import Discipline
from .options import Options
from .racks import filled, numbers


def _rack(table: Table, rng: random.Random) -> dict[str, Point]:
    # 1 at the apex, 10 in the middle, 2 and 3 at the back corners (WPA, memory).
    fixed = {0: "1", 4: "10", 6: "2", 9: "3"}
    return filled(rows(table, table.foot_spot, TEN), fixed, numbers(10, 1, 2, 3, 10), rng)


TEN_BALL = Discipline(
    code="ten-ball",
    words="Ten-ball",
    fold="ten-ball",
    dialect="pool",
    table="pool-9",
    balls=tuple(numbers(10)),
    order="in-order",
    last="10",
    to_pot=10,
    usual=Options(call="called", money_on_break="spotted"),
    agreed=("break_condition", "push_out", "in_hand", "three_foul", "fouls", "break_box"),
    rack=_rack,
    money="10",
    spacing=0.08,
    doubt=0.07,
)
