"""Requests generated from the published description, with the ids of what is really there."""

import json
import random
import warnings
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from typing import Any

import hypothesis
import schemathesis
from hypothesis import HealthCheck
from schemathesis.core import NOT_SET

from aretane.settings import PROJECT

WILD: tuple[Any, ...] = (
    None, True, -1, 0, 2**31, 2**63, 10**400, 1e308, -1e-308, "", " ", "\0", "\ud800", "é" * 4001, "😀" *
    61,
    [], {}, [[]], [{}] * 3, {"a": {"a": {}}}, "9" * 400, "../../etc/passwd", "'; DROP TABLE shot; --",
)  # fmt: skip
"""Values that are wrong nearly everywhere."""


@dataclass(slots=True)
class Request:
    """One request: method, path with query, body (bytes or JSON), content type."""

    method: str
    path: str
    body: bytes | None = None
    content: str = "application/json"


@dataclass(slots=True)
class Ids:
    """What is there, to be asked for: values of path parameters and of query parameters by name."""

    known: dict[str, list[Any]] = field(default_factory=dict)
    good: dict[str, list[Any]] = field(default_factory=dict)
    """Bodies that are taken, by "METHOD path"; they are changed in one place each."""


def requests(count: int, seed: int, ids: Ids) -> Iterator[Request]:
    """`count` requests over every operation in turn: as described, or a good body with one wild value."""
    schema = schemathesis.openapi.from_path(PROJECT / "docs" / "openapi.json")
    rng = random.Random(seed)
    operations = [result.ok() for result in schema.get_all_operations()]
    each = -(-count // len(operations))
    made = 0
    for number, operation in enumerate(operations):
        where = f"{operation.method.upper()} {operation.path}"
        bodies = ids.good.get(where, [])
        described = _cases(operation, each if not bodies else each // 2, seed + number)
        for k in range(each):
            if made == count:
                return
            made += 1
            case = described[k % len(described)]
            path, query = _address(operation.path, case, ids, rng)
            if bodies and k >= each // 2:
                changed = _with_one_wild(rng.choice(bodies), rng)
                text = json.dumps(changed).encode()
                yield Request(operation.method.upper(), path + query, text)
                continue
            body, content = _body(case, rng)
            yield Request(operation.method.upper(), path + query, body, content)


def _cases(operation: Any, count: int, seed: int) -> list[Any]:
    found: list[Any] = []

    @hypothesis.seed(seed)
    @hypothesis.settings(
        max_examples=max(count, 5), deadline=None, database=None, suppress_health_check=list(HealthCheck),
        phases=[hypothesis.Phase.generate],
    )  # fmt: skip
    @hypothesis.given(operation.as_strategy())
    def gather(case: Any) -> None:
        found.append(case)

    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        gather()
    return found


def _address(template: str, case: Any, ids: Ids, rng: random.Random) -> tuple[str, str]:
    path = template
    for name, value in (case.path_parameters or {}).items():
        there = ids.known.get(name)
        chosen = rng.choice(there) if there and rng.random() < 0.8 else value
        path = path.replace("{" + name + "}", _quoted(chosen))
    query = {} if case.query in (NOT_SET, None) else dict(case.query)
    for name in query:
        if ids.known.get(name) and rng.random() < 0.7:
            query[name] = rng.choice(ids.known[name])
    if not query:
        return path, ""
    return path, "?" + "&".join(f"{_quoted(name)}={_quoted(value)}" for name, value in query.items())


def _quoted(value: Any) -> str:
    from urllib.parse import quote

    return quote(str(value).encode("utf-8", "surrogatepass"), safe="")


def _body(case: Any, rng: random.Random) -> tuple[bytes | None, str]:
    if case.body in (NOT_SET, None):
        return None, "application/json"
    content = "text/vtt" if "/vtt" in case.path else "application/json"
    if isinstance(case.body, bytes):
        return case.body, content
    if isinstance(case.body, str) and content == "text/vtt":
        return case.body.encode("utf-8", "surrogatepass"), content
    if rng.random() < 0.05:
        return rng.choice((b"{", b"\xff\xfe", b"[" * 5000, b'{"a":1,"a":2}', b"nul")), content
    return json.dumps(case.body, default=str).encode(), content


def _with_one_wild(good: Any, rng: random.Random) -> Any:
    """The body with one of its values another one."""
    body = json.loads(json.dumps(good))
    places = list(_places(body))
    holder, key = rng.choice(places)
    if rng.random() < 0.15:
        if isinstance(holder, dict):
            holder.pop(key)
        else:
            holder.append(holder[key])
    else:
        holder[key] = rng.choice(WILD)
    return body


def _places(value: Any) -> Iterator[tuple[Any, Any]]:
    entries = (
        value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    )
    for key, entry in list(entries):
        yield value, key
        yield from _places(entry)


def ids_of(get: Callable[[str], Any]) -> Ids:
    """The ids of a server's recordings, racks, players and videos, and bodies that it takes."""
    found = get("/api/recordings")["recordings"]
    recordings = [one["id"] for one in found]
    racks = [rack["id"] for one in found for rack in one["racks"]]
    players = [int(one["id"]) for one in get("/api/players")["players"]]
    videos = [
        part["id"]
        for recording in recordings
        for part in get(f"/api/recordings/{recording}/video")["parts"]
    ]
    ids = Ids(
        {
            "recording_id": recordings, "rack_id": racks, "number": [1, 2], "player_id": players,
            "part_id": videos, "player": players, "against": players, "recording": recordings,
            "content": [1],
        }
    )  # fmt: skip
    one = get(f"/api/recordings/{recordings[-1]}")
    desk = get(f"/api/recordings/{recordings[-1]}/racks/1")
    shots = desk["rack"]["shots"]
    change = {"shots": [{key: s[key] for key in ("id", "version", "shot")} for s in shots[:2]]}
    struck = {"before": shots[1]["review"]["before"], "shot": shots[1]["shot"]}
    asked = {"number": 1, "breaker": desk["rack"]["breaker"], "shots": [s["shot"] for s in shots[:3]]}
    set_up = {
        "match": one["match"], "table": one["table"], "players": [int(p["id"]) for p in one["players"]],
        "version": one["version"],
    }  # fmt: skip
    ids.good = {
        "POST /api/racks/{rack_id}/changes": [change],
        "POST /api/recordings/{recording_id}/forecast": [struck],
        "POST /api/recordings/{recording_id}/strikes": [struck],
        "POST /api/recordings/{recording_id}/preview": [asked],
        "POST /api/recordings": [set_up | {"version": 0}],
        "PUT /api/recordings/{recording_id}": [set_up],
        "POST /api/match-files": [get(f"/api/recordings/{recordings[-1]}/file")],
        "POST /api/match-files/check": [get(f"/api/recordings/{recordings[-1]}/file")],
        "POST /api/recordings/{recording_id}/racks": [{"number": 1, "rack": {"shots": [shots[0]["shot"]]}}],
        "PUT /api/racks/{rack_id}": [{"version": 1, "breaker": None, "notes": "x"}],
        "PUT /api/players/{player_id}": [{"name": "Somebody", "level": "regular"}],
        "POST /api/players": [{"name": "Somebody else", "level": "regular"}],
        "PUT /api/videos/{part_id}": [{"starts_at_s": 1.5}],
    }
    return ids
