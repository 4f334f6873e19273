"""Write down what others read: OpenAPI description, match file schema, the front end's glossary
and disciplines."""

import json
from typing import get_args

from aretane.core.games import DISCIPLINES, Dialect
from aretane.core.games.glossary import table
from aretane.formats.match_file import json_schema
from aretane.settings import PROJECT, Settings
from aretane.store.database import Address
from aretane.web import create_app

NOWHERE = Address("", "", "127.0.0.1", 1, "none", None)


def openapi(settings: Settings) -> str:
    """The OpenAPI description as committed; making it opens no database."""
    app = create_app(settings, NOWHERE)
    with app.test_request_context():
        return json.dumps(app.spec, indent=1, sort_keys=True) + "\n"


def schema() -> str:
    """The match file's JSON Schema as committed."""
    return json.dumps(json_schema(), indent=1, sort_keys=True) + "\n"


def glossary() -> str:
    """The glossary as the front end uses it: canonical phrase to word, by dialect."""
    return json.dumps({dialect: table(dialect) for dialect in get_args(Dialect)}, indent=1) + "\n"


def disciplines() -> str:
    """The disciplines as the front end uses them: of each record what a screen shows otherwise, by code."""
    shown = ("dialect", "table", "order", "groups", "measure", "crosses_racks", "fouls_score")
    records = {code: {name: getattr(one, name) for name in shown} for code, one in DISCIPLINES.items()}
    return json.dumps(records, indent=1) + "\n"


def run(settings: Settings) -> None:
    """Write the files."""
    (PROJECT / "docs" / "openapi.json").write_text(openapi(settings))
    (PROJECT / "docs" / "match-file.schema.json").write_text(schema())
    (PROJECT / "frontend" / "src" / "words" / "glossary.json").write_text(glossary())
    (PROJECT / "frontend" / "src" / "words" / "disciplines.json").write_text(disciplines())
