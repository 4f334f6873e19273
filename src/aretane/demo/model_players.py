"""Members who plan: model players of the choices, with the true errors and habits of their own.

They weigh a pot against safeties by maps of the table as it lies, place a ball in hand where it promises
most, and push out where that is worth more.
"""

from dataclasses import replace
from math import pi

import numpy as np

from aretane.core.aiming.aim import aim_at
from aretane.core.contest.decide import (
    Intended,
    decide,
    pushed,
    sends_back,
    standing_equity,
)
from aretane.core.contest.points import GAME, needs_of
from aretane.core.contest.scored import lead_in
from aretane.core.contest.seat import Seat, seats
from aretane.core.contest.strikes import mistaken, placed, played
from aretane.core.contest.turn import Standing
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.games import game as record_of
from aretane.core.geometry import Point
from aretane.core.motion import Motion, Strike, play
from aretane.core.motion.play import STANDARD
from aretane.core.rules import RackState
from aretane.core.runout.games import Question, question
from aretane.core.vocabulary import CAUSES, CUE

from .flaws import Flaw, Moment, Stroke
from .games import ByEye, Game
from .generate import Json, rounded, spot
from .scenario import PLAYERS, DemoPlayer
from .shots import skill_of

COARSER = 1.6
"""How much wider than a reviewer's the grid of their maps is."""
PUSHES = 24
"""Push-outs that are looked at."""
NAMED = 0.45
"""Share of the errors of which a reviewer names the cause."""
OFF_PLACE, OFF_SPEED, OFF_AIM = 0.25, 1.2, 1.0
"""Errors from which they are one: m from the place, standard deviations of speed and of aim."""
TRUSTED = 0.03
"""m by which a ball moves before maps are drawn anew."""


class Planning(ByEye):
    """How they choose; the maps of the table as it lay last are kept."""

    def __init__(self) -> None:
        self.lay: tuple[str, str, Layout] | None = None
        self.sides: tuple[Seat, Seat] | None = None

    def shooter(self, game: Game, state: RackState, layout: Layout) -> str:
        """Who plays: after a foul in snooker and after a push-out, whoever the other player would have."""
        usual = super().shooter(game, state, layout)
        if len(state.turn) < 2 or state.shots == 0 or layout.cue is None:
            return usual
        offender = state.other(usual)
        at, me, other = self._standing(game, state, layout, usual)
        if record_of(at.discipline).by_colours:
            return offender if sends_back(at, me, other, game.rng.randrange(2**31)) else usual
        mine = standing_equity(me.look(at), at, me, other)
        theirs = 1.0 - standing_equity(other.look(at), at, other, me)
        return usual if mine >= theirs else offender

    def cue_place(self, game: Game, state: RackState, layout: Layout) -> Point:
        """A cue ball in hand: where it promises most; behind the line, the best of a few places."""
        by_eye = super().cue_place(game, state, layout)
        if state.behind_line or state.shots == 0:
            return by_eye
        who = self.shooter(game, state, layout)
        at, me, _ = self._standing(game, state, layout.changed({CUE: by_eye}), who)
        best = rounded(me.place(replace(at, layout=layout.changed({CUE: None}))))
        return by_eye if layout_faults(game.table, layout.changed({CUE: best})) else best

    def shot(
        self, game: Game, player: DemoPlayer, state: RackState, layout: Layout, breaks: bool
    ) -> tuple[Json, Motion]:  # fmt: skip
        """A shot chosen and struck: the plan as logged, and what came of it."""
        if breaks:
            return super().shot(game, player, state, layout, breaks)
        at, me, other = self._standing(game, state, layout, player.key)
        rng = np.random.default_rng(game.rng.randrange(2**31))
        assert layout.cue is not None
        meant = decide(at, me, other, STANDARD, rng, player.eager)
        push = _push_out(at, me, other, rng) if state.push_out_allowed else None
        if push is not None and push[0] > standing_equity(me.look(at), at, me, other):
            meant = Intended(layout.cue, push[1], None, "push-out")
        return _logged(game, player, at, meant)

    def _standing(
        self, game: Game, state: RackState, layout: Layout, who: str
    ) -> tuple[Standing, Seat, Seat]:
        """The rack in the hands of a player, with both players' maps of it."""
        rest = state.other(who)
        asked = question(game.table, game.fixture.discipline, state, who, layout, skill_of(PLAYERS[who]))
        if not self._fits(who, asked):
            self.sides = seats(asked, skill_of(PLAYERS[rest]), COARSER)
            self.lay = (who, asked.group_on, layout)
        assert self.sides is not None
        counted = dict(state.fouls_in_a_row)
        options, needs = game.options, (GAME, GAME)
        if record_of(asked.discipline).crosses_racks:
            needs = needs_of(state.score(who), state.score(rest), options.points_to)
        fouls = (counted.get(who, 0), counted.get(rest, 0)) if options.three_foul else None
        lead = lead_in(asked.discipline, state.score(who) - state.score(rest))
        at = Standing(
            asked.table, asked.discipline, layout, asked.group_on, lead, fouls, needs
        )  # fmt: skip
        return at, *self.sides

    def _fits(self, who: str, asked: Question) -> bool:
        """Whether the maps at hand are of this player, and of the balls where they lie."""
        if self.lay is None or self.lay[:2] != (who, asked.group_on):
            return False
        there = dict(self.lay[2].places)
        return all(
            ball in there and place.distance(there[ball]) <= TRUSTED
            for ball, place in asked.layout.places if ball != CUE
        )  # fmt: skip


def _push_out(
    at: Standing, me: Seat, other: Seat, rng: np.random.Generator
) -> tuple[float, Strike] | None:  # fmt: skip
    """The push-out worth most of some that meet no ball, with its chance to win."""
    cue = at.layout.cue
    assert cue is not None
    rows = np.zeros((PUSHES, 5))
    rows[:, 0], rows[:, 1] = rng.uniform(0.4, 1.8, PUSHES), rng.uniform(-pi, pi, PUSHES)
    ends = played(at, cue, rows, STANDARD)
    free = (ends.first_hit == -1) & (ends.fates == -1).all(axis=1)
    if not free.any():
        return None
    values = np.where(free, pushed(at, ends, me, other, 3), -1.0)
    best = int(np.argmax(values))
    return float(values[best]), Strike.of(rows[best])


def _logged(game: Game, player: DemoPlayer, at: Standing, meant: Intended) -> tuple[Json, Motion]:
    """The plan of a strike that was chosen, and the strike in this player's hands."""
    clean = play(game.table, placed(at, meant.cue), meant.strike)
    plan, stroke = _plan(at, meant, clean)
    now = Moment(stroke, meant.strike, _cut(at, meant), game.needed, game.clock)
    flaws = [flaw for flaw in player.flaws if flaw.when(now)]
    errors = np.array([[game.rng.gauss(0, 1) for _ in range(4)]])
    motion = play(game.table, placed(at, meant.cue), struck_with(player, at, meant, flaws, errors))
    game.clock += sum(flaw.slower for flaw in flaws)
    game.judgement = _cause(game, at, meant, clean, motion, flaws, errors)
    return plan, motion


def struck_with(
    player: DemoPlayer, at: Standing, meant: Intended, flaws: list[Flaw], errors: np.ndarray
) -> Strike:  # fmt: skip
    """The strike as it comes, with the player's errors, lasting bias and habits at work."""
    skill = skill_of(player)
    own, speed = skill, meant.strike.speed * (1.0 + player.speed_bias)
    for flaw in flaws:
        own = replace(own, aim=own.aim * flaw.wider)
        speed *= 1.0 + flaw.speed
    there = at.with_cue(meant.cue)
    row = mistaken(there, meant.cue, replace(meant.strike, speed=speed), own, STANDARD, errors)[0]
    return Strike(*(float(value) for value in row))


def _plan(at: Standing, meant: Intended, clean: Motion) -> tuple[Json, Stroke]:
    """The plan as logged, by the strike without error, and what stroke it is."""
    strike = meant.strike
    plan: Json = {"speed": round(strike.speed, 2)}
    if strike.side or strike.height:
        plan["tip"] = {"side": round(strike.side, 2), "height": round(strike.height, 2)}
    if meant.kind == "push-out":
        return plan | {"kind": "push-out", "choice": "safety"}, "push-out"
    path = [one for one in clean.trace.happenings() if one.ball == CUE]
    end = clean.after.cue
    if meant.called is not None:
        ball, pocket = meant.called
        plan |= {"ball": ball, "pocket": pocket}
        last = len(at.layout.objects) == 1 or ball == record_of(at.discipline).last
        if end is None or last:
            plan["target"] = {"kind": "none"}
        else:
            plan["via"] = [spot(one.place) for one in path if one.kind == "rail"][:6]
            plan["target"] = {"kind": "point", "a": spot(end)}
        return plan, "pot"
    hit = next((k for k, one in enumerate(path) if one.kind == "ball"), len(path))
    kick = any(one.kind == "rail" for one in path[:hit])
    near = min(at.on, key=lambda one: meant.cue.distance(dict(at.layout.places)[one]))
    plan |= {
        "choice": "safety", "kind": "kick" if kick else "direct", "ball": clean.first_hit or near,
        "reason": "next-unreachable" if kick else "can-hide",
    }  # fmt: skip
    if end is not None:
        plan["target"] = {"kind": "point", "a": spot(end)}
    return plan, "safety"


def _cut(at: Standing, meant: Intended) -> float:
    """The cut of a pot (rad), above 0 where the ball goes to the left of the way of the cue ball."""
    if meant.called is None:
        return 0.0
    return aim_at(at.table, placed(at, meant.cue), *meant.called).cut


def _cause(
    game: Game, at: Standing, meant: Intended, clean: Motion, motion: Motion, flaws: list[Flaw],
    errors: np.ndarray,
) -> Json:  # fmt: skip
    """What a reviewer says of a shot that went wrong: the habit at work, else the error that was."""
    end, planned = motion.after.cue, clean.after.cue
    made = meant.called is None or any((ball, pocket) == meant.called for ball, pocket in motion.potted)
    off = end is None or planned is None or end.distance(planned) > OFF_PLACE
    if (made and not off) or game.rng.random() > NAMED:
        return {}
    if flaws:
        cause = flaws[0].cause
    elif not made and abs(errors[0, 0]) > OFF_AIM:
        left = _cut(at, meant) > 0.0
        cause = "hit-thick" if (errors[0, 0] > 0.0) == left else "hit-thin"
    elif abs(errors[0, 1]) > OFF_SPEED or made:
        cause = "speed"
    else:
        return {}
    known = "told" if cause in CAUSES["Mental"] else "playback"
    return {"causes": [cause], "evidence": {cause: known}}
