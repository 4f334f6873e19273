"""What the pool games share: fouls, the break, calls."""

from ..equipment.layout import Layout
from ..games import Options
from ..log.shot import Shot
from ..vocabulary import FOULS, ball_words, pocket_words
from .fold import TEAM, RackState, Ruling, in_a_row
from .groups import others

FOULS_TO_LOSE = 3
TO_RAIL = 4
"""Object balls a break without a pot must drive to a rail (WPA, memory)."""
POINTS_WANTED = 3
"""Balls pocketed or brought past the head string under the points condition (trade)."""
OBJECT_BALL_FOULS = frozenset(("touched-object",))


def is_foul(shot: Shot, options: Options) -> bool:
    """Whether the logged foul counts: with cue-ball fouls only, touching another ball is none."""
    assert shot.result is not None
    foul = shot.result.foul
    return foul is not None and not (options.fouls == "cue-ball" and foul in OBJECT_BALL_FOULS)


def foul_words(shot: Shot) -> str:
    """The logged foul in words."""
    assert shot.result is not None
    code = shot.result.foul or "other"
    return f"foul ({FOULS.get(code, code).lower()})"


def is_down(ball: str, shot: Shot, layout: Layout) -> bool:
    """Whether a ball of the layout fell and was not put back."""
    assert shot.result is not None
    return ball in shot.result.down and ball in layout and ball not in spotted(shot)


def potted_in(shot: Shot, layout: Layout) -> tuple[str, ...]:
    """Object balls that the shot potted, of those that were on the table."""
    assert shot.result is not None
    return tuple(ball for ball in shot.result.potted_objects if ball in layout)


def spotted(shot: Shot) -> frozenset[str]:
    """Balls that went down and were put back."""
    assert shot.result is not None
    return frozenset(shot.result.moved) & frozenset(shot.result.down)


def next_state(state: RackState, shot: Shot, foul: bool) -> RackState:
    """The state after the shot as far as every game has it in common: counts moved on, rights used up."""
    return state._replace(
        shots=state.shots + 1,
        fouls_in_a_row=in_a_row(state.fouls_in_a_row, shot.shooter, foul),
        push_out_allowed=False,
        ball_in_hand=False,
        behind_line=False,
        free=False,
        visits_left=1,
        rerack=False,
    )


def changed_sides(state: RackState, shooter: str) -> RackState:
    """The state with the other group for one person who plays both sides; a team keeps its group."""
    group = state.group(shooter)
    if group is None or state.other(shooter) != shooter or shooter == TEAM:
        return state
    return state._replace(groups=((shooter, others(group)),))


def plays_on(
    state: RackState, shooter: str, words: str, potted: tuple[str, ...]
) -> tuple[RackState, Ruling]:
    """The shooter keeps the table."""
    state = state._replace(turn=frozenset((shooter,)), reasons=(words,))
    return state, Ruling(False, potted, True, (words,))


def passes(
    state: RackState, shooter: str, words: str, potted: tuple[str, ...] = ()
) -> tuple[RackState, Ruling]:
    """The turn passes; one person who plays both sides goes on with the other group."""
    state = changed_sides(state, shooter)
    state = state._replace(turn=frozenset((state.other(shooter),)), reasons=(words,))
    return state, Ruling(False, potted, False, (words,))


def chooses(state: RackState, words: str, potted: tuple[str, ...] = ()) -> tuple[RackState, Ruling]:
    """The opponent chooses who plays on."""
    state = state._replace(turn=frozenset(state.players), reasons=(words,))
    return state, Ruling(False, potted, False, (words,))


def wins(state: RackState, winner: str | None, words: str, ruling: Ruling) -> tuple[RackState, Ruling]:
    """The rack is over."""
    state = state._replace(winner=winner, over=True, reasons=(words,))
    return state, ruling._replace(reasons=(words,))


def fouled(
    state: RackState, shot: Shot, options: Options, behind_line: bool = False, words: str = ""
) -> tuple[RackState, Ruling]:
    """Ball in hand to the opponent; the third foul in a row loses where that is agreed."""
    opponent = state.other(shot.shooter)
    behind = behind_line or options.in_hand == "behind-line"
    where = "ball in hand behind the line" if behind else "ball in hand"
    reasons = [words or f"{foul_words(shot)}: {where}"]
    in_a_row = dict(state.fouls_in_a_row).get(shot.shooter, 0)
    state = changed_sides(state, shot.shooter)
    state = state._replace(turn=frozenset((opponent,)), ball_in_hand=True, behind_line=behind)
    if options.three_foul and in_a_row >= FOULS_TO_LOSE and len(state.players) > 1:
        reasons.append("third foul in a row: rack lost")
        state = state._replace(over=True, winner=opponent)
    state = state._replace(reasons=tuple(reasons))
    return state, Ruling(True, (), False, tuple(reasons))


def dry_break_faulty(shot: Shot, potted: tuple[str, ...]) -> str | None:
    """Why a break without a pot is illegal, as far as the log says how many balls reached a rail."""
    assert shot.result is not None
    driven = shot.result.break_rails
    if potted or driven is None or driven >= TO_RAIL:
        return None
    return f"illegal break: {driven} object balls to a rail, {TO_RAIL} needed"


def points_missed(shot: Shot, potted: tuple[str, ...]) -> str | None:
    """Why the points condition is not met, as far as the log says how many balls came past the string."""
    assert shot.result is not None
    over = shot.result.break_over
    if over is None or len(potted) + over >= POINTS_WANTED:
        return None
    return (
        f"{len(potted)} down and {over} past the head string make {len(potted) + over} points, "
        f"{POINTS_WANTED} needed: the opponent chooses who plays on"
    )


def call_fails(shot: Shot, potted: tuple[str, ...]) -> str | None:
    """Why the called ball was not made in its pocket; None where it was, or where no ball was called."""
    assert shot.result is not None
    ball, pocket = shot.plan.ball, shot.plan.pocket
    if ball is None:
        return None
    if ball not in potted:
        return f"{ball_words(ball)} was called and is not down"
    fell = dict(shot.result.potted).get(ball)
    if pocket is not None and fell != pocket and fell is not None:
        called, other = pocket_words(pocket), pocket_words(fell)
        return f"{ball_words(ball)} was called into the {called} and fell in the {other}"
    return None


def lowest(layout: Layout) -> tuple[str, ...]:
    """The ball on in a game played in order; balls of another game, which are flagged, are passed over."""
    ball = min((b for b in layout.objects if b.isdigit()), key=int, default=None)
    return () if ball is None else (ball,)
