"""What is asked to be worked out about shots, and the answers, by the content they depend on.

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


@dataclass(frozen=True, slots=True)
class Analysis:
    """One answer on its way: `state` waiting, running, done or failed (then `words` say why)."""

    content: str
    state: str
    words: str
    result: Any


@dataclass(frozen=True, slots=True)
class RackKey:
    """A rack that has shots waiting."""

    club_id: int
    recording_id: int
    rack_id: int


def known(db: Db, club_id: int, contents: Collection[str]) -> dict[str, Analysis]:
    """What is there for these contents."""
    if not contents:
        return {}
    rows = sql.analyses_of(db, club_id=club_id, contents=tuple(contents))
    return {
        row["content"]: Analysis(
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
        sql.want_analysis(db, sorted(rows, key=lambda row: row["content"]))  # rows are locked in one order


def cancel(db: Db, club_id: int, contents: Collection[str]) -> int:
    """Take back what of it waits; what runs is finished. Returns how many."""
    if not contents:
        return 0
    dropped: int = sql.drop_waiting(db, club_id=club_id, contents=tuple(contents))
    return dropped


def next_rack(db: Db) -> RackKey | None:
    """The rack to go on with."""
    row = sql.next_waiting(db)
    return None if row is None else RackKey(row["club_id"], row["recording_id"], row["rack_id"])


def take(db: Db, rack: RackKey, current: Sequence[Sequence[str]]) -> list[str]:
    """The waiting contents of the rack's first piece of work that has any, begun from now on.

    `current` are the contents of the rack as it is now, a list for each piece; what waits and is not among
    them has become of no interest and is dropped.
    """
    rows = list(sql.waiting_in_rack(db, club_id=rack.club_id, rack_id=rack.rack_id))
    waiting = {row["content"] for row in rows if row["due"]}
    of_rack = {content for visit in current for content in visit}
    for row in rows:
        if row["content"] not in of_rack:
            sql.drop_analysis(db, club_id=rack.club_id, content=row["content"])
    for visit in current:
        begun = [content for content in dict.fromkeys(visit) if content in waiting]
        if begun:
            for content in begun:
                sql.begin_analysis(db, club_id=rack.club_id, content=content)
            return begun
    return []


def settle(db: Db, club_id: int, content: str, state: str, words: str = "", result: Any = None) -> None:
    """Keep an answer, or why there is none; `waiting` asks again."""
    text = None if result is None else json.dumps(result)
    sql.settle_analysis(db, state=state, words=words, result=text, club_id=club_id, content=content)


def lost(db: Db, club_id: int, content: str) -> None:
    """A piece lost its worker: it waits again, longer each time, and is given up after MOST_LOST."""
    sql.lose_analysis(
        db, club_id=club_id, content=content, most=MOST_LOST, longest=LONGEST_PAUSE,
        words="its worker was lost again and again: ask for it once more",
    )  # fmt: skip


def ask_again(db: Db) -> None:
    """What a stopped server left running waits again; what waits for a rack that is gone is dropped."""
    sql.ask_again(db)
    sql.drop_rackless(db)


def waiting(db: Db) -> tuple[int, int]:
    """How many pieces wait, and how many of those lost a worker before."""
    row = sql.count_waiting(db)
    return int(row["n"]), int(row["lost"] or 0)


def states(db: Db, club_id: int, contents: Collection[str]) -> dict[str, str]:
    """State by content, of those that are there."""
    if not contents:
        return {}
    rows = sql.states_of(db, club_id=club_id, contents=tuple(contents))
    return {row["content"]: row["state"] for row in rows}


def prints(db: Db, club_id: int) -> dict[int, str]:
    """By recording, a number that is another one as soon as the state of any of its answers is."""
    return {row["recording_id"]: str(row["print"]) for row in sql.analysis_prints(db, club_id=club_id)}
