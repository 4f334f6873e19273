"""A position as a page asks about it: the shots of a rack as they stand on the screen, and one of them."""

from typing import Annotated, NamedTuple

from flask import current_app, request
from pydantic import BaseModel, ConfigDict, Field

from aretane.core.choice.decision import ChoiceQuestion
from aretane.core.contest.match import match_chance
from aretane.core.games import game
from aretane.core.limits import LONGEST_LABEL, MOST_SHOTS
from aretane.core.log.shot import Plan, Rack
from aretane.core.review.replay import Step
from aretane.core.rules import RackState
from aretane.core.runout.games import NoRun, Question
from aretane.core.skill import Skill
from aretane.formats.shapes import Depth, ShotShape
from aretane.reviewing.deciding import choice_of
from aretane.reviewing.scene import RackHead, Scene, carried_into, other_skill, replayed, scene
from aretane.store import read
from aretane.store.database import Db
from aretane.store.records import Asker

from ..work.charting import Charting
from .asker import to_read
from .views import MatchView

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


class RaceBody(Body):
    """Racks that the shooter and the other player still need."""

    needs: Annotated[int, Field(ge=1, le=100)]
    other_needs: Annotated[int, Field(ge=1, le=100)]


class RacedBody(OutlookBody):
    """As for any position; `race`: how the race stands before the rack, where there is one."""

    race: RaceBody | None = None

    def match(self, rack: float) -> MatchView | None:
        """What the rack is worth to the match; rack: the chance to win one that has not begun."""
        if self.race is None:
            return None
        mine, theirs = self.race.needs, self.race.other_needs
        won, lost = match_chance(mine - 1, theirs, rack), match_chance(mine, theirs - 1, rack)
        return MatchView(won=round(won, 4), lost=round(lost, 4), rack=round(rack, 4))


class Asked(NamedTuple):
    """The position that is looked at.

    choice: the decision there, without what the shot left. opposed: whether two play against each other;
    then `choice.other` is the other's model, else the shooter's own. agreed: whether the points that win
    were agreed.
    """

    choice: ChoiceQuestion
    opposed: bool
    agreed: bool

    @property
    def question(self) -> Question:
        """What is searched."""
        return self.choice.asked

    @property
    def plan(self) -> Plan:
        return self.choice.plan

    @property
    def other(self) -> Skill | None:
        """The other player's model, in a match of two."""
        return self.choice.other if self.opposed else None


class AtShot(NamedTuple):
    """The shots of a rack as they stand on the screen, replayed in their recording, and the number (from
    0) of one of them."""

    around: Scene
    rack: Rack
    steps: list[Step]
    number: int


def at_shot(recording_id: int, body: OutlookBody) -> AtShot:
    """The shot that is looked at. Raises NoRun where there is none of that number."""
    with to_read() as (db, asker):
        around, carried = before_rack(db, asker, recording_id, body.number)
    rack, steps = replayed(around, RackHead(body.breaker, body.depth), body.shots, carried)
    if body.shot > len(steps):
        raise NoRun("there is no such shot")
    return AtShot(around, rack, steps, body.shot - 1)


def asked_of(recording_id: int, body: OutlookBody) -> Asked:
    """The question of the shot that is looked at. Raises NoRun."""
    around, _, steps, number = at_shot(recording_id, body)
    step = steps[number]
    if step.shot.plan.kind == "break":
        raise NoRun("the break comes first: chances are worked out for what it leaves")
    earlier = steps[number - 1] if number > 0 else None
    return Asked(
        choice_of(around, step, earlier), other_skill(around, step.shot.shooter) is not None,
        around.options.points_to is not None,
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
