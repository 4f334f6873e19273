"""Plots for the documentation, drawn as plain SVG."""

import numpy as np

SIDE, EDGE = 360, 44


def reliability(promised: np.ndarray, came: np.ndarray, error: np.ndarray) -> str:
    """What came by what was promised, each with its standard error, and the line of perfect promises."""
    top = float(max(1e-9, promised.max(), came.max()))
    step = next(one for one in (0.05, 0.1, 0.2) if top / one <= 6 or one == 0.2)
    top = step * np.ceil(top / step)

    def x(value: float) -> float:
        return EDGE + value / top * (SIDE - 2 * EDGE)

    def y(value: float) -> float:
        return SIDE - EDGE - value / top * (SIDE - 2 * EDGE)

    ticks = np.arange(0, top + step / 2, step)
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {SIDE} {SIDE}" font-family="sans-serif" '
        'font-size="11" fill="#211d17">',
        f'<rect width="{SIDE}" height="{SIDE}" fill="#f7f3ea"/>',
        f'<path d="M{x(0):.1f},{y(0):.1f}L{x(top):.1f},{y(top):.1f}" stroke="#211d17" '
        'stroke-dasharray="2 4"/>',
    ]
    for tick in ticks:
        parts.append(f'<text x="{x(tick):.1f}" y="{SIDE - EDGE + 16}" text-anchor="middle">{tick:g}</text>')
        parts.append(f'<text x="{EDGE - 6}" y="{y(tick) + 4:.1f}" text-anchor="end">{tick:g}</text>')
    for p, c, e in zip(promised, came, error, strict=True):
        low, high = y(max(0.0, c - e)), y(min(top, c + e))
        parts.append(f'<path d="M{x(p):.1f},{low:.1f}V{high:.1f}" stroke="#0f6674" stroke-opacity="0.4"/>')
        parts.append(f'<circle cx="{x(p):.1f}" cy="{y(c):.1f}" r="2.4" fill="#0f6674"/>')
    parts.append(f'<text x="{SIDE / 2}" y="{SIDE - 8}" text-anchor="middle">promised</text>')
    parts.append(
        f'<text x="12" y="{SIDE / 2}" text-anchor="middle" '
        f'transform="rotate(-90 12 {SIDE / 2})">came</text>'
    )
    return "\n".join([*parts, "</svg>"]) + "\n"
