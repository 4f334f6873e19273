"""Asking for the work on a recording, its progress, and a rack's story."""

from typing import Annotated

from apiflask import APIBlueprint
from pydantic import BaseModel, ConfigDict, Field

from aretane.core.review.landed import landed
from aretane.core.review.replay import Step
from aretane.core.review.worth import Worth, turning, worths
from aretane.core.rules import RackState
from aretane.core.runout.appraise import Appraisal
from aretane.core.runout.games import doubtful
from aretane.core.statistics.habits import streaks
from aretane.reviewing.scene import Scene, chained, head_of, replayed, review_stored, scene
from aretane.store import jobs, read
from aretane.store.errors import NotFound
from aretane.store.jobs import Answer
from aretane.store.records import Recording, StoredRack
from aretane.work.shots import appraised

from ...work.questions import Asked, questions
from ..asker import change, runner, to_read
from ..drawn import advised_view
from .views import (
    AnalysisView,
    PartView,
    PlaceView,
    RackProgressView,
    StoryShotView,
    StoryView,
    StreakView,
    TurnView,
)

blueprint = APIBlueprint("analysing", __name__, url_prefix="/api")


class AnalyseBody(BaseModel):
    """Which racks to work out; null: all of the recording."""

    model_config = ConfigDict(extra="forbid")

    racks: Annotated[list[Annotated[int, Field(ge=1, le=1000)]], Field(max_length=1000)] | None = None


@blueprint.post("/recordings/<int:recording_id>/analysis")
@blueprint.input(AnalyseBody)
@blueprint.output(AnalysisView)
def analyse(recording_id: int, json_data: AnalyseBody) -> AnalysisView:
    """Have the shots worked out that are not yet."""
    with to_read() as (db, asker):
        recording = read.recording(db, asker.club_id, recording_id)
    numbers = {rack.number for rack in recording.racks}
    missing = sorted(set(json_data.racks or ()) - numbers)
    if missing:
        raise NotFound(f"there is no rack {missing[0]} in this recording")
    asked = _asked(recording)
    ids = {rack.number: rack.id for rack in recording.racks}
    wanted = [
        (ids[number], one.content)
        for number, rack in asked.items()
        if json_data.racks is None or number in json_data.racks
        for one in rack
        if one.content
    ]
    change(lambda db, asker: jobs.want(db, asker.club_id, recording_id, wanted))
    runner().wake()
    return _progress(asked)


@blueprint.delete("/recordings/<int:recording_id>/analysis")
@blueprint.output(AnalysisView)
def cancel(recording_id: int) -> AnalysisView:
    """Take back what is not begun; what runs is finished and kept."""
    with to_read() as (db, asker):
        asked = _asked(read.recording(db, asker.club_id, recording_id))
    contents = [one.content for rack in asked.values() for one in rack if one.content]
    change(lambda db, asker: jobs.cancel(db, asker.club_id, contents))
    return _progress(asked)


@blueprint.get("/recordings/<int:recording_id>/analysis")
@blueprint.output(AnalysisView)
def progress(recording_id: int) -> AnalysisView:
    """How far the work is."""
    with to_read() as (db, asker):
        recording = read.recording(db, asker.club_id, recording_id)
    return _progress(_asked(recording))


@blueprint.get("/recordings/<int:recording_id>/racks/<int:number>/story")
@blueprint.output(StoryView)
def story(recording_id: int, number: int) -> StoryView:
    """A rack's chances, shot by shot, as far as they are worked out."""
    with to_read() as (db, asker):
        recording = read.recording(db, asker.club_id, recording_id)
        around = scene(recording)
        found = next((pair for pair in chained(around, recording.racks) if pair[0].number == number), None)
        if found is None:
            raise NotFound(f"there is no rack {number} in this recording")
        stored, carried = found
        seen = review_stored(around, stored, carried)
        rack, steps = replayed(around, head_of(stored), [shot.shape for shot in stored.shots], carried)
        asked = questions(around, steps)
        known = jobs.known(db, asker.club_id, [one.content for one in asked if one.content])
    answers = [known.get(one.content) for one in asked]
    appraisals = [appraised(answer) for answer in answers]
    worth = worths(rack, steps, appraisals)
    turns = turning(steps, worth)
    counted = _counted(number, asked, {content: one.state for content, one in known.items()})
    width = 2 * around.table.ball_radius
    first = next((appraisal for appraisal in appraisals if appraisal is not None), None)
    unit = 1.0 if first is None else first.unit
    return StoryView(
        measure="chance" if first is None else first.measure,
        shots=[
            _shot(around.discipline, *entry)
            for entry in zip(steps, asked, answers, appraisals, worth, strict=True)
        ],
        turning=[
            TurnView(
                shot=turn.shot + 1, change=turn.change * unit, part=turn.part,
                began=None if turn.began is None else turn.began + 1,
            )
            for turn in turns
        ],
        streaks=[
            StreakView(player=streak.player, way=streak.way, shots=[k + 1 for k in streak.shots])
            for streak in streaks(steps, seen.measures, width)
        ],
        possible=counted.possible, wanted=counted.wanted, done=counted.done, failed=counted.failed,
        opens=turns[0].shot + 1 if turns else None,
    )  # fmt: skip


def _asked(recording: Recording) -> dict[int, list[Asked]]:
    """The questions of every rack, by its number."""
    around: Scene = scene(recording)

    def of(stored: StoredRack, carried: RackState | None) -> list[Asked]:
        shots = [shot.shape for shot in stored.shots]
        return questions(around, replayed(around, head_of(stored), shots, carried)[1])

    return {stored.number: of(stored, carried) for stored, carried in chained(around, recording.racks)}


def _progress(asked: dict[int, list[Asked]]) -> AnalysisView:
    contents = [one.content for rack in asked.values() for one in rack if one.content]
    with to_read() as (db, asker):
        states = jobs.states(db, asker.club_id, contents)
    return AnalysisView(racks=[_counted(number, rack, states) for number, rack in asked.items()])


def _counted(number: int, asked: list[Asked], states: dict[str, str]) -> RackProgressView:
    there = [states.get(one.content) for one in asked if one.content]
    return RackProgressView(
        number=number, possible=len(there), wanted=sum(one in ("waiting", "running") for one in there),
        done=there.count("done"), failed=there.count("failed"),
    )  # fmt: skip


def _shot(
    discipline: str,
    step: Step,
    asked: Asked,
    found: Answer | None,
    appraisal: Appraisal | None,
    worth: Worth | None,
) -> StoryShotView:
    state = "none" if not asked.content else "unknown" if found is None else found.state
    reason = asked.reason or (found.words if found else "") or (appraisal.reason if appraisal else "")
    unit = 1.0 if appraisal is None else appraisal.unit
    before = None if appraisal is None else appraisal.before
    choice = None if appraisal is None else appraisal.choice
    return StoryShotView(
        state=state, reason=reason,
        before=None if before is None else before.value * unit,
        before_error=None if before is None else doubtful(discipline, before.value, before.error) * unit,
        after=None if worth is None else worth.after.value * unit,
        choice=None if choice is None else choice.value * unit,
        choice_error=None if choice is None else choice.error * unit,
        assumed=[] if appraisal is None else list(appraisal.assumed),
        advised=None if appraisal is None or appraisal.advised is None else advised_view(appraisal.advised),
        parts=[
            PartView(name=one.name, value=one.value * unit, error=one.error * unit, clear=one.clear)
            for one in (worth.parts if worth else ())
        ],
        place=None if appraisal is None or appraisal.place is None else _place(appraisal, step, worth),
    )  # fmt: skip


def _place(appraisal: Appraisal, step: Step, worth: Worth | None) -> PlaceView:
    """The planned place, and whether the cue ball ended there by what was really left."""
    place, unit = appraisal.place, appraisal.unit
    assert place is not None
    left = worth.after.value if worth is not None and appraisal.measure == "chance" else None
    ended = landed(place, step, left)
    return PlaceView(
        worth=place.worth * unit, chance=round(place.chance, 4), held=None if ended is None else ended.held,
        long=None if place.long is None else place.long * unit,
        short=None if place.short is None else place.short * unit, better=place.better,
    )  # fmt: skip
