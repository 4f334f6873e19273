"""The compiled part of a chance map: the best next shot and its worth, for every place of the cue ball."""

from math import floor

import numpy as np
from numpy.typing import NDArray

from ..chance import fast
from ..motion.kernel.batch import place
from ..motion.kernel.jit import compiled, lean
from ..motion.kernel.launch import launch, squirt
from ..motion.kernel.run import run
from ..motion.kernel.segments import Array, Ints
from ..motion.kernel.slots import (
    FATE,
    HITS,
    LENGTH,
    ON_TABLE,
    TIP_MASS,
    WIDTH,
    X,
    Y,
)  # fmt: skip
from .frame_glance import A_RED, expected_points, left_in_frame, visit_from
from .glance import BROKEN, MOST_LEFT, RACK, SURE, changed, expected, lay_before, left_by, run_from
from .ranking import ranked
from .records import After, Bed, Look, Room, Tries, Worths, room_for
from .turn_glance import in_turn, read_before

WAY, POCKET, SPEED, SIDE, HEIGHT, AIM, POT = range(7)
BEST_COLUMNS = 7
"""Of the shot chosen at a place: which of the ways on (a ball and what follows it), pocket; strike meant
(m/s, ball radii), its aim the direction the cue ball starts in (rad); chance of the pot alone."""
SIGMA, SPREAD, TIP, MISCUE, FASTEST, SLOWEST, WORTHWHILE, TOUCHED, NEAR_RAIL, RAILED, SIDED = range(11)
"""A player's errors of aim (rad), speed (relative) and tip (ball radii); the bounds of strikes; the share
of the likeliest pot's chance below which a shot is not looked at for its position; the share of what
follows that is left when another ball was touched; how near the cushion (m from the noses) a hand has to
bridge on the rail, how many times wider all errors get then, and by how much the aim's per ball radius of
side."""
LEFT, LOW, STEP_X, STEP_Y = range(4)
"""Where the first node of a grid lies and how far apart its nodes are (m)."""
NEAR = 0.2
"""How near the best of them another must come to be played again before one is chosen."""
NOT_NOTHING = 0.02
"""Worth of a pot without a way on, so that an easier one is preferred among those."""
NEARLY = 0.8
"""Share of the least chance that a pot without spin must have for strikes with spin to be looked at."""
POINTS = 100.0
"""Points that a value of one stands for."""
FLUKES = 2
"""Balls, or points, that fall beside the one meant at most (more do, but too seldom to matter)."""
BEST_READ = np.array((1.0, 7.0, 1.0, 1.0, 7.0, 15.0))
"""What a glance reads of a frame at the best (`frame_glance.READ_COLUMNS`)."""
GAINED = 0.2
"""What moved balls add to what a map promises where they are read (others are looked at by it)."""
LEAST_POT = 1e-3
"""Chance of a pot below which there is no shot."""

Flags = NDArray[np.bool_]


@lean
def worth_at(grid: Array, frame: Array, x: float, y: float) -> float:
    """The value at a place between the nodes of a grid (nx, ny)."""
    u = min(max((x - frame[LEFT]) / frame[STEP_X], 0.0), grid.shape[0] - 1.000001)
    v = min(max((y - frame[LOW]) / frame[STEP_Y], 0.0), grid.shape[1] - 1.000001)
    i, j = floor(u), floor(v)
    u -= i
    v -= j
    low = (1.0 - u) * grid[i, j] + u * grid[i + 1, j]
    high = (1.0 - u) * grid[i, j + 1] + u * grid[i + 1, j + 1]
    return float((1.0 - v) * low + v * high)


@lean
def hand_at(x: float, y: float, player: Array, world: Array) -> float:
    """How many times wider the errors are with the cue ball there."""
    near = min(min(x, world[LENGTH] - x), min(y, world[WIDTH] - y))
    return float(player[RAILED]) if near < player[NEAR_RAIL] else 1.0


@lean
def err(shot: Array, hand: float, error: Array, player: Array, world: Array, strike: Array) -> None:
    """Fill `strike` with a shot as it comes with one row of errors (4,), in standard deviations."""
    side = shot[SIDE] + player[TIP] * hand * error[2]
    height = shot[HEIGHT] + player[TIP] * hand * error[3]
    off = np.sqrt(side * side + height * height)
    if off > player[MISCUE]:
        side *= player[MISCUE] / off
        height *= player[MISCUE] / off
    sigma = player[SIGMA] * hand * (1.0 + player[SIDED] * abs(shot[SIDE]))
    speed = shot[SPEED] * max(player[SLOWEST], 1.0 + player[SPREAD] * hand * error[1])
    strike[0] = min(speed, player[FASTEST])
    strike[1] = shot[AIM] + sigma * error[0] - squirt(side, world[TIP_MASS])
    strike[2], strike[3] = side, height


@lean
def meant(shot: Array, world: Array, strike: Array) -> None:
    """Fill `strike` with a shot as it is meant."""
    strike[0], strike[2], strike[3] = shot[SPEED], shot[SIDE], shot[HEIGHT]
    strike[1] = shot[AIM] - squirt(shot[SIDE], world[TIP_MASS])


@lean
def likely(chances: Array, targets: Array, least: float, tried: Flags) -> None:
    """Set in `tried` (k,) the pots at `targets` (k, 2: ball, pocket) that reach nearly the chance `least`
    at some speed without spin.

    Spin does not make the others likelier.
    """
    for k in range(chances.shape[0]):
        best = 0.0
        for j in range(chances.shape[0]):
            if targets[j, 0] == targets[k, 0] and targets[j, 1] == targets[k, 1]:
                best = max(best, chances[j])
        tried[k] = best > 0.0 and best >= NEARLY * least


@lean
def _played(ball: int, pocket: int, player: Array, after: After, bed: Bed, room: Room) -> bool:
    """Whether the ball fell where it was meant; fills `room.worth` (K,) with the worth of what the strike
    leaves.

    The worth is 0 where the shot misses or loses the cue ball.
    """
    balls, marks, worth = room.balls, room.marks, room.worth
    place(balls, marks, room.rows)
    launch(balls, room.strike, bed.world)
    run(balls, marks, bed.world, bed.pockets, room.summary, room.none, -(ball + 1), bed.most)
    worth[:] = 0.0
    fell = bool(marks[ball, FATE] == pocket)
    if not fell or marks[0, FATE] != ON_TABLE:
        return fell
    if after.glance.turns.shape[0] > 0:
        there = worth_at(after.following[0], after.frame, balls[0, X], balls[0, Y])
        worth[0] = after.points[0] + in_turn(ball, there, after, bed, room)
        return fell
    moved = False
    for i in range(1, room.rows.shape[0]):
        if i != ball and marks[i, HITS] > 0:
            moved = True
            break
    if after.glance.places.shape[0] > 0 and (moved or after.glance.always):
        if after.glance.values.shape[0] == 0:
            _read_anew(ball, player, after, bed, room)
            return fell
        if _read_frame_anew(ball, player, after, bed, room):
            return fell
    left = float(player[TOUCHED]) if moved else 1.0
    for k in range(worth.shape[0]):
        there = worth_at(after.following[k], after.frame, balls[0, X], balls[0, Y])
        worth[k] = after.points[k] + left * there
    return fell


@lean
def _read_anew(ball: int, player: Array, after: After, bed: Bed, room: Room) -> None:
    """Fill `room.worth` (2,) where a stroke moved balls: by a glance at what it left, or by the map and
    what a glance says the balls moved have changed."""
    glance, desk, worth, n = after.glance, room.desk, room.worth, room.rows.shape[0]
    x, y, aim = room.balls[0, X], room.balls[0, Y], player[SIGMA]
    beside = left_by(room, ball, desk)
    balls, kept = expected(x, y, n, aim, glance, bed, desk)
    if glance.always:
        worth[0], worth[1] = after.points[0] + (beside + balls) / RACK, after.points[1] + kept
        return
    lay_before(room, ball, desk)
    times = changed(beside + balls, expected(x, y, n, aim, glance, bed, desk)[0])
    there = times * worth_at(after.following[0], after.frame, x, y)
    worth[0] = after.points[0] + max(there, SURE * (beside + balls) / RACK)
    worth[1] = min(1.0, after.points[1] + times * worth_at(after.following[1], after.frame, x, y))


@lean
def _tried(
    shot: Array, hand: float, errors: Array, player: Array, ball: int, after: After, bed: Bed, room: Room,
    answer: Array,
) -> None:  # fmt: skip
    """Fill `answer` (K + 1,) with the mean worths of a shot over the errors (e, 4), and the variance of the
    first.

    The chance of the pot comes from the closed form, and only what follows the pot from strikes; so a few
    strikes are enough.
    """
    count = room.worth.shape[0]
    answer[:] = 0.0
    made = 0
    for e in range(errors.shape[0]):
        err(shot, hand, errors[e], player, bed.world, room.strike)
        if _played(ball, int(shot[POCKET]), player, after, bed, room):
            made += 1
        for k in range(count):
            answer[k] += room.worth[k]
        answer[count] += room.worth[0] * room.worth[0]
    if made == 0:
        answer[:] = 0.0
        return
    pot, mean = shot[POT], answer[0] / made
    for k in range(count):
        answer[k] *= pot / made
    answer[count] = pot * pot * max(0.0, answer[count] / made - mean * mean) / made


@lean
def _read_frame_anew(ball: int, player: Array, after: After, bed: Bed, room: Room) -> bool:
    """The same in snooker, `room.worth` (1,), always by a glance at what is left; no, where the colours are
    taken in order."""
    glance, desk, worth, n = after.glance, room.desk, room.worth, room.rows.shape[0]
    x, y, aim = room.balls[0, X], room.balls[0, Y], player[SIGMA]
    reds = False
    for i in range(1, n):
        reds = reds or glance.values[i] == A_RED
    if not reds:
        return False
    beside, red_on = left_in_frame(room, ball, glance, desk), glance.values[ball] != A_RED
    if beside < 0:
        worth[0] = 0.0
        return True
    points = expected_points(x, y, n, red_on, aim, glance, bed, desk)
    worth[0] = after.points[0] + (beside + points) / POINTS
    return True


@compiled
def _most(onwards: After, way: int, ball: int, n: int) -> float:
    """What follows a pot of row `ball` of n at most; where layouts are read, with every ball loose."""
    glance = onwards.glance
    most = float(np.max(onwards.following[way, 0]))
    if not glance.always:
        return max(most + GAINED, most * MOST_LEFT) if glance.places.shape[0] > 0 else most
    if glance.values.shape[0] == 0:
        balls, _ = run_from(1.0, 1.0, n, n - 2, glance.going, float(glance.going[BROKEN]))
        return (balls + FLUKES) / RACK
    reds = 0
    for i in range(1, n):
        reds += glance.values[i] == A_RED and i != ball
    points = visit_from(BEST_READ, reds, glance.values[ball] != A_RED, glance.going)
    return (points + FLUKES) / POINTS


@compiled
def one_of(onwards: After, way: int) -> After:
    """What comes after one of several pots."""
    return After(
        onwards.points[way], onwards.following[way], onwards.frame, onwards.glance, onwards.usuals[way]
    )


@compiled
def worths_left(
    layout: Array, ball: int, places: Array, fates: Ints, after: After, bed: Bed, found: Array
) -> None:
    """Fill `found` (k,) with what follows strikes at a layout (n, 4) that potted row `ball`, where balls
    are potted in turn; `places` (k, n, 2) and `fates` (k, n) are where everything ended."""
    room = room_for(layout, 1)
    read_before(ball, after, bed, room)
    for k in range(places.shape[0]):
        for i in range(layout.shape[0]):
            x, y = places[k, i, 0], places[k, i, 1]
            room.balls[i, X], room.balls[i, Y], room.marks[i, FATE] = x, y, fates[k, i]
            room.marks[i, HITS] = 1
        there = worth_at(after.following[0], after.frame, places[k, 0, 0], places[k, 0, 1])
        found[k] = in_turn(ball, there, after, bed, room)


@compiled
def map_ways(
    places: Array, layout: Array, ways: Ints, only: int, tries: Tries, look: Look, player: Array,
    onwards: After, bed: Bed, found: Worths,
) -> None:  # fmt: skip
    """Fill what is `found` at `places` (g, 2) of the cue ball; the first of the K worths decides.

    `layout` (n, 4), the cue ball in row 0; `ways` (w,) the rows of the balls that may be potted (`only` in
    that pocket, unless it is -1); `player` as named above; `onwards` what comes after each pot.
    """
    speeds, tips, errors = tries.speeds, tries.tips, look.errors
    finalists, screening, choosing = look.finalists, look.screening, look.choosing
    values, spreads, best = found.values, found.spreads, found.best
    kinds = values.shape[1]
    pots = ways.shape[0] * 6 * speeds.shape[0]
    count = pots * tips.shape[0]
    room = room_for(layout, kinds)
    rows = room.rows
    targets, at_speed, shots = np.empty((pots, 2)), np.empty(pots), np.zeros((count, BEST_COLUMNS))
    for k in range(pots):
        way = k // (6 * speeds.shape[0])
        targets[k, 0], targets[k, 1], at_speed[k] = ways[way], k % 6, speeds[(k // 6) % speeds.shape[0]]
        for t in range(tips.shape[0]):
            shot = shots[t * pots + k]
            shot[WAY], shot[POCKET], shot[SPEED] = way, targets[k, 1], at_speed[k]
            shot[SIDE], shot[HEIGHT] = tips[t, 0], tips[t, 1]
    one, pieces = np.empty(fast.ANSWER_COLUMNS), np.empty((fast.MOST_PIECES, 2))
    tried = np.empty(pots, np.bool_)
    promise, bound, highest = np.empty(count), np.empty(count), np.empty(finalists)
    ceiling = np.empty(ways.shape[0])
    for way in range(ways.shape[0]):
        if onwards.glance.turns.shape[0] > 0:
            read_before(int(ways[way]), one_of(onwards, way), bed, room)
        ceiling[way] = onwards.points[way, 0] + _most(onwards, way, int(ways[way]), layout.shape[0])
    answer, chosen = np.zeros(kinds + 1), np.zeros(BEST_COLUMNS)
    final, estimates = np.zeros(finalists, np.int64), np.zeros(finalists)
    for g in range(places.shape[0]):
        rows[0, 0], rows[0, 1] = places[g, 0], places[g, 1]
        hand = hand_at(rows[0, 0], rows[0, 1], player, bed.world)
        values[g, :], spreads[g], top = 0.0, 0.0, LEAST_POT
        shots[:, POT] = 0.0
        for k in range(pots):
            tried[k] = only < 0 or targets[k, 1] == only
        for t in range(tips.shape[0]):
            sigma = player[SIGMA] * hand * (1.0 + player[SIDED] * abs(tips[t, 0]))
            for k in range(pots):
                if not tried[k]:
                    continue
                shot = shots[t * pots + k]
                fast.pot(
                    rows, int(targets[k, 0]), int(targets[k, 1]), sigma, player[SPREAD] * hand,
                    player[TIP] * hand, at_speed[k], tips[t, 0], tips[t, 1], 0.0, player[WORTHWHILE] * top,
                    bed.world, bed.pockets, bed.edges, pieces, one,
                )  # fmt: skip
                shot[AIM] = one[fast.AIM]
                shot[POT] = one[fast.CHANCE] if one[fast.FOUND] > 0.0 else 0.0
                top = max(top, shot[POT])
            if t == 0:
                likely(shots[:pots, POT], targets, player[WORTHWHILE] * top, tried)
        least = max(player[WORTHWHILE] * top, LEAST_POT)
        highest[:] = -1.0
        for k in range(count):
            promise[k] = bound[k] = -1.0
            if shots[k, POT] >= least:
                bound[k] = shots[k, POT] * (NOT_NOTHING + ceiling[int(shots[k, WAY])])
        while True:  # the shots that promise most: those that cannot are not played
            k = int(np.argmax(bound))
            if bound[k] < 0.0 or bound[k] < highest[finalists - 1]:
                break
            bound[k] = -1.0
            way = int(shots[k, WAY])
            meant(shots[k], bed.world, room.strike)
            _played(ways[way], int(shots[k, POCKET]), player, one_of(onwards, way), bed, room)
            promise[k] = shots[k, POT] * (NOT_NOTHING + room.worth[0])
            ranked(promise[k], highest)
        last = 0
        for _ in range(finalists):
            k = int(np.argmax(promise))
            if promise[k] < 0.0:
                break
            promise[k] = -1.0
            way = int(shots[k, WAY])
            _tried(
                shots[k],
                hand,
                errors[:screening],
                player,
                ways[way],
                one_of(onwards, way),
                bed,
                room,
                answer,
            )
            final[last], estimates[last] = k, answer[0]
            last += 1
        most_worth, near = -1.0, np.max(estimates[:last]) - NEAR if last > 0 else 0.0
        for f in range(last):
            if estimates[f] < near:
                continue
            k = final[f]
            way = int(shots[k, WAY])
            if last > 1 and choosing > screening:
                _tried(
                    shots[k], hand, errors[screening:choosing], player, ways[way],
                    one_of(onwards, way), bed, room, answer,
                )  # fmt: skip
                estimates[f] += (answer[0] - estimates[f]) * (choosing - screening) / choosing
            if estimates[f] > most_worth:
                most_worth = estimates[f]
                chosen[:] = shots[k]
        if most_worth >= 0.0:
            way = int(chosen[WAY])
            after = one_of(onwards, way)
            _tried(chosen, hand, errors[choosing:], player, ways[way], after, bed, room, answer)
            values[g, :] = answer[:kinds]
            spreads[g] = answer[kinds]
            best[g, :] = chosen
