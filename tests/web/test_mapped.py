"""A shot by the maps of what follows, over the wire: in place, the grade, the next ball nobody named."""

import time
from copy import deepcopy
from math import dist
from typing import Any

from flask.testing import FlaskClient

from tests.web import test_outlook
from tests.web.test_outlook import PATIENCE, body

Json = dict[str, Any]


def until_fine(client: FlaskClient, recording: int, asked: Json) -> Json:
    began = time.monotonic()
    while time.monotonic() - began < PATIENCE:
        answer: Json = client.post(f"/api/recordings/{recording}/mapped", json=asked).get_json()
        if answer["stage"] != "waiting":
            return answer
        time.sleep(0.02)
    raise AssertionError("the map did not come")


def ended_at(asked: Json, place: tuple[float, float]) -> Json:
    """The same shot with the cue ball ended there, and nothing logged after it."""
    changed = deepcopy(asked)
    changed["shots"] = changed["shots"][:1]
    changed["shots"][0]["result"]["cue_end"] = list(place)
    return changed


def test_the_map_decides_what_is_in_place(client: FlaskClient, recording: int, desk: Json) -> None:
    asked = body(desk)
    planned = tuple(asked["shots"][0]["plan"]["target"]["a"])
    chart = test_outlook.until_fine(client, recording, asked)[0]["following"]
    nodes = [
        (value, (chart["left"] + k // chart["rows"] * chart["step_x"],
                 chart["low"] + k % chart["rows"] * chart["step_y"]))
        for k, value in enumerate(chart["values"])
    ]  # fmt: skip
    worth = min(nodes, key=lambda node: dist(node[1], planned))[0]
    kept = max(node for node in nodes if 60 < dist(node[1], planned) < 130)
    lost = min(node for node in nodes if node[0] > 0.4 * worth)
    assert kept[0] > 0.95 * worth and lost[0] < 0.7 * worth  # else this layout tests nothing
    inside = until_fine(client, recording, ended_at(asked, kept[1]))
    outside = until_fine(client, recording, ended_at(asked, lost[1]))
    assert inside["proposal"]["grade"] == "perfect"  # more than half a ball width off, and nothing lost
    assert "of the planned place's worth is left" in inside["proposal"]["reasons"][0]
    assert outside["proposal"]["grade"] != "perfect"
    assert inside["in_place"] == outside["in_place"] and inside["in_place"]["n"] == 400
    assert 0.0 < inside["in_place"]["value"] < 1.0


def test_where_no_map_judges_the_plan_it_says_so(client: FlaskClient, recording: int, desk: Json) -> None:
    asked = deepcopy(body(desk))
    asked["shots"][0]["plan"]["target"] = {"kind": "none"}
    answer = until_fine(client, recording, asked)
    assert answer["in_place"] is None and "no place is planned" in answer["reason"]
    asked = body(desk)
    asked["shots"][0]["layout"] = {"from": "empty", "balls": {"7": [1270, 300], "9": [2300, 400]}}
    answer = until_fine(client, recording, asked)
    assert answer["in_place"] is None and "place the cue ball" in answer["reason"]


def test_the_next_ball_nobody_named_is_the_one_the_map_goes_on_to(client: FlaskClient) -> None:
    """Two stripes left: the likelier pot is not the one to take first."""
    made = client.post("/api/match-files", json=TWO_STRIPES).get_json()["recording"]
    desk = client.get(f"/api/recordings/{made}/racks/1").get_json()
    likeliest = desk["rack"]["shots"][0]["review"]["leave"]
    assert likeliest["known"] == "likeliest" and likeliest["ball"] == "10"
    left = until_fine(client, made, body(desk))["leave"]
    following, _ = test_outlook.until_fine(client, made, body(desk, shot=2))
    assert left["known"] == "map" and left["ball"] == following["advised"]["ball"] == "11"


TWO_STRIPES: Json = {
    "format": "aretane-match", "version": 1,
    "match": {"title": "Two stripes and the 8", "discipline": "eight-ball", "kind": "match"},
    "players": [{"id": "ana", "name": "Ana Quill", "level": "strong"}, {"id": "bo", "name": "Bo Larch"}],
    "racks": [
        {
            "breaker": "ana",
            "shots": [
                {
                    "shooter": "ana",
                    "position": {"group": "stripes"},
                    "layout": {
                        "from": "empty",
                        "balls": {
                            "cue": [900, 500], "9": [1270, 200], "10": [2350, 1150],
                            "11": [400, 900], "8": [2300, 300],
                        },
                    },
                    "plan": {"ball": "9", "pocket": "side-right"},
                    "result": {"potted": [{"ball": "9", "pocket": "side-right"}], "cue_end": [1500, 600]},
                },
                {"shooter": "ana"},
            ],
        },
    ],
}  # fmt: skip
