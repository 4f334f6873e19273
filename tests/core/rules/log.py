"""Racks of any game written short: `Log` folds shot after shot and says how it stands."""

from collections.abc import Iterable

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import PocketName, table_for
from aretane.core.games import Options, options_for
from aretane.core.games.setting_up import respotted
from aretane.core.geometry import Point
from aretane.core.log.shot import Plan, Rack, Result, Ruled, Shot
from aretane.core.review.replay import Step, replay
from aretane.core.rules import RackState, Rules, Ruling, rules_for

HOME, POCKET = Point(0.5, 0.9), "foot-left"
OTHER: PocketName = "head-right"
TABLE = table_for("pool-9")


def grid(balls: Iterable[str]) -> Layout:
    """Each ball on a place of its own, and the cue ball."""
    places = {ball: Point(0.2 + 0.09 * k, 0.2 + 0.04 * (k % 9)) for k, ball in enumerate(balls)}
    return Layout.of(places | {"cue": HOME})


class Log:
    """One rack of a discipline. Balls that come back are put on their spots, as the rules say."""

    def __init__(
        self, discipline: str, balls: Iterable[str] | None = None,
        players: tuple[str, ...] = ("ann", "bea"), kind: str = "match",
        carried: RackState | None = None, **options: object,
    ) -> None:  # fmt: skip
        agreed: Options = options_for(discipline, dict(options))
        self.discipline, self.players, self.carried = discipline, players, carried
        self.rules: Rules = rules_for(discipline, agreed, kind)
        self.shots: list[Shot] = []
        self._replayed: tuple[tuple[Shot, ...], list[Step]] = ((), [])
        self.start = grid(self.rules.balls if balls is None else balls)

    @property
    def steps(self) -> list[Step]:
        """The rack replayed, once for the same shots."""
        now = tuple(self.shots)
        if now != self._replayed[0]:
            self._replayed = now, self._replay()
        return self._replayed[1]

    def _replay(self) -> list[Step]:
        return replay(self.rules, Rack(self.players, self.players[0], tuple(self.shots)), self.carried)

    @property
    def state(self) -> RackState:
        steps = self.steps
        if steps:
            return steps[-1].next_state
        return self.rules.initial(self.players, self.players[0], self.carried)

    @property
    def layout(self) -> Layout:
        steps = self.steps
        return self.start if not steps else steps[-1].after or steps[-1].before

    @property
    def on(self) -> set[str]:
        return set(self.rules.balls_on(self.state, self.layout))

    def play(
        self, who: str, *down: str, ball: str | None = None, kind: str = "direct", choice: str = "attack",
        foul: str | None = None, pocket: PocketName | None = None, fell: PocketName = POCKET,
        free: bool = False, ruled: Ruled | None = None, **more: object,
    ) -> Ruling:  # fmt: skip
        """One shot: the first ball down is the one planned unless `ball` says another."""
        plan = Plan(
            ball=ball or (down[0] if down and down[0] != "cue" else None), pocket=pocket, kind=kind,
            choice=choice, free_ball=free,
        )  # fmt: skip
        end = None if "cue" in down else HOME
        result = Result(
            potted=tuple((name, fell) for name in down), foul=foul, cue_end=end, ruled=ruled,
            **more,  # type: ignore[arg-type]
        )  # fmt: skip
        placed = {} if "cue" in self.layout or not self.shots else {"cue": HOME}
        shot = Shot(who, plan, result, start=None if self.shots else self.start, placed=placed)
        self.shots.append(shot)
        ruling = self.steps[-1].ruling
        assert ruling is not None
        if ruling.respot:
            back = dict(respotted(TABLE, self.discipline, ruling.respot, self.layout).places)
            moved = Result(
                result.potted, result.off_table, foul, end, back, result.foul_ball, result.penalty,
                result.miss, result.break_rails, result.break_over, ruled,
            )  # fmt: skip
            self.shots[-1] = Shot(who, plan, moved, start=shot.start, placed=placed)
        return ruling
