"""Make the demo's recordings as match files: seeded, every layout physically possible."""

import random
from dataclasses import dataclass, field
from math import pi, sqrt
from typing import Any

from aretane.core.aiming.aim import aim_at
from aretane.core.chance.direct import likeliest
from aretane.core.chance.finer import compensated
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.equipment.table import POCKETS, PocketName, Table
from aretane.core.geometry import Point, unit
from aretane.core.motion import Motion, Strike, play
from aretane.core.motion.play import STANDARD
from aretane.core.motion.ready import ready
from aretane.core.units import metres, mm
from aretane.core.vocabulary import CUE
from aretane.formats.match_file import MatchFile, TableShape, core_table

from .scenario import PLAYERS, DemoPlayer, Fixture
from .shots import Meant, following_chance, foul_of, plan_break, plan_pot, plan_safety, skill_of, struck

LONGEST_RACK = 60
STIRRED = 2e-4
"""m. A ball that moved less than this is logged as not moved."""
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
    kept: bool = False
    """Whether the last safety potted a ball."""

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
                "kind": fixture.kind,
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
    fouls = {player.key: 0 for player in making.players}
    while len(making.shots) < LONGEST_RACK:
        if "9" not in making.layout:
            return breaker
        if in_hand or making.layout.cue is None:
            _place_cue(making, shooter)
        ball = min(making.layout.objects, key=int)
        pocket, chance, aim = likeliest(making.table, making.layout, ball, skill_of(shooter))
        keeps, foul = False, False
        if after_break and chance < 0.15:
            shooter, in_hand, after_break = _push_out(making, shooter), False, False
            continue
        if chance >= shooter.nerve:
            keeps, foul = _attack(making, shooter, ball, pocket, chance, aim)
            if "9" not in making.layout:
                return shooter
        else:
            foul = _safety(making, shooter, ball)
            keeps = making.kept
        fouls[shooter.key] = fouls[shooter.key] + 1 if foul else 0
        if fouls[shooter.key] == 3 and len(making.players) > 1:
            return making.other(shooter)
        shooter, in_hand = (shooter, False) if keeps and not foul else (making.other(shooter), foul)
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
    return dict(zip(order, places, strict=True))


def _break(making: Making, breaker: DemoPlayer) -> tuple[DemoPlayer, bool, bool]:
    rng, table = making.rng, making.table
    start = Layout.of(rack_diamond(table, rng) | {CUE: Point(table.head_string - 0.05, table.width * 0.3)})
    making.layout = Layout.of({ball: rounded(at) for ball, at in start.places})
    strike = plan_break(table, making.layout, rng)
    motion = struck(rng, table, making.layout, breaker, strike)
    plan: Json = {"kind": "break", "ball": "1", "speed": round(strike.speed, 1)}
    layout = {"from": "empty", "balls": {ball: spot(at) for ball, at in making.layout.places}}
    foul = foul_of(motion, making.layout, "1", is_break=True)
    _log(making, breaker, plan, motion, foul, layout=layout)
    potted = [ball for ball, _ in motion.potted if ball != CUE]
    shooter = breaker if potted and not foul else making.other(breaker)
    return shooter, foul is not None, foul is None


def _free_place(making: Making, layout: Layout, ball: str) -> Point:
    while True:
        at = rounded(making.anywhere())
        if making.fits(layout.changed({ball: at})):
            return at


def _place_cue(making: Making, shooter: DemoPlayer) -> None:
    """Ball in hand: the best of a few places."""
    bare = making.layout.changed({CUE: None})
    places = [_free_place(making, bare, CUE) for _ in range(40)]
    skill = skill_of(shooter)
    making.layout = bare.changed(
        {CUE: max(places, key=lambda at: following_chance(making.table, bare.changed({CUE: at}), skill))}
    )


def _push_out(making: Making, shooter: DemoPlayer) -> DemoPlayer:
    """Roll the cue ball somewhere else; the other player takes the shot or hands it back."""
    rng = making.rng
    for _ in range(200):
        strike = Strike(rng.uniform(0.5, 1.6), rng.uniform(-pi, pi))
        motion = play(making.table, making.layout, strike)
        if not motion.potted and motion.first_hit is None:
            break
    _log(making, shooter, {"kind": "push-out", "choice": "safety"}, motion, None)
    return making.other(shooter) if rng.random() < 0.6 else shooter


def _attack(
    making: Making, shooter: DemoPlayer, ball: str, pocket: PocketName, chance: float, aim: float
) -> tuple[bool, bool]:  # fmt: skip
    """Returns whether the shooter keeps the table, and whether there was a foul."""
    rng, skill = making.rng, skill_of(shooter)
    plan: Json = {"ball": ball, "pocket": pocket}
    if chance < 0.5:
        plan["choice"] = "two-way"
    meant = plan_pot(rng, making.table, making.layout, ball, pocket, aim, skill)
    if meant is None:
        strike = compensated(Strike(2.0, 0.0), aim, ready(making.table, making.layout, STANDARD))
        plan["target"] = {"kind": "none"}
    else:
        strike = meant.strike
        if len(making.layout.objects) > 1:
            plan |= _target(making, meant)
        else:
            plan["target"] = {"kind": "none"}
    plan["speed"] = round(strike.speed, 1)
    if strike.side or strike.height:
        plan["tip"] = {"side": round(strike.side, 2), "height": round(strike.height, 2)}
    motion = struck(rng, making.table, making.layout, shooter, strike)
    foul = foul_of(motion, making.layout, ball)
    _log(making, shooter, plan, motion, foul)
    return any(name != CUE for name, _ in motion.potted), foul is not None


def _free_spot(making: Making) -> Point:
    """The foot spot, or the nearest free place behind it."""
    at = making.table.foot_spot
    while not making.fits(making.layout.changed({"9": at})):
        at = Point(at.x + 0.001, at.y)
    return at


def _target(making: Making, meant: Meant) -> Json:
    """The plan's target: a point, or a window along the arrival line with the route's end inside."""
    plan: Json = {"via": [spot(at) for at in meant.via]}
    last = meant.via[-1] if meant.via else None
    if last is None or last.distance(meant.end) < 0.05 or making.rng.random() < 0.5:
        return plan | {"target": {"kind": "point", "a": spot(meant.end)}}
    back = unit(last.minus(meant.end).angle)
    reach = min(0.12, meant.end.distance(last) * 0.8)
    a, b = meant.end.plus(back.times(reach)), meant.end.minus(back.times(0.06))
    extent = (making.table.length, making.table.width)
    b = Point(*(min(max(v, 0.03), w - 0.03) for v, w in zip(b, extent, strict=True)))
    return plan | {"target": {"kind": "window", "a": spot(a), "b": spot(b)}, "better_error": "long"}


def _safety(making: Making, shooter: DemoPlayer, ball: str) -> bool:
    """Returns whether it was a foul."""
    rng = making.rng
    aim = min(
        (aim_at(making.table, making.layout, ball, name) for name in POCKETS), key=lambda a: abs(a.cut)
    )
    hidden = aim.cue_open_share == 0 and bool(aim.cue_blockers)
    own, opponent = skill_of(shooter), skill_of(making.other(shooter))
    strike = plan_safety(rng, making.table, making.layout, ball, own, opponent, kick=False)
    kick = strike is None
    if strike is None:
        strike = plan_safety(rng, making.table, making.layout, ball, own, opponent, kick=True)
    if strike is None:
        strike = Strike(1.5, rng.uniform(-pi, pi))
    reason = "next-unreachable" if hidden else rng.choice(("hard-pot", "can-hide", "pot-leads-nowhere"))
    plan: Json = {"choice": "safety", "kind": "kick" if kick else "direct", "ball": ball, "reason": reason}
    plan["speed"] = round(strike.speed, 1)
    motion = struck(rng, making.table, making.layout, shooter, strike)
    foul = foul_of(motion, making.layout, ball)
    _log(making, shooter, plan, motion, foul)
    making.kept = any(name != CUE for name, _ in motion.potted)
    return foul is not None


def _log(
    making: Making, shooter: DemoPlayer, plan: Json, motion: Motion, foul: str | None, layout: Json | None
    = None
) -> None:  # fmt: skip
    """Write the shot down and move the layout on."""
    if layout is None:
        layout = {"balls": {}}
        if making.shots and making.shots[-1]["result"].get("foul") and making.layout.cue:
            layout["balls"][CUE] = spot(making.layout.cue)
    before = making.layout
    ends = {ball: rounded(at) for ball, at in motion.after.places}
    moved = {
        ball: at for ball, at in ends.items() if ball != CUE and at.distance(_at(before, ball)) > STIRRED
    }
    making.layout = before.without(ball for ball in before if ball not in ends).changed(moved)
    making.layout = making.layout.changed({CUE: ends.get(CUE)})
    if (foul or plan.get("kind") == "push-out") and "9" in before and "9" not in making.layout:
        moved["9"] = _free_spot(making)
        making.layout = making.layout.changed({"9": moved["9"]})
    result: Json = {"potted": [{"ball": ball, "pocket": pocket} for ball, pocket in motion.potted]}
    if motion.off_table:
        result["off_table"] = list(motion.off_table)
    if foul:
        result["foul"] = foul
    if CUE in ends:
        result["cue_end"] = spot(ends[CUE])
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


def _at(layout: Layout, ball: str) -> Point:
    place = layout.get(ball)
    assert place is not None
    return place
