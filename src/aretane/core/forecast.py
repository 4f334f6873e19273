"""A planned strike played out: its path, the natural paths beside it, and where a player's errors take
it."""

from dataclasses import dataclass

import numpy as np

from .chance.direct import PARTS, rows, usual_speed
from .chance.made import Task, Way, made
from .chance.search import chance_of
from .geometry import Point, nearest_on_segment
from .layout import Layout
from .motion.physics import Physics
from .motion.play import STANDARD, Motion, play, play_ready
from .motion.ready import Ready, ready
from .motion.strike import Strike
from .natural import natural_path
from .shot import Plan, Target
from .skill.model import Circumstances, Skill
from .skill.scatter import even_errors, scatter
from .stats import Proportion, wilson
from .table import POCKETS, Table
from .vocabulary import SHOT_KINDS, ball_words, pocket_words

SAMPLES = 400
"""Strikes played out for the range of ends; the chances of it carry intervals."""
ON_RAIL = 0.5
"""Ball widths between ball and cushion below which the hand has to bridge on the rail (common practice)."""
WAYS: tuple[Way, ...] = ("direct", "bank", "combination", "carom", "kick")
"""Kinds of shot that are played out; each is a way of potting of the same name."""


class NoAim(ValueError):
    """No aim was found that makes the planned shot."""


@dataclass(frozen=True, slots=True)
class Forecast:
    """What a planned strike comes to.

    `strike` without error and its `motion`; `assumed` names what the plan left open ("speed", "tip") and
    was filled in. `stun` and `rolling` are the cue ball's ways from the contact on when it arrives without
    spin, or rolling. `ends` are cue-ball places after strikes with the player's errors, `potted` says which
    of them potted the ball. `pot`, `scratch` and `in_window` (pots that end in the planned place, of all
    strikes; None without a place) carry intervals. `railed`: the errors are
    those of a hand that bridges on the rail.
    """

    strike: Strike
    motion: Motion
    assumed: tuple[str, ...]
    stun: tuple[Point, ...]
    rolling: tuple[Point, ...]
    ends: tuple[Point, ...]
    potted: tuple[bool, ...]
    pot: Proportion
    scratch: Proportion
    in_window: Proportion | None
    railed: bool


def forecast(
    table: Table, layout: Layout, plan: Plan, skill: Skill, physics: Physics = STANDARD
) -> Forecast | None:
    """Play out the plan; None where it names no ball and pocket, or is no pot.

    Raises NoAim where no aim found makes the shot, and MotionError naming the ball and the limit for a
    layout that cannot be played.
    """
    way = next((way for way in WAYS if way == plan.kind), None)
    if plan.ball is None or plan.pocket is None or way is None or plan.ball not in layout:
        return None
    at = ready(table, layout, physics)
    task = Task(plan.ball, plan.pocket, way)
    meant, assumed = _strike_of(at, table, layout, plan)
    how = circumstances(table, layout, meant)
    skill = skill.under(how)
    found = chance_of(at, task, meant, skill, part=PARTS.get(plan.part, 0.0) if way == "direct" else 0.0)
    if found.value == 0.0:
        raise NoAim(
            f"no aim found that sends {ball_words(plan.ball)} into {pocket_words(plan.pocket)} "
            f"({SHOT_KINDS[way].lower()}) at {meant.speed:.1f} m/s with this tip; "
            "try another speed, tip or pocket"
        )
    strike = found.strike
    samples = scatter(strike, skill, float(at.layout[0, 2]), physics.tip_mass, even_errors(SAMPLES))
    ends = play_ready(at, samples)
    good = made(task, ends)
    cue = ends.fates[:, 0]
    places = [Point(float(x), float(y)) for x, y in ends.places[:, 0]]
    stays = [place for place, fate in zip(places, cue, strict=True) if fate == -1]
    in_target = np.array(
        [
            fate == -1 and on_target(plan.target, place, table)
            for place, fate in zip(places, cue, strict=True)
        ]
    )
    return Forecast(
        strike=strike,
        motion=play(table, layout, strike, physics),
        assumed=assumed,
        stun=natural_path(table, layout, strike, at, physics, stun=True),
        rolling=natural_path(table, layout, strike, at, physics, stun=False),
        ends=tuple(stays),
        potted=tuple(bool(hit) for hit, fate in zip(good, cue, strict=True) if fate == -1),
        pot=wilson(int(good.sum()), SAMPLES),
        scratch=wilson(int((cue != -1).sum()), SAMPLES),
        in_window=None if plan.target.a is None else wilson(int((good & in_target).sum()), SAMPLES),
        railed=how.railed,
    )


def _strike_of(at: Ready, table: Table, layout: Layout, plan: Plan) -> tuple[Strike, tuple[str, ...]]:
    """The plan's strike without its aim, and what had to be assumed."""
    assert plan.ball is not None and plan.pocket is not None
    assumed = []
    speed = plan.speed
    if speed is None:
        assumed.append("speed")
        speed = usual_speed(
            rows(table, layout, plan.ball), at.world, at.pockets, POCKETS.index(plan.pocket)
        )
    if plan.tip is None:
        assumed.append("tip")
    side, height = (plan.tip.side, plan.tip.height) if plan.tip else (0.0, 0.0)
    return Strike(speed, 0.0, side, height), tuple(assumed)


def circumstances(table: Table, layout: Layout, strike: Strike) -> Circumstances:
    """What can be read off the table: the cue ball near the cushion behind it, side, a raised cue."""
    cue = layout.cue
    assert cue is not None
    near = ON_RAIL * 2 * table.ball_radius + table.cue_ball_radius
    edges = min(cue.x, table.length - cue.x, cue.y, table.width - cue.y)
    return Circumstances(railed=edges < near, elevation=strike.elevation, side=strike.side)


def on_target(target: Target, place: Point, table: Table) -> bool:
    """Whether a cue ball lies on the planned point, or in the window: within a ball radius of it."""
    if target.a is None:
        return False
    return (
        nearest_on_segment(target.a, target.b or target.a, place).distance(place) <= table.cue_ball_radius
    )
