"""Studies on the screen: kept from a shot with a key, set up by hand, found by tag, with an answer."""

import re

from playwright.sync_api import Page, expect

from .desk import SLOW, Hands, open_desk


def test_a_shot_is_kept_as_a_study_and_found_by_its_tag(tab: Page) -> None:
    hands = open_desk(tab, "/recordings/1/racks/1/shots/5")
    hands.key("Shift+Y")
    name = tab.get_by_label("Name")
    expect(name).to_be_focused()
    expect(name).to_have_value("Ladder night 6: Stane v Abara, rack 1, shot 5")
    tab.keyboard.type("The 4 with the 9 near the 5")
    tab.get_by_label("Tags, with commas between").fill("long pot, two balls close")
    tab.keyboard.press("Enter")
    expect(tab.get_by_text("Kept as the study “The 4 with the 9 near the 5”")).to_be_visible()
    tab.goto("/studies")
    tab.get_by_role("button", name=re.compile("two balls close")).click()
    expect(tab.get_by_role("listitem")).to_have_count(1)
    tab.get_by_role("link", name="The 4 with the 9 near the 5", exact=True).last.click()
    expect(tab.get_by_role("link", name="Studies")).to_be_visible()
    expect(tab.get_by_text("on: the 4")).to_be_visible()
    expect(tab.get_by_label("Tags, separated by commas")).to_have_value("long pot, two balls close")


def test_a_position_is_set_up_by_hand_and_answers(tab: Page) -> None:
    tab.goto("/studies/new")
    tab.get_by_label("Name", exact=True).fill("8 and 9 left")
    tab.get_by_role("button", name="Make it, and lay out the balls").click()
    expect(tab.get_by_text("Choose who is at the table.")).to_be_visible()
    tab.get_by_role("button", name=re.compile("Wanda Ekholm")).click()
    tab.get_by_role("button", name=re.compile("Teo Brandvold")).click()
    tab.get_by_role("button", name="Make it, and lay out the balls").click()
    expect(tab.get_by_test_id("table")).to_be_visible()
    hands = Hands(tab)
    hands.click_table(700, 500)
    hands.key("8")
    hands.click_table(1900, 300)
    hands.click_table(2200, 900)
    tab.get_by_label("Notes").fill("two balls")
    tab.get_by_label("Notes").blur()
    hands.saved()
    expect(tab.get_by_text("on: the 8")).to_be_visible()
    hands.key("Shift+Q")
    expect(tab.get_by_test_id("verdict")).to_contain_text(
        re.compile("Attack|Safety|Too close"), timeout=SLOW
    )
    tab.goto("/studies?words=two balls")
    expect(tab.get_by_text("Wanda Ekholm at the table")).to_be_visible()
    tab.get_by_role("link", name="Set-up of 8 and 9 left").click()
    tab.get_by_role("button", name="Remove this study").click()
    tab.get_by_role("button", name="Put it back").click()
    expect(tab.get_by_role("link", name="Open the position")).to_be_visible()
