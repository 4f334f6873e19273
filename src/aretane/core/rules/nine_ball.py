"""Nine-ball: lowest ball first, push-out straight after the break, three fouls lose the rack.

WPA rules of play (memory). The money ball pocketed on a foul or a push-out comes back on the spot;
any other ball stays down.
"""

from dataclasses import replace

from ..layout import Layout
from ..shot import Shot
from ..vocabulary import FOULS, ball_words
from .fold import RackState, Ruling

MONEY_BALL = "9"
FOULS_TO_LOSE = 3


class NineBall:
    """The fold for nine-ball."""

    balls = tuple(str(n) for n in range(1, 10))

    def initial(self, players: tuple[str, ...], breaker: str | None) -> RackState:
        turn = frozenset((breaker,)) if breaker else frozenset(players)
        return RackState(players, turn, ball_in_hand=True)

    def balls_on(self, state: RackState, layout: Layout) -> tuple[str, ...]:
        lowest = min(layout.objects, key=int, default=None)
        return () if lowest is None else (lowest,)

    def after(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        result = shot.result
        assert result is not None
        shooter, opponent = shot.shooter, state.other(shot.shooter)
        push_out = shot.plan.kind == "push-out" and state.push_out_allowed
        foul = result.foul is not None
        spotted = frozenset(result.moved) & frozenset(result.down)
        counted = tuple(ball for ball in result.potted_objects if ball in layout)
        fouls = dict(state.fouls_in_a_row)
        fouls[shooter] = fouls.get(shooter, 0) + 1 if foul else 0
        shared = replace(
            state,
            shots=state.shots + 1,
            fouls_in_a_row=tuple(sorted(fouls.items())),
            push_out_allowed=shot.plan.kind == "break" and not foul,
            ball_in_hand=foul,
        )
        if foul:
            return self._fouled(shared, shot, fouls[shooter])
        if push_out:
            words = "push-out: the opponent chooses who plays on"
            turn = frozenset(state.players)
            return replace(shared, turn=turn, reasons=(words,)), Ruling(False, (), False, (words,))
        if MONEY_BALL in counted and MONEY_BALL not in spotted:
            words = "the 9 is down on a legal shot: rack won"
            won = replace(shared, winner=shooter, over=True, reasons=(words,))
            return won, Ruling(False, counted, True, (words,))
        keeps = bool(counted)
        words = (
            f"{ball_words(counted[0])} is down: plays on" if keeps else "nothing is down: the turn passes"
        )
        following = replace(shared, turn=frozenset((shooter if keeps else opponent,)), reasons=(words,))
        return following, Ruling(False, counted, keeps, (words,))

    def _fouled(self, shared: RackState, shot: Shot, in_a_row: int) -> tuple[RackState, Ruling]:
        assert shot.result is not None and shot.result.foul is not None
        opponent = shared.other(shot.shooter)
        reasons = [f"foul ({FOULS.get(shot.result.foul, shot.result.foul).lower()}): ball in hand"]
        state = replace(shared, turn=frozenset((opponent,)), reasons=tuple(reasons))
        if in_a_row >= FOULS_TO_LOSE and len(shared.players) > 1:
            reasons.append("third foul in a row: rack lost")
            state = replace(state, over=True, winner=opponent, reasons=tuple(reasons))
        return state, Ruling(True, (), False, tuple(reasons))


NINE_BALL = NineBall()
