"""Positions set up by hand: what was entered stands, and what the log says otherwise is said beside it."""

from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.core.equipment.layout import Layout
from aretane.core.games import DISCIPLINES
from aretane.core.geometry import Point
from aretane.core.motion import Physics, Strike, play
from aretane.core.vocabulary import AIDS, SHOT_KINDS, TARGETS
from tests.core.runout.layouts import TABLE
from tests.positions import faults, new_recording
from tests.web.test_choosing import ranked

FEW = 20
"""Positions a discipline; the bench of the rules has three hundred."""


@pytest.mark.parametrize("discipline", DISCIPLINES)
def test_a_position_comes_back_as_it_was_entered(client: FlaskClient, discipline: str) -> None:
    assert faults(client, discipline, range(FEW)) == []


def preview(client: FlaskClient, discipline: str, *shots: dict[str, Any], **more: Any) -> list[Any]:
    recording, (first, second) = new_recording(client, discipline)
    named = {"a": first, "b": second}
    sent = [shot | {"shooter": named[shot["shooter"]]} for shot in shots]
    body = {"breaker": None, "shots": sent} | more
    reviews: list[Any] = client.post(f"/api/recordings/{recording}/preview", json=body).get_json()[
        "reviews"
    ]
    return reviews


BALLS = {"cue": [600, 600], "7": [1500, 700], "8": [2000, 300], "9": [2200, 900]}
PLACED = {
    "point": {"a": [1400, 640]},
    "window": {"a": [1400, 640], "b": [1600, 640]},
}
POT = {
    "potted": [{"ball": "7", "pocket": "foot-left"}],
    "cue_end": [1400, 640],
}


def test_a_rack_that_begins_mid_rack_is_no_break(client: FlaskClient) -> None:
    begun = {"shooter": "a", "layout": {"from": "empty", "balls": BALLS}, "plan": {"ball": "7"}}
    (review,) = preview(client, "nine-ball", begun)
    assert review["set_up"]
    assert not review["ball_in_hand"]
    assert not review["push_out_allowed"]
    assert review["before"]["cue"] == [600, 600]
    assert review["flags"] == []


def test_a_racked_table_is_still_a_break(client: FlaskClient) -> None:
    recording, (first, _) = new_recording(client, "nine-ball")
    client.post(f"/api/recordings/{recording}/racks", json={"number": 1})
    racked = client.get(f"/api/recordings/{recording}/racks/1").get_json()["game"]["racked"]
    begun = {"shooter": first, "layout": {"from": "empty", "balls": racked}}
    answer = client.post(f"/api/recordings/{recording}/preview", json={"breaker": first, "shots": [begun]})
    (review,) = answer.get_json()["reviews"]
    assert not review["set_up"]
    assert review["ball_in_hand"]


def test_a_position_in_the_middle_stands_and_the_log_says_what_it_thinks(client: FlaskClient) -> None:
    first = {
        "shooter": "a",
        "layout": {"from": "empty", "balls": BALLS},
        "plan": {"ball": "7"},
        "result": POT,
    }
    second = {"shooter": "b", "position": {"hand": "anywhere", "fouls": 2}, "plan": {"ball": "8"}}
    _, review = preview(client, "nine-ball", first, second)
    assert review["ball_in_hand"]
    assert len(review["turn"]) == 1
    (flag,) = review["flags"]
    assert flag["code"] == "position-otherwise"
    assert "Ada of nine-ball's shot" in flag["words"]
    assert "no ball is in hand" in flag["words"]
    assert "the position stands" in flag["words"]


def test_key_moments_offer_no_push_out_that_nobody_logged(client: FlaskClient) -> None:
    shots = [
        {"shooter": "a", "layout": {"from": "empty", "balls": BALLS}, "plan": {"ball": "7"}},
        {"shooter": "b", "layout": {"from": "empty", "balls": BALLS}, "plan": {"ball": "7"}},
        {"shooter": "b", "layout": {"from": "empty", "balls": BALLS}, "plan": {"kind": "push-out"}},
    ]
    _, second, third = preview(client, "nine-ball", *shots, depth="key-moments")
    assert not second["push_out_allowed"]
    assert third["push_out_allowed"]
    assert third["flags"] == []


def test_balls_on_are_those_of_the_group_set_in_a_key_moment(client: FlaskClient) -> None:
    balls = {"cue": [600, 600], "1": [1500, 700], "9": [2000, 300], "8": [2200, 900]}
    shot = {
        "shooter": "a", "layout": {"from": "empty", "balls": balls}, "position": {"group": "stripes"},
    }  # fmt: skip
    first, second = preview(client, "eight-ball", shot, shot, depth="key-moments")
    assert first["balls_on"] == ["9"]
    assert second["balls_on"] == ["9"]


def test_the_second_miss_in_a_row_warns_of_the_third(client: FlaskClient) -> None:
    balls = {"cue": [600, 600], "r1": [2500, 700], "black": [3200, 900]}
    foul = {"foul": "no-contact", "miss": True, "cue_end": [700, 600], "penalty": 4}
    shot = {
        "shooter": "a", "layout": {"from": "empty", "balls": balls}, "position": {"misses": 1, "on": "red"},
        "result": foul,
    }  # fmt: skip
    (review,) = preview(client, "snooker", shot)
    assert "third miss" in review["ruling"][0]


def test_after_the_key_ball_the_next_rack_of_straight_pool_goes_on_without_a_break(
    client: FlaskClient,
) -> None:
    recording, (first, _) = new_recording(client, "straight-pool")
    balls = {"cue": [1500, 640], "1": [2440, 100], "2": [1900, 300]}
    last = {
        "shooter": first, "layout": {"from": "empty", "balls": balls}, "position": {"score": 20},
        "plan": {"ball": "1", "pocket": "foot-right"},
        "result": {"potted": [{"ball": "1", "pocket": "foot-right"}], "cue_end": [1700, 700]},
    }  # fmt: skip
    client.post(f"/api/recordings/{recording}/racks", json={"number": 1, "rack": {"shots": [last]}})
    client.post(f"/api/recordings/{recording}/racks", json={"number": 2})
    desk = client.get(f"/api/recordings/{recording}/racks/2").get_json()
    assert desk["game"]["goes_on"]
    racked = desk["game"]["racked"]
    assert len(racked) == 16
    assert racked["2"] == balls["2"]
    assert racked["cue"] == [1700, 700]
    begun = {"shooter": first, "layout": {"from": "empty", "balls": racked}, "plan": {"ball": "2"}}
    body = {"number": 2, "breaker": None, "shots": [begun]}
    (review,) = client.post(f"/api/recordings/{recording}/preview", json=body).get_json()["reviews"]
    assert review["flags"] == []
    assert review["turn"] == [first]
    assert not review["ball_in_hand"]
    assert review["scores"][first] == 21
    assert review["run"] == 1


def test_a_safety_is_no_option_until_its_result_says_how_it_was_struck(client: FlaskClient) -> None:
    recording, (first, _) = new_recording(client, "nine-ball")
    shot = {
        "shooter": first, "layout": {"from": "empty", "balls": BALLS},
        "plan": {"ball": "7", "choice": "safety"},
    }  # fmt: skip
    body = {"number": 1, "breaker": None, "shots": [shot], "shot": 1}
    found = ranked(client, recording, body)
    assert found["planned"] is None
    assert "result is not logged" in found["unlisted"]
    layout = Layout.of({ball: Point(x / 1000, y / 1000) for ball, (x, y) in BALLS.items()})
    left = {
        ball: [1000 * place.x, 1000 * place.y]
        for ball, place in play(TABLE, layout, Strike(1.3, 0.15), Physics()).after.places
    }
    assert left["7"] != BALLS["7"] and left["8"] == BALLS["8"]
    shot["result"] = {"cue_end": left["cue"], "moved": {"7": left["7"]}}
    found = ranked(client, recording, body)
    assert found["unlisted"] == "" and found["options"][found["planned"]]["kind"] == "safety"


@pytest.mark.parametrize("kind", SHOT_KINDS)
def test_every_kind_of_stroke_is_stored_and_played_out_or_says_why_not(
    client: FlaskClient, kind: str
) -> None:
    recording, (first, _) = new_recording(client, "nine-ball")
    plan = {"kind": kind, "ball": "7", "pocket": "foot-left", "also": ["bank"], "aids": list(AIDS)}
    shot = {"shooter": first, "layout": {"from": "empty", "balls": BALLS}, "plan": plan}
    made = client.post(f"/api/recordings/{recording}/racks", json={"number": 1, "rack": {"shots": [shot]}})
    assert made.status_code == 201, made.get_json()
    stored = client.get(f"/api/recordings/{recording}/racks/1").get_json()["rack"]["shots"][0]["shot"]
    assert (stored["plan"]["kind"], stored["plan"]["aids"]) == (kind, list(AIDS))
    answer = client.post(f"/api/recordings/{recording}/forecast", json={"before": BALLS, "shot": shot})
    assert answer.status_code == 200
    assert (answer.get_json()["planned"] is None) == bool(answer.get_json()["reason"])


@pytest.mark.parametrize("target", TARGETS)
def test_every_intent_is_stored_as_either_of_two(client: FlaskClient, target: str) -> None:
    recording, (first, _) = new_recording(client, "nine-ball")
    plan = {"ball": "7", "target": {"kind": target} | PLACED.get(target, {}), "second": {"kind": "free"}}
    shot = {"shooter": first, "layout": {"from": "empty", "balls": BALLS}, "plan": plan, "result": POT}
    made = client.post(f"/api/recordings/{recording}/racks", json={"number": 1, "rack": {"shots": [shot]}})
    assert made.status_code == 201, made.get_json()
    stored = client.get(f"/api/recordings/{recording}/racks/1").get_json()["rack"]["shots"][0]["shot"]
    assert stored["plan"]["target"]["kind"] == target
    assert stored["plan"]["second"]["kind"] == "free"


def test_nothing_that_is_not_said_holds_in_a_position_of_key_moments(client: FlaskClient) -> None:
    balls = {"cue": [400, 450], "r1": [1200, 300], "y1": [1300, 600], "black": [1500, 450]}
    shot = {"shooter": "a", "layout": {"from": "empty", "balls": balls}, "position": {"group": "reds"}}
    _, second = preview(client, "english-eight-ball", shot, shot, depth="key-moments")
    assert not second["free"]
    assert second["balls_on"] == ["r1"]
