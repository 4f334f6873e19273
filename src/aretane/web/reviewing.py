"""Stored racks through the core: replay, flags, measures, percentages."""

from functools import lru_cache
from typing import NamedTuple

from aretane.core.layout import Layout
from aretane.core.motion import CLOTH, Physics
from aretane.core.numbers import Tallied, tally_rack
from aretane.core.review.balance import Flag, flags
from aretane.core.review.measure import Measures, measure
from aretane.core.review.replay import Step, replay, replay_one
from aretane.core.rules import RULES, RackState
from aretane.core.shot import Rack
from aretane.core.skill import DEFAULT_LEVEL, PRESETS, Skill
from aretane.core.table import Table
from aretane.formats.match_file import core_table
from aretane.formats.shapes import ShotShape, to_core
from aretane.store.records import Recording, StoredRack

KEPT_RACKS = 2000
KEPT_MEASURES = 3000


class Scene(NamedTuple):
    """What a rack is reviewed under; hashable, so that tallies can be kept by it."""

    table: Table
    physics: Physics
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
    physics = CLOTH[recording.table.cloth]
    return Scene(core_table(recording.table), physics, recording.match.discipline, seats)


def review(scene: Scene, breaker: str | None, shots: list[ShotShape]) -> Reviewed:
    """Replay, measure and check a rack. Players are ids as text."""
    rules = RULES[scene.discipline]
    rack = _core_rack(scene, breaker, shots)
    steps = replay(rules, rack)
    contents = [shot.model_dump_json(by_alias=True) for shot in shots]
    measured = [
        _measured(scene, content, step.state, step.before)
        for content, step in zip(contents, steps, strict=True)
    ]
    return Reviewed(steps, measured, flags(scene.table, rules, rack))


def _core_rack(scene: Scene, breaker: str | None, shots: list[ShotShape]) -> Rack:
    names = {player: name for player, name, _ in scene.seats}
    return Rack(scene.players, breaker, tuple(to_core(shot) for shot in shots), names)


@lru_cache(maxsize=KEPT_MEASURES)
def _measured(scene: Scene, content: str, state: RackState, before: Layout) -> Measures:
    """One shot measured, once for the same content in the same place: the rest follows from them."""
    shot = to_core(ShotShape.model_validate_json(content))
    rules = RULES[scene.discipline]
    step = replay_one(rules, shot, state, before)
    return measure(scene.table, rules, step, lambda player: skill_of(scene, player), scene.physics)


def skill_of(scene: Scene, player: str) -> Skill:
    """The model of a player in the recording; of nobody in it, the default."""
    level = next((level for one, _, level in scene.seats if one == player), DEFAULT_LEVEL)
    return PRESETS[level]


def review_stored(scene: Scene, rack: StoredRack) -> Reviewed:
    """`review` for a rack from the store."""
    return review(scene, breaker_of(rack), [stored.shape for stored in rack.shots])


def breaker_of(rack: StoredRack) -> str | None:
    """Who breaks, as text."""
    return None if rack.breaker_id is None else str(rack.breaker_id)


class RackFacts(NamedTuple):
    """What lists and the score line need of a rack; nothing in it has to be measured."""

    winner: str | None
    open_shots: int
    first_open: int | None
    flags: tuple[Flag, ...]


def facts(scene: Scene, rack: StoredRack) -> RackFacts:
    """The facts of a rack, computed once for the same content."""
    return _facts(scene, breaker_of(rack), _contents(rack))


def tallies(scene: Scene, rack: StoredRack) -> tuple[Tallied, ...]:
    """The rack's shots as the percentages see them, computed once for the same content."""
    keys = tuple(f"{rack.recording_id}/{rack.number}/{n}" for n in range(1, len(rack.shots) + 1))
    return _tallies(scene, breaker_of(rack), _contents(rack), keys)


def _contents(rack: StoredRack) -> tuple[str, ...]:
    return tuple(stored.shape.model_dump_json(by_alias=True) for stored in rack.shots)


@lru_cache(maxsize=KEPT_RACKS)
def _facts(scene: Scene, breaker: str | None, contents: tuple[str, ...]) -> RackFacts:
    shots = [ShotShape.model_validate_json(text) for text in contents]
    rack, rules = _core_rack(scene, breaker, shots), RULES[scene.discipline]
    steps = replay(rules, rack)
    open_shots = [n for n, shot in enumerate(shots, start=1) if shot.result is None]
    return RackFacts(
        winner=steps[-1].next_state.winner if steps else None,
        open_shots=len(open_shots),
        first_open=open_shots[0] if open_shots else None,
        flags=tuple(flags(scene.table, rules, rack)),
    )


@lru_cache(maxsize=KEPT_RACKS)
def _tallies(
    scene: Scene, breaker: str | None, contents: tuple[str, ...], keys: tuple[str, ...]
) -> tuple[Tallied, ...]:
    seen = review(scene, breaker, [ShotShape.model_validate_json(text) for text in contents])
    return tuple(tally_rack(list(keys), seen.steps, seen.measures))
