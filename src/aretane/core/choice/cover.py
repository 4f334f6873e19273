"""How much of a ball is hidden from the cue ball, for many places at once."""

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

LINES = 15
"""Straight ways looked at, from a graze on one side of the ball to one on the other."""
GRAZE = 0.96
"""How far off centre the thinnest of them meets it (share of both radii)."""


def hidden(cue: Array, ball: Array, others: Array, radii: Array, cue_radius: float, radius: float) -> Array:
    """Which straight ways (k, LINES) of a cue ball at `cue` (k, 2) to a ball at `ball` (k, 2) are blocked.

    `others` (k, m, 2) are the other balls, NaN where one is gone, with `radii` (m,), all in metres; the two
    last are the radii of the cue ball and of the ball.
    """
    apart = cue_radius + radius
    way = ball - cue
    far = np.hypot(way[:, 0], way[:, 1])
    line = np.arctan2(way[:, 1], way[:, 0])
    off = GRAZE * np.linspace(-1.0, 1.0, LINES)
    turned = line[:, None] + np.arcsin(
        np.clip(off[None, :] * apart / np.maximum(far, apart)[:, None], -1, 1)
    )
    reach = np.maximum(far[:, None] * np.cos(turned - line[:, None]) - apart * np.sqrt(1 - off**2), 0.0)
    dx, dy = np.cos(turned), np.sin(turned)
    ox, oy = (others[:, None, :, axis] - cue[:, None, None, axis] for axis in (0, 1))
    along = np.clip(ox * dx[:, :, None] + oy * dy[:, :, None], 0.0, reach[:, :, None])
    gap = np.hypot(ox - along * dx[:, :, None], oy - along * dy[:, :, None])
    return np.asarray((gap < (cue_radius + radii)[None, None, :]).any(axis=2))
