"""A planned strike played out: its path, the natural paths beside it, and its ends with the player's
errors."""

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ..aiming.position import miss
from ..aiming.reach import PlayingHand
from ..equipment.layout import Layout
from ..equipment.table import POCKETS, Table
from ..geometry import Point, safe_asin
from ..intervals import Proportion, wilson
from ..log.shot import Plan, Target
from ..motion.kernel.launch import squirt
from ..motion.kernel.slots import ON_TABLE
from ..motion.physics import Physics
from ..motion.play import STANDARD, Ends, Motion, play, play_ready
from ..motion.ready import Ready, ready
from ..motion.strike import Strike
from ..skill.circumstances import circumstances
from ..skill.double_hit import double_hit
from ..skill.model import Skill
from ..skill.scatter import even_errors, scatter
from ..vocabulary import SHOT_KINDS, ball_words, pocket_words
from .direct import PARTS, rows, usual_speed
from .intents import Off, has_distance, met, off_of, tolerance
from .made import Task, Way, made
from .meeting import RAISED, Met, Sought, meeting
from .natural import natural_path
from .search import chance_of

SAMPLES = 400
"""Strikes played out for the range of ends; the chances of it carry intervals."""
SAFETY_SPEED = 1.5
"""m/s of a safety whose speed nobody said and which has no place to end in (our choice)."""
HIT_MET = 0.015
"""m of an end, as in `intents.hit_off`, within which a planned hit is met: 3 % of fullness beyond what
nobody tells apart."""
BREAKS = 240
"""Breaks played out, which take longest."""
BREAK_SPEED, BREAK_OFF_SPEED, MOST_POOL = 8.5, 4.0, 15
"""m/s of a break, and of one at snooker, whose speed nobody said (trade: 9-11 m/s for strong players);
object balls of a pool rack."""
BREAK_LINES = {
    "full": 0.0, "thick-left": 0.25, "thick-right": -0.25, "thin-left": 0.6, "thin-right": -0.6,
}  # fmt: skip
"""How far the line of a break passes the middle of its ball, in shares of both radii: left positive (our
choice: three-quarter and two-fifths of a full hit)."""
WAYS: tuple[Way, ...] = (
    "direct", "bank", "combination", "carom", "kick", "kiss", "jump", "swerve",
)  # fmt: skip
"""Kinds of shot that are played out; each is a way of potting of the same name."""


TOGETHER = 1.0
"""Ball widths between the edges of two balls within which they lie together after a break (our choice)."""


class NoAim(ValueError):
    """No aim was found that makes the planned shot."""


@dataclass(frozen=True, slots=True)
class Forecast:
    """A planned strike played out.

    strike and motion: without error. assumed: what the plan left open ("speed", "tip") and was filled in.
    stun, rolling: the cue ball's paths after a contact without spin and after a rolling one. ends: cue-ball
    places after strikes with the player's errors; potted: which of them potted the ball. pot, scratch,
    in_place: shares of all strikes, with intervals; in_place counts pots that meet the intent, None where
    none can be measured. railed: the bridge hand is on the rail, so its errors are used. unmet: no
    strike was found that meets the intent; short: metres by which the nearest misses it, where that is a
    distance. as_drawn: as many cushions as the plan draws for the cue ball, if any. down: mean object balls
    down, of a break, and spread what it leaves. besides: the share that makes the shot and meets the second
    intent. Of a safety `pot` counts lawful hits.
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
    in_place: Proportion | None
    railed: bool
    short: float | None = None
    unmet: bool = False
    as_drawn: bool = True
    down: float | None = None
    besides: Proportion | None = None
    spread: "Spread | None" = None
    twice: float = 0.0


@dataclass(frozen=True, slots=True)
class Spread:
    """How a break leaves the object balls, on average. apart: m from a ball's edge to the nearest other;
    together: balls that lie within `TOGETHER` ball widths of another."""

    apart: float
    together: float


@dataclass(frozen=True, slots=True, eq=False)
class Meant:
    """A plan made ready to be struck.

    It holds the strike without error, the player's errors in these circumstances, the task that counts as
    making it, and what the plan left open and was filled in.
    """

    at: Ready
    strike: Strike
    skill: Skill
    task: Task
    assumed: tuple[str, ...]
    railed: bool
    short: float | None = None
    unmet: bool = False
    as_drawn: bool = True

    def scattered(self, samples: int, physics: Physics) -> np.ndarray:
        """The strike as rows (samples, 5) with the player's errors, spread evenly."""
        radius = float(self.at.layout[0, 2])
        return scatter(self.strike, self.skill, radius, physics.tip_mass, even_errors(samples))


def meant_by(
    table: Table, layout: Layout, plan: Plan, skill: Skill, physics: Physics = STANDARD,
    rails: int | None = None,
) -> Meant | None:  # fmt: skip
    """The strike of a plan; None where it names no ball, a pot no pocket, or it is a push-out or foul.

    rails: cushions the cue ball is to meet, where they are not drawn.

    Raises NoAim where no aim found makes the shot, and MotionError naming the ball and the limit for a
    layout that cannot be played.
    """
    way = next((way for way in WAYS if way == plan.kind), None)
    pocket = None if plan.choice == "safety" else plan.pocket
    if plan.ball is None or way is None or plan.ball not in layout:
        return None
    if pocket is None and plan.choice != "safety":
        return None
    at = ready(table, layout, physics)
    task = Task(plan.ball, pocket, way, plan.also)
    wanted, assumed = _strike_of(at, table, layout, plan, way)
    own = skill.under(circumstances(table, layout, wanted, plan.aids))
    off = _off(table, plan, layout, skill.hand) if assumed else None
    searched = rails is not None or (way != "direct" and plan.speed is None)
    if off is None and searched and assumed:
        off = (
            _anywhere  # no usual speed is a guide to a bank or a kick: the strike made most often is found
        )
    if off is not None:
        near = max(tolerance(table, plan.target), HIT_MET if _hit_planned(plan) else 0.0)
        drawn = rails or len(plan.via) or None
        sought = Sought(at, table, layout, task, plan, own, physics, off, near, drawn)
        found = meeting(sought)
    else:
        part = PARTS.get(plan.part, 0.0) if way == "direct" else 0.0
        chance = chance_of(at, task, wanted, own, part=part)
        found, near = (None if chance.value == 0.0 else Met(chance.strike, 0.0)), 0.0
    if found is None:
        how = "at any speed and tip" if off is not None else f"at {wanted.speed:.1f} m/s with this tip"
        meant = f"hits {ball_words(plan.ball)} lawfully and pots nothing"
        if pocket is not None:
            meant = f"sends {ball_words(plan.ball)} into {pocket_words(pocket)}"
        raise NoAim(
            f"no aim found that {meant} ({SHOT_KINDS[way].lower()}) {how}: "
            "a ball is misplaced, or it went in another way"
        )
    how_struck = circumstances(table, layout, found.strike, plan.aids, physics)
    unmet = found.off > near
    one_intent = plan.second.kind in ("unset", "none") and not _hit_planned(plan)
    measured = unmet and one_intent and has_distance(plan.target)
    return Meant(
        at, found.strike, skill.under(how_struck), task, assumed, how_struck.railed,
        found.off if measured else None, unmet, found.as_drawn,
    )  # fmt: skip


def _hit_planned(plan: Plan) -> bool:
    """Whether the plan of a safety says how full, or on which side, the ball is hit."""
    return plan.choice == "safety" and (plan.fullness is not None or plan.hit_side is not None)


def _anywhere(_: Ends, which: NDArray[np.bool_]) -> NDArray[np.float64]:
    """Nothing off, wherever strikes end."""
    return np.zeros(len(which))


def _off(table: Table, plan: Plan, before: Layout, hand: PlayingHand) -> Off | None:
    """How far strikes end from both intents of a plan; of a safety whose hit alone is planned, nothing but
    the hit; None where nothing that can be measured is meant."""
    first = off_of(table, plan, before, hand)
    besides = replace(plan, target=plan.second)
    second = off_of(table, besides, before, hand)
    if second is None:
        hit_alone = first is None and _hit_planned(plan)
        return _anywhere if hit_alone else first
    near = tolerance(table, plan.second)

    def both(ends: Ends, which: NDArray[np.bool_]) -> NDArray[np.float64]:
        beyond = np.maximum(0.0, second(ends, which) - near)
        return beyond if first is None else first(ends, which) + beyond

    return both


def forecast(
    table: Table, layout: Layout, plan: Plan, skill: Skill, physics: Physics = STANDARD
) -> Forecast | None:
    """Play out the plan; None and what is raised as for `meant_by`. A break is played out too."""
    if plan.kind == "break":
        return broken(table, layout, plan, skill, physics)
    meant = meant_by(table, layout, plan, skill, physics)
    if meant is None:
        return None
    ends = play_ready(meant.at, meant.scattered(SAMPLES, physics))
    good = made(meant.task, ends)
    return replace(
        _forecast(table, layout, plan, meant.strike, physics, ends, good, good, skill.hand),
        assumed=meant.assumed, railed=meant.railed, short=meant.short, unmet=meant.unmet,
        as_drawn=meant.as_drawn, twice=double_hit(table, layout, meant.strike),
        stun=natural_path(table, layout, meant.strike, meant.at, physics, stun=True),
        rolling=natural_path(table, layout, meant.strike, meant.at, physics, stun=False),
    )  # fmt: skip


def _forecast(
    table: Table, layout: Layout, plan: Plan, strike: Strike, physics: Physics, ends: Ends,
    good: NDArray[np.bool_], may_meet: NDArray[np.bool_], hand: PlayingHand,
) -> Forecast:  # fmt: skip
    """A strike without error, and its `ends` with the player's errors.

    good (k,): which of them made the shot. may_meet (k,): which of them count where they meet the intent.
    """
    count, cue = len(good), ends.fates[:, 0]
    in_place = met(table, plan, layout, ends, may_meet, hand)
    besides = met(table, replace(plan, target=plan.second), layout, ends, may_meet, hand)
    stays = np.flatnonzero(cue == -1)
    return Forecast(
        strike=strike, motion=play(table, layout, strike, physics), assumed=(), stun=(), rolling=(),
        ends=tuple(Point(float(x), float(y)) for x, y in ends.places[stays, 0]),
        potted=tuple(bool(hit) for hit in good[stays]),
        pot=wilson(int(good.sum()), count), scratch=wilson(int((cue != -1).sum()), count),
        in_place=None if in_place is None else wilson(int(in_place.sum()), count), railed=False,
        besides=None if besides is None else wilson(int(besides.sum()), count),
    )  # fmt: skip


def broken(
    table: Table, layout: Layout, plan: Plan, skill: Skill, physics: Physics = STANDARD
) -> Forecast | None:
    """A break played out; None where its ball is not on the table. `pot` counts breaks that pot a ball.

    Raises MotionError naming the ball and the limit for a layout that cannot be played.
    """
    cue, ball = layout.cue, layout.get(plan.ball or "")
    if cue is None or ball is None:
        return None
    at, way = ready(table, layout, physics), ball.minus(cue)
    assumed = tuple(name for name, said in (("speed", plan.speed), ("tip", plan.tip)) if said is None)
    side, height = (plan.tip.side, plan.tip.height) if plan.tip else (0.0, 0.0)
    reach = table.cue_ball_radius + table.radius(plan.ball or "")
    off = BREAK_LINES.get(plan.hit or "full", 0.0) * reach
    aim = way.angle + safe_asin(off / max(way.norm, reach)) - squirt(side, physics.tip_mass)
    speed = plan.speed or (BREAK_OFF_SPEED if len(layout.objects) > MOST_POOL else BREAK_SPEED)
    strike = Strike(speed, aim, side, height, plan.elevation or 0.0)
    how = circumstances(table, layout, strike, plan.aids)
    struck = scatter(strike, skill.under(how), table.cue_ball_radius, physics.tip_mass, even_errors(BREAKS))
    ends = play_ready(at, struck, threads=2)
    down = (ends.fates[:, 1:] >= 0).sum(axis=1)
    all_of_them = np.ones(len(down), dtype=np.bool_)
    return replace(
        _forecast(table, layout, plan, strike, physics, ends, down > 0, all_of_them, skill.hand),
        assumed=assumed, railed=how.railed, down=float(down.mean()), spread=_spread(at, ends),
    )  # fmt: skip


def _spread(at: Ready, ends: Ends) -> Spread | None:
    """How breaks leave the object balls; None where fewer than two stay on the table."""
    places, radius = ends.places[:, 1:], float(at.layout[1, 2])
    gone = ends.fates[:, 1:] != ON_TABLE
    away = np.linalg.norm(places[:, :, None] - places[:, None, :], axis=-1) - 2 * radius
    away[:, np.eye(places.shape[1], dtype=bool)] = np.inf
    away[gone[:, :, None] | gone[:, None, :]] = np.inf
    nearest = away.min(axis=2)
    there = np.isfinite(nearest)
    if not there.any():
        return None
    close = there & (nearest <= TOGETHER * 2 * radius)
    return Spread(float(nearest[there].mean()), float(close.sum(axis=1).mean()))


def _strike_of(
    at: Ready, table: Table, layout: Layout, plan: Plan, way: Way
) -> tuple[Strike, tuple[str, ...]]:
    """The plan's strike without its aim, and what had to be assumed."""
    assert plan.ball is not None
    assumed = []
    speed = plan.speed
    if speed is None and (plan.choice == "safety" or plan.pocket is None):
        assumed.append("speed")
        speed = SAFETY_SPEED
    elif speed is None:
        assert plan.pocket is not None
        assumed.append("speed")
        speed = usual_speed(
            rows(table, layout, plan.ball), at.world, at.pockets, POCKETS.index(plan.pocket)
        )
    if plan.tip is None:
        assumed.append("tip")
    side, height = (plan.tip.side, plan.tip.height) if plan.tip else (0.0, 0.0)
    elevation = plan.elevation
    if elevation is None and way in RAISED:
        assumed.append("elevation")
        elevation = RAISED[way][0]
    return Strike(speed, 0.0, side, height, elevation or 0.0), tuple(assumed)


def on_target(target: Target, place: Point, table: Table) -> bool:
    """Whether a cue ball lies on the planned point, or in the window: within a ball radius of it."""
    if target.a is None or target.middle is None:
        return False
    missed = miss(target, place, 0.0)
    return missed is not None and missed.distance <= table.cue_ball_radius
