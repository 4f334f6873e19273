"""Many who store at the same moment: nothing is lost, nobody is told of a deadlock, numbers never gap."""

import random
import threading
import uuid
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import pymysql
import pytest
from flask.testing import FlaskClient
from pymysql.constants import ER

from aretane.formats.match_file import RackShape
from aretane.formats.shapes import ShotShape
from aretane.store import database as store
from aretane.store import read, video, write
from aretane.store.database import Address, Db, reading, writing, written
from aretane.store.errors import Busy, Conflict, Refused, Uncertain
from aretane.web import create_app
from tests.clients import client_of

Json = dict[str, Any]
PEOPLE = 20


def new_id() -> str:
    return str(uuid.uuid4())


def at_once(people: int, work: Callable[[int], Any]) -> list[Any]:
    """What each of `people` threads gets, all begun at the same moment."""
    gate = threading.Barrier(people)

    def one(number: int) -> Any:
        gate.wait()
        return work(number)

    with ThreadPoolExecutor(people) as pool:
        return list(pool.map(one, range(people)))


@pytest.fixture
def shooter(desk: Json) -> str:
    name: str = desk["rack"]["shots"][0]["shot"]["shooter"]
    return name


def change(
    database: Address, club: int, rack_id: int, shot: str, shooter: str, version: int | None
) -> None:
    shape = ShotShape(shooter=shooter, notes=new_id())
    batch = write.RackChanges([write.ShotChange(shot, version, shape)], (), None)
    written(database, lambda db: write.save_rack(db, club, rack_id, batch))


def test_first_shots_into_empty_racks(database: Address, club: int, recording: int, shooter: str) -> None:
    with writing(database) as db:
        racks = [write.add_rack(db, club, recording, 2, RackShape(), new_id) for _ in range(PEOPLE)]
    at_once(PEOPLE, lambda n: change(database, club, racks[n], new_id(), shooter, None))
    at_once(PEOPLE, lambda n: change(database, club, racks[n], new_id(), shooter, None))
    with reading(database) as db:
        assert [len(rack.shots) for rack in read.recording(db, club, recording).racks[1:]] == [2] * PEOPLE


def test_shots_into_one_rack(database: Address, club: int, desk: Json, shooter: str) -> None:
    rack = desk["rack"]["id"]
    at_once(PEOPLE, lambda n: change(database, club, rack, new_id(), shooter, None))
    with reading(database) as db:
        assert len(read.rack(db, club, rack).shots) == 5 + PEOPLE


def test_racks_taken_out_by_many_leave_no_gap(database: Address, club: int, recording: int) -> None:
    with writing(database) as db:
        racks = [write.add_rack(db, club, recording, k + 2, RackShape(), new_id) for k in range(PEOPLE)]

    def work(number: int) -> str:
        if number % 3 == 0:
            written(database, lambda db: write.add_rack(db, club, recording, 1, RackShape(), new_id))
            return "added"
        written(database, lambda db: write.remove_rack(db, club, racks[number], 1))
        return "removed"

    done = at_once(PEOPLE, work)
    with reading(database) as db:
        numbers = [rack.number for rack in read.recording(db, club, recording).racks]
    left = 1 + PEOPLE + done.count("added") - done.count("removed")
    assert numbers == list(range(1, left + 1))


def test_a_rack_is_not_removed_with_a_shot_nobody_saw(
    client: FlaskClient, desk: Json, recording: int
) -> None:
    rack = desk["rack"]
    shot = {"shooter": rack["shots"][0]["shot"]["shooter"], "notes": "stored meanwhile"}
    change_ = {"shots": [{"id": new_id(), "version": None, "shot": shot}]}
    assert client.post(f"/api/racks/{rack['id']}/changes", json=change_).status_code == 200
    refused = client.delete(f"/api/racks/{rack['id']}?content={rack['content']}")
    assert refused.status_code == 409 and "look at it again" in refused.get_json()["message"]
    seen = client.get(f"/api/recordings/{recording}").get_json()["racks"][0]["content"]
    removed = client.delete(f"/api/racks/{rack['id']}?content={seen}").get_json()
    assert [one["notes"] for one in removed["rack"]["shots"]][-1] == "stored meanwhile"
    assert client.delete(f"/api/racks/{rack['id']}").status_code == 422


def test_the_same_change_twice_at_once_is_answered_alike(
    database: Address, settings: Any, club: int, desk: Json
) -> None:
    app = create_app(settings, database)
    client_of(app)
    rack = desk["rack"]
    for _ in range(5):
        shot = {"shooter": rack["shots"][0]["shot"]["shooter"], "notes": new_id()}
        body = {"shots": [{"id": new_id(), "version": None, "shot": shot}]}
        answers = at_once(
            2, lambda n, body=body: app.test_client().post(f"/api/racks/{rack['id']}/changes", json=body)
        )
        for answer in answers:
            assert answer.status_code == 200
            assert [s["shot"]["notes"] for s in answer.get_json()["shots"]].count(shot["notes"]) == 1


def test_a_head_that_was_changed_elsewhere_is_given_and_sent_twice_is_taken(
    client: FlaskClient, desk: Json
) -> None:
    rack = desk["rack"]
    where = f"/api/racks/{rack['id']}"
    body = {"version": 1, "breaker": rack["breaker"], "notes": "mine"}
    assert client.put(where, json=body).status_code == 200
    assert client.put(where, json=body).status_code == 200  # the answer was lost, and it was sent again
    late = client.put(where, json=body | {"notes": "theirs"})
    assert late.status_code == 409
    assert late.get_json()["current"]["rack"] == {
        "version": 2, "breaker": rack["breaker"], "notes": "mine", "depth": "full", "winner": None,
        "how": None,
    }  # fmt: skip


def test_video_moved_while_shots_are_stored(
    database: Address, club: int, recording: int, desk: Json, shooter: str
) -> None:
    facts = {"container": "webm", "codec": "vp9", "width": 320, "height": 180, "seconds": 900.0}
    with writing(database) as db:
        part = video.add_part(db, club, recording, "a.webm", "kept", "a", 1, facts, b"", 0.0)

    def work(number: int) -> None:
        if number % 2:
            change(database, club, desk["rack"]["id"], new_id(), shooter, None)
        else:
            starts = random.Random(number).random() * 50
            written(database, lambda db: video.move_part(db, club, part, starts))

    at_once(PEOPLE, work)
    with reading(database) as db:
        assert len(read.rack(db, club, desk["rack"]["id"]).shots) == 5 + PEOPLE // 2


def test_a_deadlock_is_tried_again_and_told_as_what_it_is(
    database: Address, club: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(store, "AGAIN_AFTER", (0.0, 0.0))
    seen: list[int] = []

    def twice_in_the_way(db: Db) -> str:
        seen.append(1)
        if len(seen) < 3:
            raise pymysql.err.OperationalError(ER.LOCK_DEADLOCK, "Deadlock found")
        return "stored"

    assert written(database, twice_in_the_way) == "stored"
    with pytest.raises(Busy, match="many people are saving"):
        written(database, lambda db: _deadlock())


def _deadlock() -> None:
    raise pymysql.err.OperationalError(ER.LOCK_WAIT_TIMEOUT, "Lock wait timeout")


def test_a_database_lost_in_the_middle_is_told_and_not_a_fault(
    client: FlaskClient, desk: Json, monkeypatch: pytest.MonkeyPatch
) -> None:
    for error in (
        pymysql.err.OperationalError(2013, "Lost connection"), pymysql.err.InterfaceError(0, ""),
        pymysql.err.OperationalError(2006, "gone away"),
    ):  # fmt: skip

        def lost(*args: Any, error: Exception = error) -> None:
            raise error

        monkeypatch.setattr(write, "save_rack", lost)
        answer = client.post(f"/api/racks/{desk['rack']['id']}/changes", json={})
        assert answer.status_code == 503 and "nothing was stored" in answer.get_json()["message"]


def test_nobody_is_told_a_lie_about_a_commit_that_was_lost(database: Address, club: int) -> None:
    with pytest.raises(Uncertain, match="look whether it is there"):
        _commit_over_a_cut_line(database)


def _commit_over_a_cut_line(database: Address) -> None:
    with writing(database) as db:
        with db.cursor() as cursor:
            cursor.execute("SELECT CONNECTION_ID() AS id")
            own = cursor.fetchone()["id"]  # type: ignore[index]
        with reading(database) as other:
            store.run(other, f"KILL {own}")


def test_a_full_disk_refuses_before_anything_is_begun(
    database: Address, settings: Any, club: int, recording: int, desk: Json
) -> None:
    from dataclasses import replace

    full = client_of(create_app(replace(settings, spare_bytes=2**60), database))
    body = {"name": "Cy"}
    for answer in (
        full.post("/api/players", json=body),
        full.post("/api/match-files", data="{}", content_type="application/json"),
        full.delete(f"/api/recordings/{recording}"),
    ):
        assert answer.status_code == 507
        assert "the disk is full" in answer.get_json()["message"]
        assert "make room, and it goes on by itself" in answer.get_json()["message"]
    assert full.get(f"/api/recordings/{recording}").status_code == 200
    assert full.get("/api/state").get_json()["troubles"][0]["what"] == "disk"


def test_a_clock_that_jumps_deletes_nothing(database: Address, club: int, recording: int) -> None:
    made = video.Intake(new_id(), recording, "a", "kept", "a.video", 9, ("vp9",), "receiving", "")
    with writing(database) as db:
        video.add_intake(db, club, made)
        assert video.leftovers(db, 168) == []
        store.run(db, "UPDATE cleaning SET done_at = CURRENT_TIMESTAMP - INTERVAL 10 DAY")
        assert video.leftovers(db, 168) == []  # ten days at once count as one
        store.run(db, "UPDATE cleaning SET done_at = CURRENT_TIMESTAMP + INTERVAL 10 DAY")
        assert video.leftovers(db, 168) == []
        gone = []
        for _ in range(8):  # a week of days that really passed
            store.run(db, "UPDATE cleaning SET done_at = CURRENT_TIMESTAMP - INTERVAL 1 DAY")
            gone += video.leftovers(db, 168)
        assert gone == ["a.video"]


def test_more_than_a_name_can_hold_is_refused_in_words(client: FlaskClient, recording: int) -> None:
    for body in ({"name": "x" * 61}, {"name": "\ud800"}, {"name": " "}):
        assert client.post("/api/players", json=body).status_code == 422, body


def test_conflicts_keep_what_is_stored(database: Address, club: int, desk: Json, shooter: str) -> None:
    one = desk["rack"]["shots"][0]["id"]
    rack = desk["rack"]["id"]

    def work(number: int) -> bool:
        try:
            change(database, club, rack, one, shooter, 1)
        except Conflict:
            return False
        return True

    assert at_once(PEOPLE, work).count(True) == 1


def test_a_refused_batch_is_not_tried_again(database: Address, club: int) -> None:
    tries: list[int] = []

    def refuse(db: Db) -> None:
        tries.append(1)
        raise Refused("no")

    with pytest.raises(Refused):
        written(database, refuse)
    assert len(tries) == 1
