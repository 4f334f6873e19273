"""Two thousand generated requests, most of them with ids that are there: none is answered by a 5xx."""

from flask.testing import FlaskClient

from aretane.cli.data import load_demo
from aretane.demo.scenario import FIXTURES
from aretane.settings import Settings
from aretane.store.database import Address
from aretane.web import create_app
from tests.clients import client_of

from .generate import ids_of, requests

COUNT = 1000


def test_no_generated_request_is_answered_by_a_fault(settings: Settings, database: Address) -> None:
    load_demo(database, settings.videos_kept, FIXTURES)
    client: FlaskClient = client_of(create_app(settings, database))
    client.application.extensions["runner"].wake = lambda: None  # asked for, and not worked out
    ids = ids_of(lambda path: client.get(path).get_json(force=True))
    statuses: dict[int, int] = {}
    for request in requests(COUNT, 20, ids):
        with client.open(
            request.path, method=request.method, data=request.body, content_type=request.content
        ) as answer:
            assert answer.status_code < 500, (request, answer.text)
            statuses[answer.status_code] = statuses.get(answer.status_code, 0) + 1
    assert sum(statuses.values()) == COUNT
    assert statuses[200] > COUNT / 10 and statuses[422] > COUNT / 20, statuses
