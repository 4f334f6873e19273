"""WebVTT in and out: cues with times, identifiers and plain text.

Source: W3C, WebVTT: The Web Video Text Tracks Format (file structure, cue timings, cue text).
"""

import html
import re
from collections.abc import Iterable
from dataclasses import dataclass

from aretane.core.limits import LATEST

SHORTEST = 0.001
"""s. A cue ends after it starts."""
MOST_CUES = 5000

_TIMING = re.compile(
    r"^\s*(?:(\d{2,}):)?([0-5]\d):([0-5]\d)\.(\d{3})\s+-->\s+(?:(\d{2,}):)?([0-5]\d):([0-5]\d)\.(\d{3})(?:\s.*)?$"
)
_TAG = re.compile(r"<[^>]*>")


@dataclass(frozen=True, slots=True)
class Cue:
    """One cue: `start` and `end` in s of the file, its identifier ("" without one), and its text."""

    start: float
    end: float
    text: str
    id: str = ""


@dataclass(frozen=True, slots=True)
class VttFault:
    """A line (from 1) that cannot be read, and why."""

    line: int
    words: str


@dataclass(frozen=True, slots=True)
class Vtt:
    """A file read: its cues in order of time, its faults, and whether it says that they are chapters."""

    cues: tuple[Cue, ...]
    faults: tuple[VttFault, ...]
    chapters: bool


def write(cues: Iterable[Cue], kind: str) -> str:
    """The cues as a WebVTT file; `kind` is "chapters" or "metadata"."""
    blocks = [f"WEBVTT\nKind: {kind}"]
    for cue in sorted(cues, key=lambda one: (one.start, -one.end)):
        end = max(cue.end, cue.start + SHORTEST)
        lines = [cue.id] if cue.id else []
        lines.append(f"{stamp(cue.start)} --> {stamp(end)}")
        text = re.sub(r"\n\s*\n+", "\n", cue.text.strip().replace("\r\n", "\n").replace("\r", "\n"))
        lines.append(html.escape(text, quote=False) or "-")
        blocks.append("\n".join(lines))
    return "\n\n".join(blocks) + "\n"


def stamp(seconds: float) -> str:
    """A WebVTT timestamp: hh:mm:ss.ttt."""
    ms = round(seconds * 1000)
    return f"{ms // 3_600_000:02d}:{ms // 60_000 % 60:02d}:{ms // 1000 % 60:02d}.{ms % 1000:03d}"


def read(text: str) -> Vtt:
    """Read a file: every good cue is kept, every bad line is named."""
    lines = text.removeprefix("\ufeff").replace("\r\n", "\n").replace("\r", "\n").split("\n")
    if not re.match(r"WEBVTT(?:[ \t].*)?$", lines[0]):
        return Vtt((), (VttFault(1, "a WebVTT file begins with the line WEBVTT"),), False)
    cues: list[Cue] = []
    faults: list[VttFault] = []
    header, blocks = _blocks(lines)
    for first, block in blocks:
        found = _cue(first, block)
        if isinstance(found, VttFault):
            faults.append(found)
        elif found is not None:
            cues.append(found)
    if len(cues) > MOST_CUES:
        faults.append(
            VttFault(1, f"only the first {MOST_CUES} of {len(cues)} cues are read: split the file")
        )
    kept = sorted(cues[:MOST_CUES], key=lambda cue: cue.start)
    return Vtt(tuple(kept), tuple(faults), any("chapters" in line.lower() for line in header))


Block = tuple[int, list[str]]


def _blocks(lines: list[str]) -> tuple[list[str], list[Block]]:
    """The header's lines, and the blocks after it, each with the number of its first line."""
    blocks: list[Block] = []
    now: list[str] = []
    for number, line in enumerate([*lines, ""], start=1):
        if line.strip():
            now.append(line)
        elif now:
            blocks.append((number - len(now), now))
            now = []
    return blocks[0][1], blocks[1:]


def _cue(first: int, block: list[str]) -> Cue | VttFault | None:
    if re.match(r"(NOTE|STYLE|REGION)(\s|$)", block[0]) and "-->" not in block[0]:
        return None
    at = next((k for k, line in enumerate(block[:2]) if "-->" in line), None)
    if at is None:
        words = "a cue needs a line like 00:01:02.000 --> 00:01:05.500; this block is left out"
        return VttFault(first, words)
    timing = _TIMING.match(block[at])
    if timing is None:
        words = f"the times {block[at].strip()!r} cannot be read; write 00:01:02.000 --> 00:01:05.500"
        return VttFault(first + at, words)
    numbers = [int(part or 0) for part in timing.groups()]
    start, end = (((h * 60 + m) * 60) + s + ms / 1000 for h, m, s, ms in (numbers[:4], numbers[4:]))
    if end <= start:
        return VttFault(first + at, "this cue ends before it starts: exchange the two times")
    if end > LATEST:
        return VttFault(
            first + at,
            f"this cue ends after {LATEST:.0f} s, later than any recording lasts: mend its times",
        )
    said = html.unescape(_TAG.sub("", "\n".join(block[at + 1 :]))).strip()
    return Cue(start, end, said, block[0].strip() if at else "")
