"""What is special about a discipline, in one record: all that differs from game to game is read here."""

import random
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Literal

from ..equipment.table import Table
from ..geometry import Point
from .options import Options

Dialect = Literal["pool", "snooker"]
Order = Literal["in-order", "groups", "any-order", "reds-and-colours"]
"""Which ball may be played next: the lowest; one of one's group, the last ball after them; any; a red, then
a colour, in the end the colours in order."""
Measure = Literal["chance", "balls", "points"]
"""What a run is worth: the chance to run out, the balls of the run, the points of the visit."""
Early = Literal["wins", "comes-back", "loses"]
"""What becomes of a rack whose last ball falls on a legal shot while others of the player's are left."""
Rack = Callable[[Table, random.Random], dict[str, Point]]
"""Where the balls of a full rack lie; those whose place the rules leave open are shuffled."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Discipline:
    """One discipline.

    `fold` names its rules in `core.rules`; `dialect` whose words its players use; `table` the one it is
    usually played on (`equipment.table.TABLES`). `balls` are its object balls. `last`: the ball that ends
    the rack, nothing where none does. `groups`: as in `vocabulary.GROUPS`. `to_pot`: balls that a player
    pots of a full rack at the least, 0 where points decide. `crosses_racks`: score and runs go on from
    one rack to the next. `usual`: what is agreed where nobody says otherwise; `agreed` names the options
    it has. `money`: the ball that may be racked on the foot spot instead of the first. `in_d`: the cue
    ball is put in the D, not behind the head string. `own_spots`: each colour has a spot of its own.
    `any_pot_counts`: after a legal hit every ball that falls counts, called or not. `fouls_score`: a foul
    gives points to the other player. `jumps`: the cue ball may jump over a ball before it hits one (a
    foul by WEPF and WPBSA rules; memory). `spacing` (m): the grid of its maps. `doubt`: how far such a
    map is off by itself (of a chance v this times sqrt(v (1 - v)), of points and balls this share).
    """

    code: str
    words: str
    fold: str
    dialect: Dialect
    table: str
    balls: tuple[str, ...]
    order: Order
    last: str = ""
    early_last: Early = "comes-back"
    groups: tuple[str, ...] = ()
    to_pot: int = 0
    measure: Measure = "chance"
    crosses_racks: bool = False
    usual: Options = field(default_factory=Options)
    agreed: tuple[str, ...] = ()
    rack: Rack
    money: str | None = None
    in_d: bool = False
    own_spots: bool = False
    any_pot_counts: bool = False
    fouls_score: bool = False
    jumps: bool = True
    spacing: float
    doubt: float

    @property
    def scores(self) -> bool:
        """Whether pots count by themselves, so that a run is worth something though it ends."""
        return self.measure != "chance"

    @property
    def in_order(self) -> bool:
        return self.order == "in-order"

    @property
    def any_order(self) -> bool:
        return self.order == "any-order"

    @property
    def by_groups(self) -> bool:
        return self.order == "groups"

    @property
    def by_colours(self) -> bool:
        return self.order == "reds-and-colours"
