"""The mirror count: a path that leaves every rail as steeply as it came."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise

from ..equipment.table import Table
from ..geometry import Point

Rail = str
"""head, foot, right or left: the head rail is at x = 0, the right long rail at y = 0."""
RAILS: tuple[Rail, ...] = ("head", "foot", "right", "left")
MOST = 4
"""Rails of a kick that is counted."""
CLEAR = 1.3
"""Half mouths of a pocket that a contact must keep away from its middle."""


@dataclass(frozen=True, slots=True)
class Mirrored:
    """A mirror path: the centre of the ball where it meets each of the `rails`, the direction it starts in
    (rad) and how long it is to the target (m)."""

    rails: tuple[Rail, ...]
    contacts: tuple[Point, ...]
    aim: float
    length: float


def mirror(
    table: Table, start: Point, target: Point, rails: tuple[Rail, ...], radius: float
) -> Mirrored | None:
    """The mirror path of a ball of `radius` from `start` over the rails to `target`; None where there is
    none: a contact would lie beyond a rail or in a pocket.

    The target is reflected in the lines one ball radius inside the noses, the last rail first.
    """
    image = target
    for rail in reversed(rails):
        image = _reflected(table, image, rail, radius)
    contacts: list[Point] = []
    at, towards = start, image
    for rail in rails:
        met = _meets(table, at, towards, rail, radius)
        if met is None or not _on_cushion(table, met, rail):
            return None
        contacts.append(met)
        at, towards = met, _reflected(table, towards, rail, radius)
    way = (contacts[0] if contacts else target).minus(start)
    length = sum(one.distance(other) for one, other in pairwise((start, *contacts, target)))
    return Mirrored(rails, tuple(contacts), way.angle, length)


def mirrors(table: Table, start: Point, target: Point, count: int, radius: float) -> list[Mirrored]:
    """Every mirror path over `count` rails, the shortest first."""
    found = [
        one for rails in _orders(count) if (one := mirror(table, start, target, rails, radius)) is not None
    ]
    return sorted(found, key=lambda one: one.length)


def _orders(count: int) -> Iterator[tuple[Rail, ...]]:
    """Orders of rails in which none follows itself."""
    if count == 0:
        yield ()
        return
    for before in _orders(count - 1):
        for rail in RAILS:
            if not before or before[-1] != rail:
                yield (*before, rail)


def line_of(table: Table, rail: Rail, radius: float) -> float:
    """x (short rails) or y (long rails) of a ball's centre at the rail."""
    return {
        "head": radius, "foot": table.length - radius, "right": radius, "left": table.width - radius,
    }[rail]  # fmt: skip


def _reflected(table: Table, place: Point, rail: Rail, radius: float) -> Point:
    line = line_of(table, rail, radius)
    if rail in ("head", "foot"):
        return Point(2 * line - place.x, place.y)
    return Point(place.x, 2 * line - place.y)


def _meets(table: Table, at: Point, towards: Point, rail: Rail, radius: float) -> Point | None:
    """Where the way crosses the rail's line, ahead."""
    line, way = line_of(table, rail, radius), towards.minus(at)
    along, off = (way.x, line - at.x) if rail in ("head", "foot") else (way.y, line - at.y)
    if abs(along) < 1e-12:
        return None
    share = off / along
    return at.plus(way.times(share)) if 1e-9 < share < 1.0 + 1e-9 else None


def _on_cushion(table: Table, met: Point, rail: Rail) -> bool:
    """Whether a contact lies on the rail, clear of its pockets."""
    if not (-1e-9 <= met.x <= table.length + 1e-9 and -1e-9 <= met.y <= table.width + 1e-9):
        return False
    return all(
        met.distance(pocket.mouth) > CLEAR * pocket.points[0].distance(pocket.points[1]) / 2
        for pocket in table.pockets.values()
    )
