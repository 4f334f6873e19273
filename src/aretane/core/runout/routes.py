"""Routes to the next position: the families of ways the cue ball can take after one pot."""

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise
from math import pi

import numpy as np
from numpy.typing import NDArray

from ..aiming.aim import aim_at
from ..chance.aimed import aimed, with_errors
from ..chance.finer import compensated
from ..chance.made import Task, made
from ..equipment.table import PocketName
from ..geometry import turn
from ..motion import Motion, Strike, play
from ..motion.play import Ends, play_ready
from ..motion.ready import Ready, ready
from .chart import Way
from .kernel import worth_at
from .left import by_map, met_another, worths_after
from .maps import TOUCHED, WORTHWHILE
from .run import Run

Array = NDArray[np.float64]
Spin = str
SPEEDS = (0.7, 0.9, 1.15, 1.5, 1.9, 2.4, 3.0, 3.8, 4.8)
"""m/s that are tried."""
HEIGHTS = (-0.4, -0.2, 0.0, 0.2, 0.4)
SIDES = (0.0, -0.25, 0.25)
"""Tip offsets that are tried (ball radii)."""
SPUN = 0.1
"""Ball radii off centre from which a strike counts as one with spin."""
SAMPLES = 160
"""Strikes with the player's errors on a route."""
KEEPS = 0.8
"""Share of what follows at the meant speed under which position counts as lost (our choice)."""
WIDEST = 0.6
STEP = 0.03
"""How far from the meant speed the tolerance is looked for, and in what steps."""
ALIKE = 0.85
"""Share of the best route's worth from which routes are put in the order of their tolerance."""
ALONG, ACROSS = pi / 7, pi / 2.8
"""rad between the arrival and the next shot's line: up to the one it runs along it, from the other on it
crosses it (common practice names the two, not the angles)."""


@dataclass(frozen=True, slots=True)
class Route:
    """One way to the next position, by its best strike.

    rails: those the cue ball meets after the contact. spin: in words. worth: of the pot and what follows,
    with its standard error. pot, inside and scratch: shares of the player's strikes; inside counts pots
    that end nearly as well as the best of the routes does without error. slower, faster: how far (share of
    the speed) the strike may be off before position is lost. entry: the angle (rad) to the line of the next
    shot, None where it is not known. travel: metres of cue ball after the contact. touches: the balls it
    meets on the way.
    """

    rails: tuple[str, ...]
    spin: Spin
    speed: float
    side: float
    height: float
    motion: Motion
    worth: float
    error: float
    pot: float
    inside: float
    scratch: float
    slower: float
    faster: float
    entry: float | None
    travel: float
    touches: tuple[str, ...]

    @property
    def tolerance(self) -> float:
        """The smaller of the two ways to be off in speed."""
        return min(self.slower, self.faster)


@dataclass(frozen=True, slots=True, eq=False)
class Places:
    """What places for the cue ball are worth (nx, ny), with their `frame` as in `kernel`."""

    worth: Array
    frame: Array


def routes(
    run: Run, ball: str, pocket: PocketName, loss: float = 0.1, most: int = 6, ends: Places | None = None
) -> tuple[Route, ...]:
    """The families of routes after the pot, the most tolerant of the good ones first.

    ends: what a place is worth where it is not the run that goes on from there.
    `loss`: how much less, as a share, an end may be worth than the best that a route reaches without error,
    to count as inside. Empty where the pot or what follows it was not found. Raises KeyError for a ball
    that is not there.
    """
    way = next((way for way in run.ways(run.start) if way.ball == ball), None)
    if way is None or way.then is None:
        return ()
    looking = _Looking(run, way, pocket, ends)
    tried = looking.families()
    least = (1.0 - loss) * max((family.value - looking.points for family in tried), default=0.0)
    found = sorted((looking.route(family, least) for family in tried), key=lambda one: -one.worth)
    kept = _unlike(found)[:most]
    if not kept:
        return ()
    good = [one for one in kept if one.worth >= ALIKE * kept[0].worth]
    return (*sorted(good, key=lambda one: -one.tolerance), *kept[len(good) :])


@dataclass(frozen=True, slots=True)
class Family:
    """A way to the next position by its most promising strike without error, as in `Route`."""

    rails: tuple[str, ...]
    spin: Spin
    strike: Strike


def families(run: Run, ball: str, pocket: PocketName) -> list[Family]:
    """The families of routes after the pot, the most promising first; empty as in `routes`."""
    way = next((way for way in run.ways(run.start) if way.ball == ball), None)
    if way is None or way.then is None:
        return []
    found: dict[tuple[tuple[str, ...], Spin], Family] = {}
    for family in (looking := _Looking(run, way, pocket)).families():
        spin = looking.spin(family.strike).split(",")[0]
        found.setdefault((family.rails, spin), Family(family.rails, spin, family.strike))
    return list(found.values())


def after_contact(motion: Motion, ball: str) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """The rails that the cue ball meets after the ball, in order, and the other balls it meets."""
    rails: list[str] = []
    touches: list[str] = []
    contact = False
    for event in motion.trace.happenings():
        if event.kind == "ball" and "cue" in (event.ball, event.what):
            other = event.what if event.ball == "cue" else event.ball
            contact = contact or other == ball
            if other != ball:
                touches.append(other)
        elif contact and event.ball == "cue" and event.kind == "rail":
            rails.append(event.what)
    return tuple(rails), tuple(dict.fromkeys(touches))


def spin_words(height: float) -> Spin:
    """What the height of the tip (ball radii) gives the cue ball."""
    return "follow" if height > SPUN else "draw" if height < -SPUN else "centre"


def side_words(side: float) -> str:
    """The same of its side (ball radii, positive to the right)."""
    return "with right side" if side > SPUN else "with left side" if side < -SPUN else "no side"


def _unlike(found: Iterable[Route]) -> list[Route]:
    """Of routes over the same rails with the same height of the tip, the one worth most."""
    seen: set[tuple[tuple[str, ...], str]] = set()
    kept = []
    for one in found:
        key = (one.rails, one.spin.split(",")[0])
        if one.worth > 0 and key not in seen:
            seen.add(key)
            kept.append(one)
    return kept


@dataclass(frozen=True, slots=True)
class _Tried:
    strike: Strike
    motion: Motion
    rails: tuple[str, ...]
    touches: tuple[str, ...]
    value: float
    chance: float


class _Looking:
    """The strikes at one pot."""

    def __init__(self, run: Run, way: Way, pocket: PocketName, ends: Places | None = None):
        maker = run.maker
        self.maker, self.way, self.ball, self.pocket, self.ends = maker, way, way.ball, pocket, ends
        self.at: Ready = ready(maker.table, maker.layout, maker.physics)
        self.task = Task(way.ball, pocket, "direct")
        self.points, self.grid, self.frame = way.points[0], maker.after(way)[0], maker.frame
        assert way.then is not None
        self.next = maker.maps.get(way.then)
        if ends is not None:
            self.points, self.grid, self.frame, self.next = 0.0, ends.worth, ends.frame, None
        cut = aim_at(maker.table, maker.layout, way.ball, pocket).cut
        self.cut = 1.0 if cut > 0 else -1.0

    def families(self) -> list[_Tried]:
        """The most promising strike of each family."""
        meant = np.array(
            [(speed, side, height) for side in SIDES for height in HEIGHTS for speed in SPEEDS]
        )
        maker = self.maker
        directions, chances = aimed(
            maker.table, maker.layout, self.ball, self.pocket, maker.skill, maker.physics, meant
        )
        best: dict[tuple[tuple[str, ...], Spin], _Tried] = {}
        for row, direction, chance in zip(meant, directions, chances, strict=True):
            if chance < max(WORTHWHILE * chances.max(), 1e-3):
                continue
            tried = self._tried(row, float(direction), float(chance))
            if tried is None:
                continue
            key = (tried.rails, self.spin(tried.strike))
            if key not in best or tried.chance * tried.value > best[key].chance * best[key].value:
                best[key] = tried
        return sorted(best.values(), key=lambda one: -one.chance * one.value)[:14]

    def _tried(self, row: np.ndarray, direction: float, chance: float) -> _Tried | None:
        speed, side, height = (float(value) for value in row)
        strike = compensated(Strike(speed, 0.0, side, height), direction, self.at)
        motion = play(self.maker.table, self.maker.layout, strike, self.maker.physics)
        if motion.after.cue is None or dict(motion.potted).get(self.ball) != self.pocket:
            return None
        rails, touches = after_contact(motion, self.ball)
        left = TOUCHED if touches else 1.0
        value = self.points + left * self._value(*motion.after.cue)
        return _Tried(strike, motion, rails, touches, value, chance)

    def _value(self, x: float, y: float) -> float:
        return float(worth_at(self.grid, self.frame, x, y))

    def spin(self, strike: Strike) -> Spin:
        words = spin_words(strike.height)
        if abs(strike.side) < SPUN:
            return words
        return f"{words}, {'inside' if strike.side * self.cut < 0 else 'outside'}"

    def route(self, tried: _Tried, least: float) -> Route:
        """The family's strike with the player's errors; `least`: the worth from which an end is inside."""
        maker, table = self.maker, self.maker.table
        ends = with_errors(self.at, table, maker.layout, tried.strike, maker.skill, maker.physics, SAMPLES)
        fell, stays = made(self.task, ends), ends.fates[:, 0] == -1
        worth = self._worths(ends, fell & stays)
        slower, faster = self._tolerance(tried)
        return Route(
            rails=tried.rails, spin=self.spin(tried.strike), speed=tried.strike.speed,
            side=tried.strike.side,
            height=tried.strike.height, motion=tried.motion, worth=float(worth.mean()),
            error=float(worth.std() / SAMPLES**0.5), pot=float(fell.mean()),
            inside=float((fell & stays & (worth >= self.points + least)).mean()),
            scratch=float((~stays).mean()), slower=slower, faster=faster, entry=self._entry(tried),
            travel=_travel(tried.motion, self.ball),
            touches=tried.touches,
        )  # fmt: skip

    def _worths(self, ends: Ends, good: NDArray[np.bool_]) -> Array:
        """What strikes (k,) are worth; 0 where they are not `good`."""
        if self.ends is None:
            return worths_after(self.maker, self.maker.layout, self.way, ends, good)
        left = np.where(met_another(ends, self.ball), TOUCHED, 1.0)
        return np.where(good, left * by_map(self.grid, self.frame, ends), 0.0)

    def _tolerance(self, tried: _Tried) -> tuple[float, float]:
        """How much slower and faster (shares) the strike may be, aimed anew, and keep its position."""
        factors = np.arange(-round(WIDEST / STEP), round(WIDEST / STEP) + 1) * STEP
        meant = np.array(
            [(tried.strike.speed * (1 + off), tried.strike.side, tried.strike.height) for off in factors]
        )
        maker = self.maker
        directions, _ = aimed(
            maker.table, maker.layout, self.ball, self.pocket, maker.skill, maker.physics, meant
        )
        rows = np.array(
            [
                compensated(Strike(speed, 0.0, side, height), direction, self.at).array()
                for (speed, side, height), direction in zip(meant, directions, strict=True)
            ]
        )
        ends = play_ready(self.at, rows)
        kept = made(self.task, ends) & (ends.fates[:, 0] == -1)
        values = self.points + np.array([self._value(float(x), float(y)) for x, y in ends.places[:, 0]])
        middle = len(factors) // 2
        kept &= values >= KEEPS * values[middle]
        slower = middle
        while slower > 0 and kept[slower - 1]:
            slower -= 1
        faster = middle
        while faster < len(factors) - 1 and kept[faster + 1]:
            faster += 1
        return float(-factors[slower]), float(factors[faster])

    def _entry(self, tried: _Tried) -> float | None:
        """Angle between the way the cue ball comes in and the line of the next shot."""
        end = tried.motion.after.cue
        if self.next is None or end is None:
            return None
        shot = self.next.shot(*self.next.nearest(end))
        path = [place for _, place in tried.motion.trace.path("cue")]
        way = next((end.minus(place) for place in reversed(path) if place.distance(end) > 0.05), None)
        if shot is None or way is None or shot.ball not in tried.motion.after:
            return None
        line = aim_at(self.maker.table, tried.motion.after, shot.ball, shot.pocket).window.direction
        off = abs(turn(way.angle - line))
        return min(off, pi - off)


def _travel(motion: Motion, ball: str) -> float:
    """m of cue ball after it met the ball."""
    met = next(
        (
            event.time
            for event in motion.trace.happenings()
            if event.kind == "ball" and {event.ball, event.what} == {"cue", ball}
        ),
        0.0,
    )
    places = [place for time, place in motion.trace.path("cue") if time >= met]
    return sum(a.distance(b) for a, b in pairwise(places))


def entry_words(entry: float | None) -> str:
    """How a route meets the line of the next shot."""
    if entry is None:
        return ""
    return (
        "along the line"
        if entry <= ALONG
        else "across the line"
        if entry >= ACROSS
        else "at an angle to the line"
    )
