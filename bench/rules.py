"""Rules: how fast a match is folded, and whether random racks of every discipline add up."""

import statistics
import tempfile
import time
from itertools import cycle
from pathlib import Path

from tests.clients import client_of, runners
from tests.core.rules.log import Log
from tests.core.rules.test_any_sequence import GAMES, any_rack
from tests.positions import faults

from aretane.core.equipment.balls import COLOURS, SNOOKER_REDS
from aretane.core.log.shot import Rack, Shot
from aretane.core.review.replay import replay
from aretane.core.rules import rules_for
from aretane.demo.library import load
from aretane.demo.scenario import NINE_BALL
from aretane.formats.core_values import to_core
from aretane.settings import Settings
from aretane.store import instance, write
from aretane.store.database import Address, writing
from aretane.store.migrate import migrate
from aretane.web import create_app

from .rows import Row, at_most, seed

SHOTS, REPEATS, RACKS, POSITIONS = 500, 25, 150, 300


def measure() -> list[Row]:
    """All rows of the area `rules`."""
    return [folding(), *adding_up(), maximum(), positions()]


def match_of(shots: int) -> list[Rack]:
    """Racks of the demo's nine-ball, over and over, until they hold that many shots."""
    racks, count = [], 0
    whole = [
        (tuple(p.id for p in file.players), rack) for file in map(load, NINE_BALL) for rack in file.racks
    ]
    for players, rack in cycle(whole):
        logged: tuple[Shot, ...] = tuple(to_core(shot) for shot in rack.shots)[: shots - count]
        racks.append(Rack(players, rack.breaker, logged))
        count += len(logged)
        if count >= shots:
            return racks
    raise AssertionError("the demo has no shots")


def folding() -> Row:
    """Milliseconds to fold a match from its first shot to its last."""
    racks, rules, times = match_of(SHOTS), rules_for("nine-ball"), []
    for _ in range(REPEATS):
        began = time.perf_counter()
        for rack in racks:
            replay(rules, rack)
        times.append((time.perf_counter() - began) * 1000)
    how = f"median, {len(racks)} racks of nine-ball, layouts included"
    return at_most(
        f"folding a {SHOTS}-shot match", round(statistics.median(times), 2), "ms", 12, REPEATS, how
    )


def adding_up() -> list[Row]:
    """Random racks whose balls or points do not add up, a discipline each."""
    rows, start = [], seed(11)
    for game in GAMES:
        wrong = sum(not adds_up(any_rack(game, start + k)) for k in range(RACKS))
        how = "random shots, legal or not: balls down are balls started less balls left, points are the sum"
        rows.append(at_most(f"racks that do not add up, {game}", wrong, "racks", 0, RACKS, how))
    return rows


def adds_up(log: Log) -> bool:
    """Whether balls and points of a rack add up."""
    steps = log.steps
    down = sum(
        ball != "cue" and ball not in shot.result.moved
        for shot in log.shots
        if shot.result is not None
        for ball in shot.result.down
    )
    points: dict[str, int] = {}
    for step in steps:
        for player, made in step.ruling.points if step.ruling else ():
            points[player] = points.get(player, 0) + made
    scored = {player: n for player, n in log.state.scores if n}
    same = scored == {player: n for player, n in points.items() if n}
    return same and down == len(log.start.objects) - len(log.layout.objects)


def maximum() -> Row:
    """How far the score of a maximum break is off 147."""
    log = Log("snooker")
    for red in SNOOKER_REDS:
        log.play("ann", red)
        log.play("ann", "black")
    for colour in COLOURS:
        log.play("ann", colour)
    off = abs(log.state.score("ann") - 147)
    return at_most("a 147 is off by", off, "points", 0, 1, "fifteen reds with blacks, then the colours")


def positions() -> Row:
    """Positions entered through the API that come back otherwise: balls, turn, on, hand, groups, score."""
    found: list[str] = []
    start = seed(13)
    with tempfile.TemporaryDirectory() as folder:
        server = instance.start(Path(folder) / "database")
        try:
            address = Address.parse(server.url("positions"))
            migrate(address)
            with writing(address) as db:
                write.add_club(db, "Bench club", "Bench")
            settings = Settings(Path(folder), None, "127.0.0.1", 8640, 4, 16 * 1024 * 1024)
            client = client_of(create_app(settings, address))
            for game in GAMES:
                found += faults(client, game, range(start, start + POSITIONS))
        finally:
            for runner in runners:
                runner.stop()
            server.stop()
    how = f"{POSITIONS} random mid-rack positions a discipline, stored and read again; first: {found[:1]}"
    return at_most(
        "positions that come back otherwise", len(found), "positions", 0, POSITIONS * len(GAMES), how
    )
