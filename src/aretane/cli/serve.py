"""Start the database and the web server, keep both running, and stop both cleanly."""

import errno
import fcntl
import json
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path
from types import FrameType

from aretane.settings import EVERY_ADDRESS, PROJECT, Settings
from aretane.store import instance
from aretane.store.database import Address
from aretane.store.instance import die_with_parent

from .data import folder_of, opened
from .supervise import Part, keep_running

START_SECONDS = 60
PORTS_TRIED = 50
LETTING_GO = 10.0
"""s that the web server of a killed launcher may take to end."""
TALKING = 128
"""Connections that may be in the middle of a request; those that wait for the next one are not counted.
How many are answered at the same time is ARETANE_THREADS."""
BACKLOG = 256


class CannotServe(RuntimeError):
    """The application cannot be served like this; the message says why and what to do."""


class Stopped(Exception):
    """The user asked to stop."""


def run(settings: Settings, *, demo: bool, develop: bool = False) -> None:
    """Serve until Ctrl-C or SIGTERM."""
    os.umask(0o077)  # whatever is written from here on, videos among it, is for this user alone
    for number in instance.STOPPING:
        signal.signal(number, _stop)
    name = "demo" if demo else "own"
    try:
        with (
            _only_one(settings.data_dir / f"{name}.lock"),
            listening(settings.host, settings.port, _patience(settings, demo)) as listener,
            opened(settings, demo=demo) as data,
        ):
            port = listener.getsockname()[1]
            url = f"http://{_shown(settings.host)}:{port}/"
            web = Web(settings, data.address, listener, develop)
            helper = _pages_in_development(port) if develop else None
            try:
                web.start()
                web.wait(url)
                print(f"Aretane is ready: {url}", flush=True)
                print("Press Ctrl-C to stop.", flush=True)
                parts = [web.part(url)]
                if data.server is not None:
                    parts.insert(0, _database_part(data.server))
                keep_running(parts, status_file(settings, demo), url)
            finally:
                web.end()
                if helper is not None:
                    _end(helper)
                with suppress(OSError):
                    status_file(settings, demo).unlink()
    except Stopped:
        print("\nStopped.", flush=True)


def status_file(settings: Settings, demo: bool) -> Path:
    """Where a running Aretane says how it is."""
    return settings.data_dir / f"{'demo' if demo else 'own'}.status.json"


def _patience(settings: Settings, demo: bool) -> float:
    """s to wait for the port: one that was killed may still be letting go of it, and open pages know it."""
    try:
        status = json.loads(status_file(settings, demo).read_text())
    except (OSError, ValueError):
        return 0.0
    return LETTING_GO if f":{settings.port}/" in str(status.get("address")) else 0.0


def _stop(number: int, frame: FrameType | None) -> None:
    for again in instance.STOPPING:
        signal.signal(again, signal.SIG_IGN)
    raise Stopped


@contextmanager
def _only_one(path: Path) -> Iterator[None]:
    """Hold a lock that the kernel lets go of however this process ends."""
    folder_of(path.parent)
    try:
        file = path.open("a")
    except OSError as error:
        raise CannotServe(
            f"the data folder {path.parent} cannot be written ({error.strerror}): make it writable, or set "
            "ARETANE_DATA_DIR to a folder that is"
        ) from error
    with file:
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError as error:
            raise CannotServe("it is already running with this data; stop that one first") from error
        yield


def is_running(settings: Settings, demo: bool) -> bool:
    """Whether the data is being served."""
    try:
        with (settings.data_dir / f"{'demo' if demo else 'own'}.lock").open("a") as file:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError:
        return True
    except OSError:
        return False
    return False


@contextmanager
def listening(host: str, wanted: int, patience: float = 0.0) -> Iterator[socket.socket]:
    """A socket that listens on the wanted port, or on the next free one. It outlives the web server, so
    that requests wait while that is started again. The wanted port is waited for, `patience` s, before
    another is taken.

    Raises CannotServe where the address cannot be used or none of PORTS_TRIED is free.
    """
    family = socket.AF_INET6 if ":" in host else socket.AF_INET
    deadline = time.monotonic() + patience
    while time.monotonic() < deadline and _is_taken(family, host, wanted):
        time.sleep(0.1)
    for port in range(wanted, min(wanted + PORTS_TRIED, 65536)):
        with socket.socket(family) as listener:
            listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                listener.bind((host, port))
                listener.listen(BACKLOG)
            except OSError as error:
                _why_not(error, host, port)
                continue
            yield listener
            return
    raise CannotServe(f"no free port from {wanted} to {wanted + PORTS_TRIED - 1}; set ARETANE_PORT")


def _is_taken(family: int, host: str, port: int) -> bool:
    with socket.socket(family) as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((host, port))
        except OSError as error:
            return error.errno == errno.EADDRINUSE
    return False


def _why_not(error: OSError, host: str, port: int) -> None:
    """Raises CannotServe unless another port may do."""
    if error.errno == errno.EADDRINUSE:
        return
    if error.errno == errno.EACCES:
        raise CannotServe(f"port {port} is not for this user; set ARETANE_PORT to 1024 or more") from error
    raise CannotServe(
        f"ARETANE_HOST is {host!r}, which is no address of this machine ({error.strerror}); "
        "use 127.0.0.1, or 0.0.0.0 for every address"
    ) from error


class Web:
    """The web server: gunicorn with one threaded worker, over a socket that is listening already. It ends
    when this process does."""

    def __init__(
        self, settings: Settings, address: Address, listener: socket.socket, develop: bool = False
    ):
        self._settings, self._address = settings, address
        self._listener, self._develop = listener, develop
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        """Begin to start it."""
        options = [
            f"--bind=fd://{self._listener.fileno()}",
            "--worker-class=aretane.web.serving.worker.PatientWorker",
            "--workers=1",
            f"--threads={TALKING}",
            "--keep-alive=5",
            "--no-control-socket",
            "--no-sendfile",
            "--log-level=warning",
            "--graceful-timeout=5",
            *(["--reload"] if self._develop else []),
        ]
        environment = os.environ | {
            "ARETANE_DATABASE_URL": self._address.url(),
            "ARETANE_DATA_DIR": str(self._settings.data_dir.resolve()),
            "PYTHONPATH": str(PROJECT / "src"),
            # A heap for every request thread would keep a third more memory than is used.
            "MALLOC_ARENA_MAX": "2",
            # A worker that is stopped leaves semaphores of its process pool to the tracker, which says so.
            "PYTHONWARNINGS": "ignore:resource_tracker",
        }
        self.process = subprocess.Popen(
            [sys.executable, "-m", "gunicorn", *options, "aretane.web.wsgi:application()"],
            env=environment,
            stdin=subprocess.DEVNULL,
            start_new_session=True,
            preexec_fn=die_with_parent,
            pass_fds=(self._listener.fileno(),),
        )

    def ended(self) -> bool:
        """Whether it does not run."""
        return self.process is None or instance.has_ended(self.process)

    def end(self) -> None:
        """Stop it."""
        if self.process is not None:
            _end(self.process)

    def wait(self, url: str) -> None:
        """Wait until it answers; ends this process where it does not start."""
        deadline = time.monotonic() + START_SECONDS
        while time.monotonic() < deadline and not self.ended():
            if answers(url):
                return
            time.sleep(0.05)
        sys.exit("aretane: the web server did not start; its messages are above")

    def part(self, url: str) -> Part:
        """It as a part to keep running."""

        def why() -> str:
            code = None if self.process is None else self.process.returncode
            return f"code {code}; its messages are in this log"

        return Part("web server", self.start, self.ended, lambda: answers(url), self.end, why)


def _database_part(server: instance.Instance) -> Part:
    def end() -> None:
        if server.process is not None:
            server.process.kill()
            server.process.wait()

    return Part(
        "database", server.launch, server.ended, lambda: instance.answers(server.socket), end, server.why
    )


def answers(url: str) -> bool:
    """Whether the web server answers there."""
    try:
        with urllib.request.urlopen(f"{url}api/state", timeout=2):
            return True
    except (urllib.error.URLError, OSError):
        return False


def tell_status(settings: Settings, *, demo: bool) -> bool:
    """Print how a running Aretane is; returns whether all is well."""
    if not is_running(settings, demo):
        print(
            f"Aretane is not running with this data: start it with ./aretane {'demo' if demo else 'serve'}"
        )
        return False
    try:
        status = json.loads(status_file(settings, demo).read_text())
    except (OSError, ValueError):
        print("Aretane is starting.")
        return False
    print(f"Aretane is running: {status['address']}")
    well = True
    for part in status["parts"]:
        often = f", started again {part['restarts']} times" if part["restarts"] else ""
        print(f"  {part['name']}: {part['state']}{often}" + (f"; {part['words']}" if part["words"] else ""))
        well = well and part["state"] == "running"
    try:
        with urllib.request.urlopen(f"{status['address']}api/state", timeout=5) as answer:
            troubles = json.load(answer)["troubles"]
    except (OSError, ValueError):
        print("  pages: no answer")
        return False
    for trouble in troubles:
        print(f"  {trouble['what']}, for {trouble['seconds']:.0f} s: {trouble['words']}")
    if well and not troubles:
        print("  all is well")
    return well and not troubles


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


def _shown(host: str) -> str:
    """The address a browser on this machine opens."""
    if host in EVERY_ADDRESS:
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
