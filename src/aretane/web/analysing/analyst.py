"""Has what is asked for worked out, a visit at a time, and keeps the answers."""

import logging
from collections.abc import Callable
from concurrent.futures import FIRST_COMPLETED, Executor, Future, wait
from dataclasses import dataclass
from threading import Event, Lock, Thread

from pydantic import TypeAdapter

from aretane.core.runout.appraise import Appraisal
from aretane.store import analyses, read
from aretane.store.analyses import RackKey
from aretane.store.database import Address, Db, reading, writing
from aretane.store.errors import NotFound

from ..reviewing import carried_into, head_of, replayed, scene
from .questions import Asked, by_visit, questions
from .work import WORKERS, answer

log = logging.getLogger("aretane")

APPRAISAL = TypeAdapter(Appraisal)
PAUSE = 1.0
"""s between looks for new work while some is under way."""


@dataclass(frozen=True, slots=True)
class Running:
    """A piece with a worker: whose, and the contents in its order."""

    club_id: int
    contents: tuple[str, ...]


class Analyst:
    """The background work of one server. Its thread starts with the first `wake`; `start` gives the
    executor, anew where workers were lost, `pause` (s) after it could not."""

    def __init__(self, database: Address, start: Callable[[], Executor], pause: float = 10.0):
        self._database, self._pause = database, pause
        self._start = start
        self._change = Event()
        self._lock = Lock()
        self._thread: Thread | None = None

    def wake(self) -> None:
        """Look for what waits."""
        with self._lock:
            if self._thread is None:
                self._thread = Thread(target=self._work, name="analyst", daemon=True)
                self._thread.start()
        self._change.set()

    def _work(self) -> None:
        with writing(self._database) as db:
            analyses.ask_again(db)
        executor: Executor | None = None
        under_way: dict[Future[list[Appraisal]], Running] = {}
        while True:
            self._change.clear()
            try:
                while len(under_way) < WORKERS and (piece := self._next()) is not None:
                    running, asked = piece
                    try:
                        executor = executor or self._start()
                        work = [(one.question, one.plan) for one in asked]
                        under_way[executor.submit(answer, work)] = running  # type: ignore[arg-type]
                    except Exception:
                        self._keep(running, "waiting")
                        raise
            except Exception:
                log.exception("the background work could not go on")
                executor = None
                self._again(under_way)
                self._change.wait(self._pause)
                continue
            if not under_way:
                self._change.wait()
                continue
            done, _ = wait(under_way, timeout=PAUSE, return_when=FIRST_COMPLETED)
            for future in done:
                if not self._settle(under_way.pop(future), future):
                    executor = None
            if executor is None:
                self._again(under_way)

    def _again(self, under_way: dict[Future[list[Appraisal]], Running]) -> None:
        """Workers were lost: what they had is asked for again."""
        for running in under_way.values():
            self._keep(running, "waiting")
        under_way.clear()

    def _next(self) -> tuple[Running, list[Asked]] | None:
        """The next visit to work out."""
        while True:
            with reading(self._database) as db:
                rack = analyses.next_rack(db)
                if rack is None:
                    return None
                asked = self._questions(rack, db)
            visits = by_visit(asked)
            with writing(self._database) as db:
                taken = analyses.take(db, rack, [[one.content for one in visit] for visit in visits])
            if taken:
                by_content = {one.content: one for one in asked}
                return Running(rack.club_id, tuple(taken)), [by_content[content] for content in taken]

    def _questions(self, rack: RackKey, db: Db) -> list[Asked]:
        try:
            recording = read.recording(db, rack.club_id, rack.recording_id)
        except NotFound:
            return []
        stored = next((one for one in recording.racks if one.number == rack.number), None)
        if stored is None:
            return []
        around = scene(recording)
        carried = carried_into(around, recording.racks, rack.number)
        shots = [one.shape for one in stored.shots]
        return questions(around, replayed(around, head_of(stored), shots, carried)[1])

    def _settle(self, running: Running, future: Future[list[Appraisal]]) -> bool:
        """Keep a finished piece; False where its worker was lost."""
        trouble = future.exception()
        if trouble is None:
            with writing(self._database) as db:
                for content, found in zip(running.contents, future.result(), strict=True):
                    result = APPRAISAL.dump_python(found, mode="json")
                    analyses.settle(db, running.club_id, content, "done", result=result)
            return True
        if isinstance(trouble, ArithmeticError | LookupError | TypeError | ValueError):
            log.error("a visit could not be worked out", exc_info=trouble)
            self._keep(running, "failed", f"it could not be worked out: {trouble}")
            return True
        log.warning("a worker was lost: %s", trouble)
        self._keep(running, "waiting")
        return False

    def _keep(self, running: Running, state: str, words: str = "") -> None:
        with writing(self._database) as db:
            for content in running.contents:
                analyses.settle(db, running.club_id, content, state, words)
