"""Racks between two model players, for the bench and for learning what a look at the table is worth."""

import random

import numpy as np
from tests.core.runout.layouts import TABLE, frame, scattered, strewn

from aretane.core.contest.decide import Intended
from aretane.core.contest.duel import Turn, duel
from aretane.core.contest.luck import luck
from aretane.core.contest.scored import points_left
from aretane.core.contest.seat import Seat, seats
from aretane.core.contest.turn import Standing
from aretane.core.equipment.balls import COLOURS, ENGLISH_REDS, ENGLISH_YELLOWS
from aretane.core.equipment.table import table_for
from aretane.core.motion import Physics
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS

LEVELS = ("regular", "strong", "advanced")
SNOOKER_TABLE = table_for("snooker-12")
ENGLISH_TABLE = table_for("english-7")
MOST_REDS, MOST_POINTS = 6, 40
OPEN_SCORE = 0.7
"""Leads at most, as a share of the points left."""
SOLIDS, STRIPES = [str(n) for n in range(1, 8)], [str(n) for n in range(9, 16)]


def standing(discipline: str, seed: int, count: int | None = None) -> Standing:
    """A fresh layout of the game with the group that is on; `count`: balls of nine-ball,
    or reds."""
    rng = random.Random(seed)
    if discipline == "snooker":
        return snooker_standing(seed, rng.randint(0, MOST_REDS) if count is None else count)
    if discipline == "nine-ball":
        return Standing(TABLE, discipline, scattered(seed, count or rng.randint(1, 9))[0])
    if discipline == "straight-pool":
        return straight_standing(seed)
    mine, theirs = rng.randint(1, 7), rng.randint(1, 7)
    if discipline == "english-eight-ball":
        balls = [*ENGLISH_REDS[:mine], *ENGLISH_YELLOWS[:theirs], "black"]
        return Standing(ENGLISH_TABLE, discipline, strewn(seed, balls, ENGLISH_TABLE), "reds")
    if rng.random() < 0.2:
        return open_standing(seed)
    return Standing(TABLE, discipline, strewn(seed, [*SOLIDS[:mine], *STRIPES[:theirs], "8"]), "solids")


def open_standing(seed: int) -> Standing:
    """Eight-ball after the break, one ball of a group down, the groups open."""
    return Standing(TABLE, "eight-ball", strewn(seed, [*SOLIDS, *STRIPES[:6], "8"]), "open")


def straight_standing(seed: int, count: int | None = None, most: int = MOST_POINTS) -> Standing:
    """Straight pool with some balls of a rack left, or so many, and up to `most` points that each still
    needs."""
    rng = random.Random(f"{seed} points")
    balls = [str(n) for n in range(1, 1 + (count or rng.randint(3, 15)))]
    far = min(most, rng.choice((MOST_POINTS // 4, MOST_POINTS)))
    needs = rng.randint(1, far), rng.randint(1, far)
    return Standing(TABLE, "straight-pool", strewn(seed, balls), needs=needs)


def snooker_standing(seed: int, reds: int) -> Standing:
    """A frame with so many reds, or some colours of the end, at any score that leaves it open."""
    rng = random.Random(f"{seed} frame")
    layout = frame(seed, reds, SNOOKER_TABLE)
    group_on = "end" if not reds else rng.choice(("red", "red", "colour"))
    if not reds:
        layout = layout.without(COLOURS[: rng.randint(0, len(COLOURS) - 1)])
    most = OPEN_SCORE * points_left(layout, group_on)
    return Standing(
        SNOOKER_TABLE,
        discipline="snooker",
        layout=layout,
        group_on=group_on,
        lead=round(rng.uniform(-most, most)),
    )


def two_sides(at: Standing, first: str, second: str, coarser: float = 1.0) -> tuple[Seat, Seat]:
    """Two players of these levels with their maps."""
    asked = Question(at.table, at.discipline, at.layout, at.group_on, PRESETS[first], Physics())
    return seats(asked, PRESETS[second], coarser)


def won(
    at: Standing, sides: tuple[Seat, Seat], physics: Physics, rack: tuple[int, ...],
    first: Intended | None = None,
) -> float:  # fmt: skip
    """Whether the first player wins a rack that is played out, less the luck of its strikes.

    The mean is as it was, and half as many racks say as much; where pots score luck is not taken off, for
    there it helps nothing. `rack` seeds it; `first` as in `turns`.
    """
    turns = list[Turn]()
    came = duel(at, sides, physics, np.random.default_rng(rack), first, turns.append)
    return came if at.game.scores else came - sum(luck(turn, sides, physics) for turn in turns)
