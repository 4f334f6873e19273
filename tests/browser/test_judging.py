"""Judging: blind, by several, with evidence, and back to the shot where it began."""

import re

from playwright.sync_api import Page, expect

from .desk import open_desk, rack_data


def unjudged(page: Page, recording: int, rack: int) -> int:
    """The second shot of the rack's pots: logged, no break, decision not judged."""
    shots = rack_data(page, recording, rack)["rack"]["shots"]
    found = [
        n
        for n, s in enumerate(shots, start=1)
        if s["shot"]["result"]
        and s["shot"]["plan"]["kind"] == "direct"
        and not s["shot"]["judgement"]["decision"]
        and n > 2
    ]
    return found[0]


def test_judging_blind_hides_the_result_and_all_that_came_after(tab: Page) -> None:
    number = unjudged(tab, 2, 3)
    hands = open_desk(tab, f"/recordings/2/racks/3/shots/{number}")
    line = tab.get_by_role("navigation", name="Shots of this rack").get_by_role("button")
    whole = line.count()
    assert whole > number
    hands.key("Shift+B")
    hands.key("r")
    expect(tab.get_by_text("The result stays hidden until the decision is judged")).to_be_visible()
    assert line.count() < whole
    score = tab.get_by_role("list", name="Racks of this recording")
    decided = score.get_by_role("link", name=re.compile("won by")).count()
    assert decided == 2  # the racks before this one
    expect(tab.get_by_test_id("table")).to_have_attribute("aria-label", re.compile("before the shot"))
    hands.key("x")  # a hidden result is not changed by mistake
    expect(tab.get_by_text("judge the decision first")).to_be_visible()
    tab.reload()
    expect(tab.get_by_text("result hidden").first).to_be_visible()
    hands.key("r")
    tab.get_by_role("group", name="before the result").get_by_role("button", name="Right choice").click()
    expect(tab.get_by_text("Potted as planned")).to_be_visible()
    expect(line).to_have_count(whole)
    assert score.get_by_role("link", name=re.compile("won by")).count() > decided
    hands.key("Shift+B")
    hands.saved()
    judged = rack_data(tab, 2, 3)["rack"]["shots"][number - 1]["shot"]["judgement"]
    assert judged["decision"] == "right"


def test_others_verdicts_evidence_and_where_it_began(tab: Page) -> None:
    number = unjudged(tab, 2, 4)
    hands = open_desk(tab, f"/recordings/2/racks/4/shots/{number}")
    hands.key("o")
    tab.get_by_role("button", name="somebody else's verdict").click()
    tab.get_by_label("Whose verdict").fill("Teo Brandvold")
    tab.get_by_label("Reason of the verdict").fill("the safety was free")
    tab.get_by_role("group", name="Somebody else's verdict").get_by_role(
        "button", name="Wrong choice"
    ).click()
    expect(tab.get_by_text("Teo Brandvold: wrong choice, the safety was free")).to_be_visible()
    tab.get_by_label("Add a cause").select_option(label="Wrong order")
    tab.get_by_label("How wrong order is known").select_option(label="seen on playback")
    tab.get_by_label("The earlier shot whose error").select_option(label=f"shot {number - 2}")
    tab.get_by_label("Open question to the player").fill("Did you see the 6?")
    tab.get_by_label("Open question to the player").blur()
    hands.saved()
    judged = rack_data(tab, 2, 4)["rack"]["shots"][number - 1]["shot"]["judgement"]
    said = {"by": "Teo Brandvold", "decision": "wrong", "reason": "the safety was free"}
    assert judged["verdicts"] == [said | {"advised": None, "school": None}]
    assert judged["evidence"] == {"wrong-order": "playback"}
    assert judged["caused_back"] == 2
    assert judged["question"] == "Did you see the 6?"
    tab.get_by_role("button", name="wrong order ×").click()
    hands.saved()
    judged = rack_data(tab, 2, 4)["rack"]["shots"][number - 1]["shot"]["judgement"]
    assert judged["evidence"] == {} and judged["causes"] == []


def test_a_plan_for_the_visit_is_kept_and_names_what_is_no_ball(tab: Page) -> None:
    number = unjudged(tab, 2, 4)
    hands = open_desk(tab, f"/recordings/2/racks/4/shots/{number}")
    hands.key("i")
    tab.get_by_role("button", name="plan the whole inning").click()
    on = sorted(rack_data(tab, 2, 4)["rack"]["shots"][number - 1]["review"]["before"])[:-1]
    order = tab.get_by_label("Order", exact=True)
    order.fill(f"{on[0]} 77")
    order.blur()
    expect(tab.get_by_text("“77” is no ball on the table")).to_be_visible()
    order.fill(" ".join(on[:3]))
    order.blur()
    tab.get_by_label("Other order").fill(" ".join(on[1::-1]))
    pairs = tab.get_by_label("Combination")
    pairs.fill(" ".join(on[:3]))
    expect(tab.get_by_text(re.compile("is no combination"))).to_be_visible()
    pairs.fill(" ".join(on[:2]))
    pairs.blur()
    tab.get_by_label("Key ball").select_option(label=f"{on[1]} ball")
    tab.get_by_role("group", name="What became of the plan before").get_by_role(
        "button", name="re-planned"
    ).click()
    hands.saved()
    visit = rack_data(tab, 2, 4)["rack"]["shots"][number - 1]["shot"]["plan"]["visit"]
    assert visit["order"] == on[:3] and visit["key_ball"] == on[1] and visit["state"] == "re-planned"
    assert visit["other_order"] == on[1::-1] and visit["combinations"] == [on[:2]]
