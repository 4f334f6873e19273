"""Chance maps for whoever looks at a position now: the newest question of each first, rough before fine."""

import time
from collections import OrderedDict
from collections.abc import Callable, Hashable, Mapping
from dataclasses import dataclass, field
from threading import Condition, Thread

from aretane.core.runout.chart import Kept
from aretane.core.runout.games import Question, search
from aretane.core.runout.line import Leg, proposed
from aretane.core.runout.run import Run

KEPT = 60
"""Positions whose maps are kept, the latest."""
FORGOTTEN = 3.0
"""s after which nobody waits for a map that was not asked for again."""
MAPS = 600
"""Maps that are kept: as long as no ball moves, those of the balls left serve again."""
AT_ONCE = 2
"""Askers that are worked for at the same time."""
TURN = 0.5
"""s that one asker is worked for before others get a turn."""
IDLE = 20.0
"""s that a thread waits for questions before it ends."""
ROUGH = 2.0
"""How much wider the grid of the first picture is."""


First = Callable[["Drawing"], object]
"""What is worked out of a position before its maps."""
More = Callable[[Run, "Drawing"], object]
"""What is worked out of it from the fine run."""


@dataclass(slots=True, eq=False)
class Chart:
    """One position's maps on their way: `rough`, then `fine`; `legs` the proposed order; `maps` counts
    the maps of the search now running. `trouble` says why it was given up. `first` is what is to be
    worked out before the maps, `wanted` what from the fine run, `more` what of both is there. `drawn`:
    a thread works on it."""

    asked: Question
    through: str | None
    seen: float
    rough: Run | None = None
    fine: Run | None = None
    legs: tuple[Leg, ...] = ()
    maps: int = 0
    trouble: str = ""
    drawn: bool = False
    wanted: dict[Hashable, More] = field(default_factory=dict)
    first: dict[Hashable, First] = field(default_factory=dict)
    more: dict[Hashable, object] = field(default_factory=dict)

    @property
    def done(self) -> bool:
        return bool(self.trouble) or (self.fine is not None and not self.wanted and not self.first)

    @property
    def run(self) -> Run | None:
        """The best there is so far."""
        return self.fine or self.rough


class _Given(Exception):
    """The work was given up: its asker looks at something newer, or nobody waits any more."""


class Turns:
    """Lets so many threads work at a time, and the others in turn."""

    def __init__(self, at_once: int):
        self._change = Condition()
        self._free = at_once
        self._waiting: list[object] = []

    def begin(self) -> None:
        """Wait for a turn, behind those that wait already."""
        mine = object()
        with self._change:
            self._waiting.append(mine)
            self._change.wait_for(lambda: self._free > 0 and self._waiting[0] is mine)
            self._waiting.pop(0)
            self._free -= 1
            self._change.notify_all()

    def end(self) -> None:
        """Give the turn back."""
        with self._change:
            self._free += 1
            self._change.notify_all()

    def pass_on(self) -> None:
        """Let one go first that waits, if any does."""
        with self._change:
            if not self._waiting:
                return
        self.end()
        self.begin()


@dataclass(slots=True, eq=False)
class Drawing:
    """One chart as a thread works on it; long work calls `step` between its parts."""

    board: "Charting"
    chart: Chart
    since: float = field(default_factory=time.monotonic)

    @property
    def maps(self) -> Kept:
        """Maps of all positions, by what they depend on."""
        return self.board.maps

    def step(self, _: object = None) -> None:
        """Raise what gives the work up, where its asker asks something newer or nobody waits any more;
        let others work in between."""
        if not self.board.is_wanted(self.chart):
            raise _Given
        if time.monotonic() - self.since > TURN:
            self.board.turns.pass_on()
            self.since = time.monotonic()

    def tell(self, key: Hashable, answer: object) -> None:
        """Show what there is so far, under a key of its own."""
        self.chart.more[key] = answer

    def _search(self, coarser: float, report: Callable[[object], object]) -> Run:
        chart = self.chart
        return search(chart.asked, coarser, report=report, through=chart.through, kept=self.maps)

    def draw(self) -> None:
        """Work out all that is wanted of the chart, one thing after the other."""
        chart = self.chart

        def report(_: object) -> None:
            chart.maps += 1
            self.step()

        while chart.first:
            key, work = next(iter(chart.first.items()))
            chart.more[key] = work(self)
            del chart.first[key]
        if chart.fine is None:
            if chart.rough is None:
                chart.rough = search(
                    chart.asked, ROUGH, report=report, through=chart.through, kept=self.maps
                )
            chart.maps = 0
            fine = search(chart.asked, report=report, through=chart.through, kept=self.maps)
            chart.legs = proposed(fine)
            chart.fine = fine
        while chart.wanted:
            self.step()
            key, more = next(iter(chart.wanted.items()))
            chart.more[key] = more(chart.fine, self)
            del chart.wanted[key]


@dataclass(eq=False)
class Charting:
    """Draws maps for everybody who asks. Of one asker the newest question is worked on and older ones are
    given up; several askers take turns, AT_ONCE of them at a time. Threads come with questions and go.

    patience: s after which work that betters its answer until it is stopped shall stop."""

    patience: float = 60.0
    maps: Kept = field(default_factory=lambda: Kept(MAPS))
    turns: Turns = field(default_factory=lambda: Turns(AT_ONCE))
    _charts: OrderedDict[tuple[Question, str | None], Chart] = field(default_factory=OrderedDict)
    _asked: dict[str, list[Chart]] = field(default_factory=dict)
    _change: Condition = field(default_factory=Condition)
    _idle: int = 0

    def ask(
        self, asked: Question, through: str | None, more: Mapping[Hashable, More] | None = None,
        first: Mapping[Hashable, First] | None = None, asker: str = "",
    ) -> Chart:  # fmt: skip
        """The chart of a position: as far as it is. Asking again says that somebody waits.

        `first` is worked out before the maps and `more` from the fine run, each under its key; both are
        shown in the chart's `more`. `asker` tells those apart who ask at the same time.
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
            own = self._asked.setdefault(asker, [])
            if not chart.done and chart not in own:
                own.append(chart)
            if not chart.done and not chart.drawn and own[-1] is chart:
                if self._idle:
                    self._change.notify_all()
                else:
                    Thread(target=self._work, name="charting", daemon=True).start()
        return chart

    def is_wanted(self, chart: Chart) -> bool:
        """Whether it is the newest question of somebody who still waits."""
        with self._change:
            waits = time.monotonic() - chart.seen <= FORGOTTEN
            return waits and any(own and own[-1] is chart for own in self._asked.values())

    def _next(self) -> Chart | None:
        """The next chart to draw, which nobody draws; what nobody waits for any more is forgotten."""
        for asker, own in list(self._asked.items()):
            now = time.monotonic()
            own[:] = [one for one in own if not one.done and (one.drawn or now - one.seen <= FORGOTTEN)]
            if not own:
                del self._asked[asker]
        waiting = [own[-1] for own in self._asked.values() if not own[-1].drawn]
        return waiting[0] if waiting else None

    def _work(self) -> None:
        while True:
            with self._change:
                chart = self._next()
                if chart is None:
                    self._idle += 1
                    came = self._change.wait_for(lambda: self._next() is not None, IDLE)
                    self._idle -= 1
                    if not came:
                        return
                    continue
                chart.drawn = True
            self.turns.begin()
            try:
                Drawing(self, chart).draw()
            except _Given:
                chart.maps = 0
            except Exception as trouble:  # whatever it was, the next position must be drawn
                chart.trouble = f"the map could not be worked out: {trouble}"
            finally:
                self.turns.end()
                with self._change:
                    chart.drawn = False
                    self._change.notify_all()
