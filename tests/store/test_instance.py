"""The private server: made, joined, stopped, killed and started again."""

import os
import signal
import socket
from pathlib import Path
from types import FrameType, SimpleNamespace

import pytest

from aretane.store import instance
from aretane.store.database import Address, connect


def test_a_killed_server_starts_again_without_repair(tmp_path: Path) -> None:
    first = instance.start(tmp_path)
    assert first.process is not None
    db = connect(Address.parse(first.url("mysql")))
    with db.cursor() as cursor:
        cursor.execute("SELECT @@bind_address AS bind, @@skip_name_resolve AS skipped")
        assert cursor.fetchone() == {"bind": "127.0.0.1", "skipped": 1}
    db.close()
    joined = instance.start(tmp_path)
    assert joined.process is None
    joined.stop()
    assert instance.answers(first.socket)
    os.kill(first.process.pid, signal.SIGKILL)
    first.process.wait()
    assert first.socket.exists()  # a left-over socket file is no proof of life
    assert not instance.answers(first.socket)
    again = instance.start(tmp_path)
    assert instance.answers(again.socket)
    again.stop()
    assert not instance.answers(again.socket)


def test_a_long_folder_gets_a_short_socket(tmp_path: Path) -> None:
    deep = tmp_path / ("x" * 120)
    assert len(str(instance.socket_path(deep))) < instance.SOCKET_PATH_LIMIT
    assert instance.socket_path(deep) != instance.socket_path(deep / "y")


def test_a_missing_program_names_the_package(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(instance.shutil, "which", lambda *_, **__: None)
    with pytest.raises(instance.InstanceError, match="mariadb-server"):
        instance.start(tmp_path / "none")


def test_a_port_that_is_taken_in_the_meantime_is_given_up(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    free = instance.free_port
    with socket.create_server(("127.0.0.1", 0)) as other:
        taken = other.getsockname()[1]
        offered = iter([taken])
        monkeypatch.setattr(instance, "free_port", lambda: next(offered, None) or free())
        made = instance.start(tmp_path)
        assert made.port != taken and instance.answers(made.socket)
        made.stop()
        monkeypatch.setattr(instance, "free_port", lambda: taken)
        with pytest.raises(instance.InstanceError, match=f"did not start.*(port: {taken}|Aborting)"):
            instance.start(tmp_path)


def test_a_signal_to_stop_waits_until_it_is_known_whether_a_process_ended() -> None:
    """Raised inside `poll`, the lock of the process would stay taken and every wait for it never end."""
    told: list[str] = []

    def poll() -> None:
        signal.raise_signal(signal.SIGINT)
        told.append("poll came to its end")

    def stop(number: int, frame: FrameType | None) -> None:
        told.append("stopped")
        raise KeyboardInterrupt

    before = signal.signal(signal.SIGINT, stop)
    try:
        with pytest.raises(KeyboardInterrupt):
            instance.has_ended(SimpleNamespace(poll=poll))  # type: ignore[arg-type]
    finally:
        signal.signal(signal.SIGINT, before)
    assert told == ["poll came to its end", "stopped"]
