"""Where the cue ball ended, against its planned place by the map of what follows."""

from dataclasses import dataclass

from ..runout.in_place import KEEPS, Place
from .replay import Step


@dataclass(frozen=True, slots=True)
class Landed:
    """held: whether it ended in place. share: the share of the planned place's worth that is left there, of
    a place for a bank or a safety that of the best place; None where it is not known."""

    held: bool
    share: float | None


def landed(place: Place, step: Step, worth: float | None) -> Landed | None:
    """How a shot's cue ball ended; None where that is not known.

    worth: of what the shot left, in the unit of `place`, None where nothing says it. Nine tenths of the
    place's worth is in place; where nothing says what is left, the contour of the shot's own map decides if
    the planned ball fell and no other ball moved.
    """
    cue = None if step.after is None else step.after.cue
    if cue is None:
        return None
    if worth is not None:
        return Landed(worth >= KEEPS * place.worth, worth / place.worth)
    return Landed(place.holds(cue), None) if falls_alone(step) else None


def landed_for(worth: float, best: float) -> Landed | None:
    """How a cue ball ended that was placed for a bank or a safety; None where that is worth nothing
    anywhere. `worth` is of the stroke from there, `best` from the best place."""
    return None if best <= 0.0 else Landed(worth >= KEEPS * best, worth / best)


def falls_alone(step: Step) -> bool:
    """Whether the planned ball fell and no other ball moved: the shot's own map then says what is left."""
    result = step.shot.result
    return result is not None and result.potted_objects == (step.shot.plan.ball,) and not result.moved
