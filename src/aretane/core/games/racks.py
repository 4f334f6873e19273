"""Racks that more than one discipline sets up."""

import random

from ..geometry import Point


def filled(
    places: list[Point], fixed: dict[int, str], others: list[str], rng: random.Random
) -> dict[str, Point]:
    """Balls on places: those fixed by place, the others shuffled over the rest."""
    rng.shuffle(others)
    names = iter(others)
    return {fixed[k] if k in fixed else next(names): place for k, place in enumerate(places)}


def numbers(count: int, *without: int) -> list[str]:
    """The numbered balls up to `count`, without some."""
    return [str(n) for n in range(1, count + 1) if n not in without]
