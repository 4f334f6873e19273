"""Facts of racks, and what they make habitual in players, kept up to date: a few racks at once where a list
is asked for, the rest beside the server."""

import logging
import time
from concurrent.futures import Future, ThreadPoolExecutor
from functools import partial
from threading import Event
from typing import Any

from aretane.reviewing import habits, keeping
from aretane.store import facts, jobs
from aretane.store import habits as kept_habits
from aretane.store.database import Address, Db, reading, written
from aretane.store.facts import Stale
from aretane.store.habits import Waiting

from .aside import Aside
from .runner import Kind, Piece, Store
from .worked import worked_out

log = logging.getLogger("aretane")

AT_ONCE_SECONDS = 0.15
"""What a list waits for racks that were changed a moment ago."""
SETTLE_SECONDS = 0.4
"""Changes that follow each other are counted together."""
COUNT_SECONDS = 120.0
AGAIN_AFTER = 5.0
"""s before a count that failed is tried again."""


class Facts(Kind):
    """A piece is a handful of racks whose facts are out of date; where there are none, a player whose
    habits are to be looked for. Without a runner, lists count the racks they need. `patience` (s): how long
    a list waits for that."""

    name = "facts"
    slots = 1

    def __init__(self, database: Address, aside: Aside, patience: float = AT_ONCE_SECONDS):
        self._database, self._aside, self._patience = database, aside, patience
        self._thread = ThreadPoolExecutor(1, thread_name_prefix="facts")
        self._not_before = 0.0
        self.warm = Event()
        """Set as soon as shots can be measured without waiting for compiled ball motion."""

    def changed(self) -> None:
        """Something was stored: wait whether more follows."""
        self._not_before = time.monotonic() + SETTLE_SECONDS

    def catch_up(self) -> bool:
        """Count what was changed a moment ago; whether it is all that there was to count."""
        if not self.warm.is_set():
            return False
        deadline = time.monotonic() + self._patience
        while keeping.catch_up(self._database, 1, worked_out):
            if time.monotonic() > deadline:
                return False
        return True

    def first(self) -> list[Store]:
        return [partial(facts.outdate, model=keeping.MODEL)]

    def next(self, holder: str) -> Piece | None:
        if not self.warm.is_set() or time.monotonic() < self._not_before:
            return None
        with reading(self._database) as db:
            stale = facts.stale(db, keeping.AT_ONCE)
            player = None if stale else kept_habits.waiting(db)
        if player is not None:
            return self._habits(player, holder)
        if not stale:
            return None

        def take(db: Db) -> list[Stale]:
            return [rack for rack in stale if jobs.claim(db, _lease(rack), holder)]

        taken = written(self._database, take)
        if not taken:
            return None
        return Piece(taken[0].club_id, tuple(_lease(rack).content for rack in taken), taken)

    def _habits(self, player: Waiting, holder: str) -> Piece | None:
        """The habits of a player as a piece; without a shot of theirs there is nothing to look at."""
        claim = _lease_of(player)
        if claim is None:
            written(self._database, partial(kept_habits.keep, player=player, found=()))
            return None
        if not written(self._database, lambda db: jobs.claim(db, claim, holder)):
            return None
        return Piece(player.club_id, (claim.content,), player)

    def submit(self, piece: Piece) -> Future[Any]:
        if isinstance(piece.work, Waiting):
            return self._thread.submit(
                self._aside.run, habits.look, self._database, piece.work, seconds=COUNT_SECONDS
            )
        return self._thread.submit(
            self._aside.run, keeping.count, self._database, piece.work, worked_out, seconds=COUNT_SECONDS
        )

    def settle(self, piece: Piece, future: Future[Any]) -> Store:
        trouble = future.exception()
        if trouble is not None:
            log.warning("facts of racks are not counted: %s", trouble)
            self._not_before = time.monotonic() + AGAIN_AFTER
        return self.given_back(piece, "")

    def given_back(self, piece: Piece, holder: str) -> Store:
        def store(db: Db) -> None:
            clubs = [piece.club_id] if isinstance(piece.work, Waiting) else [k.club_id for k in piece.work]
            for club_id, content in zip(clubs, piece.contents, strict=True):
                jobs.drop(db, club_id, "facts", content)

        return store


def _lease_of(player: Waiting) -> jobs.Claim | None:
    if player.recording_id is None:
        return None
    return jobs.Claim("facts", player.club_id, f"player {player.player_id}", player.recording_id, None)


def _lease(rack: Stale) -> jobs.Claim:
    return jobs.Claim("facts", rack.club_id, f"rack {rack.rack_id}", rack.recording_id, rack.rack_id)
