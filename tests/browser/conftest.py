"""The built application, served as a user gets it, in Debian's Chromium."""

import os
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, Playwright, expect

from aretane.cli.data import load_demo
from aretane.cli.serve import Web, listening
from aretane.demo.library import EVERY
from aretane.demo.scenario import FIXTURES
from aretane.settings import PROJECT, Settings
from aretane.store.database import Address
from aretane.store.instance import free_port
from aretane.store.migrate import migrate

from .desk import SLOW

CHROMIUM = os.environ.get("CHROMIUM", "/usr/bin/chromium-headless-shell")
ARGUMENTS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync",
]  # fmt: skip


# A busy machine may be several times slower than usual; how fast things are is the bench's to say.
LONGEST = 120_000  # ms
expect.set_options(timeout=LONGEST)


@pytest.fixture(scope="session")
def browser(playwright: Playwright) -> Iterator[Browser]:
    running = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
    yield running
    running.close()


@dataclass(frozen=True)
class Served:
    """A running application."""

    url: str
    database: Address


@pytest.fixture(scope="module")
def served(
    empty_address: Address, request: pytest.FixtureRequest, tmp_path_factory: pytest.TempPathFactory
) -> Iterator[Served]:
    """The application with the demo in a database of the module's own: its first ten recordings, or all of
    them where the module has WHOLE_SEASON."""
    assert (PROJECT / "frontend" / "dist" / "index.html").is_file(), "build the pages: ./aretane setup"
    name = request.module.__name__.rsplit(".", 1)[-1]
    address = replace(empty_address, database=f"browser_{name}")
    migrate(address)
    folder = tmp_path_factory.mktemp("data")
    whole = getattr(request.module, "WHOLE_SEASON", False)
    load_demo(address, folder / "videos", EVERY if whole else FIXTURES)
    settings = Settings(folder, None, "127.0.0.1", free_port(), 4, 16 * 1024 * 1024)
    with listening(settings.host, settings.port) as listener:
        url = f"http://127.0.0.1:{listener.getsockname()[1]}"
        web = Web(settings, address, listener)
        with pytest.MonkeyPatch.context() as patch:
            patch.setenv("ARETANE_PATIENCE", str(SLOW // 1000))
            web.start()
        web.wait(f"{url}/")
        yield Served(url, address)
        web.end()


@pytest.fixture
def tab(browser: Browser, served: Served) -> Iterator[Page]:
    """A fresh page at 1280 x 800; the test fails on any error the page reports."""
    context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=served.url)
    context.set_default_timeout(LONGEST)
    page = context.new_page()
    problems: list[str] = []
    page.on("pageerror", lambda error: problems.append(str(error)))
    page.on("console", lambda m: problems.append(m.text) if is_problem(m) else None)
    yield page
    context.close()
    assert problems == []


def is_problem(message: Any) -> bool:
    """An error on the console; refusals that a test asks for are logged by the browser and no error."""
    return message.type == "error" and "Failed to load resource" not in message.text
