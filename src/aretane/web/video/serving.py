"""A video file by ranges, in short pieces, so that a paused player never holds a thread of the server."""

from collections.abc import Iterator
from pathlib import Path

from flask import Response, request
from werkzeug.datastructures import ContentRange
from werkzeug.exceptions import RequestedRangeNotSatisfiable

PIECE = 4 * 1024 * 1024
"""Most bytes in one answer to a range; a player asks for the next one when it needs it (RFC 9110, 14.2 lets
a server answer with less than was asked for)."""
STEP = 256 * 1024


def serve(path: Path, mimetype: str, tag: str) -> Response:
    """The file, or the range of it that was asked for."""
    size = path.stat().st_size
    headers = {
        "Accept-Ranges": "bytes",
        "Cache-Control": "private, max-age=86400",
        "ETag": f'"{tag}"',
    }
    asked = request.range if request.if_range.etag in (None, tag) else None
    if asked is None:
        headers["Content-Length"] = str(size)
        return Response(_bytes(path, 0, size), 200, headers, mimetype=mimetype)
    found = asked.range_for_length(size)
    if found is None:
        raise RequestedRangeNotSatisfiable(length=size)
    start, stop = found
    stop = min(stop, start + PIECE)
    headers["Content-Range"] = str(ContentRange("bytes", start, stop, size))
    headers["Content-Length"] = str(stop - start)
    return Response(_bytes(path, start, stop), 206, headers, mimetype=mimetype)


def _bytes(path: Path, start: int, stop: int) -> Iterator[bytes]:
    with path.open("rb") as file:
        file.seek(start)
        while start < stop and (chunk := file.read(min(STEP, stop - start))):
            start += len(chunk)
            yield chunk
