"""The ledger of choices of a recording or of a player: asking for the work, its progress, and what is
there."""

from collections.abc import Iterator
from dataclasses import asdict
from typing import Annotated, Any, NamedTuple

from apiflask import APIBlueprint
from flask import current_app
from pydantic import BaseModel, ConfigDict, Field, model_validator

from aretane.core.choice.decision import Decision, Weighed
from aretane.core.choice.left import Left
from aretane.core.numbers import HELD, role_of, safety_outcome
from aretane.core.review.exchanges import exchanges
from aretane.core.review.ledger import Entry, entries, total
from aretane.core.review.replay import Step
from aretane.core.units import mm
from aretane.store import analyses, read
from aretane.store.analyses import Analysis
from aretane.store.database import Db
from aretane.store.errors import NotFound
from aretane.store.records import Asker, Recording

from ..asker import to_read, to_write
from ..reviewing import Scene, chained, facts, head_of, replayed, scene, skill_of
from ..views import SeatView, ShotLink
from .analyst import DECISION, Analyst
from .decisions import AskedDecision, decision_questions
from .ledger_views import (
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
    """One rack's shots with their decisions as questions."""

    recording: Recording
    scene: Scene
    number: int
    steps: list[Step]
    asked: list[AskedDecision]
    won: str | None


@blueprint.get("/ledger")
@blueprint.input(LedgerQuery, location="query")
@blueprint.output(LedgerView)
def ledger(query_data: LedgerQuery) -> LedgerView:
    """The decisions as far as they are worked out."""
    with to_read() as (db, asker):
        return _ledger(db, asker, query_data)


@blueprint.post("/ledger")
@blueprint.input(LedgerQuery)
@blueprint.output(LedgerView)
def work_out(json_data: LedgerQuery) -> LedgerView:
    """Have the decisions worked out that are not yet."""
    with to_write() as (db, asker):
        stored = _recordings(db, asker, json_data)
        for one in stored:
            wanted = [(rack.number, a.content) for rack in _racks(one) for a in _wanted(rack, json_data)]
            analyses.want(db, asker.club_id, one.id, wanted)
        answer = _ledger(db, asker, json_data)
    analyst: Analyst = current_app.extensions["analyst"]
    analyst.wake()
    return answer


@blueprint.delete("/ledger")
@blueprint.input(LedgerQuery, location="query")
@blueprint.output(LedgerView)
def cancel(query_data: LedgerQuery) -> LedgerView:
    """Take back what is not begun; what runs is finished and kept."""
    with to_write() as (db, asker):
        stored = _recordings(db, asker, query_data)
        contents = [a.content for one in stored for rack in _racks(one) for a in _wanted(rack, query_data)]
        analyses.cancel(db, asker.club_id, contents)
        return _ledger(db, asker, query_data)


def _recordings(db: Db, asker: Asker, query: LedgerQuery) -> list[Recording]:
    if query.player is not None and query.player not in {
        row["id"] for row in read.players(db, asker.club_id)
    }:
        raise NotFound(f"there is no player {query.player}")
    if query.recording is not None:
        return [read.recording(db, asker.club_id, query.recording)]
    stored = read.recordings(db, asker.club_id)
    return [one for one in stored if any(seat.player_id == query.player for seat in one.seats)]


def _racks(recording: Recording) -> Iterator[RackDecisions]:
    """The racks that count: chosen shots of a rack prove nothing."""
    around = scene(recording)
    for stored, carried in chained(around, recording.racks):
        if stored.depth == "key-moments":
            continue
        shots = [one.shape for one in stored.shots]
        _, steps = replayed(around, head_of(stored), shots, carried)
        won = facts(around, stored, carried).end.winner
        yield RackDecisions(recording, around, stored.number, steps, decision_questions(around, steps), won)


def _wanted(rack: RackDecisions, query: LedgerQuery) -> list[AskedDecision]:
    return [
        asked
        for step, asked in zip(rack.steps, rack.asked, strict=True)
        if asked.content and query.player in (None, int(step.shot.shooter))
    ]


def _ledger(db: Db, asker: Asker, query: LedgerQuery) -> LedgerView:
    stored = _recordings(db, asker, query)
    racks = [rack for one in stored for rack in _racks(one)]
    contents = [asked.content for rack in racks for asked in _wanted(rack, query)]
    known = analyses.known(db, asker.club_id, contents)
    states = [known[one].state if one in known else "" for one in contents]
    rows: list[tuple[Entry, EntryView]] = []
    safeties: list[SafetyView] = []
    chains: list[ExchangeView] = []
    for rack in racks:
        found = [_decision(known.get(asked.content)) for asked in rack.asked]
        for entry in entries(rack.steps, found, rack.scene.discipline in _GROUPS):
            if query.player in (None, int(entry.player)):
                rows.append((entry, _entry(rack, entry, found[entry.shot])))
        safeties += _safeties(rack, found, query.player)
        chains += _exchanges(rack, query.player)
    names = {player: name for one in stored for player, name, _ in scene(one).seats}
    return LedgerView(
        totals=_totals(stored, rows, query.player), entries=[view for _, view in rows], safeties=safeties,
        exchanges=chains, names=names, titles={str(one.id): one.match.title for one in stored},
        disciplines={str(one.id): one.match.discipline for one in stored},
        possible=len(contents), wanted=sum(one in ("waiting", "running") for one in states),
        done=states.count("done"), failed=states.count("failed"),
        left_out=sum(rack.depth == "key-moments" for one in stored for rack in one.racks),
        reason="" if contents else _reason(racks),
    )  # fmt: skip


_GROUPS = ("eight-ball", "english-eight-ball")


def _reason(racks: list[RackDecisions]) -> str:
    """Why there is nothing to work out."""
    said = [asked.reason for rack in racks for asked in rack.asked if asked.reason != "a break"]
    return said[0] if said else "no shots are logged yet"


def _decision(found: Analysis | None) -> Decision | None:
    if found is None or found.state != "done":
        return None
    one: Decision = DECISION.validate_python(found.result)
    return one


def _totals(
    stored: list[Recording], rows: list[tuple[Entry, EntryView]], only: int | None
) -> list[TotalView]:
    seats = {str(seat.player_id): seat for one in stored for seat in one.seats}
    views = []
    for player, seat in seats.items():
        own = [entry for entry, _ in rows if entry.player == player]
        if (only is not None and only != seat.player_id) or not own:
            continue
        sum_ = total(own)
        views.append(
            TotalView(
                player=SeatView(id=player, name=seat.name, level=seat.level), decisions=sum_.decisions,
                right=sum_.right, close=sum_.close, wrong=sum_.wrong, cost=round(sum_.cost, 4),
                error=round(sum_.error, 4), uncertain=round(sum_.uncertain, 4),
                faults=[
                    ChoiceFaultView(code=code, n=n, cost=round(cost, 4)) for code, n, cost in sum_.by_fault
                ],
            )
        )  # fmt: skip
    return views


def _link(rack: RackDecisions, shot: int) -> ShotLink:
    return ShotLink(recording=rack.recording.id, rack=rack.number, shot=shot + 1)


def _entry(rack: RackDecisions, one: Entry, found: Decision | None) -> EntryView:
    return EntryView(
        shot=_link(rack, one.shot), player=one.player, made=_weighed(one.made), best=_weighed(one.best),
        how=None if found is None else found.how, cost=round(one.cost, 4), error=round(one.error, 4),
        grade=one.grade, fault=one.fault, came_off=one.came_off,
        own=rack.steps[one.shot].shot.judgement.decision,
        break_even=None if found is None or found.break_even is None else round(found.break_even, 4),
    )  # fmt: skip


def _weighed(one: Weighed) -> WeighedOptionView:
    return WeighedOptionView.model_validate(_rounded(asdict(one)))


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


def _left(one: Left) -> LeftView:
    return LeftView.model_validate(_rounded(asdict(one)) | {"far": round(mm(one.far))})


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
