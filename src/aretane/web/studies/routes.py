"""Studies: the list, and keeping the position of a shot as one."""

from uuid import uuid4

from apiflask import APIBlueprint

from aretane.core.vocabulary import STUDY
from aretane.formats.match_file import RackShape
from aretane.formats.shapes import ShotShape
from aretane.reviewing.scene import RackHead, head_of, replayed, scene
from aretane.reviewing.studies import position_of
from aretane.store import read, studies, write
from aretane.store.database import Db
from aretane.store.errors import Refused
from aretane.store.records import Asker, Recording

from .. import recorded
from ..asker import change, to_read
from ..drawn import places, table
from ..positions import before_rack
from ..views import CreatedView
from .views import StudiesQuery, StudiesView, StudyBody, StudyView, TagView

blueprint = APIBlueprint("studies", __name__, url_prefix="/api")

PAGE = 24
"""Studies on one page."""


@blueprint.get("/studies")
@blueprint.input(StudiesQuery, location="query")
@blueprint.output(StudiesView)
def listed(query_data: StudiesQuery) -> StudiesView:
    """One page of the studies, the newest first."""
    with to_read() as (db, asker):
        found, total = studies.page(
            db, asker.club_id, query_data.page, PAGE, query_data.words.strip(), query_data.tag
        )
        tags = studies.tags(db, asker.club_id)
    return StudiesView(
        studies=[_line(one) for one in found],
        tags=[TagView(tag=tag, studies=count) for tag, count in tags],
        page=query_data.page, pages=max(1, -(-total // PAGE)), total=total,
    )  # fmt: skip


def _line(study: Recording) -> StudyView:
    around = scene(study)
    rack = study.racks[0] if study.racks else None
    first = rack.shots[0].shape if rack is not None and rack.shots else None
    balls = {}
    if rack is not None and first is not None:
        _, steps = replayed(around, head_of(rack), [first])
        balls = places(steps[0].before)
    damage = [*study.damage, *(words for one in study.racks for shot in one.shots for words in shot.damage)]
    return StudyView(
        id=study.id, title=study.match.title, discipline=study.match.discipline,
        players=recorded.seats(study),
        player=None if first is None else first.shooter,
        balls=balls, table=table(around.table, around.discipline),
        tags=[] if first is None else list(first.tags), notes="" if first is None else first.notes,
        damaged=len(damage),
    )  # fmt: skip


@blueprint.post("/recordings/<int:recording_id>/studies")
@blueprint.input(StudyBody)
@blueprint.output(CreatedView, status_code=201)
def keep(recording_id: int, json_data: StudyBody) -> CreatedView:
    """Keep the position of a shot as a study: the balls, the state of the rack and the plan as they are."""

    def kept(db: Db, asker: Asker) -> int:
        source = read.recording_head(db, asker.club_id, recording_id)
        around, carried = before_rack(db, asker, recording_id, json_data.number)
        head = RackHead(json_data.breaker, json_data.depth)
        _, steps = replayed(around, head, json_data.shots, carried)
        if json_data.shot > len(steps):
            raise Refused(f"there is no shot {json_data.shot} in this rack")
        own = json_data.shots[json_data.shot - 1]
        shot = position_of(around, steps[json_data.shot - 1], own)
        shot = shot.model_copy(update={"tags": json_data.tags, "notes": json_data.notes})
        return _stored(db, asker, source, shot, json_data.title)

    return CreatedView(id=change(kept))


def _stored(db: Db, asker: Asker, source: Recording, shot: ShotShape, title: str) -> int:
    """The new study's number. Of many players the one at the table sits in it alone."""
    match = source.match.model_copy(
        update={"title": title, "kind": STUDY, "notes": "", "race_to": None, "lag": None, "played_on": None}
    )
    seats = [seat for seat in source.seats if len(source.seats) == 2 or str(seat.player_id) == shot.shooter]
    if not seats:
        raise Refused("the player of this shot is not in the recording: add the player to it first")
    made = write.add_recording(
        db, asker.club_id, match, source.table, [(seat.player_id, seat.file_key) for seat in seats]
    )
    rack = RackShape(breaker=None, shots=[shot])
    write.add_rack(db, asker.club_id, made, 1, rack, lambda: str(uuid4()))
    return made
