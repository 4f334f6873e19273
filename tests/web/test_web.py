"""The web interface: answers, errors in one shape, conflicts, files."""

import copy
import json
import uuid
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.cli import describe
from aretane.settings import PROJECT, Settings
from aretane.store.database import Address
from aretane.web import create_app
from tests.clients import client_of
from tests.examples import example

Json = dict[str, Any]


def changes(shot: Json, **more: Any) -> Json:
    return {"shots": [{"id": shot["id"], "version": shot["version"], "shot": shot["shot"]}], **more}


def test_the_desk_measures_what_geometry_says(desk: Json) -> None:
    first = desk["rack"]["shots"][0]["review"]
    assert first["flags"] == []
    pot = first["pot"]
    # the 7 stands straight above the side pocket's mouth, its ghost one ball (57.15 mm) above it
    assert pot["ghost"] == pytest.approx([1270, 357.15])
    assert pot["cue_distance"] == pytest.approx((635**2 + (635 - 357.15) ** 2) ** 0.5, abs=0.01)
    assert pot["pot_distance"] == pytest.approx(300)
    assert pot["pocket"] == "side-right"
    assert 0 < pot["chance"] < 1
    miss = first["miss"]
    assert miss["distance"]["mm"] == pytest.approx((19.5**2 + 20**2) ** 0.5, abs=0.02)
    assert miss["along"]["widths"] == pytest.approx(miss["along"]["mm"] / 57.15, abs=0.001)
    assert miss["along"]["diamonds"] == pytest.approx(miss["along"]["mm"] / 317.5, abs=0.001)
    assert first["leave"]["ball"] == "8"
    assert first["proposal"]["grade"] in ("perfect", "off-same-plan", "off-plan-changed")


def test_the_rack_is_won_and_scored(desk: Json) -> None:
    ana = next(p for p in desk["recording"]["players"] if p["name"] == "Ana Quill")["id"]
    assert desk["rack"]["winner"] == ana
    assert desk["recording"]["score"][ana] == 1


def test_a_correction_changes_everything_after_it(client: FlaskClient, desk: Json) -> None:
    rack = desk["rack"]
    first = copy.deepcopy(rack["shots"][0])
    first["shot"]["result"]["foul"] = "double-hit"
    answer = client.post(f"/api/racks/{rack['id']}/changes", json=changes(first)).get_json()
    assert [flag["code"] for flag in answer["shots"][1]["review"]["flags"]] == ["out-of-turn"]
    assert "it is Bo Larch's shot" in answer["shots"][1]["review"]["flags"][0]["words"]


def test_a_second_tab_is_told_and_shown_what_is_stored(client: FlaskClient, desk: Json) -> None:
    address = f"/api/racks/{desk['rack']['id']}/changes"
    mine, theirs = (copy.deepcopy(desk["rack"]["shots"][0]) for _ in range(2))
    theirs["shot"]["notes"] = "theirs"
    mine["shot"]["notes"] = "mine"
    assert client.post(address, json=changes(theirs)).status_code == 200
    answer = client.post(address, json=changes(mine))
    assert answer.status_code == 409
    current = answer.get_json()["current"][mine["id"]]
    assert (current["version"], current["shot"]["notes"]) == (2, "theirs")
    mine["version"] = 2
    assert client.post(address, json=changes(mine)).get_json()["shots"][0]["shot"]["notes"] == "mine"


def test_a_new_shot_starts_where_the_last_one_ended(client: FlaskClient, desk: Json) -> None:
    rack = desk["rack"]
    shots = [
        {"id": str(uuid.uuid4()), "version": None, "shot": {"shooter": rack["shots"][0]["shot"]["shooter"]}}
    ]
    order = [rack["shots"][0]["id"], shots[0]["id"], *[s["id"] for s in rack["shots"][1:]]]
    answer = client.post(f"/api/racks/{rack['id']}/changes", json={"shots": shots, "order": order})
    seen = answer.get_json()["shots"]
    assert seen[1]["review"]["before"] == seen[0]["review"]["after"]
    assert seen[1]["review"]["pots"][0]["ball"] == "8"


def test_a_preview_measures_and_stores_nothing(client: FlaskClient, desk: Json, recording: int) -> None:
    shots = [copy.deepcopy(s["shot"]) for s in desk["rack"]["shots"]]
    shots[0]["result"]["cue_end"] = [1500, 700]
    body = {"breaker": desk["rack"]["breaker"], "shots": shots}
    reviews = client.post(f"/api/recordings/{recording}/preview", json=body).get_json()["reviews"]
    assert reviews[0]["proposal"]["grade"] == "perfect"
    assert client.get(f"/api/recordings/{recording}/racks/1").get_json() == desk


def test_numbers_count_by_hand(client: FlaskClient, desk: Json) -> None:
    ids = {p["name"]: p["id"] for p in desk["recording"]["players"]}
    asked = f"/api/numbers?player={ids['Ana Quill']}&against={ids['Bo Larch']}"
    answer = client.get(asked).get_json()
    ana, bo = answer["players"]
    # Ana: the 7, the 8 and the 9 potted, one 8 missed; Bo: one safety, a foul
    assert (ana["pot_success"]["interval"]["k"], ana["pot_success"]["interval"]["n"]) == (3, 4)
    behind = client.get(
        "/api/numbers/asked/shots", query_string=ana["pot_success"]["asked"] | {"player": ids["Ana Quill"]}
    )
    assert [(one["rack"], one["shot"]) for one in behind.get_json()["shots"]][1] == (1, 2)
    assert behind.get_json()["total"] == 4
    assert bo["safety_outcomes"][4]["code"] == "own-foul"
    assert bo["safety_outcomes"][4]["interval"]["k"] == 1
    assert bo["pot_success"]["interval"]["value"] is None
    assert next(d for d in answer["differences"] if d["code"] == "pot_success")["value"] is None


def test_numbers_can_be_held_to_one_recording_or_kind(
    client: FlaskClient, desk: Json, recording: int
) -> None:
    ana = desk["recording"]["players"][0]["id"]
    for part, n in ((f"recording={recording}", 4), ("kind=match", 4), ("kind=practice", 0)):
        answer = client.get(f"/api/numbers?player={ana}&{part}").get_json()
        assert answer["players"][0]["pot_success"]["interval"]["n"] == n


def test_a_file_goes_out_as_it_came_in(client: FlaskClient, recording: int) -> None:
    answer = client.get(f"/api/recordings/{recording}/file")
    assert json.loads(answer.data) == example()
    assert "attachment" in answer.headers["Content-Disposition"]


def test_a_faulty_file_is_listed_and_nothing_is_stored(client: FlaskClient) -> None:
    file = example()
    file["racks"][0]["shots"][3]["plan"]["pocket"] = "middle"
    text = json.dumps(file)
    checked = client.post("/api/match-files/check", data=text, content_type="application/json").get_json()
    assert [(f["rack"], f["shot"], f["field"]) for f in checked["faults"]] == [(1, 4, "plan.pocket")]
    assert checked["shots_usable"] == 3
    answer = client.post("/api/match-files", data=text, content_type="application/json")
    assert answer.status_code == 422
    assert answer.get_json()["faults"][0]["place"] == "rack 1, shot 4, plan.pocket"
    assert client.get("/api/recordings").get_json()["recordings"] == []
    part = client.post("/api/match-files?take=part", data=text, content_type="application/json")
    assert part.status_code == 201
    assert client.get("/api/recordings").get_json()["recordings"][0]["shots"] == 3


def test_today_says_what_waits(client: FlaskClient) -> None:
    assert client.get("/api/today").get_json()["lines"][0]["kind"] == "start"
    file = example()
    del file["racks"][0]["shots"][2]["result"]
    client.post("/api/match-files", data=json.dumps(file), content_type="application/json")
    lines = client.get("/api/today").get_json()["lines"]
    assert lines[0]["words"] == "Rack 1 of Tuesday on table 2: 1 shot waits for a result."
    assert lines[0]["link"].endswith("/racks/1/shots/3")


@pytest.mark.parametrize(
    ("method", "address", "body", "status", "place"),
    [
        ("get", "/api/recordings/999", None, 404, None),
        ("get", "/api/recordings/999/racks/1", None, 404, None),
        ("get", "/api/nothing", None, 404, None),
        ("delete", "/api/session", None, 405, None),
        ("get", "/api/numbers", None, 422, "player"),
        ("get", "/api/numbers?player=x", None, 422, "player"),
        ("post", "/api/players", {"name": "  "}, 422, "name"),
        ("post", "/api/players", {"name": "A", "level": "wizard"}, 422, "level"),
        ("post", "/api/players", {"name": "\ud800"}, 422, "name"),
        ("post", "/api/recordings", {}, 422, "match"),
        ("post", "/api/recordings", {"match": {"title": " "}, "table": {}, "players": [1]}, 422, "match"),
        (
            "put",
            "/api/session/reading",
            {"length_unit": "ell", "speed_unit": "mph", "words": "game"},
            422,
            "length_unit",
        ),
    ],
)
def test_errors_have_one_shape_and_name_the_place(
    client: FlaskClient, method: str, address: str, body: Json | None, status: int, place: str | None
) -> None:
    answer = (
        getattr(client, method)(address, json=body)
        if body is not None
        else getattr(client, method)(address)
    )
    assert answer.status_code == status
    problem = answer.get_json()
    assert set(problem) == {"message", "faults", "current"}
    assert problem["message"]
    if place:
        assert place in [fault["place"].split(".")[0] for fault in problem["faults"]]


def test_a_shot_that_cannot_be_stored_names_its_field(client: FlaskClient, desk: Json) -> None:
    shot = copy.deepcopy(desk["rack"]["shots"][0])
    shot["shot"]["plan"]["tip"] = {"side": 0.5, "height": 0.5}
    answer = client.post(f"/api/racks/{desk['rack']['id']}/changes", json=changes(shot))
    assert answer.status_code == 422
    assert "miscue limit" in json.dumps(answer.get_json()["faults"])


def test_bodies_that_are_not_json_are_named(client: FlaskClient) -> None:
    broken = client.post("/api/players", data="{", content_type="application/json")
    assert broken.status_code in (400, 422)
    assert broken.get_json()["message"]
    not_text = client.post("/api/match-files/check", data=b"\xff\xfe\x00", content_type="application/json")
    assert not_text.status_code == 400
    assert "not UTF-8" in not_text.get_json()["message"]


def test_a_request_over_the_limit_names_the_setting(database: Address, club: int, tmp_path: Path) -> None:
    small = Settings(tmp_path, None, "127.0.0.1", 8640, 4, 1000)
    answer = client_of(create_app(small, database)).post("/api/match-files", data="x" * 2000)
    assert answer.status_code == 413
    assert "ARETANE_MAX_UPLOAD_MB" in answer.get_json()["message"]


def test_another_sites_page_cannot_change_anything(client: FlaskClient) -> None:
    body = {"name": "Cy"}
    refused = client.post("/api/players", json=body, headers={"Origin": "https://elsewhere.example"})
    assert refused.status_code == 403
    assert client.post("/api/players", json=body, headers={"Origin": "http://localhost"}).status_code == 201
    taken = client.post("/api/players", json=body)
    assert taken.status_code == 409
    assert "already a player called Cy" in taken.get_json()["message"]


def test_a_database_that_is_away_is_said_and_nothing_is_lost(settings: Settings) -> None:
    nowhere = Address("u", "", "127.0.0.1", 1, "none", None)
    answer = client_of(create_app(settings, nowhere)).get("/api/recordings")
    assert answer.status_code == 503
    assert "database does not answer" in answer.get_json()["message"]


def test_pages_carry_a_strict_policy_and_assets_are_kept(
    settings: Settings, database: Address, tmp_path: Path
) -> None:
    (tmp_path / "assets").mkdir()
    (tmp_path / "index.html").write_text("<!doctype html><title>page</title>")
    (tmp_path / "assets" / "a-0123abcd.js").write_text("1")
    client = client_of(create_app(settings, database, tmp_path))
    with client.get("/recordings/1/racks/2") as page:
        assert b"page" in page.data
        assert "default-src 'self'" in page.headers["Content-Security-Policy"]
    with client.get("/assets/a-0123abcd.js") as asset:
        assert "immutable" in asset.headers["Cache-Control"]
    (tmp_path / "assets" / "b-0123abcd.js").write_text("2")  # pages built anew beside a running server
    with client.get("/assets/b-0123abcd.js") as asset:
        assert asset.data == b"2"
    for wrong in ("/assets/none.js", "/assets/../../etc/passwd", "/api/none"):
        assert client.get(wrong).status_code == 404


def test_racks_and_recordings_can_be_removed_and_put_back(
    client: FlaskClient, desk: Json, recording: int
) -> None:
    removed = client.delete(f"/api/racks/{desk['rack']['id']}?content=1").get_json()
    assert client.get(f"/api/recordings/{recording}/racks/1").status_code == 404
    back = client.post(f"/api/recordings/{recording}/racks", json=removed)
    assert len(back.get_json()["shots"]) == 5
    assert client.delete(f"/api/recordings/{recording}").status_code == 204
    assert client.get(f"/api/recordings/{recording}").status_code == 404
    assert client.post(f"/api/recordings/{recording}/restore").status_code == 204
    assert client.get(f"/api/recordings/{recording}").status_code == 200


def test_a_recording_is_made_and_changed_by_hand(client: FlaskClient) -> None:
    ids = [client.post("/api/players", json={"name": name}).get_json()["id"] for name in ("Cy", "Di")]
    body: Json = {"match": {"title": "By hand", "race_to": 7}, "table": {"size": "pool-7"}, "players": ids}
    made = client.post("/api/recordings", json=body).get_json()["id"]
    body["version"], body["table"] = 1, {"size": "pool-8", "cloth": "fast", "side_mouth_mm": 130}
    changed = client.put(f"/api/recordings/{made}", json=body).get_json()
    assert (changed["version"], changed["table"]["cloth"]) == (2, "fast")
    assert client.put(f"/api/recordings/{made}", json=body).status_code == 409
    body["table"]["side_mouth_mm"] = 60
    assert (
        "side pocket opening 60.0 mm"
        in client.put(f"/api/recordings/{made}", json=body).get_json()["message"]
    )
    body["players"] = [ids[0], ids[0]]
    assert client.post("/api/recordings", json=body).status_code == 409
    rack = client.post(f"/api/recordings/{made}/racks", json={"number": 1}).get_json()
    answer = client.put(
        f"/api/racks/{rack['id']}", json={"version": 1, "breaker": str(ids[1]), "notes": "n"}
    )
    assert answer.get_json()["breaker"] == str(ids[1])


def test_units_belong_to_the_member(client: FlaskClient) -> None:
    client.put("/api/session/reading", json={"length_unit": "in", "speed_unit": "mph", "words": "pool"})
    assert client.get("/api/session").get_json()["length_unit"] == "in"


def test_the_committed_descriptions_are_the_programs_own(settings: Settings) -> None:
    # ./aretane types writes them again
    assert (PROJECT / "docs" / "openapi.json").read_text() == describe.openapi(settings)
    assert (PROJECT / "docs" / "match-file.schema.json").read_text() == describe.schema()


def test_a_players_hand_is_kept_goes_with_the_file_and_says_what_is_reached(client: FlaskClient) -> None:
    made = {"name": "Lef Tanner", "level": "strong", "hand": "left"}
    player = client.post("/api/players", json=made).get_json()["id"]
    assert client.post("/api/players", json=made | {"name": "B", "hand": "third"}).status_code == 422
    setup = {"match": {"title": "Hands", "discipline": "snooker"}, "table": {"size": "snooker-12"}}
    recording = client.post("/api/recordings", json=setup | {"players": [player]}).get_json()["id"]
    before = {"cue": [1800, 450], "r1": [3300, 500]}
    shot = {"shooter": str(player), "plan": {"ball": "r1", "pocket": "foot-right"}}

    def needs() -> list[str]:
        asked = {"before": before, "shot": shot}
        answer = client.post(f"/api/recordings/{recording}/forecast", json=asked).get_json()
        found: list[str] = answer["planned"]["reach"]["aids"]
        return found

    assert needs() == []
    file = client.get(f"/api/recordings/{recording}/file").get_json()
    assert file["players"][0]["hand"] == "left"
    client.put(f"/api/players/{player}", json={"name": "Lef Tanner", "level": "strong", "hand": None})
    assert needs() != []  # taken as right-handed
    again = client.post("/api/match-files", data=json.dumps(file), content_type="application/json")
    assert any("keeps the hand: not said" in one for one in again.get_json()["remarks"])
