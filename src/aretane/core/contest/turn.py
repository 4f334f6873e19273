"""The result of a strike for both players: who plays next, and with what.

It is a short form of the rules for many strikes at once; the tests check it against `core.rules`.
"""

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ..equipment.balls import GROUPS, value
from ..equipment.layout import Layout
from ..equipment.racking import packed
from ..equipment.spots import is_free
from ..equipment.table import POCKETS, PocketName, Table
from ..games import Discipline, game
from ..games.setting_up import placing_fault, respotted
from ..geometry import Point
from ..motion.play import Ends
from ..runout.group import OPEN
from ..runout.kernel import POINTS
from ..runout.opened import RACK
from ..runout.snooker import COLOUR
from ..vocabulary import CUE
from . import points, scored
from .verdicts import AGAIN, FOUL, LOST, OVER, WON

OTHER = {"solids": "stripes", "stripes": "solids", "reds": "yellows", "yellows": "reds", OPEN: OPEN, "": ""}
"""The other player's group."""
GROUPED = tuple(group for group in OTHER if group)
"""Groups that may be on in games with groups."""

Fouls = tuple[int, int] | None
"""Fouls in a row of the player at the table and of the other, where the third loses the rack; else None."""
THIRD = 3

Called = tuple[str, PocketName] | None
Company = Literal["opponent", "nobody", "partner"]


@dataclass(frozen=True, slots=True)
class Standing:
    """A rack in the hands of a player, as both players' chances are counted from it.

    layout: without a cue ball it is in hand. group_on: solids, stripes or `open`; in snooker red, colour or
    end; empty in rotation. lead: points ahead of the other player, in snooker. needs: the points both still
    need, in straight pool. fouls: counted where the third in a row costs more. renewed: the balls are those
    of a rack after this one. Of this stroke alone: frozen, the balls that touch the cue ball and must be
    played away from; free_ball: a free ball may be nominated, in snooker.

    company: who else is at the table. Without an opponent a strike is worth the run that goes on after it,
    and nothing where it ends; a partner plays every second shot.
    """

    table: Table
    discipline: str
    layout: Layout
    group_on: str = ""
    lead: float = 0.0
    fouls: Fouls = None
    needs: points.Needs = (points.GAME, points.GAME)
    renewed: bool = False
    frozen: tuple[str, ...] = ()
    free_ball: bool = False
    company: Company = "opponent"

    @property
    def alone(self) -> bool:
        """Whether nobody plays against the player."""
        return self.company != "opponent"

    @property
    def game(self) -> Discipline:
        """The record of its discipline."""
        return game(self.discipline)

    @property
    def on(self) -> tuple[str, ...]:
        """The balls that are on."""
        return balls_on(self.discipline, self.layout.objects, self.group_on)

    @property
    def may_hit(self) -> tuple[str, ...]:
        """The balls that may be hit first: those on, and with a free ball every other."""
        return self.layout.objects if self.free_ball and self.game.by_colours else self.on

    @property
    def theirs(self) -> "Standing":
        """The same table with the other player at it."""
        group_on = scored.first_group(self.layout) if self.game.by_colours else OTHER[self.group_on]
        needs = (self.needs[1], self.needs[0])
        return replace(
            self, group_on=group_on, lead=-self.lead, fouls=_swapped(self.fouls), needs=needs, frozen=(),
            free_ball=False,
        )  # fmt: skip

    def left(self, layout: Layout) -> "Standing":
        """The other player at the table with the balls so, no points made."""
        return replace(self, layout=layout).theirs

    def with_cue(self, place: Point) -> "Standing":
        """The same with the cue ball there."""
        return replace(self, layout=self.layout.changed({CUE: place}))

    def may_lie(self, place: Point) -> bool:
        """Whether a cue ball in hand after a foul may lie there: in snooker in the D, in straight pool
        behind the head string."""
        inside = not self.game.scores or not placing_fault(self.table, self.discipline, place, False)
        return inside and is_free(self.table, CUE, place, self.layout)

    @property
    def in_hand(self) -> bool:
        """Whether the player may put the cue ball anywhere."""
        return self.layout.cue is None


@lru_cache(maxsize=65536)
def balls_on(discipline: str, balls: tuple[str, ...], group_on: str) -> tuple[str, ...]:
    """Of the balls on the table those that may be hit first by a player for whom `group_on` is on."""
    record = game(discipline)
    if record.by_colours:
        return scored.balls_on(balls, group_on)
    if record.any_order:
        return balls
    last = record.last
    if record.in_order:
        return tuple(sorted(balls, key=int)[:1])
    if group_on == OPEN:
        return tuple(ball for ball in balls if ball != last) or (last,)
    return tuple(ball for ball in balls if GROUPS.get(ball) == group_on) or (last,)


def judged(at: Standing, ends: Ends, called: Called = None) -> NDArray[np.int64]:
    """The verdicts (k,) of strikes from a standing.

    called: the ball and pocket that were meant, None for a safety; where shots are called no other pot
    counts. A foul: no ball on hit first, the cue ball down, a ball off the table, or no cushion and no pot
    after the hit (WPA rules of play, general fouls; memory). The third in a row loses where that is agreed;
    in straight pool it costs points.
    """
    if at.game.by_colours:
        lead = 0.0 if at.alone else at.lead  # with nobody against the last ball wins whatever the score
        return scored.judged(at.group_on, at.on, lead, ends, called, at.free_ball, touched(at, ends))
    names = list(ends.names)
    on = np.zeros(len(names) + 1, dtype=bool)  # the last stands for no ball
    on[[names.index(ball) for ball in at.on]] = True
    fates = ends.fates
    down = fates[:, 1:] >= 0
    cushion = ends.rails.sum(axis=1) - ends.rails_before > 0
    onto, met = touched(at, ends)
    foul = ~(on[ends.first_hit] | met) | onto | (fates[:, 0] != -1) | (fates == -2).any(axis=1)
    foul |= ~(cushion | met & (ends.rails.sum(axis=1) > 0)) & ~down.any(axis=1)
    counts = np.zeros(len(fates), dtype=bool)
    if at.game.any_pot_counts:
        counts = np.asarray(down.any(axis=1))
    elif called is not None and called[0] in names:
        counts = np.asarray(fates[:, names.index(called[0])] == POCKETS.index(called[1]))
    if at.game.any_order:
        wins = counts & (down.sum(axis=1) >= at.needs[0]) & (not at.alone)
        return np.where(foul, FOUL, np.where(wins, WON, np.where(counts, AGAIN, OVER)))
    last = at.game.last
    money = fates[:, names.index(last)] >= 0
    verdict = np.where(foul, foul_of(at), np.where(counts, AGAIN, OVER))
    if at.game.early_last == "wins":
        return np.where(money & ~foul, WON, verdict)
    wins = counts & ~foul & money & (called is not None and called[0] == last)
    if at.game.early_last == "comes-back":
        return np.where(wins, WON, verdict)
    gone = (fates[:, names.index(last)] != -1) & ~wins
    return np.where(wins, WON, np.where(gone, LOST, verdict))


def foul_of(at: Standing) -> int:
    """The verdict of a foul: the third in a row loses the rack where that is agreed."""
    third = at.fouls is not None and at.fouls[0] + 1 >= THIRD and not at.game.any_order
    return LOST if third else FOUL


def touched(at: Standing, ends: Ends) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    """Which strikes (k,) move a ball that touches the cue ball, and which count as having hit a ball on
    because one that is on touches it.

    Played away from, such a ball counts as hit (WPBSA section 3, touching ball; memory).
    """
    own = [ends.names.index(ball) for ball in at.frozen if ball in ends.names]
    onto = (
        np.isin(ends.first_hit, own) & (ends.rails_before == 0) if own else np.zeros(len(ends.fates), bool)
    )
    met = any(ball in at.may_hit for ball in at.frozen)
    return np.asarray(onto), np.asarray(~onto if met else np.zeros(len(onto), dtype=bool))


def after(at: Standing, ends: Ends, k: int, verdict: int, called: Called) -> Standing:
    """The standing after strike k for the next player: the same player where `verdict` is AGAIN, else the
    other."""
    left = ends.after(k)
    if at.game.by_colours:
        gained = scored.points(at.group_on, at.on, ends, k, called, at.free_ball, touched(at, ends))
        back = scored.back(at.table, at.group_on, ends, k, verdict, left, at.on if at.free_ball else ())
        plain = replace(at, layout=back, frozen=(), free_ball=False)
        if verdict == AGAIN:
            return replace(plain, group_on=scored.next_group(at.group_on, back), lead=at.lead + gained)
        given = max(scored.LEAST_FOUL, gained) if verdict == FOUL else 0.0
        return replace(plain, group_on=scored.first_group(back), lead=given - at.lead)
    if at.game.any_order:
        return _after_points(at, ends, k, verdict, left)
    last = at.game.last
    if verdict == FOUL:
        left = left.without((CUE,))
    if at.game.in_order and last not in left:
        left = left.changed(dict(respotted(at.table, at.discipline, (last,), left).places))
    group_on = at.group_on
    if group_on == OPEN and called is not None and verdict == AGAIN:
        group_on = GROUPS.get(called[0], OPEN)
    if verdict != AGAIN:
        group_on = OTHER[group_on]
    fouls = _counted(at.fouls, verdict)
    return Standing(
        at.table, at.discipline, left, group_on, fouls=fouls if verdict == AGAIN else _swapped(fouls),
        company=at.company,
    )  # fmt: skip


def unit_of(at: Standing) -> float:
    """What a value of one stands for: balls or points of a run with nobody against, else a chance."""
    if not at.alone:
        return 1.0
    return POINTS if at.game.by_colours else float(RACK) if at.game.any_order else 1.0


def scores(at: Standing, ends: Ends, k: int, called: Called) -> float:
    """What a lawful strike k with a pot adds to a run where pots count by themselves: balls as shares of a
    rack, points as shares of a hundred; else nothing."""
    if at.game.by_colours:
        gained = scored.points(at.group_on, at.on, ends, k, called, at.free_ball, touched(at, ends))
        return float(gained) / POINTS
    return int((ends.fates[k, 1:] >= 0).sum()) / RACK if at.game.any_order else 0.0


def potted(at: Standing, ball: str) -> Standing | None:
    """The same player's next shot after a pot of the ball that moved nothing else, the cue ball still to be
    placed; None where the rack is over then, or another is racked."""
    left, fouls = at.layout.without((CUE, ball)), at.fouls and (0, at.fouls[1])
    if not left.objects or ball == at.game.last:
        return None
    if at.game.by_colours:
        if at.group_on == COLOUR:
            left = left.changed(dict(respotted(at.table, at.discipline, (ball,), left).places))
        group_on = scored.next_group(at.group_on, left)
        return replace(
            at, layout=left, group_on=group_on, lead=at.lead + value(ball), frozen=(), free_ball=False
        )
    if at.game.any_order:
        mine, theirs = at.needs
        if len(left.objects) == 1 or mine <= 1:
            return None
        return replace(at, layout=left, needs=(mine - 1, theirs), fouls=fouls, frozen=())
    group_on = GROUPS.get(ball, OPEN) if at.group_on == OPEN else at.group_on
    return replace(at, layout=left, group_on=group_on, fouls=fouls, frozen=())


def _after_points(at: Standing, ends: Ends, k: int, verdict: int, left: Layout) -> Standing:
    """The same in straight pool."""
    left = points.back(at.table, ends, k, verdict == AGAIN, left)
    mine, theirs = at.needs
    fouls, third = _counted(at.fouls, verdict), False
    if verdict == AGAIN:
        mine -= int((ends.fates[k, 1:] >= 0).sum())
    elif verdict == FOUL:
        third = at.fouls is not None and at.fouls[0] + 1 >= THIRD
        mine += points.THIRD_FOUL if third else points.FOUL
    if third and fouls is not None:
        left, fouls = points.after_third_foul(at.table), (0, fouls[1])
    renewed = (
        third or at.renewed or packed(at.table, at.layout) or len(left.objects) > len(at.layout.objects)
    )
    then = replace(at, layout=left, needs=(mine, theirs), fouls=fouls, renewed=renewed, frozen=())
    return then if verdict == AGAIN else then.theirs


def _counted(fouls: Fouls, verdict: int) -> Fouls:
    return fouls and ((fouls[0] + 1 if verdict == FOUL else 0), fouls[1])


def _swapped(fouls: Fouls) -> Fouls:
    return fouls and (fouls[1], fouls[0])
