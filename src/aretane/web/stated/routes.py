"""Calling shots: a chance stated before the result is shown."""

from collections.abc import Iterator
from typing import Annotated

from apiflask import APIBlueprint
from pydantic import BaseModel, ConfigDict, Field

from aretane.core.games import game
from aretane.core.review.replay import Step
from aretane.core.statistics.numbers import role_of
from aretane.core.statistics.stated import StatedFact, not_called, stated_facts
from aretane.core.units import mm
from aretane.core.vocabulary import SHOT_KINDS, ball_words, pocket_words
from aretane.formats.shapes import StatedShape
from aretane.reviewing.scene import chained, head_of, replayed, scene
from aretane.store import read, write
from aretane.store.errors import NotFound
from aretane.store.records import Recording

from ..asker import change, to_read
from ..drawn import places, table
from ..views import CreatedView, ShotLink
from .views import CallView, HappenedView, StatedView

blueprint = APIBlueprint("stated", __name__, url_prefix="/api/recordings")
ADDRESS = "/<int:recording_id>/racks/<int:number>/shots/<int:shot>/stated"


class ByQuery(BaseModel):
    """Who asks: what others stated and what happened are shown to whom has stated."""

    model_config = ConfigDict(extra="forbid")

    by: Annotated[str, Field(max_length=60)] = ""


@blueprint.get(ADDRESS)
@blueprint.input(ByQuery, location="query")
@blueprint.output(CallView)
def to_call(recording_id: int, number: int, shot: int, query_data: ByQuery) -> CallView:
    """A shot to call, with what happened only for who has called it."""
    by = query_data.by.strip()
    with to_read() as (db, asker):
        recording = read.recording(db, asker.club_id, recording_id)
    around = scene(recording)
    steps = _rack(recording, number)
    if not 1 <= shot <= len(steps):
        raise NotFound(f"there is no shot {shot} in rack {number}")
    step = steps[shot - 1]
    facts = [one for one in stated_facts(steps) if one.shot == shot]
    mine = next((one for one in facts if one.said_by == by), None) if by else None
    names = {str(seat.player_id): seat.name for seat in recording.seats}
    order = list(_shots(recording))
    here = order.index((number, shot))
    return CallView(
        title=recording.match.title,
        discipline=recording.match.discipline,
        table=table(around.table, around.discipline),
        balls=places(step.before),
        shooter=names.get(step.shot.shooter, ""),
        standing=_standing(around.discipline, step, names),
        plan=_plan_words(step),
        not_called=not_called(step.shot.plan.kind, step.shot.judgement.left_out),
        said=len(facts),
        logged=step.shot.result is not None,
        mine=None if mine is None else _stated(step, mine),
        came=None if mine is None else _came(step, facts),
        before=_link(recording_id, order[here - 1]) if here else None,
        next=_next(recording, order[here + 1 :], by),
    )


@blueprint.post(ADDRESS)
@blueprint.input(StatedShape)
@blueprint.output(CreatedView, status_code=201)
def state(recording_id: int, number: int, shot: int, json_data: StatedShape) -> CreatedView:
    """State a chance of a shot. What somebody stated before stands."""
    change(lambda db, asker: write.state_chance(db, asker.club_id, (recording_id, number, shot), json_data))
    return CreatedView(id=shot)


def _rack(recording: Recording, number: int) -> list[Step]:
    around = scene(recording)
    for stored, carried in chained(around, recording.racks):
        if stored.number == number:
            shots = [one.shape for one in stored.shots]
            return replayed(around, head_of(stored), shots, carried)[1]
    raise NotFound(f"there is no rack {number} in this recording")


def _shots(recording: Recording) -> Iterator[tuple[int, int]]:
    """Rack and shot of every shot, in order."""
    for rack in recording.racks:
        for k in range(1, len(rack.shots) + 1):
            yield rack.number, k


def _next(recording: Recording, order: list[tuple[int, int]], by: str) -> ShotLink | None:
    """The next shot that this person has not called: no break, and none that is left out."""
    racks = {rack.number: rack for rack in recording.racks}
    for number, k in order:
        shape = racks[number].shots[k - 1].shape
        called = any(one.by == by for one in shape.judgement.stated)
        if not called and not not_called(shape.plan.kind, shape.judgement.left_out):
            return _link(recording.id, (number, k))
    return None


def _link(recording_id: int, at: tuple[int, int]) -> ShotLink:
    return ShotLink(recording=recording_id, rack=at[0], shot=at[1])


def _standing(discipline: str, step: Step, names: dict[str, str]) -> str:
    """How the rack stands, in a few words."""
    state, shooter = step.state, step.shot.shooter
    words = []
    if state.group(shooter):
        words.append(f"plays {state.group(shooter)}")
    if game(discipline).scores:
        words.append(", ".join(f"{names.get(one, one)} {state.score(one)}" for one in state.players))
    if state.on:
        words.append(f"on a {state.on}" if state.on in ("red", "colour") else "on the colours")
    if state.ball_in_hand:
        words.append("cue ball in hand")
    return "; ".join(words)


def _plan_words(step: Step) -> str:
    """What the shooter meant to play, as the log has it; empty where it does not say."""
    plan = step.shot.plan
    ball = "" if plan.ball is None else f" {ball_words(plan.ball)}"
    if plan.choice == "safety":
        return f"A safety off{ball}" if ball else "A safety"
    if plan.pocket is None:
        return ""
    kind = "A pot of" if plan.kind == "direct" else SHOT_KINDS[plan.kind]
    return f"{kind}{ball}, {pocket_words(plan.pocket)}"


def _came(step: Step, facts: list[StatedFact]) -> HappenedView | None:
    result, plan = step.shot.result, step.shot.plan
    if result is None or step.after is None:
        return None
    fell = [ball_words(ball) for ball in result.potted_objects]
    words = f"{' and '.join(fell)} fell" if fell else "nothing fell"
    if step.ruling is not None and step.ruling.foul:
        words += "; a foul"
    role = role_of(step)
    return HappenedView(
        words=words[0].upper() + words[1:],
        kind={"attack": "pot", "two-way": "pot", "safety": "safety"}.get(role),
        ball=plan.ball,
        pocket=plan.pocket,
        after=places(step.after),
        stated=[_stated(step, one) for one in facts],
    )


def _stated(step: Step, fact: StatedFact) -> StatedView:
    said = step.shot.judgement.stated[fact.place - 1]
    return StatedView(
        by=fact.said_by,
        said=fact.said,
        chance=fact.chance,
        end=None if said.end is None else (mm(said.end.x), mm(said.end.y)),
        came=fact.came,
        as_said=fact.as_said,
        off=None if fact.off is None else mm(fact.off),
    )
