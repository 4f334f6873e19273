"""Frames of snooker read at a glance: what a stroke that opens the pack is worth."""

import numpy as np
import pytest

from aretane.core.equipment.balls import COLOURS, is_red
from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import table_for
from aretane.core.games.setting_up import racked
from aretane.core.geometry import Point
from aretane.core.motion import Physics
from aretane.core.runout import frame_glance
from aretane.core.runout.games import Question, search
from aretane.core.runout.playout import struck
from aretane.core.runout.run import Run
from aretane.core.runout.snooker import COLOUR, RED, glance_at_frame, points_after
from aretane.core.skill import PRESETS
from aretane.core.vocabulary import CUE
from tests.core.runout.layouts import frame

GREEN = table_for("snooker-12")
STARTER, BEST = PRESETS["starter"], PRESETS["professional"]
RACK = racked(GREEN, "snooker")
BLACK = dict(RACK.places)["black"]
INTO_PACK = Point(BLACK.x + 0.14, BLACK.y - 0.40)
"""Where the cue ball has an angle on the black that takes it into the pack."""


def packed(cue: Point, reds: int = 12) -> Layout:
    """So many reds in the pack, the colours on their spots."""
    kept = [ball for ball in RACK.objects if is_red(ball)][:reds]
    return RACK.only((*kept, *COLOURS)).changed({CUE: cue})


def colour_on(layout: Layout, skill=BEST) -> Run:  # type: ignore[no-untyped-def]
    return search(Question(GREEN, "snooker", layout, "colour", skill, Physics()), 2.0)


def test_a_visit_counts_reds_colours_and_the_end() -> None:
    read = np.array((1.0, 7.0, 1.0, 1.0, 7.0, 3.0))  # a red and the black, always; every red loose
    sure = np.array((1.0, 1.0, 1.0, 1.0, 27.0, 1.0))
    assert frame_glance.visit_from(read, 2, True, sure) == pytest.approx(2 * 8 + 27)
    assert frame_glance.visit_from(read, 2, False, sure) == pytest.approx(7 + 2 * 8 + 27)
    assert frame_glance.visit_from(np.zeros(6), 2, True, sure) == 0.0


def test_a_professional_splits_the_pack_from_the_black_and_is_promised_a_visit() -> None:
    run = colour_on(packed(INTO_PACK))
    found = run.outlook()
    assert found.shot is not None and found.values[0] * run.units[0] > 20
    rng, moved = np.random.default_rng(2), 0
    for _ in range(5):
        motion = struck(run.maker, run.maker.layout, found.shot, rng)
        there = dict(run.maker.layout.places)
        moved += sum(
            place.distance(there[ball]) > 0.02 for ball, place in motion.after.places if is_red(ball)
        )
    assert moved >= 10


def test_for_a_starter_the_pack_is_worth_little() -> None:
    run = colour_on(packed(INTO_PACK), STARTER)
    assert run.outlook().values[0] * run.units[0] < 8


def test_loose_reds_are_worth_more_than_packed_ones() -> None:
    loose = frame(6, 10, GREEN)
    run = search(Question(GREEN, "snooker", loose, "red", BEST, Physics()), 2.5)
    tight = packed(loose.cue or INTO_PACK, 10)
    assert points_after(run.maker, loose, RED) > points_after(run.maker, tight, RED)
    assert points_after(run.maker, loose.without((CUE,)), RED) == 0.0
    assert points_after(run.maker, tight, COLOUR) > 0.0


def test_better_players_are_promised_more_by_the_same_glance() -> None:
    promised = []
    for level in ("starter", "regular", "strong", "advanced", "professional"):
        run = colour_on(packed(INTO_PACK), PRESETS[level])
        promised.append(run.outlook().values[0])
    assert promised == sorted(promised)
    read = glance_at_frame(GREEN, BEST, 20.0)
    assert len(read.going) == frame_glance.GOING_COLUMNS
