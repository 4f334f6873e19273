"""A player's own model: what the log says of their errors, how it judges, and from when it is used."""

from collections.abc import Callable, Sequence
from datetime import UTC, date, datetime
from itertools import groupby

from apiflask import APIBlueprint
from pydantic import BaseModel, ConfigDict, Field

from aretane.core.skill import PRESETS, Skill
from aretane.core.skill.own import Own, own_skill
from aretane.core.statistics.habit_search import FIRM, LONG
from aretane.core.statistics.player_model import Try, aim_of, model_of, trial
from aretane.core.statistics.stated import score
from aretane.core.units import degrees
from aretane.reviewing.tries import newest_shots, try_of
from aretane.store import questions, read, write
from aretane.store.database import Db
from aretane.store.errors import NotFound, Refused
from aretane.store.records import Asker, own_from
from aretane.store.sql import Row

from ..asker import catch_up, change, to_read
from ..given.fitted import IntervalView, ModelView, ScoreView, estimate_view, model_view, score_view

blueprint = APIBlueprint("model", __name__, url_prefix="/api/players")

FEWEST = 30
"""Pots with a known width of aims from which a model may be used: with fewer it is the level with noise."""
MONTHS = 12
CIRCUMSTANCES: dict[str, tuple[str, Callable[[Row], bool]]] = {
    "cue-on-rail": ("Cue ball on the rail", lambda row: row["cue_on_rail"] == 1),
    "side": ("With side", lambda row: row["spin"] == "side"),
    "draw": ("With draw", lambda row: row["spin"] == "draw"),
    "firm": ("Struck firmly", lambda row: (row["speed"] or 0.0) >= FIRM),
    "long": ("Long way to the ball", lambda row: (row["to_ball"] or 0.0) >= LONG / 2),
    "aided": ("Rest, stretched, over a ball", lambda row: row["aided"] == 1),
    "needed": ("A rack is needed", lambda row: row["hill"] in ("mine", "theirs", "both")),
}
"""Circumstances whose pots are fitted apart: words, and which shots."""


class UseBody(BaseModel):
    """From which day the own model is used; null: the level, for every recording."""

    model_config = ConfigDict(extra="forbid")

    since: date | None


class UsedView(BaseModel):
    """The model that is used for recordings played from `since` on: aim in degrees, speed relative, eye in
    times of the level; fitted on a day from so many pots and shots."""

    since: date
    fitted_on: date
    aim: float
    speed: float
    eye: float
    pots: int
    shots: int


class ApartView(BaseModel):
    """The error of aim (degrees) in some shots alone."""

    words: str
    aim: IntervalView


class TrialView(BaseModel):
    """A model fitted to the earlier half of the pots, on the later half: its Brier score and the level's,
    and the first less the second with its interval; below 0 the model judges better."""

    n: int
    own: float
    level: float
    value: float
    low: float | None
    high: float | None


class PlayerModelView(BaseModel):
    """A player's errors as the log has them.

    snooker: fitted to shots of snooker, for want of any in pool. may_use: why it cannot be used yet, or ''.
    judged: the chances that the model in use gave to pots, held to what came.
    """

    player: str
    level: str
    snooker: bool
    shots: int
    fitted: ModelView
    used: UsedView | None
    may_use: str
    circumstances: list[ApartView]
    months: list[ApartView]
    judged: ScoreView | None
    trial: TrialView | None
    waiting: int = Field(description="racks of the club that are still being counted")


@blueprint.get("/<int:player_id>/model")
@blueprint.output(PlayerModelView)
def player_model(player_id: int) -> PlayerModelView:
    """What the log says of a player's errors, and what is used."""
    catch_up()
    with to_read() as (db, asker):
        player, rows, snooker = _shots(db, asker, player_id)
        waiting = questions.waiting(db, asker.club_id)
    level = PRESETS[player["level"]]
    tries = [try_of(row) for row in rows]
    fitted = model_of(tries, level)
    own = own_from(player)
    pots = [
        row
        for row in rows
        if row["role"] in ("attack", "two-way") and row["expected"] is not None and row["made"] is not None
    ]
    return PlayerModelView(
        player=player["name"],
        level=level.words,
        snooker=snooker,
        shots=len(rows),
        fitted=model_view(fitted, level),
        used=None if own is None else _used(own, player["own_from"], level),
        may_use=_why_not(fitted.aim.n),
        circumstances=_apart(rows, level),
        months=_by_month(rows, level),
        judged=score_view(score([row["expected"] for row in pots], [bool(row["made"]) for row in pots])),
        trial=_trial(tries, level),
        waiting=waiting,
    )


@blueprint.put("/<int:player_id>/model")
@blueprint.input(UseBody)
@blueprint.output({}, status_code=204)
def use_model(player_id: int, json_data: UseBody) -> str:
    """Use the model as it is fitted now for recordings played from a day on, or the level again."""
    catch_up()

    def store(db: Db, asker: Asker) -> None:
        own = None
        if json_data.since is not None:
            own = _own(db, asker, player_id)
        write.use_own(db, asker.club_id, player_id, own, json_data.since)

    change(store)
    return ""


def _own(db: Db, asker: Asker, player_id: int) -> Own:
    """The player's model as it is fitted now. Raises Refused with too few pots."""
    player, rows, _ = _shots(db, asker, player_id)
    fitted = model_of([try_of(row) for row in rows], PRESETS[player["level"]])
    reason = _why_not(fitted.aim.n)
    if reason:
        raise Refused(reason)
    today = datetime.now(UTC).date()
    return Own(
        fitted.aim.value, fitted.speed.value, fitted.tip.value, fitted.eye.value, fitted.aim.n,
        fitted.speed.n, today,
    )  # fmt: skip


def _why_not(pots: int) -> str:
    if pots >= FEWEST:
        return ""
    return f"{pots} pots say something of the aim so far: log {FEWEST - pots} more before the model is used"


def _shots(db: Db, asker: Asker, player_id: int) -> tuple[Row, Sequence[Row], bool]:
    """The player, and their shots as in `newest_shots`. Raises NotFound."""
    player = read.player_model(db, asker.club_id, player_id)
    if player is None:
        raise NotFound(f"there is no player {player_id}")
    return player, *newest_shots(db, asker.club_id, player_id)


def _used(own: Own, since: date, level: Skill) -> UsedView:
    skill = own_skill(level, own)
    return UsedView(
        since=since, fitted_on=own.fitted_on, aim=degrees(skill.aim), speed=skill.speed, eye=own.eye,
        pots=own.pots, shots=own.shots,
    )  # fmt: skip


def _apart(rows: Sequence[Row], level: Skill) -> list[ApartView]:
    """The error of aim in each circumstance that was met."""
    found = []
    for words, meets in CIRCUMSTANCES.values():
        aim = aim_of([try_of(row) for row in rows if meets(row)], level)
        if aim.n:
            found.append(ApartView(words=words, aim=estimate_view(aim, degrees(1.0))))
    return found


def _by_month(rows: Sequence[Row], level: Skill) -> list[ApartView]:
    """The error of aim month by month, the last MONTHS with dates; rows in the order they were played."""
    dated = [row for row in rows if row["played_on"] is not None]
    found = []
    for month, own in groupby(dated, key=lambda row: row["played_on"].strftime("%Y-%m")):
        aim = aim_of([try_of(row) for row in own], level)
        if aim.n:
            found.append(ApartView(words=month, aim=estimate_view(aim, degrees(1.0))))
    return found[-MONTHS:]


def _trial(tries: Sequence[Try], level: Skill) -> TrialView | None:
    found = trial(tries, level)
    if found is None:
        return None
    own, by_level = found.own.brier.value, found.level.brier.value
    assert own is not None and by_level is not None
    return TrialView(
        n=found.own.n, own=own, level=by_level, value=found.value, low=found.low, high=found.high
    )
