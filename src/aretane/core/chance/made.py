"""What counts as making a shot: direct, bank, combination, carom, kick, kiss, and mixtures of them."""

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ..equipment.table import POCKETS, PocketName
from ..motion.kernel.slots import ON_TABLE
from ..motion.play import Ends

Way = Literal["any", "direct", "bank", "combination", "carom", "kick", "kiss", "jump", "swerve"]


@dataclass(frozen=True, slots=True)
class Task:
    """A ball to be potted in a pocket, and how.

    `direct`: hit first, no bank on the way, by the cue ball; `jump` and `swerve` too, with a raised cue.
    `bank`: hit first, over at least one cushion. `combination`: another ball is met first and the potted
    ball is sent by an object ball. `carom`: another ball is met first, and the cue ball sends the ball.
    `kiss`: hit first, and off another ball into the pocket. `kick`: the cue ball meets a cushion first.
    `any`: however it falls. `also`: ways that it is made in as well, as a bank of a combination. Without a
    pocket it is a safety: the ball is to be hit lawfully, and no ball to fall.
    """

    ball: str
    pocket: PocketName | None
    way: Way = "any"
    also: tuple[str, ...] = ()

    @property
    def ways(self) -> frozenset[str]:
        """All ways it has to be made in."""
        return frozenset((self.way, *self.also))


def made(task: Task, ends: Ends) -> NDArray[np.bool_]:
    """Which of the shots (k,) did it. A glancing cushion (under 20 degrees) makes no bank."""
    target = ends.names.index(task.ball)
    if task.pocket is None:
        return _hit(task, ends, target)
    down = ends.fates[:, target] == POCKETS.index(task.pocket)
    ways = task.ways - {"any"}
    if not ways:
        return np.asarray(down)
    first, by = ends.first_hit == target, ends.hit_by[:, target]
    if "combination" in ways:
        down = down & ~first & (by > 0)
    elif "carom" in ways:
        down = down & ~first & (by == 0)
    elif "kiss" in ways:
        down = down & first & (by > 0)
    elif "bank" in ways:
        down = down & (first | ("kick" in ways))
    elif "kick" not in ways:
        down = down & first & (by == 0) & (ends.banks[:, target] == 0)
    if "bank" in ways:
        down = down & (ends.banks[:, target] > 0)
    if "kick" in ways:
        down = down & (ends.rails_before > 0)
    elif ways & {"direct", "jump", "swerve"}:
        down = down & (ends.rails_before == 0)
    return np.asarray(down)


def _hit(task: Task, ends: Ends, target: int) -> NDArray[np.bool_]:
    """Which of the shots (k,) hit the ball first, with a cushion after or before, and pot nothing."""
    stays = (ends.fates == ON_TABLE).all(axis=1)
    hit = (ends.first_hit == target) & stays & (ends.rails.sum(axis=1) > ends.rails_before)
    return np.asarray(hit & ((ends.rails_before > 0) == ("kick" in task.ways)))
