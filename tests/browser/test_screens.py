"""Every screen: accessible by axe in both themes, no sideways scrolling on a phone, a removal undone."""

import re
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from aretane.settings import PROJECT

from .test_shot_desk import first_pot

AXE = PROJECT / "frontend" / "node_modules" / "axe-core" / "axe.min.js"
SCREENS = {
    "today": "/",
    "recordings": "/recordings",
    "new": "/recordings/new",
    "recording": "/recordings/1",
    "filmed": "/recordings/4",
    "video": "/recordings/4/racks/1/shots/6",
    "desk": "/recordings/1/racks/2/shots/5",
    "story": "/recordings/1/racks/2/story",
    "numbers": "/numbers?player=1&against=2",
    "asked": "/numbers/ask?measure=pots&by=cut&player=1&against=2",
    "roses": "/numbers/ask?measure=along&by=spin",
    "sheet": "/recordings/1/sheet",
    "habits": "/players/2/habits",
    "worth": "/players/2/worth",
    "then": "/players/2/then",
    "causes": "/players/2/causes",
    "model": "/players/2/model",
    "call": "/recordings/1/racks/2/shots/5/call",
    "stated": "/numbers/stated",
    "players": "/players",
    "import": "/import",
}


def settled(page: Page, address: str, theme: str = "daylight") -> None:
    page.goto("/")
    page.evaluate("theme => localStorage.setItem('aretane.theme', theme)", theme)
    page.goto(address)
    page.wait_for_load_state("networkidle")


@pytest.mark.parametrize("theme", ["daylight", "lamplight"])
@pytest.mark.parametrize("screen", SCREENS)
def test_axe_finds_nothing(tab: Page, screen: str, theme: str) -> None:
    settled(tab, SCREENS[screen], theme)
    slips = ("i", "k", "r", "o") if screen == "desk" else ("",)
    for slip in slips:
        if slip:
            tab.keyboard.press(slip)
        tab.evaluate(AXE.read_text())
        found: dict[str, Any] = tab.evaluate("() => axe.run(document, {resultTypes: ['violations']})")
        assert [(v["id"], v["nodes"][0]["html"][:200]) for v in found["violations"]] == []


@pytest.mark.parametrize("screen", SCREENS)
def test_a_phone_scrolls_only_downwards(tab: Page, screen: str) -> None:
    tab.set_viewport_size({"width": 390, "height": 844})
    settled(tab, SCREENS[screen])
    wide = "element => Math.max(document.documentElement.scrollWidth, element.scrollWidth)"
    assert tab.locator("main").evaluate(wide) <= 390


def test_the_planted_habit_shows(tab: Page) -> None:
    settled(tab, "/")
    expect(tab.get_by_text(re.compile(r"Joon Abara ends .* shorter than usual"))).to_be_visible()


def test_a_question_is_picked_word_by_word_and_leads_to_its_shots(tab: Page) -> None:
    settled(tab, "/numbers/ask")

    def pick(word: str, **what: str) -> None:
        tab.locator("label", has_text=re.compile(f"^{word}")).locator("select").select_option(**what)

    pick("How about", value="fouls")
    pick("of", label="Priya Castellane")
    pick("by", value="came")
    tab.get_by_label("Only some shots").select_option("hand")
    pick("where cue ball in hand is", value="no")
    expect(tab).to_have_url(re.compile("measure=fouls.*player=5.*by=came.*hand=no"))
    expect(tab.get_by_text("Share of every shot but those left out")).to_be_visible()
    tab.get_by_role("button", name=re.compile("^All")).click()
    shot = tab.locator("li a.go").first
    expect(shot).to_be_visible()
    tab.reload()
    expect(tab.locator("label", has_text="How about").locator("select")).to_have_value("fouls")
    tab.get_by_role("button", name="any cue ball in hand").click()
    expect(tab).not_to_have_url(re.compile("hand="))
    tab.get_by_role("button", name=re.compile("^All")).click()
    tab.locator("li a.go").first.click()
    expect(tab).to_have_url(re.compile(r"/recordings/\d+/racks/\d+/shots/\d+"))


def test_a_sheet_leads_to_the_shot_that_gave_a_rack_away(tab: Page) -> None:
    settled(tab, "/recordings/1")
    tab.get_by_role("link", name="Match sheet").click()
    expect(tab.get_by_role("rowheader", name="Balls a break")).to_be_visible()
    tab.get_by_role("link", name=re.compile("of Joon Abara, shot")).first.click()
    expect(tab).to_have_url(re.compile(r"/recordings/1/racks/\d+/shots/\d+"))


def test_a_removed_rack_is_put_back(tab: Page) -> None:
    settled(tab, "/recordings/2")
    tab.get_by_role("button", name="Remove rack 5").click()
    expect(tab.get_by_role("link", name="Rack 5", exact=True)).to_have_count(0)
    tab.get_by_role("button", name="Put it back").click()
    expect(tab.get_by_role("link", name="Rack 5", exact=True)).to_be_visible()


def test_a_player_is_added_and_a_taken_name_refused(tab: Page) -> None:
    settled(tab, "/players")
    tab.get_by_label("Name of a new player").fill("Joon Abara")
    tab.get_by_role("button", name="Add player").click()
    expect(tab.get_by_role("alert")).to_contain_text("already a player called Joon Abara")
    tab.get_by_label("Name of a new player").fill("Una Birk")
    tab.get_by_role("button", name="Add player").click()
    expect(tab.get_by_label("Name of Una Birk")).to_be_visible()


def test_units_are_the_members_choice(tab: Page) -> None:
    settled(tab, f"/recordings/1/racks/3/shots/{first_pot(tab)}")
    tab.keyboard.press("k")
    tab.keyboard.press("Control+k")
    tab.keyboard.type("inches")
    tab.keyboard.press("Enter")
    expect(tab.get_by_text(re.compile(r"\d in"))).not_to_have_count(0)
