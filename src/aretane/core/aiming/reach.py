"""Whether a player reaches a stroke, from the hand they play with and where the cue ball lies.

Common practice of the trade, with lengths of our choice: nobody published a measure of it. A right-handed
player stands left of the cue's line, the right foot on it, and holds the bridge with the left hand; a
left-handed one the other way round.
"""

from dataclasses import dataclass
from functools import lru_cache
from math import inf
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ..equipment.layout import Layout
from ..equipment.table import Table
from ..geometry import Point, unit
from ..vocabulary import CUE

PlayingHand = Literal["right", "left"]
BRIDGE = 0.20
"""m from the cue ball back to the bridge hand."""
OUTSIDE = 0.20
"""m from the cushion's nose out to the hips of a player at the table."""
AHEAD = 0.10
"""m that the hips may be ahead of the bridge hand."""
WRONG_SIDE = 2.0
"""How many times as far a metre is where the hips are on the wrong side of the line."""
EASY, STRETCHED = 0.85, 1.15
"""m from the hips to the bridge hand that are reached with ease, and stretched with one foot down."""
STEP = 0.05
"""m between the places to stand that are tried."""
UNDER_HAND, BESIDE_HAND = (0.06, 0.30), 0.05
"""m behind the cue ball between which, and beside the line within which, a ball is in the bridge's way."""


@dataclass(frozen=True, slots=True)
class Reach:
    """How a stroke is reached. distance (m): from the hips to the bridge hand, at the best place to stand.

    aids: codes of `vocabulary.AIDS` that it needs; where the ball is out of reach the rest, and the other
    hand if that one reaches it with ease.
    """

    distance: float
    aids: tuple[str, ...]

    @property
    def easy(self) -> bool:
        """Whether it is reached with ease."""
        return self.distance <= EASY


def reach_of(table: Table, layout: Layout, aim: float, hand: PlayingHand) -> Reach:
    """What the stroke from the layout's cue ball in the direction `aim` (rad) needs.

    Raises KeyError where the cue ball is not on the table.
    """
    cue = layout.cue
    if cue is None:
        raise KeyError(CUE)
    distance = hips_to_hand(table, cue, aim, hand)
    aids: tuple[str, ...] = ()
    if distance > STRETCHED:
        other: PlayingHand = "left" if hand == "right" else "right"
        swap = hips_to_hand(table, cue, aim, other) <= EASY
        aids = ("rest", "other-hand") if swap else ("rest",)
    elif distance > EASY:
        aids = ("stretched",)
    under = any(_under_hand(cue, aim, place) for ball, place in layout.places if ball != CUE)
    return Reach(distance, (*aids, "over-ball") if under else aids)


def hips_to_hand(table: Table, cue: Point, aim: float, hand: PlayingHand) -> float:
    """m from the hips to the bridge hand at the best place to stand, the wrong side of the line counting
    more."""
    ahead = unit(aim)
    bridge = cue.plus(ahead.times(-BRIDGE))
    away = _standing(table) - np.array((bridge.x, bridge.y))
    along = away @ np.array((ahead.x, ahead.y))
    left = away @ np.array((-ahead.y, ahead.x))
    wrong = left < 0 if hand == "right" else left > 0
    far = np.hypot(along, np.where(wrong, WRONG_SIDE, 1.0) * left)
    return float(np.where(along <= AHEAD, far, inf).min())


@lru_cache(maxsize=16)
def _standing(table: Table) -> NDArray[np.float64]:
    """Places (k, 2) round the table where the hips of a player can be, m."""
    long = np.arange(-OUTSIDE, table.length + OUTSIDE + STEP / 2, STEP)
    wide = np.arange(-OUTSIDE, table.width + OUTSIDE + STEP / 2, STEP)
    sides = [np.column_stack([long, np.full(len(long), y)]) for y in (-OUTSIDE, table.width + OUTSIDE)]
    ends = [np.column_stack([np.full(len(wide), x), wide]) for x in (-OUTSIDE, table.length + OUTSIDE)]
    return np.vstack(sides + ends)


def _under_hand(cue: Point, aim: float, place: Point) -> bool:
    back = unit(aim).times(-1.0)
    off = place.minus(cue)
    near, far = UNDER_HAND
    return near <= off.dot(back) <= far and abs(off.cross(back)) <= BESIDE_HAND
