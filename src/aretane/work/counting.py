"""Counts over many recordings, one at a time beside the server: with progress, cancelled when nobody
asks any more.

A count is done recording by recording, and each recording's part is kept under its print until the
recording changes, so that the next count does only what is new.
"""

import logging
import time
from collections import OrderedDict
from collections.abc import Callable, Hashable, Sequence
from dataclasses import dataclass, field
from threading import Condition, Event, Thread
from typing import Any

from aretane.work.aside import Aside, Gone, OverBudget

log = logging.getLogger("aretane")

PART_SECONDS = 120.0
"""One recording takes no longer."""
FORGOTTEN_AFTER = 15.0
"""s without being asked for, after which a count is given up."""
PATIENCE = 1.5
"""s that a request waits for a count that may be done in a moment."""
KEPT_ROWS = 150_000
"""Rows (shots, decisions) of parts that are kept."""


@dataclass(frozen=True, slots=True)
class Piece:
    """One recording's part of a count: what names it (with the print of what it depends on), and how it is
    counted in the process beside the server."""

    name: Hashable
    function: Callable[..., Any]
    given: tuple[Any, ...]
    rows: Callable[[Any], int] = len
    """How many rows a part holds, for the memory that kept parts may take."""


@dataclass(frozen=True, slots=True)
class Progress:
    """How far a count is. `seconds_left` is None until something was counted; `before` counts stand
    before it."""

    done: int
    of: int
    seconds_left: float | None
    before: int


@dataclass(slots=True)
class _Count:
    pieces: Sequence[Piece]
    asked_at: float
    done: int = 0
    fresh: int = 0
    began: float | None = None
    over: Event = field(default_factory=Event)
    given_up: bool = False


class Counting:
    """The counts of one server."""

    def __init__(self, aside: Aside, patience: float = PATIENCE):
        self._aside = aside
        self.patience = patience
        self._turn = Condition()
        self._counts: OrderedDict[Hashable, _Count] = OrderedDict()
        self._kept: OrderedDict[Hashable, tuple[Any, int]] = OrderedDict()
        self._troubles: dict[Hashable, Exception] = {}
        self._rows = 0
        self._thread: Thread | None = None

    def ask(self, key: Hashable, pieces: Sequence[Piece]) -> list[Any] | Progress:
        """Every piece's part, or how far counting them is; only who asks first waits a moment for it.

        Raises what a part raised, or OverBudget, once.
        """
        with self._turn:
            found = self._all(pieces)
            if found is not None:
                return found
            if key in self._troubles:
                raise self._troubles.pop(key)
            count = self._counts.get(key)
            first = count is None or [piece.name for piece in count.pieces] != [
                piece.name for piece in pieces
            ]
            if count is None or first:
                if count is not None:
                    count.given_up = True
                count = self._counts[key] = _Count(pieces, time.monotonic())
            count.asked_at = time.monotonic()
            if self._thread is None:
                self._thread = Thread(target=self._work, name="counting", daemon=True)
                self._thread.start()
            self._turn.notify_all()
        if first:
            count.over.wait(self.patience)
        with self._turn:
            if key in self._troubles:
                raise self._troubles.pop(key)
            found = self._all(pieces) if count.over.is_set() else None
            return found if found is not None else self._progress(key, count)

    def cancel(self, key: Hashable) -> bool:
        """Give a count up; returns whether there was one."""
        with self._turn:
            count = self._counts.pop(key, None)
            if count is not None:
                count.given_up = True
                count.over.set()
            return count is not None

    def _all(self, pieces: Sequence[Piece]) -> list[Any] | None:
        if any(piece.name not in self._kept for piece in pieces):
            return None
        for piece in pieces:
            self._kept.move_to_end(piece.name)
        return [self._kept[piece.name][0] for piece in pieces]

    def _progress(self, key: Hashable, count: _Count) -> Progress:
        before = list(self._counts).index(key) if key in self._counts else 0
        left = None
        if count.began is not None and count.fresh:
            each = (time.monotonic() - count.began) / count.fresh
            left = round(each * (len(count.pieces) - count.done), 1)
        return Progress(count.done, len(count.pieces), left, before)

    def _work(self) -> None:
        while True:
            with self._turn:
                while not self._counts:
                    self._turn.wait()
                key, count = next(iter(self._counts.items()))
            try:
                self._count(count)
            except Gone:
                pass
            except Exception as trouble:
                if not isinstance(trouble, OverBudget):
                    log.exception("a count could not be made")
                with self._turn:
                    self._troubles[key] = trouble
            with self._turn:
                if self._counts.get(key) is count:
                    del self._counts[key]
            count.over.set()

    def _count(self, count: _Count) -> None:
        count.began = count.began or time.monotonic()
        own = {piece.name for piece in count.pieces}

        def wanted() -> bool:
            if time.monotonic() - count.asked_at > FORGOTTEN_AFTER:
                count.given_up = True
            return not count.given_up

        for number, piece in enumerate(count.pieces, start=1):
            if not wanted():
                raise Gone("nobody asks for it any more")
            if piece.name not in self._kept:
                part = self._aside.run(piece.function, *piece.given, seconds=PART_SECONDS, wanted=wanted)
                count.fresh += 1
                self._keep(piece, part, own)
            count.done = number

    def _keep(self, piece: Piece, part: Any, own: set[Hashable]) -> None:
        """Keep a part; those used longest ago go, but never one of the count that is being made."""
        with self._turn:
            rows = piece.rows(part)
            self._kept[piece.name] = (part, rows)
            self._rows += rows
            for old in list(self._kept):
                if self._rows <= KEPT_ROWS:
                    break
                if old not in own:
                    self._rows -= self._kept.pop(old)[1]
