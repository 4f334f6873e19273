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
    """The club's players by name: id, name, level, shots."""
    return list(sql.list_players(db, club_id=club_id))


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
