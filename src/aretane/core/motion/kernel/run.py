"""The event loop of one shot."""

from math import inf

from .foresee import foresee, is_inside, mouth_at
from .impacts import hit_ball
from .jit import inlined, lean
from .pockets import settle
from .segments import Array, Ints, advance, begin
from .slots import (
    BANKS,
    BY,
    CAPPED,
    DONE,
    END,
    EVENT_BALL,
    EVENT_KIND,
    EVENT_PHASE,
    EVENT_STATE,
    EVENT_TIME,
    EVENT_WITH,
    EVENTS,
    FATE,
    FIRST_HIT,
    FIRST_RAILS,
    HITS,
    JAWED,
    LAST_TIME,
    MOTION_COLUMNS,
    NONE,
    ON_TABLE,
    PAIR,
    PHASE,
    POTTED,
    RAILS,
    REGION,
    STATUS,
    TE,
    WHAT,
    WHEN,
    WHOM,
    ZONE,
    X,
    Y,
)  # fmt: skip


@lean
def run(
    balls: Array, marks: Ints, world: Array, pockets: Array, summary: Array, record: Array, stop_ball:
    int, most: int
) -> int:  # fmt: skip
    """Play from the given state until all is still, `stop_ball` has left the table, or `most` events.

    A `stop_ball` of -(k + 1), k from 1, ends it when ball k was banked: it has missed its pocket. -1: none.
    Ball 0 is the cue ball. `record` (k, EVENT_COLUMNS) takes one row a ball and event as far as it has
    rows; give it none for no record. Returns how many rows a whole record has.
    """
    n = marks.shape[0]
    _start(balls, marks, world, pockets)
    summary[FIRST_HIT], summary[FIRST_RAILS], summary[STATUS] = -1.0, 0.0, DONE
    written, events, now = 0, 0, 0.0
    for i in range(n):
        written = _write(record, written, 0.0, -1, -1, i, balls, marks)
    while True:
        i = 0
        for k in range(1, n):
            if balls[k, WHEN] < balls[i, WHEN]:
                i = k
        if balls[i, WHEN] == inf:
            break
        if events >= most:
            summary[STATUS] = CAPPED
            break
        events += 1
        now = max(now, balls[i, WHEN])
        kind, which = marks[i, WHAT], marks[i, WHOM]
        other = which if kind == PAIR else -1
        entering = kind == REGION and marks[i, ZONE] < 0
        advance(balls, marks, i, now, world)
        if other >= 0:
            _collide(balls, marks, i, other, now, world, summary)
            written = _write(record, written, now, kind, i, other, balls, marks)
        else:
            settle(balls, marks, world, pockets, i, kind, which)
        if not entering and marks[i, ZONE] >= 0 and is_inside(balls, i, world):
            marks[i, ZONE] = -1
            marks[i, BANKS] += marks[i, JAWED]  # thrown back by the jaws: a bank to wherever it goes
            marks[i, JAWED] = 0
        written = _write(record, written, now, kind, which, i, balls, marks)
        if stop_ball >= 0 and marks[stop_ball, PHASE] >= POTTED:
            break
        if stop_ball < -1 and marks[-stop_ball - 1, BANKS] > 0:
            break
        _look_ahead(balls, marks, world, pockets, i, other, now)
    summary[EVENTS], summary[LAST_TIME] = float(events), now
    return written


@inlined
def _start(balls: Array, marks: Ints, world: Array, pockets: Array) -> None:
    n = marks.shape[0]
    for i in range(n):
        marks[i, FATE], marks[i, BY] = ON_TABLE, -1
        marks[i, RAILS], marks[i, BANKS], marks[i, HITS], marks[i, JAWED] = 0, 0, 0, 0
        balls[i, WHEN], marks[i, WHAT], marks[i, WHOM] = inf, END, -1
        marks[i, ZONE] = (
            -1 if is_inside(balls, i, world) else mouth_at(balls, i, balls[i, X], balls[i, Y], world)
        )
        begin(balls, marks, i, world)
    for i in range(n):
        foresee(balls, marks, world, pockets, i, 0.0, -1)


@inlined
def _collide(
    balls: Array, marks: Ints, i: int, other: int, now: float, world: Array, summary: Array
) -> None:
    advance(balls, marks, other, now, world)
    hit_ball(balls, i, other, world)
    marks[i, HITS] += 1
    marks[other, HITS] += 1
    marks[i, BY], marks[other, BY] = other, i
    if summary[FIRST_HIT] < 0.0 and (i == 0 or other == 0):
        summary[FIRST_HIT] = float(i + other)
        summary[FIRST_RAILS] = float(marks[0, RAILS])
    begin(balls, marks, i, world)
    begin(balls, marks, other, world)


@inlined
def _look_ahead(
    balls: Array, marks: Ints, world: Array, pockets: Array, i: int, other: int, now: float
) -> None:
    """Find the next events of the balls that changed, and of those that were to meet one of them."""
    n = marks.shape[0]
    if other >= 0:  # what it was to do before this hit must not bound what is looked for now
        balls[other, WHEN], marks[other, WHAT] = balls[other, TE], NONE
    for turn in range(-2, n):
        # First the ones that changed (i, then other), then each one that is still to meet one of them.
        k = i if turn == -2 else (other if turn == -1 else turn)
        if turn == -1 and other < 0:
            continue
        if turn >= 0:
            if k in (i, other) or marks[k, WHAT] != PAIR or balls[k, WHEN] == inf:
                continue
            partner = marks[k, WHOM]
            if partner != i and (other < 0 or partner != other):
                continue
            if marks[partner, WHAT] == PAIR and marks[partner, WHOM] == k:
                continue
        foresee(balls, marks, world, pockets, k, now, i if turn == -1 else -1)


@inlined
def _write(
    record: Array, written: int, now: float, kind: int, which: int, i: int, balls: Array, marks: Ints
) -> int:
    """Add a row for ball i to the record; returns how many rows it would have."""
    if written < record.shape[0]:
        record[written, EVENT_TIME], record[written, EVENT_KIND] = now, kind
        record[written, EVENT_WITH], record[written, EVENT_BALL] = which, i
        record[written, EVENT_PHASE] = marks[i, PHASE]
        for k in range(MOTION_COLUMNS):
            record[written, EVENT_STATE + k] = balls[i, k]
    return written + 1
