"""What a player's shots say of the player's errors, from their kept facts."""

from collections.abc import Sequence

from aretane.core.skill.fit import EyeTry
from aretane.core.statistics.player_model import Try
from aretane.store import read
from aretane.store.database import Db
from aretane.store.sql import Row

MOST = 6_000
"""Shots that a model is fitted to: the newest."""


def newest_shots(db: Db, club_id: int, player_id: int) -> tuple[Sequence[Row], bool]:
    """The facts of a player's newest shots in pool, or in snooker where there are none in pool, in the
    order they were played, and whether it is snooker."""
    rows: Sequence[Row] = []
    snooker = False
    for snooker in (False, True):
        rows = read.facts_for_model(db, club_id, player_id, snooker, MOST)
        if rows:
            break
    return rows, snooker and bool(rows)


def try_of(row: Row) -> Try:
    """What one of these shots says."""
    made = None if row["made"] is None else bool(row["made"])
    attack = row["role"] in ("attack", "two-way")
    eye = None
    if row["eye_chance"] is not None:
        eye = EyeTry(
            row["eye_chance"], row["eye_arm"], row["eye_off"], bool(made) if attack else not row["foul"]
        )
    return Try(attack, row["aims"], made, row["along"], row["travel"], eye)
