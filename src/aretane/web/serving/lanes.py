"""How requests share the server: what they send is taken in first, and only then do they get one of the
few lanes in which answers are worked out.

A body that comes slowly holds a connection and no lane; pieces of videos have a lane of their own; what
waits for a process beside the server gives its lane back meanwhile.
"""

import json
import time
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from tempfile import SpooledTemporaryFile
from threading import BoundedSemaphore
from typing import IO, Any, Protocol

BODY_SECONDS = 20.0
"""A body that is no piece of a video has arrived by then."""
PIECE_SECONDS = 15.0
"""A piece of a video breaks off after so long without a byte."""
LANE_SECONDS = 30.0
"""A request that finds every lane taken waits so long."""
PIECES = 16
"""Pieces of videos taken at the same time."""
IN_MEMORY = 1024 * 1024
STEP = 64 * 1024
LANE = "aretane.lane"
SOCKET = "gunicorn.socket"
UPLOADS = "/api/uploads/"

Start = Callable[..., Any]
App = Callable[[dict[str, Any], Start], Iterable[bytes]]


class Client(Protocol):
    """The client's end of a connection, see `worker.PatientSocket`."""

    def expect(self, seconds: float | None, idle: float | None = None) -> None:
        """Let reads take so long in all, and so long without a byte."""

    def gone(self) -> bool:
        """Whether the client has left."""


class Lane:
    """The place of one request among those worked out at the same time."""

    def __init__(self, lanes: BoundedSemaphore, client: Client | None):
        self._lanes, self._client = lanes, client

    def wanted(self) -> bool:
        """Whether the client still waits."""
        return self._client is None or not self._client.gone()

    def take(self) -> bool:
        """Wait for a lane; false when there is none in time or nobody waits any more."""
        deadline = time.monotonic() + LANE_SECONDS
        while time.monotonic() < deadline and self.wanted():
            if self._lanes.acquire(timeout=0.5):
                return True
        return False

    def leave(self) -> None:
        """Give the lane back."""
        self._lanes.release()

    @contextmanager
    def aside(self) -> Iterator[None]:
        """Leave the lane to others for a while."""
        self.leave()
        try:
            yield
        finally:
            self._lanes.acquire()


class Lanes:
    """WSGI: requests of `app` in `lanes` lanes, bodies of at most `most_bytes`."""

    def __init__(self, app: App, lanes: int, most_bytes: int):
        self._app, self._most = app, most_bytes
        self._lanes = BoundedSemaphore(lanes)
        self._pieces = BoundedSemaphore(PIECES)

    def __call__(self, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        client: Client | None = environ.get(SOCKET)
        if not hasattr(client, "expect"):
            client = None  # a test, or another server
        if environ["REQUEST_METHOD"] == "PATCH" and environ["PATH_INFO"].startswith(UPLOADS):
            return self._piece(environ, start, client)
        with SpooledTemporaryFile(max_size=IN_MEMORY) as body:
            trouble = _taken_in(environ, body, client, self._most)
            return (
                _refused(start, *trouble) if trouble is not None else self._answered(environ, start, client)
            )

    def _answered(self, environ: dict[str, Any], start: Start, client: Client | None) -> Iterable[bytes]:
        lane = Lane(self._lanes, client)
        if not lane.take():
            return _refused(
                start, "503 Service Unavailable", "more is asked for than can be answered: try again"
            )
        environ[LANE] = lane
        try:
            return self._app(environ, start)
        finally:
            lane.leave()

    def _piece(self, environ: dict[str, Any], start: Start, client: Client | None) -> Iterable[bytes]:
        if not self._pieces.acquire(blocking=False):
            return _refused(
                start, "503 Service Unavailable", "many videos are being sent: it goes on in a moment"
            )
        try:
            if client is not None:
                client.expect(None, idle=PIECE_SECONDS)
            return self._app(environ, start)
        finally:
            self._pieces.release()


def _taken_in(
    environ: dict[str, Any], body: IO[bytes], client: Client | None, most: int
) -> tuple[str, str] | None:
    """Take what was sent into `body`; what is wrong with it as status and words."""
    length = environ.get("CONTENT_LENGTH") or ""
    chunked = environ.get("HTTP_TRANSFER_ENCODING", "").lower() == "chunked"
    if not chunked and not (length.isascii() and length.isdigit() and int(length)):
        return None
    too_large = ("413 Content Too Large", "the request is too large; ARETANE_MAX_UPLOAD_MB sets the limit")
    if not chunked and int(length) > most:
        return too_large
    if client is not None:
        client.expect(BODY_SECONDS)
    room = most if chunked else int(length)
    size = 0
    try:
        while chunk := environ["wsgi.input"].read(min(STEP, room + 1 - size)):
            size += len(chunk)
            if size > room:
                return too_large
            body.write(chunk)
    except OSError:
        return (
            "408 Request Timeout",
            "the request took too long to arrive: nothing was stored, send it again",
        )
    if not chunked and size < room:
        return "400 Bad Request", "the request broke off: nothing was stored, send it again"
    body.seek(0)
    environ["wsgi.input"] = body
    environ["CONTENT_LENGTH"] = str(size)
    environ.pop("HTTP_TRANSFER_ENCODING", None)
    return None


def _refused(start: Start, status: str, words: str) -> list[bytes]:
    text = json.dumps({"message": words, "faults": [], "current": None}).encode()
    headers = [
        ("Content-Type", "application/json"),
        ("Content-Length", str(len(text))),
        ("Connection", "close"),
    ]
    if status.startswith("503"):
        headers.append(("Retry-After", "1"))
    start(status, headers)
    return [text]
