"""What a safety really left: the second of the three times it is judged."""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..contest.cover import hidden
from ..contest.decide import decide, worth
from ..contest.seat import Seat
from ..contest.strikes import mistaken, played
from ..contest.turn import Standing
from ..contest.verdicts import AGAIN, FOUL, WON
from ..equipment.layout import Layout
from ..geometry import Point
from ..motion.physics import Physics
from ..skill.scatter import apart_errors

Answer = Literal["pot", "safety", "kick", "hit"]
TRIED = 48
"""Strikes with errors of the answer."""
CLOSE = 3.0
"""Ball widths within which the cue ball lies close behind a blocker."""


@dataclass(frozen=True, slots=True)
class Left:
    """The table as the player who comes next finds it.

    hidden: share of the easiest ball on that cannot be hit straight; blockers: the balls in the way. far:
    metres to the nearest ball on. behind: whether the cue ball lies close behind a blocker. answer: the
    kind of shot the other plays by a quick look, on the ball `ball`, with its chance to pot (or, without a
    pot, to be lawful) and its chance to foul. chance: the other player's chance to win the rack with that
    answer.
    """

    in_hand: bool
    hidden: float
    blockers: tuple[str, ...]
    far: float
    behind: bool
    answer: Answer
    ball: str | None
    good: float
    foul: float
    chance: float


def left_by(then: Standing, who: Seat, rest: Seat, physics: Physics) -> Left:
    """What `who` finds at a standing after the safety of `rest`."""
    look = who.look(then, (12,), valuing=60)
    cue = look.place
    here = then.with_cue(cue)
    meant = decide(then, who, rest, physics, np.random.default_rng((13,)))
    there = then.with_cue(meant.cue)
    errors = apart_errors((TRIED,), (14,))
    ends = played(
        there, meant.cue, mistaken(there, meant.cue, meant.strike, who.skill, physics, errors), physics
    )
    values, verdicts = worth(there, ends, meant.called, who, rest, 15)
    fouls = float((verdicts == FOUL).mean())
    ball, share, blockers = cover(here, cue)
    width = 2 * then.table.ball_radius
    near = min((cue.distance(place) for name, place in here.layout.places if name in blockers), default=9.0)
    answer: Answer = (
        "pot" if meant.called else "kick" if share >= 1.0 else "safety" if meant.kind == "safety" else "hit"
    )
    good = float(np.isin(verdicts, (WON, AGAIN)).mean()) if meant.called else 1.0 - fouls
    return Left(
        then.in_hand, share, blockers, _far(here, cue), near - width < CLOSE * width, answer,
        meant.called[0] if meant.called else ball, good, fouls, float(values.mean()),
    )  # fmt: skip


def _far(at: Standing, cue: Point) -> float:
    return min(cue.distance(place) for ball in at.on if (place := at.layout.get(ball)) is not None)


def cover(at: Standing, cue: Point) -> tuple[str, float, tuple[str, ...]]:
    """The easiest ball on, the share of it that is hidden, and the balls that lie in the way to it."""
    best: tuple[str, float, tuple[str, ...]] | None = None
    for ball in at.on:
        share = _hidden(at, cue, ball, _others(at.layout, ball))
        if best is None or share < best[1]:
            one_by_one = tuple(
                name for name in _others(at.layout, ball) if _hidden(at, cue, ball, (name,)) > 0.0
            )
            best = (ball, share, one_by_one)
    assert best is not None
    return best


def _others(layout: Layout, ball: str) -> tuple[str, ...]:
    return tuple(name for name in layout.objects if name != ball)


def _hidden(at: Standing, cue: Point, ball: str, others: tuple[str, ...]) -> float:
    if not others:
        return 0.0
    there, table = dict(at.layout.places), at.table
    blocked = hidden(
        np.array([cue]), np.array([there[ball]]), np.array([[there[name] for name in others]]),
        np.array([table.radius(name) for name in others]), table.cue_ball_radius, table.radius(ball),
    )  # fmt: skip
    return float(blocked.mean())
