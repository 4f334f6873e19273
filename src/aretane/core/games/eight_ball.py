"""Eight-ball: solids or stripes, the 8 last (WPA, memory)."""

import random

from ..equipment.racking import TRIANGLE, rows
from ..equipment.table import Table
from ..geometry import Point
from .discipline import Discipline
from .options import Options
from .racks import filled, numbers


def _rack(table: Table, rng: random.Random) -> dict[str, Point]:
    # 8 in the middle of the third row, one of each group at the back corners (WPA, memory).
    solid, stripe = str(rng.randint(1, 7)), str(rng.randint(9, 15))
    left, right = rng.sample((solid, stripe), 2)
    fixed = {4: "8", 10: right, 14: left}
    others = numbers(15, 8, int(solid), int(stripe))
    return filled(rows(table, table.foot_spot, TRIANGLE), fixed, others, rng)


EIGHT_BALL = Discipline(
    code="eight-ball",
    words="Eight-ball",
    fold="eight-ball",
    dialect="pool",
    table="pool-9",
    balls=tuple(numbers(15)),
    order="groups",
    last="8",
    early_last="loses",
    groups=("solids", "stripes"),
    to_pot=8,
    usual=Options(call="called", push_out=False, three_foul=False, money_on_break="spotted"),
    agreed=("break_condition", "call", "money_on_break", "in_hand", "three_foul", "fouls"),
    rack=_rack,
    spacing=0.12,
    doubt=0.10,
)
