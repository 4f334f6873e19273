"""The log as WebVTT beside a video, and back: chapters carry the marks, notes the words."""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, Literal
from uuid import uuid4

from apiflask import APIBlueprint
from flask import Response, request
from pydantic import BaseModel, ConfigDict
from werkzeug.exceptions import BadRequest

from aretane.core import vocabulary as v
from aretane.core.games.glossary import dialect_of, say
from aretane.core.limits import LATEST, LONGEST_TEXT, MOST_SHOTS
from aretane.formats import webvtt
from aretane.formats.match_file import RackShape
from aretane.formats.shapes import ShotShape
from aretane.formats.webvtt import Cue
from aretane.store import read, video, write
from aretane.store.database import Db
from aretane.store.errors import Refused
from aretane.store.records import Asker, Recording, StoredShot

from ..asker import change, to_read
from ..serving.beside import FILE_SECONDS, SMALL, beside
from ..serving.guard import takes
from .views import VttCheckView, VttFaultView, VttRestView

blueprint = APIBlueprint("vtt", __name__, url_prefix="/api/videos")

WITHOUT_END = 5.0
"""s that a shot's chapter lasts where neither its end nor the next shot is marked."""
NEAR = 0.05
"""s by which times may be rounded on the way through another program."""
OURS = re.compile(r"rack (\d+)(?: shot (\d+))?$")
VTT: Any = {200: {"description": "WebVTT", "content": {"text/vtt": {}}}}
BODY = {
    "requestBody": {
        "required": True,
        "description": "A WebVTT file",
        "content": {"text/vtt": {"schema": {"type": "string"}}},
    }
}


class ChaptersQuery(BaseModel):
    """What becomes of cues that belong to no shot: left, or shots of a new rack."""

    model_config = ConfigDict(extra="forbid")

    rest: Literal["leave", "rack"] = "leave"


@blueprint.get("/<int:part_id>/chapters.vtt")
@blueprint.doc(responses=VTT)
def chapters(part_id: int) -> Response:
    """Racks and shots as chapters on the video's own time."""
    part, recording, asker = _around(part_id)
    dialect = dialect_of(recording.match.discipline, asker.words)
    names = tuple(seat.name for seat in recording.seats)
    cues = []
    for rack in recording.racks:
        shots = [one for one in _marked(recording, part) if one.rack == rack.number]
        if shots:
            end = max(shot.end for shot in shots)
            cues.append(
                Cue(shots[0].start, end, say(f"Rack {rack.number}", dialect), f"rack {rack.number}")
            )
        for shot in shots:
            text = say(f"Shot {shot.number}: {_in_words(recording, shot.shot.shape)}", dialect, names)
            cues.append(Cue(shot.start, shot.end, text, shot.id))
    return _file(webvtt.write(cues, "chapters"), f"chapters-{part_id}.vtt")


@blueprint.get("/<int:part_id>/notes.vtt")
@blueprint.doc(responses=VTT)
def notes(part_id: int) -> Response:
    """The notes of shots on the video's own time."""
    part, recording, _ = _around(part_id)
    cues = [
        Cue(one.start, one.end, one.shot.shape.notes, one.id)
        for one in _marked(recording, part)
        if one.shot.shape.notes.strip()
    ]
    return _file(webvtt.write(cues, "metadata"), f"notes-{part_id}.vtt")


@blueprint.post("/<int:part_id>/vtt/check")
@takes("text/vtt")
@blueprint.output(VttCheckView)
@blueprint.doc(extensions=BODY)
def check(part_id: int) -> VttCheckView:
    """What a WebVTT file would change. Nothing is stored."""
    file = _read()
    part, recording, _ = _around(part_id)
    return _view(file, _matched(file, recording, part))


@blueprint.post("/<int:part_id>/vtt")
@takes("text/vtt")
@blueprint.input(ChaptersQuery, location="query")
@blueprint.output(VttCheckView)
@blueprint.doc(extensions=BODY)
def take(part_id: int, query_data: ChaptersQuery) -> VttCheckView:
    """Take marks and notes into the log; with rest=rack, cues of no shot become shots of a new rack."""
    file = _read()
    whole = query_data.rest == "rack"
    return _view(file, change(lambda db, asker: _take(db, asker, part_id, file, whole)))


def _take(db: Db, asker: Asker, part_id: int, file: webvtt.Vtt, whole: bool) -> "Matched":
    """Store what a file brings; cues of no shot only where the `whole` file is wanted."""
    part = video.part(db, asker.club_id, part_id)
    recording = read.recording(db, asker.club_id, part.recording_id)
    found = _matched(file, recording, part)
    for rack in recording.racks:
        changed = [
            write.ShotChange(shot.id, shot.version, found.shapes[shot.id])
            for shot in rack.shots
            if shot.id in found.shapes and found.shapes[shot.id] != shot.shape
        ]
        if changed:
            write.save_rack(db, asker.club_id, rack.id, write.RackChanges(changed, (), None))
    if whole:
        for first in range(0, len(found.rest), MOST_SHOTS):
            cues = found.rest[first : first + MOST_SHOTS]
            shots = [_fresh(recording, part, cue, k == 0) for k, cue in enumerate(cues)]
            number = len(recording.racks) + first // MOST_SHOTS + 1
            made = RackShape(shots=shots)
            write.add_rack(db, asker.club_id, recording.id, number, made, lambda: str(uuid4()))
    return found


@dataclass(frozen=True)
class Marked:
    """A shot marked in a part, on the part's own time (s)."""

    rack: int
    number: int
    shot: StoredShot
    start: float
    end: float

    @property
    def id(self) -> str:
        return f"rack {self.rack} shot {self.number}"


@dataclass(frozen=True)
class Matched:
    """What a file brings: shots by id as they would become, counts, and cues of no shot."""

    shapes: dict[str, ShotShape]
    marks: int
    notes: int
    rest: list[Cue]


def _around(part_id: int) -> tuple[video.Part, Recording, Asker]:
    with to_read() as (db, asker):
        part = video.part(db, asker.club_id, part_id)
        return part, read.recording(db, asker.club_id, part.recording_id), asker


def _file(text: str, name: str) -> Response:
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return Response(text, mimetype="text/vtt", headers=headers)


def _marked(recording: Recording, part: video.Part) -> Iterator[Marked]:
    """The shots struck while a part was filmed, in order."""
    for rack in recording.racks:
        for number, shot in enumerate(rack.shots, start=1):
            time, end = shot.shape.time_s, shot.shape.end_s
            if time is None or not part.starts_at_s <= time < part.ends_at_s:
                continue
            if end is None:
                following = (one.shape.time_s for one in rack.shots[number:])
                end = min((t for t in following if t is not None and t > time), default=time + WITHOUT_END)
            yield Marked(
                rack.number, number, shot, time - part.starts_at_s,
                min(end, part.ends_at_s) - part.starts_at_s,
            )  # fmt: skip


def _in_words(recording: Recording, shot: ShotShape) -> str:
    """A shot in a line: who, what was meant, what came."""
    who = next((s.name for s in recording.seats if str(s.player_id) == shot.shooter), shot.shooter)
    plan, result = shot.plan, shot.result
    meant = (
        v.SHOT_KINDS[plan.kind].lower()
        if plan.kind in ("break", "push-out")
        else v.CHOICES[plan.choice].lower()
    )
    if plan.ball and plan.kind not in ("break", "push-out"):
        meant += f" at {v.ball_words(plan.ball)}"
        if plan.pocket and plan.choice != "safety":
            meant += f" into the {v.pocket_words(plan.pocket)}"
    if result is None:
        return f"{who}, {meant}"
    down = [v.ball_words(one.ball) for one in result.potted if one.ball != v.CUE]
    came = [f"{' and '.join(down)} down"] if down else []
    if result.foul:
        came.append(f"foul: {v.FOULS[result.foul].lower()}")
    return f"{who}, {meant}; {', '.join(came) or 'nothing down'}"


def _read() -> webvtt.Vtt:
    try:
        text = request.get_data().decode("utf-8-sig")
        return webvtt.read(text) if len(text) <= SMALL else beside(webvtt.read, text, seconds=FILE_SECONDS)
    except UnicodeDecodeError as error:
        raise BadRequest(f"the file is not UTF-8 text (byte {error.start})") from error


def _view(file: webvtt.Vtt, found: Matched) -> VttCheckView:
    return VttCheckView(
        faults=[VttFaultView(line=f.line, words=f.words) for f in file.faults],
        marks=found.marks,
        notes=found.notes,
        rest=[VttRestView(start_s=cue.start, text=cue.text) for cue in found.rest],
    )


def _matched(file: webvtt.Vtt, recording: Recording, part: video.Part) -> Matched:
    """Cues under our identifiers mark their shots; other cues are notes on the shot they fall in."""
    by_number = {(r.number, k): s for r in recording.racks for k, s in enumerate(r.shots, start=1)}
    in_time = list(_marked(recording, part))
    shapes: dict[str, ShotShape] = {}
    rest: list[Cue] = []
    marks = notes = 0
    for cue in file.cues:
        named = OURS.match(cue.id)
        if named and named[2] is None:
            continue  # a whole rack: its shots follow
        stored = by_number.get((int(named[1]), int(named[2]))) if named else None
        own = stored is not None
        if stored is None:
            hit = next((m for m in in_time if m.start - NEAR <= cue.start < m.end), None)
            stored = hit.shot if hit else None
        if stored is None:
            rest.append(cue)
            continue
        before = shapes.get(stored.id, stored.shape)
        after = _with_marks(before, part, cue) if own else before
        marks += after != before
        noted = after if file.chapters and own else _with_note(after, cue.text)
        notes += noted.notes != after.notes
        shapes[stored.id] = noted
    return Matched(shapes, marks, notes, rest)


def _with_marks(shape: ShotShape, part: video.Part, cue: Cue) -> ShotShape:
    """The shot marked as the cue says; an end that a chapter only guessed stays unsaid."""
    start, end = round(part.starts_at_s + cue.start, 4), round(part.starts_at_s + cue.end, 4)
    same = shape.time_s is not None and abs(shape.time_s - start) < NEAR
    ends = shape.end_s if same and (shape.end_s is None or abs(shape.end_s - end) < NEAR) else end
    return _marked_at(shape, shape.time_s if same else start, ends, cue)


def _marked_at(shape: ShotShape, start: float | None, end: float | None, cue: Cue) -> ShotShape:
    if max(start or 0.0, end or 0.0) > LATEST:
        words = f"the cue at {webvtt.stamp(cue.start)} would mark a shot after {LATEST:.0f} s"
        raise Refused(f"{words}, the end of a recording's clock: take it out of the file")
    return shape.model_copy(update={"time_s": start, "end_s": end})


def _with_note(shape: ShotShape, text: str) -> ShotShape:
    """The shot with a note that it does not have yet; nothing that is there goes."""
    if not text or text in shape.notes:
        return shape
    notes = f"{shape.notes}\n{text}".strip()
    if len(notes) > LONGEST_TEXT:
        raise Refused(f"the notes of a shot hold {LONGEST_TEXT} characters: shorten the cue {text[:40]!r}")
    return shape.model_copy(update={"notes": notes})


def _fresh(recording: Recording, part: video.Part, cue: Cue, first: bool) -> ShotShape:
    """A shot made of a cue: marked and noted, the rest to be logged."""
    made = ShotShape(shooter=str(recording.seats[0].player_id), notes=cue.text[:LONGEST_TEXT])
    start, end = round(part.starts_at_s + cue.start, 4), round(part.starts_at_s + cue.end, 4)
    layout = made.layout.model_copy(update={"source": "empty" if first else "previous"})
    return _marked_at(made.model_copy(update={"layout": layout}), start, end, cue)
