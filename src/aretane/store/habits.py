"""Habits of players, kept until their shots change; each function runs inside the caller's transaction."""

import json
from collections.abc import Sequence
from dataclasses import dataclass

from aretane.core.statistics.habit_search import Habit, Worth

from .database import Db
from .sql import Row, sql

MOST_SHOTS = 200
"""Shots that are kept with a habit, the newest."""


@dataclass(frozen=True, slots=True)
class Waiting:
    """A player whose habits are to be looked for; `wanted` is the count of changes they will be of."""

    player_id: int
    club_id: int
    wanted: int
    recording_id: int | None


@dataclass(frozen=True, slots=True)
class KeptHabit:
    """A habit with addresses of the shots it shows in: recording, rack, shot."""

    habit: Habit
    shots: tuple[tuple[int, int, int], ...]


def waiting(db: Db) -> Waiting | None:
    """A player whose shots changed since."""
    row = sql.player_without_habits(db)
    if row is None:
        return None
    return Waiting(row["id"], row["club_id"], row["habits_wanted"], row["recording_id"])


def facts(db: Db, club_id: int, player_id: int, own: bool, snooker: bool, most: int) -> list[Row]:
    """The newest shots of a player, or of everybody else."""
    return list(
        sql.facts_for_habits(
            db, club_id=club_id, player_id=player_id, own=own, discipline=snooker, most=most
        )
    )


def keep(db: Db, player: Waiting, found: Sequence[KeptHabit]) -> None:
    """Replace a player's habits."""
    sql.drop_habits(db, player_id=player.player_id)
    rows = [
        {
            "player_id": player.player_id, "place": place, "club_id": player.club_id,
            "code": one.habit.code, "n": one.habit.n, "value": one.habit.value, "low": one.habit.low,
            "high": one.habit.high, "chance": one.habit.chance,
            "shots": json.dumps(one.shots[:MOST_SHOTS]), **_worth(one.habit),
        }
        for place, one in enumerate(found)
    ]  # fmt: skip
    if rows:
        sql.keep_habits(db, rows)
    sql.note_habits(db, player_id=player.player_id, wanted=player.wanted)


def _worth(habit: Habit) -> Row:
    worth = habit.worth
    if worth is None:
        return {"worth": None, "worth_low": None, "worth_high": None}
    return {"worth": worth.value, "worth_low": worth.low, "worth_high": worth.high}


def of_player(db: Db, club_id: int, player_id: int) -> list[KeptHabit]:
    """A player's habits, what costs most first."""
    found = []
    for row in sql.habits_of(db, club_id=club_id, player_id=player_id):
        worth = None
        if row["worth"] is not None:
            worth = Worth(row["worth"], row["worth_low"], row["worth_high"])
        habit = Habit(
            row["code"], row["n"], row["value"], row["low"], row["high"], row["chance"], worth, ()
        )
        found.append(KeptHabit(habit, tuple((a, b, c) for a, b, c in json.loads(row["shots"]))))
    return found


def is_waiting(db: Db, player_id: int) -> bool:
    """Whether a player's shots changed since their habits were looked for."""
    return bool(sql.habits_wait(db, player_id=player_id)["waits"])


def dearest(db: Db, club_id: int, most: int) -> list[Row]:
    """player_id, name, code, n, value, low, high and worth of the club's habits that cost most."""
    return list(sql.dearest_habits(db, club_id=club_id, most=most))
