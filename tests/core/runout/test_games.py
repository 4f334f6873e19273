"""Runs where the order is free: what the search keeps, the games it knows, what it answers at the ends."""

import numpy as np
import pytest

from aretane.core.equipment.layout import Layout
from aretane.core.games.eight_ball import EIGHT_BALL
from aretane.core.geometry import Point
from aretane.core.rules import rules_for
from aretane.core.runout import Maker, Run
from aretane.core.runout.games import NoRun, question, search
from aretane.core.runout.group import group_run
from aretane.core.runout.playout import group_follow, played_out
from aretane.core.runout.sets import WIDTH
from aretane.core.skill import PRESETS
from tests.core.runout.layouts import TABLE, strewn

STRONG = PRESETS["strong"]
GROUPS = {"solids": ["1", "2", "3"], "stripes": ["9", "10"]}


ALL = [*GROUPS["solids"], *GROUPS["stripes"], "8"]


def searched(layout: Layout, width: int = WIDTH, through: str | None = None) -> Run:
    maker = Maker(TABLE, layout, STRONG, EIGHT_BALL.spacing)
    return group_run(maker, GROUPS, "solids", "8", through, width)


def test_a_wider_search_finds_no_less() -> None:
    """The search over every set is the reference; noise aside a narrower one cannot beat it."""
    layout = strewn(4, ALL)
    narrow, whole = searched(layout, 1), searched(layout)
    assert set(narrow.maker.maps) < set(whole.maker.maps)
    assert len(whole.maker.maps) == 8  # every set of three balls, the 8 after each
    assert narrow.outlook().values[0] <= whole.outlook().values[0] + 0.05


def test_the_ball_asked_for_is_kept_as_a_next_one() -> None:
    layout = strewn(5, ALL)
    for ball in GROUPS["solids"]:
        run = searched(layout, 1, ball)
        assert ball in [way.ball for way in run.ways(run.start)]


def test_strikes_from_the_stock_say_what_strikes_from_the_layout_say() -> None:
    """The stock's maps against maps struck anew in every state, over the whole bed."""
    layout = strewn(4, ALL)
    stocked = searched(layout)
    anew = Maker(TABLE, layout, STRONG, EIGHT_BALL.spacing)
    for at, one in stocked.maker.maps.items():  # the smallest first, as they were made
        anew.make(at, stocked.balls_of(at), one.ways)
    for at, one in stocked.maker.maps.items():
        away = one.smooth[0] - anew.maps[at].smooth[0]
        assert abs(float(away.mean())) < 0.03
        assert float(np.abs(away).mean()) < 0.08


def test_an_open_table_leads_into_either_group() -> None:
    run = group_run(Maker(TABLE, strewn(6, ALL), STRONG, EIGHT_BALL.spacing), GROUPS, None, "8")
    ways = {way.ball: way.then for way in run.ways(run.start)}
    assert set(ways) == {"1", "2", "3", "9", "10"}
    assert ways["9"] == ("stripes", "8", "10")
    assert run.balls_of(("stripes", "8", "10")) == ("8", "10", "1", "2", "3")


def test_the_chance_is_what_comes_when_it_is_played_out() -> None:
    """One layout, seeded; the bench does many."""
    run = searched(strewn(4, ALL))
    found = run.outlook()
    came = played_out(run, group_follow(GROUPS, "8"), 300, (4,))[:, 0].mean()
    assert found.values[0] == pytest.approx(came, abs=0.12 + 2 * found.error)


def asked(discipline: str, layout: Layout, mine: str | None = None):  # type: ignore[no-untyped-def]
    state = rules_for(discipline).initial(("a", "b"), "a")._replace(shots=1)
    if mine is not None:
        state = state._replace(groups=(("a", mine),))
    return question(TABLE, discipline, state, "a", layout, STRONG)


def test_the_last_ball_alone_is_a_run() -> None:
    for discipline, last in (("nine-ball", "9"), ("ten-ball", "10"), ("english-eight-ball", "black")):
        layout = Layout.of({last: Point(2.49, 0.05), "cue": Point(2.0, 0.4)})
        mine = "reds" if last == "black" else None
        assert search(asked(discipline, layout, mine)).outlook().values[0] > 0.9


@pytest.mark.parametrize(
    ("discipline", "places", "words"),
    [
        ("nine-ball", {"9": (2.0, 0.6)}, "place the cue ball"),
        ("nine-ball", {"cue": (1.0, 0.5), "3": (2.0, 0.6)}, "place the 9"),
        ("nine-ball", {"cue": (1.0, 0.5), "9": (2.0, 0.6), "12": (1.5, 0.3)}, "the 12 is not a ball"),
        ("nine-ball", {"cue": (1.0, 0.5), "9": (1.01, 0.5)}, "overlap"),
        ("snooker", {"cue": (1.0, 0.5), "r1": (2.0, 0.6)}, "place the yellow"),
        ("straight-pool", {"cue": (1.0, 0.5)}, "the table is empty"),
    ],
)
def test_what_cannot_be_searched_says_why(
    discipline: str, places: dict[str, tuple[float, float]], words: str
) -> None:
    layout = Layout.of({ball: Point(*at) for ball, at in places.items()})
    with pytest.raises(NoRun, match=words):
        asked(discipline, layout)
