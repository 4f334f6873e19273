"""A running application under kills, stalls and full disks: it goes on by itself and says what is wrong."""

import os
import shutil
import signal
import socket
import time
from collections.abc import Callable, Iterator
from pathlib import Path
from random import Random

import pytest

from aretane.store.instance import free_port
from tests.running import NoAnswer, Site, Talker, environment, ours, run, site, start

from .load import Client, Load, ask_for_work, kill, kill_again_and_again, recording

KILLS = 6
SEED = 20


@pytest.fixture(scope="module")
def running(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Site]:
    with site(tmp_path_factory.mktemp("running") / "data", ARETANE_PORT=str(free_port())) as made:
        yield made


def until(true: Callable[[], bool], seconds: float = 30.0) -> None:
    """Wait until something is true."""
    deadline = time.monotonic() + seconds
    while time.monotonic() < deadline:
        if true():
            return
        time.sleep(0.1)
    raise AssertionError(f"not within {seconds} s")


def status(of: Site) -> str:
    return run(of.folder, "status").stdout


def words_of(talker: Talker) -> list[str]:
    return [one["words"] for one in talker.get("/api/state")["troubles"]]


def test_nothing_acknowledged_is_lost_by_kills_under_load(tmp_path: Path) -> None:
    with site(tmp_path / "data", ARETANE_PORT=str(free_port())) as made:
        with made.talker() as talker:
            number, racks, player = recording(talker, 6)
            file = Path(__file__).parents[2] / "src" / "aretane" / "demo" / "recordings" / "1.json"
            other = talker.ask("POST", "/api/match-files", file.read_bytes()).data["recording"]
            ask_for_work(talker, other)
        load = Load([Client(made, rack, player) for rack in racks])
        load.begin(SEED)
        killed = kill_again_and_again(made, KILLS, SEED)
        load.end()
        assert {one.which for one in killed} == {"worker", "master", "database", "analysis", "launcher"}
        assert all(one.which == "launcher" for one in killed if one.by_hand)
        with made.talker() as talker:
            assert load.lost(talker, number) == []
        assert [client.refused for client in load.clients if client.refused] == []
        assert sum(len(client.took) for client in load.clients) > 100


def test_a_database_that_is_killed_is_told_started_again_and_counted(running: Site) -> None:
    with running.talker() as talker:
        assert kill(running, "database", Random(1))
        running.settled()
        assert talker.ask("POST", "/api/players", {"name": "after"}).status == 201
    until(lambda: "started again" in status(running))
    assert "all is well" in status(running)


def test_a_database_that_does_not_answer_is_told_at_once_and_goes_on(running: Site) -> None:
    (database,) = running.pids("database")
    os.kill(database, signal.SIGSTOP)
    try:
        with running.talker() as talker:
            until(lambda: any("database does not answer" in words for words in words_of(talker)))
            began = time.monotonic()
            answer = talker.ask("GET", "/api/recordings")
            assert answer.status == 503 and "it is being started again by itself" in answer.text
            assert time.monotonic() - began < 5
        assert "database does not answer" in status(running)
    finally:
        os.kill(database, signal.SIGCONT)
    running.settled()
    with running.talker() as talker:
        until(lambda: words_of(talker) == [])


def test_stalled_connections_stop_nobody(running: Site) -> None:
    port = int(running.url.rsplit(":", 1)[1].strip("/"))
    with running.talker() as talker:
        token = talker.get("/api/session")["token"]
        stalled = []
        head = f"POST /api/players HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Aretane-Token: {token}\r\n"
        body = head + "Content-Type: application/json\r\nContent-Length: 100\r\n\r\n{"
        upload = head.replace(
            "POST /api/players", "PATCH /api/uploads/6f0c1a36-0000-4000-8000-000000000000"
        )
        upload += "Tus-Resumable: 1.0.0\r\nUpload-Offset: 0\r\nContent-Length: 9999\r\n"
        upload += "Content-Type: application/offset+octet-stream\r\n\r\nx"
        for text in (*["GET /api/to"] * 8, *[body] * 8, *[upload] * 8):
            line = socket.create_connection(("127.0.0.1", port))
            line.sendall(text.encode())
            stalled.append(line)
        assert talker.ask("GET", "/api/recordings").status == 200
        stalled[0].settimeout(40)
        assert stalled[0].recv(100).startswith(b"HTTP/1.1 408")
        stalled[8].settimeout(40)
        assert b"408" in stalled[8].recv(100)
        for line in stalled:
            line.close()


def test_a_full_disk_refuses_writes_in_words_and_goes_on_when_there_is_room(tmp_path: Path) -> None:
    free = shutil.disk_usage(tmp_path).free // 1024**2
    spare = max(1, free - 600)
    ballast = tmp_path / "ballast"
    more = {"ARETANE_PORT": str(free_port()), "ARETANE_SPARE_MB": str(spare)}
    with site(tmp_path / "data", **more) as made, made.talker() as talker:
        assert talker.ask("POST", "/api/players", {"name": "before"}).status == 201
        with ballast.open("wb") as file:
            room = shutil.disk_usage(tmp_path).free - (spare - 900) * 1024**2  # others may delete meanwhile
            os.posix_fallocate(file.fileno(), 0, room)
        try:
            time.sleep(1)
            refused = talker.ask("POST", "/api/players", {"name": "meanwhile"})
            assert refused.status == 507 and "make room, and it goes on by itself" in refused.text
            assert talker.ask("GET", "/api/players").status == 200
            assert any("the disk is full" in words for words in words_of(talker))
            assert "the disk is full" in status(made)
        finally:
            ballast.unlink()
        time.sleep(1)
        assert talker.ask("POST", "/api/players", {"name": "after"}).status == 201
        assert [one["name"] for one in talker.get("/api/players")["players"]] == ["after", "before"]


def test_what_the_application_keeps_is_for_its_user_alone(running: Site) -> None:
    for path in (running.folder, *running.folder.rglob("*")):
        ours_ = "data" not in path.relative_to(running.folder).parts and not path.is_socket()
        if ours_:  # the database server looks after its own
            assert path.stat().st_mode & 0o007 == 0, path
    assert running.folder.stat().st_mode & 0o077 == 0


@pytest.mark.parametrize(
    ("more", "words"),
    [
        ({"ARETANE_DATA_DIR": "/proc/aretane"}, "cannot be used"),
        ({"ARETANE_DATA_DIR": "/dev/null/aretane"}, "cannot be used"),
        ({"ARETANE_HOST": "192.0.2.7"}, "no address of this machine"),
        ({"ARETANE_HOST": "no such host"}, "no address of this machine"),
    ],
)
def test_what_cannot_be_served_ends_in_one_line_with_the_remedy(
    tmp_path: Path, more: dict[str, str], words: str
) -> None:
    ended = run(tmp_path, "serve", **more)
    assert ended.returncode == 1 and words in ended.stderr, ended.stderr
    assert "Traceback" not in ended.stderr and len(ended.stderr.splitlines()) == 1
    assert "ARETANE_DATA_DIR" in ended.stderr or "127.0.0.1" in ended.stderr


def test_the_status_of_nothing_is_told(tmp_path: Path) -> None:
    told = run(tmp_path, "status")
    assert told.returncode == 1 and "not running with this data: start it with" in told.stdout


def test_processes_beside_a_worker_end_with_it_however_early(tmp_path: Path) -> None:
    with site(tmp_path / "data", ARETANE_PORT=str(free_port())) as made:
        for _ in range(3):
            until(lambda: bool(made.pids("analysis")))  # still starting
            beside = made.pids("analysis")
            kill(made, "worker", Random(1))
            until(lambda pids=beside: not any(Path(f"/proc/{pid}/cmdline").exists() for pid in pids))
            made.settled()


def test_a_killed_launcher_comes_back_under_the_same_address(tmp_path: Path) -> None:
    port = str(free_port())
    process, url = start(tmp_path, ARETANE_PORT=port)
    line = Talker(url)
    line.get("/api/session")  # a connection that is kept alive holds the port a little longer
    process.kill()
    process.wait(timeout=20)
    assert process.stdout is not None
    process.stdout.close()
    again, url_again = start(tmp_path, ARETANE_PORT=port)
    assert url_again == url
    line.hang_up()
    again.send_signal(signal.SIGINT)
    assert again.stdout is not None
    again.stdout.read()
    again.stdout.close()
    again.wait(timeout=20)
    assert ours(tmp_path) == []


def test_a_stopped_server_leaves_no_answer_and_says_nothing_odd(tmp_path: Path) -> None:
    assert environment(tmp_path)["ARETANE_DATA_DIR"] == str(tmp_path)
    with site(tmp_path, ARETANE_PORT=str(free_port())) as made:
        talker = made.talker()
        talker.post("/api/players", {"name": "Cy"})
        said = made.stop()
    assert said.strip() == "Press Ctrl-C to stop.\n\nStopped."
    with pytest.raises(NoAnswer):
        made.talker().ask("GET", "/api/session")
    talker.hang_up()
