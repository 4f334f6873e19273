"""Generated requests against the published description: no 5xx, and no answer it does not describe."""

from collections import Counter
from collections.abc import Iterator
from typing import Any

import hypothesis
import jsonschema
import schemathesis
from flask.testing import FlaskClient
from hypothesis import HealthCheck
from pydantic import BaseModel
from schemathesis.core import NOT_SET

from aretane.settings import PROJECT

schema = schemathesis.openapi.from_path(PROJECT / "docs" / "openapi.json")


@schema.parametrize()
@hypothesis.settings(
    max_examples=15, deadline=None, derandomize=True, suppress_health_check=list(HealthCheck)
)  # fmt: skip
def test_every_answer_is_one_that_is_described(client: FlaskClient, case: schemathesis.Case) -> None:
    body: dict[str, Any] = {}
    if isinstance(case.body, bytes):
        body = {"data": case.body, "content_type": "application/json"}
    elif case.body is not NOT_SET:
        body = {"json": case.body}
    query = {} if case.query is NOT_SET else case.query
    answer = client.open(case.formatted_path, method=case.method, query_string=query, **body)
    if case.method.lower() not in schema.raw_schema["paths"][case.path]:
        assert answer.status_code in (404, 405) or case.method in ("HEAD", "OPTIONS")
        return
    described = case.operation.definition.raw["responses"]
    assert str(answer.status_code) in described, (answer.status_code, answer.text)
    if answer.status_code == 204:
        return
    content = described[str(answer.status_code)].get("content", {})
    if content.get("application/json"):
        shape = {**content["application/json"]["schema"], "components": schema.raw_schema["components"]}
        jsonschema.validate(answer.get_json(), shape)


def test_no_two_shapes_share_a_name(client: FlaskClient) -> None:
    """The description names shapes by their class alone: of two with one name, one would vanish."""
    names = Counter(
        shape.__name__ for shape in _shapes(BaseModel) if shape.__module__.startswith("aretane.")
    )
    assert [name for name, count in names.items() if count > 1] == []


def _shapes(kind: type[BaseModel]) -> Iterator[type[BaseModel]]:
    for shape in kind.__subclasses__():
        yield shape
        yield from _shapes(shape)
