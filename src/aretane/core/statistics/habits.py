"""Misses that repeat inside a rack: several of a player's in a row to the same side."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ..review.measure import Measures
from ..review.replay import Step

Way = Literal["long", "short", "left", "right"]
IN_A_ROW = 3
"""Misses to the same side that are named (our choice: by chance alone one in four triples)."""


@dataclass(frozen=True, slots=True)
class Streak:
    """Misses of one player in a row, to the same side: shots from 0."""

    player: str
    way: Way
    shots: tuple[int, ...]


def streaks(steps: Sequence[Step], measures: Sequence[Measures], least: float) -> list[Streak]:
    """Every streak of IN_A_ROW or more among misses of at least `least` (m), the longest first."""
    found = []
    for player in dict.fromkeys(step.shot.shooter for step in steps):
        for ways in (("long", "short"), ("left", "right")):
            run: list[int] = []
            last = 0.0
            for k, (step, measured) in enumerate(zip(steps, measures, strict=True)):
                if step.shot.shooter != player or measured.miss is None:
                    continue
                off = measured.miss.along if ways[0] == "long" else measured.miss.across
                if abs(off) < least or off * last < 0:
                    found += _long_enough(player, ways[last < 0], run)
                    run = []
                if abs(off) >= least:
                    run.append(k)
                    last = off
            found += _long_enough(player, ways[last < 0], run)
    return sorted(found, key=lambda one: (-len(one.shots), one.shots))


def _long_enough(player: str, way: Way, run: list[int]) -> list[Streak]:
    return [Streak(player, way, tuple(run))] if len(run) >= IN_A_ROW else []
