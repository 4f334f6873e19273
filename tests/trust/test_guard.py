"""No page of another site reaches the application, whatever it pretends."""

from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.settings import SettingError, Settings, load
from aretane.store.database import Address
from aretane.web import create_app
from aretane.web.serving.guard import TOKEN
from tests.clients import client_of

PLAYER = '{"name": "Mallory"}'
JSON = {"Content-Type": "application/json"}
EVIL: dict[str, Any] = {"Host": "rebound.example", "Origin": "http://rebound.example"}
CROSS = {"Sec-Fetch-Site": "cross-site"}
NEIGHBOUR = {"Sec-Fetch-Site": "same-site"}
FOREIGN = {"Origin": "http://rebound.example"}
FILE = "/api/recordings/1/file"
ADD = ("POST", "/api/players")
Case = tuple[tuple[str, str], dict[str, str], str | None, int]
CASES: dict[str, Case] = {
    "a rebound name reads": (("GET", "/api/recordings"), EVIL, None, 421),
    "a rebound name reads the session": (("GET", "/api/session"), EVIL, None, 421),
    "a rebound name opens a page": (("GET", "/"), EVIL, None, 421),
    "a rebound name writes": (ADD, EVIL | JSON, PLAYER, 421),
    "a rebound name removes": (("DELETE", "/api/recordings/1"), EVIL, None, 421),
    "a name with a trick": (("GET", "/api/today"), {"Host": "127.0.0.1@rebound.example"}, None, 421),
    "a name that ends like ours": (("GET", "/api/today"), {"Host": "xlocalhost"}, None, 421),
    "a name that begins like ours": (("GET", "/api/today"), {"Host": "localhost.evil.example"}, None, 421),
    "no name that can be read": (("GET", "/api/today"), {"Host": "[::1"}, None, 421),
    "another site posts": (ADD, CROSS | JSON, PLAYER, 403),
    "a neighbour posts": (ADD, NEIGHBOUR | JSON, PLAYER, 403),
    "another site reads": (("GET", "/api/recordings"), CROSS, None, 403),
    "another site embeds a file": (("GET", FILE), CROSS | {"Sec-Fetch-Mode": "no-cors"}, None, 403),
    "another site opens an answer": (("GET", FILE), CROSS | {"Sec-Fetch-Mode": "navigate"}, None, 403),
    "another origin posts": (ADD, FOREIGN | JSON, PLAYER, 403),
    "an origin of another port posts": (ADD, {"Origin": "http://localhost:1"} | JSON, PLAYER, 403),
    "an origin without a name posts": (ADD, {"Origin": "null"} | JSON, PLAYER, 403),
    "a form posts as text": (ADD, {"Content-Type": "text/plain"}, PLAYER, 415),
    "a form posts a file as text": (
        ("POST", "/api/match-files"),
        {"Content-Type": "text/plain"},
        "{}",
        415,
    ),
    "a form posts as a form": (ADD, {"Content-Type": "application/x-www-form-urlencoded"}, "name=x", 415),
    "a form posts as parts": (ADD, {"Content-Type": "multipart/form-data; boundary=x"}, "--x--", 415),
    "a script posts without the token": (ADD, {TOKEN: ""} | JSON, PLAYER, 403),
    "a script posts a wrong token": (ADD, {TOKEN: "0" * 64} | JSON, PLAYER, 403),
    "a script removes without the token": (("DELETE", "/api/recordings/1"), {TOKEN: ""}, None, 403),
    "an upload without the token": (
        ("POST", "/api/uploads"),
        {TOKEN: "", "Tus-Resumable": "1.0.0"},
        None,
        403,
    ),
}


@pytest.mark.parametrize("name", CASES)
def test_it_is_refused_and_nothing_is_done(client: FlaskClient, recording: int, name: str) -> None:
    (method, path), headers, body, status = CASES[name]
    sent = dict(headers)
    content = sent.pop("Content-Type", None)
    answer = client.open(path, method=method, headers=sent, data=body, content_type=content)
    assert answer.status_code == status, answer.text
    assert answer.get_json()["message"]
    assert len(client.get("/api/players").get_json()["players"]) == 2
    assert client.get(f"/api/recordings/{recording}").status_code == 200


def test_our_own_pages_and_programs_of_this_machine_may(client: FlaskClient) -> None:
    own = {"Origin": "http://localhost", "Sec-Fetch-Site": "same-origin"}
    assert client.post("/api/players", json={"name": "A"}, headers=own).status_code == 201
    assert (
        client.post("/api/players", json={"name": "B"}, headers={"Host": "[::1]:8640"}).status_code == 201
    )
    opened = {"Sec-Fetch-Site": "cross-site", "Sec-Fetch-Mode": "navigate"}
    with client.get("/recordings/1", headers=opened) as page:  # a link from elsewhere
        assert page.status_code in (200, 404)
    typed = {"Sec-Fetch-Site": "none", "Sec-Fetch-Mode": "navigate"}
    assert client.get("/api/recordings", headers=typed).status_code == 200


def test_the_token_is_the_same_after_a_restart_and_only_ours(
    settings: Settings, database: Address, club: int
) -> None:
    first = client_of(create_app(settings, database)).get("/api/session").get_json()["token"]
    assert client_of(create_app(settings, database)).get("/api/session").get_json()["token"] == first
    secret = settings.data_dir / "secret"
    assert secret.stat().st_mode & 0o077 == 0
    secret.unlink()
    assert client_of(create_app(settings, database)).get("/api/session").get_json()["token"] != first


def test_other_names_are_a_setting() -> None:
    assert load({"ARETANE_HOSTS": "club.example, 192.168.7.4"}).hosts[-2:] == (
        "club.example",
        "192.168.7.4",
    )
    assert "192.168.7.4" in load({"ARETANE_HOST": "192.168.7.4"}).hosts
    assert load({"ARETANE_HOST": "0.0.0.0"}).hosts == ("127.0.0.1", "localhost", "::1")
    with pytest.raises(SettingError, match="ARETANE_HOSTS holds 'http://x'"):
        load({"ARETANE_HOSTS": "http://x"})
