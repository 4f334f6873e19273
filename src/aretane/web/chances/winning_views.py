"""Shapes of the chance to win by place of the cue ball."""

from pydantic import BaseModel

from ..views import MatchView
from .outlook_views import ChartView


class WinChartView(ChartView):
    """Chances to win by place, as a chart; `shots` are the pots, whether or not a pot is the best stroke.

    kinds: of pot, bank and safety what each is worth at every node, None where none was found. `errors` say
    how far values are off from racks played out. `done`: the share of the work that is done.
    """

    kinds: dict[str, list[float | None]]
    done: float


class WinningView(BaseModel):
    """The chance to win after a shot by where the cue ball comes to lie; `after` the ball that is potted,
    None: from here, wherever it lay.

    `stage`: none (with the `reason`), waiting, rough, fine. `opposed`: whether there is an opponent; else
    it is against a player like the shooter. `off`: how far an even chance of the map is off from racks
    played out; None in a game in which that was not measured. `match`: what the rack is worth to a race.
    """

    reason: str
    stage: str
    maps: int
    after: str | None
    opposed: bool
    off: float | None
    match: MatchView | None
    chart: WinChartView | None
