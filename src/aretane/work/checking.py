"""Examines files that have arrived, one after the other beside the server, and takes them in."""

import logging
from concurrent.futures import Future, ThreadPoolExecutor
from functools import partial
from pathlib import Path
from typing import Any
from uuid import uuid4

from aretane.settings import Settings
from aretane.store import jobs, video
from aretane.store.database import Address, Db, reading, written
from aretane.store.errors import NotFound, Refused
from aretane.vision import NotPlayable
from aretane.vision.apart import Examination, Examined, Stopped, examine_apart

from .runner import AWAY, Kind, Piece, Store

log = logging.getLogger("aretane")

KEEP_HOURS = 24 * 7
"""How long an upload that nobody goes on with, or a removed part, keeps its file."""


class Checking(Kind):
    """A piece is a file that has arrived. What a stopped server left unfinished is taken again."""

    name = "video"
    slots = 1

    def __init__(self, settings: Settings, database: Address):
        self.settings = settings
        self._database = database
        self._pool = ThreadPoolExecutor(1, thread_name_prefix="examine")
        self._under_way: dict[str, Examination] = {}

    def next(self, holder: str) -> Piece | None:
        with reading(self._database) as db:
            arrived = video.checking(db)
        for club_id, came in arrived:
            lease = jobs.Claim("video", club_id, came.id, came.recording_id)
            if came.id not in self._under_way and written(
                self._database, partial(jobs.claim, wanted=lease, holder=holder)
            ):
                return Piece(club_id, (came.id,), came)
        return None

    def submit(self, piece: Piece) -> Future[Any]:
        self._under_way[piece.work.id] = Examination()
        return self._pool.submit(self._examine, piece.club_id, piece.work)

    def progress(self, piece: Piece) -> float:
        return self.share(piece.work.id)

    def look(self, piece: Piece) -> None:
        if not self._still_waits(piece.club_id, piece.work):
            self._under_way[piece.work.id].stop.set()

    def settle(self, piece: Piece, future: Future[Any]) -> Store:
        club_id, came = piece.club_id, piece.work
        self._under_way.pop(came.id, None)
        trouble = future.exception()
        words = "" if trouble is None else future_words(trouble)
        if isinstance(trouble, AWAY):
            log.warning("a video is examined again later: %s", trouble)  # its file stays, and still waits
        elif words:
            self.forget(came)

        def store(db: Db) -> None:
            if words:
                _refuse(db, club_id, came, words)
            elif trouble is None and future.result() is not None:
                _settle(db, club_id, came, future.result())
            jobs.drop(db, club_id, "video", came.id)

        return store

    def given_back(self, piece: Piece, holder: str) -> Store:
        self._under_way.pop(piece.work.id, None)
        return partial(jobs.drop, club_id=piece.club_id, kind="video", content=piece.work.id)

    def share(self, intake_id: str) -> float:
        """Share of the file read so far by this server; 0 where it does not read it."""
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

    def _still_waits(self, club_id: int, came: video.Intake) -> bool:
        """Whether nobody gave it up or settled it since it was asked for."""
        with reading(self._database) as db:
            try:
                return video.intake(db, club_id, came.id).state == "checking"
            except NotFound:
                return False

    def _examine(self, club_id: int, came: video.Intake) -> Examined | None:
        """What the file holds; None where nobody waits for it any more. Raises NotPlayable, NotFound."""
        if not self._still_waits(club_id, came):
            return None
        scratch = self.settings.videos_kept / f"{uuid4()}.frames"
        scratch.parent.mkdir(parents=True, exist_ok=True)
        try:
            return examine_apart(self.file_of(came), set(came.plays), self._under_way[came.id], scratch)
        except Stopped:
            return None


def future_words(trouble: BaseException) -> str:
    """Why a file is refused, in words; nothing where it is to be examined again."""
    if isinstance(trouble, AWAY):
        return ""
    if isinstance(trouble, NotPlayable | NotFound):
        return str(trouble)
    log.error("a video could not be examined", exc_info=trouble)
    return "the video could not be examined: try again"


def _settle(db: Db, club_id: int, came: video.Intake, found: Examined) -> None:
    """Take the file in as a part of its recording; nothing where it was given up in the meantime."""
    try:
        _take_in(db, club_id, came, found)
    except NotFound:
        return
    except Refused as error:
        _refuse(db, club_id, came, str(error))


def _refuse(db: Db, club_id: int, came: video.Intake, words: str) -> None:
    video.set_intake(db, club_id, came.id, "refused", words)


def _take_in(db: Db, club_id: int, came: video.Intake, found: Examined) -> None:
    video.intake(db, club_id, came.id)
    video.take_in(db, club_id, came, came.path, found.facts, found.frames)
