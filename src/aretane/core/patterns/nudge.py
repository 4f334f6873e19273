"""Nudge or leave: the best shot that moves balls against the best that moves none.

Both are valued by the layouts they leave: where the end of the rack counts by maps drawn anew, in straight
pool by a glance at each. There every ball may be nudged, to clear a path or to make a break ball; in other
games the balls of clusters.
"""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import partial

import numpy as np

from ..chance.aimed import aimed, with_errors
from ..chance.finer import compensated
from ..chance.made import Task, made
from ..equipment.balls import GROUPS
from ..equipment.layout import Layout
from ..equipment.racking import packed
from ..equipment.table import POCKETS
from ..motion import Strike
from ..motion.play import play_ready
from ..motion.ready import Ready, ready
from ..runout.chart import PlannedShot, Way
from ..runout.games import Question, search
from ..runout.kernel import worth_at
from ..runout.left import by_map
from ..runout.maps import SPEEDS, TIPS, WORTHWHILE, Maker
from ..runout.opened import RACK, glanced
from ..runout.run import Run
from ..vocabulary import CUE
from .clusters import clusters

COARSER = 2.5
"""How much wider the grid is on which what is left is searched."""
ENDINGS, READINGS = 10, 48
"""Strikes with the player's errors, where what is left after each pot is searched, and where it is read."""
LOOKED_AT = 3
"""Nudges, the likeliest to free a ball first, that are played with errors."""
STILL, ENDS = 60, 12
"""Shots that move no ball, the most promising ones, and strikes of each by which the map compares them."""


@dataclass(frozen=True, slots=True)
class Weighed:
    """A shot with what it is worth, its standard error, and the balls it moves.

    worse: how often, of the strikes that pot, it leaves less than half of what they leave on average: the
    risk.
    """

    shot: PlannedShot
    value: float
    error: float
    moves: tuple[str, ...]
    worse: float = 0.0


@dataclass(frozen=True, slots=True)
class NudgeOrLeave:
    """Both choices; None where there is no such shot."""

    nudge: Weighed | None
    leave: Weighed | None


def nudge_or_leave(run: Run, asked: Question) -> NudgeOrLeave | None:
    """Weigh the two; None in snooker, without a cluster where one is wanted, and while a rack stands."""
    by_balls = asked.game.any_order
    tied = {ball for cluster in clusters(asked.table, asked.layout) for ball in cluster.balls}
    if by_balls and not packed(asked.table, asked.layout):
        tied = set(asked.layout.objects)
    elif asked.measure != "chance":
        return None
    if not tied or asked.layout.cue is None:
        return None
    looked = list(looked_at(run, asked, tied))
    still = [one for one in looked if not one.moves]
    moving = sorted((one for one in looked if one.moves), key=lambda one: -one.promise)[:LOOKED_AT]
    nudges = [_weighed(asked, one.shot, one.moves) for one in moving]
    return NudgeOrLeave(
        max(nudges, key=lambda nudge: nudge.value, default=None),
        _weighed(asked, _best_still(run, asked, still).shot, ()) if still else None,
    )


@dataclass(frozen=True, slots=True)
class LookedAt:
    """A pot without errors: its promise, the tied balls it moves, and the layout it leaves.

    The promise of a shot that moves balls is only its pot, because the maps do not fit the layout it
    leaves; in straight pool that layout is read.
    """

    promise: float
    way: Way
    shot: PlannedShot
    strike: Strike
    moves: tuple[str, ...]
    left: Layout


def looked_at(
    run: Run, asked: Question, tied: set[str], speeds: Iterable[float] = tuple(SPEEDS)
) -> Iterable[LookedAt]:
    """Pots that may be played now, at these speeds (m/s), and move no ball, or some of those `tied`."""
    table, layout = asked.table, asked.layout
    at = ready(table, layout, asked.physics)
    meant = np.array([(speed, side, height) for side, height in TIPS for speed in speeds])
    found = []
    for way in run.ways(run.start):
        for pocket in POCKETS:
            directions, chances = aimed(table, layout, way.ball, pocket, asked.skill, asked.physics, meant)
            for strike, direction, chance in zip(meant, directions, chances, strict=True):
                speed, side, height = (float(value) for value in strike)
                shot = PlannedShot(
                    way.ball, pocket, speed, side, height, float(direction), float(chance), way.then
                )
                found.append((way, shot))
    least = WORTHWHILE * max((shot.pot for _, shot in found), default=1.0)
    likely = [(way, shot) for way, shot in found if shot.pot >= max(least, 1e-3)]
    strikes = [_strike(shot, at) for _, shot in likely]
    rows = np.array([strike.array() for strike in strikes]).reshape(-1, 5)
    ends = play_ready(at, rows)
    names = list(ends.names)
    for k, (way, shot) in enumerate(likely):
        fell = ends.fates[k, names.index(way.ball)] == POCKETS.index(shot.pocket)
        if not fell or ends.fates[k, 0] != -1:
            continue
        hit = [name for name, hits in zip(names, ends.hits[k], strict=True) if hits > 0]
        met = tuple(name for name in hit if name not in (CUE, way.ball))
        moves = tuple(name for name in met if name in tied)
        if moves:
            left, promise = ends.after(k), shot.pot
            if asked.game.any_order:
                promise *= _left_in_balls(asked, left)
            yield LookedAt(promise, way, shot, strikes[k], moves, left)
        elif not met:
            x, y = (float(value) for value in ends.places[k, 0])
            promise = shot.pot * float(worth_at(run.maker.after(way)[0], run.maker.frame, x, y))
            yield LookedAt(promise, way, shot, strikes[k], (), ends.after(k))


def _best_still(run: Run, asked: Question, still: Iterable[LookedAt]) -> LookedAt:
    """The shot that moves no ball and is worth most by the map, struck with the player's errors."""
    at = ready(asked.table, asked.layout, asked.physics)

    def worth(one: LookedAt) -> float:
        ends = with_errors(at, asked.table, asked.layout, one.strike, asked.skill, asked.physics, ENDS)
        good = made(Task(one.shot.ball, one.shot.pocket, "direct"), ends) & (ends.fates[:, 0] == -1)
        left = by_map(run.maker.after(one.way)[0], run.maker.frame, ends)[good]
        return one.shot.pot * float(left.mean()) if len(left) else 0.0

    return max(sorted(still, key=lambda one: -one.promise)[:STILL], key=worth)


def _strike(shot: PlannedShot, at: Ready) -> Strike:
    return compensated(Strike(shot.speed, 0.0, shot.side, shot.height), shot.direction, at)


def _weighed(asked: Question, shot: PlannedShot, moves: tuple[str, ...]) -> Weighed:
    """The shot with errors: after each pot what is left is searched anew, or read."""
    table, physics = asked.table, asked.physics
    at = ready(table, asked.layout, physics)
    count, value = (
        (READINGS, _left_in_balls) if asked.game.any_order else (ENDINGS, partial(_left, shot=shot))
    )
    ends = with_errors(at, table, asked.layout, _strike(shot, at), asked.skill, physics, count)
    good = made(Task(shot.ball, shot.pocket, "direct"), ends) & (ends.fates[:, 0] == -1)
    worth = np.array([value(asked, ends.after(int(k))) for k in np.flatnonzero(good)])
    if not len(worth):
        return Weighed(shot, 0.0, 0.0, moves)
    mean, spread = float(worth.mean()), float(worth.std() / len(worth) ** 0.5)
    return Weighed(shot, shot.pot * mean, shot.pot * spread, moves, float((worth < 0.5 * mean).mean()))


def _left_in_balls(asked: Question, left: Layout) -> float:
    """Balls over RACK that come after a pot of straight pool, those down with it among them."""
    down = len(asked.layout.objects) - len(left.objects)
    maker = Maker(asked.table, left, asked.skill, asked.game.spacing, asked.physics)
    return down / RACK + glanced(maker, left)


def _left(asked: Question, left: Layout, shot: PlannedShot) -> float:
    """What the layout after a pot is worth."""
    last = asked.game.last
    if last not in left:
        return 1.0 if shot.ball == last else 0.0
    group_on = GROUPS.get(shot.ball, asked.group_on) if asked.group_on == "open" else asked.group_on
    after = replace(asked, layout=left, group_on=group_on)
    return search(after, COARSER).outlook(valuing=40).values[0]
