"""A stock of strikes for games in which the order is free: played once, used in the maps of every state."""

from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from ..chance.windows import windows_of
from ..geometry import Point
from ..motion.bed import bed_of
from ..motion.play import MOST_EVENTS
from ..motion.ready import world_of
from ..skill.scatter import apart_errors
from . import kernel, stocked
from .grid import covered_by, grid_of, nodes_of
from .maps import (
    CHOOSING,
    FINALISTS,
    SCREENING,
    SPEEDS,
    TIPS,
    VALUING,
    ChanceMap,
    Maker,
    PlannedShot,
    State,
    Way,
    shot_of,
)

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

MOST_SHOTS = 28
"""Likely pots of a ball that are kept at a place."""
SAMPLED = 9
"""Shots at a ball, about, whose strikes with errors are kept at a place."""
BLOCKS = 8
"""Pieces of the bed that threads take one after the other."""


@dataclass(frozen=True, slots=True, eq=False)
class Struck:
    """The shots at each node, their number, and their endings as far as they were played; see
    `stocked`."""

    shots: Array
    counts: Ints
    plain: stocked.Singles
    slots: Ints
    filled: Ints
    samples: stocked.Singles


@dataclass(eq=False)
class Stock:
    """Strikes at the balls `targets` from every node of the maker's grid.

    `balls` are all object balls of its layout, `fixed` those that lie there in every state it is used for.
    The strikes are played when the first map needs them.
    """

    maker: Maker
    balls: tuple[str, ...]
    targets: tuple[str, ...]
    fixed: frozenset[str]

    def map(self, state: State, balls: Sequence[str], ways: Sequence[Way]) -> ChanceMap:
        """The map of a state with `balls` on the table; what its ways lead to must have been made."""
        return self.maker.make(state, balls, ways, self._fill, self.balls)

    def chances(self, balls: Sequence[str], touching: Sequence[str] = ()) -> Array:
        """Chance (g, t) from each node of the likeliest pot of each target, with `balls` on the table; 0
        where one is in the way. With `touching` only those after which the cue ball meets one of these.
        """
        found, maker, at = np.zeros((len(self._nodes), len(self.targets))), self.maker, self._struck
        world, pockets = world_of(maker.table, maker.physics), bed_of(maker.table).pockets
        fixed, present, touched = self._bits(self.fixed), self._bits(balls), self._bits(touching)

        def look(block: slice) -> None:
            stocked.likeliest(
                self._nodes[block], self._rows, self._targets, fixed, world, pockets, MOST_EVENTS,
                at.shots[block], at.counts[block], at.plain[block], present, touched, found[block],
            )  # fmt: skip

        with ThreadPoolExecutor(maker.threads) as pool:
            list(pool.map(look, self._blocks()))
        return found

    def covered(self, balls: Sequence[str]) -> NDArray[np.bool_]:
        """Nodes (g,) on which one of the balls lies."""
        return covered_by(self._nodes, self.maker.rows(self.maker.layout, balls))

    def place(self, node: int) -> Point:
        """Where a node lies."""
        return Point(*(float(value) for value in self._nodes[node]))

    def shots(self, node: int, target: int) -> list[PlannedShot]:
        """The pots of a target that are looked at from a node, the likeliest first."""
        rows = self._struck.shots[node, target, : self._struck.counts[node, target]]
        found = [shot_of([Way(self.targets[target], None)], np.array([0.0, *row[1:]])) for row in rows]
        return [shot for shot in found if shot is not None]

    def _bits(self, balls: Sequence[str] | frozenset[str]) -> int:
        return sum(1 << self.balls.index(ball) for ball in balls)

    @cached_property
    def _errors(self) -> Array:
        return apart_errors((CHOOSING, VALUING), self.maker.seed)

    @cached_property
    def _rows(self) -> Array:
        return self.maker.rows(self.maker.layout, self.balls)

    @cached_property
    def _targets(self) -> Ints:
        return np.array([self.balls.index(ball) + 1 for ball in self.targets], dtype=np.int64)

    @cached_property
    def _nodes(self) -> Array:
        return nodes_of(*grid_of(self.maker.table, self.maker.spacing))

    def _blocks(self) -> list[slice]:
        edges = np.linspace(0, len(self._nodes), BLOCKS + 1).astype(int)
        return [slice(int(a), int(b)) for a, b in pairwise(edges)]

    @cached_property
    def _struck(self) -> Struck:
        maker, g, t = self.maker, len(self._nodes), len(self.targets)
        shots, size = (
            np.zeros((g, t, MOST_SHOTS, kernel.BEST_COLUMNS)),
            (stocked.CHAIN, stocked.END_COLUMNS),
        )
        counts = np.zeros((g, t), dtype=np.int64)
        plain = np.full((g, t, MOST_SHOTS, *size), stocked.NOT_PLAYED, dtype=np.float32)
        world, pockets = world_of(maker.table, maker.physics), bed_of(maker.table).pockets
        edges = windows_of(maker.table, maker.physics).edges
        fixed, player = self._bits(self.fixed), maker.player()

        def strike(block: slice) -> None:
            stocked.stock_up(
                self._nodes[block], self._rows, self._targets, fixed, SPEEDS, TIPS, player, world, pockets,
                edges, shots[block], counts[block],
            )  # fmt: skip

        with ThreadPoolExecutor(maker.threads) as pool:
            list(pool.map(strike, self._blocks()))
        room = SAMPLED * t + 1
        slots = np.full((g, t, MOST_SHOTS), -1, dtype=np.int64)
        filled = np.zeros((g, room), dtype=np.int64)
        samples = np.zeros((g, room, len(self._errors), *size), dtype=np.float32)
        return Struck(shots, counts, plain, slots, filled, samples)

    def _fill(
        self, balls: Sequence[str], ways: Sequence[Way]
    ) -> tuple[Array, Array, Array, NDArray[np.bool_]]:
        """Values (g, K), variances and shots at the nodes, and which nodes are covered."""
        maker, kinds = self.maker, len(self.maker.finish)
        nodes, at = self._nodes, self._struck
        values, spreads = np.zeros((len(nodes), kinds)), np.zeros(len(nodes))
        best = np.full((len(nodes), kernel.BEST_COLUMNS), -1.0)
        covered = self.covered(balls)
        if not ways:
            return values, spreads, best, covered
        numbers = np.array([self.targets.index(way.ball) for way in ways], dtype=np.int64)
        points = np.array([way.points for way in ways])
        following = np.array([maker.after(way) for way in ways])
        world, pockets = world_of(maker.table, maker.physics), bed_of(maker.table).pockets
        present, fixed, player, frame = (
            self._bits(balls),
            self._bits(self.fixed),
            maker.player(),
            maker.frame,
        )

        def value(block: slice) -> None:
            stocked.map_stock(
                nodes[block], self._rows, self._targets, fixed, present, numbers, points, self._errors,
                FINALISTS, SCREENING, CHOOSING, player, following, frame, world, pockets, MOST_EVENTS,
                at.shots[block], at.counts[block], at.plain[block], at.slots[block], at.filled[block],
                at.samples[block], values[block], spreads[block], best[block],
            )  # fmt: skip

        with ThreadPoolExecutor(maker.threads) as pool:
            list(pool.map(value, self._blocks()))
        return values, spreads, best, covered
