"""Calling shots: stated before the result is shown, kept with a name, scored afterwards."""

from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.reviewing import keeping
from aretane.store.database import Address
from aretane.work.worked import worked_out
from tests.examples import example

Json = dict[str, Any]


def place(recording: int, shot: int) -> str:
    return f"/api/recordings/{recording}/racks/1/shots/{shot}/stated"


def state(client: FlaskClient, recording: int, shot: int, by: str, chance: float, **more: object) -> Any:
    return client.post(place(recording, shot), json={"by": by, "chance": chance, **more})


def to_call(client: FlaskClient, recording: int, shot: int, by: str = "") -> Json:
    answer = client.get(place(recording, shot), query_string={"by": by})
    assert answer.status_code == 200, answer.text
    found: Json = answer.get_json()
    return found


def test_nothing_of_the_result_is_told_before_a_chance_is_stated(
    client: FlaskClient, recording: int
) -> None:
    before = to_call(client, recording, 1, "Ida")
    assert before["came"] is None and before["mine"] is None and before["logged"]
    assert before["shooter"] == "Ana Quill" and set(before["balls"]) == {"cue", "7", "8", "9"}
    assert "side pocket" in before["plan"] and "1480" not in str(before)
    assert before["next"] == {"recording": recording, "rack": 1, "shot": 2}
    assert state(client, recording, 1, "Ida", 0.7, end=[1500, 700]).status_code == 201
    after = to_call(client, recording, 1, "Ida")
    assert after["came"]["words"] == "The 7 fell" and after["mine"]["came"] is True
    assert after["mine"]["off"] == pytest.approx((19.5**2 + 20**2) ** 0.5, abs=0.01)
    assert to_call(client, recording, 1, "Ole")["came"] is None
    assert to_call(client, recording, 1)["said"] == 1


def test_what_was_said_stands_and_others_may_say_theirs(client: FlaskClient, recording: int) -> None:
    state(client, recording, 1, "Ida", 0.7)
    twice = state(client, recording, 1, "Ida", 0.1)
    assert twice.status_code == 409 and "the first stands" in twice.get_json()["message"]
    assert state(client, recording, 1, "Ole", 0.5, said="safety").status_code == 201
    shown = to_call(client, recording, 1, "Ole")["came"]["stated"]
    assert [(one["by"], one["chance"], one["came"]) for one in shown] == [
        ("Ida", 0.7, True), ("Ole", 0.5, None),
    ]  # fmt: skip


@pytest.mark.parametrize(
    "body",
    [{"chance": 0.5}, {"by": "", "chance": 0.5}, {"by": "Ida", "chance": 1.2}, {"by": "Ida"},
     {"by": "Ida", "chance": 0.5, "said": "luck"}, {"by": "x" * 61, "chance": 0.5}],
)  # fmt: skip
def test_bad_input_is_refused_and_named(client: FlaskClient, recording: int, body: Json) -> None:
    answer = client.post(place(recording, 1), json=body)
    assert answer.status_code == 422 and answer.get_json()["message"]
    assert to_call(client, recording, 1)["said"] == 0


def test_shots_that_are_not_there(client: FlaskClient, recording: int) -> None:
    for address in (
        place(recording, 99),
        place(999, 1),
        f"/api/recordings/{recording}/racks/9/shots/1/stated",
    ):
        assert client.get(address).status_code == 404
        assert client.post(address, json={"by": "Ida", "chance": 0.5}).status_code == 404


def test_a_break_is_not_called_and_the_next_shot_is_named(client: FlaskClient) -> None:
    file = example()
    file["match"]["title"] = "With a break"
    file["racks"][0]["shots"][0]["plan"] = {"kind": "break"}
    made = client.post("/api/match-files", json=file).get_json()["recording"]
    found = to_call(client, made, 1, "Ida")
    assert found["not_called"].startswith("a break is not called") and found["next"]["shot"] == 2
    refused = state(client, made, 1, "Ida", 0.5)
    assert refused.status_code == 409 and "a break is not called" in refused.get_json()["message"]
    assert to_call(client, made, 2, "Ida")["not_called"] == ""


def test_markup_and_emoji_in_a_name_are_text(client: FlaskClient, recording: int) -> None:
    name = "<b>Ida</b> 🎱 'q\""
    assert state(client, recording, 1, name, 0.5).status_code == 201
    assert to_call(client, recording, 1, name)["mine"]["by"] == name


def test_scores_by_hand_with_the_models_beside_them(
    client: FlaskClient, recording: int, database: Address
) -> None:
    """Ida: 0.7 came, 0.4 missed, 0.9 came; Ole 0.5 on those. Ida called Bo's safety a pot: not scored."""
    for shot, chance in ((1, 0.7), (2, 0.4), (4, 0.9)):
        state(client, recording, shot, "Ida", chance)
        state(client, recording, shot, "Ole", 0.5)
    state(client, recording, 3, "Ida", 0.2)
    while keeping.catch_up(database, 10, worked_out):
        pass
    found = client.get("/api/stated").get_json()
    judges = {one["by"]: one for one in found["judges"]}
    assert judges["Ida"]["score"]["n"] == 3
    assert judges["Ida"]["score"]["brier"]["value"] == pytest.approx((0.09 + 0.16 + 0.01) / 3)
    assert (judges["Ida"]["kinds"]["k"], judges["Ida"]["kinds"]["n"]) == (3, 4)
    assert judges["Ole"]["score"]["brier"]["value"] == pytest.approx(0.25)
    models = [one for one in found["judges"] if one["model"]]
    assert [one["score"]["n"] for one in models] == [3, 4]
    pair = next(one for one in found["pairs"] if {one["a"], one["b"]} == {"Ida", "Ole"})
    sign = 1.0 if pair["a"] == "Ida" else -1.0
    assert pair["n"] == 3 and sign * pair["value"] == pytest.approx((0.26 / 3) - 0.25)
    nobody = client.get("/api/stated?player=99999").get_json()
    assert nobody["judges"] == []


def test_a_stated_chance_goes_out_and_in_with_the_match_file(client: FlaskClient, recording: int) -> None:
    state(client, recording, 1, "Ida", 0.7, end=[1500, 700])
    text = client.get(f"/api/recordings/{recording}/file").get_data(as_text=True)
    again = client.post("/api/match-files", data=text, content_type="application/json").get_json()
    mine = to_call(client, again["recording"], 1, "Ida")["mine"]
    assert (mine["chance"], mine["said"], mine["end"]) == (0.7, "pot", [1500, 700])
