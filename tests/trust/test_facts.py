"""The facts that lists and Today show are those of the racks as they are, whatever was changed."""

import copy
from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.demo.library import load
from aretane.demo.scenario import FIXTURES
from aretane.reviewing import keeping
from aretane.store import facts, read, write
from aretane.store.database import Address, reading, run, writing
from aretane.work.worked import worked_out
from tests.store.test_store import new_id

Json = dict[str, Any]


ADD = """INSERT INTO recording (club_id, title, played_on, kind, discipline, break_order, notes, table_size,
  cloth) VALUES (1, %s, '2026-01-01', 'practice', 'nine-ball', 'winner', '', 'pool-9', 'medium')"""


def lines(client: FlaskClient) -> list[Json]:
    found: list[Json] = client.get("/api/recordings").get_json()["recordings"]
    return found


def same_as_live(client: FlaskClient) -> None:
    """The list says of every recording what the recording itself says."""
    for line in lines(client):
        live = client.get(f"/api/recordings/{line['id']}").get_json()
        assert line["score"] == live["score"], line["title"]
        assert line["shots"] == sum(rack["shots"] for rack in live["racks"])
        assert line["open_shots"] == sum(rack["open_shots"] for rack in live["racks"])
        assert [(r["number"], r["winner"], r["flags"], r["counted"]) for r in line["racks"]] == [
            (r["number"], r["winner"], r["flags"], True) for r in live["racks"]
        ]


@pytest.fixture
def season(database: Address, club: int) -> int:
    """A straight-pool match and two others of the demo."""
    with writing(database) as db:
        for fixture in FIXTURES[:2]:
            write.import_match(db, club, load(fixture), new_id)
        straight = next(one for one in FIXTURES if load(one).match.discipline == "straight-pool")
        return write.import_match(db, club, load(straight), new_id)[0]


def test_the_list_says_what_the_recordings_say(client: FlaskClient, season: int) -> None:
    same_as_live(client)


def test_a_change_in_one_rack_counts_the_racks_after_it_where_scores_cross(
    client: FlaskClient, season: int
) -> None:
    same_as_live(client)
    desk = client.get(f"/api/recordings/{season}/racks/1").get_json()
    shot = copy.deepcopy(desk["rack"]["shots"][3])
    shot["shot"]["result"] = None
    body = {"shots": [{key: shot[key] for key in ("id", "version", "shot")}]}
    assert client.post(f"/api/racks/{desk['rack']['id']}/changes", json=body).status_code == 200
    same_as_live(client)
    assert any("racks/1/shots/4" in line["link"] for line in client.get("/api/today").get_json()["lines"])


def test_another_set_up_another_level_and_removed_racks_are_counted_anew(
    client: FlaskClient, season: int, database: Address
) -> None:
    held = client.get("/api/recordings/1").get_json()
    body = {key: held[key] for key in ("match", "table", "version")}
    body["match"]["break_order"] = "alternate"
    body["players"] = [int(player["id"]) for player in held["players"]]
    assert client.put("/api/recordings/1", json=body).status_code == 200
    same_as_live(client)
    assert client.put("/api/players/1", json={"name": "Renamed", "level": "starter"}).status_code == 204
    same_as_live(client)
    rack = held["racks"][0]
    assert client.delete(f"/api/racks/{rack['id']}?content={rack['content']}").status_code == 200
    same_as_live(client)
    client.delete("/api/recordings/1")
    assert 1 not in [line["id"] for line in lines(client)]
    client.post("/api/recordings/1/restore")
    same_as_live(client)


def test_facts_of_a_rack_changed_meanwhile_are_not_kept(
    database: Address, club: int, recording: int
) -> None:
    with reading(database) as db:
        (stale,) = facts.stale(db, 10)
    with writing(database) as db:
        run(db, "UPDATE rack SET content = content + 1")
    kept = facts.Kept(1, 0, None, 0, None, "", 0, None, "", None)
    with writing(database) as db:
        assert not facts.keep(db, stale, "1", kept)
    assert keeping.catch_up(database, 10, worked_out) == 1
    assert keeping.catch_up(database, 10, worked_out) == 0


def test_facts_of_another_version_are_counted_anew(
    client: FlaskClient, recording: int, database: Address
) -> None:
    lines(client)
    with writing(database) as db:
        facts.outdate(db, keeping.MODEL)
        assert facts.waiting(db) == 0
        facts.outdate(db, "another")
        assert facts.waiting(db) == 1


def test_a_rack_that_cannot_be_replayed_hides_no_other(
    client: FlaskClient, recording: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    client.post(f"/api/recordings/{recording}/racks", json={"number": 2})

    def broken(around: Any, rack: Any, carried: Any) -> Any:
        if rack.number == 1:
            raise ZeroDivisionError("a fault of the rules")
        return real(around, rack, carried)

    real = keeping.replayed.facts
    monkeypatch.setattr(keeping.replayed, "facts", broken)
    found = client.get("/api/today").get_json()["lines"]
    assert "it cannot be replayed: a fault of the rules" in found[0]["words"]
    assert found[1]["words"].endswith("has no shots yet.")


def test_the_list_comes_in_pages(client: FlaskClient, recording: int, database: Address) -> None:
    with writing(database) as db:
        for number in range(60):
            run(db, ADD, f"Evening {number}")
    first = client.get("/api/recordings").get_json()
    second = client.get("/api/recordings?page=2").get_json()
    assert (first["total"], first["pages"], len(first["recordings"]), len(second["recordings"])) == (
        61,
        2,
        50,
        11,
    )
    titles = [one["title"] for one in first["recordings"] + second["recordings"]]
    assert len(set(titles)) == 61
    assert client.get("/api/recordings?page=9").get_json()["recordings"] == []
    assert len(client.get("/api/recordings/titles").get_json()["recordings"]) == 61


def test_reading_a_list_reads_no_shots(
    client: FlaskClient, recording: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    lines(client)

    def never(*args: Any, **more: Any) -> Any:
        raise AssertionError("shots were read")

    monkeypatch.setattr(read, "_racks", never)
    assert client.get("/api/today").status_code == 200
    assert len(lines(client)) == 1
