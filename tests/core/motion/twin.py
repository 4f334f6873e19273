"""A slow, obvious twin of the motion kernel: vectors, cross products, roots by numpy, no bookkeeping.

After every event everything is looked at again from scratch. Written from the same laws, not from the
same code: contact is found by polynomial roots, jaws and facings are turned out of the table's angles.
"""

from dataclasses import dataclass
from math import cos, inf, pi, sin, tan

import numpy as np

from aretane.core.equipment.layout import Layout
from aretane.core.equipment.table import POCKETS, Table
from aretane.core.motion import Physics, Strike
from aretane.core.motion.bed import mass
from aretane.core.motion.kernel.pockets import FALLS_BY
from aretane.core.vocabulary import CUE

V = np.ndarray
UP = np.array((0.0, 0.0, 1.0))
LATE = 1e-10  # s; a root this far in the past is one of now


@dataclass
class Body:
    """One ball: centre-on-cloth place, velocity, spin; `state` is still, slide, roll or a pocket's name."""

    name: str
    radius: float
    at: V
    v: V
    w: V
    state: str = "still"

    @property
    def mass(self) -> float:
        return mass(self.radius)

    @property
    def on(self) -> bool:
        return self.state in ("still", "slide", "roll")


@dataclass
class Wall:
    """A straight piece of rubber: from `start` along `way` for `long` metres, the table on side `out`."""

    start: V
    way: V
    long: float
    out: V


@dataclass
class Round:
    """A circle: a jaw's rounded point, or the edge of a drop."""

    centre: V
    radius: float
    drop: str = ""


def vec(x: float, y: float) -> V:
    return np.array((x, y, 0.0))


def turned(v: V, angle: float) -> V:
    return vec(v[0] * cos(angle) - v[1] * sin(angle), v[0] * sin(angle) + v[1] * cos(angle))


def rubber_of(table: Table) -> tuple[list[Wall], list[Round]]:
    walls, rounds, tangents = [], [], []
    for name in POCKETS:
        pocket = table.pockets[name]
        jaws = table.jaws
        cut = jaws.side_cut if pocket.is_side else jaws.corner_cut
        radius = jaws.side_round if pocket.is_side else jaws.corner_round
        shelf, drop = table.edge(pocket)
        axis = vec(cos(pocket.axis), sin(pocket.axis))
        rounds.append(Round(vec(*pocket.mouth) + (shelf + drop) * axis, drop, name))
        for point in pocket.points:
            away = vec(*point) - vec(*pocket.mouth)
            left = float(np.cross(axis, away)[2]) > 0
            # The rail leaves the point at this angle from the way in; the facing turns by 180 - cut.
            lean = pi / 2 if pocket.is_side else 3 * pi / 4
            rail = turned(axis, lean if left else -lean)
            facing = -turned(rail, (pi - cut) if left else (cut - pi))
            back = radius * tan((pi - cut) / 2)
            inner = turned(facing, -pi / 2 if left else pi / 2)
            start = vec(*point) + back * facing
            rounds.append(Round(start - radius * inner, radius))
            walls.append(Wall(start, facing, 0.3, inner))
            tangents.append(vec(*point) + back * rail)
    for axis_of, low, high in ((0, 0.0, table.width), (1, 0.0, table.length)):
        for line in (low, high):
            ends = sorted(
                (t for t in tangents if abs(t[1 - axis_of] - line) < 1e-9), key=lambda t: t[axis_of]
            )
            out = np.zeros(3)
            out[1 - axis_of] = 1.0 if line == 0.0 else -1.0
            for a, b in zip(ends[::2], ends[1::2], strict=True):
                span = b - a
                walls.append(Wall(a, span / np.linalg.norm(span), float(np.linalg.norm(span)), out))
    return walls, rounds


class Twin:
    def __init__(self, table: Table, layout: Layout, strike: Strike, physics: Physics):
        self.table, self.p, self.time = table, physics, 0.0
        self.walls, self.rounds = rubber_of(table)
        names = [CUE, *layout.objects]
        self.balls = [
            Body(n, table.radius(n), vec(*layout.get(n)), np.zeros(3), np.zeros(3)) for n in names
        ]
        self.events: list[tuple[float, str, str]] = []
        cue = self.balls[0]
        m, s = physics.tip_mass, strike.side
        squirt = np.arctan(2.5 * s * np.sqrt(1 - s * s) / (1 + m + 2.5 * (1 - s * s)))
        ahead = vec(cos(strike.aim + squirt), sin(strike.aim + squirt))
        right = np.cross(ahead, UP)
        cue.v = strike.speed * ahead
        tip = (strike.side * right + strike.height * UP) * cue.radius
        cue.w = np.cross(tip, strike.speed * ahead) / (0.4 * cue.radius**2)
        self.phase(cue)

    def slip(self, b: Body) -> V:
        return b.v + np.cross(b.w, -b.radius * UP)

    def phase(self, b: Body) -> None:
        if np.linalg.norm(self.slip(b)) > 1e-9:
            b.state = "slide"
        else:
            b.state = "roll" if np.linalg.norm(b.v) > 1e-9 else "still"

    def pull(self, b: Body) -> V:
        if b.state == "slide":
            u = self.slip(b)
            return -self.p.sliding * self.p.gravity * u / np.linalg.norm(u)
        if b.state == "roll":
            return -self.p.rolling * self.p.gravity * b.v / np.linalg.norm(b.v)
        return np.zeros(3)

    def lasts(self, b: Body) -> float:
        if b.state == "slide":
            return 2 / 7 * float(np.linalg.norm(self.slip(b))) / (self.p.sliding * self.p.gravity)
        return float(np.linalg.norm(b.v)) / (self.p.rolling * self.p.gravity) if b.state == "roll" else inf

    def first_touch(self, d: V, v: V, a: V, apart: float, until: float) -> float:
        """First time the distance falls through `apart`, by the roots of the quartic."""
        quartic = [a @ a / 4, v @ a, v @ v + d @ a, 2 * d @ v, d @ d - apart**2]
        times = np.roots(quartic)
        real = sorted(float(t.real) for t in times if abs(t.imag) < 1e-7 * max(1.0, abs(t)))
        slope = np.polyder(np.array(quartic))
        return next((t for t in real if -LATE < t <= until and np.polyval(slope, t) < 0), inf)

    def first_cross(self, gap: float, v: float, a: float, until: float) -> float:
        """First time `gap` falls through 0."""
        real = sorted(float(t.real) for t in np.roots([a / 2, v, gap]) if abs(t.imag) < 1e-12)
        return next((t for t in real if -LATE < t <= until and v + a * t < 0), inf)

    def next(self) -> tuple[float, str, Body | None, object]:
        best: tuple[float, str, Body | None, object] = (inf, "none", None, None)
        alive = [b for b in self.balls if b.on]
        for b in alive:
            best = min(best, (self.lasts(b), "end", b, None), key=lambda e: e[0])
        for i, b in enumerate(alive):
            a = self.pull(b)
            if b.state != "still":
                for wall in self.walls:
                    gap, vn, an = (b.at - wall.start) @ wall.out - b.radius, b.v @ wall.out, a @ wall.out
                    t = self.first_cross(gap, vn, an, best[0])
                    along = (b.at + t * b.v + t * t * a / 2 - wall.start) @ wall.way if t < inf else -1
                    if t < best[0] and 0 <= along <= wall.long and gap > -1e-9:
                        best = (t, "wall", b, wall)
                for round_ in self.rounds:
                    apart = round_.radius + (0.0 if round_.drop else b.radius)
                    t = self.first_touch(b.at - round_.centre, b.v, a, apart, best[0])
                    if t < best[0]:
                        best = (t, "drop" if round_.drop else "round", b, round_)
            for c in alive[:i]:
                if b.state != "still" or c.state != "still":
                    apart = b.radius + c.radius
                    t = self.first_touch(b.at - c.at, b.v - c.v, a - self.pull(c), apart, best[0])
                    if t < best[0]:
                        best = (t, "pair", c, b)
        return best

    def move(self, dt: float) -> None:
        for b in self.balls:
            if not b.on:
                continue
            a = self.pull(b)
            spin = max(0.0, abs(b.w[2]) - self.p.pivot * dt) * np.sign(b.w[2])
            b.at = b.at + dt * b.v + dt * dt * a / 2
            b.v = b.v + dt * a
            if b.state == "slide":
                b.w = b.w + dt * np.cross(-b.radius * UP, a) / (0.4 * b.radius**2)
            elif b.state == "roll":
                b.w = np.cross(UP, b.v) / b.radius
            b.w[2] = spin

    def hit(self, a: Body, b: Body) -> None:
        n = (b.at - a.at) / np.linalg.norm(b.at - a.at)
        closing = float((a.v - b.v) @ n)
        shared = 1 / (1 / a.mass + 1 / b.mass)
        push = shared * (closing + max(self.p.ball_restitution * closing, self.p.parting))
        slip = a.v + np.cross(a.w, a.radius * n) - b.v - np.cross(b.w, -b.radius * n)
        slip = slip - (slip @ n) * n
        size = float(np.linalg.norm(slip))
        grip = self.p.friction_floor + self.p.friction_rise * np.exp(-self.p.friction_fall * size)
        drag = np.zeros(3) if size < 1e-12 else -min(grip * push, 2 / 7 * shared * size) * slip / size
        a.w = a.w + np.cross(a.radius * n, drag) / (0.4 * a.mass * a.radius**2)
        b.w = b.w + np.cross(-b.radius * n, -drag) / (0.4 * b.mass * b.radius**2)
        a.v = (a.v + (drag - push * n) / a.mass) * (1, 1, 0)
        b.v = (b.v - (drag - push * n) / b.mass) * (1, 1, 0)

    def bounce(self, b: Body, out: V) -> None:
        nose = self.table.jaws.nose * 2 * self.table.ball_radius
        up = (nose - b.radius) / b.radius
        n = np.sqrt(1 - up**2) * out - up * UP
        closing = max(0.0, -float(b.v @ n))
        e = max(self.p.cushion_least, self.p.cushion_restitution - self.p.cushion_fall * closing)
        push = closing + max(e * closing, self.p.parting)
        slip = b.v + np.cross(b.w, -b.radius * n)
        slip = slip - (slip @ n) * n
        size = float(np.linalg.norm(slip))
        drag = (
            np.zeros(3)
            if size < 1e-12
            else -min(self.p.cushion_friction * push, 2 / 7 * size) * slip / size
        )
        b.w = b.w + np.cross(-b.radius * n, drag) / (0.4 * b.radius**2)
        b.v = (b.v + push * n + drag) * (1, 1, 0)

    def falls(self, b: Body, edge: Round) -> bool:
        ahead = b.v / np.linalg.norm(b.v)
        chord = -2 * float((b.at - edge.centre) @ ahead)
        out = b.at + chord * ahead
        axis = self.table.pockets[edge.drop].axis
        toward_table = (out - edge.centre) @ vec(cos(axis), sin(axis)) <= -edge.radius / 2
        jaws_clear = all(
            np.linalg.norm(out - r.centre) >= r.radius + b.radius for r in self.rounds if not r.drop
        )
        walls_clear = all(
            (out - w.start) @ w.out >= b.radius or not 0 < (out - w.start) @ w.way <= w.long
            or np.linalg.norm(out - w.start) > 0.4
            for w in self.walls if w.long == 0.3
        )  # fmt: skip
        if not (toward_table and jaws_clear and walls_clear):
            return True
        fallen = self.p.gravity * (chord / np.linalg.norm(b.v)) ** 2 / 2
        if fallen > FALLS_BY * b.radius:
            return True
        b.at = out
        return False

    def run(self, most: int) -> "Twin":
        for _ in range(most):
            dt, kind, ball, other = self.next()
            if ball is None:
                break
            self.move(max(dt, 0.0))
            self.time += max(dt, 0.0)
            if kind == "end":
                if ball.state == "slide":
                    ball.w[:2] = (np.cross(UP, ball.v) / ball.radius)[:2]
                    ball.state = "roll" if np.linalg.norm(ball.v) > 1e-9 else "still"
                else:
                    ball.state, ball.v = "still", np.zeros(3)
                    ball.w[:2] = 0.0
                continue
            if kind == "pair":
                assert isinstance(other, Body)
                self.hit(ball, other)
                self.phase(other)
            elif kind == "wall":
                assert isinstance(other, Wall)
                self.bounce(ball, other.out)
            elif isinstance(other, Round):
                if kind == "drop":
                    if self.falls(ball, other):
                        ball.state = other.drop
                else:
                    out = ball.at - other.centre
                    self.bounce(ball, out / np.linalg.norm(out))
            self.events.append((self.time, kind, ball.name))
            if ball.on:
                self.phase(ball)
        return self
