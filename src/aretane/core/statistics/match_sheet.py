"""The sheet of a match: what each player's breaks, chances, visits and racks came to, counted from facts of
shots. Terms are common practice; where practice differs the words say what is counted."""

from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from itertools import groupby
from statistics import fmean

from ..equipment.table import Table
from ..intervals import Proportion, wilson
from ..review.replay import Step
from ..vocabulary import Words
from .facts import ShotFact
from .numbers import HELD

WAYS: Words = {
    "on-break": "Money ball on the break",
    "break-and-run": "Break and run",
    "dry-clearance": "Cleared after a dry break of the other",
    "after-miss": "After a miss of the other",
    "after-foul": "After a foul of the other",
    "after-safety": "After a safety of the other",
    "after-push-out": "After a push-out",
    "given": "The other's own last shot lost it",
    "points": "On points",
    "stated": "As the reviewer says",
    "unknown": "Not known, shots are missing",
}
"""How a rack was won. Break and run: a ball on the break, and no other visit."""
SPOTS: Words = {"left": "From the left", "middle": "From the middle", "right": "From the right"}
"""Where the cue ball lay for the break, seen from the head rail."""
MIDDLE = 0.2
"""Share of the width on either side of the middle from which a break is one from the side (our choice)."""


@dataclass(frozen=True, slots=True)
class RackPlayed:
    """A rack as the sheet sees it.

    facts: of its shots; of a rack of which only key moments are logged, of its break alone. stated: how it
    ended by the reviewer's word, where its shots do not end it. goes_on: its first visit began in the rack
    before. points: they decide it. runs: the best runs so far by player, in balls, or in points where the
    game has them. scores: at its end, where points cross racks.
    """

    number: int
    breaker: str | None
    winner: str | None
    facts: Sequence[ShotFact]
    stated: str | None = None
    spot: str | None = None
    hit: str | None = None
    goes_on: bool = False
    whole: bool = True
    points: bool = False
    runs: Mapping[str, int] = field(default_factory=dict)
    scores: Mapping[str, int] = field(default_factory=dict)


@dataclass(slots=True)
class Breaks:
    """Breaks counted. balls: those that fell, dry ones as nought. open_after: of the kept ones whose next
    shot is logged (`seen_after`), those that left the breaker an open shot. won: of the `decided`."""

    n: int = 0
    balls: int = 0
    dry: int = 0
    legal: int = 0
    kept: int = 0
    scratched: int = 0
    open_after: int = 0
    seen_after: int = 0
    won: int = 0
    decided: int = 0

    @property
    def wet(self) -> int:
        return self.n - self.dry

    def count(self, rack: RackPlayed, shot: ShotFact, after: ShotFact | None) -> None:
        """Add the break of a rack; after: the shot after it."""
        self.n += 1
        self.balls += shot.fell or 0
        self.dry += not shot.fell
        self.legal += shot.foul is False
        self.kept += shot.kept is True
        self.scratched += shot.scratch is True
        self.decided += rack.winner is not None
        self.won += rack.winner == shot.player
        if shot.kept and after is not None:
            self.seen_after += 1
            self.open_after += after.player == shot.player and after.first_chance


@dataclass(slots=True)
class PlayerSheet:
    """One player's part of a sheet."""

    player: str
    breaks: Breaks = field(default_factory=Breaks)
    by_spot: dict[str, Breaks] = field(default_factory=dict)
    by_hit: dict[str, Breaks] = field(default_factory=dict)
    won: int = 0
    ways: Counter[str] = field(default_factory=Counter)
    gave: Counter[str] = field(default_factory=Counter)
    """Racks lost, by what brought the other to the table for the winning visit."""
    first_chances: int = 0
    first_chances_won: int = 0
    visits: int = 0
    balls: int = 0
    points: int = 0
    best_run: int = 0
    fouls: int = 0
    scratches: int = 0
    scratches_with_ball: int = 0
    """Scratches with which an object ball fell as well."""
    pots: Proportion = field(default_factory=lambda: wilson(0, 0))
    safeties: Proportion = field(default_factory=lambda: wilson(0, 0))
    """Those that held, of those with a reply."""
    seconds: float | None = None
    """Mean time of a shot, from the strike until the balls lie still."""
    waited: float | None = None
    """Mean time before a shot."""


@dataclass(frozen=True, slots=True)
class RackLine:
    """A rack in one line. `gave`: the loser's shot (from 1) that brought the winner to the table for the
    winning visit, and what it was. lead: of the first player after it, in racks, or points."""

    number: int
    breaker: str | None
    winner: str | None
    way: str | None
    gave: tuple[str, int, str] | None
    lead: int
    shots: int


@dataclass(frozen=True, slots=True)
class Sheet:
    """A match: a part a player in the order of the recording, a line a rack."""

    players: tuple[PlayerSheet, ...]
    racks: tuple[RackLine, ...]


def sheet(players: Sequence[str], racks: Sequence[RackPlayed]) -> Sheet:
    """The sheet of a match of these players from its racks, in order."""
    parts = {player: PlayerSheet(player) for player in players}
    lines, won = [], Counter[str]()
    for rack in racks:
        way, gave = _way(rack)
        if rack.winner in parts:
            won[rack.winner] += 1
            parts[rack.winner].won += 1
            parts[rack.winner].ways[way or "unknown"] += 1
            if gave is not None and gave[0] in parts:
                parts[gave[0]].gave[gave[2]] += 1
        _breaks(parts, rack)
        _shots(parts, rack)
        _visits(parts, rack)
        lines.append(_line(players, rack, way, gave, won))
    for part in parts.values():
        own = [fact for rack in racks if rack.whole for fact in rack.facts if fact.player == part.player]
        _shares(part, own)
    return Sheet(tuple(parts.values()), tuple(lines))


def break_spot(table: Table, step: Step) -> str | None:
    """A key of SPOTS for a break; None of another shot, and where no cue ball is placed."""
    cue = step.before.cue
    if step.shot.plan.kind != "break" or cue is None:
        return None
    off = cue.y - table.width / 2
    if abs(off) <= MIDDLE * table.width / 2:
        return "middle"
    return "left" if off > 0 else "right"  # seen from the head rail, left is large y


def _way(rack: RackPlayed) -> tuple[str | None, tuple[str, int, str] | None]:
    """How the rack was won, and the shot that gave it away."""
    if rack.winner is None:
        return None, None
    if rack.stated is not None:
        return "stated", None
    if rack.points:
        return "points", None
    last = rack.facts[-1] if rack.facts else None
    if last is None or not rack.whole:
        return "unknown", None
    if last.player != rack.winner:
        return "given", (last.player, last.shot, "own-shot")
    if last.role == "break":
        return "on-break", None
    if last.visit is None:
        return "unknown", None
    first = next(fact for fact in rack.facts if fact.visit == last.visit)
    if first.came_by == "break":
        return "break-and-run", None
    before = next((fact for fact in reversed(rack.facts[: first.shot - 1]) if fact.visit is not None), None)
    if before is None or first.came_by in (None, "gap"):
        return "unknown", None
    if before.role == "break" and not before.foul:
        return "dry-clearance", (before.player, before.shot, "dry-break")
    return f"after-{first.came_by}", (before.player, before.shot, str(first.came_by))


def _breaks(parts: Mapping[str, PlayerSheet], rack: RackPlayed) -> None:
    shot = next(iter(rack.facts), None)
    if shot is None or shot.role != "break" or shot.player not in parts:
        return
    after = rack.facts[1] if len(rack.facts) > 1 and rack.whole else None
    part = parts[shot.player]
    part.breaks.count(rack, shot, after)
    for kinds, kind in ((part.by_spot, rack.spot), (part.by_hit, rack.hit)):
        if kind is not None:
            kinds.setdefault(kind, Breaks()).count(rack, shot, after)


def _shots(parts: Mapping[str, PlayerSheet], rack: RackPlayed) -> None:
    for player, most in rack.runs.items():
        if player in parts:
            parts[player].best_run = max(parts[player].best_run, most)
    if not rack.whole:
        return
    for fact in rack.facts:
        part = parts.get(fact.player)
        if part is None:
            continue
        part.fouls += fact.foul is True
        part.scratches += fact.scratch is True
        part.scratches_with_ball += fact.scratch is True and bool(fact.fell)
        if fact.first_chance:
            part.first_chances += 1
            part.first_chances_won += fact.visit_won is True


def _visits(parts: Mapping[str, PlayerSheet], rack: RackPlayed) -> None:
    """Count visits; one that goes on from the rack before was counted there."""
    if not rack.whole:
        return
    for number, first, own in _by_visit(rack.facts):
        part = parts.get(first.player)
        if part is None:
            continue
        part.visits += not (rack.goes_on and number == 1)
        part.balls += first.visit_balls or 0
        part.points += sum(fact.points or 0 for fact in own)


def _by_visit(facts: Sequence[ShotFact]) -> Iterator[tuple[int, ShotFact, list[ShotFact]]]:
    for number, group in groupby(
        (one for one in facts if one.visit is not None), key=lambda one: one.visit
    ):
        own = list(group)
        yield number or 0, own[0], own


def _line(
    players: Sequence[str], rack: RackPlayed, way: str | None, gave: tuple[str, int, str] | None,
    won: Mapping[str, int],
) -> RackLine:  # fmt: skip
    score = rack.scores or won
    lead = 0
    if len(players) > 1:
        lead = score.get(players[0], 0) - score.get(players[1], 0)
    return RackLine(rack.number, rack.breaker, rack.winner, way, gave, lead, len(rack.facts))


def _shares(part: PlayerSheet, own: Sequence[ShotFact]) -> None:
    tried = [fact for fact in own if fact.made is not None]
    part.pots = wilson(sum(fact.made is True for fact in tried), len(tried))
    replied = [fact for fact in own if fact.role == "safety" and fact.outcome != "no-reply"]
    part.safeties = wilson(sum(fact.outcome in HELD for fact in replied), len(replied))
    took = [fact.took for fact in own if fact.took is not None]
    waited = [fact.waited for fact in own if fact.waited is not None]
    part.seconds = fmean(took) if took else None
    part.waited = fmean(waited) if waited else None
