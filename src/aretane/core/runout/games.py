"""The run of a layout in the game that is played."""

from collections.abc import Callable
from dataclasses import dataclass
from math import hypot
from typing import Literal

from ..equipment.balls import COLOURS, GROUPS, is_red
from ..equipment.layout import Layout, layout_faults
from ..equipment.table import Table
from ..motion import Physics
from ..motion.play import STANDARD
from ..rules import RackState, rules_for
from ..skill import Skill
from ..vocabulary import ball_words
from . import group, rotation, snooker, straight
from .maps import ChanceMap, Kept, Maker
from .run import Run

Measure = Literal["chance", "points", "balls"]
"""What a run is worth: the chance to run out, the points of the visit, the balls of the run."""
LAST = {"nine-ball": "9", "ten-ball": "10", "eight-ball": "8", "english-eight-ball": "black"}
"""The ball that ends the rack, where one does."""
ROTATION = ("nine-ball", "ten-ball")
SPACING = {
    "nine-ball": rotation.SPACING, "ten-ball": rotation.SPACING, "eight-ball": group.SPACING,
    "english-eight-ball": group.ENGLISH_SPACING, "straight-pool": straight.SPACING,
    "snooker": snooker.SPACING,
}  # fmt: skip


DOUBT = {
    "nine-ball": 0.08, "ten-ball": 0.07, "eight-ball": 0.10, "english-eight-ball": 0.11,
    "straight-pool": 0.10, "snooker": 0.10,
}  # fmt: skip
"""How far a map is off by itself: of a chance v this times sqrt(v (1 - v)), of points and balls this share
(from plans played out; the bench checks how often the errors made of it hold)."""


def doubtful(discipline: str, value: float, sampling: float) -> float:
    """Standard error of what a run is worth: of its samples and of the map itself."""
    scores = discipline in ("snooker", "straight-pool")
    scale = value if scores else max(0.0, value * (1.0 - value)) ** 0.5
    return hypot(sampling, DOUBT[discipline] * scale)


class NoRun(ValueError):
    """There is nothing to search; the message says why, and what would help."""


@dataclass(frozen=True, slots=True)
class Question:
    """A layout in the hands of a player, which can be searched.

    `due`: the player's group, or `open`; in snooker red, colour or end; nothing in other games.
    """

    table: Table
    discipline: str
    layout: Layout
    due: str
    skill: Skill
    physics: Physics

    @property
    def measure(self) -> Measure:
        return "points" if self.discipline == "snooker" else "balls" if self.scores else "chance"

    @property
    def scores(self) -> bool:
        """Whether pots count by themselves, so that a run is worth something though it ends."""
        return self.discipline in ("snooker", "straight-pool")

    def playable(self) -> tuple[str, ...]:
        """The balls the player may pot in the run: all, or of two groups the player's and the last ball."""
        return playable(self.discipline, self.layout, self.due)


def playable(discipline: str, layout: Layout, due: str) -> tuple[str, ...]:
    """The balls of a layout that a player to whom `due` is due may pot in a run, as in `Question`."""
    balls = tuple(sorted(layout.objects, key=lambda ball: (len(ball), ball)))
    last = LAST.get(discipline)
    if discipline in ROTATION or last is None or due == group.OPEN:
        return balls
    return tuple(ball for ball in balls if ball == last or GROUPS.get(ball) == due)


def question(
    table: Table, discipline: str, state: RackState, shooter: str, layout: Layout, skill: Skill,
    physics: Physics = STANDARD,
) -> Question:  # fmt: skip
    """What there is to search before a shot. Raises NoRun."""
    unknown = [ball for ball in layout.objects if ball not in rules_for(discipline).balls]
    faults = layout_faults(table, layout)
    last = LAST.get(discipline)
    if state.over:
        raise NoRun("the rack is over")
    if layout.cue is None:
        raise NoRun("place the cue ball to see the chance from there")
    if not layout.objects:
        raise NoRun("place the balls: the table is empty")
    if last is not None and last not in layout:
        raise NoRun(f"place the {last}: without it the rack cannot be won")
    if unknown:
        raise NoRun(f"{ball_words(unknown[0])} is not a ball of this game: take it off")
    if faults:
        raise NoRun(faults[0].words)
    due = ""
    if discipline == "snooker":
        due = _due(state, layout)
    elif last is not None and discipline not in ROTATION:
        due = state.group(state.side or shooter) or group.OPEN
    return Question(table, discipline, layout, due, skill, physics)


def _due(state: RackState, layout: Layout) -> str:
    reds = any(is_red(ball) for ball in layout.objects)
    due = snooker.COLOUR if state.on == snooker.COLOUR else snooker.RED if reds else snooker.END
    missing = [ball for ball in COLOURS if ball not in layout]
    if due != snooker.END and missing:
        raise NoRun(f"place the {missing[0]}: it comes back on its spot until the last red is gone")
    return due


def search(
    asked: Question, coarser: float = 1.0, threads: int = 2, through: str | None = None,
    told: Callable[[ChanceMap], object] = lambda one: None, kept: Kept | None = None,
    few: int | None = None,
) -> Run:  # fmt: skip
    """The run, on a grid `coarser` times as wide as usual; `told` and `kept` as in `Maker`.

    Of balls in any order `through` is kept as the next one, whatever the search thinks of it. `few`: up to
    how many reds, or balls of straight pool, every order is searched.
    """
    spacing = SPACING[asked.discipline] * coarser
    finish = {"chance": (1.0,), "points": (0.0,), "balls": (0.0, 0.0)}[asked.measure]
    maker = Maker(
        asked.table, asked.layout, asked.skill, spacing, asked.physics, threads=threads, finish=finish,
        told=told, kept=kept,
    )  # fmt: skip
    objects = tuple(sorted(asked.layout.objects, key=lambda ball: (len(ball), ball)))
    if asked.discipline in ROTATION:
        return rotation.rotation_run(maker, objects)
    if asked.discipline == "snooker":
        return snooker.snooker_run(maker, asked.due, through, few or snooker.FEW)
    if asked.discipline == "straight-pool":
        return straight.straight_run(maker, objects, through, few or straight.FEW)
    groups: dict[str, list[str]] = {}
    for ball in objects:
        if ball in GROUPS:
            groups.setdefault(GROUPS[ball], []).append(ball)
    mine = None if asked.due == group.OPEN else asked.due
    if mine is not None:
        groups.setdefault(mine, [])
    return group.group_run(maker, groups, mine, LAST[asked.discipline], through)
