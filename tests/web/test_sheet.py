"""The sheet of a match as its page asks for it."""

from typing import Any

from flask.testing import FlaskClient

Json = dict[str, Any]


def test_the_sheet_of_the_hand_written_match(client: FlaskClient, desk: Json, recording: int) -> None:
    sheet = client.get(f"/api/recordings/{recording}/sheet").get_json()
    ana, bo = sheet["players"]
    assert (ana["player"]["name"], ana["won"], bo["won"]) == ("Ana Quill", 1, 0)
    assert (ana["pots"]["k"], ana["pots"]["n"]) == (3, 4) and bo["pots"]["value"] is None
    assert ana["ways"] == [{"code": "after-foul", "words": "After a foul of the other", "n": 1}]
    assert bo["gave"] == [{"code": "foul", "words": "a foul", "n": 1}]
    (rack,) = sheet["racks"]
    assert (rack["gave_shot"], rack["lead"], rack["turned_on"]) == (3, 1, None)
    assert not sheet["points"] and sheet["key_moments"] == 0


def test_a_recording_without_racks_has_an_empty_sheet(client: FlaskClient, desk: Json) -> None:
    player = int(desk["recording"]["players"][0]["id"])
    body = {"match": {"title": "Nothing yet", "discipline": "snooker"}, "table": {}, "players": [player]}
    made = client.post("/api/recordings", json=body).get_json()["id"]
    sheet = client.get(f"/api/recordings/{made}/sheet").get_json()
    assert sheet["racks"] == [] and sheet["players"][0]["breaks"][0]["n"] == 0
    assert client.get("/api/recordings/4711/sheet").status_code == 404
