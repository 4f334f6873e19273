"""Practice: a team of alternating shooters, and drills, over the rules of any discipline.

One person playing both sides needs nothing of its own: every discipline folds with one player.
"""

from dataclasses import dataclass, replace

from ..equipment.layout import Layout
from ..log.shot import Shot
from .fold import TEAM, RackState, Rules, Ruling


@dataclass(frozen=True, slots=True)
class Practice:
    """Played with the balls of a discipline."""

    base: Rules

    @property
    def balls(self) -> tuple[str, ...]:
        return self.base.balls


@dataclass(frozen=True, slots=True)
class TeamRun(Practice):
    """Shooters take turns shot by shot; the run, the groups and the fouls are the team's."""

    @property
    def has_points(self) -> bool:
        return self.base.has_points

    def initial(
        self, players: tuple[str, ...], breaker: str | None, carried: RackState | None = None
    ) -> RackState:
        before = None if carried is None else _as_one(carried)
        state = self.base.initial((TEAM,), TEAM, before)
        turn = frozenset((breaker,)) if breaker else frozenset(players)
        if carried is not None and carried.turn and state.shots:
            turn = carried.turn
        return state._replace(players=players, turn=turn, team=TEAM)

    def balls_on(self, state: RackState, layout: Layout) -> tuple[str, ...]:
        return self.base.balls_on(_as_one(state), layout)

    def after(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        inner, ruling = self.base.after(_as_one(state), replace(shot, shooter=TEAM), layout)
        order = state.players
        following = shot.shooter
        if shot.shooter in order:
            following = order[(order.index(shot.shooter) + 1) % len(order)]
        return inner._replace(players=order, turn=frozenset((following,)), winner=None), ruling


def _as_one(state: RackState) -> RackState:
    return state._replace(players=(TEAM,), turn=frozenset((TEAM,)))


@dataclass(frozen=True, slots=True)
class Drill(Practice):
    """Balls of a discipline without its rules: any ball may be played, nobody's turn passes."""

    @property
    def has_points(self) -> bool:
        return False

    def initial(
        self, players: tuple[str, ...], breaker: str | None, carried: RackState | None = None
    ) -> RackState:
        return RackState(players, frozenset(players), ball_in_hand=True)

    def balls_on(self, state: RackState, layout: Layout) -> tuple[str, ...]:
        return layout.objects

    def after(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        assert shot.result is not None
        potted = tuple(ball for ball in shot.result.potted_objects if ball in layout)
        foul = shot.result.foul is not None
        keeps = bool(potted) and not foul
        words = "made" if keeps else ("a foul in a drill" if foul else "not made")
        state = state._replace(shots=state.shots + 1, ball_in_hand=False, reasons=(words,))
        return state, Ruling(foul, potted if keeps else (), keeps, (words,))
