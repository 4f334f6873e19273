"""A layout: where every ball lies, one immutable value passed everywhere."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from itertools import combinations

from ..geometry import Point
from ..tolerances import OVERLAP, TOUCHING
from ..vocabulary import CUE, ball_words
from .table import Table


@dataclass(frozen=True, slots=True)
class Layout:
    """Places of the balls on the table, ball name to point in metres. A ball not named is down."""

    places: tuple[tuple[str, Point], ...]

    @classmethod
    def of(cls, places: Mapping[str, Point]) -> "Layout":
        return cls(tuple(sorted(places.items())))

    def __contains__(self, ball: object) -> bool:
        return any(name == ball for name, _ in self.places)

    def __iter__(self) -> Iterator[str]:
        return iter(name for name, _ in self.places)

    def get(self, ball: str) -> Point | None:
        """The ball's place, or None when it is not on the table."""
        for name, place in self.places:
            if name == ball:
                return place
        return None

    @property
    def cue(self) -> Point | None:
        return self.get(CUE)

    @property
    def objects(self) -> tuple[str, ...]:
        """Object balls on the table."""
        return tuple([name for name, _ in self.places if name != CUE])  # twice as fast as without a list

    def changed(self, changes: Mapping[str, Point | None]) -> "Layout":
        """A new layout with balls placed (a point) or taken off (None)."""
        if not changes:
            return self
        kept = [(ball, changes.get(ball, place)) for ball, place in self.places]
        there = {ball for ball, _ in kept}
        added = [(ball, place) for ball, place in changes.items() if ball not in there]
        found = [(ball, place) for ball, place in [*kept, *added] if place is not None]
        return Layout(tuple(sorted(found) if added else found))

    def only(self, balls: Iterable[str]) -> "Layout":
        """The same without every ball but these."""
        kept = set(balls)
        return Layout(tuple((ball, place) for ball, place in self.places if ball in kept))

    def without(self, balls: Iterable[str]) -> "Layout":
        return self.changed(dict.fromkeys(balls, None))


def touching(table: Table, layout: Layout) -> tuple[str, ...]:
    """Object balls that touch the cue ball."""
    if layout.cue is None:
        return ()
    return tuple(
        ball
        for ball, at in layout.places
        if ball != CUE and at.distance(layout.cue) <= table.radius(ball) + table.cue_ball_radius + TOUCHING
    )


@dataclass(frozen=True, slots=True)
class LayoutFault:
    """A physically impossible placing: the ball it concerns and what is wrong, in words."""

    ball: str
    words: str


def layout_faults(table: Table, layout: Layout) -> list[LayoutFault]:
    """Every ball off the table and every overlapping pair, with the distances in mm."""
    faults = [
        LayoutFault(
            ball,
            f"{ball_words(ball)} at ({place.x * 1000:.1f}, {place.y * 1000:.1f}) mm is off the table; "
            f"its centre must be {table.radius(ball) * 1000:.1f} mm inside the cushions",
        )
        for ball, place in layout.places
        if not table.holds(ball, place, OVERLAP)
    ]
    for (a, at_a), (b, at_b) in combinations(layout.places, 2):
        need = table.radius(a) + table.radius(b)
        gap = at_a.distance(at_b)
        if gap < need - OVERLAP:
            faults.append(
                LayoutFault(
                    a,
                    f"{ball_words(a)} and {ball_words(b)} overlap: centres {gap * 1000:.1f} mm apart, "
                    f"at least {need * 1000:.1f} mm needed",
                )
            )
    return faults
