"""Today: what to do next, in at most five lines."""

from apiflask import APIBlueprint

from aretane.store import facts, habits
from aretane.store.sql import Row

from ..asker import catch_up, to_read
from ..given.habits_said import habit_words
from ..views import LineView, TodayView

blueprint = APIBlueprint("today", __name__, url_prefix="/api")

MOST_LINES = 5
MOST_HABITS = 2


@blueprint.get("/today")
@blueprint.output(TodayView)
def today() -> TodayView:
    """What waits for review, habits that the numbers show, and what does not balance."""
    catch_up()
    with to_read() as (db, asker):
        recordings = facts.page(db, asker.club_id, 1, 1)[1]
        damaged = facts.racks_damaged(db, asker.club_id, MOST_LINES)
        waiting = facts.racks_waiting(db, asker.club_id, MOST_LINES)
        flagged = facts.racks_flagged(db, asker.club_id, MOST_LINES)
        dearest = habits.dearest(db, asker.club_id, MOST_HABITS)
        uncounted = facts.waiting(db)
        looking = habits.waiting(db) is not None
    if not recordings:
        words = "Nothing is recorded yet: make a recording, or import a match file."
        return TodayView(lines=[LineView(kind="start", words=words, link="/recordings/new")], uncounted=0)
    habitual = [_habit(row, asker.length_unit) for row in dearest]
    room = MOST_LINES - len(habitual)
    lines = [*map(_damaged, damaged), *map(_waiting, waiting), *map(_flagged, flagged)]
    return TodayView(lines=lines[:room] + habitual, uncounted=uncounted, looking=looking)


def _place(row: Row) -> tuple[str, str]:
    """A rack's address and its name."""
    return (
        f"/recordings/{row['recording_id']}/racks/{row['number']}",
        f"Rack {row['number']} of {row['title']}",
    )


def _damaged(row: Row) -> LineView:
    where, name = _place(row)
    shot = f"shot {row['damage_shot']}, " if row["damage_shot"] else ""
    more = f" (and {row['damaged'] - 1} more)" if row["damaged"] > 1 else ""
    what = f"{shot}{row['damage_words']}{more}"
    words = f"{name} is damaged: {what}. What can be read is shown; open it to mend it."
    return LineView(kind="damaged", words=words, link=f"{where}/shots/{row['damage_shot'] or 1}")


def _waiting(row: Row) -> LineView:
    where, name = _place(row)
    if not row["shots"]:
        return LineView(kind="waits", words=f"{name} has no shots yet.", link=where)
    shots = "1 shot waits" if row["open_shots"] == 1 else f"{row['open_shots']} shots wait"
    return LineView(
        kind="waits", words=f"{name}: {shots} for a result.", link=f"{where}/shots/{row['first_open']}"
    )


def _flagged(row: Row) -> LineView:
    where, name = _place(row)
    more = f" (and {row['flags'] - 1} more)" if row["flags"] > 1 else ""
    words = f"{name} does not balance: shot {row['flag_shot']}, {row['flag_words']}{more}."
    return LineView(kind="flag", words=words, link=f"{where}/shots/{row['flag_shot']}")


def _habit(row: Row, length_unit: str) -> LineView:
    worth = f", worth {row['worth'] * 100:.1f} points of chance a rack" if row["worth"] is not None else ""
    words = f"{row['name']} {habit_words(row['code'], row['value'], length_unit)}: {row['n']} shots{worth}."
    return LineView(kind="habit", words=words, link=f"/players/{row['player_id']}/habits")
