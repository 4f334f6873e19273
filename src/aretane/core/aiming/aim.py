"""The geometry of one direct pot: cut, fullness, distances, blockers, tangent line.

Straight lines and touching circles; what throw, speed and jaws make of it stands in `chance`.
"""

from dataclasses import dataclass
from math import atan2, cos, pi, sin

from ..equipment.layout import Layout
from ..equipment.table import PocketName, Table
from ..geometry import Interval, Point, safe_acos, subtract, turn, unit
from ..tolerances import NEAREST, THINNEST_CUT, TOUCHING
from .pocket_window import PocketWindow, blocked_by, pocket_window

ROLLING_SHARE = 2 / 5
"""Moment of inertia of a solid ball over m R^2; the 2/5 of the rolling cue ball's path."""


@dataclass(frozen=True, slots=True)
class Aim:
    """One direct pot as it lies. Angles in radians, lengths in metres.

    `cut` is signed: positive when the cue ball lies left of the object ball's line to the pocket,
    looking along that line. `fullness` is 1 - sin(cut), 0 when the cut is beyond 90 degrees.
    `tangent` and `rolling` are the directions the cue ball leaves in after a stun and a rolling hit
    (equal balls, no friction); None when straight or impossible. `chance` is None until `chance.direct`
    fills it in for a player.
    """

    ball: str
    pocket: PocketName
    cut: float
    fullness: float
    ghost: Point
    cue_distance: float
    pot_distance: float
    window: PocketWindow
    cue_blockers: tuple[str, ...]
    cue_open_share: float
    tangent: float | None
    rolling: float | None
    frozen: bool
    chance: float | None = None
    aims: float | None = None
    """Width (rad) of the free aims that make it, throw and jaws included; filled in with the chance."""

    @property
    def possible(self) -> bool:
        """Whether some aim pots the ball without touching another."""
        return self.cue_open_share > 0 and self.window.open_share > 0


def fullness(cut: float) -> float:
    """Fullness of hit, 1 - sin(cut) for a cut in radians within +-90 degrees; 0 beyond."""
    return max(0.0, 1 - abs(sin(cut))) if abs(cut) < pi / 2 else 0.0


def rolling_deflection(cut: float) -> float:
    """Angle (rad) between a rolling cue ball's first direction and its last, for a cut in radians.

    tan = sin cos / (sin^2 + 2/5), equal balls, no friction, elastic (Alciatore, technical proofs;
    memory).
    """
    s, c = abs(sin(cut)), cos(cut)
    return atan2(s * c, s * s + ROLLING_SHARE)


def aim_at(table: Table, layout: Layout, ball: str, pocket_name: PocketName) -> Aim:
    """Measure the pot of `ball` into the pocket from the layout's cue ball.

    Raises KeyError naming the ball when it, or the cue ball, is not on the table.
    """
    cue, place = layout.cue, layout.get(ball)
    if cue is None:
        raise KeyError("cue")
    if place is None:
        raise KeyError(ball)
    contact = table.radius("cue") + table.radius(ball)
    window = pocket_window(table, layout, ball, table.pockets[pocket_name])
    line = window.direction
    ghost = place.minus(unit(line).times(contact))
    frozen = cue.distance(place) <= contact + TOUCHING
    travel = ghost.minus(cue)
    approach = place.minus(cue).angle if frozen else travel.angle
    cut = turn(line - approach)
    in_cone = abs(cut) < pi / 2
    free, whole, blockers = _aims(table, layout, ball, window, contact)
    share = free_share(free, whole)
    return Aim(
        ball=ball,
        pocket=pocket_name,
        cut=cut,
        fullness=fullness(cut),
        ghost=ghost,
        cue_distance=travel.norm,
        pot_distance=window.distance,
        window=window,
        cue_blockers=blockers,
        cue_open_share=share,
        tangent=turn(approach - _sign(cut) * (pi / 2 - abs(cut))) if in_cone and cut else None,
        rolling=turn(approach - _sign(cut) * rolling_deflection(cut)) if in_cone and cut else None,
        frozen=frozen,
    )


def free_share(free: tuple[Interval, ...], whole: Interval | None) -> float:
    """Free part of the aims as a share of the whole; 0 when there is none."""
    if whole is None or whole.width <= 0:
        return 0.0
    return sum(piece.width for piece in free) / whole.width


def _sign(value: float) -> float:
    return 1.0 if value > 0 else -1.0


def _aims(
    table: Table, layout: Layout, ball: str, window: PocketWindow, contact: float
) -> tuple[tuple[Interval, ...], Interval | None, tuple[str, ...]]:
    """Free aims, all aims and the blockers of the cue ball's path.

    Aims are offsets (rad) from the line cue ball to object ball. A free direction of the object
    ball maps to one aim: the one that brings the cue ball to the matching ghost place.
    """
    cue, place = layout.cue, layout.get(ball)
    assert cue is not None and place is not None
    centre_line = place.minus(cue).angle
    distance = max(cue.distance(place), NEAREST)
    cone = min(safe_acos(contact / distance), THINNEST_CUT)

    def aim_for(direction: float) -> float:
        ghost = place.minus(unit(direction).times(contact))
        return turn(ghost.minus(cue).angle - centre_line)

    pieces = [p for piece in window.free if (p := _clip(piece, window, centre_line, cone))]
    if not pieces:
        return (), None, ()
    aims = tuple(_ordered(*(aim_for(window.reference + edge) for edge in piece)) for piece in pieces)
    whole = max(aims, key=lambda piece: piece.width)
    free = aims
    blockers: list[str] = []
    for other in layout.objects:
        at = layout.get(other)
        if other == ball or at is None:
            continue
        apart = table.radius("cue") + table.radius(other)
        for piece in aims:
            ghost = place.minus(unit(window.direction).times(contact))
            taken = blocked_by(cue, at, apart, centre_line, piece, cue.distance(ghost))
            if taken is not None:
                free = subtract(free, taken)
                if other not in blockers:
                    blockers.append(other)
    return free, whole, tuple(blockers)


def _clip(piece: Interval, window: PocketWindow, centre_line: float, cone: float) -> Interval | None:
    """The directions of the piece that the cue ball can give: within `cone` of the line of centres."""
    middle = turn(centre_line - window.reference)
    lo, hi = max(piece.lo, middle - cone), min(piece.hi, middle + cone)
    return Interval(lo, hi) if lo < hi else None


def _ordered(a: float, b: float) -> Interval:
    return Interval(min(a, b), max(a, b))
