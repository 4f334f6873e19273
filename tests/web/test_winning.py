"""The chance to win by place over the wire, and what it says of a place for a safety or a bank."""

import time
from copy import deepcopy
from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.core.choice import winning
from tests.web.test_mapped import ended_at
from tests.web.test_outlook import PATIENCE, body

Json = dict[str, Any]


@pytest.fixture(autouse=True)
def coarse(monkeypatch: pytest.MonkeyPatch) -> None:
    """Few places: what a map is worth is checked on the core."""
    monkeypatch.setattr(winning, "SPACINGS", {key: (0.3, 0.42) for key in winning.SPACINGS})


def settled(client: FlaskClient, recording: int, path: str, asked: Json) -> tuple[Json, list[str]]:
    began, stages = time.monotonic(), []
    while time.monotonic() - began < PATIENCE:
        answer: Json = client.post(f"/api/recordings/{recording}/{path}", json=asked).get_json()
        stages.append(answer["stage"])
        if answer["stage"] in ("fine", "none"):
            return answer, stages
        time.sleep(0.03)
    raise AssertionError("the answer did not come")


def test_the_map_is_of_what_the_planned_pot_leaves(client: FlaskClient, recording: int, desk: Json) -> None:
    found, stages = settled(client, recording, "winning", body(desk))
    assert found["after"] == "7" and found["opposed"] and found["off"] == winning.OFF
    assert stages[-1] == "fine" and set(stages) <= {"waiting", "rough", "fine"}
    chart = found["chart"]
    count = chart["columns"] * chart["rows"]
    assert len(chart["values"]) == len(chart["errors"]) == len(chart["shots"]) == count
    assert set(chart["kinds"]) == {"pot", "bank", "safety"} and chart["done"] == 1.0
    for node, value in enumerate(chart["values"]):
        own = [one for kind in chart["kinds"].values() if (one := kind[node]) is not None]
        assert 0.0 <= value <= 1.0 and (not own or value == pytest.approx(max(own), abs=0.002))
    assert {chart["advised"][k]["ball"] for k in chart["shots"] if k is not None} == {"8"}


def test_in_a_race_the_score_says_what_the_rack_is_worth_to_the_match(
    client: FlaskClient, recording: int, desk: Json
) -> None:
    usual, _ = settled(client, recording, "winning", body(desk))
    assert usual["match"] is None
    last, _ = settled(client, recording, "winning", body(desk) | {"race": {"needs": 1, "other_needs": 1}})
    assert (last["match"]["won"], last["match"]["lost"]) == (1.0, 0.0)
    ahead, _ = settled(client, recording, "winning", body(desk) | {"race": {"needs": 1, "other_needs": 3}})
    rack = ahead["match"]["rack"]
    assert ahead["match"]["won"] == 1.0 and ahead["match"]["lost"] == pytest.approx(
        1 - (1 - rack) ** 2, abs=1e-3
    )
    assert ahead["chart"]["values"] == usual["chart"]["values"]
    wrong = body(desk) | {"race": {"needs": 0, "other_needs": 3}}
    assert client.post(f"/api/recordings/{recording}/winning", json=wrong).status_code == 422


def test_a_safety_hands_the_table_over_so_the_map_is_from_here(
    client: FlaskClient, recording: int, desk: Json
) -> None:
    asked = deepcopy(body(desk))
    asked["shots"][0]["plan"]["choice"] = "safety"
    found, _ = settled(client, recording, "winning", asked)
    assert found["after"] is None
    assert {one["ball"] for one in found["chart"]["advised"]} == {"7"}


def test_without_a_position_the_reason_is_told(client: FlaskClient, recording: int, desk: Json) -> None:
    asked = deepcopy(body(desk))
    asked["shots"][0]["layout"]["balls"]["cue"] = None
    found, _ = settled(client, recording, "winning", asked)
    assert found["chart"] is None and "cue ball" in found["reason"]
    assert client.post("/api/recordings/99999/winning", json=body(desk)).status_code == 404
    asked["shot"] = 0
    assert client.post(f"/api/recordings/{recording}/winning", json=asked).status_code == 422


def for_a_safety(desk: Json) -> Json:
    asked = deepcopy(body(desk))
    asked["shots"][0]["plan"]["target"] = {"kind": "safe"}
    return asked


def test_routes_to_a_place_for_a_safety_are_worth_what_the_safety_wins(
    client: FlaskClient, recording: int, desk: Json
) -> None:
    found, _ = settled(client, recording, "routes", for_a_safety(desk))
    assert (found["measure"], found["stroke"]) == ("win", "safety") and found["routes"]
    chart = settled(client, recording, "winning", for_a_safety(desk))[0]["chart"]
    best = max(one for one in chart["kinds"]["safety"] if one is not None)
    for route in found["routes"]:
        assert 0.0 < route["worth"] <= best * route["pot"] + 0.01
    plain, _ = settled(client, recording, "routes", body(desk))
    assert (plain["measure"], plain["stroke"]) == ("chance", None)


def test_a_place_for_a_safety_is_graded_by_what_the_safety_is_worth_there(
    client: FlaskClient, recording: int, desk: Json
) -> None:
    asked = for_a_safety(desk)
    chart = settled(client, recording, "winning", asked)[0]["chart"]
    worth = [
        (one, (chart["left"] + k // chart["rows"] * chart["step_x"],
               chart["low"] + k % chart["rows"] * chart["step_y"]))
        for k, one in enumerate(chart["kinds"]["safety"]) if one is not None
    ]  # fmt: skip
    there, _ = settled(client, recording, "mapped", ended_at(asked, max(worth)[1]))
    assert there["proposal"]["grade"] == "perfect"
    assert there["proposal"]["reasons"] == ["100% of what a safety is worth from the best place"]
    share = min(worth)[0] / max(worth)[0]
    away, _ = settled(client, recording, "mapped", ended_at(asked, min(worth)[1]))
    wanted = "perfect" if share >= 0.9 else "off-same-plan" if share >= 0.7 else "off-plan-changed"
    assert away["proposal"]["grade"] == wanted


def test_a_place_for_a_safety_without_a_position_before_is_told_and_no_error(
    client: FlaskClient, recording: int, desk: Json
) -> None:
    asked = for_a_safety(desk)
    asked["shots"] = asked["shots"][:1]
    asked["shots"][0]["layout"]["balls"]["cue"] = None
    answer = client.post(f"/api/recordings/{recording}/mapped", json=asked)
    assert answer.status_code == 200
    assert answer.get_json()["stage"] == "none" and "cue ball" in answer.get_json()["reason"]
