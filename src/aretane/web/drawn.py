"""Tables, places, paths and shares of the core as a page draws them: m to mm."""

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.spots import snooker_spots
from aretane.core.equipment.table import POCKETS, Table
from aretane.core.games import game
from aretane.core.geometry import Point
from aretane.core.intervals import Proportion
from aretane.core.motion.trace import Trace
from aretane.core.runout.chart import PlannedShot
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


def place(point: Point) -> w.Place:
    """A point in mm."""
    return (mm(point.x), mm(point.y))


def places(layout: Layout) -> w.Places:
    """A layout in mm."""
    return {ball: place(at) for ball, at in layout.places}


def table(core: Table, discipline: str) -> w.TableView:
    """The table to draw, with the marks of the game."""
    snooker = game(discipline).own_spots
    spots = snooker_spots(core)
    return w.TableView(
        length=mm(core.length),
        width=mm(core.width),
        ball_radius=mm(core.ball_radius),
        cue_ball_radius=mm(core.cue_ball_radius),
        diamond=mm(core.diamond),
        sights=game(discipline).dialect == "pool",
        head_string=mm(spots["brown"].x if snooker else core.head_string),
        d_radius=mm(spots["green"].y - spots["brown"].y) if snooker else None,
        foot_spot=place(core.foot_spot),
        spots=[place(at) for at in spots.values()] if snooker else [],
        pockets=[
            w.PocketView(
                name=name,
                points=[place(point) for point in core.pockets[name].points],
                mouth=place(core.pockets[name].mouth),
                side=core.pockets[name].is_side,
            )
            for name in POCKETS
        ],
    )
