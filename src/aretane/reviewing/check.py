"""Reads everything a club has stored, replays every rack, and lists what cannot be read or does not fit
together."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Literal

from aretane.store import facts, read, write
from aretane.store.database import Address, Db, reading, written
from aretane.store.records import Recording, StoredRack, StoredShot

from .scene import chained, review_stored, scene

Kind = Literal["damaged", "contradiction"]


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing found: its kind, its place in words, and what is wrong. `rack_id` and `shot` where it is
    a shot that cannot be read whole."""

    kind: Kind
    place: str
    words: str
    rack_id: int | None = None
    shot: StoredShot | None = None


def check(database: Address, club_id: int, report: Callable[[int, int], object]) -> Iterator[Finding]:
    """Everything that is wrong, recording by recording; `report` is called with how many are done, and of
    how many."""
    with reading(database) as db:
        ids = [row["id"] for row in facts.titles(db, club_id)]
    for done, recording_id in enumerate(ids):
        report(done, len(ids))
        with reading(database) as db:
            recording = read.recording(db, club_id, recording_id)
        yield from _of_recording(recording)
    report(len(ids), len(ids))


def _of_recording(recording: Recording) -> Iterator[Finding]:
    name = f"recording {recording.id} ({recording.match.title})"
    for words in recording.damage:
        yield Finding("damaged", f"{name}, set-up", words)
    numbers = [rack.number for rack in recording.racks]
    if numbers != list(range(1, len(numbers) + 1)):
        found = ", ".join(map(str, numbers))
        yield Finding("contradiction", name, f"its racks are numbered {found}")
    for rack in recording.racks:
        yield from _damage(f"{name}, rack {rack.number}", rack)
    try:
        around = scene(recording)
        for rack, carried in chained(around, recording.racks):
            for flag in review_stored(around, rack, carried).flags:
                place = f"{name}, rack {rack.number}, shot {flag.shot + 1}"
                yield Finding("contradiction", place, flag.words)
    except Exception as trouble:  # what cannot be replayed is a finding, and the others are to be read too
        yield Finding("damaged", name, f"it cannot be replayed: {trouble}")


def _damage(place: str, rack: StoredRack) -> Iterator[Finding]:
    for words in rack.damage:
        yield Finding("damaged", place, words)
    for number, shot in enumerate(rack.shots, start=1):
        for words in shot.damage[:1]:
            more = f" (and {len(shot.damage) - 1} more)" if len(shot.damage) > 1 else ""
            yield Finding("damaged", f"{place}, shot {number}", f"{words}{more}", rack.id, shot)


def mend(database: Address, club_id: int, found: Finding) -> None:
    """Store what can be read of a damaged shot instead of it."""
    shot = found.shot
    if shot is None or found.rack_id is None:
        return
    change = write.RackChanges([write.ShotChange(shot.id, shot.version, shot.shape)], (), None)
    _store(database, club_id, found.rack_id, change)


def remove(database: Address, club_id: int, found: Finding) -> None:
    """Remove a damaged shot."""
    shot = found.shot
    if shot is not None and found.rack_id is not None:
        _store(database, club_id, found.rack_id, write.RackChanges((), [(shot.id, shot.version)], None))


def _store(database: Address, club_id: int, rack_id: int, changes: write.RackChanges) -> None:
    def store(db: Db) -> None:
        write.save_rack(db, club_id, rack_id, changes)

    written(database, store)
