"""Replay a rack from its shots, so that a correction to one recomputes everything after it."""

from dataclasses import dataclass

from ..layout import Layout
from ..rules import RackState, Rules, Ruling
from ..shot import Rack, Shot, after


@dataclass(frozen=True, slots=True)
class Step:
    """One shot in its rack: the layouts and rule states on both sides of it.

    `after` and `ruling` are None while the shot has no result; the next shot then starts from
    `before`.
    """

    shot: Shot
    state: RackState
    before: Layout
    after: Layout | None
    next_state: RackState
    ruling: Ruling | None


def replay(rules: Rules, rack: Rack) -> list[Step]:
    """One step for each shot of the rack, in order."""
    steps: list[Step] = []
    layout = Layout(())
    state = rules.initial(rack.players, rack.breaker)
    for shot in rack.shots:
        before = (layout if shot.start is None else shot.start).changed(shot.placed)
        step = replay_one(rules, shot, state, before)
        steps.append(step)
        layout, state = step.after or before, step.next_state
    return steps


def replay_one(rules: Rules, shot: Shot, state: RackState, before: Layout) -> Step:
    """One shot from the state and the layout before it."""
    if shot.result is None:
        return Step(shot, state, before, None, state, None)
    next_state, ruling = rules.after(state, shot, before)
    return Step(shot, state, before, after(before, shot.result), next_state, ruling)
