"""Take the README's pictures from a fresh demo: .venv/bin/python scripts/screenshots.py ADDRESS."""

import sys
from pathlib import Path

from playwright.sync_api import Page, sync_playwright
from tests.browser.conftest import ARGUMENTS, CHROMIUM
from tests.running import Talker

FOLDER = Path(__file__).resolve().parents[1] / "docs" / "screenshots"
SHOT = "SHOT"  # stands for the shot that telling_shot finds
DESK = (1280, 800)
PHONE = (390, 844)
VIEWS: list[tuple[str, str, str, tuple[int, int], str]] = [
    ("today", "/", "", DESK, "daylight"),
    ("desk-strike", SHOT, "k", DESK, "daylight"),
    ("desk-result", SHOT, "r", DESK, "daylight"),
    ("desk-worth", SHOT, "o", DESK, "daylight"),
    ("desk-map", SHOT, ".", DESK, "daylight"),
    ("desk-win", SHOT, ". . . .", DESK, "daylight"),
    ("desk-reading", "/recordings/6/racks/1/shots/4", ". . . . . .", DESK, "daylight"),
    ("story", "/recordings/1/racks/1/story/13", "", DESK, "daylight"),
    ("desk-video", "/recordings/4/racks/1/shots/6", "Shift+P", DESK, "daylight"),
    ("desk-snooker", "/recordings/10/racks/1/shots/13", "r", DESK, "daylight"),
    ("choices", "/recordings/2/racks/1/choices/14", "2 p 1", DESK, "lamplight"),
    ("desk-phone", SHOT, "r", PHONE, "daylight"),
    ("ledger", "/recordings/5/choices", "", DESK, "daylight"),
    ("kicks", "/recordings/1/racks/1/kicks/4", "2", DESK, "daylight"),
    ("numbers", "/numbers/ask?measure=along&by=spin&player=2", "", DESK, "daylight"),
    ("sheet", "/recordings/1/sheet", "", DESK, "daylight"),
    ("model", "/players/6/model", "", DESK, "daylight"),
    ("call", "/recordings/13/racks/1/shots/4/call", "", DESK, "lamplight"),
    ("studies", "/studies", "", DESK, "daylight"),
]


def telling_shot(page: Page, address: str) -> str:
    """The first pot of the demo's match that has a place planned over a rail, and a miss of it."""
    for rack in range(1, 10):
        desk = page.request.get(f"{address}/api/recordings/1/racks/{rack}").json()
        for number, shot in enumerate(desk["rack"]["shots"], start=1):
            plan, review = shot["shot"]["plan"], shot["review"]
            planned = plan["target"]["a"] and plan["via"]
            measured = review["pot"] and review["leave"] and review["keeps_table"]
            if measured and (review["pot"]["pot_distance"] < 400 or review["pot"]["chance"] > 0.97):
                continue
            if planned and measured and abs(review["miss"]["along"]["mm"]) > 60:
                return f"/recordings/1/racks/{rack}/shots/{number}"
    raise RuntimeError("the demo has no such shot")


def work_out(page: Page, address: str, rack: int) -> None:
    """Have the chances of a rack of the demo's match worked out."""
    where = f"{address}/api/recordings/1"
    Talker(address).post("/api/recordings/1/analysis", {"racks": [rack]})
    while page.request.get(f"{where}/racks/{rack}/story").json()["wanted"]:
        page.wait_for_timeout(500)


def decide(page: Page, address: str, recording: int) -> None:
    """Have the decisions of a recording worked out."""
    Talker(address).post("/api/ledger", {"recording": recording})
    while page.request.get(f"{address}/api/ledger?recording={recording}").json()["wanted"]:
        page.wait_for_timeout(1000)


def main(address: str) -> None:
    """Write every picture."""
    FOLDER.mkdir(exist_ok=True)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        first = browser.new_page()
        shot = telling_shot(first, address)
        for rack in {1, int(shot.split("/")[4])}:
            work_out(first, address, rack)
        decide(first, address, 5)
        for name, where, key, (width, height), theme in VIEWS:
            context = browser.new_context(viewport={"width": width, "height": height}, base_url=address)
            page = context.new_page()
            page.goto("/")
            page.evaluate("theme => localStorage.setItem('aretane.theme', theme)", theme)
            page.goto(where.replace(SHOT, shot))
            page.wait_for_load_state("networkidle")
            if name == "choices":
                page.get_by_text("to be worth the best safety").wait_for(timeout=60_000)
                page.get_by_text("first ranking").wait_for(state="detached", timeout=60_000)
            for one in key.split():
                page.keyboard.press(one)
            page.wait_for_timeout(500)
            page.wait_for_load_state("networkidle")
            page.wait_for_timeout(1200)  # strikes are looked for once the shot has not changed for a moment
            if name in ("desk-map", "desk-win"):
                page.get_by_text("lines of equal").wait_for(timeout=60_000)
            if name == "desk-reading":
                page.get_by_test_id("reading").wait_for(timeout=60_000)
            page.screenshot(path=FOLDER / f"{name}.png")
            context.close()
        browser.close()


main(sys.argv[1])
