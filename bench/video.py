"""The recording, in step: seeks that show the frame meant, and a 2 GB file added."""

import base64
import json
import random
import statistics
import time
import urllib.request
from collections.abc import Iterator
from fractions import Fraction
from pathlib import Path
from threading import Event, Thread
from typing import Any
from urllib.parse import urlsplit

import av
import numpy as np
from playwright.sync_api import Browser, Page
from tests.videos import BITS, MS, picture, times_of

from aretane.web.serving.guard import TOKEN

from .rows import Row, percentile, seed

SEEKS = 200
FRAMES = 1200
SHOTS = 40
WIDTH, HEIGHT = 1280, 720
PIECE = 8 * 1024**2
ADDED = 3
LARGE = 2 * 1024**3
"""Bytes of the large file."""

WATCH = """() => {
  const films = () => [...document.querySelectorAll("video")];
  const film = () => films().find((v) => !v.className.includes("invisible"));
  const canvas = document.createElement("canvas");
  const read = (video) => {
    canvas.width = video.videoWidth; canvas.height = video.videoHeight;
    const paint = canvas.getContext("2d", { willReadFrequently: true });
    paint.drawImage(video, 0, 0);
    const wide = Math.floor(canvas.width / BITS);
    const light = (x, y) => paint.getImageData(x, y, 1, 1).data[0];
    let number = 0;
    for (let bit = 0; bit < BITS; bit++)
      number = number * 2 + (light(wide * (bit + 0.5), canvas.height / 6) > 128 ? 1 : 0);
    return number;
  };
  window.seen = [];
  let pressed = 0;
  document.addEventListener("keydown", () => { pressed = performance.now(); }, true);
  const watch = () => {
    const video = film();
    video.requestVideoFrameCallback(() => {
      const took = performance.now() - pressed;
      window.seen.push([read(video), took]);
      watch();
    });
  };
  watch();
}"""


def ask(
    url: str, body: Any = None, method: str | None = None, headers: dict[str, str] | None = None
) -> Any:
    """An answer over HTTP with its headers: (data or None, headers)."""
    data = body if isinstance(body, bytes) or body is None else json.dumps(body).encode()
    sent = headers or {"Content-Type": "application/json"}
    if data is not None or method not in (None, "GET", "HEAD"):
        sent = sent | {TOKEN: first_answer(url, "/api/session")["token"]}
    asked = urllib.request.Request(url, data, sent, method=method)
    with urllib.request.urlopen(asked, timeout=120) as answer:
        text = answer.read()
        return (json.loads(text) if text[:1] in (b"{", b"[") else None), answer.headers


def first_answer(url: str, path: str) -> Any:
    """The data at a path of the same server."""
    at = urlsplit(url)
    with urllib.request.urlopen(f"{at.scheme}://{at.netloc}{path}", timeout=30) as answer:
        return json.load(answer)


def make_numbered(path: Path) -> list[int]:
    """A VP9 video with uneven frames that say their numbers; returns their times, ms."""
    times = times_of(FRAMES)
    with av.open(str(path), "w") as target:
        stream = target.add_stream(
            "libvpx-vp9", rate=30, options={"deadline": "realtime", "cpu-used": "8", "row-mt": "1"}
        )
        stream.width, stream.height, stream.pix_fmt = WIDTH, HEIGHT, "yuv420p"
        stream.codec_context.time_base = stream.time_base = MS
        stream.codec_context.gop_size = 60
        for number, at in enumerate(times):
            frame = av.VideoFrame.from_ndarray(picture(number, WIDTH, HEIGHT), "rgb24")
            frame.pts, frame.time_base = at, MS
            target.mux(stream.encode(frame))
        target.mux(stream.encode())
    return times


def make_large(path: Path) -> None:
    """A real MP4 of a little over LARGE bytes: one noisy H.264 picture after the other."""
    noise = np.random.default_rng(1).integers(0, 256, (HEIGHT, WIDTH, 3), dtype=np.uint8)
    with av.open(str(path), "w", format="mp4") as target:
        stream = target.add_stream("libx264", rate=25, options={"crf": "34", "preset": "ultrafast"})
        stream.width, stream.height, stream.pix_fmt = WIDTH, HEIGHT, "yuv420p"
        stream.codec_context.gop_size = 1
        stream.codec_context.time_base = Fraction(1, 25)
        packets = []
        for number in range(2):
            frame = av.VideoFrame.from_ndarray(noise, "rgb24")
            frame.pts, frame.time_base = number, Fraction(1, 25)
            packets += stream.encode(frame)
        packets += stream.encode()
        data = bytes(packets[0])
        for number in range(LARGE // len(data) + 2):
            packet = av.Packet(data)
            packet.stream, packet.time_base = stream, Fraction(1, 25)
            packet.pts = packet.dts = number
            packet.duration, packet.is_keyframe = 1, True
            target.mux(packet)


def send(url: str, recording: int, path: Path) -> Iterator[int]:
    """Send a file in pieces as the browser does; yields the bytes that have arrived."""
    pairs = {"filename": path.name, "recording": str(recording), "plays": "vp9,h264"}
    told = ",".join(f"{k} {base64.b64encode(v.encode()).decode()}" for k, v in pairs.items())
    size = path.stat().st_size
    tus = {"Tus-Resumable": "1.0.0"}
    _, headers = ask(
        f"{url}/api/uploads", b"", "POST", tus | {"Upload-Length": str(size), "Upload-Metadata": told}
    )
    place, done = f"{url}{headers['Location']}", 0
    with path.open("rb") as file:
        while piece := file.read(PIECE):
            more = tus | {"Upload-Offset": str(done), "Content-Type": "application/offset+octet-stream"}
            ask(place, piece, "PATCH", more)
            done += len(piece)
            yield done


def taken_in(url: str, recording: int, count: int) -> None:
    """Wait until a recording has that many parts."""
    deadline = time.monotonic() + 300
    while time.monotonic() < deadline:
        seen, _ = ask(f"{url}/api/recordings/{recording}/video")
        if len(seen["parts"]) == count:
            return
        assert all(one["state"] == "checking" for one in seen["intakes"]), seen["intakes"]
        time.sleep(0.2)
    raise TimeoutError("the video was not taken in")


def marked_match(url: str, times: list[int], chosen: list[int]) -> int:
    """A recording whose one rack has a shot struck at each of the chosen frames; its number."""
    file, _ = ask(f"{url}/api/recordings/2/file")
    shot = file["racks"][0]["shots"][1]
    plain = {"shooter": shot["shooter"], "layout": {"from": "empty", "balls": {"cue": [635, 635]}}}
    rack = {"shots": [plain | {"time_s": times[frame] / 1000} for frame in chosen]}
    made, _ = ask(
        f"{url}/api/match-files", file | {"racks": [rack], "match": file["match"] | {"title": "Seeking"}}
    )
    return int(made["recording"])


def seeking(browser: Browser, url: str, folder: Path) -> tuple[list[float], int]:
    """Milliseconds from a key to the shot's first frame, and how many seeks showed another frame."""
    rng = random.Random(seed(11))
    path = folder / "numbered.webm"
    times = make_numbered(path)
    chosen = sorted(rng.sample(range(1, FRAMES), SHOTS))
    recording = marked_match(url, times, chosen)
    for _ in send(url, recording, path):
        pass
    taken_in(url, recording, 1)
    page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
    page.goto(f"{url}/recordings/{recording}/racks/1/shots/1")
    page.locator(f'[data-testid="picture"][data-frame="{chosen[0]}"]').wait_for()
    page.wait_for_timeout(500)
    page.evaluate(WATCH.replace("BITS", str(BITS)))
    took, wrong, at = [], 0, 0
    for _ in range(SEEKS):
        key, to = rng.choice([("n", at + 1), ("b", at - 1), ("Home", 0), ("End", SHOTS - 1)])
        if not 0 <= to < SHOTS or to == at:
            key, to = ("b", at - 1) if at else ("n", at + 1)
        shown, ms = _pressed(page, key)
        took.append(ms)
        wrong += shown != [chosen[to]]
        at = to
    page.context.close()
    return took, wrong


def _pressed(page: Page, key: str) -> tuple[list[int], float]:
    """Numbers of the frames shown after a key until the picture stood still, and ms to the last."""
    page.evaluate("window.seen.length = 0")
    page.keyboard.press(key)
    page.wait_for_function("() => window.seen.length > 0", timeout=5000)
    page.wait_for_timeout(120)
    seen = page.evaluate("window.seen")
    return [number for number, _ in seen], max(ms for _, ms in seen)


class Memory:
    """Watches the memory of one server's processes, MiB: their own, and all that is resident in one."""

    def __init__(self, folder: Path) -> None:
        self._home = f"ARETANE_DATA_DIR={folder}".encode()
        self.own = self.resident = 0.0
        self._stop = Event()
        self._thread = Thread(target=self._watch, daemon=True)

    def __enter__(self) -> "Memory":
        self._thread.start()
        return self

    def __exit__(self, *_: object) -> None:
        self._stop.set()
        self._thread.join()

    def _watch(self) -> None:
        while not self._stop.wait(0.05):
            seen = [_memory(p) for p in Path("/proc").glob("[0-9]*") if self._is_ours(p)]
            self.own = max(self.own, sum(own for own, _ in seen))
            self.resident = max(self.resident, max((all_ for _, all_ in seen), default=0.0))

    def _is_ours(self, process: Path) -> bool:
        """The web server, or an examination of a file of its folder."""
        try:
            words = (process / "cmdline").read_bytes()
            home = (process / "environ").read_bytes().split(b"\0")
        except OSError:
            return False
        return self._home in home and (b"gunicorn" in words or b"aretane.vision" in words)


def _memory(process: Path) -> tuple[float, float]:
    try:
        lines = dict(
            line.split(":", 1) for line in (process / "status").read_text().splitlines() if ":" in line
        )
        return int(lines["RssAnon"].split()[0]) / 1024, int(lines["VmRSS"].split()[0]) / 1024
    except (OSError, KeyError):
        return 0.0, 0.0


def adding(url: str, path: Path, folder: Path) -> tuple[float, float, float, float]:
    """MiB the server's processes held before, own memory at most, resident at most, and seconds."""
    with Memory(folder) as before:
        time.sleep(0.3)
    there = len(ask(f"{url}/api/recordings/3/video")[0]["parts"])
    began = time.perf_counter()
    with Memory(folder) as during:
        for _ in send(url, 3, path):
            pass
        taken_in(url, 3, there + 1)
    took = time.perf_counter() - began
    part = ask(f"{url}/api/recordings/3/video")[0]["parts"][-1]
    ask(f"{url}/api/videos/{part['id']}", method="DELETE")
    return before.own, during.own, during.resident, took


def rows(browser: Browser, url: str, folder: Path) -> list[Row]:
    """The rows about video."""
    took, wrong = seeking(browser, url, folder)
    large = folder / "large.mp4"
    make_large(large)
    added = [adding(url, large, folder) for _ in range(ADDED)]
    large.unlink()
    before, own, resident, seconds = sorted(added, key=lambda one: one[1])[ADDED // 2]
    return [
        Row("from a key to a shot's first frame, p95", round(percentile(took, 0.95), 0), "ms", 200, "lower",
            SEEKS,
            "1280 x 720 VP9, uneven frames, a key frame every 60; median "
            f"{statistics.median(took):.0f} ms, the slowest {max(took):.0f} ms."),
        Row("seeks that showed another frame", wrong, "seeks", 0, "lower", SEEKS,
            "Each frame says its number in bars, read from the screen's picture; any other frame shown "
            "counts."),
        Row("own memory of the server while 2 GB is added", round(own, 0), "MiB", 200, "lower", ADDED,
            f"The median. Sent in pieces of 8 MiB and every frame's time read, in {seconds:.0f} s; "
            f"{before:.0f} MiB before. With the mapped libraries of the compiled kernels one process "
            f"holds {resident:.0f} MiB."),
    ]  # fmt: skip
