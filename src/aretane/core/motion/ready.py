"""A table and a layout made ready for the kernel: checked, ordered, touching balls put exactly in touch."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from ..equipment.layout import Layout, layout_faults
from ..equipment.table import Table
from ..vocabulary import CUE
from .bed import Bed, bed_of, mass
from .clearance import out_of_rubber
from .kernel.segments import Array
from .physics import Physics
from .strike import MotionError

PASSES = 500
ROUNDING = 1e-12
"""m. Overlaps up to this are rounding and do no harm."""
GAP = 1e-9
"""m. Overlapping balls are put this far apart, so that the search for room comes to an end."""


@dataclass(frozen=True, slots=True, eq=False)
class Ready:
    """What the kernel needs: `names` of the balls, cue ball first, `layout` (n, 4: x, y, radius, mass),
    `world` and `pockets`."""

    names: tuple[str, ...]
    layout: Array
    world: Array
    pockets: Array

    def index(self, ball: str) -> int:
        """Row of a ball. Raises MotionError when it is not on the table."""
        if ball not in self.names:
            raise MotionError(f"{ball}: not on the table")
        return self.names.index(ball)


@lru_cache(maxsize=256)
def ready(table: Table, layout: Layout, physics: Physics) -> Ready:
    """Check and order a layout.

    Balls that overlap or stand out of the cushions by no more than a placing error
    (`tolerances.OVERLAP`) are moved apart by that. Raises MotionError naming the ball and the limit.
    """
    if layout.cue is None:
        raise MotionError("cue ball: not on the table; place it before the shot")
    faults = layout_faults(table, layout)
    if faults:
        raise MotionError("; ".join(fault.words for fault in faults))
    names = (CUE, *layout.objects)
    radii = np.array([table.radius(name) for name in names])
    places = np.array([layout.get(name) for name in names], dtype=np.float64)
    bed = bed_of(table)
    _clear(places, radii, bed)
    rows = np.column_stack([places, radii, [mass(radius) for radius in radii]])
    rows.setflags(write=False)
    return Ready(names, rows, world_of(table, physics), bed.pockets)


@lru_cache(maxsize=64)
def world_of(table: Table, physics: Physics) -> Array:
    """The kernel's world array. It cannot be written to: the kernel is compiled for such arrays only."""
    world = np.concatenate([physics.array(), bed_of(table).frame])
    world.setflags(write=False)
    return world


def _clear(places: Array, radii: Array, bed: Bed) -> None:
    """Move balls out of each other and out of the cushions, in place."""
    lacks = radii[:, None] + radii - np.hypot(*(places[:, None] - places).T)
    close = bool((np.triu(lacks, 1) > ROUNDING).any())
    for _ in range(PASSES):
        moved = False
        for i in range(len(places)):
            moved |= out_of_rubber(places[i], float(radii[i]), bed)
            for j in range(i if close or moved else 0):
                apart = places[i] - places[j]
                far = float(np.hypot(*apart))
                lack = float(radii[i] + radii[j]) - far
                if lack > ROUNDING:
                    way = apart / far if far > 0.0 else np.array((1.0, 0.0))
                    places[i] += way * (lack + GAP) / 2
                    places[j] -= way * (lack + GAP) / 2
                    moved = True
        if not moved:
            return
        close = True
    raise MotionError("balls: no way was found to put the overlapping balls apart; place them again")
