"""The race to the last ball by two players with their usual chances to go on from ball to ball.

It knows no safeties and no layout. The learnt estimate starts from it.
"""

from collections.abc import Sequence
from functools import lru_cache
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Number = TypeVar("Number", float, Array)

LEAST, MOST = 0.03, 0.985
"""Bounds of the chance to go on by one ball."""
STARTS = 0.93
"""Chance of a visit's first ball at straight pool, as a share of that to go on from a ball made (games of
four levels played out gave 0.91 to 0.96)."""


def steps(usual: Sequence[float]) -> tuple[float, ...]:
    """Chances to pot a ball and go on, with 1, 2, ... balls left.

    usual: chances to run out from most places with that many balls left; each is the one before times such
    a step.
    """
    before = 1.0
    found = []
    for chance in usual:
        found.append(min(max(chance / before if before > 0 else 0.0, LEAST), MOST))
        before = max(chance, 1e-6)
    return tuple(found)


@lru_cache(maxsize=4096)
def shared(mine: tuple[float, ...], theirs: tuple[float, ...]) -> tuple[float, ...]:
    """Chances of the player at the table to win with 0, 1, ... balls left that both pot (rotation).

    W(m) = q W(m-1) + (1 - q)(1 - V(m)), V(m) = p V(m-1) + (1 - p)(1 - W(m)): solved for W; `mine` are q,
    `theirs` p by balls left.
    """
    own, other = [1.0], [1.0]
    for q, p in zip(mine, theirs, strict=True):
        a, b = _solved(q, p, own[-1], other[-1])
        own.append(a)
        other.append(b)
    return tuple(own)


@lru_cache(maxsize=4096)
def apart(mine: tuple[float, ...], theirs: tuple[float, ...]) -> Array:
    """Chances (a + 1, b + 1) of the player at the table to win who has a balls left when the other has b;
    each pots only the own ones (groups).

    W(a, b) = q W(a-1, b) + (1 - q)(1 - V(b, a)), and the same for the other.
    """
    own = np.ones((len(mine) + 1, len(theirs) + 1))
    other = np.ones((len(theirs) + 1, len(mine) + 1))
    for a in range(1, len(mine) + 1):
        for b in range(1, len(theirs) + 1):
            own[a, b], other[b, a] = _solved(
                mine[a - 1], theirs[b - 1], float(own[a - 1, b]), float(other[b - 1, a])
            )
    own.setflags(write=False)
    return own


@lru_cache(maxsize=128)
def by_points(
    mine: tuple[float, float], theirs: tuple[float, float], then: int, most: int
) -> Array:  # fmt: skip
    """Chances (most + 1, most + 1) of a player who comes to the table and needs a points when the other
    needs b (straight pool). A visit begins with a ball made with STARTS times the chance of going on. That
    is the first of `mine` and `theirs` as long as a + b is above `then`, and the second from there on.

    W(a, b) = f C(a-1, b) + (1 - f)(1 - V(b, a)), C(a, b) = q C(a-1, b) + (1 - q)(1 - V(b, a)), and the same
    for the other.
    """
    own, other = np.ones((2, most + 1, most + 1))
    going, others_going = np.ones((2, most + 1, most + 1))
    for total in range(2, 2 * most + 1):  # all states with so many points to come at once
        a = np.arange(max(1, total - most), min(most, total - 1) + 1)
        b = total - a
        q, p = mine[total <= then], theirs[total <= then]
        won, lost = _solved(STARTS * q, STARTS * p, going[a - 1, b], others_going[b - 1, a])
        own[a, b], other[b, a] = won, lost
        going[a, b] = q * going[a - 1, b] + (1.0 - q) * (1.0 - lost)
        others_going[b, a] = p * others_going[b - 1, a] + (1.0 - p) * (1.0 - won)
    own.setflags(write=False)
    return own


def _solved(q: float, p: float, mine: Number, theirs: Number) -> tuple[Number, Number]:
    """W and V of W = q `mine` + (1 - q)(1 - V), V = p `theirs` + (1 - p)(1 - W)."""
    whole = 1.0 - (1.0 - q) * (1.0 - p)
    won = (q * mine + (1.0 - q) * p * (1.0 - theirs)) / whole
    return won, p * theirs + (1.0 - p) * (1.0 - won)
