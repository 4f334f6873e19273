"""Tables: playing area, pocket openings, marks, and the ball that goes with each."""

from dataclasses import dataclass, field, replace
from math import cos, pi, radians, sqrt, tan
from typing import Literal

from ..geometry import Point, unit
from ..units import inches, metres

PocketName = Literal["head-left", "side-left", "foot-left", "head-right", "side-right", "foot-right"]
POCKETS: tuple[PocketName, ...] = (
    "head-left", "side-left", "foot-left", "head-right", "side-right", "foot-right",
)  # fmt: skip
"""Seen by a player who stands at the head rail and looks down the table; left is large y."""


@dataclass(frozen=True, slots=True)
class Pocket:
    """One pocket: its two jaw points, the middle of its mouth, and the way in.

    `points` are the two cushion points (m), `mouth` their middle (m), `axis` the direction in
    radians in which a ball enters squarely.
    """

    name: PocketName
    points: tuple[Point, Point]
    mouth: Point
    axis: float
    is_side: bool


@dataclass(frozen=True, slots=True)
class Jaws:
    """The shape of the pockets of a kind of table beyond their openings.

    `corner_cut`, `side_cut`: angle between the cushion and the facing behind its point (rad).
    `corner_round`, `side_round`: radius of the rounded point seen from above (m). `corner_shelf`,
    `side_shelf`: from the line between the points to the edge of the drop, along the way in (m).
    `corner_drop`, `side_drop`: radius of that edge (m). `nose`: height of the cushion nose over the
    cloth as a share of the ball's diameter.
    """

    corner_cut: float
    side_cut: float
    corner_round: float
    side_round: float
    corner_shelf: float
    side_shelf: float
    corner_drop: float
    side_drop: float
    nose: float


# Cut angles, shelves and nose: WPA tournament specifications, middle of the band (memory). The rounding
# of the points and the radius of the drop are our choice.
POOL_JAWS = Jaws(
    corner_cut=radians(142), side_cut=radians(104), corner_round=metres(3), side_round=metres(3),
    corner_shelf=inches(1.625), side_shelf=inches(0.1875), corner_drop=metres(60), side_drop=metres(65),
    nose=0.635,
)  # fmt: skip
# Cushions that curve into the pocket: parallel throats of the opening's width behind a rounding. The
# governing body fixes the shape by template, not by numbers; these are our choice. Nose at 7/10 of the
# ball's diameter: Mathavan, Jackson and Parkin 2010 (memory).
SNOOKER_JAWS = Jaws(
    corner_cut=radians(135), side_cut=radians(90), corner_round=metres(60), side_round=metres(30),
    corner_shelf=metres(35), side_shelf=metres(15), corner_drop=metres(55), side_drop=metres(50),
    nose=0.7,
)  # fmt: skip
ENGLISH_JAWS = Jaws(
    corner_cut=radians(135), side_cut=radians(90), corner_round=metres(25), side_round=metres(15),
    corner_shelf=metres(30), side_shelf=metres(15), corner_drop=metres(52), side_drop=metres(48),
    nose=0.65,
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Table:
    """A table with its equipment. Lengths in metres, nose to nose."""

    size: str
    length: float
    width: float
    corner_mouth: float
    side_mouth: float
    ball_radius: float
    cue_ball_radius: float
    jaws: Jaws = POOL_JAWS
    pockets: dict[PocketName, Pocket] = field(init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "pockets", {name: _pocket(self, name) for name in POCKETS})

    @property
    def diamond(self) -> float:
        """Spacing of the sights on the long rail, metres (WPA: eight to the long rail; memory)."""
        return self.length / 8

    @property
    def foot_spot(self) -> Point:
        """A quarter of the length from the foot rail (WPA, memory)."""
        return Point(self.length * 0.75, self.width / 2)

    @property
    def head_string(self) -> float:
        """x of the head string: a quarter of the length from the head rail (WPA, memory)."""
        return self.length / 4

    def radius(self, ball: str) -> float:
        """Radius in metres of the named ball on this table."""
        return self.cue_ball_radius if ball == "cue" else self.ball_radius

    def holds(self, ball: str, place: Point, slack: float = 0.0) -> bool:
        """Whether the ball can lie there: inside the cushions, or resting between two jaw points."""
        r = self.radius(ball) - slack
        inside_x = r <= place.x <= self.length - r
        inside_y = r <= place.y <= self.width - r
        return (inside_x and inside_y) or self.hanging_in(ball, place) is not None

    def edge(self, pocket: Pocket) -> tuple[float, float]:
        """The pocket's shelf and the radius of its drop's edge, metres."""
        if pocket.is_side:
            return self.jaws.side_shelf, self.jaws.side_drop
        return self.jaws.corner_shelf, self.jaws.corner_drop

    def rounding(self, pocket: Pocket) -> tuple[float, float]:
        """How far before its point a jaw begins to curve, and how much the curve cuts off the point (m)."""
        jaws = self.jaws
        cut, radius = (
            (jaws.side_cut, jaws.side_round) if pocket.is_side else (jaws.corner_cut, jaws.corner_round)
        )
        half = (pi - cut) / 2
        return radius * tan(half), radius * (1 / cos(half) - 1)

    def hanging_in(self, ball: str, place: Point) -> PocketName | None:
        """The pocket whose jaws hold a ball that lies outside the cushion lines, if any.

        A ball may rest on the shelf, its centre up to the edge of the drop.
        """
        r = self.radius(ball)
        for pocket in self.pockets.values():
            off, ahead = place.minus(pocket.mouth), unit(pocket.axis)
            deep, aside = off.dot(ahead), abs(ahead.cross(off))
            shelf, drop = self.edge(pocket)
            tangent, cut_off = self.rounding(pocket)
            half = pocket.points[0].distance(pocket.points[1]) / 2
            room = half + tangent if deep <= 0 else half - r * 0.9 + cut_off  # behind the points, the jaws
            if (
                aside < room
                and -max(r, (r + tangent) / sqrt(2))
                <= deep
                <= shelf + drop - sqrt(drop**2 - min(aside, drop) ** 2)
                and all(place.distance(point) >= r * 0.9 - cut_off for point in pocket.points)
            ):
                return pocket.name
        return None


def _pocket(table: Table, name: PocketName) -> Pocket:
    end, side = name.split("-")
    x = {"head": 0.0, "side": table.length / 2, "foot": table.length}[end]
    y = table.width if side == "left" else 0.0
    down = 1.0 if side == "left" else -1.0
    if end == "side":
        half = table.side_mouth / 2
        points = (Point(x - half, y), Point(x + half, y))
        return Pocket(name, points, Point(x, y), down * pi / 2, True)
    back = table.corner_mouth / sqrt(2)
    inward = 1.0 if end == "head" else -1.0
    points = (Point(x + inward * back, y), Point(x, y - down * back))
    mouth = Point(x + inward * back / 2, y - down * back / 2)
    axis = Point(-inward, down).angle
    return Pocket(name, points, mouth, axis, False)


def _pool(size: str, length: float, width: float) -> Table:
    # Corner 4.5-4.625 in and side 5-5.125 in between the points; ball 57.15 mm (WPA, memory).
    ball = metres(57.15) / 2
    return Table(size, length, width, inches(4.5), inches(5.0), ball, ball)


TABLES: dict[str, Table] = {
    # 9 ft and 8 ft: WPA tournament table and equipment specifications (memory); 7 ft: common size.
    "pool-9": _pool("pool-9", metres(2540), metres(1270)),
    "pool-8": _pool("pool-8", metres(2337), metres(1168)),
    "pool-7": _pool("pool-7", metres(1981), metres(991)),
    # 12 ft: WPBSA rules, section 1 (memory); openings "about 85-89 mm" (memory).
    "snooker-12": Table(
        "snooker-12",
        metres(3569),
        metres(1778),
        metres(87),
        metres(88),
        metres(52.5) / 2,
        metres(52.5) / 2,
        SNOOKER_JAWS,
    ),
    # English eight-ball: 6 x 3 ft, 2 in balls with a 1 7/8 in cue ball (common size); openings: our choice.
    "english-7": Table(
        "english-7",
        metres(1830),
        metres(915),
        metres(84),
        metres(84),
        metres(50.8) / 2,
        metres(47.6) / 2,
        ENGLISH_JAWS,
    ),
}
"""Tables by size name, with openings that a recording may override."""


def table_for(size: str, corner_mouth: float | None = None, side_mouth: float | None = None) -> Table:
    """The named table, with its own pocket openings where given (metres between the points).

    Raises ValueError naming the size or the opening and what is allowed.
    """
    if size not in TABLES:
        raise ValueError(f"table size {size!r} is not known; use one of {', '.join(TABLES)}")
    base = TABLES[size]
    corner = base.corner_mouth if corner_mouth is None else corner_mouth
    side = base.side_mouth if side_mouth is None else side_mouth
    for label, mouth in (("corner", corner), ("side", side)):
        if not 2.2 * base.ball_radius <= mouth <= 8 * base.ball_radius:
            raise ValueError(
                f"{label} pocket opening {mouth * 1000:.1f} mm must be between "
                f"{2200 * base.ball_radius:.0f} and {8000 * base.ball_radius:.0f} mm"
            )
    return replace(base, corner_mouth=corner, side_mouth=side)
