"""The ledger of choices over the wire: asked for, worked out beside the application, told, taken back."""

import json
import time
from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.reviewing import keeping
from aretane.store.database import Address, reading
from aretane.work.worked import worked_out
from tests.examples import example
from tests.web.background.conftest import Counting

Json = dict[str, Any]
PATIENCE = 240.0


@pytest.fixture
def small(client: FlaskClient) -> int:
    """A recording of one rack: a pot of the 8, a safety, a missed 9."""
    file = example()
    one, two = (player["id"] for player in file["players"][:2])
    shots = [
        {
            "shooter": one,
            "layout": {"from": "empty", "balls": {"cue": [600, 500], "8": [2300, 1100], "9": [1300, 300]}},
            "plan": {"ball": "8", "pocket": "foot-left"},
            "result": {"potted": [{"ball": "8", "pocket": "foot-left"}], "cue_end": [1900, 900]},
        },
        {
            "shooter": one,
            "plan": {"ball": "9", "choice": "safety"},
            "result": {"cue_end": [900, 1000], "moved": {"9": [400, 300]}},
        },
        {
            "shooter": two,
            "plan": {"ball": "9", "pocket": "head-right"},
            "result": {"cue_end": [500, 600], "moved": {"9": [300, 900]}},
        },
    ]
    file["racks"] = [{"breaker": None, "shots": shots}]
    answer = client.post("/api/match-files", data=json.dumps(file), content_type="application/json")
    assert answer.status_code == 201, answer.get_json()
    number: int = answer.get_json()["recording"]
    return number


def told(client: FlaskClient, **query: int) -> Json:
    found: Json = client.get("/api/ledger", query_string=query).get_json()
    return found


def settled(client: FlaskClient, **query: int) -> Json:
    began = time.monotonic()
    while time.monotonic() - began < PATIENCE:
        found = told(client, **query)
        if not found["wanted"]:
            return found
        time.sleep(0.1)
    raise AssertionError("the work did not end")


def with_facts(database: Address, entries: dict[int, Json], safety: Json) -> None:
    """The facts of the rack hold what the ledger says, as soon as its last answer is there."""
    while keeping.catch_up(database, 10, worked_out):
        pass
    with reading(database) as db, db.cursor() as cursor:
        cursor.execute("SELECT shot, cost, fault, worth_safety FROM shot_fact ORDER BY shot")
        facts = {row["shot"]: row for row in cursor.fetchall()}
    for number, entry in entries.items():
        assert facts[number]["cost"] == pytest.approx(entry["cost"], abs=1e-4)
        assert facts[number]["fault"] == (entry["fault"] or "none")
    left = 1.0 - safety["left"]["chance"] - safety["meant"]["value"]
    assert facts[2]["worth_safety"] == pytest.approx(left, abs=2e-4)
    assert facts[1]["worth_safety"] is None


def test_decisions_are_worked_out_and_told_apart_from_how_they_came_out(
    client: FlaskClient, small: int, workers: Counting, database: Address
) -> None:
    while keeping.catch_up(database, 10, worked_out):
        pass
    before = told(client, recording=small)
    assert (before["possible"], before["done"], before["entries"]) == (3, 0, [])
    assert [one["outcome"] for one in before["safeties"]] == ["reply-missed"]
    assert before["safeties"][0]["meant"] is None and before["safeties"][0]["left"] is None
    asked = client.post("/api/ledger", json={"recording": small})
    assert asked.status_code == 200 and asked.get_json()["wanted"] == 3
    found = settled(client, recording=small)
    assert (found["done"], found["failed"]) == (3, 0)
    assert workers.pieces == [1, 1, 1], "each decision is a piece of its own"
    by_shot = {one["shot"]["shot"]: one for one in found["entries"]}
    assert by_shot[1]["came_off"] is True and by_shot[1]["how"] == "planned"
    for one in found["entries"]:
        assert one["cost"] == pytest.approx(one["best"]["value"] - one["made"]["value"], abs=2e-4)
        assert (one["fault"] is not None) == (one["grade"] == "wrong")
    with_facts(database, by_shot, found["safeties"][0])
    for total in found["totals"]:
        own = [one for one in found["entries"] if one["player"] == total["player"]["id"]]
        assert total["decisions"] == len(own)
        wrong = sum(one["cost"] for one in own if one["grade"] == "wrong")
        assert total["cost"] == pytest.approx(wrong, abs=1e-3)
    left = found["safeties"][0]["left"]
    assert left is not None and 0 < left["chance"] < 1 and not left["in_hand"]
    chain = found["exchanges"][0]
    assert (chain["first"], chain["shots"], chain["rack"]) == (2, [2], 1)
    again = client.post("/api/ledger", json={"recording": small}).get_json()
    assert again["wanted"] == 0, "what is there is not worked out again"


def test_a_players_ledger_holds_only_their_decisions(client: FlaskClient, small: int) -> None:
    players = {one["id"]: one for one in client.get("/api/players").get_json()["players"]}
    second = int(client.get(f"/api/recordings/{small}").get_json()["players"][1]["id"])
    asked = client.post("/api/ledger", json={"player": second, "recording": small}).get_json()
    assert asked["possible"] == asked["wanted"] == 1 and str(second) in players
    found = settled(client, player=second)
    assert {one["player"] for one in found["entries"]} <= {str(second)}


def test_work_that_is_not_begun_is_taken_back(client: FlaskClient, recording: int) -> None:
    wanted = client.post("/api/ledger", json={"recording": recording}).get_json()["wanted"]
    assert wanted > 1
    left = client.delete("/api/ledger", query_string={"recording": recording}).get_json()
    assert left["wanted"] < wanted


def test_what_cannot_be_asked_is_said(client: FlaskClient, small: int) -> None:
    nothing = client.get("/api/ledger")
    assert nothing.status_code == 422 and "name a recording" in json.dumps(nothing.get_json())
    assert client.get("/api/ledger", query_string={"recording": 99999}).status_code == 404
    assert client.get("/api/ledger", query_string={"player": 99999}).status_code == 404


def test_a_verdict_keeps_what_would_have_been_played_and_for_which_school(
    client: FlaskClient, small: int
) -> None:
    rack = client.get(f"/api/recordings/{small}/racks/1").get_json()["rack"]
    first = rack["shots"][0]
    advised = {"kind": "safety", "ball": "8", "pocket": None}
    first["shot"]["judgement"]["verdicts"] = [
        {"by": "Wanda", "decision": "wrong", "reason": "no run-out behind it", "advised": advised,
         "school": "safety-first"}
    ]  # fmt: skip
    changed = [{"id": first["id"], "version": first["version"], "shot": first["shot"]}]
    answer = client.post(f"/api/racks/{rack['id']}/changes", json={"shots": changed})
    assert answer.status_code == 200, answer.get_json()
    kept = client.get(f"/api/recordings/{small}/racks/1").get_json()["rack"]["shots"][0]["shot"][
        "judgement"
    ]
    assert kept["verdicts"][0]["advised"] == advised and kept["verdicts"][0]["school"] == "safety-first"
    file = client.get(f"/api/recordings/{small}/file").get_json()
    assert file["racks"][0]["shots"][0]["judgement"]["verdicts"][0]["school"] == "safety-first"
    first["shot"]["judgement"]["verdicts"][0]["school"] = "luck-first"
    changed[0]["version"] = client.get(f"/api/recordings/{small}/racks/1").get_json()["rack"]["shots"][0][
        "version"
    ]
    assert client.post(f"/api/racks/{rack['id']}/changes", json={"shots": changed}).status_code == 422


def test_having_the_other_play_again_is_a_decision_of_the_one_who_asks_for_it(client: FlaskClient) -> None:
    file = example() | {"match": {"title": "The last two", "discipline": "snooker"}}
    one, two = (player["id"] for player in file["players"][:2])
    start = {"from": "empty", "balls": {"cue": [3000, 900], "pink": [3400, 200], "black": [3245, 889]}}
    shots = [
        {"shooter": one, "layout": start, "plan": {"ball": "pink", "choice": "safety"},
         "result": {"foul": "no-contact", "cue_end": [400, 900]}},
        {"shooter": one, "plan": {"ball": "pink", "pocket": "foot-left"},
         "result": {"cue_end": [1500, 900], "moved": {"pink": [2800, 400]}}},
        {"shooter": two, "plan": {"ball": "pink", "pocket": "foot-left"}},
    ]  # fmt: skip
    file["racks"] = [{"breaker": None, "shots": shots}]
    file["table"] = {"size": "snooker-12"}
    answer = client.post("/api/match-files", data=json.dumps(file), content_type="application/json")
    assert answer.status_code == 201, answer.get_json()
    recording = answer.get_json()["recording"]
    asker = int(client.get(f"/api/recordings/{recording}").get_json()["players"][1]["id"])
    client.post("/api/ledger", json={"recording": recording, "player": asker})
    found = settled(client, recording=recording, player=asker)
    sent = next(row for row in found["entries"] if row["shot"]["shot"] == 2)
    assert sent["player"] == str(asker) and sent["made"]["kind"] == "again"
    assert sent["came_off"] is True and sent["own"] is None
    assert sent["best"]["value"] >= sent["made"]["value"]
