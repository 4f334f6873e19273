"""The answer to a question over many shots: shares and averages of bands with their intervals, each band
against the others, two players against each other."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

from ..intervals import Mean, Proportion, wilson
from .compared import Held, Sums, Verdict, accident, by_match, false_discoveries, held, verdict
from .questions import Measure, Split

EXPECTED = ("pots",)
"""Measures beside which the chances by the shooters' models are told."""


@dataclass(frozen=True, slots=True)
class Tally:
    """What was counted of a band (None: the shots do not say which), in one match where it is an average.

    `total` sums the values, `squares` their squares where it is an average; `chances` are the attempts with
    a chance, `made` how many of those were made, `expected` the sum of their chances.
    """

    band: str | None
    n: int
    total: float
    match: int = 0
    squares: float = 0.0
    chances: int = 0
    made: int = 0
    expected: float = 0.0


@dataclass(frozen=True, slots=True)
class Expected:
    """The mean chance of n attempts that have one, and the share of those that was made."""

    n: int
    expected: float
    made: float


@dataclass(frozen=True, slots=True)
class Apart:
    """Two groups held against each other, first less second, in the measure's SI unit.

    `chance`: that so much comes by accident (None: not known). `more` as in `compared.Held`.
    """

    value: float
    low: float | None
    high: float | None
    chance: float | None
    more: int | None = None

    @property
    def verdict(self) -> Verdict:
        return "too little to tell" if self.chance is None else verdict(self.chance)


@dataclass(frozen=True, slots=True)
class Group:
    """A band, or all of them (code ''). sums: of an average, by match. apart: against the other bands,
    corrected for looking so often."""

    code: str
    counted: Proportion | Mean
    sums: Mapping[int, Sums] = field(default_factory=dict)
    expected: Expected | None = None
    apart: Apart | None = None


@dataclass(frozen=True, slots=True)
class Answer:
    """All shots and the bands, in the split's order; `unsaid` shots do not say which band they are in."""

    whole: Group
    bands: tuple[Group, ...]
    unsaid: int


def answer(tallies: Sequence[Tally], measure: Measure, split: Split | None, order: Sequence[str]) -> Answer:
    """The answer from what was counted. order: codes of bands as they are to stand."""
    by_band: dict[str | None, list[Tally]] = defaultdict(list)
    for one in tallies:
        by_band[one.band if split is not None else None].append(one)
    unsaid = by_band.pop(None, []) if split is not None else []
    places = {code: k for k, code in enumerate(order)}
    codes = sorted(
        (code for code in by_band if code is not None),
        key=lambda code: (places.get(code, len(places)), code),
    )
    whole, *bands = _groups([("", tallies), *((code, by_band[code]) for code in codes)], measure)
    return Answer(whole, _told_apart(whole, bands, measure), sum(one.n for one in unsaid))


def against(a: Answer, b: Answer, measure: Measure) -> list[tuple[str | None, Apart | None]]:
    """The first answer less the second: in all (None), and in each band that both have."""
    others = {one.code: one for one in b.bands}
    pairs = [(None, a.whole, b.whole), *((one.code, one, others.get(one.code)) for one in a.bands)]
    return [
        (code, _apart(mine.counted, theirs.counted))
        for code, mine, theirs in pairs
        if theirs is not None and measure.form != "count"
    ]


def _groups(every: Sequence[tuple[str, Sequence[Tally]]], measure: Measure) -> list[Group]:
    if measure.form == "mean":
        sums = [_by_match(own) for _, own in every]
        means = by_match(sums)
        return [Group(code, mean, own) for (code, _), mean, own in zip(every, means, sums, strict=True)]
    return [
        Group(code, wilson(round(sum(one.total for one in own)), sum(one.n for one in own)),
              expected=_expected(own, measure))
        for code, own in every
    ]  # fmt: skip


def _by_match(tallies: Sequence[Tally]) -> dict[int, Sums]:
    found: dict[int, Sums] = {}
    for one in tallies:
        before = found.get(one.match, Sums(0, 0.0))
        found[one.match] = Sums(before.n + one.n, before.total + one.total, before.squares + one.squares)
    return found


def _expected(tallies: Sequence[Tally], measure: Measure) -> Expected | None:
    count = sum(one.chances for one in tallies)
    if measure.code not in EXPECTED or not count:
        return None
    made, expected = sum(one.made for one in tallies), sum(one.expected for one in tallies)
    return Expected(count, expected / count, made / count)


def _told_apart(whole: Group, bands: Sequence[Group], measure: Measure) -> tuple[Group, ...]:
    """The bands, each held against the others where there are any."""
    if len(bands) < 2 or measure.form == "count":
        return tuple(bands)
    found = [_apart(*pair) for pair in _with_the_rest(bands, whole)]
    tested = [k for k, one in enumerate(found) if one is not None and one.chance is not None]
    chances = [chance for one in found if one is not None and (chance := one.chance) is not None]
    for k, chance in zip(tested, false_discoveries(chances), strict=True):
        apart = found[k]
        assert apart is not None
        found[k] = replace(apart, chance=chance)
    return tuple(replace(one, apart=apart) for one, apart in zip(bands, found, strict=True))


def _with_the_rest(
    bands: Sequence[Group], whole: Group
) -> list[tuple[Proportion | Mean, Proportion | Mean]]:  # fmt: skip
    """Each band, and all others together."""
    every = whole.counted
    if isinstance(every, Proportion):
        # A shot may be in several bands, and the whole holds it once for each.
        shares = [one.counted for one in bands if isinstance(one.counted, Proportion)]
        return [(one, wilson(every.k - one.k, every.n - one.n)) for one in shares]
    # One call for all: the matches are drawn anew once.
    means = by_match([*(one.sums for one in bands), *(_rest(one, whole) for one in bands)])
    return list(zip(means[: len(bands)], means[len(bands) :], strict=True))


def _rest(one: Group, whole: Group) -> dict[int, Sums]:
    """The sums of all matches without those of a band."""
    rest = {}
    for match, every in whole.sums.items():
        own = one.sums.get(match, Sums(0, 0.0))
        if every.n > own.n:
            rest[match] = Sums(every.n - own.n, every.total - own.total, every.squares - own.squares)
    return rest


def _apart(a: Proportion | Mean, b: Proportion | Mean) -> Apart | None:
    if isinstance(a, Proportion) and isinstance(b, Proportion):
        return _of(held(a, b))
    if isinstance(a, Mean) and isinstance(b, Mean) and a.value is not None and b.value is not None:
        return Apart(a.value - b.value, None, None, accident(a, b))
    return None


def _of(found: Held | None) -> Apart | None:
    if found is None:
        return None
    apart = found.difference
    return Apart(apart.value, apart.low, apart.high, found.chance, found.more)
