"""A plan played out in the full motion model: the slow truth that a map's chances are held against."""

from collections.abc import Callable, Mapping, Sequence
from typing import Literal

import numpy as np

from ..chance.finer import compensated
from ..layout import Layout
from ..motion import Motion, Strike, play
from ..motion.ready import ready
from ..skill.circumstances import circumstances
from ..skill.scatter import scatter
from ..vocabulary import CUE
from .maps import Maker, PlannedShot, State
from .run import Run, state

Verdict = State | Literal["over", "done"]
Follow = Callable[[State, PlannedShot, Motion], tuple[Verdict, tuple[float, ...]]]
"""What a game makes of a shot played: the state it leads to, or `over` (the run ended) or `done` (all of it
is down), and what it counted (K,)."""


def played_out(run: Run, follow: Follow, count: int, seed: tuple[int, ...]) -> np.ndarray:
    """Worths (count, K) of independent tries in which the player plays the run's shots.

    Each try strikes with the player's own errors and goes on from where everything really lies.
    """
    rng = np.random.default_rng(seed)
    return np.array([_try(run, follow, rng) for _ in range(count)])


def _try(run: Run, follow: Follow, rng: np.random.Generator) -> tuple[float, ...]:
    maker, now = run.maker, run.maker.layout
    at: State | None = run.start
    total = np.zeros(len(maker.finish))
    while at is not None:
        shot = run.outlook(now, at, (int(rng.integers(2**31)),), valuing=1).shot
        if shot is None:
            break
        motion = struck(maker, now, shot, rng)
        verdict, points = follow(at, shot, motion)
        total += np.array(points)
        if verdict == "done":
            return tuple(total + np.array(maker.finish))
        if verdict == "over":
            break
        assert isinstance(verdict, tuple)
        at, now = run.nearest(verdict), motion.after
    return tuple(total)


def struck(maker: Maker, layout: Layout, shot: PlannedShot, rng: np.random.Generator) -> Motion:
    """The shot in the player's hands."""
    table, physics = maker.table, maker.physics
    plain = Strike(shot.speed, 0.0, shot.side, shot.height)
    meant = compensated(plain, shot.direction, ready(table, layout, physics))
    skill = maker.skill.under(circumstances(table, layout, meant))
    row = scatter(meant, skill, table.cue_ball_radius, physics.tip_mass, rng.standard_normal((1, 4)))[0]
    return play(table, layout, Strike(*(float(value) for value in row)), physics)


def rotation_follow(at: State, shot: PlannedShot, motion: Motion) -> tuple[Verdict, tuple[float, ...]]:
    """In rotation a try ends with the first ball that does not fall where it was meant."""
    if not _made(shot, motion):
        return "over", (0.0,)
    left = [ball for ball in at[1:] if ball in motion.after]
    if shot.then is None or at[-1] not in left:
        return "done", (0.0,)
    return state("", left), (0.0,)


def group_follow(groups: Mapping[str, Sequence[str]], last: str) -> Follow:
    """In eight-ball the last ball before its turn ends it too; what else falls is gone from the plan."""
    group_of = {ball: name for name, balls in groups.items() for ball in balls}

    def follow(at: State, shot: PlannedShot, motion: Motion) -> tuple[Verdict, tuple[float, ...]]:
        if not _made(shot, motion):
            return "over", (0.0,)
        if last not in motion.after:
            return ("done" if shot.ball == last else "over"), (0.0,)
        name = group_of[shot.ball]
        return state(name, [*(ball for ball in groups[name] if ball in motion.after), last]), (0.0,)

    return follow


def _made(shot: PlannedShot, motion: Motion) -> bool:
    """Whether the ball fell where it was meant, hit first, and the cue ball stayed."""
    return (
        CUE in motion.after and motion.first_hit == shot.ball
        and dict(motion.potted).get(shot.ball) == shot.pocket
    )  # fmt: skip
