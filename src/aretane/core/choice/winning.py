"""The chance to win from every place of the cue ball: the best of pot, bank and safety there, for both
players.

The first picture is what a look at the table from each place promises. It is refined at places all over the
table, where banks and safeties are struck with the player's errors.
"""

from collections.abc import Callable, Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from math import pi
from typing import Literal, get_args

import numpy as np
from numpy.typing import NDArray

from ..contest.decide import GLANCE, Intended, pot_strike, screened, standing_equity, worth
from ..contest.look import Look
from ..contest.seat import Seat, race
from ..contest.strikes import Search, mistaken, placed, played
from ..contest.turn import Called, Standing
from ..geometry import Point
from ..motion.physics import Physics
from ..motion.strike import Strike
from ..runout.chart import PlannedShot
from ..runout.grid import covered_by, filled, grid_of, nodes_of
from ..runout.group import OPEN
from ..runout.kernel import worth_at
from ..skill.circumstances import circumstances
from ..skill.scatter import even_errors
from ..vocabulary import CUE
from .onwards import apart, drift, work_at
from .special import potted_ways, stays, widest

Array = NDArray[np.float64]
Stroke = Literal["pot", "bank", "safety"]
STROKES: tuple[Stroke, ...] = get_args(Stroke)
SPACINGS = {"": (0.1, 0.16), OPEN: (0.12, 0.24), "points": (0.16, 0.4)}
"""m between the places of the map, and between those at which strokes are struck (our choice); while both
groups are open and where points count a look takes longest."""
NEAR, ENOUGH = 0.5, 0.4
"""Over which part of their spacing what is struck stands for the places around, and the least share of what
lies around a place that must have a kind of stroke for the place to have it (our choice)."""
SEARCH = Search(13, (0.7, 1.2, 2.0, 3.2), ((0.0, 0.0),), 72, (1.6, 3.0))
"""Strikes among which safeties are looked for."""
SAFETIES, STRUCK = 3, 8
"""Safeties that are struck at a place, and with how many errors each."""
AROUND, SPEEDS = 900, (1.5, 2.4)
"""Directions all around and speeds (m/s) in which banks are looked for."""
PLAIN = 0.6
"""Chance of the pot from which no bank is looked for (our choice)."""
LEAST = 0.1
"""Chance by the width of its aims from which a bank is struck."""
OFF = 0.05
"""How far an even chance is off from racks played out (`bench position`)."""
BLOCK, PART = 32, 0.7
"""Places between two pictures; the share of the work that is done once all are struck, where racks are
played on after it."""
STARTS, LESS = 8, 2
"""Places from which those racks begin; the part of the work that choices give to them, for the time."""


@dataclass(frozen=True, slots=True)
class Best:
    """What one kind of stroke is worth from a place: the chance to win, the strike, and the ball and pocket
    `called`."""

    value: float
    cue: Point
    strike: Strike
    called: Called


@dataclass(frozen=True, slots=True)
class From:
    """A place of the cue ball: what a look from there promises (`usual`), and the best of each kind of
    stroke; None where there is none.

    usual: the chance to win if the player then plays as such players do. race: that of the pot by the look
    alone, None without one; shot: that pot.
    """

    usual: float
    race: float | None
    shot: PlannedShot | None
    pot: Best | None = None
    bank: Best | None = None
    safety: Best | None = None

    def best(self, kind: Stroke) -> Best | None:
        """The best of a kind of stroke."""
        found: Best | None = getattr(self, kind)
        return found


@dataclass(frozen=True, slots=True, eq=False)
class WinMap:
    """The chance to win from every node of a grid, as far as it is worked out.

    frame (4,) as in `runout.grid`; values (nx, ny); by_kind (3, nx, ny): of the STROKES, NaN where there is
    none or it is not worked out. shots: the pot of each node, by i * ny + j. done: the share of the places
    that are struck.
    """

    frame: Array
    values: Array
    by_kind: Array
    shots: tuple[PlannedShot | None, ...]
    done: float

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
    fine, wider = SPACINGS["points" if at.game.scores else OPEN if at.group_on == OPEN else ""]
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
        picture = _Picture(frame, shape, covered, looks, NEAR * float(wide[2]))
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
    """The map with the correction of its layout, by racks that are played on from places all over it."""
    starts = []
    for one in known[:STARTS]:
        kinds = [(best.value, kind, best) for kind in STROKES if (best := one.best(kind)) is not None]
        if kinds:
            _, kind, best = max(kinds, key=lambda pair: pair[0])
            starts.append((at.with_cue(best.cue), Intended(best.cue, best.strike, best.called, kind)))
    shift = drift(starts, seats, physics, work_at(at) // LESS, threads, report) if starts else 0.0
    values, by_kind = ((grid + shift).clip(0.0, 1.0) for grid in (found.values, found.by_kind))
    return replace(found, values=values, by_kind=by_kind, done=1.0)


def off(values: Array) -> Array:
    """How far values of a map are off from racks played out (standard deviations)."""
    return np.asarray(2.0 * OFF * np.sqrt(values * (1.0 - values)))


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
    """The grid of a map with what a look from each free node promises; near: m over which what is struck
    stands for the places around."""

    frame: Array
    shape: tuple[int, int]
    covered: NDArray[np.bool_]
    looks: Mapping[int, From]
    near: float

    def drawn(self, places: Array, known: Sequence[From], done: float) -> WinMap:
        """The map with what is known from the places (k, 2)."""
        count = self.shape[0] * self.shape[1]
        usual, by_kind = np.full(count, np.nan), np.full((len(STROKES), count), np.nan)
        for node, one in self.looks.items():
            usual[node] = one.usual
            by_kind[0, node] = np.nan if one.race is None else one.race
        for row, kind in enumerate(STROKES[1:], start=1):
            by_kind[row] = self._around(places, known, kind)
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

    def _around(self, places: Array, known: Sequence[From], kind: Stroke) -> Array:
        """What the kind of stroke is worth at each node, by the places around it."""
        nodes = nodes_of(self.frame, self.shape)
        if not len(known):
            return np.full(len(nodes), np.nan)
        there = [one.best(kind) for one in known]
        has = np.array([one is not None for one in there])
        values = np.array([0.0 if one is None else one.value for one in there])
        far = ((nodes[:, None] - places[None]) ** 2).sum(axis=2)
        weights = np.exp(-0.5 * (far - far.min(axis=1, keepdims=True)) / self.near**2)
        share = weights @ has / weights.sum(axis=1)
        with np.errstate(invalid="ignore", divide="ignore"):
            found = (weights @ values) / (weights @ has)
        return np.where((share >= ENOUGH) & ~self.covered, found, np.nan)


def glance(here: Standing, me: Seat, other: Seat) -> tuple[Look, From]:
    """The player's look from where the cue ball lies, and what it promises; no stroke is struck."""
    look = me.look(here, (0,), closer=GLANCE)
    pot = None if look.shot is None else race(here, me, other, look)
    return look, From(standing_equity(look, here, me, other), pot, look.shot)


def struck(here: Standing, me: Seat, other: Seat, physics: Physics) -> From:
    """The same with the pot, the best bank and the best safety struck with the player's errors."""
    look, found = glance(here, me, other)
    return replace(
        found, pot=None if look.shot is None else _pot(here, look.shot, me, other, physics),
        bank=_bank(here, me, other, physics) if look.pot < PLAIN else None,
        safety=_safety(here, me, other, physics),
    )  # fmt: skip


def _pot(here: Standing, shot: PlannedShot, me: Seat, other: Seat, physics: Physics) -> Best:
    strike = pot_strike(here, _cue(here), shot, physics)
    return _valued(here, strike, (shot.ball, shot.pocket), me, other, physics)


def _safety(here: Standing, me: Seat, other: Seat, physics: Physics) -> Best | None:
    cue = _cue(here)
    tried = [
        _valued(here, strike, None, me, other, physics)
        for _, strike in screened(here, cue, SEARCH, physics, SAFETIES)
    ]
    return max(tried, key=lambda one: one.value, default=None)


def _bank(here: Standing, me: Seat, other: Seat, physics: Physics) -> Best | None:
    """The likeliest bank of a ball on."""
    cue = _cue(here)
    ways = np.linspace(-pi, pi, AROUND, endpoint=False)
    best: tuple[float, Strike, Called] | None = None
    for speed in SPEEDS:
        rows = np.zeros((AROUND, 5))
        rows[:, 0], rows[:, 1] = speed, ways
        for kind, ball, pocket, good in potted_ways(here, played(here, cue, rows, physics)):
            found = widest(ways, good) if kind == "bank" else None
            if found is None:
                continue
            strike = Strike(speed, found[0], 0.0, 0.0)
            own = me.skill.under(circumstances(here.table, placed(here, cue), strike, physics=physics))
            chance = stays(found[1], own.aim)
            if chance >= LEAST and (best is None or chance > best[0]):
                best = chance, strike, (ball, pocket)
    return None if best is None else _valued(here, best[1], best[2], me, other, physics)


def _valued(
    here: Standing, strike: Strike, called: Called, me: Seat, other: Seat, physics: Physics
) -> Best:
    cue = _cue(here)
    rows = mistaken(here, cue, strike, me.skill, physics, even_errors(STRUCK))
    values, _ = worth(here, played(here, cue, rows, physics), called, me, other, 7, GLANCE)
    return Best(float(values.mean()), cue, strike, called)


def _cue(here: Standing) -> Point:
    cue = here.layout.cue
    assert cue is not None, "the cue ball lies on the table"
    return cue
