"""create_app: the application with its blueprints, headers and one error shape."""

import json
import re
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit

from apiflask import APIFlask
from flask import Response, request, send_from_directory
from werkzeug.exceptions import Forbidden, NotFound
from werkzeug.routing import PathConverter

from aretane import __version__
from aretane.settings import PROJECT, Settings
from aretane.store.database import Address

from . import (
    analysing,
    choosing,
    errors,
    kicking,
    match_files,
    numbers,
    outlooks,
    players,
    racks,
    readings,
    recordings,
    session,
    today,
)
from .analysing.analyst import Analyst
from .analysing.work import executor
from .charting import Charting
from .video import BLUEPRINTS as VIDEO
from .video import Checking

PAGES = PROJECT / "frontend" / "dist"
PROBLEM = "#/components/schemas/Problem"
SAFE = frozenset(("GET", "HEAD", "OPTIONS"))
CONTENT_SECURITY_POLICY = (
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none'; "
    "base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)


def create_app(settings: Settings, database: Address, pages: Path = PAGES) -> APIFlask:
    """The application over a migrated database; `pages` is the built front end."""
    app = APIFlask(
        "aretane",
        title="Aretane",
        version=__version__,
        docs_path=None,
        spec_path="/api/openapi.json",
        static_folder=None,  # type: ignore[arg-type]
    )
    app.config["OPENAPI_VERSION"] = "3.1.0"
    app.config["MAX_CONTENT_LENGTH"] = settings.max_upload_bytes
    app.config["DATABASE"] = database
    app.json.sort_keys = False  # type: ignore[attr-defined]  # words keep the order people expect
    app.config["SERVERS"] = [{"url": "/"}]
    errors.register(app)
    app.extensions["analyst"] = Analyst(database, lambda: executor(settings.cluster))
    app.extensions["charting"] = Charting()
    app.extensions["checking"] = Checking(settings, database)
    for module in (
        session,
        today,
        players,
        recordings,
        racks,
        outlooks,
        readings,
        choosing,
        kicking,
        match_files,
        numbers,
    ):
        app.register_blueprint(module.blueprint)
    for blueprint in (*VIDEO, *analysing.BLUEPRINTS):
        app.register_blueprint(blueprint)
    app.before_request(_same_origin)
    app.after_request(_headers)
    app.spec_processor(_complete_spec)  # type: ignore[arg-type]
    _serve_pages(app, pages)
    return app


def _same_origin() -> None:
    """Refuse changes that another site's page asks a browser to make."""
    origin = request.headers.get("Origin")
    if request.method not in SAFE and origin and urlsplit(origin).netloc != request.host:
        raise Forbidden("changes are only taken from this application's own pages")


def _headers(response: Response) -> Response:
    response.headers.setdefault("Content-Security-Policy", CONTENT_SECURITY_POLICY)
    response.headers["X-Content-Type-Options"] = "nosniff"
    response.headers["Referrer-Policy"] = "same-origin"
    if request.path.startswith("/api/"):
        response.headers.setdefault("Cache-Control", "no-store")
    return response


def _complete_spec(spec: dict[str, Any]) -> dict[str, Any]:
    """Say what the generator leaves out: required bodies, and the one error shape."""
    text = re.sub(r"#/components/schemas/(ValidationError|HTTPError)", PROBLEM, json.dumps(spec))
    text = re.sub(r"#/components/schemas/\w+\.", "#/components/schemas/", text)
    done: dict[str, Any] = json.loads(text)
    schemas = {name.split(".")[-1]: body for name, body in done["components"]["schemas"].items()}
    done["components"]["schemas"] = schemas
    for replaced in ("ValidationError", "HTTPError"):
        schemas.pop(replaced, None)
    schemas["Problem"] = errors.Problem.model_json_schema()
    schemas["Problem"]["properties"]["faults"]["items"] = {"$ref": "#/components/schemas/Place"}
    schemas["Place"] = schemas["Problem"].pop("$defs")["Place"]
    problem = {"application/json": {"schema": {"$ref": PROBLEM}}}
    for path, methods in done["paths"].items():
        for method, operation in methods.items():
            codes = ["404", "409"] if "{" in path or "parameters" in operation else []
            if "requestBody" in operation:
                operation["requestBody"]["required"] = True
                codes += ["400", "409", "413", "415", "422"]
            if method != "get":
                codes.append("403")
            for code in codes:
                operation["responses"].setdefault(code, {"description": "Problem", "content": problem})
    return done


class PagePath(PathConverter):
    """Every address but the API's, so that a wrong API address is not found whatever its method."""

    regex = r"(?!api(?:/|$)).*?"


def _serve_pages(app: APIFlask, pages: Path) -> None:
    """Built files as they are; every other address that is not an API one is the application's page."""

    app.url_map.converters["page"] = PagePath

    @app.route("/", defaults={"path": ""}, methods=["GET"], provide_automatic_options=False)
    @app.route("/<page:path>", methods=["GET"], provide_automatic_options=False)
    @app.doc(hide=True)
    def page(path: str) -> Response:
        if path.startswith("assets/"):
            response = send_from_directory(pages, path)
            response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
            return response
        if not (pages / "index.html").is_file():
            raise NotFound("the pages are not built yet: run ./aretane demo")
        response = send_from_directory(pages, "index.html")
        response.headers["Cache-Control"] = "no-cache"
        return response
