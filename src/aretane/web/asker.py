"""The one seam that says who is asking. Sign-in will replace `current` and nothing else."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import TypeVar

from flask import current_app

from aretane.store import read
from aretane.store.database import Address, Db, reading, written
from aretane.store.records import Asker

from ..work.facts import Facts
from ..work.runner import Runner
from .serving.state import state

T = TypeVar("T")


def database() -> Address:
    """Where the data is."""
    address: Address = current_app.config["DATABASE"]
    return address


def runner() -> Runner:
    """The background work of this application."""
    found: Runner = current_app.extensions["runner"]
    return found


def catch_up() -> None:
    """Have racks counted that were changed a moment ago, before a list of them is read."""
    state().check_database()
    facts: Facts = current_app.extensions["facts"]
    if not facts.catch_up():
        runner().note()


def current(db: Db) -> Asker:
    """The member who is asking: for now the first member of the first club."""
    return read.first_member(db)


@contextmanager
def to_read() -> Iterator[tuple[Db, Asker]]:
    """A read-only transaction and who is asking. Raises Away at once while the database does not answer."""
    state().check_database()
    with reading(database()) as db:
        yield db, current(db)


@contextmanager
def to_store() -> Iterator[tuple[Address, Asker]]:
    """Where to store and who is asking, for work that has a transaction of its own. Raises Away or Full
    before it is begun."""
    state().check_room()
    with to_read() as (_, asker):
        pass
    yield database(), asker
    _stored()


def _stored() -> None:
    facts: Facts = current_app.extensions["facts"]
    facts.changed()
    runner().note()


def change(how: Callable[[Db, Asker], T]) -> T:
    """What `how` gives back, its writes committed. It is run again where other writes were in its way, so
    it does nothing but read and write. Raises Away or Full before it is begun."""
    state().check_database()
    state().check_room()
    made = written(database(), lambda db: how(db, current(db)))
    _stored()
    return made
