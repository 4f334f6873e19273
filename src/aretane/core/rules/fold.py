"""What every discipline's fold has in common: the state before a shot and the ruling on it."""

from dataclasses import dataclass, field
from typing import Protocol

from ..layout import Layout
from ..shot import Shot


@dataclass(frozen=True, slots=True)
class RackState:
    """How a rack stands before a shot.

    `turn` holds the players who may shoot (more than one after a push-out; empty: anyone, when it is
    not known).
    """

    players: tuple[str, ...]
    turn: frozenset[str]
    shots: int = 0
    ball_in_hand: bool = False
    push_out_allowed: bool = False
    fouls_in_a_row: tuple[tuple[str, int], ...] = ()
    winner: str | None = None
    over: bool = False
    reasons: tuple[str, ...] = ()

    def other(self, player: str) -> str:
        """The opponent, or the same player where there is none."""
        return next((p for p in self.players if p != player), player)


@dataclass(frozen=True, slots=True)
class Ruling:
    """What a shot did under the rules, with the reasons in words."""

    foul: bool
    pots_counted: tuple[str, ...]
    keeps_table: bool
    reasons: tuple[str, ...] = field(default=())


class Rules(Protocol):
    """A discipline: which balls it uses, and the fold over its shots."""

    balls: tuple[str, ...]

    def initial(self, players: tuple[str, ...], breaker: str | None) -> RackState:
        """The state before the break; without a breaker anyone may."""

    def balls_on(self, state: RackState, layout: Layout) -> tuple[str, ...]:
        """Object balls in the layout that may be struck first."""

    def after(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        """The ruling on a shot with a result, and the state it leaves."""
