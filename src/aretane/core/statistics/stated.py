"""Chances stated before a shot, held to what came: by people, and by the models of players."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..intervals import Mean, Proportion, mean, wilson
from ..review.replay import Step
from .numbers import HELD, role_of, safety_outcome

BINS = 10
"""Bands of stated chances, each a tenth wide."""


def not_called(kind: str, left_out: str | None) -> str:
    """Why nobody states a chance of a shot of that kind, or ''."""
    if kind == "break":
        return "a break is not called: it is neither a pot nor a safety"
    return "" if left_out is None else "this shot is left out of every percentage, so it is not called"


@dataclass(frozen=True, slots=True)
class StatedFact:
    """One stated chance of a shot (from 1), as it came out.

    came: whether what was said came off; as_said: whether a shot of that kind was played; off: metres
    between the place said for the cue ball and where it ended. None: not known, or not said.
    """

    shot: int
    place: int
    said_by: str
    said: str
    chance: float
    came: bool | None
    as_said: bool | None
    off: float | None


def stated_facts(steps: Sequence[Step]) -> list[StatedFact]:
    """The stated chances of a rack, in order."""
    return [fact for k in range(len(steps)) for fact in _of_shot(steps, k)]


def _of_shot(steps: Sequence[Step], k: int) -> list[StatedFact]:
    step = steps[k]
    shot, role = step.shot, role_of(step)
    played = {"attack": "pot", "two-way": "pot", "safety": "safety"}.get(role)
    end = None if shot.result is None else shot.result.cue_end
    found = []
    for place, one in enumerate(shot.judgement.stated, start=1):
        as_said = None if played is None else played == one.said
        off = None if end is None or one.end is None else one.end.distance(end)
        came = _came(steps, k) if as_said else None
        found.append(StatedFact(k + 1, place, one.by, one.said, one.chance, came, as_said, off))
    return found


def _came(steps: Sequence[Step], k: int) -> bool | None:
    """Whether a pot was made, or a safety held; None where nobody replied."""
    if role_of(steps[k]) != "safety":
        return steps[k].potted_as_planned
    outcome = safety_outcome(steps[k], steps[k + 1] if k + 1 < len(steps) else None)
    return None if outcome == "no-reply" else outcome in HELD


@dataclass(frozen=True, slots=True)
class Band:
    """A tenth of the stated chances: their mean, and how many of n came off, with Wilson's interval."""

    stated: float
    came: Proportion


@dataclass(frozen=True, slots=True)
class Score:
    """How well n stated chances fit what came.

    brier: the mean of (chance - came)^2, with its interval; 0 is perfect, 0.25 what always saying a half
    scores. It is reliability - resolution + uncertainty + within, to the last digit: `reliability` is how
    far the bands' means lie from what came in them, `resolution` how far the bands differ in what came,
    `uncertainty` what came at all, `within` what the chances inside a band add (Murphy, J. Appl. Meteor.
    12:595, 1973; with the part within bands of Stephenson and others, Wea. Forecasting 23:752, 2008;
    memory). bias: mean chance less share that came, above 0 where more is promised than comes.
    """

    n: int
    brier: Mean
    reliability: float
    resolution: float
    uncertainty: float
    within: float
    bias: float
    bands: tuple[Band, ...]


def score(chances: Sequence[float], came: Sequence[bool]) -> Score | None:
    """The score of chances (0 to 1) and whether each came off; None without any.

    Raises ValueError for lists of different lengths and for a chance outside 0 to 1.
    """
    if len(chances) != len(came):
        raise ValueError(f"{len(chances)} chances, but {len(came)} outcomes")
    if not len(chances):
        return None
    f, o = np.asarray(chances, dtype=float), np.asarray(came, dtype=float)
    if not ((f >= 0.0) & (f <= 1.0)).all():
        raise ValueError("a chance lies between 0 and 1")
    which = np.minimum((f * BINS).astype(int), BINS - 1)
    base, bands, parts = float(o.mean()), [], np.zeros(3)
    for one in range(BINS):
        inside = which == one
        n = int(inside.sum())
        if not n:
            continue
        said, share = float(f[inside].mean()), float(o[inside].mean())
        spread = f[inside] - said
        within = float((spread**2 - 2.0 * spread * (o[inside] - share)).sum())
        parts += (n * (said - share) ** 2, n * (share - base) ** 2, within)
        bands.append(Band(said, wilson(int(o[inside].sum()), n)))
    reliability, resolution, within = (float(part) for part in parts / len(f))
    return Score(
        len(f), mean([float(value) for value in (f - o) ** 2]), reliability, resolution,
        base * (1.0 - base), within, float(f.mean()) - base, tuple(bands),
    )  # fmt: skip


def better(a: Sequence[float], b: Sequence[float], came: Sequence[bool]) -> Mean:
    """The mean Brier score of `a` less that of `b` on the same shots, with its interval: below 0 the first
    is the better judge."""
    return mean([(one - did) ** 2 - (other - did) ** 2 for one, other, did in zip(a, b, came, strict=True)])
