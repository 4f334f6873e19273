"""Ten-ball: lowest ball first, every shot but the break called, push-out straight after the break.

WPA rules of play (memory). The 10 made on the break, or early, comes back on the spot. A ball made in
another pocket than called ends the turn, and the opponent chooses who plays on. A called safety passes the
turn whatever falls.
"""

from dataclasses import dataclass

from ..equipment.layout import Layout
from ..log.shot import Shot
from ..vocabulary import ball_words
from . import pool
from .fold import Fold, RackState, Ruling


@dataclass(frozen=True, slots=True)
class TenBall(Fold):
    """The fold for ten-ball."""

    def balls_on(self, state: RackState, layout: Layout) -> tuple[str, ...]:
        return pool.lowest(layout)

    def after(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        state, ruling = self._ruled(state, shot, layout)
        money = self.game.last in pool.potted_in(shot, layout) and not state.over
        return state, ruling._replace(respot=(self.game.last,) if money else ())

    def _ruled(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        potted = pool.potted_in(shot, layout)
        is_break = shot.plan.kind == "break"
        faulty = pool.dry_break_faulty(shot, potted) if is_break else None
        foul = pool.is_foul(shot, self.options) or faulty is not None
        shared = pool.next_state(state, shot, foul)
        if foul:
            words = "" if pool.is_foul(shot, self.options) else f"{faulty}: ball in hand"
            return pool.fouled(shared, shot, self.options, words=words)
        if shot.plan.kind == "push-out" and state.push_out_allowed:
            return pool.chooses(shared, "push-out: the opponent chooses who plays on")
        shared = shared._replace(push_out_allowed=is_break and self.options.push_out)
        if is_break:
            return self._broke(shared, shot, potted)
        if shot.plan.choice == "safety":
            return pool.passes(shared, shot.shooter, "called safety: the turn passes", potted)
        failed = pool.call_fails(shot, potted)
        if failed is not None and potted:
            return pool.chooses(shared, f"{failed}: the opponent chooses who plays on", potted)
        if not potted:
            return pool.passes(shared, shot.shooter, "nothing is down: the turn passes")
        if self.game.last in potted and layout.objects == (self.game.last,):
            ruling = Ruling(False, potted, True)
            return pool.wins(
                shared, shot.shooter, f"the {self.game.last} is down last, as called: rack won", ruling
            )
        return pool.plays_on(shared, shot.shooter, f"{ball_words(potted[0])} is down: plays on", potted)

    def _broke(self, state: RackState, shot: Shot, potted: tuple[str, ...]) -> tuple[RackState, Ruling]:
        if self.options.break_condition == "three-points":
            missed = pool.points_missed(shot, potted)
            if missed is not None:
                return pool.chooses(state, missed, potted)
        if not potted:
            return pool.passes(state, shot.shooter, "nothing is down: the turn passes")
        return pool.plays_on(state, shot.shooter, f"{ball_words(potted[0])} is down: plays on", potted)
