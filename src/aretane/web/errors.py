"""One error shape for everything: a message, and the places it concerns."""

import errno
import logging
from functools import partial
from typing import Any

import pymysql
from apiflask import APIFlask
from apiflask.exceptions import HTTPError
from flask import jsonify
from pydantic import BaseModel
from pymysql.constants import ER
from werkzeug.exceptions import HTTPException

from aretane.store.errors import Busy, Conflict, NotFound, Refused, Uncertain
from aretane.work.aside import Gone, OverBudget

from .serving.state import Away, Full, state

CONSTRAINT_FAILED = 4025  # MariaDB: a CHECK of the table failed
VALUE_REFUSED = frozenset((ER.DATA_TOO_LONG, ER.WARN_DATA_OUT_OF_RANGE, ER.TRUNCATED_WRONG_VALUE_FOR_FIELD))
NO_ROOM = frozenset((ER.DISK_FULL, ER.RECORD_FILE_FULL, ER.ERROR_ON_WRITE))

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


SAID: dict[type[Exception], int] = {
    NotFound: 404,
    Refused: 409,
    Away: 503,
    Busy: 503,
    Uncertain: 503,
    Full: 507,
    OverBudget: 422,
    Gone: 400,
}
"""Errors whose own words are the answer, each with its status."""
HTTP_WORDS = {
    404: "there is nothing at this address",
    405: "this address does not take that method",
    413: "the request is too large; ARETANE_MAX_UPLOAD_MB sets the limit",
    415: "send JSON, with Content-Type: application/json",
}


def register(app: APIFlask) -> None:
    """Turn everything that can be raised into the one shape."""
    app.error_processor(_processed)
    app.register_error_handler(HTTPException, _http)
    for kind, status in SAID.items():
        app.register_error_handler(kind, partial(_said, status=status))
    app.register_error_handler(BadFields, _bad_fields)
    app.register_error_handler(Conflict, _conflict)
    app.register_error_handler(RecursionError, _too_deep)
    app.register_error_handler(pymysql.MySQLError, _database)
    app.register_error_handler(OSError, _disk)
    app.register_error_handler(Exception, _unexpected)


def _processed(error: HTTPError) -> Any:
    faults = _places(error.detail) if error.status_code == 422 else []
    message = "some fields cannot be used" if faults else (error.message or "bad request")
    body = Problem(message=message, faults=faults, current=None).model_dump()
    return body, error.status_code, error.headers


def _http(error: HTTPException) -> Any:
    said = error.description if error.description != type(error).description else None
    code = error.code or 500
    return problem(code, said or HTTP_WORDS.get(code) or error.description or error.name)


def _said(error: Exception, status: int) -> Any:
    return problem(status, str(error))


def _bad_fields(error: BadFields) -> Any:
    return problem(422, str(error), error.faults)


def _conflict(error: Conflict) -> Any:
    return problem(409, str(error), current=error.current)


def _too_deep(_: RecursionError) -> Any:
    return problem(400, "the request is nested too deeply to be read")


def _database(error: pymysql.MySQLError) -> Any:
    code = error.args[0] if error.args else 0
    if code == CONSTRAINT_FAILED:
        return problem(409, f"the database refuses a value, nothing was stored: {error.args[-1]}")
    if code in VALUE_REFUSED:
        return problem(409, f"the database cannot hold a value, nothing was stored: {error.args[-1]}")
    if code in NO_ROOM:
        return problem(507, "the database's disk is full: nothing was stored; make room, then try again")
    if isinstance(error, pymysql.err.OperationalError | pymysql.err.InterfaceError):
        log.error("database: %s", error)
        return problem(503, state().away_words())
    raise error


def _disk(error: OSError) -> Any:
    if error.errno in (errno.ENOSPC, errno.EDQUOT):
        return problem(507, "the disk is full: nothing was stored; make room, then try again")
    if error.errno in (errno.EROFS, errno.EACCES):
        log.error("data folder: %s", error)
        return problem(
            503, "the data folder cannot be written: nothing was stored; let the server write to it"
        )
    raise error


def _unexpected(_: Exception) -> Any:
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
