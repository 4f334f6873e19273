"""Counts of kicks and banks over the wire."""

from typing import Any

import pytest
from flask.testing import FlaskClient

Json = dict[str, Any]
BALLS = {"cue": [500, 500], "5": [1500, 900], "8": [900, 1100]}


def ask(client: FlaskClient, recording: int, **more: object) -> Json:
    answer = client.post(f"/api/recordings/{recording}/kicks", json={"balls": BALLS, "ball": "5", **more})
    assert answer.status_code == 200, answer.get_json()
    found: Json = answer.get_json()
    return found


@pytest.mark.parametrize("rails", [1, 2, 3])
def test_counts_come_with_the_path_beside_them(client: FlaskClient, recording: int, rails: int) -> None:
    found = ask(client, recording, rails=rails)
    assert found["reason"] == "" and 1 <= len(found["kicks"]) <= 3
    lengths = [one["length"] for one in found["kicks"]]
    assert lengths == sorted(lengths)
    for one in found["kicks"]:
        assert len(one["rails"]) == len(one["contacts"]) == rails
        assert one["start"] == BALLS["cue"] and one["end"] == BALLS["5"]
        assert {path["ball"] for path in one["paths"]} >= {"cue"}
        assert (one["right"] == []) == (one["turn"] is None)


def test_a_bank_ends_in_its_pocket(client: FlaskClient, recording: int) -> None:
    one = ask(client, recording, pocket="side-right", speed=4.0)["kicks"][0]
    assert one["start"] == BALLS["5"] and one["numbers"] is None


def test_what_cannot_be_counted_is_told(client: FlaskClient, recording: int) -> None:
    assert "not on the table" in ask(client, recording, ball="6")["reason"]
    near = BALLS | {"6": [1510, 905]}
    answer = client.post(f"/api/recordings/{recording}/kicks", json={"balls": near, "ball": "5"}).get_json()
    assert answer["kicks"] == [] and answer["reason"]
    url = f"/api/recordings/{recording}/kicks"
    assert client.post(url, json={"balls": BALLS, "ball": "5", "rails": 7}).status_code == 422
    assert client.post("/api/recordings/99999/kicks", json={"balls": BALLS, "ball": "5"}).status_code == 404
