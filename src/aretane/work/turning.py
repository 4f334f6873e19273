"""The shot each rack of a recording turned on, as far as its shots are worked out."""

from aretane.core.review.worth import Turn, turning
from aretane.reviewing.scene import chained, scene
from aretane.store.database import Db
from aretane.store.records import Recording

from .worked import rack_worths


def turning_shots(db: Db, club_id: int, recording: Recording) -> dict[int, Turn]:
    """The largest swing of each rack, by its number; none of a rack of which nothing is worked out."""
    around, found = scene(recording), {}
    for stored, carried in chained(around, recording.racks):
        steps, worth, _ = rack_worths(db, club_id, around, stored, carried)
        turns = turning(steps, worth, 1)
        if turns:
            found[stored.number] = turns[0]
    return found
