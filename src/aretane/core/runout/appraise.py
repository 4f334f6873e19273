"""The chance of the shooter to run out before a shot, and with the choice made."""

from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ..aiming.aim import aim_at
from ..aiming.position import arrival_direction
from ..chance.forecast import NoAim, meant_by
from ..chance.made import made
from ..games import Measure
from ..log.shot import Plan, Tip
from ..motion import MotionError
from ..motion.play import Ends, play_ready
from ..vocabulary import ball_words
from .chart import Kept, PlannedShot, Way
from .games import Question, search
from .in_place import Place, place_of
from .left import worths_after
from .run import Run

SAMPLES = 400
MODEL = 8
"""Raised whenever the same question gets another answer, so that kept answers are not used again."""


@dataclass(frozen=True, slots=True)
class Chance:
    """A chance with its standard error."""

    value: float
    error: float


@dataclass(frozen=True, slots=True)
class Appraisal:
    """A shot's chances: before it with the best choice found, and with the choice made.

    choice: the chance with the choice made, before it is played. given: the mean chance after it when the
    pot is made. Both are None, with the `reason` in words, where there is nothing to value. assumed: what
    the plan left open and was filled in. measure: what is valued; unit: how much of it a value of 1 is.
    place: the planned place of the cue ball by the map of what follows.
    """

    best: Chance
    advised: PlannedShot | None
    choice: Chance | None
    given: Chance | None
    assumed: tuple[str, ...]
    reason: str
    measure: Measure = "chance"
    unit: float = 1.0
    place: Place | None = None

    @property
    def before(self) -> Chance:
        """The chance before the shot: of the better of the two choices."""
        return max((self.best, self.choice or self.best), key=lambda one: one.value)


def appraise(asked: Question, plan: Plan, threads: int = 2, kept: Kept | None = None) -> Appraisal:
    """Search the layout and value the plan in it; `kept` as in `Maker`."""
    run = search(asked, threads=threads, through=plan.ball, kept=kept)
    outlook = run.outlook()
    best = Chance(outlook.values[0], outlook.error)
    try:
        choice, given, place, assumed = _valued(run, asked, plan)
    except (NotValued, NoAim, MotionError) as reason:
        return Appraisal(best, outlook.shot, None, None, (), str(reason), asked.measure, run.units[0])
    return Appraisal(best, outlook.shot, choice, given, assumed, "", asked.measure, run.units[0], place)


class NotValued(ValueError):
    """The choice made has no value here; the message says why."""


class _Struck(NamedTuple):
    """The plan struck SAMPLES times with errors. good (k,): the pot is made and the cue ball stays up;
    fell (k,): the pot is made."""

    way: Way
    ends: Ends
    good: NDArray[np.bool_]
    fell: NDArray[np.bool_]
    assumed: tuple[str, ...]


def _struck(run: Run, asked: Question, plan: Plan) -> _Struck:
    if plan.choice == "safety":
        raise NotValued("a safety: its worth is the chance it leaves, which is not worked out yet")
    if plan.kind in ("break", "push-out", "foul"):
        raise NotValued("breaks, push-outs and deliberate fouls are not valued here")
    way = next((way for way in run.ways(run.start) if way.ball == plan.ball), None)
    if way is None and plan.ball is not None and plan.pocket is not None:
        raise NotValued(f"what follows {ball_words(plan.ball)} was not searched")
    plan, assumed = completed(run, asked, plan)
    meant = meant_by(asked.table, asked.layout, plan, asked.skill, asked.physics)
    if meant is None or way is None:
        raise NotValued("choose the planned ball and pocket to value the choice")
    ends = play_ready(meant.at, meant.scattered(SAMPLES, asked.physics))
    fell = made(meant.task, ends)
    return _Struck(way, ends, fell & (ends.fates[:, 0] == -1), fell, assumed)


def _valued(run: Run, asked: Question, plan: Plan) -> tuple[Chance, Chance, Place | None, tuple[str, ...]]:
    struck = _struck(run, asked, plan)
    way, ends = struck.way, struck.ends
    worth = worths_after(run.maker, asked.layout, way, ends, struck.good)
    place = _place(run, struck, asked, plan)
    if not struck.fell.any():
        return Chance(0.0, SAMPLES**-0.5), Chance(0.0, 0.0), place, struck.assumed
    return _mean(worth), _mean(worth[struck.fell]), place, struck.assumed


def placed(run: Run, asked: Question, plan: Plan) -> Place | None:
    """The planned place by the map of what follows, with the chance to make the shot and end there.

    None where no map judges it, or it is worth nothing. Raises NotValued, NoAim, MotionError.
    """
    return _place(run, _struck(run, asked, plan), asked, plan)


def _place(run: Run, struck: _Struck, asked: Question, plan: Plan) -> Place | None:
    """The planned place of the cue ball; None without one, and after the last ball."""
    then, cue = run.chart_after(struck.way), asked.layout.cue
    if then is None or cue is None or plan.ball is None:
        return None
    start = cue
    if plan.kind == "direct" and plan.pocket is not None:
        start = aim_at(asked.table, asked.layout, plan.ball, plan.pocket).ghost
    place = place_of(then, plan.target, arrival_direction(plan, start))
    if place is None:
        return None
    return replace(place, chance=float((struck.good & place.hold(struck.ends.places[:, 0])).mean()))


def completed(run: Run, asked: Question, plan: Plan) -> tuple[Plan, tuple[str, ...]]:
    """The plan with the best speed and tip where it says none, and the names of what was filled in.

    So nobody is blamed for what was not written down.
    """
    left_open = tuple(name for name, said in (("speed", plan.speed), ("tip", plan.tip)) if said is None)
    way = next((way for way in run.ways(run.start) if way.ball == plan.ball), None)
    if not left_open or way is None or plan.kind != "direct" or plan.target.kind not in ("unset", "none"):
        return plan, left_open  # what is left open is found so that the plan is met
    balls = asked.layout.objects
    shot = run.maker.outlook(asked.layout, balls, [way], valuing=1, pocket=plan.pocket).shot
    if shot is None:
        return plan, left_open
    return replace(
        plan,
        speed=shot.speed if plan.speed is None else plan.speed,
        tip=Tip(shot.side, shot.height) if plan.tip is None else plan.tip,
    ), left_open


def _mean(values: np.ndarray) -> Chance:
    return Chance(float(values.mean()), float(values.std() / len(values) ** 0.5))
