"""Recordings as lists and pages show them."""

from collections.abc import Iterator

from aretane.core.review.visits import FirstChance, Visit
from aretane.core.skill.own import OWN
from aretane.reviewing.scene import chained, facts, scene, text_of
from aretane.store.facts import RecordingInShort
from aretane.store.records import Recording

from . import views as w


def recording(stored: Recording) -> w.RecordingView:
    """A recording with its racks in short."""
    around = scene(stored)
    racks, score = [], {player: 0 for player in around.players}
    for one, carried in chained(around, stored.racks):
        known = facts(around, one, carried)
        if known.end.winner in score:
            score[known.end.winner] += 1
        racks.append(
            w.RackSummary(
                id=one.id,
                number=one.number,
                content=one.content,
                winner=known.end.winner,
                breaker=text_of(one.breaker_id),
                depth=one.depth,
                scores=dict(known.end.scores),
                high_runs=dict(known.end.highs),
                visits=[visit(one) for one in known.visits],
                first_chance=_first_chance(known.first_chance),
                break_balls=known.break_balls,
                kept_table=known.kept,
                shots=len(one.shots),
                open_shots=known.open_shots,
                flags=len(known.flags),
            )
        )
    return w.RecordingView(
        id=stored.id,
        version=stored.version,
        match=stored.match,
        table=stored.table,
        players=seats(stored),
        racks=racks,
        score=score,
        damage=[*_damage(stored)],
    )


def seats(stored: Recording) -> list[w.SeatView]:
    """Who plays, in the order of the score."""
    return [
        w.SeatView(
            id=str(s.player_id), name=s.name, level=s.level, hand=s.hand,
            model=s.level if s.own is None else OWN,
        )
        for s in stored.seats
    ]  # fmt: skip


def _damage(stored: Recording) -> Iterator[w.DamageView]:
    """What of a recording cannot be read, with its place."""
    yield from (w.DamageView(rack=None, shot=None, words=words) for words in stored.damage)
    for rack in stored.racks:
        yield from (w.DamageView(rack=rack.number, shot=None, words=words) for words in rack.damage)
        for number, shot in enumerate(rack.shots, start=1):
            yield from (w.DamageView(rack=rack.number, shot=number, words=words) for words in shot.damage)


def recording_line(one: RecordingInShort) -> w.RecordingLineView:
    """A recording of a list."""
    score = {str(player): 0 for player, _, _ in one.players}
    for rack in one.racks:
        if text_of(rack.winner_id) in score:
            score[str(rack.winner_id)] += 1
    return w.RecordingLineView(
        id=one.id, title=one.title, played_on=one.played_on, kind=one.kind, discipline=one.discipline,
        players=[w.SeatView(id=str(player), name=name, level=level) for player, name, level in one.players],
        racks=[
            w.RackLineView(
                id=rack.id, number=rack.number, winner=text_of(rack.winner_id), flags=rack.flags,
                counted=rack.counted,
            )
            for rack in one.racks
        ],
        score=score,
        shots=sum(rack.shots for rack in one.racks),
        open_shots=sum(rack.open_shots for rack in one.racks),
        damaged=sum(rack.damaged for rack in one.racks),
    )  # fmt: skip


def visit(one: Visit) -> w.VisitView:
    """A visit, its shots counted from 1."""
    return w.VisitView(
        player=one.player,
        first=one.first + 1,
        last=one.last + 1,
        balls=one.balls,
        points=one.points,
        ended=one.ended,
    )


def _first_chance(found: FirstChance | None) -> w.FirstChanceView | None:
    if found is None:
        return None
    return w.FirstChanceView(player=found.player, shot=found.shot + 1, chance=found.chance)
