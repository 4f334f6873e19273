"""A run through the balls left: its maps, and what it promises from where the balls lie."""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field

from ..equipment.layout import Layout
from .chart import ChanceMap, Outlook, State, Way
from .kernel import worth_at
from .maps import CLOSER, Maker


@dataclass(frozen=True, slots=True, eq=False)
class Run:
    """The maps of one layout, state by state, with the state it starts in.

    balls_of: the balls on the table in a state. kinds: what each value counts (the chance to finish, or
    points of the visit); units (K,): what a value of 1 stands for. In straight pool, going_on: the chance
    of a pot from ball to ball, in this rack and over many; broken: the maps of break shots, by their ball;
    partner: the maps of the player who plays every second shot of a team.
    kept: the break ball (or key ball and break ball) that the search keeps to the end, where it does not
    look at every order.
    """

    maker: Maker
    start: State
    kinds: tuple[str, ...]
    balls_of: Callable[[State], tuple[str, ...]]
    units: tuple[float, ...] = (1.0,)
    going_on: tuple[float, float] = (0.0, 0.0)
    broken: Mapping[str, ChanceMap] = field(default_factory=dict)
    kept: tuple[str, ...] = ()
    partner: Maker | None = None

    @property
    def chart(self) -> ChanceMap:
        """The map of the layout in hand."""
        return self.maker.maps[self.start]

    def ways(self, state: State) -> tuple[Way, ...]:
        """What may be potted in a state, as far as it was searched."""
        known = self.maker.maps.get(state)
        return () if known is None else known.ways

    def at_turn(self, state: State) -> Maker:
        """The maps of the player whose turn it is in a state: in a team two play in turn, a ball each."""
        second = (len(self.start) - len(state)) % 2 == 1
        return self.partner if self.partner is not None and second else self.maker

    def chart_after(self, way: Way) -> ChanceMap | None:
        """The map of what follows a way on, as `Maker.chart_after`; of straight pool's last ball that of
        its break shot."""
        last = way.then[1] if way.then is not None and len(way.then) == 2 else ""
        return self.broken.get(last) or self.maker.chart_after(way)

    def outlook(
        self, layout: Layout | None = None, state: State | None = None, seed: tuple[int, ...] = (1,),
        valuing: int = 200, closer: float = CLOSER,
    ) -> Outlook:  # fmt: skip
        """What the run promises from the cue ball's own place; `closer` as in `Maker.outlook`.

        Raises KeyError without a cue ball.
        """
        state = self.start if state is None else state
        layout = self.maker.layout if layout is None else layout
        ways = [way for way in self.ways(state) if way.ball in layout]
        estimate = self.maker.following.get(state)
        if state not in self.maker.maps and estimate is not None and layout.cue is not None:
            x, y = layout.cue
            there = tuple(float(worth_at(grid, self.maker.frame, x, y)) for grid in estimate)
            return Outlook(there, 0.0, None)
        return self.at_turn(state).outlook(
            layout, [ball for ball in layout.objects], ways, seed, valuing, closer=closer
        )

    def nearest(self, wanted: State) -> State | None:
        """The searched state most like `wanted`: the same group on, the fewest balls different."""
        if wanted in self.maker.following:
            return wanted
        alike = [state for state in self.maker.maps if state[0] == wanted[0]]
        return min(alike, key=lambda state: (_differ(state, wanted), state), default=None)


def _differ(one: Iterable[str], other: Iterable[str]) -> int:
    return len(set(one) ^ set(other))


def state(group_on: str, balls: Iterable[str]) -> State:
    """A state of a run: the group that is on, and the balls still to pot, numbers in their order."""
    return (group_on, *sorted(balls, key=lambda ball: (len(ball), ball)))
