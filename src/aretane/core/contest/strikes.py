"""Strikes that a player may think of besides the pots: hits of a ball on, and kicks all around."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import pi

import numpy as np
from numpy.typing import NDArray

from ..equipment.layout import Layout
from ..geometry import Point
from ..motion.kernel.launch import squirt
from ..motion.physics import Physics
from ..motion.play import Ends, play_ready
from ..motion.ready import ready
from ..motion.strike import Strike
from ..skill import Skill
from ..skill.circumstances import circumstances
from ..skill.scatter import scatter
from .cover import GRAZE, LINES, hidden
from .turn import Standing

Array = NDArray[np.float64]


NEAREST = 5
"""Balls on at which safeties are looked for."""


@dataclass(frozen=True, slots=True)
class Search:
    """How many strikes are tried: thicknesses of hit on either side, speeds (m/s), tip offsets (ball
    radii); for kicks, directions all around and their speeds."""

    hits: int
    speeds: tuple[float, ...]
    tips: tuple[tuple[float, float], ...]
    around: int
    kick_speeds: tuple[float, ...]


QUICK = Search(13, (0.7, 1.2, 2.0, 3.2), ((0.0, 0.0),), 72, (1.6, 3.0))
THOROUGH = Search(
    31, (0.5, 0.75, 1.0, 1.4, 1.9, 2.6, 3.5),
    ((0.0, 0.0), (0.0, 0.35), (0.0, -0.35), (0.3, 0.0), (-0.3, 0.0)), 360, (1.2, 2.0, 3.0, 4.5),
)  # fmt: skip


def hits(at: Standing, cue: Point, how: Search, physics: Physics) -> Array:
    """Strikes (k, 5) straight at the balls that may be hit, the NEAREST of them."""
    table = at.table
    there = [(ball, place) for ball in at.may_hit if (place := at.layout.get(ball)) is not None]
    near = sorted(there, key=lambda one: cue.distance(one[1]))[:NEAREST]
    thick = GRAZE * np.linspace(-1.0, 1.0, how.hits)
    squirts = [squirt(side, physics.tip_mass) for side, _ in how.tips]
    rows = np.zeros((len(near), how.hits, len(how.speeds), len(how.tips), 5))
    rows[..., 0] = np.array(how.speeds)[:, None]
    rows[..., 2:4] = how.tips
    for row, (ball, place) in zip(rows, near, strict=True):
        apart = table.cue_ball_radius + table.radius(ball)
        turn = np.clip(thick * apart / max(cue.distance(place), apart), -1.0, 1.0)
        ways = place.minus(cue).angle + np.arcsin(turn)
        row[..., 1] = ways[:, None, None] - squirts
    return rows.reshape(-1, 5)


def kicks(how: Search) -> Array:
    """Strikes (k, 5) all around, neighbours in direction one after another at each speed."""
    ways = np.linspace(-pi, pi, how.around, endpoint=False)
    rows = np.zeros((len(how.kick_speeds) * how.around, 5))
    rows[:, 0] = np.repeat(how.kick_speeds, how.around)
    rows[:, 1] = np.tile(ways, len(how.kick_speeds))
    return rows


def placed(at: Standing, cue: Point) -> Layout:
    """The layout with the cue ball there."""
    return at.layout.changed({"cue": cue})


def played(at: Standing, cue: Point, rows: Array, physics: Physics, threads: int = 1) -> Ends:
    """Strikes (k, 5) played out from there."""
    return play_ready(ready(at.table, placed(at, cue), physics), rows, threads=threads)


def mistaken(
    at: Standing, cue: Point, strike: Strike, skill: Skill, physics: Physics, errors: Array,
    aids: tuple[str, ...] = (),
) -> Array:  # fmt: skip
    """The strike as it comes (k, 5) with errors (k, 4) of this player, in standard deviations.

    aids: circumstances of the stroke, as in `circumstances`.
    """
    own = skill.under(circumstances(at.table, placed(at, cue), strike, aids, physics))
    return scatter(strike, own, at.table.cue_ball_radius, physics.tip_mass, errors)


def seen(at: Standing, ends: Ends) -> NDArray[np.bool_]:
    """Straight lines (k, LINES) to the easiest ball on for the next player, True where blocked.

    at: the standing with the group that is on for the next player. Balls that still lie on the table are
    taken from `ends`.
    """
    names = list(ends.names)
    places = np.where((ends.fates == -1)[:, :, None], ends.places, np.nan)
    cue, table = places[:, 0], at.table
    best = np.ones((len(cue), LINES), dtype=bool)
    for ball in at.on:
        own = names.index(ball)
        others = [k for k in range(1, len(names)) if k != own]
        if not others:
            return np.zeros_like(best)
        radii = np.array([table.radius(names[k]) for k in others])
        filled = np.where(np.isnan(places[:, own]), 1e3, places[:, own])
        blocked = hidden(
            np.nan_to_num(cue, nan=-1e3), filled, places[:, others], radii, table.cue_ball_radius,
            table.radius(ball),
        )  # fmt: skip
        better = blocked.sum(axis=1) < best.sum(axis=1)
        best[better] = blocked[better]
    return best


def easy(blocked: NDArray[np.bool_], cue: Array, ball: Array) -> Array:
    """A first guess (k,) of how easy a layout is for the next player: the share of the ball that can be
    hit, and from how near.

    It only decides what is looked at more closely.
    """
    far = np.hypot(*(ball - cue).T)
    open_share = 1.0 - blocked.mean(axis=1)
    return np.asarray(open_share * np.exp(-far / 1.2))


def spread(order: Sequence[int], cue: Array, ball: Array, least: float, most: int) -> list[int]:
    """Of strikes in an order the first `most` whose cue ball or ball ends `least` m from any before."""
    kept: list[int] = []
    for k in order:
        away = np.hypot(*(cue[kept] - cue[k]).T) >= least
        if (away | (np.hypot(*(ball[kept] - ball[k]).T) >= least)).all():
            kept.append(int(k))
            if len(kept) == most:
                break
    return kept
