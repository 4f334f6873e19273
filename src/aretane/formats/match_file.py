"""The match file: JSON, versioned, described in docs/match-file.md. Reading names every fault."""

import json
from collections import Counter, defaultdict
from dataclasses import dataclass
from datetime import date
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from aretane.core import vocabulary as v
from aretane.core.equipment.layout import layout_faults
from aretane.core.equipment.table import Table, table_for
from aretane.core.games import game, options_for
from aretane.core.limits import MOST_PLAYERS, MOST_RACKS, MOST_SHOTS
from aretane.core.log.shot import Ending, Rack
from aretane.core.review.replay import end_of, replay
from aretane.core.rules import rules_for
from aretane.core.skill import DEFAULT_LEVEL
from aretane.core.units import metres

from .core_values import to_core
from .salvage import drop, place_of, reach, words_of
from .shapes import (
    Air,
    BallState,
    BreakCondition,
    BreakOrder,
    Call,
    ClothSpeed,
    Cushions,
    Depth,
    Discipline,
    EndedHow,
    FoulsCounted,
    InHand,
    Label,
    Level,
    MatchKind,
    MoneyOnBreak,
    PlayingHand,
    RackSpot,
    School,
    Shape,
    ShotShape,
    TableSize,
    Text,
    Title,
    dump,
)

FORMAT: Literal["aretane-match"] = "aretane-match"
VERSION: Literal[1] = 1

PRUNINGS = 4
MOST_NAMES = 1000
"""Names of one object; no object of the format has a hundredth of that."""
MOST_FAULTS = 1000
"""Faults named one by one; what there is beyond them is counted."""
Opening = Annotated[float, Field(ge=60, le=230)]


class PlayerShape(Shape):
    """A player as the file names them: `id` is used by the shots, `name` is for people."""

    id: Label
    name: Label
    level: Level = DEFAULT_LEVEL
    hand: PlayingHand | None = None


class TableShape(Shape):
    """Table and equipment. Openings in mm between the cushion points; null: the size's own.

    How it plays: `cloth` slow to fast, `cushions` dead to lively, `air` dry to humid, `balls` new to dirty.
    """

    size: TableSize = "pool-9"
    corner_mouth_mm: Opening | None = None
    side_mouth_mm: Opening | None = None
    cloth: ClothSpeed = "medium"
    cushions: Cushions = "medium"
    air: Air = "normal"
    balls: BallState = "played"


class OptionsShape(Shape):
    """What the players agreed on; null: as usual in the discipline."""

    break_condition: BreakCondition | None = None
    money_on_break: MoneyOnBreak | None = None
    push_out: bool | None = None
    in_hand: InHand | None = None
    three_foul: bool | None = None
    fouls: FoulsCounted | None = None
    leave_frozen: bool | None = None
    call: Call | None = None
    school: School | None = None
    points_to: Annotated[int, Field(ge=1, le=2000)] | None = None
    rack_spot: RackSpot | None = None
    break_box: bool | None = None

    def agreed(self) -> dict[str, Any]:
        """The options that were said."""
        return self.model_dump(exclude_none=True)


class MatchShape(Shape):
    """What was played, and when."""

    title: Title
    played_on: date | None = None
    kind: MatchKind = "match"
    discipline: Discipline = "nine-ball"
    race_to: Annotated[int, Field(ge=1, le=100)] | None = None
    lag: Annotated[int, Field(ge=1, le=MOST_PLAYERS)] | None = Field(
        default=None, description="which of the players won the lag, from 1"
    )
    break_order: BreakOrder = "winner"
    options: OptionsShape = Field(default_factory=OptionsShape)
    notes: Text = ""


class RackShape(Shape):
    """One rack: who breaks, and its shots in order. `winner` and `how` where the shots do not end it."""

    breaker: Label | None = None
    depth: Depth = "full"
    winner: Label | None = None
    how: EndedHow | None = None
    notes: Text = ""
    shots: list[ShotShape] = Field(default_factory=list, max_length=MOST_SHOTS)


class MatchFile(Shape):
    """A whole match file."""

    format: Literal["aretane-match"] = FORMAT
    version: Literal[1] = VERSION
    match: MatchShape
    players: list[PlayerShape] = Field(min_length=1, max_length=MOST_PLAYERS)
    table: TableShape = Field(default_factory=TableShape)
    racks: list[RackShape] = Field(default_factory=list, max_length=MOST_RACKS)


@dataclass(frozen=True, slots=True)
class Fault:
    """One fault with its place. `rack` and `shot` count from 1; None: the fault lies outside them."""

    rack: int | None
    shot: int | None
    field: str
    words: str

    @property
    def place(self) -> str:
        """The place as people read it: 'rack 2, shot 5, result.foul'."""
        parts = [f"rack {self.rack}"] if self.rack else []
        parts += [f"shot {self.shot}"] if self.shot else []
        return ", ".join([*parts, self.field])


@dataclass(frozen=True, slots=True)
class Reading:
    """What a file gave: the whole match when it has no fault, else what can be taken of it.

    `usable` holds every rack up to its first faulty shot; None when nothing can be taken.
    """

    faults: tuple[Fault, ...]
    usable: MatchFile | None

    @property
    def whole(self) -> MatchFile | None:
        return None if self.faults else self.usable


def write(match: MatchFile) -> str:
    """The file as text: fields at their default left out, `format` and `version` always there."""
    head = {"format": FORMAT, "version": VERSION}
    return json.dumps(head | dump(match), indent=2, ensure_ascii=False) + "\n"


def json_schema() -> dict[str, Any]:
    """The published JSON Schema of the match file (draft 2020-12)."""
    schema = MatchFile.model_json_schema(by_alias=True)
    schema["required"] = ["format", "version", *schema["required"]]
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **schema}


def read(text: str) -> Reading:
    """Read a match file, naming every fault. Never raises for bad content."""
    try:
        data = json.loads(text, parse_constant=_no_constant, object_pairs_hook=_once)
    except (ValueError, RecursionError) as error:
        return Reading((Fault(None, None, "file", f"this is not JSON: {error}"),), None)
    if not isinstance(data, dict):
        return Reading((Fault(None, None, "file", "the file must hold one JSON object"),), None)
    faults = _version_faults(data)
    if faults:
        return Reading(tuple(faults), None)
    try:
        match = MatchFile.model_validate(data)
    except ValidationError as error:
        entries = error.errors(include_url=False)
        faults = [_fault(entry) for entry in entries]
        readable = _pruned(data, entries)
        faults += _meaning_faults(readable) if readable is not None else []
        return Reading(_listed(sorted(faults, key=_order)), _cut(data, faults))
    faults = _meaning_faults(match)
    return Reading(_listed(faults), _cut(dump(match), faults) if faults else match)


def _listed(faults: list[Fault]) -> tuple[Fault, ...]:
    """The faults, and one that counts those beyond MOST_FAULTS."""
    if len(faults) <= MOST_FAULTS:
        return tuple(faults)
    more = Fault(None, None, "file", f"and {len(faults) - MOST_FAULTS} more faults, not named here")
    return (*faults[:MOST_FAULTS], more)


def _order(fault: Fault) -> tuple[int, int]:
    return (fault.rack or 0, fault.shot or 0)


def _pruned(data: dict[str, Any], entries: list[Any]) -> MatchFile | None:
    """The file without the fields that cannot be read, so that the rest can be checked too.

    Only for finding more faults; nothing pruned is ever stored. None when too little is left.
    """
    rest: Any = json.loads(json.dumps(data))
    for _ in range(PRUNINGS):
        for entry in entries:
            _drop(rest, place_of(entry), entry["type"])
        try:
            return MatchFile.model_validate(rest)
        except ValidationError as error:
            entries = error.errors(include_url=False)
    return None


def _drop(rest: Any, place: list[Any], kind: str) -> None:
    """Take out the field at `place`; in a list, the whole list; a missing shooter becomes anybody."""
    if kind == "missing" and place[-1] == "shooter" and rest.get("players"):
        holder = reach(rest, place[:-1])
        first = rest["players"][0]
        if isinstance(holder, dict) and isinstance(first, dict) and isinstance(first.get("id"), str):
            holder["shooter"] = first["id"]
        return
    drop(rest, place, ("shots",))


def _once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    """One JSON object. A name that stands twice (two cue balls, say) would lose one of the two unsaid."""
    if len(pairs) > MOST_NAMES:
        raise ValueError(f"an object with {len(pairs)} names is no part of a match file")
    made = dict(pairs)
    if len(made) < len(pairs):
        counted = Counter(name for name, _ in pairs)
        twice = next(name for name, count in counted.items() if count > 1)
        raise ValueError(f"{twice!r} stands twice in one object: keep one")
    return made


def _no_constant(name: str) -> float:
    raise ValueError(f"{name} is not a number JSON knows")


def _version_faults(data: dict[str, Any]) -> list[Fault]:
    if data.get("format") != FORMAT:
        return [Fault(None, None, "format", f'the file must say "format": "{FORMAT}"')]
    if data.get("version") != VERSION or isinstance(data.get("version"), bool):
        version = str(data.get("version"))[:40]
        words = f"version {version!r} cannot be read; this program reads version {VERSION}"
        return [Fault(None, None, "version", words)]
    return []


def _fault(entry: Any) -> Fault:
    place = place_of(entry)
    rack = shot = None
    if len(place) > 1 and place[0] == "racks" and isinstance(place[1], int):
        rack, place = place[1] + 1, place[2:]
        if len(place) > 1 and place[0] == "shots" and isinstance(place[1], int):
            shot, place = place[1] + 1, place[2:]
    return Fault(rack, shot, ".".join(str(part) for part in place) or "whole", words_of(entry))


def _cut(data: dict[str, Any], faults: list[Fault]) -> MatchFile | None:
    """The match with every rack cut before its first faulty shot; None when faults lie elsewhere."""
    if any(fault.rack is None for fault in faults):
        return None
    racks = []
    of_rack: dict[int | None, list[Fault]] = defaultdict(list)
    for fault in faults:
        of_rack[fault.rack].append(fault)
    for number, rack in enumerate(data.get("racks", []), start=1):
        here = of_rack.get(number, [])
        if any(fault.shot is None for fault in here):
            continue
        until = min((fault.shot - 1 for fault in here if fault.shot), default=None)
        racks.append({**rack, "shots": rack.get("shots", [])[:until]} if here else rack)
    head = {"format": FORMAT, "version": VERSION}
    try:
        return MatchFile.model_validate({**data, **head, "racks": racks})
    except ValidationError:
        return None


def core_table(shape: TableShape) -> Table:
    """The core table of a file or recording. Raises ValueError naming a bad opening."""
    corner, side = shape.corner_mouth_mm, shape.side_mouth_mm
    return table_for(
        shape.size,
        None if corner is None else metres(corner),
        None if side is None else metres(side),
    )


def _meaning_faults(match: MatchFile) -> list[Fault]:
    """Faults a schema cannot see: players not named, balls not of the game, impossible layouts."""
    ids = [player.id for player in match.players]
    faults = [
        Fault(None, None, f"players.{index}.id", f"the id {name!r} is used twice")
        for index, name in enumerate(ids)
        if name in ids[:index]
    ]
    names = [player.name for player in match.players]
    faults += [
        Fault(None, None, f"players.{index}.name", f"two players are called {name}")
        for index, name in enumerate(names)
        if name in names[:index]
    ]
    if match.match.lag is not None and match.match.lag > len(ids):
        words = f"the lag was won by player {match.match.lag}, and there are {len(ids)}"
        faults.append(Fault(None, None, "match.lag", words))
    try:
        table = core_table(match.table)
    except ValueError as error:
        return [*faults, Fault(None, None, "table", str(error))]
    discipline = match.match.discipline
    options = options_for(discipline, match.match.options.agreed())
    rules = rules_for(discipline, options, match.match.kind)
    carried = None
    seen: set[tuple[int, str]] = set()
    for number, rack in enumerate(match.racks, start=1):
        if rack.breaker is not None and rack.breaker not in ids:
            faults.append(Fault(number, None, "breaker", _unknown_player(rack.breaker, ids)))
        if rack.winner is not None and rack.winner not in ids:
            faults.append(Fault(number, None, "winner", _unknown_player(rack.winner, ids)))
        shots = tuple(to_core(shot) for shot in rack.shots)
        ending = None if rack.winner is None else Ending(rack.winner, rack.how or "not-seen")
        core = Rack(tuple(ids), rack.breaker, shots, {}, rack.depth == "key-moments", ending)
        steps = replay(rules, core, carried)
        carried = end_of(rules, core, steps, carried)
        for place, (shot, step) in enumerate(zip(rack.shots, steps, strict=True), start=1):
            if shot.shooter not in ids:
                faults.append(Fault(number, place, "shooter", _unknown_player(shot.shooter, ids)))
            ruled = shot.result.ruled if shot.result else None
            for where, name in (("next", ruled.next), ("winner", ruled.winner)) if ruled else ():
                if name is not None and name not in ids:
                    words = _unknown_player(name, ids)
                    faults.append(Fault(number, place, f"result.ruled.{where}", words))
            named = set(shot.layout.balls) | set(step.shot.result.down if step.shot.result else ())
            for ball in sorted(named - {v.CUE} - set(rules.balls)):
                words = f"{v.ball_words(ball)} is not a ball of {game(discipline).words}"
                faults.append(Fault(number, place, "layout.balls", words))
            placed = [("layout.balls.", fault) for fault in layout_faults(table, step.before)]
            if step.after is not None:
                placed += [("result, ball ", fault) for fault in layout_faults(table, step.after)]
            for where, fault in placed:  # named once, not in every shot it is carried into
                if (number, fault.words) not in seen:
                    faults.append(Fault(number, place, where + fault.ball, fault.words))
                seen.add((number, fault.words))
    return faults


def _unknown_player(name: str, ids: list[str]) -> str:
    return f"{name!r} is not one of the players; use one of {', '.join(ids)}"
