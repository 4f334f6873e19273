"""Play strikes on a layout: one with its whole path, or many with what came of them."""

from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..equipment.layout import Layout
from ..equipment.table import POCKETS, PocketName, Table
from ..geometry import Point
from .kernel import batch
from .kernel.segments import Array, Ints
from .kernel.slots import (
    BALL_COLUMNS,
    CAPPED,
    EVENT_COLUMNS,
    FATE,
    FIRST_HIT,
    MARK_COLUMNS,
    OFF_TABLE,
    ON_TABLE,
    RAILS,
    STATUS,
    SUMMARY_COLUMNS,
    X,
    Y,
)  # fmt: skip
from .physics import Physics
from .ready import Ready, ready
from .strike import FASTEST, MISCUE, STEEPEST, MotionError, Strike, check_strike
from .trace import Trace

MOST_EVENTS = 20_000
"""A shot with more events is stopped and reported as capped. A full-pack break has a few hundred."""
STANDARD = Physics()


@dataclass(frozen=True, slots=True)
class Motion:
    """One shot played out.

    `after` holds the balls still on the table, `potted` and `off_table` the others; `rails` counts the
    cushions each ball met; `first_hit` is the ball the cue ball met first. `capped`: stopped at the
    event limit, so the places are not the last ones.
    """

    trace: Trace
    after: Layout
    potted: tuple[tuple[str, PocketName], ...]
    off_table: tuple[str, ...]
    rails: dict[str, int]
    first_hit: str | None
    capped: bool


@dataclass(frozen=True, slots=True, eq=False)
class Ends:
    """Many shots from one layout, k strikes and n balls.

    `places` (k, n, 2) in metres, last seen; `fates` (k, n): index in POCKETS, -1 on the table, -2 off it;
    `rails`, `banks`, `hits` (k, n): cushions, those of them met steeply, and balls met, `hit_by` (k, n):
    the ball met last; `first_hit` (k,)
    and `rails_before` (k,): ball the cue ball met first, cushions before it; `capped` (k,) shots stopped
    at the event limit. Balls are in the order of `names`.
    """

    names: tuple[str, ...]
    places: Array
    fates: Ints
    rails: Ints
    banks: Ints
    hits: Ints
    hit_by: Ints
    first_hit: Ints
    rails_before: Ints
    capped: NDArray[np.bool_]

    def after(self, k: int) -> Layout:
        """The balls that shot k leaves on the table."""
        return Layout.of(
            {
                name: Point(float(x), float(y))
                for name, (x, y), fate in zip(self.names, self.places[k], self.fates[k], strict=True)
                if fate == ON_TABLE
            }
        )


def play(table: Table, layout: Layout, strike: Strike, physics: Physics = STANDARD) -> Motion:
    """Play one strike and keep its whole path.

    Raises MotionError naming the ball and the limit for a layout or strike that cannot be.
    """
    check_strike(strike)
    at = ready(table, layout, physics)
    balls, marks = (
        np.zeros((len(at.names), BALL_COLUMNS)),
        np.zeros((len(at.names), MARK_COLUMNS), np.int64),
    )
    summary, rows = np.zeros(SUMMARY_COLUMNS), 512
    while True:
        record = np.zeros((rows, EVENT_COLUMNS))
        needed = batch.run_recorded(
            at.layout, strike.array(), at.world, at.pockets, MOST_EVENTS, balls, marks, summary, record
        )
        if needed <= rows:
            return _motion(at, balls, marks, summary, record[:needed])
        rows = needed


def _motion(at: Ready, balls: Array, marks: Ints, summary: Array, record: Array) -> Motion:
    fates = dict(zip(at.names, (int(fate) for fate in marks[:, FATE]), strict=True))
    places = {name: Point(float(row[X]), float(row[Y])) for name, row in zip(at.names, balls, strict=True)}
    return Motion(
        trace=Trace(at.names, record),
        after=Layout.of({name: place for name, place in places.items() if fates[name] == ON_TABLE}),
        potted=tuple((name, POCKETS[fate]) for name, fate in fates.items() if fate >= 0),
        off_table=tuple(name for name, fate in fates.items() if fate == OFF_TABLE),
        rails={name: int(count) for name, count in zip(at.names, marks[:, RAILS], strict=True)},
        first_hit=None if summary[FIRST_HIT] < 0 else at.names[int(summary[FIRST_HIT])],
        capped=bool(summary[STATUS] == CAPPED),
    )


def strike_array(strikes: Sequence[Strike]) -> Array:
    """Strikes as rows (k, 5)."""
    return np.array([strike.array() for strike in strikes]).reshape(-1, 5)


def play_many(
    table: Table, layout: Layout, strikes: Array, physics: Physics = STANDARD, *, until_down: str | None =
    None,
    threads: int = 1,
) -> Ends:  # fmt: skip
    """Play every row of `strikes` (k, 5: speed, aim, side, height, elevation) from the layout.

    With `until_down`, a shot ends when that ball has left the table. The result does not depend on
    `threads`. Raises MotionError naming the row, the value and its limit.
    """
    strikes = np.ascontiguousarray(strikes, dtype=np.float64)
    check_strikes(strikes)
    at = ready(table, layout, physics)
    return play_ready(at, strikes, -1 if until_down is None else at.index(until_down), threads)


def play_ready(at: Ready, strikes: Array, stop_ball: int = -1, threads: int = 1) -> Ends:
    """`play_many` without its checks, for strikes the core itself made."""
    k, n = len(strikes), len(at.names)
    places, tales = np.empty((k, n, 2)), np.empty((k, n, batch.TALE_COLUMNS), np.int64)
    summaries = np.empty((k, SUMMARY_COLUMNS))

    def part(piece: slice) -> None:
        batch.run_many(
            at.layout, strikes[piece], at.world, at.pockets, stop_ball, MOST_EVENTS,
            places[piece], tales[piece], summaries[piece],
        )  # fmt: skip

    if threads <= 1 or k < 2:
        part(slice(0, k))
    else:
        size = -(-k // (4 * threads))
        with ThreadPoolExecutor(threads) as pool:
            list(pool.map(part, [slice(start, start + size) for start in range(0, k, size)]))
    return Ends(
        at.names, places, tales[:, :, batch.TALE_FATE], tales[:, :, batch.TALE_RAILS],
        tales[:, :, batch.TALE_BANKS], tales[:, :, batch.TALE_HITS], tales[:, :, batch.TALE_BY],
        summaries[:, FIRST_HIT].astype(np.int64),
        summaries[:, 1].astype(np.int64), summaries[:, STATUS] == CAPPED,
    )  # fmt: skip


def check_strikes(strikes: Array) -> None:
    """Raise MotionError for the first row of (k, 5) strikes that cannot be."""
    if strikes.ndim != 2 or strikes.shape[1] != 5:
        raise MotionError(f"strikes: shape {strikes.shape} must be (k, 5)")
    speed, elevation = strikes[:, 0], strikes[:, 4]
    bad = ~np.isfinite(strikes).all(axis=1) | (speed < 0) | (speed > FASTEST)
    bad |= np.hypot(strikes[:, 2], strikes[:, 3]) > MISCUE + 1e-9
    bad |= (elevation < 0) | (elevation > STEEPEST)
    if bad.any():
        row = int(np.argmax(bad))
        try:
            check_strike(Strike(*(float(value) for value in strikes[row])))
        except MotionError as fault:
            raise MotionError(f"strike {row + 1} of {len(strikes)}: {fault}") from None
