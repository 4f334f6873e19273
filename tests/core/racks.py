"""Racks written short for tests. Places in metres on a 9-ft table."""

from collections.abc import Mapping

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import PocketName, table_for
from aretane.core.geometry import Point
from aretane.core.log.shot import Judgement, Plan, Rack, Result, Shot, Target

NINE = table_for("pool-9")
SPOTS = {str(n): Point(0.2 + 0.24 * n, 0.3 + 0.07 * n) for n in range(1, 10)}
HOME = Point(0.5, 0.9)
POCKET: PocketName = "foot-left"


def table_of(balls: str, cue: Point | None = HOME) -> Layout:
    """A layout of the named balls, each on its own place: 'table_of("789")'."""
    places = {ball: SPOTS[ball] for ball in balls}
    return Layout.of(places | ({"cue": cue} if cue else {}))


def pot(who: str, ball: str, *, start: Layout | None = None, end: Point = HOME, **plan: object) -> Shot:
    """A pot of the ball, cue ball ending at `end`."""
    return Shot(
        who,
        plan=Plan(ball=ball, pocket=POCKET, **plan),  # type: ignore[arg-type]
        result=Result(potted=((ball, POCKET),), cue_end=end),
        start=start,
    )


def miss(
    who: str, ball: str, *, start: Layout | None = None, foul: str | None = None, choice: str = "attack",
    end: Point | None = HOME, placed: Mapping[str, Point | None] | None = None,
) -> Shot:  # fmt: skip
    """A shot that pots nothing."""
    return Shot(
        who,
        plan=Plan(ball=ball, pocket=None if choice == "safety" else POCKET, choice=choice),
        result=Result(foul=foul, cue_end=end),
        start=start,
        placed=placed or {},
    )


def rack(*shots: Shot, breaker: str | None = "ann", players: tuple[str, ...] = ("ann", "bea")) -> Rack:
    """A rack between ann and bea, ann to break."""
    return Rack(players, breaker, shots)


__all__ = ["HOME", "NINE", "POCKET", "SPOTS", "Judgement", "Target", "miss", "pot", "rack", "table_of"]
