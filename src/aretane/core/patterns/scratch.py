"""Scratch lines: places from which a rolling cue ball runs from the pot into a pocket."""

from collections.abc import Iterator
from dataclasses import dataclass
from math import copysign, pi

from scipy.optimize import brentq

from ..aiming.aim import rolling_deflection
from ..aiming.pocket_window import pocket_window
from ..equipment.layout import Layout
from ..equipment.table import POCKETS, PocketName, Table
from ..geometry import Point, nearest_on_segment, turn, unit

THINNEST = pi * 80 / 180
"""rad of cut beyond which no line is listed."""


@dataclass(frozen=True, slots=True)
class ScratchLine:
    """A line of cue-ball places (from `near`, at the ghost place, to `far`, m) with the `cut` (rad, signed
    as in `Aim.cut`) from which a rolling hit runs into `into`."""

    into: PocketName
    cut: float
    near: Point
    far: Point


def scratch_lines(table: Table, layout: Layout, ball: str, pocket: PocketName) -> tuple[ScratchLine, ...]:
    """The scratch lines of a pot, for pockets that no ball stands before.

    The natural path of a rolling ball, `aim.rolling_deflection`, solved for the cut: equal balls, no
    cushion before the pocket. Raises KeyError for a ball that is not on the table.
    """
    place = layout.get(ball)
    if place is None:
        raise KeyError(ball)
    line = pocket_window(table, layout, ball, table.pockets[pocket]).direction
    ghost = place.minus(unit(line).times(table.radius(ball) + table.cue_ball_radius))
    return tuple(_lines(table, layout, ball, pocket, line, ghost))


def _lines(
    table: Table, layout: Layout, ball: str, pocket: PocketName, line: float, ghost: Point
) -> Iterator[ScratchLine]:
    for name in POCKETS:
        mouth = table.pockets[name].mouth
        turned = turn(mouth.minus(ghost).angle - line)
        if name == pocket or abs(turned) >= _leaves(THINNEST) or _shut(table, layout, ball, ghost, mouth):
            continue
        cut = copysign(_cut_for(abs(turned)), -turned)
        back = unit(line - cut + pi)
        yield ScratchLine(name, cut, ghost, ghost.plus(back.times(_to_cushion(table, ghost, back))))


def _leaves(cut: float) -> float:
    """Angle between the line of the pot and a rolling cue ball's way after it; rises with the cut."""
    return cut + rolling_deflection(cut)


def _cut_for(leaves: float) -> float:
    """The cut after which a rolling cue ball leaves at that angle to the line of the pot."""
    return float(brentq(lambda cut: _leaves(cut) - leaves, 0.0, THINNEST))


def _shut(table: Table, layout: Layout, ball: str, ghost: Point, mouth: Point) -> bool:
    """Whether another ball stands in the cue ball's way to the pocket."""
    for other in layout.objects:
        at = layout.get(other)
        if other == ball or at is None:
            continue
        if nearest_on_segment(ghost, mouth, at).distance(at) < table.cue_ball_radius + table.radius(other):
            return True
    return False


def _to_cushion(table: Table, start: Point, way: Point) -> float:
    """m from a place to where the cue ball's centre meets the cushion, 0 where it is there already."""
    radius = table.cue_ball_radius
    sides = ((start.x, way.x, table.length), (start.y, way.y, table.width))
    spans = [
        ((size - radius if step > 0 else radius) - at) / step
        for at, step, size in sides
        if abs(step) > 1e-12
    ]
    return max(0.0, min(spans))
