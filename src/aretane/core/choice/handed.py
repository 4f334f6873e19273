"""Giving the table away on purpose: push-outs, and fouls that leave less than any legal shot does."""

import numpy as np

from ..contest.decide import pushed, worth
from ..contest.seat import Seat
from ..contest.strikes import QUICK, Search, kicks, played, spread
from ..contest.turn import Standing, judged
from ..contest.verdicts import FOUL
from ..geometry import Point
from ..motion.physics import Physics
from ..motion.strike import Strike
from .option import Draft

PUSHES = Search(1, (), (), 90, (0.5, 0.8, 1.2, 1.8, 2.6))
"""Strikes tried for a push-out."""
PLACES, PUSHED, APART = 28, 4, 0.3
"""Places of the cue ball that are looked at, how many are listed, and m between them."""
FOULS, GIVEN = 16, 2
"""Fouls that are looked at, and how many are listed."""
FOULS_APART = 0.4
"""m that two fouls must differ by in where they leave a ball."""


def push_outs(
    at: Standing, cue: Point, me: Seat, other: Seat, physics: Physics, threads: int = 1
) -> list[Draft]:
    """The push-outs that by a quick look are worth most, where the other may have the player play on."""
    rows = kicks(PUSHES)
    ends = played(at, cue, rows, physics, threads)
    stays = np.flatnonzero((ends.fates == -1).all(axis=1))
    place = ends.places[:, 0]
    kept = spread([int(k) for k in stays], place, place, APART, PLACES)
    values = pushed(at, played(at, cue, rows[kept], physics), me, other, 7)
    order = np.argsort(-values, kind="stable")[:PUSHED]
    return [Draft("push-out", None, cue, Strike.of(rows[kept[int(k)]])) for k in order]


def fouls(
    at: Standing, cue: Point, me: Seat, other: Seat, physics: Physics, threads: int = 1
) -> list[Draft]:
    """Fouls that keep the rack and the cue ball, those first that leave the other player least with the cue
    ball in hand.

    They tie balls up, or send the ball on away.
    """
    rows = _every_ball(at, cue)
    ends = played(at, cue, rows, physics, threads)
    verdicts = judged(at, ends)
    given = np.flatnonzero((verdicts == FOUL) & (ends.fates == -1).all(axis=1))
    if not len(given):
        return []
    names = list(ends.names)
    moved = np.array([names.index(ball) for ball in at.on])
    first = ends.places[:, moved[0]]
    furthest = np.abs(ends.places - ends.places[0]).sum(axis=2).argmax(axis=1)
    other_ball = np.take_along_axis(ends.places, furthest[:, None, None], axis=1)[:, 0]
    kept = spread([int(k) for k in given], first, other_ball, FOULS_APART, FOULS)
    values, _ = worth(at, played(at, cue, rows[kept], physics), None, me, other, 8)
    order = np.argsort(-values, kind="stable")[:GIVEN]
    return [Draft("foul", None, cue, Strike.of(rows[kept[int(k)]])) for k in order]


def _every_ball(at: Standing, cue: Point) -> np.ndarray:
    """Strikes (k, 5) at every ball of the layout, and all around."""
    rows = [kicks(QUICK)]
    for ball in at.layout.objects:
        place = at.layout.get(ball)
        if place is None:
            continue
        way = place.minus(cue)
        wide = np.arcsin(min(1.0, 2 * at.table.ball_radius / max(way.norm, 2 * at.table.ball_radius)))
        for speed in (0.8, 1.5, 2.5):
            part = np.zeros((7, 5))
            part[:, 0], part[:, 1] = speed, way.angle + wide * np.linspace(-0.9, 0.9, 7)
            rows.append(part)
    return np.concatenate(rows)
