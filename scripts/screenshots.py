"""Take the README's pictures from a fresh demo: .venv/bin/python scripts/screenshots.py ADDRESS."""

import json
import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright
from tests.browser.conftest import ARGUMENTS, CHROMIUM
from tests.examples import example

FOLDER = Path(__file__).resolve().parents[1] / "docs" / "screenshots"
SHOT = "/recordings/1/racks/2/shots/5"
DESK = (1280, 800)
PHONE = (390, 844)
VIEWS: list[tuple[str, str, str, tuple[int, int], str]] = [
    ("today", "/", "", DESK, "daylight"),
    ("desk-plan", SHOT, "i", DESK, "daylight"),
    ("desk-strike", SHOT, "k", DESK, "daylight"),
    ("desk-worth", SHOT, "o", DESK, "daylight"),
    ("desk-lamplight", SHOT, "r", DESK, "lamplight"),
    ("desk-phone", SHOT, "r", PHONE, "daylight"),
    ("keys", SHOT, "?", DESK, "daylight"),
    ("numbers", "/numbers?player=1&against=2", "", DESK, "daylight"),
    ("recording", "/recordings/1", "", DESK, "daylight"),
    ("recordings-new", "/recordings/new", "", DESK, "daylight"),
    ("players", "/players", "", DESK, "daylight"),
]


def faulty_file(page: Page) -> None:
    """The import screen with a file that has faults of several kinds."""
    file = example()
    shots = file["racks"][0]["shots"]
    shots[1]["plan"]["choice"] = "hope"
    shots[2]["shooter"] = "zoe"
    shots[3]["result"]["cue_end"] = [12, 600]
    with tempfile.NamedTemporaryFile("w", suffix=".json") as handle:
        json.dump(file, handle)
        handle.flush()
        page.goto("/import")
        page.get_by_label("Match file").set_input_files(handle.name)
        page.get_by_role("heading", name="3 faults").wait_for()


def main(address: str) -> None:
    """Write every picture."""
    FOLDER.mkdir(exist_ok=True)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        for name, where, key, (width, height), theme in VIEWS:
            context = browser.new_context(viewport={"width": width, "height": height}, base_url=address)
            page = context.new_page()
            page.goto("/")
            page.evaluate("theme => localStorage.setItem('aretane.theme', theme)", theme)
            page.goto(where)
            page.wait_for_load_state("networkidle")
            if key:
                page.keyboard.press(key)
            page.wait_for_timeout(300)
            page.screenshot(path=FOLDER / f"{name}.png")
            context.close()
        page = browser.new_page(viewport={"width": 1280, "height": 800}, base_url=address)
        faulty_file(page)
        page.screenshot(path=FOLDER / "import.png")
        browser.close()


main(sys.argv[1])
