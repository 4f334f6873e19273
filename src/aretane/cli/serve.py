"""Start the database and the web server, and stop both cleanly."""

import fcntl
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from types import FrameType

from aretane.settings import PROJECT, Settings
from aretane.store.database import Address
from aretane.store.instance import die_with_parent

from .data import opened

START_SECONDS = 30
PORTS_TRIED = 50


class AlreadyRunning(RuntimeError):
    """Another start of the same data is still running."""


class Stopped(Exception):
    """The user asked to stop."""


def run(settings: Settings, *, demo: bool, develop: bool = False) -> None:
    """Serve until Ctrl-C or SIGTERM."""
    for number in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(number, _stop)
    name = "demo" if demo else "own"
    try:
        with _only_one(settings.data_dir / f"{name}.lock"), opened(settings, demo=demo) as address:
            port = free_port(settings.host, settings.port)
            server = start_web(settings, address, port, develop)
            helper = _pages_in_development(port) if develop else None
            try:
                _wait_until_up(settings.host, port, server)
                print(f"Aretane is ready: http://{_shown(settings.host)}:{port}/", flush=True)
                print("Press Ctrl-C to stop.", flush=True)
                code = server.wait()
                sys.exit(f"aretane: the web server stopped by itself (code {code})")
            finally:
                for process in filter(None, (helper, server)):
                    _end(process)
    except Stopped:
        print("\nStopped.", flush=True)


def _stop(number: int, frame: FrameType | None) -> None:
    for again in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(again, signal.SIG_IGN)
    raise Stopped


@contextmanager
def _only_one(path: Path) -> Iterator[None]:
    """Hold a lock that the kernel lets go of however this process ends."""
    path.parent.mkdir(parents=True, exist_ok=True)
    with path.open("a") as file:
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError as error:
            raise AlreadyRunning("it is already running with this data; stop that one first") from error
        yield


def free_port(host: str, wanted: int) -> int:
    """The wanted port, or the next free one. Raises OSError when none of PORTS_TRIED is free."""
    for port in range(wanted, wanted + PORTS_TRIED):
        with socket.socket(socket.AF_INET6 if ":" in host else socket.AF_INET) as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                probe.bind((host, port))
            except OSError:
                continue
            return port
    raise AlreadyRunning(f"no free port from {wanted} to {wanted + PORTS_TRIED - 1}; set ARETANE_PORT")


def start_web(
    settings: Settings, address: Address, port: int, develop: bool = False
) -> subprocess.Popen[bytes]:
    """gunicorn with one threaded worker; it ends when this process does."""
    host = f"[{settings.host}]" if ":" in settings.host else settings.host
    options = [
        f"--bind={host}:{port}",
        "--worker-class=gthread",
        "--workers=1",
        f"--threads={settings.threads}",
        "--no-control-socket",
        "--log-level=warning",
        "--graceful-timeout=5",
        *(["--reload"] if develop else []),
    ]
    environment = os.environ | {
        "ARETANE_DATABASE_URL": address.url(),
        "ARETANE_DATA_DIR": str(settings.data_dir.resolve()),
        "PYTHONPATH": str(PROJECT / "src"),
        # A heap for every request thread would keep a third more memory than is used.
        "MALLOC_ARENA_MAX": "2",
    }
    return subprocess.Popen(
        [sys.executable, "-m", "gunicorn", *options, "aretane.web.wsgi:application()"],
        env=environment,
        stdin=subprocess.DEVNULL,
        start_new_session=True,
        preexec_fn=die_with_parent,
    )


def _pages_in_development(port: int) -> subprocess.Popen[bytes]:
    print("Pages reload at http://127.0.0.1:5173/", flush=True)
    return subprocess.Popen(
        ["npm", "run", "--silent", "dev"],
        cwd=PROJECT / "frontend",
        env=os.environ | {"API_PORT": str(port)},
        stdin=subprocess.DEVNULL,
        start_new_session=True,
        preexec_fn=die_with_parent,
    )


def _wait_until_up(host: str, port: int, server: subprocess.Popen[bytes]) -> None:
    deadline = time.monotonic() + START_SECONDS
    while time.monotonic() < deadline and server.poll() is None:
        try:
            with urllib.request.urlopen(f"http://{_shown(host)}:{port}/api/session", timeout=5):
                return
        except (urllib.error.URLError, ConnectionError, TimeoutError):
            time.sleep(0.05)
    sys.exit("aretane: the web server did not start; its messages are above")


def _shown(host: str) -> str:
    """The address a browser on this machine opens."""
    if host in ("0.0.0.0", "::"):
        return "127.0.0.1"
    return f"[{host}]" if ":" in host else host


def _end(process: subprocess.Popen[bytes]) -> None:
    if process.poll() is not None:
        return
    process.terminate()
    try:
        process.wait(timeout=10)
    except subprocess.TimeoutExpired:
        process.kill()
        process.wait()
