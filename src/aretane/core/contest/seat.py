"""One player of a rack: the maps of the balls at the start, and what any layout after it promises."""

from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from ..equipment.balls import COLOURS, GROUPS, is_red, value
from ..equipment.racking import packed
from ..geometry import Point
from ..runout.chart import READ, ChanceMap, Kept, State, Way
from ..runout.games import Question, search
from ..runout.group import OPEN
from ..runout.kernel import POINTS
from ..runout.maps import TIPS, UNREAD, Maker
from ..runout.opened import ONE, at_a_glance, likeliest, places_of, reading
from ..runout.records import Tries
from ..runout.run import Run, state
from ..runout.snooker import COLOUR, END, RED
from ..skill import Skill
from ..vocabulary import CUE
from .cover import hidden
from .ladder import apart, shared, steps
from .look import Look
from .placing import BEST, all_over, anywhere, at_the_balls, of_the_map
from .points import race as by_needs
from .turn import GROUPED, Standing, balls_on

WIDER = 1.4
"""How much wider the grid of both players' maps is in games with groups and straight pool, for their time:
what is learnt is learnt on such maps too."""
USUAL = 0.7
"""Chance to go on by a ball where nothing was searched (our choice)."""
FEW = 5
"""Balls that a quick look considers where every stroke is read, the likeliest."""
QUICK = TIPS[:3]
"""Tips of a quick look where every stroke is read: none, follow and draw."""
REDS = 6
"""Reds that a player looks at, the nearest first."""
KEPT, SURELY = 0.9, 0.95
"""Share of the promise of a map that a place must hold for no other to be looked at; where every run is
blocked, the chance of the next pot that is enough."""
MOVED = 0.03
"""m from its place on the map at which a ball counts as moved."""
SEVERAL = 3
"""Balls that were moved from which the map of a frame serves no more (our choice: a safety moves one or
two, and to read every stroke takes longer)."""
LITTLE = 0.02
"""Chance to run out below which the map is no guide to a place, and what the next pot counts beside it."""
BRIEFLY, CLOSELY = 10, 0.5
"""How a place for a cue ball in hand is looked at: strikes for its worth, and how closely, as in
`Maker.outlook`."""


@dataclass(frozen=True, slots=True, eq=False)
class Seat:
    """A player and the player's runs from the layout in question: one run for each group that may be on.

    The maps are those of the balls where they lay at first. Where balls were moved since, the pot from
    where they lie now is right and what follows is read at a glance; with both groups open, by the maps.
    """

    skill: Skill
    runs: Mapping[str, Run]
    usuals: dict[State, float] = field(default_factory=dict)
    rungs: dict[tuple[str, int], tuple[float, ...]] = field(default_factory=dict)
    likest: dict[tuple[int, State], State | None] = field(default_factory=dict)

    def run(self, group_on: str) -> Run:
        """The run for the group that is on."""
        return self.runs.get(group_on) or next(iter(self.runs.values()))

    def chart(self, at: Standing) -> tuple[Run, State | None]:
        """The run, and its state that is most like the standing. In rotation it has the same next ball."""
        run, wanted = self.run(at.group_on), state_of(at)
        if at.game.scores:
            return run, self._closest(run, wanted, run.maker.maps)
        if at.game.in_order and wanted not in run.maker.following:
            return run, _starting_with(run, wanted[1])
        return run, run.nearest(wanted)

    def ways(self, at: Standing) -> tuple[Way, ...]:
        """The pots that may come next. Where balls in the middle of a rotation are gone, the maps of the
        remaining balls follow the ball on."""
        run, known = self.chart(at)
        wanted = state_of(at)
        if known is None:
            return ()
        if at.game.by_colours:
            return self._frame_ways(run, at)
        if at.game.any_order:
            return self._rack_ways(run, at)
        if not at.game.in_order or known == wanted:
            return tuple(way for way in run.ways(known) if way.ball in at.on)
        rest = state("", wanted[2:])
        then = rest if rest in run.maker.following else _starting_with(run, rest[1])
        return (Way(wanted[1], then),)

    def _frame_ways(self, run: Run, at: Standing) -> tuple[Way, ...]:
        """The pots of snooker: a red with any colour, a colour with the reds that are left behind it.

        Where balls were moved, what each stroke leaves is read at a glance (`_maker`).
        """
        reds = tuple(ball for ball in at.layout.objects if is_red(ball))
        there = dict(at.layout.places)
        cue = there.get(CUE, at.table.foot_spot)
        near = sorted(reds, key=lambda ball: cue.distance(there[ball]))[:REDS]
        if reds and at.group_on != END and self._opened(run, at):
            on = near if at.group_on == RED else at.on
            return tuple(Way(ball, READ, (value(ball) / POINTS,)) for ball in on)
        if at.group_on == RED:
            rests = [(ball, state(COLOUR, [red for red in reds if red != ball])) for ball in near]
        elif at.group_on == COLOUR:
            rest = state(RED, reds) if reds else state(END, COLOURS)
            rests = [(ball, rest) for ball in at.on]
        else:
            last = state_of(at)[1:]
            rests = [(ball, state(END, [left for left in last if left != ball])) for ball in at.on]
        found = []
        for ball, rest in rests:
            then = self._closest(run, rest, run.maker.following) if rest[1:] or rest[0] != END else None
            if then is not None or rest == (END,):
                found.append(Way(ball, then, (value(ball) / POINTS,)))
        return tuple(found)

    def _rack_ways(self, run: Run, at: Standing) -> tuple[Way, ...]:
        """The pots of straight pool: every ball.

        What is left is looked up in the maps as long as the balls lie where they lay, and else read at a
        glance (`_maker`).
        """
        maker, balls, found = run.maker, at.layout.objects, []
        if self._opened(run, at):
            return tuple(Way(ball, READ, ONE) for ball in balls)
        for ball in balls:
            then = state("", [other for other in balls if other != ball])
            if then not in maker.following:
                maker.known(then, at_a_glance(maker, then[1:], places_of(maker)))
            found.append(Way(ball, then, ONE))
        return tuple(found)

    def _opened(self, run: Run, at: Standing) -> bool:
        """Whether no map fits: in straight pool another rack or one that stands; or several balls were
        moved."""
        if at.game.any_order and (at.renewed or packed(at.table, at.layout)):
            return True
        mapped = dict(run.maker.layout.places)
        moved = sum(
            ball != CUE and (ball not in mapped or place.distance(mapped[ball]) > MOVED)
            for ball, place in at.layout.places
        )
        return moved >= (SEVERAL if at.game.by_colours else 1)

    def _maker(self, run: Run, at: Standing, ways: Sequence[Way], quick: bool) -> Maker:
        """What looks at the ways: where no map fits, it reads what each stroke leaves, of fewer strokes for
        a quick look. Where balls are potted in turn a quick look goes by the maps alone."""
        if run.maker.turns:
            return replace(run.maker, glance=UNREAD, turns={}) if quick else run.maker
        if ways[0].then != READ:
            fewer = quick and len(run.maker.glance.places) > 0
            return replace(run.maker, tries=Tries(run.maker.tries.speeds, QUICK)) if fewer else run.maker
        if at.game.by_colours:
            maker = run.maker.always_reading()
        else:
            maker = reading(run.maker, packed(at.table, at.layout))
        if not quick:
            return maker
        # copies: compiled code is made anew for arrays with gaps
        read = maker.glance._replace(places=maker.glance.places[::2].copy())
        return replace(maker, tries=Tries(maker.tries.speeds[::2].copy(), QUICK), glance=read)

    def _closest(self, run: Run, wanted: State, known: Collection[State | None]) -> State | None:
        """Of the states `known` the one most like `wanted`, with the same group on: fewest balls differ."""
        if wanted in known:
            return wanted
        key = (id(known), wanted)
        if key not in self.likest:
            balls = set(wanted[1:])
            alike = [one for one in known if one is not None and one[0] == wanted[0]]
            self.likest[key] = min(alike, key=lambda one: (len(balls ^ set(one[1:])), one), default=None)
        return self.likest[key]

    def look(
        self, at: Standing, seed: tuple[int, ...] = (1,), valuing: int = 10, closer: float = 1.0
    ) -> Look:
        """The player's look at the table. A cue ball in hand is put where it promises most.

        closer: as in `Maker.outlook`.
        """
        cue = at.layout.cue or self.place(at)
        return self._looks(at, [cue], seed, valuing, closer)[0]

    def _looks(
        self, at: Standing, places: Sequence[Point], seed: tuple[int, ...], valuing: int, closer: float
    ) -> list[Look]:  # fmt: skip
        """What the player would see with the cue ball at each of the places."""
        run, known = self.chart(at)
        at = at.with_cue(places[0])
        layout = at.layout
        ways = self.ways(at)
        if known is None or (not ways and known in run.maker.maps):
            return [Look(0.0, 0.0, None, place) for place in places]
        if ways:
            maker, quick = self._maker(run, at, ways, closer <= 1.0), closer <= 1.0 and len(places) == 1
            if quick and maker.glance.always:
                ways = tuple(likeliest(maker, layout, ways, FEW))
            found = maker.outlooks(layout, layout.objects, ways, places, seed, valuing, closer=closer)
        else:
            there = [at.with_cue(place).layout for place in places]
            found = [run.outlook(one, known, seed, valuing=valuing, closer=closer) for one in there]
        most = np.inf if at.game.any_order else 1.0
        return [
            Look(min(most, one.values[0]), 0.0 if one.shot is None else one.shot.pot, one.shot, place)
            for one, place in zip(found, places, strict=True)
        ]

    def usual(self, run: Run, known: State) -> float:
        """The chance to run out from most places."""
        if known not in self.usuals:
            chart = run.maker.maps.get(known)
            grid = chart.smooth[0] if chart is not None else run.maker.following[known][0]
            self.usuals[known] = float(np.mean(grid))
        return self.usuals[known]

    def going_on(self, at: Standing) -> tuple[float, ...]:
        """How often the player usually goes on by a ball, with 1, 2, ... of the player's balls left."""
        count = left(at)
        key = (at.group_on, count)
        if key not in self.rungs:
            run = self.run(at.group_on)
            by_size: dict[int, list[float]] = {}
            for known in run.maker.following:
                if (
                    known is not None
                    and known[0] != OPEN
                    and (at.group_on == OPEN or known[0] == at.group_on)
                ):
                    by_size.setdefault(len(known) - 1, []).append(self.usual(run, known))
            usual, ratio = [1.0], USUAL
            for size in range(1, count + 1):
                chance = usual[-1] * ratio  # beyond what was searched it goes on as it did
                if size in by_size:
                    chance = min(float(np.mean(by_size[size])), usual[-1])
                    ratio = chance / usual[-1] if usual[-1] > 0 else 0.0
                usual.append(chance)
            self.rungs[key] = steps(usual[1:])
        return self.rungs[key]

    def place(self, at: Standing) -> Point:
        """The most promising place for a cue ball in hand.

        The map's best places come first. Where they do not hold what the map says, or the balls on were
        moved, places beside the balls on are tried; where every run is blocked, places all over the table.
        """
        seen: list[Look] = []
        for places, enough in self._places(at):
            seen += self._looks(at, places, (1,), BRIEFLY, CLOSELY) if places else []
            if any(look.chance >= enough if enough else look.pot >= SURELY for look in seen):
                break
        return max(seen, key=_worth).place if seen else anywhere(at)

    def _places(self, at: Standing) -> Iterator[tuple[list[Point], float]]:
        """Places that may be taken, in groups, each group with the promise that is enough there.

        It is 0 where every run is blocked, and infinite where nothing is known.
        """
        run, known = self.chart(at)
        chart = None if known is None or at.game.any_order else run.maker.maps.get(known)
        enough = np.inf
        if chart is not None and not at.game.by_colours and float(chart.smooth[0].max()) < LITTLE:
            enough = 0.0
        elif chart is not None:
            mapped = of_the_map(at, chart, None if at.game.by_colours else BEST)
            if mapped and not self._moved(at):
                enough = KEPT * mapped[0][1]
            yield [place for place, _ in mapped], enough
        if not at.game.any_order:
            yield list(at_the_balls(at)), enough
        if chart is None or not enough:
            yield list(all_over(at)), enough

    def _moved(self, at: Standing) -> bool:
        """Whether every ball on lies elsewhere than on the map."""
        there, mapped = dict(at.layout.places), dict(self.run(at.group_on).maker.layout.places)
        return all(ball not in mapped or there[ball].distance(mapped[ball]) > MOVED for ball in at.on)


def _worth(look: Look) -> float:
    """What a place in hand is chosen by."""
    return look.chance + LITTLE * look.pot


def _starting_with(run: Run, ball: str) -> State | None:
    """The searched state of a rotation in which the ball is next."""
    return next((known for known in run.maker.maps if known[1:2] == (ball,)), None)


def openness(at: Standing, cue: Point) -> float:
    """How much of the easiest ball on can be hit straight from there."""
    table = at.table
    best = 0.0
    there = dict(at.layout.places)
    for ball in sorted(at.on, key=lambda one: cue.distance(there[one])):
        own = there[ball]
        others = [(name, place) for name, place in at.layout.places if name not in (CUE, ball)]
        if not others:
            return 1.0
        blocked = hidden(
            np.array([cue]), np.array([own]), np.array([[place for _, place in others]]),
            np.array([table.radius(name) for name, _ in others]), table.cue_ball_radius, table.radius(ball),
        )  # fmt: skip
        best = max(best, 1.0 - float(blocked.mean()))
        if best == 1.0:
            break
    return best


def seats(
    asked: Question, other: Skill, coarser: float = 1.0, mine: Run | None = None,
    report: Callable[[ChanceMap], object] = lambda one: None, kept: Kept | None = None,
) -> tuple[Seat, Seat]:  # fmt: skip
    """Both players of a question with their maps, the one whose question it is first.

    mine: that player's run where it was searched already on the same grid. `report` and `kept` as in
    `Maker`.
    """
    many = asked.group_on in GROUPED or asked.game.any_order
    wide = coarser * (WIDER if many else 1.0)
    run = mine or search(asked, wide, report=report, kept=kept)
    group_on = Standing(asked.table, asked.discipline, asked.layout, asked.group_on).theirs.group_on
    partner = None if asked.partner is None else asked.skill
    theirs = replace(asked, skill=other, group_on=group_on, partner=partner)
    rest = run if theirs == asked else search(theirs, wide, report=report, kept=kept)
    return Seat(asked.skill, {asked.group_on: run}), Seat(other, {theirs.group_on: rest})


def state_of(at: Standing) -> State:
    """The state of a run that a standing is."""
    balls = at.layout.objects
    if at.game.in_order or at.game.any_order:
        return state("", balls)
    if at.game.by_colours:
        return state(at.group_on, balls if at.group_on == END else [ball for ball in balls if is_red(ball)])
    last = at.game.last
    if at.group_on == OPEN:
        return state(OPEN, balls)
    mine = [ball for ball in balls_on(at.discipline, balls, at.group_on) if ball != last]
    return state(at.group_on, [*mine, last])


def edge(at: Standing, me: Seat, other: Seat) -> float:
    """The player's chance to win if both go on as they usually do: the mean over who is at the table."""
    return 0.5 * (race(at, me, other) + 1.0 - race(at.theirs, other, me))


def left(at: Standing) -> int:
    """Balls the player at the table still has to pot."""
    balls = at.layout.objects
    if at.game.in_order:
        return len(balls)
    last = at.game.last
    if at.group_on == OPEN:  # either group, the one with fewer balls
        groups = [GROUPS[ball] for ball in balls if ball in GROUPS]
        return 1 + min((groups.count(name) for name in set(groups)), default=0)
    return 1 + sum(ball != last for ball in balls_on(at.discipline, balls, at.group_on))


def race(at: Standing, me: Seat, other: Seat, look: Look | None = None) -> float:
    """The chance to win of the player at the table if both go on as they usually do.

    With a `look` it starts from the pot that is there, and from the run behind it if that promises more.
    """
    if at.game.any_order:
        ours = me.run(at.group_on).going_on, other.run(at.group_on).going_on
        same = 0 if at.renewed or packed(at.table, at.layout) else len(at.layout.objects)
        return by_needs(at.needs, *ours, same, look)
    mine, theirs = me.going_on(at), other.going_on(at.theirs)
    if not mine or not theirs:
        return 1.0
    if at.game.in_order:
        size = min(len(mine), len(theirs))
        own, rest = shared(mine[:size], theirs[:size]), shared(theirs[:size], mine[:size])
        first, behind, handed = mine[size - 1], own[size - 1], 1.0 - rest[size]
    else:
        own_grid, rest_grid = apart(mine, theirs), apart(theirs, mine)
        first, behind = mine[-1], float(own_grid[len(mine) - 1, len(theirs)])
        handed = 1.0 - float(rest_grid[len(theirs), len(mine)])
    if look is None:
        return first * behind + (1.0 - first) * handed
    behind = max(behind, min(1.0, look.chance / max(look.pot, 1e-3)))
    return look.pot * behind + (1.0 - look.pot) * handed
