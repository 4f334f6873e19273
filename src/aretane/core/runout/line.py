"""The proposed order: the best plan played without errors, shot by shot, and where it is hardest."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..chance.finer import compensated
from ..equipment.layout import Layout
from ..motion import Motion, Strike, play
from ..motion.ready import ready
from ..vocabulary import CUE
from .chart import PlannedShot, State
from .endings import best_place
from .run import Run, state
from .straight import straight_run

MOST = 15
"""Shots that are proposed at most."""
VALUING = 60


@dataclass(frozen=True, slots=True)
class Leg:
    """One shot of the plan: its motion without error, the worth of the run before it, and the share of what
    can follow that it keeps.

    That share counts pot and position together.
    """

    shot: PlannedShot
    motion: Motion
    value: float
    kept: float


def proposed(run: Run, most: int = MOST) -> tuple[Leg, ...]:
    """The plan from where the cue ball lies.

    It ends with the rack (in straight pool with a ball to break the next one), where no map goes further,
    or where the shot without error misses. Where the search looked so many balls ahead, the rest is
    searched from there, with the same break ball kept to the end.
    """
    maker, layout = run.maker, run.maker.layout
    at: State | None = run.start
    legs: list[Leg] = []
    while at is not None and len(legs) < most:
        if run.kept and at not in run.maker.maps and len(at) > 2:
            run, layout = _further(run, at, layout)
            maker, at = run.maker, run.start
        found = run.outlook(layout, at, valuing=VALUING)
        if found.shot is None:
            break
        shot = found.shot
        plain = Strike(shot.speed, 0.0, shot.side, shot.height)
        meant = compensated(plain, shot.direction, ready(maker.table, layout, maker.physics))
        motion = play(maker.table, layout, meant, maker.physics)
        legs.append(Leg(shot, motion, found.values[0], _kept(run, at, shot, found.values[0])))
        if motion.after.cue is None or shot.ball in motion.after:
            break
        at = shot.then
        layout = motion.after if at is None else _set_up(run, at, motion.after)
    return tuple(legs)


def _further(run: Run, at: State, layout: Layout) -> tuple[Run, Layout]:
    """The run from where straight pool's search ended, and its layout."""
    left = layout.only((*at[1:], CUE))
    now, then = run.at_turn(at), run.partner
    if then is not None and now is run.partner:
        then = run.maker
    maker = replace(now, layout=left, maps={}, following={}, keys={})
    return straight_run(maker, at[1:], ending=run.kept, partner=then), left


def order_of(run: Run, legs: Sequence[Leg]) -> tuple[str, ...]:
    """Every ball of a rack of straight pool in the proposed order; the last is the ball for the break shot.

    Where the proposed shots end early, the maps say the rest from their best places.
    """
    order = [leg.shot.ball for leg in legs]
    left = [ball for ball in run.maker.layout.objects if ball not in order]
    while len(left) > 1:
        known = run.maker.maps.get(state("", left))
        shot = None if known is None else known.shot(*known.nearest(best_place(known)))
        others = [*(ball for ball in left if ball not in run.kept), *run.kept]
        order.append(shot.ball if shot is not None else others[0])
        left.remove(order[-1])
    return (*order, *left)


def _kept(run: Run, at: State, shot: PlannedShot, value: float) -> float:
    """The value as a share of what the pot counts and the best place after it is worth."""
    way = next(way for way in run.ways(at) if way.ball == shot.ball)
    best = way.points[0] + float(run.maker.after(way)[0].max())
    return min(1.0, value / best) if best > 0 else 0.0


def _set_up(run: Run, at: State, left: Layout) -> Layout:
    """The layout with the balls of the next state: what comes back is where it lay."""
    places = dict(run.maker.layout.places)
    return left.changed({ball: places[ball] for ball in run.balls_of(at) if ball not in left})


def hardest(legs: tuple[Leg, ...]) -> int | None:
    """The leg (from 0) that keeps the smallest share of what can follow: the key transition; None for one
    shot."""
    if len(legs) < 2:
        return None
    return min(range(len(legs)), key=lambda k: (legs[k].kept, k))
