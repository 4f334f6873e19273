"""A player's pages: own model and its use, where the chance goes, causes, then and now."""

from math import radians
from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.reviewing import keeping
from aretane.store.database import Address, reading, run, writing
from aretane.store.records import own_from
from aretane.store.sql import sql
from aretane.work.worked import worked_out

Json = dict[str, Any]


@pytest.fixture
def ana(client: FlaskClient, desk: Json, database: Address) -> str:
    """The first player of the hand-written match, its facts counted."""
    count(database)
    return next(p["id"] for p in desk["recording"]["players"] if p["name"] == "Ana Quill")


def count(database: Address) -> None:
    while keeping.catch_up(database, 10, worked_out):
        pass


def view(client: FlaskClient, player: str, page: str, **query: str) -> Json:
    answer = client.get(f"/api/players/{player}/{page}", query_string=query)
    assert answer.status_code == 200, answer.text
    found: Json = answer.get_json()
    return found


def many_pots(database: Address, player: str, copies: int) -> None:
    """The player's facts so many times again, as later shots of the rack."""
    with writing(database) as db:
        for k in range(1, copies + 1):
            run(
                db,
                "CREATE TEMPORARY TABLE more AS SELECT * FROM shot_fact WHERE player_id = %s AND shot < 20",
                int(player),
            )
            run(db, "UPDATE more SET shot = shot + %s", 20 * k)
            run(db, "INSERT INTO shot_fact SELECT * FROM more")
            run(db, "DROP TEMPORARY TABLE more")


def test_with_few_pots_the_level_stays(client: FlaskClient, ana: str) -> None:
    found = view(client, ana, "model")
    assert found["used"] is None and found["fitted"]["aim"]["n"] == 4 and not found["snooker"]
    assert found["may_use"].startswith("4 pots say something of the aim so far: log 26 more")
    refused = client.put(f"/api/players/{ana}/model", json={"since": "2026-10-01"})
    assert refused.status_code == 409 and "log 26 more" in refused.get_json()["message"]
    assert client.put("/api/players/999/model", json={"since": "2026-10-01"}).status_code == 404


def test_an_own_model_is_used_from_its_day_on_and_says_so(
    client: FlaskClient, ana: str, recording: int, database: Address
) -> None:
    many_pots(database, ana, 9)
    before = view(client, ana, "model")
    assert before["may_use"] == "" and before["judged"]["n"] == 40

    def model_of_seat() -> str:
        seats = client.get(f"/api/recordings/{recording}").get_json()["players"]
        return next(seat["model"] for seat in seats if seat["id"] == ana)  # type: ignore[no-any-return]

    assert model_of_seat() == "strong"
    assert client.put(f"/api/players/{ana}/model", json={"since": "2026-10-06"}).status_code == 204
    assert model_of_seat() == "own"
    used = view(client, ana, "model")["used"]
    assert used["since"] == "2026-10-06" and used["pots"] == 40
    with reading(database) as db:
        row = sql.player_model(db, club_id=1, player_id=int(ana))
    own = own_from(row)
    assert own is not None and own.aim == pytest.approx(radians(used["aim"]), rel=1e-3)
    with writing(database) as db:
        run(db, "UPDATE player SET own_from = '2026-10-07' WHERE id = %s", int(ana))
    assert model_of_seat() == "strong"  # it was played on the 6th
    count(database)
    assert client.put(f"/api/players/{ana}/model", json={"since": None}).status_code == 204
    assert model_of_seat() == "strong" and view(client, ana, "model")["used"] is None


def test_chances_are_those_of_the_model_in_use(client: FlaskClient, ana: str, database: Address) -> None:
    """With a much wider aim every pot is stated as less likely."""
    by_level = view(client, ana, "model")["judged"]
    with writing(database) as db:
        run(
            db,
            "UPDATE player SET own_from = '2026-01-01', own_model = %s WHERE id = %s",
            '{"aim": 0.05, "speed": 0.1, "tip": 0.002, "eye": 1.0, "pots": 40, "shots": 30,'
            ' "fitted_on": "2026-11-01"}',
            int(ana),
        )
        run(db, "UPDATE rack SET kept = 0")
    count(database)
    by_own = view(client, ana, "model")["judged"]
    assert by_own["n"] == by_level["n"] and by_own["bias"] < by_level["bias"] - 0.1


def test_where_the_chance_goes_by_hand(client: FlaskClient, ana: str, database: Address) -> None:
    """Two shots worked out, in one rack: pots +0.10 and -0.30, a wrong choice of 0.05 and a right one."""
    nothing = view(client, ana, "worth")
    assert nothing["found"] == [] and nothing["racks"] == 1
    with writing(database) as db:
        run(
            db,
            "UPDATE shot_fact SET worth_pot = 0.1, worth_position = -0.02, worth_luck = 0,"
            " worth_decision = -0.01, cost = 0.05, fault = 'took-on' WHERE shot = 1",
        )
        run(
            db,
            "UPDATE shot_fact SET worth_pot = -0.3, worth_position = 0, worth_luck = 0, worth_decision = 0,"
            " cost = 0,"
            " fault = 'none' WHERE shot = 2",
        )
    (found,) = view(client, ana, "worth")["found"]
    values = {part["code"]: part["interval"]["value"] for part in found["parts"]}
    assert found["measure"] == "chance" and found["racks"] == 1
    assert values == {
        "pot": pytest.approx(-0.2), "position": pytest.approx(-0.02), "choice": pytest.approx(-0.01),
        "luck": 0.0, "cost": pytest.approx(-0.05), "safety": None,
    }  # fmt: skip
    (month,) = found["months"]
    assert month["month"] == "2026-10" and month["parts"]["cost"] == pytest.approx(-0.05)
    asked = client.get("/api/numbers/asked?measure=took-on").get_json()["series"][0]["whole"]["interval"]
    assert (asked["k"], asked["n"]) == (1, 2)


def test_causes_are_counted_with_how_they_are_known(client: FlaskClient, ana: str) -> None:
    found = view(client, ana, "causes")
    assert found["shots"] == 1
    groups = {group["words"]: group for group in found["groups"]}
    (thick,) = groups["Technical"]["causes"]
    assert (thick["code"], thick["share"]["k"], thick["known"]) == ("hit-thick", 1, {"unsaid": 1})
    assert [one["code"] for one in groups["Mental"]["causes"]] == ["rushed"]
    assert groups["Planning"]["causes"] == []


def test_then_and_now(client: FlaskClient, ana: str) -> None:
    after = view(client, ana, "then", day="2026-10-07")
    lines = {line["code"]: line for line in after["lines"]}
    assert lines["pots"]["then"]["n"] == 4 and lines["pots"]["now"]["n"] == 0
    assert lines["pots"]["verdict"] == "too little to tell" and lines["pots"]["value"] is None
    assert [one["day"] for one in after["days"]] == ["2026-10-06"]
    usual = view(client, ana, "then")
    assert usual["day"] == "2026-10-06"
    assert {line["code"]: line["now"]["n"] for line in usual["lines"]}["pots"] == 4


@pytest.mark.parametrize("page", ["model", "worth", "causes", "then"])
def test_nobody_and_nothing(client: FlaskClient, page: str) -> None:
    assert client.get(f"/api/players/77/{page}").status_code == 404
    made = client.post("/api/players", json={"name": "Zoë ⚫ “New”", "level": "starter"}).get_json()
    found = view(client, str(made["id"]), page)
    assert found["player"] == "Zoë ⚫ “New”"
    assert client.get(f"/api/players/{made['id']}/then?day=1000-13-99").status_code == 422
    early = client.get(f"/api/players/{made['id']}/then?day=0001-01-01")
    assert early.status_code == 409 and "choose a later one" in early.get_json()["message"]
