"""Sheets of three invented matches, every figure counted by hand."""

import json
from collections.abc import Mapping
from typing import Any

from aretane.core.intervals import wilson
from aretane.core.statistics.match_sheet import Breaks, Sheet
from aretane.formats.match_file import read as read_file
from aretane.reviewing.shot_facts import match_sheet
from aretane.store import read, write
from aretane.store.database import Address, reading, writing
from tests.store.test_store import new_id

Json = dict[str, Any]
BALLS = {"1": [2400, 140], "2": [2400, 1130], "3": [140, 140], "4": [1800, 640], "9": [140, 1130]}
POCKETS = {"1": "foot-right", "2": "foot-left", "3": "head-right", "4": "foot-left", "9": "head-left"}
LEFT, MIDDLE, RIGHT = 900, 640, 300
END = [1270, 635]


def breaks(who: str, y: int, *fell: str, scratch: bool = False, hit: str | None = None) -> Json:
    """The break of a short rack from so far across the table."""
    result: Json = {"potted": [{"ball": ball, "pocket": "foot-left"} for ball in fell]}
    if scratch:
        result["potted"].append({"ball": "cue", "pocket": "side-left"})
        result["foul"] = "scratch"
    else:
        result["cue_end"] = END
    return {
        "shooter": who, "plan": {"kind": "break", "ball": "1", "hit": hit}, "result": result,
        "layout": {"from": "empty", "balls": {"cue": [600, y], **BALLS}},
    }  # fmt: skip


def pots(who: str, *balls: str, in_hand: bool = False) -> list[Json]:
    """A pot of each ball, the cue ball ending in the middle every time."""
    made = [
        {"shooter": who, "plan": {"ball": ball, "pocket": POCKETS[ball]},
         "result": {"potted": [{"ball": ball, "pocket": POCKETS[ball]}], "cue_end": END}}
        for ball in balls
    ]  # fmt: skip
    if in_hand:
        made[0]["layout"] = {"balls": {"cue": END}}
    return made


def misses(who: str, ball: str, scratch: bool = False) -> Json:
    result: Json = {"cue_end": END}
    if scratch:
        result = {"potted": [{"ball": "cue", "pocket": "side-left"}], "foul": "scratch"}
    return {"shooter": who, "plan": {"ball": ball, "pocket": POCKETS[ball]}, "result": result}


def sheet_of(database: Address, club: int, racks: list[Json], **match: object) -> Sheet:
    file: Mapping[str, object] = {
        "format": "aretane-match", "version": 1, "match": {"title": "Invented", **match},
        "players": [{"id": "ada", "name": "Ada"}, {"id": "bix", "name": "Bix"}], "table": {},
        "racks": racks,
    }  # fmt: skip
    whole = read_file(json.dumps(file)).whole
    assert whole is not None
    with writing(database) as db:
        number = write.import_match(db, club, whole, new_id)[0]
    with reading(database) as db:
        return match_sheet(read.recording(db, club, number))


FULL: list[Json] = [
    # Ada breaks from the left, the 4 falls, and she runs out.
    {"breaker": "ada", "shots": [breaks("ada", LEFT, "4"), *pots("ada", "1", "2", "3", "9")]},
    # Bix breaks dry, Ada clears all five.
    {"breaker": "bix", "shots": [breaks("bix", MIDDLE), *pots("ada", "1", "2", "3", "4", "9")]},
    # Ada breaks, the 4 falls and the cue ball too; Bix clears.
    {"breaker": "ada", "shots": [
        breaks("ada", LEFT, "4", scratch=True), *pots("bix", "1", "2", "3", "9", in_hand=True)]},
    # Bix breaks, pots the 1, misses the 2; Ada pots it and scratches on the 3; Bix finishes.
    {"breaker": "bix", "shots": [
        breaks("bix", MIDDLE, "4"), *pots("bix", "1"), misses("bix", "2"), *pots("ada", "2"),
        misses("ada", "3", scratch=True), *pots("bix", "3", "9", in_hand=True)]},
    # Ada makes the 9 on the break.
    {"breaker": "ada", "shots": [breaks("ada", RIGHT, "9")]},
]  # fmt: skip


def test_a_match_logged_in_full(database: Address, club: int) -> None:
    found = sheet_of(database, club, FULL, race_to=5, break_order="alternate")
    ada, bix = found.players
    assert ada.breaks == Breaks(
        n=3, balls=3, dry=0, legal=2, kept=2, scratched=1, open_after=1, seen_after=1, won=2, decided=3
    )
    assert bix.breaks == Breaks(
        n=2, balls=1, dry=1, legal=2, kept=1, scratched=0, open_after=1, seen_after=1, won=1, decided=2
    )
    assert {spot: (one.n, one.balls, one.won) for spot, one in ada.by_spot.items()} == {
        "left": (2, 2, 1), "right": (1, 1, 1),
    }  # fmt: skip
    assert {spot: (one.n, one.wet, one.dry) for spot, one in bix.by_spot.items()} == {"middle": (2, 1, 1)}
    assert (ada.won, bix.won) == (3, 2)
    assert ada.ways == {"break-and-run": 1, "dry-clearance": 1, "on-break": 1}
    assert bix.ways == {"after-foul": 2}
    assert ada.gave == {"foul": 2} and bix.gave == {"dry-break": 1}
    assert (ada.first_chances, ada.first_chances_won) == (2, 2)
    assert (bix.first_chances, bix.first_chances_won) == (2, 1)
    assert (ada.visits, ada.balls, ada.best_run) == (5, 12, 5)
    assert (bix.visits, bix.balls, bix.best_run) == (4, 8, 4)
    assert (ada.fouls, ada.scratches, ada.scratches_with_ball) == (2, 2, 1)
    assert (bix.fouls, bix.scratches) == (0, 0)
    assert ada.pots == wilson(10, 11) and bix.pots == wilson(7, 8)
    assert ada.safeties.n == bix.safeties.n == 0


def test_each_rack_in_a_line(database: Address, club: int) -> None:
    found = sheet_of(database, club, FULL)
    ids = [part.player for part in found.players]
    ada, bix = ids
    assert [(line.winner, line.way, line.gave, line.lead, line.shots) for line in found.racks] == [
        (ada, "break-and-run", None, 1, 5),
        (ada, "dry-clearance", (bix, 1, "dry-break"), 2, 6),
        (bix, "after-foul", (ada, 1, "foul"), 1, 5),
        (bix, "after-foul", (ada, 5, "foul"), 0, 7),
        (ada, "on-break", None, 1, 1),
    ]


def moments(breaker: str, winner: str | None, how: str, *shots: Json) -> Json:
    return {
        "breaker": breaker, "depth": "key-moments", "winner": winner, "how": how, "shots": list(shots)
    }  # fmt: skip


def test_a_match_by_key_moments_with_winner_breaks(database: Address, club: int) -> None:
    """Two balls from the left; dry from the right; one ball and a scratch; a rack without a shot."""
    late = {"layout": {"from": "empty", "balls": {"cue": END, "9": BALLS["9"]}}}
    found = sheet_of(database, club, [
        moments("ada", "ada", "played", breaks("ada", LEFT, "3", "4", hit="full"),
                pots("ada", "9")[0] | late),
        moments("ada", "bix", "played", breaks("ada", RIGHT), misses("ada", "9") | late),
        moments("bix", "ada", "played", breaks("bix", MIDDLE, "4", scratch=True, hit="thick-left")),
        moments("ada", "ada", "conceded"),
    ], race_to=3)  # fmt: skip
    ada, bix = found.players
    assert (ada.breaks.n, ada.breaks.balls, ada.breaks.dry, ada.breaks.legal) == (2, 2, 1, 2)
    assert (ada.breaks.won, ada.breaks.decided, ada.breaks.kept, ada.breaks.seen_after) == (1, 2, 1, 0)
    assert {spot: (one.n, one.balls, one.won) for spot, one in ada.by_spot.items()} == {
        "left": (1, 2, 1), "right": (1, 0, 0),
    }  # fmt: skip
    assert {hit: (one.n, one.balls) for hit, one in ada.by_hit.items()} == {"full": (1, 2)}
    assert (bix.breaks.n, bix.breaks.balls, bix.breaks.scratched, bix.breaks.legal) == (1, 1, 1, 0)
    assert list(bix.by_hit) == ["thick-left"] and bix.breaks.won == 0
    assert (ada.won, bix.won) == (3, 1) and [line.lead for line in found.racks] == [1, 0, 1, 2]
    assert found.racks[3].way == "stated" and found.racks[3].gave is None
    # Chosen shots prove nothing: no pots, visits, chances or runs are counted.
    for part in (ada, bix):
        assert part.pots.n == part.visits == part.first_chances == part.best_run == part.scratches == 0


STRAIGHT = {str(k): [1200 + 80 * k, 300 + 45 * k] for k in range(1, 16)}


def fourteen(but: str, place: list[int]) -> Json:
    """Fourteen balls on their places and the one left."""
    others = {ball: at for ball, at in STRAIGHT.items() if ball != but}
    return {"from": "empty", "balls": {"cue": END, but: place, **others}}


def shot(who: str, ball: str, made: bool = True, **more: object) -> Json:
    potted = [{"ball": ball, "pocket": "foot-left"}] if made else []
    return {
        "shooter": who, "plan": {"ball": ball, "pocket": "foot-left"},
        "result": {"potted": potted, "cue_end": END}, **more,
    }  # fmt: skip


def test_straight_pool_with_a_run_over_racks(database: Address, club: int) -> None:
    """Ada misses; Bix pots fourteen, and two of the next rack: a run of sixteen; Ada pots one, misses."""
    start = {"from": "empty", "balls": {"cue": END, **STRAIGHT}}
    first = [shot("ada", "1", made=False, layout=start), *(shot("bix", str(k)) for k in range(1, 15))]
    second = [
        shot("bix", "15", layout=fourteen("15", [2400, 1130])), shot("bix", "1"),
        shot("bix", "2", made=False), shot("ada", "2"), shot("ada", "3", made=False),
    ]  # fmt: skip
    found = sheet_of(
        database, club, [{"breaker": "ada", "shots": first}, {"shots": second}], discipline="straight-pool"
    )
    ada, bix = found.players
    assert (bix.visits, bix.points, bix.balls, bix.best_run) == (1, 16, 16, 16)
    assert (ada.visits, ada.points, ada.balls, ada.best_run) == (2, 1, 1, 1)
    assert bix.pots == wilson(16, 17) and ada.pots == wilson(1, 3)
    assert [line.lead for line in found.racks] == [-14, -15] and found.racks[0].winner is None
    assert ada.breaks.n == bix.breaks.n == 0 and (ada.won, bix.won) == (0, 0)
