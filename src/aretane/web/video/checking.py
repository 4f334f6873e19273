"""Examines files that have arrived, one after the other beside the server, and takes them in."""

import logging
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from threading import Lock
from uuid import uuid4

import pymysql

from aretane.settings import Settings
from aretane.store import video
from aretane.store.database import Address, Db, reading, written
from aretane.store.errors import Busy, NotFound, Refused, Uncertain
from aretane.vision import NotPlayable
from aretane.vision.apart import Examination, Examined, Stopped, examine_apart

log = logging.getLogger("aretane")

KEEP_HOURS = 24 * 7
"""How long an upload that nobody goes on with, or a removed part, keeps its file."""


class Checking:
    """The examinations of one server. What a stopped server left unfinished is asked for again."""

    def __init__(self, settings: Settings, database: Address):
        self.settings = settings
        self._database = database
        self._pool = ThreadPoolExecutor(1, thread_name_prefix="examine")
        self._lock = Lock()
        self._under_way: dict[str, Examination] = {}

    def begin(self, club_id: int, came: video.Intake) -> None:
        """Have a file examined, unless it is being examined already."""
        with self._lock:
            if came.id in self._under_way:
                return
            self._under_way[came.id] = Examination()
        self._pool.submit(self._run, club_id, came)

    def resume(self) -> None:
        """Have everything examined that a server before this one left waiting."""
        with reading(self._database) as db:
            waiting = video.checking(db)
        for club_id, came in waiting:
            self.begin(club_id, came)

    def share(self, intake_id: str) -> float:
        """Share of the file read so far."""
        at = self._under_way.get(intake_id)
        return at.share if at else 0.0

    def forget(self, came: video.Intake) -> None:
        """Stop an examination and remove a file that was sent; one in the operator's folder stays."""
        at = self._under_way.get(came.id)
        if at:
            at.stop.set()
        if came.place == "kept":
            (self.settings.videos_kept / came.path).unlink(missing_ok=True)

    def file_of(self, came: video.Intake | video.Part) -> Path:
        """Where a file lies. Raises NotFound when it is not there, or lies outside its folder."""
        folder = self.settings.videos_kept if came.place == "kept" else self.settings.video_folder
        if folder is None:
            raise NotFound("the operator no longer allows a folder of videos (ARETANE_VIDEO_FOLDER)")
        path = (folder / came.path).resolve()
        if not path.is_relative_to(folder.resolve()) or not path.is_file():
            raise NotFound(f"the file {came.name} is not where it was: put it back, or add it again")
        return path

    def clean(self) -> None:
        """Remove files that nobody needs any more."""
        paths = written(self._database, lambda db: video.leftovers(db, KEEP_HOURS))
        for path in paths:
            (self.settings.videos_kept / path).unlink(missing_ok=True)

    def _run(self, club_id: int, came: video.Intake) -> None:
        try:
            self._examine(club_id, came)
        except (pymysql.MySQLError, Busy, Uncertain) as trouble:
            log.warning(
                "a video is examined again later: %s", trouble
            )  # its file stays, and it still waits
        except Exception:
            log.exception("a video could not be examined")
            self._refuse(club_id, came, "the video could not be examined: try again")
        finally:
            with self._lock:
                self._under_way.pop(came.id, None)

    def _still_waits(self, club_id: int, came: video.Intake) -> bool:
        """Whether nobody gave it up or settled it since it was asked for."""
        with reading(self._database) as db:
            try:
                return video.intake(db, club_id, came.id).state == "checking"
            except NotFound:
                return False

    def _examine(self, club_id: int, came: video.Intake) -> None:
        if not self._still_waits(club_id, came):
            return
        scratch = self.settings.videos_kept / f"{uuid4()}.frames"
        scratch.parent.mkdir(parents=True, exist_ok=True)
        try:
            path = self.file_of(came)
            found = examine_apart(path, set(came.plays), self._under_way[came.id], scratch)
        except Stopped:
            return
        except (NotPlayable, NotFound) as error:
            self._refuse(club_id, came, str(error))
            return
        try:
            written(self._database, lambda db: _take_in(db, club_id, came, found))
        except NotFound:
            return  # given up in the meantime
        except Refused as error:
            self._refuse(club_id, came, str(error))

    def _refuse(self, club_id: int, came: video.Intake, words: str) -> None:
        self.forget(came)
        written(self._database, lambda db: video.set_intake(db, club_id, came.id, "refused", words))


def _take_in(db: Db, club_id: int, came: video.Intake, found: Examined) -> None:
    video.intake(db, club_id, came.id)
    video.take_in(db, club_id, came, came.path, found.facts, found.frames)
