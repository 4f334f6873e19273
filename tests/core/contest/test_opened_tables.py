"""What a player at the table sees where no map fits: racks that stand, racks that were opened, packs."""

from functools import lru_cache

import pytest

from aretane.core.contest.seat import Seat, seats
from aretane.core.contest.turn import Standing
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.racking import racked_again
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.runout import kernel
from aretane.core.runout.chart import READ
from aretane.core.runout.games import Question
from aretane.core.runout.opened import RACK
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.runout.layouts import TABLE, strewn

SKILL, NEEDS = PRESETS["advanced"], (60, 60)
FOOT = TABLE.foot_spot
LAYOUT = strewn(77, [str(n) for n in range(1, 8)])


@lru_cache(maxsize=1)
def seat() -> Seat:
    """An advanced player whose maps are of seven balls."""
    asked = Question(TABLE, "straight-pool", LAYOUT, "", SKILL, Physics())
    return seats(asked, SKILL, 1.3)[0]


def standing(layout: Layout, renewed: bool = False) -> Standing:
    return Standing(TABLE, "straight-pool", layout, needs=NEEDS, renewed=renewed)


def break_from(ball: Point, cue: Point) -> Standing:
    """A rack that stands, with a ball outside it."""
    racked = racked_again(TABLE, "1", Layout.of({"1": ball})).layout
    return standing(racked.changed({CUE: cue}), True)


def test_break_shots_are_not_all_worth_the_same() -> None:
    """Beside the rack with an angle into it; up the table; and beside it, but straight."""
    beside = Point(FOOT.x + 0.065, FOOT.y + 0.31)
    good = seat().look(break_from(beside, Point(FOOT.x - 0.24, FOOT.y + 0.42)))
    far = seat().look(break_from(Point(FOOT.x - 1.3, FOOT.y + 0.31), Point(FOOT.x - 1.7, FOOT.y)))
    past = seat().look(break_from(beside, Point(FOOT.x - 0.31, FOOT.y + 0.01)))
    assert good.chance * RACK > 4.0
    assert good.chance > far.chance + 1.0 / RACK and good.chance > past.chance + 1.0 / RACK


def test_as_long_as_the_balls_lie_the_maps_are_used_and_else_they_are_read() -> None:
    me, at = seat(), standing(LAYOUT)
    assert all(way.then != READ for way in me.ways(at))
    name = LAYOUT.objects[0]
    place = dict(LAYOUT.places)[name]
    moved = LAYOUT.changed({name: Point(place.x, TABLE.width - place.y)})
    assert {way.then for way in me.ways(standing(moved))} == {READ}
    assert {way.then for way in me.ways(standing(LAYOUT, True))} == {READ}


def test_what_is_read_is_about_what_the_map_says() -> None:
    """The same table by its maps, and as a rack that no map was made for."""
    by_map, by_glance = seat().look(standing(LAYOUT)), seat().look(standing(LAYOUT, True))
    assert by_glance.chance * RACK == pytest.approx(by_map.chance * RACK, abs=5.0)


def test_nothing_is_compiled_anew_for_a_quick_look() -> None:
    """A second form of the compiled map would take a minute at the first question after an install."""
    seat().look(break_from(Point(FOOT.x + 0.065, FOOT.y + 0.31), Point(FOOT.x - 0.24, FOOT.y + 0.42)))
    seat().look(standing(LAYOUT, True))
    rotation = Question(TABLE, "nine-ball", LAYOUT, "", SKILL, Physics())
    at = Standing(TABLE, "nine-ball", LAYOUT)
    seats(rotation, SKILL, 2.0)[0].look(at)
    assert len(kernel.map_ways.signatures) == 1  # type: ignore[attr-defined]
