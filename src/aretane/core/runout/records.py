"""What the compiled parts of a chance map are given, as records of arrays."""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ..motion.kernel.jit import compiled
from ..motion.kernel.segments import Array, Ints
from ..motion.kernel.slots import BALL_COLUMNS, MARK_COLUMNS, SUMMARY_COLUMNS

Singles = NDArray[np.float32]


class Bed(NamedTuple):
    """A table as strikes see it: its physics `world`, `pockets` and the `edges` of their windows; after
    `most` events a strike is given up."""

    world: Array
    pockets: Array
    edges: Array
    most: int


class Tries(NamedTuple):
    """Strikes that are tried: `speeds` (s,) in m/s, `tips` (t, 2) as side and height in ball radii."""

    speeds: Array
    tips: Array


class Look(NamedTuple):
    """How closely shots are looked at. `errors` (e, 4) in standard deviations: the first `choosing` of them
    for choosing (`screening` for each of the `finalists` most promising shots, the rest for those near the
    best), the others for valuing, so that the luck of the chosen is not counted."""

    errors: Array
    finalists: int
    screening: int
    choosing: int


class After(NamedTuple):
    """What comes after a pot. `points` (K,): what it counts by itself; `following` (K, nx, ny): the worths
    of what follows, on the grid `frame`. Of several pots at once both have a first axis (w,)."""

    points: Array
    following: Array
    frame: Array


class Worths(NamedTuple):
    """What is found at places: `values` (g, K), the sampling variances `spreads` (g,) of the first of them,
    and the `best` shot (g, BEST_COLUMNS)."""

    values: Array
    spreads: Array
    best: Array


class Struck(NamedTuple):
    """Strikes at the rows `targets` (t,) of a layout, played once for many states.

    Rows in the bits of `fixed` lie there in every state. `shots` (g, t, c, BEST_COLUMNS) are the likeliest
    pots, the likeliest first, `counts` (g, t) how many. `plain` (g, t, c, CHAIN, END_COLUMNS) are their
    endings without error, NOT_PLAYED until one is needed. Endings with errors are kept in `samples` (g, s,
    e, CHAIN, END_COLUMNS); `slots` (g, t, c) says where (-1 nowhere), `filled` (g, s) how many. The last of
    the s is scratch paper.
    """

    targets: Ints
    fixed: int
    shots: Array
    counts: Ints
    plain: Singles
    slots: Ints
    filled: Ints
    samples: Singles


class Room(NamedTuple):
    """Arrays that a strike is played in, made once: `rows` (n, 4) are the balls it begins with, the cue
    ball first, `ids` (n,) which balls they are, `strike` (5,), `worth` (K,); no path is kept in `none`."""

    rows: Array
    ids: Ints
    balls: Array
    marks: Ints
    summary: Array
    none: Array
    strike: Array
    worth: Array


@compiled
def room_for(layout: Array, kinds: int) -> Room:
    """Room for strikes at a layout (n, 4) whose worth is of so many kinds."""
    n = layout.shape[0]
    return Room(
        layout.copy(), np.empty(n, np.int64), np.zeros((n, BALL_COLUMNS)),
        np.zeros((n, MARK_COLUMNS), np.int64), np.zeros(SUMMARY_COLUMNS), np.zeros((0, 0)), np.zeros(5),
        np.zeros(kinds),
    )  # fmt: skip
