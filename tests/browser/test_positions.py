"""Positions and pictures laid out by hand at the desk: few actions, and what was put stands."""

import re

from playwright.sync_api import Page, expect

from tests.browser.desk import SNOOKER, Hands, open_desk, rack_data

from .test_games import make_game
from .test_rack_from_empty import make_recording

SPREAD = {
    "cue": (1250, 600), "1": (300, 300), "2": (700, 1000), "3": (1500, 200), "4": (1900, 900),
    "5": (2200, 500), "6": (1100, 250), "7": (2350, 1100), "8": (450, 800), "9": (1750, 640),
}  # fmt: skip
"""Where everything lay after a break, mm."""
LEFT = ("cue", "3", "4", "5", "6", "7", "8", "9")
"""A position of seven balls and the cue ball."""


def shots_of(hands: Hands) -> list[dict]:  # type: ignore[type-arg]
    """The shots that the server holds of the rack on the desk."""
    hands.saved()
    found = re.search(r"recordings/(\d+)/racks/(\d+)", hands.page.url)
    assert found is not None
    shots: list[dict] = rack_data(hands.page, int(found[1]), int(found[2]))["rack"]["shots"]  # type: ignore[type-arg]
    return shots


def on_desk(tab: Page, name: str) -> Hands:
    """The desk with an empty rack of a new recording."""
    make_recording(tab, name)
    return Hands(tab)


def lay_spread(hands: Hands) -> None:
    """A racked nine-ball break and every ball where it ended, on an empty rack."""
    hands.key("t")
    expect(hands.page.get_by_test_id("table")).to_be_visible()
    hands.key("Shift+A")
    for place in SPREAD.values():
        hands.click_table(*place)


def lay_position(hands: Hands) -> None:
    """A position of eight balls on an empty rack, and on to its choices."""
    hands.key("n")
    expect(hands.page.get_by_test_id("table")).to_be_visible()
    hands.click_table(*SPREAD["cue"])
    hands.key("3")
    for ball in LEFT[1:]:
        hands.click_table(*SPREAD[ball])
    hands.saved()
    hands.key("Shift+Q")


def lay_snooker(hands: Hands) -> None:
    """A position of twelve balls at snooker on an empty rack: five reds, the colours and the white."""
    hands.key("n")
    expect(hands.page.get_by_test_id("table")).to_be_visible()
    places = ((700, 900), *((2400 + 90 * k, 500 + 130 * k) for k in range(5)))
    for place in places:
        hands.click_table(*place, SNOOKER)
    hands.page.get_by_role("button", name=re.compile("^yellow")).click()
    hands.actions += 1
    for k in range(6):
        hands.click_table(900 + 380 * k, 300 + 40 * k, SNOOKER)


def test_a_break_with_its_spread_takes_twelve_actions(tab: Page) -> None:
    hands = on_desk(tab, "Spread")
    lay_spread(hands)
    assert hands.actions <= 12
    expect(tab.get_by_role("status").filter(has_text="Every ball is laid out")).to_be_visible()
    (shot,) = shots_of(hands)
    result = shot["shot"]["result"]
    assert shot["shot"]["plan"]["kind"] == "break"
    laid = {"cue": result["cue_end"], **result["moved"]}
    assert set(laid) == set(SPREAD)
    for ball, (x, y) in SPREAD.items():
        assert abs(laid[ball][0] - x) < 4 and abs(laid[ball][1] - y) < 4


def test_a_ball_that_fell_on_the_break_is_its_pocket_in_the_picture(tab: Page) -> None:
    hands = on_desk(tab, "Spread down")
    hands.key("t")
    expect(tab.get_by_test_id("table")).to_be_visible()
    hands.key("Shift+A")
    hands.click_table(1250, 600)
    hands.click_table(2540, 1270)
    hands.key("Shift+S")
    (shot,) = shots_of(hands)
    result = shot["shot"]["result"]
    assert result["potted"] == [{"ball": "1", "pocket": "foot-left"}]
    assert result["moved"] == {}


def test_a_position_from_a_picture_to_its_choices_takes_twelve_actions(tab: Page) -> None:
    hands = on_desk(tab, "Position")
    lay_position(hands)
    assert hands.actions <= 12
    expect(tab.get_by_test_id("fork")).to_be_visible()
    found = re.search(r"recordings/(\d+)/racks", tab.url)
    assert found is not None
    (shot,) = rack_data(tab, int(found[1]), 1)["rack"]["shots"]
    assert shot["review"]["set_up"] and not shot["review"]["ball_in_hand"]
    assert shot["review"]["balls_on"] == ["3"]
    assert abs(shot["review"]["before"]["cue"][0] - SPREAD["cue"][0]) < 4


def test_a_snooker_position_of_twelve_balls_takes_fourteen_actions(tab: Page) -> None:
    make_game(tab, "Snooker")
    hands = Hands(tab)
    lay_snooker(hands)
    assert hands.actions <= 14
    (shot,) = shots_of(hands)
    assert len(shot["review"]["before"]) == 12
    assert shot["review"]["set_up"]


def test_a_small_drag_moves_the_ball(tab: Page) -> None:
    hands = open_desk(tab, "/recordings/1/racks/1/shots/2")
    before = rack_data(tab, 1, 1)["rack"]["shots"][1]["review"]["before"]["6"]
    hands.drag((before[0], before[1]), (before[0] + 9, before[1]))
    hands.saved()
    shot = rack_data(tab, 1, 1)["rack"]["shots"][1]
    assert 5 < shot["review"]["before"]["6"][0] - before[0] < 14
    assert shot["shot"]["plan"]["ball"] == "1"


def test_a_position_says_how_the_rack_stands_and_the_log_answers_beside_it(tab: Page) -> None:
    open_desk(tab, "/recordings/1/racks/1/shots/4")
    tab.get_by_role("button", name="set up as a position").click()
    tab.get_by_label("Where the cue ball is played from").select_option("behind-line")
    expect(tab.get_by_text(re.compile("the position stands"))).to_be_visible()
    expect(tab.get_by_label("How the rack stands")).to_contain_text("in hand behind the line")
    tab.get_by_role("button", name=re.compile("no position")).click()
    expect(tab.get_by_text(re.compile("the position stands"))).not_to_be_visible()


def test_a_stroke_is_raised_mixed_and_bridged_and_the_strike_is_found(tab: Page) -> None:
    hands = open_desk(tab, "/recordings/1/racks/1/shots/2")
    hands.key("k")
    tab.get_by_role("button", name=re.compile("raised, how full")).click()
    tab.get_by_label("Circumstances of the stroke").select_option("rest")
    expect(tab.get_by_role("button", name="with the rest: take back")).to_be_visible()
    tab.get_by_role("button", name="clear tip").click()
    expect(tab.get_by_text(re.compile("not said, found"))).to_be_visible()
    shot = shots_of(hands)[1]["shot"]
    assert shot["plan"]["aids"] == ["rest"] and shot["plan"]["tip"] is None


def test_what_was_seen_of_the_stroke_is_kept_with_the_result(tab: Page) -> None:
    hands = open_desk(tab, "/recordings/1/racks/1/shots/5")
    hands.key("r")
    tab.get_by_role("button", name=re.compile("the stroke on playback")).click()
    tab.get_by_label("Where the tip really struck").select_option("low")
    tab.get_by_label("How the ball was really hit").select_option("thick")
    tab.get_by_label("Faults seen on playback").select_option("steering")
    seen = shots_of(hands)[4]["shot"]["result"]["observed"]
    assert seen == {"tip": ["low"], "contact": "thick", "faults": ["steering"]}
