"""Has what is asked for worked out, a piece at a time, and keeps the answers."""

import logging
import time
from collections.abc import Callable, Sequence
from concurrent.futures import FIRST_COMPLETED, Executor, Future, wait
from dataclasses import dataclass
from functools import partial
from threading import Event, Lock, Thread
from typing import Any

import pymysql
from pydantic import TypeAdapter

from aretane.core.choice.decision import Decision
from aretane.core.runout.appraise import Appraisal
from aretane.reviewing.scene import carried_into, head_of, replayed, scene
from aretane.store import analyses, read
from aretane.store.analyses import RackKey
from aretane.store.database import Address, Db, reading, written
from aretane.store.errors import Busy, NotFound, Uncertain
from aretane.work.trouble import Trouble

from .answering import WORKERS, Found, Work, answer
from .decisions import decision_questions
from .questions import by_visit, questions

log = logging.getLogger("aretane")

APPRAISAL = TypeAdapter(Appraisal)
DECISION = TypeAdapter(Decision)
PAUSE = 1.0
"""s between looks for new work while some is under way or waits."""
FIRST_PAUSE = 0.5
LONGEST_PAUSE = 5.0
"""s before the work is tried again, growing from the first to the longest."""


@dataclass(frozen=True, slots=True)
class Running:
    """A piece with a worker: whose, and the contents in its order."""

    club_id: int
    contents: tuple[str, ...]


class Analyst:
    """The background work of one server. Its thread starts with `start` or the first `wake`; `executor`
    gives the workers, anew where some were lost. Whatever stops it, the database or its workers, it goes
    on within LONGEST_PAUSE of the cause's end; what was worked out meanwhile is kept until it can be
    stored."""

    def __init__(self, database: Address, executor: Callable[[], Executor], pause: float = FIRST_PAUSE):
        self._database, self._pause = database, pause
        self._start_executor = executor
        self._change = Event()
        self._lock = Lock()
        self._thread: Thread | None = None
        self._under_way: dict[Future[list[Found]], Running] = {}
        self._to_store: list[Callable[[Db], None]] = []
        self._trouble: Trouble | None = None

    def start(self) -> None:
        """Take what waits from now on."""
        with self._lock:
            if self._thread is None:
                self._thread = Thread(target=self._work, name="analyst", daemon=True)
                self._thread.start()

    def wake(self) -> None:
        """Look for what waits."""
        self.start()
        self._change.set()

    def trouble(self) -> Trouble | None:
        """What keeps the work from going on, if anything does."""
        return self._trouble

    def _work(self) -> None:
        self._to_store.append(analyses.ask_again)
        executor: Executor | None = None
        pause = self._pause
        while True:
            self._change.clear()
            try:
                self._store()
                executor = self._hand_out(executor)
                self._trouble, pause = None, self._pause
            except Exception as trouble:
                self._tell(trouble)
                if not isinstance(trouble, pymysql.MySQLError | Busy | Uncertain):
                    executor = None
                    self._lose_all()
                self._change.wait(pause)
                pause = min(2 * pause, LONGEST_PAUSE)
                continue
            if not self._under_way:
                self._change.wait(self._rest())
                continue
            done, _ = wait(self._under_way, timeout=PAUSE, return_when=FIRST_COMPLETED)
            lost = [not self._settle(self._under_way.pop(future), future) for future in done]
            if any(lost):
                executor = None
                self._lose_all()

    def _tell(self, trouble: Exception) -> None:
        """Note, once for each cause, that the work cannot go on."""
        away = isinstance(trouble, pymysql.MySQLError | Busy | Uncertain)
        cause = "the database does not answer" if away else f"its workers cannot be started ({trouble})"
        words = f"chances are not worked out: {cause}. It goes on by itself as soon as that is over"
        if self._trouble is None or self._trouble.words != words:
            log.error("the background work cannot go on: %s", trouble, exc_info=None if away else trouble)
            self._trouble = Trouble("analysis", time.monotonic(), words)

    def _rest(self) -> float | None:
        """s until something may have to be taken again; None: not before the next wake."""
        with reading(self._database) as db:
            waiting, _ = analyses.waiting(db)
        return PAUSE if waiting else None

    def _store(self) -> None:
        """Store what is to be stored, in order; what could not be stays for the next time."""
        while self._to_store:
            written(self._database, self._to_store[0])
            self._to_store.pop(0)

    def _hand_out(self, executor: Executor | None) -> Executor | None:
        """Give the workers what waits; returns them."""
        while len(self._under_way) < WORKERS and (piece := self._next()) is not None:
            running, work = piece
            try:
                executor = executor or self._start_executor()
                self._under_way[executor.submit(answer, work)] = running
            except Exception:
                self._later(running, "waiting")
                raise
        return executor

    def _lose_all(self) -> None:
        """Workers were lost: what they had is asked for again."""
        for running in self._under_way.values():
            self._lost(running)
        self._under_way.clear()

    def _next(self) -> tuple[Running, list[Work]] | None:
        """The next piece of work."""
        while True:
            with reading(self._database) as db:
                rack = analyses.next_rack(db)
                if rack is None:
                    return None
                pieces = self._pieces(rack, db)
            current = [list(piece) for piece in pieces]
            taken = written(self._database, partial(analyses.take, rack=rack, current=current))
            if taken:
                work = {content: one for piece in pieces for content, one in piece.items()}
                return Running(rack.club_id, tuple(taken)), [work[content] for content in taken]

    def _pieces(self, rack: RackKey, db: Db) -> list[dict[str, Work]]:
        """What there is to work out in a rack, by content: what a visit's shots were worth, and each
        decision."""
        try:
            recording = read.recording(db, rack.club_id, rack.recording_id)
        except NotFound:
            return []
        stored = next((one for one in recording.racks if one.id == rack.rack_id), None)
        if stored is None:
            return []
        around = scene(recording)
        carried = carried_into(around, recording.racks, stored.number)
        shots = [one.shape for one in stored.shots]
        steps = replayed(around, head_of(stored), shots, carried)[1]
        visits: list[dict[str, Work]] = [
            {one.content: (one.question, one.plan) for one in visit if one.question is not None}
            for visit in by_visit(questions(around, steps))
        ]
        decided: list[dict[str, Work]] = [
            {one.content: one.question}
            for one in decision_questions(around, steps)
            if one.question is not None
        ]
        return visits + decided

    def _settle(self, running: Running, future: Future[list[Found]]) -> bool:
        """Have a finished piece stored; False where its worker was lost."""
        trouble = future.exception()
        if trouble is None:
            results = []
            for found in future.result():
                kind: TypeAdapter[Decision] | TypeAdapter[Appraisal] = (
                    DECISION if isinstance(found, Decision) else APPRAISAL
                )
                results.append(kind.dump_python(found, mode="json"))  # type: ignore[arg-type]
            self._later(running, "done", results=results)
            return True
        if isinstance(trouble, ArithmeticError | LookupError | TypeError | ValueError):
            log.error("a piece could not be worked out", exc_info=trouble)
            self._later(running, "failed", f"it could not be worked out: {trouble}"[:1000])
            return True
        log.warning("a worker was lost: %s", trouble)
        self._lost(running)
        return False

    def _later(
        self, running: Running, state: str, words: str = "", results: Sequence[Any] | None = None
    ) -> None:
        """Have the state of a piece stored at the next turn."""

        nothing = [None] * len(running.contents)

        def store(db: Db) -> None:
            for content, result in zip(running.contents, results or nothing, strict=True):
                analyses.settle(db, running.club_id, content, state, words, result)

        self._to_store.append(store)

    def _lost(self, running: Running) -> None:
        def store(db: Db) -> None:
            for content in running.contents:
                analyses.lost(db, running.club_id, content)

        self._to_store.append(store)
