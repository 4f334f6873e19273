"""Small videos made for tests: uneven frames, each readable by the bars at its top."""

from fractions import Fraction
from pathlib import Path

import av
import numpy as np

MS = Fraction(1, 1000)
BITS = 12
"""Bars at the top of each frame: its number in binary, white for 1, the highest bit at the left."""


def picture(number: int, width: int = 320, height: int = 180) -> np.ndarray:
    """A frame (height, width, 3) uint8 that says its number."""
    image = np.full((height, width, 3), 90, np.uint8)
    wide = width // BITS
    for bit in range(BITS):
        white = number >> (BITS - 1 - bit) & 1
        image[: height // 3, bit * wide : (bit + 1) * wide] = 235 if white else 16
    image[height // 2 :, (number * 7) % width] = 200
    return image


def times_of(frames: int, start_ms: int = 0) -> list[int]:
    """When each frame is shown, ms: uneven, as a phone records them."""
    times, now = [], start_ms
    for number in range(frames):
        times.append(now)
        now += 30 + (number * 7) % 15
    return times


def make_video(path: Path, codec: str = "libvpx-vp9", frames: int = 60, gop: int = 30) -> list[int]:
    """Write a video; its ending says the container. Returns the frames' times, ms."""
    times = times_of(frames)
    with av.open(str(path), "w") as target:
        stream = target.add_stream(codec, rate=30, options={"deadline": "realtime", "cpu-used": "8"})
        stream.width, stream.height, stream.pix_fmt = 320, 180, "yuv420p"
        stream.codec_context.time_base = stream.time_base = MS
        stream.codec_context.gop_size = gop
        for number, time in enumerate(times):
            frame = av.VideoFrame.from_ndarray(picture(number), "rgb24")
            frame.pts, frame.time_base = time, MS
            target.mux(stream.encode(frame))
        target.mux(stream.encode())
    return times
