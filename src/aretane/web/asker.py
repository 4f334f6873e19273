"""The one seam that says who is asking. Sign-in will replace `current` and nothing else."""

from collections.abc import Iterator
from contextlib import contextmanager

from flask import current_app

from aretane.store import read
from aretane.store.database import Address, Db, reading, writing
from aretane.store.records import Asker


def _database() -> Address:
    address: Address = current_app.config["DATABASE"]
    return address


def current(db: Db) -> Asker:
    """The member who is asking: for now the first member of the first club."""
    return read.first_member(db)


@contextmanager
def to_read() -> Iterator[tuple[Db, Asker]]:
    """A read-only transaction and who is asking."""
    with reading(_database()) as db:
        yield db, current(db)


@contextmanager
def to_write() -> Iterator[tuple[Db, Asker]]:
    """A writing transaction and who is asking."""
    with writing(_database()) as db:
        yield db, current(db)
