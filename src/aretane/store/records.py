"""Rows as the shapes the rest of the program uses, and back."""

import json
from collections.abc import Mapping
from dataclasses import asdict, dataclass, field
from datetime import date
from typing import Any

from aretane.core.skill.own import Own
from aretane.formats.match_file import MatchFile, MatchShape, PlayerShape, RackShape, TableShape
from aretane.formats.salvage import salvaged
from aretane.formats.shapes import ShotShape, dump

from .errors import Refused
from .sql import Row

DAMAGED = "damaged"
"""The tag that a damaged shot carries in a match file: it holds only what can be read."""


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
    mark: str
    """Tells this club's data from other data that the same browser may open."""


@dataclass(frozen=True, slots=True)
class Seat:
    """A player in a recording."""

    player_id: int
    name: str
    level: str
    file_key: str
    hand: str | None = None
    own: Own | None = None
    """The player's own model, where it is used for this recording."""


@dataclass(frozen=True, slots=True)
class StoredShot:
    """A shot with its identity. `shape.shooter` is the player's id as text.

    `damage` says which stored values cannot be read; `shape` holds the others.
    """

    id: str
    version: int
    shape: ShotShape
    damage: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class StoredRack:
    """A rack with its shots in order. `version` counts changes of all but its shots, `content` every
    change; `damage` as in StoredShot."""

    id: int
    recording_id: int
    number: int
    breaker_id: int | None
    notes: str
    version: int
    depth: str = "full"
    winner_id: int | None = None
    how: str | None = None
    content: int = 1
    shots: tuple[StoredShot, ...] = ()
    damage: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Recording:
    """A recording with its players and racks. `damage` as in StoredShot, of its set-up."""

    id: int
    version: int
    match: MatchShape
    table: TableShape
    seats: tuple[Seat, ...]
    racks: tuple[StoredRack, ...] = field(default=())
    damage: tuple[str, ...] = ()


CONDITIONS = ("cloth", "cushions", "air", "balls")
"""What a recording says of how its table plays; columns and fields have the same names."""


def recording_values(match: MatchShape, table: TableShape) -> Row:
    """Column values of a recording."""
    return {
        **match.model_dump(mode="json", exclude={"options"}),
        "options": json.dumps(match.options.agreed()),
        "table_size": table.size,
        "corner_mouth_mm": table.corner_mouth_mm,
        "side_mouth_mm": table.side_mouth_mm,
        **{name: getattr(table, name) for name in CONDITIONS},
    }


def recording_from(row: Row, seats: list[Row], racks: list[StoredRack]) -> Recording:
    """A recording from its row and the rows that belong to it, as far as they can be read."""
    fields = ("title", "played_on", "kind", "discipline", "race_to", "lag", "break_order", "notes")
    options, lost = _value(row, "options", {})
    values = {name: row[name] for name in fields} | {"options": options}
    match, bad_match = salvaged(MatchShape, values, {"title": f"recording {row['id']}"})
    equipment = {
        "size": row["table_size"], "corner_mouth_mm": row["corner_mouth_mm"],
        "side_mouth_mm": row["side_mouth_mm"], **{name: row[name] for name in CONDITIONS},
    }  # fmt: skip
    table, bad_table = salvaged(TableShape, equipment, {})
    return Recording(
        id=row["id"],
        version=row["version"],
        match=match,
        table=table,
        seats=tuple(_seat(s, row["played_on"]) for s in seats),
        racks=tuple(racks),
        damage=(*lost, *bad_match, *bad_table),
    )


def _seat(row: Row, played_on: date | None) -> Seat:
    """A player of a recording played on that day."""
    own = own_from(row)
    used = own is not None and played_on is not None and played_on >= row["own_from"]
    return Seat(
        row["player_id"], row["name"], row["level"], row["file_key"], row["hand"], own if used else None
    )


def own_from(row: Row) -> Own | None:
    """A player's own model from the columns of a player; None where the level is used."""
    if row["own_from"] is None or row["own_model"] is None:
        return None
    values = json.loads(row["own_model"])
    return Own(**values | {"fitted_on": date.fromisoformat(values["fitted_on"])})


def own_values(own: Own) -> str:
    """A player's own model as the database keeps it."""
    return json.dumps(asdict(own) | {"fitted_on": own.fitted_on.isoformat()})


def rack_from(row: Row, shots: list[StoredShot]) -> StoredRack:
    """A rack from its row and its shots, as far as they can be read."""
    values = {name: row[name] for name in ("notes", "depth", "how")}
    head, damage = salvaged(RackShape, values, {})
    return StoredRack(
        **row | {"notes": head.notes, "depth": head.depth, "how": head.how},
        shots=tuple(shots),
        damage=damage,
    )


def _value(row: Row, column: str, otherwise: Any) -> tuple[Any, tuple[str, ...]]:
    """A JSON column's value, and what is wrong with it."""
    if row[column] is None:
        return None, ()
    try:
        return json.loads(row[column]), ()
    except (ValueError, RecursionError):
        return otherwise, (f"{column}: this is not JSON",)


JSON_COLUMNS = ("layout", "plan", "judgement", "drawings", "tags")


def shot_values(shape: ShotShape) -> Row:
    """Column values of a shot, JSON columns as text. Raises Refused for one that could not be read
    again."""
    data = dump(shape)
    values = {
        "shooter_id": int(shape.shooter),
        "time_s": shape.time_s,
        "end_s": shape.end_s,
        "gap": shape.gap,
        "notes": shape.notes,
        "layout": json.dumps(data.get("layout", {})),
        "set_up": None if shape.position is None else json.dumps(data.get("position", {})),
        "plan": json.dumps(data.get("plan", {})),
        "result": None if shape.result is None else json.dumps(data.get("result", {})),
        "judgement": json.dumps(data.get("judgement", {})),
        "drawings": json.dumps(data.get("drawings", [])),
        "tags": json.dumps(shape.tags),
    }
    faults = shot_from({"id": "", "version": 0, **values}).damage
    if faults:
        raise Refused(f"a shot cannot be stored, for it could not be read again: {faults[0]}")
    return values


_EMPTY: dict[str, Any] = {"layout": {}, "plan": {}, "judgement": {}, "drawings": [], "tags": []}


def shot_from(row: Row) -> StoredShot:
    """A shot from its row, as far as it can be read."""
    data: dict[str, Any] = {}
    lost: tuple[str, ...] = ()
    for name in (*JSON_COLUMNS, "result"):
        data[name], wrong = _value(row, name, _EMPTY.get(name))
        lost += wrong
    data["position"], wrong = _value(row, "set_up", None)
    lost += wrong
    plain = {name: row[name] for name in ("time_s", "end_s", "gap", "notes")}
    shooter = {"shooter": str(row["shooter_id"])}
    shape, damage = salvaged(ShotShape, shooter | plain | data, shooter)
    return StoredShot(row["id"], row["version"], shape, (*lost, *damage))


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
        named = with_players(stored.shape, keys)
        if not stored.damage or DAMAGED in named.tags:
            return named
        return named.model_copy(update={"tags": [*named.tags[:-1], DAMAGED]})

    return MatchFile(
        match=recording.match,
        players=[
            PlayerShape(id=s.file_key, name=s.name, level=s.level, hand=s.hand) for s in recording.seats
        ],
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
