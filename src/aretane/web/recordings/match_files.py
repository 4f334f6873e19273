"""Match files in: check one, take it whole, or take the part of it that is good."""

from typing import Literal

from apiflask import APIBlueprint
from flask import request
from pydantic import BaseModel, ConfigDict
from werkzeug.exceptions import BadRequest

from aretane.formats.match_file import Fault
from aretane.work import taking

from ..asker import to_store
from ..errors import BadFields, Place
from ..serving.beside import FILE_SECONDS, SMALL, beside
from ..views import FaultView, FileCheckView, ImportedView

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


def _text() -> str:
    try:
        return request.get_data().decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise BadRequest(f"the file is not UTF-8 text (byte {error.start})") from error


def _faults(faults: tuple[Fault, ...]) -> list[FaultView]:
    return [FaultView(rack=f.rack, shot=f.shot, field=f.field, words=f.words) for f in faults]


@blueprint.post("/check")
@blueprint.output(FileCheckView)
@blueprint.doc(extensions=FILE_BODY)
def check() -> FileCheckView:
    """Name every fault of a match file. Nothing is stored."""
    text = _text()
    found = taking.check(text) if len(text) <= SMALL else beside(taking.check, text, seconds=FILE_SECONDS)
    return FileCheckView(
        faults=_faults(found.faults), title=found.title, players=list(found.players),
        racks_usable=found.racks, shots_usable=found.shots,
    )  # fmt: skip


@blueprint.post("")
@blueprint.input(TakeQuery, location="query")
@blueprint.output(ImportedView, status_code=201)
@blueprint.doc(extensions=FILE_BODY)
def take(query_data: TakeQuery) -> ImportedView:
    """Store a match file as a new recording. With faults nothing is stored unless take=part."""
    text = _text()
    with to_store() as (where, asker):
        given = (where, asker.club_id, text, query_data.take == "part")
        if len(text) <= SMALL:
            found = taking.take(*given)
        else:
            found = beside(taking.take, *given, seconds=FILE_SECONDS)
    if found.recording is None:
        places = [Place(place=fault.place, words=fault.words) for fault in found.faults]
        raise BadFields("the file has faults; nothing was stored", places)
    return ImportedView(
        recording=found.recording, remarks=list(found.remarks), faults=_faults(found.faults)
    )
