"""What does not balance in a logged rack. Flags inform; they never stop the reviewer from saving."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import lru_cache
from math import pi

from ..aiming.aim import aim_at
from ..chance.direct import pot
from ..equipment.layout import Layout, layout_faults
from ..equipment.table import PocketName, Table
from ..geometry import Point, unit
from ..log.shot import Rack
from ..rules import RackState, Rules
from ..skill import PRESETS
from ..vocabulary import CUE, ball_words, pocket_words
from .clock import clock_faults
from .replay import Step, replay

PLACED_WITHIN = 0.012
"""m that balls of a log lie off their true places at the most (our choice: a fifth of a ball)."""
BEST = PRESETS["professional"]
"""What this player cannot pot cannot be potted; balls that fall off a jaw or along a rail can."""
Placing = Callable[[Point, bool], str | None]


@dataclass(frozen=True, slots=True)
class Flag:
    """A contradiction in the log: the shot it is in (from 0), the field, and words with a remedy."""

    shot: int
    field: str
    code: str
    words: str


def flags(
    table: Table, rules: Rules, rack: Rack, carried: RackState | None = None, placing: Placing | None = None
) -> list[Flag]:
    """Every contradiction in the rack, in the order of its shots.

    `carried` as in `replay`; `placing` says what is wrong with a cue ball put behind the line, told whether
    it is for a break.
    """
    found: list[Flag] = []
    down_since: dict[str, int] = {}
    clocked = list(clock_faults(rack.shots))
    previous = Layout(())
    steps = replay(rules, rack, carried)
    for index, step in enumerate(steps):
        if rack.after_gap(index):
            down_since = {}  # what fell before may have come back, what lay there may have fallen
            previous = Layout(())
        found += [Flag(index, *rest) for rest in _layout(table, rules, step, previous, down_since)]
        found += [Flag(index, *rest) for rest in _placed(step, placing)]
        found += [Flag(index, *rest) for rest in _turn(rack, step)]
        found += [Flag(index, *rest) for rest in _set_up(rack, step)]
        found += [Flag(index, *rest) for rest in _plan(rules, step, down_since)]
        found += [Flag(index, *rest) for rest in _result(table, step, down_since)]
        back = step.shot.judgement.caused_back
        if back is not None and back > index:
            words = (
                f"the cause is said to lie {back} shots earlier, before the rack's first shot: choose again"
            )
            found.append(Flag(index, "judgement.caused_back", "cause-before-rack", words))
        found += [Flag(*fault) for fault in clocked if fault[0] == index]
        previous = step.after or step.before
        if step.shot.result is not None:
            for ball in step.shot.result.down:
                if ball != CUE and ball not in step.shot.result.moved:
                    down_since.setdefault(ball, index + 1)
    if rack.ending is not None and steps and steps[-1].next_state.over:
        winner = steps[-1].next_state.winner
        if winner is not None and winner != rack.ending.winner:
            words = (
                f"{rack.name(rack.ending.winner)} is noted as the winner, but this shot wins the rack for "
                f"{rack.name(winner)}: correct one"
            )
            found.append(Flag(len(steps) - 1, "ending", "two-winners", words))
    return found


Entry = tuple[str, str, str]


def _layout(
    table: Table, rules: Rules, step: Step, previous: Layout, down_since: dict[str, int]
) -> Iterator[Entry]:
    for fault in layout_faults(table, step.before):
        yield "layout", "impossible", fault.words
    for ball in step.before:
        if ball in down_since:
            words = (
                f"{ball_words(ball)} is on the table again but went down in shot {down_since[ball]}: "
                "take it off, or correct that shot"
            )
            yield "layout", "back-on-table", words
        if ball != CUE and ball not in rules.balls:
            yield "layout", "unknown-ball", f"{ball_words(ball)} is not a ball of this game"
    if step.before.cue is None:
        yield "layout", "no-cue-ball", "the cue ball is not on the table: place it"
    for ball in previous.objects if step.shot.start is None else ():
        if ball not in step.before:
            words = f"nothing says where {ball_words(ball)} went: place it, or log the shot it fell in"
            yield "layout", "ball-missing", words


def _placed(step: Step, placing: Placing | None) -> Iterator[Entry]:
    """A cue ball in hand behind the line must lie there; a log that begins late says nothing about it."""
    if placing is None or step.before.cue is None or _starts_late(step):
        return
    if step.state.ball_in_hand and step.state.behind_line and not step.state.over:
        words = placing(step.before.cue, step.shot.plan.kind == "break")
        if words is not None:
            yield "layout", "not-behind-line", words


def _turn(rack: Rack, step: Step) -> Iterator[Entry]:
    if step.state.over:
        words = "the rack was over before this shot: leave it out, or correct the shot that ended it"
        yield "shooter", "after-the-end", words
    elif step.state.turn and step.shot.shooter not in step.state.turn and not _starts_late(step):
        turn = " or ".join(sorted(rack.name(player) for player in step.state.turn))
        why = "; ".join(step.state.reasons) or "opens the rack"
        words = f"{rack.name(step.shot.shooter)} shoots out of turn: it is {turn}'s shot ({why})"
        yield "shooter", "out-of-turn", words
    if step.shot.plan.kind == "push-out" and not step.state.push_out_allowed:
        words = "a push-out is only allowed on the shot straight after the break"
        yield "plan.kind", "push-out-not-allowed", words
    if step.shot.plan.kind == "break" and step.state.shots > 0 and not step.state.rerack:
        yield "plan.kind", "second-break", "only the first shot of a rack is its break"


def _set_up(rack: Rack, step: Step) -> Iterator[Entry]:
    """What the shots before say otherwise than the position set up here. The position stands."""
    logged, state = step.logged, step.state
    if logged is None:
        return
    if logged.over:
        yield "position", "position-otherwise", "by the shots before the rack is over; the position stands"
        return
    said = []
    if logged.turn and step.shot.shooter not in logged.turn:
        turn = " or ".join(sorted(rack.name(player) for player in logged.turn))
        said.append(f"it is {turn}'s shot")
    if (logged.ball_in_hand, logged.behind_line) != (state.ball_in_hand, state.behind_line):
        where = " behind the line" if logged.behind_line else ""
        said.append(f"the cue ball is in hand{where}" if logged.ball_in_hand else "no ball is in hand")
    if logged.push_out_allowed != state.push_out_allowed:
        said.append(f"a push-out is {'' if logged.push_out_allowed else 'not '}allowed")
    if logged.on != state.on:
        said.append("a colour is on" if logged.on == "colour" else "no colour is on")
    for player in logged.players:
        name = rack.name(player)
        if logged.group(player) != state.group(player):
            said.append(f"{name} has {logged.group(player) or 'no group yet'}")
        if logged.score(player) != state.score(player):
            said.append(f"{name} has {logged.score(player)} points")
        fouls = dict(logged.fouls_in_a_row).get(player, 0)
        if fouls != dict(state.fouls_in_a_row).get(player, 0):
            said.append(f"{name} has {fouls} fouls in a row")
    if said:
        words = f"by the shots before, {', '.join(said)}; the position stands"
        yield "position", "position-otherwise", words


def _starts_late(step: Step) -> bool:
    """Whether the log of this rack begins after its break: then anyone may be at the table."""
    return step.state.shots == 0 and step.shot.plan.kind != "break"


def _plan(rules: Rules, step: Step, down_since: dict[str, int]) -> Iterator[Entry]:
    plan = step.shot.plan
    for field, ball in (
        ("plan.ball", plan.ball),
        ("plan.next_ball", plan.next_ball),
        ("plan.target.ball", plan.target.ball),
    ):
        if ball is None or ball in step.before:
            continue
        where = f"it went down in shot {down_since[ball]}" if ball in down_since else "it is not placed"
        yield field, "ball-not-on-table", f"{ball_words(ball)} cannot be played: {where}"
    for ball in dict.fromkeys(plan.visit.named if plan.visit else ()):
        if ball not in step.before:
            words = f"the plan for the visit names {ball_words(ball)}, which is not on the table"
            yield "plan.visit", "visit-ball-not-on-table", words
    on = rules.balls_on(step.state, step.before)
    direct = plan.kind in ("direct", "bank") and plan.choice != "safety" and not plan.free_ball
    if direct and plan.ball in step.before and on and plan.ball not in on:
        on_words = ball_words(on[0]) if len(on) == 1 else "one of " + ", ".join(map(ball_words, on))
        words = f"{ball_words(plan.ball or '')} is planned first but {on_words} is on"
        yield "plan.ball", "not-on", words
    if plan.free_ball and not step.state.free:
        yield "plan.free_ball", "no-free-ball", "a free ball is only given straight after a foul"


@lru_cache(maxsize=4096)
def _no_line(table: Table, before: Layout, ball: str, pocket: PocketName) -> str:
    """Why no line makes a direct pot, with the ball or the cue ball a placing error away; empty where one
    does, or the layout cannot be."""
    aim = aim_at(table, before, ball, pocket)
    if aim.possible or aim.frozen or layout_faults(table, before):
        return ""
    for name in (ball, CUE):
        at = before.get(name)
        assert at is not None
        for turn in range(8):
            moved = before.changed({name: at.plus(unit(turn * pi / 4).times(PLACED_WITHIN))})
            if (
                not layout_faults(table, moved)
                and (pot(table, moved, ball, pocket, BEST).chance or 0.0) > 0.0
            ):
                return ""
    return (
        f"{' and '.join(map(ball_words, aim.cue_blockers))} in the way" if aim.cue_blockers else "no angle"
    )


def _impossible(table: Table, step: Step) -> Iterator[Entry]:
    """A direct pot logged as made that no straight line makes."""
    plan, result, before = step.shot.plan, step.shot.result, step.before
    made = result is not None and (plan.ball, plan.pocket) in result.potted
    if not made or plan.kind != "direct" or plan.also or plan.ball is None or plan.pocket is None:
        return
    if CUE not in before or plan.ball not in before:
        return
    why = _no_line(table, before, plan.ball, plan.pocket)
    if why:
        words = (
            f"{ball_words(plan.ball)} is logged as made into the {pocket_words(plan.pocket)}, which no "
            f"direct line allows ({why}): a ball is misplaced, or it went in another way"
        )
        yield "plan.kind", "cannot-be", words


def _result(table: Table, step: Step, down_since: dict[str, int]) -> Iterator[Entry]:
    result = step.shot.result
    if result is None or step.after is None:
        return
    yield from _impossible(table, step)
    seen: set[str] = set()
    for ball in result.down:
        if ball in seen:
            yield "result.potted", "twice-down", f"{ball_words(ball)} is down twice in this shot"
        elif ball in down_since:
            words = f"{ball_words(ball)} cannot fall: it went down in shot {down_since[ball]}"
            yield "result.potted", "already-down", words
        elif ball not in step.before:
            words = f"{ball_words(ball)} cannot fall: it is not on the table before the shot"
            yield "result.potted", "not-on-table", words
        seen.add(ball)
    if CUE in result.down and result.foul is None:
        yield "result.foul", "scratch-without-foul", "the cue ball is down but no foul is logged"
    if CUE in result.down and result.cue_end is not None:
        words = "the cue ball is down and also has a place where it ended: keep one"
        yield "result.cue_end", "cue-ball-twice", words
    if CUE not in result.down and result.cue_end is None:
        yield "result.cue_end", "no-cue-end", "where did the cue ball end? place it"
    if result.foul == "scratch" and CUE not in result.down:
        words = "a scratch is logged but the cue ball is not down: put it in the pocket it fell in"
        yield "result.foul", "foul-without-scratch", words
    for ball in step.ruling.respot if step.ruling else ():
        if ball not in result.moved:
            words = f"{ball_words(ball)} comes back on its spot: place it there"
            yield "result.moved", "not-spotted", words
    for ball in sorted(set(result.moved) - set(step.before)):
        words = f"{ball_words(ball)} cannot move: it is not on the table before the shot"
        yield "result.moved", "moved-not-on-table", words
    for fault in layout_faults(table, step.after):
        yield "result.cue_end" if fault.ball == CUE else "result.moved", "impossible", fault.words
