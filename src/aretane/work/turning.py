"""The shot each rack of a recording turned on, as far as its shots are worked out."""

from aretane.core.review.worth import Turn, turning, worths
from aretane.reviewing.scene import chained, head_of, replayed, scene
from aretane.store import jobs
from aretane.store.database import Db
from aretane.store.records import Recording

from .questions import questions
from .shots import appraised


def turning_shots(db: Db, club_id: int, recording: Recording) -> dict[int, Turn]:
    """The largest swing of each rack, by its number; none of a rack of which nothing is worked out."""
    around, found = scene(recording), {}
    for stored, carried in chained(around, recording.racks):
        rack, steps = replayed(around, head_of(stored), [shot.shape for shot in stored.shots], carried)
        asked = questions(around, steps)
        known = jobs.known(db, club_id, [one.content for one in asked if one.content])
        appraisals = [appraised(known.get(one.content)) for one in asked]
        turns = turning(steps, worths(rack, steps, appraisals), 1) if any(appraisals) else []
        if turns:
            found[stored.number] = turns[0]
    return found
