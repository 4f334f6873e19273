"""Taking a cluster apart with a pot, now or later: which strikes do, and what their tables are worth with
maps of their own."""

import numpy as np
from numpy.typing import NDArray

from ..motion.physics import Physics
from ..motion.play import Ends
from ..patterns.clusters import clusters
from ..patterns.nudge import looked_at
from ..runout.games import Question
from ..runout.group import OPEN
from .decide import family, standing_equity
from .notes import freed
from .option import Draft
from .scored import SNOOKER
from .side import Side, sides
from .turn import Called, Standing, after
from .verdicts import AGAIN

LIKELY = 0.3
"""Chance of a pot from which it may be asked to take a cluster apart (our choice)."""
SPEEDS = tuple(round(0.8 * 1.09**k, 3) for k in range(22))
"""m/s that are tried: close together, for a cluster is met by few of them."""
MOST, TRIED = 2, 24
"""Such pots at the most, and how many strikes that meet the cluster are looked at, the likeliest first."""
SEARCHED, COARSER = {"rotation": 3, "groups": 2}, {"rotation": 2.5, "groups": 1.8}
"""Tables after such a pot that get maps of their own, and how much wider their grid is, for their time.
(Nine-ball tables that no ball was moved on came to the same on it: 0.000 on average, spread 0.008.)"""


def asks(at: Standing) -> bool:
    """Whether it is asked what a cluster is worth apart: not in snooker, nor before a group is chosen."""
    return at.discipline != SNOOKER and at.due != OPEN


def break_outs(here: Standing, me: Side, physics: Physics) -> list[Draft]:
    """Pots that free a ball of the player from a cluster on the way, the likeliest first, one of each ball
    and pocket."""
    cue = here.layout.cue
    tied = (
        {ball for one in clusters(here.table, here.layout) for ball in one.balls} if asks(here) else set()
    )
    if not tied or cue is None:
        return []
    asked = Question(here.table, here.discipline, here.layout, here.due, me.skill, physics)
    own = set(asked.playable())
    meet = [
        one
        for one in looked_at(me.run(here.due), asked, tied, SPEEDS)
        if one.moves and one.shot.pot >= LIKELY and one.shot.ball in here.on and one.left.cue is not None
    ]
    found: dict[Called, Draft] = {}
    for one in sorted(meet, key=lambda one: -one.shot.pot)[:TRIED]:
        called = (one.shot.ball, one.shot.pocket)
        if called not in found and own & set(freed(here, one.left)[0]):
            found[called] = Draft("pot", called, cue, one.strike)
    return list(found.values())[:MOST]


def with_own_maps(
    here: Standing, ends: Ends, again: NDArray[np.int64], called: Called, players: tuple[Side, Side],
    physics: Physics,
) -> dict[int, float]:  # fmt: skip
    """The player's chances to win after some of the strikes (`again`) that play on, by k: what they leave
    is searched anew, for the balls do not lie where the maps of the standing have them."""
    me, other = players
    game, found = family(here.discipline), {}
    for k in again[:: max(1, len(again) // SEARCHED[game])][: SEARCHED[game]]:
        then = after(here, ends, int(k), AGAIN, called)
        asked = Question(then.table, then.discipline, then.layout, then.due, me.skill, physics)
        mine, theirs = sides(asked, other.skill, COARSER[game])
        found[int(k)] = standing_equity(mine.look(then, (4, int(k))), then, mine, theirs)
    return found
