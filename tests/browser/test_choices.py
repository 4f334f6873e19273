"""The choices of a shot on the screen: ranked, settled, picked with keys, pinned, asked again."""

import re

from playwright.sync_api import Page, expect

from .desk import SLOW, open_desk, rack_data

SHOT = "/recordings/2/racks/1/shots/14"
FORK = "/recordings/2/racks/1/choices/14"


def test_from_the_desk_to_the_choices_and_back(tab: Page) -> None:
    hands = open_desk(tab, SHOT)
    expect(tab.get_by_role("link", name="choices")).to_be_visible()
    hands.key("Shift+Q")
    expect(tab).to_have_url(re.compile(FORK))
    verdict = tab.get_by_test_id("verdict")
    expect(verdict).to_contain_text(re.compile("Attack|Safety|Too close"), timeout=SLOW)
    expect(verdict).not_to_contain_text("first ranking", timeout=SLOW)
    branches = tab.get_by_test_id("fork").get_by_role("listitem")
    assert 2 <= branches.count() <= 9
    first = tab.get_by_role("button", name=re.compile("^1: "))
    second = tab.get_by_role("button", name=re.compile("^2: "))
    expect(first).to_have_attribute("aria-pressed", "true")
    hands.key("2")
    expect(second).to_have_attribute("aria-pressed", "true")
    hands.key("p")
    hands.key("ArrowUp")
    expect(first).to_have_attribute("aria-pressed", "true")
    expect(tab.get_by_test_id("told")).to_contain_text("Beside")
    expect(tab.locator("[data-mark=pinned]")).to_be_visible()
    hands.key("Enter")
    expect(tab).to_have_url(re.compile(SHOT))


def test_a_ball_is_dragged_and_the_question_asked_again_without_saving(tab: Page) -> None:
    tab.goto(FORK)
    verdict = tab.get_by_test_id("verdict")
    expect(verdict).to_be_visible(timeout=SLOW)
    before = rack_data(tab, 2, 1)
    ball = tab.locator("[data-testid=preview] [data-ball='9']")
    box = ball.bounding_box()
    assert box is not None
    tab.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    tab.mouse.down()
    tab.mouse.move(box["x"] + 60, box["y"] - 40, steps=4)
    tab.mouse.up()
    expect(tab.get_by_text("another layout than the one recorded")).to_be_visible()
    expect(verdict).to_be_visible(timeout=SLOW)
    assert rack_data(tab, 2, 1) == before
    tab.keyboard.press("Escape")
    expect(tab.get_by_text("another layout than the one recorded")).to_be_hidden()


def test_straight_pool_is_played_for_the_points_of_a_game(tab: Page) -> None:
    tab.goto("/recordings/7/racks/1/choices/3")
    expect(tab.get_by_test_id("verdict")).to_contain_text(
        re.compile("Attack|Safety|Too close"), timeout=SLOW
    )
    expect(tab.get_by_label("Choices")).to_contain_text(
        re.compile(r"chance to win the game.*\d+ to go, the other \d+")
    )


def test_a_frame_has_choices_too_and_says_what_they_leave_out(tab: Page) -> None:
    tab.goto("/recordings/10/racks/1/choices/8")
    expect(tab.get_by_test_id("verdict")).to_contain_text(
        re.compile("Attack|Safety|Too close"), timeout=SLOW
    )
    expect(tab.get_by_label("Choices")).to_contain_text("chance to win the frame")
    expect(tab.get_by_role("note")).to_contain_text("free ball")
