"""Examine a file in a child process, with progress and a way to stop it."""

import json
import os
import subprocess
import sys
from dataclasses import dataclass, field
from pathlib import Path
from threading import Event
from typing import Any

from .examine import NotPlayable


class Stopped(Exception):
    """The examination was cancelled."""


@dataclass(slots=True)
class Examined:
    """What the child found: `facts` as in VideoFacts without frames, and the frames' bytes."""

    facts: dict[str, Any]
    frames: bytes


@dataclass(slots=True)
class Examination:
    """One examination under way. `share` of the file read so far; `stop` cancels it."""

    share: float = 0.0
    stop: Event = field(default_factory=Event)


def examine_apart(path: Path, plays: set[str], at: Examination, frames: Path) -> Examined:
    """Examine `path`; `frames` is a scratch file. Raises NotPlayable or Stopped."""
    command = [sys.executable, "-m", "aretane.vision", str(path), str(frames), *sorted(plays)]
    child = subprocess.Popen(
        command, stdin=subprocess.DEVNULL, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True,
        env=os.environ | {"PYTHONPATH": str(Path(__file__).parents[2])},
    )  # fmt: skip
    last: dict[str, Any] = {}
    try:
        assert child.stdout is not None
        for line in child.stdout:
            last = json.loads(line)
            at.share = last.get("done", at.share)
            if at.stop.is_set():
                raise Stopped
        child.wait()
        if "facts" in last:
            return Examined(last["facts"], frames.read_bytes())
        raise NotPlayable(last.get("refused", "the video is damaged: it cannot be examined. Copy it again"))
    finally:
        child.kill()
        child.communicate()
        frames.unlink(missing_ok=True)
