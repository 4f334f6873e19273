"""English eight-ball: reds or yellows, then the black, in both living schools.

*Two visits* (blackball): a foul gives the opponent a free shot, which may play and pot any ball but the
black, and a second visit after it. *Ball in hand* (international): a foul gives the cue ball in hand, and a
ball that touches the cue ball must be played away from. In both the black early or on a foul loses; on the
break it is racked again. Common practice of the trade; there are many sets of printed rules.
"""

from dataclasses import dataclass

from ..equipment.balls import GROUPS
from ..equipment.layout import Layout
from ..log.shot import Shot
from ..vocabulary import CUE, ball_words
from . import groups, pool
from .fold import Fold, RackState, Ruling


@dataclass(frozen=True, slots=True)
class EnglishEightBall(Fold):
    """The fold for English eight-ball; `options.school` chooses the school."""

    def balls_on(self, state: RackState, layout: Layout) -> tuple[str, ...]:
        if state.free:
            return layout.objects
        return groups.on_for(state, layout, self.game.last)

    def after(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        assert shot.result is not None
        foul = pool.is_foul(shot, self.options)
        potted = tuple(ball for ball in pool.potted_in(shot, layout) if ball in GROUPS)
        left = state.visits_left if shot.shooter in state.turn else 1
        shared = pool.next_state(state, shot, foul)
        down = pool.is_down(self.game.last, shot, layout)
        if down and shot.plan.kind == "break":
            words = "the black is down on the break: racked again, the same player breaks"
            shared = shared._replace(
                turn=frozenset((shot.shooter,)), over=True, rerack=True, reasons=(words,)
            )
            return shared, Ruling(foul, (), False, (words,))
        if down:
            return self._black(shared, shot, layout, foul)
        if foul:
            return self._fouled(shared, shot)
        if shot.plan.kind == "break":
            if potted:
                words = f"{ball_words(potted[0])} is down on the break: plays on, the table is open"
                return pool.plays_on(shared, shot.shooter, words, potted)
            return pool.passes(shared, shot.shooter, "nothing is down: the turn passes, the table is open")
        return self._potted(shared, shot, potted, state.free, left)

    def _potted(
        self, state: RackState, shot: Shot, potted: tuple[str, ...], free: bool, left: int
    ) -> tuple[RackState, Ruling]:
        shooter = shot.shooter
        mine = state.group(shooter)
        if potted and mine is None and len({GROUPS[ball] for ball in potted}) == 1:
            state = groups.decided(state, shooter, GROUPS[potted[0]])
            words = f"{ball_words(potted[0])} is down: {GROUPS[potted[0]]} from now on, plays on"
            return pool.plays_on(state._replace(visits_left=left), shooter, words, potted)
        own = [ball for ball in potted if free or mine is None or GROUPS[ball] == mine]
        if own:
            words = f"{ball_words(own[0])} is down: plays on"
            return pool.plays_on(state._replace(visits_left=left), shooter, words, potted)
        if left > 1:
            words = "nothing is down: the second visit follows"
            state = state._replace(visits_left=left - 1, turn=frozenset((shooter,)), reasons=(words,))
            return state, Ruling(False, potted, True, (words,))
        return pool.passes(state, shooter, "nothing is down: the turn passes", potted)

    def _fouled(self, state: RackState, shot: Shot) -> tuple[RackState, Ruling]:
        assert shot.result is not None
        words = pool.foul_words(shot)
        state = pool.changed_sides(state, shot.shooter)
        turn = frozenset((state.other(shot.shooter),))
        scratched = CUE in shot.result.down
        if self.options.school == "ball-in-hand":
            behind = self.options.in_hand == "behind-line"
            where = " from baulk" if behind else ""
            words = f"{words}: ball in hand{where}"
            state = state._replace(turn=turn, ball_in_hand=True, behind_line=behind, reasons=(words,))
        else:
            words = f"{words}: a free shot and a second visit"
            state = state._replace(
                turn=turn,
                visits_left=2,
                free=True,
                ball_in_hand=scratched,
                behind_line=scratched,
                reasons=(words,),
            )
        return state, Ruling(True, (), False, (words,))

    def _black(self, state: RackState, shot: Shot, layout: Layout, foul: bool) -> tuple[RackState, Ruling]:
        group = state.group(shot.shooter)
        why = None
        if foul:
            why = f"the black is down on a {pool.foul_words(shot)}"
        elif group is None or groups.members(group, layout):
            why = "the black is down early"
        if why is None:
            ruling = Ruling(False, (self.game.last,), True)
            return pool.wins(state, shot.shooter, "the black is down last: frame won", ruling)
        return pool.wins(state, state.other(shot.shooter), f"{why}: frame lost", Ruling(foul, (), False))
