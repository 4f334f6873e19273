"""The compiled part of a stock: strikes at every ball from every place, played once for many states.

A strike is played with every ball on the table. The balls that it touches are taken off and it is played
again, until it touches nothing that may be gone: so a short chain of endings says where
everything ends, whichever of those balls are left.
"""

import numpy as np

from ..chance import fast
from ..motion.kernel.batch import place
from ..motion.kernel.jit import compiled, lean
from ..motion.kernel.launch import launch
from ..motion.kernel.run import run
from ..motion.kernel.segments import Array, Ints
from ..motion.kernel.slots import (
    FATE,
    HITS,
    ON_TABLE,
    X,
    Y,
)  # fmt: skip
from .kernel import (
    AIM,
    BEST_COLUMNS,
    HEIGHT,
    LEAST_POT,
    NEAR,
    NOT_NOTHING,
    POCKET,
    POT,
    SIDE,
    SIDED,
    SIGMA,
    SPEED,
    SPREAD,
    TIP,
    TOUCHED,
    WAY,
    WORTHWHILE,
    err,
    hand_at,
    likely,
    meant,
    one_of,
    worth_at,
)  # fmt: skip
from .ranking import ranked
from .records import After, Bed, Look, Room, Singles, Struck, Tries, Worths, room_for

CHAIN = 3
"""Endings of a strike that are kept; the last of them is with every ball gone that may be."""
END_X, END_Y, END_TOUCHED, END_FELL = range(4)
END_COLUMNS = 4
"""Of an ending: where the cue ball lies, which balls were touched (bits, row 1 the first), and whether the
ball fell where it was meant: 0 no, 1 yes, 2 yes but the cue ball is lost, -1 there is no such ending."""
NOT_PLAYED = -2.0
"""The first ending's `END_FELL` as long as a strike was not played."""


@lean
def _endings(
    layout: Array, target: int, pocket: int, fixed: int, bed: Bed, room: Room, out: Singles
) -> None:
    """Fill `out` (CHAIN, END_COLUMNS) with the endings of the strike in the room at row `target`; rows in
    the bits of `fixed` are never gone."""
    rows, ids, balls, marks = room.rows, room.ids, room.balls, room.marks
    n = layout.shape[0]
    gone = 0
    for k in range(CHAIN):
        out[k, END_FELL] = -1.0
    for k in range(CHAIN):
        if k == CHAIN - 1:
            gone = ((1 << (n - 1)) - 1) & ~fixed & ~(1 << (target - 1))
        count = meant_for = 0
        for i in range(n):
            if i == target:
                meant_for = count
            if i == 0 or (gone >> (i - 1)) & 1 == 0:
                for column in range(4):
                    rows[count, column] = layout[i, column]
                ids[count] = i
                count += 1
        place(balls[:count], marks[:count], rows[:count])
        launch(balls[:count], room.strike, bed.world)
        run(
            balls[:count], marks[:count], bed.world, bed.pockets, room.summary, room.none, -(meant_for + 1),
            bed.most,
        )  # fmt: skip
        touched, fell = 0, 0.0
        for i in range(1, count):
            if ids[i] == target:
                if marks[i, FATE] == pocket:
                    fell = 1.0 if marks[0, FATE] == ON_TABLE else 2.0
            elif marks[i, HITS] > 0:
                touched |= 1 << (ids[i] - 1)
        out[k, END_X], out[k, END_Y] = balls[0, X], balls[0, Y]
        out[k, END_TOUCHED], out[k, END_FELL] = touched, fell
        if touched & ~fixed == 0:
            return
        gone |= touched & ~fixed


@lean
def _plainly(
    shot: Array, layout: Array, target: int, fixed: int, bed: Bed, room: Room, plain: Singles
) -> None:
    """The endings `plain` (CHAIN, END_COLUMNS) of a shot without error, played where they are not yet."""
    if plain[0, END_FELL] == NOT_PLAYED:
        meant(shot, bed.world, room.strike)
        _endings(layout, target, int(shot[POCKET]), fixed, bed, room, plain)


@lean
def which_ending(chain: Singles, present: int) -> int:
    """Which ending a strike has with the balls `present` (bits): the first whose touched balls are all
    there, or some of them (then it is near enough); else the last."""
    for k in range(CHAIN):
        touched = int(chain[k, END_TOUCHED])
        last = k == CHAIN - 1 or chain[k + 1, END_FELL] < 0.0
        if last or touched & present != 0 or touched == 0:
            return k
    return CHAIN - 1


@lean
def _freely(chain: Singles) -> bool:
    """Whether the ball falls with every ball gone that may be."""
    fell = chain[0, END_FELL]
    for k in range(1, CHAIN):
        if chain[k, END_FELL] >= 0.0:
            fell = chain[k, END_FELL]
    return bool(fell > 0.0)


@compiled
def stock_up(places: Array, layout: Array, tries: Tries, player: Array, bed: Bed, struck: Struck) -> None:
    """Fill `struck.shots` and `struck.counts` at `places` (g, 2) of the cue ball.

    The chance of a pot is that with every ball gone that is not fixed.
    """
    speeds, tips, targets, fixed = tries.speeds, tries.tips, struck.targets, struck.fixed
    shots, counts = struck.shots, struck.counts
    n, attempts = layout.shape[0], 6 * speeds.shape[0]
    whole, alone = layout.copy(), np.empty((n, 4))
    aims, at_speed = np.empty((attempts, 2)), np.empty(attempts)
    for k in range(attempts):
        aims[k, 0], aims[k, 1], at_speed[k] = 1, k % 6, speeds[k // 6]
    answer, pieces = np.empty(fast.ANSWER_COLUMNS), np.empty((fast.MOST_PIECES, 2))
    tried = np.empty(attempts, np.bool_)
    found = np.empty((attempts * tips.shape[0], BEST_COLUMNS))
    for g in range(places.shape[0]):
        whole[0, 0], whole[0, 1] = places[g, 0], places[g, 1]
        hand = hand_at(places[g, 0], places[g, 1], player, bed.world)
        for t in range(targets.shape[0]):
            target = int(targets[t])
            alone[0], alone[1] = whole[0], whole[target]
            count = 2
            for i in range(1, n):
                if i != target and (fixed >> (i - 1)) & 1 == 1:
                    alone[count] = whole[i]
                    count += 1
            top = LEAST_POT
            tried[:] = True
            for p in range(tips.shape[0]):
                sigma = player[SIGMA] * hand * (1.0 + player[SIDED] * abs(tips[p, 0]))
                for k in range(attempts):
                    one = found[p * attempts + k]
                    one[POT] = 0.0
                    if not tried[k]:
                        continue
                    fast.pot(
                        alone[:count], 1, int(aims[k, 1]), sigma, player[SPREAD] * hand,
                        player[TIP] * hand, at_speed[k], tips[p, 0], tips[p, 1], 0.0,
                        player[WORTHWHILE] * top, bed.world, bed.pockets, bed.edges, pieces, answer,
                    )  # fmt: skip
                    one[WAY], one[POCKET], one[SPEED] = t, aims[k, 1], at_speed[k]
                    one[SIDE], one[HEIGHT], one[AIM] = tips[p, 0], tips[p, 1], answer[fast.AIM]
                    one[POT] = answer[fast.CHANCE] if answer[fast.FOUND] > 0.0 else 0.0
                    top = max(top, one[POT])
                if p == 0:
                    likely(found[:attempts, POT], aims, player[WORTHWHILE] * top, tried)
            least = max(player[WORTHWHILE] * top, LEAST_POT)
            number = 0
            while number < shots.shape[2]:
                k = int(np.argmax(found[:, POT]))
                if found[k, POT] < least:
                    break
                shots[g, t, number] = found[k]
                found[k, POT] = -1.0
                number += 1
            counts[g, t] = number


@compiled
def map_stock(
    places: Array, layout: Array, present: int, ways: Ints, onwards: After, look: Look, player: Array,
    bed: Bed, struck: Struck, found: Worths,
) -> None:  # fmt: skip
    """Fill what is `found` at `places` as `kernel.map_ways` does, for one state of the balls.

    `present` are the balls of the state (bits), `ways` (w,) the numbers in `struck.targets` of those that
    may be potted, `onwards` what comes after each. Struck with errors are only shots that are chosen among.
    """
    errors, finalists, screening, choosing = look.errors, look.finalists, look.screening, look.choosing
    values, spreads, best = found.values, found.spreads, found.best
    shots, counts, plain, samples = struck.shots, struck.counts, struck.plain, struck.samples
    kinds, total = values.shape[1], errors.shape[0]
    room = room_for(layout, kinds)
    whole, answer = layout.copy(), np.zeros(kinds + 1)
    most_shots = shots.shape[2]
    promise, bound = np.empty(ways.shape[0] * most_shots), np.empty(ways.shape[0] * most_shots)
    highest, ceiling = np.empty(finalists), np.empty(ways.shape[0])
    for w in range(ways.shape[0]):
        ceiling[w] = onwards.points[w, 0] + np.max(onwards.following[w, 0])
    final, estimates = np.zeros(finalists, np.int64), np.zeros(finalists)
    for g in range(places.shape[0]):
        whole[0, 0], whole[0, 1] = places[g, 0], places[g, 1]
        hand = hand_at(places[g, 0], places[g, 1], player, bed.world)
        values[g, :], spreads[g], top = 0.0, 0.0, LEAST_POT
        for w in range(ways.shape[0]):
            if counts[g, ways[w]] > 0:
                top = max(top, shots[g, ways[w], 0, POT])
        least = max(player[WORTHWHILE] * top, LEAST_POT)
        highest[:] = -1.0
        for w in range(ways.shape[0]):
            t = ways[w]
            for c in range(most_shots):
                k = w * most_shots + c
                promise[k] = bound[k] = -1.0
                if c < counts[g, t] and shots[g, t, c, POT] >= least:
                    bound[k] = shots[g, t, c, POT] * (NOT_NOTHING + ceiling[w])
        while True:  # the shots that promise most: those that cannot are not played
            k = int(np.argmax(bound))
            if bound[k] < 0.0 or bound[k] < highest[finalists - 1]:
                break
            bound[k] = -1.0
            w, t, c = k // most_shots, ways[k // most_shots], k % most_shots
            _plainly(shots[g, t, c], whole, int(struck.targets[t]), struck.fixed, bed, room, plain[g, t, c])
            ending = plain[g, t, c, which_ending(plain[g, t, c], present)]
            worth = 0.0
            if ending[END_FELL] == 1.0:
                left = player[TOUCHED] if int(ending[END_TOUCHED]) & present != 0 else 1.0
                there = worth_at(onwards.following[w, 0], onwards.frame, ending[END_X], ending[END_Y])
                worth = onwards.points[w, 0] + left * there
            elif ending[END_FELL] == 0.0:
                worth = -NOT_NOTHING  # something is in the way
            promise[k] = shots[g, t, c, POT] * (NOT_NOTHING + worth)
            ranked(promise[k], highest)
        tried = 0
        for _ in range(finalists):
            k = int(np.argmax(promise))
            if promise[k] <= 0.0:
                break
            promise[k] = -1.0
            w, c = k // most_shots, k % most_shots
            slot = _supplied(g, ways[w], c, screening, errors, hand, whole, player, bed, struck, room)
            _valued(
                samples[g, slot, :screening],
                shots[g, ways[w], c, POT],
                present,
                player[TOUCHED],
                one_of(onwards, w),
                answer,
            )
            final[tried], estimates[tried] = k, answer[0]
            tried += 1
        most_worth, near, chosen = -1.0, np.max(estimates[:tried]) - NEAR if tried > 0 else 0.0, -1
        for f in range(tried):
            if estimates[f] < near:
                continue
            w, c = final[f] // most_shots, final[f] % most_shots
            if tried > 1:
                slot = _supplied(g, ways[w], c, choosing, errors, hand, whole, player, bed, struck, room)
                _valued(
                    samples[g, slot, :choosing],
                    shots[g, ways[w], c, POT],
                    present,
                    player[TOUCHED],
                    one_of(onwards, w),
                    answer,
                )
                estimates[f] = answer[0]
            if estimates[f] > most_worth:
                most_worth, chosen = estimates[f], final[f]
        if chosen >= 0:
            w, c = chosen // most_shots, chosen % most_shots
            slot = _supplied(g, ways[w], c, total, errors, hand, whole, player, bed, struck, room)
            share = _valued(
                samples[g, slot, choosing:total],
                shots[g, ways[w], c, POT],
                present,
                player[TOUCHED],
                one_of(onwards, w),
                answer,
            )
            values[g, :] = answer[:kinds]
            spreads[g] = answer[kinds]
            best[g, :] = shots[g, ways[w], c]
            best[g, WAY] = w
            best[g, POT] *= share


@lean
def _supplied(
    g: int, t: int, c: int, wanted: int, errors: Array, hand: float, whole: Array, player: Array, bed: Bed,
    struck: Struck, room: Room,
) -> int:  # fmt: skip
    """Where the first `wanted` errors of a shot are kept, struck now as far as they are not."""
    slots, filled, samples = struck.slots, struck.filled, struck.samples
    scratch = samples.shape[1] - 1
    slot = slots[g, t, c]
    if slot < 0:
        slot = scratch
        for s in range(scratch):
            if filled[g, s] == 0:
                slot = s
                slots[g, t, c] = s
                break
    first = filled[g, slot] if slot < scratch else 0
    shot = struck.shots[g, t, c]
    for e in range(first, wanted):
        err(shot, hand, errors[e], player, bed.world, room.strike)
        _endings(
            whole, int(struck.targets[t]), int(shot[POCKET]), struck.fixed, bed, room, samples[g, slot, e]
        )
    filled[g, slot] = max(first, wanted)
    return int(slot)


@lean
def _valued(
    samples: Singles, pot: float, present: int, touched: float, after: After, answer: Array
) -> float:
    """Fill `answer` (K + 1,) with the worths of a shot over its samples (e, CHAIN, END_COLUMNS) and the
    variance of the first; returns which share of the free pots are made with these balls on the table.

    `pot` is the chance of the free pot; samples say how many of those a ball in the way stops, and what the
    others leave.
    """
    kinds = answer.shape[0] - 1
    answer[:] = 0.0
    free = made = 0
    for e in range(samples.shape[0]):
        free += _freely(samples[e])
        ending = samples[e, which_ending(samples[e], present)]
        if ending[END_FELL] <= 0.0:
            continue
        made += 1
        if ending[END_FELL] != 1.0:
            continue
        left = touched if int(ending[END_TOUCHED]) & present != 0 else 1.0
        for k in range(kinds):
            there = worth_at(after.following[k], after.frame, ending[END_X], ending[END_Y])
            worth = after.points[k] + left * there
            answer[k] += worth
            if k == 0:
                answer[kinds] += worth * worth
    if free == 0:
        answer[:] = 0.0
        return 0.0
    count = max(free, made)
    mean = answer[0] / count
    for k in range(kinds):
        answer[k] *= pot / count
    answer[kinds] = pot * pot * max(0.0, answer[kinds] / count - mean * mean) / count
    return made / count


@compiled
def likeliest(
    places: Array, layout: Array, bed: Bed, struck: Struck, present: int, touching: int, chances: Array
) -> None:
    """Fill `chances` (g, t) with the chance of the likeliest pot at each target that nothing `present` is
    in the way of; with `touching` not 0 only of those on which one of these balls is touched (bits)."""
    shots, counts, plain = struck.shots, struck.counts, struck.plain
    room, whole = room_for(layout, 1), layout.copy()
    for g in range(shots.shape[0]):
        whole[0, 0], whole[0, 1] = places[g, 0], places[g, 1]
        for t in range(shots.shape[1]):
            chances[g, t] = 0.0
            for c in range(counts[g, t]):
                _plainly(
                    shots[g, t, c], whole, int(struck.targets[t]), struck.fixed, bed, room, plain[g, t, c]
                )
                ending = plain[g, t, c, which_ending(plain[g, t, c], present)]
                wanted = touching == 0 or int(ending[END_TOUCHED]) & touching != 0
                if ending[END_FELL] == 1.0 and wanted:
                    chances[g, t] = shots[g, t, c, POT]
                    break
