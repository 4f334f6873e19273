"""Shapes of what is read off a position: routes, and the table itself."""

from pydantic import BaseModel

from ..views import AdvisedView, PathView, Place


class RouteView(BaseModel):
    """A family of routes to the next position by its best strike (m/s, ball radii).

    `rails` met after the contact; `spin` and `entry` (to the next shot's line) in words; `worth` in the
    outlook's measure with its `error`, that of the map in it where it is a chance to win; `pot`, `inside`
    (potted and in the computed window) and `scratch` as shares; `slower` and `faster`: how far off its
    speed may be, as shares, before position is lost; `travel` in mm.
    """

    rails: list[str]
    spin: str
    entry: str
    speed: float
    side: float
    height: float
    worth: float
    error: float
    pot: float
    inside: float
    scratch: float
    slower: float
    faster: float
    travel: float
    touches: list[str]
    paths: list[PathView]


class RoutesView(BaseModel):
    """Routes after a pot, the most tolerant of the good ones first. `stage` and `reason` as in an outlook;
    `window` is how much less a place inside may be worth, as a share of the best. `stroke`: what the cue
    ball is placed for where that is no pot: then worth is the chance to win by it (measure 'win')."""

    reason: str
    stage: str
    maps: int
    measure: str
    ball: str | None
    pocket: str | None
    stroke: str | None
    window: float
    routes: list[RouteView]


class PassageView(BaseModel):
    """A ball's way to a pocket: the share of it that is free, and the balls that take the rest."""

    pocket: str
    open_share: float
    blockers: list[str]


class BallReadingView(BaseModel):
    """One ball: its ways to the pockets, how many of them are open, the share of the table from which this
    player makes it more often than not, why it is a problem (empty: it is none), insurance or not."""

    ball: str
    passages: list[PassageView]
    open_pockets: int
    reach: float
    problem: str
    insurance: bool


class CombinationView(BaseModel):
    """A combination that is insurance: `ball` goes to `pocket` off the ball `by`, which is hit first;
    `reach` is the share of the table from which this player makes it more often than not."""

    ball: str
    by: str
    pocket: str
    reach: float


class BreakOutView(BaseModel):
    """A pot after which the cue ball opens a cluster, played from the best place for it: the `chance` that
    it falls and a ball comes free, the ball it `meets` first, those it `frees`, the paths without error.
    """

    shot: AdvisedView
    chance: float
    place: Place
    meets: str
    frees: list[str]
    paths: list[PathView]


class ClusterView(BaseModel):
    """Balls tied up with each other; mm between the nearest two, and how much wider the gap must get."""

    balls: list[str]
    gap: float
    needed: float
    ways: list[BreakOutView]


class ChainView(BaseModel):
    """Straight pool: a break ball, its key ball and the one before, and the best places (mm).

    chance: of the break shot's pot from there, with the `balls` that come from it on, racks to come among
    them, and the cuts that still work in words. kept and worth: the chance of a made break shot before the
    key ball, and the balls from there, from most places.
    """

    break_ball: str
    key_ball: str
    before: str | None
    place: Place
    chance: float
    balls: float
    angle: str | None
    key_place: Place
    kept: float
    worth: float


class WeighedView(BaseModel):
    """A shot with what it is worth (the chance to run out, or balls), its standard error, the balls it
    moves, and how often, of its pots, it leaves less than half of that."""

    shot: AdvisedView
    value: float
    error: float
    moves: list[str]
    worse: float


class NudgeView(BaseModel):
    """The best shot that moves a ball of a cluster (in straight pool any ball), and the best that moves
    none."""

    nudge: WeighedView | None
    leave: WeighedView | None


class ReadingView(BaseModel):
    """A layout read for the player whose shot it is. `stage`: none (with the `reason`), waiting, fine.

    `combinations` are those that are insurance, the surest first. `nudge` and `chains` come later, as long
    as `nudge_waits`; null and none where there are none. Nudges are weighed in the `measure` of the game.
    """

    reason: str
    measure: str
    stage: str
    balls: list[BallReadingView]
    combinations: list[CombinationView]
    clusters: list[ClusterView]
    blockers: dict[str, int]
    chains: list[ChainView]
    nudge: NudgeView | None
    nudge_waits: bool
