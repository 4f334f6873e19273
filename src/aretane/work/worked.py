"""What is worked out of a rack's shots, for the facts: from the answers that are kept by content."""

from collections.abc import Collection, Sequence
from dataclasses import replace

from aretane.core.choice.decision import Decision
from aretane.core.games import game
from aretane.core.review.replay import Step
from aretane.core.review.worth import Worth, worths
from aretane.core.rules import RackState
from aretane.core.statistics.facts import NO_FAULT, Worked
from aretane.core.statistics.ledger import entries
from aretane.core.statistics.numbers import role_of
from aretane.reviewing.scene import Scene, chained, head_of, replayed, scene
from aretane.store import jobs
from aretane.store.database import Db
from aretane.store.records import Recording, StoredRack

from .decisions import decision_questions
from .questions import questions
from .shots import appraised, decided


def worked_out(
    db: Db, club_id: int, recording: Recording, wanted: Collection[int]
) -> dict[int, dict[int, Worked]]:
    """What is known of the shots (from 0) of the `wanted` racks, by rack id; only racks of which something
    is."""
    asked = jobs.racks_answered(db, club_id, wanted)
    if not asked:
        return {}
    around, found = scene(recording), {}
    for stored, carried in chained(around, recording.racks):
        if stored.id in asked:
            found[stored.id] = _rack(db, club_id, around, stored, carried)
    return found


def rack_worths(
    db: Db, club_id: int, around: Scene, stored: StoredRack, carried: RackState | None
) -> tuple[list[Step], list[Worth | None], float]:
    """The steps of a rack, what each shot was worth as far as it is worked out, and the unit of that (1 of
    a chance)."""
    rack, steps = replayed(around, head_of(stored), [shot.shape for shot in stored.shots], carried)
    asked = questions(around, steps)
    known = jobs.known(db, club_id, [one.content for one in asked if one.content])
    appraisals = [appraised(known.get(one.content)) for one in asked]
    unit = next((one.unit for one in appraisals if one is not None), 1.0)
    return steps, worths(rack, steps, appraisals), unit


def _rack(
    db: Db, club_id: int, around: Scene, stored: StoredRack, carried: RackState | None
) -> dict[int, Worked]:
    steps, worth, unit = rack_worths(db, club_id, around, stored, carried)
    asked = decision_questions(around, steps)
    known = jobs.known(db, club_id, [one.content for one in asked if one.content])
    decisions = [decided(known.get(one.content)) for one in asked]
    found = {k: _parts(one, unit) for k, one in enumerate(worth) if one is not None and one.parts}
    groups = game(around.discipline).by_groups
    for entry in entries(steps, decisions, groups):
        own = found.get(entry.shot, Worked())
        found[entry.shot] = replace(
            own, cost=entry.cost, fault=entry.fault or NO_FAULT, needed=entry.needed
        )
    for k, safety in _safeties(steps, decisions):
        found[k] = replace(found.get(k, Worked()), worth_safety=safety)
    return found


def _parts(worth: Worth, unit: float) -> Worked:
    """The parts of a shot's worth; luck that nobody marked is none."""
    parts = {part.name: part.value * unit for part in worth.parts}
    return Worked(
        parts.get("decision"), parts.get("pot"), parts.get("position"), parts.get("luck", 0.0)
    )  # fmt: skip


def _safeties(steps: Sequence[Step], decisions: Sequence[Decision | None]) -> list[tuple[int, float]]:
    """Of safeties the chance to win that they left less that which the option promised."""
    return [
        (k, (1.0 - one.left.chance) - one.options[one.made].value)
        for k, (step, one) in enumerate(zip(steps, decisions, strict=True))
        if one is not None and one.left is not None and one.made is not None and role_of(step) == "safety"
    ]
