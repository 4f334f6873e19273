"""What could be played: the shots worth listing at a standing, alike ones merged, with their worth."""

from collections.abc import Callable, Iterable
from dataclasses import replace

import numpy as np

from ..geometry import Point
from ..motion.physics import Physics
from ..motion.strike import Strike
from ..table import POCKETS
from .decide import pot_strike, screened
from .option import Choices, Draft, Option
from .side import Look, Side
from .special import specials
from .strikes import QUICK, THOROUGH, kicks, placed, played, spread
from .turn import LOST, Called, Standing, judged
from .valuing import Valuing

LISTED, SAFE = 8, 4
"""Options that are told, and how many of them safeties."""
POTS, SAFETIES, OTHERS = 8, 32, 4
"""How many of each kind are played with errors at first."""
ALIKE = 0.3
"""m between what two safeties leave under which they are one choice."""
HOPELESS = 0.05
"""Chance of a pot below which a shot is no attack (our choice)."""
FOULS_APART = 0.5
"""m between the places of the cue ball after two fouls."""


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
    valuing = Valuing(here, me, other, physics)
    drafts = [*own, *_drafts(here, look, me, physics, threads)] or _fouls(
        here, look.place, physics, threads
    )
    if not drafts:
        return Choices((), True, "nothing that can be played was found from here: check the layout")
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
