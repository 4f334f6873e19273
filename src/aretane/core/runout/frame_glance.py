"""The compiled part of a glance at a frame of snooker: points to be expected of a visit, wherever the balls
lie."""

from ..motion.kernel.jit import compiled, lean
from ..motion.kernel.segments import Array
from ..motion.kernel.slots import FATE, ON_TABLE, X, Y
from .glance import BALL, FAR, FREELY, SOME, emptied, loose_on, odds, passing
from .ranking import mean_of, ranked
from .records import Bed, Desk, Glance, Room, desk_for

KEEPS, RED, TIED, COLOUR, TO_END, TAKEN = range(6)
GOING_COLUMNS = 6
"""Of a player: the share of a pot's chance that is kept from ball to ball; the power of the usual chance of
a red that is left by choosing where the cue ball goes; what a red that is not loose keeps of that; the
power for a colour; the points that the colours in order bring; and how much of a colour's usual points is
taken."""

FIRST_RED, FIRST_COLOUR, USUAL_RED, USUAL_COLOUR, GAIN, LOOSE = range(6)
READ_COLUMNS = 6
"""Of a frame read: the chance of the best red from where the cue ball lies, and the points that the best
colour brings there; the usual chances of a red and of a colour from places all over the table, the better
half of them; the points a colour usually brings; and how many reds are loose."""
A_RED = 1.0
"""What a red counts; a colour counts more."""


@lean
def read_frame(n: int, x: float, y: float, aim: float, glance: Glance, bed: Bed, desk: Desk) -> None:
    """Fill `desk.read` for the balls on the desk, the cue ball at (x, y)."""
    balls, values = desk.balls, glance.values
    count = passing(balls, n, n, bed, desk)
    red = colour = 0.0
    for p in range(count):
        worth = values[int(desk.pairs[p, BALL])]
        chance = odds(balls, n, desk.pairs[p], x, y, aim, red if worth == A_RED else colour / worth)
        if worth == A_RED:
            red = max(red, chance)
        else:
            colour = max(colour, chance * worth)
    desk.loose[:] = 0
    places = glance.places.shape[0]
    half = places // 2  # the better half
    reds, colours, gains = (
        emptied(desk.tops[0, :half]),
        emptied(desk.tops[1, :half]),
        emptied(desk.tops[2, :half]),
    )
    for s in range(places):
        top_red = top_colour = gain = 0.0
        last, seen = -1, False
        for p in range(count):
            ball = int(desk.pairs[p, BALL])
            least = min(top_colour, gain / values[ball])
            if values[ball] == A_RED:
                least = top_red if desk.loose[ball] >= FREELY else min(top_red, SOME)
            one = odds(balls, n, desk.pairs[p], glance.places[s, 0], glance.places[s, 1], aim, least)
            if values[ball] != A_RED:
                top_colour, gain = max(top_colour, one), max(gain, one * values[ball])
                continue
            if ball != last:
                seen, last = False, ball
            if one >= SOME and not seen:
                desk.loose[ball] += 1
                seen = True
            top_red = max(top_red, one)
        ranked(top_red, reds)
        ranked(top_colour, colours)
        ranked(gain, gains)
    desk.read[FIRST_RED], desk.read[FIRST_COLOUR] = red, colour
    desk.read[USUAL_RED], desk.read[USUAL_COLOUR] = mean_of(reds), mean_of(colours)
    desk.read[GAIN], desk.read[LOOSE] = mean_of(gains), loose_on(n, desk)


@lean
def visit_from(read: Array, reds: int, red_on: bool, going: Array) -> float:
    """Points to be expected of a visit with so many reds on the table, a red or a colour on.

    The last colour is followed by the colours in order.
    """
    loose, kept = int(read[LOOSE]), going[KEEPS]
    red, colour = kept * read[USUAL_RED] ** going[RED], kept * read[USUAL_COLOUR] ** going[COLOUR]
    gain = kept * going[TAKEN] * read[GAIN]
    points, reached, gone = 0.0, 1.0, 0
    if red_on:
        reached = read[FIRST_RED]
        points, gone = reached, 1
    first = not red_on
    while True:
        points += reached * (read[FIRST_COLOUR] if first else gain)
        reached *= min(1.0, read[FIRST_COLOUR] / max(1e-9, read[GAIN])) * colour if first else colour
        first = False
        if gone >= reds:
            break
        reached *= red if gone + 1 <= loose else red * going[TIED]
        points += reached
        gone += 1
    return float(points + reached * going[TO_END])


@lean
def expected_points(
    x: float, y: float, n: int, red_on: bool, aim: float, glance: Glance, bed: Bed, desk: Desk
) -> float:
    """Points of the visit with the balls on the desk, the cue ball at (x, y)."""
    reds = 0
    for i in range(1, n):
        reds += desk.balls[i, 0] != FAR and glance.values[i] == A_RED
    if red_on and reds == 0:
        return float(glance.going[TO_END])
    read_frame(n, x, y, aim, glance, bed, desk)
    return visit_from(desk.read, reds, red_on, glance.going)


@lean
def left_in_frame(room: Room, ball: int, glance: Glance, desk: Desk) -> int:
    """Put the balls as a strike left them on the desk, a colour back on its spot; returns how many reds are
    down beside `ball`, or -1 where another ball fell that must not."""
    beside = 0
    for i in range(room.rows.shape[0]):
        for column in range(4):
            desk.balls[i, column] = room.rows[i, column]
        desk.balls[i, 0], desk.balls[i, 1] = room.balls[i, X], room.balls[i, Y]
        if i == 0 or (i != ball and room.marks[i, FATE] == ON_TABLE):
            continue
        if i != ball and not (glance.values[i] == A_RED and glance.values[ball] == A_RED):
            return -1
        if glance.values[i] == A_RED:
            desk.balls[i, 0] = FAR
            beside += i != ball
        else:
            desk.balls[i, 0], desk.balls[i, 1] = glance.spots[i, 0], glance.spots[i, 1]
    return beside


@compiled
def points_at(
    places: Array, balls: Array, red_on: bool, aim: float, glance: Glance, bed: Bed, found: Array
) -> None:
    """Fill `found` (g,) with the points expected of balls (n, 4) from each of the `places` (g, 2) of the
    cue ball, where none of them lies."""
    n = balls.shape[0]
    desk = desk_for(n)
    for g in range(places.shape[0]):
        for i in range(n):
            for column in range(4):
                desk.balls[i, column] = balls[i, column]
        found[g] = expected_points(places[g, 0], places[g, 1], n, red_on, aim, glance, bed, desk)
