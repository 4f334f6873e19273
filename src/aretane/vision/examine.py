"""Read a video through once: codec, size, length, and the time of every frame, taken from the stream.

Frame times are never index / frame rate: a phone or a browser records uneven frames.
"""

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import av
import numpy as np
from av.container import InputContainer
from av.video.stream import VideoStream

from .container import NEEDED, Container, kind_of

TICKS_PER_SECOND = 10_000
"""Frame times are kept in tenths of a millisecond: far inside a frame, and 100 hours fit in 32 bits."""
MISSING_SECONDS = 1.0
MISSING_SHARE = 0.02
"""A video that ends earlier than it says, by more than both, is cut off."""
REPORT_EVERY = 2000
"""Frames between two reports of progress."""

CODECS: dict[str, tuple[str, str]] = {
    "vp8": ("VP8", "vp8"),
    "vp9": ("VP9", "vp09.00.10.08"),
    "av1": ("AV1", "av01.0.04M.08"),
    "h264": ("H.264", "avc1.64001F"),
    "hevc": ("H.265", "hvc1.1.6.L93.B0"),
    "theora": ("Theora", "theora"),
}
"""Codecs that some browser plays: how people call them, and the code that asks a browser (RFC 6381)."""
CONTAINER_NAMES = {"webm": "WebM", "mp4": "MP4", "ogg": "Ogg"}
INSIDE: dict[str, set[str]] = {
    "webm": {"vp8", "vp9", "av1"},
    "mp4": {"h264", "hevc", "av1", "vp9"},
    "ogg": {"theora", "vp8"},
}
"""What browsers look for in each container."""


class NotPlayable(ValueError):
    """A file that cannot be added; the message says why and what to do."""


@dataclass(frozen=True, slots=True, eq=False)
class VideoFacts:
    """What a file holds. `frames` (n,): uint32, when each frame is shown, in ticks of 0.1 ms from the
    start of the file, rising; `seconds`: its length with the last frame."""

    container: Container
    codec: str
    width: int
    height: int
    seconds: float
    frames: np.ndarray

    def as_json(self) -> dict[str, Any]:
        """All but the frames, as plain data."""
        return {name: getattr(self, name) for name in ("container", "codec", "width", "height", "seconds")}


def examine(
    path: Path, plays: set[str], progress: Callable[[float], None] = lambda share: None
) -> VideoFacts:
    """Judge a file by its content. `plays`: codecs of CODECS that the asking browser can show.

    `progress` is called with the share read. Raises NotPlayable with the reason and the remedy.
    """
    size = path.stat().st_size
    if size == 0:
        raise NotPlayable("the file is empty: copy it from the camera again")
    with path.open("rb") as file:
        kind = kind_of(file.read(NEEDED))
    if kind is None:
        raise NotPlayable("this is not a video in WebM, MP4 or Ogg, whatever its name says")
    try:
        with av.open(str(path), metadata_errors="ignore") as source:
            stream = _picture(source)
            codec = _playable(kind, source, stream, plays)
            announced = source.duration / av.time_base if source.duration else None
            times, end, last = _times(source, stream, size, progress)
        _first_picture(path)
    except (av.FFmpegError, EOFError, OSError) as error:
        words = "the video is damaged or cut off: it cannot be read. Copy it again, or export it anew"
        raise NotPlayable(words) from error
    if announced is not None and announced - last > max(MISSING_SECONDS, MISSING_SHARE * announced):
        words = f"the video is cut off: it says that it lasts {announced:.0f} s and ends after {last:.0f} s"
        raise NotPlayable(f"{words}. Copy it again, or export it anew")
    return VideoFacts(kind, codec, stream.width, stream.height, end, times)


def _picture(source: InputContainer) -> VideoStream:
    if not source.streams.video:
        raise NotPlayable("the file holds sound but no picture")
    return source.streams.video[0]


def _playable(kind: Container, source: InputContainer, stream: VideoStream, plays: set[str]) -> str:
    codec = stream.codec_context.name.removeprefix("lib").split("-")[0]
    name = {"vpx": "vp9", "dav1d": "av1"}.get(codec, codec)
    called = CODECS.get(name, (name.upper(), ""))[0]
    remedy = "Convert it to WebM with VP9, or to MP4 with H.264"
    if name not in INSIDE[kind]:
        raise NotPlayable(f"browsers do not play {called} in {CONTAINER_NAMES[kind]}. {remedy}")
    if name not in plays:
        raise NotPlayable(f"this browser does not play {called}. {remedy}")
    return name


def _times(
    source: InputContainer, stream: VideoStream, size: int, progress: Callable[[float], None]
) -> tuple[np.ndarray, float, float]:
    """Ticks of every frame in order, the end of the last one, and of picture or sound, in seconds.

    Nothing is decoded.
    """
    seen: list[int] = []
    last = 0.0
    for count, packet in enumerate(source.demux()):
        if packet.is_corrupt:
            raise NotPlayable("the video is damaged in the middle: copy it again, or export it anew")
        if packet.pts is not None and packet.time_base:
            last = max(last, float((packet.pts + (packet.duration or 0)) * packet.time_base))
            if packet.stream is stream and packet.size and not packet.is_discard:
                seen.append(packet.pts)
        if count % REPORT_EVERY == 0 and packet.pos:
            progress(min(1.0, packet.pos / size))
    if len(seen) < 2:
        raise NotPlayable("the video is cut off or empty: it holds fewer than two frames. Copy it again")
    assert stream.time_base is not None
    start = min((source.start_time or 0) / av.time_base, 0.0)
    seconds = np.sort(np.array(seen, dtype=np.float64)) * float(stream.time_base) - start
    end = float(seconds[-1] + np.median(np.diff(seconds)))
    ticks = np.round(np.maximum(seconds, 0.0) * TICKS_PER_SECOND).astype("<u4")
    return ticks, end, max(last - start, end)


def _first_picture(path: Path) -> None:
    """Decode one frame: a container can be whole around nonsense."""
    with av.open(str(path)) as source:
        source.streams.video[0].thread_type = "NONE"  # one picture needs no threads and their buffers
        if next(source.decode(video=0), None) is None:
            raise NotPlayable("no picture of the video can be shown: it is damaged. Copy it again")
