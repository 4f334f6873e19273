"""The store on a real MariaDB."""

import json
import threading
import uuid
from collections.abc import Callable
from dataclasses import replace

import pymysql
import pytest

from aretane.demo.library import load
from aretane.demo.scenario import FIXTURES, Fixture
from aretane.formats.match_file import MatchFile, RackShape
from aretane.formats.match_file import read as read_file
from aretane.formats.match_file import write as write_file
from aretane.formats.shapes import ShotShape
from aretane.store import read, write
from aretane.store.database import Address, AddressError, Db, reading, run, writing
from aretane.store.errors import Conflict, NotFound, Refused
from aretane.store.migrate import MigrationError, migrate
from aretane.store.records import StoredRack, match_file
from tests.examples import example

new_id: Callable[[], str] = lambda: str(uuid.uuid4())  # noqa: E731


def hand_written() -> MatchFile:
    file = read_file(json.dumps(example())).whole
    assert file is not None
    return file


@pytest.fixture
def stored(database: Address, club: int) -> int:
    """The hand-written match in the club; its recording's id."""
    with writing(database) as db:
        return write.import_match(db, club, hand_written(), new_id)[0]


def first_rack(database: Address, club: int, recording: int) -> StoredRack:
    with reading(database) as db:
        return read.recording(db, club, recording).racks[0]


def save(database: Address, club: int, rack: int, **changes: object) -> None:
    batch = write.RackChanges(**({"shots": (), "removed": (), "order": None} | changes))  # type: ignore[arg-type]
    with writing(database) as db:
        write.save_rack(db, club, rack, batch)


def changed(rack: StoredRack, index: int, **fields: object) -> write.ShotChange:
    shot = rack.shots[index]
    return write.ShotChange(shot.id, shot.version, shot.shape.model_copy(update=fields))


def test_export_gives_back_the_imported_file(database: Address, club: int, stored: int) -> None:
    with reading(database) as db:
        out = match_file(read.recording(db, club, stored))
    assert json.loads(write_file(out)) == example()


@pytest.mark.parametrize("fixture", FIXTURES, ids=lambda one: one.title)
def test_every_demo_recording_comes_back_as_it_went_in(
    database: Address, club: int, fixture: Fixture
) -> None:
    file = load(fixture)
    with writing(database) as db:
        number, _ = write.import_match(db, club, file, new_id)
    with reading(database) as db:
        out = match_file(read.recording(db, club, number))
    assert write_file(out) == write_file(file)


def test_what_other_games_log_comes_back_too(database: Address, club: int) -> None:
    data = example()
    data["match"] |= {"kind": "team", "options": {"break_condition": "three-points", "push_out": False}}
    rack = data["racks"][0]
    rack |= {"depth": "key-moments", "winner": "bo", "how": "conceded"}
    shot = rack["shots"][0]
    shot["gap"] = "skipped"
    shot["plan"]["visit"] = {"order": ["7", "8"], "key_ball": "8", "state": "re-planned"}
    shot["result"] |= {"break_over": 2, "ruled": {"reason": "seen by the referee", "next": "bo"}}
    shot["judgement"] = {
        "causes": ["speed"], "evidence": {"speed": "told"}, "caused_back": 1, "question": "Why?",
        "verdicts": [{"by": "Teo", "decision": "wrong", "reason": "no need"}],
    }  # fmt: skip
    file = read_file(json.dumps(data)).whole
    assert file is not None
    with writing(database) as db:
        number, _ = write.import_match(db, club, file, new_id)
        stored = read.recording(db, club, number)
        out = match_file(stored)
    assert json.loads(write_file(out)) == data
    ruled = stored.racks[0].shots[0].shape.result
    assert ruled is not None and ruled.ruled is not None
    assert ruled.ruled.next == str(stored.seats[1].player_id)


def test_players_are_found_by_name_and_keep_their_level(database: Address, club: int) -> None:
    with writing(database) as db:
        write.add_player(db, club, "Ana Quill", "professional")
        _, remarks = write.import_match(db, club, hand_written(), new_id)
        names = [row["name"] for row in read.players(db, club)]
    assert names == ["Ana Quill", "Bo Larch"]
    assert remarks == ["Ana Quill keeps the level professional (file: strong)"]


def test_a_failed_import_leaves_nothing(database: Address, club: int) -> None:
    file = hand_written()
    same = new_id()
    with pytest.raises(Refused), writing(database) as db:
        write.import_match(db, club, file, lambda: same)
    with reading(database) as db:
        assert read.recordings(db, club) == []
        assert read.players(db, club) == []


def test_migrations_run_once_and_a_changed_one_is_refused(database: Address) -> None:
    assert migrate(database) == []
    with writing(database) as db:
        run(db, "UPDATE migration SET checksum = %s", "0" * 64)
    with pytest.raises(MigrationError, match="changed after it was applied"):
        migrate(database)


def test_an_interrupted_migration_is_run_again(empty_address: Address) -> None:
    address = replace(empty_address, database="test_interrupted")
    migrate(address)
    with writing(address) as db:
        run(db, "DELETE FROM migration")
        run(db, "DROP TABLE shot")
    assert migrate(address)[0] == "0001_first_slice.sql"


def test_a_database_of_a_newer_version_is_refused(database: Address) -> None:
    with writing(database) as db:
        run(db, "INSERT INTO migration (name, checksum) VALUES ('9999_later.sql', %s)", "0" * 64)
    with pytest.raises(MigrationError, match="newer version"):
        migrate(database)


def test_reads_cannot_write(database: Address, club: int) -> None:
    with pytest.raises(pymysql.MySQLError), reading(database) as db:
        run(db, "DELETE FROM club")


def test_a_saved_shot_comes_back_as_it_was(database: Address, club: int, stored: int) -> None:
    rack = first_rack(database, club, stored)
    save(database, club, rack.id, shots=[changed(rack, 1, notes="élan – 技 \U0001f3b1", tags=["a", "b"])])
    again = first_rack(database, club, stored)
    assert again.shots[1].shape.notes == "élan – 技 \U0001f3b1"
    assert again.shots[1].version == 2
    assert again.shots[0] == rack.shots[0]


def test_the_second_of_two_savers_is_told_and_nothing_is_stored(
    database: Address, club: int, stored: int
) -> None:
    rack = first_rack(database, club, stored)
    save(database, club, rack.id, shots=[changed(rack, 0, notes="first")])
    with pytest.raises(Conflict) as told:
        save(database, club, rack.id, shots=[changed(rack, 0, notes="second"), changed(rack, 1, notes="x")])
    current = told.value.current[rack.shots[0].id]
    assert current is not None
    assert current["version"] == 2
    assert current["shot"]["notes"] == "first"
    assert first_rack(database, club, stored).shots[1].shape.notes == ""


def test_two_savers_of_different_shots_do_not_disturb_each_other(
    database: Address, club: int, stored: int
) -> None:
    rack = first_rack(database, club, stored)
    save(database, club, rack.id, shots=[changed(rack, 0, notes="one")])
    save(database, club, rack.id, shots=[changed(rack, 1, notes="two")])
    notes = [shot.shape.notes for shot in first_rack(database, club, stored).shots[:2]]
    assert notes == ["one", "two"]


def test_savers_at_the_same_moment_lose_no_word(database: Address, club: int, stored: int) -> None:
    rack = first_rack(database, club, stored)
    told: list[str] = []

    def saver(words: str) -> None:
        try:
            save(database, club, rack.id, shots=[changed(rack, 0, notes=words)])
        except Conflict:
            told.append(words)

    threads = [threading.Thread(target=saver, args=(f"saver {n}",)) for n in range(6)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    kept = first_rack(database, club, stored).shots[0].shape.notes
    assert len(told) == 5
    assert kept not in told


def test_shots_are_put_in_taken_out_and_ordered(database: Address, club: int, stored: int) -> None:
    rack = first_rack(database, club, stored)
    ids = [shot.id for shot in rack.shots]
    fresh = write.ShotChange(new_id(), None, ShotShape(shooter=rack.shots[0].shape.shooter))
    order = [ids[0], fresh.id, *ids[1:]]
    save(database, club, rack.id, shots=[fresh], order=order)
    save(database, club, rack.id, removed=[(ids[2], 1)])
    assert [s.id for s in first_rack(database, club, stored).shots] == [
        ids[0], fresh.id, ids[1], ids[3], ids[4],
    ]  # fmt: skip


def test_a_shot_removed_elsewhere_is_a_conflict_not_a_loss(
    database: Address, club: int, stored: int
) -> None:
    rack = first_rack(database, club, stored)
    save(database, club, rack.id, removed=[(rack.shots[1].id, 1)])
    with pytest.raises(Conflict) as told:
        save(database, club, rack.id, shots=[changed(rack, 1, notes="still typing")])
    assert told.value.current == {rack.shots[1].id: None}
    back = write.ShotChange(rack.shots[1].id, None, rack.shots[1].shape)
    save(database, club, rack.id, shots=[back], order=[shot.id for shot in rack.shots])
    assert [s.id for s in first_rack(database, club, stored).shots] == [s.id for s in rack.shots]


@pytest.mark.parametrize(
    ("kept", "wanted", "added", "order"),
    [
        ("abc", None, "", "abc"),
        ("abc", "cab", "", "cab"),
        ("abxc", "abc", "", "abxc"),
        ("xabc", "cba", "", "xcba"),
        ("abc", "abdc", "d", "abdc"),
        ("ab", "axb", "", "ab"),
        ("ab", None, "c", "abc"),
    ],
)
def test_orders_are_merged(kept: str, wanted: str | None, added: str, order: str) -> None:
    assert "".join(write.merged_order(kept, wanted, added)) == order


def test_only_seated_players_can_shoot(database: Address, club: int, stored: int) -> None:
    rack = first_rack(database, club, stored)
    with writing(database) as db:
        stranger = write.add_player(db, club, "Cy", "regular")
    for shooter in (str(stranger), "ana", "99999999999"):
        with pytest.raises(Refused, match="player"):
            save(database, club, rack.id, shots=[changed(rack, 0, shooter=shooter)])


def test_a_player_with_shots_cannot_leave(database: Address, club: int, stored: int) -> None:
    with reading(database) as db:
        recording = read.recording(db, club, stored)
    seats = [seat.player_id for seat in recording.seats]
    with pytest.raises(Refused, match="cannot leave"), writing(database) as db:
        write.set_recording(db, club, stored, 1, recording.match, recording.table, seats[:1])
    with writing(database) as db:
        write.set_recording(db, club, stored, 1, recording.match, recording.table, seats[::-1])
        assert [s.player_id for s in read.recording(db, club, stored).seats] == seats[::-1]
    with pytest.raises(Conflict), writing(database) as db:
        write.set_recording(db, club, stored, 1, recording.match, recording.table, seats)


def test_racks_move_up_and_down_and_come_back(database: Address, club: int, stored: int) -> None:
    with writing(database) as db:
        write.add_rack(db, club, stored, 1, RackShape(notes="before"), new_id)
        racks = read.recording(db, club, stored).racks
        assert [(rack.number, rack.notes) for rack in racks] == [(1, "before"), (2, "")]
        _, removed = write.remove_rack(db, club, racks[1].id, racks[1].content)
        write.add_rack(db, club, stored, 1, removed, new_id)
        racks = read.recording(db, club, stored).racks
    assert [len(rack.shots) for rack in racks] == [5, 0]
    with pytest.raises(Refused, match="has 2 racks"), writing(database) as db:
        write.add_rack(db, club, stored, 9, RackShape(), new_id)


def test_a_removed_recording_can_be_restored(database: Address, club: int, stored: int) -> None:
    with writing(database) as db:
        write.remove_recording(db, club, stored)
        assert read.recordings(db, club) == []
        with pytest.raises(NotFound):
            read.recording(db, club, stored)
        write.restore_recording(db, club, stored)
        assert len(read.recordings(db, club)) == 1


def test_clubs_do_not_see_each_other(database: Address, club: int, stored: int) -> None:
    rack = first_rack(database, club, stored)
    with writing(database) as db:
        other = write.add_club(db, "Other", "Somebody")
    asks: list[Callable[[Db], object]] = [
        lambda db: read.recording(db, other, stored),
        lambda db: read.rack(db, other, rack.id),
        lambda db: write.remove_recording(db, other, stored),
        lambda db: write.set_rack(db, other, rack.id, 1, RackShape()),
        lambda db: write.save_rack(db, other, rack.id, write.RackChanges((), (), None)),
        lambda db: write.set_player(db, other, 1, "x", "regular"),
    ]
    for ask in asks:
        with pytest.raises(NotFound), writing(database) as db:
            ask(db)
    with reading(database) as db:
        assert read.recordings(db, other) == []
        assert read.players(db, other) == []


@pytest.mark.parametrize(
    "statement",
    [
        "UPDATE shot SET plan = '{broken'",
        """UPDATE shot SET plan = '{"choice": "hope"}'""",
        """UPDATE shot SET plan = '{"kind": "magic"}'""",
        "UPDATE shot SET time_s = -1",
        "UPDATE player SET level = 'wizard'",
        "UPDATE recording SET corner_mouth_mm = 5",
        "DELETE FROM player",
        "UPDATE shot SET shooter_id = 4000000",
        "UPDATE shot SET position = 1",
    ],
)
def test_the_database_itself_refuses_bad_rows(database: Address, stored: int, statement: str) -> None:
    with pytest.raises(pymysql.MySQLError), writing(database) as db:
        run(db, statement)


@pytest.mark.parametrize(
    ("url", "words"),
    [
        ("http://x/y", "must start with mysql://"),
        ("mysql://u@h:99999999/db", "port"),
        ("mysql://u@h/", "must end in /database"),
        ("mysql://u@h/a;b", "must end in /database"),
    ],
)
def test_bad_database_addresses_are_named(url: str, words: str) -> None:
    with pytest.raises(AddressError, match=words):
        Address.parse(url)


def test_an_address_survives_being_written_out() -> None:
    address = Address("u@x", "p:w/d", "db.example", 3307, "aretane", "/tmp/a b.sock")
    assert Address.parse(address.url()) == address
