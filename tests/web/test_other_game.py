"""A recording whose game is changed after racks were logged: old balls are flagged, nothing breaks."""

import pytest
from flask.testing import FlaskClient

from aretane.core.games import DISCIPLINES
from aretane.demo.library import load
from aretane.demo.scenario import FIXTURES
from aretane.formats.match_file import write


@pytest.mark.parametrize("number", [2, 3, 5, 7, 8, 9])
def test_every_game_reviews_the_racks_of_every_other(client: FlaskClient, number: int) -> None:
    file = write(load(FIXTURES[number]))
    made = client.post("/api/match-files", data=file, content_type="application/json").get_json()[
        "recording"
    ]
    for discipline in DISCIPLINES:
        held = client.get(f"/api/recordings/{made}").get_json()
        body = {
            "version": held["version"], "match": held["match"] | {"discipline": discipline},
            "table": held["table"], "players": [int(p["id"]) for p in held["players"]],
        }  # fmt: skip
        assert client.put(f"/api/recordings/{made}", json=body).status_code == 200
        desk = client.get(f"/api/recordings/{made}/racks/1")
        assert desk.status_code == 200, discipline
        codes = {flag["code"] for s in desk.get_json()["rack"]["shots"] for flag in s["review"]["flags"]}
        known = set(desk.get_json()["game"]["balls"]) | {"cue"}
        laid = {ball for s in desk.get_json()["rack"]["shots"] for ball in s["review"]["before"]}
        assert ("unknown-ball" in codes) == bool(laid - known)
    assert client.get("/api/today").status_code == 200
    assert client.get("/api/recordings").status_code == 200
