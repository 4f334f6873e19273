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


class Glance(NamedTuple):
    """How layouts are read that no map was made for: `places` (s, 2) all over the table from which pots are
    looked at (none: they are not read), the player's `going` (`glance.GOING_COLUMNS`,) from ball to ball,
    the `rack` (15, 4) that is set up for the last ball, its first row the free apex, and `always` (else
    only where a stroke moved balls). In snooker, `values` (n,): what each row of the layout counts, and
    `spots` (n, 2): where it comes back; in other games neither. Where balls are potted in turn, `turns`
    (n,): when each row's turn comes (1 the first; 0: it is not the player's), `aims` (n,): the error of aim
    (rad) of who pots it then, and `mapped` (n, 2): where it lay when the map was made."""

    places: Array
    going: Array
    rack: Array
    always: bool
    values: Array
    spots: Array
    turns: Array
    aims: Array
    mapped: Array


class After(NamedTuple):
    """What comes after a pot. `points` (K,): what it counts by itself; `following` (K, nx, ny): the worths
    of what follows, on the grid `frame`. `glance` says how layouts with balls that were moved are read;
    `usuals` (2, n): where balls are potted in turn, the usual chances of those after the pot, and of all
    of them in row 0, in the layout of the map and in the one before the stroke. Of several pots at once
    all but the frame and the glance have a first axis (w,)."""

    points: Array
    following: Array
    frame: Array
    glance: Glance
    usuals: Array


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


class Desk(NamedTuple):
    """Arrays that a layout is read in, made once: `balls` (n, 4), those `racked` (16, 4), the `pairs` of
    balls and pockets that pass, from how many places each ball is on (`loose`, (n,)), the best pots of the
    places (`tops`, (3, s)), what was `read`, and what is `usual` for each ball (n,)."""

    balls: Array
    racked: Array
    pairs: Array
    loose: Ints
    tops: Array
    read: Array
    usual: Array


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
    desk: Desk


PAIRS, PAIR_WIDTH, READ_WIDTH, PLACES = 132, 5, 6, 64
"""Sizes of a desk: pairs that are kept and their columns, figures read, and places at most."""


@compiled
def desk_for(n: int) -> Desk:
    """A desk for so many balls."""
    return Desk(
        np.zeros((n, 4)), np.zeros((16, 4)), np.zeros((PAIRS, PAIR_WIDTH)), np.zeros(n, np.int64),
        np.zeros((3, PLACES)), np.zeros(READ_WIDTH), np.zeros(n),
    )  # fmt: skip


@compiled
def room_for(layout: Array, kinds: int) -> Room:
    """Room for strikes at a layout (n, 4) whose worth is of so many kinds."""
    n = layout.shape[0]
    return Room(
        layout.copy(), np.empty(n, np.int64), np.zeros((n, BALL_COLUMNS)),
        np.zeros((n, MARK_COLUMNS), np.int64), np.zeros(SUMMARY_COLUMNS), np.zeros((0, 0)), np.zeros(5),
        np.zeros(kinds), desk_for(n),
    )  # fmt: skip
