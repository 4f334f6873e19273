"""Words follow the game or the member's choice, and no screen is half translated."""

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Page, expect

from aretane.core.games.glossary import GLOSSARY
from tests.running import Talker

from .conftest import Served

ONLY_POOL = (
    {t.pool for t in GLOSSARY if t.pool != t.snooker} - {t.snooker for t in GLOSSARY} - {"break", "breaks"}
)
ONLY_SNOOKER = {t.snooker for t in GLOSSARY if t.pool != t.snooker} - {t.pool for t in GLOSSARY}
TWO_MEANINGS = {
    "top",
    "black",
    "double",
    "escape",
    "frame",
    "frames",
    "match",
    "plays",
    "rest",
    "set up",
    "split",
}
TWO_MEANINGS |= {"cushion", "cushions", "snooker", "snookers", "white"}
"""Snooker's words that pool uses too, for other things."""


def spoken(page: Page) -> str:
    """All that a screen says: text, titles, labels, placeholders; not what people wrote."""
    text: str = page.evaluate(
        """() => {
          const said = [];
          const seen = NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT;
          const walk = document.createTreeWalker(document.body, seen);
          for (let node = walk.nextNode(); node; node = walk.nextNode()) {
            if (node.nodeType === 3) {
              const written = node.parentElement.closest('[translate="no"], script, style');
              if (!written) said.push(node.textContent);
              continue;
            }
            for (const name of ["title", "aria-label", "placeholder", "aria-valuetext"])
              if (node.getAttribute(name)) said.push(node.getAttribute(name));
          }
          return said.join("\\n");
        }"""
    )
    return text


def found(text: str, words: set[str]) -> set[str]:
    return {w for w in words if re.search(rf"(?<![\w-]){re.escape(w)}(?![\w-])", text, re.IGNORECASE)}


def screens(page: Page, recording: int) -> Iterator[str]:
    """The screens of a recording, each slip of the desk, the menu and the keys."""
    page.goto(f"/recordings/{recording}")
    expect(page.get_by_role("heading", name="Set-up")).to_be_visible()
    expect(page.get_by_label("Title")).to_be_visible()
    yield spoken(page)
    for shot in (1, 2, 5):
        page.goto(f"/recordings/{recording}/racks/1/shots/{shot}")
        expect(page.get_by_test_id("table")).to_be_visible()
        for key in "ikro":
            page.keyboard.press(key)
            page.wait_for_timeout(350)
            yield spoken(page)
    page.keyboard.press("?")
    expect(page.get_by_role("heading", name="Keys")).to_be_visible()
    yield spoken(page)
    page.keyboard.press("Escape")
    expect(page.get_by_role("heading", name="Keys")).to_have_count(0)
    page.keyboard.press("Control+k")
    expect(page.get_by_placeholder("Type what you want to do")).to_be_visible()
    yield spoken(page)
    page.keyboard.press("Escape")


@pytest.mark.parametrize("recording", [10, 9])
def test_a_snooker_or_english_screen_has_no_word_of_pool(tab: Page, recording: int) -> None:
    for text in screens(tab, recording):
        assert found(text, ONLY_POOL) == set(), text


def test_a_pool_screen_has_no_word_of_snooker(tab: Page) -> None:
    for text in screens(tab, 4):
        assert found(text, ONLY_SNOOKER - TWO_MEANINGS) == set(), text


def choose(page: Page, words: str) -> None:
    page.keyboard.press("Control+k")
    page.get_by_placeholder("Type what you want to do").fill(words)
    page.keyboard.press("Enter")


def test_the_member_chooses_and_names_stay(tab: Page, served: Served) -> None:
    with Talker(served.url) as talker:
        talker.post("/api/players", {"name": "Ruth Banks", "level": "regular"})
    tab.goto("/recordings/1")
    expect(tab.get_by_role("columnheader", name="Rack", exact=True)).to_be_visible()
    choose(tab, "always snooker")
    expect(tab.get_by_role("columnheader", name="Frame", exact=True)).to_be_visible()
    tab.goto("/recordings/new")
    expect(tab.get_by_role("button", name="Ruth Banks")).to_be_visible()
    tab.goto("/recordings/10")
    expect(tab.get_by_role("columnheader", name="Frame", exact=True)).to_be_visible()
    choose(tab, "always pool")
    expect(tab.get_by_role("columnheader", name="Rack", exact=True)).to_be_visible()
    choose(tab, "each game")
    expect(tab.get_by_role("columnheader", name="Frame", exact=True)).to_be_visible()
