"""What can be read of data that does not fit its shape, and what cannot."""

import json
from collections.abc import Sequence
from typing import Any, TypeVar

from pydantic import ValidationError

from .shapes import Shape

LONGEST_WORDS = 400
"""Characters of one fault; a value a megabyte long is not repeated whole."""
ROUNDS = 6
"""Leaving out one field can show a fault in another; after so many rounds nothing is kept."""

BOUNDS = {
    "less_than_equal": ("le", "more than"), "greater_than_equal": ("ge", "less than"),
    "less_than": ("lt", "not less than"), "greater_than": ("gt", "not more than"),
}  # fmt: skip
"""The validator's bounds: where it keeps the bound, and what a value beyond it is."""
FIELDS = {"time_s": "mark of the strike", "end_s": "mark of the end", "cue_end": "end of the cue ball"}
"""Fields that people know by other words."""

S = TypeVar("S", bound=Shape)


def salvaged(shape: type[S], data: dict[str, Any], needed: dict[str, Any]) -> tuple[S, tuple[str, ...]]:
    """The data as the shape, fields that cannot be read left out, and a line for each of those.

    `needed` holds values for fields that the shape cannot do without. Never raises for bad data.
    """
    try:
        return shape.model_validate(data), ()
    except ValidationError as error:
        entries: Sequence[Any] = error.errors(include_url=False)
    lost: dict[str, None] = {}
    rest: Any = json.loads(json.dumps(data, default=str))
    for _ in range(ROUNDS):
        for entry in entries:
            place = place_of(entry)
            lost[f"{_named(place)}: {words_of(entry)}"] = None
            drop(rest, place)
        try:
            return shape.model_validate(needed | rest), tuple(lost)
        except ValidationError as error:
            entries = error.errors(include_url=False)
    return shape.model_validate(needed), (*lost, "nothing else of it can be read")


def _named(place: list[Any]) -> str:
    """A place as people read it: the field, with its own words where it has some."""
    path = ".".join(map(str, place)) or "whole"
    words = next((FIELDS[part] for part in place if part in FIELDS), None)
    return path if words is None else f"{path} ({words})"


def place_of(entry: Any) -> list[Any]:
    """Where the validator's entry lies: names and numbers from the outside in."""
    return [part for part in entry["loc"] if part != "[key]"]


def words_of(entry: Any) -> str:
    """What is wrong, in words a person can act on."""
    if entry["type"] == "extra_forbidden":
        return "no such field; check its spelling"
    if entry["type"] == "literal_error":
        return f"{str(entry['input'])[:60]!r} is not known here; use {entry['ctx']['expected']}"
    if entry["type"] == "missing":
        return "this field is needed"
    if entry["type"] in BOUNDS:
        name, words_for = BOUNDS[entry["type"]]
        bound = f"{float(entry['ctx'][name]):,.6f}".rstrip("0").rstrip(".")
        return f"{str(entry['input'])[:60]} is {words_for} {bound}"
    words: str = entry["msg"].removeprefix("Value error, ")
    return words if len(words) <= LONGEST_WORDS else f"{words[:LONGEST_WORDS]} …"


def drop(rest: Any, place: list[Any], whole: Sequence[str] = ()) -> None:
    """Take the field at `place` out of `rest`; in a list the whole list, but for lists named in `whole`,
    whose entry becomes an empty one."""
    while place and isinstance(place[-1], int) and (len(place) < 2 or place[-2] not in whole):
        place = place[:-1]
    holder = reach(rest, place[:-1]) if place else None
    if isinstance(holder, dict):
        holder.pop(place[-1], None)
    elif isinstance(holder, list) and place[-1] < len(holder):
        holder[place[-1]] = {}


def reach(rest: Any, place: list[Any]) -> Any:
    """What lies at `place` in `rest`; None where there is nothing."""
    for part in place:
        try:
            rest = rest[part]
        except (KeyError, IndexError, TypeError):
            return None
    return rest
