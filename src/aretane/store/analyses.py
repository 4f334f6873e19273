"""What is asked to be worked out about shots, and the answers, by the content they depend on.

Reads and writes; each function runs inside the caller's transaction.
"""

import json
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from .database import Db
from .sql import sql

MOST_TRIES = 3
"""How often a piece is begun before it is given up."""


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
    number: int


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
    """Ask for answers, each with its rack's number; the latest wish is met first. What failed is tried
    again, what is there stays."""
    now = datetime.now()
    for rack_number, content in contents:
        sql.want_analysis(
            db, club_id=club_id, content=content, recording_id=recording_id, rack_number=rack_number,
            wanted_at=now,
        )  # fmt: skip


def cancel(db: Db, club_id: int, contents: Collection[str]) -> int:
    """Take back what of it waits; what runs is finished. Returns how many."""
    if not contents:
        return 0
    dropped: int = sql.drop_waiting(db, club_id=club_id, contents=tuple(contents))
    return dropped


def next_rack(db: Db) -> RackKey | None:
    """The rack to go on with."""
    row = sql.next_waiting(db)
    return None if row is None else RackKey(row["club_id"], row["recording_id"], row["rack_number"])


def take(db: Db, rack: RackKey, current: Sequence[Sequence[str]]) -> list[str]:
    """The waiting contents of the rack's first piece of work that has any, begun from now on.

    `current` are the contents of the rack as it is now, a list for each piece; what waits and is not among
    them has become of no interest and is dropped. What was begun too often is given up.
    """
    rows = list(
        sql.waiting_in_rack(
            db, club_id=rack.club_id, recording_id=rack.recording_id, rack_number=rack.number
        )
    )
    waiting = {row["content"]: row["tries"] for row in rows}
    of_rack = {content for visit in current for content in visit}
    for content, tries in list(waiting.items()):
        if content not in of_rack:
            sql.drop_analysis(db, club_id=rack.club_id, content=content)
            del waiting[content]
        elif tries >= MOST_TRIES:
            words = "working it out was cut off again and again: ask for it once more"
            settle(db, rack.club_id, content, "failed", words)
            del waiting[content]
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


def ask_again(db: Db) -> None:
    """What a stopped server left running waits again."""
    sql.ask_again(db)


def states(db: Db, club_id: int, contents: Collection[str]) -> dict[str, str]:
    """State by content, of those that are there."""
    if not contents:
        return {}
    rows = sql.states_of(db, club_id=club_id, contents=tuple(contents))
    return {row["content"]: row["state"] for row in rows}
