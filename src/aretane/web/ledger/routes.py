"""The ledger of choices of a recording or of a player: asking for the work, its progress, and what is
there."""

from collections.abc import Iterator
from dataclasses import asdict
from typing import Annotated, Any, NamedTuple

from apiflask import APIBlueprint
from pydantic import BaseModel, ConfigDict, Field, model_validator

from aretane.core.choice.decision import Decision, Weighed
from aretane.core.choice.left import Left
from aretane.core.games import game
from aretane.core.review.replay import Step
from aretane.core.statistics.exchanges import exchanges
from aretane.core.statistics.ledger import Entry, entries, sent_entry, total
from aretane.core.statistics.numbers import HELD, role_of, safety_outcome
from aretane.core.units import mm
from aretane.reviewing.scene import Scene, chained, head_of, replayed, scene, skill_of
from aretane.reviewing.scene import facts as rack_facts
from aretane.store import facts, jobs, read
from aretane.store.database import Address, Db, reading
from aretane.store.errors import NotFound
from aretane.store.records import Recording
from aretane.work.shots import decided

from ...work.counting import Piece, Progress
from ...work.decisions import AskedDecision, SentBack, decision_questions, sent_back_questions
from ..asker import change, database, runner, to_read
from ..serving.working import counting, working
from ..views import SeatView, ShotLink
from .views import (
    ChoiceFaultView,
    EntryView,
    ExchangeView,
    LedgerView,
    LeftView,
    SafetyView,
    TotalView,
    WeighedOptionView,
)

blueprint = APIBlueprint("ledger", __name__, url_prefix="/api")
Id = Annotated[int, Field(ge=1, le=2**31)]


class LedgerQuery(BaseModel):
    """Whose decisions, or those of which recording; both: that player's in it."""

    model_config = ConfigDict(extra="forbid")

    recording: Id | None = None
    player: Id | None = None

    @model_validator(mode="after")
    def _something(self) -> "LedgerQuery":
        if self.recording is None and self.player is None:
            raise ValueError("name a recording, a player, or both")
        return self


class RackDecisions(NamedTuple):
    """One rack's shots with their decisions as questions; `sent`: those to have the other play again."""

    recording: Recording
    scene: Scene
    id: int
    number: int
    steps: list[Step]
    asked: list[AskedDecision]
    sent: list[SentBack]
    won: str | None


@blueprint.get("/ledger")
@blueprint.input(LedgerQuery, location="query")
@blueprint.output(LedgerView)
def ledger(query_data: LedgerQuery) -> LedgerView:
    """The decisions as far as they are worked out."""
    return _answer(query_data, _parts(query_data))


@blueprint.post("/ledger")
@blueprint.input(LedgerQuery)
@blueprint.output(LedgerView)
def work_out(json_data: LedgerQuery) -> LedgerView:
    """Have the decisions worked out that are not yet; asked again while the answer is still `working`."""
    parts = _parts(json_data)
    if not isinstance(parts, Progress):
        asked = [(part.recording, part.wanted) for part in parts]
        change(lambda db, asker: jobs.want_all(db, asker.club_id, asked))
        runner().wake()
        parts = _parts(json_data)
    return _answer(json_data, parts)


@blueprint.delete("/ledger")
@blueprint.input(LedgerQuery, location="query")
@blueprint.output(LedgerView)
def cancel(query_data: LedgerQuery) -> LedgerView:
    """Take back what is not begun; what runs is finished and kept. A count under way is given up."""
    if counting().cancel(_key(query_data)):
        return _answer(query_data, [], "reading was stopped: reload to go on")
    parts = _parts(query_data)
    if not isinstance(parts, Progress):
        contents = [content for part in parts for _, content in part.wanted]
        change(lambda db, asker: jobs.cancel(db, asker.club_id, contents))
        parts = _parts(query_data)
    return _answer(query_data, parts)


class LedgerPart(NamedTuple):
    """One recording's part of a ledger. `wanted` pairs rack ids with the contents of its decisions,
    `states` are theirs; `players` are those of the recording."""

    recording: int
    title: str
    discipline: str
    players: list[SeatView]
    rows: list[tuple[Entry, EntryView]]
    safeties: list[SafetyView]
    exchanges: list[ExchangeView]
    wanted: list[tuple[int, str]]
    states: list[str]
    left_out: int
    reason: str

    def weight(self) -> int:
        """Rows that it holds."""
        return len(self.rows) + len(self.safeties) + len(self.exchanges) + len(self.wanted)


def _key(query: LedgerQuery) -> tuple[object, ...]:
    return ("ledger", query.recording, query.player)


def _parts(query: LedgerQuery) -> list[LedgerPart] | Progress:
    """The parts of the recordings that are asked for; of a whole season they are counted beside the
    server."""
    with to_read() as (db, asker):
        if query.player is not None and query.player not in read.heads(db, asker.club_id):
            raise NotFound(f"there is no player {query.player}")
        if query.recording is not None:
            return [
                _part(db, asker.club_id, read.recording(db, asker.club_id, query.recording), query.player)
            ]
        prints = facts.prints(db, asker.club_id)
        answers = jobs.prints(db, asker.club_id)
    pieces = [
        Piece(
            ("ledger", one["id"], query.player, one["print"], answers.get(one["id"])), part_of,
            (database(), asker.club_id, one["id"], query.player), LedgerPart.weight,
        )
        for one in prints
        if str(query.player) in (one["players"] or "").split(",")
    ]  # fmt: skip
    return counting().ask(_key(query), pieces)


def part_of(where: Address, club_id: int, recording_id: int, player: int | None) -> LedgerPart:
    """One recording's part, read by itself: for a process beside the server."""
    with reading(where) as db:
        return _part(db, club_id, read.recording(db, club_id, recording_id), player)


def _part(db: Db, club_id: int, stored: Recording, player: int | None) -> LedgerPart:
    racks = list(_racks(stored))
    asked = [(rack.id, one.content) for rack in racks for one in _wanted(rack, player)]
    known = jobs.known(db, club_id, [content for _, content in asked])
    rows: list[tuple[Entry, EntryView]] = []
    safeties: list[SafetyView] = []
    chains: list[ExchangeView] = []
    for rack in racks:
        found = [decided(known.get(asked.content)) for asked in rack.asked]
        own = [
            (entry, found[entry.shot], rack.steps[entry.shot].shot.judgement.decision)
            for entry in entries(rack.steps, found, game(rack.scene.discipline).by_groups)
        ]
        for sent in rack.sent:
            answer = decided(known.get(sent.asked.content))
            entry = sent_entry(rack.steps, sent.shot, sent.player, answer)
            own += [(entry, answer, None)] if entry is not None else []
        rows += [
            (entry, _entry(rack, entry, answer, verdict))
            for entry, answer, verdict in sorted(own, key=lambda one: one[0].shot)
            if player in (None, int(entry.player))
        ]
        safeties += _safeties(rack, found, player)
        chains += _exchanges(rack, player)
    return LedgerPart(
        recording=stored.id, title=stored.match.title, discipline=stored.match.discipline,
        players=[SeatView(id=str(s.player_id), name=s.name, level=s.level) for s in stored.seats],
        rows=rows, safeties=safeties, exchanges=chains, wanted=asked,
        states=[known[content].state if content in known else "" for _, content in asked],
        left_out=sum(rack.depth == "key-moments" for rack in stored.racks),
        reason="" if asked else _reason(racks),
    )  # fmt: skip


def _racks(recording: Recording) -> Iterator[RackDecisions]:
    """The racks that count: chosen shots of a rack prove nothing."""
    around = scene(recording)
    for stored, carried in chained(around, recording.racks):
        if stored.depth == "key-moments":
            continue
        shots = [shot.shape for shot in stored.shots]
        _, steps = replayed(around, head_of(stored), shots, carried)
        won = rack_facts(around, stored, carried).end.winner
        yield RackDecisions(
            recording,
            around,
            stored.id,
            stored.number,
            steps,
            decision_questions(around, steps),
            sent_back_questions(around, steps),
            won,
        )


def _wanted(rack: RackDecisions, player: int | None) -> list[AskedDecision]:
    by_player = [
        *((step.shot.shooter, asked) for step, asked in zip(rack.steps, rack.asked, strict=True)),
        *((sent.player, sent.asked) for sent in rack.sent),
    ]
    return [asked for who, asked in by_player if asked.content and player in (None, int(who))]


def _answer(
    query: LedgerQuery, parts: list[LedgerPart] | Progress, reason: str = "no shots are logged yet"
) -> LedgerView:
    """The parts as one ledger, or how far counting them is."""
    under_way = working(parts) if isinstance(parts, Progress) else None
    there = [] if isinstance(parts, Progress) else parts
    states = [state for one in there for state in one.states]
    reasons = (one.reason for one in there if one.reason)
    seats = {seat.id: seat for one in there for seat in one.players}
    return LedgerView(
        totals=_totals(seats, [row for one in there for row in one.rows], query.player),
        entries=[view for one in there for _, view in one.rows],
        safeties=[view for one in there for view in one.safeties],
        exchanges=[view for one in there for view in one.exchanges],
        names={seat.id: seat.name for seat in seats.values()},
        titles={str(one.recording): one.title for one in there},
        disciplines={str(one.recording): one.discipline for one in there},
        possible=len(states), wanted=sum(one in ("waiting", "running") for one in states),
        done=states.count("done"), failed=states.count("failed"),
        left_out=sum(one.left_out for one in there),
        reason="" if states or under_way else next(reasons, reason),
        working=under_way,
    )  # fmt: skip


def _reason(racks: list[RackDecisions]) -> str:
    """Why there is nothing to work out."""
    said = [asked.reason for rack in racks for asked in rack.asked if asked.reason != "a break"]
    return said[0] if said else "no shots are logged yet"


def _totals(
    seats: dict[str, SeatView], rows: list[tuple[Entry, EntryView]], only: int | None
) -> list[TotalView]:
    views = []
    for player, seat in seats.items():
        own = [entry for entry, _ in rows if entry.player == player]
        if only not in (None, int(player)) or not own:
            continue
        sum_ = total(own)
        views.append(
            TotalView(
                player=seat, decisions=sum_.decisions, right=sum_.right, close=sum_.close,
                wrong=sum_.wrong, cost=round(sum_.cost, 4),
                error=round(sum_.error, 4), uncertain=round(sum_.uncertain, 4),
                faults=[
                    ChoiceFaultView(code=code, n=n, cost=round(cost, 4)) for code, n, cost in sum_.by_fault
                ],
            )
        )  # fmt: skip
    return views


def _link(rack: RackDecisions, shot: int) -> ShotLink:
    return ShotLink(recording=rack.recording.id, rack=rack.number, shot=shot + 1)


def _entry(rack: RackDecisions, entry: Entry, found: Decision | None, verdict: str | None) -> EntryView:
    """One row; verdict: the reviewer's own on the decision."""
    return EntryView(
        shot=_link(rack, entry.shot), player=entry.player, made=_weighed(entry.made),
        best=_weighed(entry.best),
        how=None if found is None else found.how, cost=round(entry.cost, 4), error=round(entry.error, 4),
        grade=entry.grade, fault=entry.fault, came_off=entry.came_off,
        own=verdict,
        break_even=None if found is None or found.break_even is None else round(found.break_even, 4),
    )  # fmt: skip


def _weighed(weighed: Weighed) -> WeighedOptionView:
    return WeighedOptionView.model_validate(_rounded(asdict(weighed)))


def _rounded(values: dict[str, Any]) -> dict[str, Any]:
    """Shares to a hundredth of a percent."""
    return {name: round(one, 4) if isinstance(one, float) else one for name, one in values.items()}


def _safeties(rack: RackDecisions, found: list[Decision | None], only: int | None) -> Iterator[SafetyView]:
    for k, (step, one) in enumerate(zip(rack.steps, found, strict=True)):
        if role_of(step) != "safety" or only not in (None, int(step.shot.shooter)):
            continue
        reply = rack.steps[k + 1] if k + 1 < len(rack.steps) else None
        outcome = safety_outcome(step, reply)
        made = None if one is None or one.made is None else one.options[one.made]
        yield SafetyView(
            shot=_link(rack, k), player=step.shot.shooter, meant=None if made is None else _weighed(made),
            how=None if one is None else one.how,
            left=None if one is None or one.left is None else _left(one.left), outcome=outcome,
            held=None if outcome == "no-reply" else outcome in HELD,
        )  # fmt: skip


def _left(left: Left) -> LeftView:
    return LeftView.model_validate(_rounded(asdict(left)) | {"far": round(mm(left.far))})


def _exchanges(rack: RackDecisions, only: int | None) -> Iterator[ExchangeView]:
    around = rack.scene
    found = exchanges(
        around.table, around.rules, rack.steps, lambda player: skill_of(around, player), around.physics,
        rack.won,
    )  # fmt: skip
    for one in found:
        shooters = {rack.steps[k].shot.shooter for k in one.shots}
        if only is None or str(only) in shooters:
            yield ExchangeView(
                recording=rack.recording.id, rack=rack.number, began=one.began, first=one.first + 1,
                last=one.last + 1, shots=[k + 1 for k in one.shots], hooks=[k + 1 for k in one.hooks],
                fouls=[k + 1 for k in one.fouls], first_open=one.first_open,
                at=None if one.at is None else one.at + 1, won=one.won,
            )  # fmt: skip
