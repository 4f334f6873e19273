"""Chances that people stated, and those of the models, of shots that are not removed."""

from .database import Db
from .sql import Row, sql

MOST = 20_000
"""Rows that are read: the newest."""


def stated(db: Db, club_id: int, player_id: int | None) -> list[Row]:
    """rack_id, shot, said_by, said, chance, came, as_said, off and the model's `expected` of each chance
    stated, of one player's shots or of everybody's."""
    return list(sql.stated_chances(db, club_id=club_id, player_id=player_id, most=MOST))


def modelled(db: Db, club_id: int, player_id: int | None) -> list[Row]:
    """expected and made of every pot with a chance by its player's model."""
    return list(sql.modelled_pots(db, club_id=club_id, player_id=player_id, most=MOST))
