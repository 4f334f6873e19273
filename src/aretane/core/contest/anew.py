"""Maps of a layout that a stroke left: where balls that matter were moved, maps of the balls as they lay
before say little of it."""

from dataclasses import dataclass, field

from ..motion.physics import Physics
from ..runout.games import Question
from ..runout.maps import Kept
from .seat import MOVED, Seat, seats
from .turn import Standing

COARSER = 1.5
"""How much wider than the players' own the grid of these maps is, for their time."""
MAPS = 400
"""Maps that are kept: those of balls that were not moved serve again."""


def moved(then: Standing, seat: Seat) -> bool:
    """Whether balls lie elsewhere than on a player's maps, so that it matters for the runs from here.

    In rotation the ball on does not: the next stroke pots it from where it lies. In other games every
    layout would matter, and maps take too long: there it is never said.
    """
    if not then.game.in_order:
        return False
    mapped = dict(seat.run(then.group_on).maker.layout.places)
    return any(
        ball not in then.on and (ball not in mapped or place.distance(mapped[ball]) > MOVED)
        for ball, place in then.layout.places
        if ball in then.layout.objects
    )


@dataclass(frozen=True, slots=True)
class Anew:
    """Draws maps of layouts for two players; `kept` shares what did not change."""

    physics: Physics
    kept: Kept = field(default_factory=lambda: Kept(MAPS))

    def seats(self, then: Standing, who: Seat, rest: Seat) -> tuple[Seat, Seat]:
        """Both players with maps of the layout at a standing, the one at the table first."""
        asked = Question(
            then.table, then.discipline, then.layout, then.group_on, who.skill, self.physics
        )  # fmt: skip
        wide = who.run(then.group_on).maker.spacing / then.game.spacing
        return seats(asked, rest.skill, COARSER * wide, kept=self.kept)
