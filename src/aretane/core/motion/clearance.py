"""How far a ball lies from rubber, and the way out of it."""

import numpy as np

from .bed import Bed
from .kernel.segments import Array
from .kernel.slots import (
    CORNER_SPAN,
    FACE_DX,
    FACE_DY,
    FACE_LONG,
    FACE_NX,
    FACE_NY,
    FACE_X,
    FACE_Y,
    JAW_COLUMNS,
    JAW_R,
    JAW_X,
    JAW_Y,
    JAWS,
    LENGTH,
    NOSE,
    SIDE_SPAN,
    WIDTH,
)  # fmt: skip

SPAN, SIDE, LONG, WIDE = (column - NOSE for column in (CORNER_SPAN, SIDE_SPAN, LENGTH, WIDTH))


def out_of_rubber(place: Array, radius: float, bed: Bed) -> bool:
    """Move one place (2,) so that no rubber overlaps the ball; True if it had to be moved.

    Meant for placing errors below a millimetre: the shortest way out is taken.
    """
    long, wide = float(bed.frame[LONG]), float(bed.frame[WIDE])
    x, y = float(place[0]), float(place[1])
    if radius < x < long - radius and radius < y < wide - radius:
        return False  # rubber lies outside the line of the noses
    moved = False
    for depth, nx, ny in rubber(place, radius, bed):
        if depth > 1e-12:
            place += np.array((nx, ny)) * depth
            moved = True
    return moved


def rubber(place: Array, radius: float, bed: Bed) -> list[tuple[float, float, float]]:
    """Depth (m, positive: overlapping) and way out for each rail, jaw and facing beside the ball."""
    x, y = float(place[0]), float(place[1])
    long, wide, corner, side = (float(bed.frame[k]) for k in (LONG, WIDE, SPAN, SIDE))
    near_x, near_y = min(x, long - x), min(y, wide - y)
    found = []
    if near_x >= corner and abs(x - long / 2) >= side:
        found += [(radius - y, 0.0, 1.0), (y - wide + radius, 0.0, -1.0)]
    if near_y >= corner:
        found += [(radius - x, 1.0, 0.0), (x - long + radius, -1.0, 0.0)]
    for pocket in bed.pockets:
        for which in range(2):
            jaw = pocket[JAWS + which * JAW_COLUMNS :][:JAW_COLUMNS]
            dx, dy = x - jaw[JAW_X], y - jaw[JAW_Y]
            far = float(np.hypot(dx, dy))
            if 0.0 < far < radius + jaw[JAW_R]:
                found.append((radius + float(jaw[JAW_R]) - far, dx / far, dy / far))
            fx, fy = x - jaw[FACE_X], y - jaw[FACE_Y]
            along = fx * jaw[FACE_DX] + fy * jaw[FACE_DY]
            out = fx * jaw[FACE_NX] + fy * jaw[FACE_NY]
            if 0.0 < along < jaw[FACE_LONG] and 0.0 < out < radius:
                found.append((radius - float(out), float(jaw[FACE_NX]), float(jaw[FACE_NY])))
    return found
