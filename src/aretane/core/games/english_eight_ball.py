"""English eight-ball: reds or yellows, the black last; by two visits unless agreed otherwise (trade)."""

import random
from math import sqrt

from ..equipment.balls import ENGLISH_REDS, ENGLISH_YELLOWS
from ..equipment.racking import TRIANGLE, rows
from ..equipment.table import Table
from ..geometry import Point
from .discipline import Discipline
from .options import Options
from .racks import filled


def _rack(table: Table, rng: random.Random) -> dict[str, Point]:
    # The black on the spot in the middle of the third row (trade).
    depth = 2 * table.ball_radius * sqrt(3)
    apex = Point(table.foot_spot.x - depth, table.foot_spot.y)
    return filled(rows(table, apex, TRIANGLE), {4: "black"}, [*ENGLISH_REDS, *ENGLISH_YELLOWS], rng)


ENGLISH_EIGHT_BALL = Discipline(
    code="english-eight-ball",
    words="English eight-ball",
    fold="english-eight-ball",
    dialect="snooker",
    table="english-7",
    balls=(*ENGLISH_REDS, *ENGLISH_YELLOWS, "black"),
    order="groups",
    last="black",
    early_last="loses",
    groups=("reds", "yellows"),
    to_pot=8,
    usual=Options(
        break_condition="none", push_out=False, three_foul=False, money_on_break="spotted",
        in_hand="behind-line",
    ),
    agreed=("school", "leave_frozen", "money_on_break", "in_hand"),
    rack=_rack,
    jumps=False,
    spacing=0.09,
    doubt=0.11,
)  # fmt: skip
