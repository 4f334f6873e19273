"""Nine-ball: lowest ball first, push-out straight after the break, three fouls lose the rack.

WPA rules of play (memory). The money ball pocketed on a foul or a push-out comes back on the spot;
any other ball stays down.
"""

from dataclasses import dataclass

from ..equipment.layout import Layout
from ..log.shot import Shot
from ..vocabulary import ball_words
from . import pool
from .fold import Fold, RackState, Ruling


@dataclass(frozen=True, slots=True)
class NineBall(Fold):
    """The fold for nine-ball."""

    def balls_on(self, state: RackState, layout: Layout) -> tuple[str, ...]:
        return pool.lowest(layout)

    def after(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        money, potted = self.game.last, pool.potted_in(shot, layout)
        is_break = shot.plan.kind == "break"
        faulty = pool.dry_break_faulty(shot, potted) if is_break else None
        foul = pool.is_foul(shot, self.options) or faulty is not None
        push_out = shot.plan.kind == "push-out" and state.push_out_allowed
        shared = pool.next_state(state, shot, foul)
        if foul:
            words = "" if pool.is_foul(shot, self.options) else f"{faulty}: ball in hand"
            state, ruling = pool.fouled(shared, shot, self.options, words=words)
            return state, ruling._replace(respot=(money,) if money in potted else ())
        if push_out:
            state, ruling = pool.chooses(shared, "push-out: the opponent chooses who plays on")
            return state, ruling._replace(respot=(money,) if money in potted else ())
        allowed = is_break and self.options.push_out
        if shared.push_out_allowed != allowed:
            shared = shared._replace(push_out_allowed=allowed)
        back = is_break and self.options.money_on_break == "spotted"
        if money in potted and money not in pool.spotted(shot) and not back:
            ruling = Ruling(False, potted, True)
            return pool.wins(shared, shot.shooter, f"the {money} is down on a legal shot: rack won", ruling)
        if is_break and self.options.break_condition == "three-points":
            missed = pool.points_missed(shot, potted)
            if missed is not None:
                return pool.chooses(shared, missed, potted)
        if not potted:
            return pool.passes(shared, shot.shooter, "nothing is down: the turn passes")
        words = f"{ball_words(potted[0])} is down: plays on"
        state, ruling = pool.plays_on(shared, shot.shooter, words, potted)
        return state, ruling._replace(respot=(money,) if back and money in potted else ())
