"""One fact a shot, kept with the facts of its rack; each function runs inside the caller's transaction."""

from collections.abc import Sequence
from dataclasses import asdict, dataclass, fields
from datetime import date

from aretane.core.statistics.facts import ShotFact
from aretane.core.statistics.stated import StatedFact

from .database import Db
from .sql import sql

SORTS = {"aids": "aid", "causes": "cause", "tags": "tag", "evidence": "evidence"}
"""Fields of a fact that hold several words, and what each of these is called."""
PLAIN = tuple(one.name for one in fields(ShotFact) if one.name not in (*SORTS, "player", "opponent"))


@dataclass(frozen=True, slots=True)
class Setting:
    """What all shots of a rack share: its place, and the set-up of its recording."""

    rack_id: int
    club_id: int
    recording_id: int
    rack: int
    discipline: str
    kind: str
    played_on: date | None
    table_size: str
    cloth: str


def keep(db: Db, setting: Setting, facts: Sequence[ShotFact], stated: Sequence[StatedFact] = ()) -> None:
    """Replace the facts of a rack's shots, and the chances that were stated of them. A shot of nobody known
    is left out.

    The habits of those who played before and now are to be looked for anew.
    """
    known = [fact for fact in facts if fact.player.isdigit()]
    players = {row["player_id"] for row in sql.players_of_rack(db, rack_id=setting.rack_id)}
    players |= {int(fact.player) for fact in known}
    if players:
        sql.want_habits(db, players=tuple(sorted(players)))
    sql.drop_shot_facts(db, rack_id=setting.rack_id)
    if not known:
        return
    shared = asdict(setting)
    sql.keep_shot_facts(db, [shared | _row(fact) for fact in known])
    of_rack = {"rack_id": setting.rack_id, "club_id": setting.club_id}
    words = [
        of_rack | {"shot": fact.shot, "sort": sort, "word": word}
        for fact in known
        for name, sort in SORTS.items()
        for word in dict.fromkeys(getattr(fact, name))
    ]
    if words:
        sql.keep_shot_words(db, words)
    there = {fact.shot for fact in known}
    said = [of_rack | asdict(one) for one in stated if one.shot in there]
    if said:
        sql.keep_stated(db, said)


def _row(fact: ShotFact) -> dict[str, object]:
    opponent = fact.opponent
    return {name: getattr(fact, name) for name in PLAIN} | {
        "player_id": int(fact.player),
        "opponent_id": int(opponent) if opponent is not None and opponent.isdigit() else None,
    }
