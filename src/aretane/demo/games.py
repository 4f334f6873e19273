"""Play any discipline: the core's rules say who plays what, the motion model what happens."""

import random
from dataclasses import dataclass, field, replace
from math import pi
from typing import Any

from aretane.core.chance.direct import likeliest
from aretane.core.chance.finer import compensated
from aretane.core.equipment.balls import is_red, value
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.racking import racked_again
from aretane.core.equipment.spots import snooker_spots
from aretane.core.equipment.table import Table
from aretane.core.games import Options, options_for
from aretane.core.games.setting_up import racked, respotted
from aretane.core.geometry import Point
from aretane.core.motion import Motion, Strike
from aretane.core.motion.play import STANDARD
from aretane.core.motion.ready import ready
from aretane.core.rules import RackState, Rules, fold, rules_for
from aretane.core.vocabulary import CUE
from aretane.formats.core_values import to_core
from aretane.formats.match_file import MatchFile, TableShape, core_table
from aretane.formats.shapes import ShotShape

from .flaws import Moment
from .generate import Json, rounded, spot
from .scenario import PLAYERS, DemoPlayer, Fixture
from .shots import following_chance, plan_break, plan_pot, plan_safety, skill_of, struck

LONGEST = 200
STIRRED = 2e-4
"""m. A ball that moved less than this is logged as not moved."""
NEAREST = 4
"""Balls on that are looked at for a pot, the nearest ones, where there are many."""


@dataclass(frozen=True)
class Watched:
    """A shot as it was played, for the camera: rack (from 0), the balls before it, what they did."""

    rack: int
    before: Layout
    motion: Motion


@dataclass
class Game:
    """A recording being played."""

    fixture: Fixture
    table: Table
    rules: Rules
    rng: random.Random
    clock: float = 15.0
    options: Options = field(default_factory=Options)
    watched: list[Watched] = field(default_factory=list)
    racks: int = 0
    needed: bool = False
    """Whether a player needs one more rack."""
    judgement: Json = field(default_factory=dict)
    """What a reviewer says of the shot just played."""

    @property
    def players(self) -> tuple[str, ...]:
        return self.fixture.players


class ByEye:
    """Players who take the likeliest pot of a few, or a safety where it is unlikely."""

    def shooter(self, game: Game, state: RackState, layout: Layout) -> str:
        """Who plays: where there is a choice, the player who did not play last."""
        others = sorted(state.turn - {state.at_table})
        return others[0] if others else next(iter(state.turn))

    def cue_place(self, game: Game, state: RackState, layout: Layout) -> Point:
        """Where a cue ball in hand is put."""
        return _cue_place(game, state, layout, PLAYERS[self.shooter(game, state, layout)])

    def shot(
        self, game: Game, player: DemoPlayer, state: RackState, layout: Layout, breaks: bool
    ) -> tuple[Json, Motion]:  # fmt: skip
        """A shot chosen and struck: the plan as logged, and what came of it."""
        return _break(game, player, layout) if breaks else _shot(game, player, state, layout)


def make_game(fixture: Fixture, choosing: ByEye | None = None) -> MatchFile:
    """The fixture as a match file."""
    return play_game(fixture, choosing)[0]


def play_game(fixture: Fixture, choosing: ByEye | None = None) -> tuple[MatchFile, list[Watched]]:
    """The fixture as a match file, and its shots as they were played. choosing: how the players choose."""
    choosing = choosing or ByEye()
    table_shape = TableShape(size=fixture.table, corner_mouth_mm=fixture.corner_mouth_mm)
    options = options_for(fixture.discipline, dict(fixture.options))
    rules = rules_for(fixture.discipline, options, fixture.kind)
    game = Game(fixture, core_table(table_shape), rules, random.Random(fixture.seed), options=options)
    racks: list[Json] = []
    won = dict.fromkeys(fixture.players, 0)
    breaker: str | None = fixture.players[0]
    carried: RackState | None = None
    layout = Layout(())
    while len(racks) < fixture.racks and max(won.values()) < (fixture.race_to or LONGEST):
        start = _rack(game, carried, layout, len(racks), breaker)
        state = rules.initial(fixture.players, breaker, carried)
        game.needed = fixture.race_to is not None and fixture.race_to - 1 in won.values()
        shots, state, layout = _play(game, state, start, choosing)
        racks.append({"breaker": breaker, "shots": shots})
        game.racks += 1
        if state.winner in won:
            won[state.winner] += 1
        if state.winner is not None and fixture.discipline == "straight-pool":
            break
        crosses = fixture.discipline == "straight-pool"
        carried = state if crosses else None
        breaker = None if crosses else (state.winner or breaker)
    match: Json = {
        "title": fixture.title, "played_on": fixture.played_on, "kind": fixture.kind,
        "discipline": fixture.discipline, "race_to": fixture.race_to, "notes": fixture.notes,
        "options": dict(fixture.options),
    }  # fmt: skip
    people = [PLAYERS[key] for key in fixture.players]
    if fixture.unseen_foul:
        _unseen_foul(racks)
    file = MatchFile.model_validate(
        {
            "match": match,
            "players": [{"id": p.key, "name": p.name, "level": p.level} for p in people],
            "table": table_shape.model_dump(),
            "racks": racks,
        }
    )
    return file, game.watched


def _rack(
    game: Game, carried: RackState | None, layout: Layout, number: int, breaker: str | None
) -> Layout:  # fmt: skip
    """The balls before a rack's first shot."""
    if carried is not None and carried.rerack:
        last = next(iter(layout.objects), "15")
        full = racked_again(game.table, last, layout).layout
    else:
        full = racked(game.table, game.fixture.discipline, game.fixture.seed + number)
    places = {ball: rounded(at) for ball, at in full.places}
    if game.fixture.discipline not in ("snooker", "straight-pool"):
        down, across = PLAYERS[breaker or game.players[0]].break_from
        places[CUE] = Point(game.table.head_string * down, game.table.width * across)
    return Layout.of(places)


def _play(
    game: Game, state: RackState, layout: Layout, choosing: ByEye
) -> tuple[list[Json], RackState, Layout]:  # fmt: skip
    """One rack to its end: the shots, the last state and layout."""
    shots: list[Json] = []
    opening = state.shots == 0
    while not state.over and len(shots) < LONGEST:
        placed: Json = {} if shots else {ball: spot(at) for ball, at in layout.places}
        if layout.cue is None or (state.ball_in_hand and shots):
            at = choosing.cue_place(game, state, layout)
            layout = layout.changed({CUE: at})
            placed[CUE] = spot(at)
        who = choosing.shooter(game, state, layout)
        game.judgement = {}
        plan, motion = choosing.shot(game, PLAYERS[who], state, layout, opening and not shots)
        game.watched.append(Watched(game.racks, layout, motion))
        result, layout_after = _result(game, state, layout, plan, motion)
        game.clock += game.rng.uniform(18, PLAYERS[who].pace)
        shot: Json = {
            "shooter": who, "time_s": round(game.clock, 1),
            "layout": {"from": "previous" if shots else "empty", "balls": placed},
            "plan": plan | {"intent": "inferred"}, "result": result,
            **({"judgement": game.judgement} if game.judgement else {}),
        }  # fmt: skip
        core = to_core(ShotShape.model_validate(shot))
        following, ruling = fold(game.rules, state, core, layout)
        back = respotted(game.table, game.fixture.discipline, ruling.respot, layout_after)
        if ruling.respot:
            moved = {ball: rounded(at) for ball, at in back.places}
            result.setdefault("moved", {}).update({ball: spot(at) for ball, at in moved.items()})
            layout_after = layout_after.changed(moved)
        shots.append(shot)
        state, layout = following, layout_after
    if not state.over:
        raise RuntimeError(f"a demo rack ran past {LONGEST} shots; choose another seed")
    return shots, state, layout


def _cue_place(game: Game, state: RackState, layout: Layout, player: DemoPlayer) -> Point:
    """Ball in hand: the best of a few places that the rules allow."""
    table, rng = game.table, game.rng
    bare = layout.changed({CUE: None})
    spots = snooker_spots(table)
    on = _near(game.rules.balls_on(state, bare), bare, table.foot_spot)
    skill = skill_of(player)
    places: list[Point] = []
    while len(places) < 20:
        at = Point(rng.uniform(0.04, table.length - 0.04), rng.uniform(0.04, table.width - 0.04))
        if state.behind_line and game.fixture.discipline == "snooker":
            at = Point(spots["brown"].x, rng.uniform(spots["yellow"].y + 0.03, spots["green"].y - 0.03))
        elif state.behind_line:
            at = Point(rng.uniform(0.04, table.head_string), at.y)
        at = rounded(at)
        if not layout_faults(table, bare.changed({CUE: at})):
            places.append(at)
    return max(places, key=lambda at: following_chance(table, bare.changed({CUE: at}), skill, on))


def _near(balls: tuple[str, ...], layout: Layout, at: Point) -> list[str]:
    """The nearest few of the balls."""
    where = dict(layout.places)
    return sorted((b for b in balls if b in where), key=lambda b: where[b].distance(at))[:NEAREST]


def _shot(game: Game, player: DemoPlayer, state: RackState, layout: Layout) -> tuple[Json, Motion]:
    """A shot chosen by eye and struck."""
    table, rng, skill = game.table, game.rng, skill_of(player)
    assert layout.cue is not None
    on = game.rules.balls_on(state, layout)
    colours = state.on == "colour"
    tried = []
    for ball in on if colours else _near(on, layout, layout.cue):
        pocket, chance, aim = likeliest(table, layout, ball, skill)
        worth = chance * (value(ball) + 3) if colours else chance
        tried.append((worth, chance, ball, pocket, aim))
    _, chance, ball, pocket, aim = max(tried)
    plan: Json = {"ball": ball}
    alone = len(state.players) == 1 or game.fixture.kind == "team"
    if alone or chance >= player.nerve:
        plan["pocket"] = pocket
        following = _near(_next_on(game, state, layout, ball), layout.without((ball,)), layout.cue)
        meant = plan_pot(rng, table, layout, ball, pocket, aim, skill, following)
        if meant is None:
            strike = compensated(Strike(2.0, 0.0), aim, ready(table, layout, STANDARD))
            plan["target"] = {"kind": "none"}
        else:
            strike = meant.strike
            plan["via"] = [spot(at) for at in meant.via]
            plan["target"] = {"kind": "point", "a": spot(meant.end)}
        if chance < 0.5:
            plan["choice"] = "two-way"
    else:
        plan |= {"choice": "safety", "reason": rng.choice(("hard-pot", "can-hide", "pot-leads-nowhere"))}
        other = skill_of(PLAYERS[next((p for p in state.players if p != player.key), player.key)])
        reply = _near(on, layout, layout.cue)
        found = plan_safety(rng, table, layout, ball, skill, other, kick=False, reply=reply)
        if found is None:
            found = plan_safety(rng, table, layout, ball, skill, other, kick=True, reply=reply)
            plan["kind"] = "kick"
        strike = found or Strike(1.5, rng.uniform(-pi, pi))
    plan["speed"] = round(strike.speed, 1)
    if strike.side or strike.height:
        plan["tip"] = {"side": round(strike.side, 2), "height": round(strike.height, 2)}
    return plan, struck(rng, table, layout, player, strike)


def _next_on(game: Game, state: RackState, layout: Layout, ball: str) -> tuple[str, ...]:
    """Balls that may come after this one: colours after a red, else those on without it."""
    rest = layout.without((ball,))
    if game.fixture.discipline == "snooker":
        reds = tuple(b for b in rest.objects if is_red(b))
        if is_red(ball):
            return tuple(b for b in rest.objects if not is_red(b))
        return reds or rest.objects
    return game.rules.balls_on(state, rest)


def _break(game: Game, player: DemoPlayer, layout: Layout) -> tuple[Json, Motion]:
    """Hard and full where a break is to open the balls; thin and safe in snooker and straight pool."""
    table, rng = game.table, game.rng
    strike = plan_break(table, layout, rng)
    if game.fixture.discipline in ("snooker", "straight-pool"):
        assert layout.cue is not None
        cue, middle = layout.cue, table.width / 2
        pack = [
            at for b, at in layout.places if b != CUE and table.length * 0.7 < at.x < table.length * 0.9
        ]
        corner = max(pack, key=lambda at: (round(at.x, 3), -abs(at.y - cue.y)))
        side = 1.0 if corner.y > middle else -1.0
        reach = corner.plus(Point(0.0, side * table.ball_radius * 1.75))
        strike = Strike(rng.uniform(1.9, 2.4), reach.minus(layout.cue).angle)
    first = min((at.x, ball) for ball, at in layout.places if ball != CUE)[1]
    plan: Json = {"kind": "break", "ball": first, "speed": round(strike.speed, 1)}
    now = Moment("break", strike, 0.0, game.needed, game.clock)
    faster = sum(flaw.speed for flaw in player.flaws if flaw.when(now))
    motion = struck(rng, table, layout, player, replace(strike, speed=strike.speed * (1.0 + faster)))
    if motion.first_hit is not None:
        plan["ball"] = (
            motion.first_hit if game.fixture.discipline in ("snooker", "straight-pool") else first
        )
    return plan, motion


def _result(
    game: Game, state: RackState, layout: Layout, plan: Json, motion: Motion
) -> tuple[Json, Layout]:
    """What is logged of the motion, and the layout it leaves before anything is spotted."""
    before = dict(layout.places)
    ends = {ball: rounded(at) for ball, at in motion.after.places}
    moved = {ball: at for ball, at in ends.items() if ball != CUE and at.distance(before[ball]) > STIRRED}
    result: Json = {"potted": [{"ball": ball, "pocket": pocket} for ball, pocket in motion.potted]}
    if motion.off_table:
        result["off_table"] = list(motion.off_table)
    foul = _foul(game, state, layout, motion)
    if foul is not None:
        result["foul"] = foul
        if foul == "wrong-ball-first" and game.fixture.discipline == "snooker":
            result["foul_ball"] = motion.first_hit
    if plan.get("kind") == "break" and game.fixture.discipline not in ("snooker", "english-eight-ball"):
        objects = [ball for ball in before if ball != CUE]
        result["break_rails"] = sum(motion.rails[ball] > 0 for ball in objects)
        line, down = game.table.head_string, {ball for ball, _ in motion.potted}
        past = [b for b in objects if b not in down and min(at.x for _, at in motion.trace.path(b)) < line]
        result["break_over"] = len(past)
    if CUE in ends:
        result["cue_end"] = spot(ends[CUE])
    if moved:
        result["moved"] = {ball: spot(at) for ball, at in moved.items()}
    gone = [ball for ball in before if ball not in ends]
    return result, layout.without(gone).changed(moved).changed({CUE: ends.get(CUE)})


def _foul(game: Game, state: RackState, layout: Layout, motion: Motion) -> str | None:
    """The foul a referee calls, if any."""
    if any(name == CUE for name, _ in motion.potted):
        return "scratch"
    if motion.off_table:
        return "off-table"
    if motion.first_hit is None:
        return "no-contact"
    if motion.first_hit not in game.rules.balls_on(state, layout):
        return "wrong-ball-first"
    if game.fixture.discipline == "snooker" or motion.potted or state.shots == 0:
        return None
    happened = motion.trace.happenings()
    hit = next(one.time for one in happened if one.kind == "ball")
    reached = any(one.kind in ("rail", "jaw") and one.time > hit for one in happened)
    return None if reached else "no-rail"


def _unseen_foul(racks: list[Json]) -> None:
    """A legal pot turns out to have been a double hit: the foul counts, the turn stays as it was played."""
    for rack in racks:
        for shot, following in zip(rack["shots"], rack["shots"][1:], strict=False):
            made: list[Any] = shot["result"]["potted"]
            if made and not shot["result"].get("foul") and shot["shooter"] == following["shooter"]:
                shot["result"]["foul"] = "double-hit"
                shot["result"]["ruled"] = {
                    "reason": "nobody saw it at the table; found on playback",
                    "next": shot["shooter"],
                }
                shot["notes"] = "The tip touches the cue ball twice, seen frame by frame."
                return
