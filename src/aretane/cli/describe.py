"""Write down what other programs read: the OpenAPI description and the match file's schema."""

import json

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


def run(settings: Settings) -> None:
    """Write both files."""
    (PROJECT / "docs" / "openapi.json").write_text(openapi(settings))
    (PROJECT / "docs" / "match-file.schema.json").write_text(schema())
