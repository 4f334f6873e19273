"""The ledger of choices on the screen: asked for, stopped, read with keys; counts; verdicts."""

import re

from playwright.sync_api import Page, Route, expect

from .desk import SLOW, rack_data


def test_the_ledger_is_asked_for_fills_and_is_stopped(tab: Page) -> None:
    tab.goto("/recordings/2")
    tab.get_by_role("link", name="Ledger of choices").click()
    expect(tab).to_have_url(re.compile("/recordings/2/choices"))
    tab.get_by_role("button", name=re.compile("Work out")).click()
    expect(tab.get_by_role("status")).to_contain_text("decisions worked out")
    expect(tab.get_by_role("tab", name=re.compile(r"^Decisions [1-9]"))).to_be_visible(timeout=SLOW)
    held: list[Route] = []  # the answer to "stop" waits, so that what is said until then can be seen
    tab.route(
        re.compile("/api/ledger"),
        lambda route: held.append(route) if route.request.method == "DELETE" else route.continue_(),
    )
    tab.get_by_role("button", name="stop").click()
    expect(tab.get_by_role("status")).to_contain_text("stopping")
    held[0].continue_()
    expect(tab.get_by_role("button", name=re.compile("the rest"))).to_be_visible(timeout=SLOW)
    tab.get_by_role("button", name=re.compile("^All ")).click()
    lines = tab.get_by_test_id("decisions").get_by_role("button")
    expect(lines.first).to_have_attribute("aria-current", "true")
    expect(tab.get_by_test_id("told")).to_contain_text("Apart from that")
    tab.keyboard.press("Enter")
    expect(tab).to_have_url(re.compile("/racks/[0-9]+/choices/[0-9]+"))


def test_safeties_and_exchanges_are_told_before_anything_is_worked_out(tab: Page) -> None:
    tab.goto("/recordings/4/choices")
    tab.get_by_role("tab", name=re.compile("^Safeties")).click()
    expect(tab).to_have_url(re.compile("part=safeties"))
    first = tab.get_by_test_id("safeties").get_by_role("listitem").first
    for word in ("meant", "came", "then", "not worked out"):
        expect(first).to_contain_text(word)
    tab.get_by_role("tab", name=re.compile("^Exchanges")).click()
    expect(tab.get_by_test_id("exchanges").get_by_role("listitem").first).to_contain_text("began")


def test_straight_pool_has_decisions_to_work_out(tab: Page) -> None:
    tab.goto("/recordings/7/choices")
    expect(tab.get_by_role("button", name=re.compile("Work out"))).to_be_enabled()


def test_a_kick_is_counted_with_keys_and_a_ball_dragged(tab: Page) -> None:
    tab.goto("/recordings/2/racks/1/kicks/14")
    expect(tab.locator("[data-mark=count]")).to_be_visible(timeout=SLOW)
    expect(tab.get_by_label("Why they differ")).to_contain_text("by itself")
    tab.keyboard.press("2")
    pressed = tab.get_by_role("button", name="2", exact=True)
    expect(pressed).to_have_attribute("aria-pressed", "true")
    expect(
        tab.get_by_label("Kicks and banks").get_by_text(re.compile("rail, .* rail")).first
    ).to_be_visible()
    before = rack_data(tab, 2, 1)
    box = tab.locator("[data-testid=kick-table] [data-ball=cue]").bounding_box()
    assert box is not None
    tab.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    tab.mouse.down()
    tab.mouse.move(box["x"] - 50, box["y"] + 20, steps=4)
    tab.mouse.up()
    expect(tab.get_by_text("Balls were moved.")).to_be_visible()
    assert rack_data(tab, 2, 1) == before
    tab.keyboard.press("Escape")
    expect(tab.get_by_text("Balls were moved.")).to_be_hidden()


def test_what_somebody_would_have_played_is_kept_with_the_shot(tab: Page) -> None:
    tab.goto("/recordings/2/racks/1/choices/14")
    tab.get_by_role("button", name="Say what should have been played").click(timeout=SLOW)
    tab.get_by_label("Who", exact=True).fill("Wanda")
    tab.get_by_label("speaking for").select_option("safety-first")
    tab.get_by_label("the choice made was").select_option("wrong")
    tab.get_by_label("because").fill("the pot leads nowhere")
    tab.get_by_role("button", name="Keep it").click()
    said = tab.get_by_label("What is said of it")
    expect(said).to_contain_text("Wanda, safety first: wrong choice; would play")
    tab.reload()
    expect(said).to_contain_text("the pot leads nowhere", timeout=SLOW)
    tab.goto("/recordings/2/racks/1/shots/14")
    tab.get_by_role("button", name=re.compile("^Worth|worth")).first.click()
    expect(tab.get_by_text("Wanda").first).to_be_visible()
    tab.goto("/recordings/2/racks/1/choices/14")
    said.get_by_role("button", name="remove").click(timeout=SLOW)
    expect(said).not_to_contain_text("Wanda")
