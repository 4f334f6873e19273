"""A simulated camera over a table: pictures of balls on cloth, written as VP9 WebM with uneven frames."""

from collections.abc import Iterator, Mapping
from fractions import Fraction
from functools import lru_cache
from pathlib import Path
from typing import Any

import av
import numpy as np
from numpy.typing import NDArray

from aretane.core.equipment.table import Table
from aretane.core.geometry import Point, unit
from aretane.core.vocabulary import CUE

Picture = NDArray[np.uint8]
WIDTH, HEIGHT = 848, 480
MARGIN = 0.20
"""m of rail and floor around the playing area."""
MS = Fraction(1, 1000)
COLOURS = {
    "1": (232, 185, 35), "2": (43, 83, 168), "3": (200, 52, 44), "4": (93, 58, 134), "5": (221, 107, 31),
    "6": (31, 111, 70), "7": (125, 42, 36), "8": (27, 27, 29),
}  # fmt: skip
CLOTH, RAIL, FLOOR, HOLE, SIGHT = (84, 118, 130), (58, 66, 70), (40, 38, 36), (16, 17, 18), (226, 219, 203)
CUE_STICK, WHITE = (206, 170, 118), (247, 243, 230)
RAIL_WIDE = 0.11
"""m."""
STICK = (0.03, 1.1)
"""m behind the cue ball where the cue begins and ends."""


class Camera:
    """Looks straight down on one table."""

    def __init__(self, table: Table):
        self.table = table
        self.scale = min(WIDTH / (table.length + 2 * MARGIN), HEIGHT / (table.width + 2 * MARGIN))
        self._empty = self._bed()
        self._sprite = lru_cache(maxsize=4000)(self._ball)

    def pixel(self, at: Point) -> tuple[float, float]:
        """Where a place of the table lies in the picture, x right and y down."""
        x = WIDTH / 2 + (at.x - self.table.length / 2) * self.scale
        return x, HEIGHT / 2 - (at.y - self.table.width / 2) * self.scale

    def picture(self, balls: Mapping[str, Point], aim: float | None = None) -> Picture:
        """The table with balls on it; with `aim` (rad) a cue behind the cue ball."""
        image = self._empty.copy()
        for at in balls.values():
            x, y = self.pixel(at)
            self._disc(image, x + 1.5, y + 2.0, self.table.ball_radius * self.scale, (30, 40, 44), 0.45)
        for ball, at in balls.items():
            self._put(image, ball, *self.pixel(at))
        if aim is not None and CUE in balls:
            self._stick(image, balls[CUE], aim)
        return image

    def _bed(self) -> Picture:
        image = np.empty((HEIGHT, WIDTH, 3), np.uint8)
        image[:] = FLOOR
        corners = ((-RAIL_WIDE, -RAIL_WIDE), (self.table.length + RAIL_WIDE, self.table.width + RAIL_WIDE))
        self._box(image, *corners, RAIL)
        self._box(image, (0, 0), (self.table.length, self.table.width), CLOTH)
        noise = np.random.default_rng(4).integers(-3, 4, image.shape[:2])[..., None]
        image[:] = np.clip(image.astype(int) + noise, 0, 255)
        for pocket in self.table.pockets.values():
            x, y = self.pixel(pocket.mouth.plus(unit(pocket.axis).times(0.03)))
            self._disc(image, x, y, 0.062 * self.scale, HOLE, 1.0)
        for k in range(1, 8):
            if k != 4:
                for y in (-RAIL_WIDE / 2, self.table.width + RAIL_WIDE / 2):
                    self._disc(image, *self.pixel(Point(self.table.length * k / 8, y)), 2.2, SIGHT, 1.0)
        for k in range(1, 4):
            for x in (-RAIL_WIDE / 2, self.table.length + RAIL_WIDE / 2):
                self._disc(image, *self.pixel(Point(x, self.table.width * k / 4)), 2.2, SIGHT, 1.0)
        return image

    def _box(self, image: Picture, low: Any, high: Any, colour: tuple[int, int, int]) -> None:
        (x0, y1), (x1, y0) = self.pixel(Point(*low)), self.pixel(Point(*high))
        image[round(y0) : round(y1), round(x0) : round(x1)] = colour

    @staticmethod
    def _disc(
        image: Picture, x: float, y: float, r: float, colour: tuple[int, int, int], share: float
    ) -> None:
        x0, y0 = max(0, int(x - r - 1)), max(0, int(y - r - 1))
        part = image[y0 : int(y + r + 2), x0 : int(x + r + 2)]
        ys, xs = np.mgrid[y0 : y0 + part.shape[0], x0 : x0 + part.shape[1]]
        cover = np.clip(r + 0.5 - np.hypot(xs - x, ys - y), 0, 1)[..., None] * share
        part[:] = part * (1 - cover) + np.array(colour) * cover

    def _put(self, image: Picture, ball: str, x: float, y: float) -> None:
        """Draw a ball at the nearest quarter of a pixel."""
        left, top = int(np.floor(x)), int(np.floor(y))
        sprite, cover, half = self._sprite(ball, round((x - left) * 4), round((y - top) * 4))
        x0, y0 = left - half, top - half
        part = image[y0 : y0 + len(sprite), x0 : x0 + len(sprite)]
        part[:] = part * (1 - cover) + sprite * cover

    def _ball(self, ball: str, dx: int, dy: int) -> tuple[Any, Any, int]:
        r = self.table.ball_radius * self.scale
        half = int(r + 3)
        ys, xs = np.mgrid[0 : 2 * half + 1, 0 : 2 * half + 1]
        u, v = (xs - half - dx / 4) / r, (ys - half - dy / 4) / r
        far = np.hypot(u, v)
        number = int(ball) if ball.isdigit() else 0
        colour = np.array(WHITE if ball == CUE else COLOURS[str(number if number <= 8 else number - 8)])
        sprite = np.empty((*far.shape, 3))
        sprite[:] = colour
        if number > 8:
            sprite[np.abs(v) > 0.62] = WHITE
        sprite *= (1.05 - 0.35 * np.clip(np.hypot(u + 0.3, v + 0.35), 0, 1.6))[..., None]
        shine = np.clip(1 - np.hypot(u + 0.35, v + 0.4) / 0.35, 0, 1)[..., None]
        sprite = np.clip(sprite + 120 * shine, 0, 255)
        return sprite, np.clip((1 - far) * r + 0.5, 0, 1)[..., None], half

    def _stick(self, image: Picture, cue: Point, aim: float) -> None:
        ux, uy = np.cos(aim), -np.sin(aim)
        x, y = self.pixel(cue)
        r = self.table.ball_radius * self.scale
        near, far = r + STICK[0] * self.scale, STICK[1] * self.scale
        ys, xs = np.mgrid[0:HEIGHT, 0:WIDTH]
        along = -((xs - x) * ux + (ys - y) * uy)
        across = np.abs((xs - x) * uy - (ys - y) * ux)
        thick = 1.2 + 1.6 * (along - near) / far
        cover = (np.clip(thick + 0.5 - across, 0, 1) * ((along > near) & (along < far)))[..., None]
        image[:] = image * (1 - cover) + np.array(CUE_STICK) * cover


def uneven_times(seconds: float, seed: int) -> list[int]:
    """When a phone's frames are shown, ms: about 25 a second, never evenly."""
    rng = np.random.default_rng(seed)
    times, now = [], 0
    while now < seconds * 1000:
        times.append(now)
        now += int(rng.integers(36, 46))
    return times


def write_video(path: Path, times: list[int], pictures: Iterator[Picture]) -> None:
    """Write pictures shown at `times` (ms) as VP9 WebM; equal pictures cost next to nothing."""
    options = {"crf": "38", "b": "0", "deadline": "good", "cpu-used": "5", "row-mt": "1"}
    with av.open(str(path), "w", format="webm") as target:
        stream = target.add_stream("libvpx-vp9", rate=25, options=options)
        stream.width, stream.height, stream.pix_fmt = WIDTH, HEIGHT, "yuv420p"
        stream.codec_context.time_base = stream.time_base = MS
        stream.codec_context.gop_size = 75
        for time, image in zip(times, pictures, strict=True):
            frame = av.VideoFrame.from_ndarray(image, "rgb24")
            frame.pts, frame.time_base = time, MS
            target.mux(stream.encode(frame))
        target.mux(stream.encode())
