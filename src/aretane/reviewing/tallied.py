"""Shots as the percentages see them, from their kept facts."""

from collections.abc import Sequence

from aretane.core.skill.fit import EyeTry
from aretane.core.statistics.numbers import Tallied
from aretane.store.sql import Row


def tallied(rows: Sequence[Row]) -> list[Tallied]:
    """The shots of `store.read.facts_for_report`; the key of each is 'recording/rack/shot'."""
    return [
        Tallied(
            f"{row['recording_id']}/{row['rack']}/{row['shot']}", str(row["player_id"]), row["role"],
            row["outcome"], _said(row["made"]), row["grade"], row["along"], row["expected"], row["aims"],
            row["travel"], eye_of(row), _said(row["wrong_end"]),
        )
        for row in rows
    ]  # fmt: skip


def eye_of(row: Row) -> EyeTry | None:
    """What a fact says of its player's eye: of an attack whether it was made, of another stroke whether it
    was no foul."""
    if row["eye_chance"] is None:
        return None
    attack = row["role"] in ("attack", "two-way")
    made = bool(row["made"]) if attack else not row["foul"]
    return EyeTry(row["eye_chance"], row["eye_arm"], row["eye_off"], made)


def _said(value: int | None) -> bool | None:
    return None if value is None else bool(value)
