"""The run of a layout in the game that is played."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from math import hypot

from ..equipment.balls import COLOURS, GROUPS, is_red
from ..equipment.layout import Layout, layout_faults
from ..equipment.table import Table
from ..games import Discipline, Measure, game
from ..motion import Physics
from ..motion.play import STANDARD
from ..rules import RackState
from ..skill import Skill
from ..vocabulary import ball_words
from . import group, rotation, snooker, straight
from .chart import ChanceMap, Kept
from .maps import Maker
from .run import Run


def doubtful(discipline: str, value: float, sampling: float) -> float:
    """Standard error of what a run is worth: of its samples and of the map itself."""
    record = game(discipline)
    scale = value if record.scores else max(0.0, value * (1.0 - value)) ** 0.5
    return hypot(sampling, record.doubt * scale)


class NoRun(ValueError):
    """There is nothing to search; the message says why, and what would help."""


@dataclass(frozen=True, slots=True)
class Question:
    """A layout in the hands of a player, which can be searched.

    group_on: the player's group, or `open`; in snooker red, colour or end; empty in other games. partner:
    the errors of the player who plays every second shot of a team; in rotation and straight pool the maps
    are of both, in other games of the player on view alone.
    """

    table: Table
    discipline: str
    layout: Layout
    group_on: str
    skill: Skill
    physics: Physics
    partner: Skill | None = None

    @property
    def game(self) -> Discipline:
        """The record of its discipline."""
        return game(self.discipline)

    @property
    def measure(self) -> Measure:
        return self.game.measure

    @property
    def scores(self) -> bool:
        """Whether pots count by themselves, so that a run is worth something though it ends."""
        return self.game.scores

    def playable(self) -> tuple[str, ...]:
        """The balls the player may pot in the run: all, or of two groups the player's and the last ball."""
        return playable(self.discipline, self.layout, self.group_on)


def playable(discipline: str, layout: Layout, group_on: str) -> tuple[str, ...]:
    """The balls of a layout that a player may pot in a run. `group_on`: as in `Question`."""
    balls = tuple(sorted(layout.objects, key=lambda ball: (len(ball), ball)))
    last = game(discipline).last
    if not game(discipline).by_groups or group_on == group.OPEN:
        return balls
    return tuple(ball for ball in balls if ball == last or GROUPS.get(ball) == group_on)


def question(
    table: Table, discipline: str, state: RackState, shooter: str, layout: Layout, skill: Skill,
    physics: Physics = STANDARD, partner: Skill | None = None,
) -> Question:  # fmt: skip
    """What there is to search before a shot. Raises NoRun."""
    record = game(discipline)
    unknown = [ball for ball in layout.objects if ball not in record.balls]
    faults = layout_faults(table, layout)
    last = record.last
    if state.over:
        raise NoRun("the rack is over")
    if layout.cue is None:
        raise NoRun("place the cue ball to see the chance from there")
    if not layout.objects:
        raise NoRun("place the balls: the table is empty")
    if last and last not in layout:
        raise NoRun(f"place the {last}: without it the rack cannot be won")
    if unknown:
        raise NoRun(f"{ball_words(unknown[0])} is not a ball of this game: take it off")
    if faults:
        raise NoRun(faults[0].words)
    group_on = ""
    if record.by_colours:
        group_on = _group_on(state, layout)
    elif record.by_groups:
        group_on = state.group(state.team or shooter) or group.OPEN
    return Question(table, discipline, layout, group_on, skill, physics, partner)


def _group_on(state: RackState, layout: Layout) -> str:
    reds = any(is_red(ball) for ball in layout.objects)
    group_on = snooker.COLOUR if state.on == snooker.COLOUR else snooker.RED if reds else snooker.END
    missing = [ball for ball in COLOURS if ball not in layout]
    if group_on != snooker.END and missing:
        raise NoRun(f"place the {missing[0]}: it comes back on its spot until the last red is gone")
    return group_on


def search(
    asked: Question, coarser: float = 1.0, threads: int = 2, through: str | None = None,
    report: Callable[[ChanceMap], object] = lambda one: None, kept: Kept | None = None,
    few: int | None = None,
) -> Run:  # fmt: skip
    """The run of a question, on a grid `coarser` times as wide as usual.

    `report` and `kept` as in `Maker`. through: a next ball that is kept although the search prefers others
    (balls in any order). few: every order is searched up to so many reds, or balls of straight pool.
    """
    record = game(asked.discipline)
    spacing = record.spacing * coarser
    finish = {"chance": (1.0,), "points": (0.0,), "balls": (0.0, 0.0)}[asked.measure]
    maker = Maker(
        asked.table, asked.layout, asked.skill, spacing, asked.physics, threads=threads, finish=finish,
        report=report, kept=kept,
    )  # fmt: skip
    objects = tuple(sorted(asked.layout.objects, key=lambda ball: (len(ball), ball)))
    partner = None if asked.partner is None else replace(maker, skill=asked.partner)
    if record.in_order:
        return rotation.rotation_run(maker, objects, partner)
    if record.by_colours:
        return snooker.snooker_run(maker, asked.group_on, through, few or snooker.FEW)
    if record.any_order:
        return straight.straight_run(maker, objects, through, few or straight.FEW, partner=partner)
    groups: dict[str, list[str]] = {}
    for ball in objects:
        if ball in GROUPS:
            groups.setdefault(GROUPS[ball], []).append(ball)
    mine = None if asked.group_on == group.OPEN else asked.group_on
    if mine is not None:
        groups.setdefault(mine, [])
    return group.group_run(maker, groups, mine, record.last, through)
