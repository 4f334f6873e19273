"""The rail-number count for three rails, long, short, long: cue-ball number less third-rail number is the
first-rail number.

Common practice of the trade, with the numbers from memory: a counting aid for a rolling cue ball with
running side, never exact.
"""

from dataclasses import dataclass

from ..aiming.mirror import line_of
from ..equipment.table import Table
from ..geometry import Point

CORNER = 5.0
"""The cue-ball number of the corner."""


@dataclass(frozen=True, slots=True)
class Counted:
    """A three-rail count: the three numbers, and where the first rail is aimed at (at its sights, so
    through the nose)."""

    cue: float
    first: float
    third: float
    aim_at: Point


def corner_five(table: Table, cue: Point, target: Point, long_rail: str, short_rail: str) -> Counted | None:
    """The count for a kick to the `long_rail`, then the `short_rail`, then the other long rail; None where
    no number solves it.

    Numbers run along both long rails, one a diamond, from 0 at the corner with the short rail. The cue
    ball's own number is read where its line, drawn back, leaves the table: half a number less for every
    diamond along the long rail from the corner's five, one more for every diamond along the short rail.
    """
    third = _from(table, target.x, short_rail) / table.diamond
    best: tuple[float, Counted] | None = None
    steps = 400
    for k in range(steps + 1):
        first = 8.0 * k / steps
        x = table.length - first * table.diamond if short_rail == "foot" else first * table.diamond
        y = line_of(table, long_rail, 0.0)
        number = _cue_number(table, cue, Point(x, y), short_rail)
        if number is None:
            continue
        off = abs(number - third - first)
        if best is None or off < best[0]:
            best = (off, Counted(number, first, third, Point(x, y)))
    return best[1] if best is not None and best[0] < 0.05 else None


def _from(table: Table, x: float, short_rail: str) -> float:
    """m from the short rail."""
    return table.length - x if short_rail == "foot" else x


def _cue_number(table: Table, cue: Point, aim_at: Point, short_rail: str) -> float | None:
    """The number where the line back through the cue ball leaves the table."""
    back = cue.minus(aim_at)
    if abs(back.y) < 1e-9:
        return None
    base = 0.0 if back.y < 0 else table.width
    share = (base - cue.y) / back.y
    x = cue.x + share * back.x
    far = _from(table, x, "head" if short_rail == "foot" else "foot")
    if far >= 0.0:
        return CORNER - 0.5 * far / table.diamond
    wall = 0.0 if short_rail == "foot" else table.length
    up = abs(cue.y + (wall - cue.x) / back.x * back.y - base)
    return CORNER + up / table.diamond
