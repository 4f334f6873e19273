"""Where a cue ball in hand may be put: for the run, and for a safety."""

from collections.abc import Iterator
from typing import Literal

import numpy as np

from ..contest.decide import pot_strike, screened
from ..contest.seat import Seat
from ..contest.strikes import QUICK
from ..contest.turn import Called, Standing
from ..equipment.spots import is_free
from ..games.setting_up import placing_fault
from ..geometry import Point
from ..motion.physics import Physics
from ..motion.strike import Strike
from ..vocabulary import CUE
from .option import Draft
from .special import TIPS, specials

Hand = Literal["", "anywhere", "behind-line"]
"""Where the cue ball may be put before the shot; '': it stays where it lies."""
RUNS, SAFETIES = 4, 12
"""Places for a pot that are listed, and for a safety that are played with errors."""
COMBINED, LIKELY, COMBINATIONS = 0.25, 0.3, 2
"""m from the ball on at which combinations are looked for, the chance from which one is listed, and how
many."""
NODES = 400
"""Places of the map that are looked at for a pot, the best first."""
ROUND = ((0.12, 0.3, 0.6), 8)
"""m from a ball on at which a safety is looked for, and in how many directions."""


def places(at: Standing, hand: Hand, me: Seat, physics: Physics, threads: int = 1) -> Iterator[Draft]:
    """Shots from other places than the one the cue ball lies at."""
    if hand:
        yield from _runs(at, hand, me, physics)
        yield from _safeties(at, hand, physics, threads)
        if at.game.in_order:  # where any of one's own may be played, a pot of it is as good
            yield from _combinations(at, hand, me, physics, threads)


def _runs(at: Standing, hand: Hand, me: Seat, physics: Physics) -> Iterator[Draft]:
    """The best place of the map for each ball and pocket."""
    run, known = me.chart(at)
    chart = None if known is None else run.maker.maps.get(known)
    if chart is None:
        return
    listed: set[tuple[str, str]] = set()
    columns, rows = chart.errors.shape
    open_ = [(i, j) for i in range(columns) for j in range(rows) if _free(at, hand, chart.node(i, j))]
    for i, j in sorted(open_, key=lambda one: -chart.smooth[0][one])[:NODES]:
        shot, node = chart.shot(i, j), chart.node(i, j)
        if shot is not None and shot.ball in at.on and (shot.ball, shot.pocket) not in listed:
            listed.add((shot.ball, shot.pocket))
            there = at.with_cue(node)
            yield Draft("pot", (shot.ball, shot.pocket), node, pot_strike(there, node, shot, physics))
            if len(listed) == RUNS:
                return


def _safeties(at: Standing, hand: Hand, physics: Physics, threads: int) -> Iterator[Draft]:
    """The best safety from each of the places around the balls on, the least promising for the other player
    first."""
    found: list[tuple[float, Point, Strike]] = []
    for place in _around(at, hand):
        there = at.with_cue(place)
        for guess, strike in screened(there, place, QUICK, physics, 1, threads):
            found.append((guess, place, strike))
    for _, place, strike in sorted(found, key=lambda one: one[0])[:SAFETIES]:
        yield Draft("safety", None, place, strike)


def _combinations(at: Standing, hand: Hand, me: Seat, physics: Physics, threads: int) -> Iterator[Draft]:
    """The likeliest combinations and caroms off the ball on, from places around it."""
    found: list[tuple[float, Draft]] = []
    for place in _around(at, hand, (COMBINED,)):
        for one in specials(at.with_cue(place), place, me.skill, physics, threads, TIPS[:1]):
            if one.kind in ("combination", "carom") and one.chance >= LIKELY:
                draft = Draft(one.kind, (one.ball, one.pocket), place, one.strike)
                found.append((one.chance, draft))
    listed: set[tuple[str, Called]] = set()
    for _, draft in sorted(found, key=lambda one: -one[0]):
        if (draft.kind, draft.called) not in listed and len(listed) < COMBINATIONS:
            listed.add((draft.kind, draft.called))
            yield draft


def _around(at: Standing, hand: Hand, distances: tuple[float, ...] = ROUND[0]) -> Iterator[Point]:
    ways = ROUND[1]
    for ball in at.on[:2]:
        middle = at.layout.get(ball)
        if middle is None:
            continue
        for far in distances:
            for turn in range(ways):
                way = 2 * np.pi * turn / ways
                place = Point(middle.x + far * float(np.cos(way)), middle.y + far * float(np.sin(way)))
                if _free(at, hand, place):
                    yield place


def _free(at: Standing, hand: Hand, place: Point) -> bool:
    """Whether the cue ball may be put there."""
    behind = hand == "anywhere" or not placing_fault(at.table, at.discipline, place, False)
    return behind and is_free(at.table, CUE, place, at.layout.without((CUE,)))
