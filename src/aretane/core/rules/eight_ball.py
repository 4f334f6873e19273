"""Eight-ball: solids or stripes, then the 8.

WPA rules of play (memory). The table is open after the break; the first ball legally made, as called,
decides the groups, but not on a safety. The 8 early, on a foul or in another pocket than called loses. On
the break it is spotted, or the rack broken again, unless it was agreed to win.
"""

from dataclasses import dataclass

from ..equipment.balls import GROUPS
from ..equipment.layout import Layout
from ..log.shot import Shot
from ..vocabulary import ball_words
from . import groups, pool
from .fold import Fold, RackState, Ruling


@dataclass(frozen=True, slots=True)
class EightBall(Fold):
    """The fold for eight-ball."""

    def balls_on(self, state: RackState, layout: Layout) -> tuple[str, ...]:
        return groups.on_for(state, layout, self.game.last)

    def after(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        assert shot.result is not None
        foul = pool.is_foul(shot, self.options)
        shared = pool.next_state(state, shot, foul)
        if shot.plan.kind == "break":
            return self._broke(shared, shot, layout, foul)
        if pool.is_down(self.game.last, shot, layout):
            return self._eight(shared, shot, layout, foul)
        if foul:
            return pool.fouled(shared, shot, self.options)
        return self._potted(shared, shot, layout)

    def _broke(self, state: RackState, shot: Shot, layout: Layout, foul: bool) -> tuple[RackState, Ruling]:
        potted = pool.potted_in(shot, layout)
        eight = self.game.last in potted
        respot = (self.game.last,) if eight else ()
        if foul:
            state, ruling = pool.fouled(state, shot, self.options, behind_line=True)
            return state, ruling._replace(respot=respot)
        if eight and self.options.money_on_break == "wins":
            ruling = Ruling(False, potted, True)
            return pool.wins(state, shot.shooter, "the 8 is down on the break: rack won", ruling)
        faulty = pool.dry_break_faulty(shot, potted)
        if faulty is not None:
            return pool.chooses(state, f"{faulty}: the opponent plays it as it lies or has it broken again")
        if not potted:
            return pool.passes(state, shot.shooter, "nothing is down: the turn passes, the table is open")
        words = f"{ball_words(potted[0])} is down on the break: plays on, the table is open"
        if eight:
            words = "the 8 is down on the break: it is spotted, or the rack broken again"
        state, ruling = pool.plays_on(state, shot.shooter, words, potted)
        return state, ruling._replace(respot=respot)

    def _eight(self, state: RackState, shot: Shot, layout: Layout, foul: bool) -> tuple[RackState, Ruling]:
        shooter, opponent = shot.shooter, state.other(shot.shooter)
        group = state.group(shooter)
        potted = pool.potted_in(shot, layout)
        failed = pool.call_fails(shot, potted) if self.options.call == "called" else None
        why = None
        if foul:
            why = f"the 8 is down on a {pool.foul_words(shot)}"
        elif self.game.last not in potted:
            why = "the 8 left the table"
        elif group is None or groups.members(group, layout):
            why = "the 8 is down early"
        elif failed is not None:
            why = failed
        elif self.options.call == "called" and shot.plan.choice == "safety":
            why = "the 8 is down on a called safety"
        if why is None:
            return pool.wins(state, shooter, "the 8 is down last: rack won", Ruling(False, potted, True))
        return pool.wins(state, opponent, f"{why}: rack lost", Ruling(foul, (), False))

    def _potted(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        potted = tuple(ball for ball in pool.potted_in(shot, layout) if ball in GROUPS)
        if shot.plan.choice == "safety" and self.options.call == "called":
            return pool.passes(state, shot.shooter, "called safety: the turn passes", potted)
        if not potted:
            return pool.passes(state, shot.shooter, "nothing is down: the turn passes")
        called = self.options.call == "called"
        failed = pool.call_fails(shot, potted) if called else None
        if failed is not None:
            return pool.passes(state, shot.shooter, f"{failed}: the turn passes", potted)
        first = shot.plan.ball if called and shot.plan.ball in potted else potted[0]
        assert first is not None
        group = GROUPS[first]
        mine = state.group(shot.shooter)
        if mine is None:
            state = groups.decided(state, shot.shooter, group)
            words = f"{ball_words(first)} is down: {group} from now on, plays on"
            return pool.plays_on(state, shot.shooter, words, potted)
        own = [ball for ball in potted if GROUPS.get(ball) == mine]
        if not own or (called and shot.plan.ball is not None and GROUPS.get(shot.plan.ball) != mine):
            return pool.passes(
                state, shot.shooter, f"none of the {mine} as called: the turn passes", potted
            )
        return pool.plays_on(state, shot.shooter, f"{ball_words(own[0])} is down: plays on", potted)
