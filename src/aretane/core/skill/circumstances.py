"""What of a shot's circumstances can be read off the table."""

from ..equipment.layout import Layout
from ..equipment.table import Table
from ..motion.physics import Physics
from ..motion.strike import Strike
from .judgement import NOTHING, unseen
from .model import Circumstances

ON_RAIL = 0.5
"""Ball widths between ball and cushion below which the hand has to bridge on the rail (common practice)."""


def near_rail(table: Table) -> float:
    """Distance (m) from the noses below which the cue ball's centre makes the hand bridge on the rail."""
    return ON_RAIL * 2 * table.ball_radius + table.cue_ball_radius


def circumstances(
    table: Table, layout: Layout, strike: Strike, aids: tuple[str, ...] = (), physics: Physics | None = None
) -> Circumstances:
    """The circumstances of a strike: `aids` as the reviewer said them, and what can be read off the table.

    That is the cue ball near a cushion, side, and a raised cue; with the table's `physics` also what has to
    be judged on the way. Without it the way is taken to be straight into a pocket.
    """
    cue = layout.cue
    assert cue is not None
    edges = min(cue.x, table.length - cue.x, cue.y, table.width - cue.y)
    return Circumstances(
        aids,
        railed=edges < near_rail(table),
        elevation=strike.elevation,
        side=strike.side,
        unseen=NOTHING if physics is None else unseen(table, layout, strike, physics),
    )
