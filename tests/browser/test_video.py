"""The recording in step: the picture at the desk, marks, the pencil, uploads that break off, WebVTT."""

import re
from pathlib import Path

import av
import numpy as np
from playwright.sync_api import Page, Route, expect

from tests.videos import make_video

from .desk import Hands, open_desk, rack_data

FILMED = "/recordings/4/racks/1/shots"
"""The demo's recording with a film and the log in step."""

STANDS = "[...document.querySelectorAll('video')].every((v) => v.readyState >= 2 && !v.seeking)"


def picture_at(page: Page, seconds: str) -> None:
    """The player stands at a frame's time, and the frame is on the screen."""
    expect(page.get_by_test_id("clock")).to_have_text(seconds)
    for _ in range(600):
        if page.evaluate(STANDS):
            break
        page.wait_for_timeout(50)
    else:
        raise AssertionError("the picture does not load")
    expect(page.get_by_test_id("clock")).to_have_text(seconds)


def frame(page: Page) -> int:
    return int(page.get_by_test_id("picture").get_attribute("data-frame") or -1)


def clock_of(page: Page) -> str:
    return page.get_by_test_id("clock").inner_text()


def as_clock(seconds: float) -> str:
    return f"{int(seconds // 60)}:{int(seconds % 60):02d}.{int(seconds * 100 + 1e-6) % 100:02d}"


def test_the_picture_goes_with_the_shot_and_back(tab: Page) -> None:
    hands = open_desk(tab, f"{FILMED}/1")
    shots = [one["shot"] for one in rack_data(tab, 4, 1)["rack"]["shots"]]
    picture_at(tab, as_clock(shots[0]["time_s"]))
    hands.key("n")
    picture_at(tab, as_clock(shots[1]["time_s"]))
    start = frame(tab)
    hands.key("'")
    expect(tab.get_by_test_id("picture")).to_have_attribute("data-frame", str(start + 1))
    for back in (start, start - 1):
        hands.key(";")
        expect(tab.get_by_test_id("picture")).to_have_attribute("data-frame", str(back))
    hands.key("Shift+Z")  # a frame before the second shot is struck, the picture shows the first
    expect(tab.get_by_role("heading", name="Shot 1 of")).to_be_visible()
    hands.key("z")
    picture_at(tab, as_clock(shots[0]["time_s"]))
    tab.goto("/recordings/4/racks/2/shots/3")
    second = rack_data(tab, 4, 2)["rack"]["shots"][2]["shot"]
    picture_at(tab, as_clock(second["time_s"]))
    expect(tab.get_by_text("part 2/2")).to_be_visible()


def test_it_plays_slowly_in_a_loop_and_pauses(tab: Page) -> None:
    hands = open_desk(tab, f"{FILMED}/2")
    shot = rack_data(tab, 4, 1)["rack"]["shots"][1]["shot"]
    picture_at(tab, as_clock(shot["time_s"]))
    for _ in range(4):
        hands.key("-")
    expect(tab.get_by_role("button", name="Plays at 1/8")).to_have_attribute("aria-pressed", "true")
    hands.key("Space")
    expect(tab.get_by_role("button", name="Pause")).to_be_visible()
    assert tab.evaluate("[...document.querySelectorAll('video')].some((v) => v.playbackRate === 0.125)")
    for _ in range(4):
        hands.key("=")
    hands.key("l")
    seen: set[float] = set()
    long = shot["end_s"] - shot["time_s"]
    for _ in range(int(long * 10 + 25)):
        tab.wait_for_timeout(100)
        minutes, seconds = clock_of(tab).split(":")
        seen.add(int(minutes) * 60 + float(seconds))
    hands.key("Space")
    expect(tab.get_by_role("button", name="Play", exact=True)).to_be_visible()
    assert min(seen) >= shot["time_s"] - 0.06
    assert max(seen) <= shot["end_s"] + 1.0  # a busy machine drops frames; without a loop it is seconds
    assert max(seen) - min(seen) > long / 2


def test_a_mark_is_one_key_and_one_undo(tab: Page) -> None:
    hands = open_desk(tab, f"{FILMED}/3")
    before = rack_data(tab, 4, 1)["rack"]["shots"][2]["shot"]
    picture_at(tab, as_clock(before["time_s"]))
    hands.key("'")
    hands.key("'")
    tab.wait_for_timeout(300)
    hands.key("u")
    hands.saved()
    after = rack_data(tab, 4, 1)["rack"]["shots"][2]["shot"]
    assert 0.06 < after["time_s"] - before["time_s"] < 0.1
    hands.key("z")
    picture_at(tab, as_clock(after["time_s"]))
    hands.key("Control+z")
    hands.saved()
    assert rack_data(tab, 4, 1)["rack"]["shots"][2]["shot"] == before
    hands.key("r")
    expect(tab.get_by_text(re.compile(r"the shot took \d+\.\d s"))).to_be_visible()


def test_picture_and_table_change_places_and_both_still_work(tab: Page) -> None:
    hands = open_desk(tab, f"{FILMED}/2")
    expect(tab.get_by_test_id("picture")).to_be_visible()
    hands.key("Shift+P")
    tab.wait_for_timeout(300)
    picture, table = (tab.get_by_test_id(name).bounding_box() for name in ("picture", "table"))
    assert picture is not None and table is not None
    assert picture["width"] > 2 * table["width"]
    start = frame(tab)
    hands.key("'")
    expect(tab.get_by_test_id("picture")).to_have_attribute("data-frame", str(start + 1))
    hands.key("Shift+P")
    hands.key("Shift+R")
    expect(tab.get_by_test_id("picture")).to_have_count(0)
    hands.key("Shift+R")
    expect(tab.get_by_test_id("picture")).to_be_visible()


def test_pencil_marks_stay_with_their_shot_and_can_be_hidden_undone_and_cleared(tab: Page) -> None:
    hands = open_desk(tab, f"{FILMED}/4")
    hands.key("Shift+L")
    hands.drag((300, 300), (900, 800))
    hands.key("Shift+O")
    box = tab.get_by_test_id("picture").bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    tab.mouse.move(x, y)
    tab.mouse.down()
    for dx, dy in ((40, 0), (40, 30), (0, 30)):
        tab.mouse.move(x + dx, y + dy, steps=3)
    tab.mouse.up()
    hands.key("Escape")
    hands.saved()
    drawn = rack_data(tab, 4, 1)["rack"]["shots"][3]["shot"]["drawings"]
    assert [(one["on"], one["kind"]) for one in drawn] == [("table", "line"), ("picture", "zone")]
    assert drawn[0]["points"][0] == [300, 300]
    tab.reload()
    expect(tab.locator('[data-mark=drawn] path[data-kind="zone"]')).to_have_count(1)
    expect(tab.locator('[data-mark=drawn] path[data-kind="line"]')).to_have_count(1)
    hands.key("Shift+H")
    expect(tab.locator("[data-mark=drawn] path")).to_have_count(0)
    hands.key("Shift+H")
    hands.key("Shift+K")
    expect(tab.locator("[data-mark=drawn] path")).to_have_count(0)
    hands.key("Control+z")
    expect(tab.locator("[data-mark=drawn] path")).to_have_count(2)
    hands.key("Shift+K")
    hands.saved()
    hands.key("n")
    expect(tab.locator("[data-mark=drawn] path")).to_have_count(0)


def test_a_hidden_result_stays_hidden_in_the_picture_too(tab: Page) -> None:
    hands = open_desk(tab, f"{FILMED}/2")
    shot = rack_data(tab, 4, 1)["rack"]["shots"][1]["shot"]
    assert shot["judgement"]["decision"] is None
    hands.key("Shift+B")
    picture_at(tab, as_clock(shot["time_s"]))
    hands.key("Space")
    tab.wait_for_timeout(900)
    picture_at(tab, as_clock(shot["time_s"]))
    hands.key("Shift+Quote")
    tab.wait_for_timeout(300)
    picture_at(tab, as_clock(shot["time_s"]))
    hands.key("Shift+B")


def large_video(path: Path) -> None:
    """A video of more than two upload pieces: noise, hardly packed."""
    rng = np.random.default_rng(5)
    with av.open(str(path), "w") as target:
        stream = target.add_stream("libx264", rate=25, options={"crf": "1", "preset": "ultrafast"})
        stream.width, stream.height, stream.pix_fmt = 640, 360, "yuv420p"
        noise = [rng.integers(0, 256, (360, 640, 3), dtype=np.uint8) for _ in range(4)]
        for number in range(60):
            target.mux(stream.encode(av.VideoFrame.from_ndarray(noise[number % 4], "rgb24")))
        target.mux(stream.encode())
    assert path.stat().st_size > 17_000_000


def test_an_upload_that_breaks_off_goes_on_after_a_reload(tab: Page, tmp_path: Path) -> None:
    large_video(tmp_path / "night.mp4")
    pieces = []

    def break_off(route: Route) -> None:
        pieces.append(route.request.headers.get("upload-offset"))
        if len(pieces) > 1:
            route.abort()
        else:
            route.continue_()

    tab.goto("/recordings/3")
    tab.route(re.compile("/api/uploads/"), break_off)
    tab.get_by_label("Add a video file").set_input_files(tmp_path / "night.mp4")
    for _ in range(300):
        arrived = [one["arrived"] for one in tab.request.get("/api/recordings/3/video").json()["intakes"]]
        if arrived == [8 * 1024 * 1024]:
            break
        tab.wait_for_timeout(100)
    assert arrived == [8 * 1024 * 1024]
    tab.reload()
    expect(tab.get_by_text("stopped at 8.4 MB")).to_be_visible()
    tab.unroute(re.compile("/api/uploads/"))
    sent: list[str] = []
    tab.on(
        "request",
        lambda r: sent.append(r.headers["upload-offset"]) if "upload-offset" in r.headers else None,
    )
    tab.get_by_label("Add a video file").set_input_files(tmp_path / "night.mp4")
    expect(tab.get_by_role("button", name="take out night.mp4")).to_be_visible()
    assert sent[0] == str(8 * 1024 * 1024)
    expect(tab.get_by_text("640 × 360")).to_be_visible()


def test_what_is_no_video_is_named_and_leaves_the_page_as_it_was(tab: Page, tmp_path: Path) -> None:
    (tmp_path / "notes.mp4").write_text("Thursday, table 2\n" * 30)
    (tmp_path / "empty.webm").touch()
    make_video(tmp_path / "old.mp4", "mpeg4")
    tab.goto("/recordings/2")
    adding = tab.get_by_label("Add a video file")
    for name, words in (
        ("notes.mp4", "notes.mp4 is not a video in WebM, MP4 or Ogg"),
        ("empty.webm", "empty.webm is empty"),
        ("old.mp4", "browsers do not play MPEG4 in MP4. Convert it to WebM with VP9"),
    ):
        adding.set_input_files(tmp_path / name)
        expect(tab.get_by_role("alert").filter(has_text=words)).to_be_visible()
        tab.get_by_role("button", name="put away").click()
        expect(tab.get_by_test_id("coming")).to_have_count(0)
    assert tab.request.get("/api/recordings/2/video").json()["parts"] == []


def test_the_browser_reads_the_chapters_as_they_were_written(tab: Page) -> None:
    """Chromium's own WebVTT parser is the reference."""
    tab.goto("/recordings/4")
    href = tab.get_by_role("link", name="chapters").first.get_attribute("href")
    cues = tab.evaluate(
        """async (src) => {
          const video = document.createElement("video");
          const track = Object.assign(document.createElement("track"), { kind: "chapters", src });
          document.body.append(video); video.append(track); track.track.mode = "hidden";
          await new Promise((done, fail) => { track.onload = done; track.onerror = fail; });
          return [...track.track.cues].map((c) => [c.id, c.startTime, c.endTime, c.text]);
        }""",
        href,
    )
    shots = [one["shot"] for one in rack_data(tab, 4, 1)["rack"]["shots"]]
    assert [cue[0] for cue in cues] == ["rack 1", *(f"rack 1 shot {k + 1}" for k in range(len(shots)))]
    for cue, shot in zip(cues[1:], shots, strict=True):
        assert abs(cue[1] - shot["time_s"]) < 0.0006
        assert abs(cue[2] - shot["end_s"]) < 0.0006
    assert "Wanda Ekholm, break" in cues[1][3]


def test_the_video_needs_no_more_room_on_a_phone(tab: Page) -> None:
    tab.set_viewport_size({"width": 390, "height": 780})
    Hands(tab)
    for address in (f"{FILMED}/2", "/recordings/4"):
        tab.goto(address)
        tab.wait_for_timeout(500)
        assert tab.evaluate("document.documentElement.scrollWidth") <= 390
