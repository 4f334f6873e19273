"""Racks: the shot desk's data, saving in batches, previews of what is not stored."""

from typing import Annotated
from uuid import UUID, uuid4

from apiflask import APIBlueprint
from pydantic import Field

from aretane.core.equipment.layout import Layout
from aretane.core.limits import MOST_SHOTS
from aretane.core.motion.find import Seen
from aretane.formats.core_values import point, to_core
from aretane.formats.match_file import RackShape
from aretane.formats.shapes import Ball, Depth, EndedHow, Label, Place, ShotShape, Text
from aretane.reviewing.scene import RackHead, Scene, carried_into, left_of, review, scene, skill_of
from aretane.store import read, write
from aretane.store.errors import NotFound

from .. import recorded
from ..asker import change, to_read
from ..drawn import table
from ..positions import Body, PreviewBody, before_rack
from . import serialise
from .striking import explained, finding_view, forecast_view, needs_cue_end, planned
from .striking_views import FindingView, ForecastView
from .views import DeskView, PreviewView, RackView

blueprint = APIBlueprint("racks", __name__, url_prefix="/api")

Version = Annotated[int, Field(ge=1, le=2**31)]


class NewRackBody(Body):
    """A rack to put in at `number`, empty or with shots (players are ids as text)."""

    number: Annotated[int, Field(ge=1, le=1000)]
    rack: RackShape = Field(default_factory=RackShape)


class RackBody(Body):
    """All of a rack but its shots: who breaks, notes, depth, and how it ended."""

    version: Version
    breaker: Label | None
    notes: Text
    depth: Depth = "full"
    winner: Label | None = None
    how: EndedHow | None = None


class ShotChangeBody(Body):
    """A shot to store; `version` is the one it was changed on, null for a new shot."""

    id: UUID
    version: Version | None
    shot: ShotShape


class RemovedShotBody(Body):
    """A shot to remove, at the version it was removed at."""

    id: UUID
    version: Version


class ChangesBody(Body):
    """A batch for one rack, stored whole or not at all. `order` lists shot ids where it changed."""

    shots: Annotated[list[ShotChangeBody], Field(max_length=MOST_SHOTS)] = Field(default_factory=list)
    removed: Annotated[list[RemovedShotBody], Field(max_length=MOST_SHOTS)] = Field(default_factory=list)
    order: Annotated[list[UUID], Field(max_length=MOST_SHOTS)] | None = None


class SeenQuery(Body):
    """The content of the rack as it was seen: what somebody changed since is not removed unseen."""

    content: Version


class StruckBody(Body):
    """One shot with the balls before it, mm."""

    before: dict[Ball, Place]
    shot: ShotShape


def _new_id() -> str:
    return str(uuid4())


def _rack_view(rack_id: int) -> RackView:
    """The rack as it is stored now, read after the change was committed."""
    with to_read() as (db, asker):
        stored = read.rack(db, asker.club_id, rack_id)
        around, carried = before_rack(db, asker, stored.recording_id, stored.number)
    return serialise.rack(around, stored, carried)


@blueprint.get("/recordings/<int:recording_id>/racks/<int:number>")
@blueprint.output(DeskView)
def desk(recording_id: int, number: int) -> DeskView:
    """A rack with the recording around it, as the shot desk needs them."""
    with to_read() as (db, asker):
        stored = read.recording(db, asker.club_id, recording_id)
    rack = next((one for one in stored.racks if one.number == number), None)
    if rack is None:
        raise NotFound(f"there is no rack {number} in this recording")
    around = scene(stored)
    carried = carried_into(around, stored.racks, number)
    return DeskView(
        recording=recorded.recording(stored),
        table=table(around.table, around.discipline),
        game=serialise.game_view(around, number, left_of(around, stored.racks, number, carried)),
        rack=serialise.rack(around, rack, carried),
    )


@blueprint.post("/recordings/<int:recording_id>/racks")
@blueprint.input(NewRackBody)
@blueprint.output(RackView, status_code=201)
def add_rack(recording_id: int, json_data: NewRackBody) -> RackView:
    """Put a rack in."""
    number, rack = json_data.number, json_data.rack
    made = change(lambda db, asker: write.add_rack(db, asker.club_id, recording_id, number, rack, _new_id))
    return _rack_view(made)


@blueprint.put("/racks/<int:rack_id>")
@blueprint.input(RackBody)
@blueprint.output(RackView)
def set_rack(rack_id: int, json_data: RackBody) -> RackView:
    """Change who breaks, the notes, the depth, and how it ended."""
    head = RackShape(
        breaker=json_data.breaker, notes=json_data.notes, depth=json_data.depth,
        winner=json_data.winner, how=json_data.how,
    )  # fmt: skip
    change(lambda db, asker: write.set_rack(db, asker.club_id, rack_id, json_data.version, head))
    return _rack_view(rack_id)


@blueprint.delete("/racks/<int:rack_id>")
@blueprint.input(SeenQuery, location="query")
@blueprint.output(NewRackBody)
def remove_rack(rack_id: int, query_data: SeenQuery) -> NewRackBody:
    """Remove a rack with its shots, as it was seen; the answer can be posted to put it back."""
    seen = query_data.content
    number, removed = change(lambda db, asker: write.remove_rack(db, asker.club_id, rack_id, seen))
    return NewRackBody(number=number, rack=removed)


@blueprint.post("/racks/<int:rack_id>/changes")
@blueprint.input(ChangesBody)
@blueprint.output(RackView)
def save(rack_id: int, json_data: ChangesBody) -> RackView:
    """Store changes to the shots of a rack and review it again."""
    changes = write.RackChanges(
        shots=[write.ShotChange(str(c.id), c.version, c.shot) for c in json_data.shots],
        removed=[(str(one.id), one.version) for one in json_data.removed],
        order=None if json_data.order is None else [str(shot_id) for shot_id in json_data.order],
    )
    change(lambda db, asker: write.save_rack(db, asker.club_id, rack_id, changes))
    return _rack_view(rack_id)


@blueprint.post("/recordings/<int:recording_id>/preview")
@blueprint.input(PreviewBody)
@blueprint.output(PreviewView)
def preview(recording_id: int, json_data: PreviewBody) -> PreviewView:
    """Review shots as they stand on the screen, while they are being moved."""
    with to_read() as (db, asker):
        around, carried = before_rack(db, asker, recording_id, json_data.number)
    head = RackHead(json_data.breaker, json_data.depth)
    return PreviewView(reviews=serialise.reviews(around, review(around, head, json_data.shots, carried)))


@blueprint.post("/recordings/<int:recording_id>/forecast")
@blueprint.input(StruckBody)
@blueprint.output(ForecastView)
def foresee(recording_id: int, json_data: StruckBody) -> ForecastView:
    """Play a planned strike out: its path, the natural paths, and where the shooter's errors take it."""
    around = _around(recording_id)
    shot, before = to_core(json_data.shot), _layout(json_data)
    skill = skill_of(around, shot.shooter)
    answer = planned(around.table, before, shot.plan, skill, around.physics)
    return forecast_view(answer, around.table, before, skill.hand)


@blueprint.post("/recordings/<int:recording_id>/strikes")
@blueprint.input(StruckBody)
@blueprint.output(FindingView)
def find(recording_id: int, json_data: StruckBody) -> FindingView:
    """Find the strikes that explain a logged result."""
    around = _around(recording_id)
    before, shot = _layout(json_data), to_core(json_data.shot)
    if shot.result is None or needs_cue_end(shot.result):
        return FindingView(
            reason="log where the cue ball ended to find the strike", explained=False, found=[]
        )
    meant = planned(
        around.table, before, shot.plan, skill_of(around, shot.shooter), around.physics
    ).forecast
    seen = Seen.of(shot.result, meant.strike if meant else None)
    return finding_view(
        around.table, before, explained(around.table, before, seen, around.physics), around.physics
    )


def _around(recording_id: int) -> Scene:
    with to_read() as (db, asker):
        return scene(read.recording_head(db, asker.club_id, recording_id))


def _layout(body: StruckBody) -> Layout:
    return Layout.of({ball: point(place) for ball, place in body.before.items()})
