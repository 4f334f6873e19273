"""Small files and slow clients stop nobody: work beside the server ends in time, and connections lose
patience."""

import json
import os
import signal
import socket
import time
from collections.abc import Iterator
from io import BytesIO
from typing import Any

import pytest

from aretane.formats import match_file
from aretane.web.serving import lanes, worker
from aretane.work.aside import Aside, Gone, OverBudget
from aretane.work.counting import Counting, Piece, Progress
from tests.clients import Here


def test_a_name_that_stands_twice_is_found_among_many() -> None:
    names = ",".join(f'"k{k}": 1' for k in range(900))
    words = match_file.read(f'{{{names}, "k7": 2}}').faults[0].words
    assert "'k7' stands twice in one object" in words


def test_an_object_with_too_many_names_is_no_part_of_the_format() -> None:
    text = json.dumps({f"k{k}": k for k in range(100_000)})
    assert "an object with 100000 names is no part" in match_file.read(text).faults[0].words


def test_faults_beyond_a_thousand_are_counted() -> None:
    shots = [{"shooter": "a", "odd": 1} for _ in range(300)]
    data = {
        "format": "aretane-match", "version": 1, "match": {"title": "x"},
        "players": [{"id": "a", "name": "A"}], "racks": [{"shots": shots}] * 5,
    }  # fmt: skip
    faults = match_file.read(json.dumps(data)).faults
    assert len(faults) == match_file.MOST_FAULTS + 1
    assert faults[-1].words == "and 500 more faults, not named here"


@pytest.fixture(scope="module")
def aside() -> Iterator[Aside]:
    made = Aside("test")
    yield made
    made.stop()


def test_work_beside_the_server_gives_its_result_and_raises_its_errors(aside: Aside) -> None:
    assert aside.run(pow, 2, 10, seconds=30) == 1024
    with pytest.raises(ValueError, match="invalid literal"):
        aside.run(int, "x", seconds=30)


def test_work_that_takes_too_long_is_stopped_and_the_next_is_done(aside: Aside) -> None:
    with pytest.raises(OverBudget, match="it takes longer than 1 s: give less"):
        aside.run(time.sleep, 60, seconds=1)
    assert aside.run(pow, 2, 3, seconds=30) == 8


def test_work_that_fills_the_memory_is_stopped(aside: Aside) -> None:
    with pytest.raises(OverBudget, match="too much memory"):
        aside.run(bytearray, 2 * 10**9, seconds=30)


def test_work_goes_on_no_longer_than_its_client_stays(aside: Aside) -> None:
    began = time.monotonic()
    with pytest.raises(Gone):
        aside.run(time.sleep, 60, seconds=60, wanted=lambda: time.monotonic() - began < 0.5)
    assert time.monotonic() - began < 30


def test_a_killed_process_is_told_and_replaced(aside: Aside) -> None:
    with pytest.raises(OverBudget, match="cut off"):
        aside.run(os.kill, aside.run(os.getpid, seconds=30), signal.SIGKILL, seconds=30)
    assert aside.run(pow, 3, 2, seconds=30) == 9


def counted(name: int) -> list[int]:
    return [name]


def counted_slowly(name: int) -> list[int]:
    time.sleep(0.4)
    return [name]


def test_a_count_tells_how_far_it_is_and_keeps_its_parts() -> None:
    counts = Counting(Here(), patience=0.1)
    pieces = [Piece(k, counted_slowly, (k,)) for k in range(4)]
    first = counts.ask("all", pieces)
    assert isinstance(first, Progress) and first.of == 4
    while isinstance(found := counts.ask("all", pieces), Progress):
        assert found.done <= 4
        time.sleep(0.05)
    assert found == [[0], [1], [2], [3]]
    one_more = [*pieces, Piece(4, counted, (4,))]
    counts.patience = 20.0
    assert counts.ask("all", one_more) == [[0], [1], [2], [3], [4]]


def test_a_cancelled_count_is_given_up() -> None:
    counts = Counting(Here(), patience=0.0)
    counts.ask("all", [Piece(k, counted_slowly, (k,)) for k in range(50)])
    assert counts.cancel("all") and not counts.cancel("all")
    counts.patience = 20.0
    assert counts.ask("other", [Piece("x", counted, (1,))]) == [[1]]


def broken(name: int) -> list[int]:
    raise ValueError("no such thing")


def test_a_part_that_fails_is_told_and_holds_up_nobody() -> None:
    counts = Counting(Here(), patience=20.0)
    with pytest.raises(ValueError, match="no such thing"):
        counts.ask("bad", [Piece("b", broken, (1,))])
    assert counts.ask("good", [Piece("g", counted, (1,))]) == [[1]]


@pytest.fixture
def ends() -> Iterator[tuple[worker.PatientSocket, socket.socket]]:
    ours, theirs = socket.socketpair()
    yield worker.PatientSocket(ours), theirs
    ours.close()
    theirs.close()


def test_half_a_head_is_answered_and_cut_off(
    ends: tuple[worker.PatientSocket, socket.socket], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(worker, "HEAD_SECONDS", 0.2)
    ours, theirs = ends
    ours.expect_head()
    theirs.send(b"GET / HT")
    assert ours.recv(100) == b"GET / HT"
    with pytest.raises(ConnectionResetError, match="too slow"):
        ours.recv(100)
    assert theirs.recv(100).startswith(b"HTTP/1.1 408")


def _drip(ours: worker.PatientSocket, theirs: socket.socket) -> None:
    for _ in range(50):
        theirs.send(b"x")
        ours.recv(1)
        time.sleep(0.1)


def test_a_body_that_drips_ends_with_its_time(ends: tuple[worker.PatientSocket, socket.socket]) -> None:
    ours, theirs = ends
    ours.expect(0.4)
    began = time.monotonic()
    with pytest.raises(ConnectionResetError):
        _drip(ours, theirs)
    assert time.monotonic() - began < 4


def test_a_piece_breaks_off_when_nothing_comes(ends: tuple[worker.PatientSocket, socket.socket]) -> None:
    ours, theirs = ends
    ours.expect(None, idle=0.2)
    theirs.send(b"abc")
    assert ours.recv(3) == b"abc"
    with pytest.raises(ConnectionResetError):
        ours.recv(3)


def test_a_client_that_takes_nothing_is_given_up(
    ends: tuple[worker.PatientSocket, socket.socket], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(worker, "ANSWER_SECONDS", 0.2)
    with pytest.raises(ConnectionResetError, match="does not take"):
        ends[0].sendall(b"x" * 10**7)


def test_it_is_seen_that_a_client_has_left(ends: tuple[worker.PatientSocket, socket.socket]) -> None:
    ours, theirs = ends
    assert not ours.gone()
    theirs.send(b"more")
    assert not ours.gone()
    theirs.close()
    ours.recv(4)
    assert ours.gone()


def request(**more: Any) -> dict[str, Any]:
    return {"REQUEST_METHOD": "POST", "PATH_INFO": "/api/players", "wsgi.input": BytesIO(b"")} | more


def answered(app: Any, environ: dict[str, Any]) -> tuple[str, bytes]:
    told: list[str] = []
    body = b"".join(app(environ, lambda status, headers: told.append(status)))
    return told[0], body


def echo(environ: dict[str, Any], start: Any) -> list[bytes]:
    start("200 OK", [])
    return [environ["wsgi.input"].read()]


def test_a_body_is_taken_in_whole_before_a_lane_is_taken() -> None:
    app = lanes.Lanes(echo, 1, 100)
    sent = request(CONTENT_LENGTH="5", **{"wsgi.input": BytesIO(b"hello")})
    assert answered(app, sent) == ("200 OK", b"hello")
    chunked = request(HTTP_TRANSFER_ENCODING="chunked", **{"wsgi.input": BytesIO(b"hello")})
    assert answered(app, chunked) == ("200 OK", b"hello")


@pytest.mark.parametrize(
    ("more", "status", "words"),
    [
        ({"CONTENT_LENGTH": "500"}, "413", "too large; ARETANE_MAX_UPLOAD_MB"),
        ({"HTTP_TRANSFER_ENCODING": "chunked", "wsgi.input": BytesIO(b"x" * 101)}, "413", "too large"),
        ({"CONTENT_LENGTH": "50", "wsgi.input": BytesIO(b"half")}, "400", "broke off: nothing was stored"),
    ],
)
def test_a_wrong_body_is_named(more: dict[str, Any], status: str, words: str) -> None:
    told, body = answered(lanes.Lanes(echo, 1, 100), request(**more))
    assert told.startswith(status) and words in json.loads(body)["message"]


def test_a_slow_body_is_told(monkeypatch: pytest.MonkeyPatch) -> None:
    class Slow(BytesIO):
        def read(self, size: int | None = -1, /) -> bytes:
            raise ConnectionResetError

    told, body = answered(lanes.Lanes(echo, 1, 100), request(CONTENT_LENGTH="5", **{"wsgi.input": Slow()}))
    assert told.startswith("408") and "too long to arrive" in json.loads(body)["message"]


def test_what_waits_beside_the_server_leaves_its_lane_to_others() -> None:
    seen: list[str] = []

    def app(environ: dict[str, Any], start: Any) -> list[bytes]:
        start("200 OK", [])
        if environ["PATH_INFO"] == "/outer":
            with environ[lanes.LANE].aside():
                seen.append(answered(served, request(PATH_INFO="/inner"))[0])
        return [b""]

    served = lanes.Lanes(app, 1, 100)
    assert answered(served, request(PATH_INFO="/outer"))[0] == "200 OK"
    assert seen == ["200 OK"]


def test_without_a_lane_it_is_told_to_try_again(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(lanes, "LANE_SECONDS", 0.1)
    seen: list[str] = []

    def app(environ: dict[str, Any], start: Any) -> list[bytes]:
        start("200 OK", [])
        seen.append(answered(served, request(PATH_INFO="/inner"))[0])
        return [b""]

    served = lanes.Lanes(app, 1, 100)
    answered(served, request())
    assert seen == ["503 Service Unavailable"]
