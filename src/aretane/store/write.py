"""The one place that writes. Each function runs inside the caller's transaction.

Rows are locked from the outside in: recording, then its racks by id, then what is in them.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

import pymysql
from pymysql.constants import ER

from aretane.core.games import game
from aretane.core.limits import MOST_RACKS, MOST_SHOTS, MOST_STATED
from aretane.core.skill.own import Own
from aretane.core.statistics.stated import not_called
from aretane.formats.match_file import MatchFile, MatchShape, RackShape, TableShape
from aretane.formats.shapes import ShotShape, StatedShape

from . import read
from .database import Db
from .errors import Conflict, NotFound, Refused
from .records import StoredShot, own_values, recording_values, shot_from, shot_values, with_players
from .sql import Row, sql


@dataclass(frozen=True, slots=True)
class ShotChange:
    """One shot to store. `version` is the one the change was made on; None: the shot is new."""

    id: str
    version: int | None
    shape: ShotShape


@dataclass(frozen=True, slots=True)
class RackChanges:
    """A batch for one rack, stored whole or not at all.

    `order` lists the ids as the sender sees them; shots it does not know keep their place after the
    shot they followed. `removed` pairs an id with the version it was removed at.
    """

    shots: Sequence[ShotChange]
    removed: Sequence[tuple[str, int]]
    order: Sequence[str] | None


def add_club(db: Db, club: str, member: str) -> int:
    """A club with its first member; returns the club's id."""
    club_id: int = sql.add_club(db, name=club)["id"]
    sql.add_member(db, club_id=club_id, name=member)
    return club_id


def set_reading(
    db: Db, club_id: int, member_id: int, length_unit: str, speed_unit: str, words: str
) -> None:
    """The units and words a member reads."""
    sql.set_reading(
        db,
        club_id=club_id,
        member_id=member_id,
        length_unit=length_unit,
        speed_unit=speed_unit,
        words=words,
    )


def add_player(db: Db, club_id: int, name: str, level: str, hand: str | None = None) -> int:
    """A new player; returns the id. Raises Refused when the name is taken."""
    try:
        player_id: int = sql.add_player(db, club_id=club_id, name=name, level=level, hand=hand)["id"]
    except pymysql.err.IntegrityError as error:
        raise _name_taken(error, name) from error
    return player_id


def set_player(
    db: Db, club_id: int, player_id: int, name: str, level: str, hand: str | None = None
) -> None:
    """Change a player's name, level and hand. Raises NotFound, or Refused when the name is taken."""
    if sql.player_exists(db, club_id=club_id, player_id=player_id) is None:
        raise NotFound(f"there is no player {player_id}")
    try:
        sql.set_player(db, club_id=club_id, player_id=player_id, name=name, level=level, hand=hand)
    except pymysql.err.IntegrityError as error:
        raise _name_taken(error, name) from error
    sql.outdate_racks_of_player(db, club_id=club_id, player_id=player_id)


def use_own(db: Db, club_id: int, player_id: int, own: Own | None, since: date | None) -> None:
    """Use a player's own model for recordings played from a day on; None: the level, for all of them.
    Raises NotFound."""
    if sql.player_exists(db, club_id=club_id, player_id=player_id) is None:
        raise NotFound(f"there is no player {player_id}")
    values = None if own is None else own_values(own)
    sql.use_own(db, club_id=club_id, player_id=player_id, own_model=values, own_from=since)
    sql.outdate_racks_of_player(db, club_id=club_id, player_id=player_id)


def _name_taken(error: pymysql.err.IntegrityError, name: str) -> Exception:
    if error.args[0] == ER.DUP_ENTRY:
        return Refused(f"there is already a player called {name}")
    return error


def add_recording(
    db: Db, club_id: int, match: MatchShape, table: TableShape, seats: Sequence[tuple[int, str]]
) -> int:
    """A new recording; `seats` pairs player ids with their file keys. Returns the id."""
    recording_id: int = sql.add_recording(db, club_id=club_id, **recording_values(match, table))["id"]
    _seat(db, club_id, recording_id, seats)
    return recording_id


def set_recording(
    db: Db, club_id: int, recording_id: int, version: int, match: MatchShape, table: TableShape,
    player_ids: Sequence[int],
) -> None:  # fmt: skip
    """Change the set-up. Raises NotFound, Conflict, or Refused for a player who has shots here."""
    row = sql.lock_recording(db, club_id=club_id, recording_id=recording_id)
    if row is None:
        raise NotFound(f"there is no recording {recording_id}")
    if row["version"] != version:
        words = "this recording was changed elsewhere since you opened it: reload and enter it again"
        raise Conflict(words, {})
    sql.set_recording(db, club_id=club_id, recording_id=recording_id, **recording_values(match, table))
    seats = {
        seat["player_id"]: seat["file_key"]
        for seat in sql.seats(db, club_id=club_id, recording_id=recording_id)
    }
    for player_id in set(seats) - set(player_ids):
        try:
            sql.drop_seat(db, recording_id=recording_id, player_id=player_id)
        except pymysql.err.IntegrityError as error:
            raise Refused("a player with shots or breaks in this recording cannot leave it") from error
    _seat(db, club_id, recording_id, [(p, seats.get(p, f"p{p}")) for p in player_ids])
    sql.outdate_racks_after(db, recording_id=recording_id, number=0)


def _seat(db: Db, club_id: int, recording_id: int, seats: Sequence[tuple[int, str]]) -> None:
    for number, (player_id, key) in enumerate(seats, start=1):
        if sql.player_exists(db, club_id=club_id, player_id=player_id) is None:
            raise Refused(f"there is no player {player_id}: add the player first")
        sql.add_seat(
            db, recording_id=recording_id, player_id=player_id, club_id=club_id, seat=number, file_key=key
        )


def remove_recording(db: Db, club_id: int, recording_id: int) -> None:
    """Take a recording out of sight; `restore_recording` brings it back. Raises NotFound."""
    if not sql.mark_recording_removed(db, club_id=club_id, recording_id=recording_id):
        raise NotFound(f"there is no recording {recording_id}")
    sql.want_habits_of_recording(db, recording_id=recording_id)


def restore_recording(db: Db, club_id: int, recording_id: int) -> None:
    """Undo `remove_recording`. Raises NotFound."""
    if not sql.restore_recording(db, club_id=club_id, recording_id=recording_id):
        raise NotFound(f"there is no removed recording {recording_id}")
    sql.outdate_racks_after(db, recording_id=recording_id, number=0)


def import_match(db: Db, club_id: int, file: MatchFile, new_id: Any) -> tuple[int, list[str]]:
    """Store a match file as a new recording. `new_id()` gives shot ids.

    Players are found by name, or added. Returns the recording's id and remarks on what differs from
    the file.
    """
    remarks, ids = [], {}
    for player in file.players:
        known = sql.player_by_name(db, club_id=club_id, name=player.name)
        if known is None:
            ids[player.id] = add_player(db, club_id, player.name, player.level, player.hand)
            continue
        ids[player.id] = known["id"]
        if known["level"] != player.level:
            remarks.append(f"{player.name} keeps the level {known['level']} (file: {player.level})")
        if player.hand is not None and known["hand"] != player.hand:
            hand = known["hand"] or "not said"
            remarks.append(f"{player.name} keeps the hand: {hand} (file: {player.hand})")
    seats = [(ids[player.id], player.id) for player in file.players]
    recording_id = add_recording(db, club_id, file.match, file.table, seats)
    for number, rack in enumerate(file.racks, start=1):
        breaker = None if rack.breaker is None else ids[rack.breaker]
        rack_id = sql.add_rack(
            db,
            club_id=club_id,
            recording_id=recording_id,
            number=number,
            breaker_id=breaker,
            notes=rack.notes,
            depth=rack.depth,
            winner_id=None if rack.winner is None else ids[rack.winner],
            how=rack.how,
        )["id"]
        names = {key: str(player) for key, player in ids.items()}
        shots = [with_players(shot, names) for shot in rack.shots]
        _add_shots(db, club_id, recording_id, rack_id, 0, [(new_id(), shot) for shot in shots])
    return recording_id, remarks


def add_rack(db: Db, club_id: int, recording_id: int, number: int, rack: RackShape, new_id: Any) -> int:
    """Put a rack in at `number`, later racks moving up. Players are ids as text. Returns its id."""
    if sql.lock_recording(db, club_id=club_id, recording_id=recording_id) is None:
        raise NotFound(f"there is no recording {recording_id}")
    count = len(list(sql.list_racks(db, club_id=club_id, recording_id=recording_id)))
    if not 1 <= number <= count + 1:
        raise Refused(f"rack {number} cannot be put in: this recording has {count} racks")
    if count >= MOST_RACKS:
        raise Refused(f"a recording holds {MOST_RACKS} racks: make another recording for the rest")
    sql.shift_racks_up(db, recording_id=recording_id, number=number)
    try:
        rack_id: int = sql.add_rack(
            db, club_id=club_id, recording_id=recording_id, number=number,
            breaker_id=_player_id(rack.breaker), notes=rack.notes, depth=rack.depth,
            winner_id=_player_id(rack.winner), how=rack.how,
        )["id"]  # fmt: skip
    except pymysql.err.IntegrityError as error:
        raise _not_seated(error) from error
    _add_shots(db, club_id, recording_id, rack_id, 0, [(new_id(), shot) for shot in rack.shots])
    sql.outdate_racks_after(db, recording_id=recording_id, number=number)
    return rack_id


def set_rack(db: Db, club_id: int, rack_id: int, version: int, head: RackShape) -> None:
    """Change all but the shots: who breaks, notes, depth, ending. Raises NotFound, Conflict, Refused."""
    row = sql.lock_rack(db, club_id=club_id, rack_id=rack_id)
    if row is None:
        raise NotFound(f"there is no rack {rack_id}")
    if row["version"] != version:
        same = all(_head(row)[name] == value for name, value in _asked(head).items())
        if same:
            return  # sent twice: it is as it was asked for
        words = "who breaks, the notes or the end of this rack were changed elsewhere since you opened it"
        raise Conflict(words, {"rack": {"version": row["version"], **_head(row)}})
    try:
        sql.set_rack(
            db, club_id=club_id, rack_id=rack_id, breaker_id=_player_id(head.breaker), notes=head.notes,
            depth=head.depth, winner_id=_player_id(head.winner), how=head.how,
        )  # fmt: skip
    except pymysql.err.IntegrityError as error:
        raise _not_seated(error) from error


def _head(row: Row) -> dict[str, Any]:
    """What a rack says besides its shots, as pages know it."""
    return {
        "breaker": _as_text(row["breaker_id"]), "notes": row["notes"], "depth": row["depth"],
        "winner": _as_text(row["winner_id"]), "how": row["how"],
    }  # fmt: skip


def _asked(head: RackShape) -> dict[str, Any]:
    return {name: getattr(head, name) for name in ("breaker", "notes", "depth", "winner", "how")}


def _as_text(player_id: int | None) -> str | None:
    return None if player_id is None else str(player_id)


def remove_rack(db: Db, club_id: int, rack_id: int, seen: int) -> tuple[int, RackShape]:
    """Remove a rack with its shots; returns its number and the rack, so that it can be put back.

    `seen` is the content it was removed at. Raises NotFound, or Conflict where it holds something else
    by now.
    """
    row = sql.recording_of_rack(db, club_id=club_id, rack_id=rack_id)
    if row is None:
        raise NotFound(f"there is no rack {rack_id}")
    sql.lock_recording(db, club_id=club_id, recording_id=row["recording_id"])
    locked = sql.lock_rack(db, club_id=club_id, rack_id=rack_id)
    if locked is None:
        raise NotFound(f"there is no rack {rack_id}")
    if locked["content"] != seen:
        raise Conflict(
            "this rack was changed elsewhere since you saw it: look at it again before removing it", {}
        )
    stored = read.rack(db, club_id, rack_id)
    sql.drop_rack(db, club_id=club_id, rack_id=rack_id)
    sql.shift_racks_down(db, recording_id=stored.recording_id, number=stored.number)
    sql.outdate_racks_after(db, recording_id=stored.recording_id, number=stored.number - 1)
    return stored.number, RackShape(
        breaker=_as_text(stored.breaker_id),
        notes=stored.notes,
        depth=stored.depth,
        winner=_as_text(stored.winner_id),
        how=stored.how,
        shots=[shot.shape for shot in stored.shots],
    )


def _player_id(text: str | None) -> int | None:
    if text is None:
        return None
    if not (text.isascii() and text.isdigit() and len(text) < 10):
        raise Refused(f"{text!r} is not a player of this recording")
    return int(text)


def _not_seated(error: pymysql.err.IntegrityError) -> Exception:
    if error.args[0] in (ER.NO_REFERENCED_ROW, ER.NO_REFERENCED_ROW_2):
        return Refused("only players of this recording can break or shoot: add the player to it first")
    return error


def save_rack(db: Db, club_id: int, rack_id: int, changes: RackChanges) -> None:
    """Store a batch of changes to one rack, all or none.

    Raises NotFound, Refused, or Conflict with the shots as they are stored now when any of them was
    changed or removed by somebody else.
    """
    rack = sql.lock_rack(db, club_id=club_id, rack_id=rack_id)
    if rack is None:
        raise NotFound(f"there is no rack {rack_id}")
    stored = [shot_from(row) for row in sql.shots_of_rack(db, club_id=club_id, rack_id=rack_id)]
    known = {shot.id: shot for shot in stored}
    _check_versions(known, changes)
    gone = [shot_id for shot_id, _ in changes.removed if shot_id in known]
    for shot_id in gone:
        sql.drop_shot(db, club_id=club_id, id=shot_id)
    added = [change for change in changes.shots if change.id not in known]
    kept = [shot.id for shot in stored if shot.id not in gone]
    if added and len(kept) + len(added) > MOST_SHOTS:
        raise Refused(f"a rack holds {MOST_SHOTS} shots: put the rest into another rack")
    _add_shots(
        db, club_id, rack["recording_id"], rack_id, 30_000, [(change.id, change.shape) for change in added]
    )
    touched = bool(added or gone)
    for change in changes.shots:
        now = known.get(change.id)
        if now is not None and (now.damage or now.shape != change.shape):
            _set_shot(db, club_id, change)
            touched = True
    if added or gone or changes.order is not None:
        order = merged_order(kept, changes.order, [change.id for change in added])
        if order != [shot.id for shot in stored]:
            _arrange(db, club_id, order)
            touched = True
    if touched:
        _touch(db, club_id, rack)


def state_chance(db: Db, club_id: int, at: tuple[int, int, int], stated: StatedShape) -> None:
    """Add a chance that a person states of a shot: of recording, rack and shot (from 1).

    Raises NotFound; Refused where the same person has stated one, as the first stands, and of shots that
    are not called.
    """
    recording_id, number, shot = at
    rack_id = next(
        (rack.id for rack in read.recording(db, club_id, recording_id).racks if rack.number == number), None
    )
    if rack_id is None:
        raise NotFound(f"there is no rack {number} in this recording")
    rack = sql.lock_rack(db, club_id=club_id, rack_id=rack_id)
    stored = [shot_from(row) for row in sql.shots_of_rack(db, club_id=club_id, rack_id=rack_id)]
    if rack is None or not 1 <= shot <= len(stored):
        raise NotFound(f"there is no shot {shot} in rack {number}")
    now = stored[shot - 1]
    if now.damage:
        raise Refused("this shot is damaged: mend it on the desk before a chance is stated of it")
    said = now.shape.judgement.stated
    reason = not_called(now.shape.plan.kind, now.shape.judgement.left_out)
    if reason:
        raise Refused(reason)
    if any(one.by == stated.by for one in said):
        raise Refused(f"{stated.by} has stated a chance of this shot already: the first stands")
    if len(said) >= MOST_STATED:
        raise Refused(f"{MOST_STATED} people have stated a chance of this shot: that is the most")
    judged = now.shape.judgement.model_copy(update={"stated": [*said, stated]})
    shape = now.shape.model_copy(update={"judgement": judged})
    _set_shot(db, club_id, ShotChange(now.id, now.version, shape))
    _touch(db, club_id, rack)


def _touch(db: Db, club_id: int, rack: Row) -> None:
    """Note that a rack holds something else now, and that what follows from it is to be counted anew."""
    sql.touch_rack(db, club_id=club_id, rack_id=rack["id"])
    discipline = sql.discipline_of(db, club_id=club_id, recording_id=rack["recording_id"])["discipline"]
    if game(discipline).crosses_racks:
        sql.outdate_racks_after(db, recording_id=rack["recording_id"], number=rack["number"])


def _check_versions(known: dict[str, StoredShot], changes: RackChanges) -> None:
    clashes: dict[str, dict[str, Any] | None] = {}
    for change in changes.shots:
        now = known.get(change.id)
        if now is None and change.version is not None:
            clashes[change.id] = None
        elif now is not None and now.version != change.version and now.shape != change.shape:
            clashes[change.id] = _as_current(now)
    for shot_id, version in changes.removed:
        now = known.get(shot_id)
        if now is not None and now.version != version:
            clashes[shot_id] = _as_current(now)
    if clashes:
        raise Conflict("this shot was changed in another tab or by somebody else", clashes)


def _as_current(shot: StoredShot) -> dict[str, Any]:
    return {"version": shot.version, "shot": shot.shape.model_dump(mode="json", by_alias=True)}


def merged_order(kept: Sequence[str], wanted: Sequence[str] | None, added: Sequence[str]) -> list[str]:
    """The sender's order, with shots it did not know put after the shot they followed in `kept`."""
    alive = [*kept, *added]
    order = [shot_id for shot_id in dict.fromkeys(wanted or alive) if shot_id in alive]
    order += [shot_id for shot_id in added if shot_id not in order]
    for index, shot_id in enumerate(kept):
        if shot_id not in order:
            before = kept[index - 1] if index else None
            order.insert(order.index(before) + 1 if before in order else 0, shot_id)
    return order


def _arrange(db: Db, club_id: int, order: Sequence[str]) -> None:
    for offset in (10_000, 0):  # two passes, so that no two shots share a position on the way
        for position, shot_id in enumerate(order, start=1):
            sql.place_shot(db, club_id=club_id, id=shot_id, position=offset + position)


def _add_shots(
    db: Db,
    club_id: int,
    recording_id: int,
    rack_id: int,
    before: int,
    shots: Sequence[tuple[str, ShotShape]],
) -> None:
    """Put shots, each with its id, into a rack behind the position `before`."""
    rows = []
    for position, (shot_id, shape) in enumerate(shots, start=before + 1):
        _player_id(shape.shooter)
        own = {
            "id": shot_id, "club_id": club_id, "recording_id": recording_id, "rack_id": rack_id,
            "position": position,
        }  # fmt: skip
        rows.append(own | shot_values(shape))
    if not rows:
        return
    try:
        sql.add_shot(db, rows)
    except pymysql.err.IntegrityError as error:
        if error.args[0] == ER.DUP_ENTRY:
            raise Refused("a shot with one of these ids is there already: reload the rack") from error
        raise _not_seated(error) from error


def _set_shot(db: Db, club_id: int, change: ShotChange) -> None:
    _player_id(change.shape.shooter)
    try:
        sql.set_shot(db, club_id=club_id, id=change.id, **shot_values(change.shape))
    except pymysql.err.IntegrityError as error:
        raise _not_seated(error) from error
