"""Games whose balls are potted in turn: how layouts are read there that strokes leave which move balls.

The figures were fitted to 523 strokes of nine-ball and 208 of eight-ball that moved a ball, of players of
three levels, each held to a map of the layout it left.
"""

from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from .grid import grid_of, nodes_of
from .maps import UNREAD, Maker, Turn

IN_ORDER, IN_GROUPS = 0.76, 0.45
"""Power of the usual chances of the balls to come that is left by choosing where the cue ball goes, and
where a group goes first, in which order."""
SPACING = 0.42
"""m between the places from which pots are looked at, about (our choice)."""


def reading_in_turn(maker: Maker, turns: Mapping[str, Turn], power: float) -> Maker:
    """The same maps, where a stroke moved balls with a glance at what it left. `turns`: as in `Maker`;
    `power`: IN_ORDER or IN_GROUPS."""
    places = nodes_of(*grid_of(maker.table, SPACING))
    return replace(maker, turns=turns, glance=UNREAD._replace(places=places, going=np.array([power])))
