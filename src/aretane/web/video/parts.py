"""The parts of a recording's video: listed, placed on its clock, served by ranges, used from a folder."""

from pathlib import Path
from typing import Annotated, Any
from uuid import UUID, uuid4

from apiflask import APIBlueprint
from flask import Response
from pydantic import BaseModel, ConfigDict, Field

from aretane.core.limits import LONGEST_FILE_NAME, LONGEST_PATH
from aretane.formats.shapes import Mark
from aretane.settings import Settings
from aretane.store import jobs, read, video
from aretane.store.errors import NotFound, Refused
from aretane.vision import CODECS, kind_of
from aretane.vision.container import NEEDED

from ..asker import change, runner, to_read
from .serving import serve
from .uploads import checking, codecs
from .views import FolderView, IntakeView, VideoFileView, VideoPartView, VideoView

blueprint = APIBlueprint("video", __name__, url_prefix="/api")

MOST_LISTED = 500
OFFERED = {".webm", ".mp4", ".m4v", ".mov", ".ogv", ".ogg", ".mkv"}
"""Endings looked at in the folder; what a file is, its content says."""
BYTES = {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}}


class FromFolderBody(BaseModel):
    """A file of the operator's folder to use where it lies, and the codecs the browser plays."""

    model_config = ConfigDict(extra="forbid")

    file: Annotated[str, Field(min_length=1, max_length=LONGEST_PATH)]
    plays: Annotated[list[Annotated[str, Field(max_length=20)]], Field(min_length=1, max_length=20)]


class PartBody(BaseModel):
    """Where a part starts on the recording's clock, s."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    starts_at_s: Mark


@blueprint.get("/recordings/<int:recording_id>/video")
@blueprint.output(VideoView)
def recording_video(recording_id: int) -> VideoView:
    """The parts in the order of the clock, and files on their way in."""
    with to_read() as (db, asker):
        read.recording_head(db, asker.club_id, recording_id)
        parts = video.parts(db, asker.club_id, recording_id)
        coming = video.intakes(db, asker.club_id, recording_id)
        examined = {
            one.id: checking().share(one.id) or jobs.progress(db, asker.club_id, "video", one.id)
            for one in coming
            if one.state == "checking"
        }
    if examined:
        runner().wake()
    return VideoView(
        parts=[_part(part) for part in parts],
        intakes=[_intake(one, examined.get(one.id, 0.0)) for one in coming],
        folder=checking().settings.video_folder is not None,
        codecs={code: asks for code, (_, asks) in CODECS.items()},
    )


def _part(part: video.Part) -> VideoPartView:
    try:
        checking().file_of(part)
        missing = False
    except NotFound:
        missing = True
    return VideoPartView(
        id=part.id, name=part.name, starts_at_s=part.starts_at_s, seconds=part.seconds, bytes=part.bytes,
        container=part.container, codec=CODECS[part.codec][0], width=part.width, height=part.height,
        missing=missing,
    )  # fmt: skip


def _intake(intake: video.Intake, examined: float = 0.0) -> IntakeView:
    path = checking().settings.videos_kept / intake.path
    arrived = path.stat().st_size if intake.place == "kept" and path.exists() else intake.bytes
    return IntakeView(
        id=intake.id, name=intake.name, bytes=intake.bytes, state=intake.state, words=intake.words,
        arrived=arrived, examined=examined,
    )  # fmt: skip


@blueprint.get("/video-folder")
@blueprint.output(FolderView)
def folder() -> FolderView:
    """Videos in the folder that the operator allows, judged by their first bytes."""
    root = _folder(checking().settings)
    found: list[VideoFileView] = []
    for path in sorted(root.rglob("*")):
        if path.suffix.lower() in OFFERED and path.resolve().is_relative_to(root) and path.is_file():
            with path.open("rb") as file:
                if kind_of(file.read(NEEDED)) is not None:
                    name = str(path.relative_to(root))
                    found.append(VideoFileView(file=name, bytes=path.stat().st_size))
        if len(found) == MOST_LISTED:
            break
    return FolderView(files=found)


def _folder(settings: Settings) -> Path:
    if settings.video_folder is None:
        raise Refused(
            "the operator allows no folder of videos: set ARETANE_VIDEO_FOLDER, or upload the file"
        )
    return settings.video_folder


@blueprint.post("/recordings/<int:recording_id>/video")
@blueprint.input(FromFolderBody)
@blueprint.output(IntakeView, status_code=202)
def add_from_folder(recording_id: int, json_data: FromFolderBody) -> IntakeView:
    """Use a file where it lies; it is examined beside the server."""
    root = _folder(checking().settings)
    name = json_data.file
    path = _inside(root, name)
    if path is None:
        raise Refused(f"there is no file {name!r} in the folder of videos")
    came = video.Intake(
        str(uuid4()), recording_id, path.name[:LONGEST_FILE_NAME], "folder", str(path.relative_to(root)),
        path.stat().st_size, codecs(",".join(json_data.plays)), "checking", "",
    )  # fmt: skip
    change(lambda db, asker: video.add_intake(db, asker.club_id, came))
    runner().wake()
    return _intake(came)


def _inside(root: Path, name: str) -> Path | None:
    """The file of that name below `root`; None where there is none, or none can have that name."""
    try:
        path = (root / name).resolve()
        return path if path.is_relative_to(root) and path.is_file() else None
    except (OSError, ValueError):
        return None


@blueprint.delete("/video-intakes/<uuid:intake>")
@blueprint.output({}, status_code=204)
def forget_intake(intake: UUID) -> str:
    """Give up a file on its way in, or put away the word that it was refused."""
    checking().forget(change(lambda db, asker: video.give_up(db, asker.club_id, str(intake))))
    return ""


@blueprint.put("/videos/<int:part_id>")
@blueprint.input(PartBody)
@blueprint.output({}, status_code=204)
def move_part(part_id: int, json_data: PartBody) -> str:
    """Put a part at another time of the recording's clock; the marks of its shots go with it."""
    starts = round(json_data.starts_at_s, 4)
    change(lambda db, asker: video.move_part(db, asker.club_id, part_id, starts))
    return ""


@blueprint.delete("/videos/<int:part_id>")
@blueprint.output({}, status_code=204)
def remove_part(part_id: int) -> str:
    """Take a part out; it can be restored for a week. The log keeps its marks."""
    change(lambda db, asker: video.remove_part(db, asker.club_id, part_id))
    return ""


@blueprint.post("/videos/<int:part_id>/restore")
@blueprint.output({}, status_code=204)
def restore_part(part_id: int) -> str:
    """Bring a removed part back."""
    change(lambda db, asker: video.restore_part(db, asker.club_id, part_id))
    return ""


FILE_ANSWERS: Any = {
    200: {"description": "The whole file", "content": BYTES},
    206: {"description": "The range asked for, or its beginning", "content": BYTES},
    416: {"description": "There is no such range"},
}


@blueprint.get("/videos/<int:part_id>/file")
@blueprint.doc(responses=FILE_ANSWERS)
def part_file(part_id: int) -> Response:
    """The video itself, by ranges."""
    with to_read() as (db, asker):
        part = video.part(db, asker.club_id, part_id)
    return serve(checking().file_of(part), f"video/{part.container}", f"{part.id}-{part.bytes}")


@blueprint.get("/videos/<int:part_id>/frames")
@blueprint.doc(responses={200: {"description": "uint32 little-endian", "content": BYTES}})  # type: ignore[arg-type]
def part_frames(part_id: int) -> Response:
    """When each frame is shown, in tenths of a millisecond from the start of the file."""
    with to_read() as (db, asker):
        found = video.frames(db, asker.club_id, part_id)
    return Response(
        found, mimetype="application/octet-stream", headers={"Cache-Control": "private, max-age=86400"}
    )
