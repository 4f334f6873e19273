"""Racks between two model players, for the bench and for learning what a look at the table is worth."""

import random

from tests.core.runout.layouts import TABLE, scattered, strewn

from aretane.core.choice.side import Side, sides
from aretane.core.choice.turn import Standing
from aretane.core.motion import Physics
from aretane.core.runout.games import Question
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
    asked = Question(at.table, at.discipline, at.layout, at.due, PRESETS[first], Physics())
    return sides(asked, PRESETS[second], coarser)
