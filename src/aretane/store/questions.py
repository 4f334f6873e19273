"""Questions over the facts of shots, as plain SQL put together from known columns.

Nothing of what somebody asks stands in the text of a query: codes of `core.statistics.questions` choose
expressions of the tables below, values are parameters. Functions read inside the caller's transaction.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from math import radians
from typing import Any

from aretane.core.games import DISCIPLINES
from aretane.core.statistics.answers import EXPECTED, Tally
from aretane.core.statistics.facts import NO_FAULT
from aretane.core.statistics.numbers import HELD, Alike
from aretane.core.statistics.questions import MEASURE, MEASURES, SPLIT, SPLITS

from .database import Db
from .sql import Row

ALL = "f.role NOT IN ('left-out', 'unlogged')"
ATTEMPTS = "f.role IN ('attack', 'two-way')"
SAFETY = "f.role = 'safety'"
BREAK = "f.role = 'break'"
SCORED = ", ".join(f"'{code}'" for code, one in DISCIPLINES.items() if one.scores)
CHANCES = f"{ATTEMPTS} AND f.discipline NOT IN ({SCORED})"
PLACED = f"{ALL} AND f.role <> 'break'"
BEGINS = f"{ALL} AND f.first_of_visit = 1"
HELD_WORDS = ", ".join(f"'{word}'" for word in sorted(HELD))


@dataclass(frozen=True, slots=True)
class Counted:
    """A measure in SQL: which shots it is about, which of them say what is needed, and a shot's value."""

    of: str
    value: str
    known: str = "TRUE"


MEASURES_SQL: dict[str, Counted] = {
    "shots": Counted(ALL, "1"),
    "pots": Counted(ATTEMPTS, "f.made"),
    "over-expected": Counted(ATTEMPTS, "f.made - f.expected", "f.expected IS NOT NULL"),
    "plays-safe": Counted("f.role IN ('attack', 'two-way', 'safety')", "f.role = 'safety'"),
    "safety-held": Counted(SAFETY, f"f.outcome IN ({HELD_WORDS})", "f.outcome <> 'no-reply'"),
    "safety-foul": Counted(SAFETY, "f.outcome = 'drew-foul'", "f.outcome <> 'no-reply'"),
    "fouls": Counted(ALL, "f.foul"),
    "scratches": Counted(ALL, "f.scratch"),
    "perfect": Counted(ALL, "f.grade = 'perfect'", "f.grade IS NOT NULL"),
    "position": Counted(ALL, "f.grade IN ('perfect', 'off-same-plan')", "f.grade IS NOT NULL"),
    "lost": Counted(ALL, "f.grade IN ('recovery', 'no-shot')", "f.grade IS NOT NULL"),
    "short": Counted(PLACED, "f.along < 0", "f.along <> 0"),
    "along": Counted(PLACED, "f.along", "f.along IS NOT NULL"),
    "across": Counted(PLACED, "f.across", "f.across IS NOT NULL"),
    "missed-by": Counted(PLACED, "SQRT(f.along * f.along + f.across * f.across)", "f.across IS NOT NULL"),
    "wrong-end": Counted(ALL, "f.wrong_end", "f.wrong_end IS NOT NULL"),
    "break-balls": Counted(BREAK, "f.fell"),
    "break-wet": Counted(BREAK, "f.fell > 0"),
    "break-kept": Counted(BREAK, "f.kept"),
    "break-won": Counted(BREAK, "f.rack_won", "f.rack_won IS NOT NULL"),
    "break-and-run": Counted(BREAK, "f.fell > 0 AND f.visit_won", "f.rack_won IS NOT NULL"),
    "kick-hits": Counted(f"{ALL} AND f.stroke = 'kick'", "NOT f.foul"),
    "first-chance": Counted(f"{ALL} AND f.first_chance = 1", "f.visit_won"),
    "in-hand": Counted(f"{BEGINS} AND f.in_hand AND f.role <> 'break'", "f.visit_won"),
    "after-error": Counted(f"{BEGINS} AND f.came_by IN ('miss', 'foul')", "f.visit_won"),
    "visit-balls": Counted(BEGINS, "f.visit_balls"),
    "visit-points": Counted(BEGINS, "f.visit_points", "f.visit_points IS NOT NULL"),
    "took": Counted(ALL, "f.took", "f.took IS NOT NULL"),
    "waited": Counted(ALL, "f.waited", "f.waited IS NOT NULL"),
    "right-choice": Counted(ALL, "f.decision = 'right'", "f.decision IS NOT NULL"),
    "good-luck": Counted(ALL, "f.luck <=> 'good'"),
    "bad-luck": Counted(ALL, "f.luck <=> 'bad'"),
    "decision-cost": Counted(ALL, "f.cost", "f.cost IS NOT NULL"),
    "wrong-choice": Counted(ALL, f"f.fault <> '{NO_FAULT}'", "f.fault IS NOT NULL"),
    "took-on": Counted(ALL, "f.fault = 'took-on'", "f.fault IS NOT NULL"),
    "timid": Counted(ALL, "f.fault = 'timid'", "f.fault IS NOT NULL"),
    "needed": Counted(ATTEMPTS, "f.needed", "f.needed IS NOT NULL"),
    "over-needed": Counted(ATTEMPTS, "f.made - f.needed", "f.needed IS NOT NULL"),
    "worth-pot": Counted(CHANCES, "f.worth_pot", "f.worth_pot IS NOT NULL"),
    "worth-position": Counted(CHANCES, "f.worth_position", "f.worth_position IS NOT NULL"),
    "worth-safety": Counted(SAFETY, "f.worth_safety", "f.worth_safety IS NOT NULL"),
    "named-causes": Counted(ALL, "f.caused"),
}


@dataclass(frozen=True, slots=True)
class Told:
    """A split in SQL: an expression, and the codes of the bands that its whole numbers stand for; without
    codes its values are the bands. Numbers are grouped in two thirds of the time of words."""

    sql: str
    codes: tuple[str, ...] = ()


def _between(code: str, column: str, scale: float = 1.0) -> Told:
    """The band a column lies in; `scale`: one of the bands' unit in the column's."""
    bands = SPLIT[code].bands
    return Told(
        _steps(column, [band.high * scale for band in bands if band.high]),
        tuple(band.code for band in bands),
    )


def _steps(column: str, ends: Sequence[float]) -> str:
    """How many of the ends a column is not below."""
    told = " ".join(f"WHEN {column} < {end!r} THEN {k}" for k, end in enumerate(ends))
    return f"CASE WHEN {column} IS NULL THEN NULL {told} ELSE {len(ends)} END"


def _counts(code: str, column: str) -> Told:
    """Bands of whole numbers, '1-3' and the like."""
    return Told(_steps(column, (4, 7, 10)), tuple(band.code for band in SPLIT[code].bands))


YES_NO = ("no", "yes")
MONTH = "month"
WORD = "w.word"
"""What a split of several words is by."""
SPLITS_SQL: dict[str, Told] = {
    **{name: Told(f"f.{name}") for name in (
        "discipline", "kind", "role", "stroke", "target", "pocket", "spin", "hill", "grade", "outcome",
        "luck", "cloth", "fault")},
    **{name: _between(name, f"f.{name}") for name in (
        "to_ball", "to_pocket", "expected", "speed", "waited")},
    **{name: Told(f"f.{name}", YES_NO) for name in ("ball_on_rail", "cue_on_rail", "aided")},
    "player": Told("f.player_id"),
    "opponent": Told("f.opponent_id"),
    "recording": Told("f.recording_id"),
    MONTH: Told("EXTRACT(YEAR_MONTH FROM f.played_on)"),
    "table": Told("f.table_size"),
    "cut": _between("cut", "f.cut", radians(1.0)),
    "open": _between("open", "f.open_share"),
    "rails": Told("LEAST(f.rails, 3)", tuple(band.code for band in SPLIT["rails"].bands)),
    "score": Told("SIGN(f.`lead`) + 1", ("behind", "level", "ahead")),
    "left": _counts("left", "f.balls_left"),
    "rack": _counts("rack", "f.rack"),
    "hours": Told(_steps("f.at", (1800, 3600, 7200)), tuple(band.code for band in SPLIT["hours"].bands)),
    "came": Told("f.came_by"),
    "hand": Told("f.in_hand", YES_NO),
    **{one.code: Told(WORD) for one in SPLITS if one.several},
}  # fmt: skip


def _band(code: str | None, value: Any) -> Any:
    """The band that a value of a split's expression stands for."""
    if code is None or value is None:
        return value
    if code == MONTH:
        return f"{value // 100}-{value % 100:02}"
    codes = SPLITS_SQL[code].codes
    return codes[int(value)] if codes else value


def _value(code: str, band: str) -> str | int:
    """A band as the split's expression has it; -1 where there is no such band."""
    if code in IDS:
        return int(band) if band.isdigit() else -1
    if code == MONTH:
        year, _, month = band.partition("-")
        return int(year + month) if (year + month).isdigit() else -1
    codes = SPLITS_SQL[code].codes
    if not codes:
        return band
    return codes.index(band) if band in codes else -1


JOINED = "JOIN shot_word w ON w.rack_id = f.rack_id AND w.shot = f.shot AND w.sort = '{sort}'"
HAS = (
    "EXISTS (SELECT 1 FROM shot_word h WHERE h.rack_id = f.rack_id AND h.shot = f.shot"
    " AND h.sort = '{sort}' AND h.word IN %s)"
)
IDS = ("player", "opponent", "recording")
"""Splits whose bands are numbers of rows."""


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
    return [row | {"band": _band(asked.by, row["band"])} for row in rows]


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
    return [row | {"band": _band(asked.by, row["band"])} for row in reversed(rows)]


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
            bands = tuple(_value(code, band) for one, band in pairs if one == code)
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


def _complete() -> None:
    """Raises AssertionError where a measure or a split has no SQL."""
    assert {one.code for one in MEASURES} == set(MEASURES_SQL), "every measure has its SQL"
    assert {one.code for one in SPLITS} == set(SPLITS_SQL), "every split has its SQL"


_complete()
