"""One private database server for the whole run, a fresh database for each test that asks."""

from collections.abc import Iterator
from dataclasses import replace
from itertools import count
from pathlib import Path

import hypothesis
import pytest

from aretane.settings import Settings
from aretane.store import instance, write
from aretane.store.database import Address, writing
from aretane.store.migrate import migrate
from tests import clients

_numbers = count(1)
hypothesis.settings.register_profile("here", deadline=None)  # how fast things are is the bench's to say
hypothesis.settings.load_profile("here")


@pytest.fixture(scope="session")
def server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[instance.Instance]:
    running = instance.start(tmp_path_factory.mktemp("database"))
    yield running
    for runner in clients.runners:
        runner.stop()
    running.stop()


@pytest.fixture(scope="session")
def empty_address(server: instance.Instance) -> Address:
    """An address whose database name is to be replaced."""
    return Address.parse(server.url("aretane"))


@pytest.fixture
def database(empty_address: Address) -> Address:
    """A migrated database of its own with nothing in it."""
    address = replace(empty_address, database=f"test_{next(_numbers)}")
    migrate(address)
    return address


@pytest.fixture
def club(database: Address) -> int:
    """The id of a club in `database`."""
    with writing(database) as db:
        return write.add_club(db, "Test club", "Tester")


@pytest.fixture
def settings(tmp_path: Path) -> Settings:
    return Settings(tmp_path, None, "127.0.0.1", 8640, 4, 16 * 1024 * 1024, patience=clients.LONG)


LONG = (
    "trust/test_running", "cli/test_commands", "choice/test_known", "web/test_choosing",
    "choice/test_points", "browser/test_ledger", "choice/test_decision", "browser/test_screens",
)  # fmt: skip
"""Files that take longest: begun first, so that no process is left alone with one of them at the end."""


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    def place(item: pytest.Item) -> int:
        path = item.path.as_posix()
        return next((k for k, name in enumerate(LONG) if path.endswith(f"{name}.py")), len(LONG))

    items.sort(key=place)
