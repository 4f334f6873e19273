"""Layouts with balls anywhere, for tests and the bench."""

import random
from collections.abc import Iterable

from aretane.core.equipment.balls import COLOURS
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.spots import snooker_spots
from aretane.core.equipment.table import Table, table_for
from aretane.core.geometry import Point

TABLE = table_for("pool-9")
EDGE = 0.06


def strewn(seed: int, names: Iterable[str], table: Table = TABLE) -> Layout:
    """The balls and the cue ball anywhere on the table."""
    rng, balls = random.Random(seed), ("cue", *names)
    while True:
        layout = Layout.of(
            {
                name: Point(rng.uniform(EDGE, table.length - EDGE), rng.uniform(EDGE, table.width - EDGE))
                for name in balls
            }
        )
        if not layout_faults(table, layout):
            return layout


def scattered(seed: int, count: int) -> tuple[Layout, list[str]]:
    """The last `count` balls of a nine-ball rack and the cue ball anywhere."""
    names = [str(n) for n in range(10 - count, 10)]
    return strewn(seed, names), names


def frame(seed: int, reds: int, table: Table) -> Layout:
    """Snooker's colours on their spots, reds about the pink and black, the cue ball in the middle."""
    rng, places = random.Random(seed), snooker_spots(table)
    spots = {colour: places[colour] for colour in COLOURS}
    middle, top = table.width / 2, table.length * 0.8
    while True:
        layout = Layout.of(
            spots
            | {f"r{k}": Point(rng.gauss(top, 0.35), rng.gauss(middle, 0.3)) for k in range(1, reds + 1)}
            | {"cue": Point(rng.uniform(0.4, 0.95) * table.length, rng.uniform(0.1, 0.9) * table.width)}
        )
        if not layout_faults(table, layout):
            return layout
