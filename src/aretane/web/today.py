"""Today: what to do next, in at most five lines."""

from apiflask import APIBlueprint

from aretane.core.numbers import numbers_for
from aretane.core.stats import Mean
from aretane.store import read
from aretane.store.records import Recording

from .asker import to_read
from .numbers import all_tallies
from .reviewing import chained, facts, scene
from .views import LineView, TodayView

blueprint = APIBlueprint("today", __name__, url_prefix="/api")

MOST_LINES = 5
MOST_HABITS = 2
SHOTS_FOR_A_HABIT = 10
"""Fewer shots than this prove no habit (our choice)."""


@blueprint.get("/today")
@blueprint.output(TodayView)
def today() -> TodayView:
    """What waits for review, habits that the numbers show, and what does not balance."""
    with to_read() as (db, asker):
        recordings = read.recordings(db, asker.club_id)
        players = {str(row["id"]): row["name"] for row in read.players(db, asker.club_id)}
    if not recordings:
        words = "Nothing is recorded yet: make a recording, or import a match file."
        return TodayView(lines=[LineView(kind="start", words=words, link="/recordings/new")])
    habits = _habits(recordings, players)[:MOST_HABITS]
    room = MOST_LINES - len(habits)
    return TodayView(lines=(_waiting(recordings) + _flagged(recordings))[:room] + habits)


def _waiting(recordings: list[Recording]) -> list[LineView]:
    lines = []
    for one in recordings:
        around = scene(one)
        for rack, carried in chained(around, one.racks):
            known = facts(around, rack, carried)
            where = f"/recordings/{one.id}/racks/{rack.number}"
            if known.first_open is not None:
                shots = "1 shot waits" if known.open_shots == 1 else f"{known.open_shots} shots wait"
                words = f"Rack {rack.number} of {one.match.title}: {shots} for a result."
                lines.append(LineView(kind="waits", words=words, link=f"{where}/shots/{known.first_open}"))
            elif not rack.shots:
                words = f"Rack {rack.number} of {one.match.title} has no shots yet."
                lines.append(LineView(kind="waits", words=words, link=where))
    return lines


def _flagged(recordings: list[Recording]) -> list[LineView]:
    lines = []
    for one in recordings:
        around = scene(one)
        for rack, carried in chained(around, one.racks):
            known = facts(around, rack, carried)
            if not known.flags:
                continue
            first = known.flags[0]
            more = f" (and {len(known.flags) - 1} more)" if len(known.flags) > 1 else ""
            words = (
                f"Rack {rack.number} of {one.match.title} does not balance: "
                f"shot {first.shot + 1}, {first.words}{more}."
            )
            where = f"/recordings/{one.id}/racks/{rack.number}/shots/{first.shot + 1}"
            lines.append(LineView(kind="flag", words=words, link=where))
    return lines


def _habits(recordings: list[Recording], players: dict[str, str]) -> list[LineView]:
    """Players whose cue ball runs long or short beyond doubt, the largest habit first."""
    rows = all_tallies(recordings)
    found: list[tuple[float, LineView]] = []
    for player, name in players.items():
        along = numbers_for(player, rows).along
        line = _habit_line(player, name, along)
        if line is not None and along.value is not None:
            found.append((abs(along.value), line))
    return [line for _, line in sorted(found, key=lambda pair: -pair[0])]


def _habit_line(player: str, name: str, along: Mean) -> LineView | None:
    if along.value is None or along.low is None or along.high is None or along.n < SHOTS_FOR_A_HABIT:
        return None
    if along.low <= 0 <= along.high:
        return None
    way = "short" if along.value < 0 else "long"
    near, far = sorted((abs(along.low), abs(along.high)))
    words = (
        f"{name} ends {way}: {abs(along.value) * 100:.0f} cm on average "
        f"({near * 100:.0f}–{far * 100:.0f}), {along.n} shots."
    )
    return LineView(kind="habit", words=words, link=f"/numbers?player={player}")
