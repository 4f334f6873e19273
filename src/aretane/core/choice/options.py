"""What could be played: the shots worth listing at a standing, alike ones merged, with their worth."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace
from math import cos, sin, sqrt
from typing import Literal

import numpy as np

from ..geometry import Point
from ..motion.kernel.launch import squirt
from ..motion.physics import Physics
from ..motion.play import STANDARD, Ends, Motion, play
from ..motion.strike import Strike
from ..runout.games import DOUBT
from ..skill.scatter import apart_errors
from ..stats import Proportion, wilson
from ..table import POCKETS
from ..vocabulary import CUE
from .decide import decide, pot_strike, screened, worth
from .side import Look, Side
from .special import specials
from .strikes import QUICK, THOROUGH, kicks, mistaken, placed, played, seen, spread
from .turn import AGAIN, FOUL, LOST, OTHER, OVER, WON, Called, Standing, after, judged

Kind = Literal["pot", "two-way", "safety", "bank", "combination", "carom", "kick", "foul"]
ROUGH, FINE, REPLIES, ANSWERED = 16, 96, 16, 4
"""Strikes with errors for the first ranking and for the settled one; after how many of those that hand the
table over the other's answer is played, and with how many strikes each."""
LISTED, SAFE = 8, 4
"""Options that are told, and how many of them safeties."""
POTS, SAFETIES, OTHERS = 8, 8, 4
"""How many of each kind are played with errors at first."""
ALIKE = 0.3
"""m between what two safeties leave under which they are one choice."""
HOPELESS = 0.05
"""Chance of a pot below which a shot is no attack (our choice)."""
FOULS_APART = 0.5
"""m between the places of the cue ball after two fouls."""
CLOSE = 1.645
"""Standard errors inside which two values are too close to call."""
DISTANT = 0.35
"""Share of the best pot's promise under which a pot is not listed."""


@dataclass(frozen=True, slots=True)
class Branch:
    """A share of what may come of an option, with the chance to win after it (None where it never came)."""

    share: float
    equity: float | None


@dataclass(frozen=True, slots=True)
class Option:
    """One choice with what it is worth: the chance to win the rack, with the standard error of its samples
    and of the estimates behind it.

    `made` is what pots the ball called and plays on, `missed` what hands the table over without a foul,
    `foul` what hands it over in hand; a safety has no `made`. `attack`: the chance of the pot with its
    interval, None for a safety. `hidden`: the share of the next ball that the other cannot hit straight,
    on average after what hands over the table, `hooks` how often all of it is. `ends` are cue-ball places
    after strikes with errors, `made_there` which of them made it. `motion` is the strike without error: it
    hits the ball `hit` first after `rails` cushions, `fullness` of it (1 full, 0 a graze) where it goes
    straight.
    """

    kind: Kind
    called: Called
    cue: Point
    strike: Strike
    value: float
    error: float
    made: Branch
    missed: Branch
    foul: Branch
    attack: Proportion | None
    hidden: float
    hooks: float
    ends: tuple[Point, ...]
    made_there: tuple[bool, ...]
    motion: Motion
    hit: str | None
    rails: int
    fullness: float | None
    settled: bool


@dataclass(frozen=True, slots=True)
class Draft:
    """An option before it is valued."""

    kind: Kind
    called: Called
    cue: Point
    strike: Strike


@dataclass(frozen=True, slots=True)
class Choices:
    """What could be played, the best first, settled or not; empty with the `reason`."""

    options: tuple[Option, ...]
    settled: bool
    reason: str = ""

    def best(self, *kinds: Kind) -> Option | None:
        """The best option of these kinds."""
        return next((one for one in self.options if one.kind in kinds), None)

    @property
    def safety(self) -> Option | None:
        return self.best("safety")

    @property
    def attack(self) -> Option | None:
        """The best option that means to pot a ball."""
        return next((one for one in self.options if one.called is not None), None)

    @property
    def close(self) -> bool:
        """Whether the best two kinds of choice, attack and safety, cannot be told apart."""
        one, other = self.attack, self.safety
        return one is not None and other is not None and too_close(one, other)

    @property
    def break_even(self) -> float | None:
        """The chance of the pot that the best attack needs to be worth the best safety: below 0 it is
        better even missed, above 1 even a sure pot is not enough. None without both."""
        one, other = self.attack, self.safety
        if one is None or other is None or one.made.equity is None:
            return None
        lost = handed(one)
        if lost is None or one.made.equity - lost < 1e-9:
            return None
        return (other.value - lost) / (one.made.equity - lost)


def handed(one: Option) -> float | None:
    """The chance to win after what does not make the pot."""
    parts = [part for part in (one.missed, one.foul) if part.share > 0 and part.equity is not None]
    whole = sum(part.share for part in parts)
    if not parts or whole <= 0:
        return None
    return sum(part.share * (part.equity or 0.0) for part in parts) / whole


def too_close(one: Option, other: Option) -> bool:
    """Whether the difference of two options lies inside its error."""
    return abs(one.value - other.value) <= CLOSE * sqrt(one.error**2 + other.error**2)


def choices(
    at: Standing, me: Side, other: Side, physics: Physics, threads: int = 1, settle: bool = True,
    added: Iterable[Draft] = (), told: Callable[[Choices], object] = lambda found: None,
) -> Choices:  # fmt: skip
    """The options of the player at the table, the best first.

    `told` hears of the first ranking and of every step of the settled one; what it raises stops the work.
    `added` are options that somebody had in mind: they are valued whatever they promise. The answer does
    not depend on the number of `threads`.
    """
    look = me.look(at, (0,), valuing=60)
    here = Standing(at.table, at.discipline, placed(at, look.place), at.due)
    own = tuple(added)
    valuing = _Valuing(here, me, other, physics)
    drafts = [*own, *_drafts(here, look, me, physics, threads)] or _fouls(
        here, look.place, physics, threads
    )
    ranked = sorted((valuing.rough(one) for one in drafts), key=lambda one: -one.value)
    kept = {(one.called, one.strike) for one in own}
    listed = _unlike(ranked, kept)
    told(Choices(tuple(listed), False))
    if settle:
        for number, one in enumerate(list(listed)):
            listed[number] = valuing.fine(one)
            told(Choices(tuple(sorted(listed, key=lambda one: -one.value)), False))
        listed = _named(sorted(listed, key=lambda one: -one.value), kept)
    return Choices(tuple(listed), settle)


def _drafts(here: Standing, look: Look, me: Side, physics: Physics, threads: int) -> Iterable[Draft]:
    """What is worth a closer look."""
    cue = look.place
    run, known = me.chart(here)
    found = []
    for way in run.ways(known) if known is not None else ():
        if way.ball not in here.on:
            continue
        for pocket in POCKETS:
            one = run.maker.outlook(here.layout, here.layout.objects, [way], (2,), 10, pocket, closer=1)
            if one.shot is not None and one.shot.pot > 0.01:
                found.append((one.values[0], one.shot))
    for _, shot in sorted(found, key=lambda one: -one[0])[:POTS]:
        yield Draft("pot", (shot.ball, shot.pocket), cue, pot_strike(here, cue, shot, physics))
    direct = {(shot.ball, shot.pocket) for _, shot in found if shot.pot > 0.3}
    others = 0
    for special in specials(here, cue, me.skill, physics, threads):
        if (special.ball, special.pocket) not in direct and others < OTHERS:
            others += 1
            yield Draft(special.kind, (special.ball, special.pocket), cue, special.strike)
    for strike in screened(here, cue, THOROUGH, physics, SAFETIES, threads):
        yield Draft("safety", None, cue, strike)


def _fouls(here: Standing, cue: Point, physics: Physics, threads: int) -> list[Draft]:
    """Where nothing legal was found: strikes that lose neither the rack nor the cue ball, unlike ones."""
    rows = kicks(QUICK)
    ends = played(here, cue, rows, physics, threads)
    stays = np.flatnonzero((judged(here, ends) != LOST) & (ends.fates[:, 0] == -1))
    place = ends.places[:, 0]
    kept = spread([int(k) for k in stays], place, place, FOULS_APART, OTHERS)
    return [Draft("foul", None, cue, Strike(*(float(value) for value in rows[k]))) for k in kept]


def _unlike(ranked: list[Option], keep: set[tuple[Called, Strike]]) -> list[Option]:
    """The best of what differs: a pot a ball and pocket, safeties that leave different tables."""
    kept: list[Option] = []
    for one in ranked:
        own = (one.called, one.strike) in keep
        twin = any(
            (one.called is not None and one.called == there.called)
            or (one.called is None and there.called is None and _apart(one, there) < ALIKE)
            for there in kept
        )
        full = len(kept) >= LISTED or (one.called is None and sum(k.called is None for k in kept) >= SAFE)
        if own or (not twin and not full):
            kept.append(one)
    return kept


def _apart(one: Option, other: Option) -> float:
    """m between what two strikes without error leave: the ball that was moved furthest apart."""
    first, second = one.motion.after, other.motion.after
    return max(
        (place.distance(second.get(ball) or Point(9.0, 9.0)) for ball, place in first.places),
        default=0.0,
    )


def _named(listed: list[Option], keep: set[tuple[Called, Strike]]) -> list[Option]:
    """The options by what they are: what hardly ever pots its ball is a safety; a pot whose miss leaves no
    more than the best safety does is a two-way shot. `keep` stay what somebody called them."""
    listed = [
        replace(one, kind="safety", called=None, attack=None)
        if one.called is not None and one.made.share < HOPELESS and (one.called, one.strike) not in keep
        else one
        for one in listed
    ]
    safety = next((one for one in listed if one.kind == "safety"), None)
    if safety is None:
        return listed
    found = []
    for one in listed:
        miss = one.missed.equity
        two = (
            one.kind == "pot"
            and miss is not None
            and one.missed.share > 0.1
            and miss >= safety.value - 0.02
        )
        found.append(replace(one, kind="two-way") if two else one)
    return found


class _Valuing:
    """Values options at one standing with the same errors for all of them."""

    def __init__(self, here: Standing, me: Side, other: Side, physics: Physics):
        self.here, self.me, self.other, self.physics = here, me, other, physics
        self.errors = apart_errors((ROUGH, FINE), (3,))

    def rough(self, one: Draft) -> Option:
        return self._valued(one, self.errors[:ROUGH], False)

    def fine(self, one: Option) -> Option:
        draft = Draft(one.kind, one.called, one.cue, one.strike)
        return self._valued(draft, self.errors[ROUGH:], True)

    def _valued(self, one: Draft, errors: np.ndarray, fine: bool) -> Option:
        here, physics = self.here, self.physics
        rows = mistaken(here, one.cue, one.strike, self.me.skill, physics, errors)
        ends = played(here, one.cue, rows, physics)
        values, verdicts = worth(here, ends, one.called, self.me, self.other, 4)
        doubt = DOUBT[here.discipline] * float(np.sqrt(values * (1.0 - values)).mean())
        over = np.flatnonzero(verdicts == OVER)
        if fine and len(over):
            some = over[:: max(1, len(over) // REPLIES)][:REPLIES]
            values[over] += np.mean([self._answered(ends, int(k), one.called) - values[k] for k in some])
        theirs = Standing(here.table, here.discipline, here.layout, OTHER[here.due])
        blocked = seen(theirs, ends)[over]
        made = (verdicts == AGAIN) | (verdicts == WON)
        foul = (verdicts == FOUL) | (verdicts == LOST)
        stays = ends.fates[:, 0] == -1
        count = len(verdicts)
        motion = play(here.table, here.layout, one.strike, physics)
        rails = _rails_before(motion)
        return Option(
            one.kind, one.called, one.cue, one.strike, float(values.mean()),
            sqrt(float(values.var()) / count + doubt**2),
            _branch(made, values), _branch(verdicts == OVER, values), _branch(foul, values),
            None if one.called is None else wilson(int(made.sum()), count),
            float(blocked.mean()) if len(blocked) else 0.0,
            float(blocked.all(axis=1).mean()) if len(blocked) else 0.0,
            tuple(Point(float(x), float(y)) for x, y in ends.places[stays, 0]),
            tuple(bool(good) for good in made[stays]),
            motion, motion.first_hit, rails, None if rails else _fullness(here, one, motion), fine,
        )  # fmt: skip

    def _answered(self, ends: Ends, k: int, called: Called) -> float:
        """The player's chance to win after strike k, once the other's answer is played."""
        then = after(self.here, ends, k, OVER, called)
        rng = np.random.default_rng((5, k))
        meant = decide(then, self.other, self.me, self.physics, rng)
        there = Standing(then.table, then.discipline, placed(then, meant.cue), then.due)
        errors = rng.standard_normal((ANSWERED, 4))
        rows = mistaken(there, meant.cue, meant.strike, self.other.skill, self.physics, errors)
        came = played(there, meant.cue, rows, self.physics)
        theirs, _ = worth(there, came, meant.called, self.other, self.me, 6)
        return 1.0 - float(theirs.mean())


def _rails_before(motion: Motion) -> int:
    """Cushions the cue ball meets before a ball."""
    count = 0
    for event in motion.trace.happenings():
        if event.kind == "ball" and CUE in (event.ball, event.what):
            return count
        count += event.kind == "rail" and event.ball == CUE
    return count


def _fullness(here: Standing, one: Draft, motion: Motion) -> float | None:
    """How full the first ball is hit: 1 less the sine of the cut."""
    place = None if motion.first_hit is None else here.layout.get(motion.first_hit)
    if place is None or motion.first_hit is None:
        return None
    way = one.strike.aim + squirt(one.strike.side, STANDARD.tip_mass)
    to = place.minus(one.cue)
    off = abs(to.x * sin(way) - to.y * cos(way))
    return max(0.0, 1.0 - off / (here.table.cue_ball_radius + here.table.radius(motion.first_hit)))


def _branch(which: np.ndarray, values: np.ndarray) -> Branch:
    return Branch(float(which.mean()), float(values[which].mean()) if which.any() else None)
