"""Straight pool (14.1): a point a called ball, fourteen racked again, runs that cross racks.

WPA rules of play (memory). A foul costs one point, the third in a row fifteen more and a new opening break
by the offender; a foul on the opening break costs two and does not count towards the three. Balls made on
a foul, a safety or off the call are spotted. One rack of the log is one rack on the table; score, run and
fouls carry over to the next.
"""

from dataclasses import dataclass

from ..equipment.layout import Layout
from ..log.shot import Shot
from ..vocabulary import CUE
from . import pool
from .fold import Fold, RackState, Ruling, opening

FOUL, BREAK_FOUL, THIRD_FOUL = -1, -2, -15


@dataclass(frozen=True, slots=True)
class StraightPool(Fold):
    """The fold for straight pool."""

    def initial(
        self, players: tuple[str, ...], breaker: str | None, carried: RackState | None = None
    ) -> RackState:
        if carried is None or not carried.rerack:
            return opening(players, breaker, () if carried is None else carried.scores)
        shots = 0 if carried.on == "opening" else 1
        return carried._replace(shots=shots, over=False, rerack=False, on="", ball_in_hand=shots == 0)

    def balls_on(self, state: RackState, layout: Layout) -> tuple[str, ...]:
        return layout.objects

    def after(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        if pool.is_foul(shot, self.options):
            return self._fouled(state, shot, layout)
        shared = pool.next_state(state, shot, foul=False)
        potted = pool.potted_in(shot, layout)
        failed = pool.call_fails(shot, potted)
        if shot.plan.choice == "safety" and potted:
            words = "called safety: the turn passes, what fell is spotted"
            return _back(*pool.passes(shared, shot.shooter, words), potted)
        if not potted:
            return pool.passes(shared, shot.shooter, "nothing is down: the turn passes")
        if failed is not None:
            return _back(*pool.passes(shared, shot.shooter, f"{failed}: what fell is spotted"), potted)
        points = len(potted)
        total = state.score(shot.shooter) + points
        words = f"{points} {'point' if points == 1 else 'points'}: plays on"
        shared, ruling = pool.plays_on(shared, shot.shooter, words, potted)
        ruling = ruling._replace(points=((shot.shooter, points),))
        if self.options.points_to is not None and total >= self.options.points_to:
            return pool.wins(shared, shot.shooter, f"{total} points: game won", ruling)
        if len(layout.objects) - len(set(potted) - pool.spotted(shot)) <= 1:
            words = f"{words}; fourteen are racked again"
            shared = shared._replace(over=True, rerack=True, reasons=(words,))
            ruling = ruling._replace(reasons=(words,))
        return shared, ruling

    def _fouled(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        assert shot.result is not None
        potted, scratched = pool.potted_in(shot, layout), CUE in shot.result.down
        shooter, opponent = shot.shooter, state.other(shot.shooter)
        words = pool.foul_words(shot)
        if shot.plan.kind == "break" and state.shots == 0:
            shared = pool.next_state(state, shot, foul=False)
            words = f"{words} on the opening break: two points off, the opponent may have it broken again"
            shared = shared._replace(
                turn=frozenset(state.players),
                ball_in_hand=scratched,
                behind_line=scratched,
                reasons=(words,),
            )
            return shared, Ruling(True, (), False, (words,), ((shooter, BREAK_FOUL),), potted)
        shared = pool.next_state(state, shot, foul=True)
        third = dict(shared.fouls_in_a_row)[shooter] >= pool.FOULS_TO_LOSE and self.options.three_foul
        if third:
            words = f"{words}, the third in a row: sixteen points off, all balls racked, {shooter} breaks"
            none = tuple((p, 0 if p == shooter else n) for p, n in shared.fouls_in_a_row)
            shared = shared._replace(
                turn=frozenset((shooter,)),
                fouls_in_a_row=none,
                over=True,
                rerack=True,
                on="opening",
                reasons=(words,),
            )
            return shared, Ruling(True, (), False, (words,), ((shooter, FOUL + THIRD_FOUL),))
        words = f"{words}: one point off"
        shared = shared._replace(
            turn=frozenset((opponent,)),
            ball_in_hand=scratched,
            behind_line=scratched,
            reasons=(words,),
        )
        return shared, Ruling(True, (), False, (words,), ((shooter, FOUL),), potted)


def _back(state: RackState, ruling: Ruling, balls: tuple[str, ...]) -> tuple[RackState, Ruling]:
    """The same ruling, with balls put back on the spot."""
    return state, ruling._replace(respot=balls)
