"""First times of contact, on parabolas. All functions return infinity for "never"."""

from math import inf, sqrt

from .jit import inlined

CLOSE = 1e-12
"""m. Nearer than this two surfaces are in contact."""
CRAWL = 1e-6
"""s. Surfaces in contact that part at no speed are looked at again after this; they cannot sink in by
more than 1e-11 m meanwhile."""
STEPS = 200


@inlined
def reaches(gap: float, speed: float, pull: float, limit: float) -> float:
    """First t in [0, limit] at which `gap` (<= 0) + speed t + pull t^2 / 2 climbs to 0, on its way up
    (s)."""
    if gap + limit * (max(speed, 0.0) + 0.5 * limit * max(pull, 0.0)) < 0.0:
        return inf
    square = speed * speed - 2.0 * pull * gap
    if square < 0.0:
        return inf
    if speed > 0.0:
        return max(0.0, -2.0 * gap / (speed + sqrt(square)))
    if pull > 0.0:
        return max(0.0, (sqrt(square) - speed) / pull)
    return inf


@inlined
def returns(gap: float, speed: float, pull: float) -> float:
    """When `gap` (> 0) + speed t + pull t^2 / 2, having fallen below 0, climbs to 0 again (s)."""
    square = speed * speed - 2.0 * pull * gap
    if speed >= 0.0 or pull <= 0.0 or square <= 0.0:
        return inf
    return (sqrt(square) - speed) / pull


@inlined
def meets_straight(
    cx: float, cy: float, wx: float, wy: float, speed: float, pull: float, apart: float, limit: float
) -> float:
    """Contact of a ball that keeps to a straight line, moving forward, with a point at rest.

    (cx, cy) is the ball seen from the point (m), (wx, wy) its velocity and `speed` the size of that
    (m/s), `pull` its acceleration along it (m/s^2), `apart` the distance of contact (m), `limit` the
    latest time (s).
    """
    toward = -(cx * wx + cy * wy)
    if toward <= 0.0:
        return inf
    aside = cx * wy - cy * wx
    room = apart * apart * speed * speed - aside * aside
    if room <= 0.0:
        return inf
    t = reaches(-max(0.0, (toward - sqrt(room)) / speed), speed, pull, limit)
    return t if t <= limit else inf


@inlined
def first_zero(e0: float, e1: float, e2: float, e3: float, e4: float, limit: float, close: float) -> float:
    """First t in [0, limit] at which e0 + e1 t + ... + e4 t^4 (e4 >= 0) falls to 0 from above.

    A value below `close` counts as 0. Each step goes to the zero of a parabola that lies below the
    quartic up to there, so no step passes a contact, a reversal or a graze; near a zero the steps
    converge faster than Newton's.
    """
    least = 2.0 * e2 + min(0.0, 6.0 * e3) * limit
    if least > 0.0:
        if (e1 >= 0.0 and e0 > close) or 2.0 * least * e0 > e1 * e1 + 2.0 * least * close:
            return inf
    elif e0 + limit * (min(0.0, e1) + 0.5 * least * limit) > close:
        return inf
    t = 0.0
    for _ in range(STEPS):
        value = e0 + t * (e1 + t * (e2 + t * (e3 + t * e4)))
        slope = e1 + t * (2.0 * e2 + t * (3.0 * e3 + t * 4.0 * e4))
        bend = 2.0 * e2 + t * (6.0 * e3 + t * 12.0 * e4)
        swing = 6.0 * e3 + 24.0 * e4 * t
        if value < close:
            if slope < 0.0 or (slope == 0.0 and bend < 0.0):
                return t
            value = max(value, 0.0)
        if slope < 0.0:
            square = slope * slope - 2.0 * bend * value
            step = 2.0 * value / (sqrt(square) - slope) if square > 0.0 else -slope / bend
            if swing < 0.0:
                lowest = -swing / (24.0 * e4)
                x = min(step, lowest)
                least = bend + x * (swing + x * 12.0 * e4)
                square = slope * slope - 2.0 * least * value
                if square > 0.0:
                    step = 2.0 * value / (sqrt(square) - slope)
                    if x < lowest and step > x:  # the bend falls on beyond x: look again from there
                        step = max(x, CRAWL)
        else:
            x = limit - t
            if swing < 0.0:
                x = min(x, -swing / (24.0 * e4))
                least = bend + x * (swing + x * 12.0 * e4)
            else:
                least = bend
            if least >= 0.0:
                return inf
            step = max((slope + sqrt(slope * slope - 2.0 * least * value)) / -least, CRAWL)
        t += step
        if t > limit:
            return inf
    return inf


@inlined
def meets(
    cx: float, cy: float, wx: float, wy: float, ax: float, ay: float, apart: float, limit: float
) -> float:
    """Contact on the cloth: relative place c, velocity w, constant acceleration a, `apart` metres away."""
    return first_zero(
        cx * cx + cy * cy - apart * apart, 2.0 * (cx * wx + cy * wy), wx * wx + wy * wy + cx * ax + cy * ay,
        wx * ax + wy * ay, 0.25 * (ax * ax + ay * ay), limit, 2.0 * apart * CLOSE,
    )  # fmt: skip
