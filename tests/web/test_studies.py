"""Studies: a shot's position kept under a name, found again, and no part of lists and percentages."""

from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.core.games import DISCIPLINES
from tests.positions import any_position, as_sent, compared, new_recording

BALLS = {"cue": [600, 600], "7": [1500, 700], "8": [2000, 300], "9": [2200, 900]}


def kept(client: FlaskClient, recording: int, shots: list[dict[str, Any]], **more: Any) -> Any:
    body = {"breaker": None, "shots": shots, "shot": len(shots), "title": "The 8 along the rail"} | more
    return client.post(f"/api/recordings/{recording}/studies", json=body)


def laid(shooter: str, **more: Any) -> dict[str, Any]:
    return {"shooter": shooter, "layout": {"from": "empty", "balls": BALLS}, "plan": {"ball": "7"}} | more


@pytest.mark.parametrize("discipline", DISCIPLINES)
def test_a_study_of_any_position_stands_as_the_shot_did(client: FlaskClient, discipline: str) -> None:
    recording, players = new_recording(client, discipline)
    for seed in range(12):
        entered = any_position(discipline, seed)
        study = kept(client, recording, [as_sent(entered, players)]).get_json()["id"]
        desk = client.get(f"/api/recordings/{study}/racks/1").get_json()
        (shot,) = desk["rack"]["shots"]
        assert compared(entered, players, shot["review"]) == []
        assert shot["shot"]["layout"]["balls"] == {
            ball: place for ball, place in entered.shot["layout"]["balls"].items()
        }


def test_what_a_shot_stands_in_by_the_log_is_kept_too(client: FlaskClient) -> None:
    recording, (first, second) = new_recording(client, "nine-ball")
    foul = {"foul": "no-rail", "cue_end": [1400, 640]}
    study = kept(client, recording, [laid(first, result=foul), {"shooter": second}]).get_json()["id"]
    (shot,) = client.get(f"/api/recordings/{study}/racks/1").get_json()["rack"]["shots"]
    assert shot["review"]["ball_in_hand"] and shot["review"]["turn"] == [second]
    assert shot["shot"]["position"]["other_fouls"] == 1
    assert shot["shot"]["result"] is None and shot["review"]["flags"] == []


def test_studies_are_found_by_words_and_tags_and_are_no_recordings(client: FlaskClient) -> None:
    recording, (first, _) = new_recording(client, "nine-ball")
    before = client.get("/api/recordings").get_json()["total"]
    kept(client, recording, [laid(first)], tags=["rail", "angle"], notes="come back up")
    kept(client, recording, [laid(first)], title="Two-way 7", tags=["rail"])
    every = client.get("/api/studies").get_json()
    assert [one["title"] for one in every["studies"]] == ["Two-way 7", "The 8 along the rail"]
    assert every["tags"] == [{"tag": "rail", "studies": 2}, {"tag": "angle", "studies": 1}]
    assert every["studies"][0]["balls"] == BALLS and every["studies"][0]["player"] == first
    for query, found in (("tag=angle", 1), ("words=TWO-WAY", 1), ("words=back up", 1), ("tag=none", 0)):
        assert client.get(f"/api/studies?{query}").get_json()["total"] == found
    assert client.get("/api/recordings").get_json()["total"] == before
    titles = [one["title"] for one in client.get("/api/recordings/titles").get_json()["recordings"]]
    assert "Two-way 7" not in titles
    assert not any("Two-way 7" in line["words"] for line in client.get("/api/today").get_json()["lines"])


def test_a_study_counts_for_no_percentage(client: FlaskClient) -> None:
    recording, (first, _) = new_recording(client, "nine-ball")
    pot = {"potted": [{"ball": "7", "pocket": "foot-left"}], "cue_end": [1400, 640]}
    study = kept(client, recording, [laid(first)]).get_json()["id"]
    rack = client.get(f"/api/recordings/{study}/racks/1").get_json()["rack"]
    (shot,) = rack["shots"]
    change = {"id": shot["id"], "version": shot["version"], "shot": shot["shot"] | {"result": pot}}
    assert client.post(f"/api/racks/{rack['id']}/changes", json={"shots": [change]}).status_code == 200
    for query in (f"player={first}", f"player={first}&recording={study}"):
        numbers = client.get(f"/api/numbers?{query}").get_json()["players"]
        assert [one["pot_success"]["interval"]["n"] for one in numbers] == [0]


def test_a_study_goes_out_as_a_match_file_and_comes_back(client: FlaskClient) -> None:
    recording, (first, _) = new_recording(client, "eight-ball")
    balls = {"cue": [600, 600], "3": [1200, 700], "11": [1500, 300], "8": [900, 500]}
    body = laid(first, layout={"from": "empty", "balls": balls}, position={"group": "solids"})
    study = kept(client, recording, [body]).get_json()["id"]
    text = client.get(f"/api/recordings/{study}/file").get_data()
    client.delete(f"/api/recordings/{study}")
    assert client.get("/api/studies").get_json()["total"] == 0
    answer = client.post("/api/match-files", data=text, content_type="application/json")
    assert answer.status_code == 201, answer.get_json()
    (again,) = client.get("/api/studies").get_json()["studies"]
    assert again["title"] == "The 8 along the rail" and again["balls"] == balls


def test_what_cannot_be_kept_is_said(client: FlaskClient) -> None:
    recording, (first, _) = new_recording(client, "nine-ball")
    blank = kept(client, recording, [laid(first)], title="  ")
    assert blank.status_code == 422 and "blank" in str(blank.get_json())
    beyond = kept(client, recording, [laid(first)], shot=3)
    assert beyond.status_code == 409 and "no shot 3" in beyond.get_json()["message"]
    stranger = kept(client, recording, [laid("999999")])
    assert stranger.status_code == 409 and "add the player" in stranger.get_json()["message"]
    assert kept(client, 999, [laid(first)]).status_code == 404
    assert client.get("/api/studies?page=0").status_code == 422
    assert client.get("/api/studies").get_json()["total"] == 0
