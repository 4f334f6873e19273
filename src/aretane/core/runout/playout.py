"""A plan played out in the full motion model: the slow truth that a map's chances are held against."""

from collections.abc import Sequence

import numpy as np

from ..chance.finer import compensated
from ..layout import Layout
from ..motion import Motion, Physics, Strike, play
from ..motion.play import STANDARD
from ..motion.ready import ready
from ..skill.model import Skill
from ..skill.scatter import scatter
from ..table import Table
from ..vocabulary import CUE
from .rotation import BallMap, PlannedShot, best_from


def played_out(
    table: Table, layout: Layout, order: Sequence[str], maps: dict[str, BallMap], skill: Skill, count: int,
    seed: tuple[int, ...], physics: Physics = STANDARD,
) -> float:  # fmt: skip
    """The share of `count` independent tries in which the player finishes in rotation by the maps' shots.

    Each try strikes with the player's own errors and goes on from where everything really lies; a try ends
    with the first ball that does not fall where it was meant, the last ball down wins.
    """
    rng = np.random.default_rng(seed)
    return sum(_finishes(table, layout, order, maps, skill, physics, rng) for _ in range(count)) / count


def _finishes(
    table: Table, layout: Layout, order: Sequence[str], maps: dict[str, BallMap], skill: Skill,
    physics: Physics, rng: np.random.Generator,
) -> bool:  # fmt: skip
    left, now = list(order), layout
    while left:
        choose = (int(rng.integers(2**31)),)
        _, _, shot = best_from(table, maps, now, left, skill, physics, choose, valuing=1)
        if shot is None:
            return False
        motion = struck(table, now, shot, skill, physics, rng)
        fallen = dict(motion.potted)
        if CUE in fallen or motion.first_hit != left[0] or fallen.get(left[0]) != shot.pocket:
            return False
        if order[-1] in fallen:
            return True
        now = motion.after
        left = [ball for ball in left if ball in now]
    return True


def struck(
    table: Table,
    layout: Layout,
    shot: PlannedShot,
    skill: Skill,
    physics: Physics,
    rng: np.random.Generator,
) -> Motion:
    """The shot in the player's hands."""
    plain = Strike(shot.speed, 0.0, shot.side, shot.height)
    meant = compensated(plain, shot.direction, ready(table, layout, physics))
    errors = rng.standard_normal((1, 4))
    row = scatter(meant, skill, table.cue_ball_radius, physics.tip_mass, errors)[0]
    return play(table, layout, Strike(*(float(value) for value in row)), physics)
