"""The application over a real database, with the hand-written match in it."""

import json
from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.settings import Settings
from aretane.store.database import Address
from aretane.web import create_app
from tests.clients import client_of
from tests.examples import example


@pytest.fixture
def client(settings: Settings, database: Address, club: int) -> FlaskClient:
    return client_of(create_app(settings, database))


@pytest.fixture
def recording(client: FlaskClient) -> int:
    """The hand-written match; its recording's id."""
    answer = client.post("/api/match-files", data=json.dumps(example()), content_type="application/json")
    made: dict[str, Any] = answer.get_json()
    number: int = made["recording"]
    return number


@pytest.fixture
def desk(client: FlaskClient, recording: int) -> dict[str, Any]:
    """The shot desk's data of its first rack."""
    data: dict[str, Any] = client.get(f"/api/recordings/{recording}/racks/1").get_json()
    return data
