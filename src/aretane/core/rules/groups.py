"""Groups of eight-ball and English eight-ball: whose they are, when they are cleared."""

from ..equipment.balls import GROUPS
from ..equipment.layout import Layout
from .fold import RackState


def members(group: str | None, layout: Layout) -> tuple[str, ...]:
    """Balls of a group still on the table."""
    return tuple(ball for ball in layout.objects if GROUPS.get(ball) == group and group is not None)


def others(group: str) -> str:
    """The other group of the same set."""
    pairs = {"solids": "stripes", "stripes": "solids", "reds": "yellows", "yellows": "reds"}
    return pairs[group]


def decided(state: RackState, shooter: str, group: str) -> RackState:
    """The shooter has this group from now on, the opponent the other."""
    groups = {shooter: group}
    if state.other(shooter) != shooter:
        groups[state.other(shooter)] = others(group)
    return state._replace(groups=tuple(sorted(groups.items())))


def on_for(state: RackState, layout: Layout, last: str) -> tuple[str, ...]:
    """Balls that may be struck first: one's group, then the last ball; while open any but that ball."""
    shooter = state.shooter
    group = None if shooter is None else state.group(shooter)
    if group is None:
        free = tuple(ball for ball in layout.objects if ball != last)
        return free or tuple(ball for ball in layout.objects if ball == last)
    return members(group, layout) or tuple(ball for ball in layout.objects if ball == last)
