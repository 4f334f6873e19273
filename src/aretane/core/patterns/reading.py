"""A layout read for a player: how often each ball can be made, problem balls, insurance balls, and shots
that open clusters."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..chance.aimed import with_errors
from ..chance.finer import compensated
from ..chance.made import Task, made
from ..equipment.layout import Layout
from ..equipment.table import Table
from ..geometry import Point
from ..motion import Motion, Strike, play
from ..motion.ready import ready
from ..runout.chart import PlannedShot
from ..runout.games import Question
from ..runout.maps import Maker
from ..runout.stock import Stock
from ..vocabulary import CUE, ball_words
from .clusters import OPEN, Cluster, Passage, clusters, passages
from .combinations import EVEN, Combination, combinations_on

SPACING = 0.063
"""Of the table's length between the places of the cue ball that are looked at."""
PROBLEM, SAFE = 0.1, 0.4
"""Share of the table under which a ball is a problem, and from which a ball or a combination is insurance
(our choice)."""
OPENS = 0.35
"""Least chance of a pot for a ball that opens a cluster."""
TRIED, SAMPLES, LEAST = 4, 32, 0.2
"""Shots of a ball that are played with errors, how often, and the least chance that is listed."""
PLACES = 5
"""Places from which a pot that opens a cluster is tried."""
ON_RAIL = 0.25
"""Ball widths off the cushion under which a ball lies on it."""


@dataclass(frozen=True, slots=True)
class BallReading:
    """One ball of a layout.

    It holds its ways to the pockets; the share of the table from which this player makes it more often than
    not, with the other balls where they lie; why it is a problem (empty: it is none); whether it is an
    insurance ball.
    """

    ball: str
    passages: tuple[Passage, ...]
    reach: float
    problem: str
    insurance: bool

    @property
    def open_pockets(self) -> int:
        return sum(way.open_share >= OPEN for way in self.passages)


@dataclass(frozen=True, slots=True)
class BreakOut:
    """A pot after which the cue ball opens a cluster.

    It holds the best place to play it from, the chance that the pot falls and a ball comes free, its motion
    without error, the first ball of the cluster that is hit, and the balls that are then free.
    """

    shot: PlannedShot
    place: Point
    chance: float
    motion: Motion
    meets: str
    frees: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Opening:
    """A cluster with the pots that open it, the likeliest first."""

    cluster: Cluster
    ways: tuple[BreakOut, ...]


@dataclass(frozen=True, slots=True)
class Reading:
    """A layout read. `combinations`: those that are insurance, the surest first. `blockers`: balls and how
    many ways of other balls to otherwise open pockets each one takes, most first."""

    balls: tuple[BallReading, ...]
    combinations: tuple[Combination, ...]
    openings: tuple[Opening, ...]
    blockers: tuple[tuple[str, int], ...]


def read(asked: Question, threads: int = 2) -> Reading:
    """Read a layout for its player; pots are looked at from all over the table."""
    table, layout = asked.table, asked.layout
    maker = Maker(table, layout, asked.skill, SPACING * table.length, asked.physics, threads=threads)
    every = layout.objects
    mine = asked.playable()
    stock = Stock(maker, every, mine, frozenset(every))
    chances = stock.chances(every)
    free = ~stock.covered(every)
    reach = dict(zip(mine, (chances[free] >= EVEN).mean(axis=0), strict=True))
    tied = clusters(table, layout)
    balls = tuple(
        _ball(asked, ball, float(reach[ball]), any(ball in one.balls for one in tied)) for ball in mine
    )
    last = asked.game.last
    early = last if len(mine) > 1 else None
    openings = tuple(Opening(one, _break_outs(stock, one, free, early)) for one in tied)
    nodes = np.array([stock.place(int(node)) for node in np.flatnonzero(free)]).reshape(-1, 2)
    sure = tuple(one for one in combinations_on(asked, nodes, threads) if one.reach >= SAFE)
    return Reading(balls, sure, openings, _blockers(balls))


def _ball(asked: Question, ball: str, reach: float, tied: bool) -> BallReading:
    ways = passages(asked.table, asked.layout, ball)
    problem = _problem(asked.table, asked.layout, ball, ways, tied) if reach < PROBLEM else ""
    kept = asked.game.by_groups and ball == asked.game.last  # it ends the rack: nothing is saved by it
    return BallReading(ball, ways, reach, problem, reach >= SAFE and not tied and not kept)


def _problem(table: Table, layout: Layout, ball: str, ways: Sequence[Passage], tied: bool) -> str:
    blockers = {other for way in ways for other in way.blockers if way.open_share < OPEN}
    if tied:
        return "tied up in a cluster"
    if blockers:
        names = [ball_words(blocker) for blocker in sorted(blockers)]
        return f"shut off by {', '.join(names[:-1])}{' and ' if names[1:] else ''}{names[-1]}"
    x, y = dict(layout.places)[ball]
    near = min(x, table.length - x, y, table.width - y) - table.radius(ball)
    if near < ON_RAIL * 2 * table.ball_radius:
        return "on the rail"
    return "made from few places"


def _blockers(balls: Sequence[BallReading]) -> tuple[tuple[str, int], ...]:
    counts: dict[str, int] = {}
    for ball in balls:
        for way in ball.passages:
            if way.open_share < OPEN:
                for other in way.blockers:
                    counts[other] = counts.get(other, 0) + 1
    return tuple(sorted(counts.items(), key=lambda entry: (-entry[1], entry[0])))


def _break_outs(
    stock: Stock, cluster: Cluster, free: np.ndarray, early: str | None
) -> tuple[BreakOut, ...]:
    """The pots that open a cluster, one for each ball: the shot that most often frees a ball.

    The ball `early` may not be potted yet.
    """
    every = stock.balls
    chances = np.where(free[:, None], stock.chances(every, cluster.balls), 0.0)
    found = []
    for number, ball in enumerate(stock.targets):
        if ball in cluster.balls or ball == early:
            continue
        nodes = np.argsort(-chances[:, number])[:PLACES]
        tries = [
            _break_out(stock.maker, cluster, shot, stock.place(int(node)))
            for node in nodes
            if chances[node, number] >= OPENS
            for shot in stock.shots(int(node), number)
            if shot.pot >= OPENS
        ]
        there = sorted(
            (one for one in tries if one is not None and one.frees),
            key=lambda one: (-one.chance, one.motion.trace.duration),
        )
        valued = [_valued(stock.maker, cluster, one) for one in there[:TRIED]]
        if valued:
            found.append(max(valued, key=lambda one: one.chance))
    return tuple(sorted((one for one in found if one.chance >= LEAST), key=lambda one: -one.chance))


def _break_out(maker: Maker, cluster: Cluster, shot: PlannedShot, place: Point) -> BreakOut | None:
    table = maker.table
    layout = maker.layout.changed({CUE: place})
    plain = Strike(shot.speed, 0.0, shot.side, shot.height)
    meant = compensated(plain, shot.direction, ready(table, layout, maker.physics))
    motion = play(table, layout, meant, maker.physics)
    met = [
        other
        for event in motion.trace.happenings()
        if event.kind == "ball" and CUE in (event.ball, event.what)
        for other in (event.ball, event.what)
        if other in cluster.balls
    ]
    if not met or motion.after.cue is None or dict(motion.potted).get(shot.ball) != shot.pocket:
        return None
    still = {ball for one in clusters(table, motion.after) for ball in one.balls}
    frees = tuple(ball for ball in cluster.balls if ball in motion.after and ball not in still)
    return BreakOut(shot, place, shot.pot, motion, met[0], frees)


def _valued(maker: Maker, cluster: Cluster, break_out: BreakOut) -> BreakOut:
    """The break-out with its chance: the pot made, the cue ball kept and a ball freed, with the player's
    errors."""
    table, physics = maker.table, maker.physics
    layout = maker.layout.changed({CUE: break_out.place})
    at = ready(table, layout, physics)
    meant = compensated(
        Strike(break_out.shot.speed, 0.0, break_out.shot.side, break_out.shot.height),
        break_out.shot.direction,
        at,
    )
    ends = with_errors(at, table, layout, meant, maker.skill, physics, SAMPLES)
    good = made(Task(break_out.shot.ball, break_out.shot.pocket, "direct"), ends) & (ends.fates[:, 0] == -1)
    freed = 0
    for k in np.flatnonzero(good):
        left = ends.after(int(k))
        still = {ball for other in clusters(table, left) for ball in other.balls}
        freed += any(ball in left and ball not in still for ball in cluster.balls)
    return replace(break_out, chance=freed / SAMPLES)
