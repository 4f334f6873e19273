"""Work of a request that is done in a process beside the server, for as long as its client waits."""

from collections.abc import Callable
from threading import BoundedSemaphore
from typing import Any, TypeVar

from flask import current_app, request

from aretane.work.aside import Aside, OverBudget

from .lanes import LANE, Lane

SMALL = 64 * 1024
"""Characters of a file that is read at once; a larger one is read beside the server."""
FILE_SECONDS = 40.0
"""A file that takes longer to read is refused."""
MOST_WAITING = 16
"""Requests that wait for the process at the same time."""
_waiting = BoundedSemaphore(MOST_WAITING)

T = TypeVar("T")


def beside(function: Callable[..., T], *given: Any, seconds: float) -> T:
    """What `function` gives back for `given`. Raises as `Aside.run` does; OverBudget too where many wait
    already."""
    files: Aside = current_app.extensions["files"]
    lane: Lane | None = request.environ.get(LANE)
    if not _waiting.acquire(blocking=False):
        raise OverBudget("many files are being read: try again in a moment")
    try:
        if lane is None:
            return files.run(function, *given, seconds=seconds)
        with lane.aside():
            return files.run(function, *given, seconds=seconds, wanted=lane.wanted)
    finally:
        _waiting.release()
