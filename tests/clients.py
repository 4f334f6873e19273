"""Clients of an application under test: they send its token, and what it does beside itself is done at
once."""

from collections.abc import Callable
from typing import Any

from apiflask import APIFlask
from flask.testing import FlaskClient

from aretane.web.serving.guard import TOKEN
from aretane.work.aside import Aside
from aretane.work.counting import Counting
from aretane.work.keeper import Keeper

LONG = 600.0


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


def client_of(app: APIFlask) -> FlaskClient:
    """A client of the application as the pages are one."""
    here, database = Here(), app.config["DATABASE"]
    app.extensions["files"] = here
    app.extensions["counting"] = Counting(here, patience=LONG)
    app.extensions["keeper"] = Keeper(database, here, patience=LONG)
    app.extensions["keeper"].warm.set()
    app.test_client_class = TokenClient
    return app.test_client()
