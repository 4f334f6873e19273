"""A seven-shot rack logged from an empty table by mouse and keyboard, reviewed to percentages."""

import re

from playwright.sync_api import Page, expect

from .desk import Hands, rack_data

BALLS = {"cue": (700, 500), "3": (1270, 300), "4": (2000, 900), "5": (600, 350), "6": (1900, 250),
         "7": (500, 1000), "8": (1300, 1000), "9": (2250, 600)}  # fmt: skip
ENDS = [(1500, 700), (1100, 600), (1400, 400), (900, 700), (1000, 800), (1700, 800)]


def make_recording(page: Page, name: str) -> int:
    page.goto("/recordings/new")
    page.get_by_label("Title").fill("Monday, table 2")
    page.get_by_label("Name of a new player").fill(name)
    page.get_by_role("button", name="Add player").click()
    expect(page.get_by_role("button", name=re.compile(name))).to_have_attribute("aria-pressed", "true")
    page.get_by_role("button", name="Lena Farrow").click()
    page.get_by_role("button", name="Make it, and open the first rack").click()
    expect(page.get_by_text(re.compile("This (rack|frame) has no shots yet"))).to_be_visible()
    found = re.search(r"/recordings/(\d+)/racks/1", page.url)
    assert found
    return int(found[1])


def lay_out(hands: Hands) -> None:
    """Cue ball and seven balls; the next ball of the tray comes to hand by itself."""
    hands.page.get_by_role("button", name="Log the first shot").click()
    hands.actions += 1
    hands.click_table(*BALLS["cue"])
    hands.key("3")
    for ball in "3456789":
        hands.click_table(*BALLS[ball])


def test_a_seven_shot_rack_is_logged_and_counted(tab: Page) -> None:
    recording = make_recording(tab, "Cy Moor")
    hands = Hands(tab)
    lay_out(hands)
    expect(tab.get_by_test_id("table")).to_have_attribute(
        "aria-label", re.compile("cue ball, 3 ball, 4 ball, 5 ball, 6 ball, 7 ball, 8 ball, 9 ball")
    )
    assert hands.done() <= 12
    hands.key("3")  # the first ball; the likeliest pocket is proposed
    for index, ball in enumerate("3456789"):
        expect(tab.get_by_label("Planned pocket")).not_to_have_value("")
        hands.key("p")
        if ball != "9":
            hands.click_table(*ENDS[index])
            hands.key("n")
            expect(tab.get_by_role("heading", name=f"Shot {index + 2} of")).to_be_visible()
        else:
            hands.click_table(800, 640)
        assert hands.done() <= 5
    hands.saved()
    rack = rack_data(tab, recording, 1)["rack"]
    assert len(rack["shots"]) == 7
    assert [s["review"]["flags"] for s in rack["shots"]] == [[]] * 7
    assert rack["over"]
    hands.key("g")
    expect(tab.get_by_text(re.compile("This (rack|frame) has no shots yet"))).to_be_visible()
    assert tab.url.endswith("/racks/2")
    assert rack_data(tab, recording, 2)["rack"]["breaker"] == rack["winner"]  # winner breaks
    tab.goto("/numbers")
    tab.get_by_label("Player").select_option(label="Cy Moor")
    expect(tab.get_by_role("button", name=re.compile("^Pot success")).get_by_text("7 of 7")).to_be_visible()


def test_the_keyboard_alone_is_enough(tab: Page) -> None:
    recording = make_recording(tab, "Di Tarn")
    hands = Hands(tab)
    hands.key("n")
    expect(tab.get_by_role("heading", name="Shot 1 of 1")).to_be_visible()
    hands.key("m")  # the cue ball comes to the middle
    hands.key("Alt+Digit9")
    hands.key("m")  # the 9 beside it: never on top of it
    for key in ("ArrowRight", "ArrowRight", "Shift+ArrowRight", "Shift+ArrowUp"):
        hands.key(key)
    hands.key("Escape")
    hands.key("9")
    hands.key("e")
    hands.key("p")
    hands.key("0")
    hands.key("Shift+ArrowLeft")
    tab.get_by_role("button", name="cue ball").click()
    hands.saved()
    shot = rack_data(tab, recording, 1)["rack"]["shots"][0]
    nine, cue = shot["review"]["before"]["9"], shot["review"]["before"]["cue"]
    assert ((nine[0] - cue[0]) ** 2 + (nine[1] - cue[1]) ** 2) ** 0.5 >= 57.15
    assert shot["shot"]["plan"]["pocket"] == "foot-left"
    assert shot["shot"]["result"]["potted"] == [{"ball": "9", "pocket": "foot-left"}]


def test_balls_move_by_a_millimetre_and_by_a_ball(tab: Page) -> None:
    recording = make_recording(tab, "Ed Holm")
    hands = Hands(tab)
    hands.key("n")
    hands.key("m")
    hands.key("0")
    hands.key("ArrowRight")
    hands.key("Shift+ArrowUp")
    hands.saved()
    cue = rack_data(tab, recording, 1)["rack"]["shots"][0]["review"]["before"]["cue"]
    assert abs(cue[0] - 1271) < 0.051
    assert abs(cue[1] - (635 + 57.15)) < 0.1
    for _ in range(12):
        hands.key("Shift+ArrowUp")
    hands.saved()
    cue = rack_data(tab, recording, 1)["rack"]["shots"][0]["review"]["before"]["cue"]
    assert abs(cue[1] - (1270 - 57.15 / 2)) < 0.1  # held by the cushion
