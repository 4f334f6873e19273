"""Compile, or load, every kernel once: so that no reviewer's first question waits for it."""

from collections.abc import Callable, Iterator
from dataclasses import replace

import numpy as np

from ..chance.direct import pots
from ..chance.windows import windows_of
from ..equipment.layout import Layout
from ..equipment.spots import snooker_spots
from ..equipment.table import table_for
from ..games.nine_ball import NINE_BALL
from ..geometry import Point
from ..motion import Physics, Strike, play, play_many
from ..runout import Maker, rotation_run
from ..runout.group import group_run
from ..runout.snooker import RED, glance_at_frame, points_everywhere
from ..runout.straight import straight_run
from ..skill import DEFAULT_LEVEL, PRESETS
from .cover import hidden

TABLE = table_for("pool-9")
FRAME = Layout.of({**snooker_spots(TABLE), "r1": Point(1.5, 0.9)})
LAYOUT = Layout.of({"cue": Point(0.6, 0.6), "1": Point(1.5, 0.7), "2": Point(1.9, 0.3)})


def steps() -> Iterator[tuple[str, Callable[[], object]]]:
    """What is to be done, in words, and how; in this order."""
    skill = PRESETS[DEFAULT_LEVEL]
    yield "ball motion", lambda: play_many(TABLE, LAYOUT, np.array([Strike(1.0, 0.1).array()]))
    yield "ball motion with its path", lambda: play(TABLE, LAYOUT, Strike(1.0, 0.1))
    yield "what the pockets take", lambda: windows_of(TABLE, Physics())
    yield "pot chances", lambda: pots(TABLE, LAYOUT, "1", skill)
    yield "chance maps", lambda: rotation_run(Maker(TABLE, LAYOUT, skill, 8 * NINE_BALL.spacing), ["1"])
    there, none = np.zeros((1, 2)), np.zeros((1, 0, 2))
    yield "what is hidden", lambda: hidden(there, there + 1.0, none, np.zeros(0), 0.03, 0.03)
    free = Maker(TABLE, LAYOUT, skill, 8 * NINE_BALL.spacing)
    yield "chance maps where the order is free", lambda: group_run(free, {"solids": ()}, "solids", "1")
    yield "racks that strokes open", lambda: straight_run(replace(free, finish=(0.0, 0.0)), ("1", "2"))
    frame = replace(
        free, layout=FRAME, glance=glance_at_frame(TABLE, skill, 0.0), counting=True, finish=(0.0,)
    )
    yield "frames that strokes open", lambda: points_everywhere(frame, ("r1",), RED)


def warm(report: Callable[[str], object] = lambda words: None) -> None:
    """Do every step; `report` is called with each one's words before it starts."""
    for words, step in steps():
        report(words)
        step()
