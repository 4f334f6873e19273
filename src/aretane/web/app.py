"""create_app: the application with its blueprints, headers and one error shape."""

import json
import re
from pathlib import Path
from typing import Any

from apiflask import APIFlask
from flask import Response, request, send_from_directory
from werkzeug.exceptions import NotFound
from werkzeug.routing import PathConverter

from aretane import __version__
from aretane.settings import PROJECT, Settings
from aretane.store.database import Address
from aretane.work.answering import executor
from aretane.work.aside import Aside
from aretane.work.charting import Charting
from aretane.work.checking import Checking
from aretane.work.counting import Counting
from aretane.work.facts import Facts
from aretane.work.runner import Runner
from aretane.work.shots import Shots, clear

from . import (
    chances,
    choices,
    desk,
    errors,
    kicks,
    ledger,
    numbers,
    players,
    recordings,
    session,
    sheet,
    stated,
    story,
    studies,
    video,
)
from .serving import guard, state
from .serving.files_out import with_files
from .serving.lanes import Lanes
from .serving.pages import page as hinted

AREAS = (
    session, players, recordings, desk, chances, choices, kicks, numbers, sheet, stated, story, ledger,
    studies, video,
)  # fmt: skip
PAGES = PROJECT / "frontend" / "dist"
PROBLEM = "#/components/schemas/Problem"
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
    guard.register(app, settings)
    _start_extensions(app, settings, database)
    for blueprint in (state.blueprint, *(one for area in AREAS for one in area.BLUEPRINTS)):
        app.register_blueprint(blueprint)
    app.after_request(_headers)
    app.spec_processor(_complete_spec)  # type: ignore[arg-type]
    _serve_pages(app, pages)
    answers = Lanes(app.wsgi_app, settings.threads, settings.max_upload_bytes)
    app.wsgi_app = with_files(answers, pages)  # type: ignore[method-assign]
    return app


def _start_extensions(app: APIFlask, settings: Settings, database: Address) -> None:
    """What lives as long as the application: processes beside it, maps, and the background work."""
    files, counts = Aside("files", nice=0), Aside("counts")
    facts = Facts(database, counts)
    checking = Checking(settings, database)
    runner = runner_of(database, facts, checking, Shots(database, lambda: executor(settings.cluster)))
    running = state.State(settings, database)
    running.others.append(lambda: app.extensions["runner"].trouble())
    app.extensions |= {
        "files": files, "counting": Counting(counts), "facts": facts, "checking": checking,
        "runner": runner, "state": running, "charting": Charting(settings.patience),
    }  # fmt: skip


def runner_of(database: Address, facts: Facts, checking: Checking, shots: Shots) -> Runner:
    """The background work over these kinds, with what is cleared away from time to time."""

    def hourly() -> None:
        checking.clean()
        clear(database)

    return Runner(database, (facts, checking, shots), hourly=hourly)


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
            codes += ["403", "503"] if method == "get" else ["403", "415", "503", "507"]
            for code in codes:
                operation["responses"].setdefault(code, {"description": "Problem", "content": problem})
    return done


class PagePath(PathConverter):
    """Every address but the API's, so that a wrong API address is not found whatever its method."""

    regex = r"(?!api(?:/|$)).*?"


def _serve_pages(app: APIFlask, pages: Path) -> None:
    """Every address that is not the API's is the application's page; `files_out` serves its files."""

    app.url_map.converters["page"] = PagePath

    @app.route("/", defaults={"path": ""}, methods=["GET"], provide_automatic_options=False)
    @app.route("/<page:path>", methods=["GET"], provide_automatic_options=False)
    @app.doc(hide=True)
    def page(path: str) -> Response:
        if path.startswith("assets/"):
            return send_from_directory(pages, path)  # of pages that were built since this server started
        if not (pages / "index.html").is_file():
            raise NotFound("the pages are not built yet: run ./aretane demo")
        return Response(hinted(pages, path), mimetype="text/html", headers={"Cache-Control": "no-cache"})
