"""The chance to win from every place of the cue ball: the best of pot, bank and safety there, for both
players.

The first picture is what a look at the table from each place promises. It is refined at places all over the
table, where banks and safeties are struck with the player's errors.
"""

from collections.abc import Callable, Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ..contest.decide import Intended
from ..contest.seat import Seat
from ..contest.turn import Standing
from ..geometry import Point
from ..motion.physics import Physics
from ..runout.chart import PlannedShot
from ..runout.grid import covered_by, filled, grid_of, nodes_of
from ..runout.group import OPEN
from ..runout.kernel import worth_at
from ..vocabulary import CUE
from .from_place import STROKES, From, Stroke, glance, struck
from .onwards import apart, drift, work_at

Array = NDArray[np.float64]
SPACINGS = {"rotation": (0.07, 0.16), "groups": (0.07, 0.24), OPEN: (0.09, 0.28), "points": (0.16, 0.4)}
"""m between the places of the map, and between those at which strokes are struck (our choice); while both
groups are open and where points count a look takes longest."""
NEAR, ENOUGH = 0.5, 0.4
"""Over which part of their spacing what is struck stands for the places around, and the least share of what
lies around a place that must have a kind of stroke for the place to have it (our choice)."""
OFF = 0.05
"""How far an even chance is off from racks played out: so much in eight-ball, less in nine-ball
(`bench position`)."""
BLOCK, PART = 32, 0.7
"""Places between two pictures; the share of the work that is done once all are struck, where racks are
played on after it."""
STARTS = 8
"""Places from which those racks begin."""


@dataclass(frozen=True, slots=True, eq=False)
class WinMap:
    """The chance to win from every node of a grid, as far as it is worked out.

    frame (4,) as in `runout.grid`; values (nx, ny); by_kind (3, nx, ny): of the STROKES, NaN where there is
    none or it is not worked out. shots: the pot of each node, by i * ny + j. done: the share of the work.
    """

    frame: Array
    values: Array
    by_kind: Array
    shots: tuple[PlannedShot | None, ...]
    done: float

    def kind(self, place: Point) -> Stroke | None:
        """The best kind of stroke at the node nearest to a place; None where none was found."""
        left, low, step_x, step_y = (float(value) for value in self.frame)
        nx, ny = self.values.shape
        i = min(max(round((place.x - left) / step_x), 0), nx - 1)
        j = min(max(round((place.y - low) / step_y), 0), ny - 1)
        own = self.by_kind[:, i, j]
        return None if np.isnan(own).all() else STROKES[int(np.nanargmax(own))]

    def of(self, kind: Stroke) -> Array:
        """What a kind of stroke is worth (nx, ny); 0 where there is none."""
        return np.ascontiguousarray(np.nan_to_num(self.by_kind[STROKES.index(kind)]))

    def best(self, kind: Stroke) -> float:
        """What a kind of stroke is worth from its best place."""
        return float(self.of(kind).max())

    def at(self, place: Point, kind: Stroke | None = None) -> float:
        """The value at a place between the nodes, or that of a kind of stroke."""
        grid = self.values if kind is None else self.of(kind)
        return float(worth_at(grid, self.frame, place.x, place.y))


def win_map(
    at: Standing, me: Seat, other: Seat, physics: Physics, threads: int = 1,
    report: Callable[[WinMap], object] = lambda found: None,
) -> WinMap:  # fmt: skip
    """The map of the player at the table for these balls, wherever the cue ball lies.

    A value is the mean of what a look promises and of the best stroke found: the first knows nothing of the
    safety that lies there, the second is the luckiest of several. Racks played out from places of nine-ball
    and eight-ball are nearer to the mean than to either (`bench position`).

    `report` is called with the first picture and after every BLOCK of places that are struck; an exception
    it raises stops the work. The answer is the same for any number of `threads`.
    """
    at = replace(at, frozen=())  # what touches the cue ball lies elsewhere once it is moved
    fine, wider = SPACINGS[_sort(at)]
    frame, shape = grid_of(at.table, fine)
    nodes = nodes_of(frame, shape)
    covered = _covered(at, nodes)
    wide, tall = grid_of(at.table, wider)
    places = nodes_of(wide, tall)
    order = [k for k in _spread_out(tall) if not _covered(at, places[k : k + 1])[0]]
    with ThreadPoolExecutor(threads) as pool:
        looks = dict(
            zip(
                np.flatnonzero(~covered).tolist(),
                pool.map(lambda place: glance(_from(at, place), me, other)[1], nodes[~covered]),
                strict=True,
            )
        )
        picture = _Picture(frame, shape, covered, looks, NEAR * float(wide[2]), apart(at))
        known: list[From] = []
        found = picture.drawn(places[:0], known, 0.0)
        report(found)
        for start in range(0, len(order), BLOCK):
            part = places[order[start : start + BLOCK]]
            known += pool.map(lambda place: struck(_from(at, place), me, other, physics), part)
            done = len(known) / len(order)
            found = picture.drawn(places[order[: len(known)]], known, PART * done)
            report(found)
    if not apart(at):
        return replace(found, done=1.0)
    return _corrected(found, at, known, (me, other), physics, threads, lambda: report(found))


def _corrected(
    found: WinMap, at: Standing, known: Sequence[From], seats: tuple[Seat, Seat], physics: Physics,
    threads: int, report: Callable[[], object],
) -> WinMap:  # fmt: skip
    """The map with the corrections of its layout, one of its attacks and one of its safeties, by racks that
    are played on from places all over it."""
    by_kind = found.by_kind.copy()
    for kinds in (("pot", "bank"), ("safety",)):
        starts = [
            (at.with_cue(best.cue), Intended(best.cue, best.strike, best.called, kinds[0]))
            for one in known
            if (best := one.best(kinds[0])) is not None
        ][:STARTS]
        shift = drift(starts, seats, physics, work_at(at) // 2, threads, report) if starts else 0.0
        for kind in kinds:
            by_kind[STROKES.index(kind)] += shift
    by_kind = by_kind.clip(0.0, 1.0)
    best_of = np.fmax.reduce(by_kind)
    values = np.where(np.isnan(best_of), found.values, best_of)
    return replace(found, values=values, by_kind=by_kind, done=1.0)


def off(values: Array) -> Array:
    """How far values of a map are off from racks played out (standard deviations)."""
    return np.asarray(2.0 * OFF * np.sqrt(values * (1.0 - values)))


def _sort(at: Standing) -> str:
    """Which of the SPACINGS a standing has."""
    if at.game.scores:
        return "points"
    if at.game.in_order:
        return "rotation"
    return OPEN if at.group_on == OPEN else "groups"


def _from(at: Standing, place: Array) -> Standing:
    return at.with_cue(Point(float(place[0]), float(place[1])))


def _covered(at: Standing, nodes: Array) -> NDArray[np.bool_]:
    """Which places the cue ball cannot have, for a ball lies there."""
    balls = [(place.x, place.y, at.table.radius(ball)) for ball, place in at.layout.places if ball != CUE]
    return covered_by(nodes, np.array([(0.0, 0.0, at.table.cue_ball_radius), *balls]))


def _spread_out(shape: tuple[int, int]) -> list[int]:
    """The places of a grid in an order in which any beginning lies all over it."""
    every = [(i, j) for i in range(shape[0]) for j in range(shape[1])]
    every.sort(key=lambda at: ((at[0] + at[1]) % 2, (at[0] // 2 + at[1] // 2) % 2))
    return [i * shape[1] + j for i, j in every]


@dataclass(frozen=True, slots=True)
class _Picture:
    """The grid of a map with what a look from each free node promises.

    near: m over which what is struck stands for the places around. pots: whether struck pots count, as with
    groups; in rotation the look says as much of them.
    """

    frame: Array
    shape: tuple[int, int]
    covered: NDArray[np.bool_]
    looks: Mapping[int, From]
    near: float
    pots: bool

    def drawn(self, places: Array, known: Sequence[From], done: float) -> WinMap:
        """The map with what is known from the places (k, 2).

        A pot is worth what the look says of it, and, where struck pots count, what those around are worth
        beyond that.
        """
        count = self.shape[0] * self.shape[1]
        usual, by_kind = np.full(count, np.nan), np.full((len(STROKES), count), np.nan)
        for node, one in self.looks.items():
            usual[node] = one.usual
            by_kind[0, node] = np.nan if one.race is None else one.race
        if self.pots:
            by_kind[0] += np.nan_to_num(self._around(places, [_beyond(one) for one in known]))
        for row, kind in enumerate(STROKES[1:], start=1):
            there = [one.best(kind) for one in known]
            by_kind[row] = self._around(places, [None if one is None else one.value for one in there])
        best = np.fmax.reduce(by_kind)
        shift = 0.5 * (usual - best)
        grids = np.stack((np.where(np.isnan(best), usual, best + shift), *(by_kind + shift)))
        grids = grids.reshape(-1, *self.shape).clip(0.0, 1.0)
        values = filled(np.nan_to_num(grids[0]), self.covered.reshape(self.shape))
        shots = (self.looks.get(node) for node in range(count))
        return WinMap(
            self.frame, values, grids[1:],
            tuple(None if one is None else one.shot for one in shots), done,
        )  # fmt: skip

    def _around(self, places: Array, known: Sequence[float | None]) -> Array:
        """What is known at the places, at each node by those around it; NaN where most have nothing."""
        nodes = nodes_of(self.frame, self.shape)
        if not len(known):
            return np.full(len(nodes), np.nan)
        has = np.array([one is not None for one in known])
        values = np.array([one or 0.0 for one in known])
        far = ((nodes[:, None] - places[None]) ** 2).sum(axis=2)
        weights = np.exp(-0.5 * (far - far.min(axis=1, keepdims=True)) / self.near**2)
        share = weights @ has / weights.sum(axis=1)
        with np.errstate(invalid="ignore", divide="ignore"):
            found = (weights @ values) / (weights @ has)
        return np.where((share >= ENOUGH) & ~self.covered, found, np.nan)


def _beyond(one: From) -> float | None:
    """What the pot from a place is worth beyond the look, struck; None without one."""
    return None if one.pot is None or one.race is None else one.pot.value - one.race
