"""The sheet of a recording."""

from collections.abc import Mapping

from apiflask import APIBlueprint

from aretane.core.games import game
from aretane.core.intervals import Proportion, wilson
from aretane.core.review.worth import Turn
from aretane.core.statistics.match_sheet import SPOTS, WAYS, Breaks, PlayerSheet, RackLine
from aretane.core.vocabulary import BREAK_HITS, Words
from aretane.reviewing.shot_facts import match_sheet
from aretane.store import read

from ...work.turning import turning_shots
from ..asker import to_read
from ..views import SeatView
from .views import BreaksView, CountedShareView, PlayerSheetView, SheetRackView, SheetView, WayView

blueprint = APIBlueprint("sheet", __name__, url_prefix="/api/recordings")

GAVE: Words = {
    "miss": "a miss", "foul": "a foul", "safety": "a safety that left one", "push-out": "a push-out",
    "dry-break": "a dry break", "own-shot": "the last shot",
}  # fmt: skip
"""What brought the winner to the table."""


@blueprint.get("/<int:recording_id>/sheet")
@blueprint.output(SheetView)
def sheet(recording_id: int) -> SheetView:
    """What each player's breaks, chances, visits and racks came to."""
    with to_read() as (db, asker):
        recording = read.recording(db, asker.club_id, recording_id)
        turns = turning_shots(db, asker.club_id, recording)
    found = match_sheet(recording)
    seats = {str(seat.player_id): seat for seat in recording.seats}
    views = {
        player: SeatView(id=player, name=seat.name, level=seat.level) for player, seat in seats.items()
    }
    points = game(recording.match.discipline).scores
    return SheetView(
        title=recording.match.title,
        discipline=recording.match.discipline,
        points=points,
        lead_in_points=game(recording.match.discipline).crosses_racks,
        players=[_player(one, views[one.player], points) for one in found.players],
        racks=[_rack(one, turns.get(one.number)) for one in found.racks],
        key_moments=sum(rack.depth == "key-moments" for rack in recording.racks),
    )


def _player(one: PlayerSheet, seat: SeatView, points: bool) -> PlayerSheetView:
    breaks = [_breaks("", "All", one.breaks)]
    breaks += [_breaks(code, SPOTS[code], one.by_spot[code]) for code in SPOTS if code in one.by_spot]
    hits = ((code, words) for code, words in BREAK_HITS.items() if code in one.by_hit)
    breaks += [_breaks(code, words, one.by_hit[code]) for code, words in hits]
    return PlayerSheetView(
        player=seat,
        breaks=breaks,
        won=one.won,
        ways=_ways(one.ways, WAYS),
        gave=_ways(one.gave, GAVE),
        first_chances=_share(wilson(one.first_chances_won, one.first_chances)),
        visits=one.visits,
        balls=one.balls,
        points=one.points if points else None,
        best_run=one.best_run,
        fouls=one.fouls,
        scratches=one.scratches,
        scratches_with_ball=one.scratches_with_ball,
        pots=_share(one.pots),
        safeties=_share(one.safeties),
        seconds=one.seconds,
        waited=one.waited,
    )


def _breaks(kind: str, words: str, one: Breaks) -> BreaksView:
    def of(k: int, n: int) -> CountedShareView:
        return _share(wilson(k, n))

    return BreaksView(
        kind=kind, words=words, n=one.n, balls=one.balls, dry=one.dry, wet=of(one.wet, one.n),
        legal=of(one.legal, one.n), kept=of(one.kept, one.n), scratched=one.scratched,
        open_after=of(one.open_after, one.seen_after), won=of(one.won, one.decided),
    )  # fmt: skip


def _ways(counted: Mapping[str, int], words: Words) -> list[WayView]:
    return [WayView(code=code, words=words[code], n=counted[code]) for code in words if counted.get(code)]


def _share(p: Proportion) -> CountedShareView:
    return CountedShareView(k=p.k, n=p.n, value=p.value, low=p.low, high=p.high)


def _rack(line: RackLine, turn: Turn | None) -> SheetRackView:
    by, shot, what = line.gave or (None, None, None)
    return SheetRackView(
        number=line.number, breaker=line.breaker, winner=line.winner, way=line.way,
        words=None if line.way is None else WAYS[line.way],
        gave_by=by, gave_shot=shot, gave_words=None if what is None else GAVE[what],
        lead=line.lead, shots=line.shots,
        turned_on=None if turn is None else turn.shot + 1, turned_by=None if turn is None else turn.change,
    )  # fmt: skip
