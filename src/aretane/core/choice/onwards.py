"""How much the estimates of a layout are off.

Racks are played on from the layout for some turns; the chances after them differ from the chance that the
first strike promised. The layout causes that difference, so all its options share one correction. With
groups its attacks share one and its safeties another: where the table goes to and fro before a run, other
things are misjudged. An option that takes a cluster apart makes another layout and has a correction of its
own.
"""

from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from itertools import islice

import numpy as np

from ..contest.decide import GLANCE, Intended, family, standing_equity
from ..contest.duel import Turn, turns
from ..contest.luck import luck
from ..contest.seat import Seat
from ..contest.turn import Standing
from ..motion.physics import Physics
from ..runout.group import OPEN
from .option import Option

WORK, OPEN_WORK = {"rotation": 1400, "groups": 4600, "points": 3000}, 1800
"""Turns that are played on times the balls on the table at each, about, by family of games: that is what
takes time. None of snooker, whose estimate is close; less while both groups are open, whose maps take
longest."""
DEEP = 12
"""Turns of one rack."""
APART = 1 / 3
"""Share of the work that goes to the racks of an option that takes a cluster apart, where there is one."""
BLOCK, MOST = 8, 240
"""Racks between two looks at the work that is done; racks at the most."""
OFF = 0.09
"""How far the estimates of a layout are usually off (from racks played out): what was found is trusted so
much more than its own error."""


def work_at(at: Standing) -> int:
    """How much is played on from a standing; 0: nothing, as where nobody plays against the player."""
    if at.alone:
        return 0
    return OPEN_WORK if at.group_on == OPEN else WORK.get(family(at.discipline), 0)


def apart(at: Standing) -> bool:
    """Whether attacks and safeties have corrections of their own: with groups. In rotation both go for the
    same ball, and two corrections are more luck for the best of them."""
    return family(at.discipline) == "groups"


def shared(work: int, firsts: Sequence[Option], broken: Option | None) -> list[tuple[Option, int]]:
    """The options whose racks are played on, each with its part of the work.

    These are the `firsts`, the best that leave the clusters as they are, and the one that takes a cluster
    apart, where there is one.
    """
    if not work:
        return []
    rest = [] if broken is None or broken in firsts else [(broken, round(APART * work) if firsts else work)]
    left = work - sum(part for _, part in rest)
    return [*((one, left // len(firsts)) for one in firsts), *rest]


def drift(
    starts: Sequence[tuple[Standing, Intended]], seats: tuple[Seat, Seat], physics: Physics, work: int,
    threads: int = 1, report: Callable[[], object] = lambda: None,
) -> float:  # fmt: skip
    """The correction (a difference of chances) of a layout for the player at the table.

    It is the mean chance of racks that begin with the `starts`, in turn, and are played on, less the chance
    that the first strike, or the other player's answer to it, promised. Racks that the first strike ended
    do not count. `work` as of `work_at`; `report` is called after every block. The answer does not depend
    on `threads`.
    """
    found: list[float] = []
    done, racks = 0, 0

    def one(number: int) -> tuple[float | None, int]:
        at, first = starts[number % len(starts)]
        return _played_on(at, seats, physics, first, number)

    with ThreadPoolExecutor(threads) as pool:
        while done < work and racks < MOST:
            for change, balls in pool.map(one, range(racks, racks + BLOCK)):
                done += balls
                found += [] if change is None else [change]
            racks += BLOCK
            report()
    if len(found) < 2:
        return 0.0
    noise = float(np.var(found, ddof=1)) / len(found)
    return float(np.mean(found)) * OFF**2 / (OFF**2 + noise)


def _played_on(
    at: Standing, seats: tuple[Seat, Seat], physics: Physics, first: Intended, number: int
) -> tuple[float | None, int]:
    """The change of the chance to win over the turns after the first strike, their luck taken off, and the
    sum of the balls on the table at those turns.

    Where the first strike hands the table over, the count starts after the other's answer, which the option
    includes already. The change is None where the first strike ended the rack.
    """
    rack = list(islice(turns(at, seats, physics, np.random.default_rng((17, number)), first), DEEP + 1))
    work = sum(len(turn.at.layout.objects) for turn in rack)
    if rack[0].won is not None:
        return None, work
    known = 1 if rack[0].next == 1 else 0
    lucky = 0.0 if at.game.any_order else sum(luck(turn, seats, physics) for turn in rack[known + 1 :])
    return _chance(rack[-1], seats, number) - _chance(rack[known], seats, number) - lucky, work


def _chance(turn: Turn, seats: tuple[Seat, Seat], seed: int) -> float:
    """The first player's chance to win after a turn."""
    if turn.won is not None:
        return turn.won
    who, rest = seats[turn.next], seats[1 - turn.next]
    chance = standing_equity(who.look(turn.then, (18, seed), closer=GLANCE), turn.then, who, rest)
    return chance if turn.next == 0 else 1.0 - chance
