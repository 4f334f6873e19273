"""Facts of shots as columns, in which habits are looked for."""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..vocabulary import CHOICE_FAULTS
from .facts import NO_FAULT

Array = NDArray[np.float64]
Columns = Mapping[str, Array]
"""Facts of shots by field, one entry a shot: numbers, yes and no as 1 and 0, codes as in CODES, NaN where
it is not known. `match` and `rack_id` tell matches and racks apart, `shot` the place in the rack."""

CODES: dict[str, tuple[str, ...]] = {
    "role": ("attack", "two-way", "safety", "break"),
    "stroke": ("kick",),
    "spin": ("stun", "follow", "draw", "side"),
    "pocket": ("corner", "side"),
    "hill": ("nobody", "mine", "theirs", "both"),
    "fault": (NO_FAULT, *CHOICE_FAULTS),
    "outcome": ("drew-foul", "answered", "reply-missed", "reply-potted", "own-foul"),
}
"""Codes of fields that hold words: their places here, from 0; NaN for any other."""
FEWEST = 12
"""Shots of a group under which it is not looked at (our choice)."""


@dataclass(frozen=True, slots=True)
class Swing:
    """A difference with its standard error: of chances to win the rack, or of places (m)."""

    value: float
    error: float


def is_one(columns: Columns, field: str, *words: str) -> NDArray[np.bool_]:
    """Which shots have one of the words in a field of CODES."""
    return np.isin(columns[field], [CODES[field].index(word) for word in words])
