"""A recording's video in the store: its parts, files on their way in, and the marks that go with a part.

Reads and writes; each function runs inside the caller's transaction.
"""

import json
from dataclasses import dataclass
from typing import Any

from aretane.core.limits import LATEST

from . import jobs
from .database import Db
from .errors import NotFound, Refused
from .sql import Row, sql

OVERLAP = 0.05
"""s. Parts may overlap by less than this: clocks of cameras are not better."""


@dataclass(frozen=True, slots=True)
class Part:
    """One file of a recording's video. `starts_at_s`: its start on the recording's clock.

    `place`: "kept" by the program under `path`, or in the operator's "folder". Times in s, sizes in
    pixels.
    """

    id: int
    recording_id: int
    name: str
    place: str
    path: str
    bytes: int
    container: str
    codec: str
    width: int
    height: int
    starts_at_s: float
    seconds: float

    @property
    def ends_at_s(self) -> float:
        """Its end on the recording's clock."""
        return self.starts_at_s + self.seconds


@dataclass(frozen=True, slots=True)
class Intake:
    """A file on its way in: "receiving", "checking", or "refused" with the reason in `words`."""

    id: str
    recording_id: int
    name: str
    place: str
    path: str
    bytes: int
    plays: tuple[str, ...]
    state: str
    words: str


def parts(db: Db, club_id: int, recording_id: int) -> list[Part]:
    """The video of a recording, in the order of its clock."""
    return [Part(**row) for row in sql.list_parts(db, club_id=club_id, recording_id=recording_id)]


def part(db: Db, club_id: int, part_id: int) -> Part:
    """One part. Raises NotFound."""
    row = sql.part_by_id(db, club_id=club_id, part_id=part_id)
    if row is None:
        raise NotFound(f"there is no video {part_id}")
    return Part(**row)


def frames(db: Db, club_id: int, part_id: int) -> bytes:
    """When each frame of a part is shown: uint32 little-endian, 0.1 ms. Raises NotFound."""
    row = sql.part_frames(db, club_id=club_id, part_id=part_id)
    if row is None:
        raise NotFound(f"there is no video {part_id}")
    return bytes(row["frames"])


def _intake(row: Row) -> Intake:
    return Intake(**{**row, "plays": tuple(json.loads(row["plays"]))})


def intakes(db: Db, club_id: int, recording_id: int) -> list[Intake]:
    """Files on their way into a recording."""
    return [_intake(row) for row in sql.list_intakes(db, club_id=club_id, recording_id=recording_id)]


def checking(db: Db) -> list[tuple[int, Intake]]:
    """Every file that waits to be examined, with its club."""
    return [(row.pop("club_id"), _intake(row)) for row in list(sql.intakes_checking(db))]


def intake(db: Db, club_id: int, intake_id: str) -> Intake:
    """One file on its way in. Raises NotFound."""
    row = sql.intake_by_id(db, club_id=club_id, intake_id=intake_id)
    if row is None:
        raise NotFound("there is no such upload: it was finished, cancelled or cleaned away")
    return _intake(row)


def add_intake(db: Db, club_id: int, made: Intake) -> int:
    """Note a file before it arrives; returns the club's id. Raises NotFound without the recording."""
    if sql.recording_by_id(db, club_id=club_id, recording_id=made.recording_id) is None:
        raise NotFound(f"there is no recording {made.recording_id}")
    sql.add_intake(
        db, id=made.id, club_id=club_id, recording_id=made.recording_id, name=made.name, place=made.place,
        path=made.path, bytes=made.bytes, plays=json.dumps(made.plays), state=made.state,
    )  # fmt: skip
    return club_id


def set_intake(db: Db, club_id: int, intake_id: str, state: str, words: str = "") -> None:
    """What became of a file so far."""
    sql.set_intake(db, state=state, words=words, club_id=club_id, intake_id=intake_id)


def drop_intake(db: Db, club_id: int, intake_id: str) -> None:
    """Forget a file on its way in."""
    sql.drop_intake(db, club_id=club_id, intake_id=intake_id)


def give_up(db: Db, club_id: int, intake_id: str) -> Intake:
    """Forget a file on its way in and return what was known of it. Raises NotFound."""
    came = intake(db, club_id, intake_id)
    drop_intake(db, club_id, came.id)
    return came


def take_in(
    db: Db, club_id: int, came: Intake, path: str, facts: dict[str, Any], frame_times: bytes
) -> int:
    """An examined file becomes the recording's last part. Returns the part's id.

    Raises Refused where the recording's clock ends before it does.
    """
    starts = max((one.ends_at_s for one in parts(db, club_id, came.recording_id)), default=0.0)
    made = add_part(
        db, club_id, came.recording_id, came.name, came.place, path, came.bytes, facts, frame_times, starts
    )
    drop_intake(db, club_id, came.id)
    return made


def add_part(
    db: Db, club_id: int, recording_id: int, name: str, place: str, path: str, size: int,
    facts: dict[str, Any], frame_times: bytes, starts_at_s: float,
) -> int:  # fmt: skip
    """A part at a time of the recording's clock. `facts` as in `vision.VideoFacts`. Returns its id.

    Raises Refused where it would end later than any mark can be.
    """
    _on_clock(name, starts_at_s, facts["seconds"])
    made: int = sql.add_part(
        db, club_id=club_id, recording_id=recording_id, name=name, place=place, path=path, bytes=size,
        starts_at_s=round(starts_at_s, 4), frames=frame_times, **facts,
    )["id"]  # fmt: skip
    return made


def move_part(db: Db, club_id: int, part_id: int, starts_at_s: float) -> None:
    """Put a part at another time; the marks of its shots go with it, so that log and picture stay in step.

    Raises NotFound, or Refused where it would lie over another part.
    """
    one = part(db, club_id, part_id)
    _locked(db, club_id, one.recording_id)
    _on_clock(one.name, starts_at_s, one.seconds)
    for other in parts(db, club_id, one.recording_id):
        lies_over = starts_at_s < other.ends_at_s - OVERLAP and (
            starts_at_s + one.seconds > other.starts_at_s + OVERLAP
        )
        if other.id != part_id and lies_over:
            words = f"{one.name} would lie over {other.name}, which lasts from {other.starts_at_s:.1f} s"
            raise Refused(f"{words} to {other.ends_at_s:.1f} s: choose a start outside")
    sql.move_part(db, starts_at_s=starts_at_s, club_id=club_id, part_id=part_id)
    by = starts_at_s - one.starts_at_s
    if by == 0.0:
        return
    marked = sql.shots_marked_between(
        db, club_id=club_id, recording_id=one.recording_id, first_s=one.starts_at_s, last_s=one.ends_at_s
    )
    racks = set()
    for shot in list(marked):
        end = None if shot["end_s"] is None else max(0.0, round(shot["end_s"] + by, 4))
        time = max(0.0, round(shot["time_s"] + by, 4))
        if max(time, end or 0.0) > LATEST:
            raise Refused(
                f"a shot marked in {one.name} would lie after {LATEST:.0f} s: choose an earlier start"
            )
        sql.set_marks(db, time_s=time, end_s=end, club_id=club_id, id=shot["id"])
        racks.add(shot["rack_id"])
    for rack_id in sorted(racks):
        sql.touch_rack(db, club_id=club_id, rack_id=rack_id)


def _locked(db: Db, club_id: int, recording_id: int) -> None:
    """Lock a recording and its racks, for what moves their shots."""
    sql.lock_recording(db, club_id=club_id, recording_id=recording_id)
    list(sql.lock_racks(db, club_id=club_id, recording_id=recording_id))


def _on_clock(name: str, starts_at_s: float, seconds: float) -> None:
    if starts_at_s + seconds > LATEST:
        words = f"{name} would end after {LATEST:.0f} s, the end of a recording's clock"
        raise Refused(f"{words}: choose an earlier start")


def remove_part(db: Db, club_id: int, part_id: int) -> None:
    """Take a part out; it can be restored until `leftovers` cleans it away. Raises NotFound."""
    if not sql.mark_part_removed(db, club_id=club_id, part_id=part_id):
        raise NotFound(f"there is no video {part_id}")


def restore_part(db: Db, club_id: int, part_id: int) -> None:
    """Undo `remove_part`. Raises NotFound, or Refused where another part lies there now."""
    if not sql.restore_part(db, club_id=club_id, part_id=part_id):
        raise NotFound("this video is gone for good: add it again")
    one = part(db, club_id, part_id)
    move_part(db, club_id, part_id, one.starts_at_s)


LONGEST_STEP = 24.0
"""h counted at once: a clock that jumps ahead makes nothing a week old."""


def leftovers(db: Db, hours: float) -> list[str]:
    """Drop uploads nobody went on with and parts removed longer ago; returns their files' paths.

    `hours` are counted from one call to the next, at most LONGEST_STEP at a time, whatever the clock says.
    """
    sql.begin_cleaning(db)
    row = sql.hours_since_cleaning(db)
    step = min(LONGEST_STEP, max(0.0, float(row["hours"])))
    sql.note_cleaning(db)
    sql.age_intakes(db, hours=step)
    sql.age_parts(db, hours=step)
    jobs.age(db, step / 24.0)
    paths: list[str] = []
    for row in list(sql.intakes_left_lying(db, hours=hours)):
        sql.drop_intake(db, club_id=row["club_id"], intake_id=row["id"])
        paths.append(row["path"])
    for row in list(sql.parts_removed_long_ago(db, hours=hours)):
        sql.drop_part(db, part_id=row["id"])
        if row["place"] == "kept":
            paths.append(row["path"])
    return paths
