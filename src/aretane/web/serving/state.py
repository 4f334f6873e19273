"""What is wrong with the application at this moment, for pages, log and `./aretane status`: each trouble
with its cause and what is to be done."""

import logging
import shutil
import time
from collections.abc import Callable
from threading import Lock, Thread

import pymysql
from apiflask import APIBlueprint
from flask import current_app
from pydantic import BaseModel

from aretane.settings import Settings
from aretane.store.database import Address, connect, count_as_away, count_as_there
from aretane.work.trouble import Trouble

log = logging.getLogger("aretane")
blueprint = APIBlueprint("state", __name__, url_prefix="/api")

PULSE = 1.0
"""s between two looks at the database that answers, a quarter of it while it does not."""
PULSE_SECONDS = 3
"""A database that needs longer for nothing at all counts as away."""
LOOKS_BEFORE_BREAK = 2
"""Looks in vain after which those who still wait for an answer get the answer that there is none."""
DISK_EVERY = 0.5


class Away(Exception):
    """The database does not answer."""


class Full(Exception):
    """The disk is too full for anything to be stored."""


class TroubleView(BaseModel):
    """One thing that is wrong, for `seconds` s by now."""

    what: str
    seconds: float
    words: str


class StateView(BaseModel):
    """What is wrong; nothing where all is well."""

    troubles: list[TroubleView]


class State:
    """Looks after database and disk. Without `watch` the database counts as answering until a request
    fails."""

    def __init__(self, settings: Settings, database: Address):
        self._settings, self._database = settings, database
        self._lock = Lock()
        self._away_since: float | None = None
        self._watching = False
        self._disk_at, self._free = 0.0, 0
        self._full_since: float | None = None
        self.others: list[Callable[[], Trouble | None]] = []
        """Parts of the application that may have troubles of their own."""

    def watch(self) -> None:
        """Look at the database again and again, beside the requests."""
        self._watching = True
        Thread(target=self._pulse, name="pulse", daemon=True).start()

    def _pulse(self) -> None:
        in_vain = 0
        while True:
            answers = self._answers()
            in_vain = 0 if answers else in_vain + 1
            self._note(answers)
            if answers:
                count_as_there(self._database)
            elif in_vain == LOOKS_BEFORE_BREAK:
                count_as_away(self._database)
            time.sleep(PULSE if self._away_since is None else PULSE / 4)

    def _answers(self) -> bool:
        try:
            db = connect(self._database, seconds=PULSE_SECONDS)
            try:
                with db.cursor() as cursor:
                    cursor.execute("SELECT 1")
            finally:
                db.close()
        except (pymysql.MySQLError, OSError):
            return False
        return True

    def _note(self, answers: bool) -> None:
        with self._lock:
            if answers and self._away_since is not None:
                log.warning("the database answers again after %.0f s", time.monotonic() - self._away_since)
                self._away_since = None
            elif not answers and self._away_since is None:
                self._away_since = time.monotonic()
                log.error("the database does not answer")

    def check_database(self) -> None:
        """Raises Away at once while the database is known not to answer."""
        if self._watching and self._away_since is not None:
            raise Away(self.away_words())

    def check_room(self) -> None:
        """Raises Full where the disk has less room than ARETANE_SPARE_MB."""
        trouble = self._disk()
        if trouble is not None:
            raise Full(trouble.words)

    def away_words(self) -> str:
        """That the database does not answer, and what to do."""
        remedy = (
            "it is looked for again and again; see that the server of ARETANE_DATABASE_URL runs"
            if self._settings.database_url and self._database.unix_socket is None
            else "it is being started again by itself; ./aretane status says more"
        )
        return f"the database does not answer: nothing was stored, {remedy}"

    def _disk(self) -> Trouble | None:
        now = time.monotonic()
        with self._lock:
            if now - self._disk_at > DISK_EVERY:
                self._disk_at = now
                try:
                    self._free = shutil.disk_usage(self._settings.data_dir).free
                except OSError:
                    return None
            if self._free >= self._settings.spare_bytes:
                self._full_since = None
                return None
            self._full_since = self._full_since or now
        room, need = self._free / 1024**2, self._settings.spare_bytes / 1024**2
        words = (
            f"the disk is full: {room:.0f} MB are left, {need:.0f} MB are needed. Nothing is stored until "
            f"there is room on the disk of the data folder; make room, and it goes on by itself"
        )
        return Trouble("disk", self._full_since, words)

    def troubles(self) -> list[Trouble]:
        """Everything that is wrong now."""
        found = [self._disk()]
        if self._away_since is not None:
            found.append(Trouble("database", self._away_since, self.away_words()))
        found += [other() for other in self.others]
        return [one for one in found if one is not None]


def state() -> State:
    """The state of this application."""
    found: State = current_app.extensions["state"]
    return found


@blueprint.get("/state")
@blueprint.output(StateView)
def say() -> StateView:
    """What is wrong at this moment. Asks neither the database nor the disk for long."""
    now = time.monotonic()
    return StateView(
        troubles=[
            TroubleView(what=trouble.what, seconds=round(now - trouble.since, 1), words=trouble.words)
            for trouble in state().troubles()
        ]
    )
