"""Replay a rack from its shots, so that a correction to one recomputes everything after it."""

from dataclasses import dataclass

from ..equipment.layout import Layout
from ..log.shot import Rack, Shot, after
from ..rules import RackState, Rules, Ruling, fold
from ..vocabulary import CUE
from .standing import after_gap, set_up


@dataclass(frozen=True, slots=True)
class Step:
    """One shot in its rack: the layouts and rule states on both sides of it.

    `after` and `ruling` are None while the shot has no result; the next shot then starts from
    `before`. `logged` is the state by the shots before, where the reviewer set up another.
    """

    shot: Shot
    state: RackState
    before: Layout
    after: Layout | None
    next_state: RackState
    ruling: Ruling | None
    logged: RackState | None = None

    @property
    def potted_as_planned(self) -> bool:
        """Whether the planned ball fell, into the planned pocket where one is named; without a planned ball
        any object ball."""
        plan, result = self.shot.plan, self.shot.result
        return result is not None and any(
            ball == plan.ball and plan.pocket in (None, pocket) if plan.ball is not None else ball != CUE
            for ball, pocket in result.potted
        )


def replay(rules: Rules, rack: Rack, carried: RackState | None = None) -> list[Step]:
    """One step for each shot of the rack, in order. `carried` is the end of the rack before."""
    steps: list[Step] = []
    layout = Layout(())
    state = rules.initial(rack.players, rack.breaker, carried)
    for index, shot in enumerate(rack.shots):
        before = (layout if shot.start is None else shot.start).changed(shot.placed)
        fresh = index == 0 or rack.after_gap(index)
        if rack.after_gap(index):
            state = after_gap(state, shot, before)
        logged = None
        if shot.position is not None:
            logged, state = None if fresh else state, set_up(state, shot, shot.position, fresh)
        step = replay_one(rules, shot, state, before, logged)
        steps.append(step)
        layout, state = step.after or before, step.next_state
    return steps


def end_of(rules: Rules, rack: Rack, steps: list[Step], carried: RackState | None = None) -> RackState:
    """The state after the rack; where its shots do not end it, as the reviewer says it ended."""
    state = steps[-1].next_state if steps else rules.initial(rack.players, rack.breaker, carried)
    if rack.ending is not None and not state.over:
        state = state._replace(over=True, winner=rack.ending.winner)
    return state


def replay_one(
    rules: Rules, shot: Shot, state: RackState, before: Layout, logged: RackState | None = None
) -> Step:
    """One shot from the state and the layout before it. `logged` as in `Step`."""
    if shot.result is None:
        return Step(shot, state, before, None, state, None, logged)
    next_state, ruling = fold(rules, state, shot, before)
    return Step(shot, state, before, after(before, shot.result), next_state, ruling, logged)
