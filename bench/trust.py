"""Nothing brings it down, nothing typed is lost: requests, kills, faults, many at once, many recordings."""

import json
import os
import random
import shutil
import signal
import socket
import statistics
import subprocess
import tempfile
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path
from threading import Event, Thread
from uuid import uuid4

from tests.running import NoAnswer, Site, Talker, memory, run, site
from tests.trust.generate import ids_of, requests
from tests.trust.load import Client, Load, ask_for_work, kill_again_and_again, recording
from tests.trust.test_guard import CASES

from aretane.cli.data import DATABASE
from aretane.demo.library import load
from aretane.demo.scenario import FIXTURES
from aretane.formats.match_file import MatchFile
from aretane.store import read, write
from aretane.store.database import Address, reading, written
from aretane.store.instance import Instance, free_port

from .rows import Row, at_most, percentile, seed

REQUESTS = 20_000
SLOW = 5000.0
KILLS = 60
CLIENTS = 10
TOGETHER = 20
TOGETHER_SECONDS = 60.0
PACE = 0.35
"""s between two saves of a client: the desk waits so long after a change."""
STOPPED = 20.0
RECORDINGS = 1000
SHOTS_EACH = 39
OPENINGS = 40
KEYS = 100_000


@contextmanager
def running(what: str = "serve", **more: str) -> Iterator[Site]:
    """A running application in a folder of its own."""
    folder = Path(tempfile.mkdtemp(prefix="aretane-trust-"))
    try:
        with site(folder / "data", what, ARETANE_PORT=str(free_port()), **more) as made:
            yield made
    finally:
        shutil.rmtree(folder, ignore_errors=True)


def measure() -> Iterator[Row]:
    """All rows of the area `trust`."""
    yield from generated()
    yield from killed()
    yield from faults()
    yield from together()
    yield from hostile()
    yield from stalled()
    yield from season()
    yield from foreign()
    yield from over_the_wire()


def generated() -> Iterator[Row]:
    """Generated requests over HTTP, on the demo."""
    faults, slow, statuses = 0, 0, {}
    with running("demo") as made, made.talker() as talker:
        ids = ids_of(talker.get)
        for request in requests(REQUESTS, seed(20), ids):
            try:
                answer = talker.ask(
                    request.method, request.path, request.body, {"Content-Type": request.content}
                )
            except NoAnswer:
                faults += 1
                continue
            faults += answer.status >= 500
            slow += answer.ms > SLOW
            statuses[answer.status] = statuses.get(answer.status, 0) + 1
        traces = "".join(made.said).count("Traceback")
    told = ", ".join(f"{count} of {status}" for status, count in sorted(statuses.items()))
    how = f"From the published description, most with ids that are there, one after the other; {told}."
    yield at_most("generated requests answered by 5xx or not at all", faults, "requests", 0, REQUESTS, how)
    yield at_most("generated requests that took over 5 s", slow, "requests", 0, REQUESTS, how)
    yield at_most("tracebacks in the log meanwhile", traces, "tracebacks", 0, REQUESTS, how)


def killed() -> Iterator[Row]:
    """Processes killed at random moments under load."""
    with running("demo") as made:
        with made.talker() as talker:
            number, racks, player = recording(talker, CLIENTS)
            for one in range(1, 11):
                ask_for_work(talker, one)
        work = Load([Client(made, rack, player) for rack in racks])
        work.begin(seed(60))
        done = kill_again_and_again(made, KILLS, seed(61))
        work.end()
        with made.talker() as talker:
            lost = work.lost(talker, number)
        refused = sum(len(client.refused) for client in work.clients)
        stored = sum(len(client.took) for client in work.clients)
    how = (
        f"{KILLS} kills of worker, master, database, analysis and launcher in random order, {CLIENTS} "
        f"clients storing; {stored} changes were acknowledged, {refused} refused otherwise."
    )
    yield at_most(
        "acknowledged edits lost or doubled by kills", len(lost) + refused, "edits", 0, KILLS, how
    )
    by_hand = sum(one.by_hand and one.which != "launcher" for one in done)
    yield at_most("kills after which a person had to start something", by_hand, "kills", 0, KILLS, how)
    parts = [one.seconds for one in done if one.which in ("worker", "master", "database")]
    how = "From the kill to the next change that is stored."
    yield at_most(
        "back after worker, master or database, p95",
        round(percentile(parts, 0.95), 2),
        "s",
        10,
        len(parts),
        how,
    )
    launchers = [one.seconds for one in done if one.which == "launcher"]
    how = "With one start of the launcher; not promised."
    yield at_most(
        "back after the launcher, p95", round(percentile(launchers, 0.95), 2), "s", 20, len(launchers), how
    )


def faults() -> Iterator[Row]:
    """Four faults of the machine: each must be told with its remedy and end by itself."""
    checks: dict[str, Callable[[], bool]] = {
        "full disk": _full_disk, "database stopped": _stopped, "read-only folder": _read_only,
        "port taken": _port_taken,
    }  # fmt: skip
    failed = []
    for name, check in checks.items():
        if not check():
            failed.append(name)
    how = (
        f"Full disk (first nearly full, then without a byte for 15 s), database stopped "
        f"for {STOPPED:.0f} s, read-only data folder, port taken: told with cause and remedy, and over by "
        f"itself. Failed: {', '.join(failed) or 'none'}."
    )
    yield at_most(
        "faults of the machine not told or not survived", len(failed), "faults", 0, len(checks), how
    )


@contextmanager
def small_disk(megabytes: int) -> Iterator[Path]:
    """A file system of its own in memory. Needs root."""
    folder = Path(tempfile.mkdtemp(prefix="aretane-disk-"))
    subprocess.run(["mount", "-t", "tmpfs", "-o", f"size={megabytes}m", "tmpfs", str(folder)], check=True)
    try:
        yield folder
    finally:
        subprocess.run(["umount", "-l", str(folder)], check=False)
        folder.rmdir()


def _full_disk() -> bool:
    with small_disk(500) as disk:
        more = {"ARETANE_PORT": str(free_port()), "ARETANE_SPARE_MB": "60"}
        with site(disk / "data", **more) as made, made.talker() as talker:
            ballast = disk / "ballast"
            _fill(ballast, shutil.disk_usage(disk).free - 40 * 1024**2)
            time.sleep(1)
            told = talker.ask("POST", "/api/players", {"name": "A"})
            good = told.status == 507 and "make room" in told.text and "the disk is full" in _status(made)
            good = good and talker.ask("GET", "/api/players").status == 200
            _fill(disk / "more", shutil.disk_usage(disk).free)
            time.sleep(15)
            ballast.unlink()
            (disk / "more").unlink()
            made.settled(30)
            return good and talker.ask("POST", "/api/players", {"name": "B"}).status == 201


def _fill(path: Path, size: int) -> None:
    with path.open("wb") as file:
        try:
            os.posix_fallocate(file.fileno(), 0, max(1, size))
        except OSError:
            file.write(b"\0" * max(1, size - 65536))


def _status(made: Site) -> str:
    return run(made.folder, "status").stdout


def _stopped() -> bool:
    with running() as made, made.talker() as talker:
        (database,) = made.pids("database")
        os.kill(database, signal.SIGSTOP)
        began = time.monotonic()
        told = False
        while time.monotonic() - began < STOPPED:
            answer = talker.ask("GET", "/api/recordings")
            told = told or (answer.status == 503 and "database does not answer" in answer.text)
            time.sleep(0.5)
        said = "database does not answer" in _status(made)
        os.kill(database, signal.SIGCONT)
        made.settled(10)
        return told and said and talker.ask("POST", "/api/players", {"name": "A"}).status == 201


def _read_only() -> bool:
    with small_disk(20) as disk:
        subprocess.run(["mount", "-o", "remount,ro", str(disk)], check=True)
        ended = run(disk, "serve")
        words = ended.stderr
        good = ended.returncode == 1 and "ARETANE_DATA_DIR" in words and "Traceback" not in words
        subprocess.run(["mount", "-o", "remount,rw,size=500m", str(disk)], check=True)
        with site(disk / "data", ARETANE_PORT=str(free_port()), ARETANE_SPARE_MB="60") as made:
            return good and made.settled() < 60


def _port_taken() -> bool:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        number = taken.getsockname()[1]
        folder = Path(tempfile.mkdtemp(prefix="aretane-trust-"))
        with site(folder / "data", ARETANE_PORT=str(number)) as made:
            good = f":{number}/" not in made.url and made.settled() < 60
        shutil.rmtree(folder, ignore_errors=True)
        return good


def together() -> Iterator[Row]:
    """Twenty clients: first shots into empty racks, edits of one rack."""
    with running() as made:
        with made.talker() as talker:
            shared, (rack,), player = recording(talker, 1, "One rack")
            empty = [id_ for k in range(6) for id_ in _racks_for(talker, 190, f"Empty {k}", player)]
        stop, errors, took = Event(), [], []
        last: dict[str, str] = {}
        first: dict[int, str] = {}

        def client(number: int) -> None:
            rng, line, version = random.Random(number), made.talker(), None
            own = str(uuid4())
            while not stop.is_set():
                notes = uuid4().hex
                if rng.random() < 0.3 and empty:
                    into, shot, known = empty.pop(), str(uuid4()), None
                else:
                    into, shot, known = rack, own, version
                change = {"id": shot, "version": known, "shot": {"shooter": player, "notes": notes}}
                try:
                    answer = line.ask("POST", f"/api/racks/{into}/changes", {"shots": [change]})
                except NoAnswer as trouble:
                    errors.append(str(trouble))
                    continue
                took.append(answer.ms)
                if answer.status != 200:
                    errors.append(answer.text)
                    continue
                stored = next(one for one in answer.data["shots"] if one["id"] == shot)
                if into == rack:
                    version = stored["version"]
                    last[shot] = notes
                else:
                    first[into] = notes
                stop.wait(PACE)
            line.hang_up()

        threads = [Thread(target=client, args=(k,)) for k in range(TOGETHER)]
        for thread in threads:
            thread.start()
        stop.wait(TOGETHER_SECONDS)
        stop.set()
        for thread in threads:
            thread.join()
        lost = _lost_together(made, shared, last, first)
    how = (
        f"{TOGETHER_SECONDS:.0f} s, each client a save every {PACE} s as the desk does: 3 of 10 a first "
        "shot into an empty rack, the others edits of one rack of 20 shots."
    )
    yield at_most("20 clients at once: errors", len(errors), "errors", 0, len(took), how)
    yield at_most("20 clients at once: lost", lost, "edits", 0, len(took), how)
    yield at_most(
        "20 clients at once: a save, p95", round(percentile(took, 0.95), 1), "ms", 500, len(took), how
    )


def _racks_for(talker: Talker, racks: int, title: str, player: str) -> list[int]:
    body = {"match": {"title": title, "kind": "practice"}, "table": {}, "players": [int(player)]}
    made = talker.post("/api/recordings", body)["id"]
    return [
        talker.post(f"/api/recordings/{made}/racks", {"number": number})["id"]
        for number in range(1, racks + 1)
    ]


def _lost_together(made: Site, shared: int, last: dict[str, str], first: dict[int, str]) -> int:
    with made.talker() as talker:
        stored = {
            one["id"]: one["shot"]["notes"]
            for one in talker.get(f"/api/recordings/{shared}/racks/1")["rack"]["shots"]
        }
        lost = sum(stored.get(shot) != notes for shot, notes in last.items())
    with reading(address_of(made)) as db:
        club = read.first_member(db).club_id
        for rack, notes in first.items():
            shots = read.rack(db, club, rack).shots
            lost += [one.shape.notes for one in shots] != [notes]
    return lost


def address_of(made: Site) -> Address:
    """The database of a running application."""
    return Address.parse(Instance(made.folder / "own").url(DATABASE))


def hostile() -> Iterator[Row]:
    """Eight files of a hundred thousand names at once, while somebody opens racks."""
    names = {f"k{k}": 1 for k in range(KEYS)}
    head = '{"format": "aretane-match", "version": 1, "match": {"title": "x"}, '
    twice = ",".join(f'"k{k}": 1' for k in range(KEYS - 1))
    files = [
        json.dumps(names).encode(), (head + f'"match": {{{twice}, "k1": 2}}}}').encode(),
        (head + f'"players": {json.dumps(names)}}}').encode(), b"[" + json.dumps(names).encode() + b"]",
    ]  # fmt: skip
    with running("demo") as made, made.talker() as talker:
        while talker.get("/api/today")["uncounted"]:
            time.sleep(0.5)
        alone = _openings(talker, OPENINGS)
        took: list[float] = []
        stop = Event()

        def send(number: int) -> None:
            with made.talker() as line:
                while not stop.is_set():
                    answer = line.ask("POST", "/api/match-files/check", files[number % len(files)])
                    assert answer.status == 200 and answer.data["faults"]
                    took.append(answer.ms / 1000)

        threads = [Thread(target=send, args=(k,)) for k in range(8)]
        for thread in threads:
            thread.start()
        meanwhile = _openings(talker, 3 * OPENINGS)
        stop.set()
        for thread in threads:
            thread.join()
    how = f"Eight clients send files of {KEYS} names again and again; one opens racks of the demo."
    yield at_most("a hostile file, eight at once, slowest", round(max(took), 2), "s", 1, len(took), how)
    ratio = percentile(meanwhile, 0.95) / percentile(alone, 0.95)
    how += f" Alone {percentile(alone, 0.95):.0f} ms, meanwhile {percentile(meanwhile, 0.95):.0f} ms."
    yield at_most("opening racks meanwhile against alone, p95", round(ratio, 2), "x", 3, OPENINGS, how)


def _openings(talker: Talker, times: int, recordings: int = 3) -> list[float]:
    took = []
    for turn in range(times):
        where = f"/api/recordings/{turn % recordings + 1}/racks/1"
        answer = talker.ask("GET", where)
        assert answer.status == 200
        took.append(answer.ms)
    return took


def stalled() -> Iterator[Row]:
    """Connections that send half of something and then nothing."""
    with running() as made, made.talker() as talker:
        port = int(made.url.rsplit(":", 1)[1].strip("/"))
        token = talker.get("/api/session")["token"]
        head = f"POST /api/players HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Aretane-Token: {token}\r\n"
        body = head + "Content-Type: application/json\r\nContent-Length: 100\r\n\r\n{"
        upload = head.replace("POST /api/players", f"PATCH /api/uploads/{uuid4()}")
        upload += "Tus-Resumable: 1.0.0\r\nUpload-Offset: 0\r\nContent-Length: 9999\r\n"
        upload += "Content-Type: application/offset+octet-stream\r\n\r\nx"
        worst = 0.0
        for text in ("GET /api/to", body, upload):
            lines = [socket.create_connection(("127.0.0.1", port)) for _ in range(8)]
            for line in lines:
                line.sendall(text.encode())
            time.sleep(0.3)
            for _ in range(5):
                worst = max(worst, talker.ask("GET", "/api/recordings").ms / 1000)
            for line in lines:
                line.close()
    how = "Eight half heads, then half bodies, then half pieces of a video; five requests during each."
    yield at_most("a request beside eight stalled connections, slowest", round(worst, 3), "s", 1, 15, how)


def season() -> Iterator[Row]:
    """A thousand recordings: what lists cost, and what counting them costs others."""
    with running() as made:
        _fill_season(address_of(made))
        with made.talker() as talker:
            while talker.get("/api/today")["uncounted"]:
                time.sleep(1)
            made.stop()
            made.start()
            talker.url = made.url
            talker.hang_up()
            first = talker.ask("GET", "/api/today").ms / 1000
            time.sleep(15)
            lists = [talker.ask("GET", f"/api/recordings?page={k % 20 + 1}").ms for k in range(OPENINGS)]
            today = [talker.ask("GET", "/api/today").ms for _ in range(OPENINGS)]
            _openings(talker, OPENINGS, 20)
            alone = _openings(talker, OPENINGS, 20)
            player = talker.get("/api/players")["players"][0]["id"]
            most, meanwhile, counted = _while_counting(made, talker, player)
    how = f"{RECORDINGS} recordings, {RECORDINGS * SHOTS_EACH} shots and some; medians over HTTP."
    yield at_most(
        "a page of 1,000 recordings", round(statistics.median(lists), 1), "ms", 200, OPENINGS, how
    )
    yield at_most(
        "today with 1,000 recordings", round(statistics.median(today), 1), "ms", 200, OPENINGS, how
    )
    how = "The first question after a start of the application, which has just said that it is ready."
    yield at_most("the first today after a start", round(first, 2), "s", 0.5, 1, how)
    ratio = statistics.median(meanwhile) / statistics.median(alone)
    how = f"The ledger of every recording took {counted:.0f} s to count; racks opened again and again."
    yield at_most(
        "opening a rack while a ledger is asked against alone", round(ratio, 2), "x", 2, len(meanwhile), how
    )
    how = "Web server and all beside it while a ledger is counted, shared memory counted once, highest."
    yield at_most("memory with 1,000 recordings", round(most), "MB", 600, len(meanwhile), how)


def _while_counting(made: Site, talker: Talker, player: str) -> tuple[float, list[float], float]:
    began, most, meanwhile = time.monotonic(), 0.0, []
    with made.talker() as other:
        working = other.get(f"/api/ledger?player={player}")["working"]
        assert working is not None, "counted at once"
        while working is not None:
            meanwhile += _openings(talker, 3, 20)
            pids = [pid for which in ("master", "worker", "analysis") for pid in made.pids(which)]
            most = max(most, memory(pids))
            working = other.get(f"/api/ledger?player={player}")["working"]
    return most, meanwhile, time.monotonic() - began


def _fill_season(address: Address) -> None:
    files = [_cut(load(fixture)) for fixture in FIXTURES]
    with reading(address) as db:
        club = read.first_member(db).club_id
    for number in range(RECORDINGS):
        file = files[number % len(files)]
        match = file.match.model_copy(update={"title": f"Evening {number + 1}"})
        whole = file.model_copy(update={"match": match})
        written(address, lambda db, whole=whole: write.import_match(db, club, whole, lambda: str(uuid4())))


def _cut(file: MatchFile) -> MatchFile:
    """The first racks of a file, with some SHOTS_EACH shots."""
    racks, shots = [], 0
    for rack in file.racks:
        if shots < SHOTS_EACH:
            racks.append(rack.model_copy(update={"shots": rack.shots[: SHOTS_EACH - shots]}))
            shots += len(racks[-1].shots)
    return file.model_copy(update={"racks": racks})


def foreign() -> Iterator[Row]:
    """Requests of other sites' pages, of every kind."""
    reached = []
    with running("demo") as made, made.talker() as talker:
        for name, ((method, path), headers, body, _) in CASES.items():
            answer = talker.ask(method, path, None if body is None else body.encode(), dict(headers))
            if answer.status not in (403, 415, 421):
                reached.append(name)
    told = ", ".join(reached) or "none"
    how = f"Foreign hosts, cross-site requests, forms and missing tokens; reached: {told}."
    yield at_most("requests of other pages that reach it", len(reached), "kinds", 0, len(CASES), how)


def over_the_wire() -> Iterator[Row]:
    """The first script of a page as a browser gets it."""
    with running() as made, made.talker() as talker:
        page = talker.ask("GET", "/").text
        name = next(
            part for part in page.split('"') if part.startswith("/assets/") and part.endswith(".js")
        )
        size = _size(made, name)
    yield at_most(
        "the first script over the wire",
        round(size / 1000, 1),
        "kB",
        200,
        1,
        "Brotli, as browsers ask for it.",
    )


def _size(made: Site, path: str) -> int:
    port = int(made.url.rsplit(":", 1)[1].strip("/"))
    with socket.create_connection(("127.0.0.1", port)) as line:
        head = f"GET {path} HTTP/1.1\r\nHost: 127.0.0.1\r\nAccept-Encoding: gzip, br\r\n"
        line.sendall(f"{head}Connection: close\r\n\r\n".encode())
        data = b""
        while chunk := line.recv(65536):
            data += chunk
    assert b"Content-Encoding: br" in data
    return len(data)
