"""The run of a layout in the game that is played, as far as a search for it exists."""

from collections.abc import Callable
from dataclasses import dataclass

from ..balls import GROUPS
from ..layout import Layout, layout_faults
from ..motion import Physics
from ..motion.play import STANDARD
from ..rules import RackState, rules_for
from ..skill import Skill
from ..table import Table
from ..vocabulary import ball_words
from . import group, rotation
from .maps import ChanceMap, Kept, Maker
from .run import Run

LAST = {"nine-ball": "9", "ten-ball": "10", "eight-ball": "8", "english-eight-ball": "black"}
"""The ball that ends the rack, in the games that are searched."""


class NoRun(ValueError):
    """There is nothing to search; the message says why, and what would help."""


@dataclass(frozen=True, slots=True)
class Question:
    """A layout in the hands of a player, which can be searched.

    `mine`: the player's group, None while it is open or in a game without groups.
    """

    table: Table
    discipline: str
    layout: Layout
    mine: str | None
    skill: Skill
    physics: Physics


def question(
    table: Table, discipline: str, state: RackState, shooter: str, layout: Layout, skill: Skill,
    physics: Physics = STANDARD,
) -> Question:  # fmt: skip
    """What there is to search before a shot. Raises NoRun."""
    unknown = [ball for ball in layout.objects if ball not in rules_for(discipline).balls]
    faults = layout_faults(table, layout)
    last = LAST.get(discipline)
    if last is None:
        raise NoRun("chances to run out are worked out for rotation games and for games with two groups")
    if state.over:
        raise NoRun("the rack is over")
    if layout.cue is None:
        raise NoRun("place the cue ball to see the chance from there")
    if last not in layout:
        raise NoRun(f"place the {last}: without it the rack cannot be won")
    if unknown:
        raise NoRun(f"{ball_words(unknown[0])} is not a ball of this game: take it off")
    if faults:
        raise NoRun(faults[0].words)
    return Question(table, discipline, layout, state.group(state.side or shooter), skill, physics)


def search(
    asked: Question, coarser: float = 1.0, threads: int = 2, through: str | None = None,
    told: Callable[[ChanceMap], object] = lambda one: None, kept: Kept | None = None,
) -> Run:  # fmt: skip
    """The run, on a grid `coarser` times as wide as usual; `told` and `kept` as in `Maker`.

    Of balls in any order `through` is kept as the next one, whatever the search thinks of it.
    """
    grouped = asked.discipline not in ("nine-ball", "ten-ball")
    spacing = (group.SPACING if grouped else rotation.SPACING) * coarser
    maker = Maker(
        asked.table,
        asked.layout,
        asked.skill,
        spacing,
        asked.physics,
        threads=threads,
        told=told,
        kept=kept,
    )
    objects = asked.layout.objects
    if not grouped:
        return rotation.rotation_run(maker, sorted(objects, key=lambda ball: (len(ball), ball)))
    groups: dict[str, list[str]] = {}
    for ball in objects:
        if ball in GROUPS:
            groups.setdefault(GROUPS[ball], []).append(ball)
    if asked.mine is not None:
        groups.setdefault(asked.mine, [])
    return group.group_run(maker, groups, asked.mine, LAST[asked.discipline], through)
