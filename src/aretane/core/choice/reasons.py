"""Why an option is worth what it is, in a coach's words; each is read off what was computed for it."""

from ..contest.turn import THIRD
from ..runout.routes import after_contact, side_words, spin_words
from ..vocabulary import ball_words, pocket_words
from .option import Choices, Option, too_close

FAR_FROM_SURE, RUNS_OUT, EASY, HARD = 0.5, 0.6, 0.6, 0.4
"""Chances from which a pot is long odds, a run is behind it, or what is left is easy or hard to win."""
MOSTLY, OFTEN, RISKY = 0.75, 0.5, 0.15
"""Shares of a ball hidden, of strikes that hook, of strikes that foul, from which it is said."""
MOST_NAMED = 4
"""Balls that are named; of more the number is named."""


LIKELY_TWICE = 0.1
"""Chance of a double hit from which it is said."""


def reasons(found: Choices, one: Option) -> tuple[str, ...]:
    """What speaks for the option and against it, the weightiest first; empty where nothing stands out."""
    said: list[str] = []
    made, missed = one.made.equity, one.missed.equity
    if one.called is not None and one.attack is not None and not one.notes.alone:
        ball = ball_words(one.called[0])
        if made is not None and one.made.share > 0:
            stay = f"cluster {'–'.join(one.notes.stay)} stays, " if one.notes.stay else ""
            if made >= RUNS_OUT or one.notes.scored:
                said.append(f"with {ball} down it is {_percent(made)} to win")
            elif made < FAR_FROM_SURE:
                said.append(
                    f"no run-out behind it: {stay}even with {ball} down only {_percent(made)} to win"
                )
        if one.kind == "two-way":
            said.append("a miss leaves the other no more than the best safety does")
        elif missed is not None and one.missed.share > 0.1:
            if 1.0 - missed >= EASY:
                said.append(f"a miss hands over the table: {_percent(1.0 - missed)} for the other")
            elif 1.0 - missed <= HARD:
                said.append(f"a miss leaves little: {_percent(1.0 - missed)} for the other")
        left = one.notes.leaves
        if one.missed.share > 0.1 and left is not None and left[2] >= EASY and left[3] >= OFTEN:
            said.append(
                f"a miss leaves {ball_words(left[0])} in the {pocket_words(left[1])} ({_percent(left[2])})"
            )
    if one.notes.frees:
        said.append(f"takes {_and(one.notes.frees)} apart")
    if one.called is None:
        if one.notes.behind:
            said.append(f"hides behind {_and(one.notes.behind)}")
        if one.notes.answer is not None and one.notes.answer[0] == "kick" and one.hooks >= OFTEN:
            rails = one.notes.answer[1]
            said.append(f"leaves mostly a kick over {rails} rail{'s' if rails > 1 else ''}")
        if one.hooks >= OFTEN:
            said.append(f"hooks the other {_percent(one.hooks)} of the time")
        elif one.hidden >= MOSTLY:
            said.append(f"{_percent(one.hidden)} of the next ball is hidden")
        elif one.hidden < 1.0 - MOSTLY:
            said.append("hides little: it lives by the distance")
    if one.twice >= LIKELY_TWICE:
        said.append(f"a double hit {_percent(one.twice)} of the time: angle it, or raise the cue")
    if one.notes.in_a_row >= THIRD and one.foul.share > 0:
        lost = f"to lose {one.notes.third} points by it" if one.notes.third else "to lose by it"
        said.append(f"a foul would be the third in a row: {_percent(one.foul.share)} {lost}")
    elif one.kind == "foul" and one.notes.in_a_row:
        cost = f"costs {one.notes.third} points" if one.notes.third else "loses"
        said.append(f"it is foul {one.notes.in_a_row} in a row, and the third {cost}")
    elif one.kind != "foul" and one.foul.share >= RISKY:
        said.append(f"a foul in {_percent(one.foul.share)} of the strikes")
    others = [option for option in found.options if option is not one]
    first = one is found.options[0] and one.called is not None and not one.notes.alone
    if first and found.safety is None and others:
        said.append("no safety was found")
    return tuple(said)


def route_words(found: Choices, option: Option) -> str:
    """The cue ball's route in words, as "draw, off 2 rails"; empty where no other option pots the same ball
    or hits it for the same kind.

    Of several options that read the same, the fastest is "harder" and the slowest "softer"; others are told
    apart by their side spin.
    """
    own = _route(option)
    twins = [other for other in found.options if other is not option and _same_ball(option, other)]
    if not own or not twins:
        return ""
    alike = [other.strike for other in twins if _route(other) == own]
    speeds = [strike.speed for strike in alike]
    if speeds and not min(speeds) <= option.strike.speed <= max(speeds):
        return f"{own}, {'harder' if option.strike.speed > max(speeds) else 'softer'}"
    side = side_words(option.strike.side)
    return own if all(side_words(strike.side) == side for strike in alike) else f"{own}, {side}"


def _same_ball(option: Option, other: Option) -> bool:
    if option.called is not None or other.called is not None:
        return option.called == other.called
    return (option.kind, option.hit) == (other.kind, other.hit)


def _route(option: Option) -> str:
    """How the cue ball goes on from the ball it is meant for; empty where it meets none."""
    ball = option.hit if option.called is None else option.called[0]
    if ball is None:
        return ""
    count = len(after_contact(option.motion, ball)[0])
    rails = "no rail" if count == 0 else f"off {count} rail{'s' if count > 1 else ''}"
    return f"{spin_words(option.strike.height)}, {rails}"


def verdict(found: Choices) -> str:
    """Attack or safety, or too close to call; with what only one kind of choice answers, that one."""
    attack, safety = found.attack, found.safety
    if attack is None or safety is None:
        return "" if attack is safety else "safety" if attack is None else "attack"
    if found.close:
        return "close"
    return "attack" if attack.value > safety.value else "safety"


def break_out_words(found: Choices) -> str:
    """The worth of opening a cluster now and later, in words; empty where only one of them is possible."""
    both = found.break_out
    if both is None:
        return ""
    now, later = both
    said = "Too close to call" if too_close(now, later) else "Now" if now.value > later.value else "Later"
    if now.notes.alone:
        free = f"{_and(now.notes.frees)} free"
        return f"Break-out now, by {_pot(now)}: {free}. Later, {_pot(later)} first. {said}."
    return (
        f"Break-out now, by {_pot(now)}: {_and(now.notes.frees)} free, {_percent(now.value)} to win. "
        f"Later, {_pot(later)} first: {_percent(later.value)}. {said}."
    )


def _pot(option: Option) -> str:
    assert option.called is not None
    return ball_words(option.called[0])


def _and(balls: tuple[str, ...]) -> str:
    """ "the 4 and the 7"."""
    if len(balls) > MOST_NAMED:
        return f"{len(balls)} balls"
    named = [ball_words(ball) for ball in balls]
    return named[0] if len(named) == 1 else f"{', '.join(named[:-1])} and {named[-1]}"


def _percent(share: float) -> str:
    return f"{round(100 * share)} %"
