"""One recording's shots as the percentages see them, read and replayed by itself: for a process beside
the server."""

from aretane.core.statistics.numbers import Tallied
from aretane.store import read
from aretane.store.database import Address, reading
from aretane.store.errors import NotFound

from .scene import chained, scene, tallies


def tallied(database: Address, club_id: int, recording_id: int) -> list[Tallied]:
    """The recording's shots; none of one that was removed meanwhile."""
    with reading(database) as db:
        try:
            recording = read.recording(db, club_id, recording_id)
        except NotFound:
            return []
    around = scene(recording)
    return [
        row for rack, carried in chained(around, recording.racks) for row in tallies(around, rack, carried)
    ]
