"""Match files in: check one, take it whole, or take the part of it that is good."""

from typing import Literal
from uuid import uuid4

from apiflask import APIBlueprint
from flask import request
from pydantic import BaseModel, ConfigDict
from werkzeug.exceptions import BadRequest

from aretane.formats.match_file import Fault, Reading, read
from aretane.store import write

from .asker import to_write
from .errors import BadFields, Place
from .views import FaultView, FileCheckView, ImportedView

blueprint = APIBlueprint("match_files", __name__, url_prefix="/api/match-files")

FILE_BODY = {
    "requestBody": {
        "required": True,
        "description": "A match file, see docs/match-file.md",
        "content": {"application/json": {"schema": {}}},
    }
}


class TakeQuery(BaseModel):
    """Take the file only when it is whole, or also its good part."""

    model_config = ConfigDict(extra="forbid")

    take: Literal["whole", "part"] = "whole"


def _reading() -> Reading:
    try:
        text = request.get_data().decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise BadRequest(f"the file is not UTF-8 text (byte {error.start})") from error
    return read(text)


def _faults(faults: tuple[Fault, ...]) -> list[FaultView]:
    return [FaultView(rack=f.rack, shot=f.shot, field=f.field, words=f.words) for f in faults]


@blueprint.post("/check")
@blueprint.output(FileCheckView)
@blueprint.doc(extensions=FILE_BODY)
def check() -> FileCheckView:
    """Name every fault of a match file. Nothing is stored."""
    reading = _reading()
    usable = reading.usable
    return FileCheckView(
        faults=_faults(reading.faults),
        title=usable.match.title if usable else None,
        players=[player.name for player in usable.players] if usable else [],
        racks_usable=sum(1 for rack in usable.racks if rack.shots) if usable else 0,
        shots_usable=sum(len(rack.shots) for rack in usable.racks) if usable else 0,
    )


@blueprint.post("")
@blueprint.input(TakeQuery, location="query")
@blueprint.output(ImportedView, status_code=201)
@blueprint.doc(extensions=FILE_BODY)
def take(query_data: TakeQuery) -> ImportedView:
    """Store a match file as a new recording. With faults nothing is stored unless take=part."""
    reading = _reading()
    file = reading.usable if query_data.take == "part" else reading.whole
    if file is None:
        places = [Place(place=fault.place, words=fault.words) for fault in reading.faults]
        raise BadFields("the file has faults; nothing was stored", places)
    with to_write() as (db, asker):
        made, remarks = write.import_match(db, asker.club_id, file, lambda: str(uuid4()))
    return ImportedView(recording=made, remarks=remarks, faults=_faults(reading.faults))
