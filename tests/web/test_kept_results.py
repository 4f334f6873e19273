"""Results are kept by content: whatever they depend on, when it changes, is computed again."""

import copy
from typing import Any

from flask.testing import FlaskClient

from aretane.reviewing import scene

Json = dict[str, Any]


def chance(client: FlaskClient, recording: int) -> float:
    data = client.get(f"/api/recordings/{recording}/racks/1").get_json()
    value: float = data["rack"]["shots"][0]["review"]["pot"]["chance"]
    return value


def test_another_level_is_another_chance(client: FlaskClient, desk: Json, recording: int) -> None:
    ana = desk["recording"]["players"][0]
    was = chance(client, recording)
    client.put(f"/api/players/{ana['id']}", json={"name": ana["name"], "level": "starter"})
    assert chance(client, recording) < was
    numbers = client.get(f"/api/numbers?player={ana['id']}").get_json()["players"][0]
    assert numbers["player"]["level"] == "starter"
    client.put(f"/api/players/{ana['id']}", json={"name": ana["name"], "level": "strong"})
    assert chance(client, recording) == was


def test_another_pocket_is_another_chance(client: FlaskClient, desk: Json, recording: int) -> None:
    was = chance(client, recording)
    view = desk["recording"]
    body = {
        "version": view["version"],
        "match": view["match"],
        "table": view["table"] | {"side_mouth_mm": 150},
        "players": [int(p["id"]) for p in view["players"]],
    }
    assert client.put(f"/api/recordings/{recording}", json=body).status_code == 200
    assert chance(client, recording) > was


def test_the_same_shot_is_measured_once_and_a_changed_one_again(client: FlaskClient, desk: Json) -> None:
    scene._measured.cache_clear()
    rack = desk["rack"]
    address = f"/api/racks/{rack['id']}/changes"
    last = copy.deepcopy(rack["shots"][-1])
    change = {"id": last["id"], "version": 1, "shot": last["shot"] | {"notes": "again"}}
    client.post(address, json={"shots": [change]})
    assert scene._measured.cache_info().misses == 5
    client.post(address, json={"shots": [change | {"version": 2, "shot": last["shot"]}]})
    kept = scene._measured.cache_info()
    assert (kept.misses, kept.hits) == (6, 4)


def test_a_shooter_who_has_left_is_still_reviewed(client: FlaskClient, desk: Json, recording: int) -> None:
    shots = [copy.deepcopy(s["shot"]) for s in desk["rack"]["shots"]]
    shots[0]["shooter"] = "4711"
    shots[0]["plan"]["kind"] = "break"  # who opens a log that begins with the break must be the breaker
    body = {"breaker": desk["rack"]["breaker"], "shots": shots}
    reviews = client.post(f"/api/recordings/{recording}/preview", json=body).get_json()["reviews"]
    assert reviews[1]["pot"]["chance"] is not None
    assert "4711 shoots out of turn" in reviews[0]["flags"][0]["words"]


def test_the_words_are_complete(client: FlaskClient) -> None:
    words = client.get("/api/words").get_json()
    for name, table in words.items():
        assert table, name
        for code, text in table.items():
            assert text or name == "options_used", (name, code)
            if isinstance(text, str):
                assert text != code or code.isdigit()
    assert next(iter(words["grades"])) == "perfect"
    assert len(words["pockets"]) == 6
