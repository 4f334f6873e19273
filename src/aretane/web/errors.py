"""One error shape for everything: a message, and the places it concerns."""

import logging
from typing import Any

import pymysql
from apiflask import APIFlask
from apiflask.exceptions import HTTPError
from flask import jsonify
from pydantic import BaseModel
from werkzeug.exceptions import HTTPException

from aretane.store.errors import Conflict, NotFound, Refused

CONSTRAINT_FAILED = 4025  # MariaDB: a CHECK of the table failed

log = logging.getLogger("aretane")


class Place(BaseModel):
    """Where in the request something is wrong, and what."""

    place: str
    words: str


class Problem(BaseModel):
    """What every error answer holds. `current` holds stored shots after a conflict."""

    message: str
    faults: list[Place]
    current: dict[str, Any] | None


class BadFields(Exception):
    """A request whose fields are wrong in ways that only the view can see."""

    def __init__(self, message: str, faults: list[Place]):
        super().__init__(message)
        self.faults = faults


def problem(status: int, message: str, faults: list[Place] | None = None, current: Any = None) -> Any:
    """An error answer."""
    body = Problem(message=message, faults=faults or [], current=current)
    return jsonify(body.model_dump()), status


def register(app: APIFlask) -> None:
    """Turn everything that can be raised into the one shape."""

    @app.error_processor
    def processed(error: HTTPError) -> Any:
        faults = _places(error.detail) if error.status_code == 422 else []
        message = "some fields cannot be used" if faults else (error.message or "bad request")
        body = Problem(message=message, faults=faults, current=None).model_dump()
        return body, error.status_code, error.headers

    @app.errorhandler(HTTPException)
    def http(error: HTTPException) -> Any:
        words = {
            404: "there is nothing at this address",
            405: "this address does not take that method",
            413: "the request is too large; ARETANE_MAX_UPLOAD_MB sets the limit",
            415: "send JSON, with Content-Type: application/json",
        }
        said = error.description if error.description != type(error).description else None
        code = error.code or 500
        return problem(code, said or words.get(code) or error.description or error.name)

    @app.errorhandler(BadFields)
    def bad_fields(error: BadFields) -> Any:
        return problem(422, str(error), error.faults)

    @app.errorhandler(NotFound)
    def missing(error: NotFound) -> Any:
        return problem(404, str(error))

    @app.errorhandler(Refused)
    def refused(error: Refused) -> Any:
        return problem(409, str(error))

    @app.errorhandler(Conflict)
    def conflict(error: Conflict) -> Any:
        return problem(409, str(error), current=error.current)

    @app.errorhandler(pymysql.err.OperationalError)
    def database_away(error: pymysql.err.OperationalError) -> Any:
        log.error("database: %s", error)
        if error.args[0] == CONSTRAINT_FAILED:
            return problem(409, f"the database refuses a value, nothing was stored: {error.args[-1]}")
        return problem(503, "the database does not answer; nothing was stored, try again")

    @app.errorhandler(Exception)
    def unexpected(error: Exception) -> Any:
        log.exception("unexpected error")
        return problem(500, "something went wrong in the program; nothing was stored")


def _places(detail: Any, before: str = "") -> list[Place]:
    """Flatten the validator's nested dictionary into places and words."""
    if isinstance(detail, dict):
        drop = {"json", "query", "path"} if not before else set()
        return [
            found
            for key, value in detail.items()
            for found in _places(value, before if key in drop else f"{before}.{key}".strip("."))
        ]
    words = detail if isinstance(detail, list) else [detail]
    return [Place(place=before or "whole", words=str(word).removeprefix("Value error, ")) for word in words]
