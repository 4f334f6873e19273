"""Questions over the facts of shots, as plain SQL put together from known columns.

Nothing of what somebody asks stands in the text of a query: codes of `core.statistics.questions` choose
expressions of `measures`, values are parameters. Functions read inside the caller's transaction.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from aretane.core.games import DISCIPLINES
from aretane.core.statistics.answers import EXPECTED, Tally
from aretane.core.statistics.numbers import Alike
from aretane.core.statistics.questions import MEASURE, SPLIT

from .database import Db
from .measures import HAS, JOINED, MEASURES_SQL, SPLITS_SQL, band_of, value_of
from .sql import Row


@dataclass(frozen=True, slots=True)
class Asked:
    """A question: a measure over a club's shots, split by something or not, of some shots or all.

    where: pairs of a split's code and a band of it; several bands of one split are any of them. but: pairs
    that are left out. parted: a day in place of a split: shots before it are THEN, from it on NOW, those
    without a day None.
    """

    club_id: int
    measure: str
    by: str | None = None
    where: tuple[tuple[str, str], ...] = ()
    but: tuple[tuple[str, str], ...] = ()
    since: date | None = None
    until: date | None = None
    parted: date | None = None


THEN, NOW = 0, 1
"""Bands of a question that is parted by a day."""
EXPECTED_SQL = (
    "COUNT(f.expected) AS chances, SUM(IF(f.expected IS NULL, 0, f.made)) AS made,"
    " SUM(f.expected) AS expected"
)
"""Of attempts with a chance: their number, how many were made, and the sum of their chances."""


def counts(db: Db, asked: Asked, players: bool = False) -> list[Row]:
    """One row a band: its code (None: the shots do not say), n, the sum of the values, and how many of its
    shots do not say what is needed; of pots what EXPECTED_SQL says too.

    Of a mean one row a band and recording, for intervals by match. players: one row a player as well.
    """
    measure, one = MEASURE[asked.measure], MEASURES_SQL[asked.measure]
    split, joined = _split(asked.by)
    place, given = _where(db, asked)
    if asked.parted is not None:
        split, given = "f.played_on >= %s", [asked.parted, *given]
    known = f"COALESCE({one.known}, FALSE)"
    columns = [f"{split} AS band", f"SUM({known}) AS n", f"SUM(NOT {known}) AS unknown",
               f"SUM(IF({known}, {one.value}, 0)) AS total"]  # fmt: skip
    groups = ["band"]
    if one.known == "TRUE":
        columns[1:] = ["COUNT(*) AS n", "0 AS unknown", f"SUM({one.value}) AS total"]
    if measure.form == "mean":
        columns.append(f"SUM(IF({known}, ({one.value}) * ({one.value}), 0)) AS squares")
    for wanted, column in ((measure.form == "mean", "f.recording_id"), (players, "f.player_id")):
        columns += [column] if wanted else []
        groups += [column] if wanted else []
    if asked.measure in EXPECTED:
        columns.append(EXPECTED_SQL)
    rows = _rows(
        db,
        f"SELECT {', '.join(columns)} FROM shot_fact f {joined}"
        f" WHERE {place} AND ({one.of}) GROUP BY {', '.join(groups)}",
        given,
    )
    return [row | {"band": band_of(asked.by, row["band"])} for row in rows]


def tallies(rows: Sequence[Row], player: int | None = None) -> list[Tally]:
    """What was counted, of a player where the rows are by player."""
    return [
        Tally(
            None if row["band"] is None else str(row["band"]), int(row["n"]), float(row["total"] or 0),
            row.get("recording_id", 0), float(row.get("squares") or 0), int(row.get("chances", 0)),
            int(row.get("made") or 0), float(row.get("expected") or 0),
        )
        for row in rows
        if row["n"] and row.get("player_id", player) == player
    ]  # fmt: skip


def report(db: Db, asked: Asked) -> list[Alike]:
    """The shots that fit a question's conditions, counted together where player, role, outcome and grade
    are alike; its measure and split say nothing here."""
    place, given = _where(db, asked)
    placed = "f.along IS NOT NULL AND f.role <> 'break'"
    rows = _rows(
        db,
        "SELECT f.player_id AS player, f.role, f.outcome, f.grade, COUNT(*) AS n, SUM(f.made) AS made,"
        " COUNT(f.expected) AS chances, SUM(f.expected) AS expected, COUNT(f.wrong_end) AS sided,"
        f" SUM(f.wrong_end) AS wrong, SUM({placed}) AS placed, SUM({placed} AND f.along <> 0) AS off,"
        f" SUM({placed} AND f.along < 0) AS short, SUM(IF({placed}, f.along, 0)) AS total,"
        f" SUM(IF({placed}, f.along * f.along, 0)) AS squares"
        f" FROM shot_fact f WHERE {place} GROUP BY f.player_id, f.role, f.outcome, f.grade",
        given,
    )
    sums = ("made", "chances", "sided", "wrong", "placed", "off", "short")
    return [
        Alike(
            **row
            | {"player": str(row["player"]), "expected": float(row["expected"] or 0.0)}
            | {name: int(row[name] or 0) for name in sums}
            | {name: float(row[name] or 0.0) for name in ("total", "squares")}
        )
        for row in rows
    ]


def left_out(db: Db, asked: Asked) -> Row:
    """How many shots that fit are left out of all numbers, or have no result."""
    place, given = _where(db, asked)
    return _rows(
        db,
        "SELECT COALESCE(SUM(f.role = 'left-out'), 0) AS left_out,"
        " COALESCE(SUM(f.role = 'unlogged'), 0) AS unlogged"
        f" FROM shot_fact f WHERE {place} AND f.role IN ('left-out', 'unlogged')",
        given,
    )[0]


NEWEST = "f.played_on DESC, f.recording_id DESC, f.rack, f.shot"
ORDERS: dict[str, str] = {
    "newest": NEWEST,
    "highest": f"value DESC, {NEWEST}",
    "lowest": f"value, {NEWEST}",
}
"""How the shots behind a question may stand."""


def shots(
    db: Db, asked: Asked, first: int, most: int, order: str = "newest"
) -> tuple[list[Row], int]:  # fmt: skip
    """A page of the shots behind a question, in one of the ORDERS, and how many there are."""
    one = MEASURES_SQL[asked.measure]
    place, given = _where(db, asked)
    counted = f"{place} AND ({one.of}) AND ({one.known})"
    total = _rows(db, f"SELECT COUNT(*) AS n FROM shot_fact f WHERE {counted}", given)[0]["n"]
    rows = _rows(
        db,
        "SELECT f.recording_id AS recording, f.rack, f.shot, f.player_id AS player, f.played_on, r.title,"
        f" f.stroke, f.role, f.outcome, f.grade, {one.value} AS value"
        f" FROM shot_fact f JOIN recording r ON r.id = f.recording_id WHERE {counted}"
        f" ORDER BY {ORDERS[order]} LIMIT %s OFFSET %s",
        [*given, most, first],
    )
    return rows, int(total)


def misses(db: Db, asked: Asked, most: int) -> list[Row]:
    """The newest misses of the place meant, in the order in which they were played: the band they are in,
    along and across (m), grade, and where they stand."""
    split, joined = _split(asked.by)
    place, given = _where(db, asked)
    one = MEASURES_SQL["missed-by"]
    rows = _rows(
        db,
        f"SELECT {split} AS band, f.along, f.across, f.grade, f.recording_id AS recording, f.rack, f.shot"
        f" FROM shot_fact f {joined} WHERE {place} AND ({one.of}) AND ({one.known})"
        " ORDER BY f.played_on DESC, f.recording_id DESC, f.rack DESC, f.shot DESC LIMIT %s",
        [*given, most],
    )
    return [row | {"band": band_of(asked.by, row["band"])} for row in reversed(rows)]


def words(db: Db, club_id: int, sort: str) -> list[str]:
    """Every word of a sort that a shot of the club carries, the commonest first."""
    rows = _rows(
        db,
        "SELECT word FROM shot_word WHERE club_id = %s AND sort = %s GROUP BY word"
        " ORDER BY COUNT(*) DESC, word LIMIT 200",
        [club_id, sort],
    )
    return [row["word"] for row in rows]


def disciplines(db: Db, club_id: int) -> list[str]:
    """The disciplines of which the club has shots."""
    one = "SELECT %s AS discipline FROM DUAL WHERE EXISTS (SELECT 1 FROM shot_fact WHERE club_id = %s"
    text = " UNION ALL ".join(f"{one} AND discipline = %s)" for _ in DISCIPLINES)
    rows = _rows(db, text, [value for code in DISCIPLINES for value in (code, club_id, code)])
    return sorted(row["discipline"] for row in rows)


def waiting(db: Db, club_id: int) -> int:
    """Racks of the club whose facts are still to be counted."""
    row = _rows(db, "SELECT COUNT(*) AS n FROM rack WHERE club_id = %s AND stale = 1", [club_id])[0]
    return int(row["n"])


def _split(code: str | None) -> tuple[str, str]:
    """The expression of a split, and what has to be joined for it."""
    if code is None:
        return "''", ""
    return SPLITS_SQL[code].sql, JOINED.format(sort=code) if SPLIT[code].several else ""


def _where(db: Db, asked: Asked) -> tuple[str, list[Any]]:
    """The condition of a question's shots, and its parameters."""
    parts, given = ["f.club_id = %s"], list[Any]([asked.club_id])
    removed = tuple(
        row["id"]
        for row in _rows(
            db, "SELECT id FROM recording WHERE club_id = %s AND removed_at IS NOT NULL", [asked.club_id]
        )
    )
    if removed:
        parts.append("f.recording_id NOT IN %s")
        given.append(removed)
    for pairs, word in ((asked.where, ""), (asked.but, "NOT ")):
        for code in dict.fromkeys(code for code, _ in pairs):
            bands = tuple(value_of(code, band) for one, band in pairs if one == code)
            has = HAS.format(sort=code) if SPLIT[code].several else f"({SPLITS_SQL[code].sql}) IN %s"
            parts.append(f"{word}{has}")
            given.append(bands)
    for sign, day in ((">=", asked.since), ("<=", asked.until)):
        if day is not None:
            parts.append(f"f.played_on {sign} %s")
            given.append(day)
    return " AND ".join(parts), given


def _rows(db: Db, text: str, given: Sequence[Any]) -> list[Row]:
    with db.cursor() as cursor:
        cursor.execute(text, given)
        found: Any = cursor.fetchall()
    return list(found)
