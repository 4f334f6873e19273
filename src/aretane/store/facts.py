"""What lists and Today show of racks, kept beside them when they are stored.

Reads and writes; each function runs inside the caller's transaction.
"""

from collections import defaultdict
from collections.abc import Collection
from dataclasses import asdict, dataclass
from datetime import date

from .database import Db
from .sql import Row, sql


@dataclass(frozen=True, slots=True)
class Stale:
    """A rack whose facts are not counted yet; `content` is what they are to be of."""

    rack_id: int
    club_id: int
    recording_id: int
    content: int


@dataclass(frozen=True, slots=True)
class Kept:
    """The facts of one rack. Shots count from 1; `flag_words` and `damage_words` say the first one's."""

    shots: int
    open_shots: int
    first_open: int | None
    flags: int
    flag_shot: int | None
    flag_words: str
    damaged: int
    damage_shot: int | None
    damage_words: str
    winner_id: int | None


@dataclass(frozen=True, slots=True)
class RackInShort:
    """One rack of a list. `counted` is false where its facts are not there yet."""

    id: int
    number: int
    winner_id: int | None
    shots: int
    open_shots: int
    flags: int
    damaged: int
    counted: bool


@dataclass(frozen=True, slots=True)
class RecordingInShort:
    """One recording of a list; `players` are (id, name, level) in the order of its seats."""

    id: int
    title: str
    played_on: date | None
    kind: str
    discipline: str
    players: tuple[tuple[int, str, str], ...]
    racks: tuple[RackInShort, ...]


def stale(db: Db, most: int) -> list[Stale]:
    """Racks to count anew, `most` at the most."""
    return [
        Stale(row["id"], row["club_id"], row["recording_id"], row["content"])
        for row in sql.stale_racks(db, most=most)
    ]


def waiting(db: Db) -> int:
    """How many racks wait to be counted."""
    return int(sql.count_stale(db)["n"])


def outdate(db: Db, model: str) -> None:
    """Facts that another version counted are to be counted anew."""
    sql.outdate_other_models(db, model=model)


def keep(db: Db, rack: Stale, model: str, facts: Kept) -> bool:
    """Keep a rack's facts; false, and nothing is kept, where it was changed or removed meanwhile."""
    locked = sql.lock_rack(db, club_id=rack.club_id, rack_id=rack.rack_id)
    if locked is None or locked["content"] != rack.content:
        return False
    before = sql.winner_kept(db, rack_id=rack.rack_id)
    if before is not None and before["winner_id"] != facts.winner_id:  # the score after it is another
        sql.outdate_racks_after(db, recording_id=rack.recording_id, number=locked["number"])
    sql.keep_facts(db, rack_id=rack.rack_id, club_id=rack.club_id, model=model, **asdict(facts))
    sql.note_kept(db, rack_id=rack.rack_id, content=rack.content)
    return True


def page(db: Db, club_id: int, number: int, most: int) -> tuple[list[RecordingInShort], int]:
    """Page `number` (from 1) of the club's recordings, newest first, and how many there are in all."""
    heads = list(sql.recordings_page(db, club_id=club_id, first=(number - 1) * most, most=most))
    count = int(sql.count_recordings(db, club_id=club_id)["n"])
    ids = tuple(row["id"] for row in heads)
    seats = _by_recording(sql.seats_of(db, club_id=club_id, recordings=ids)) if ids else {}
    racks = _by_recording(sql.facts_of(db, club_id=club_id, recordings=ids)) if ids else {}
    found = [
        RecordingInShort(
            **row,
            players=tuple((s["player_id"], s["name"], s["level"]) for s in seats.get(row["id"], ())),
            racks=tuple(_in_short(one) for one in racks.get(row["id"], ())),
        )
        for row in heads
    ]
    return found, count


def _in_short(row: Row) -> RackInShort:
    there = row["shots"] is not None
    return RackInShort(
        row["id"], row["number"], row["winner_id"], row["shots"] or 0, row["open_shots"] or 0,
        row["flags"] or 0, row["damaged"] or 0, there and not row["stale"],
    )  # fmt: skip


def _by_recording(rows: Collection[Row]) -> dict[int, list[Row]]:
    found: dict[int, list[Row]] = defaultdict(list)
    for row in rows:
        found[row["recording_id"]].append(row)
    return found


def titles(db: Db, club_id: int) -> list[Row]:
    """id, title and played_on of every recording, newest first."""
    return list(sql.recording_titles(db, club_id=club_id))


def racks_waiting(db: Db, club_id: int, most: int) -> list[Row]:
    """Racks with shots without a result, or without shots."""
    return list(sql.racks_waiting(db, club_id=club_id, most=most))


def racks_flagged(db: Db, club_id: int, most: int) -> list[Row]:
    """Racks that do not balance."""
    return list(sql.racks_flagged(db, club_id=club_id, most=most))


def racks_damaged(db: Db, club_id: int, most: int) -> list[Row]:
    """Racks with values that cannot be read."""
    return list(sql.racks_damaged(db, club_id=club_id, most=most))


def prints(db: Db, club_id: int) -> list[Row]:
    """id, print, players (comma-separated ids) and kind of every recording, newest first. Two prints of a
    recording differ as soon as any of its shots, its set-up or its players' names and levels does."""
    return list(sql.prints_of(db, club_id=club_id))
