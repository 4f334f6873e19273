"""How chance maps are made: for every place of the cue ball, the best next pot and its worth.

Each shot is chosen on some samples of the shooter's errors and valued on others: the best of noisy values,
valued by its own sample, would promise too much, and over nine balls the promise compounds.
"""

from collections.abc import Callable, Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field, replace
from hashlib import blake2b
from typing import NamedTuple
from zlib import crc32

import numpy as np
from numpy.typing import NDArray

from ..chance.windows import windows_of
from ..equipment.balls import value
from ..equipment.layout import Layout
from ..equipment.spots import snooker_spots
from ..equipment.table import POCKETS, PocketName, Table
from ..geometry import Point
from ..motion import Physics
from ..motion.bed import bed_of, mass
from ..motion.play import MOST_EVENTS, STANDARD
from ..motion.ready import world_of
from ..motion.strike import FASTEST, MISCUE
from ..skill.circumstances import near_rail
from ..skill.model import FACTORS, Skill
from ..skill.scatter import SLOWEST, apart_errors
from ..vocabulary import CUE
from . import kernel
from .chart import READ, ChanceMap, Kept, Outlook, State, Way, shot_of
from .grid import covered_by, filled, grid_of, nodes_of, smoothed
from .records import After, Bed, Glance, Look, Tries, Worths

Array = NDArray[np.float64]

SCREENING, CHOOSING, VALUING = 6, 14, 10
"""Strikes with errors to look at a promising shot, to choose among the best of those, and to value it."""
FINALISTS = 4
"""Shots that are played with errors before one is chosen."""
CLOSER = 3
"""How many times as many are looked at and chosen by at the place where the cue ball lies."""
WORTHWHILE = 0.35
"""Share of the likeliest pot's chance below which a shot is not looked at for its position."""
TOUCHED = 0.85
"""Share of the chance that is left when a shot touched another ball (our choice; the bench holds it to the
truth)."""
SPEEDS = np.array((0.9, 1.3, 1.8, 2.5, 3.4))
"""m/s that are tried."""
TIPS = np.array(((0.0, 0.0), (0.0, 0.35), (0.0, -0.35), (0.25, 0.15), (-0.25, 0.15)))
"""Tip offsets (side, height; ball radii) that are tried."""


ORDINARY = Tries(SPEEDS, TIPS)
"""Strikes that are tried at a pot."""
UNREAD = Glance(
    np.zeros((0, 2)), np.zeros(0), np.zeros((0, 4)), False, np.zeros(0), np.zeros((0, 2)), np.zeros(0),
    np.zeros(0), np.zeros((0, 2)),
)  # fmt: skip
"""Layouts with moved balls are not read: the map of the balls where they lay has to do."""


Filling = Callable[[Sequence[str], Sequence["Way"]], tuple[Array, Array, Array, NDArray[np.bool_]]]
"""Gives, for the balls of a state and its ways on, values (g, K), variances (g,), shots (g, BEST_COLUMNS)
and which nodes are covered (g,)."""


class Turn(NamedTuple):
    """When a ball's turn comes (1 the first), and the error of aim (rad) of who pots it then."""

    number: int
    aim: float


@dataclass(frozen=True, slots=True, eq=False)
class Maker:
    """Makes the maps of one layout for one player.

    finish (K,): the worth of a finished run. touched: the share of what follows that is left where the shot
    touched another ball. The answer is the same for any number of `threads`. `report` is called with every
    finished map; an exception it raises stops the work. glance: how layouts are read that strokes leave
    which move balls; `counting`: by points; `turns`: when each ball's turn comes (one without a turn
    is not the player's), where balls are potted in turn and layouts are read.
    kept: maps by everything they depend on; share it, and only what changed is made again.
    """

    table: Table
    layout: Layout
    skill: Skill
    spacing: float
    physics: Physics = STANDARD
    seed: tuple[int, ...] = (0,)
    threads: int = 2
    finish: tuple[float, ...] = (1.0,)
    touched: float = TOUCHED
    report: Callable[[ChanceMap], object] = lambda one: None
    kept: Kept | None = None
    glance: Glance = UNREAD
    counting: bool = False
    turns: Mapping[str, Turn] = field(default_factory=dict)
    tries: Tries = ORDINARY
    maps: dict[State, ChanceMap] = field(default_factory=dict)
    following: dict[State | None, Array] = field(default_factory=dict)
    keys: dict[State | None, str] = field(default_factory=dict)

    @property
    def bed(self) -> Bed:
        """The table as strikes see it."""
        table, physics = self.table, self.physics
        return Bed(
            world_of(table, physics), bed_of(table).pockets, windows_of(table, physics).edges, MOST_EVENTS
        )

    @property
    def frame(self) -> Array:
        """The frame of the grid."""
        return grid_of(self.table, self.spacing)[0]

    @property
    def shape(self) -> tuple[int, int]:
        """Nodes along and across the table."""
        return grid_of(self.table, self.spacing)[1]

    def known(self, state: State, values: Array) -> None:
        """Take values (K, g) of a state at the nodes as given: an estimate, not a search."""
        frame, shape = grid_of(self.table, self.spacing)
        self.following[state] = np.array([smoothed(value.reshape(shape), frame) for value in values])
        self.keys[state] = blake2b(values.tobytes(), digest_size=16).hexdigest()

    def make(
        self, state: State, balls: Sequence[str], ways: Sequence[Way], filling: Filling | None = None,
        source: Sequence[str] = (),
    ) -> ChanceMap:  # fmt: skip
        """The map of a state with `balls` on the table; everything its ways lead to must have been made.

        `filling` works it out otherwise than by striking from every node anew, from a layout with the balls
        `source`. Raises KeyError for a ball that is not in the layout.
        """
        key = self.keys[state] = self._key(state, balls, ways, source)
        made = None if self.kept is None else self.kept.get(key)
        if made is None:
            made = self._made(state, balls, ways, filling or self._searched)
            if self.kept is not None:
                self.kept[key] = made
        self.maps[state], self.following[state] = made, made.smooth
        self.report(made)
        return made

    def _key(self, state: State, balls: Sequence[str], ways: Sequence[Way], source: Sequence[str]) -> str:
        """Everything that the map depends on, in short."""
        places = dict(self.layout.places)
        content = (
            self.table, self.skill, self.spacing, self.physics, self.seed, self.finish, self.touched,
            self.glance.going.tolist(), self.glance.always, self.counting, dict(self.turns),
            self.tries.speeds.tolist(), state,
            [(ball, places[ball]) for ball in balls], [(ball, places[ball]) for ball in source], list(ways),
            [self.keys.get(way.then) for way in ways],
        )  # fmt: skip
        return blake2b(repr(content).encode(), digest_size=16).hexdigest()

    def _made(self, state: State, balls: Sequence[str], ways: Sequence[Way], filling: Filling) -> ChanceMap:
        frame, shape = grid_of(self.table, self.spacing)
        values, spreads, best, covered = filling(balls, ways)
        hidden = covered.reshape(shape)
        grids = np.array([filled(values[:, k].reshape(shape), hidden) for k in range(len(self.finish))])
        chosen = best.reshape((*shape, kernel.BEST_COLUMNS))
        smooth = np.array([smoothed(grid, frame) for grid in grids])
        return ChanceMap(state, tuple(ways), grids, smooth, np.sqrt(spreads).reshape(shape), chosen, frame)

    def _searched(
        self, balls: Sequence[str], ways: Sequence[Way]
    ) -> tuple[Array, Array, Array, NDArray[np.bool_]]:
        nodes, rows = nodes_of(*grid_of(self.table, self.spacing)), self.rows(self.layout, balls)
        errors = apart_errors((CHOOSING, VALUING), (*self.seed, crc32(" ".join(balls).encode())))
        covered = covered_by(nodes, rows)
        return *self._in_threads(balls, ways, nodes, ~covered, errors), covered

    def outlook(
        self, layout: Layout, balls: Sequence[str], ways: Sequence[Way], seed: tuple[int, ...] = (1,),
        valuing: int = 200, pocket: PocketName | None = None, closer: float = CLOSER,
    ) -> Outlook:  # fmt: skip
        """What may be potted from the cue ball's own place, with the balls where `layout` has them,
        into any pocket or only into `pocket`; chosen among `closer` times as many as in a map.

        Raises KeyError for a ball that is not there, the cue ball among them.
        """
        if layout.cue is None:
            raise KeyError(CUE)
        return self.outlooks(layout, balls, ways, [layout.cue], seed, valuing, pocket, closer)[0]

    def outlooks(
        self, layout: Layout, balls: Sequence[str], ways: Sequence[Way], places: Sequence[Point],
        seed: tuple[int, ...] = (1,), valuing: int = 200, pocket: PocketName | None = None,
        closer: float = CLOSER,
    ) -> list[Outlook]:  # fmt: skip
        """The same from each of the `places` of the cue ball, all with the same errors."""
        if not ways:
            return [Outlook((0.0,) * len(self.finish), 0.0, None) for _ in places]
        errors = apart_errors((round(closer * CHOOSING), valuing), seed)
        values, spreads, best = self._fill(
            layout,
            balls,
            ways,
            np.array(places),
            errors,
            closer,
            -1 if pocket is None else POCKETS.index(pocket),
        )
        return [
            Outlook(
                tuple(float(value) for value in values[k]), float(spreads[k]) ** 0.5, shot_of(ways, best[k])
            )
            for k in range(len(places))
        ]

    def after(self, way: Way) -> Array:
        """Values (K, nx, ny) of what follows a way on."""
        if way.then is None and None not in self.following:
            ends = np.array(self.finish)[:, None, None]
            self.following[None] = np.broadcast_to(ends, (len(self.finish), *self.shape)).copy()
        return self.following[way.then]

    def chart_after(self, way: Way) -> ChanceMap | None:
        """The map of what follows a way on; without shots and errors where its values were given.

        None after the last ball, and where every place is worth the same: the balls lie anew there.
        """
        if way.then is None:
            return None
        if way.then in self.maps:
            return self.maps[way.then]
        values = self.after(way)
        if float(np.ptp(values[0])) == 0.0:
            return None
        none = np.full((*self.shape, kernel.BEST_COLUMNS), -1.0)
        return ChanceMap(way.then, (), values, values, np.zeros(self.shape), none, self.frame)

    def rows(self, layout: Layout, balls: Sequence[str]) -> Array:
        """The balls as the kernel takes them, the cue ball first; where it lies is filled in there."""
        places = dict(layout.places)
        middle = Point(self.table.length / 2, self.table.width / 2)
        at = [(CUE, middle), *((ball, places[ball]) for ball in balls)]
        radius = self.table.radius
        return np.array([(*place, radius(name), mass(radius(name))) for name, place in at])

    def always_reading(self) -> "Maker":
        """The same maps for strokes whose layouts are read at a glance, each of them."""
        return replace(self, glance=self.glance._replace(always=True))

    def reading(self, layout: Layout, balls: Sequence[str]) -> Glance:
        """The glance at the balls of a layout, with what each of them counts where that matters, where it
        comes back, when its turn comes, and where it lies in the maps."""
        if self.turns:
            mapped = dict(layout.places) | dict(self.layout.places)
            turns = np.array([(0.0, 0.0), *(self.turns.get(ball, (0, 0.0)) for ball in balls)])
            places = np.array([(0.0, 0.0), *(tuple(mapped[ball]) for ball in balls)])
            return self.glance._replace(turns=turns[:, 0].copy(), aims=turns[:, 1].copy(), mapped=places)
        if not self.counting:
            return self.glance
        spots = snooker_spots(self.table)
        values = np.array([0.0, *(float(value(ball)) for ball in balls)])
        back = np.array([(0.0, 0.0), *(tuple(spots.get(ball, (0.0, 0.0))) for ball in balls)])
        return self.glance._replace(values=values, spots=back)

    def onwards(self, layout: Layout, balls: Sequence[str], ways: Sequence[Way]) -> After:
        """What comes after each of the ways from a layout with these balls."""
        return After(
            np.array([way.points for way in ways]), np.array([self.after(way) for way in ways]),
            self.frame, self.reading(layout, balls), np.zeros((len(ways), 2, 1 + len(balls))),
        )  # fmt: skip

    def player(self) -> Array:
        """The player as the kernel takes it."""
        tip = self.skill.tip / self.table.cue_ball_radius
        return np.array(
            (
                self.skill.aim, self.skill.speed, tip, MISCUE, FASTEST, SLOWEST, WORTHWHILE, self.touched,
                near_rail(self.table), FACTORS.railed, (FACTORS.side - 1.0) / 0.5,
            )
        )  # fmt: skip

    def _fill(
        self,
        layout: Layout,
        balls: Sequence[str],
        ways: Sequence[Way],
        places: Array,
        errors: Array,
        closer: float = 1,
        only: int = -1,
    ) -> tuple[Array, Array, Array]:
        """Values (g, K), variances of the first, and shots at places (g, 2)."""
        kinds = len(self.finish)
        rows = self.rows(layout, balls)
        values, spreads = np.zeros((len(places), kinds)), np.zeros(len(places))
        best = np.full((len(places), kernel.BEST_COLUMNS), -1.0)
        names = list(balls)
        look = Look(
            errors, max(1, round(closer * FINALISTS)), max(1, round(closer * SCREENING)),
            round(closer * CHOOSING),
        )  # fmt: skip
        kernel.map_ways(
            places, rows, np.array([names.index(way.ball) + 1 for way in ways]), only, self.tries, look,
            self.player(), self.onwards(layout, balls, ways), self.bed, Worths(values, spreads, best),
        )  # fmt: skip
        return values, spreads, best

    def _in_threads(
        self, balls: Sequence[str], ways: Sequence[Way], nodes: Array,
        free: NDArray[np.bool_], errors: Array,
    ) -> tuple[Array, Array, Array]:  # fmt: skip
        values, spreads = np.zeros((len(nodes), len(self.finish))), np.zeros(len(nodes))
        best = np.full((len(nodes), kernel.BEST_COLUMNS), -1.0)
        if not ways:
            return values, spreads, best
        wanted = np.flatnonzero(free)
        pieces = [wanted[k :: self.threads * 4] for k in range(self.threads * 4)]
        with ThreadPoolExecutor(self.threads) as pool:
            found = pool.map(lambda at: self._fill(self.layout, balls, ways, nodes[at], errors), pieces)
            for piece, (worth, spread, shots) in zip(pieces, found, strict=True):
                values[piece], spreads[piece], best[piece] = worth, spread, shots
        return values, spreads, best


def know_nothing(maker: Maker) -> None:
    """Take the state READ as worth nothing by itself."""
    maker.known(READ, np.zeros((len(maker.finish), int(np.prod(maker.shape)))))
