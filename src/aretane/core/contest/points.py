"""Straight pool in short: points, balls that come back, fourteen racked again; and what a visit promises
towards the points that win.

WPA rules of play (memory), as in `core.rules.straight_pool`. Not in it: the opening break's own demands.
The one after a third foul in a row is taken to leave the pack as it stood and the cue ball at the head
rail, as a good one does (common practice).
"""

import numpy as np
from numpy.typing import NDArray

from ..equipment.layout import Layout
from ..equipment.racking import racked_again
from ..equipment.table import Table
from ..games.setting_up import racked, respotted
from ..games.straight_pool import STRAIGHT_POOL
from ..geometry import Point
from ..motion.play import Ends
from ..runout.opened import RACK
from ..vocabulary import CUE
from .ladder import by_points
from .look import Look

GAME = 100
"""Points that a game is valued to where none were agreed (common practice)."""
FOUL, THIRD_FOUL = 1, 16
"""Points a foul costs, and the third in a row."""
MOST_GOING = 0.98
"""A run goes on from ball to ball with no more than this chance."""
STEP, LONG = 25, 150
"""Points needed are tabled in steps of so many, and up to so many."""

Going = tuple[float, float]
"""Chances to go on from ball to ball: in this rack, and over many."""
Needs = tuple[int, int]
"""Points that the player at the table and the other still need."""


def needs_of(mine: int, theirs: int, target: int | None) -> Needs:
    """The points both still need. Without an agreed target the game goes to GAME, and past that to the next
    hundred."""
    ends = target or GAME * (max(mine, theirs, 0) // GAME + 1)
    return max(1, ends - mine), max(1, ends - theirs)


def shifted(needs: Needs, ahead: int) -> Needs:
    """The points needed of a player who is so many points further ahead, or behind."""
    return needs[0] + max(0, -ahead), needs[1] + max(0, ahead)


def back(table: Table, ends: Ends, k: int, counts: bool, left: Layout) -> Layout:
    """The layout after strike k, with balls that come back on the table.

    Balls off the table come back, and so do potted balls where the strike does not count. Where it counts
    and one ball is left, the rack is renewed.
    """
    fates = ends.fates[k]
    gone = [
        name
        for name, fate in zip(ends.names, fates, strict=True)
        if name != CUE and (fate == -2 or (fate >= 0 and not counts))
    ]
    if gone:
        left = left.changed(dict(respotted(table, STRAIGHT_POOL.code, gone, left).places))
    if not counts or len(left.objects) > 1:
        return left
    last = left.objects[0] if left.objects else ends.names[1]
    again = racked_again(table, last, left)
    return again.layout.without((CUE,)) if again.cue_in_hand else again.layout


def after_third_foul(table: Table) -> Layout:
    """The table after the opening break that a third foul calls for."""
    pack = racked(table, STRAIGHT_POOL.code)
    return pack.changed({CUE: Point(2 * table.ball_radius, table.width / 2)})


def run_of(look: Look, needed: int) -> NDArray[np.float64]:
    """The chances (needed + 1,) of a run of 0, 1, ... balls; the last is the chance of all that are needed.

    The first pot has its own chance; after it one chance holds from ball to ball, chosen so that the mean
    run is the map's.
    """
    if look.shot is None or look.pot <= 0.0:
        return np.array([1.0, *([0.0] * needed)])
    on = min(max(1.0 - look.pot / max(RACK * look.chance, look.pot), 0.0), MOST_GOING)
    reached = np.concatenate([[1.0], look.pot * on ** np.arange(needed)])
    return np.concatenate([reached[:-1] - reached[1:], reached[-1:]])


def _tabled(needs: Needs) -> Needs:
    """The needs of a shorter game with the same lead over the square root of the points to come.

    The scores of a race spread like that square root.
    """
    most = max(needs)
    if most <= LONG:
        return needs
    apart = round((needs[1] - needs[0]) * (LONG / most) ** 0.5)
    return max(1, LONG - max(0, apart)), max(1, LONG - max(0, -apart))


def race(needs: Needs, mine: Going, theirs: Going, balls: int, look: Look | None = None) -> float:
    """The chance to win of the player at the table if both go on from ball to ball with the chances `mine`
    and `theirs`.

    balls: left of this rack. look: the pot that is there now; after its run both have their usual chances.
    """
    a, b = _tabled(needs)
    most, then = STEP * -(-max(a, b) // STEP), max(0, a + b - balls)
    if look is None:
        return float(by_points(mine, theirs, then, most)[a, b])
    handed = 1.0 - by_points(theirs, mine, then, most)[b, a:0:-1]
    chances = run_of(look, a)
    return float(chances[:-1] @ handed + chances[-1])
