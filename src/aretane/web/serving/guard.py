"""Who may reach the application: its own pages and programs of this machine, no page of another site.

A browser says where a request comes from (Host, Origin, Sec-Fetch-Site; W3C, Fetch Metadata Request
Headers). A change needs besides a token that only a page of our own can read, in a header that no form
can send.
"""

import hashlib
import hmac
import os
import secrets
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar
from urllib.parse import urlsplit

from apiflask import APIFlask
from flask import current_app, request
from werkzeug.exceptions import Forbidden, HTTPException, UnsupportedMediaType

from aretane.settings import Settings

SAFE = frozenset(("GET", "HEAD", "OPTIONS"))
TOKEN = "X-Aretane-Token"
JSON = frozenset(("application/json",))
TAKES = "takes"
"""Attribute of a view that takes other content than JSON: its media types."""


View = TypeVar("View", bound=Callable[..., Any])


class Misdirected(HTTPException):
    """The request names a host that this application is not served under."""

    code = 421


class OtherPage(Forbidden):
    """The request was made by a page of another site."""


class NoToken(Forbidden):
    """A change without the token; the page fetches it anew and tries again."""


def takes(*mimetypes: str) -> Callable[[View], View]:
    """Marks a view that takes these media types instead of JSON."""

    def marked(view: View) -> View:
        setattr(view, TAKES, frozenset(mimetypes))
        return view

    return marked


def register(app: APIFlask, settings: Settings) -> None:
    """Judge every request before anything else looks at it."""
    app.extensions["token"] = Token(settings.data_dir)

    @app.before_request
    def judged() -> None:
        _host(settings.hosts)
        _same_site()
        if request.method not in SAFE:
            _own_token()
            _content()


class Token:
    """The token of this data folder: the same after a restart, so that open pages go on."""

    def __init__(self, folder: Path):
        self._folder = folder
        self._value: str | None = None

    @property
    def value(self) -> str:
        """The token."""
        if self._value is None:
            self._value = hmac.new(self._secret(), b"changes", hashlib.sha256).hexdigest()
        return self._value

    def _secret(self) -> bytes:
        path = self._folder / "secret"
        try:
            self._folder.mkdir(parents=True, exist_ok=True, mode=0o700)
            with os.fdopen(os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "wb") as file:
                file.write(secrets.token_bytes(32))
        except FileExistsError:
            pass
        except OSError:
            return secrets.token_bytes(32)  # a folder that cannot be written: pages fetch another one
        try:
            return path.read_bytes() or secrets.token_bytes(32)
        except OSError:
            return secrets.token_bytes(32)


def token() -> str:
    """The token that pages send with every change."""
    held: Token = current_app.extensions["token"]
    return held.value


def _host(hosts: tuple[str, ...]) -> None:
    try:
        name = urlsplit(f"//{request.environ.get('HTTP_HOST', '')}").hostname
    except ValueError:
        name = None
    if name not in hosts:
        raise Misdirected(
            f"this is not served under the name {name or ''!r}: open it under {hosts[0]}, "
            "or set ARETANE_HOSTS"
        )


def _same_site() -> None:
    site = request.headers.get("Sec-Fetch-Site", "none")
    changes = request.method not in SAFE
    opened = request.headers.get("Sec-Fetch-Mode") == "navigate" and not request.path.startswith("/api/")
    if site not in ("same-origin", "none") and (changes or not opened):
        raise OtherPage("this is only given to the application's own pages")
    origin = request.headers.get("Origin")
    if changes and origin is not None and urlsplit(origin).netloc != request.host:
        raise OtherPage("changes are only taken from this application's own pages")


def _own_token() -> None:
    if not hmac.compare_digest(request.headers.get(TOKEN, "").encode(), token().encode()):
        raise NoToken(
            f"a change needs the header {TOKEN} with the token that /api/session gives: reload the page"
        )


def _content() -> None:
    if not request.content_length and "Transfer-Encoding" not in request.headers:
        return
    view = current_app.view_functions.get(request.endpoint or "")
    wanted: frozenset[str] = getattr(view, TAKES, JSON)
    if request.endpoint is not None and request.mimetype not in wanted:
        raise UnsupportedMediaType(f"send this with Content-Type: {' or '.join(sorted(wanted))}")
