"""Measures and splits of questions over the facts of shots, each as an expression of SQL over the fact `f`.

Codes are those of `core.statistics.questions`; nothing of what somebody asks stands in them.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from math import radians
from typing import Any

from aretane.core.games import DISCIPLINES
from aretane.core.statistics.facts import NO_FAULT
from aretane.core.statistics.numbers import HELD
from aretane.core.statistics.questions import MEASURES, SPLIT, SPLITS

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


def band_of(code: str | None, value: Any) -> Any:
    """The band that a value of a split's expression stands for."""
    if code is None or value is None:
        return value
    if code == MONTH:
        return f"{value // 100}-{value % 100:02}"
    codes = SPLITS_SQL[code].codes
    return codes[int(value)] if codes else value


def value_of(code: str, band: str) -> str | int:
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


def _complete() -> None:
    """Raises AssertionError where a measure or a split has no SQL."""
    assert {one.code for one in MEASURES} == set(MEASURES_SQL), "every measure has its SQL"
    assert {one.code for one in SPLITS} == set(SPLITS_SQL), "every split has its SQL"


_complete()
