"""The position of a stored shot as a shot of its own, which needs no rack around it."""

from aretane.core.equipment.layout import Layout
from aretane.core.games import game
from aretane.core.review.replay import Step
from aretane.core.review.standing import said_of
from aretane.core.units import mm
from aretane.formats.core_values import position_shape
from aretane.formats.shapes import LayoutShape, ShotShape

from .scene import Scene


def position_of(around: Scene, step: Step, own: ShotShape) -> ShotShape:
    """A shot with the balls and the state before `step`, and the plan of `own`; without a result."""
    opens = step.state.shots == 0 and own.plan.kind == "break"
    said = said_of(step.state, step.shot.shooter, game(around.discipline))
    return ShotShape(
        shooter=own.shooter,
        layout=laid_out(step.before),
        position=None if opens else position_shape(said),
        plan=own.plan,
    )


def laid_out(layout: Layout) -> LayoutShape:
    """A layout as a shot's own, on an empty table."""
    balls = {ball: (round(mm(at.x), 3), round(mm(at.y), 3)) for ball, at in layout.places}
    return LayoutShape.model_validate({"from": "empty", "balls": balls})
