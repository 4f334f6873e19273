"""Stored racks through the core: replay, flags, measures, percentages."""

from functools import lru_cache
from typing import NamedTuple

from aretane.core.numbers import Tallied, tally_rack
from aretane.core.review.balance import Flag, flags
from aretane.core.review.measure import Measures, measure
from aretane.core.review.replay import Step, replay
from aretane.core.rules import RULES
from aretane.core.shot import Rack
from aretane.core.skill import DEFAULT_LEVEL, PRESETS, Skill
from aretane.core.table import Table
from aretane.formats.match_file import core_table
from aretane.formats.shapes import ShotShape, to_core
from aretane.store.records import Recording, StoredRack

KEPT_TALLIES = 2000


class Scene(NamedTuple):
    """What a rack is reviewed under; hashable, so that tallies can be kept by it."""

    table: Table
    discipline: str
    seats: tuple[tuple[str, str, str], ...]
    """Player id, name and level, in the order of the recording."""

    @property
    def players(self) -> tuple[str, ...]:
        return tuple(player for player, _, _ in self.seats)


class Reviewed(NamedTuple):
    """A rack through the core, one entry a shot."""

    steps: list[Step]
    measures: list[Measures]
    flags: list[Flag]


def scene(recording: Recording) -> Scene:
    """The recording's table, discipline and players."""
    seats = tuple((str(seat.player_id), seat.name, seat.level) for seat in recording.seats)
    return Scene(core_table(recording.table), recording.match.discipline, seats)


def review(scene: Scene, breaker: str | None, shots: list[ShotShape]) -> Reviewed:
    """Replay, measure and check a rack. Players are ids as text."""
    rules = RULES[scene.discipline]
    names = {player: name for player, name, _ in scene.seats}
    rack = Rack(scene.players, breaker, tuple(to_core(shot) for shot in shots), names)
    steps = replay(rules, rack)
    skills = {player: PRESETS[level] for player, _, level in scene.seats}

    def skill_of(player: str) -> Skill:
        return skills.get(player, PRESETS[DEFAULT_LEVEL])

    measured = [measure(scene.table, rules, step, skill_of) for step in steps]
    return Reviewed(steps, measured, flags(scene.table, rules, rack))


def review_stored(scene: Scene, rack: StoredRack) -> Reviewed:
    """`review` for a rack from the store."""
    return review(scene, breaker_of(rack), [stored.shape for stored in rack.shots])


def breaker_of(rack: StoredRack) -> str | None:
    """Who breaks, as text."""
    return None if rack.breaker_id is None else str(rack.breaker_id)


class RackFacts(NamedTuple):
    """What lists and percentages need of a rack."""

    winner: str | None
    open_shots: int
    first_open: int | None
    flags: tuple[Flag, ...]
    tallies: tuple[Tallied, ...]


def facts(scene: Scene, rack: StoredRack) -> RackFacts:
    """The facts of a rack, computed once for the same content."""
    content = tuple(stored.shape.model_dump_json(by_alias=True) for stored in rack.shots)
    keys = tuple(f"{rack.recording_id}/{rack.number}/{n}" for n in range(1, len(rack.shots) + 1))
    return _facts(scene, breaker_of(rack), content, keys)


@lru_cache(maxsize=KEPT_TALLIES)
def _facts(scene: Scene, breaker: str | None, content: tuple[str, ...], keys: tuple[str, ...]) -> RackFacts:
    shots = [ShotShape.model_validate_json(text) for text in content]
    seen = review(scene, breaker, shots)
    open_shots = [n for n, shot in enumerate(shots, start=1) if shot.result is None]
    return RackFacts(
        winner=seen.steps[-1].next_state.winner if seen.steps else None,
        open_shots=len(open_shots),
        first_open=open_shots[0] if open_shots else None,
        flags=tuple(seen.flags),
        tallies=tuple(tally_rack(list(keys), seen.steps, seen.measures)),
    )
