"""Keeps the facts of racks up to date: a few at once where a list is asked for, the rest beside the
server."""

import logging
import time
from threading import Event, Thread

import pymysql

from aretane.reviewing import keeping
from aretane.store import facts
from aretane.store.database import Address, reading, written
from aretane.work.aside import Aside, OverBudget

log = logging.getLogger("aretane")

AT_ONCE_SECONDS = 0.15
"""What a list waits for racks that were changed a moment ago."""
SETTLE_SECONDS = 0.4
"""Changes that follow each other are counted together."""
COUNT_SECONDS = 120.0
AGAIN_AFTER = 5.0


class Keeper:
    """The keeper of one server. Its thread starts with `start`; without it lists count what they need."""

    def __init__(self, database: Address, aside: Aside, patience: float = AT_ONCE_SECONDS):
        self._database, self._aside, self._patience = database, aside, patience
        self._change = Event()
        self.warm = Event()
        """Set as soon as shots can be measured without waiting for compiled ball motion."""

    def start(self) -> None:
        """Keep facts up to date from now on."""
        Thread(target=self._work, name="keeper", daemon=True).start()

    def wake(self) -> None:
        """Something was stored."""
        self._change.set()

    def catch_up(self) -> None:
        """Count what was changed a moment ago; what takes longer is left to the thread."""
        if not self.warm.is_set():
            self._change.set()
            return
        deadline = time.monotonic() + self._patience
        while keeping.catch_up(self._database, 1):
            if time.monotonic() > deadline:
                self._change.set()
                return

    def _work(self) -> None:
        told = False
        while True:
            try:
                if not told:
                    written(self._database, lambda db: facts.outdate(db, keeping.MODEL))
                    told = True
                self._count()
            except (pymysql.MySQLError, OverBudget, OSError) as trouble:
                log.warning("facts of racks are not counted: %s", trouble)
                self._change.wait(AGAIN_AFTER)
                continue
            except Exception:
                log.exception("facts of racks are not counted")
                time.sleep(AGAIN_AFTER)
            self._change.wait()
            time.sleep(SETTLE_SECONDS)
            self._change.clear()

    def _count(self) -> None:
        while True:
            with reading(self._database) as db:
                if not facts.waiting(db):
                    return
            self._aside.run(keeping.catch_up, self._database, keeping.AT_ONCE, seconds=COUNT_SECONDS)
