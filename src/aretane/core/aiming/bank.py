"""Whether a bank of a ball is there from where the cue ball lies: the mirror path, what stands in it, and
the cut on the ball."""

from collections.abc import Iterable, Iterator
from itertools import pairwise
from math import pi, radians

from ..equipment.layout import Layout
from ..equipment.table import POCKETS, Table
from ..geometry import Point, nearest_on_segment, turn, unit
from ..vocabulary import CUE
from .mirror import mirrors

EASY_CUT = radians(45.0)
"""rad. A bank with more cut than this is not what somebody plays for (our choice)."""


def best_bank(table: Table, layout: Layout, ball: str) -> float | None:
    """The smallest cut (rad, no sign) with which the ball can be banked over one rail; None where no mirror
    path of it, or no way of the cue ball to it, is free. Raises KeyError for a ball that is not there."""
    return min(_cuts(table, layout, ball), default=None)


def _cuts(table: Table, layout: Layout, ball: str) -> Iterator[float]:
    cue, place = layout.cue, layout.get(ball)
    if cue is None or place is None:
        raise KeyError(CUE if cue is None else ball)
    apart = table.cue_ball_radius + table.radius(ball)
    others = [(at, table.radius(name)) for name, at in layout.places if name not in (CUE, ball)]
    for pocket in POCKETS:
        for path in mirrors(table, place, table.pockets[pocket].mouth, 1, table.radius(ball)):
            ghost = place.minus(unit(path.aim).times(apart))
            cut = abs(turn(path.aim - ghost.minus(cue).angle))
            legs = [place, *path.contacts, table.pockets[pocket].mouth]
            clear = _clear(pairwise(legs), table.radius(ball), others)
            if cut < pi / 2 and clear and _clear([(cue, ghost)], table.cue_ball_radius, others):
                yield cut


def _clear(legs: Iterable[tuple[Point, Point]], radius: float, others: list[tuple[Point, float]]) -> bool:
    """Whether a ball of the radius (m) passes every other on these legs."""
    return all(
        nearest_on_segment(one, end, at).distance(at) > radius + other
        for one, end in legs
        for at, other in others
    )
