"""The listed options valued with many strikes: more of them where the verdict is open, and without the luck
of the best."""

from collections.abc import Callable, Collection, Iterable, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from math import hypot
from typing import TypeVar

import numpy as np

from ..contest.decide import Intended
from ..contest.seat import Seat
from ..contest.turn import Standing
from ..motion.physics import Physics
from ..motion.strike import Strike
from .onwards import apart, drift, shared, work_at
from .option import ALONE, CLOSE, Choices, Option, ranked, too_close
from .valuing import BLOCKS, Valuing

One = TypeVar("One")

TOGETHER = 0.5
"""Correlation of the own errors of options of one sort, as the mean of a sort is off too (our choice)."""
FEW = 3
"""Options of one sort under which nothing is known of how they usually differ."""


class Budget:
    """Values in turn what was found, in so many threads, until time is up."""

    def __init__(self, time_is_up: Callable[[], bool], threads: int):
        self.time_is_up, self.threads, self.cut = time_is_up, threads, False

    @property
    def over(self) -> bool:
        return self.time_is_up()

    def valued(
        self, value: Callable[[One], Option], found: Iterable[One],
        report: Callable[[int, Option], object] = lambda number, one: None,
    ) -> list[Option]:  # fmt: skip
        """The first in any case; `cut` says that something was left out."""
        known, waiting = list[Option](), list(found)
        pool = ThreadPoolExecutor(self.threads)
        try:
            for number, one in enumerate(pool.map(value, waiting)):
                known.append(one)
                report(number, one)
                if self.over:
                    break
        finally:
            pool.shutdown(cancel_futures=True)
        self.cut |= len(known) < len(waiting)
        return known


@dataclass(frozen=True, slots=True)
class Work:
    """One question as it is worked on: who plays from where, in how many threads, in what time."""

    here: Standing
    me: Seat
    other: Seat
    physics: Physics
    threads: int
    budget: "Budget"
    valuing: Valuing


def settled(
    work: Work, listed: list[Option], broken_by: Collection[Strike], asked: Collection[Strike],
    report: Callable[[Choices], object],
) -> list[Option]:  # fmt: skip
    """The listed options, the best first, each valued with many more strikes.

    Before that, racks are played on from the layout to correct its estimates: from the best option, or the
    best attack and the best safety, and from one of `broken_by`, the strikes that break a cluster. After
    it the best attack, the best safety and what was `asked` about get more strikes while the verdict is
    open. At the end values that are the best of several by luck are brought back.
    """

    def step(number: int, option: Option) -> None:
        listed[number] = option
        report(Choices(tuple(_ranked(listed)), False))

    _play_on(work, listed, broken_by, lambda: report(Choices(tuple(listed), False)))
    if work.valuing.drifts:
        work.budget.valued(work.valuing.again, list(listed), step)
    work.budget.valued(work.valuing.fine, list(listed), step)
    listed = _ranked(listed)
    for _ in range(1, BLOCKS):
        numbers = [] if work.budget.cut or work.budget.over else _open(work.valuing, listed, asked)
        if not numbers:
            break
        more = work.budget.valued(work.valuing.more, [listed[k] for k in numbers])
        for k, option in zip(numbers, more, strict=False):
            listed[k] = option
        listed = _ranked(listed)
        report(Choices(tuple(listed), False))
    return _ranked(without_luck(listed))


def _ranked(listed: Sequence[Option]) -> list[Option]:
    return ranked(listed, lambda one: one.value, lambda one: one.foul.share)


def _play_on(
    work: Work, listed: Sequence[Option], broken_by: Collection[Strike], report: Callable[[], object]
) -> None:
    """Find the corrections of the layout by racks that are played on."""
    here, valuing = work.here, work.valuing
    broken = next((option for option in listed if option.strike in broken_by), None)
    others = [option for option in listed if option.kind != "push-out" and option is not broken]
    attack = next((one for one in others if one.called is not None), None)
    safety = next((one for one in others if one.hands_over), None)
    firsts = [one for one in (attack, safety) if one is not None]
    if not apart(here):
        attack = safety = next(iter(others), None)
        firsts = others[:1]
    for one, share in shared(work_at(here), firsts, broken):
        if one.strike in valuing.drifts or work.budget.over:
            continue
        meant = Intended(one.cue, one.strike, one.called, one.kind)
        valuing.drifts[one.strike] = drift(
            [(here, meant)], (work.me, work.other), work.physics, share, work.threads, report
        )
    known = [None if one is None else valuing.drifts.get(one.strike) for one in (attack, safety)]
    some = next((one for one in known if one is not None), 0.0)
    valuing.drift, valuing.safe_drift = (some if one is None else one for one in known)


def _open(valuing: Valuing, listed: Sequence[Option], asked: Collection[Strike]) -> list[int]:
    """Which options leave the verdict open.

    Of the best attack, the best safety and those asked about these are the ones too close to the best
    option, with it, where more strikes can decide: not where the estimates behind them differ too little.
    """
    sorts = (
        lambda option: option.called is not None,
        lambda option: option.hands_over,
        lambda option: option.strike in asked,
    )
    firsts = (next((k for k, one in enumerate(listed) if of_sort(one)), None) for of_sort in sorts)
    looked_at = {k for k in firsts if k is not None and listed[k].kind != "push-out"}
    best = listed[0]
    if best.kind == "push-out":
        return []

    def decidable(option: Option) -> bool:
        least = CLOSE * ALONE * hypot(valuing.doubt(best), valuing.doubt(option))
        return too_close(best, option) and best.value - option.value > least

    close = {k for k in looked_at if k > 0 and decidable(listed[k])}
    return sorted(close | {0}) if close else []


def without_luck(listed: Sequence[Option]) -> list[Option]:
    """The options with values shrunk by their reliability, attacks and safeties each among their own.

    The best of several values with errors is too high on average. Each value goes towards the mean of its
    sort by the share of its variance that is error (Efron and Morris, J. Am. Stat. Assoc. 70:311, 1975;
    memory): nothing where options truly differ, much where they differ by their errors alone. Their own
    errors become smaller too: by the same share, but for the error of the mean.
    """
    found = list(listed)
    for of_sort in (lambda one: one.called is not None, lambda one: one.hands_over):
        own = [k for k, option in enumerate(listed) if of_sort(option)]
        if len(own) < FEW:
            continue
        values = np.array([listed[k].value for k in own])
        noise = np.array([listed[k].alone ** 2 for k in own])
        true = max(0.0, float(values.var(ddof=1) - noise.mean()))
        kept = true / (true + noise)
        mean = float(np.average(values, weights=1.0 / (true + noise)))
        shares = kept + (1.0 - kept) ** 2 * (TOGETHER + (1.0 - TOGETHER) / len(own))
        for k, value, share in zip(own, mean + kept * (values - mean), shares, strict=True):
            found[k] = replace(shifted(listed[k], float(value) - listed[k].value), kept=float(share))
    return found


def shifted(option: Option, by: float) -> Option:
    """The option with its value and what may come of it changed by a difference of chances.

    What is lost or won for certain stays so; the rest is changed by so much more.
    """
    branches = (option.made, option.missed, option.foul)
    known = sum(branch.share for branch in branches if branch.equity is not None)
    unsure = sum(branch.share for branch in branches if branch.equity not in (None, 0.0, 1.0))
    each = by * known / unsure if unsure > 0.0 else 0.0

    def moved(equity: float | None) -> float | None:
        if equity is None or equity in (0.0, 1.0):
            return equity
        return min(max(1.0, equity), max(0.0, equity + each))

    made, missed, foul = (replace(branch, equity=moved(branch.equity)) for branch in branches)
    return replace(option, value=option.value + by, made=made, missed=missed, foul=foul)
