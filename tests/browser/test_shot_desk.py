"""The shot desk on the demo: correcting, judging, undo, reloads, two tabs, bad files."""

import json
import re
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.examples import example

from .conftest import Served
from .desk import Hands, counted, open_desk, rack_data

RACK = "/recordings/1/racks/3"


def test_a_coach_steps_through_a_rack_with_keys(tab: Page) -> None:
    hands = open_desk(tab, RACK)
    expect(tab.get_by_role("heading", name=re.compile("Shot 1 of"))).to_be_visible()
    hands.key("n")
    hands.key("n")
    expect(tab.get_by_role("heading", name=re.compile("Shot 3 of"))).to_be_visible()
    assert tab.url.endswith("/shots/3")
    hands.key("b")
    expect(tab.get_by_role("heading", name=re.compile("Shot 2 of"))).to_be_visible()
    hands.key("End")
    tab.reload()
    count = len(rack_data(tab, 1, 3)["rack"]["shots"])
    expect(tab.get_by_role("heading", name=f"Shot {count} of {count}")).to_be_visible()


def first_pot(page: Page, rack: int = 3) -> int:
    """Number of the first direct pot that went in."""
    for number, shot in enumerate(rack_data(page, 1, rack)["rack"]["shots"], start=1):
        if (
            shot["review"]["pot"]
            and shot["review"]["keeps_table"]
            and shot["shot"]["plan"]["choice"] == "attack"
        ):
            return number
    raise AssertionError("no pot in this rack")


def test_a_correction_changes_percentages_and_undo_takes_it_back(tab: Page) -> None:
    number = first_pot(tab)
    before = rack_data(tab, 1, 3)["rack"]["shots"][number - 1]
    player = before["shot"]["shooter"]
    made = f"/api/numbers?player={player}"
    was = counted(tab, made)["players"][0]["pot_success"]["interval"]
    hands = open_desk(tab, f"{RACK}/shots/{number}")
    hands.key("x")
    hands.saved()
    now = counted(tab, made)["players"][0]["pot_success"]["interval"]
    assert (now["k"], now["n"]) == (was["k"] - 1, was["n"])
    expect(tab.get_by_text("shoots out of turn").or_(tab.get_by_text("where did")).first).to_have_count(0)
    hands.key("n")
    expect(tab.get_by_role("list", name="What does not balance")).to_contain_text("out of turn")
    hands.key("Control+z")
    hands.saved()
    expect(tab.get_by_role("list", name="What does not balance")).not_to_contain_text("out of turn")
    assert counted(tab, made)["players"][0]["pot_success"]["interval"] == was
    hands.key("Control+Shift+z")
    hands.saved()
    assert counted(tab, made)["players"][0]["pot_success"]["interval"] == now
    hands.key("Control+z")
    hands.saved()
    again = rack_data(tab, 1, 3)["rack"]["shots"][number - 1]
    assert again["shot"] == before["shot"]


def test_dragging_a_ball_measures_again_and_never_overlaps(tab: Page) -> None:
    number = first_pot(tab)
    hands = open_desk(tab, f"{RACK}/shots/{number}")
    hands.key("k")
    shot = rack_data(tab, 1, 3)["rack"]["shots"][number - 1]
    ball, places = shot["shot"]["plan"]["ball"], shot["review"]["before"]
    was = shot["review"]["pot"]["cut"]
    hands.drag(tuple(places["cue"]), tuple(places[ball]))
    hands.saved()
    review = rack_data(tab, 1, 3)["rack"]["shots"][number - 1]["review"]
    cue, other = review["before"]["cue"], review["before"][ball]
    gap = ((cue[0] - other[0]) ** 2 + (cue[1] - other[1]) ** 2) ** 0.5
    assert 57.0 <= gap < 75
    assert review["flags"] == []
    assert review["pot"] is None or review["pot"]["cut"] != was
    hands.key("Control+z")  # one drag is one undo
    hands.saved()
    assert rack_data(tab, 1, 3)["rack"]["shots"][number - 1]["shot"] == shot["shot"]


def test_a_window_is_drawn_and_a_shot_judged(tab: Page) -> None:
    number = first_pot(tab, rack=4)
    planned = rack_data(tab, 1, 4)["rack"]["shots"][number - 1]["shot"]["plan"]
    tip = planned["tip"] or {"side": 0, "height": 0}
    hands = open_desk(tab, f"/recordings/1/racks/4/shots/{number}")
    hands.key("Shift+J")
    hands.drag((900, 640), (1300, 640))
    expect(tab.locator("[data-mark=target]")).to_be_visible()
    tab.get_by_role("button", name="Better short").click()
    hands.key("k")
    tab.get_by_role("button", name="firm").click()
    tab.get_by_role("slider", name="Tip position on the cue ball").press("ArrowUp")
    hands.key("o")
    tab.get_by_role("group", name="Grade of the position").get_by_text("recovery shot only").click()
    tab.get_by_role("group", name="Verdict on the decision").get_by_text("wrong").click()
    tab.get_by_label("Add a cause").select_option("speed")
    tab.get_by_label("Add a cause").select_option("rushed")
    tab.get_by_label("Notes").fill("Came in across the line.")
    hands.saved()
    shot = rack_data(tab, 1, 4)["rack"]["shots"][number - 1]["shot"]
    assert shot["plan"]["target"]["kind"] == "window"
    assert shot["plan"]["better_error"] == "short"
    assert shot["plan"]["tip"]["height"] == pytest.approx(tip["height"] + 0.05)
    assert shot["plan"]["tip"]["side"] == tip["side"]
    assert shot["plan"]["speed"] == 3.2
    assert shot["judgement"]["grade"] == "recovery"
    assert shot["judgement"]["causes"] == ["speed", "rushed"]
    assert shot["notes"] == "Came in across the line."


def test_words_typed_while_the_server_is_away_survive_a_reload(tab: Page) -> None:
    hands = open_desk(tab, "/recordings/2/racks/1/shots/2")
    hands.key("o")
    tab.route("**/changes", lambda route: route.abort())
    tab.get_by_label("Notes").fill("Kept in the browser.")
    expect(tab.locator("[data-save=offline]")).to_be_visible()
    tab.reload()
    expect(tab.get_by_test_id("table")).to_be_visible()
    hands.key("o")
    expect(tab.get_by_label("Notes")).to_have_value("Kept in the browser.")
    tab.unroute("**/changes")
    hands.saved()
    assert rack_data(tab, 2, 1)["rack"]["shots"][1]["shot"]["notes"] == "Kept in the browser."


def test_two_tabs_on_one_shot_lose_no_words(browser: Browser, served: Served, tab: Page) -> None:
    other = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=served.url).new_page()
    mine, theirs = (open_desk(page, "/recordings/2/racks/2/shots/1") for page in (tab, other))
    theirs.key("o")
    other.get_by_label("Notes").fill("From the other tab.")
    other.get_by_role("group", name="Luck").get_by_text("good").click()
    theirs.saved()
    mine.key("o")
    tab.get_by_label("Notes").fill("From this tab.")
    dialog = tab.get_by_role("dialog", name="Changed elsewhere")
    expect(dialog).to_be_visible()
    expect(dialog).to_contain_text("From the other tab.")
    dialog.get_by_text("keep both notes").click()
    dialog.get_by_role("button", name="Merge as chosen").click()
    mine.saved()
    shot = rack_data(tab, 2, 2)["rack"]["shots"][0]["shot"]
    assert shot["notes"] == "From the other tab.\nFrom this tab."
    assert shot["judgement"]["luck"] == "good"
    other.context.close()


def test_shots_are_put_in_and_taken_out_and_undone(tab: Page) -> None:
    before = [s["id"] for s in rack_data(tab, 2, 3)["rack"]["shots"]]
    hands = open_desk(tab, "/recordings/2/racks/3/shots/2")
    hands.key("Shift+N")
    hands.saved()
    assert len(rack_data(tab, 2, 3)["rack"]["shots"]) == len(before) + 1
    hands.key("Control+z")
    hands.saved()
    assert [s["id"] for s in rack_data(tab, 2, 3)["rack"]["shots"]] == before
    hands.key("Shift+Delete")
    hands.saved()
    assert len(rack_data(tab, 2, 3)["rack"]["shots"]) == len(before) - 1
    hands.key("Control+z")
    hands.saved()
    assert [s["id"] for s in rack_data(tab, 2, 3)["rack"]["shots"]] == before


def test_who_breaks_is_the_racks_and_can_be_undone(tab: Page) -> None:
    before = rack_data(tab, 2, 4)["rack"]
    others = [p["id"] for p in rack_data(tab, 2, 4)["recording"]["players"] if p["id"] != before["breaker"]]
    hands = open_desk(tab, "/recordings/2/racks/4/shots/1")
    names = {p["id"]: p["name"] for p in rack_data(tab, 2, 4)["recording"]["players"]}
    tab.get_by_role("group", name="Who breaks this rack").get_by_text(names[others[0]]).click()
    expect(tab.get_by_role("list", name="What does not balance")).to_contain_text("out of turn")
    hands.saved()
    assert rack_data(tab, 2, 4)["rack"]["breaker"] == others[0]
    hands.key("Control+z")
    hands.saved()
    assert rack_data(tab, 2, 4)["rack"]["breaker"] == before["breaker"]


def test_balls_and_pockets_answer_to_a_thumb(browser: Browser, served: Served) -> None:
    context = browser.new_context(
        viewport={"width": 390, "height": 844}, has_touch=True, base_url=served.url
    )
    page = context.new_page()
    number = len(rack_data(page, 1, 5)["rack"]["shots"])
    page.goto(f"/recordings/1/racks/5/shots/{number}")
    expect(page.get_by_test_id("table")).to_be_visible()
    page.get_by_role("button", name=re.compile("^R? ?result")).tap()
    hands = Hands(page)
    page.wait_for_timeout(400)  # the slips change their height and the page moves
    page.get_by_test_id("table").scroll_into_view_if_needed()  # the plan above it was a long one
    page.touchscreen.tap(*hands.at(1400, 640))
    hands.saved()
    ended = rack_data(page, 1, 5)["rack"]["shots"][-1]["shot"]["result"]["cue_end"]
    assert abs(ended[0] - 1400) < 30
    assert abs(ended[1] - 640) < 30
    context.close()


def test_the_palette_finds_and_runs_a_command(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/1")
    hands.key("Control+k")
    tab.keyboard.type("last shot")
    tab.keyboard.press("Enter")
    count = len(rack_data(tab, 1, 3)["rack"]["shots"])
    expect(tab.get_by_role("heading", name=f"Shot {count} of {count}")).to_be_visible()
    hands.key("?")
    expect(tab.get_by_role("dialog", name="Keys")).to_contain_text("Potted as planned")


def test_a_file_written_by_hand_is_imported_and_reviewed(tab: Page, tmp_path: Path) -> None:
    bad = example()
    bad["racks"][0]["shots"][3]["plan"]["pocket"] = "middle"
    for name, content in (("good", example()), ("bad", bad)):
        (tmp_path / f"{name}.json").write_text(json.dumps(content))
    tab.goto("/import")
    tab.get_by_label("Match file").set_input_files(tmp_path / "bad.json")
    expect(tab.get_by_role("heading", name="1 fault")).to_be_visible()
    expect(tab.get_by_role("cell", name="plan.pocket")).to_be_visible()
    expect(tab.get_by_role("button", name="Take the good part")).to_be_visible()
    tab.get_by_label("Match file").set_input_files(tmp_path / "good.json")
    tab.get_by_role("button", name="Store this recording").click()
    tab.get_by_role("link", name="Open the recording").click()
    tab.get_by_role("link", name="Rack 1", exact=True).click()
    expect(tab.get_by_role("heading", name="Shot 1 of 5")).to_be_visible()
    tab.keyboard.press("k")
    expect(tab.get_by_text("Pot chance")).to_be_visible()
    tab.goto("/numbers")
    tab.get_by_label("Player").select_option(label="Ana Quill")
    expect(tab.get_by_role("button", name=re.compile("^Pot success")).get_by_text("3 of 4")).to_be_visible()


def test_addresses_that_lead_nowhere_say_so(tab: Page) -> None:
    tab.goto("/recordings/999/racks/1")
    expect(tab.get_by_role("alert")).to_contain_text("there is no recording 999")
    tab.goto("/nothing/here")
    expect(tab.get_by_text("Nothing lives at this address")).to_be_visible()
