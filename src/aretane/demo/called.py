"""Chances that two made-up people stated of recorded shots: a careful one and a hopeful one."""

import random
from dataclasses import dataclass

from aretane.core.equipment.table import Table
from aretane.core.games import options_for
from aretane.core.log.shot import Rack
from aretane.core.review.measure import measure
from aretane.core.review.replay import replay
from aretane.core.rules import rules_for
from aretane.core.skill import PRESETS
from aretane.core.statistics.numbers import role_of
from aretane.core.units import mm
from aretane.formats.core_values import to_core
from aretane.formats.match_file import MatchFile, core_table
from aretane.formats.shapes import ShotShape, StatedShape


@dataclass(frozen=True, slots=True)
class Caller:
    """A person who states chances.

    slope: how far from a half they go, 1 as far as is right; noise: standard deviation of what they state;
    eye (mm): that of the place they name; knows: how often they name the kind of shot that is played.
    """

    name: str
    slope: float
    lift: float
    noise: float
    eye: float
    knows: float


CALLERS = (
    Caller("Nadia Quill", 0.95, 0.0, 0.08, 120.0, 0.93),
    Caller("Bram Osei", 1.3, 0.08, 0.14, 260.0, 0.80),
)
STEP = 0.05
"""People say chances in twentieths."""
USUAL = {"safety": 0.6}
"""What they take for the chance of a shot that nothing is measured of."""
EDGE = 30.0
"""mm."""


def call(match: MatchFile, seed: int) -> MatchFile:
    """The recording with the chances that the callers state of its attacks and safeties."""
    rng = random.Random(seed)
    table = core_table(match.table)
    rules = rules_for(
        match.match.discipline,
        options_for(match.match.discipline, match.match.options.agreed()),
        match.match.kind,
    )
    levels = {player.id: PRESETS[player.level] for player in match.players}
    for shape in match.racks:
        rack = Rack(
            tuple(levels), shape.breaker, tuple(to_core(shot) for shot in shape.shots),
        )  # fmt: skip
        for shot, step in zip(shape.shots, replay(rules, rack), strict=True):
            role = {"attack": "pot", "two-way": "pot", "safety": "safety"}.get(role_of(step))
            if role is None:
                continue
            measured = measure(table, rules, step, levels.__getitem__)
            truth = measured.aim.chance if measured.aim is not None else USUAL.get(role)
            if truth is not None:
                shot.judgement.stated = [_said(one, role, truth, shot, table, rng) for one in CALLERS]
    return match


def _said(
    caller: Caller, role: str, truth: float, shot: ShotShape, table: Table, rng: random.Random
) -> StatedShape:  # fmt: skip
    chance = 0.5 + caller.lift + caller.slope * (truth - 0.5) + rng.gauss(0.0, caller.noise)
    said = role if rng.random() < caller.knows else "safety" if role == "pot" else "pot"
    place = shot.plan.target.a if shot.plan.target.kind == "point" else None
    end = None
    if place is not None and rng.random() < 0.6:
        x, y = (at + rng.gauss(0.0, caller.eye) for at in place)
        end = (_inside(x, mm(table.length)), _inside(y, mm(table.width)))
    return StatedShape(
        by=caller.name,
        said=said,
        chance=round(round(min(0.95, max(0.05, chance)) / STEP) * STEP, 2),
        end=end,
    )


def _inside(at: float, most: float) -> float:
    """A place held off the cushions (mm)."""
    return round(min(max(at, EDGE), most - EDGE), 1)
