"""Kicks and banks counted on a table, beside the simulated path."""

from math import degrees
from typing import Annotated, Literal

from apiflask import APIBlueprint
from pydantic import BaseModel, ConfigDict, Field

from aretane.core.aiming.mirror import MOST
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.table import PocketName
from aretane.core.kicks.against import Asked, Kick, NoKick, kicks
from aretane.core.motion import MotionError
from aretane.core.units import mm
from aretane.formats.core_values import point
from aretane.formats.shapes import Ball, Place
from aretane.reviewing.scene import scene, skill_of
from aretane.store import read

from ..asker import to_read
from ..drawn import in_mm, path_view, share
from ..views import PathView, ShareView

blueprint = APIBlueprint("kicking", __name__, url_prefix="/api")
Offset = Annotated[float, Field(ge=-0.35, le=0.35)]


class KickBody(BaseModel):
    """A ball to kick at over so many rails, or with a `pocket` to bank; m/s, tip in ball radii, mm."""

    model_config = ConfigDict(extra="forbid")

    balls: Annotated[dict[Ball, Place], Field(max_length=23)]
    ball: Ball
    pocket: PocketName | None = None
    rails: Annotated[int, Field(ge=1, le=MOST)] = 1
    speed: Annotated[float, Field(ge=0.2, le=12)] = 2.5
    side: Offset = 0.0
    height: Offset = 0.0
    shooter: Annotated[str, Field(max_length=20)] = ""


class RailView(BaseModel):
    """A rail of the simulated path: degrees from square to it at which the ball came and left."""

    rail: str
    came: float
    left: float


class EffectView(BaseModel):
    """What one cause moves the ball by where it should arrive, mm, to the left of its way positive:
    cushions that give back less (rebound), that grip (grip), the bend while it takes up its roll (roll),
    the nose above the ball's middle (nose)."""

    cause: Literal["rebound", "grip", "roll", "nose"]
    off: float


class RailNumbersView(BaseModel):
    """The rail-number count: cue-ball number less third-rail number is the first-rail number."""

    cue: float
    first: float
    third: float
    aim_at: Place


class LeavesView(BaseModel):
    """What the right strike leaves with the player's errors: the chance of a scratch, where the cue ball
    ends, and of a kick the mean share of the ball that cannot be hit straight after it."""

    scratch: ShareView
    ends: list[Place]
    hidden: float | None


class KickView(BaseModel):
    """One count: its rails and contacts (ball centres), what a strike along it does (`paths`), by how far
    that passes (`off`, mm; null: it does not get there), why, and the strike that does it (`right`), its
    aim `turn` degrees to the left of the count's."""

    rails: list[str]
    start: Place
    contacts: list[Place]
    end: Place
    length: float
    numbers: RailNumbersView | None
    paths: list[PathView]
    hits: bool
    off: float | None
    effects: list[EffectView]
    turned: list[RailView]
    right: list[PathView]
    turn: float | None
    chance: float
    left: LeavesView | None


class KicksView(BaseModel):
    """The counts, the shortest first, or the reason why there is none."""

    reason: str
    kicks: list[KickView]


@blueprint.post("/recordings/<int:recording_id>/kicks")
@blueprint.input(KickBody)
@blueprint.output(KicksView)
def kicks_of(recording_id: int, json_data: KickBody) -> KicksView:
    """The counts of a kick or bank on a layout, with the player of a shot."""
    with to_read() as (db, asker):
        around = scene(read.recording_head(db, asker.club_id, recording_id))
    layout = Layout.of({ball: point(place) for ball, place in json_data.balls.items()})
    faults = layout_faults(around.table, layout)
    if faults:
        return KicksView(reason=faults[0].words, kicks=[])
    asked = Asked(
        around.table, layout, json_data.ball, json_data.pocket, json_data.rails, json_data.speed,
        json_data.side, json_data.height, skill_of(around, json_data.shooter), around.physics,
    )  # fmt: skip
    try:
        found = kicks(asked)
    except (NoKick, MotionError) as reason:
        return KicksView(reason=str(reason), kicks=[])
    return KicksView(reason="", kicks=[_view(asked, one) for one in found])


def _view(asked: Asked, kick: Kick) -> KickView:
    start, end = asked.ends
    right = None if kick.right_motion is None else kick.right_motion.trace
    done = kick.motion.first_hit == asked.ball and (
        asked.pocket is None or (asked.ball, asked.pocket) in kick.motion.potted
    )
    return KickView(
        rails=list(kick.mirror.rails), start=in_mm(start), end=in_mm(end),
        contacts=[in_mm(at) for at in kick.mirror.contacts],
        length=round(mm(kick.mirror.length)),
        numbers=None if kick.numbers is None else RailNumbersView(
            cue=round(kick.numbers.cue, 1), first=round(kick.numbers.first, 1),
            third=round(kick.numbers.third, 1), aim_at=in_mm(kick.numbers.aim_at),
        ),
        paths=[path_view(kick.motion.trace, name) for name in kick.motion.trace.moved()], hits=done,
        off=None if kick.off is None else round(mm(kick.off)),
        effects=[EffectView(cause=cause, off=round(mm(off))) for cause, off in kick.effects],  # type: ignore[arg-type]
        turned=[
            RailView(rail=turn.rail, came=round(degrees(turn.came), 1), left=round(degrees(turn.left), 1))
            for turn in kick.turned
        ],
        right=[] if right is None else [path_view(right, name) for name in right.moved()],
        turn=None if kick.turn is None else round(degrees(kick.turn), 2), chance=round(kick.chance, 4),
        left=None if kick.left is None else LeavesView(
            scratch=share(kick.left.scratch), ends=[in_mm(at) for at in kick.left.ends],
            hidden=None if kick.left.hidden is None else round(kick.left.hidden, 3),
        ),
    )  # fmt: skip
