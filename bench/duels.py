"""Racks between two model players, for the bench and for learning what a look at the table is worth."""

import random

from tests.core.runout.layouts import TABLE, scattered, strewn

from aretane.core.choice.side import Side
from aretane.core.choice.turn import OTHER, Standing
from aretane.core.motion import Physics
from aretane.core.runout.games import Question, search
from aretane.core.skill import PRESETS

LEVELS = ("regular", "strong", "advanced")
SOLIDS, STRIPES = [str(n) for n in range(1, 8)], [str(n) for n in range(9, 16)]


def standing(discipline: str, seed: int, count: int | None = None) -> Standing:
    """A fresh layout of the game with what is due to the player at the table; in nine-ball with `count`
    balls."""
    rng = random.Random(seed)
    if discipline == "nine-ball":
        return Standing(TABLE, discipline, scattered(seed, count or rng.randint(1, 9))[0])
    mine, theirs = rng.randint(1, 7), rng.randint(1, 7)
    if rng.random() < 0.2:
        return open_standing(seed)
    return Standing(TABLE, discipline, strewn(seed, [*SOLIDS[:mine], *STRIPES[:theirs], "8"]), "solids")


def open_standing(seed: int) -> Standing:
    """Eight-ball after the break, one ball of a group down, the groups open."""
    return Standing(TABLE, "eight-ball", strewn(seed, [*SOLIDS, *STRIPES[:6], "8"]), "open")


def two_sides(at: Standing, first: str, second: str, coarser: float = 1.0) -> tuple[Side, Side]:
    """Two players of these levels with their maps."""

    def side(level: str, due: str) -> Side:
        asked = Question(at.table, at.discipline, at.layout, due, PRESETS[level], Physics())
        return Side(PRESETS[level], {due: search(asked, coarser)})

    return side(first, at.due), side(second, OTHER[at.due])
