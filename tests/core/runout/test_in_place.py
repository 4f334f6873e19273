"""In place by the map: what keeps nine tenths and is joined to the planned place; which side costs less."""

from math import pi

import numpy as np
import pytest
from scipy.ndimage import label

from aretane.core.equipment.layout import Layout
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Target
from aretane.core.motion.play import STANDARD
from aretane.core.runout.appraise import appraise
from aretane.core.runout.chart import ChanceMap
from aretane.core.runout.games import Question
from aretane.core.runout.in_place import KEEPS, Place, place_of
from aretane.core.skill import PRESETS
from tests.core.runout.layouts import TABLE

NX, NY, STEP = 49, 25, 0.05


def drawn(values: np.ndarray, error: float = 0.01) -> ChanceMap:
    """A map of these values (nx, ny) on a grid of 50 mm from the corner."""
    grid = values[None]
    return ChanceMap(
        ("", "9"), (), grid, grid, np.full(values.shape, error), np.full((NX, NY, 7), -1.0),
        np.array((0.0, 0.0, STEP, STEP)),
    )  # fmt: skip


X, Y = np.meshgrid(STEP * np.arange(NX), STEP * np.arange(NY), indexing="ij")


def hill(x: float, y: float, high: float, wide: float) -> np.ndarray:
    return np.asarray(high * np.exp(-((X - x) ** 2 + (Y - y) ** 2) / (2 * wide**2)))


def placed(chart: ChanceMap, target: Target, arrival: float | None = 0.0) -> Place:
    found = place_of(chart, target, arrival)
    assert found is not None
    return found


def test_the_contour_of_a_hill_is_a_circle_of_the_right_size() -> None:
    found = placed(drawn(hill(1.0, 0.6, 0.8, 0.4)), Target("point", Point(1.0, 0.6)))
    assert found.worth == pytest.approx(0.8, abs=1e-6)
    radius = 0.4 * (-2 * np.log(KEEPS)) ** 0.5  # where the hill has fallen to nine tenths
    assert len(found.nodes) * STEP**2 == pytest.approx(pi * radius**2, rel=0.15)
    assert found.holds(Point(1.0, 0.6 + radius - STEP))
    assert not found.holds(Point(1.0, 0.6 + radius + STEP))


def test_another_hill_as_good_is_not_in_place_unless_it_is_joined() -> None:
    two = hill(0.6, 0.6, 0.8, 0.15) + hill(1.8, 0.6, 0.8, 0.15)
    found = placed(drawn(two), Target("point", Point(0.6, 0.6)))
    assert found.holds(Point(0.6, 0.6)) and not found.holds(Point(1.8, 0.6))
    both = placed(drawn(two), Target("either", Point(0.6, 0.6), Point(1.8, 0.6)))
    assert both.holds(Point(0.6, 0.6)) and both.holds(Point(1.8, 0.6))


def test_a_worse_place_planned_is_kept_by_every_better_one_beside_it() -> None:
    found = placed(drawn(hill(1.0, 0.6, 0.8, 0.4)), Target("point", Point(1.5, 0.6)))
    assert found.worth < 0.4
    assert found.holds(Point(1.0, 0.6)) and not found.holds(Point(2.0, 0.6))


def test_a_window_is_worth_its_mean_and_holds_along_itself() -> None:
    flat = np.where((X >= 0.8) & (X <= 1.4), 0.6, 0.2)
    found = placed(drawn(flat), Target("window", Point(0.9, 0.5), Point(1.3, 0.5)))
    assert found.worth == pytest.approx(0.6, abs=1e-6)
    assert all(found.holds(Point(x, 0.5)) for x in (0.85, 1.1, 1.35))
    assert not found.holds(Point(0.6, 0.5))


@pytest.mark.parametrize(("arrival", "better"), [(0.0, "short"), (pi, "long"), (pi / 2, None)])
def test_the_side_that_costs_less_is_named_along_the_arrival(arrival: float, better: str | None) -> None:
    slope = np.clip(1.0 - X / 2.4, 0.0, 1.0)  # worth less the further along the table
    found = placed(drawn(slope), Target("point", Point(1.2, 0.6)), arrival)
    assert found.better == better
    if better == "short":
        assert found.short is not None and found.long is not None
        assert found.short - found.long == pytest.approx(2 * 0.2 / 2.4, abs=1e-3)


def test_a_difference_inside_its_error_names_no_side() -> None:
    slope = np.clip(0.5 - (X - 1.2) / 10, 0.0, 1.0)
    assert placed(drawn(slope, 0.001), Target("point", Point(1.2, 0.6))).better == "short"
    assert placed(drawn(slope, 0.05), Target("point", Point(1.2, 0.6))).better is None


def test_without_a_place_or_its_worth_there_is_none() -> None:
    chart = drawn(hill(1.0, 0.6, 0.8, 0.4))
    assert place_of(chart, Target("none"), 0.0) is None
    assert place_of(chart, Target("snooker", ball="9"), 0.0) is None
    assert place_of(drawn(np.zeros((NX, NY))), Target("point", Point(1.0, 0.6)), 0.0) is None
    assert placed(chart, Target("point", Point(1.0, 0.6)), None).better is None


def test_a_real_plan_has_its_place_and_a_chance_below_its_pot() -> None:
    layout = Layout.of({"cue": Point(1.0, 0.5), "8": Point(1.7, 0.9), "9": Point(2.3, 0.3)})
    question = Question(TABLE, "nine-ball", layout, "", PRESETS["strong"], STANDARD)
    good, poor = Point(1.75, 0.55), Point(0.1, 1.15)
    for at in (good, poor):
        plan = Plan(ball="8", pocket="foot-left", target=Target("point", at), speed=1.6)
        found = appraise(question, plan)
        place, choice = found.place, found.choice
        assert place is not None and choice is not None
        assert 0.0 <= place.chance <= 1.0 and place.holds(at)
        nodes = np.zeros(place.shape, dtype=bool)
        nodes.ravel()[list(place.nodes)] = True
        assert label(nodes, np.ones((3, 3)))[1] == 1  # one piece
    last = appraise(question, Plan(ball="9", pocket="foot-right", target=Target("point", good)))
    assert last.place is None
