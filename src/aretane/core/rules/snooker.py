"""Snooker: red and colour in turn, then the colours; penalties, free ball, re-spotted black.

WPBSA rules (memory). A foul gives the opponent the value of the ball on or of the ball concerned, at least
4 and at most 7; the opponent may play on or have the offender play again, and may nominate a free ball
where snookered. Colours come back on their spots until they are taken in order.
"""

from dataclasses import dataclass
from math import ceil

from ..equipment.balls import COLOURS, is_red, value
from ..equipment.layout import Layout
from ..log.shot import Shot
from ..vocabulary import CUE, ball_words
from . import pool
from .fold import Counts, Fold, RackState, Ruling, added, in_a_row

COLOUR = "colour"
LEAST, MOST = 4, 7
"""Points of a penalty."""
CENTURY = 100
MISSES_WARNED = 2
"""Misses in a row after which the referee warns of the third (WPBSA, section 3, memory)."""


@dataclass(frozen=True, slots=True)
class Snooker(Fold):
    """The fold for snooker. `state.on` is "colour" where a colour is on after a red."""

    def balls_on(self, state: RackState, layout: Layout) -> tuple[str, ...]:
        return on_now(state, layout)

    def after(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        on, potted = on_now(state, layout), _potted(shot, layout)
        free = shot.plan.free_ball and state.free and shot.plan.ball in layout
        assert shot.result is not None
        misses = in_a_row(state.misses_in_a_row, shot.shooter, shot.result.miss)
        shared = pool.next_state(state, shot, False)._replace(on="", misses_in_a_row=misses)
        wrong = tuple(ball for ball in potted if ball not in _may_fall(state, shot, layout, free))
        if pool.is_foul(shot, self.options) or wrong:
            return self._fouled(shared, shot, layout, on, wrong)
        if not potted:
            return pool.passes(shared, shot.shooter, "nothing is down: the turn passes")
        colour_on = state.on == COLOUR
        reds = [ball for ball in potted if is_red(ball)]
        colours = tuple(ball for ball in potted if not is_red(ball))
        if colour_on:
            points, respot = value(potted[0]), colours
        elif reds or any(is_red(ball) for ball in on):
            points, respot = len(potted), colours  # a free ball counts as a red
            shared = shared._replace(on=COLOUR)
        else:
            points = value(on[0])
            respot = tuple(ball for ball in colours if ball != on[0])
        words = f"{' and '.join(ball_words(ball) for ball in potted)}: {points}, plays on"
        shared, ruling = pool.plays_on(shared, shot.shooter, words, potted)
        ruling = ruling._replace(points=((shot.shooter, points),), respot=respot)
        if not colour_on and on == ("black",) and "black" in potted and "black" not in respot:
            return _end(shared, ruling, words)
        return shared, ruling

    def _fouled(
        self, state: RackState, shot: Shot, layout: Layout, on: tuple[str, ...], wrong: tuple[str, ...]
    ) -> tuple[RackState, Ruling]:
        assert shot.result is not None
        potted = _potted(shot, layout)
        points = penalty(shot, on, (*wrong, *(ball for ball in potted if ball not in on)))
        opponent, scratched = state.other(shot.shooter), CUE in shot.result.down
        words = pool.foul_words(shot)
        if shot.result.foul is None:
            words = f"foul ({ball_words(wrong[0])} was not on)"
        words = f"{words}{' and a miss' if shot.result.miss else ''}: {points} away"
        respot = tuple(ball for ball in potted if not is_red(ball))
        scored: Counts = ((opponent, points),) if opponent != shot.shooter else ()
        ruling = Ruling(True, (), False, (words,), scored, respot)
        if on == ("black",) and layout.objects == ("black",):
            return _end(state, ruling, words)
        choice = f"{words}; the opponent plays on, or has the shot played again"
        if dict(state.misses_in_a_row).get(shot.shooter, 0) == MISSES_WARNED:
            choice = f"{choice}; a third miss with a full ball to be hit loses the frame"
        state = state._replace(
            turn=frozenset(state.players),
            free=True,
            ball_in_hand=scratched,
            behind_line=scratched,
            reasons=(choice,),
        )
        return state, ruling._replace(reasons=(choice,))


def _potted(shot: Shot, layout: Layout) -> tuple[str, ...]:
    """What the shot potted; balls of another game, which are flagged, count for nothing."""
    return tuple(ball for ball in pool.potted_in(shot, layout) if value(ball))


def on_now(state: RackState, layout: Layout) -> tuple[str, ...]:
    """Balls on: a colour after a red, the reds, else the next colour in order."""
    colours = tuple(ball for ball in COLOURS if ball in layout)
    if state.on == COLOUR:
        return colours
    return tuple(ball for ball in layout.objects if is_red(ball)) or colours[:1]


def _may_fall(state: RackState, shot: Shot, layout: Layout, free: bool) -> tuple[str, ...]:
    """Balls that may fall without a foul: with a colour on only the one nominated."""
    on = on_now(state, layout)
    if state.on == COLOUR:
        return (shot.plan.ball,) if shot.plan.ball in on else on
    return (*on, shot.plan.ball or "") if free else on


def penalty(shot: Shot, on: tuple[str, ...], fell: tuple[str, ...]) -> int:
    """Points of a foul: those given, else by the ball on, those that fell, and the one touched."""
    assert shot.result is not None
    if shot.result.penalty is not None:
        return shot.result.penalty
    meant = shot.plan.ball if shot.plan.ball in on else None
    values = [value(ball) for ball in fell]
    values.append(value(meant) if meant else min((value(ball) for ball in on), default=0))
    values.append(value(shot.result.foul_ball or ""))
    return min(MOST, max(LEAST, *values))


def _end(state: RackState, ruling: Ruling, words: str) -> tuple[RackState, Ruling]:
    """The frame after the black: the higher score wins; level scores put the black back."""
    scores = added(state.scores, ruling.points)
    best = max((points for _, points in scores), default=0)
    leaders = [player for player in state.players if dict(scores).get(player, 0) == best]
    if len(leaders) > 1:
        words = f"{words}; scores are level: the black is re-spotted, the toss decides who plays"
        state = state._replace(
            turn=frozenset(state.players), ball_in_hand=True, behind_line=True, reasons=(words,)
        )
        return state, ruling._replace(keeps_table=False, respot=("black",), reasons=(words,))
    words = f"{words}; the last black ends the frame"
    return pool.wins(state, leaders[0], words, ruling)


def remaining(state: RackState, layout: Layout) -> int:
    """Most points still on the table without a foul: each red with a black, then the colours."""
    reds = sum(1 for ball in layout.objects if is_red(ball))
    left = sum(value(ball) for ball in COLOURS if ball in layout)
    colour = (
        max((value(ball) for ball in COLOURS if ball in layout), default=0) if state.on == COLOUR else 0
    )
    return 8 * reds + left + colour


def snookers_required(state: RackState, layout: Layout, player: str) -> int:
    """Fouls of 4 points that a player needs to draw level, beyond every ball on the table."""
    behind = state.score(state.other(player)) - state.score(player) - remaining(state, layout)
    return max(0, ceil(behind / LEAST))
