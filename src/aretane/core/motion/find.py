"""The strike finder: which strikes explain best where everything ended.

A reviewer knows the balls before and after, not the strike. Strikes are tried over the whole range of
speed, tip and aim, and again ever closer round the best; what is left, weighed by how well each explains
the ends, says what was probably struck and how sure that is.
"""

from dataclasses import dataclass
from math import pi

import numpy as np
from numpy.typing import NDArray

from ..equipment.layout import Layout
from ..equipment.table import POCKETS, PocketName, Table
from ..geometry import Point
from ..log.shot import Result
from ..vocabulary import CUE
from .physics import Physics
from .play import STANDARD, Ends, play_ready
from .ready import Ready, ready
from .strike import MISCUE, Strike

Array = NDArray[np.float64]

PLACING = 0.012
"""m. Spread of a reviewer's placing of a ball from a recording (our choice: about half a ball radius)."""
OTHER_FATE = 18.0
"""Weight, as squared spreads, of a ball that fell or stayed against what was logged: about e^-9."""
UNMOVED_SHARE = 0.35
"""Share of the placing spread for a ball the reviewer says did not move."""
WILDEST = 0.3
"""m. Beyond this a wrong place counts no more: the shot is not explained either way."""
FIRST, AGAIN, ROUNDS = 12000, 2000, 5
KEPT = 120
SLOWEST, HARDEST = 0.3, 11.0
USUAL_SPEED = 1.8
TIP_WORDS = {"left": (2, -1.0), "right": (2, 1.0), "high": (3, 1.0), "low": (3, -1.0)}
"""Column and direction of the tip for what was observed of it."""
TIP_SEEN, CONTACT_SEEN = 0.06, 0.03
"""Ball radii, and shares of a full hit, that an observer tells apart (our choice)."""
UNLIKE = 1.6
"""Speed steps (natural logarithm x 10) and tip steps (ball radii x 5) that make two strikes different."""


@dataclass(frozen=True, slots=True)
class Seen:
    """What was seen of a shot: where the cue ball ended (None: not said, or it fell), what fell where, and
    where other balls ended. Balls not named did not move. `meant` is the strike that was planned, if any:
    looked at first, given no more weight. `tip` and `contact`: what was observed of the stroke, against the
    strike that was planned (`vocabulary.SEEN_TIPS`, `SEEN_CONTACTS`)."""

    cue_end: Point | None
    potted: tuple[tuple[str, PocketName], ...] = ()
    moved: tuple[tuple[str, Point], ...] = ()
    off_table: tuple[str, ...] = ()
    meant: Strike | None = None
    tip: tuple[str, ...] = ()
    contact: str | None = None

    @classmethod
    def of(cls, result: Result, meant: Strike | None = None) -> "Seen":
        """What a logged result says; balls that were spotted again ended nowhere of their own."""
        spotted = set(result.moved) & set(result.down)
        moved = tuple(sorted((ball, at) for ball, at in result.moved.items() if ball not in spotted))
        seen = result.observed
        tip, contact = ((), None) if seen is None else (seen.tip, seen.contact)
        return cls(
            result.cue_end, tuple(sorted(result.potted)), moved, result.off_table, meant, tip, contact
        )


@dataclass(frozen=True, slots=True)
class Found:
    """One explanation. `share` of all explanations found (0 to 1); `miss` its mean distance (m) from the
    places seen; `speed`, `side` and `height` with the spread (standard deviation) among those like it."""

    strike: Strike
    share: float
    miss: float
    speed_spread: float
    side_spread: float
    height_spread: float
    cue_rails: int


@dataclass(frozen=True, slots=True)
class Finding:
    """Explanations, likeliest first; `explained`: whether the best one fits within the placing errors."""

    found: tuple[Found, ...]
    explained: bool


def find_strike(
    table: Table, before: Layout, seen: Seen, physics: Physics = STANDARD, seed: tuple[int, ...] = (0,)
) -> Finding:  # fmt: skip
    """The strikes that explain best what was seen. Level cue; the same for the same seed.

    Raises MotionError naming a ball that cannot lie where it does.
    """
    at = ready(table, before, physics)
    rng = np.random.default_rng(seed)
    wanted, weights, fates = _wanted(at, before, seen)
    strikes = _first_strikes(at, seen, rng)
    scores, ends = _score(at, strikes, wanted, weights, fates)
    scores += _against_observed(at, seen, strikes)
    pool, worth, rails = strikes, scores, ends.rails[:, 0]
    for turn in range(ROUNDS):
        best = np.argsort(worth)[:KEPT]
        pool, worth, rails = pool[best], worth[best], rails[best]
        fresh = _near(pool, worth, rng, 0.5**turn)
        scores, ends = _score(at, fresh, wanted, weights, fates)
        scores += _against_observed(at, seen, fresh)
        pool, worth = np.concatenate([pool, fresh]), np.concatenate([worth, scores])
        rails = np.concatenate([rails, ends.rails[:, 0]])
    return _summary(pool, worth, rails, at, wanted, weights, fates)


def _wanted(at: Ready, before: Layout, seen: Seen) -> tuple[Array, Array, NDArray[np.int64]]:
    """Per ball: place seen (n, 2), inverse spread (n,; 0 where not said), fate (n,)."""
    places, weights = np.zeros((len(at.names), 2)), np.zeros(len(at.names))
    potted, moved = dict(seen.potted), dict(seen.moved)
    fates = np.full(len(at.names), -1)
    for i, name in enumerate(at.names):
        place = seen.cue_end if name == CUE else moved.get(name, before.get(name))
        if name in potted:
            fates[i] = POCKETS.index(potted[name])
        elif name in seen.off_table:
            fates[i] = -2
        elif place is not None:
            places[i] = place
            still = name != CUE and name not in moved
            weights[i] = 1.0 / (PLACING * (UNMOVED_SHARE if still else 1.0))
    return places, weights, fates


def _first_strikes(at: Ready, seen: Seen, rng: np.random.Generator) -> Array:
    """Strikes over the whole range, aimed where the cue ball meets a ball that moved or fell first."""
    touched = [name for name, _ in (*seen.potted, *seen.moved) if name in at.names and name != CUE]
    rows = np.zeros((FIRST, 5))
    rows[:, 0] = np.exp(rng.uniform(np.log(SLOWEST), np.log(HARDEST), FIRST))
    size, way = MISCUE * np.sqrt(rng.random(FIRST)), rng.uniform(-pi, pi, FIRST)
    rows[:, 2], rows[:, 3] = size * np.cos(way), size * np.sin(way)
    rows[:, 2] *= 0.6  # side is played less than height
    if not touched:
        rows[:, 1] = rng.uniform(-pi, pi, FIRST)
        return rows
    chosen = rng.integers(0, len(touched), FIRST)
    for k, name in enumerate(touched):
        mine = chosen == k
        i = at.index(name)
        line = at.layout[i, :2] - at.layout[0, :2]
        far = max(float(np.hypot(*line)), float(at.layout[0, 2] + at.layout[i, 2]))
        half = np.arcsin(min(1.0, float(at.layout[0, 2] + at.layout[i, 2]) / far))
        rows[mine, 1] = np.arctan2(line[1], line[0]) + half * np.sin(
            rng.uniform(-pi / 2, pi / 2, mine.sum())
        )
    kicks = rng.random(FIRST) < 0.1
    rows[kicks, 1] = rng.uniform(-pi, pi, kicks.sum())
    if seen.meant is not None:
        _round_the_plan(rows[: FIRST // 4], seen.meant, rng)
    return rows


def _round_the_plan(rows: Array, meant: Strike, rng: np.random.Generator) -> None:
    count = len(rows)
    rows[:, 0] = np.clip(meant.speed * np.exp(0.3 * rng.standard_normal(count)), SLOWEST, HARDEST)
    rows[:, 1] = meant.aim + 0.01 * rng.standard_normal(count)
    rows[:, 2] = meant.side + 0.12 * rng.standard_normal(count)
    rows[:, 3] = meant.height + 0.15 * rng.standard_normal(count)
    rows[:, 2:4] *= np.minimum(1.0, MISCUE / np.maximum(np.hypot(rows[:, 2], rows[:, 3]), 1e-9))[:, None]


def _near(pool: Array, worth: Array, rng: np.random.Generator, scale: float) -> Array:
    """Strikes round the best ones, the better the more."""
    shares = np.exp(-0.5 * np.minimum(worth - worth.min(), 400.0) / (1.0 + 20.0 * scale))
    chosen = rng.choice(len(pool), AGAIN, p=shares / shares.sum())
    rows = pool[chosen].copy()
    rows[:, 0] *= np.exp(0.12 * scale * rng.standard_normal(AGAIN))
    rows[:, 1] += 0.012 * scale * rng.standard_normal(AGAIN) * rng.choice((0.1, 1.0), AGAIN)
    rows[:, 2:4] += 0.12 * scale * rng.standard_normal((AGAIN, 2))
    rows[:, 2:4] *= np.minimum(1.0, MISCUE / np.maximum(np.hypot(rows[:, 2], rows[:, 3]), 1e-9))[:, None]
    rows[:, 0] = np.clip(rows[:, 0], 0.05, HARDEST * 1.3)
    return rows


def _score(
    at: Ready, strikes: Array, wanted: Array, weights: Array, fates: NDArray[np.int64]
) -> tuple[Array, Ends]:
    """Squared spreads between what each strike (k, 5) leads to and what was seen, plus a mild preference
    for a centred tip and a usual speed."""
    ends = play_ready(at, strikes)
    off = np.linalg.norm(ends.places - wanted[None], axis=2)
    logged = weights > 0
    right_fate = ends.fates == fates[None]
    far = (np.minimum(off, WILDEST) * weights[None]) ** 2
    far = np.where(right_fate & logged[None], far, 0.0)
    wrong = ~right_fate & (logged | (fates != -1))[None]
    score = far.sum(axis=1) + OTHER_FATE * wrong.sum(axis=1)
    score += (WILDEST / PLACING) ** 2 * (wrong & logged[None]).sum(axis=1)
    score += (strikes[:, 2] / 0.25) ** 2 + (strikes[:, 3] / 0.4) ** 2
    score += (np.log(strikes[:, 0] / USUAL_SPEED) / 0.8) ** 2 + 400.0 * ends.capped
    return score, ends


def _against_observed(at: Ready, seen: Seen, strikes: Array) -> Array:
    """Squared spreads (k,) by which strikes differ from what was observed of the stroke on playback."""
    score = np.zeros(len(strikes))
    meant = seen.meant or Strike(USUAL_SPEED, 0.0)
    for word in seen.tip:
        if word == "as-meant" and seen.meant is None:
            continue  # nothing is known of what was meant
        if word == "as-meant":
            score += ((strikes[:, 2] - meant.side) / TIP_SEEN) ** 2
            score += ((strikes[:, 3] - meant.height) / TIP_SEEN) ** 2
            continue
        column, sign = TIP_WORDS[word]
        planned = meant.side if column == 2 else meant.height
        score += (np.minimum(0.0, sign * (strikes[:, column] - planned) - TIP_SEEN) / TIP_SEEN) ** 2
    struck = [at.index(name) for name, _ in (*seen.potted, *seen.moved) if name in at.names and name != CUE]
    if seen.contact is None or seen.meant is None or not struck:
        return score
    line = at.layout[struck[0], :2] - at.layout[0, :2]
    way, reach = float(np.arctan2(line[1], line[0])), float(at.layout[0, 2] + at.layout[struck[0], 2])
    far = float(np.hypot(*line))
    thin = np.abs(far * np.sin(strikes[:, 1] - way)) / reach
    less = thin - abs(far * np.sin(meant.aim - way)) / reach
    thinner = {"thick": 1.0, "thin": -1.0}.get(seen.contact, 0.0)
    off = np.maximum(0.0, thinner * less) if thinner else np.abs(less)
    return np.asarray(score + (off / CONTACT_SEEN) ** 2)


def _summary(
    pool: Array, worth: Array, rails: NDArray[np.int64], at: Ready, wanted: Array, weights: Array,
    fates: NDArray[np.int64],
) -> Finding:  # fmt: skip
    """Group like strikes: the best of each group with its share of the whole weight."""
    order = np.argsort(worth)[: 6 * KEPT]
    pool, worth, rails = pool[order], worth[order], rails[order]
    weight = np.exp(-0.5 * (worth - worth[0]))
    marks = np.column_stack([10 * np.log(pool[:, 0]), 5 * pool[:, 2], 5 * pool[:, 3]])
    free = np.ones(len(pool), bool)
    groups: list[Found] = []
    total = float(weight.sum())
    while free.any() and len(groups) < 3:
        k = int(np.flatnonzero(free)[0])
        mine = free & (np.linalg.norm(marks - marks[k], axis=1) < UNLIKE) & (rails == rails[k])
        free &= ~mine
        share = float(weight[mine].sum()) / total
        if groups and share < 0.05:
            continue
        spread = np.sqrt(np.average((pool[mine] - pool[k]) ** 2, axis=0, weights=weight[mine]))
        miss = _miss(at, pool[k], wanted, weights, fates)
        groups.append(
            Found(
                Strike(*(float(v) for v in pool[k])), share, miss,
                float(spread[0]), float(spread[2]), float(spread[3]), int(rails[k]),
            )
        )  # fmt: skip
    logged = int((weights > 0).sum())
    groups.sort(key=lambda group: -group.share)
    return Finding(tuple(groups), bool(worth[0] < 9.0 * max(1, logged)))


def _miss(at: Ready, strike: Array, wanted: Array, weights: Array, fates: NDArray[np.int64]) -> float:
    ends = play_ready(at, strike[None])
    both = (weights > 0) & (ends.fates[0] == fates)
    off = np.linalg.norm(ends.places[0] - wanted, axis=1)[both]
    return float(off.mean()) if len(off) else 0.0
