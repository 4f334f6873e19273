"""The map of chances on the desk, the story of a rack, and the work on a recording."""

import re

from playwright.sync_api import Page, expect

from .desk import SLOW, open_desk

RACK, SHOT = "/recordings/1/racks/1", 8  # a pot with several balls left and an open table


def test_the_map_is_switched_probed_and_narrowed_by_key(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/{SHOT}")
    table, line = tab.get_by_test_id("table"), tab.get_by_role("group", name="Map of chances")
    expect(table.locator('[data-mark="chart"]')).to_have_count(0)
    hands.key(".")
    expect(line).to_contain_text("lines of equal chance to run out", timeout=SLOW)
    expect(line).to_contain_text(
        re.compile(r"From where the cue ball lies (<1|\d+) % .*to run out, playing the")
    )
    window = table.locator('[data-mark="computed-window"]')
    expect(window).to_have_count(1)
    drawn = window.get_attribute("d")
    tab.mouse.move(*hands.at(1270, 635))
    probe = tab.get_by_test_id("probe")
    expect(probe).to_contain_text(re.compile(r"From there .*% .*to run out"))
    there = probe.inner_text()
    tab.mouse.move(*hands.at(2300, 300))
    expect(probe).not_to_have_text(there)
    hands.key("Shift+W")
    expect(line.get_by_role("button", name="20", exact=True)).to_have_attribute("aria-pressed", "true")
    assert window.get_attribute("d") != drawn
    line.get_by_role("button", name="from here").click()
    expect(line).to_contain_text("lines of equal chance")
    assert tab.get_by_test_id("meant").count() == 0
    hands.key(".")
    expect(line).to_contain_text("lines of equal chance to win", timeout=SLOW)
    expect(line).to_contain_text(re.compile(r"between \d+ % and \d+ % to win the rack"))
    expect(table.locator('[data-mark="win"] circle').first).to_be_attached()
    tab.mouse.move(*hands.at(1500, 640))
    stroke = tab.get_by_test_id("win-probe")
    expect(stroke).to_contain_text(
        re.compile(r"From there (<1|\d+) % \(match (<1|\d+) %\): (pot|bank|play safe) (<1|\d+) %")
    )
    hands.key(".")
    expect(table.locator('[data-mark="chart"]')).to_have_count(0)
    expect(table.locator('[data-mark="order"] polyline').first).to_be_attached()
    expect(tab.get_by_test_id("order")).to_contain_text(
        re.compile("Proposed order: .*; the key shot is the")
    )
    hands.key(".")
    expect(table.locator('[data-mark="order"]')).to_have_count(0)


def test_a_planned_place_is_held_against_the_map(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/{SHOT}")
    hands.key("i")
    hands.key(".")
    line = tab.get_by_role("group", name="Map of chances")
    expect(line).to_contain_text("lines of equal chance", timeout=SLOW)
    hands.drag((1500, 500), (1900, 700))
    meant = tab.get_by_test_id("meant")
    expect(meant).to_contain_text(re.compile(r"Planned place .*% ?, .*computed window"))
    expect(meant).to_contain_text(re.compile("ended at .*%"))
    hands.key("Control+z")
    hands.saved()


def test_in_place_and_the_grade_are_told_by_the_map(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/12")  # two balls off its planned place
    hands.key("k")
    out = tab.get_by_role("region", name="Played out")
    expect(out).to_contain_text("where nine tenths of the planned place’s worth are kept", timeout=SLOW)
    hands.key("o")
    grades = tab.get_by_role("group", name="Grade of the position")
    expect(grades.get_by_role("button", name="perfect")).to_have_attribute("aria-pressed", "true")
    expect(tab.get_by_text("of the planned place's worth is left")).to_be_visible()


def test_routes_are_gone_through_by_key(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/{SHOT}")
    hands.key(".")
    hands.key(".")
    routes = tab.get_by_test_id("routes")
    expect(routes).to_contain_text(re.compile(r"Keeps position .*of .*km/h"), timeout=SLOW)
    expect(routes).to_contain_text(re.compile(r"Pot .*, pot and in place .*, scratch .*; in all"))
    drawn = tab.get_by_test_id("table").locator('[data-mark="routes"] > g')
    picks = routes.locator("button")
    assert drawn.count() == picks.count() >= 2
    expect(picks.nth(0)).to_have_attribute("aria-pressed", "true")
    first = routes.inner_text()
    hands.key(",")
    expect(picks.nth(1)).to_have_attribute("aria-pressed", "true")
    assert routes.inner_text() != first


def test_the_table_is_read_and_a_ball_pointed_at_says_where_it_passes(tab: Page) -> None:
    open_desk(tab, f"{RACK}/shots/{SHOT}")
    line = tab.get_by_role("group", name="Map of chances")
    line.get_by_role("button", name="reading").click()
    reading = tab.get_by_test_id("reading")
    expect(reading).to_contain_text(re.compile("Problem: |No problem ball"), timeout=SLOW)
    expect(reading).to_contain_text(re.compile("Cluster|No cluster"))
    tab.get_by_test_id("table").locator("text", has_text=re.compile("^9$")).first.hover()
    expect(tab.get_by_test_id("passes")).to_contain_text(re.compile("the 9 passes to: .*of the table"))


def test_what_is_meant_takes_every_kind(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/{SHOT}")
    hands.key("i")
    kind = tab.get_by_label("What is meant for the cue ball")
    mark = tab.get_by_test_id("table").locator('[data-mark="target"]')
    tab.get_by_label("Next ball", exact=True).select_option(index=1)
    tab.get_by_label("Next pocket").select_option("foot-left")
    kind.select_option("line")
    expect(mark.locator("line")).to_have_count(1)
    kind.select_option("side")
    expect(mark.locator("polygon")).to_have_count(1)
    tab.get_by_role("button", name="right of the line").click()
    kind.select_option("either")
    hands.click_table(900, 600)
    hands.click_table(1700, 600)
    expect(mark.locator("circle")).to_have_count(2)
    kind.select_option("avoid")
    hands.drag((1200, 600), (1350, 600))
    expect(mark.locator("circle")).to_have_count(1)
    hands.key("o")
    expect(tab.get_by_test_id("came")).to_contain_text(re.compile("zone"))
    hands.key("i")
    kind.select_option("angle")
    tab.get_by_label("Wanted cut on the next ball, degrees").fill("20")
    tab.get_by_label("Wanted cut on the next ball, degrees").blur()
    hands.key("o")
    expect(tab.get_by_test_id("came")).to_contain_text(re.compile("than wanted|the angle wanted"))
    for _ in range(9):
        hands.key("Control+z")
    hands.saved()


def test_a_lesson_is_told_in_the_story_with_its_shot(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/{SHOT}")
    hands.key("o")
    lesson = tab.get_by_label("Lesson of this shot")
    lesson.fill("The long route crossed the line.")
    lesson.blur()
    hands.saved()
    tab.goto(f"{RACK}/story/2")
    lessons = tab.get_by_role("region", name="Lessons")
    expect(lessons.get_by_role("listitem")).to_have_count(1)
    expect(lessons).to_contain_text("The long route crossed the line.")
    lessons.get_by_role("button", name=f"shot {SHOT}").click()
    expect(tab).to_have_url(re.compile(f"/story/{SHOT}$"))
    open_desk(tab, f"{RACK}/shots/{SHOT}")
    hands.key("o")
    lesson.fill("")
    lesson.blur()
    hands.saved()


def test_where_there_is_no_map_the_desk_says_why(tab: Page) -> None:
    hands = open_desk(tab, f"{RACK}/shots/1")  # the break
    hands.key(".")
    expect(tab.get_by_role("group", name="Map of chances")).to_contain_text("the break comes first")


def test_a_rack_is_worked_out_and_its_story_opens_at_the_shot_that_mattered(tab: Page) -> None:
    tab.goto(f"{RACK}/story")
    story = tab.get_by_role("complementary", name="Story")
    story.get_by_role("button", name="Work out the chances of this rack").click()
    expect(story).to_contain_text("Turning shots", timeout=SLOW)
    expect(story.get_by_role("status")).to_have_count(0, timeout=SLOW)
    turn = story.get_by_role("listitem").first
    number = re.search(r"shot (\d+)", turn.inner_text())
    assert number
    tab.goto(f"{RACK}/story")
    expect(story.get_by_role("heading", name=re.compile(f"Shot {number[1]},"))).to_be_visible()
    tab.keyboard.press("Home")
    tab.keyboard.press("b")
    tab.keyboard.press("n")
    expect(tab).to_have_url(re.compile(rf"{RACK}/story/\d+"))
    tab.keyboard.press("Enter")
    expect(tab).to_have_url(re.compile(rf"{RACK}/shots/\d+"))


def test_the_worth_slip_splits_the_change(tab: Page) -> None:
    tab.goto(f"{RACK}/story")
    story = tab.get_by_role("complementary", name="Story")
    work = story.get_by_role("button", name="Work out the chances of this rack")
    if work.is_visible():
        work.click()
    expect(story).to_contain_text("Turning shots", timeout=SLOW)
    hands = open_desk(tab, f"{RACK}/shots/{SHOT}")
    hands.key("o")
    parts = tab.get_by_role("table", name="What the change is made of, in parts")
    for part in ("Decision", "Pot", "Position", "Together"):
        expect(parts.get_by_role("rowheader", name=part)).to_be_visible()
    expect(tab.get_by_role("navigation", name="Shots of this rack")).to_contain_text("run-out")


def test_a_recording_is_worked_out_and_can_be_stopped(tab: Page) -> None:
    tab.goto("/recordings/5")
    tab.get_by_role("button", name="Work out the chances to run out").click()
    status = tab.get_by_role("status").filter(has_text="shots worked out")
    expect(status).to_be_visible()
    status.get_by_role("button", name="stop").click()
    expect(tab.get_by_role("button", name="Work out the chances to run out")).to_be_visible(timeout=SLOW)
    tab.get_by_role("link", name="Story of rack 2").click()
    expect(tab).to_have_url(re.compile("/recordings/5/racks/2/story"))
