"""The compiled part of a glance in games whose balls are potted in turn: rotation in the order of the
numbers, a group before the last ball.

It says how much better or worse a layout with moved balls is than the one a map was made for.
"""

from math import hypot

from ..motion.kernel.jit import lean
from ..motion.kernel.segments import Array
from ..motion.kernel.slots import FATE, HITS, ON_TABLE, X, Y
from .glance import FAR, emptied, lay_before, left_by, odds, pairs_of
from .ranking import mean_of, ranked
from .records import After, Bed, Desk, Glance, Room

CHOSEN = 0
"""In `going`: the power of the usual chances of the balls after the next one that is left by choosing where
the cue ball goes, and in which order."""
WAS, IS = range(2)
"""The layout of the map, and the one before a stroke."""
HARDLY = 0.02
"""The usual chance of a ball that passes to no pocket: it may be moved before its turn."""
MOST = 0.95
"""What a run that is sure of its next pot comes to at the most (fitted)."""
TRUSTED, BARELY = 0.8, 0.02
"""Share of the glance's word, the map having the rest, once the balls that were moved change it; and the
change of which half of that counts (both fitted)."""
NEARBY = 0.2
"""m from where a ball lay or lies within which what is usual for the others may have changed (our choice:
further off a ball that was moved seldom frees or hides another)."""
AS_IT_LAY = 1e-3
"""m within which a ball lies where it lay."""


@lean
def on_now(turns: Array, desk: Desk) -> float:
    """The turn of the balls on the desk that are on; 0 where there are none of the player's."""
    on = 0.0
    for i in range(1, turns.shape[0]):
        if desk.balls[i, 0] != FAR and turns[i] > 0.0 and (on == 0.0 or turns[i] < on):
            on = turns[i]
    return on


@lean
def first_of(x: float, y: float, glance: Glance, bed: Bed, desk: Desk) -> float:
    """The chance of the best pot from (x, y) of the balls on the desk that are on."""
    turns, best = glance.turns, 0.0
    n, on = turns.shape[0], on_now(turns, desk)
    for i in range(1, n):
        if turns[i] != on or desk.balls[i, 0] == FAR:
            continue
        for p in range(pairs_of(desk.balls, i, n, bed, desk, 0)):
            best = max(best, odds(desk.balls, n, desk.pairs[p], x, y, glance.aims[i], best))
    return best


@lean
def _usual(i: int, n: int, glance: Glance, bed: Bed, desk: Desk) -> float:
    """The chance of a pot of row `i` from places all over the table, the better half of them."""
    places = glance.places.shape[0]
    count, tops = pairs_of(desk.balls, i, n, bed, desk, 0), emptied(desk.tops[0, : places // 2])
    for s in range(places if count > 0 else 0):
        top = 0.0
        for p in range(count):
            x, y = glance.places[s, 0], glance.places[s, 1]
            top = max(top, odds(desk.balls, n, desk.pairs[p], x, y, glance.aims[i], top))
        ranked(top, tops)
    return mean_of(tops)


@lean
def renewed(
    ball: int, base: Array, known: Array, glance: Glance, bed: Bed, desk: Desk, found: Array
) -> None:
    """Fill `found` (n,) with the usual chance of each row on the desk as its turn comes, and row 0 with
    their product but for the likeliest of those that are on.

    Those of the layout `base` (n, 2 or more) without `ball` are `known` (below 0: not known); only rows
    near to a ball that lies elsewhere are looked at anew. Takes the balls off the desk.
    """
    balls, turns, anew = desk.balls, glance.turns, desk.loose
    n, product, likeliest = turns.shape[0], 1.0, 0.0
    for i in range(1, n):
        anew[i] = known[i] < 0.0
    for k in range(1, n):
        gone = balls[k, 0] == FAR
        if k == ball or not (gone or hypot(balls[k, 0] - base[k, 0], balls[k, 1] - base[k, 1]) > AS_IT_LAY):
            continue
        for i in range(1, n):
            left = hypot(balls[i, 0] - base[k, 0], balls[i, 1] - base[k, 1]) < NEARBY
            came = not gone and hypot(balls[i, 0] - balls[k, 0], balls[i, 1] - balls[k, 1]) < NEARBY
            if left or came:
                anew[i] = 1
    on = on_now(turns, desk)
    while on > 0.0:
        for i in range(1, n):
            if turns[i] == on and balls[i, 0] != FAR:
                found[i] = max(_usual(i, n, glance, bed, desk), HARDLY) if anew[i] else known[i]
                product *= found[i]
                if likeliest >= 0.0:
                    likeliest = max(likeliest, found[i])
        if likeliest > 0.0:
            product, likeliest = product / likeliest, -1.0
        for i in range(1, n):
            if turns[i] == on:
                balls[i, 0] = FAR
        on = on_now(turns, desk)
    found[0] = product


@lean
def moved(ball: int, glance: Glance, room: Room) -> bool:
    """Whether a ball other than `ball` is not where the map has it after a strike in the room."""
    for i in range(1, glance.turns.shape[0]):
        if i == ball:
            continue
        dx, dy = room.balls[i, X] - glance.mapped[i, 0], room.balls[i, Y] - glance.mapped[i, 1]
        if room.marks[i, FATE] != ON_TABLE or hypot(dx, dy) > AS_IT_LAY:
            return True
    return False


@lean
def lay_mapped(ball: int, glance: Glance, room: Room) -> None:
    """Put the balls where the map has them on the desk of a room, without `ball`."""
    balls = room.desk.balls
    for i in range(1, room.rows.shape[0]):
        balls[i, 0], balls[i, 1] = glance.mapped[i, 0], glance.mapped[i, 1]
        balls[i, 2], balls[i, 3] = room.rows[i, 2], room.rows[i, 3]
    balls[ball, 0] = FAR


@lean
def read_before(ball: int, after: After, bed: Bed, room: Room) -> None:
    """Fill `after.usuals` with what is usual after a pot of `ball` that moves nothing."""
    glance, desk, usuals = after.glance, room.desk, after.usuals
    usuals[WAS, :] = -1.0
    lay_mapped(ball, glance, room)
    renewed(ball, glance.mapped, usuals[WAS], glance, bed, desk, usuals[WAS])
    lay_before(room, ball, desk)
    renewed(ball, glance.mapped, usuals[WAS], glance, bed, desk, usuals[IS])


@lean
def in_turn(ball: int, there: float, after: After, bed: Bed, room: Room) -> float:
    """What follows a strike in the room that potted `ball`: `there` is what the map says, read anew where
    other balls are not where it has them."""
    glance, desk, usuals = after.glance, room.desk, after.usuals
    x, y = room.balls[0, X], room.balls[0, Y]
    if not moved(ball, glance, room):
        return there
    left_by(room, ball, desk)
    if on_now(glance.turns, desk) == 0.0:
        return there
    first, rest = first_of(x, y, glance, bed, desk), usuals[IS, 0]
    if by_the_strike(ball, room):
        renewed(ball, room.rows, usuals[IS], glance, bed, desk, desk.usual)
        rest = desk.usual[0]
    lay_mapped(ball, glance, room)
    by_first = abs(first - first_of(x, y, glance, bed, desk))
    by_rest = abs(rest - usuals[WAS, 0])
    share = TRUSTED * by_first / (by_first + BARELY)
    share += (1.0 - share) * TRUSTED * by_rest / (by_rest + BARELY)
    return float((1.0 - share) * there + share * MOST * first * rest ** glance.going[CHOSEN])


@lean
def by_the_strike(ball: int, room: Room) -> bool:
    """Whether a strike in the room moved a ball other than `ball`."""
    for i in range(1, room.rows.shape[0]):  # noqa: SIM110  no generators are compiled
        if i != ball and room.marks[i, HITS] > 0:
            return True
    return False
