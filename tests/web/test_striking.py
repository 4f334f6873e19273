"""Planned strikes and found strikes over the wire."""

from typing import Any

import pytest
from flask.testing import FlaskClient

Json = dict[str, Any]


def asked(desk: Json, number: int = 0, **plan: Any) -> Json:
    shot = desk["rack"]["shots"][number]
    said = shot["shot"] | {"plan": shot["shot"]["plan"] | plan}
    return {"before": shot["review"]["before"], "shot": said}


@pytest.fixture
def address(recording: int) -> str:
    return f"/api/recordings/{recording}"


def test_a_forecast_has_paths_ends_and_counted_chances(
    client: FlaskClient, address: str, desk: Json
) -> None:
    answer = client.post(f"{address}/forecast", json=asked(desk, speed=2.0)).get_json()
    planned = answer["planned"]
    assert answer["reason"] == "" and planned["assumed"] in ([], ["tip"])
    paths = {path["ball"]: path for path in planned["paths"]}
    target = desk["rack"]["shots"][0]["shot"]["plan"]["ball"]
    assert paths[target]["falls"] and not paths["cue"]["falls"]
    start = paths["cue"]["points"][0]
    assert start[0] == 0 and start[1:] == pytest.approx(desk["rack"]["shots"][0]["review"]["before"]["cue"])
    times = [point[0] for point in paths["cue"]["points"]]
    assert times == sorted(times) and times[-1] <= planned["seconds"] + 1e-3
    for share in (planned["pot"], planned["scratch"]):
        assert 0 <= share["low"] <= share["value"] <= share["high"] <= 1 and share["n"] == 400
    assert len(planned["ends"]) > 300


def test_the_shooters_own_level_gives_the_chances(client: FlaskClient, address: str, desk: Json) -> None:
    players = {p["id"]: p["level"] for p in desk["recording"]["players"]}
    assert len(set(players.values())) == 2
    order = ["starter", "regular", "strong", "advanced", "professional"]
    body, found = asked(desk, speed=2.0), {}
    for player, level in players.items():
        body["shot"]["shooter"] = player
        found[order.index(level)] = client.post(f"{address}/forecast", json=body).get_json()["planned"][
            "pot"
        ]
    worse, better = (found[rank]["value"] for rank in sorted(found))
    assert better > worse


@pytest.mark.parametrize(
    ("plan", "words"),
    [
        ({"ball": None}, "choose the planned ball and pocket"),
        ({"kind": "combination", "speed": 1.0}, "no aim found that sends the 7 into"),
    ],
)
def test_a_forecast_that_cannot_be_says_why(
    client: FlaskClient, address: str, desk: Json, plan: Json, words: str
) -> None:
    answer = client.post(f"{address}/forecast", json=asked(desk, **plan)).get_json()
    assert answer["planned"] is None and words in answer["reason"]


def test_an_impossible_layout_is_named_not_a_fault(client: FlaskClient, address: str, desk: Json) -> None:
    body = asked(desk)
    body["before"]["8"] = body["before"]["7"]
    for door in ("forecast", "strikes"):
        answer = client.post(f"{address}/{door}", json=body)
        assert answer.status_code == 200
        assert "overlap: centres 0.0 mm apart" in answer.get_json()["reason"]


def test_strikes_explain_a_logged_result(client: FlaskClient, address: str, desk: Json) -> None:
    forecast = client.post(f"{address}/forecast", json=asked(desk, speed=2.0)).get_json()["planned"]
    cue = next(path for path in forecast["paths"] if path["ball"] == "cue")
    body = asked(desk, speed=2.0)
    plan = body["shot"]["plan"]
    body["shot"]["result"] = {
        "potted": [{"ball": plan["ball"], "pocket": plan["pocket"]}],
        "cue_end": [round(value, 1) for value in cue["points"][-1][1:]],
    }
    answer = client.post(f"{address}/strikes", json=body).get_json()
    assert answer["explained"] and answer["found"][0]["miss"] < 15
    assert answer["found"][0]["cue_rails"] == cue["rails"]
    assert sum(one["share"] for one in answer["found"]) <= 1.0001


def test_strikes_need_to_know_where_the_cue_ball_ended(
    client: FlaskClient, address: str, desk: Json
) -> None:
    body = asked(desk)
    for result in (None, {"potted": []}):
        body["shot"]["result"] = result
        answer = client.post(f"{address}/strikes", json=body).get_json()
        assert answer["found"] == [] and "log where the cue ball ended" in answer["reason"]


def test_bad_questions_are_refused_with_their_place(client: FlaskClient, address: str, desk: Json) -> None:
    body = asked(desk, speed=-1)
    answer = client.post(f"{address}/forecast", json=body)
    assert answer.status_code == 422
    assert any("speed" in fault["place"] for fault in answer.get_json()["faults"])
    assert client.post("/api/recordings/999999/forecast", json=asked(desk)).status_code == 404


def test_the_part_of_the_pocket_is_kept(client: FlaskClient, desk: Json) -> None:
    shot = desk["rack"]["shots"][0]
    shot["shot"]["plan"]["part"] = "left"
    change = {"shots": [{"id": shot["id"], "version": shot["version"], "shot": shot["shot"]}]}
    answer = client.post(f"/api/racks/{desk['rack']['id']}/changes", json=change).get_json()
    kept = answer["shots"][0]
    assert kept["shot"]["plan"]["part"] == "left"
    assert kept["review"]["pot"]["chance"] < shot["review"]["pot"]["chance"] + 1e-9


@pytest.mark.parametrize("size", ["snooker-12", "english-7"])
def test_other_tables_can_be_set_up(client: FlaskClient, recording: int, size: str) -> None:
    held = client.get(f"/api/recordings/{recording}").get_json()
    body = {
        "version": held["version"], "match": held["match"],
        "players": [int(p["id"]) for p in held["players"]],
        "table": held["table"] | {"size": size, "corner_mouth_mm": None, "side_mouth_mm": None},
    }  # fmt: skip
    assert client.put(f"/api/recordings/{recording}", json=body).status_code == 200
    assert client.get(f"/api/recordings/{recording}").get_json()["table"]["size"] == size


def test_numbers_hold_the_players_fitted_errors(client: FlaskClient, desk: Json) -> None:
    player = desk["recording"]["players"][0]["id"]
    model = client.get(f"/api/numbers?player={player}").get_json()["players"][0]["model"]
    assert model["aim"]["low"] < model["aim"]["value"] < model["aim"]["high"]
    assert model["aim"]["n"] >= 1 and model["level_aim"] > 0
