"""Motion on the shot desk: the strike played out, played on the table, and found from a result."""

from playwright.sync_api import Page, expect

from .desk import open_desk
from .test_shot_desk import first_pot

RACK = "/recordings/1/racks/3"


def test_the_strike_slip_plays_the_plan_out(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/{first_pot(tab)}")
    hands.key("k")
    out = tab.get_by_role("region", name="Played out")
    expect(out).to_contain_text("400 strikes played")
    expect(out).to_contain_text("Scratch")
    table = tab.get_by_test_id("table")
    expect(table.locator('[data-mark="ends"] circle').nth(100)).to_be_attached()
    expect(table.locator('[data-mark="planned-motion"] polyline').first).to_be_attached()
    hands.key("h")
    expect(table.locator('[data-mark="ends"]')).to_have_count(0)
    hands.key("h")


def test_a_strike_plays_at_true_speed_slowly_and_stops(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/{first_pot(tab)}")
    hands.key("k")
    expect(tab.get_by_role("region", name="Played out")).to_be_visible()
    hands.key("Shift+V")
    moving = tab.get_by_test_id("moving")
    expect(moving).to_contain_text("at 20 %")
    read = "(e) => [Number(e.dataset.seconds), performance.now() / 1000]"
    first, began = moving.evaluate(read)
    tab.wait_for_timeout(600)
    later, ended = moving.evaluate(read)
    assert 0.1 < (later - first) / (ended - began) < 0.3  # a fifth of the time that passed
    hands.key("Escape")
    expect(moving).to_have_count(0)
    tab.get_by_role("button", name="play V").first.click()
    expect(moving).to_be_visible()
    hands.key("v")
    expect(moving).to_have_count(0)


def test_a_changed_speed_is_played_out_again(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/{first_pot(tab)}")
    hands.key("k")
    out = tab.get_by_role("region", name="Played out")
    expect(out).to_contain_text("400 strikes played")
    was = out.inner_text()
    tab.get_by_role("group", name="Planned speed").get_by_role("button", name="hard").click()
    expect(out).not_to_have_text(was)
    hands.key("Control+z")
    hands.saved()


def test_the_result_shows_how_it_was_probably_struck(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/{first_pot(tab)}")
    hands.key("r")
    found = tab.get_by_role("region", name="Probably struck like this")
    expect(found).to_contain_text("km/h")
    expect(found).to_contain_text("planned")
    expect(
        tab.get_by_test_id("table").locator('[data-mark="found-motion"] polyline').first
    ).to_be_attached()
    expect(tab.get_by_test_id("table").locator('[data-mark="planned-beside"]')).to_be_attached()
    hands.key("v")
    expect(tab.get_by_test_id("moving")).to_be_visible()
    hands.key("Escape")


def test_the_part_of_the_pocket_can_be_meant(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/{first_pot(tab)}")
    hands.key("i")
    part = tab.get_by_label("Part of the pocket, seen from the ball")
    part.select_option("right")
    hands.saved()
    tab.reload()
    expect(part).to_have_value("right")
    part.select_option("")
    hands.saved()
