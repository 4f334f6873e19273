"""Rows as the shapes the rest of the program uses, and back."""

import json
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from aretane.formats.match_file import MatchFile, MatchShape, PlayerShape, RackShape, TableShape
from aretane.formats.shapes import ShotShape, dump

from .sql import Row


@dataclass(frozen=True, slots=True)
class Asker:
    """Who is asking: a member of a club, with the units and words they read."""

    club_id: int
    member_id: int
    name: str
    club_name: str
    length_unit: str
    speed_unit: str
    words: str


@dataclass(frozen=True, slots=True)
class Seat:
    """A player in a recording."""

    player_id: int
    name: str
    level: str
    file_key: str


@dataclass(frozen=True, slots=True)
class StoredShot:
    """A shot with its identity. `shape.shooter` is the player's id as text."""

    id: str
    version: int
    shape: ShotShape


@dataclass(frozen=True, slots=True)
class StoredRack:
    """A rack with its shots in order."""

    id: int
    recording_id: int
    number: int
    breaker_id: int | None
    notes: str
    version: int
    depth: str = "full"
    winner_id: int | None = None
    how: str | None = None
    shots: tuple[StoredShot, ...] = ()


@dataclass(frozen=True, slots=True)
class Recording:
    """A recording with its players and racks."""

    id: int
    version: int
    match: MatchShape
    table: TableShape
    seats: tuple[Seat, ...]
    racks: tuple[StoredRack, ...] = field(default=())


def recording_values(match: MatchShape, table: TableShape) -> Row:
    """Column values of a recording."""
    return {
        **match.model_dump(mode="json", exclude={"options"}),
        "options": json.dumps(match.options.agreed()),
        "table_size": table.size,
        "corner_mouth_mm": table.corner_mouth_mm,
        "side_mouth_mm": table.side_mouth_mm,
        "cloth": table.cloth,
    }


def recording_from(row: Row, seats: list[Row], racks: list[StoredRack]) -> Recording:
    """A recording from its row and the rows that belong to it."""
    fields = ("title", "played_on", "kind", "discipline", "race_to", "break_order", "notes")
    return Recording(
        id=row["id"],
        version=row["version"],
        match=MatchShape(**{name: row[name] for name in fields}, options=json.loads(row["options"])),
        table=TableShape(
            size=row["table_size"],
            corner_mouth_mm=row["corner_mouth_mm"],
            side_mouth_mm=row["side_mouth_mm"],
            cloth=row["cloth"],
        ),
        seats=tuple(Seat(s["player_id"], s["name"], s["level"], s["file_key"]) for s in seats),
        racks=tuple(racks),
    )


JSON_COLUMNS = ("layout", "plan", "judgement", "drawings", "tags")


def shot_values(shape: ShotShape) -> Row:
    """Column values of a shot, JSON columns as text."""
    data = dump(shape)
    return {
        "shooter_id": int(shape.shooter),
        "time_s": shape.time_s,
        "end_s": shape.end_s,
        "gap": shape.gap,
        "notes": shape.notes,
        "layout": json.dumps(data.get("layout", {})),
        "plan": json.dumps(data.get("plan", {})),
        "result": None if shape.result is None else json.dumps(data.get("result", {})),
        "judgement": json.dumps(data.get("judgement", {})),
        "drawings": json.dumps(data.get("drawings", [])),
        "tags": json.dumps(shape.tags),
    }


def shot_from(row: Row) -> StoredShot:
    """A shot from its row."""
    data: dict[str, Any] = {name: json.loads(row[name]) for name in JSON_COLUMNS}
    data["result"] = None if row["result"] is None else json.loads(row["result"])
    plain = {name: row[name] for name in ("time_s", "end_s", "gap", "notes")}
    shape = ShotShape(shooter=str(row["shooter_id"]), **plain, **data)
    return StoredShot(row["id"], row["version"], shape)


def with_players(shape: ShotShape, names: Mapping[str, str]) -> ShotShape:
    """The shot with its players called by other names: the shooter, and those a referee's ruling names."""
    result = shape.result
    if result is not None and result.ruled is not None:
        ruled = result.ruled
        called = {
            "next": None if ruled.next is None else names.get(ruled.next, ruled.next),
            "winner": None if ruled.winner is None else names.get(ruled.winner, ruled.winner),
        }
        result = result.model_copy(update={"ruled": ruled.model_copy(update=called)})
    return shape.model_copy(update={"shooter": names[shape.shooter], "result": result})


def match_file(recording: Recording) -> MatchFile:
    """The recording as a match file, players under the ids their file gave them."""
    keys = {str(seat.player_id): seat.file_key for seat in recording.seats}

    def shot(stored: StoredShot) -> ShotShape:
        return with_players(stored.shape, keys)

    return MatchFile(
        match=recording.match,
        players=[PlayerShape(id=s.file_key, name=s.name, level=s.level) for s in recording.seats],
        table=recording.table,
        racks=[
            RackShape(
                breaker=keys.get(str(rack.breaker_id)),
                depth=rack.depth,
                winner=keys.get(str(rack.winner_id)),
                how=rack.how,
                notes=rack.notes,
                shots=[shot(stored) for stored in rack.shots],
            )
            for rack in recording.racks
        ],
    )
