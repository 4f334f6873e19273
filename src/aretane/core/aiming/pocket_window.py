"""Which directions of an object ball a pocket accepts, and how much of that is open.

The window is the clean one: the ball passes between the two jaw points without touching either,
a tangent construction. Balls that fall off a jaw, and speed, are left to the motion model.
"""

from dataclasses import dataclass
from math import cos, pi, sin

from ..equipment.layout import Layout
from ..equipment.table import Pocket, Table
from ..geometry import Interval, Point, reach, safe_asin, subtract, turn
from ..tolerances import NEAREST

HANGING_HALF_WIDTH = 4 * pi / 9
"""rad. A ball already between the points falls for any push within 80 degrees of straight in."""


@dataclass(frozen=True, slots=True)
class PocketWindow:
    """Directions from one place that lead into one pocket.

    `reference` is the direction (rad) to the middle of the mouth; the intervals are offsets from
    it. `whole` ignores other balls (None: the mouth is closed from there); `free` is what other
    balls leave open; `blockers` names the balls that take some or all of it.
    """

    reference: float
    whole: Interval | None
    free: tuple[Interval, ...]
    blockers: tuple[str, ...]
    distance: float

    @property
    def open_share(self) -> float:
        """Free part of the window as a share of the whole, 0 to 1; 0 when the mouth is closed."""
        if self.whole is None:
            return 0.0
        return sum(piece.width for piece in self.free) / self.whole.width

    @property
    def best(self) -> Interval | None:
        """The widest free piece."""
        return max(self.free, key=lambda piece: piece.width, default=None)

    @property
    def direction(self) -> float:
        """Direction (rad) a player aims the object ball in: the middle of the widest free piece."""
        piece = self.best or self.whole
        return turn(self.reference + (piece.middle if piece else 0.0))

    @property
    def opening(self) -> float:
        """Width in metres that the widest free piece spans at the pocket's distance."""
        piece = self.best
        return 0.0 if piece is None else 2 * self.distance * sin(min(piece.width, pi) / 2)


def clean_window(pocket: Pocket, place: Point, radius: float) -> tuple[float, Interval | None]:
    """Reference direction and the window from `place` with no other ball on the table.

    `place` and `radius` in metres. A ball touching or behind a jaw point sees the part that is left;
    None where the points leave no way through.
    """
    inward = place.minus(pocket.mouth)
    depth = -(inward.x * cos(pocket.axis) + inward.y * sin(pocket.axis))
    if depth <= 0.0:
        return pocket.axis, Interval(-HANGING_HALF_WIDTH, HANGING_HALF_WIDTH)
    reference = pocket.mouth.minus(place).angle
    edges = []
    for point in pocket.points:
        offset = turn(point.minus(place).angle - reference)
        margin = safe_asin(radius / max(place.distance(point), NEAREST))
        edges.append((offset, margin))
    (lo, lo_margin), (hi, hi_margin) = sorted(edges)
    if lo + lo_margin >= hi - hi_margin:
        return reference, None
    return reference, Interval(lo + lo_margin, hi - hi_margin)


def pocket_window(table: Table, layout: Layout, ball: str, pocket: Pocket) -> PocketWindow:
    """The pocket as seen from an object ball that lies in the layout, other object balls in the way.

    The cue ball is left out: it moves before the object ball does. Raises KeyError when the ball is
    not on the table.
    """
    place = layout.get(ball)
    if place is None:
        raise KeyError(ball)
    radius = table.radius(ball)
    reference, whole = clean_window(pocket, place, radius)
    distance = place.distance(pocket.mouth)
    if whole is None:
        return PocketWindow(reference, None, (), (), distance)
    free: tuple[Interval, ...] = (whole,)
    blockers: list[str] = []
    for other in layout.objects:
        at = layout.get(other)
        if other == ball or at is None:
            continue
        taken = blocked_by(place, at, radius + table.radius(other), reference, whole, distance)
        if taken is not None:
            free = subtract(free, taken)
            blockers.append(other)
    return PocketWindow(reference, whole, free, tuple(blockers), distance)


def blocked_by(
    origin: Point, at: Point, contact: float, reference: float, window: Interval, limit: float
) -> Interval | None:
    """The part of `window` in which a ball from `origin` meets a ball at `at` before `limit` metres.

    `contact` is the distance of centres at contact (m). None when nothing of the window is taken.
    """
    offset = turn(at.minus(origin).angle - reference)
    half = safe_asin(contact / max(origin.distance(at), NEAREST))
    taken = Interval(max(window.lo, offset - half), min(window.hi, offset + half))
    if taken.lo >= taken.hi:
        return None
    before = reach(origin, reference + taken.middle, at, contact)
    return taken if before is not None and before < limit else None
