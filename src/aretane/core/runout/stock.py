"""A stock of strikes for games in which the order is free: played once, used in the maps of every state."""

from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from ..geometry import Point
from ..skill.scatter import apart_errors
from . import kernel, stocked
from .chart import ChanceMap, PlannedShot, State, Way, shot_of
from .grid import covered_by, grid_of, nodes_of
from .maps import CHOOSING, FINALISTS, SCREENING, SPEEDS, TIPS, UNREAD, VALUING, Maker
from .records import After, Look, Struck, Tries, Worths

Array = NDArray[np.float64]
Ints = NDArray[np.int64]

MOST_SHOTS = 28
"""Likely pots of a ball that are kept at a place."""
SAMPLED = 9
"""Shots at a ball, about, whose strikes with errors are kept at a place."""
BLOCKS = 8
"""Pieces of the bed that threads take one after the other."""


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
        bed, present, touched = maker.bed, self._bits(balls), self._bits(touching)

        def look(block: slice) -> None:
            stocked.likeliest(
                self._nodes[block], self._rows, bed, _part(at, block), present, touched, found[block]
            )

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
        size, room = (stocked.CHAIN, stocked.END_COLUMNS), SAMPLED * t + 1
        struck = Struck(
            targets=self._targets,
            fixed=self._bits(self.fixed),
            shots=np.zeros((g, t, MOST_SHOTS, kernel.BEST_COLUMNS)),
            counts=np.zeros((g, t), dtype=np.int64),
            plain=np.full((g, t, MOST_SHOTS, *size), stocked.NOT_PLAYED, dtype=np.float32),
            slots=np.full((g, t, MOST_SHOTS), -1, dtype=np.int64),
            filled=np.zeros((g, room), dtype=np.int64),
            samples=np.zeros((g, room, len(self._errors), *size), dtype=np.float32),
        )
        bed, player, tries = maker.bed, maker.player(), Tries(SPEEDS, TIPS)

        def strike(block: slice) -> None:
            stocked.stock_up(self._nodes[block], self._rows, tries, player, bed, _part(struck, block))

        with ThreadPoolExecutor(maker.threads) as pool:
            list(pool.map(strike, self._blocks()))
        return struck

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
        onwards = After(
            np.array([way.points for way in ways]),
            np.array([maker.after(way) for way in ways]),
            maker.frame,
            UNREAD,
            np.zeros((len(ways), 2, 1)),
        )
        look = Look(self._errors, FINALISTS, SCREENING, CHOOSING)
        present, player, bed = self._bits(balls), maker.player(), maker.bed

        def value(block: slice) -> None:
            stocked.map_stock(
                nodes[block], self._rows, present, numbers, onwards, look, player, bed, _part(at, block),
                Worths(values[block], spreads[block], best[block]),
            )  # fmt: skip

        with ThreadPoolExecutor(maker.threads) as pool:
            list(pool.map(value, self._blocks()))
        return values, spreads, best, covered


def _part(struck: Struck, block: slice) -> Struck:
    """The strikes from a block of the nodes."""
    return struck._replace(
        shots=struck.shots[block], counts=struck.counts[block], plain=struck.plain[block],
        slots=struck.slots[block], filled=struck.filled[block], samples=struck.samples[block],
    )  # fmt: skip
