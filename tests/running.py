"""The application as its user runs it: started by the command, asked over HTTP, looked at from outside."""

import http.client
import json
import os
import re
import signal
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from pathlib import Path
from threading import Thread
from typing import Any
from urllib.parse import urlsplit

from aretane.settings import PROJECT
from aretane.web.serving.guard import TOKEN


def environment(folder: Path, **more: str) -> dict[str, str]:
    """The environment of a command over the data in `folder`."""
    own = {name: value for name, value in os.environ.items() if not name.startswith("ARETANE_")}
    return own | {"ARETANE_DATA_DIR": str(folder), "PYTHONPATH": str(PROJECT / "src")} | more


def command(*words: str) -> list[str]:
    """The words that run a command."""
    return [sys.executable, "-m", "aretane", *words]


def start(folder: Path, what: str = "serve", **more: str) -> tuple[subprocess.Popen[str], str]:
    """A running server and the address it prints. What it says goes into `folder`/said."""
    process = subprocess.Popen(
        command(what), env=environment(folder, **more), stdout=subprocess.PIPE, stderr=subprocess.STDOUT,
        text=True,
    )  # fmt: skip
    assert process.stdout is not None
    seen = ""
    for line in process.stdout:
        seen += line
        if found := re.search(r"http://\S+", line):
            return process, found[0]
    raise AssertionError(f"it did not start: {seen}")


def finish(process: subprocess.Popen[str]) -> str:
    """What an ending process still says."""
    assert process.stdout is not None
    rest = process.stdout.read()
    process.stdout.close()
    process.wait(timeout=20)
    return rest


def run(
    folder: Path, *words: str, text: str | None = None, **more: str
) -> subprocess.CompletedProcess[str]:
    """A command that ends by itself."""
    return subprocess.run(
        command(*words), env=environment(folder, **more), input=text, capture_output=True, text=True,
        check=False,
    )  # fmt: skip


def ours(folder: Path) -> list[str]:
    """Command lines of running processes that name the folder."""
    lines = []
    for process in Path("/proc").glob("[0-9]*/cmdline"):
        try:
            lines.append(process.read_bytes().replace(b"\0", b" ").decode())
        except OSError:
            continue
    return [line for line in lines if str(folder) in line]


def until_gone(folder: Path) -> bool:
    """Whether every process that names the folder ends within 15 s."""
    deadline = time.monotonic() + 15
    while time.monotonic() < deadline:
        if not ours(folder):
            return True
        time.sleep(0.1)
    return False


KEPT_ALIVE = 3.0
"""s that a connection may rest before it is asked again."""


class NoAnswer(Exception):
    """The server did not answer."""


@dataclass(slots=True)
class Answer:
    """Status, text and ms of an answer."""

    status: int
    text: str
    ms: float

    @property
    def data(self) -> Any:
        """The answer as JSON."""
        return json.loads(self.text)


class Talker:
    """A client with a connection of its own, that sends the token of the pages."""

    def __init__(self, url: str, timeout: float = 60.0):
        self.url = url
        self._timeout = timeout
        self._token: str | None = None
        self._line: http.client.HTTPConnection | None = None
        self._used = 0.0

    def ask(
        self, method: str, path: str, body: Any = None, headers: dict[str, str] | None = None
    ) -> Answer:
        """The answer to a request. Raises NoAnswer."""
        sent = dict(headers or {})
        if method != "GET" and TOKEN not in sent:
            if self._token is None:
                self._token = self.ask("GET", "/api/session").data["token"]
            sent[TOKEN] = self._token
        data: bytes | None = None
        if body is not None:
            data = body if isinstance(body, bytes) else json.dumps(body).encode()
            sent.setdefault("Content-Type", "application/json")
        if time.monotonic() - self._used > KEPT_ALIVE:
            self.hang_up()  # the server closes a connection that rests
        self._used = time.monotonic()
        began = time.perf_counter()
        try:
            if self._line is None:
                at = urlsplit(self.url)
                self._line = http.client.HTTPConnection(at.hostname or "", at.port, timeout=self._timeout)
            self._line.request(method, path, data, sent)
            answer = self._line.getresponse()
            text = answer.read().decode(errors="replace")
        except (OSError, http.client.HTTPException) as error:
            self.hang_up()
            raise NoAnswer(str(error)) from error
        if answer.will_close:
            self.hang_up()
        return Answer(answer.status, text, (time.perf_counter() - began) * 1000)

    def get(self, path: str) -> Any:
        """The data at a path; the answer must be good."""
        answer = self.ask("GET", path)
        assert answer.status == 200, (path, answer.status, answer.text)
        return answer.data

    def post(self, path: str, body: Any) -> Any:
        """The data of a change; it must be taken."""
        answer = self.ask("POST", path, body)
        assert answer.status in (200, 201), (path, answer.status, answer.text)
        return answer.data

    def __enter__(self) -> "Talker":
        return self

    def __exit__(self, *trouble: object) -> None:
        self.hang_up()

    def hang_up(self) -> None:
        """Close the connection."""
        if self._line is not None:
            self._line.close()
            self._line = None


@dataclass(slots=True)
class Site:
    """A running application: its data, its launcher, its address."""

    folder: Path
    more: dict[str, str]
    what: str = "serve"
    process: subprocess.Popen[str] = field(init=False)
    url: str = field(init=False)
    said: list[str] = field(default_factory=list)
    """Lines that it and its parts printed."""
    _reader: Thread = field(init=False)

    def start(self) -> None:
        """Start it, and again after its launcher was killed."""
        self.process, self.url = start(self.folder, self.what, **self.more)
        self._reader = Thread(target=self._listen, args=(self.process,), daemon=True)
        self._reader.start()

    def _listen(self, process: subprocess.Popen[str]) -> None:
        """Take what is said, or it would wait for somebody to read it."""
        assert process.stdout is not None
        for line in process.stdout:
            self.said.append(line)
        process.stdout.close()

    def stop(self) -> str:
        """Stop it; returns what it said since its address."""
        self.process.send_signal(signal.SIGINT)
        self.process.wait(timeout=40)
        self._reader.join(timeout=20)
        return "".join(self.said)

    def talker(self) -> Talker:
        """A new client."""
        return Talker(self.url)

    def settled(self, seconds: float = 60.0) -> float:
        """Seconds until it answers and stores."""
        began = time.monotonic()
        talker = Talker(self.url, timeout=5)
        body = {"length_unit": "mm", "speed_unit": "kmh", "words": "game"}
        while time.monotonic() - began < seconds:
            try:
                if talker.ask("PUT", "/api/session/reading", body).status == 204:
                    talker.hang_up()
                    return time.monotonic() - began
            except (NoAnswer, ValueError, KeyError):
                pass
            time.sleep(0.05)
        raise AssertionError(f"it does not answer after {seconds} s")

    def pids(self, which: str) -> list[int]:
        """Processes of it: launcher, master, worker, database, or those beside the worker (analysis)."""
        if which == "launcher":
            return [self.process.pid]
        children = _children(self.process.pid)
        masters = [pid for pid in children if "gunicorn" in _words(pid)]
        if which == "master":
            return masters
        if which == "database":
            return [pid for pid in children if "mariadbd" in _words(pid)]
        workers = [pid for master in masters for pid in _children(master)]
        if which == "worker":
            return workers
        beside = [pid for worker in workers for pid in _children(worker)]
        return [pid for pid in beside if "multiprocessing.spawn" in _words(pid)]


def _children(parent: int) -> list[int]:
    found = []
    for path in Path("/proc").glob("[0-9]*/stat"):
        try:
            if int(path.read_text().rsplit(")", 1)[1].split()[1]) == parent:
                found.append(int(path.parent.name))
        except (OSError, ValueError, IndexError):
            continue
    return found


def _words(pid: int) -> str:
    try:
        return Path(f"/proc/{pid}/cmdline").read_bytes().replace(b"\0", b" ").decode()
    except OSError:
        return ""


def memory(pids: list[int]) -> float:
    """MB that the processes hold together, what they share counted once (PSS)."""
    total = 0
    for pid in pids:
        try:
            lines = Path(f"/proc/{pid}/smaps_rollup").read_text().splitlines()
        except OSError:
            continue
        total += next(int(line.split()[1]) for line in lines if line.startswith("Pss:"))
    return total / 1024


@contextmanager
def site(folder: Path, what: str = "serve", **more: str) -> Iterator[Site]:
    """A running application that is stopped with the block."""
    made = Site(folder, more, what)
    made.start()
    try:
        yield made
    finally:
        if made.process.poll() is None:
            made.stop()
        until_gone(folder)
