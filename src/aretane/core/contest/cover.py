"""How much of a ball is hidden from the cue ball, for many places at once."""

import numpy as np
from numpy.typing import NDArray

from ..motion.kernel.jit import compiled

Array = NDArray[np.float64]

LINES = 15
"""Straight ways looked at, from a graze on one side of the ball to one on the other."""
GRAZE = 0.96
"""How far off centre the thinnest of them meets it (share of both radii)."""


def hidden(
    cue: Array, ball: Array, others: Array, radii: Array, cue_radius: float, radius: float
) -> NDArray[np.bool_]:
    """Which of the straight lines (k, LINES) from a cue ball at `cue` (k, 2) to a ball at `ball` (k, 2) are
    blocked.

    others (k, m, 2): the other balls, NaN where a ball is gone; radii (m,). All in metres. The last two
    arguments are the radii of the cue ball and of the ball.
    """
    blocked = np.zeros((len(cue), LINES), dtype=np.bool_)
    off = GRAZE * np.linspace(-1.0, 1.0, LINES)
    places, there, rest, wide = (
        np.ascontiguousarray(part, dtype=float) for part in (cue, ball, others, radii)
    )
    _block(places, there, rest, wide, float(cue_radius), float(radius), off, blocked)
    return blocked


@compiled
def _block(
    cue: Array, ball: Array, others: Array, radii: Array, cue_radius: float, radius: float, off: Array,
    blocked: NDArray[np.bool_],
) -> None:  # fmt: skip
    """Set in `blocked` (k, l) the ways that meet the ball `off` (l,) centre, in shares of both radii, and
    another ball before it."""
    apart = cue_radius + radius
    for k in range(cue.shape[0]):
        far = max(np.hypot(ball[k, 0] - cue[k, 0], ball[k, 1] - cue[k, 1]), 1e-12)
        x, y = (ball[k, 0] - cue[k, 0]) / far, (ball[k, 1] - cue[k, 1]) / far
        for line in range(off.shape[0]):
            turn = min(1.0, max(-1.0, off[line] * apart / max(far, apart)))
            ahead = np.sqrt(1.0 - turn * turn)
            dx, dy = x * ahead - y * turn, y * ahead + x * turn
            reach = max(far * ahead - apart * np.sqrt(1.0 - off[line] * off[line]), 0.0)
            for m in range(others.shape[1]):
                ox, oy = others[k, m, 0] - cue[k, 0], others[k, m, 1] - cue[k, 1]
                along = min(max(ox * dx + oy * dy, 0.0), reach)
                near = cue_radius + radii[m]
                if (ox - along * dx) ** 2 + (oy - along * dy) ** 2 < near * near:  # never for NaN
                    blocked[k, line] = True
                    break
