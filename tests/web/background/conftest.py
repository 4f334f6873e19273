"""An application whose background work is done in this process, and counted."""

from concurrent.futures import BrokenExecutor, Executor, Future, ThreadPoolExecutor
from typing import Any

import pytest
from flask.testing import FlaskClient

from aretane.settings import Settings
from aretane.store.database import Address
from aretane.web import create_app
from tests.clients import client_of


class Counting(Executor):
    """Works in this process and counts what it was given; the first pieces may be lost."""

    def __init__(self, losing: int = 0) -> None:
        self.pieces: list[int] = []
        self._losing, self._pool = losing, ThreadPoolExecutor(1)

    def submit(self, task: Any, /, *args: Any, **more: Any) -> Future[Any]:
        self.pieces.append(len(args[0]))
        if len(self.pieces) <= self._losing:
            lost: Future[Any] = Future()
            lost.set_exception(BrokenExecutor("the worker is gone"))
            return lost
        return self._pool.submit(task, *args, **more)


@pytest.fixture
def workers() -> Counting:
    return Counting()


@pytest.fixture
def client(settings: Settings, database: Address, club: int, workers: Counting) -> FlaskClient:
    app = create_app(settings, database)
    return client_of(app, lambda: workers)
