"""What follows strikes that moved balls: by the map, and by a glance at what they really left."""

import numpy as np
from numpy.typing import NDArray

from ..equipment.balls import is_red
from ..equipment.layout import Layout
from ..motion.play import Ends
from ..vocabulary import CUE
from . import kernel
from .chart import READ, Way
from .glance import SURE, changed
from .kernel import POINTS
from .maps import Maker
from .opened import RACK, glanced
from .snooker import COLOUR, RED, points_after

Array = NDArray[np.float64]


def worths_after(maker: Maker, layout: Layout, way: Way, ends: Ends, good: NDArray[np.bool_]) -> Array:
    """Worths (k,) of strikes at a way's ball, its points and what follows; 0 for those that are not `good`
    (k,): the ball fell and the cue ball stays.

    The balls lay as in `layout`. Where a strike met another ball, what it left is read at a glance; in
    games whose layouts are not read, a share of what the map says is left.
    """
    after = by_map(maker.after(way)[0], maker.frame, ends)
    moved = np.flatnonzero(good & met_another(ends, way.ball))
    if maker.turns:
        after[moved] = _in_turn(maker, layout, way, ends, moved)
    elif maker.counting:
        after[moved] = _split(maker, layout, way, ends, moved)
    elif len(maker.finish) > 1:
        after[moved] = _opened(maker, layout, way, ends, moved, after[moved])
    else:
        after[moved] *= maker.touched
    return np.where(good, way.points[0] + after, 0.0)


def by_map(grid: Array, frame: Array, ends: Ends) -> Array:
    """The values (k,) of a map where the cue ball of each strike ended; `frame` as in `kernel`."""
    return np.array([kernel.worth_at(grid, frame, float(x), float(y)) for x, y in ends.places[:, 0]])


def met_another(ends: Ends, ball: str) -> NDArray[np.bool_]:
    """Which strikes (k,) met a ball other than the cue ball and `ball`, or had one met."""
    others = [k for k, name in enumerate(ends.names) if name not in (CUE, ball)]
    return np.asarray((ends.hits[:, others] > 0).any(axis=1), np.bool_)


def _in_turn(maker: Maker, layout: Layout, way: Way, ends: Ends, moved: NDArray[np.int64]) -> Array:
    """What strikes (m,) leave where balls are potted in turn."""
    balls, found = ends.names[1:], np.zeros(len(moved))
    after = maker.onwards(layout, balls, [way])
    kernel.worths_left(
        maker.rows(layout, balls), ends.names.index(way.ball), ends.places[moved], ends.fates[moved],
        kernel.one_of(after, 0), maker.bed, found,
    )  # fmt: skip
    return found


def _opened(
    maker: Maker, layout: Layout, way: Way, ends: Ends, moved: NDArray[np.int64], after: Array
) -> Array:
    """The same at straight pool, over RACK: read at a glance, or by the map (`after`) and what a glance
    says the moved balls have changed."""
    before = layout.without([way.ball])
    found = np.zeros(len(moved))
    for n, k in enumerate(moved):
        left = ends.after(int(k))
        read = glanced(maker, left) + (len(before.objects) - len(left.objects)) / RACK
        if way.then == READ or left.cue is None:
            found[n] = read
        else:
            lay = glanced(maker, before.changed({CUE: left.cue}))
            found[n] = max(after[n] * changed(RACK * read, RACK * lay), SURE * read)
    return found


def _split(maker: Maker, layout: Layout, way: Way, ends: Ends, moved: NDArray[np.int64]) -> Array:
    """The same at snooker, in shares of the points that a value of one stands for: always by a glance."""
    on = COLOUR if is_red(way.ball) else RED
    place = dict(layout.places)[way.ball]
    before = layout.without([way.ball]) if on == COLOUR else layout
    found = np.zeros(len(moved))
    for n, k in enumerate(moved):
        left = ends.after(int(k))
        if on == RED:
            left = left.changed({way.ball: place})
        beside = len(before.objects) - len(left.objects)
        if on == RED and beside:
            continue  # a red that falls with a colour is a foul
        found[n] = points_after(maker, left, on) + beside / POINTS
    return found
