"""The maps of a position over the wire, asked for again until they are fine."""

import time
from typing import Any

import pytest
from flask.testing import FlaskClient

Json = dict[str, Any]
PATIENCE = 120.0
"""s until a map of three balls is there on a busy machine."""


def body(desk: Json, shot: int = 1) -> Json:
    shots = [one["shot"] for one in desk["rack"]["shots"]]
    return {"number": 1, "breaker": desk["rack"]["breaker"], "shots": shots, "shot": shot}


def until_fine(client: FlaskClient, recording: int, asked: Json) -> tuple[Json, list[str]]:
    stages: list[str] = []
    began = time.monotonic()
    while time.monotonic() - began < PATIENCE:
        answer = client.post(f"/api/recordings/{recording}/outlook", json=asked).get_json()
        if not stages or stages[-1] != answer["stage"]:
            stages.append(answer["stage"])
        if answer["stage"] in ("fine", "none"):
            return answer, stages
        time.sleep(0.02)
    raise AssertionError(f"the map did not come: {stages}")


def test_a_position_gets_its_maps_rough_before_fine(
    client: FlaskClient, recording: int, desk: Json
) -> None:
    answer, stages = until_fine(client, recording, body(desk))
    assert stages[0] == "waiting" and stages[-1] == "fine" and answer["reason"] == ""
    assert 0 < answer["value"] < 1 and answer["error"] < 0.1
    assert answer["after"] == desk["rack"]["shots"][0]["shot"]["plan"]["ball"] == "7"
    here, following = answer["here"], answer["following"]
    assert here["balls"] == ["7", "8", "9"] and following["balls"] == ["8", "9"]
    for chart in (here, following):
        nodes = chart["columns"] * chart["rows"]
        assert len(chart["values"]) == len(chart["errors"]) == len(chart["shots"]) == nodes
        assert all(0 <= value <= 1 for value in chart["values"])
        ways = [chart["advised"][k] for k in chart["shots"] if k is not None]
        assert ways and {way["ball"] for way in ways} == {chart["balls"][0]}
    assert max(following["values"]) > max(here["values"]) - 0.1  # one ball fewer is hardly harder


def test_moving_the_cue_ball_asks_for_no_new_maps(client: FlaskClient, recording: int, desk: Json) -> None:
    asked = body(desk)
    first, _ = until_fine(client, recording, asked)
    asked["shots"][0]["layout"]["balls"]["cue"] = [900, 500]
    maps = client.application.extensions["charting"].maps
    made = set(maps)
    second, _ = until_fine(client, recording, asked)
    assert made and set(maps) == made
    assert second["here"] == first["here"] and second["value"] != first["value"]


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"plan": {"kind": "break"}}, "the break comes first"),
        (
            {"layout": {"from": "empty", "balls": {"7": [1270, 300], "9": [2300, 400]}}},
            "place the cue ball",
        ),
        ({"layout": {"from": "empty", "balls": {"cue": [635, 635], "7": [1270, 300]}}}, "place the 9"),
    ],
)
def test_where_there_is_no_map_it_says_why(
    client: FlaskClient, recording: int, desk: Json, change: Json, words: str
) -> None:
    asked = body(desk)
    asked["shots"][0] |= change
    answer, _ = until_fine(client, recording, asked)
    assert answer["stage"] == "none" and words in answer["reason"]
    assert answer["here"] is answer["following"] is answer["value"] is None


def test_a_shot_that_is_not_there_and_a_bad_body(client: FlaskClient, recording: int, desk: Json) -> None:
    answer, _ = until_fine(client, recording, body(desk, shot=99))
    assert answer["reason"] == "there is no such shot"
    assert client.post(f"/api/recordings/{recording}/outlook", json={"shot": 0}).status_code == 422
    assert client.post("/api/recordings/9999/outlook", json=body(desk)).status_code == 404
