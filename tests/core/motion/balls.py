"""Layouts and strikes for the motion tests."""

import random
from math import pi

import numpy as np

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import TABLES, Table, table_for
from aretane.core.geometry import Point
from aretane.core.motion import Strike

POOL = table_for("pool-9")
SIZES = tuple(TABLES)


def lay(**places: tuple[float, float]) -> Layout:
    """Balls by name; b1 is the 1."""
    return Layout.of({name.removeprefix("b"): Point(*at) for name, at in places.items()})


def scattered(table: Table, rng: random.Random, count: int, touching: bool = False) -> Layout:
    """The cue ball and `count` more; with `touching`, most of them frozen to a ball or a cushion."""
    r = table.ball_radius
    places: dict[str, Point] = {}
    while len(places) <= count:
        name = "cue" if not places else str(len(places))
        at = Point(rng.uniform(r, table.length - r), rng.uniform(r, table.width - r))
        if touching and places and rng.random() < 0.6:
            near, way = rng.choice(list(places)), rng.uniform(-pi, pi)
            far = table.radius(near) + table.radius(name)
            at = Point(places[near].x + far * np.cos(way), places[near].y + far * np.sin(way))
        elif touching and rng.random() < 0.3:
            at = Point(at.x, rng.choice((r, table.width - r)))
        inside = r <= at.x <= table.length - r and r <= at.y <= table.width - r
        apart = all(
            at.distance(other) >= table.radius(name) + table.radius(ball) - 1e-9
            for ball, other in places.items()
        )
        if inside and apart:
            places[name] = at
    return Layout.of(places)


def struck(rng: random.Random, fastest: float = 8.0, raised: float = 0.0) -> Strike:
    """Any strike that can be; a share `raised` of them with a raised cue."""
    size, way = 0.5 * rng.random() ** 0.5, rng.uniform(-pi, pi)
    lift = rng.uniform(0.0, 1.2) if rng.random() < raised else 0.0
    return Strike(
        rng.uniform(0.0, fastest), rng.uniform(-pi, pi), size * np.cos(way), size * np.sin(way), lift
    )


def strike_rows(rng: random.Random, count: int, fastest: float = 8.0, raised: float = 0.0) -> np.ndarray:
    return np.array([struck(rng, fastest, raised).array() for _ in range(count)])
