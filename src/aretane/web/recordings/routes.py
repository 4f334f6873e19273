"""Recordings: the set-up of a match or practice session, and its score line."""

from typing import Annotated

from apiflask import APIBlueprint
from flask import Response
from pydantic import BaseModel, ConfigDict, Field

from aretane.formats import match_file as mf
from aretane.store import facts, read, write
from aretane.store.errors import Refused
from aretane.store.records import match_file

from .. import recorded
from ..asker import catch_up, change, to_read
from ..views import CreatedView, RecordingsView, RecordingView, TitlesView, TitleView

blueprint = APIBlueprint("recordings", __name__, url_prefix="/api/recordings")

PlayerIds = Annotated[list[Annotated[int, Field(ge=1, le=2**31)]], Field(min_length=1, max_length=8)]


class RecordingBody(BaseModel):
    """The set-up of a recording. `version` is the one the change was made on; new ones have none."""

    model_config = ConfigDict(extra="forbid")

    match: mf.MatchShape
    table: mf.TableShape
    players: PlayerIds
    version: Annotated[int, Field(ge=0, le=2**31)] = 0


class PageQuery(BaseModel):
    """Which page of the recordings."""

    model_config = ConfigDict(extra="forbid")

    page: Annotated[int, Field(ge=1, le=100_000)] = 1


PAGE = 50
"""Recordings on one page."""


@blueprint.get("")
@blueprint.input(PageQuery, location="query")
@blueprint.output(RecordingsView)
def recordings(query_data: PageQuery) -> RecordingsView:
    """One page of the recordings, newest first."""
    catch_up()
    with to_read() as (db, asker):
        found, total = facts.page(db, asker.club_id, query_data.page, PAGE)
    return RecordingsView(
        recordings=[recorded.recording_line(one) for one in found], page=query_data.page,
        pages=max(1, -(-total // PAGE)), total=total,
    )  # fmt: skip


@blueprint.get("/titles")
@blueprint.output(TitlesView)
def titles() -> TitlesView:
    """Every recording by its name, to choose one from."""
    with to_read() as (db, asker):
        rows = facts.titles(db, asker.club_id)
    return TitlesView(recordings=[TitleView(**row) for row in rows])


@blueprint.post("")
@blueprint.input(RecordingBody)
@blueprint.output(CreatedView, status_code=201)
def add_recording(json_data: RecordingBody) -> CreatedView:
    """Make a recording by hand."""
    _check(json_data)
    seats = [(player, f"p{player}") for player in json_data.players]
    match, table = json_data.match, json_data.table
    return CreatedView(
        id=change(lambda db, asker: write.add_recording(db, asker.club_id, match, table, seats))
    )


@blueprint.get("/<int:recording_id>")
@blueprint.output(RecordingView)
def recording(recording_id: int) -> RecordingView:
    """One recording."""
    return _whole(recording_id)


def _whole(recording_id: int) -> RecordingView:
    with to_read() as (db, asker):
        stored = read.recording(db, asker.club_id, recording_id)
    return recorded.recording(stored)


@blueprint.put("/<int:recording_id>")
@blueprint.input(RecordingBody)
@blueprint.output(RecordingView)
def set_recording(recording_id: int, json_data: RecordingBody) -> RecordingView:
    """Change the set-up."""
    _check(json_data)
    made = (json_data.version, json_data.match, json_data.table, json_data.players)
    change(lambda db, asker: write.set_recording(db, asker.club_id, recording_id, *made))
    return _whole(recording_id)


@blueprint.delete("/<int:recording_id>")
@blueprint.output({}, status_code=204)
def remove_recording(recording_id: int) -> str:
    """Take a recording out of sight; it can be restored."""
    change(lambda db, asker: write.remove_recording(db, asker.club_id, recording_id))
    return ""


@blueprint.post("/<int:recording_id>/restore")
@blueprint.output({}, status_code=204)
def restore_recording(recording_id: int) -> str:
    """Bring a removed recording back."""
    change(lambda db, asker: write.restore_recording(db, asker.club_id, recording_id))
    return ""


@blueprint.get("/<int:recording_id>/file")
@blueprint.doc(responses={200: {"description": "The match file", "content": {"application/json": {}}}})  # type: ignore[arg-type]
def recording_file(recording_id: int) -> Response:
    """The recording as a match file."""
    with to_read() as (db, asker):
        stored = read.recording(db, asker.club_id, recording_id)
    name = f"aretane-recording-{recording_id}.json"
    return Response(
        mf.write(match_file(stored)),
        mimetype="application/json",
        headers={"Content-Disposition": f'attachment; filename="{name}"'},
    )


def _check(body: RecordingBody) -> None:
    if len(set(body.players)) != len(body.players):
        raise Refused("a player can sit only once in a recording")
    if body.match.lag is not None and body.match.lag > len(body.players):
        raise Refused("the lag was won by somebody who is not in the recording: choose one of the players")
    try:
        mf.core_table(body.table)
    except ValueError as error:
        raise Refused(str(error)) from error
