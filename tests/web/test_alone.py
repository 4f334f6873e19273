"""Choices over the wire where nobody plays against the player."""

from typing import Any

from flask.testing import FlaskClient

from tests.positions import new_recording
from tests.web.test_choosing import ranked, settled

Json = dict[str, Any]
BALLS = {"cue": [1200, 600], "1": [300, 300], "2": [2000, 900], "3": [1400, 1000]}


def asked(shooter: str, **more: str) -> Json:
    shot = {
        "shooter": shooter,
        "layout": {"from": "empty", "balls": BALLS}, "plan": {"ball": "1", "pocket": "head-right"},
    }  # fmt: skip
    return {"number": 1, "breaker": None, "depth": "full", "shots": [shot], "shot": 1, **more}


def test_one_persons_straight_pool_is_a_run_unless_it_is_said_to_be_against_an_equal(
    client: FlaskClient,
) -> None:
    recording, (player, *_) = new_recording(client, "straight-pool", kind="practice", players=1)
    run, _ = settled(client, recording, asked(player))
    assert (run["measure"], run["company"], run["other"]) == ("balls", "nobody", False)
    assert run["needs"] is None and run["match"] is None and run["break_even"] is None
    assert all(one["ball"] is not None for one in run["options"])
    assert run["options"][0]["value"] > 1.0
    equal = ranked(client, recording, asked(player, company="opponent"))
    assert (equal["measure"], equal["company"]) == ("win", "opponent") and equal["needs"]
    assert all(0.0 <= one["value"] <= 1.0 for one in equal["options"])


def test_between_two_players_nobody_can_be_told_away(client: FlaskClient) -> None:
    recording, (player, *_) = new_recording(client, "straight-pool")
    found = ranked(client, recording, asked(player, company="nobody"))
    assert (found["measure"], found["company"]) == ("win", "opponent")


def test_a_team_has_its_partner_and_no_map_of_the_chance_to_win(client: FlaskClient) -> None:
    recording, (player, *_) = new_recording(client, "nine-ball", kind="team")
    body = asked(player)
    body["shots"][0]["layout"]["balls"] = BALLS | {"9": [600, 1100]}
    found = ranked(client, recording, body)
    assert (found["measure"], found["company"]) == ("chance", "partner")
    won = client.post(f"/api/recordings/{recording}/winning", json=body).get_json()
    assert won["stage"] == "none" and "nobody plays against" in won["reason"]
