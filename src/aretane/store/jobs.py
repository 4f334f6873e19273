"""Work in the background: what is asked for, who works on it until when, and the answers.

Three kinds. `shots`: what a shot was worth and what could have been played, asked for by people; a row is
named by the content that its answer depends on, and is the answer once that is there. `facts` (of racks
that were changed) and `video` (files to be examined) are asked for by the data itself; a row is only the
lease of whoever works on it. A lease that is not renewed ends after LEASE, and the work is taken again by
any server.

Reads and writes; each function runs inside the caller's transaction.
"""

import json
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from .database import Db
from .sql import Row, sql

MOST_LOST = 12
"""How often a piece may lose its worker before it is given up: workers are killed for other reasons too."""
LONGEST_PAUSE = 60.0
"""s before a piece that lost its worker again and again is begun anew."""
LEASE = 20.0
"""s that work is held without a sign of life from its server."""
LONGEST = 120.0
"""s: a pause or a lease that seems longer is one of a clock that was put back."""
CLEARED_AFTER = 30.0
"""Days after which an answer goes that is about no shot any more."""


@dataclass(frozen=True, slots=True)
class Answer:
    """One answer on its way: `state` waiting, running, done or failed (then `words` say why)."""

    content: str
    state: str
    words: str
    result: Any


@dataclass(frozen=True, slots=True)
class RackKey:
    """A rack that has work waiting, or answers; `rack_id` is None where it is gone."""

    club_id: int
    recording_id: int
    rack_id: int | None


def known(db: Db, club_id: int, contents: Collection[str]) -> dict[str, Answer]:
    """What is there for these contents."""
    if not contents:
        return {}
    rows = sql.jobs_of(db, club_id=club_id, contents=tuple(contents))
    return {
        row["content"]: Answer(
            row["content"], row["state"], row["words"],
            None if row["result"] is None else json.loads(row["result"]),
        )
        for row in rows
    }  # fmt: skip


def want(db: Db, club_id: int, recording_id: int, contents: Sequence[tuple[int, str]]) -> None:
    """Ask for answers, each with its rack's id; the latest wish is met first. What failed is tried
    again, what is there stays."""
    want_all(db, club_id, [(recording_id, contents)])


def want_all(db: Db, club_id: int, recordings: Sequence[tuple[int, Sequence[tuple[int, str]]]]) -> None:
    """`want` for several recordings, each with its contents."""
    now = datetime.now()
    rows: list[Row] = [
        {
            "club_id": club_id, "content": content, "recording_id": recording_id, "rack_id": rack_id,
            "wanted_at": now,
        }
        for recording_id, contents in recordings
        for rack_id, content in contents
    ]  # fmt: skip
    if rows:
        sql.want_job(db, sorted(rows, key=lambda row: row["content"]))  # rows are locked in one order


def cancel(db: Db, club_id: int, contents: Collection[str]) -> int:
    """Take back what of it waits; what runs is finished. Returns how many."""
    if not contents:
        return 0
    dropped: int = sql.drop_waiting(db, club_id=club_id, contents=tuple(contents))
    return dropped


def next_rack(db: Db) -> RackKey | None:
    """The rack to go on with: of what waits, or lost its server, the latest wish."""
    row = sql.next_waiting(db, longest=LONGEST)
    return None if row is None else RackKey(row["club_id"], row["recording_id"], row["rack_id"])


def take(db: Db, rack: RackKey, current: Sequence[Sequence[str]], holder: str) -> list[str]:
    """The contents of the rack's first piece of work that nobody holds, held by `holder` from now on.

    `current` are the contents of the rack as it is now, a list for each piece; what waits and is not among
    them has become of no interest and is dropped.
    """
    rows = list(sql.free_in_rack(db, club_id=rack.club_id, rack_id=rack.rack_id, longest=LONGEST))
    free = {row["content"] for row in rows if row["may_start"]}
    of_rack = {content for piece in current for content in piece}
    for row in rows:
        if row["content"] not in of_rack:
            drop(db, rack.club_id, "shots", row["content"])
    for piece in current:
        begun = [content for content in dict.fromkeys(piece) if content in free]
        if begun:
            for content in begun:
                sql.begin_job(db, club_id=rack.club_id, content=content, holder=holder, lease=LEASE)
            return begun
    return []


@dataclass(frozen=True, slots=True)
class Claim:
    """Work that the data itself asks for: its kind, and what names it among its kind."""

    kind: str
    club_id: int
    content: str
    recording_id: int
    rack_id: int | None = None


def claim(db: Db, wanted: Claim, holder: str) -> bool:
    """Whether `holder` holds the work from now on; not while another server does."""
    sql.claim_job(
        db, club_id=wanted.club_id, kind=wanted.kind, content=wanted.content,
        recording_id=wanted.recording_id, rack_id=wanted.rack_id, holder=holder, lease=LEASE,
        longest=LONGEST,
    )  # fmt: skip
    row = sql.holder_of(db, club_id=wanted.club_id, kind=wanted.kind, content=wanted.content)
    return row is not None and row["holder"] == holder


def renew(db: Db, club_id: int, kind: str, contents: Collection[str], holder: str, progress: float) -> None:
    """A sign of life: what `holder` works on is its own for another LEASE; `progress` is the share done."""
    sql.renew_jobs(
        db, club_id=club_id, kind=kind, contents=tuple(contents), holder=holder, lease=LEASE,
        progress=progress,
    )  # fmt: skip


def progress(db: Db, club_id: int, kind: str, content: str) -> float:
    """The share of one long piece that is done; 0 where nobody works on it."""
    row = sql.progress_of(db, club_id=club_id, kind=kind, content=content)
    return 0.0 if row is None else float(row["progress"])


def drop(db: Db, club_id: int, kind: str, content: str) -> None:
    """Forget a piece: its work is done, or of no interest."""
    sql.drop_job(db, club_id=club_id, kind=kind, content=content)


def settle(db: Db, club_id: int, content: str, state: str, words: str = "", result: Any = None) -> None:
    """Keep an answer, or why there is none; `waiting` asks again."""
    text = None if result is None else json.dumps(result)
    sql.settle_job(db, state=state, words=words, result=text, club_id=club_id, content=content)


def lost(db: Db, club_id: int, content: str, holder: str) -> None:
    """A piece lost its worker: it waits again, longer each time, and is given up after MOST_LOST. Nothing
    where another server holds it by now."""
    sql.lose_job(
        db, club_id=club_id, content=content, holder=holder, most=MOST_LOST, longest=LONGEST_PAUSE,
        words="its worker was lost again and again: ask for it once more",
    )  # fmt: skip


def drop_rackless(db: Db) -> None:
    """Drop what waits for a rack that is gone."""
    sql.drop_rackless(db)


def waiting(db: Db) -> int:
    """How many pieces are not done: they wait, or a server works on them."""
    return int(sql.count_waiting(db)["n"])


def states(db: Db, club_id: int, contents: Collection[str]) -> dict[str, str]:
    """State by content, of those that are there."""
    if not contents:
        return {}
    rows = sql.states_of(db, club_id=club_id, contents=tuple(contents))
    return {row["content"]: row["state"] for row in rows}


def prints(db: Db, club_id: int) -> dict[int, str]:
    """By recording, a number that is another one as soon as the state of any of its answers is."""
    return {row["recording_id"]: str(row["print"]) for row in sql.job_prints(db, club_id=club_id)}


def racks_answered(db: Db, club_id: int, racks: Collection[int]) -> set[int]:
    """Of these racks those with an answer."""
    if not racks:
        return set()
    return {row["rack_id"] for row in sql.racks_answered(db, club_id=club_id, racks=tuple(racks))}


def outdate_worked(db: Db, club_id: int, content: str) -> None:
    """Have the facts of an answer's rack counted again, once nothing of it is under way or waits."""
    sql.outdate_worked(db, club_id=club_id, content=content)


def age(db: Db, days: float) -> None:
    """Count days for answers, from one cleaning to the next: a clock that jumps ahead clears nothing."""
    sql.age_jobs(db, days=days)


def idle_rack(db: Db) -> RackKey | None:
    """A rack with answers nobody has looked after for CLEARED_AFTER days."""
    row = sql.idle_rack(db, days=CLEARED_AFTER)
    return None if row is None else RackKey(row["club_id"], row["recording_id"], row["rack_id"])


def clear(db: Db, rack: RackKey, current: Collection[str]) -> int:
    """Drop a rack's answers of that age that are about none of its shots, whose contents are `current`;
    those that are stay for as long again. Returns how many went."""
    gone: int = sql.clear_idle(
        db, club_id=rack.club_id, rack_id=rack.rack_id, days=CLEARED_AFTER, contents=tuple(current) or ("",)
    )
    sql.not_idle(db, club_id=rack.club_id, rack_id=rack.rack_id)
    return gone
