"""A MariaDB server of the project's own: own data folder and socket, loopback, a free port."""

import ctypes
import getpass
import hashlib
import os
import shutil
import signal
import socket
import subprocess
import tempfile
import time
from pathlib import Path

import pymysql

PR_SET_PDEATHSIG = 1
SOCKET_PATH_LIMIT = 100
START_SECONDS = 120
STOP_SECONDS = 30
LAUNCHES = 3
"""Times a server is launched where another program takes the port that was free a moment before."""

_LIBC = ctypes.CDLL(None)  # opened before any fork


class InstanceError(RuntimeError):
    """The private server cannot be made or started; the message says why and where to look."""


class Instance:
    """A private server in a folder. `process` is None while another command's server is joined."""

    def __init__(self, folder: Path):
        self.folder = folder
        self.socket = socket_path(folder)
        self.process: subprocess.Popen[bytes] | None = None
        self.port = 0

    def url(self, database: str) -> str:
        """The address of one of its databases, for `database.connect`."""
        return f"mysql://{getpass.getuser()}@localhost/{database}?unix_socket={self.socket}"

    def launch(self) -> None:
        """Begin to start the server, made at first use. Raises InstanceError."""
        try:
            self.folder.mkdir(parents=True, exist_ok=True, mode=0o700)
            data = self.folder / "data"
            if not (data / "mysql").is_dir():
                _make(self.folder, data)
            self.socket.unlink(missing_ok=True)
            self.port = free_port()
            self.process = _launch(self.folder, data, self.socket, self.port)
        except OSError as error:
            raise InstanceError(
                f"the database in {self.folder} cannot be started: {error.strerror or error}; "
                "see that the folder can be written and its disk has room"
            ) from error

    def ended(self) -> bool:
        """Whether it has stopped running."""
        return has_ended(self.process) if self.process is not None else not answers(self.socket)

    def why(self) -> str:
        """What the server said last of an error, and where it says more."""
        said = self._errors()
        return f"{said[-1]} ({self._log})" if said else f"see {self._log}"

    def lost_its_port(self) -> bool:
        """Whether it ended because another program listens on its port."""
        return self.ended() and any(f"port: {self.port} " in error for error in self._errors())

    @property
    def _log(self) -> Path:
        return self.folder / "server.log"

    def _errors(self) -> list[str]:
        """The errors that the server wrote down lately."""
        try:
            lines = self._log.read_text(errors="replace").splitlines()[-200:]
        except OSError:
            return []
        return [line.split("[ERROR]", 1)[1].strip() for line in lines if "[ERROR]" in line]

    def stop(self) -> None:
        """Stop the server cleanly, if this command started it."""
        if self.process is None or self.process.poll() is not None:
            return
        self.process.terminate()
        try:
            self.process.wait(timeout=STOP_SECONDS)
        except subprocess.TimeoutExpired:
            self.process.kill()
            self.process.wait()


STOPPING = (signal.SIGINT, signal.SIGTERM, signal.SIGHUP)
"""Signals that ask a command to stop."""


def has_ended(process: "subprocess.Popen[bytes]") -> bool:
    """Whether a process of ours has ended.

    Signals that stop us wait until it is known: their handler raises, and raised inside `poll` it leaves
    the lock of the process taken, so that a later wait for it never ends.
    """
    held = signal.pthread_sigmask(signal.SIG_BLOCK, STOPPING)
    try:
        return process.poll() is not None
    finally:
        signal.pthread_sigmask(signal.SIG_SETMASK, held)


def die_with_parent() -> None:
    """Ask the kernel to end this child when its parent is killed (Linux; run between fork and exec)."""
    _LIBC.prctl(PR_SET_PDEATHSIG, signal.SIGTERM)


def start(folder: Path) -> Instance:
    """The private server in `folder`, made at first use; joins one that already answers.

    Raises InstanceError.
    """
    made = Instance(folder)
    if answers(made.socket):
        return made
    for _ in range(LAUNCHES):
        made.launch()
        if _comes_up(made):
            return made
        if not made.lost_its_port():
            break
    made.stop()
    raise InstanceError(f"the database server did not start: {made.why()}")


def _comes_up(made: Instance) -> bool:
    """Whether a server that was launched takes connections within START_SECONDS."""
    deadline = time.monotonic() + START_SECONDS
    while not answers(made.socket):
        if made.ended() or time.monotonic() > deadline:
            return False
        time.sleep(0.05)
    return True


def free_port() -> int:
    """A port of the loopback on which nobody listens now."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def socket_path(folder: Path) -> Path:
    """A socket inside the folder, or a short one in the temporary folder where that is too long."""
    inside = folder / "db.sock"
    if len(str(inside)) < SOCKET_PATH_LIMIT:
        return inside
    digest = hashlib.sha256(str(folder).encode()).hexdigest()[:16]
    return Path(tempfile.gettempdir()) / f"aretane-{os.getuid()}-{digest}.sock"


def answers(path: Path) -> bool:
    """Whether a server takes connections there; a left-over socket file alone is no proof."""
    try:
        with socket.socket(socket.AF_UNIX) as probe:
            probe.connect(str(path))
    except OSError:
        return False
    try:
        pymysql.connect(
            unix_socket=str(path), user=getpass.getuser(), ssl_disabled=True, connect_timeout=2
        ).close()
    except pymysql.MySQLError:
        return False
    return True


def _program(name: str) -> str:
    found = shutil.which(name, path=f"{os.environ.get('PATH', '')}:/usr/sbin:/usr/local/sbin")
    if found is None:
        raise InstanceError(f"{name} is not installed; install Debian's package mariadb-server")
    return found


def _as_root() -> list[str]:
    """MariaDB refuses to run as root without being told so."""
    return ["--user=root"] if os.geteuid() == 0 else []


def _environment(folder: Path) -> dict[str, str]:
    """The environment with a folder for temporary tables of its own: a server that starts clears it."""
    scratch = folder / "tmp"
    scratch.mkdir(mode=0o700, exist_ok=True)
    return os.environ | {"TMPDIR": str(scratch)}


def _make(folder: Path, data: Path) -> None:
    fresh = folder / "data.new"
    shutil.rmtree(fresh, ignore_errors=True)
    with (folder / "install.log").open("wb") as log:
        done = subprocess.run(
            [
                _program("mariadb-install-db"),
                "--no-defaults",
                f"--datadir={fresh}",
                "--auth-root-authentication-method=socket",
                f"--auth-root-socket-user={getpass.getuser()}",
                "--skip-test-db",
                *_as_root(),
            ],
            stdout=log,
            stderr=subprocess.STDOUT,
            check=False,
            env=_environment(folder),
        )
    if done.returncode != 0:
        raise InstanceError(f"the database could not be made; see {folder / 'install.log'}")
    fresh.rename(data)


def _launch(folder: Path, data: Path, path: Path, port: int) -> subprocess.Popen[bytes]:
    with (folder / "server.log").open("ab") as log:
        return subprocess.Popen(
            [
                _program("mariadbd"),
                "--no-defaults",
                f"--datadir={data}",
                f"--socket={path}",
                f"--port={port}",
                "--bind-address=127.0.0.1",
                f"--pid-file={folder / 'db.pid'}",
                "--character-set-server=utf8mb4",
                "--collation-server=utf8mb4_unicode_ci",
                "--skip-name-resolve",
                "--innodb-buffer-pool-size=128M",
                "--innodb-log-file-size=32M",
                *_as_root(),
            ],
            stdout=log,
            stderr=subprocess.STDOUT,
            stdin=subprocess.DEVNULL,
            env=_environment(folder),
            start_new_session=True,
            preexec_fn=die_with_parent,
        )
