"""A position as a page asks about it: the shots of a rack as they stand on the screen, and one of them."""

from typing import Annotated, NamedTuple

from flask import current_app, request
from pydantic import BaseModel, ConfigDict, Field

from aretane.core.choice.decision import seen_of
from aretane.core.choice.options import May
from aretane.core.contest.points import Needs
from aretane.core.contest.turn import Fouls
from aretane.core.games import game
from aretane.core.limits import LONGEST_LABEL, MOST_SHOTS
from aretane.core.log.shot import Plan
from aretane.core.motion.find import Seen
from aretane.core.rules import RackState
from aretane.core.runout.games import NoRun, Question, question
from aretane.core.skill import Skill
from aretane.formats.shapes import Depth, ShotShape
from aretane.reviewing.scene import (
    RackHead,
    Scene,
    carried_into,
    fouls_of,
    may_of,
    needs_of,
    other_skill,
    replayed,
    scene,
    skill_of,
)
from aretane.store import read
from aretane.store.database import Db
from aretane.store.records import Asker

from ..work.charting import Charting
from .asker import to_read

WINDOW = "X-Aretane-Window"

PlayerKey = Annotated[str, Field(max_length=LONGEST_LABEL)]


class Body(BaseModel):
    """What a page sends: nothing that is not asked for, and no number that is none."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class PreviewBody(Body):
    """Shots of rack `number` to review without storing them."""

    number: Annotated[int, Field(ge=1, le=1000)] = 1
    breaker: PlayerKey | None
    depth: Depth = "full"
    shots: Annotated[list[ShotShape], Field(max_length=MOST_SHOTS)]


class OutlookBody(PreviewBody):
    """The shots of a rack as they stand on the screen, and which of them is looked at (from 1)."""

    shot: Annotated[int, Field(ge=1, le=300)]


class Asked(NamedTuple):
    """The position that is looked at.

    question: what is searched; plan: of the shot. In a match of two: lead, the points the shooter is ahead,
    and other, the other player's model. may: what the player may do besides. fouls: in a row. needs: the
    points needed; agreed: whether those that win were agreed. seen: of a shot that pots nothing on purpose,
    its result, where it is shown.
    """

    question: Question
    plan: Plan
    lead: int
    other: Skill | None
    may: May
    fouls: Fouls
    needs: Needs
    agreed: bool
    seen: Seen | None


def asked_of(recording_id: int, body: OutlookBody) -> Asked:
    """The question of the shot that is looked at. Raises NoRun."""
    with to_read() as (db, asker):
        around, carried = before_rack(db, asker, recording_id, body.number)
    head = RackHead(body.breaker, body.depth)
    _, steps = replayed(around, head, body.shots, carried)
    if body.shot > len(steps):
        raise NoRun("there is no such shot")
    step = steps[body.shot - 1]
    if step.shot.plan.kind == "break":
        raise NoRun("the break comes first: chances are worked out for what it leaves")
    shooter = step.shot.shooter
    asked = question(
        around.table, around.discipline, step.state, shooter, step.before, skill_of(around, shooter),
        around.physics,
    )  # fmt: skip
    others = [player for player in step.state.players if player != shooter]
    other = other_skill(around, shooter)
    lead = step.state.score(shooter) - sum(step.state.score(player) for player in others)
    return Asked(
        asked, step.shot.plan, lead, other, may_of(around.discipline, step.state),
        fouls_of(around, step.state, shooter), needs_of(around, step.state, shooter),
        around.options.points_to is not None, seen_of(step.shot),
    )  # fmt: skip


def before_rack(db: Db, asker: Asker, recording_id: int, number: int) -> tuple[Scene, RackState | None]:
    """The scene of a recording, and what its racks before `number` hand on."""
    head = read.recording_head(db, asker.club_id, recording_id)
    around = scene(head)
    if not game(around.discipline).crosses_racks:
        return around, None
    racks = read.recording(db, asker.club_id, recording_id).racks
    return around, carried_into(around, racks, number)


def charting() -> Charting:
    """The maps of this application."""
    found: Charting = current_app.extensions["charting"]
    return found


def asker_now() -> str:
    """Which window of a browser asks: its own questions replace each other, those of several take turns."""
    return request.headers.get(WINDOW, "")[:40]
