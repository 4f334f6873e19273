"""What keeps a part of the application from going on."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Trouble:
    """One thing that is wrong: where, since when (s, monotonic), and in words the cause and the remedy."""

    what: str
    since: float
    words: str
