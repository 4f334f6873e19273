"""Clients of an application under test: they send its token, and what it does beside itself is done at
once."""

from collections.abc import Callable
from concurrent.futures import Executor
from typing import Any

from apiflask import APIFlask
from flask.testing import FlaskClient

from aretane.web.app import runner_of
from aretane.web.serving.guard import TOKEN
from aretane.work.answering import executor
from aretane.work.aside import Aside
from aretane.work.counting import Counting
from aretane.work.facts import Facts
from aretane.work.runner import Runner
from aretane.work.shots import Shots

LONG = 600.0
runners: list[Runner] = []
"""The background work of all tests; stopped before their database is."""


class Here(Aside):
    """Does what a process beside the server does, in this one."""

    def __init__(self) -> None:
        super().__init__("here")

    def run(
        self,
        function: Callable[..., Any],
        *given: Any,
        seconds: float,
        wanted: Callable[[], bool] = lambda: True,
    ) -> Any:
        return function(*given)


class TokenClient(FlaskClient):
    """Sends the token with every request, as the pages do."""

    def open(self, *args: Any, **more: Any) -> Any:
        with self.application.app_context():
            token = self.application.extensions["token"].value
        headers = dict(more.pop("headers", None) or {})
        return super().open(*args, headers={TOKEN: token} | headers, **more)


def client_of(app: APIFlask, workers: Callable[[], Executor] | None = None) -> FlaskClient:
    """A client of the application as the pages are one; `workers` gives those of its background work."""
    here, database = Here(), app.config["DATABASE"]
    app.extensions["files"] = here
    app.extensions["counting"] = Counting(here, patience=LONG)
    facts = Facts(database, here, patience=LONG)
    facts.warm.set()
    shots = Shots(database, workers or (lambda: executor(None)))
    app.extensions["facts"] = facts
    app.extensions["runner"] = runner_of(database, facts, app.extensions["checking"], shots)
    runners.append(app.extensions["runner"])
    app.test_client_class = TokenClient
    return app.test_client()
