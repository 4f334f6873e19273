"""A sensible player without a map, whom the plan has to beat."""

from collections.abc import Sequence

import numpy as np

from .grid import grid_of, nodes_of
from .maps import Maker
from .rotation import KINDS, rotation_run
from .run import Run, state


def nearest_run(maker: Maker, order: Sequence[str]) -> Run:
    """A run in rotation by a player who looks one ball ahead: each pot is chosen by its chance and by how
    near it brings the cue ball to the next ball.

    It is for play-outs; its values mean nothing. Raises KeyError for a ball that is not there.
    """
    places = dict(maker.layout.places)
    nodes = nodes_of(*grid_of(maker.table, maker.spacing))
    rotation_run(maker, order)
    for number in range(1, len(order)):
        ball = places[order[number]]
        far = np.hypot(nodes[:, 0] - ball.x, nodes[:, 1] - ball.y)
        maker.known(state("", order[number:]), (1.0 - far / maker.table.length).clip(0.0)[None, :])
    return Run(maker, state("", order), KINDS, lambda at: at[1:])
