"""Questions in SQL over the facts of shots, against the same shots counted one by one."""

from collections.abc import Callable, Iterator
from dataclasses import asdict, replace
from datetime import date
from math import degrees, hypot

import pytest

from aretane.core.statistics.numbers import Alike, Tallied, count_alike, numbers_for
from aretane.core.statistics.questions import MEASURE, MEASURES, SPLIT, SPLITS
from aretane.demo.library import load
from aretane.demo.scenario import FIXTURES
from aretane.reviewing import keeping
from aretane.reviewing.scene import chained, scene, tallies
from aretane.store import questions, read, write
from aretane.store.database import Address, Db, reading, run, writing
from aretane.store.migrate import migrate
from aretane.store.questions import Asked
from aretane.store.sql import Row
from aretane.work.worked import worked_out
from tests.store.test_store import new_id

LOADED = 5
"""Recordings of the demo: several disciplines, a team and practice among them."""


@pytest.fixture(scope="module")
def full(empty_address: Address) -> tuple[Address, int]:
    """A database with some of the demo in it, every fact counted, and its club."""
    address = replace(empty_address, database="test_questions")
    migrate(address)
    with writing(address) as db:
        club = write.add_club(db, "Test club", "Tester")
        for fixture in FIXTURES[:LOADED]:
            write.import_match(db, club, load(fixture), new_id)
    while keeping.catch_up(address, 50, worked_out):
        pass
    with writing(address) as db:  # as if some of it were worked out
        run(
            db,
            "UPDATE shot_fact SET cost = (shot % 7) / 100,"
            " fault = ELT(shot % 3 + 1, 'none', 'took-on', 'timid'),"
            " worth_pot = (CAST(shot AS INT) % 5 - 2) / 10,"
            " worth_position = (CAST(shot AS INT) % 4 - 2) / 20, worth_safety = -0.03,"
            " needed = (shot % 5) / 5"
            " WHERE shot % 2 = 0",
        )
    return address, club


@pytest.fixture
def db(full: tuple[Address, int]) -> Iterator[Db]:
    with reading(full[0]) as db:
        yield db


def every_fact(db: Db) -> list[Row]:
    with db.cursor() as cursor:
        cursor.execute("SELECT * FROM shot_fact")
        return list(cursor.fetchall())  # type: ignore[arg-type]


ATTEMPTS, HELD = ("attack", "two-way"), ("drew-foul", "answered", "reply-missed")
Value = Callable[[Row], float | bool | None]


def of(*roles: str) -> Callable[[Row], bool]:
    return lambda row: row["role"] in roles


def counted(row: Row) -> bool:
    return row["role"] not in ("left-out", "unlogged")


def placed(row: Row) -> bool:
    return counted(row) and row["role"] != "break"


def begins(row: Row) -> bool:
    return counted(row) and bool(row["first_of_visit"])


def won_by_a_ball(row: Row) -> bool:
    return row["role"] in ATTEMPTS and row["discipline"] not in ("snooker", "straight-pool")


def field(name: str, *values: object) -> Value:
    """The field itself, or whether it is one of the values; None where it is not known."""
    return lambda row: row[name] if not values else None if row[name] is None else row[name] in values


def safety(row: Row, *outcomes: str) -> bool | None:
    return None if row["outcome"] == "no-reply" else row["outcome"] in outcomes


TWINS: dict[str, tuple[Callable[[Row], bool], Value]] = {
    "shots": (counted, lambda row: 1),
    "pots": (of(*ATTEMPTS), field("made")),
    "over-expected": (
        of(*ATTEMPTS), lambda row: None if row["expected"] is None else row["made"] - row["expected"]),
    "plays-safe": (of(*ATTEMPTS, "safety"), lambda row: row["role"] == "safety"),
    "safety-held": (of("safety"), lambda row: safety(row, *HELD)),
    "safety-foul": (of("safety"), lambda row: safety(row, "drew-foul")),
    "fouls": (counted, field("foul")),
    "scratches": (counted, field("scratch")),
    "perfect": (counted, field("grade", "perfect")),
    "position": (counted, field("grade", "perfect", "off-same-plan")),
    "lost": (counted, field("grade", "recovery", "no-shot")),
    "short": (placed, lambda row: row["along"] < 0 if row["along"] else None),
    "along": (placed, field("along")),
    "across": (placed, field("across")),
    "missed-by": (
        placed, lambda row: None if row["across"] is None else hypot(row["along"], row["across"])),
    "wrong-end": (counted, field("wrong_end")),
    "break-balls": (of("break"), field("fell")),
    "break-wet": (of("break"), lambda row: row["fell"] > 0),
    "break-kept": (of("break"), field("kept")),
    "break-won": (of("break"), field("rack_won")),
    "break-and-run": (
        of("break"), lambda row: None if row["rack_won"] is None else row["fell"] and row["visit_won"]),
    "kick-hits": (lambda row: counted(row) and row["stroke"] == "kick", lambda row: not row["foul"]),
    "first-chance": (lambda row: counted(row) and bool(row["first_chance"]), field("visit_won")),
    "in-hand": (
        lambda row: begins(row) and bool(row["in_hand"]) and row["role"] != "break", field("visit_won")),
    "after-error": (lambda row: begins(row) and row["came_by"] in ("miss", "foul"), field("visit_won")),
    "visit-balls": (begins, field("visit_balls")),
    "visit-points": (begins, field("visit_points")),
    "took": (counted, field("took")),
    "waited": (counted, field("waited")),
    "right-choice": (counted, field("decision", "right")),
    "good-luck": (counted, lambda row: row["luck"] == "good"),
    "bad-luck": (counted, lambda row: row["luck"] == "bad"),
    "decision-cost": (counted, field("cost")),
    "wrong-choice": (counted, lambda row: None if row["fault"] is None else row["fault"] != "none"),
    "took-on": (counted, field("fault", "took-on")),
    "timid": (counted, field("fault", "timid")),
    "needed": (of(*ATTEMPTS), field("needed")),
    "over-needed": (
        of(*ATTEMPTS), lambda row: None if row["needed"] is None else row["made"] - row["needed"]),
    "worth-pot": (won_by_a_ball, field("worth_pot")),
    "worth-position": (won_by_a_ball, field("worth_position")),
    "worth-safety": (of("safety"), field("worth_safety")),
    "named-causes": (counted, field("caused")),
}  # fmt: skip


@pytest.mark.parametrize("code", list(MEASURE))
def test_a_measure_is_what_counting_shot_by_shot_gives(
    full: tuple[Address, int], db: Db, code: str
) -> None:
    about, value = TWINS[code]
    own = [row for row in every_fact(db) if about(row)]
    values = [float(found) for row in own if (found := value(row)) is not None]
    rows = questions.counts(db, Asked(full[1], code))
    assert sum(row["n"] for row in rows) == len(values)
    assert sum(float(row["total"] or 0) for row in rows) == pytest.approx(sum(values))
    assert sum(row["unknown"] for row in rows) == len(own) - len(values)
    found, total = questions.shots(db, Asked(full[1], code), 0, 10_000)
    assert total == len(values) == len(found)
    assert sum(float(row["value"] or 0) for row in found) == pytest.approx(sum(values))


def test_most_measures_have_something_to_count(db: Db, full: tuple[Address, int]) -> None:
    every = {one.code: questions.counts(db, Asked(full[1], one.code)) for one in MEASURES}
    empty = [code for code, rows in every.items() if not any(row["n"] for row in rows)]
    assert len(empty) <= 3, empty


def between(value: float | None, code: str) -> str | None:
    """The band a value lies in, found by trying each."""
    if value is None:
        return None
    for band in SPLIT[code].bands:
        assert band.low is not None
        if value >= band.low and (band.high is None or value < band.high):
            return band.code
    raise AssertionError(f"{value} lies in no band of {code}")


def yes_no(name: str) -> Callable[[Row], str | None]:
    return lambda row: {1: "yes", 0: "no", None: None}[row[name]]


def whole_numbers(value: int) -> str:
    return "1-3" if value <= 3 else "4-6" if value <= 6 else "7-9" if value <= 9 else "10-"


def hours(row: Row) -> str | None:
    if row["at"] is None:
        return None
    far = row["at"] / 3600
    return "0-0.5" if far < 0.5 else "0.5-1" if far < 1 else "1-2" if far < 2 else "2-"


BANDS: dict[str, Callable[[Row], object]] = {
    **{name: field(name) for name in (
        "discipline", "kind", "role", "stroke", "target", "pocket", "spin", "hill", "grade", "outcome",
        "luck", "cloth", "fault")},
    **{name: lambda row, name=name: between(row[name], name)  # type: ignore[misc]
       for name in ("to_ball", "to_pocket", "expected", "speed", "waited")},
    **{name: yes_no(name) for name in ("ball_on_rail", "cue_on_rail", "aided")},
    "hand": yes_no("in_hand"),
    "player": field("player_id"),
    "opponent": field("opponent_id"),
    "recording": field("recording_id"),
    "month": lambda row: row["played_on"] and row["played_on"].strftime("%Y-%m"),
    "table": field("table_size"),
    "cut": lambda row: between(None if row["cut"] is None else degrees(row["cut"]), "cut"),
    "open": lambda row: between(row["open_share"], "open"),
    "rails": lambda row: None if row["rails"] is None else "3-" if row["rails"] > 2 else str(row["rails"]),
    "score": lambda row: None if row["lead"] is None else (
        "behind" if row["lead"] < 0 else "ahead" if row["lead"] > 0 else "level"),
    "left": lambda row: whole_numbers(row["balls_left"]),
    "rack": lambda row: whole_numbers(row["rack"]),
    "hours": hours,
    "came": field("came_by"),
}  # fmt: skip


@pytest.mark.parametrize("code", [one.code for one in SPLITS if not one.several])
def test_a_split_puts_every_shot_where_it_belongs(full: tuple[Address, int], db: Db, code: str) -> None:
    expected: dict[str | None, int] = {}
    for row in every_fact(db):
        if counted(row):
            band = BANDS[code](row)
            key = None if band is None else str(band)
            expected[key] = expected.get(key, 0) + 1
    found = {row["band"]: row["n"] for row in questions.counts(db, Asked(full[1], "shots", code))}
    assert {None if band is None else str(band): n for band, n in found.items()} == expected
    for band, n in expected.items():
        if band is not None:
            (row,) = questions.counts(db, Asked(full[1], "shots", None, ((code, band),)))
            assert row["n"] == n


def replayed(db: Db, club: int, number: int) -> list[Tallied]:
    """The shots of a recording as the percentages see them, from the racks themselves: the slow twin."""
    recording = read.recording(db, club, number)
    around = scene(recording)
    return [
        row for rack, carried in chained(around, recording.racks) for row in tallies(around, rack, carried)
    ]


def group(one: Alike) -> tuple[str, str, str | None, str | None]:
    return one.player, one.role, one.outcome, one.grade


def test_percentages_are_those_of_the_report(full: tuple[Address, int], db: Db) -> None:
    club = full[1]
    with db.cursor() as cursor:
        cursor.execute("SELECT id FROM recording")
        ids = [row["id"] for row in cursor.fetchall()]  # type: ignore[call-overload]
    seen = [row for number in ids for row in replayed(db, club, number)]
    told = {group(one): one for one in questions.report(db, Asked(club, "shots"))}
    twins = {group(one): one for one in count_alike(seen)}
    assert told.keys() == twins.keys()
    for key, one in told.items():
        assert asdict(one) == pytest.approx(asdict(twins[key]), nan_ok=True), key
    for player in {row.player for row in seen}:
        report = numbers_for(player, told.values())
        for code, share in (
            ("pots", report.pot_success), ("plays-safe", report.safety_share),
            ("short", report.short_share),
            ("safety-held", report.safety_success), ("wrong-end", report.wrong_end),
            ("perfect", report.grades["perfect"]),
        ):  # fmt: skip
            (row,) = questions.counts(db, Asked(club, code, None, (("player", player),))) or ({"n": 0},)
            assert row["n"] == share.n
            assert not share.n or row["total"] == share.k


def test_words_of_shots_split_and_filter(full: tuple[Address, int]) -> None:
    address, club = full
    tag = "a \"tag\" with 'quotes', <b>markup</b>, 100 % and ☕"
    with writing(address) as db:
        run(
            db,
            "INSERT INTO shot_word (rack_id, shot, club_id, sort, word)"
            " SELECT rack_id, shot, club_id, 'tag', %s FROM shot_fact WHERE role = 'attack' LIMIT 7",
            tag,
        )
    with reading(address) as db:
        found = {row["band"]: row["n"] for row in questions.counts(db, Asked(club, "pots", "tag"))}
        assert found[tag] == 7
        (row,) = questions.counts(db, Asked(club, "pots", None, (("tag", tag),)))
        assert row["n"] == 7
        assert tag in questions.words(db, club, "tag")
        assert questions.counts(db, Asked(club, "pots", None, (("tag", "' OR 1 = 1 -- "),))) == []
    with writing(address) as db:
        run(db, "DELETE FROM shot_word WHERE word = %s", tag)


def test_dates_bound_a_question(full: tuple[Address, int], db: Db) -> None:
    days = sorted({row["played_on"] for row in every_fact(db) if row["played_on"]})
    since = Asked(full[1], "shots", "month", since=days[1])
    until = Asked(full[1], "shots", "month", until=days[0])
    every = sum(row["n"] for row in questions.counts(db, Asked(full[1], "shots")))
    parts = sum(row["n"] for one in (since, until) for row in questions.counts(db, one))
    assert parts == every
    assert questions.counts(db, Asked(full[1], "shots", since=date(2030, 1, 1), until=days[0])) == []


def test_a_removed_recording_counts_no_more(full: tuple[Address, int]) -> None:
    address, club = full
    with reading(address) as db:
        before = sum(row["n"] for row in questions.counts(db, Asked(club, "shots")))
        one = questions.counts(db, Asked(club, "shots", "recording"))[0]
    with writing(address) as db:
        write.remove_recording(db, club, one["band"])
    with reading(address) as db:
        after = sum(row["n"] for row in questions.counts(db, Asked(club, "shots")))
    with writing(address) as db:
        write.restore_recording(db, club, one["band"])
    while keeping.catch_up(address, 50, worked_out):
        pass
    with reading(address) as db:
        again = sum(row["n"] for row in questions.counts(db, Asked(club, "shots")))
    assert before - after == one["n"] > 0 and again == before


@pytest.mark.parametrize("split", SPLITS, ids=lambda one: one.code)
def test_every_measure_can_be_split_by_everything(full: tuple[Address, int], db: Db, split: object) -> None:
    code = getattr(split, "code")  # noqa: B009
    for measure in MEASURES:
        whole = sum(row["n"] for row in questions.counts(db, Asked(full[1], measure.code)))
        parts = sum(row["n"] for row in questions.counts(db, Asked(full[1], measure.code, code)))
        assert parts == whole or SPLIT[code].several
