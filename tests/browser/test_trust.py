"""In the browser: damage mended, conflicts of a rack settled, words kept while typed, troubles told."""

import re
from urllib.parse import urlsplit

import pytest
from playwright.sync_api import Browser, Page, expect

from aretane.store.database import run, writing
from tests.running import Talker

from .conftest import Served
from .desk import Hands, open_desk, rack_data

LATE = 1_000_020


@pytest.fixture
def damaged(served: Served) -> str:
    """A shot of the demo with a mark that cannot be read; its address on the desk."""
    with writing(served.database) as db:
        late = f"UPDATE shot SET time_s = {LATE} WHERE recording_id = 5 AND position = 3"
        run(db, f"SET STATEMENT check_constraint_checks = 0 FOR {late}")
        run(db, "UPDATE rack SET kept = 0 WHERE recording_id = 5")
    return "/recordings/5/racks/1/shots/3"


def test_a_damaged_shot_is_found_from_today_and_mended(tab: Page, damaged: str) -> None:
    tab.goto("/")
    line = tab.get_by_role("link", name=re.compile("damaged.*mark of the strike"))
    expect(line.first).to_be_visible()
    tab.goto("/recordings/5")
    expect(tab.get_by_role("region", name="Damaged")).to_contain_text("is more than 1,000,000")
    tab.get_by_role("region", name="Damaged").get_by_role("link", name="Rack 1, shot 3").click()
    expect(tab).to_have_url(re.compile(damaged))
    expect(tab.get_by_text("This shot cannot be read whole.")).to_be_visible()
    tab.get_by_role("button", name="Keep what can be read").click()
    expect(tab.get_by_text("This shot cannot be read whole.")).to_have_count(0)
    expect(tab.locator("[data-save=saved]")).to_be_visible()
    assert rack_data(tab, 5, 1)["rack"]["shots"][2]["damage"] == []


def test_a_damaged_shot_can_be_removed(tab: Page, damaged: str) -> None:
    before = len(rack_data(tab, 5, 1)["rack"]["shots"])
    hands = open_desk(tab, damaged)
    tab.get_by_role("button", name="Remove the shot").click()
    hands.saved()
    assert len(rack_data(tab, 5, 1)["rack"]["shots"]) == before - 1


def other_saves_the_head(served: Served, page: Page, notes: str) -> None:
    rack = rack_data(page, 1, 2)["rack"]
    body = {"version": rack["version"], "breaker": rack["breaker"], "notes": notes}
    with Talker(served.url) as talker:
        assert talker.ask("PUT", f"/api/racks/{rack['id']}", body).status == 200


def test_a_conflict_on_the_racks_own_fields_is_settled_field_by_field(tab: Page, served: Served) -> None:
    hands = open_desk(tab, "/recordings/1/racks/2/shots/1")
    other_saves_the_head(served, tab, "From the other tab.")
    tab.get_by_label("Notes on the rack").fill("From this tab.")
    dialog = tab.get_by_role("dialog", name="The rack was changed elsewhere")
    expect(dialog).to_contain_text("From the other tab.")
    tab.reload()  # it is still there, and still to be settled
    expect(dialog).to_contain_text("From this tab.")
    dialog.get_by_role("button", name="Merge as chosen").click()
    hands.saved()
    assert rack_data(tab, 1, 2)["rack"]["notes"] == "From this tab."
    other_saves_the_head(served, tab, "Once more.")
    tab.get_by_label("Notes on the rack").fill("Mine again.")
    dialog.get_by_role("button", name="Take what is stored").click()
    hands.saved()
    expect(tab.get_by_label("Notes on the rack")).to_have_value("Once more.")


def test_half_a_word_survives_a_reload_and_is_one_step_of_undo(tab: Page) -> None:
    hands = open_desk(tab, "/recordings/2/racks/5/shots/2")
    hands.key("o")
    tab.get_by_label("Notes", exact=True).press_sequentially("half a wo")
    tab.reload()
    expect(tab.get_by_test_id("table")).to_be_visible()
    hands.key("o")
    expect(tab.get_by_label("Notes", exact=True)).to_have_value("half a wo")
    hands.saved()
    tab.get_by_label("Lesson of this shot").press_sequentially("slower")
    tab.get_by_label("Lesson of this shot").blur()
    hands.key("Control+z")
    expect(tab.get_by_label("Lesson of this shot")).to_have_value("")


def test_leaving_while_it_saves_loses_nothing(tab: Page) -> None:
    hands = open_desk(tab, "/recordings/2/racks/5/shots/3")
    first: list[str] = []

    def hold(route: object) -> None:
        if not first:
            first.append("held")
            tab.wait_for_timeout(1500)
        route.continue_()  # type: ignore[attr-defined]

    tab.route("**/changes", hold)
    hands.key("o")
    tab.get_by_label("Notes", exact=True).fill("sent")
    expect(tab.locator("[data-save=saving]")).to_be_visible()
    tab.get_by_label("Lesson of this shot").fill("entered while it was saving")
    tab.get_by_role("link", name="Aretane, today").click()
    expect(tab.get_by_role("heading", name="Today")).to_be_visible()
    expect(tab.locator("body")).to_be_visible()
    tab.wait_for_timeout(3000)
    shot = rack_data(tab, 2, 5)["rack"]["shots"][2]["shot"]
    assert (shot["notes"], shot["judgement"]["lesson"]) == ("sent", "entered while it was saving")


def test_a_form_keeps_what_was_typed(tab: Page) -> None:
    tab.goto("/recordings/new")
    tab.get_by_label("Title").fill("Ladder night, not yet")
    tab.reload()
    expect(tab.get_by_label("Title")).to_have_value("Ladder night, not yet")
    tab.get_by_role("button", name="Undo what was entered").click()
    expect(tab.get_by_label("Title")).to_have_value("")


def test_what_is_wrong_is_said_on_every_page_and_goes_away(tab: Page) -> None:
    words = "the disk is full: 12 MB are left, 200 MB are needed"
    told = {"troubles": [{"what": "disk", "seconds": 3, "words": words}]}
    tab.route("**/api/state", lambda route: route.fulfill(json=told))
    for path in ("/", "/recordings", "/players", "/recordings/1/racks/1/shots/1"):
        tab.goto(path)
        expect(tab.get_by_role("status", name="What is wrong")).to_contain_text("The disk is full: 12 MB")
    tab.unroute("**/api/state")
    expect(tab.get_by_role("status", name="What is wrong")).to_have_count(0)


def test_a_server_that_is_away_is_told(tab: Page) -> None:
    tab.goto("/players")
    tab.route("**/api/state", lambda route: route.abort())
    expect(tab.get_by_role("status", name="What is wrong")).to_contain_text("It is started again by itself")


def test_a_page_opened_while_nothing_answers_says_why(tab: Page) -> None:
    words = {"troubles": [{"what": "database", "seconds": 4, "words": "the database does not answer"}]}
    tab.route("**/api/session", lambda route: None)  # no answer at all
    tab.route("**/api/state", lambda route: route.fulfill(json=words))
    tab.goto("/players")
    expect(tab.get_by_role("status", name="What is wrong")).to_contain_text("The database does not answer")
    tab.unroute_all(behavior="ignoreErrors")
    tab.reload()
    expect(tab.get_by_role("heading", name="Players")).to_be_visible()


def test_scripts_come_compressed_and_are_kept(tab: Page) -> None:
    seen = {}
    tab.on("response", lambda answer: seen.update({urlsplit(answer.url).path: answer.headers}))
    tab.goto("/")
    scripts = [headers for path, headers in seen.items() if path.endswith(".js")]
    assert scripts
    for headers in scripts:
        assert "immutable" in headers["cache-control"]
    assert any("content-encoding" in headers for headers in scripts)


def test_a_rack_changed_elsewhere_is_not_removed_unseen(
    browser: Browser, served: Served, tab: Page
) -> None:
    tab.goto("/recordings/3")
    remove = tab.get_by_role("button", name="Remove rack 1")
    expect(remove).to_be_visible()
    other = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=served.url).new_page()
    hands: Hands = open_desk(other, "/recordings/3/racks/1/shots/1")
    hands.key("o")
    other.get_by_label("Notes", exact=True).fill("stored meanwhile")
    hands.saved()
    remove.click()
    expect(tab.get_by_role("alert")).to_contain_text("look at it again before removing it")
    assert rack_data(tab, 3, 1)["rack"]["shots"][0]["shot"]["notes"] == "stored meanwhile"
    other.context.close()
