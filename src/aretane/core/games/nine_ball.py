"""Nine-ball: the lowest ball first, the 9 wins whenever it falls legally (WPA, memory)."""

import random

from ..equipment.racking import DIAMOND, rows
from ..equipment.table import Table
from ..geometry import Point
from .discipline import Discipline
from .racks import filled, numbers


def _rack(table: Table, rng: random.Random) -> dict[str, Point]:
    # 1 at the apex, 9 in the middle (WPA, memory).
    return filled(rows(table, table.foot_spot, DIAMOND), {0: "1", 4: "9"}, numbers(9, 1, 9), rng)


NINE_BALL = Discipline(
    code="nine-ball",
    words="Nine-ball",
    fold="nine-ball",
    dialect="pool",
    table="pool-9",
    balls=tuple(numbers(9)),
    order="in-order",
    last="9",
    early_last="wins",
    to_pot=9,
    agreed=(
        "break_condition", "money_on_break", "push_out", "in_hand", "three_foul", "fouls", "rack_spot",
        "break_box",
    ),
    rack=_rack,
    money="9",
    any_pot_counts=True,
    spacing=0.08,
    doubt=0.08,
)  # fmt: skip
