"""A process beside the server for what may take long: it has a budget of time and memory, it can be
stopped at any moment, and it takes neither the server's threads nor its interpreter lock."""

import os
import resource
import signal
import time
from collections.abc import Callable
from concurrent.futures import CancelledError
from concurrent.futures import TimeoutError as NotYet
from multiprocessing import get_context
from threading import Lock
from typing import Any, TypeVar

from pebble import ProcessExpired, ProcessPool

from aretane.store.instance import die_with_parent

MOST_BYTES = 600 * 1024 * 1024
"""Memory that a process may fill."""
LOOK_EVERY = 0.2
"""s between two looks at whether the asker is still there."""
NICE = 10
"""How far the server itself goes first, where an asker can wait."""

T = TypeVar("T")


class OverBudget(RuntimeError):
    """The work took more time or memory than it may; the message says which, and what to do."""


class Gone(RuntimeError):
    """Nobody waits for the answer any more; the work was stopped."""


def ready(parent: int, most_bytes: int | None = MOST_BYTES, nice: int = NICE) -> None:
    """What a process beside the server does first. It ends with `parent`, the server, however that ends."""
    die_with_parent()
    if os.getppid() != parent:  # the server ended while this process was still starting
        os.kill(os.getpid(), signal.SIGKILL)
    os.nice(nice)
    if most_bytes is not None:
        resource.setrlimit(resource.RLIMIT_DATA, (most_bytes, most_bytes))


class Aside:
    """One process beside the server, started with its first work, and anew after work that was stopped."""

    def __init__(self, name: str, nice: int = NICE):
        self.name, self._nice = name, nice
        self._lock = Lock()
        self._pool: ProcessPool | None = None

    def start(self, function: Callable[..., object], *given: Any) -> None:
        """Have the process there before it is needed, with all that `function` imports."""
        self._ready().schedule(function, args=given)

    def _ready(self) -> ProcessPool:
        with self._lock:
            if self._pool is None or not self._pool.active:
                given = (os.getpid(), MOST_BYTES, self._nice)
                self._pool = ProcessPool(1, initializer=ready, initargs=given, context=get_context("spawn"))
            return self._pool

    def run(
        self,
        function: Callable[..., T],
        *given: Any,
        seconds: float,
        wanted: Callable[[], bool] = lambda: True,
    ) -> T:
        """What `function` gives back for `given`; both travel to the process and must be importable there.

        Raises OverBudget after `seconds` of its own or without memory, Gone as soon as it is not
        `wanted`, and
        what the function raises.
        """
        deadline: float | None = None
        future = self._ready().schedule(function, args=given)
        try:
            while True:
                try:
                    result: T = future.result(timeout=LOOK_EVERY)
                    return result
                except NotYet:
                    if future.done():
                        raise
                if future.running() and deadline is None:
                    deadline = time.monotonic() + seconds
                if not wanted():
                    raise Gone("nobody waits for it any more")
                if deadline is not None and time.monotonic() > deadline:
                    raise OverBudget(f"it takes longer than {seconds:.0f} s: give less of it at a time")
        except MemoryError as error:
            raise OverBudget("it needs too much memory: give less of it at a time") from error
        except (ProcessExpired, CancelledError) as error:
            raise OverBudget("it was cut off: give less of it at a time, or try again") from error
        finally:
            future.cancel()  # type: ignore[no-untyped-call]

    def stop(self) -> None:
        """End the process."""
        with self._lock:
            if self._pool is not None:
                self._pool.stop()  # type: ignore[no-untyped-call]
                self._pool.join()
                self._pool = None
