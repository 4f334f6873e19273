"""A match file read and stored, whole or its good part: by the server itself or by a process beside it."""

from dataclasses import dataclass
from uuid import uuid4

from aretane.formats.match_file import Fault, Reading, read
from aretane.store import write
from aretane.store.database import Address, written


@dataclass(frozen=True, slots=True)
class Taken:
    """What became of a file: the recording it is now, None where nothing was stored; what differs from
    the file; its faults."""

    recording: int | None
    remarks: tuple[str, ...]
    faults: tuple[Fault, ...]


def take(database: Address, club_id: int, text: str, part: bool) -> Taken:
    """Store a match file as a new recording; with faults only where its good `part` is asked for."""
    reading: Reading = read(text)
    file = reading.usable if part else reading.whole
    if file is None:
        return Taken(None, (), reading.faults)
    made, remarks = written(
        database, lambda db: write.import_match(db, club_id, file, lambda: str(uuid4()))
    )
    return Taken(made, tuple(remarks), reading.faults)


@dataclass(frozen=True, slots=True)
class Checked:
    """What a file holds: its faults, and of its good part title, players, racks with shots, and shots."""

    faults: tuple[Fault, ...]
    title: str | None
    players: tuple[str, ...]
    racks: int
    shots: int


def check(text: str) -> Checked:
    """What a match file holds and what is wrong with it. Nothing is stored."""
    reading = read(text)
    usable = reading.usable
    if usable is None:
        return Checked(reading.faults, None, (), 0, 0)
    return Checked(
        reading.faults, usable.match.title, tuple(player.name for player in usable.players),
        sum(1 for rack in usable.racks if rack.shots), sum(len(rack.shots) for rack in usable.racks),
    )  # fmt: skip
