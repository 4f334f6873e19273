"""What counts as making a shot: direct, bank, combination, carom, kick."""

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ..equipment.table import POCKETS, PocketName
from ..motion.play import Ends

Way = Literal["any", "direct", "bank", "combination", "carom", "kick"]


@dataclass(frozen=True, slots=True)
class Task:
    """A ball to be potted in a pocket, and how.

    `direct`: hit first, no bank on the way, by the cue ball. `bank`: hit first, over at
    least one cushion. `combination`: another ball is met first and the potted ball is sent by an object
    ball. `carom`: another ball is met first, and the cue ball sends the ball. `kick`: the cue ball meets a
    cushion first. `any`: however it falls.
    """

    ball: str
    pocket: PocketName
    way: Way = "any"


def made(task: Task, ends: Ends) -> NDArray[np.bool_]:
    """Which of the shots (k,) did it. A glancing cushion (under 20 degrees) makes no bank."""
    target = ends.names.index(task.ball)
    down = ends.fates[:, target] == POCKETS.index(task.pocket)
    first, by = ends.first_hit == target, ends.hit_by[:, target]
    if task.way == "direct":
        return np.asarray(
            down & first & (ends.rails_before == 0) & (by == 0) & (ends.banks[:, target] == 0)
        )
    if task.way == "bank":
        return np.asarray(down & first & (ends.banks[:, target] > 0))
    if task.way == "combination":
        return np.asarray(down & ~first & (by > 0))
    if task.way == "carom":
        return np.asarray(down & ~first & (by == 0))
    if task.way == "kick":
        return np.asarray(down & (ends.rails_before > 0))
    return np.asarray(down)
