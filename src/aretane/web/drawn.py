"""Places, paths and shares of the core as a page draws them: m to mm."""

from aretane.core.geometry import Point
from aretane.core.intervals import Proportion
from aretane.core.motion.trace import Trace
from aretane.core.runout.maps import PlannedShot
from aretane.core.units import mm

from . import views as w

SPACING = 0.025
"""m between the points of a drawn path."""


def in_mm(place: Point) -> tuple[float, float]:
    """A place for people: mm, to a tenth."""
    return round(mm(place.x), 1), round(mm(place.y), 1)


def path_view(trace: Trace, ball: str) -> w.PathView:
    """A ball's path: [seconds, x mm, y mm], with the cushions it met."""
    rails = [
        happening for happening in trace.happenings() if happening.ball == ball and happening.kind == "rail"
    ]
    return w.PathView(
        ball=ball,
        points=[
            (round(t, 4), round(mm(at.x), 1), round(mm(at.y), 1)) for t, at in trace.path(ball, SPACING)
        ],
        rails=len(rails),
        falls=any(happening.ball == ball and happening.kind == "drop" for happening in trace.happenings()),
    )


def advised_view(shot: PlannedShot) -> w.AdvisedView:
    """A shot the search chose."""
    return w.AdvisedView(
        ball=shot.ball, pocket=shot.pocket, speed=round(shot.speed, 2), side=shot.side, height=shot.height,
        pot=round(shot.pot, 3),
    )  # fmt: skip


def share(counted: Proportion) -> w.ShareView:
    """A counted share with its interval."""
    return w.ShareView(
        value=counted.value or 0.0, low=counted.low or 0.0, high=counted.high or 0.0, n=counted.n
    )
