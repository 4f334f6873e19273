"""A plan played out in the full motion model: the slow truth that a map's chances are held against."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..chance.finer import compensated
from ..equipment.balls import COLOURS, is_red, value
from ..equipment.layout import Layout
from ..equipment.table import Table
from ..games.setting_up import respotted
from ..motion import Motion, Strike, play
from ..motion.ready import ready
from ..skill.circumstances import circumstances
from ..skill.scatter import scatter
from ..vocabulary import CUE
from .chart import PlannedShot, State
from .kernel import POINTS
from .maps import Maker
from .opened import RACK
from .run import Run, state
from .snooker import COLOUR, END, RED


@dataclass(frozen=True, slots=True)
class Next:
    """The game's answer to a shot that was played.

    It is the state it leads to, or `over` (the run ended) or `done` (every ball is down); with the points
    it counted (K,), and the layout with balls that come back.
    """

    verdict: State | Literal["over", "done"]
    points: tuple[float, ...]
    layout: Layout


Follow = Callable[[State, PlannedShot, Motion], Next]


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
        found = run.outlook(now, at, (int(rng.integers(2**31)),), valuing=1, closer=1)
        if found.shot is None:
            estimate = at not in maker.maps
            return tuple(total + np.array(found.values)) if estimate else tuple(total)
        came = follow(at, found.shot, struck(run.at_turn(at), now, found.shot, rng))
        total += np.array(came.points)
        if came.verdict == "done":
            return tuple(total + np.array(maker.finish))
        if came.verdict == "over":
            break
        assert isinstance(came.verdict, tuple)
        at, now = run.nearest(came.verdict), came.layout
    return tuple(total)


def struck(maker: Maker, layout: Layout, shot: PlannedShot, rng: np.random.Generator) -> Motion:
    """The shot in the player's hands."""
    table, physics = maker.table, maker.physics
    plain = Strike(shot.speed, 0.0, shot.side, shot.height)
    meant = compensated(plain, shot.direction, ready(table, layout, physics))
    skill = maker.skill.under(circumstances(table, layout, meant))
    row = scatter(meant, skill, table.cue_ball_radius, physics.tip_mass, rng.standard_normal((1, 4)))[0]
    return play(table, layout, Strike(*(float(value) for value in row)), physics)


def rotation_follow(at: State, shot: PlannedShot, motion: Motion) -> Next:
    """In rotation a try ends with the first ball that does not fall where it was meant."""
    if not _made(shot, motion):
        return Next("over", (0.0,), motion.after)
    left = [ball for ball in at[1:] if ball in motion.after]
    if shot.then is None or at[-1] not in left:
        return Next("done", (0.0,), motion.after)
    return Next(state("", left), (0.0,), motion.after)


def group_follow(groups: Mapping[str, Sequence[str]], last: str) -> Follow:
    """In eight-ball the last ball before its turn ends it too; what else falls is gone from the plan."""
    group_of = {ball: name for name, balls in groups.items() for ball in balls}

    def follow(at: State, shot: PlannedShot, motion: Motion) -> Next:
        if not _made(shot, motion):
            return Next("over", (0.0,), motion.after)
        if last not in motion.after:
            return Next("done" if shot.ball == last else "over", (0.0,), motion.after)
        name = group_of[shot.ball]
        left = [*(ball for ball in groups[name] if ball in motion.after), last]
        return Next(state(name, left), (0.0,), motion.after)

    return follow


def straight_follow(at: State, shot: PlannedShot, motion: Motion) -> Next:
    """In straight pool every ball that falls with the one called counts; the last stays for the break."""
    if not _made(shot, motion):
        return Next("over", (0.0, 0.0), motion.after)
    left = [ball for ball in at[1:] if ball in motion.after]
    points = (len(at[1:]) - len(left)) / RACK
    return Next(state("", left) if left else "over", (points, 0.0), motion.after)


def snooker_follow(table: Table) -> Follow:
    """In snooker a colour comes back, but for those taken in order at the end."""

    def follow(at: State, shot: PlannedShot, motion: Motion) -> Next:
        fallen = [ball for ball, _ in motion.potted]
        may = [ball for ball in at[1:] if is_red(ball)] if at[0] == RED else [shot.ball]
        wrong = any(ball not in may for ball in fallen)
        if not _made(shot, motion) or wrong:
            return Next("over", (0.0,), motion.after)
        points = (sum(value(ball) for ball in fallen) / POINTS,)
        reds = [ball for ball in motion.after.objects if is_red(ball)]
        if at[0] == RED:
            return Next(state(COLOUR, reds), points, motion.after)
        if at[0] == END:
            left = [ball for ball in at[1:] if ball in motion.after]
            return Next(state(END, left) if left else "done", points, motion.after)
        back = respotted(table, "snooker", [shot.ball], motion.after)
        layout = motion.after.changed(dict(back.places))
        return Next(state(RED, reds) if reds else state(END, COLOURS), points, layout)

    return follow


def _made(shot: PlannedShot, motion: Motion) -> bool:
    """Whether the ball fell where it was meant, hit first, and the cue ball stayed."""
    return (
        CUE in motion.after and motion.first_hit == shot.ball
        and dict(motion.potted).get(shot.ball) == shot.pocket
    )  # fmt: skip
