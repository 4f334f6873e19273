"""Uploads in resumable pieces by the open tus protocol, version 1.0.0: core, creation, termination.

A piece that breaks off keeps what arrived; the sender asks how far it got and goes on from there. Pieces
go straight to disk, so memory does not grow with the file.
"""

import base64
import binascii
import fcntl
import shutil
from pathlib import Path
from uuid import uuid4

from apiflask import APIBlueprint
from flask import Response, current_app, request, url_for
from werkzeug.exceptions import ClientDisconnected

from aretane.core.limits import LONGEST_FILE_NAME
from aretane.store import video
from aretane.store.errors import NotFound
from aretane.vision import CODECS, kind_of
from aretane.vision.container import NEEDED
from aretane.work.checking import Checking

from ..asker import change, runner, to_read
from ..errors import BadFields, problem
from ..serving.guard import takes
from ..serving.state import state

blueprint = APIBlueprint("uploads", __name__, url_prefix="/api/uploads", enable_openapi=False)

VERSION = "1.0.0"
STEP = 256 * 1024
"""Bytes moved at a time."""
SPARE = 512 * 1024 * 1024
"""Bytes that stay free on the disk."""


def checking() -> Checking:
    """The examinations of this application."""
    found: Checking = current_app.extensions["checking"]
    return found


def codecs(text: str) -> tuple[str, ...]:
    """Codecs named in a comma-separated list. Raises BadFields naming an unknown one."""
    named = tuple(part for part in text.split(",") if part)
    unknown = [name for name in named if name not in CODECS]
    if unknown or not named:
        raise BadFields(f"say which codecs the browser plays, of {', '.join(CODECS)}; not {text!r}", [])
    return named


@blueprint.after_request
def _version(response: Response) -> Response:
    response.headers["Tus-Resumable"] = VERSION
    return response


@blueprint.before_request
def _known_version():  # type: ignore[no-untyped-def]
    if request.method == "OPTIONS":
        answer = Response(status=204)
        answer.headers["Tus-Version"] = VERSION
        answer.headers["Tus-Extension"] = "creation,termination"
        answer.headers["Tus-Max-Size"] = str(checking().settings.max_video_bytes)
        return answer
    if request.headers.get("Tus-Resumable") != VERSION:
        answer, status = problem(412, f"send the header Tus-Resumable: {VERSION}")
        answer.headers["Tus-Version"] = VERSION
        return answer, status
    return None


def _metadata() -> dict[str, str]:
    found = {}
    for pair in filter(
        None, (part.strip() for part in request.headers.get("Upload-Metadata", "").split(","))
    ):
        key, _, value = pair.partition(" ")
        try:
            found[key] = base64.b64decode(value, validate=True).decode()
        except (binascii.Error, UnicodeDecodeError) as error:
            raise BadFields(f"the header Upload-Metadata cannot be read at {key!r}", []) from error
    return found


def _whole(name: str, value: str | None) -> int:
    if value is None or not (value.isascii() and value.isdigit() and len(value) < 18):
        raise BadFields(f"{name} must be a whole number of bytes", [])
    return int(value)


@blueprint.post("")
def create() -> Response:
    """Announce a file: Upload-Length, and in Upload-Metadata filename, recording and plays."""
    settings = checking().settings
    size = _whole("Upload-Length", request.headers.get("Upload-Length"))
    given = _metadata()
    name = Path(given.get("filename", "")).name.strip()[:LONGEST_FILE_NAME] or "video"
    if size == 0:
        raise BadFields(f"{name} is empty: copy it from the camera again", [])
    if size > settings.max_video_bytes:
        most = settings.max_video_bytes // 1024**3
        raise BadFields(f"{name} is larger than {most} GB; ARETANE_MAX_VIDEO_GB sets the limit", [])
    checking().clean()
    settings.videos_kept.mkdir(parents=True, exist_ok=True, mode=0o700)
    if shutil.disk_usage(settings.videos_kept).free < size + SPARE:
        raise BadFields(
            f"there is not enough room on the server's disk for {name}: make room, or add a part", []
        )
    recording = _whole("the recording", given.get("recording"))
    made = str(uuid4())
    came = video.Intake(
        made,
        recording,
        name,
        "kept",
        f"{made}.video",
        size,
        codecs(given.get("plays", "")),
        "receiving",
        "",
    )
    change(lambda db, asker: video.add_intake(db, asker.club_id, came))
    (settings.videos_kept / came.path).touch(mode=0o600)
    return Response(status=201, headers={"Location": url_for("uploads.piece", upload=made)})


def _came(upload: str) -> tuple[int, video.Intake, Path]:
    with to_read() as (db, asker):
        came = video.intake(db, asker.club_id, upload)
    if came.place != "kept":
        raise NotFound("this file is not being uploaded")
    path = checking().settings.videos_kept / came.path
    if came.state == "receiving" and not path.exists():
        raise NotFound("what had arrived of this file is gone from the server's disk: send it again")
    return asker.club_id, came, path


@blueprint.get("/<uuid:upload>")
def offset(upload: str) -> Response:
    """How much has arrived (asked with HEAD)."""
    _, came, path = _came(str(upload))
    if came.state == "refused":
        raise NotFound(came.words)
    done = path.stat().st_size if path.exists() else came.bytes
    headers = {"Upload-Offset": str(done), "Upload-Length": str(came.bytes), "Cache-Control": "no-store"}
    return Response(status=200, headers=headers)


@blueprint.patch("/<uuid:upload>")
@takes("application/offset+octet-stream")
def piece(upload: str):  # type: ignore[no-untyped-def]
    """Take a piece at Upload-Offset. The first bytes decide whether it is a video at all."""
    request.max_content_length = checking().settings.max_video_bytes  # a piece goes straight to disk
    _, came, path = _came(str(upload))
    at = _whole("Upload-Offset", request.headers.get("Upload-Offset"))
    state().check_room()
    if came.state != "receiving":
        return problem(409, came.words or "this file has arrived whole")
    with path.open("r+b") as file:
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            return problem(423, "another piece of this file is on its way: try again in a moment")
        done = file.seek(0, 2)
        if at != done:
            return problem(409, f"{done} bytes have arrived, so the next piece starts there, not at {at}")
        room = came.bytes - done
        if request.content_length and request.content_length > room:
            return problem(413, f"the piece goes past the announced {came.bytes} bytes")
        broken = _receive(file, room)
        done = file.tell()
        file.seek(0)
        start = file.read(NEEDED)
    if len(start) >= min(NEEDED, came.bytes) and kind_of(start) is None:
        change(lambda db, asker: video.drop_intake(db, asker.club_id, came.id))
        checking().forget(came)
        return problem(
            422, f"{came.name} is not a video in WebM, MP4 or Ogg, whatever its name says; nothing was kept"
        )
    if broken:
        return problem(400, "the piece broke off; what arrived is kept")
    if done == came.bytes:
        change(lambda db, asker: video.set_intake(db, asker.club_id, came.id, "checking"))
        runner().wake()
    else:
        change(lambda db, asker: video.set_intake(db, asker.club_id, came.id, "receiving"))
    return Response(status=204, headers={"Upload-Offset": str(done)})


def _receive(file, room: int) -> bool:  # type: ignore[no-untyped-def]
    """Write the body to the end of the file; returns whether it broke off."""
    try:
        while room > 0 and (chunk := request.stream.read(min(STEP, room))):
            file.write(chunk)
            room -= len(chunk)
    except (ClientDisconnected, ConnectionError):
        return True
    finally:
        file.flush()
    return False


@blueprint.delete("/<uuid:upload>")
def cancel(upload: str) -> Response:
    """Give an upload up; its file goes."""
    _came(str(upload))
    checking().forget(change(lambda db, asker: video.give_up(db, asker.club_id, str(upload))))
    return Response(status=204)
