"""Chance maps for whoever looks at a position now: one at a time, the newest first, rough before fine."""

import time
from collections import OrderedDict
from collections.abc import Callable, Hashable, Mapping
from dataclasses import dataclass, field
from threading import Condition, Thread

from aretane.core.runout.games import Question, search
from aretane.core.runout.line import Leg, proposed
from aretane.core.runout.maps import Kept
from aretane.core.runout.run import Run

KEPT = 60
"""Positions whose maps are kept, the latest."""
FORGOTTEN = 3.0
"""s after which nobody waits for a map that was not asked for again."""
MAPS = 600
"""Maps that are kept: as long as no ball moves, those of the balls left serve again."""
ROUGH = 2.0
"""How much wider the grid of the first picture is."""


@dataclass(slots=True)
class Chart:
    """One position's maps on their way: `rough`, then `fine`; `legs` the proposed order; `maps` counts
    the maps of the search now running. `trouble` says why it was given up. `first` is what is to be
    worked out before the maps, `wanted` what from the fine run, `more` what of both is there."""

    asked: Question
    through: str | None
    seen: float
    rough: Run | None = None
    fine: Run | None = None
    legs: tuple[Leg, ...] = ()
    maps: int = 0
    trouble: str = ""
    wanted: dict[Hashable, Callable[[Run], object]] = field(default_factory=dict)
    first: dict[Hashable, Callable[[], object]] = field(default_factory=dict)
    more: dict[Hashable, object] = field(default_factory=dict)

    @property
    def done(self) -> bool:
        return bool(self.trouble) or (self.fine is not None and not self.wanted and not self.first)

    @property
    def run(self) -> Run | None:
        """The best there is so far."""
        return self.fine or self.rough


class _Given(Exception):
    """The work was given up for something newer."""


@dataclass(eq=False)
class Charting:
    """Draws maps in a thread of its own, which starts with the first question."""

    _charts: OrderedDict[tuple[Question, str | None], Chart] = field(default_factory=OrderedDict)
    _wanted: list[Chart] = field(default_factory=list)
    maps: Kept = field(default_factory=lambda: Kept(MAPS))
    _change: Condition = field(default_factory=Condition)
    _thread: Thread | None = None
    _drawn: Chart | None = None

    def ask(
        self, asked: Question, through: str | None,
        more: Mapping[Hashable, Callable[[Run], object]] | None = None,
        first: Mapping[Hashable, Callable[[], object]] | None = None,
    ) -> Chart:  # fmt: skip
        """The chart of a position: as far as it is. Asking again says that somebody waits.

        `first` is worked out before the maps and `more` from the fine run, each under its key; both are
        told in the chart's `more`.
        """
        key = (asked, through)
        with self._change:
            chart = self._charts.setdefault(key, Chart(asked, through, 0.0))
            chart.seen = time.monotonic()
            self._charts.move_to_end(key)
            while len(self._charts) > KEPT:
                self._charts.popitem(last=False)
            chart.wanted |= {key: work for key, work in (more or {}).items() if key not in chart.more}
            chart.first |= {key: work for key, work in (first or {}).items() if key not in chart.more}
            if not chart.done and chart not in self._wanted:
                self._wanted.append(chart)
                self._change.notify()
            if self._thread is None:
                self._thread = Thread(target=self._work, name="charting", daemon=True)
                self._thread.start()
        return chart

    def step(self, _: object = None) -> None:
        """Long work calls it between its parts: it raises what gives the work up, once something newer is
        asked for or nobody waits any more."""
        chart = self._drawn
        if chart is None:
            return
        if self._wanted[-1] is not chart or time.monotonic() - chart.seen > FORGOTTEN:
            raise _Given

    def tell(self, key: Hashable, answer: object) -> None:
        """Long work shows what it has so far, under a key of its own."""
        if self._drawn is not None:
            self._drawn.more[key] = answer

    def _work(self) -> None:
        while True:
            with self._change:
                self._change.wait_for(lambda: bool(self._wanted))
                chart = self._wanted[-1]
            try:
                self._draw(chart)
            except _Given:
                chart.maps = 0
            except Exception as trouble:  # whatever it was, the next position must be drawn
                chart.trouble = f"the map could not be worked out: {trouble}"
            with self._change:
                if chart.done or time.monotonic() - chart.seen > FORGOTTEN:
                    self._wanted.remove(chart)

    def _draw(self, chart: Chart) -> None:
        def told(_: object) -> None:
            chart.maps += 1
            self.step()

        self._drawn = chart
        while chart.first:
            key, work = next(iter(chart.first.items()))
            chart.more[key] = work()
            del chart.first[key]
        if chart.fine is not None:
            return self._add(chart)
        if chart.rough is None:
            chart.rough = search(chart.asked, ROUGH, told=told, through=chart.through, kept=self.maps)
        chart.maps = 0
        fine = search(chart.asked, told=told, through=chart.through, kept=self.maps)
        chart.legs = proposed(fine)
        chart.fine = fine
        self._add(chart)

    def _add(self, chart: Chart) -> None:
        """Work out what else is wanted, one thing after the other."""
        assert chart.fine is not None
        while chart.wanted:
            if self._wanted[-1] is not chart:
                raise _Given
            key, work = next(iter(chart.wanted.items()))
            chart.more[key] = work(chart.fine)
            del chart.wanted[key]
