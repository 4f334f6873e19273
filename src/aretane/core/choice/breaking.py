"""Taking a cluster apart with a pot now, and not later: which strikes do it."""

from ..contest.seat import Seat
from ..contest.turn import Called, Standing
from ..motion.physics import Physics
from ..patterns.clusters import clusters
from ..patterns.nudge import looked_at
from ..runout.games import Question
from ..runout.group import OPEN
from .notes import freed
from .option import Draft

LIKELY = 0.3
"""Chance of a pot from which it may be asked to take a cluster apart (our choice)."""
SPEEDS = tuple(round(0.8 * 1.09**k, 3) for k in range(22))
"""m/s that are tried: close together, for a cluster is met by few of them."""
MOST, TRIED = 2, 24
"""Such pots at the most, and how many strikes that meet the cluster are looked at, the likeliest first."""


def break_outs(here: Standing, me: Seat, physics: Physics) -> list[Draft]:
    """Pots that free a ball of the player from a cluster on the way, the likeliest first, one of each ball
    and pocket; none in snooker, nor before a group is chosen."""
    cue = here.layout.cue
    if here.game.by_colours or here.group_on == OPEN or cue is None:
        return []
    tied = {ball for cluster in clusters(here.table, here.layout) for ball in cluster.balls}
    if not tied:
        return []
    asked = Question(here.table, here.discipline, here.layout, here.group_on, me.skill, physics)
    own = set(asked.playable())
    meet = [
        one
        for one in looked_at(me.run(here.group_on), asked, tied, SPEEDS)
        if one.moves and one.shot.pot >= LIKELY and one.shot.ball in here.on and one.left.cue is not None
    ]
    found: dict[Called, Draft] = {}
    for one in sorted(meet, key=lambda one: -one.shot.pot)[:TRIED]:
        called = (one.shot.ball, one.shot.pocket)
        if called not in found and own & set(freed(here, one.left)[0]):
            found[called] = Draft("pot", called, cue, one.strike)
    return list(found.values())[:MOST]
