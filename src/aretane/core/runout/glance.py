"""The compiled part of a glance: what a player may expect of balls wherever they lie, in some microseconds.

A chance map knows one layout. A stroke that moves balls leaves others, each of them another time; a glance
reads such a layout as a player does who comes to the table: which balls pass to which pockets, what is on
from where the cue ball lies, and what is usually on.
"""

from math import atan2, cos, erf, hypot, sin, sqrt

from ..chance.windows import window_at
from ..motion.kernel.jit import compiled, lean
from ..motion.kernel.segments import Array
from ..motion.kernel.slots import FATE, MOUTH_X, MOUTH_Y, ON_TABLE, X, Y
from .ranking import mean_of, ranked
from .records import Bed, Desk, Glance, Room, desk_for

BALL, TOWARD, HALF, GHOST_X, GHOST_Y = range(5)
PAIR_COLUMNS = 5
"""Of a ball that passes to a pocket: its row, the direction it must leave in (rad), half the width of its
window (rad), and where the cue ball meets it."""
FIRST, USUAL, LOOSE = range(3)
READ_COLUMNS = 3
"""Of a layout read: the chance of the best pot from where the cue ball lies; that from places all over the
table, the better half of them; how many balls are loose."""
KEEPS, CHOSEN, TIED, BROKEN, LATER = range(5)
GOING_COLUMNS = 5
"""Of a player: the share of a pot's chance that is kept from ball to ball; the power of the usual chance
that is left by choosing where the cue ball goes; what a ball that is not loose keeps of that; the share of
the chance of a break shot from a well chosen place that is come to; and the balls that follow one."""
ARRIVAL = 1.0
"""m/s at the pocket for which its window is taken."""
THIN = 0.17
"""Cosine of the thinnest cut that is looked at."""
NARROW = 0.35
"""Share of its whole window that a ball must have to count as passing."""
FREELY = 2
"""Places from which a loose ball is on, at the least."""
SOME = 0.3
"""Chance of a pot that is on."""
THROWN = 0.004
"""rad by which throw and spin blur the direction of the object ball, roughly (our choice)."""
REACH, MET = 1.2, 0.9
"""m that a cue ball goes into the rack over, and how much of a ball it must meet there."""
WELL = 4
"""Places, the best of all, that stand for a well chosen one."""
RACK = 15
"""Balls that a value of one stands for where balls are counted."""
FEW = 5
"""Balls up to which the break ball among them is looked for."""
READABLE, BELIEVED, LEAST_LEFT, MOST_LEFT, SURE = 0.5, 0.3, 0.5, 1.3, 0.6
"""Of a layout with balls that a stroke moved: the balls that a glance must have promised before it (it
reads none where the cue ball ends on the place of a ball that it moved), the power to which the change that
it reads is believed, and the bounds of that; and the share of what it reads that is left in any case, where
the map had no way on (fitted to 207 strokes of straight pool with three to six balls, each held to a map of
what it left)."""
FAR = -1e9


@lean
def passing(balls: Array, until: int, n: int, bed: Bed, desk: Desk) -> int:
    """Fill `desk.pairs` with the balls of the rows 1 to `until` that pass to a pocket, and returns how
    many; balls off the table are FAR."""
    count = 0
    for i in range(1, until):
        if balls[i, 0] != FAR:
            count = pairs_of(balls, i, n, bed, desk, count)
    return count


@lean
def pairs_of(balls: Array, i: int, n: int, bed: Bed, desk: Desk, count: int) -> int:
    """Fill `desk.pairs` from `count` on with the pockets that row `i` passes to, and returns how many there
    are then."""
    bx, by = balls[i, 0], balls[i, 1]
    apart = 2.0 * balls[i, 2]
    for p in range(6):
        toward, lo, hi = window_at(bx, by, p, ARRIVAL, balls[i, 2], bed.world, bed.pockets, bed.edges)
        whole = hi - lo
        if whole <= 0.0:
            continue
        far = hypot(bed.pockets[p, MOUTH_X] - bx, bed.pockets[p, MOUTH_Y] - by)
        for k in range(1, n):
            if k == i or balls[k, 0] == FAR:
                continue
            dx, dy = balls[k, 0] - bx, balls[k, 1] - by
            along = dx * cos(toward) + dy * sin(toward)
            if along <= 0.0 or along > far:
                continue
            off = atan2(-dx * sin(toward) + dy * cos(toward), along)
            half = apart / max(apart, hypot(dx, dy))
            # the side of the blocker with more room
            right, left = off - half - lo, hi - off - half
            if right <= 0.0 and left <= 0.0:
                hi = lo
                break
            if right >= left:
                hi = min(hi, off - half)
            else:
                lo = max(lo, off + half)
            if hi <= lo:
                break
        if hi - lo < NARROW * whole:
            continue
        line = toward + 0.5 * (lo + hi)
        gx, gy = bx - apart * cos(line), by - apart * sin(line)
        clear = True
        for k in range(1, n):
            if k != i and balls[k, 0] != FAR and hypot(balls[k, 0] - gx, balls[k, 1] - gy) < 0.98 * apart:
                clear = False
                break
        if not clear:
            continue
        if count == desk.pairs.shape[0]:
            break
        pair = desk.pairs[count]
        pair[BALL], pair[TOWARD], pair[HALF] = i, line, 0.5 * (hi - lo)
        pair[GHOST_X], pair[GHOST_Y] = gx, gy
        count += 1
    return count


@lean
def odds(balls: Array, n: int, pair: Array, x: float, y: float, aim: float, least: float = 0.0) -> float:
    """The chance of a pot from a place of the cue ball, by cut and distances alone; 0 where it is not above
    `least`."""
    dx, dy = pair[GHOST_X] - x, pair[GHOST_Y] - y
    gap = hypot(dx, dy)
    ball = int(pair[BALL])
    apart = 2.0 * balls[ball, 2]
    if gap < 1e-6:
        return 0.0
    cut = (dx * cos(pair[TOWARD]) + dy * sin(pair[TOWARD])) / gap
    if cut < THIN:
        return 0.0
    lever = (gap + apart) / (apart * cut)
    blur = hypot(aim * lever, THROWN)
    chance = float(erf(pair[HALF] / (blur * sqrt(2.0))))
    if chance <= least:
        return 0.0
    for k in range(1, n):
        if k == ball or balls[k, 0] == FAR:
            continue
        ox, oy = balls[k, 0] - x, balls[k, 1] - y
        along = (ox * dx + oy * dy) / gap
        if along <= 0.0 or along >= gap:
            if hypot(ox, oy) < 0.9 * apart:
                return 0.0
            continue
        if abs(ox * dy - oy * dx) / gap < 0.95 * apart:
            return 0.0
    return chance


@lean
def read(
    balls: Array, n: int, x: float, y: float, aim: float, glance: Glance, bed: Bed, desk: Desk
) -> None:
    """Fill `desk.read` for balls (n, 4: x, y, radius, mass), the cue ball at (x, y); an x of FAR is no
    ball."""
    count = passing(balls, n, n, bed, desk)
    first = 0.0
    for p in range(count):
        first = max(first, odds(balls, n, desk.pairs[p], x, y, aim, first))
    desk.loose[:] = 0
    places = glance.places.shape[0]
    tops = emptied(desk.tops[0, : places // 2])  # the better half
    for s in range(places):
        top, last, seen = 0.0, -1, False
        for p in range(count):
            ball = int(desk.pairs[p, BALL])
            least = top if desk.loose[ball] >= FREELY else min(top, SOME)
            one = odds(balls, n, desk.pairs[p], glance.places[s, 0], glance.places[s, 1], aim, least)
            if ball != last:
                seen, last = False, ball
            if one >= SOME and not seen:
                desk.loose[ball] += 1
                seen = True
            top = max(top, one)
        ranked(top, tops)
    desk.read[FIRST], desk.read[USUAL], desk.read[LOOSE] = first, mean_of(tops), loose_on(n, desk)


@lean
def loose_on(n: int, desk: Desk) -> int:
    """How many of the balls on the desk are loose, once it is counted from how many places each is on."""
    loose = 0
    for i in range(1, n):
        loose += desk.loose[i] >= FREELY
    return loose


@lean
def emptied(tops: Array) -> Array:
    """The same place for the highest values, none of them there yet."""
    tops[:] = 0.0
    return tops


@lean
def run_from(
    first: float, usual: float, loose: int, left: int, going: Array, broken: float
) -> tuple[float, float]:
    """Balls to be expected of a run, with the racks that follow it, and the chance to make its break shot.

    `left` balls lie there; the best pot has the chance `first`; the last ball is that of the break shot,
    which is made with the chance `broken`.
    """
    reached, balls, kept = first, 0.0, going[KEEPS] * usual ** going[CHOSEN]
    for k in range(left - 1):
        balls += reached
        reached *= kept if k + 2 <= loose else kept * going[TIED]
    reached *= broken
    return balls + reached * (1.0 + going[LATER]), reached


@lean
def changed(now: float, before: float) -> float:
    """How many times what a map promises is left after a stroke that moved balls, by the balls that a
    glance expects of what it left and of the layout before, the cue ball lying the same."""
    if before < READABLE:
        return 1.0
    times: float = (now / before) ** BELIEVED
    return min(MOST_LEFT, max(LEAST_LEFT, times))


@lean
def _turned(pair: Array, cut: float, side: float) -> tuple[float, float]:
    """The direction (cosine, sine) in which a cue ball that rolls leaves: between the tangent and its own
    way, as equal balls do. `cut`: the cosine of the cut; `side`: 1 or -1, on which side of the line of
    centres it came."""
    sine = sqrt(max(0.0, 1.0 - cut * cut))
    onward, across = 2.0 / 7.0 * cut, sine
    size = hypot(onward, across)
    line_x, line_y = cos(pair[TOWARD]), sin(pair[TOWARD])
    return (
        (onward * line_x - side * across * line_y) / size,
        (onward * line_y + side * across * line_x) / size,
    )


@lean
def _meets(pair: Array, x: float, y: float, rack: Array) -> bool:
    """Whether a rolling cue ball from (x, y) goes into the rack after a pot."""
    dx, dy = pair[GHOST_X] - x, pair[GHOST_Y] - y
    gap = hypot(dx, dy)
    line_x, line_y = cos(pair[TOWARD]), sin(pair[TOWARD])
    cut = (dx * line_x + dy * line_y) / gap
    side = 1.0 if dx * -line_y + dy * line_x > 0.0 else -1.0
    way_x, way_y = _turned(pair, cut, side)
    for k in range(1, rack.shape[0]):
        ox, oy = rack[k, 0] - pair[GHOST_X], rack[k, 1] - pair[GHOST_Y]
        along = ox * way_x + oy * way_y
        if 0.0 < along < REACH and abs(ox * way_y - oy * way_x) < MET * 2.0 * rack[k, 2]:
            return True
    return False


@lean
def break_on(x: float, y: float, aim: float, glance: Glance, desk: Desk, count: int) -> float:
    """The chance of a pot of the last ball from (x, y) after which the cue ball goes into the rack; its
    `count` pairs stand on the desk, and the rack with it in row 0."""
    best = 0.0
    for p in range(count):
        chance = odds(desk.racked, desk.racked.shape[0], desk.pairs[p], x, y, aim, best)
        if chance > best and _meets(desk.pairs[p], x, y, glance.rack):
            best = chance
    return best


@lean
def _set_up(x: float, y: float, glance: Glance, bed: Bed, desk: Desk) -> int:
    """Put the rack on the desk with the last ball at (x, y) in row 1; returns its pairs with pockets, none
    where it lies in the rack's way."""
    racked, rack = desk.racked, glance.rack
    for k in range(rack.shape[0]):
        if k > 0 and hypot(rack[k, 0] - x, rack[k, 1] - y) < 2.0 * rack[k, 2]:
            return 0
        for column in range(4):
            racked[k + 1, column] = rack[k, column]
    racked[1, 0], racked[1, 1] = x, y
    return passing(racked, 2, racked.shape[0], bed, desk)


@lean
def break_ball(x: float, y: float, aim: float, glance: Glance, bed: Bed, desk: Desk) -> float:
    """How often a ball at (x, y) is a playable break shot: from a well chosen place."""
    count = _set_up(x, y, glance, bed, desk)
    tops = emptied(desk.tops[0, :WELL])
    for s in range(glance.places.shape[0] if count > 0 else 0):
        ranked(break_on(glance.places[s, 0], glance.places[s, 1], aim, glance, desk, count), tops)
    return mean_of(tops)


@lean
def expected(
    x: float, y: float, n: int, aim: float, glance: Glance, bed: Bed, desk: Desk
) -> tuple[float, float]:
    """The same of the balls in `desk.balls` with the cue ball at (x, y)."""
    left, last = 0, 0
    for i in range(1, n):
        if desk.balls[i, 0] != FAR:
            left, last = left + 1, i
    if left == 0:
        return 0.0, 0.0
    if left == 1:
        count = _set_up(desk.balls[last, 0], desk.balls[last, 1], glance, bed, desk)
        made = break_on(x, y, aim, glance, desk, count)
        return made * (1.0 + glance.going[LATER]), made
    broken = glance.going[BROKEN]
    if left <= FEW:
        best = 0.0
        for i in range(1, n):
            if desk.balls[i, 0] != FAR:
                best = max(best, break_ball(desk.balls[i, 0], desk.balls[i, 1], aim, glance, bed, desk))
        broken *= best
    read(desk.balls, n, x, y, aim, glance, bed, desk)
    return run_from(desk.read[FIRST], desk.read[USUAL], int(desk.read[LOOSE]), left, glance.going, broken)


@lean
def left_by(room: Room, ball: int, desk: Desk) -> int:
    """Put the balls as a strike in the room left them on the desk, without the cue ball and `ball`; returns
    how many others are gone."""
    gone = 0
    for i in range(room.rows.shape[0]):
        for column in range(4):
            desk.balls[i, column] = room.rows[i, column]
        desk.balls[i, 0], desk.balls[i, 1] = room.balls[i, X], room.balls[i, Y]
        if i == ball or room.marks[i, FATE] != ON_TABLE:
            desk.balls[i, 0] = FAR
            gone += i != ball and i != 0
    return gone


@lean
def lay_before(room: Room, ball: int, desk: Desk) -> None:
    """Put the balls as they lay before it on the desk, without `ball`."""
    for i in range(room.rows.shape[0]):
        for column in range(4):
            desk.balls[i, column] = room.rows[i, column]
    desk.balls[ball, 0] = FAR


@compiled
def on_from(x: float, y: float, balls: Array, aim: float, bed: Bed, found: Array) -> None:
    """Fill `found` (n,) with the chance of the best pot of each of the balls (n, 4) from (x, y)."""
    n = balls.shape[0]
    desk = desk_for(n)
    count = passing(balls, n, n, bed, desk)
    for p in range(count):
        ball = int(desk.pairs[p, BALL])
        found[ball] = max(found[ball], odds(balls, n, desk.pairs[p], x, y, aim, found[ball]))


@compiled
def expected_at(places: Array, balls: Array, aim: float, glance: Glance, bed: Bed, found: Array) -> None:
    """Fill `found` (g, 2) with what is `expected` of balls (n, 4) from each of the `places` (g, 2) of the
    cue ball; nothing where one of them lies."""
    n = balls.shape[0]
    desk = desk_for(n)
    for g in range(places.shape[0]):
        x, y = places[g, 0], places[g, 1]
        free = True
        for i in range(n):
            for column in range(4):
                desk.balls[i, column] = balls[i, column]
            if i > 0 and hypot(balls[i, 0] - x, balls[i, 1] - y) < balls[0, 2] + balls[i, 2]:
                free = False
        if free:
            found[g, 0], found[g, 1] = expected(x, y, n, aim, glance, bed, desk)
