"""A season in the browser: calling shots, an own model, then and now, habits, pictures of charts."""

import re
from pathlib import Path

from playwright.sync_api import Page, expect

from .desk import SLOW
from .test_screens import settled

WHOLE_SEASON = True
CALLED = "/recordings/13/racks/1/shots/4/call"
"""A shot that others called before."""


def test_a_shot_is_called_before_its_result_is_shown(tab: Page) -> None:
    settled(tab, CALLED)
    say = tab.get_by_role("button", name=re.compile("Say it"))
    expect(say).to_be_disabled()
    expect(tab.get_by_text("Nadia Quill")).to_have_count(0)
    tab.get_by_label("Who says").fill("Ida Moor")
    tab.get_by_role("img", name="The table before the shot").click(position={"x": 300, "y": 220})
    expect(tab.locator("[data-mark=said-end]")).to_be_visible()
    tab.get_by_label("Who says").blur()
    for key in ("s", "p", "ArrowUp", "ArrowUp"):
        tab.keyboard.press(key)
    expect(tab.get_by_text("60 %")).to_be_visible()
    tab.keyboard.press("Enter")
    status = tab.get_by_role("status").filter(has_text="You said a pot, 60 %")
    expect(status).to_be_visible()
    expect(status).to_contain_text("from your mark")
    expect(status).to_contain_text("Nadia Quill")
    expect(tab.get_by_role("img", name="The table after the shot")).to_be_visible()
    tab.keyboard.press("n")
    expect(tab).to_have_url(re.compile(r"/racks/1/shots/5/call"))
    expect(tab.get_by_label("Who says")).to_have_value("Ida Moor")
    tab.keyboard.press("b")
    expect(tab.get_by_text("You said a pot, 60 %")).to_be_visible()


def test_judges_are_scored_side_by_side_and_a_chart_is_saved(tab: Page, tmp_path: Path) -> None:
    settled(tab, "/numbers/stated")
    expect(tab.get_by_role("heading", name=re.compile("Nadia Quill"))).to_be_visible(timeout=SLOW)
    expect(tab.get_by_text(re.compile("Nadia Quill less Bram Osei"))).to_be_visible()
    for kind, begins in (("SVG", b"<svg"), ("PNG", b"\x89PNG")):
        with tab.expect_download() as saved:
            tab.get_by_role("button", name=f"Save Stated by Nadia Quill as {kind}").click()
        file = tmp_path / saved.value.suggested_filename
        saved.value.save_as(file)
        assert file.name == f"stated-by-nadia-quill.{kind.lower()}"
        assert file.read_bytes().startswith(begins) and file.stat().st_size > 1500


def test_an_own_model_is_used_and_every_page_says_so(tab: Page) -> None:
    settled(tab, "/players/6/model")
    expect(tab.get_by_text("by the level: club regular")).to_be_visible()
    tab.get_by_label("from", exact=True).fill("2026-10-20")
    tab.get_by_role("button", name="Use the own model").click()
    expect(tab.get_by_text(re.compile("played from 2026-10-20 on are by the own model"))).to_be_visible()
    tab.goto("/recordings/21/racks/1/choices/4")
    expect(tab.get_by_text(re.compile("own model"))).to_be_visible()
    tab.goto("/recordings/14/racks/1/choices/4")  # of September
    expect(tab.get_by_text(re.compile("club regular model"))).to_be_visible()
    settled(tab, "/players/6/model")
    tab.get_by_role("button", name="Back to the level").click()
    expect(tab.get_by_text("by the level: club regular")).to_be_visible()


def test_then_and_now_round_a_recording(tab: Page) -> None:
    settled(tab, "/players/6/then")
    tab.get_by_label("or with").select_option(label="2026-10-23 Eight-ball night: Farrow v Dunmore (Match)")
    expect(tab).to_have_url(re.compile("day=2026-10-23"))
    expect(tab.get_by_role("row", name=re.compile(r"^pots \d"))).to_contain_text("of", timeout=SLOW)
    tab.get_by_role("link", name="Causes").click()
    expect(tab.get_by_role("row", name=re.compile("Fatigue"))).to_contain_text("Told by the player")
    tab.get_by_role("link", name="Where the chance goes").click()
    expect(tab.get_by_text(re.compile("Nothing is worked out yet"))).to_be_visible()
