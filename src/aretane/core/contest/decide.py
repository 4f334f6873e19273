"""The model player: the pot, safety or kick that wins most racks by a quick look.

Racks that model players play against each other are the truth against which choices are checked.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from math import log

import numpy as np
from numpy.typing import NDArray

from ..chance.finer import compensated
from ..equipment.balls import GROUPS
from ..games import game
from ..geometry import Point
from ..motion.physics import Physics
from ..motion.play import Ends
from ..motion.ready import ready
from ..motion.strike import Strike
from ..runout.chart import PlannedShot
from ..runout.group import OPEN
from .equity import FrameProspects, Prospects, equity, frame_equity, frame_row, row
from .look import Look
from .scored import level, points_left
from .seat import Seat, edge, left, race
from .strikes import QUICK, Search, easy, hits, kicks, mistaken, placed, played, seen, spread
from .turn import Called, Standing, after, foul_of, judged, scores
from .verdicts import AGAIN, FOUL, LEVEL, LOST, OVER, WON

Array = NDArray[np.float64]

SURE, RUNS = 0.75, 0.45
"""A pot with this chance and this chance to run out behind it (any, where pots score) is taken without a
look at a safety."""
SAFETIES, TRIES = 2, 2
"""Safeties that are looked at more closely, and how many strikes with errors each."""
RISK = 0.5
"""What a neighbour in aim that fouls counts in the first guess, on its scale from nothing to one."""
GLANCE = 0.5
"""How closely a player at the table looks, as in `Maker.outlook`."""
APART = 0.25
"""m that two safeties must differ by in where they leave a ball."""
FAMILIES = {"in-order": "rotation", "groups": "groups", "reds-and-colours": "frame", "any-order": "points"}
"""Which of the learnt estimates a game takes by its order; straight pool, `points`, none."""


@dataclass(frozen=True, slots=True)
class Intended:
    """A strike meant: from `cue`, with the ball and pocket `called` (None: a safety)."""

    cue: Point
    strike: Strike
    called: Called
    kind: str


def family(discipline: str) -> str:
    """Which of the learnt estimates a game takes, as in `FAMILIES`."""
    return FAMILIES[game(discipline).order]


def standing_equity(look: Look, at: Standing, me: Seat, other: Seat) -> float:
    """The chance to win of the player at the table, from that player's look; with nobody against, the run.

    In straight pool it is the race from this score: a fit to played-out games adds nothing.
    """
    if at.alone:
        return look.chance
    if at.game.any_order:
        return race(at, me, other, look)
    if not at.game.by_colours:
        return equity(look, prospects(look, at, me, other), family(at.discipline))
    if not at.layout.objects:
        return level(at.lead)
    return frame_equity(look, _frame(at, me, other))


def prospects(look: Look, at: Standing, me: Seat, other: Seat) -> Prospects:
    """What the rack holds for the player at the table besides the look.

    While both groups are open it is what the group of the pot that is there holds: a player who pots it has
    that group.
    """
    if at.group_on == OPEN and look.shot is not None and look.shot.ball in GROUPS:
        at = replace(at, group_on=GROUPS[look.shot.ball])
    return Prospects(
        race(at, me, other, look), edge(at, me, other), left(at), left(at.theirs), steadier(me, other)
    )


def seen_row(at: Standing, me: Seat, other: Seat, seed: tuple[int, ...]) -> tuple[float, ...]:
    """The chance to run out (0 in snooker, where it is one of the features) and the features of the learnt
    estimate, for learning it."""
    look = me.look(at, seed)
    if at.game.by_colours:
        return (0.0, *frame_row(look, _frame(at, me, other)))
    return (look.chance, *row(look, prospects(look, at, me, other), family(at.discipline)))


def _frame(at: Standing, me: Seat, other: Seat) -> FrameProspects:
    return FrameProspects(at.lead, points_left(at.layout, at.group_on), steadier(me, other))


def steadier(me: Seat, other: Seat) -> float:
    """Log of the other's error of aim over the player's own."""
    return log(other.skill.aim / me.skill.aim)


def worth(
    at: Standing, ends: Ends, called: Called, me: Seat, other: Seat, seed: int, closer: float = 1.0,
    report: Callable[[int, Look], object] = lambda k, look: None, twice: float = 0.0,
) -> tuple[Array, NDArray[np.int64]]:  # fmt: skip
    """The player's chances to win (k,) after strikes with these ends, and the verdict of each strike (k,)
    as in `turn`.

    The same `seed` gives the same answer. `report` is called with the next player's look after strike k.
    twice: the share of the strikes that are double hits, and so fouls.
    """
    verdicts = judged(at, ends, called)
    if twice > 0.0:
        struck = np.floor((np.arange(len(verdicts)) + 1) * twice) > np.floor(
            np.arange(len(verdicts)) * twice
        )
        verdicts = np.where(struck & (verdicts != LOST), foul_of(at), verdicts)
    if at.alone:
        return _alone(at, ends, called, verdicts, me, other, seed, closer, report), verdicts
    values = np.where(verdicts == WON, 1.0, np.where(verdicts == LEVEL, 0.5, 0.0))
    for k in np.flatnonzero(np.isin(verdicts, (AGAIN, OVER, FOUL))):
        then = after(at, ends, int(k), int(verdicts[k]), called)
        mine = verdicts[k] == AGAIN
        who, rest = (me, other) if mine else (other, me)
        look = who.look(then, (seed, int(k)), closer=closer)
        report(int(k), look)
        chance = standing_equity(look, then, who, rest)
        if verdicts[k] == FOUL and may_send_back(then):
            chance = max(chance, 1.0 - _sent_back(then, me, other, (seed, int(k)), closer))
        values[k] = chance if mine else 1.0 - chance
    return values, verdicts


def _alone(
    at: Standing, ends: Ends, called: Called, verdicts: NDArray[np.int64], me: Seat, other: Seat, seed: int,
    closer: float, report: Callable[[int, Look], object],
) -> Array:  # fmt: skip
    """What the run is worth (k,) after strikes with nobody at the table but a partner: of a strike that
    plays on or ends the rack, what it scores and the run that the next look promises; else nothing."""
    values = np.where((verdicts == WON) & (not at.game.scores), 1.0, 0.0)
    following = other if at.company == "partner" else me
    for k in np.flatnonzero(np.isin(verdicts, (AGAIN, WON))):
        values[k] += scores(at, ends, int(k), called)
        then = after(at, ends, int(k), AGAIN, called)
        if verdicts[k] == AGAIN and then.layout.objects:
            look = following.look(then, (seed, int(k)), closer=closer)
            report(int(k), look)
            values[k] += look.chance
    return values


def may_send_back(then: Standing) -> bool:
    """Whether a player may have who fouled play again, as in snooker."""
    return then.game.by_colours and not then.in_hand


def _sent_back(then: Standing, me: Seat, other: Seat, seed: tuple[int, ...], closer: float) -> float:
    """The chance of the player who fouled and plays again."""
    back = then.theirs
    return standing_equity(me.look(back, seed, closer=closer), back, me, other)


def sends_back(then: Standing, who: Seat, rest: Seat, seed: int) -> bool:
    """Whether a player to whom a foul left the table has the other play again, by a glance."""
    if not may_send_back(then):
        return False
    own = standing_equity(who.look(then, (seed,), closer=GLANCE), then, who, rest)
    return 1.0 - _sent_back(then, rest, who, (seed,), GLANCE) > own


def pushed(
    at: Standing, ends: Ends, me: Seat, other: Seat, seed: int, closer: float = 1.0
) -> Array:  # fmt: skip
    """The player's chances to win (k,) after push-outs with these ends.

    The other plays on or hands the shot back, whichever is worse for the player. A ball off the table or a
    scratch is a foul.
    """
    values = np.zeros(len(ends.fates))
    for k in range(len(values)):
        foul = ends.fates[k, 0] != -1 or bool((ends.fates[k] == -2).any())
        theirs = after(at, ends, k, FOUL if foul else OVER, None)
        look = other.look(theirs, (seed, k), closer=closer)
        values[k] = 1.0 - standing_equity(look, theirs, other, me)
        if not foul:
            mine = replace(at, layout=theirs.layout)
            back = standing_equity(me.look(mine, (seed, k), closer=closer), mine, me, other)
            values[k] = min(values[k], back)
    return values


def pot_strike(at: Standing, cue: Point, shot: PlannedShot, physics: Physics) -> Strike:
    """The strike of a pot found on the map."""
    plain = Strike(shot.speed, 0.0, shot.side, shot.height)
    return compensated(plain, shot.direction, ready(at.table, placed(at, cue), physics))


def screened(
    at: Standing, cue: Point, how: Search, physics: Physics, most: int, threads: int = 1
) -> list[tuple[float, Strike]]:
    """Legal strikes that pot nothing, each with a first guess of what it leaves, the best for the player
    first.

    Strikes that foul with a small error of aim come last. Where no ball on can be hit straight, the strikes
    are kicks.
    """
    rows = hits(at, cue, how, physics)
    beside = len(how.speeds) * len(how.tips)
    if at.frozen:  # it is played away from: in every direction
        rows, beside = kicks(replace(how, kick_speeds=how.speeds)), 1
    ends, good = _handing_over(at, cue, rows, physics, threads)
    if not good.any():
        rows, beside = kicks(how), 1
        ends, good = _handing_over(at, cue, rows, physics, threads)
    found = np.flatnonzero(good)
    if not len(found):
        return []
    theirs = at.theirs
    target = list(ends.names).index(theirs.on[0])
    guess = easy(seen(theirs, ends), ends.places[:, 0], ends.places[:, target])
    steady = 0.5 * (np.roll(good, beside).astype(float) + np.roll(good, -beside))
    guess = guess + RISK * (1.0 - steady)
    order = found[np.argsort(guess[found], kind="stable")]
    kept = spread([int(k) for k in order], ends.places[:, 0], ends.places[:, target], APART, most)
    return [(float(guess[k]), Strike.of(rows[k])) for k in kept]


def _handing_over(
    at: Standing, cue: Point, rows: Array, physics: Physics, threads: int
) -> tuple[Ends, NDArray[np.bool_]]:
    ends = played(at, cue, rows, physics, threads)
    return ends, np.asarray(judged(at, ends) == OVER)


def decide(
    at: Standing, me: Seat, other: Seat, physics: Physics, rng: np.random.Generator, eager: float = 0.0
) -> Intended:  # fmt: skip
    """What the model player plays.

    eager: what a player believes a pot to be worth beyond its value, as a chance to win: above 0 that
    player takes on too much, below 0 plays safe too often.
    """
    seed = int(rng.integers(2**31))
    look = me.look(at, (seed,), closer=GLANCE)
    cue = look.place
    here = at.with_cue(cue)
    best, value = None, -1.0
    if look.shot is not None:
        shot = look.shot
        best = Intended(cue, pot_strike(here, cue, shot, physics), (shot.ball, shot.pocket), "pot")
        scored = here.game.scores
        value = standing_equity(look, here, me, other) if scored else race(here, me, other, look)
        value += eager
        if look.pot >= SURE and (scored or look.chance >= RUNS):
            return best
    errors = rng.standard_normal((TRIES, 4))
    for _, strike in screened(here, cue, QUICK, physics, SAFETIES):
        ends = played(here, cue, mistaken(here, cue, strike, me.skill, physics, errors), physics)
        safe = float(worth(here, ends, None, me, other, seed, GLANCE)[0].mean())
        if safe > value:
            best, value = Intended(cue, strike, None, "safety"), safe
    return best or _straight(here, cue)


def _straight(at: Standing, cue: Point) -> Intended:
    """At the nearest ball on, for want of anything better."""
    places = [place for ball in at.on if (place := at.layout.get(ball)) is not None]
    place = min(places, key=cue.distance)
    return Intended(cue, Strike(2.0, place.minus(cue).angle, 0.0, 0.0), None, "hit")
