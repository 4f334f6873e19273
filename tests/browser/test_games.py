"""Other games at the desk: their balls, racks, options and rulings, by mouse and keys."""

import re

from playwright.sync_api import Page, expect

from .desk import Hands, open_desk, rack_data
from .test_rack_from_empty import BALLS, lay_out, make_recording


def make_game(page: Page, rules: str, **options: str) -> int:
    """A recording of a game by Mirela and Joon, made in the set-up form."""
    page.goto("/recordings/new")
    page.get_by_label("Title").fill(f"{rules} by hand")
    page.get_by_label("Rules").select_option(label=rules)
    for name in ("Mirela Stane", "Joon Abara"):
        page.get_by_role("button", name=name).click()
    if options:
        page.get_by_text("What was agreed").click()
    for label, choice in options.items():
        page.get_by_label(label).select_option(label=choice)
    page.get_by_role("button", name="Make it, and open the first rack").click()
    expect(page.get_by_text(re.compile("This (rack|frame) has no shots yet"))).to_be_visible()
    found = re.search(r"/recordings/(\d+)/racks/1", page.url)
    assert found
    return int(found[1])


SAFE = [BALLS["3"], (1500, 260), (1650, 420), (1500, 520)]


def log_safeties(hands: Hands, kicked: bool = False) -> int:
    """Three safeties that each move the 3: the most actions one took. `kicked`: over a rail first."""
    worst = 0
    for turn in range(len(SAFE) - 1):
        hands.key("3")
        hands.key("c")
        if kicked:
            hands.key("Shift+X")
        hands.key("x")
        hands.click_table(700 + 60 * turn, 640)
        hands.drag(SAFE[turn], SAFE[turn + 1])
        hands.key("n")
        expect(hands.page.get_by_role("heading", name=f"Shot {turn + 2} of")).to_be_visible()
        worst = max(worst, hands.done())
    hands.saved()
    return worst


def test_a_routine_safety_takes_at_most_six_actions(tab: Page) -> None:
    recording = make_recording(tab, "Fi Lund")
    hands = Hands(tab)
    lay_out(hands)
    hands.done()
    assert log_safeties(hands) <= 6
    shots = rack_data(tab, recording, 1)["rack"]["shots"]
    assert [s["shot"]["plan"]["choice"] for s in shots[:3]] == ["safety"] * 3
    assert all("3" in s["shot"]["result"]["moved"] for s in shots[:3])
    assert [s["review"]["flags"] for s in shots[:3]] == [[]] * 3


def test_a_kick_safety_takes_at_most_seven_actions(tab: Page) -> None:
    recording = make_recording(tab, "Gia Moss")
    hands = Hands(tab)
    lay_out(hands)
    hands.done()
    assert log_safeties(hands, kicked=True) <= 7
    plans = [s["shot"]["plan"] for s in rack_data(tab, recording, 1)["rack"]["shots"][:3]]
    assert [(plan["kind"], plan["choice"]) for plan in plans] == [("kick", "safety")] * 3


def test_red_and_black_by_keys_and_the_black_comes_back_by_itself(tab: Page) -> None:
    recording = make_game(tab, "Snooker")
    hands = Hands(tab)
    tab.get_by_role("button", name="Log the first shot").click()
    hands.key("t")
    hands.key("x")
    tab.get_by_test_id("table").hover()
    hands.key("m")
    hands.saved()
    rack = rack_data(tab, recording, 1)
    assert rack["table"]["d_radius"] == 292
    assert len(rack["rack"]["shots"][0]["review"]["before"]) == 22
    hands.key("r")
    hands.key("0")
    hands.key("m")
    hands.key("n")
    hands.key("1")  # a red
    expect(tab.get_by_label(re.compile("How the (rack|frame) stands"))).to_contain_text("on: a red")
    hands.key("e")
    hands.key("p")
    hands.key("0")
    hands.key("m")
    hands.key("n")
    expect(tab.get_by_label(re.compile("How the (rack|frame) stands"))).to_contain_text("on: a colour")
    hands.key("7")  # the black, by its points
    hands.key("d")
    hands.key("p")
    expect(tab.get_by_text("the black (spotted)")).to_be_visible()
    hands.key("0")
    hands.key("m")
    hands.saved()
    shots = rack_data(tab, recording, 1)["rack"]["shots"]
    assert shots[2]["review"]["points"] == {shots[2]["shot"]["shooter"]: 7}
    assert shots[2]["shot"]["result"]["moved"]["black"] == [3245.0, 889.0]
    hands.key("n")
    expect(tab.get_by_label(re.compile("How the (rack|frame) stands"))).to_contain_text("break of 8")


def test_agreed_options_reach_the_rules(tab: Page) -> None:
    recording = make_game(
        tab, "Nine-ball", **{"The break must": "Three balls down or past the head string"}
    )
    hands = Hands(tab)
    tab.get_by_role("button", name="Log the first shot").click()
    hands.key("t")
    hands.key("r")
    tab.get_by_role("button", name="5 ball").click()
    hands.key("e")
    tab.get_by_label("past the head string").fill("1")
    tab.get_by_label("past the head string").blur()
    expect(tab.get_by_text("make 2 points, 3 needed")).to_be_visible()
    tab.get_by_role("button", name="ruled otherwise at the table").click()
    tab.get_by_label("Reason of the ruling").fill("the referee counted three")
    tab.get_by_label("Reason of the ruling").blur()
    tab.get_by_role("group", name="Who plays next by the ruling").get_by_role(
        "button", name="Mirela Stane"
    ).click()
    expect(tab.get_by_text("ruled otherwise: the referee counted three")).to_be_visible()
    hands.saved()
    shot = rack_data(tab, recording, 1)["rack"]["shots"][0]
    assert shot["review"]["keeps_table"]
    assert shot["shot"]["result"]["ruled"]["reason"] == "the referee counted three"


def test_a_layout_is_pasted_as_text_mirrored_and_turned(tab: Page) -> None:
    recording = make_game(tab, "Eight-ball")
    hands = Hands(tab)
    tab.get_by_role("button", name="Log the first shot").click()
    paste = """text => document.dispatchEvent(new ClipboardEvent("paste", {
      clipboardData: (() => { const d = new DataTransfer(); d.setData("text", text); return d; })(),
      bubbles: true }))"""
    tab.evaluate(paste, "cue 2d 1d\n14 1270 300\nr3 5 5\n8 2000 900")
    expect(tab.get_by_text("line 3: “r3” is no ball of this game")).to_be_visible()
    hands.key("Shift+M")
    hands.key("Shift+T")
    hands.saved()
    before = rack_data(tab, recording, 1)["rack"]["shots"][0]["review"]["before"]
    assert before == {"cue": [1905.0, 317.5], "14": [1270.0, 300.0], "8": [540.0, 900.0]}


def test_a_straight_pool_rack_goes_on_where_the_one_before_ended(tab: Page) -> None:
    hands = open_desk(tab, "/recordings/7/racks/2/shots/1")
    standing = tab.get_by_label(re.compile("How the (rack|frame) stands"))
    expect(standing).to_contain_text("Mirela")
    assert rack_data(tab, 7, 2)["rack"]["shots"][0]["review"]["scores"] != {}
    hands.key("End")
    expect(tab.get_by_role("heading", name=re.compile(r"Shot (\d+) of \1"))).to_be_visible()


def test_key_moments_and_the_winner_of_a_rack_that_is_not_logged_whole(tab: Page) -> None:
    recording = make_game(tab, "Eight-ball")
    hands = Hands(tab)
    tab.get_by_role("button", name="Log the first shot").click()
    hands.key("t")
    tab.get_by_role("button", name="key moments").click()
    tab.get_by_role("group", name="Who won this rack").get_by_role("button", name="Joon Abara").click()
    tab.get_by_label("How the rack ended").select_option(label="Conceded")
    hands.saved()
    rack = rack_data(tab, recording, 1)["rack"]
    assert rack["depth"] == "key-moments" and rack["ended_how"] == "conceded"
    assert rack["winner"] == rack["ended_winner"] and rack["over"]
