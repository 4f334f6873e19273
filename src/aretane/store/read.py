"""Everything that is read. Each function takes an open connection and the club that is asking."""

from dataclasses import replace
from itertools import groupby

from .database import Db
from .errors import NotFound
from .records import Asker, Recording, StoredRack, StoredShot, rack_from, recording_from, shot_from
from .sql import Row, sql


def first_member(db: Db) -> Asker:
    """The one member who asks until sign-in exists. Raises NotFound in an empty database."""
    row = sql.first_member(db)
    if row is None:
        raise NotFound("the database has no club yet")
    return Asker(**row)


def players(db: Db, club_id: int) -> list[Row]:
    """The club's players by name: id, name, level, hand, and how many shots each has, which is counted."""
    return list(sql.list_players(db, club_id=club_id))


def heads(db: Db, club_id: int) -> dict[int, Row]:
    """The club's players by id, in the order of their names: id, name, level, hand; nothing is counted."""
    return {row["id"]: row for row in sql.player_heads(db, club_id=club_id)}


def player_model(db: Db, club_id: int, player_id: int) -> Row | None:
    """id, name, level, hand, own_from and own_model of a player; None where there is none."""
    return sql.player_model(db, club_id=club_id, player_id=player_id)  # type: ignore[no-any-return]


def facts_for_model(db: Db, club_id: int, player_id: int, snooker: bool, most: int) -> list[Row]:
    """The newest shots of a player in pool, or in snooker, in the order they were played."""
    return list(sql.facts_for_model(db, club_id=club_id, player_id=player_id, snooker=snooker, most=most))


def worth_by_rack(db: Db, club_id: int, player_id: int) -> tuple[list[Row], int]:
    """What a player's shots were worth, a rack each, and in how many racks the player has shots."""
    rows = list(sql.worth_by_rack(db, club_id=club_id, player_id=player_id))
    return rows, int(sql.racks_of_player(db, club_id=club_id, player_id=player_id)["n"])


def causes(db: Db, club_id: int, player_id: int) -> tuple[list[Row], int]:
    """word ('pressure told') and n of the causes named for a player's shots, and how many shots have
    one."""
    rows = list(sql.causes_of_player(db, club_id=club_id, player_id=player_id))
    return rows, int(sql.caused_of_player(db, club_id=club_id, player_id=player_id)["n"])


def days_of_player(db: Db, club_id: int, player_id: int) -> list[Row]:
    """played_on, title and kind of the dated recordings a player is in, newest first."""
    return list(sql.days_of_player(db, club_id=club_id, player_id=player_id))


def names(db: Db, club_id: int) -> list[str]:
    """What people named: the club, its players and its recordings."""
    return [row["name"] for row in sql.list_names(db, club_id=club_id)]


def recordings(db: Db, club_id: int) -> list[Recording]:
    """Every recording of the club with racks and shots, newest first."""
    seats = _grouped(sql.seats(db, club_id=club_id, recording_id=None), "recording_id")
    racks: dict[int, list[StoredRack]] = {}
    for rack in _racks(db, club_id, None):
        racks.setdefault(rack.recording_id, []).append(rack)
    return [
        recording_from(row, seats.get(row["id"], []), racks.get(row["id"], []))
        for row in sql.list_recordings(db, club_id=club_id)
    ]


def recording(db: Db, club_id: int, recording_id: int) -> Recording:
    """One recording with racks and shots. Raises NotFound."""
    head = recording_head(db, club_id, recording_id)
    return replace(head, racks=tuple(_racks(db, club_id, recording_id)))


def recording_head(db: Db, club_id: int, recording_id: int) -> Recording:
    """One recording without its racks. Raises NotFound."""
    row = sql.recording_by_id(db, club_id=club_id, recording_id=recording_id)
    if row is None:
        raise NotFound(f"there is no recording {recording_id}")
    seats = list(sql.seats(db, club_id=club_id, recording_id=recording_id))
    return recording_from(row, seats, [])


def rack(db: Db, club_id: int, rack_id: int) -> StoredRack:
    """One rack with its shots. Raises NotFound."""
    row = sql.rack_by_id(db, club_id=club_id, rack_id=rack_id)
    if row is None:
        raise NotFound(f"there is no rack {rack_id}")
    shots = sql.list_shots(db, club_id=club_id, recording_id=None, rack_id=rack_id)
    return rack_from(row, [shot_from(shot) for shot in shots])


def _racks(db: Db, club_id: int, recording_id: int | None) -> list[StoredRack]:
    rows = sql.list_shots(db, club_id=club_id, recording_id=recording_id, rack_id=None)
    shots: dict[int, list[StoredShot]] = {}
    for row in rows:
        shots.setdefault(row["rack_id"], []).append(shot_from(row))
    return [
        rack_from(row, shots.get(row["id"], []))
        for row in sql.list_racks(db, club_id=club_id, recording_id=recording_id)
    ]


def _grouped(rows: list[Row], key: str) -> dict[int, list[Row]]:
    return {value: list(group) for value, group in groupby(rows, key=lambda row: row[key])}
