"""Stored racks through the core: replay, flags, measures, percentages."""

from collections.abc import Iterable, Iterator
from dataclasses import replace
from functools import lru_cache
from typing import NamedTuple

from aretane.core.choice.in_hand import Hand
from aretane.core.choice.options import May
from aretane.core.contest.points import GAME, Needs
from aretane.core.contest.points import needs_of as points_needed
from aretane.core.contest.turn import Fouls
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import Table
from aretane.core.games import Options, game, options_for
from aretane.core.games.setting_up import placing_fault, stands_racked
from aretane.core.geometry import Point
from aretane.core.log.shot import Ending, Position, Rack, Shot
from aretane.core.motion import Physics, physics_for
from aretane.core.review.balance import Flag, flags
from aretane.core.review.clock import Timing, timings
from aretane.core.review.measure import Measures, measure, played_next
from aretane.core.review.replay import Step, end_of, replay, replay_one
from aretane.core.review.visits import FirstChance, Visit, first_chance, visits
from aretane.core.rules import RackState, Rules, rules_for
from aretane.core.skill import DEFAULT_LEVEL, PRESETS, Skill
from aretane.core.skill.fit import EyeTry
from aretane.core.skill.own import Own, own_skill
from aretane.core.statistics.judged import eye_try
from aretane.core.statistics.numbers import Tallied, tally_rack
from aretane.core.vocabulary import STUDY
from aretane.formats.core_values import to_core
from aretane.formats.match_file import core_table
from aretane.formats.shapes import ShotShape
from aretane.store.records import Recording, StoredRack

OPPOSED = ("match", "practice", STUDY)
"""Kinds of recordings in which two play against each other; a team and a drill have no opponent."""
KEPT_RACKS = 2000
KEPT_MEASURES = 3000


class Scene(NamedTuple):
    """What a rack is reviewed under; hashable, so that tallies can be kept by it."""

    table: Table
    physics: Physics
    discipline: str
    options: Options
    kind: str
    seats: tuple[tuple[str, str, str, str | None, Own | None], ...]
    """Player id, name, level, hand and own model, in the order of the recording."""

    @property
    def players(self) -> tuple[str, ...]:
        return tuple(player for player, *_ in self.seats)

    def placing(self, cue: Point, is_break: bool) -> str | None:
        """What is wrong with a cue ball put behind the line."""
        return placing_fault(self.table, self.discipline, cue, is_break and bool(self.options.break_box))

    @property
    def rules(self) -> Rules:
        return rules_for(self.discipline, self.options, self.kind)


class Reviewed(NamedTuple):
    """A rack through the core, one entry a shot, and the state it ends in."""

    steps: list[Step]
    timings: list[Timing]
    measures: list[Measures]
    flags: list[Flag]
    end: RackState


def scene(recording: Recording) -> Scene:
    """The recording's table, discipline and players."""
    seats = tuple(
        (str(seat.player_id), seat.name, seat.level, seat.hand, seat.own) for seat in recording.seats
    )
    at = recording.table
    physics = physics_for(at.cloth, at.cushions, at.air, at.balls)
    match = recording.match
    options = options_for(match.discipline, match.options.agreed())
    return Scene(core_table(recording.table), physics, match.discipline, options, match.kind, seats)


class RackHead(NamedTuple):
    """What a rack says besides its shots. Players are ids as text."""

    breaker: str | None
    depth: str = "full"
    winner: str | None = None
    how: str | None = None


def review(
    scene: Scene, head: RackHead, shots: list[ShotShape], carried: RackState | None = None
) -> Reviewed:
    """Replay, measure and check a rack. `carried`: the end of the rack before, see `carried_into`."""
    rules = scene.rules
    rack, steps = replayed(scene, head, shots, carried)
    contents = [shot.model_dump_json(by_alias=True) for shot in shots]
    measured = [
        _measured(scene, content, step.state, step.before, played_next(rack, steps, index))
        for index, (content, step) in enumerate(zip(contents, steps, strict=True))
    ]
    end = end_of(rules, rack, steps, carried)
    return Reviewed(
        steps, timings(rack), measured, flags(scene.table, rules, rack, carried, scene.placing), end
    )


def replayed(
    scene: Scene, head: RackHead, shots: list[ShotShape], carried: RackState | None = None
) -> tuple[Rack, list[Step]]:
    """A rack and its steps, nothing measured."""
    rack = _core_rack(scene, head, shots, carried)
    return rack, replay(scene.rules, rack, carried)


def _core_rack(scene: Scene, head: RackHead, shots: list[ShotShape], carried: RackState | None) -> Rack:
    """The rack as a core value. A first shot that does not open a rack is a position."""
    log = [to_core(shot) for shot in shots]
    goes_on = carried is not None and carried.rerack
    if log and not goes_on and log[0].position is None and not _opens_rack(scene, log[0]):
        log[0] = replace(log[0], position=Position())
    names = {player: name for player, name, *_ in scene.seats}
    ending = None if head.winner is None else Ending(head.winner, head.how or "not-seen")
    return Rack(
        scene.players, head.breaker, tuple(log), names,
        head.depth == "key-moments", ending,
    )  # fmt: skip


def _opens_rack(scene: Scene, shot: Shot) -> bool:
    """Whether a first shot is the break, or nothing is placed yet, or the balls stand racked."""
    before = (shot.start or Layout(())).changed(shot.placed)
    return (
        shot.plan.kind == "break"
        or not before.objects
        or stands_racked(scene.table, scene.discipline, before)
    )


def chained(scene: Scene, racks: Iterable[StoredRack]) -> Iterator[tuple[StoredRack, RackState | None]]:
    """The racks in order, each with the end of the one before where score and runs cross racks."""
    carried = None
    for rack in racks:
        yield rack, carried
        if game(scene.discipline).crosses_racks:
            carried = facts(scene, rack, carried).end


def carried_into(scene: Scene, racks: Iterable[StoredRack], number: int) -> RackState | None:
    """What the racks before `number` hand on to it."""
    return next((carried for rack, carried in chained(scene, racks) if rack.number == number), None)


def left_of(
    scene: Scene, racks: Iterable[StoredRack], number: int, carried: RackState | None
) -> Layout | None:
    """What lay on the table when the rack before `number` was cleared, where fourteen are racked again."""
    if carried is None or not carried.rerack or carried.on:
        return None
    for rack, earlier in chained(scene, racks):
        if rack.number == number - 1 and rack.shots:
            last = review_stored(scene, rack, earlier).steps[-1]
            return last.after or last.before
    return None


@lru_cache(maxsize=KEPT_MEASURES)
def _measured(scene: Scene, content: str, state: RackState, before: Layout, played: str | None) -> Measures:
    """One shot measured, once for the same content in the same place: the rest follows from them."""
    shot = to_core(ShotShape.model_validate_json(content))
    rules = scene.rules
    step = replay_one(rules, shot, state, before)
    return measure(scene.table, rules, step, lambda player: skill_of(scene, player), scene.physics, played)


def skill_of(scene: Scene, player: str) -> Skill:
    """The model of a player in the recording, their own where it is used; of nobody in it, the default."""
    skill = level_of(scene, player)
    own = next((own for one, *_, own in scene.seats if one == player), None)
    return skill if own is None else own_skill(skill, own)


def level_of(scene: Scene, player: str) -> Skill:
    """The model of a player's level, whatever their own model says."""
    level, hand = next(
        ((level, hand) for one, _, level, hand, _ in scene.seats if one == player), (DEFAULT_LEVEL, None)
    )
    return replace(PRESETS[level], hand="left") if hand == "left" else PRESETS[level]


def other_skill(around: Scene, shooter: str) -> Skill | None:
    """The other player's model, where two play against each other."""
    others = [player for player in around.players if player != shooter]
    return skill_of(around, others[0]) if around.kind in OPPOSED and len(others) == 1 else None


def partner_skill(around: Scene, shooter: str) -> Skill | None:
    """The model of the one who plays every second shot of a team of two; None of others."""
    others = [player for player in around.players if player != shooter]
    return skill_of(around, others[0]) if around.kind == "team" and len(others) == 1 else None


def may_of(discipline: str, state: RackState) -> May:
    """What the player may do besides a strike from where the cue ball lies."""
    hand: Hand = "" if not state.ball_in_hand else "behind-line" if state.behind_line else "anywhere"
    return May(state.push_out_allowed and game(discipline).in_order, hand)


def fouls_of(around: Scene, state: RackState, shooter: str) -> Fouls:
    """The fouls in a row of a player and of the other, where two play and the third costs more."""
    others = [player for player in state.players if player != shooter]
    if not around.options.three_foul or len(others) != 1:
        return None
    counted = dict(state.fouls_in_a_row)
    return counted.get(shooter, 0), counted.get(others[0], 0)


def needs_of(around: Scene, state: RackState, shooter: str) -> Needs:
    """The points that a player and the other still need; they count in straight pool alone."""
    if not game(around.discipline).crosses_racks:
        return GAME, GAME
    who = state.team or shooter  # a team has one score, and no opponent
    rest = sum(state.score(player) for player in state.players if player != who)
    return points_needed(state.score(who), rest, around.options.points_to)


def review_stored(scene: Scene, rack: StoredRack, carried: RackState | None = None) -> Reviewed:
    """`review` for a rack from the store."""
    return review(scene, head_of(rack), [stored.shape for stored in rack.shots], carried)


def head_of(rack: StoredRack) -> RackHead:
    """What the rack says besides its shots."""
    return RackHead(text_of(rack.breaker_id), rack.depth, text_of(rack.winner_id), rack.how)


def text_of(player_id: int | None) -> str | None:
    """A player's id as text."""
    return None if player_id is None else str(player_id)


class RackFacts(NamedTuple):
    """What lists and the score line need of a rack; nothing in it has to be measured."""

    end: RackState
    break_balls: int | None
    kept: bool | None
    visits: tuple[Visit, ...]
    first_chance: FirstChance | None
    open_shots: int
    first_open: int | None
    flags: tuple[Flag, ...]


def facts(scene: Scene, rack: StoredRack, carried: RackState | None = None) -> RackFacts:
    """The facts of a rack, computed once for the same content."""
    return _facts(scene, head_of(rack), _contents(rack), carried)


def tallies(scene: Scene, rack: StoredRack, carried: RackState | None = None) -> tuple[Tallied, ...]:
    """The rack's shots as the percentages see them, computed once for the same content."""
    keys = tuple(f"{rack.recording_id}/{rack.number}/{n}" for n in range(1, len(rack.shots) + 1))
    return _tallies(scene, head_of(rack), _contents(rack), keys, carried)


def _contents(rack: StoredRack) -> tuple[str, ...]:
    return tuple(stored.shape.model_dump_json(by_alias=True) for stored in rack.shots)


@lru_cache(maxsize=KEPT_RACKS)
def _facts(scene: Scene, head: RackHead, contents: tuple[str, ...], carried: RackState | None) -> RackFacts:
    shots = [ShotShape.model_validate_json(text) for text in contents]
    rules = scene.rules
    rack, steps = replayed(scene, head, shots, carried)
    open_shots = [n for n, shot in enumerate(shots, start=1) if shot.result is None]
    first = steps[0] if steps and steps[0].shot.plan.kind == "break" else None
    broke = first is not None and first.ruling is not None and first.shot.result is not None
    return RackFacts(
        end=end_of(rules, rack, steps, carried),
        break_balls=len(first.shot.result.potted_objects) if broke else None,  # type: ignore[union-attr]
        kept=first.ruling.keeps_table if broke else None,  # type: ignore[union-attr]
        visits=tuple(visits(steps)),
        first_chance=first_chance(
            scene.table, rules, steps, lambda player: skill_of(scene, player), scene.physics
        ),
        open_shots=len(open_shots),
        first_open=open_shots[0] if open_shots else None,
        flags=tuple(flags(scene.table, rules, rack, carried, scene.placing)),
    )


@lru_cache(maxsize=KEPT_RACKS)
def _tallies(
    scene: Scene,
    head: RackHead,
    contents: tuple[str, ...],
    keys: tuple[str, ...],
    carried: RackState | None,
) -> tuple[Tallied, ...]:
    seen = review(scene, head, [ShotShape.model_validate_json(text) for text in contents], carried)
    if head.depth == "key-moments" or scene.kind == STUDY:
        return ()  # chosen shots prove nothing about percentages

    def eye_of(step: Step) -> EyeTry | None:
        return eye_try(scene.table, step, level_of(scene, step.shot.shooter), scene.physics)

    return tuple(tally_rack(list(keys), seen.steps, seen.measures, eye_of))
