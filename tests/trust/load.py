"""Clients that store shots without a break, and what of it was acknowledged; processes killed under
them."""

import os
import random
import signal
import time
from dataclasses import dataclass, field
from threading import Event, Thread
from typing import Any
from uuid import uuid4

from tests.running import NoAnswer, Site, Talker

VICTIMS = ("worker", "master", "database", "analysis", "launcher")


def recording(talker: Talker, racks: int, title: str = "Under load") -> tuple[int, list[int], str]:
    """A recording with empty racks: its number, the racks' ids, and a player."""
    player = talker.post("/api/players", {"name": f"Player {uuid4().hex[:12]}"})["id"]
    body = {"match": {"title": title, "kind": "practice"}, "table": {}, "players": [player]}
    made = talker.post("/api/recordings", body)["id"]
    ids = [
        talker.post(f"/api/recordings/{made}/racks", {"number": number})["id"]
        for number in range(1, racks + 1)
    ]
    return made, ids, str(player)


@dataclass(slots=True)
class Client:
    """Adds shots to a rack and edits them, each change sent until it is acknowledged, as the desk does."""

    site: Site
    rack: int
    player: str
    most: int = 250
    pause: float = 0.02
    acknowledged: dict[str, str] = field(default_factory=dict)
    versions: dict[str, int] = field(default_factory=dict)
    refused: list[tuple[int, str]] = field(default_factory=list)
    tries: int = 0
    took: list[float] = field(default_factory=list)

    def work(self, stop: Event, rng: random.Random) -> None:
        """Store one change after the other."""
        talker = self.site.talker()
        while not stop.is_set():
            fresh = len(self.acknowledged) < self.most and (not self.acknowledged or rng.random() < 0.5)
            shot = str(uuid4()) if fresh else rng.choice(list(self.acknowledged))
            notes = uuid4().hex
            talker = self._send(talker, shot, notes, stop)
            stop.wait(self.pause)
        talker.hang_up()

    def _send(self, talker: Talker, shot: str, notes: str, stop: Event) -> Talker:
        change = {
            "id": shot, "version": self.versions.get(shot),
            "shot": {"shooter": self.player, "notes": notes},
        }  # fmt: skip
        while not stop.is_set():
            self.tries += 1
            if talker.url != self.site.url:
                talker = self.site.talker()
            try:
                answer = talker.ask("POST", f"/api/racks/{self.rack}/changes", {"shots": [change]})
            except (NoAnswer, ValueError, KeyError):
                stop.wait(0.1)
                continue
            if answer.status == 200:
                stored = next(one for one in answer.data["shots"] if one["id"] == shot)
                self.acknowledged[shot] = notes
                self.versions[shot] = stored["version"]
                self.took.append(answer.ms)
                return talker
            if answer.status not in (503, 507):
                self.refused.append((answer.status, answer.text[:300]))
                return talker
            stop.wait(0.1)
        return talker


@dataclass(slots=True)
class Load:
    """Clients at work, each in a thread of its own."""

    clients: list[Client]
    stop: Event = field(default_factory=Event)
    threads: list[Thread] = field(default_factory=list)

    def begin(self, seed: int = 1) -> None:
        """Let them work."""
        for number, client in enumerate(self.clients):
            rng = random.Random(f"{seed} {number}")
            self.threads.append(Thread(target=client.work, args=(self.stop, rng), daemon=True))
            self.threads[-1].start()

    def end(self) -> None:
        """Let them finish what they have begun."""
        self.stop.set()
        for thread in self.threads:
            thread.join(timeout=90)

    def lost(self, talker: Talker, recording_id: int) -> list[str]:
        """Acknowledged changes that are not stored, or stored twice."""
        number_of = {
            rack["id"]: rack["number"] for rack in talker.get(f"/api/recordings/{recording_id}")["racks"]
        }
        faults = []
        for client in self.clients:
            where = f"/api/recordings/{recording_id}/racks/{number_of[client.rack]}"
            shots = talker.get(where)["rack"]["shots"]
            stored: dict[str, list[str]] = {}
            for one in shots:
                stored.setdefault(one["id"], []).append(one["shot"]["notes"])
            for shot, notes in client.acknowledged.items():
                if len(stored.get(shot, [])) != 1:
                    faults.append(f"{shot} is stored {len(stored.get(shot, []))} times")
                elif stored[shot][0] != notes and client.tries == len(client.took):
                    faults.append(
                        f"{shot} holds another text"
                    )  # a change on its way may have come after it
        return faults


def kill(site: Site, which: str, rng: random.Random) -> bool:
    """Kill one process of that kind; false where there is none."""
    pids = site.pids(which)
    if not pids:
        return False
    try:
        os.kill(rng.choice(pids), signal.SIGKILL)
    except ProcessLookupError:
        return False
    return True


@dataclass(slots=True)
class Killed:
    """One kill: what, the s until a change was stored again, and whether a person had to start it."""

    which: str
    seconds: float
    by_hand: bool


def kill_again_and_again(site: Site, times: int, seed: int, between: float = 1.0) -> list[Killed]:
    """Kill processes at random moments, each time until it stores again. Only a killed launcher is
    started."""
    rng = random.Random(seed)
    done: list[Killed] = []
    turns = [VICTIMS[k % len(VICTIMS)] for k in range(times)]
    rng.shuffle(turns)
    for which in turns:
        time.sleep(between * rng.random())
        deadline = time.monotonic() + 20
        while not kill(site, which, rng) and time.monotonic() < deadline:
            time.sleep(0.1)
        began = time.monotonic()
        if which == "launcher":
            site.process.wait(timeout=20)
            site.start()
        site.settled()
        done.append(Killed(which, time.monotonic() - began, which == "launcher"))
    return done


def ask_for_work(talker: Talker, recording_id: int) -> Any:
    """Have a recording's chances worked out."""
    return talker.post(f"/api/recordings/{recording_id}/analysis", {"racks": None})
