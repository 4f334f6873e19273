"""The facts of racks that lists show, counted when a rack was stored and kept beside it."""

import logging
from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import partial
from itertools import groupby

from aretane.core.games import game
from aretane.core.statistics.facts import Match, ShotFact, Worked
from aretane.core.statistics.stated import StatedFact
from aretane.store import facts as kept_facts
from aretane.store import read, shot_facts
from aretane.store.database import Address, Db, reading, written
from aretane.store.errors import NotFound
from aretane.store.facts import Kept, Stale
from aretane.store.records import Recording, StoredRack

from . import scene as replayed
from .shot_facts import shot_facts as facts_of_shots

log = logging.getLogger("aretane")

MODEL = "8"
"""Another one whenever what is kept would come out differently for the same rack."""
AT_ONCE = 40
"""Racks counted between two looks for what is stale."""


Known = Callable[[Db, int, Recording, Collection[int]], Mapping[int, Mapping[int, Worked]]]
"""What is worked out of a recording's shots, by rack id and shot (from 0), of the racks asked for."""


def catch_up(database: Address, most: int, known: Known) -> int:
    """Count up to `most` racks whose facts are out of date; returns how many were looked at."""
    with reading(database) as db:
        racks = kept_facts.stale(db, most)
    count(database, racks, known)
    return len(racks)


def count(database: Address, racks: Sequence[Stale], known: Known) -> None:
    """Count racks and keep their facts; those that were changed meanwhile stay out of date."""
    for recording_id, group in groupby(racks, key=lambda rack: rack.recording_id):
        _count(database, recording_id, list(group), known)


def _count(database: Address, recording_id: int, racks: list[Stale], known: Known) -> None:
    wanted = {rack.rack_id for rack in racks}
    club_id, worked = racks[0].club_id, {}
    with reading(database) as db:
        try:
            recording = read.recording(db, club_id, recording_id)
            worked = dict(known(db, club_id, recording, wanted))
        except NotFound:  # removed: its facts are counted when it is restored, and shown nowhere until then
            recording = None
    found = {}
    if recording is not None:
        found = {one.setting.rack_id: one for one in _facts_of(recording, club_id, wanted, worked)}
    for rack in racks:
        written(database, partial(_keep, rack=rack, found=found.get(rack.rack_id)))


@dataclass(frozen=True, slots=True)
class _Found:
    """What was counted of one rack."""

    kept: Kept
    setting: shot_facts.Setting
    shots: list[ShotFact]
    stated: list[StatedFact]


def _keep(db: Db, rack: Stale, found: _Found | None) -> None:
    """Keep what was counted of a rack, all of it or nothing."""
    kept = _unseen() if found is None else found.kept
    if kept_facts.keep(db, rack, MODEL, kept) and found is not None:
        shot_facts.keep(db, found.setting, found.shots, found.stated)


def _facts_of(
    recording: Recording, club_id: int, wanted: set[int], worked: Mapping[int, Mapping[int, Worked]]
) -> Iterator[_Found]:
    """What is counted of the `wanted` racks. One that cannot be replayed hides no other."""
    around = replayed.scene(recording)
    carried = None
    match = Match({}, recording.match.race_to)
    for rack in recording.racks:
        setting = shot_facts.Setting(
            rack.id, club_id, recording.id, rack.number, around.discipline, around.kind,
            recording.match.played_on, recording.table.size, recording.table.cloth,
        )  # fmt: skip
        try:
            known = replayed.facts(around, rack, carried)
            if rack.id in wanted:
                shots, stated = facts_of_shots(around, rack, carried, match, worked.get(rack.id, {}))
                yield _Found(_kept(rack, known), setting, shots, stated)
            carried = known.end if game(around.discipline).crosses_racks else None
            if known.end.winner is not None:
                won = dict(match.won)
                won[known.end.winner] = won.get(known.end.winner, 0) + 1
                match = replace(match, won=won)
        except Exception as trouble:
            log.exception("rack %s cannot be replayed", rack.id)
            if rack.id in wanted:
                yield _Found(_broken(rack, trouble), setting, [], [])


def _kept(rack: StoredRack, known: replayed.RackFacts) -> Kept:
    first = known.flags[0] if known.flags else None
    damaged = [(n, shot.damage[0]) for n, shot in enumerate(rack.shots, start=1) if shot.damage]
    damaged += [(0, words) for words in rack.damage]
    winner = known.end.winner
    return Kept(
        shots=len(rack.shots), open_shots=known.open_shots, first_open=known.first_open,
        flags=len(known.flags), flag_shot=None if first is None else first.shot + 1,
        flag_words="" if first is None else first.words,
        damaged=len(damaged), damage_shot=damaged[0][0] if damaged else None,
        damage_words=damaged[0][1] if damaged else "",
        winner_id=int(winner) if winner is not None and winner.isdigit() else None,
    )  # fmt: skip


def _broken(rack: StoredRack, trouble: Exception) -> Kept:
    return Kept(
        len(rack.shots), 0, None, 0, None, "", 1, 0, f"it cannot be replayed: {trouble}"[:1000], None
    )


def _unseen() -> Kept:
    return Kept(0, 0, None, 0, None, "", 0, None, "", None)
