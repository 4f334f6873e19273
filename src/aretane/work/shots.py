"""What shots were worth, and what could have been played instead: asked for by people, kept by content."""

import logging
from collections.abc import Callable
from concurrent.futures import Executor, Future
from functools import partial
from typing import Any

from pydantic import TypeAdapter

from aretane.core.choice.decision import Decision
from aretane.core.runout.appraise import Appraisal
from aretane.reviewing.scene import carried_into, head_of, replayed, scene
from aretane.store import jobs, read
from aretane.store.database import Address, Db, reading, written
from aretane.store.errors import NotFound
from aretane.store.jobs import Answer, RackKey

from .answering import WORKERS, Work, answer
from .decisions import decision_questions, sent_back_questions
from .questions import by_visit, questions
from .runner import Kind, Piece, Store, WorkersLost

log = logging.getLogger("aretane")

APPRAISAL = TypeAdapter(Appraisal)
DECISION = TypeAdapter(Decision)
WRONG = (ArithmeticError, LookupError, TypeError, ValueError)
"""What a piece raises that cannot be worked out, however often it is tried."""


class Shots(Kind):
    """A piece is a visit, or one decision. `executor` gives the workers, anew where some were lost."""

    name = "shots"
    slots = WORKERS

    def __init__(self, database: Address, executor: Callable[[], Executor]):
        self._database, self._start = database, executor
        self._executor: Executor | None = None

    def first(self) -> list[Store]:
        return [jobs.drop_rackless]

    def next(self, holder: str) -> Piece | None:
        while True:
            with reading(self._database) as db:
                rack = jobs.next_rack(db)
                if rack is None:
                    return None
                pieces = pieces_of(db, rack)
            current = [list(piece) for piece in pieces]
            taken = written(self._database, partial(jobs.take, rack=rack, current=current, holder=holder))
            if taken:
                work = {content: one for piece in pieces for content, one in piece.items()}
                return Piece(rack.club_id, tuple(taken), [work[content] for content in taken])

    def submit(self, piece: Piece) -> Future[Any]:
        self._executor = self._executor or self._start()
        try:
            return self._executor.submit(answer, piece.work)
        except Exception:
            self._executor = None
            raise

    def settle(self, piece: Piece, future: Future[Any]) -> Store:
        trouble = future.exception()
        if trouble is None:
            kinds = (DECISION if isinstance(found, Decision) else APPRAISAL for found in future.result())
            results = [
                kind.dump_python(found, mode="json")
                for kind, found in zip(kinds, future.result(), strict=True)
            ]
            return partial(_settle, piece=piece, state="done", words="", results=results)
        if isinstance(trouble, WRONG):
            log.error("a piece could not be worked out", exc_info=trouble)
            words = f"it could not be worked out: {trouble}"[:1000]
            return partial(_settle, piece=piece, state="failed", words=words, results=None)
        self._executor = None
        raise WorkersLost(str(trouble))

    def given_back(self, piece: Piece, holder: str) -> Store:
        def store(db: Db) -> None:
            for content in piece.contents:
                jobs.lost(db, piece.club_id, content, holder)

        return store


def _settle(db: Db, piece: Piece, state: str, words: str, results: list[Any] | None) -> None:
    for content, result in zip(piece.contents, results or [None] * len(piece.contents), strict=True):
        jobs.settle(db, piece.club_id, content, state, words, result)
    jobs.outdate_worked(db, piece.club_id, piece.contents[0])


def pieces_of(db: Db, rack: RackKey) -> list[dict[str, Work]]:
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
    steps = replayed(around, head_of(stored), [shot.shape for shot in stored.shots], carried)[1]
    visits: list[dict[str, Work]] = [
        {one.content: (one.question, one.plan) for one in visit if one.question is not None}
        for visit in by_visit(questions(around, steps))
    ]
    decisions = decision_questions(around, steps)
    decisions += [sent.asked for sent in sent_back_questions(around, steps)]
    decided: list[dict[str, Work]] = [
        {one.content: one.question} for one in decisions if one.question is not None
    ]
    return visits + decided


def appraised(found: Answer | None) -> Appraisal | None:
    """What an answer says a choice is worth; None while it is not worked out."""
    if found is None or found.state != "done":
        return None
    appraisal: Appraisal = APPRAISAL.validate_python(found.result)
    return appraisal


def decided(found: Answer | None) -> Decision | None:
    """The decision an answer holds; None while it is not worked out."""
    if found is None or found.state != "done":
        return None
    decision: Decision = DECISION.validate_python(found.result)
    return decision


def clear(database: Address) -> int:
    """Drop answers that are about no shot any more, `jobs.CLEARED_AFTER` days after somebody last looked
    after them; returns how many."""
    gone = 0
    while True:
        with reading(database) as db:
            rack = jobs.idle_rack(db)
            if rack is None:
                return gone
            current = [content for piece in pieces_of(db, rack) for content in piece]
        gone += written(database, partial(jobs.clear, rack=rack, current=current))
