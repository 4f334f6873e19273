"""What every discipline's fold has in common: the state before a shot and the ruling on it."""

from dataclasses import dataclass
from typing import NamedTuple, Protocol

from ..equipment.layout import Layout
from ..games import Discipline, Options
from ..log.shot import Shot

TEAM = "team"
"""Who scores, fouls and holds groups while a team shoots."""
Counts = tuple[tuple[str, int], ...]
"""A number a player, sorted by player."""


class RackState(NamedTuple):
    """How a rack stands before a shot.

    `turn` holds the players who may shoot (more than one where the next player may choose, as after a
    push-out; empty: anyone, when it is not known). `behind_line`: the ball in hand goes behind the head
    string, the baulk line or into the D. `scores` are points; `groups` who plays which group; `on` what is
    on in snooker; `visits_left` and `free` a player's visits and free shot after a foul. `at_table`,
    `kept`, `visit` and `run` follow the visits: `run` counts points, or balls where a game has no points;
    `highs` are the best runs. `rerack` says that the balls are to be racked again. `team`
    is the team that visits and runs belong to, where they are not the shooter's. `misses_in_a_row`: misses
    called in snooker.
    """

    players: tuple[str, ...]
    turn: frozenset[str]
    shots: int = 0
    ball_in_hand: bool = False
    behind_line: bool = False
    push_out_allowed: bool = False
    fouls_in_a_row: Counts = ()
    winner: str | None = None
    over: bool = False
    reasons: tuple[str, ...] = ()
    scores: Counts = ()
    groups: tuple[tuple[str, str], ...] = ()
    on: str = ""
    visits_left: int = 1
    free: bool = False
    at_table: str | None = None
    kept: bool = False
    visit: int = 0
    run: int = 0
    highs: Counts = ()
    rerack: bool = False
    team: str | None = None
    misses_in_a_row: Counts = ()

    def other(self, player: str) -> str:
        """The opponent, or the same player where there is none."""
        return next((p for p in self.players if p != player), player)

    def score(self, player: str) -> int:
        return dict(self.scores).get(player, 0)

    def group(self, player: str) -> str | None:
        return dict(self.groups).get(player)

    @property
    def shooter(self) -> str | None:
        """Who is at the table, where only one player may be."""
        return next(iter(self.turn)) if len(self.turn) == 1 else None


class Ruling(NamedTuple):
    """What a shot did under the rules, with the reasons in words.

    `points` made or lost, a player each; `respot` balls that go back on their spots.
    """

    foul: bool
    pots_counted: tuple[str, ...]
    keeps_table: bool
    reasons: tuple[str, ...] = ()
    points: Counts = ()
    respot: tuple[str, ...] = ()


class Rules(Protocol):
    """A discipline: which balls it uses, and the fold over its shots."""

    @property
    def balls(self) -> tuple[str, ...]:
        """The object balls of the game."""

    @property
    def has_points(self) -> bool:
        """Whether shots score points, rather than balls."""

    def initial(
        self, players: tuple[str, ...], breaker: str | None, carried: RackState | None = None
    ) -> RackState:
        """The state before the break; without a breaker anyone may.

        `carried` is the end of the rack before, for games whose score and runs cross racks.
        """

    def balls_on(self, state: RackState, layout: Layout) -> tuple[str, ...]:
        """Object balls in the layout that may be struck first."""

    def after(self, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
        """The ruling on a shot with a result, and the state it leaves."""


def opening(
    players: tuple[str, ...], breaker: str | None, scores: Counts = (), **more: object
) -> RackState:
    """The state of a fresh rack: the breaker, or anyone, with the cue ball in hand behind the line."""
    turn = frozenset((breaker,)) if breaker else frozenset(players)
    return RackState(players, turn, ball_in_hand=True, behind_line=True, scores=scores, **more)  # type: ignore[arg-type]


@dataclass(frozen=True, slots=True)
class Fold:
    """What most disciplines have in common: every rack opens afresh."""

    game: Discipline
    options: Options

    @property
    def balls(self) -> tuple[str, ...]:
        return self.game.balls

    @property
    def has_points(self) -> bool:
        return self.game.scores

    def initial(
        self, players: tuple[str, ...], breaker: str | None, carried: RackState | None = None
    ) -> RackState:
        """As in `Rules`; nothing is handed on."""
        return opening(players, breaker)


def in_a_row(counts: Counts, shooter: str, again: bool) -> Counts:
    """The counts in a row with this shot: one more for the shooter, or none."""
    if not again and not dict(counts).get(shooter, 1):
        return counts
    changed = dict(counts)
    changed[shooter] = changed.get(shooter, 0) + 1 if again else 0
    return tuple(sorted(changed.items()))


def added(counts: Counts, more: Counts) -> Counts:
    """Counts with more added, a player each."""
    if not more:
        return counts
    sums = dict(counts)
    for player, points in more:
        sums[player] = sums.get(player, 0) + points
    return tuple(sorted(sums.items()))


def fold(rules: Rules, state: RackState, shot: Shot, layout: Layout) -> tuple[RackState, Ruling]:
    """One shot with a result: the discipline's ruling, the visits, and what a referee ruled instead."""
    following, ruling = rules.after(state, shot, layout)
    who = state.team or shot.shooter
    fresh = who != state.at_table or not state.kept
    gain = (
        sum(max(0, points) for player, points in ruling.points if player == who)
        if rules.has_points
        else len(ruling.pots_counted)
    )
    run = gain if fresh else state.run + gain
    highs = state.highs
    if run > dict(highs).get(who, -1):
        highs = tuple(sorted({**dict(highs), who: run}.items()))
    following = following._replace(
        scores=added(following.scores, ruling.points),
        at_table=who,
        kept=ruling.keeps_table,
        visit=state.visit + fresh,
        run=run,
        highs=highs,
    )
    return _overruled(following, ruling, shot)


def _overruled(state: RackState, ruling: Ruling, shot: Shot) -> tuple[RackState, Ruling]:
    """The referee's word instead of the fold's, with its reason."""
    assert shot.result is not None
    ruled = shot.result.ruled
    if ruled is None:
        return state, ruling
    words = f"ruled otherwise: {ruled.reason}"
    state = state._replace(reasons=(*state.reasons, words))
    keeps = ruling.keeps_table
    if ruled.next is not None:
        keeps = ruled.next == shot.shooter
        state = state._replace(turn=frozenset((ruled.next,)), kept=keeps, over=False, winner=None)
    if ruled.winner is not None:
        state = state._replace(over=True, winner=ruled.winner)
    return state, ruling._replace(keeps_table=keeps, reasons=(*ruling.reasons, words))
