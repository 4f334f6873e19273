"""Routes, the table read, and an order of one's own over the wire."""

import time
from typing import Any

import pytest
from flask.testing import FlaskClient

from tests.positions import new_recording
from tests.web.test_outlook import PATIENCE, body, until_fine

Json = dict[str, Any]


def rack(desk: Json) -> Json:
    """The rack as a preview takes it."""
    return {key: part for key, part in body(desk).items() if key != "shot"}


def settled(client: FlaskClient, path: str, asked: Json) -> Json:
    began = time.monotonic()
    while time.monotonic() - began < PATIENCE:
        answer: Json = client.post(path, json=asked).get_json()
        if answer["stage"] != "waiting":
            return answer
        time.sleep(0.05)
    raise AssertionError("the answer did not come")


def test_routes_after_the_planned_pot(client: FlaskClient, recording: int, desk: Json) -> None:
    found = settled(client, f"/api/recordings/{recording}/routes", body(desk))
    assert found["stage"] == "fine" and found["ball"] == "7" and found["routes"]
    for route in found["routes"]:
        assert 0 <= route["inside"] <= route["pot"] <= 1 and 0 <= route["scratch"] < 1
        assert route["slower"] >= 0 and route["faster"] >= 0 and route["travel"] > 0
        assert {path["ball"] for path in route["paths"]} <= {"cue", "7"}
    best = max(route["worth"] for route in found["routes"])
    assert found["routes"][0]["worth"] >= 0.85 * best


def test_the_table_is_read_for_the_player(client: FlaskClient, recording: int, desk: Json) -> None:
    found = settled(client, f"/api/recordings/{recording}/reading", body(desk))
    assert found["stage"] == "fine" and [one["ball"] for one in found["balls"]] == ["7", "8", "9"]
    for one in found["balls"]:
        assert len(one["passages"]) == 6 and 0 <= one["reach"] <= 1
        assert one["open_pockets"] == sum(way["open_share"] >= 0.5 for way in one["passages"])
        assert not (one["problem"] and one["insurance"])


@pytest.mark.parametrize("what", ["routes", "reading"])
def test_without_a_cue_ball_the_reason_is_told(
    client: FlaskClient, recording: int, desk: Json, what: str
) -> None:
    asked = body(desk)
    asked["shots"][0]["layout"]["balls"]["cue"] = None
    found = client.post(f"/api/recordings/{recording}/{what}", json=asked).get_json()
    assert found["stage"] == "none" and "cue ball" in found["reason"]
    asked["shot"] = 0
    assert client.post(f"/api/recordings/{recording}/{what}", json=asked).status_code == 422
    assert client.post(f"/api/recordings/99999/{what}", json=body(desk)).status_code == 404


def test_an_order_in_rotation_is_told_why_it_has_no_value(
    client: FlaskClient, recording: int, desk: Json
) -> None:
    asked = body(desk)
    asked["shots"][0]["plan"]["visit"] = {"order": ["7", "8", "9"]}
    began = time.monotonic()
    answer, _ = until_fine(client, recording, asked)
    while answer["own_waits"] and time.monotonic() - began < PATIENCE:
        answer, _ = until_fine(client, recording, asked)
    assert answer["own"] == {
        "balls": ["7", "8", "9"], "value": None, "error": None,
        "reason": "in rotation the numbers give the order",
    }  # fmt: skip


def test_the_next_shot_has_its_angle_and_its_line(client: FlaskClient, recording: int, desk: Json) -> None:
    answer, _ = until_fine(client, recording, body(desk))
    angle = answer["angle"]
    assert angle["ball"] == "8" and angle["words"] and -70 <= angle["best"] <= 70
    assert angle["smallest"] >= 0 and angle["distance"] > 0 and len(angle["line"]) == 2
    assert angle["worth"] <= max(answer["following"]["values"]) + 1e-6


KINDS: list[tuple[Json, str]] = [
    ({"kind": "line"}, "line"),
    ({"kind": "side", "side": "left"}, "side"),
    ({"kind": "either", "a": [600, 600], "b": [2000, 900]}, "place"),
    ({"kind": "angle"}, "angle"),
    ({"kind": "avoid", "a": [600, 600], "b": [800, 600]}, "zone"),
    ({"kind": "ball", "a": [600, 600], "ball": "8"}, "ball"),
    ({"kind": "snooker", "ball": "8"}, "hidden"),
]


@pytest.mark.parametrize(("target", "measured"), KINDS)
def test_every_kind_of_intent_is_measured_by_its_own_kind(
    client: FlaskClient, recording: int, desk: Json, target: Json, measured: str
) -> None:
    asked = rack(desk)
    plan = asked["shots"][0]["plan"] | {"target": target, "next_ball": "8", "next_pocket": "foot-left"}
    asked["shots"][0]["plan"] = plan | ({"wanted_angle": 20} if target["kind"] == "angle" else {})
    answer = client.post(f"/api/recordings/{recording}/preview", json=asked)
    came = answer.get_json()["reviews"][0]["came"]
    assert came["measured"] == measured and isinstance(came["kept"], bool)


@pytest.mark.parametrize(
    ("target", "words"),
    [
        ({"kind": "line", "a": [1, 1]}, "takes no place"),
        ({"kind": "window", "a": [100, 100]}, "takes the places a and b"),
        ({"kind": "point", "a": [100, 100], "side": "left"}, "takes no side"),
        ({"kind": "avoid", "ball": "8"}, "takes no ball"),
        ({"kind": "ball", "b": [100, 100]}, "takes no place or the place a"),
    ],
)
def test_a_target_that_does_not_fit_its_kind_is_refused_with_its_place(
    client: FlaskClient, recording: int, desk: Json, target: Json, words: str
) -> None:
    asked = rack(desk)
    asked["shots"][0]["plan"]["target"] = target
    answer = client.post(f"/api/recordings/{recording}/preview", json=asked)
    assert answer.status_code == 422
    assert words in str(answer.get_json()) and "target" in str(answer.get_json())


def test_two_orders_of_straight_pool_side_by_side_and_one_break_ball(client: FlaskClient) -> None:
    recording, (first, _) = new_recording(client, "straight-pool")
    balls = {"cue": [1300, 500], "1": [2300, 150], "2": [1970, 940], "3": [1500, 1000], "4": [600, 400]}
    shot = {
        "shooter": first, "layout": {"from": "empty", "balls": balls},
        "plan": {
            "ball": "1", "pocket": "foot-right",
            "visit": {"order": ["1", "4", "3", "2"], "other_order": ["4", "1", "2"]},
        },
    }  # fmt: skip
    asked = {"number": 1, "breaker": None, "shots": [shot], "shot": 1}
    orders = asked | {"insured": True}
    began = time.monotonic()
    answer, _ = until_fine(client, recording, orders)
    while answer["own_waits"] and time.monotonic() - began < PATIENCE:
        answer, _ = until_fine(client, recording, orders)
    assert answer["measure"] == "balls" and answer["own"]["value"] > 0 and answer["against"]["value"] > 0
    assert answer["gap"]["value"] == pytest.approx(
        answer["own"]["value"] - answer["against"]["value"], abs=1e-3
    )
    end = {answer["key_ball"], answer["break_ball"]}
    assert end < set(balls) and answer["insurance"] and not end & set(answer["insurance"])
    path = f"/api/recordings/{recording}/reading"
    found = settled(client, path, asked)
    while found["nudge_waits"] and time.monotonic() - began < 2 * PATIENCE:
        time.sleep(0.1)
        found = settled(client, path, asked)
    assert found["chains"][0]["break_ball"] == answer["break_ball"]
    assert found["chains"][0]["key_ball"] == answer["key_ball"]
    assert found["measure"] == "balls" and found["nudge"]["leave"]["value"] > 0
    visit = shot["plan"]["visit"]
    visit["other_order"] = ["nine" * 10]
    assert client.post(f"/api/recordings/{recording}/outlook", json=asked).status_code == 422
    visit["other_order"] = ["15"]
    strange, _ = until_fine(client, recording, asked)
    while strange["own_waits"] and time.monotonic() - began < 3 * PATIENCE:
        strange, _ = until_fine(client, recording, asked)
    assert "not on the table" in strange["against"]["reason"]


def test_a_combination_is_insurance_in_the_reading_and_in_the_order(client: FlaskClient) -> None:
    recording, (first, _) = new_recording(client, "straight-pool")
    balls = {"cue": [700, 600], "5": [2260, 1050], "3": [2214, 1013], "1": [600, 300], "7": [1200, 900]}
    shot = {"shooter": first, "layout": {"from": "empty", "balls": balls}, "plan": {"ball": "1"}}
    asked = {"number": 1, "breaker": None, "shots": [shot], "shot": 1}
    (one,) = settled(client, f"/api/recordings/{recording}/reading", asked)["combinations"]
    assert (one["by"], one["ball"], one["pocket"]) == ("3", "5", "foot-left") and one["reach"] >= 0.4
    order, began = asked | {"insured": True}, time.monotonic()
    answer, _ = until_fine(client, recording, order)
    while answer["own_waits"] and time.monotonic() - began < PATIENCE:
        answer, _ = until_fine(client, recording, order)
    assert answer["combinations"] == [one]
