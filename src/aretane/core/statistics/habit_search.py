"""Habits of a player over many shots: groups of shots that differ beyond accident from the player's others,
from no error at all, or from what others of the club do.

Many groups are looked at, so chances of an accident are corrected for it; a player without a habit has
one found in one case of twenty at the most.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from math import hypot, sqrt

import numpy as np
from numpy.typing import NDArray
from scipy.special import stdtr, stdtrit

from ..intervals import LEVEL
from .compared import false_discoveries
from .habit_columns import FEWEST, Array, Columns, Swing, is_one
from .place_cost import Curve, cost_of_end, cost_of_place, curve

FOUND = 0.05
"""Share of accidents among what is found, at the most."""
FIRM, SOFT, THIN, LONG = 2.8, 1.3, 0.785, 2.4
"""Speeds (m/s) of a firm and a soft shot, cut (rad) of a thin one, way of both balls (m) of a long one
(our choice)."""
LATE, SAT = 7200.0, 60.0
"""s at the table from which it is late, and before a visit from which a player sat long (our choice)."""


@dataclass(frozen=True, slots=True)
class Worth:
    """Chance to win lost a rack, with its 95 % interval: from the habit's own."""

    value: float
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Habit:
    """A habit: what it is, over how many shots, how large with its 95 % interval in SI units, and the
    corrected chance of an accident. rows: the shots it shows in. worth: None where it is not known.
    """

    code: str
    n: int
    value: float
    low: float
    high: float
    chance: float
    worth: Worth | None
    rows: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class _Tried:
    """A group that was looked at: its difference with its standard error and degrees of freedom, signed so
    that the code with `worse` is the habit; what one shot of it costs in chances to win."""

    worse: str
    better: str | None
    n: int
    value: float
    error: float
    freedom: float
    rows: NDArray[np.int64]
    cost: Swing | None

    @property
    def chance(self) -> float:
        """Two-sided, by Student's distribution."""
        if self.error <= 0.0:
            return 1.0
        return float(2.0 * stdtr(self.freedom, -abs(self.value) / self.error))


def habits(own: Columns, others: Columns | None = None) -> list[Habit]:
    """The habits of the player whose shots are `own`, what costs most first; `others`: shots of the rest of
    the club, without whom nothing is compared with others."""
    rest = others if others is not None and len(others["match"]) else None
    tried = [one for one in _every(own, rest) if one is not None]
    corrected = false_discoveries([one.chance for one in tried])
    racks = max(1, len(np.unique(own["rack_id"])))
    found = []
    for one, chance in zip(tried, corrected, strict=True):
        code = one.worse if one.value < 0.0 else one.better
        if chance > FOUND or code is None:
            continue
        half = float(stdtrit(one.freedom, 0.5 + LEVEL / 2)) * one.error
        size = abs(one.value)
        worth = None if one.cost is None else _worth(size, one, racks)
        rows = tuple(int(k) for k in one.rows)
        found.append(Habit(code, one.n, size, size - half, size + half, chance, worth, rows))
    return sorted(found, key=lambda one: (-(one.worth.value if one.worth else 0.0), one.chance, one.code))


def _worth(size: float, one: _Tried, racks: int) -> Worth | None:
    """What the habit costs a rack: its size times what a shot decides, as often as such shots come."""
    swing = one.cost
    if swing is None or swing.value <= 0.0:
        return None
    value = size * swing.value * one.n / racks
    half = float(stdtrit(one.freedom, 0.5 + LEVEL / 2)) * value
    half *= hypot(one.error / size, swing.error / swing.value)
    return Worth(value, value - half, value + half)


def _every(own: Columns, rest: Columns | None) -> Iterator[_Tried | None]:
    """Every group that is looked at; value below nothing is the worse way."""
    swing = _swing(own, rest, "made", lambda c: is_one(c, "role", "attack", "two-way"))
    yield from _places(own, rest, swing)
    for code, group in GROUPS.items():
        yield _within(own, rest, _over, group, _says(SAID.get(code, "match")), code, None, swing)
    yield _within(
        own, rest, _over, lambda c: c["left_cut"] == 1.0, _says("left_cut"), "left-cuts", "right-cuts",
        swing,
    )  # fmt: skip
    needed = GROUPS["pressure"]
    yield _within(own, rest, lambda c: -c["waited"], needed, _says("hill"), "slow-hill", None, None)
    if rest is not None:
        yield from _beside_others(own, rest)
        yield from _choices(own, rest)


def _places(own: Columns, rest: Columns | None, pots: Swing | None) -> Iterator[_Tried | None]:
    """Misses of the place, in all strokes and in some; what they cost is the chance of the next pot."""
    everybody = (own,) if rest is None else (own, rest)
    along, across = curve(everybody, "along"), curve(everybody, "across")
    yield _costing(_bias(own, rest, "along", "short", "long"), own, "along", along, pots)
    yield _costing(_bias(own, rest, "across", "right", "left"), own, "across", across, pots)
    for name, (group, said) in STROKES.items():
        found = _within(
            own, rest, _field("along"), group, _says(said), f"short-{name}", f"long-{name}", None
        )
        yield _costing(found, own, "along", along, pots)
    wrong = _against_nothing(own, _wrong(own), "wrong-end", None)
    yield None if wrong is None else replace(wrong, cost=cost_of_end(everybody, pots))


def _costing(
    one: _Tried | None, own: Columns, field: str, found: Curve | None, pots: Swing | None
) -> _Tried | None:
    if one is None:
        return None
    return replace(one, cost=cost_of_place(own, field, one.rows, Swing(one.value, one.error), found, pots))


Group = Callable[[Columns], NDArray[np.bool_]]
Values = Callable[[Columns], Array]


GROUPS: dict[str, Group] = {
    "thin-cuts": lambda c: c["cut"] >= THIN,
    "long-pots": lambda c: c["to_ball"] + c["to_pocket"] >= LONG,
    "side-pockets": lambda c: is_one(c, "pocket", "side"),
    "rail-balls": lambda c: c["ball_on_rail"] == 1.0,
    "cue-on-rail": lambda c: c["cue_on_rail"] == 1.0,
    "with-draw": lambda c: is_one(c, "spin", "draw"),
    "with-side": lambda c: is_one(c, "spin", "side"),
    "firm-pots": lambda c: c["speed"] >= FIRM,
    "pressure": lambda c: is_one(c, "hill", "mine", "theirs", "both"),
    "late": lambda c: c["at"] >= LATE,
    "cold": lambda c: (c["first_of_visit"] == 1.0) & (c["waited"] >= SAT),
}
"""Groups of pots that are held against the player's other pots."""
STROKES: dict[str, tuple[Group, str]] = {
    "firm": (lambda c: c["speed"] >= FIRM, "speed"),
    "draw": (lambda c: is_one(c, "spin", "draw"), "spin"),
    "rails": (lambda c: c["rails"] >= 1, "rails"),
}
"""Groups of strokes whose misses are held against the player's others, with the field each goes by."""
SAID = {"with-draw": "spin", "with-side": "spin", "firm-pots": "speed", "pressure": "hill", "late": "at",
        "cold": "waited"}  # fmt: skip
"""The field that a group goes by where not every pot has it: one that does not say is in neither part."""


def _says(field: str) -> Group:
    return lambda columns: np.isfinite(columns[field])


def _field(name: str) -> Values:
    return lambda columns: columns[name]


def _over(columns: Columns) -> Array:
    """Pots above expectation."""
    return columns["made"] - columns["expected"]


def _wrong(columns: Columns) -> Array:
    """Half for a right end, less half for a wrong one."""
    return np.where(np.isfinite(columns["wrong_end"]), 0.5 - columns["wrong_end"], np.nan)


def _bias(own: Columns, rest: Columns | None, field: str, low: str, high: str) -> _Tried | None:
    """The mean miss, less that of the rest of the club: every deviation shortens a way, so that everybody
    ends a little short of an exact place."""
    mine = _against_nothing(own, own[field], low, high)
    theirs = None if rest is None else _against_nothing(rest, rest[field], low, high)
    return _less(mine, theirs)


def _against_nothing(own: Columns, values: Array, worse: str, better: str | None) -> _Tried | None:
    """The mean of the values against nothing."""
    known = np.isfinite(values)
    found = _mean(own, values, known)
    if found is None:
        return None
    value, error, freedom = found
    return _Tried(worse, better, int(known.sum()), value, error, freedom, np.flatnonzero(known), None)


def _within(
    own: Columns, rest: Columns | None, values: Values, group: Group, said: Group, worse: str,
    better: str | None, cost: Swing | None,
) -> _Tried | None:  # fmt: skip
    """The mean of a group's values against that of the player's other shots, less what the rest of the club
    shows there: that is the error of what is expected of such shots."""
    mine = _apart(own, values, group, said, worse, better, cost)
    theirs = None if rest is None else _apart(rest, values, group, said, worse, better, None)
    return _less(mine, theirs)


def _apart(
    own: Columns, values: Values, group: Group, said: Group, worse: str, better: str | None,
    cost: Swing | None,
) -> _Tried | None:  # fmt: skip
    """A group of shots against the others that say whether they are of it."""
    found = values(own)
    known = np.isfinite(found) & said(own)
    a = _mean(own, found, group(own) & known)
    b = _mean(own, found, ~group(own) & known)
    if a is None or b is None:
        return None
    rows = np.flatnonzero(group(own) & known)
    error, freedom = _together(a, b)
    return _Tried(worse, better, len(rows), a[0] - b[0], error, freedom, rows, cost)


def _less(mine: _Tried | None, theirs: _Tried | None) -> _Tried | None:
    """What a player shows less what the rest of the club does; alone where the rest show nothing."""
    if mine is None or theirs is None:
        return mine
    error, freedom = _together(
        (mine.value, mine.error, mine.freedom), (theirs.value, theirs.error, theirs.freedom)
    )
    return replace(mine, value=mine.value - theirs.value, error=error, freedom=freedom)


def _beside_others(own: Columns, rest: Columns) -> Iterator[_Tried | None]:
    """Shares of the player's shots against those of the rest of the club."""
    for code, (values, group) in SHARES.items():
        mine, theirs = values(own), values(rest)
        a = _mean(own, mine, np.isfinite(mine) & group(own))
        b = _mean(rest, theirs, np.isfinite(theirs) & group(rest))
        if a is None or b is None:
            continue
        rows = np.flatnonzero(np.isfinite(mine) & group(own))
        error, freedom = _together(a, b)
        cost = _swing(own, rest, values, group)
        yield _Tried(code, None, len(rows), a[0] - b[0], error, freedom, rows, cost)


def _choices(own: Columns, rest: Columns) -> Iterator[_Tried | None]:
    """Kinds of wrong choices, as often as the player makes them, against the rest of the club: of shots
    whose choices are worked out. What one costs is worked out too."""
    known, usual = np.isfinite(own["fault"]), np.isfinite(rest["fault"])
    for code in FAULTS:
        mine, theirs = is_one(own, "fault", code), is_one(rest, "fault", code)
        a = _mean(own, 1.0 - mine.astype(np.float64), known)
        b = _mean(rest, 1.0 - theirs.astype(np.float64), usual)
        if a is None or b is None:
            continue
        costs = np.concatenate((own["cost"][mine], rest["cost"][theirs]))
        swing = None
        if len(costs) >= FEWEST:
            swing = Swing(float(costs.mean()), float(costs.std(ddof=1)) / sqrt(len(costs)))
        error, freedom = _together(a, b)
        yield _Tried(
            code, None, int(known.sum()), a[0] - b[0], error, freedom, np.flatnonzero(mine), swing
        )  # fmt: skip


FAULTS = ("took-on", "timid", "cluster-late")
"""Kinds of wrong choices that are habits."""


def _held(columns: Columns) -> Array:
    good = is_one(columns, "outcome", "drew-foul", "answered", "reply-missed").astype(float)
    return np.where(np.isfinite(columns["outcome"]), good, np.nan)


SHARES: dict[str, tuple[Callable[[Columns], Array], Group]] = {
    "safeties": (_held, lambda c: is_one(c, "role", "safety")),
    "fouls": (lambda c: 1.0 - c["foul"], lambda c: np.isfinite(c["foul"])),
    "breaks": (
        lambda c: np.where(np.isfinite(c["fell"]), (c["fell"] > 0).astype(float), np.nan),
        lambda c: is_one(c, "role", "break")),
    "kicks": (lambda c: 1.0 - c["foul"], lambda c: is_one(c, "stroke", "kick")),
    "first-chances": (lambda c: c["visit_won"], lambda c: c["first_chance"] == 1.0),
}  # fmt: skip
"""What is held against the rest of the club: 1 where it went well, and of which shots."""

Found = tuple[float, float, float]
"""A mean, its standard error and its degrees of freedom."""


def _mean(own: Columns, values: Array, which: NDArray[np.bool_]) -> Found | None:
    """The mean of the values of `which` shots with its error; None of too few.

    Shots of one match are alike, and those of one rack: the error is that of a ratio of sums over matches,
    as in `compared.by_match`, or over racks where that is larger, and its degrees of freedom are those of
    what it is taken over. Few matches say little of how far matches differ, so with fewer than three, racks
    alone count, and with fewer than three racks, shots.
    """
    found = values[which]
    n = len(found)
    if n < FEWEST:
        return None
    mean = float(found.mean())
    if found.min() == found.max():
        # All alike: as if one of two more were the other way (Agresti and Coull 1998; memory).
        return mean, sqrt((n + 1.0) / (n + 2.0) ** 2 / n), n - 1.0
    over = [_clustered(found - mean, own[name][which]) for name in ("rack_id", "match")]
    known = [one for one in over if one is not None]
    if not known:
        return mean, float(found.std(ddof=1)) / sqrt(n), n - 1.0
    error, freedom = max(known)
    return mean, error, freedom


def _clustered(off: Array, clusters: Array) -> tuple[float, float] | None:
    """The error of a mean from the distances `off` it, by clusters, and its degrees of freedom; None with
    fewer than three clusters."""
    names, places = np.unique(clusters, return_inverse=True)
    count = len(names)
    if count < 3:
        return None
    sums = np.bincount(places, weights=off)
    return sqrt(float((sums**2).sum()) * count / (count - 1)) / len(off), count - 1.0


def _together(a: Found, b: Found) -> tuple[float, float]:
    """The error of a difference of two means and its degrees of freedom (Welch 1947; memory)."""
    error = hypot(a[1], b[1])
    if error == 0.0:
        return 0.0, min(a[2], b[2])
    return error, error**4 / (a[1] ** 4 / a[2] + b[1] ** 4 / b[2])


def _swing(
    own: Columns, rest: Columns | None, good: str | Callable[[Columns], Array], group: Group
) -> Swing | None:
    """How much oftener a rack is won after a shot that went well than after one that did not, over all
    shots of the kind, the player's and the others'; None where it is not known."""
    well, badly = [], []
    for columns in (own,) if rest is None else (own, rest):
        values = columns[good] if isinstance(good, str) else good(columns)
        known = group(columns) & np.isfinite(values) & np.isfinite(columns["rack_won"])
        well.append(columns["rack_won"][known & (values > 0.5)])
        badly.append(columns["rack_won"][known & (values < 0.5)])
    a, b = np.concatenate(well), np.concatenate(badly)
    if len(a) < FEWEST or len(b) < FEWEST:
        return None
    error = sqrt(float(a.var(ddof=1)) / len(a) + float(b.var(ddof=1)) / len(b))
    return Swing(float(a.mean() - b.mean()), error)
