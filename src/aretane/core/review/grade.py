"""A proposed grade for where the cue ball ended, with its reasons. The reviewer has the last word."""

from dataclasses import dataclass
from math import degrees

from ..aiming.aim import Aim
from ..aiming.intent import Fit
from ..aiming.position import NextAngle
from ..tolerances import (
    ANGLE_OFF,
    NO_SHOT,
    PLAN_CHANGED_LOSS,
    RECOVERY,
)
from ..vocabulary import ball_words, pocket_words
from .landed import Landed

STILL_PLAYED = 0.7
"""Share of what a bank or a safety is worth from the best place that must be left for the plan to hold (our
choice)."""


@dataclass(frozen=True, slots=True)
class Proposal:
    """One of the five grades, or None where the log does not settle one, with reasons in words."""

    grade: str | None
    reasons: tuple[str, ...]


def propose(
    best: Aim, same: Aim, planned: Aim | None, angle: NextAngle, came: Fit | None, ball_width: float,
    landed: Landed | None = None, angle_said: bool = False,
) -> Proposal:  # fmt: skip
    """Grade a position from what it leaves on the next ball.

    `best` is the likeliest direct pot of the next ball as it lies, `same` the pot into the planned
    pocket, `planned` that pot from the planned place (None: no place was planned), `came` how the
    result fits the intent. All chances are the shooter's. `ball_width` in metres. Thresholds: see
    `tolerances`. `landed`: what the map of what follows says of a planned place; then that decides what is
    in place, and else half a ball width. `angle_said`: the plan itself wants that angle, so it is looked at
    in place too.
    """
    if came is not None and came.measured in ("bank", "open"):
        return _for_another_stroke(came, landed)
    left = best.chance or 0.0
    name = ball_words(best.ball)
    if left < NO_SHOT:
        return Proposal("no-shot", (f"no direct pot on {name} above {NO_SHOT:.0%}",))
    hoped = None if planned is None else planned.chance or 0.0
    if left < RECOVERY and (hoped is None or left < hoped / 2):
        return Proposal("recovery", (f"the best pot on {name} is {left:.0%}",))
    if came is None:
        return Proposal(None, ("no place was planned for the cue ball",))
    held = came.kept if landed is None else landed.held
    by_map = _worth_left(landed)
    if landed is None or not held:
        changes = [*_plan_changes(name, same, hoped, angle, came), *_angle_off(angle)]
    else:
        changes = _angle_off(angle) if angle_said else []
    if changes:
        return Proposal("off-plan-changed", tuple(changes))
    if not held:
        reasons = [_how_far(came, ball_width), by_map, "the plan still holds"]
        return Proposal("off-same-plan", (", ".join(filter(None, reasons)),))
    return Proposal("perfect", (by_map or "on target",))


def _worth_left(landed: Landed | None) -> str:
    """How much of the planned place's worth is left, in words; none where no map says it."""
    if landed is None or landed.share is None:
        return ""
    return f"{min(landed.share, 1.0):.0%} of the planned place's worth is left"


def _plan_changes(
    name: str, same: Aim, hoped: float | None, angle: NextAngle, came: Fit
) -> list[str]:  # fmt: skip
    """Why the plan does not hold any more."""
    changes = []
    if angle.right_side is False or (came.measured == "side" and not came.kept):
        changes.append(f"wrong side of {name}")
    lost = (hoped or 0.0) - (same.chance or 0.0)
    if lost > PLAN_CHANGED_LOSS:
        where = pocket_words(same.pocket)
        changes.append(f"{name} into the {where}: {lost * 100:.0f} points of chance lost")
    return changes


def _angle_off(angle: NextAngle) -> list[str]:
    """How much the cut on the next ball is off the one wanted."""
    if angle.difference is None or abs(angle.difference) <= ANGLE_OFF:
        return []
    more = "too much angle" if angle.difference > 0 else "too straight"
    left_now, wanted = degrees(abs(angle.left)), degrees(abs(angle.wanted or 0))
    return [f"{more}: {left_now:.0f}° for {wanted:.0f}°"]


def _for_another_stroke(came: Fit, landed: Landed | None) -> Proposal:
    """A position that is not meant for a direct pot: by the map of the chance to win where it was drawn."""
    stroke = "bank" if came.measured == "bank" else "safety"
    if landed is not None and landed.share is not None:
        left = f"{min(landed.share, 1.0):.0%} of what a {stroke} is worth from the best place"
        if landed.held:
            return Proposal("perfect", (left,))
        return Proposal("off-same-plan" if landed.share >= STILL_PLAYED else "off-plan-changed", (left,))
    if came.kept:
        return Proposal("perfect", (f"the {stroke} is there",))
    if came.hidden is not None:
        return Proposal("off-plan-changed", (f"{came.hidden:.0%} hidden: no edge to choose for a safety",))
    if came.turned is None:
        return Proposal("off-plan-changed", ("no bank passes",))
    return Proposal("off-plan-changed", (f"the best bank has a cut of {degrees(came.turned):.0f}°",))


def _how_far(came: Fit, ball_width: float) -> str:
    if came.hidden is not None:
        return f"{came.hidden:.0%} hidden"
    if came.turned is not None:
        return f"{degrees(abs(came.turned)):.0f}° {'more' if came.turned > 0 else 'less'} than wanted"
    where = "inside the zone" if came.measured == "zone" else "off"
    return f"{(came.off or 0.0) / ball_width:.1f} ball widths {where}"
