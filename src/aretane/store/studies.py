"""Studies: recordings of one position, as a list to choose from. Nothing is written here."""

import json
from collections import Counter

from . import read
from .database import Db
from .records import Recording
from .sql import sql


def page(
    db: Db, club_id: int, number: int, most: int, words: str = "", tag: str = ""
) -> tuple[list[Recording], int]:
    """Page `number` (from 1) of the studies, newest first, and how many there are in all.

    `words` must stand in the name or the notes; `tag` must be one of the tags; empty: any.
    """
    wanted = {"club_id": club_id, "words": words, "tag": tag}
    rows = sql.studies_page(db, first=(number - 1) * most, most=most, **wanted)
    found = [read.recording(db, club_id, row["id"]) for row in rows]
    return found, int(sql.count_studies(db, **wanted)["n"])


def tags(db: Db, club_id: int) -> list[tuple[str, int]]:
    """Every tag of the club's studies with how many have it, the most used first."""
    counted: Counter[str] = Counter()
    for row in sql.study_tags(db, club_id=club_id):
        try:
            known = json.loads(row["tags"])
        except ValueError:
            continue  # a damaged shot: told where it is opened
        counted.update(tag for tag in known if isinstance(tag, str))
    return sorted(counted.items(), key=lambda pair: (-pair[1], pair[0].casefold()))
