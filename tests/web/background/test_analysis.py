"""Shots worked out in the background: asked for, kept by content, told as a story."""

import time
from collections.abc import Callable, Iterator
from concurrent.futures import Executor
from typing import Any

import pymysql
import pytest
from flask.testing import FlaskClient

from aretane.reviewing import keeping
from aretane.settings import Settings
from aretane.store import jobs
from aretane.store.database import Address, reading, run, writing
from aretane.work import answering as work
from aretane.work.runner import Runner
from aretane.work.shots import Shots, clear
from aretane.work.worked import worked_out
from tests.clients import runners
from tests.web.background.conftest import Counting

Json = dict[str, Any]
PATIENCE = 240.0


def runner_with(database: Address, executor: Callable[[], Executor], pause: float = 0.5) -> Runner:
    runners.append(Runner(database, [Shots(database, executor)], pause))
    return runners[-1]


def told(client: FlaskClient, recording: int) -> Json:
    story: Json = client.get(f"/api/recordings/{recording}/racks/1/story").get_json()
    return story


def settled(client: FlaskClient, recording: int) -> Json:
    began = time.monotonic()
    while time.monotonic() - began < PATIENCE:
        story = told(client, recording)
        if not story["wanted"]:
            return story
        time.sleep(0.05)
    raise AssertionError("the work did not end")


def ask(client: FlaskClient, recording: int, **body: Any) -> Json:
    answer = client.post(f"/api/recordings/{recording}/analysis", json=body)
    assert answer.status_code == 200, answer.get_json()
    return answer.get_json()  # type: ignore[no-any-return]


def with_facts(database: Address, story: Json) -> None:
    """The facts of the rack are stale as soon as its last answer is there, and then hold the story's
    parts."""
    while keeping.catch_up(database, 10, worked_out):
        pass
    with reading(database) as db, db.cursor() as cursor:
        cursor.execute(
            "SELECT shot, worth_decision AS decision, worth_pot AS pot, worth_position AS position,"
            " worth_luck AS luck FROM shot_fact ORDER BY shot"
        )
        facts = {row["shot"]: row for row in cursor.fetchall()}
    for number, shot in enumerate(story["shots"], start=1):
        parts = {part["name"]: part["value"] for part in shot["parts"]}
        assert (facts[number]["pot"] is not None) == bool(parts)
        for name, value in parts.items():
            assert facts[number][name] == pytest.approx(value, abs=1e-6)


def test_a_rack_is_worked_out_and_told(
    client: FlaskClient, recording: int, desk: Json, workers: Counting, database: Address
) -> None:
    while keeping.catch_up(database, 10, worked_out):
        pass
    before = told(client, recording)
    assert before["done"] == before["wanted"] == 0 and before["opens"] is None
    assert {shot["state"] for shot in before["shots"]} <= {"unknown", "none"}
    assert all(shot["before"] is None and shot["parts"] == [] for shot in before["shots"])
    progress = ask(client, recording, racks=[1])["racks"][0]
    assert progress["wanted"] == progress["possible"] == before["possible"] > 0
    story = settled(client, recording)
    assert story["done"] == story["possible"] and story["failed"] == 0
    places = [shot["place"] for shot in story["shots"] if shot["place"] is not None]
    assert places, "a shot of the example has a place planned"
    for place in places:
        assert 0 < place["worth"] <= 1 and 0 <= place["chance"] <= 1
        assert place["better"] in (None, "long", "short")
        assert place["better"] is None or place[place["better"]] == max(place["long"], place["short"])
    split = [shot for shot in story["shots"] if shot["parts"]]
    assert split
    for shot in split:
        change = shot["after"] - shot["before"]
        assert sum(part["value"] for part in shot["parts"]) == pytest.approx(change, abs=1e-9)
    assert story["opens"] == story["turning"][0]["shot"]
    with_facts(database, story)
    pieces = len(workers.pieces)
    ask(client, recording)
    settled(client, recording)
    assert len(workers.pieces) == pieces  # everything was there


def test_a_changed_shot_has_only_itself_worked_out_again(
    client: FlaskClient, recording: int, desk: Json, workers: Counting
) -> None:
    ask(client, recording, racks=[1])
    settled(client, recording)
    workers.pieces.clear()
    last = desk["rack"]["shots"][-1]
    number = next(k for k, shot in enumerate(told(client, recording)["shots"]) if shot["state"] == "done")
    one = desk["rack"]["shots"][number]
    one["shot"]["plan"]["speed"] = 3.1
    change = {"id": one["id"], "version": one["version"], "shot": one["shot"]}
    rack = desk["rack"]["id"]
    assert client.post(f"/api/racks/{rack}/changes", json={"shots": [change]}).status_code == 200
    story = told(client, recording)
    assert story["shots"][number]["state"] == "unknown" and story["done"] == story["possible"] - 1
    ask(client, recording)
    assert settled(client, recording)["done"] == story["possible"]
    assert workers.pieces == [1]
    last["shot"]["notes"] = "nothing that a chance depends on"
    change = {"id": last["id"], "version": last["version"], "shot": last["shot"]}
    if last["id"] != one["id"]:
        client.post(f"/api/racks/{rack}/changes", json={"shots": [change]})
        assert told(client, recording)["done"] == story["possible"]


@pytest.mark.parametrize("workers", [Counting(losing=2)])
def test_what_a_lost_worker_had_is_asked_for_again(
    client: FlaskClient, recording: int, workers: Counting
) -> None:
    ask(client, recording)
    story = settled(client, recording)
    assert story["done"] == story["possible"] and story["failed"] == 0
    assert len(workers.pieces) > 2


def test_workers_that_do_not_start_are_tried_again(
    client: FlaskClient, recording: int, database: Address
) -> None:
    starts: list[int] = []

    def start() -> Executor:
        starts.append(1)
        if len(starts) == 1:
            raise OSError("no scheduler answers")
        return Counting()

    client.application.extensions["runner"] = runner_with(database, start, pause=0.1)
    ask(client, recording)
    story = settled(client, recording)
    assert story["done"] == story["possible"] and len(starts) == 2


@pytest.mark.parametrize("workers", [Counting(losing=10**6)])
def test_what_is_cut_off_again_and_again_fails_in_words(
    client: FlaskClient, recording: int, workers: Counting, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(jobs, "MOST_LOST", 3)
    monkeypatch.setattr(jobs, "LONGEST_PAUSE", 0.1)
    ask(client, recording)
    story = settled(client, recording)
    assert story["failed"] == story["possible"] and story["done"] == 0
    assert any("lost again and again" in shot["reason"] for shot in story["shots"])


@pytest.mark.parametrize("workers", [Counting(losing=8)])
def test_eight_killed_workers_mark_no_piece_failed(
    client: FlaskClient, recording: int, workers: Counting, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(jobs, "LONGEST_PAUSE", 0.1)
    ask(client, recording)
    story = settled(client, recording)
    assert story["failed"] == 0 and story["done"] == story["possible"]


def test_the_work_goes_on_by_itself_after_an_outage_and_says_what_is_wrong_meanwhile(
    client: FlaskClient,
    recording: int,
    database: Address,
    workers: Counting,
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    away = True

    def outage(address: Address) -> Any:
        if away:
            raise pymysql.err.OperationalError(2003, "Can't connect")
        return reading(address)

    monkeypatch.setattr("aretane.work.shots.reading", outage)
    ask(client, recording)
    began, troubles = time.monotonic(), []
    while not troubles and time.monotonic() - began < PATIENCE:
        troubles = client.get("/api/state").get_json()["troubles"]
    assert troubles[0]["what"] == "analysis"
    assert "the database does not answer. It goes on by itself" in troubles[0]["words"]
    away = False
    story = settled(client, recording)
    assert story["done"] == story["possible"]
    assert client.get("/api/state").get_json()["troubles"] == []


def test_answers_that_cannot_be_stored_are_kept_until_they_can(
    client: FlaskClient, recording: int, workers: Counting, monkeypatch: pytest.MonkeyPatch
) -> None:
    real, tries = jobs.settle, []

    def sometimes(*given: Any) -> None:
        tries.append(1)
        if len(tries) in (1, 2, 4):
            raise pymysql.err.OperationalError(2013, "Lost connection")
        real(*given)

    monkeypatch.setattr(jobs, "settle", sometimes)
    ask(client, recording)
    story = settled(client, recording)
    assert story["done"] == story["possible"]
    assert sum(workers.pieces) == story["possible"]  # nothing was worked out twice


def test_what_waits_is_taken_at_the_start_without_being_asked_for_again(
    client: FlaskClient, recording: int, database: Address
) -> None:
    client.application.extensions["runner"].wake = lambda: None
    ask(client, recording)
    runner_with(database, lambda: Counting()).start()
    story = settled(client, recording)
    assert story["done"] == story["possible"]


def test_a_rack_put_in_before_drops_nothing_that_waits(
    client: FlaskClient, recording: int, database: Address
) -> None:
    client.application.extensions["runner"].wake = lambda: None
    ask(client, recording)
    assert client.post(f"/api/recordings/{recording}/racks", json={"number": 1}).status_code == 201
    runner_with(database, lambda: Counting()).start()
    began = time.monotonic()
    while time.monotonic() - began < PATIENCE:
        story = client.get(f"/api/recordings/{recording}/racks/2/story").get_json()
        if not story["wanted"]:
            break
        time.sleep(0.05)
    assert story["done"] == story["possible"] > 0


def test_what_waits_can_be_taken_back(client: FlaskClient, recording: int, database: Address) -> None:
    client.application.extensions["runner"].wake = lambda: None
    ask(client, recording)
    answer = client.delete(f"/api/recordings/{recording}/analysis").get_json()
    assert all(rack["wanted"] == 0 and rack["done"] == 0 for rack in answer["racks"])


def test_what_a_stopped_server_left_is_taken_up_again(
    client: FlaskClient, recording: int, database: Address
) -> None:
    client.application.extensions["runner"].wake = lambda: None
    ask(client, recording)
    with writing(database) as db:
        run(db, "UPDATE job SET state = 'running'")
    runner_with(database, lambda: Counting()).wake()
    story = settled(client, recording)
    assert story["done"] == story["possible"]


def test_two_servers_share_the_work_and_do_nothing_twice(
    client: FlaskClient, recording: int, database: Address
) -> None:
    client.application.extensions["runner"].wake = lambda: None
    ask(client, recording)
    both = Counting(), Counting()
    for one in both:
        runner_with(database, lambda one=one: one).start()  # type: ignore[misc]
    story = settled(client, recording)
    assert story["done"] == story["possible"]
    with reading(database) as db, db.cursor() as cursor:
        cursor.execute("SELECT COUNT(*) AS n FROM job WHERE kind = 'shots'")
        asked = cursor.fetchone()["n"]
    assert sum(sum(one.pieces) for one in both) == asked


def test_work_held_by_a_server_without_a_sign_of_life_is_taken_by_another(
    client: FlaskClient, recording: int, database: Address, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(jobs, "LEASE", 1.0)
    client.application.extensions["runner"].wake = lambda: None
    ask(client, recording)
    dead, living = "d" * 36, Counting()
    shots = Shots(database, lambda: living)
    while shots.next(dead) is not None:  # takes all there is, and ends
        pass
    assert shots.next("e" * 36) is None
    runner_with(database, lambda: living).start()
    story = settled(client, recording)
    assert story["done"] == story["possible"] and living.pieces


def test_answers_about_no_shot_any_more_are_cleared_away_after_their_time(
    client: FlaskClient, recording: int, desk: Json, database: Address
) -> None:
    ask(client, recording)
    story = settled(client, recording)
    number = next(k for k, shot in enumerate(story["shots"]) if shot["state"] == "done")
    one = desk["rack"]["shots"][number]
    one["shot"]["plan"]["speed"] = 2.9
    change = {"id": one["id"], "version": one["version"], "shot": one["shot"]}
    rack = desk["rack"]["id"]
    assert client.post(f"/api/racks/{rack}/changes", json={"shots": [change]}).status_code == 200
    assert clear(database) == 0  # it may be taken back
    with writing(database) as db:
        jobs.age(db, jobs.CLEARED_AFTER + 1)
    left = told(client, recording)["done"]
    assert clear(database) > 0 and clear(database) == 0
    assert told(client, recording)["done"] == left == story["done"] - 1


def test_wrong_requests_are_answered_in_words(client: FlaskClient, recording: int) -> None:
    answer = client.post(f"/api/recordings/{recording}/analysis", json={"racks": [77]})
    assert answer.status_code == 404 and "no rack 77" in answer.get_json()["message"]
    assert client.post("/api/recordings/9999/analysis", json={}).status_code == 404
    assert client.get(f"/api/recordings/{recording}/racks/77/story").status_code == 404


@pytest.fixture
def cluster() -> Iterator[str]:
    """A Dask cluster of two local workers; the address of its scheduler."""
    distributed = pytest.importorskip("distributed")
    with distributed.LocalCluster(
        n_workers=2, threads_per_worker=1, dashboard_address=None, host="127.0.0.1"
    ) as running:
        yield running.scheduler_address


@pytest.mark.filterwarnings("default")
def test_the_same_work_on_a_cluster_gives_the_same_answers(
    settings: Settings, database: Address, client: FlaskClient, recording: int, cluster: str
) -> None:
    ask(client, recording)
    here = settled(client, recording)
    with writing(database) as db:
        run(db, "DELETE FROM job")
    shared = work.executor(cluster)
    client.application.extensions["runner"] = runner_with(database, lambda: shared)
    ask(client, recording)
    there = settled(client, recording)
    shared._client.close()  # type: ignore[attr-defined]
    assert there["done"] == there["possible"] and there["shots"] == here["shots"]
    with reading(database) as db, db.cursor() as cursor:
        cursor.execute("SELECT COUNT(*) AS n FROM job WHERE state = 'done'")
        assert cursor.fetchone()["n"] == there["done"]
