"""What could be played: the shots worth listing at a standing, alike ones merged, with their worth."""

from collections.abc import Callable, Collection, Iterable, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..contest.decide import GLANCE, pot_strike, screened, worth
from ..contest.look import Look
from ..contest.seat import Seat, openness
from ..contest.strikes import THOROUGH, played
from ..contest.turn import Called, Standing
from ..equipment.table import POCKETS
from ..geometry import Point
from ..motion.physics import Physics
from ..motion.strike import Strike
from ..runout.routes import families
from ..runout.run import Run
from .breaking import break_outs
from .free_ball import free_balls
from .handed import fouls, push_outs
from .in_hand import Hand, places
from .option import Choices, Draft, Kind, Option
from .raised import HIDDEN, raised
from .settling import Budget, Work, settled
from .special import specials
from .valuing import Valuing

LISTED = 8
"""Options that are listed."""
MOST: dict[Kind, int] = {"safety": 4, "push-out": 2, "foul": 1}
"""How many of them may be of these kinds."""
POTS, SAFETIES, OTHERS = 8, 32, 4
"""How many of each kind are played with errors at first."""
SCREENED = 120
"""Safeties among which those are chosen."""
ROUTED, ROUTES, SAME_POT = 2, 3, 2
"""Pots whose other routes are looked at once the answer is settled, how many of each, and at most so many
options of one pot."""
SURE = 0.75
"""Chance of a pot from which a foul is no question in straight pool (our choice)."""
LIKELY = 0.3
"""Chance of a pot from which its routes are a question (our choice)."""
ROUTES_APART = 0.4
"""m between where two routes leave the cue ball under which they are one choice."""
ALIKE = 0.3
"""m between what two safeties leave under which they are one choice."""
HOPELESS = 0.1
"""Chance of a pot below which a shot is no attack but a safety: nine times in ten it is what it leaves that
counts (our choice)."""
TWO_WAY = 0.25
"""Share of its strikes that pot a ball and play on from which a safety is a two-way shot."""
SORE = 0.35
"""Chance to win under which giving a foul away is looked at (our choice); not in snooker, where it is
ungentlemanly conduct (WPBSA, memory)."""


@dataclass(frozen=True, slots=True)
class May:
    """What the player may do besides a strike from where the cue ball lies: push out, put the cue ball
    elsewhere."""

    push: bool = False
    hand: Hand = ""


PLAIN = May()


def never() -> bool:
    """False: an answer that may take as long as it needs."""
    return False


def choices(
    at: Standing, me: Seat, other: Seat, physics: Physics, threads: int = 1, settle: bool = True,
    added: Iterable[Draft] = (), report: Callable[[Choices], object] = lambda found: None, may: May = PLAIN,
    time_is_up: Callable[[], bool] = never,
) -> Choices:  # fmt: skip
    """The options of the player at the table, the best first.

    `report` is called with the first ranking and after every step of the settled one; an exception it
    raises stops the work. `added` are options that somebody asks about: they are always valued. The answer
    is the same for any number of `threads`. When `time_is_up` says so, the best ranking so far is returned,
    not settled, each option with its error so far.
    """
    look = me.look(at, (0,), valuing=60)
    here = at.with_cue(look.place)
    work = Work(
        here, me, other, physics, threads, Budget(time_is_up, threads), Valuing(here, me, other, physics)
    )
    own, breaking = tuple(added), break_outs(here, me, physics)
    ranked = _ranked(work, look, [*own, *breaking], may, settle)
    if not ranked:
        return Choices((), True, "nothing that can be played was found from here: check the layout")
    kept = {(one.called, one.strike) for one in own}
    broken_by = {one.strike for one in breaking}
    listed = unlike(ranked, kept, broken_by)
    report(Choices(tuple(listed), False))
    if settle:
        listed = settled(work, listed, broken_by, {one.strike for one in own}, report)
        listed = listed if here.alone else _named(listed, kept)
    return Choices(tuple(listed), settle and not work.budget.cut)


def _ranked(work: Work, look: Look, drafts: list[Draft], may: May, settle: bool) -> list[Option]:
    """What can be played, by a first value, the best first; `drafts` are in it whatever they promise."""
    here, me, other, physics, threads = work.here, work.me, work.other, work.physics, work.threads
    drafts = [*drafts, *_drafts(here, look, me, other, physics, threads)]
    drafts += places(here, may.hand, me, physics, threads)
    if may.push and not here.alone:
        drafts += push_outs(here, look.place, me, other, physics, threads)
    ranked = work.budget.valued(work.valuing.rough, drafts)
    if _may_foul(here, ranked):
        given = fouls(here, look.place, me, other, physics, threads)
        ranked += work.budget.valued(work.valuing.rough, given)
    if settle:
        ranked += work.budget.valued(work.valuing.rough, _routes(ranked, me.run(here.group_on)))
    ranked.sort(key=lambda one: -one.value)
    return ranked


def _may_foul(here: Standing, ranked: Iterable[Option]) -> bool:
    """Whether a deliberate foul is worth a look.

    It is where the chance to win is small, and in straight pool where no pot is likely: there a foul costs
    a point and gives no ball in hand.
    """
    if here.game.by_colours or here.alone:
        return False
    if here.game.any_order:
        return (
            max((option.made.share for option in ranked if option.called is not None), default=0.0) < SURE
        )
    return max((option.value for option in ranked), default=0.0) < SORE


def _drafts(
    here: Standing, look: Look, me: Seat, other: Seat, physics: Physics, threads: int
) -> Iterable[Draft]:
    """What is worth a closer look."""
    cue = look.place
    run, _ = me.chart(here)
    found = []
    for way in me.ways(here):
        for pocket in POCKETS:
            outlook = run.maker.outlook(here.layout, here.layout.objects, [way], (2,), 10, pocket, closer=1)
            if outlook.shot is not None and outlook.shot.pot > 0.01:
                found.append((outlook.values[0], outlook.shot))
    for _, shot in sorted(found, key=lambda one: -one[0])[:POTS]:
        yield Draft("pot", (shot.ball, shot.pocket), cue, pot_strike(here, cue, shot, physics))
    yield from free_balls(here, cue, me.skill, physics)
    direct = {(shot.ball, shot.pocket) for _, shot in found if shot.pot > 0.3}
    others = 0
    for special in specials(here, cue, me.skill, physics, threads):
        if (special.ball, special.pocket) not in direct and others < OTHERS:
            others += 1
            yield Draft(special.kind, (special.ball, special.pocket), cue, special.strike)
    if openness(here, cue) < 1.0 - HIDDEN:
        for over in raised(here, cue, me.skill, physics, threads)[:OTHERS]:
            yield Draft(over.kind, over.called, cue, over.strike)
    if here.alone:
        return
    for strike in _safest(here, cue, me, other, physics, threads):
        yield Draft("safety", None, cue, strike)


def _routes(ranked: Sequence[Option], run: Run) -> list[Draft]:
    """Other ways to the next position after the best pots from where the cue ball lies."""
    cue = run.maker.layout.cue
    pots = [
        option
        for option in ranked
        if option.kind == "pot" and option.cue == cue and option.made.share >= LIKELY
    ]
    pots.sort(key=lambda pot: -pot.value)
    return [
        Draft("pot", pot.called, pot.cue, route.strike)
        for pot in pots[:ROUTED]
        if pot.called is not None
        for route in families(run, *pot.called)[:ROUTES]
    ]


def _safest(
    here: Standing, cue: Point, me: Seat, other: Seat, physics: Physics, threads: int
) -> Iterable[Strike]:
    """Safeties for a closer look.

    The best by a first guess are struck without error; of those, the ones are kept that leave the other
    player least.
    """
    found = [strike for _, strike in screened(here, cue, THOROUGH, physics, SCREENED, threads)]
    if len(found) <= SAFETIES:
        return found
    ends = played(here, cue, np.array([strike.array() for strike in found]), physics, threads)
    values, _ = worth(here, ends, None, me, other, 9, GLANCE)
    best = [int(k) for k in np.argsort(-values, kind="stable")]
    half = SAFETIES // 2
    kept = list(dict.fromkeys([*range(half), *best]))[:SAFETIES]
    return [found[k] for k in kept]


def unlike(
    ranked: list[Option], keep: set[tuple[Called, Strike]], breaking: Collection[Strike] = ()
) -> list[Option]:
    """The best options that differ from one another.

    Two pots differ by ball, pocket or the place they lead to, two safeties by the table they leave. The
    best safety, the best pot and the best of the strikes `breaking` a cluster are always among them.
    """
    kinds = (_is_safety, _is_attack, lambda one: one.strike in breaking)
    bests = [next((option for option in ranked if of_its_kind(option)), None) for of_its_kind in kinds]
    wanted = [one for one in bests if one is not None]
    kept: list[Option] = []
    for one in ranked:
        own = (one.called, one.strike) in keep or any(one is best for best in wanted)
        twin = any(alike(one, there) for there in kept)
        again = sum(one.called is not None and one.called == there.called for there in kept)
        same = sum(there.kind == one.kind for there in kept)
        waiting = sum(all(best is not there for there in kept) for best in wanted)
        full = len(kept) + waiting >= LISTED or same >= MOST.get(one.kind, LISTED)
        if own or not (twin or full or again >= SAME_POT):
            kept.append(one)
    return kept


def alike(option: Option, other: Option) -> bool:
    """Whether two options are one choice: the same pot by the same route, or safeties that leave one
    table."""
    return _one_route(option, other) or _one_table(option, other)


def _is_safety(option: Option) -> bool:
    return option.hands_over


def _is_attack(option: Option) -> bool:
    return option.called is not None


def _one_route(option: Option, other: Option) -> bool:
    """Whether two options pot the same ball alike and leave the cue ball at one place."""
    if option.called is None or option.called != other.called:
        return False
    ends = option.motion.after.cue, other.motion.after.cue
    routed = option.kind == other.kind == "pot" and option.cue == other.cue
    return not routed or ends[0] is None or ends[1] is None or ends[0].distance(ends[1]) < ROUTES_APART


def _one_table(option: Option, other: Option) -> bool:
    """Whether two safeties leave nearly the same table."""
    return option.hands_over and other.hands_over and _apart(option, other) < ALIKE


def _apart(option: Option, other: Option) -> float:
    """m between what two strikes without error leave: the ball that was moved furthest apart."""
    first, second = option.motion.after, other.motion.after
    return max(
        (place.distance(second.get(ball) or Point(9.0, 9.0)) for ball, place in first.places),
        default=0.0,
    )


def _named(listed: list[Option], keep: set[tuple[Called, Strike]]) -> list[Option]:
    """The options with the kind each one really is.

    A pot that hardly ever falls becomes a safety; a pot whose miss leaves no more than the best safety
    becomes a two-way shot, and so does a safety that pots a ball a quarter of the time or more. Options in
    `keep` stay as somebody named them.
    """
    listed = [
        replace(option, kind="safety", called=None, attack=None)
        if option.called is not None
        and option.made.share < HOPELESS
        and (option.called, option.strike) not in keep
        else option
        for option in listed
    ]
    listed = [
        replace(option, kind="two-way")
        if option.kind == "safety"
        and option.made.share >= TWO_WAY
        and (option.called, option.strike) not in keep
        else option
        for option in listed
    ]
    safety = next((option for option in listed if option.kind == "safety"), None)
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
