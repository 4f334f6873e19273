"""What the store can refuse, in words a person can act on."""

from typing import Any


class StoreError(Exception):
    """Base of everything the store refuses."""


class NotFound(StoreError):
    """The row is not there, or belongs to another club."""


class Refused(StoreError):
    """The change would break what the database holds together; the message says what to do."""


class Busy(StoreError):
    """Other writes were in the way until patience ended; nothing was stored."""

    def __init__(self) -> None:
        super().__init__("many people are saving at this moment; nothing was stored, try again")


class Uncertain(StoreError):
    """The connection broke during the commit, so that nobody knows whether it was stored."""

    def __init__(self) -> None:
        super().__init__(
            "the database was lost in the very moment of storing: look whether it is there "
            "before you enter it again"
        )


class Conflict(StoreError):
    """Somebody else saved the same row first. `current` holds what is stored now, None where it is gone."""

    def __init__(self, words: str, current: dict[str, dict[str, Any] | None]):
        super().__init__(words)
        self.current = current
