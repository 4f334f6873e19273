"""The facts of a stored rack's shots, for the numbers."""

from aretane.core.rules import RackState
from aretane.core.statistics.facts import Match, RackSeen, ShotFact, facts_of
from aretane.store.records import StoredRack

from . import scene as replayed


def shot_facts(
    around: replayed.Scene, rack: StoredRack, carried: RackState | None, match: Match
) -> list[ShotFact]:
    """One fact a shot; none of studies and of racks of which only key moments are logged."""
    tallied = replayed.tallies(around, rack, carried)
    if not tallied:
        return []
    seen, known = replayed.review_stored(around, rack, carried), replayed.facts(around, rack, carried)
    return facts_of(
        RackSeen(
            around.table, seen.steps, seen.measures, seen.timings, tallied, known.visits,
            known.first_chance, seen.end, [shot.shape.tags for shot in rack.shots],
            around.rules.has_points, match,
        )
    )  # fmt: skip
