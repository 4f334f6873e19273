"""The facts of a stored rack's shots, for the numbers and the sheet of a match."""

from collections.abc import Mapping, Sequence

from aretane.core.games import game
from aretane.core.rules import RackState
from aretane.core.statistics.facts import Match, RackSeen, ShotFact, Worked, facts_of
from aretane.core.statistics.match_sheet import RackPlayed, Sheet, break_spot, sheet
from aretane.core.statistics.numbers import Tallied, tally_rack
from aretane.core.statistics.stated import StatedFact, stated_facts
from aretane.core.vocabulary import STUDY
from aretane.store.records import Recording, StoredRack

from . import scene as replayed
from .scene import Reviewed, Scene


def shot_facts(
    around: Scene, rack: StoredRack, carried: RackState | None, match: Match, worked: Mapping[int, Worked]
) -> tuple[list[ShotFact], list[StatedFact]]:
    """One fact a shot, and the chances that people stated; none of studies and of racks of which only key
    moments are logged. worked: what is worked out, by shot (from 0)."""
    tallied = replayed.tallies(around, rack, carried)
    if not tallied:
        return [], []
    seen = replayed.review_stored(around, rack, carried)
    return _facts(around, rack, carried, match, seen, tallied, worked), stated_facts(seen.steps)


def match_sheet(recording: Recording) -> Sheet:
    """The sheet of a recording; a study has none of anything."""
    around = replayed.scene(recording)
    racks = [] if around.kind == STUDY else recording.racks
    played = [_played(around, rack, carried) for rack, carried in replayed.chained(around, racks)]
    return sheet(around.players, played)


def _played(around: Scene, rack: StoredRack, carried: RackState | None) -> RackPlayed:
    seen = replayed.review_stored(around, rack, carried)
    tallied = tally_rack([str(k) for k in range(len(seen.steps))], seen.steps, seen.measures)
    facts = _facts(around, rack, carried, Match(), seen, tallied)
    whole = rack.depth != "key-moments"
    if not whole:
        facts = [fact for fact in facts[:1] if fact.role == "break"]
    first = seen.steps[0] if seen.steps else None
    over = any(step.next_state.over for step in seen.steps)
    points = around.rules.has_points
    return RackPlayed(
        number=rack.number,
        breaker=replayed.text_of(rack.breaker_id),
        winner=seen.end.winner,
        facts=facts,
        stated=None if over else rack.how,
        spot=None if first is None else break_spot(around.table, first),
        hit=None if first is None else first.shot.plan.hit,
        goes_on=carried is not None and carried.rerack and carried.kept,
        whole=whole,
        points=points,
        runs=dict(seen.end.highs) if whole else {},
        scores=dict(seen.end.scores) if points and game(around.discipline).crosses_racks else {},
    )


def _facts(
    around: Scene, rack: StoredRack, carried: RackState | None, match: Match, seen: Reviewed,
    tallied: Sequence[Tallied], worked: Mapping[int, Worked] | None = None,
) -> list[ShotFact]:  # fmt: skip
    known = replayed.facts(around, rack, carried)
    return facts_of(
        RackSeen(
            around.table, seen.steps, seen.measures, seen.timings, tallied, known.visits,
            known.first_chance, seen.end, [shot.shape.tags for shot in rack.shots],
            around.rules.has_points, match, worked or {},
        )
    )  # fmt: skip
