"""Choices over the wire: a first ranking, then the settled one; reasons when there are none."""

import json
import time
from itertools import pairwise
from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.core.choice.option import ALIKE
from tests.examples import example
from tests.positions import new_recording
from tests.web.test_outlook import PATIENCE, body

Json = dict[str, Any]


def settled(client: FlaskClient, recording: int, asked: Json) -> tuple[Json, list[str]]:
    """The settled answer, and the stages that were told on the way."""
    began, stages = time.monotonic(), []
    while time.monotonic() - began < 4 * PATIENCE:
        answer: Json = client.post(f"/api/recordings/{recording}/choices", json=asked).get_json()
        assert "stage" in answer, answer
        stages.append(answer["stage"])
        if answer["stage"] in ("fine", "none", "stopped"):
            return answer, stages
        time.sleep(0.05)
    raise AssertionError("the choices did not come")


def ranked(client: FlaskClient, recording: int, asked: Json) -> Json:
    """The first ranking, which is not bettered: it takes too long at once."""
    with pytest.MonkeyPatch.context() as changed:
        changed.setattr(client.application.extensions["charting"], "patience", 0.0)
        found, _ = settled(client, recording, asked)
    assert found["stage"] == "stopped"
    return found


def test_choices_settle_hold_together_and_are_the_same_when_asked_again(
    client: FlaskClient, recording: int, desk: Json
) -> None:
    found, _ = settled(client, recording, body(desk))
    assert settled(client, recording, body(desk)) == (found, ["fine"])
    assert found["stage"] == "fine" and found["verdict"] in ("attack", "safety", "close", "")
    assert 1 <= len(found["options"]) <= 9
    values = [one["value"] for one in found["options"]]
    assert all(one >= other - ALIKE for one, other in pairwise(values))
    for one in found["options"]:
        assert one["settled"] and 0 <= one["value"] <= 1 and one["error"] > 0
        shares = [one[part]["share"] for part in ("made", "missed", "foul")]
        assert sum(shares) == pytest.approx(1, abs=0.001)
        assert (one["ball"] is None) == (one["attack"] is None)
        assert {path["ball"] for path in one["paths"]} >= {"cue"}
    planned = found["options"][found["planned"]]
    plan = body(desk)["shots"][body(desk)["shot"] - 1]["plan"]
    assert (planned["ball"], planned["pocket"]) == (plan["ball"], plan["pocket"])


def test_what_takes_too_long_stops_with_the_best_so_far(
    client: FlaskClient, recording: int, desk: Json
) -> None:
    found = ranked(client, recording, body(desk))
    assert found["options"] and all(one["error"] > 0 for one in found["options"])


def test_reasons_are_told_where_there_is_nothing_to_choose(
    client: FlaskClient, recording: int, desk: Json
) -> None:
    asked = body(desk)
    asked["shots"][0]["layout"]["balls"]["cue"] = None
    found, _ = settled(client, recording, asked)
    assert found["stage"] == "none" and "cue ball" in found["reason"] and found["options"] == []
    asked["shot"] = 0
    assert client.post(f"/api/recordings/{recording}/choices", json=asked).status_code == 422
    assert client.post("/api/recordings/99999/choices", json=body(desk)).status_code == 404


def test_options_asked_about_conditions_and_the_match(
    client: FlaskClient, recording: int, desk: Json
) -> None:
    asked = body(desk)
    plan = asked["shots"][asked["shot"] - 1]["plan"]
    ball = plan["ball"]
    asked["added"] = [
        {"kind": "safety", "ball": ball, "fullness": 0.75, "speed": 1.2},
        {
            "kind": plan.get("kind", "direct").replace("direct", "pot"),
            "ball": ball,
            "pocket": plan["pocket"],
        },
        {"kind": "push-out", "end": [400, 400]},
    ]
    asked["race"] = {"needs": 2, "other_needs": 3}
    found, stages = settled(client, recording, asked)
    own, again, refused = found["added"]
    assert own["option"] is not None and found["options"][own["option"]]["ball"] is None
    assert again["option"] is not None and found["options"][again["option"]]["pocket"] == plan["pocket"]
    assert refused == {"option": None, "listed": None, "reason": "no push-out is allowed here"}
    assert found["match"]["won"] > found["match"]["lost"] and 0 < found["match"]["rack"] < 1
    assert found["settled"] == len(found["options"]) and "rough" in stages
    tired = ranked(client, recording, asked | {"form": "tired"})
    same = {(one["kind"], one["ball"], one["pocket"]): one for one in found["options"]}
    pots = [
        (one, same[key])
        for one in tired["options"]
        if (key := (one["kind"], one["ball"], one["pocket"])) in same and one["attack"]
    ]
    assert all(now["attack"]["value"] <= usual["attack"]["value"] + 0.05 for now, usual in pots)
    asked["added"] = [{"kind": "pot", "ball": ball}]
    answer = client.post(f"/api/recordings/{recording}/choices", json=asked)
    assert answer.status_code == 422 and "name the pocket" in str(answer.get_json())
    off = {"kind": "safety", "ball": ball, "side": 0.5, "height": 0.5}
    for wrong in (
        {"form": "drunk"},
        {"ahead": 999},
        {"added": [off]},
        {"added": [off | {"kind": "trick"}]},
    ):
        assert (
            client.post(f"/api/recordings/{recording}/choices", json=body(desk) | wrong).status_code == 422
        )


def game_of_points(client: FlaskClient, **options: int) -> tuple[int, Json]:
    """The hand-written layout as straight pool: the recording and its first rack."""
    file = example()
    file["match"] |= {"discipline": "straight-pool", "options": options}
    del file["match"]["race_to"]
    file["racks"][0]["shots"] = file["racks"][0]["shots"][:2]
    made = client.post("/api/match-files", data=json.dumps(file), content_type="application/json")
    number: int = made.get_json()["recording"]
    return number, client.get(f"/api/recordings/{number}/racks/1").get_json()


def test_straight_pool_is_valued_by_the_points_still_needed(client: FlaskClient) -> None:
    recording, desk = game_of_points(client, points_to=15)
    first, _ = settled(client, recording, body(desk))
    assert first["stage"] == "fine" and first["needs"] == [15, 15] and not first["cautions"]
    second = ranked(client, recording, body(desk, 2))
    assert second["needs"] == [14, 15]  # a point was made
    behind = ranked(client, recording, body(desk) | {"ahead": -20})
    assert behind["needs"] == [35, 15]
    assert behind["options"][0]["value"] < first["options"][0]["value"] - 0.1


def test_without_points_agreed_straight_pool_says_what_it_takes(client: FlaskClient) -> None:
    recording, desk = game_of_points(client)
    found = ranked(client, recording, body(desk))
    assert found["needs"] == [100, 100] and "next hundred" in found["cautions"][0]


def test_after_a_foul_at_snooker_a_free_ball_and_playing_again_are_weighed(client: FlaskClient) -> None:
    """The cue ball lies behind the brown: no red is open, so a colour may be nominated."""
    recording, (first, second) = new_recording(client, "snooker")
    balls = {
        "cue": [640, 889], "brown": [737, 889], "yellow": [737, 597], "green": [737, 1181],
        "blue": [1784, 889], "pink": [2677, 889], "black": [3245, 889], "r1": [3000, 880],
        "r2": [3080, 940],
    }  # fmt: skip
    foul = {"foul": "no-contact", "cue_end": [640, 889], "miss": True}
    start = {"from": "empty", "balls": balls | {"cue": [640, 300]}}
    shots = [
        {"shooter": first, "layout": start, "plan": {"ball": "r1"}, "result": foul},
        {"shooter": second, "plan": {"ball": "r1"}},
    ]
    asked = {"breaker": None, "shots": shots, "shot": 2}
    found, _ = settled(client, recording, asked)
    for sent in (found["again"]["here"], found["again"]["put_back"]):
        assert 0 <= sent["value"] <= 1 and 0 < sent["error"] < 0.2  # by strikes, once all is settled
    assert any(one["hit"] not in ("r1", "r2") and one["foul"]["share"] < 0.9 for one in found["options"])
    first_shot = ranked(client, recording, asked | {"shot": 1, "shots": [shots[0] | {"result": None}]})
    assert first_shot["again"] is None and not any(one["free_ball"] for one in first_shot["options"])
