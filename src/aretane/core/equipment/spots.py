"""Spots of every game on every table, and where balls that come back are put."""

from collections.abc import Callable, Iterable
from functools import lru_cache, partial

from ..geometry import Point
from ..units import metres
from .balls import COLOURS
from .layout import Layout
from .table import Table

# WPBSA rules, section 1 (memory), on the 12 ft table; other tables take them in proportion.
BAULK, D_RADIUS, BLACK_FROM_TOP, FULL_LENGTH = metres(737), metres(292), metres(324), metres(3569)
STEP = 1e-4
"""m. How finely room is looked for along the long string."""


@lru_cache(maxsize=64)
def snooker_spots(table: Table) -> dict[str, Point]:
    """Spots of the colours. The baulk end is the head; yellow is on the right seen from there."""
    scale, middle = table.length / FULL_LENGTH, table.width / 2
    baulk, d = BAULK * scale, D_RADIUS * scale
    return {
        "yellow": Point(baulk, middle - d),
        "green": Point(baulk, middle + d),
        "brown": Point(baulk, middle),
        "blue": Point(table.length / 2, middle),
        "pink": Point(table.length * 0.75, middle),
        "black": Point(table.length - BLACK_FROM_TOP * scale, middle),
    }


def back_on_own_spots(table: Table, balls: Iterable[str], layout: Layout) -> Layout:
    """Where snooker's colours go back, one after another, in a layout that they are not in; only those
    balls.

    The own spot, else the highest free one, else as near to the own spot as can be towards the top cushion
    (WPBSA, memory); the highest first.
    """
    return _put(sorted(balls, key=lambda ball: -COLOURS.index(ball)), layout, partial(_own_place, table))


def back_on_foot_spot(table: Table, balls: Iterable[str], layout: Layout) -> Layout:
    """Where balls of pool go back, one after another, in a layout that they are not in; only those balls.

    The foot spot, else along the long string towards the foot rail, else towards the head (WPA, memory);
    the lowest number first."""
    return _put(sorted(balls, key=_number), layout, partial(_foot_place, table))


def _put(order: list[str], layout: Layout, place_for: Callable[[str, Layout], Point | None]) -> Layout:
    placed: dict[str, Point] = {}
    for ball in order:
        place = place_for(ball, layout.changed(placed))
        if place is not None:
            placed[ball] = place
    return Layout.of(placed)


def _number(ball: str) -> tuple[int, str]:
    digits = ball.lstrip("ry")
    return (int(digits), ball) if digits.isdigit() else (0, ball)


def is_free(table: Table, ball: str, place: Point, layout: Layout) -> bool:
    """Whether the ball can be put there without touching another."""
    if not table.holds(ball, place):
        return False
    reach = table.radius(ball)
    return all(place.distance(at) >= reach + table.radius(name) for name, at in layout.places)


def _own_place(table: Table, ball: str, layout: Layout) -> Point | None:
    spots = snooker_spots(table)
    for name in (ball, *reversed(COLOURS)):
        if is_free(table, ball, spots[name], layout):
            return spots[name]
    return _along(table, ball, spots[ball], layout, 1.0) or _along(table, ball, spots[ball], layout, -1.0)


def _foot_place(table: Table, ball: str, layout: Layout) -> Point | None:
    spot = table.foot_spot
    return _along(table, ball, spot, layout, 1.0) or _along(table, ball, spot, layout, -1.0)


def _along(table: Table, ball: str, spot: Point, layout: Layout, way: float) -> Point | None:
    """The first free place from the spot along the length of the table."""
    steps = int(table.length / STEP)
    near = [
        at for name, at in layout.places if abs(at.y - spot.y) < table.radius(ball) + table.radius(name)
    ]
    around = Layout.of({name: at for name, at in layout.places if at in near})
    for k in range(steps):
        place = Point(spot.x + way * k * STEP, spot.y)
        if not table.holds(ball, place):
            return None
        if is_free(table, ball, place, around):
            return place
    return None
