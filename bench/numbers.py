"""The numbers over years of play: questions, Today, storing a shot and memory with up to 250,000 shots."""

import random
import statistics
import time
from collections.abc import Iterator
from urllib.parse import urlencode
from uuid import uuid4

from tests.running import Site, Talker, memory
from tests.trust.load import recording

from aretane.core.statistics.questions import MEASURES, SPLITS
from aretane.demo.library import EVERY, load
from aretane.store import read, write
from aretane.store.database import Address, Db, connect, reading, run, written

from .fitted import measure_fitted
from .planted import measure_planted
from .rows import Row, at_most, percentile, seed
from .trust import address_of, running

SIZES = (10_000, 50_000, 250_000)
"""Shots at which questions are asked."""
TOGETHER = 1
"""Copies of one demo recording that make one match."""
ASKED, COMMON_ASKED, TODAYS, STORED = 150, 60, 40, 60
MORE_RACKS = 20
"""What the numbers of a copy's racks go up by."""
KEYS = ("fact_pots", "fact_plays", "fact_places")
"""Keys of the facts that common questions read."""
SHIFT = {"recording": 1_000, "rack": 10_000}
"""How far apart the ids of copies lie."""
COMMON = (
    {"measure": "pots", "by": "cut"}, {"measure": "pots", "by": "player"},
    {"measure": "pots", "by": "to_pocket", "discipline": "nine-ball"},
    {"measure": "safety-held", "by": "player"}, {"measure": "position", "by": "speed", "player": "1"},
    {"measure": "pots", "by": "expected", "player": "1", "against": "2"},
    {"measure": "break-balls", "by": "discipline"}, {"measure": "fouls", "by": "month", "kind": "match"},
)  # fmt: skip
"""What coaches ask most (our choice)."""


def measure() -> Iterator[Row]:
    """Every row of the area, one size after the other in one application."""
    yield from measure_planted()
    yield from measure_fitted()
    with running() as made:
        address = address_of(made)
        base = _demo(address)
        with made.talker() as talker:
            while talker.get("/api/today")["uncounted"]:
                time.sleep(0.5)
            copies = 1
            for size in SIZES:
                wanted = -(-size // base)
                _copied(address, copies, wanted)
                copies = wanted
                made.stop()
                made.start()
                talker.url = made.url
                talker.hang_up()
                yield from _questions(talker, size, base * wanted)
            yield from _rest(made, talker, base * copies)


def _demo(address: Address) -> int:
    """How many shots the demo has, which is stored."""
    with reading(address) as db:
        club = read.first_member(db).club_id
    for fixture in EVERY:
        file = load(fixture)
        written(address, lambda db, file=file: write.import_match(db, club, file, lambda: str(uuid4())))
    with reading(address) as db:
        return _count(db, "shot")


def _count(db: Db, table: str) -> int:
    with db.cursor() as cursor:
        cursor.execute(f"SELECT COUNT(*) AS n FROM {table}")
        return int(cursor.fetchone()["n"])  # type: ignore[index,call-overload]


def _copied(address: Address, first: int, last: int) -> None:
    """Copy the demo's recordings `first` to `last` - 1 times more: TOGETHER copies make one match."""
    db = connect(address, seconds=1800)
    try:
        run(db, "SET SESSION foreign_key_checks = 0")
        keys = {key: _of_key(db, key) for key in KEYS}
        for key in keys:
            run(db, f"ALTER TABLE shot_fact DROP KEY {key}")
        numbers = f"seq_{first}_to_{last - 1} q"
        match = f"r.id + {SHIFT['recording']} * (1 + q.seq DIV {TOGETHER})"
        day = "DATE_SUB(r.played_on, INTERVAL q.seq DAY)"
        _copy(db, "recording", "r", numbers, {"id": match, "played_on": day}, "r.id < 1000", ignore=True)
        into = match.replace("r.id", "r.recording_id")
        seats = "r.recording_id < 1000"
        _copy(db, "recording_player", "r", numbers, {"recording_id": into}, seats, ignore=True)
        rack = f"r.{{}} + {SHIFT['rack']} * q.seq"
        number = f"r.{{}} + {MORE_RACKS} * (q.seq MOD {TOGETHER})"
        of_rack = {"rack_id": rack.format("rack_id")}
        base = "r.rack_id < 10000"
        _copy(
            db,
            "rack",
            "r",
            numbers,
            {"id": rack.format("id"), "recording_id": into, "number": number.format("number")},
            "r.id < 10000",
        )
        _copy(db, "shot", "r", numbers, of_rack | {"id": "UUID()", "recording_id": into}, base)
        _copy(db, "rack_facts", "r", numbers, of_rack, base)
        _copy(
            db,
            "shot_fact",
            "r",
            numbers,
            of_rack
            | {
                "recording_id": into,
                "rack": number.format("rack"),
                "played_on": day,
                "cut": "r.cut * (0.7 + 0.6 * RAND())",
            },
            base,
        )
        _copy(db, "shot_word", "r", numbers, of_rack, base)
        _copy(db, "shot_stated", "r", numbers, of_rack, base)
        db.commit()
        for key, columns in keys.items():
            run(db, f"ALTER TABLE shot_fact ADD KEY {key} ({columns})")
        for table in ("shot_fact", "shot", "rack"):
            run(db, f"ANALYZE TABLE {table}")
    finally:
        db.close()


def _of_key(db: Db, key: str) -> str:
    """The columns of a key that common questions read; it is built anew after copies, in a tenth of the
    time."""
    with db.cursor() as cursor:
        cursor.execute(
            "SELECT column_name AS c FROM information_schema.statistics WHERE table_schema = DATABASE()"
            " AND table_name = 'shot_fact' AND index_name = %s ORDER BY seq_in_index",
            [key],
        )
        return ", ".join(f"`{row['c']}`" for row in cursor.fetchall())  # type: ignore[call-overload]


def _copy(
    db: Db, table: str, name: str, numbers: str, changed: dict[str, str], which: str, ignore: bool = False
) -> None:
    with db.cursor() as cursor:
        cursor.execute(
            "SELECT column_name AS c FROM information_schema.columns WHERE table_schema = DATABASE()"
            " AND table_name = %s AND (generation_expression IS NULL OR generation_expression = '')",
            [table],
        )
        columns = [row["c"] for row in cursor.fetchall()]  # type: ignore[call-overload]
    values = ", ".join(changed.get(column, f"{name}.`{column}`") for column in columns)
    names = ", ".join(f"`{column}`" for column in columns)
    run(
        db,
        f"INSERT {'IGNORE' if ignore else ''} INTO {table} ({names}) SELECT {values}"
        f" FROM {table} {name} JOIN {numbers} WHERE {which}",
    )


def _questions(talker: Talker, size: int, shots: int) -> Iterator[Row]:
    rng = random.Random(seed(240_000))
    splits = [one.code for one in SPLITS]
    every = [
        {"measure": rng.choice(MEASURES).code, "by": rng.choice(splits)}
        | ({"player": str(rng.randint(1, 6))} if rng.random() < 0.3 else {})
        | ({"discipline": rng.choice(("all", "nine-ball", "snooker"))} if rng.random() < 0.5 else {})
        for _ in range(ASKED)
    ]
    slow = _asked(talker, every)
    common = _asked(talker, [COMMON[k % len(COMMON)] for k in range(COMMON_ASKED)])
    whole = size == SIZES[-1]
    how = f"{shots} shots, over HTTP, a limit at the largest size; the slowest took {max(slow):.0f} ms."
    yield at_most(
        f"any question, p95, {size:,} shots", round(percentile(slow, 0.95)), "ms", 1000, ASKED, how
    )
    yield at_most(
        f"a common question, p95, {size:,} shots", round(percentile(common, 0.95)), "ms", 200, COMMON_ASKED,
        f"{shots} shots; pots by cut, player and distance, safeties, breaks, two players side by side.",
    )  # fmt: skip
    today = [talker.ask("GET", "/api/today").ms for _ in range(TODAYS)]
    yield at_most(
        f"Today, p95, {size:,} shots", round(percentile(today, 0.95), 1), "ms", 100, TODAYS,
        "Over HTTP." if not whole else "Over HTTP, a thousand matches.",
    )  # fmt: skip


def _asked(talker: Talker, questions: list[dict[str, str]]) -> list[float]:
    took = []
    for question in questions:
        answer = talker.ask("GET", f"/api/numbers/asked?{urlencode(question)}")
        assert answer.status == 200, answer.text
        took.append(answer.ms)
    return took


PAGES = (
    "/api/players/6/model", "/api/players/6/worth", "/api/players/6/then?day=2026-06-01",
    "/api/players/6/causes", "/api/players/6/habits", "/api/stated", "/api/stated?player=1",
    "/api/numbers?player=6&against=1",
)  # fmt: skip
"""Pages of a player, of stated chances, and the report of two players."""


def _pages(talker: Talker, shots: int) -> Row:
    took = {}
    for page in PAGES:
        answers = [talker.ask("GET", page) for _ in range(5)]
        assert all(answer.status == 200 for answer in answers), answers[0].text
        took[page] = statistics.median(answer.ms for answer in answers)
    slowest = max(took, key=lambda page: took[page])
    return at_most(
        "a player's page, the report and stated chances, the slowest", round(took[slowest]), "ms", 1000,
        len(PAGES),
        f"{shots} shots, median of five each over HTTP; the slowest was {slowest}.",
    )  # fmt: skip


def _rest(made: Site, talker: Talker, shots: int) -> Iterator[Row]:
    yield _pages(talker, shots)
    used = memory([pid for which in ("master", "worker", "analysis") for pid in made.pids(which)])
    yield at_most(
        "memory of the server after that", round(used), "MB", 400, 1,
        f"{shots} shots; the web server and the processes beside it, shared memory counted once.",
    )  # fmt: skip
    _, (rack,), player = recording(talker, 1, "Stored now")
    took = []
    for _ in range(STORED):
        change = {"id": str(uuid4()), "version": None, "shot": {"shooter": player}}
        answer = talker.ask("POST", f"/api/racks/{rack}/changes", {"shots": [change]})
        assert answer.status == 200, answer.text
        took.append(answer.ms)
        time.sleep(0.05)
    yield at_most(
        "storing a shot then, median", round(statistics.median(took), 1), "ms", 40, STORED,
        f"{shots} shots, over HTTP; its facts follow in the background, as every change's do.",
    )  # fmt: skip
