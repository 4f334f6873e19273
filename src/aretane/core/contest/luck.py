"""How much of what a model player's strike changed was its luck.

Taken off the changes of a rack that is played on, it leaves their mean as it is and halves their variance:
half the racks say as much.
"""

import numpy as np

from ..motion.physics import Physics
from ..skill.scatter import even_errors
from .duel import Turn
from .seat import Seat, race
from .strikes import mistaken, played
from .turn import judged
from .verdicts import AGAIN, FOUL, LOST, WON

OUTCOMES = 64
"""Strikes with errors by which it is counted how often a strike comes out in which way."""
KEEPS, FOULS, ENDS = 1.6, -0.07, 0.8
"""What a strike's luck is worth: of keeping the table, in differences of the race between both players; of
fouling, in chances; of ending the rack, in what was still open. Fitted to 800 racks of nine-ball and
eight-ball with players of all levels; any other weights leave the mean as it is too. In straight pool,
where one strike changes little, it helps nothing."""


def luck(turn: Turn, sides: tuple[Seat, Seat], physics: Physics) -> float:
    """The luck of a strike in chances of the first player: its outcome less what usually comes of it.

    Its mean over the player's errors is nothing.
    """
    me, other = sides[turn.who], sides[1 - turn.who]
    at, meant = turn.at.with_cue(turn.meant.cue), turn.meant
    rows = mistaken(at, meant.cue, meant.strike, me.skill, physics, even_errors(OUTCOMES))
    verdicts = judged(at, played(at, meant.cue, rows, physics), meant.called)

    def by_luck(*kinds: int) -> float:
        return float(turn.verdict in kinds) - float(np.isin(verdicts, kinds).mean())

    kept, handed = race(turn.at, me, other), 1.0 - race(turn.at.theirs, other, me)
    ended = by_luck(WON) * (1.0 - kept) - by_luck(LOST) * handed
    found = KEEPS * by_luck(AGAIN, WON) * (kept - handed) + FOULS * by_luck(FOUL, LOST) + ENDS * ended
    return found if turn.who == 0 else -found
