"""Keeps the parts of a running Aretane running, and says in a file what is wrong with them."""

import json
import os
import sys
import time
from collections.abc import Callable, Sequence
from contextlib import suppress
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any, Literal

STEP = 0.2
"""s between two looks."""
PAUSES = (0.0, 0.5, 1.0, 2.0, 4.0)
"""s before a part that ended is started again, growing with each failure; the last for all further ones."""
SETTLED = 60.0
"""s of running after which earlier failures count no more."""
START_SECONDS = 60.0
"""A part that is not ready by then is ended and started again."""

State = Literal["starting", "running", "waiting"]


@dataclass(slots=True)
class Part:
    """One part to keep running. `start` begins to start it and may raise, `ended` and `ready` say how it
    is, `end` ends it, `why` says why it ended."""

    name: str
    start: Callable[[], object]
    ended: Callable[[], bool]
    ready: Callable[[], bool]
    end: Callable[[], object]
    why: Callable[[], str]
    state: State = "running"
    since: float = field(default_factory=time.monotonic)
    again_at: float = 0.0
    failures: int = 0
    restarts: int = 0
    words: str = ""

    def step(self, now: float) -> bool:
        """Look after the part once; returns whether anything has changed."""
        before = (self.state, self.words)
        if self.state == "running":
            if self.ended():
                self._failed(now, f"the {self.name} stopped: {self.why()}")
            elif self.failures and now - self.since > SETTLED:
                self.failures = 0
        elif self.state == "starting":
            if self.ended():
                self._failed(now, f"the {self.name} did not start: {self.why()}")
            elif self.ready():
                self.state, self.since, self.words = "running", now, ""
                self.restarts += 1
                _say(f"the {self.name} runs again")
            elif now - self.since > START_SECONDS:
                self.end()
                self._failed(now, f"the {self.name} did not answer within {START_SECONDS:.0f} s")
        elif now >= self.again_at:
            self._start(now)
        return before != (self.state, self.words)

    def _start(self, now: float) -> None:
        try:
            self.start()
        except Exception as trouble:  # whatever it is, it may be over at the next try
            self._failed(now, str(trouble))
        else:
            self.state, self.since = "starting", now

    def _failed(self, now: float, words: str) -> None:
        pause = PAUSES[min(self.failures, len(PAUSES) - 1)]
        self.failures += 1
        self.state, self.since, self.again_at = "waiting", now, now + pause
        if words != self.words:
            self.words = words
            _say(f"{words}; it is started again")

    def as_json(self) -> dict[str, Any]:
        """How the part is, as plain data."""
        return {
            "name": self.name, "state": self.state, "words": self.words, "restarts": self.restarts,
            "failures": self.failures,
        }  # fmt: skip


def _say(words: str) -> None:
    print(f"aretane: {words}", file=sys.stderr, flush=True)


def keep_running(parts: Sequence[Part], status: Path, address: str) -> None:
    """Look after the parts until a signal ends it."""
    _write(status, parts, address)
    while True:
        changed = [part.step(time.monotonic()) for part in parts]
        if any(changed):
            _write(status, parts, address)
        time.sleep(STEP)


def _write(status: Path, parts: Sequence[Part], address: str) -> None:
    text = json.dumps({"pid": os.getpid(), "address": address, "parts": [part.as_json() for part in parts]})
    fresh = status.with_suffix(".new")
    with suppress(OSError):  # a full disk must not end what keeps the rest running
        fresh.write_text(text)
        fresh.replace(status)
