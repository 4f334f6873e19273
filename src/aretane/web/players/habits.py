"""A player's habits, with what they rest on."""

from apiflask import APIBlueprint
from pydantic import BaseModel

from aretane.core.statistics.compared import verdict
from aretane.core.statistics.habit_kinds import KINDS
from aretane.store import habits, read
from aretane.store.errors import NotFound
from aretane.store.habits import KeptHabit

from ..asker import catch_up, runner, to_read
from ..given.habits_said import habit_words, size_words
from ..views import ShotLink

blueprint = APIBlueprint("habits", __name__, url_prefix="/api/players")


class HabitView(BaseModel):
    """A habit: what the player does and how large, with its 95 % interval in words; over n shots.

    chance: of an accident, corrected for all that was looked at. worth: chance to win lost a rack, 0 to 1,
    with its interval; None where it is not known.
    """

    code: str
    words: str
    low: str
    high: str
    n: int
    chance: float
    verdict: str
    worth: float | None
    worth_low: float | None
    worth_high: float | None
    practice: str
    shots: list[ShotLink]


class HabitsView(BaseModel):
    """A player's habits, what costs most first. looked_for: how many kinds were; waiting: they are being
    looked for anew."""

    player: str
    habits: list[HabitView]
    looked_for: int
    waiting: bool


@blueprint.get("/<int:player_id>/habits")
@blueprint.output(HabitsView)
def habits_of(player_id: int) -> HabitsView:
    """What the player does again and again."""
    catch_up()
    with to_read() as (db, asker):
        known = read.heads(db, asker.club_id)
        if player_id not in known:
            raise NotFound(f"there is no player {player_id}")
        found = habits.of_player(db, asker.club_id, player_id)
        waits = habits.is_waiting(db, player_id)
    if waits:
        runner().note()
    return HabitsView(
        player=known[player_id]["name"],
        habits=[_view(one, asker.length_unit) for one in found],
        looked_for=len(KINDS),
        waiting=waits,
    )


def _view(one: KeptHabit, length_unit: str) -> HabitView:
    habit, kind = one.habit, KINDS[one.habit.code]
    worth = habit.worth
    return HabitView(
        code=habit.code,
        words=habit_words(habit.code, habit.value, length_unit),
        low=size_words(kind.unit, habit.low, length_unit),
        high=size_words(kind.unit, habit.high, length_unit),
        n=habit.n,
        chance=habit.chance,
        verdict=verdict(habit.chance),
        worth=None if worth is None else worth.value,
        worth_low=None if worth is None else worth.low,
        worth_high=None if worth is None else worth.high,
        practice=kind.practice,
        shots=[ShotLink(recording=a, rack=b, shot=c) for a, b, c in one.shots],
    )
