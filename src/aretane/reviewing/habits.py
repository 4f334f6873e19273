"""A player's habits, looked for over the facts of shots and kept."""

from collections.abc import Sequence
from functools import partial

import numpy as np

from aretane.core.statistics.habit_columns import CODES, Columns
from aretane.core.statistics.habit_search import habits
from aretane.store import habits as kept
from aretane.store.database import Address, reading, written
from aretane.store.habits import KeptHabit, Waiting
from aretane.store.sql import Row

MOST = 20_000
"""Shots that are looked at of the player, and of the others: the newest."""


def look(database: Address, player: Waiting) -> None:
    """Look for the habits of a player and keep them; those of pool where the player has any, else of
    snooker: they are not thrown together."""
    with reading(database) as db:
        for snooker in (False, True):
            own = kept.facts(db, player.club_id, player.player_id, True, snooker, MOST)
            if own:
                break
        others = kept.facts(db, player.club_id, player.player_id, False, snooker, MOST) if own else []
    found = habits(columns(own), columns(others) if others else None) if own else []
    told = [
        KeptHabit(one, tuple((own[k]["match"], own[k]["rack"], own[k]["shot"]) for k in one.rows))
        for one in found
    ]
    written(database, partial(kept.keep, player=player, found=told))


def columns(rows: Sequence[Row]) -> Columns:
    """Facts as columns."""
    return {name: np.array([_number(name, row[name]) for row in rows]) for name in rows[0]}


def _number(name: str, value: object) -> float:
    """A value as a number: its place among the codes of its field, NaN where it is not known."""
    if value is None:
        return np.nan
    if name in CODES:
        return float(CODES[name].index(str(value))) if value in CODES[name] else np.nan
    return float(value)  # type: ignore[arg-type]
