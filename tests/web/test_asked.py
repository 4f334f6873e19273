"""Questions as the page asks them, each answer counted by hand from the hand-written match."""

import csv
import io
from typing import Any
from urllib.parse import urlencode

import pytest
from flask.testing import FlaskClient

from aretane.core.statistics.questions import MEASURES, SPLITS
from aretane.reviewing import keeping
from aretane.store.database import Address
from aretane.work.worked import worked_out

Json = dict[str, Any]


@pytest.fixture
def counted(client: FlaskClient, desk: Json, database: Address) -> Json:
    """The desk's data of the match, its facts counted."""
    while keeping.catch_up(database, 10, worked_out):
        pass
    return desk


def asked(client: FlaskClient, **question: object) -> Json:
    answer = client.get(f"/api/numbers/asked?{urlencode(question)}")
    assert answer.status_code == 200, answer.text
    found: Json = answer.get_json()
    return found


def whole(client: FlaskClient, **question: object) -> tuple[float | None, int]:
    (one,) = asked(client, **question)["series"]
    interval = one["whole"]["interval"]
    return interval["k"] if interval["k"] is not None else interval["value"], interval["n"]


def ids(desk: Json) -> dict[str, str]:
    return {p["name"]: p["id"] for p in desk["recording"]["players"]}


BY_HAND = {
    # Ana pots the 7, misses the 8 with a two-way shot; Bo plays safe and fouls; Ana pots the 8 and the 9.
    "shots": (5, 5),
    "pots": (3, 4),
    "plays-safe": (1, 5),
    "safety-held": (0, 1),
    "fouls": (1, 5),
    "scratches": (0, 5),
    "right-choice": (1, 1),
    "named-causes": (1, 5),
    "visit-balls": (1.0, 3),  # visits of one ball, none and two
    "after-error": (1, 2),  # Bo's after her miss, hers after his foul
    "in-hand": (1, 1),
    "break-balls": (None, 0),
}


@pytest.mark.parametrize("code", list(BY_HAND))
def test_an_answer_is_what_counting_by_hand_gives(client: FlaskClient, counted: Json, code: str) -> None:
    assert whole(client, measure=code) == BY_HAND[code]


def test_bands_and_players(client: FlaskClient, counted: Json) -> None:
    by_player = asked(client, measure="shots", by="player")["series"][0]["bands"]
    assert [(one["band"]["words"], one["interval"]["n"]) for one in by_player] == [
        ("Ana Quill", 4), ("Bo Larch", 1),
    ]  # fmt: skip
    pockets = asked(client, measure="pots", by="pocket")["series"][0]["bands"]
    assert [(one["band"]["code"], one["interval"]["k"], one["interval"]["n"]) for one in pockets] == [
        ("corner", 2, 3), ("side", 1, 1),
    ]  # fmt: skip
    causes = asked(client, measure="shots", by="cause")["series"][0]
    assert sorted(one["band"]["code"] for one in causes["bands"]) == ["hit-thick", "rushed"]
    assert causes["whole"]["interval"]["n"] == 5


def test_conditions_narrow_a_question(client: FlaskClient, counted: Json) -> None:
    ana = ids(counted)["Ana Quill"]
    assert whole(client, measure="pots", player=ana, role="two-way") == (0, 1)
    assert whole(client, measure="pots", player=ana, kind="practice") == (0, 0)
    assert whole(client, measure="shots", hand="yes") == (1, 1)
    assert whole(client, measure="shots", since="2026-10-06", until="2026-10-06") == (5, 5)
    assert whole(client, measure="shots", until="2026-10-05") == (0, 0)
    assert whole(client, measure="shots", discipline="snooker") == (0, 0)


def test_two_players_side_by_side(client: FlaskClient, counted: Json) -> None:
    one, other = ids(counted).values()
    answer = asked(client, measure="fouls", player=one, against=other)
    assert [s["player"]["name"] for s in answer["series"]] == ["Ana Quill", "Bo Larch"]
    (difference,) = answer["differences"]
    assert difference["held"]["value"] == -1.0 and difference["held"]["verdict"] == "too little to tell"
    assert difference["held"]["chance"] == pytest.approx(0.2)  # one table of five


def test_what_is_not_counted_is_said(client: FlaskClient, counted: Json) -> None:
    answer = asked(client, measure="along")
    assert answer["unknown"] == 4 and answer["series"][0]["whole"]["interval"]["n"] == 1
    assert answer["left_out"] == answer["unlogged"] == answer["waiting"] == 0
    assert answer["measure"]["of"] and answer["measure"]["counts"]


def test_a_question_nobody_can_answer_is_explained(client: FlaskClient, counted: Json) -> None:
    upside_down = asked(client, measure="pots", since="2026-12-01", until="2026-01-01")
    assert "after 2026-01-01" in upside_down["remarks"][0] and "No shot fits" in upside_down["remarks"][1]
    odd = asked(client, measure="pots", tag='100 % "sure" <b>\' OR 1=1; -- ☕')
    assert odd["series"][0]["whole"]["interval"]["n"] == 0
    bo = ids(counted)["Bo Larch"]
    assert "Name a player" in asked(client, measure="pots", against=bo)["remarks"][0]


@pytest.mark.parametrize(
    ("question", "field", "words"),
    [
        ({"measure": "luck"}, "measure", "there is no measure 'luck'"),
        ({"by": "mood"}, "by", "nothing is split by 'mood'"),
        ({"cut": "10-20"}, "cut", "take one of 0-3, 3-15"),
        ({"player": "ana"}, "player", "named by its number"),
        ({"discipline": "darts"}, "discipline", "take one of all"),
        ({"since": "yesterday"}, "since", "date"),
        ({"mood": "bad"}, "mood", "not permitted"),
    ],
)
def test_a_bad_question_is_told_where_it_is_wrong(
    client: FlaskClient, counted: Json, question: Json, field: str, words: str
) -> None:
    answer = client.get(f"/api/numbers/asked?{urlencode(question)}")
    assert answer.status_code == 422
    assert field in answer.text and words in answer.get_data(as_text=True).replace('\\"', '"')


def test_a_player_who_is_not_there(client: FlaskClient, counted: Json) -> None:
    assert client.get("/api/numbers/asked?player=4711").status_code == 404


def test_the_shots_behind_an_answer(client: FlaskClient, counted: Json, recording: int) -> None:
    page = client.get("/api/numbers/asked/shots?measure=pots").get_json()
    assert (page["total"], page["page"], page["pages"]) == (4, 1, 1)
    first, missed = page["shots"][:2]
    assert (first["recording"], first["rack"], first["shot"], first["value"]) == (recording, 1, 1, 1.0)
    assert (missed["player"], missed["role"], missed["value"]) == ("Ana Quill", "two-way", 0.0)
    assert client.get("/api/numbers/asked/shots?measure=pots&page=9").get_json()["shots"] == []


def test_the_shots_go_out_as_a_file(client: FlaskClient, counted: Json) -> None:
    answer = client.get("/api/numbers/asked/shots.csv?measure=pots")
    rows = list(csv.DictReader(io.StringIO(answer.get_data(as_text=True))))
    assert answer.mimetype == "text/csv" and "attachment" in answer.headers["Content-Disposition"]
    assert [(row["shot"], row["outcome"]) for row in rows] == [
        ("1", "potted"), ("2", "missed"), ("4", "potted"), ("5", "potted"),
    ]  # fmt: skip


def test_a_correction_changes_the_answer_and_nothing_counts_twice(
    client: FlaskClient, counted: Json, database: Address
) -> None:
    shot = counted["rack"]["shots"][1]
    change = {
        "id": shot["id"], "version": shot["version"],
        "shot": shot["shot"] | {"judgement": {"left_out": "exhibition"}},
    }  # fmt: skip
    answer = client.post(f"/api/racks/{counted['rack']['id']}/changes", json={"shots": [change]})
    assert answer.status_code == 200, answer.text
    while keeping.catch_up(database, 10, worked_out):
        pass
    assert whole(client, measure="pots") == (3, 3) and whole(client, measure="shots") == (4, 4)
    assert asked(client, measure="pots")["left_out"] == 1


def test_the_catalog_has_every_measure_and_split_once(client: FlaskClient, counted: Json) -> None:
    catalog = client.get("/api/numbers/catalog").get_json()
    assert [one["code"] for one in catalog["measures"]] == [one.code for one in MEASURES]
    assert [one["code"] for one in catalog["splits"]] == [one.code for one in SPLITS]


def test_a_club_without_shots_is_no_error(client: FlaskClient) -> None:
    answer = asked(client, measure="pots", by="cut")
    assert answer["series"][0]["bands"] == [] and "No shot fits" in answer["remarks"][0]


def test_the_rose_of_the_one_shot_with_a_place(client: FlaskClient, counted: Json) -> None:
    """Planned at (1500, 700), ended at (1480.5, 720): 27.9 mm off."""
    answer = client.get("/api/numbers/asked/rose?by=player").get_json()
    whole_rose, ana = answer["roses"]
    assert (answer["shown"], answer["total"], whole_rose["n"], ana["band"]["words"]) == (
        1,
        1,
        1,
        "Ana Quill",
    )
    (miss,) = ana["misses"]
    assert (miss["along"] ** 2 + miss["across"] ** 2) ** 0.5 == pytest.approx(27.93, abs=0.01)
    assert (ana["along"], ana["spread"], ana["lengths"]) == (miss["along"], None, None)
    none = client.get("/api/numbers/asked/rose?kind=practice").get_json()
    assert none["roses"][0]["n"] == 0 and none["roses"][0]["along"] is None


def test_the_shots_behind_a_number_stand_in_the_order_asked_for(client: FlaskClient, counted: Json) -> None:
    def values(order: str) -> list[float]:
        page = client.get(f"/api/numbers/asked/shots?measure=visit-balls&order={order}").get_json()
        return [shot["value"] for shot in page["shots"]]

    assert values("highest") == sorted(values("newest"), reverse=True) == [2.0, 1.0, 0.0]
    assert values("lowest") == [0.0, 1.0, 2.0]
    assert client.get("/api/numbers/asked/shots?order=sideways").status_code == 422
