"""The speed of the hand: starting, measuring, opening a rack, logging."""

import os
import random
import signal
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path
from threading import Event, Thread
from typing import Any
from urllib.parse import urlsplit

from playwright.sync_api import Browser, BrowserContext, Page, expect, sync_playwright
from tests.browser.conftest import ARGUMENTS, CHROMIUM
from tests.browser.desk import Hands
from tests.browser.test_games import log_safeties, make_game
from tests.browser.test_positions import lay_position, lay_snooker, lay_spread
from tests.browser.test_rack_from_empty import BALLS, ENDS, lay_out, make_recording
from tests.running import Talker

from aretane.settings import PROJECT
from aretane.web.positions import WINDOW
from aretane.work.charting import FORGOTTEN

from . import plans, video
from .rows import Row, percentile, seed

STARTS = 3
OPENINGS = 15
ASKED = 5


_talkers: dict[str, Talker] = {}


@contextmanager
def demo(folder: Path) -> Iterator[tuple[str, float]]:
    """./aretane demo as a user runs it: its address and the seconds until it printed it."""
    began = time.perf_counter()
    process = subprocess.Popen(
        ["./aretane", "demo"], cwd=PROJECT, text=True, stdout=subprocess.PIPE,
        env=os.environ | {"ARETANE_DATA_DIR": str(folder)},
    )  # fmt: skip
    assert process.stdout is not None
    try:
        line = next(line for line in process.stdout if "http://" in line)
        yield line[line.index("http://") :].strip().rstrip("/"), time.perf_counter() - began
    finally:
        process.send_signal(signal.SIGINT)
        process.wait(timeout=30)
        process.stdout.close()


def ask(url: str, body: Any = None) -> tuple[Any, float]:
    """The answer and the milliseconds it took."""
    at = urlsplit(url)
    talker = _talkers.setdefault(at.netloc, Talker(f"{at.scheme}://{at.netloc}"))
    path = url.removeprefix(talker.url)
    answer = talker.ask("GET" if body is None else "POST", path, body)
    assert answer.status < 400, (url, answer.status, answer.text[:300])
    return answer.data, answer.ms


def demo_racks(url: str) -> Iterator[tuple[int, Any]]:
    """Every rack of the demo with its recording's number."""
    for recording in ask(f"{url}/api/recordings")[0]["recordings"]:
        for rack in recording["racks"]:
            desk = ask(f"{url}/api/recordings/{recording['id']}/racks/{rack['number']}")[0]
            yield recording["id"], desk["rack"]


def measuring(url: str) -> list[float]:
    """Milliseconds to measure each shot of the demo from nothing stored: it alone, its layout laid out."""
    times = []
    for recording, rack in demo_racks(url):
        for shot in rack["shots"]:
            alone = shot["shot"] | {"layout": {"from": "empty", "balls": shot["review"]["before"]}}
            body = {"breaker": None, "shots": [alone]}
            address = f"{url}/api/recordings/{recording}/preview"
            times.append(ask(address, body)[1])
    return times


def saving(url: str) -> list[float]:
    """Milliseconds to store one changed shot and have its whole rack reviewed again, over the demo."""
    times = []
    for _, rack in demo_racks(url):
        for shot in rack["shots"]:
            changed = shot["shot"] | {"notes": "measured"}
            change = {"id": shot["id"], "version": shot["version"], "shot": changed}
            times.append(ask(f"{url}/api/racks/{rack['id']}/changes", {"shots": [change]})[1])
    return times


def opening(browser: Browser, url: str) -> list[float]:
    """Seconds from asking for a rack's address to balls, measures and rack line on the screen."""
    shown = ('[data-testid="table"] text', 'nav[aria-label="Shots of this rack"] button')
    return [
        _opened(browser, f"{url}/recordings/1/racks/{k % 7 + 1}/shots/3", *shown) for k in range(OPENINGS)
    ]


def opening_empty(browser: Browser, url: str) -> list[float]:
    """Seconds from asking for a page of the same application without content to its frame on the screen."""
    return [_opened(browser, f"{url}/nothing-here", "main") for _ in range(OPENINGS)]


def _opened(browser: Browser, address: str, *shown: str) -> float:
    """Seconds in a fresh browser context from an address to the first of each of these on the screen."""
    page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
    began = time.perf_counter()
    page.goto(address, wait_until="commit")
    for selector in shown:
        page.locator(selector).first.wait_for()
    took = time.perf_counter() - began
    page.context.close()
    return took


def positions(url: str) -> Iterator[dict[str, Any]]:
    """Questions for choices, each about a layout of its own: those of the demo's first recording, every
    object ball a few mm elsewhere, so that no map of another question serves."""
    rng = random.Random(seed(21))
    for recording, rack in demo_racks(url):
        for shot in rack["shots"]:
            balls = shot["review"]["before"]
            if recording != 1 or shot["shot"]["plan"]["kind"] != "direct" or not 4 <= len(balls) <= 8:
                continue
            moved = {
                ball: [x + rng.uniform(-3, 3), y + rng.uniform(-3, 3)] for ball, (x, y) in balls.items()
            }
            alone = shot["shot"] | {
                "layout": {"from": "empty", "balls": moved},
                "result": None,
                "gap": None,
            }
            yield {"number": 1, "breaker": None, "shots": [alone], "shot": 1}


def choices_of(talker: Talker, window: str, body: dict[str, Any]) -> Any:
    """The choices as far as they are, asked from a window of its own."""
    answer = talker.ask("POST", "/api/recordings/1/choices", body, {WINDOW: window})
    assert answer.status == 200, answer.text[:300]
    return answer.data


def first_ranking(talker: Talker, window: str, body: dict[str, Any]) -> float:
    """Seconds until there is a first ranking; the window asks again and again."""
    began = time.perf_counter()
    while not (found := choices_of(talker, window, body))["options"]:
        assert found["stage"] == "waiting", found
        time.sleep(0.02)
    return time.perf_counter() - began


def asking(url: str) -> tuple[float, float]:
    """Median seconds to a first ranking alone, and while another window has its own settled."""
    asked, one, other = positions(url), Talker(url), Talker(url)
    alone, beside = [], []
    for k in range(ASKED):
        alone.append(first_ranking(one, f"alone {k}", next(asked)))
        time.sleep(FORGOTTEN + 1)
        busy, over = next(asked), Event()

        def again(busy: dict[str, Any] = busy, over: Event = over) -> None:
            while not over.is_set():
                choices_of(other, "other", busy)
                time.sleep(0.3)

        first_ranking(other, "other", busy)  # from now on it is being settled
        asker = Thread(target=again)
        asker.start()
        beside.append(first_ranking(one, f"second {k}", next(asked)))
        over.set()
        asker.join()
        time.sleep(FORGOTTEN + 1)
    return statistics.median(alone), statistics.median(beside)


def many_racks(url: str) -> int:
    """A match of thirty racks: the demo's first one over and over, imported. Its number."""
    file = ask(f"{url}/api/recordings/1/file")[0]
    racks = [file["racks"][k % len(file["racks"])] for k in range(30)]
    long = file | {"racks": racks, "match": file["match"] | {"title": "Thirty racks", "race_to": 20}}
    recording: int = ask(f"{url}/api/match-files", long)[0]["recording"]
    return recording


def opening_many(browser: Browser, url: str, recording: int) -> list[float]:
    """Seconds to a rack of that match, useful: balls, rack line and all thirty marks of the score line."""
    times = []
    for turn in range(OPENINGS):
        page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
        began = time.perf_counter()
        page.goto(f"{url}/recordings/{recording}/racks/{2 * turn + 1}/shots/2", wait_until="commit")
        page.locator('[data-testid="table"] text').first.wait_for()
        page.locator('nav[aria-label="Shots of this rack"] button').first.wait_for()
        expect(page.locator('ol[aria-label="Racks of this recording"] li')).to_have_count(30)
        times.append(time.perf_counter() - began)
        page.context.close()
    return times


def counting(lay: Callable[[Hands], None], page: Page, name: str) -> int:
    """The actions that something takes on an empty rack of a new recording."""
    make_recording(page, name)
    hands = Hands(page)
    lay(hands)
    return hands.actions


def safety(page: Page, name: str, kicked: bool = False) -> int:
    """The most actions a routine or kicked safety took, over a rack of safeties with one ball moved in
    each."""
    make_recording(page, name)
    hands = Hands(page)
    lay_out(hands)
    hands.done()
    return log_safeties(hands, kicked)


def logging(page: Page, name: str) -> tuple[int, int, float]:
    """A seven-shot rack from an empty table: the most actions a routine pot took, all actions, seconds."""
    make_recording(page, name)
    hands, worst, began = Hands(page), 0, time.perf_counter()
    lay_out(hands)
    hands.key("3")
    hands.done()
    for index, ball in enumerate("3456789"):
        expect(page.get_by_label("Planned pocket")).not_to_have_value("")
        hands.key("p")
        hands.click_table(*(ENDS[index] if ball != "9" else (800, 640)))
        if ball != "9":
            hands.key("n")
            expect(page.get_by_role("heading", name=f"Shot {index + 2} of")).to_be_visible()
        worst = max(worst, hands.done())
    hands.saved()
    return worst, hands.actions, time.perf_counter() - began


def actions(context: BrowserContext) -> list[Row]:
    """Actions that routine work takes, from keys and clicks as they are counted."""
    pot, whole, seconds = logging(context.new_page(), "Bench Hand")
    safe = safety(context.new_page(), "Bench Safe")
    kicked = safety(context.new_page(), "Bench Kick", kicked=True)
    spread = counting(lay_spread, context.new_page(), "Bench Spread")
    position = counting(lay_position, context.new_page(), "Bench Position")
    page = context.new_page()
    make_game(page, "Snooker")
    lay_snooker(frame := Hands(page))
    return [
        Row("actions to log a routine pot", pot, "actions", 3, "lower", 7,
            "Keys and clicks from one shot to the next, the most over a seven-shot rack."),
        Row("actions to log a routine safety", safe, "actions", 6, "lower", 3,
            "Keys, clicks and drags from one shot to the next, the object ball moved each time, the most."),
        Row("actions to log a kick safety", kicked, "actions", 7, "lower", 3,
            "As above, over a rail first."),
        Row("actions for a nine-ball break with its spread", spread, "actions", 12, "lower", 1,
            "From an empty rack: racked, then each ball where it ended."),
        Row("actions from a picture of eight balls to its choices", position, "actions", 12, "lower", 1,
            "From an empty rack; seven object balls that follow each other."),
        Row("actions for a snooker position of twelve balls", frame.actions, "actions", 14, "lower", 1,
            "From an empty rack: the white, five reds and the colours."),
        Row("a rack from balls on the table, an action a second", whole, "s", 180, "lower", 1,
            f"Laying out {len(BALLS)} balls and seven pots, each key and click taken as one second."),
        Row("actions for a seven-shot rack from an empty table", whole, "actions", 12 + 7 * 5, "lower", 1,
            f"Keys and clicks, laying out {len(BALLS)} balls among them; "
            f"scripted in {seconds:.0f} s; the limit is our own."),
    ]  # fmt: skip


def measure() -> list[Row]:
    """All rows of the area `hand`."""
    with tempfile.TemporaryDirectory() as folder:
        data = Path(folder)
        with demo(data):
            pass
        starts = []
        for _ in range(STARTS):
            with demo(data) as (_, seconds):
                starts.append(seconds)
        with demo(data) as (url, _), sync_playwright() as playwright:
            measured = measuring(url)
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
            opened = opening(browser, url)
            context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=url)
            counted = actions(context)
            many = opening_many(browser, url, many_racks(url))
            filmed = video.rows(browser, url, data)
            empty = opening_empty(browser, url)
            context.close()
            browser.close()
            saved = saving(url)
            alone, beside = asking(url)
    slow = round(percentile(measured, 0.95), 1)
    start, saved_in, opened_in = (round(statistics.median(t), 2) for t in (starts, saved, opened))
    return [
        Row("second start", start, "s", 8, "lower", len(starts),
            "From calling ./aretane demo on data that exist to the printed address, median."),
        Row("measuring a shot at the server, p95", slow, "ms", 50, "lower", len(measured),
            "Each shot of the demo sent alone for review over HTTP on loopback."),
        Row("storing a shot and reviewing its rack, median", saved_in, "ms", 30, "lower", len(saved),
            "Each shot of the demo changed, stored, and its whole rack reviewed, over HTTP."),
        Row("opening a rack in the browser, median", opened_in, "s", 1, "lower", len(opened),
            "A fresh browser context from the address to balls and rack line on the screen; "
            f"the slowest took {max(opened):.2f} s."),
        *counted,
        Row("opening a rack of a 30-rack match, median", round(statistics.median(many), 2), "s", 1, "lower",
            len(many),
            f"As above, and thirty marks in the score line; the slowest took {max(many):.2f} s."),
        Row("opening a rack against opening an empty page", round(opened_in / statistics.median(empty), 2),
            "x", 1.6, "lower", len(empty),
            f"Medians in the same run; the empty page took {statistics.median(empty):.2f} s."),
        Row("a second asker's first ranking against alone", round(beside / alone, 2), "x", 2.5, "lower",
            ASKED, f"Choices of nine-ball while another window has its own settled; alone {alone:.1f} s."),
        *filmed,
        *plans.rows(),
    ]  # fmt: skip


if __name__ == "__main__":
    sys.exit("run ./aretane bench hand")
