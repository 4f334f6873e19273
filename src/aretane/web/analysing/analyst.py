"""Has what is asked for worked out, a piece at a time, and keeps the answers."""

import logging
from collections.abc import Callable
from concurrent.futures import FIRST_COMPLETED, Executor, Future, wait
from dataclasses import dataclass
from threading import Event, Lock, Thread

from pydantic import TypeAdapter

from aretane.core.choice.decision import Decision
from aretane.core.runout.appraise import Appraisal
from aretane.store import analyses, read
from aretane.store.analyses import RackKey
from aretane.store.database import Address, Db, reading, writing
from aretane.store.errors import NotFound

from ..reviewing import carried_into, head_of, replayed, scene
from .decisions import decision_questions
from .questions import by_visit, questions
from .work import WORKERS, Found, Work, answer

log = logging.getLogger("aretane")

APPRAISAL = TypeAdapter(Appraisal)
DECISION = TypeAdapter(Decision)
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
        under_way: dict[Future[list[Found]], Running] = {}
        while True:
            self._change.clear()
            try:
                while len(under_way) < WORKERS and (piece := self._next()) is not None:
                    running, work = piece
                    try:
                        executor = executor or self._start()
                        under_way[executor.submit(answer, work)] = running
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

    def _again(self, under_way: dict[Future[list[Found]], Running]) -> None:
        """Workers were lost: what they had is asked for again."""
        for running in under_way.values():
            self._keep(running, "waiting")
        under_way.clear()

    def _next(self) -> tuple[Running, list[Work]] | None:
        """The next piece of work."""
        while True:
            with reading(self._database) as db:
                rack = analyses.next_rack(db)
                if rack is None:
                    return None
                pieces = self._pieces(rack, db)
            with writing(self._database) as db:
                taken = analyses.take(db, rack, [list(piece) for piece in pieces])
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
        stored = next((one for one in recording.racks if one.number == rack.number), None)
        if stored is None:
            return []
        around = scene(recording)
        carried = carried_into(around, recording.racks, rack.number)
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
        """Keep a finished piece; False where its worker was lost."""
        trouble = future.exception()
        if trouble is None:
            with writing(self._database) as db:
                for content, found in zip(running.contents, future.result(), strict=True):
                    kind: TypeAdapter[Decision] | TypeAdapter[Appraisal] = (
                        DECISION if isinstance(found, Decision) else APPRAISAL
                    )
                    result = kind.dump_python(found, mode="json")  # type: ignore[arg-type]
                    analyses.settle(db, running.club_id, content, "done", result=result)
            return True
        if isinstance(trouble, ArithmeticError | LookupError | TypeError | ValueError):
            log.error("a piece could not be worked out", exc_info=trouble)
            self._keep(running, "failed", f"it could not be worked out: {trouble}")
            return True
        log.warning("a worker was lost: %s", trouble)
        self._keep(running, "waiting")
        return False

    def _keep(self, running: Running, state: str, words: str = "") -> None:
        with writing(self._database) as db:
            for content in running.contents:
                analyses.settle(db, running.club_id, content, state, words)
