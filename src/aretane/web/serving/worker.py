"""The worker of the production server: gunicorn's threads, with patience that ends.

A connection that sends half a head, half a body, or never reads its answer holds a thread for a short
time only.
"""

import errno
import os
import select
import socket
import time
from contextlib import suppress
from typing import Any

from gunicorn.workers.gthread import TConn, ThreadWorker

HEAD_SECONDS = 8.0
"""The head of a request has arrived by then."""
ANSWER_SECONDS = 30.0
"""A client that takes nothing of its answer for so long is given up."""
TOO_SLOW = b"HTTP/1.1 408 Request Timeout\r\nConnection: close\r\nContent-Length: 0\r\n\r\n"


class PatientSocket:
    """A client's socket whose reads and writes end in time; everything else is the socket's own."""

    def __init__(self, own: socket.socket):
        self._own = own
        self._deadline: float | None = None
        self._idle: float | None = None
        self._in_head = False

    def __getattr__(self, name: str) -> Any:
        return getattr(self._own, name)

    def expect(self, seconds: float | None, idle: float | None = None) -> None:
        """Let reads take `seconds` in all, and `idle` s without a byte; None: as long as it takes."""
        self._deadline = None if seconds is None else time.monotonic() + seconds
        self._idle, self._in_head = idle, False

    def expect_head(self) -> None:
        """Let the head of the next request take HEAD_SECONDS."""
        self.expect(HEAD_SECONDS)
        self._in_head = True

    def gone(self) -> bool:
        """Whether the client has closed its end."""
        try:
            return self._own.recv(1, socket.MSG_PEEK | socket.MSG_DONTWAIT) == b""
        except BlockingIOError:
            return False
        except OSError:
            return True

    def recv(self, size: int, *flags: int) -> bytes:
        """At most `size` bytes. Raises ConnectionResetError when patience ends."""
        waits = [one for one in (self._idle, self._left()) if one is not None]
        if waits and (min(waits) <= 0 or not self._ready(select.POLLIN, min(waits))):
            if self._in_head:
                self._own.setblocking(False)
                with suppress(OSError):
                    self._own.send(TOO_SLOW)
            raise ConnectionResetError(errno.ECONNRESET, "the client was too slow")
        return self._own.recv(size, *flags)

    def sendall(self, data: bytes) -> None:
        """Send everything. Raises ConnectionResetError when the client takes nothing for ANSWER_SECONDS."""
        rest = memoryview(data)
        while rest:
            if not self._ready(select.POLLOUT, ANSWER_SECONDS):
                raise ConnectionResetError(errno.ECONNRESET, "the client does not take its answer")
            try:
                rest = rest[self._own.send(rest, socket.MSG_DONTWAIT) :]
            except BlockingIOError:
                continue

    def _left(self) -> float | None:
        return None if self._deadline is None else self._deadline - time.monotonic()

    def _ready(self, event: int, seconds: float) -> bool:
        poll = select.poll()
        poll.register(self._own, event)
        return bool(poll.poll(seconds * 1000))


class PatientWorker(ThreadWorker):  # type: ignore[misc]
    """gunicorn's threaded worker over PatientSocket."""

    def enqueue_req(self, conn: TConn) -> None:
        """Hand a connection to a thread, its head expected in time."""
        if not isinstance(conn.sock, PatientSocket):
            conn.sock = PatientSocket(conn.sock)
        conn.sock.expect_head()
        super().enqueue_req(conn)

    def run(self) -> None:
        """Serve until asked to stop. Then nothing is waited for but the requests, which had their time:
        neither work beside the server, which is asked for again, nor the end of threads that hold
        connections."""
        super().run()
        os._exit(0)
