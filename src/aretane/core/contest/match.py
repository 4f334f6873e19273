"""From the chance to win a rack to that of winning the match."""

from dataclasses import replace
from functools import lru_cache

from ..geometry import Point
from .decide import steadier
from .equity import FrameProspects, frame_equity
from .ladder import apart, shared
from .look import Look
from .points import GAME
from .seat import Seat, edge
from .turn import Standing

FULL_FRAME = 147.0
"""Points of a frame."""


@lru_cache(maxsize=4096)
def match_chance(needed: int, other_needed: int, rack: float) -> float:
    """The chance to win a race in which a player still needs `needed` racks and the other `other_needed`,
    each rack won with the chance `rack`.

    M(a, b) = p M(a - 1, b) + (1 - p) M(a, b - 1), M(0, b) = 1, M(a, 0) = 0: the negative binomial law.
    """
    if needed <= 0:
        return 1.0
    if other_needed <= 0:
        return 0.0
    won = match_chance(needed - 1, other_needed, rack)
    lost = match_chance(needed, other_needed - 1, rack)
    return rack * won + (1.0 - rack) * lost


def fresh_rack(at: Standing, me: Seat, other: Seat) -> float:
    """The chance to win a rack that has not begun, whoever breaks.

    Both go on with their usual chances from this layout's maps, and with those of the last ball beyond it.
    """
    if at.game.any_order:
        return edge(replace(at, needs=(GAME, GAME), renewed=True), me, other)
    if at.game.by_colours:
        return 0.5 * (_fresh_frame(me, other) + 1.0 - _fresh_frame(other, me))
    count = at.game.to_pot
    mine, theirs = (_full(side, at, count) for side in (me, other))
    if at.game.in_order:
        first, second = shared(mine, theirs)[count], shared(theirs, mine)[count]
    else:
        first, second = float(apart(mine, theirs)[count, count]), float(apart(theirs, mine)[count, count])
    return 0.5 * (first + 1.0 - second)


def _fresh_frame(me: Seat, other: Seat) -> float:
    """The chance of the frame for the player at the table with all balls there and no pot on."""
    nothing = Look(0.0, 0.0, None, Point(0.0, 0.0))
    return frame_equity(nothing, FrameProspects(0.0, FULL_FRAME, steadier(me, other)))


def _full(side: Seat, at: Standing, count: int) -> tuple[float, ...]:
    """How often a player goes on by a ball, for a full rack."""
    known = side.going_on(at) or (1.0,)
    return (*known, *([known[-1]] * max(0, count - len(known))))[:count]
