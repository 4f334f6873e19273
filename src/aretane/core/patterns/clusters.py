"""Balls that lie so close together that they take pockets from one another."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations

from ..aiming.pocket_window import pocket_window
from ..equipment.layout import Layout
from ..equipment.table import POCKETS, PocketName, Table

OPEN = 0.5
"""Share of a pocket's window that must be free for it to count as open (common practice: half a pocket)."""


@dataclass(frozen=True, slots=True)
class Passage:
    """A ball's way to a pocket: the share of the window that other balls leave free, and which take it."""

    pocket: PocketName
    open_share: float
    blockers: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Cluster:
    """Balls tied up with each other, the nearest to the head rail first.

    gap (m): the smallest between two of them. needed (m): how much wider it must get for a ball to pass
    there.
    """

    balls: tuple[str, ...]
    gap: float
    needed: float


def passages(table: Table, layout: Layout, ball: str) -> tuple[Passage, ...]:
    """The ball's ways to the six pockets as they lie; a mouth closed from there has no free share.

    Raises KeyError for a ball that is not on the table.
    """
    found = []
    for name in POCKETS:
        window = pocket_window(table, layout, ball, table.pockets[name])
        found.append(Passage(name, window.open_share, window.blockers))
    return tuple(found)


def clusters(table: Table, layout: Layout) -> tuple[Cluster, ...]:
    """The clusters of a layout.

    Two balls are tied up when no ball passes between them and one of them takes an otherwise open pocket
    from the other; a cluster is what hangs together by that (our choice: there is no published measure).
    """
    places = dict(layout.places)
    ways = {ball: passages(table, layout, ball) for ball in layout.objects}
    ties = []
    for combination, other in combinations(layout.objects, 2):
        gap = places[combination].distance(places[other]) - table.radius(combination) - table.radius(other)
        if gap < 2 * table.ball_radius and (
            _takes(ways[combination], other) or _takes(ways[other], combination)
        ):
            ties.append((combination, other, gap))
    found = []
    for members in _hanging_together([(one, other) for one, other, _ in ties]):
        inside = [gap for one, _, gap in ties if one in members]
        gap = max(0.0, min(inside))
        ordered = tuple(sorted(members, key=lambda ball: (places[ball].x, ball)))
        found.append(Cluster(ordered, gap, max(0.0, 2 * table.ball_radius - gap)))
    return tuple(found)


def _takes(ways: Sequence[Passage], other: str) -> bool:
    return any(other in way.blockers and way.open_share < OPEN for way in ways)


def _hanging_together(ties: Sequence[tuple[str, str]]) -> list[set[str]]:
    groups: list[set[str]] = []
    for ty, other in ties:
        joined = {ty, other}
        apart = []
        for group in groups:
            if group & joined:
                joined |= group
            else:
                apart.append(group)
        groups = [*apart, joined]
    return groups
