"""What the players agreed on, beyond the discipline."""

from dataclasses import dataclass, fields, replace
from typing import Any


@dataclass(frozen=True, slots=True)
class Options:
    """Common options of a match. Codes are those of `vocabulary`; each discipline uses those it has.

    `break_condition`: what a break without a pot must do. `money_on_break`: whether the money ball (the 9,
    the 10) or the 8 made on the break wins, or is spotted. `push_out`: allowed straight after the break.
    `in_hand`: where the cue ball goes after a foul. `three_foul`: the third foul in a row loses the rack.
    `fouls`: all of them, or only those of the cue ball. `leave_frozen`: a ball frozen to the cue ball must
    be played away from. `call`: whether ball and pocket are called. `school`: of English eight-ball.
    `points_to`: points that win at straight pool. `rack_spot`: which ball is racked on the foot spot, the 1
    or the money ball. `break_box`: the break is played from the box behind the head string.
    """

    break_condition: str = "four-to-rail"
    money_on_break: str = "wins"
    push_out: bool = True
    in_hand: str = "anywhere"
    three_foul: bool = True
    fouls: str = "all"
    leave_frozen: bool = False
    call: str = "any"
    school: str = "two-visits"
    points_to: int | None = None
    rack_spot: str = "one"
    break_box: bool = False


def with_agreed(usual: Options, agreed: dict[str, Any] | None) -> Options:
    """The usual options with those agreed on top. Raises ValueError naming an unknown one."""
    known = {field.name for field in fields(Options)}
    for name in agreed or {}:
        if name not in known:
            raise ValueError(f"{name!r} is not an option; use one of {', '.join(sorted(known))}")
    return replace(usual, **(agreed or {}))
