"""Indirect strokes: what players of each level make of kicks, banks and plants on an open table."""

import random
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from itertools import pairwise
from math import pi

import numpy as np
from numpy.typing import NDArray
from tests.core.runout.layouts import strewn

from aretane.core.chance.made import Task, made
from aretane.core.chance.widths import widest
from aretane.core.choice.special import LEAST, Special, made_by, potted_ways, specials
from aretane.core.contest.turn import Standing
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.table import POCKETS, PocketName, table_for
from aretane.core.geometry import Point, unit
from aretane.core.motion import Strike, play
from aretane.core.motion.play import STANDARD, Ends, play_ready
from aretane.core.motion.ready import ready
from aretane.core.skill import PRESETS, Skill
from aretane.core.skill.circumstances import circumstances
from aretane.core.skill.scatter import even_errors, scatter

from .rows import Row, at_most, seed

TABLE = table_for("pool-9")
LAYOUTS, STRIKES, AIMS = 100, 160, 2400
BANDS: dict[str, dict[str, tuple[float, float]]] = {
    "one-rail kick": {
        "starter": (0.35, 0.55), "regular": (0.55, 0.75), "advanced": (0.75, 0.90),
        "professional": (0.90, 0.97),
    },
    "three-rail kick": {
        "starter": (0.05, 0.20), "regular": (0.20, 0.40), "advanced": (0.45, 0.65),
        "professional": (0.65, 0.85),
    },
    "bank": {
        "starter": (0.05, 0.20), "regular": (0.20, 0.40), "advanced": (0.45, 0.65),
        "professional": (0.65, 0.85),
    },
    "kick pot": {
        "starter": (0.03, 0.12), "regular": (0.10, 0.28), "advanced": (0.25, 0.48),
        "professional": (0.45, 0.70),
    },
    "plant": {
        "starter": (0.15, 0.35), "regular": (0.35, 0.60), "advanced": (0.60, 0.80),
        "professional": (0.80, 0.93),
    },
}  # fmt: skip
"""Shares made, trade, common practice with no source: the table of the reference."""
Good = Callable[[Ends], NDArray[np.bool_]]


@dataclass(frozen=True, slots=True)
class Posed:
    """A layout, the strike that does what is asked without error, and what counts as done."""

    layout: Layout
    strike: Strike
    good: Good


def _anywhere(rng: random.Random, edge: float = 0.15) -> Point:
    return Point(rng.uniform(edge, TABLE.length - edge), rng.uniform(edge, TABLE.width - edge))


TIPS = ((0.0, 0.0), (0.0, 0.3), (0.25, 0.1), (-0.25, 0.1))
"""Tips that a player chooses among."""


def _best(
    layout: Layout, good: Good, speeds: tuple[float, ...], middle: float, around: float
) -> Posed | None:
    """The strike that an advanced player makes most often, of the widest runs of aims at each speed and
    tip."""
    at, best = ready(TABLE, layout, STANDARD), (0.0, None)
    ways = middle + np.linspace(-around, around, AIMS, endpoint=False)
    for speed in speeds:
        for side, height in TIPS:
            rows = np.zeros((AIMS, 5))
            rows[:, 0], rows[:, 1], rows[:, 2], rows[:, 3] = speed, ways, side, height
            found = widest(ways, good(play_ready(at, rows)))
            if found is None:
                continue
            one = Posed(layout, Strike(speed, found[0], side, height), good)
            share = made_share(one, PRESETS["advanced"], 40)
            if share > best[0]:
                best = (share, one)
    return best[1]


def _stops(layout: Layout, strike: Strike) -> list[Point]:
    """Where the cue ball starts, meets cushions, and meets the first ball."""
    places: list[Point] = [layout.cue or Point(0.0, 0.0)]
    for one in play(TABLE, layout, strike).trace.happenings():
        if one.ball == "cue":
            places.append(one.place)
        if one.kind == "ball":
            break
    return places


def _long(layout: Layout, strike: Strike) -> float:
    """m of cue ball up to the first ball."""
    return sum(one.distance(other) for one, other in pairwise(_stops(layout, strike)))


FAR = 0.45
"""m from the last cushion of a kick to its ball: nearer it is played off the cushion and no kick."""


def _last_leg(layout: Layout, strike: Strike) -> float:
    """m from the last cushion to the first ball."""
    one, other = _stops(layout, strike)[-2:]
    return one.distance(other)


def _kick(rng: random.Random, rails: int, way: float) -> Posed | None:
    layout = Layout.of({"cue": _anywhere(rng), "1": _anywhere(rng)})
    if layout_faults(TABLE, layout):
        return None

    def good(ends: Ends) -> NDArray[np.bool_]:
        return np.asarray((ends.first_hit == 1) & (ends.rails_before == rails) & (ends.fates[:, 0] == -1))

    found = _best(layout, good, (1.8, 2.6) if rails == 1 else (3.2, 4.2), 0.0, pi)
    return found if found is not None and 0.9 * way <= _long(layout, found.strike) <= 1.1 * way else None


def _potting(task: Task, rails: int = 0) -> Good:
    return lambda ends: np.asarray(
        made(task, ends) & (ends.fates[:, 0] == -1) & (ends.rails_before == rails)
    )


def _width(one: Posed) -> float:
    """rad of aims around the strike that do it."""
    turns = np.linspace(-0.01, 0.01, 401)
    rows = np.repeat(one.strike.array()[None], len(turns), axis=0)
    rows[:, 1] += turns
    good = one.good(play_ready(ready(TABLE, one.layout, STANDARD), rows))
    return float(good.mean()) * 0.02


def _bank(rng: random.Random) -> Posed | None:
    """A ball a hand from a long cushion, off that cushion into a pocket of the other long side."""
    high = rng.random() < 0.5
    y = rng.uniform(0.12, 0.22)
    ball = Point(rng.uniform(0.5, TABLE.length - 0.5), TABLE.width - y if high else y)
    turn = rng.uniform(0.35, 2.8) * (-1.0 if high else 1.0)
    cue = ball.plus(unit(turn).times(rng.uniform(0.35, 0.6)))
    layout = Layout.of({"cue": cue, "1": ball})
    if layout_faults(TABLE, layout) or not (0.1 < cue.y < TABLE.width - 0.1):
        return None
    pockets: list[PocketName] = [
        pocket for pocket in POCKETS if (TABLE.pockets[pocket].mouth.y < 0.5) == high
    ]
    middle = ball.minus(cue).angle
    found = []
    for pocket in pockets:
        if not _plain(ball, pocket):
            continue
        good = _potting(Task("1", pocket, "bank"))
        one = _best(layout, good, (1.8, 2.6), middle, 0.35 * 2 * TABLE.ball_radius / cue.distance(ball))
        if one is not None and _width(one) >= WIDE:
            found.append(one)
    return max(found, key=lambda one: made_share(one, PRESETS["advanced"], 40), default=None)


PLAIN, MEDIUM, WIDE = 25 * pi / 180, 2.2, 0.005
"""rad from a pocket's axis within which a bank comes in plainly, m of its way at the most, and the least
width (rad) of the aims that do it: the cue ball is not in the way."""


def _plain(ball: Point, pocket: PocketName) -> bool:
    """Whether a bank over the near long rail is not long and comes in near the pocket's axis."""
    mouth, radius = TABLE.pockets[pocket].mouth, TABLE.ball_radius
    near = radius if ball.y < TABLE.width / 2 else TABLE.width - radius
    way = Point(mouth.x - ball.x, abs(mouth.y - near) + abs(ball.y - near))
    across = pi / 2 if TABLE.pockets[pocket].is_side else pi / 4 if mouth.x > ball.x else 3 * pi / 4
    return way.norm <= MEDIUM and abs(way.angle - across) <= PLAIN


def _kick_pot(rng: random.Random) -> Posed | None:
    """A ball 10 cm from its pocket, by one rail."""
    pocket: PocketName = rng.choice(POCKETS)
    mouth = TABLE.pockets[pocket].mouth
    ball = mouth.plus(unit(Point(TABLE.length / 2, TABLE.width / 2).minus(mouth).angle).times(0.10))
    layout = Layout.of({"cue": _anywhere(rng), "1": ball})
    if layout_faults(TABLE, layout):
        return None
    good = _potting(Task("1", pocket, "kick"), 1)
    found = _best(layout, good, (1.6, 2.4), 0.0, pi)
    if found is None or not 1.6 <= _long(layout, found.strike) <= 2.4:
        return None
    return found if _last_leg(layout, found.strike) >= FAR else None


def _plant(rng: random.Random) -> Posed | None:
    """Two balls 5 cm apart, the second 50 cm from its pocket, nearly in line; the cue ball 60 cm off."""
    pocket: PocketName = rng.choice(("head-left", "head-right", "foot-left", "foot-right"))
    mouth = TABLE.pockets[pocket].mouth
    out = Point(TABLE.length / 2, TABLE.width / 2).minus(mouth).angle + rng.uniform(-0.2, 0.2)
    second = mouth.plus(unit(out).times(0.5))
    line = out + rng.uniform(-0.12, 0.12)
    first = second.plus(unit(line).times(0.05 + 2 * TABLE.ball_radius))
    cue = first.plus(unit(line + rng.uniform(-0.25, 0.25)).times(0.6))
    layout = Layout.of({"cue": cue, "1": first, "2": second})
    if layout_faults(TABLE, layout):
        return None
    good = _potting(Task("2", pocket, "combination"))
    return _best(layout, good, (1.6, 2.4), first.minus(cue).angle, 2 * TABLE.ball_radius / 0.6)


STROKES: dict[str, Callable[[random.Random], Posed | None]] = {
    "one-rail kick": lambda rng: _kick(rng, 1, 2.0),
    "three-rail kick": lambda rng: _kick(rng, 3, 5.0),
    "bank": _bank,
    "kick pot": _kick_pot,
    "plant": _plant,
}


def posed(stroke: str, start: int, count: int = LAYOUTS) -> Iterator[Posed]:
    """So many layouts of a stroke."""
    rng, found = random.Random(f"{stroke} {start}"), 0
    while found < count:
        one = STROKES[stroke](rng)
        if one is not None:
            found += 1
            yield one


def made_share(one: Posed, skill: Skill, strikes: int = STRIKES) -> float:
    """The share of a player's strikes that do it."""
    own = skill.under(circumstances(TABLE, one.layout, one.strike, physics=STANDARD))
    radius = TABLE.cue_ball_radius
    rows = scatter(one.strike, own, radius, STANDARD.tip_mass, even_errors(strikes))
    return float(one.good(play_ready(ready(TABLE, one.layout, STANDARD), rows)).mean())


def measure() -> Iterator[Row]:
    """How far the levels' shares lie outside the bands of common practice, stroke by stroke."""
    start = seed(31)
    for stroke, bands in BANDS.items():
        cases = list(posed(stroke, start))
        shares = {
            level: float(np.mean([made_share(one, PRESETS[level]) for one in cases])) for level in bands
        }
        off = max(
            max(low - shares[level], shares[level] - high, 0.0) for level, (low, high) in bands.items()
        )
        said = ", ".join(f"{level} {share:.0%}" for level, share in shares.items())
        how = f"{said}; the worst distance from its band. Bands: trade, common practice with no source."
        yield at_most(f"{stroke}: outside the bands of its levels", round(off, 3), "", 0.0, len(cases), how)
    yield _plants_against_balls(start)
    yield ways_found(start)


def _plants_against_balls(start: int) -> Row:
    """Plants that are made more often than their second ball would be alone, by the same player."""
    easier = 0
    cases = list(posed("plant", start, 40))
    for one in cases:
        (_, pocket) = next(iter(play(TABLE, one.layout, one.strike).potted))
        alone = one.layout.without(["1"])
        good = _potting(Task("2", pocket, "direct"))
        second, cue = alone.get("2"), alone.cue
        assert second is not None and cue is not None
        direct = _best(alone, good, (1.2, 1.6, 2.4), second.minus(cue).angle, 0.08)
        for level in ("starter", "advanced"):
            plant = made_share(one, PRESETS[level])
            easier += direct is not None and plant > made_share(direct, PRESETS[level]) + 0.05
    how = (
        "Each plant against its second ball with the first one taken away, from the same place; two levels."
    )
    return at_most("plants made more often than their ball alone", easier, "cases", 0, 2 * len(cases), how)


RANDOM, FOUND_LAYOUTS, POINTS, MOST_TRIED = 20_000, 60, 0.05, 60
MEASURED = 400
"""Random strikes a layout, layouts, what counts as near, and how many strikes of a way are tried at the
most, each with as many errors."""


def ways_found(start: int) -> Row:
    """How often the ways to pot a ball that are listed come near the best of many random strikes."""
    near, cases = 0, 0
    for number in range(FOUND_LAYOUTS):
        rng = np.random.default_rng((start, number))
        layout = strewn(start + number, ["1", "2", "9"])
        at, cue = Standing(TABLE, "nine-ball", layout), layout.cue
        assert cue is not None
        skill = PRESETS["advanced"]
        listed = {(one.kind, one.ball, one.pocket): one for one in specials(at, cue, skill, STANDARD)}
        rows = np.zeros((RANDOM, 5))
        rows[:, 0], rows[:, 1] = rng.uniform(0.8, 4.5, RANDOM), rng.uniform(-pi, pi, RANDOM)
        rows[:, 2:4] = rng.uniform(-0.3, 0.3, (RANDOM, 2))
        ends = play_ready(ready(TABLE, layout, STANDARD), rows)
        best: dict[tuple[str, str, PocketName], tuple[float, Special]] = {}
        for kind, ball, pocket, good in potted_ways(at, ends):
            for k in np.flatnonzero(good)[:MOST_TRIED]:
                one = Special(kind, ball, pocket, Strike.of(rows[k]), 0.0)
                key, tried = (kind, ball, pocket), made_by(at, cue, one, skill, STANDARD, MOST_TRIED)
                if key not in best or tried > best[key][0]:
                    best[key] = tried, one
        if not best:
            continue
        key, (_, one) = max(best.items(), key=lambda pair: pair[1][0])
        share = made_by(
            at, cue, one, skill, STANDARD, MEASURED
        )  # chosen by other errors: no luck of the best
        if share < LEAST:
            continue
        cases += 1
        own = listed.get(key)
        again = 0.0 if own is None else made_by(at, cue, own, skill, STANDARD, MEASURED)
        near += again >= share - POINTS
    value = round(100 * near / max(cases, 1), 1)
    how = (
        f"The best way of {RANDOM} random strikes against the one listed for it; three balls, advanced. "
        f"Both are measured with {MEASURED} errors, others than those they were chosen by."
    )
    return Row("banks, combinations, caroms found near the best", value, "%", 90, "higher", cases, how)
