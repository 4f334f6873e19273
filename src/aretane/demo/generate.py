"""Make the demo's recordings as match files: seeded, every layout physically possible."""

import random
from dataclasses import dataclass, field
from math import pi, sqrt
from typing import Any

from aretane.core.aim import Aim, best_pots, rolling_deflection
from aretane.core.geometry import Point, turn, unit
from aretane.core.layout import Layout, layout_faults
from aretane.core.skill import PRESETS, Skill
from aretane.core.table import POCKETS, PocketName, Table
from aretane.core.units import metres, mm
from aretane.core.vocabulary import CUE
from aretane.formats.match_file import MatchFile, TableShape, core_table

from .scenario import PLAYERS, DemoPlayer, Fixture
from .travel import travel

LONGEST_RACK = 45
Json = dict[str, Any]


def spot(point: Point) -> list[float]:
    """A place as the match file writes it, mm."""
    return [round(mm(point.x), 1), round(mm(point.y), 1)]


def rounded(point: Point) -> Point:
    """The same place after a trip through the file."""
    x, y = spot(point)
    return Point(metres(x), metres(y))


@dataclass
class Making:
    """One rack being made: the layout so far and the shots logged."""

    table: Table
    rng: random.Random
    players: list[DemoPlayer]
    layout: Layout = field(default_factory=lambda: Layout(()))
    shots: list[Json] = field(default_factory=list)
    clock: float = 0.0

    def other(self, player: DemoPlayer) -> DemoPlayer:
        return self.players[1 - self.players.index(player)] if len(self.players) > 1 else player

    def fits(self, layout: Layout) -> bool:
        return not layout_faults(self.table, layout)

    def anywhere(self, margin: float = 0.04) -> Point:
        return Point(
            self.rng.uniform(margin, self.table.length - margin),
            self.rng.uniform(margin, self.table.width - margin),
        )


def make_recording(fixture: Fixture) -> MatchFile:
    """The fixture as a match file."""
    rng = random.Random(fixture.seed)
    table_shape = TableShape(corner_mouth_mm=fixture.corner_mouth_mm)
    table = core_table(table_shape)
    players = [PLAYERS[key] for key in fixture.players]
    won = dict.fromkeys(fixture.players, 0)
    racks: list[Json] = []
    breaker, clock = players[0], 15.0
    while len(racks) < fixture.racks and max(won.values()) < (fixture.race_to or LONGEST_RACK):
        making = Making(table, rng, players, clock=clock)
        winner = make_rack(making, breaker)
        racks.append({"breaker": breaker.key, "shots": making.shots})
        won[winner.key] += 1
        breaker, clock = winner, making.clock + 60
    if fixture.unfinished:
        last = racks[-1]["shots"]
        del last[len(last) // 2 :]
        last[-1].pop("result", None)
    return MatchFile.model_validate(
        {
            "match": {
                "title": fixture.title,
                "played_on": fixture.played_on,
                "kind": "match" if len(players) > 1 else "practice",
                "race_to": fixture.race_to,
                "notes": fixture.notes,
            },
            "players": [{"id": p.key, "name": p.name, "level": p.level} for p in players],
            "table": table_shape.model_dump(),
            "racks": racks,
        }
    )


def make_rack(making: Making, breaker: DemoPlayer) -> DemoPlayer:
    """Play one rack out; returns its winner."""
    shooter, in_hand, after_break = _break(making, breaker)
    while len(making.shots) < LONGEST_RACK:
        if in_hand or making.layout.cue is None:
            _place_cue(making, shooter)
        ball = min(making.layout.objects, key=int)
        pots = best_pots(making.table, making.layout, ball, PRESETS[shooter.level])
        chance = pots[0].chance or 0.0
        if after_break and chance < 0.15:
            shooter, in_hand = _push_out(making, shooter), False
        elif chance >= shooter.nerve:
            keeps, foul = _attack(making, shooter, pots[0])
            if "9" not in making.layout:
                return shooter
            shooter, in_hand = (shooter, False) if keeps else (making.other(shooter), foul)
        else:
            foul = _safety(making, shooter, ball, pots[0])
            shooter, in_hand = making.other(shooter), foul
        after_break = False
    raise RuntimeError(f"a demo rack ran past {LONGEST_RACK} shots; choose another seed")


def rack_diamond(table: Table, rng: random.Random) -> dict[str, Point]:
    """Nine balls racked: 1 on the foot spot, 9 in the middle, the rest at random."""
    rest = [str(n) for n in range(2, 9)]
    rng.shuffle(rest)
    order = ["1", *rest[:3], "9", *rest[3:]]
    pitch = 2 * table.ball_radius + 0.0002
    places = [
        Point(table.foot_spot.x + row * pitch * sqrt(3) / 2, table.width / 2 + (i - (n - 1) / 2) * pitch)
        for row, n in enumerate((1, 2, 3, 2, 1))
        for i in range(n)
    ]
    order[1:9] = [*order[1:3], order[3], "9", *order[5:9]]
    return dict(zip(order, places, strict=True))


def _break(making: Making, breaker: DemoPlayer) -> tuple[DemoPlayer, bool, bool]:
    rng, table = making.rng, making.table
    start = Layout.of(rack_diamond(table, rng) | {CUE: Point(table.head_string - 0.05, table.width * 0.3)})
    start = Layout.of({ball: rounded(at) for ball, at in start.places})
    count = rng.choices((0, 1, 2), (3, 4, 2))[0]
    down = rng.sample([str(n) for n in range(1, 9)], count)
    scratch = rng.random() < 0.08
    spread = Layout(())
    for ball in (b for b in start.objects if b not in down):
        spread = spread.changed({ball: _free_place(making, spread, ball)})
    potted = [(ball, rng.choice(POCKETS)) for ball in down]
    cue_end = None if scratch else _free_place(making, spread, CUE)
    if scratch:
        potted.append((CUE, rng.choice(POCKETS)))
    making.layout = start
    _log(
        making, breaker,
        {"kind": "break", "ball": "1", "speed": round(rng.uniform(8, 10), 1)},
        potted, "scratch" if scratch else None, cue_end, dict(spread.places),
        layout={"from": "empty", "balls": {ball: spot(at) for ball, at in start.places}},
    )  # fmt: skip
    shooter = breaker if down and not scratch else making.other(breaker)
    return shooter, scratch, not scratch


def _free_place(making: Making, layout: Layout, ball: str) -> Point:
    while True:
        at = rounded(making.anywhere())
        if making.fits(layout.changed({ball: at})):
            return at


def _place_cue(making: Making, shooter: DemoPlayer) -> None:
    """Ball in hand: the best of a few places."""
    ball = min(making.layout.objects, key=int)
    bare = making.layout.changed({CUE: None})
    places = [_free_place(making, bare, CUE) for _ in range(25)]
    skill = PRESETS[shooter.level]

    def worth(at: Point) -> float:
        return best_pots(making.table, bare.changed({CUE: at}), ball, skill)[0].chance or 0.0

    making.layout = bare.changed({CUE: max(places, key=worth)})


def _push_out(making: Making, shooter: DemoPlayer) -> DemoPlayer:
    bare = making.layout.changed({CUE: None})
    end = _free_place(making, bare, CUE)
    _log(making, shooter, {"kind": "push-out", "choice": "safety"}, [], None, end, {})
    return making.other(shooter) if making.rng.random() < 0.6 else shooter


@dataclass(frozen=True, slots=True)
class Route:
    """A planned way of the cue ball: direction after contact, travel, where it ends, what it leaves."""

    direction: float
    distance: float
    end: Point
    via: tuple[Point, ...]
    worth: float


def _routes(making: Making, aim: Aim, skill: Skill) -> Route | None:
    """The best of sampled ways from the ghost place for the ball after this one."""
    rest = making.layout.without([aim.ball, CUE])
    following = min(rest.objects, key=int, default=None)
    approach = turn(aim.window.direction - aim.cut)
    bend = -1.0 if aim.cut > 0 else 1.0
    routes = []
    for _ in range(70):
        deflection = making.rng.uniform(rolling_deflection(aim.cut), pi / 2 - abs(aim.cut) * 0.9)
        direction = turn(approach + bend * deflection)
        distance = making.rng.uniform(0.1, 2.2) * max(0.25, 1 - aim.fullness * 0.6)
        path = travel(making.table, rest, aim.ghost, direction, distance)
        ends = rest.changed({CUE: path.end})
        if not path.clear or len(path.via) > 2 or not making.fits(ends):
            continue
        worth = 1.0
        if following is not None:
            worth = best_pots(making.table, ends, following, skill)[0].chance or 0.0
        routes.append(Route(direction, distance, path.end, path.via, worth))
    return max(routes, key=lambda route: route.worth, default=None)


def _attack(making: Making, shooter: DemoPlayer, aim: Aim) -> tuple[bool, bool]:
    """Returns whether the shooter keeps the table, and whether there was a foul."""
    rng, skill = making.rng, PRESETS[shooter.level]
    route = _routes(making, aim, skill)
    plan: Json = {"ball": aim.ball, "pocket": aim.pocket, "speed": round(rng.uniform(1.2, 3.5), 1)}
    if (aim.chance or 0.0) < 0.5:
        plan["choice"] = "two-way"
    made = rng.random() < (aim.chance or 0.0)
    rest = making.layout.without([aim.ball, CUE])
    if route is None or len(rest.objects) == 0:
        plan["target"] = {"kind": "none"}
        end = _free_place(making, making.layout.changed({CUE: None}), CUE)
    else:
        plan |= _target(making, route)
        end = _played(making, shooter, aim, route)
    if not made:
        stays = _rattled(making, aim, end)
        _log(making, shooter, plan, [], None, end, {aim.ball: stays})
        return False, False
    if rng.random() < 0.04:
        potted = [(aim.ball, aim.pocket), (CUE, rng.choice(POCKETS))]
        respot = {"9": _free_spot(making)} if aim.ball == "9" else {}
        _log(making, shooter, plan, potted, "scratch", None, respot)
        return False, True
    _log(making, shooter, plan, [(aim.ball, aim.pocket)], None, end, {})
    return True, False


def _free_spot(making: Making) -> Point:
    """The foot spot, or the nearest free place behind it."""
    at = making.table.foot_spot
    while not making.fits(making.layout.changed({"9": None, CUE: None}).changed({"9": at})):
        at = Point(at.x + 0.001, at.y)
    return at


def _target(making: Making, route: Route) -> Json:
    """The plan's target: a point, or a window along the arrival line with the route's end inside."""
    plan: Json = {"via": [spot(at) for at in route.via]}
    last = route.via[-1] if route.via else None
    if last is None or making.rng.random() < 0.5:
        return plan | {"target": {"kind": "point", "a": spot(route.end)}}
    back = unit(last.minus(route.end).angle)
    reach = min(0.12, route.end.distance(last) * 0.8)
    a, b = route.end.plus(back.times(reach)), route.end.minus(back.times(0.06))
    b = Point(*(min(max(v, 0.03), w - 0.03) for v, w in zip(b, _extent(making.table), strict=True)))
    return plan | {"target": {"kind": "window", "a": spot(a), "b": spot(b)}, "better_error": "long"}


def _extent(table: Table) -> tuple[float, float]:
    return table.length, table.width


def _played(making: Making, shooter: DemoPlayer, aim: Aim, route: Route) -> Point:
    """Where the cue ball really ended: the route with the player's own errors of speed and line."""
    rest = making.layout.without([aim.ball, CUE])
    for _ in range(200):
        distance = route.distance * max(
            0.05, 1 + shooter.speed_bias + making.rng.gauss(0, shooter.speed_error)
        )
        direction = route.direction + making.rng.gauss(0, 0.035)
        end = rounded(travel(making.table, rest, aim.ghost, direction, distance).end)
        if making.fits(making.layout.changed({CUE: end})):
            return end
    return _free_place(making, making.layout, CUE)


def _rattled(making: Making, aim: Aim, cue_end: Point) -> Point:
    """Where a missed ball stays: a little way out from the pocket it missed."""
    mouth = making.table.pockets[aim.pocket].mouth
    rest = making.layout.without([aim.ball]).changed({CUE: cue_end})
    for _ in range(500):
        out = making.table.pockets[aim.pocket].axis + pi + making.rng.uniform(-1.0, 1.0)
        at = rounded(mouth.plus(unit(out).times(making.rng.uniform(0.08, 0.7))))
        if making.fits(rest.changed({aim.ball: at})):
            return at
    return _free_place(making, rest, aim.ball)


def _safety(making: Making, shooter: DemoPlayer, ball: str, best: Aim) -> bool:
    """Returns whether it was a foul. The leave is one of the poorer of a few sampled ones."""
    rng = making.rng
    hidden = best.cue_open_share == 0 and bool(best.cue_blockers)
    plan: Json = {"choice": "safety", "kind": "kick" if hidden else "direct", "ball": ball}
    plan["reason"] = (
        "next-unreachable" if hidden else rng.choice(("hard-pot", "can-hide", "pot-leads-nowhere"))
    )
    if rng.random() < (0.35 if hidden else 0.07):
        end = _free_place(making, making.layout.changed({CUE: None}), CUE)
        _log(making, shooter, plan, [], "no-contact" if hidden else "no-rail", end, {})
        return True
    skill = PRESETS[making.other(shooter).level]
    rest = making.layout.without([ball, CUE])
    leaves = []
    for _ in range(8):
        placed = rest.changed({ball: _free_place(making, rest, ball)})
        left = placed.changed({CUE: _free_place(making, placed, CUE)})
        leaves.append((best_pots(making.table, left, ball, skill)[0].chance or 0.0, left))
    _, chosen = sorted(leaves, key=lambda pair: pair[0])[5]
    moved_to = chosen.get(ball)
    assert moved_to is not None
    _log(making, shooter, plan, [], None, chosen.cue, {ball: moved_to})
    return False


def _log(
    making: Making, shooter: DemoPlayer, plan: Json, potted: list[tuple[str, PocketName]],
    foul: str | None, cue_end: Point | None, moved: dict[str, Point], layout: Json | None = None,
) -> None:  # fmt: skip
    """Write the shot down and move the layout on."""
    if layout is None:
        layout = {"balls": {}}
        if making.shots and making.shots[-1]["result"].get("foul") and making.layout.cue:
            layout["balls"][CUE] = spot(making.layout.cue)
    result: Json = {"potted": [{"ball": ball, "pocket": pocket} for ball, pocket in potted]}
    if foul:
        result["foul"] = foul
    if cue_end is not None:
        result["cue_end"] = spot(cue_end)
    if moved:
        result["moved"] = {ball: spot(at) for ball, at in moved.items()}
    making.clock += making.rng.uniform(18, 55)
    making.shots.append(
        {
            "shooter": shooter.key,
            "time_s": round(making.clock, 1),
            "layout": layout,
            "plan": plan | {"intent": "inferred"},
            "result": result,
        }
    )
    changes: dict[str, Point | None] = {ball: None for ball, _ in potted}
    changes |= {ball: rounded(at) for ball, at in moved.items()}
    changes[CUE] = None if cue_end is None else rounded(cue_end)
    making.layout = making.layout.changed(changes)
