"""The background work of one server: takes pieces of every kind with a lease, has them worked out, and
stores what came of it. Several servers share the work; what one of them leaves is taken by another, or by
itself."""

import logging
import time
from abc import ABC, abstractmethod
from collections.abc import Callable, Sequence
from concurrent.futures import FIRST_COMPLETED, Future, wait
from dataclasses import dataclass
from functools import partial
from threading import Event, Lock, Thread
from typing import Any
from uuid import uuid4

import pymysql

from aretane.store import jobs
from aretane.store.database import Address, Db, reading, written
from aretane.store.errors import Busy, Uncertain

from .trouble import Trouble

log = logging.getLogger("aretane")

Store = Callable[[Db], object]
"""What is to be stored, in a transaction of its own; run again where other writes were in its way."""
AWAY = (pymysql.MySQLError, Busy, Uncertain)
"""What a database raises that does not answer now and will again."""
WRONG = (pymysql.err.ProgrammingError, pymysql.err.DataError, pymysql.err.IntegrityError)
"""What it raises however often the same is stored."""
PAUSE = 1.0
"""s between looks for new work while some is under way or waits."""
LOOK = 5.0
"""s between looks while nothing does: another server may have left something."""
RENEW_EVERY = jobs.LEASE / 4
FIRST_PAUSE = 0.5
LONGEST_PAUSE = 5.0
"""s before the work is tried again, growing from the first to the longest."""


class WorkersLost(Exception):
    """The process that worked on a piece is gone; others of its kind may be too."""


class NoWorkers(Exception):
    """No process could be started; the message says why."""


@dataclass(frozen=True, slots=True)
class Piece:
    """What is worked out at once: of which club, the contents of its jobs, and what a worker is given."""

    club_id: int
    contents: tuple[str, ...]
    work: Any


class Kind(ABC):
    """One kind of work. `slots`: how many pieces of it a server works on at the same time."""

    name: str
    slots: int

    @abstractmethod
    def next(self, holder: str) -> Piece | None:
        """A piece that nobody else works on, held by `holder` from now on; None where there is none."""

    @abstractmethod
    def submit(self, piece: Piece) -> Future[Any]:
        """The piece with a worker. Raises NoWorkers."""

    @abstractmethod
    def settle(self, piece: Piece, future: Future[Any]) -> Store:
        """What to store of a piece that is done. Raises WorkersLost."""

    @abstractmethod
    def given_back(self, piece: Piece, holder: str) -> Store:
        """What to store of a piece whose worker was lost or never started."""

    def first(self) -> Sequence[Store]:
        """What to store before the first piece."""
        return ()

    def progress(self, piece: Piece) -> float:
        """The share of a piece that is done."""
        return 0.0

    def look(self, piece: Piece) -> None:  # noqa: B027  most kinds finish what they have begun
        """Stop a piece that nobody wants any more; called at every sign of life."""


class Runner:
    """The work of one server. Its thread starts with `start` or the first `wake`. Whatever stops it, the
    database or its workers, it goes on within LONGEST_PAUSE of the cause's end; what was worked out
    meanwhile is kept until it can be stored."""

    def __init__(
        self, database: Address, kinds: Sequence[Kind], pause: float = FIRST_PAUSE,
        hourly: Callable[[], object] = lambda: None,
    ):  # fmt: skip
        self._database, self._kinds, self._pause, self._hourly = database, kinds, pause, hourly
        self.holder = str(uuid4())
        self._change = Event()
        self._lock = Lock()
        self._thread: Thread | None = None
        self._under_way: dict[Future[Any], tuple[Kind, Piece]] = {}
        self._to_store: list[Store] = [store for kind in kinds for store in kind.first()]
        self._trouble: Trouble | None = None
        self._stopped = False
        self._renewed, self._cleaned = 0.0, 0.0

    def start(self) -> None:
        """Take what waits from now on."""
        with self._lock:
            if self._thread is None:
                self._thread = Thread(target=self._work, name="runner", daemon=True)
                self._thread.start()

    def wake(self) -> None:
        """Look for what waits."""
        self.start()
        self._change.set()

    def note(self) -> None:
        """Something was stored: look for what it asks for, where the work has begun."""
        self._change.set()

    def stop(self) -> None:
        """Take nothing more; what is under way is left to the lease."""
        self._stopped = True
        self._change.set()

    def trouble(self) -> Trouble | None:
        """What keeps the work from going on, if anything does."""
        return self._trouble

    def _work(self) -> None:
        pause = self._pause
        while not self._stopped:
            self._change.clear()
            try:
                self._turn()
                rest = self._rest()
                self._trouble, pause = None, self._pause
            except Exception as trouble:
                self._tell(trouble)
                self._change.wait(pause)
                pause = min(2 * pause, LONGEST_PAUSE)
                continue
            if self._under_way:
                wait(self._under_way, timeout=PAUSE, return_when=FIRST_COMPLETED)
            else:
                self._change.wait(rest)

    def _turn(self) -> None:
        self._settle()
        self._store()
        self._renew()
        stuck: Exception | None = None
        for kind in self._kinds:
            try:
                self._hand_out(kind)
            except NoWorkers as trouble:
                stuck = trouble
        self._store()
        if time.monotonic() - self._cleaned > 3600.0:
            self._hourly()
            self._cleaned = time.monotonic()
        if stuck is not None:
            raise stuck

    def _tell(self, trouble: Exception) -> None:
        """Note, once for each cause, that the work cannot go on."""
        away = isinstance(trouble, AWAY)
        cause = "the database does not answer" if away else f"its workers cannot be started ({trouble})"
        words = f"chances are not worked out: {cause}. It goes on by itself as soon as that is over"
        if self._trouble is None or self._trouble.words != words:
            log.error("the background work cannot go on: %s", trouble, exc_info=None if away else trouble)
            self._trouble = Trouble("analysis", time.monotonic(), words)

    def _rest(self) -> float:
        """s until something may have to be taken again."""
        if self._under_way:
            return PAUSE
        with reading(self._database) as db:
            return PAUSE if jobs.waiting(db) else LOOK

    def _store(self) -> None:
        """Store what is to be stored, in order; what could not be stays for the next time."""
        while self._to_store:
            try:
                written(self._database, self._to_store[0])
            except WRONG:
                log.exception("an answer cannot be stored; its piece is taken again")
            self._to_store.pop(0)

    def _renew(self) -> None:
        """A sign of life for all that is under way."""
        if time.monotonic() - self._renewed < RENEW_EVERY:
            return
        for kind, piece in self._under_way.values():
            kind.look(piece)
            share = kind.progress(piece)
            written(
                self._database,
                partial(
                    jobs.renew, club_id=piece.club_id, kind=kind.name, contents=piece.contents,
                    holder=self.holder, progress=share,
                ),
            )  # fmt: skip
        self._renewed = time.monotonic()

    def _hand_out(self, kind: Kind) -> None:
        """Give the workers of a kind what waits."""
        while sum(one is kind for one, _ in self._under_way.values()) < kind.slots:
            piece = kind.next(self.holder)
            if piece is None:
                return
            try:
                self._under_way[kind.submit(piece)] = (kind, piece)
            except Exception as trouble:
                self._to_store.append(kind.given_back(piece, self.holder))
                raise NoWorkers(str(trouble)) from trouble

    def _settle(self) -> None:
        """Have stored what is done; where a worker was lost, all of its kind are taken again."""
        for future in [one for one in self._under_way if one.done()]:
            if future not in self._under_way:
                continue
            kind, piece = self._under_way.pop(future)
            try:
                self._to_store.append(kind.settle(piece, future))
            except WorkersLost as trouble:
                log.warning("a worker was lost: %s", trouble)
                self._to_store.append(kind.given_back(piece, self.holder))
                for other, (its, also) in list(self._under_way.items()):
                    if its is kind:
                        self._to_store.append(kind.given_back(also, self.holder))
                        del self._under_way[other]
