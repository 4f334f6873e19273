"""Forty described positions and strokes, entered at the desk as a coach would, with the desk's answers."""

import re
from typing import Any, NamedTuple

from playwright.sync_api import Page, expect

from aretane.core.units import mm
from tests.browser.desk import Hands
from tests.positions import Poster
from tests.strikes import any_struck

STANDS = re.compile("How the (rack|frame) stands")


class Described(NamedTuple):
    """A position or stroke: its game, the balls as text, what is chosen (label: option), which slip is
    looked at and the words that have to be there; `picks` are buttons in groups (group: button)."""

    what: str
    game: str
    balls: str
    chosen: tuple[tuple[str, str], ...] = ()
    picks: tuple[tuple[str, str], ...] = ()
    slip: str = "i"
    answer: str = ""
    links: tuple[str, ...] = ()
    end: tuple[float, float] | None = None
    """Where the cue ball is meant to end, mm: clicked on the table."""


POOL = "cue 600 600\n3 1500 700\n7 2000 300\n9 2200 900"
EIGHT = "cue 600 600\n2 1500 700\n5 900 250\n11 2000 300\n8 2200 900"
RED = "cue 900 900\nr1 2500 700\nr2 2800 500\nblue 1784 889\nblack 3200 889"
ENGLISH = "cue 400 450\nr1 1200 300\ny1 1300 600\nblack 1500 450"
FOURTEEN = "cue 1500 640\n1 2440 100\n2 1900 300\n5 700 900"
HAND = "Where the (cue ball|white) is played from"
GROUP = "The (shooter|striker)'s group"


def stands(what: str, game: str, balls: str, answer: str, **more: Any) -> Described:
    """A position whose fields are said."""
    return Described(what, game, balls, answer=answer, links=("say how the (rack|frame) stands",), **more)


def stroke(what: str, answer: str, balls: str = POOL, **more: Any) -> Described:
    """A stroke of nine-ball, looked at on the strike slip."""
    return Described(what, "nine-ball", balls, slip="k", answer=answer, **more)


BLOCKED = "cue 600 600\n5 760 620\n7 770 580\n3 900 600\n9 2200 900"
POTS, HITS, MORE = "Pot chance|no aim found", "Lawful hit|no aim found", ("raised, how full",)
AIDS, BREAKS = "Circumstances of the stroke", "How the break is meant to hit its ball"
KIND, BALL, POCKET = "Kind of shot", "Planned ball", "Planned pocket"
TO_FOOT = ((POCKET, "foot-left"),)


def real(what: str, kind: str, seed: int) -> Described:
    """A stroke of a kind that came off, described by its balls, its pocket and where the cue ball ended."""
    struck = any_struck(kind, seed)
    names = {"2": "9"}
    text = "\n".join(
        f"{names.get(ball, ball)} {mm(at.x):.1f} {mm(at.y):.1f}" for ball, at in struck.layout.places
    )
    chosen = ((KIND, kind), (POCKET, str(struck.plan.pocket)))
    ball = names.get(str(struck.plan.ball), str(struck.plan.ball))
    end = (mm(struck.end.x), mm(struck.end.y))
    return Described(what, "nine-ball", text, chosen, ((BALL, ball),), "k", "And in place", end=end)


FORTY: tuple[Described, ...] = (
    Described("a mid-rack position", "nine-ball", POOL, answer="on: the 3"),
    Described("ten-ball, three left", "ten-ball", POOL.replace("9 ", "10 "), answer="on: the 3"),
    Described("reds left", "snooker", RED, answer="on: a red"),
    Described("colours in order", "snooker", "cue 900 900\nblue 1784 889\npink 2600 889\nblack 3200 889",
              answer="on: the blue"),
    Described("the last ball", "nine-ball", "cue 600 600\n9 2200 900", answer="on: the 9"),
    stands("in hand anywhere", "nine-ball", POOL, "ball in hand", chosen=((HAND, "anywhere"),)),
    stands("in hand behind the line", "nine-ball", POOL, "in hand behind", chosen=((HAND, "behind-line"),)),
    stands("in the D", "snooker", RED, "in hand behind", chosen=((HAND, "behind-line"),)),
    stands("solids", "eight-ball", EIGHT, "solids", chosen=((GROUP, "solids"),)),
    stands("stripes", "eight-ball", EIGHT, "stripes", chosen=((GROUP, "stripes"),)),
    stands("reds", "english-eight-ball", ENGLISH, "reds", chosen=((GROUP, "reds"),)),
    stands("yellows", "english-eight-ball", ENGLISH, "yellows", chosen=((GROUP, "yellows"),)),
    stands("a colour on", "snooker", RED, "on: a colour", picks=(("What is on", "a colour"),)),
    stands("a red on", "snooker", RED, "on: a red", picks=(("What is on", "a red"),)),
    stands("two fouls", "nine-ball", POOL, "", picks=(("Fouls in a row, (shooter|striker)", "2"),)),
    stands("a push-out allowed", "nine-ball", POOL, "", picks=(("Whether a push-out is allowed", "yes"),)),
    stands("a free ball", "snooker", RED, "", picks=(("Whether a free ball may be nominated", "yes"),)),
    stands("two visits", "english-eight-ball", ENGLISH, "",
           picks=(("Visits of the (shooter|striker)", "2"),)),
    stands("the pack stands", "straight-pool", FOURTEEN, "",
           picks=(("Whether the pack stands and this shot opens the rack", "stands"),)),
    stands("misses in a row", "snooker", RED, "", picks=(("Misses in a row, (shooter|striker)", "1"),)),
    stroke("a pot", "Pot chance", chosen=TO_FOOT),
    real("a bank", "bank", 1),
    real("a kick", "kick", 2),
    real("a combination", "combination", 2),
    real("a carom", "carom", 1),
    real("a kiss-in", "kiss", 1),
    real("a jump", "jump", 1),
    real("a swerve", "swerve", 1),
    stroke("a blocked pot", "no aim found|in the way", BLOCKED, chosen=TO_FOOT),
    stroke("a safety", "Lawful hit", picks=(("Choice", "Safety"),)),
    stroke("a kick safety", HITS, picks=(("Choice", "Safety"),), chosen=((KIND, "kick"),)),
    stroke("a break", "A ball down", chosen=((KIND, "break"),)),
    stroke("a break, cut", "Balls down", chosen=((KIND, "break"), (BREAKS, "thin-left"))),
    stroke("with the rest", "Pot chance", chosen=(*TO_FOOT, (AIDS, "rest")),
           links=MORE),
    stroke("stretched", "Pot chance", chosen=(*TO_FOOT, (AIDS, "stretched")),
           links=MORE),
    stroke("left-handed", "Pot chance", chosen=(*TO_FOOT, (AIDS, "other-hand")),
           links=MORE),
    stroke("over a ball", "Pot chance", chosen=(*TO_FOOT, (AIDS, "over-ball")),
           links=MORE),
    stroke("frozen to the rail", "Pot chance", chosen=(*TO_FOOT, (AIDS, "frozen-rail")),
           links=MORE),
    stroke("a bank of a combination", POTS,
           chosen=((KIND, "bank"), (POCKET, "head-left"), ("What the shot is besides", "combination")),
           links=MORE),
    stroke("a half-ball safety", HITS, picks=(("Choice", "Safety"),),
           chosen=(("Fullness of the hit meant", "0.5"),), links=MORE),
)  # fmt: skip


def enter(page: Page, base: Poster, case: Described) -> None:
    """Enter a described position or stroke into a rack of its own.

    Raises AssertionError or TimeoutError where a field is not there or the desk answers otherwise.
    """
    recording, number = base.rack(case.game)
    page.goto(f"/recordings/{recording}/racks/{number}")
    page.get_by_role("button", name="Log the first shot").click()
    expect(page.get_by_test_id("table")).to_be_visible()
    page.evaluate(
        """text => {
            const clipboardData = new DataTransfer();
            clipboardData.setData("text", text);
            document.dispatchEvent(new ClipboardEvent("paste", { clipboardData, bubbles: true }));
        }""",
        case.balls,
    )
    expect(page.get_by_text("balls pasted")).to_be_visible()
    page.keyboard.press("i")
    strike = (AIDS, "What the shot is besides", "Fullness of the hit meant")
    for link in case.links if case.slip == "i" else ():
        page.get_by_role("button", name=re.compile(link)).click()
    if case.slip == "k" and BALL not in dict(case.picks):
        page.get_by_role("group", name=BALL).get_by_role("button", name="3", exact=True).click()
    for group, button in case.picks:
        named = re.compile(f"^{group}$")
        page.get_by_role("group", name=named).get_by_role("button", name=button, exact=True).click()
    for label, option in case.chosen:
        if label not in strike:
            page.get_by_label(re.compile(f"^{label}$")).select_option(option)
    if case.end is not None:
        Hands(page).click_table(*case.end)
    page.keyboard.press(case.slip)
    if case.slip == "k":
        for link in case.links:
            page.get_by_role("button", name=re.compile(link)).click()
        for label, option in case.chosen:
            if label in strike:
                page.get_by_label(re.compile(f"^{label}$")).select_option(option)
        page.get_by_text(re.compile(case.answer)).first.wait_for()
    elif case.answer:
        expect(page.get_by_label(STANDS)).to_contain_text(case.answer)
    expect(page.locator("[data-save=saved]")).to_be_visible()
