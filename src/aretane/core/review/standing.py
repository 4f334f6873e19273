"""The state of a rack where the log does not follow on: after a gap, and in a position set up by hand;
and a position that says all of a state."""

from ..equipment.layout import Layout
from ..games import Discipline
from ..log.shot import Position, Shot
from ..rules import RackState
from ..rules.fold import Counts
from ..rules.groups import decided
from ..rules.snooker import COLOUR

OPEN = "open"


def after_gap(state: RackState, shot: Shot, before: Layout) -> RackState:
    """The state after shots that are not logged.

    The shooter is the player at the table; nobody knows what a foul before gave. A cue ball that is not on
    the table is in hand. A push-out that was played was allowed.
    """
    return state._replace(
        turn=state.turn if state.team else frozenset((shot.shooter,)),
        over=False,
        winner=None,
        ball_in_hand=before.cue is None,
        behind_line=False,
        free=True,
        push_out_allowed=shot.plan.kind == "push-out",
        visits_left=1,
        shots=max(1, state.shots),
        reasons=(),
    )


def set_up(state: RackState, shot: Shot, position: Position, fresh: bool) -> RackState:
    """The state of a position: what the reviewer says, then what the log says.

    fresh: no shot of the rack comes before, so the log says nothing but what earlier racks left.
    """
    who = shot.shooter
    turn = state.turn if state.team else frozenset((who,))
    state = state._replace(turn=turn, over=False, winner=None, reasons=("a position set up by hand",))
    if fresh:
        state = state._replace(
            ball_in_hand=False,
            behind_line=False,
            push_out_allowed=False,
            shots=max(1, state.shots),
            free=shot.plan.free_ball,
            visits_left=1,
        )
    state = _table(state, position)
    state = _counts(state, who, position)
    if position.group == OPEN:
        state = state._replace(groups=())
    elif position.group is not None:
        state = decided(state, who, position.group)
    return state


def _table(state: RackState, position: Position) -> RackState:
    """The rights of the player at the table, as said."""
    if position.pack is not None:
        state = state._replace(shots=0 if position.pack else max(1, state.shots))
    if position.hand is not None:
        in_hand = position.hand != "as-placed"
        state = state._replace(ball_in_hand=in_hand, behind_line=position.hand == "behind-line")
    if position.push_out is not None:
        state = state._replace(push_out_allowed=position.push_out)
    if position.on is not None:
        state = state._replace(on=COLOUR if position.on == "colour" else "")
    if position.free is not None:
        state = state._replace(free=position.free)
    if position.visits is not None:
        state = state._replace(visits_left=position.visits)
    return state


def _counts(state: RackState, who: str, position: Position) -> RackState:
    """Scores, fouls and misses in a row, as said."""
    other = state.other(who)
    who = state.team or who

    def said(counts: Counts, own: int | None, others: int | None) -> Counts:
        changed = dict(counts)
        changed |= {} if others is None or other == who else {other: others}
        changed |= {} if own is None else {who: own}
        return tuple(sorted(changed.items()))

    return state._replace(
        scores=said(state.scores, position.score, position.other_score),
        fouls_in_a_row=said(state.fouls_in_a_row, position.fouls, position.other_fouls),
        misses_in_a_row=said(state.misses_in_a_row, position.misses, position.other_misses),
    )


def said_of(state: RackState, who: str, game: Discipline) -> Position:
    """The position that says all of a state, with `who` at the table: set up on an empty log it gives the
    same rights and counts. What the game does not have, and what is plain, stays unsaid."""
    scorer, other = state.team or who, state.other(who)
    opposed = other != who
    fouls, misses = dict(state.fouls_in_a_row), dict(state.misses_in_a_row)
    return Position(
        hand="as-placed" if not state.ball_in_hand else "behind-line" if state.behind_line else "anywhere",
        group=(state.group(scorer) or OPEN) if game.groups else None,
        score=state.score(scorer) if game.scores else None,
        other_score=state.score(other) if game.scores and opposed else None,
        fouls=_counted(fouls.get(scorer)),
        other_fouls=_counted(fouls.get(other)) if opposed else None,
        misses=_counted(misses.get(scorer)),
        other_misses=_counted(misses.get(other)) if opposed else None,
        push_out=(game.in_order and state.push_out_allowed) or None,
        on=COLOUR if game.by_colours and state.on == COLOUR else None,
        free=state.free or None,
        visits=2 if state.visits_left > 1 else None,
        pack=state.shots == 0 or None,
    )


def _counted(count: int | None) -> int | None:
    """A count in a row as a position says it: two at the most, for the third ends it."""
    return min(count, 2) if count else None
