"""Points, directions and angle intervals in the plane. Metres and radians throughout."""

import math
from typing import NamedTuple


class Point(NamedTuple):
    """A place or a displacement on the table, metres."""

    x: float
    y: float

    def plus(self, other: "Point") -> "Point":
        return Point(self.x + other.x, self.y + other.y)

    def minus(self, other: "Point") -> "Point":
        return Point(self.x - other.x, self.y - other.y)

    def times(self, factor: float) -> "Point":
        return Point(self.x * factor, self.y * factor)

    def dot(self, other: "Point") -> float:
        return self.x * other.x + self.y * other.y

    def cross(self, other: "Point") -> float:
        """z component of the cross product: positive when `other` lies to the left of this."""
        return self.x * other.y - self.y * other.x

    @property
    def norm(self) -> float:
        return math.hypot(self.x, self.y)

    @property
    def angle(self) -> float:
        """Direction of this displacement, radians from the x axis, in (-pi, pi]."""
        return math.atan2(self.y, self.x)

    def distance(self, other: "Point") -> float:
        return math.hypot(self.x - other.x, self.y - other.y)


def unit(angle: float) -> Point:
    """Unit displacement in a direction given in radians."""
    return Point(math.cos(angle), math.sin(angle))


def turn(angle: float) -> float:
    """The same angle wrapped into (-pi, pi]."""
    wrapped = math.remainder(angle, 2 * math.pi)
    return math.pi if wrapped == -math.pi else wrapped


def safe_asin(value: float) -> float:
    """asin with its argument held inside [-1, 1], for touching balls and rounding."""
    return math.asin(max(-1.0, min(1.0, value)))


def safe_acos(value: float) -> float:
    """acos with its argument held inside [-1, 1]."""
    return math.acos(max(-1.0, min(1.0, value)))


def nearest_on_segment(a: Point, b: Point, p: Point) -> Point:
    """The point of segment a-b nearest to p; a itself when the segment has no length."""
    along = b.minus(a)
    length_squared = along.dot(along)
    if length_squared == 0.0:
        return a
    share = max(0.0, min(1.0, p.minus(a).dot(along) / length_squared))
    return a.plus(along.times(share))


class Interval(NamedTuple):
    """A range of angles, lo <= hi, both offsets in radians from a stated reference direction."""

    lo: float
    hi: float

    @property
    def width(self) -> float:
        return self.hi - self.lo

    @property
    def middle(self) -> float:
        return (self.lo + self.hi) / 2


def subtract(free: tuple[Interval, ...], taken: Interval) -> tuple[Interval, ...]:
    """What is left of the free intervals once `taken` is cut out of each."""
    left: list[Interval] = []
    for piece in free:
        if taken.hi <= piece.lo or taken.lo >= piece.hi:
            left.append(piece)
            continue
        if taken.lo > piece.lo:
            left.append(Interval(piece.lo, taken.lo))
        if taken.hi < piece.hi:
            left.append(Interval(taken.hi, piece.hi))
    return tuple(left)


def reach(origin: Point, direction: float, other: Point, distance: float) -> float | None:
    """How far a centre travels from `origin` before it is `distance` from `other`.

    Returns metres, or None when the path passes clear. Already nearer than `distance`: 0.
    """
    offset = other.minus(origin)
    ahead = unit(direction)
    along, aside = offset.dot(ahead), offset.cross(ahead)
    under = distance * distance - aside * aside
    if along <= 0 or under < 0:
        return None
    return max(0.0, along - math.sqrt(under))
