"""Pot chances on fresh random shots: the fast form and the finer one against the simulated twin."""

import json
import random
import statistics
import time
from dataclasses import dataclass
from math import sqrt

import numpy as np
from tests.core.motion.balls import scattered

from aretane.core.chance import Struck, Task, chance_of, pot, simulated
from aretane.core.chance import fast as kernel
from aretane.core.chance.direct import rows
from aretane.core.chance.finer import compensated
from aretane.core.chance.windows import windows_of
from aretane.core.equipment.table import POCKETS, table_for
from aretane.core.motion import Strike
from aretane.core.motion.play import STANDARD
from aretane.core.motion.ready import ready
from aretane.core.skill import PRESETS
from aretane.settings import PROJECT

from .rows import Row, at_most, seed

POOL = table_for("pool-9")
LEVELS = ("regular", "advanced", "professional")
SHOTS, TWIN = 400, 4000
BINS = 10


@dataclass(frozen=True, slots=True)
class Shot:
    """One random shot: the two forms' chances and the twin's."""

    level: str
    fast: float
    finer: float
    twin: float


def random_shots() -> tuple[list[Shot], float]:
    """Random layouts, any of the six pockets, soft to firm; and milliseconds of the finer form."""
    start = seed(4)
    rng, shots, times = random.Random(start), [], []
    for number in range(SHOTS):
        layout = scattered(POOL, rng, rng.choice((1, 1, 2, 3, 4, 6)))
        pocket, speed = rng.choice(POCKETS), rng.choice((1.2, 2.0, 3.5))
        at = ready(POOL, layout, STANDARD)
        task = Task("1", pocket, "direct")
        for level in LEVELS:
            skill = PRESETS[level]
            fast = pot(POOL, layout, "1", pocket, skill, STANDARD, Struck(speed)).chance or 0.0
            began = time.perf_counter()
            finer = chance_of(at, task, Strike(speed, 0.0), skill)
            times.append((time.perf_counter() - began) * 1000)
            strike = finer.strike if finer.value > 0 else hardest_try(at, task, speed)
            twin = simulated(at, task, strike, skill, TWIN, (start, number)).value
            shots.append(Shot(level, fast, finer.value, twin))
    return shots, statistics.median(times)


def hardest_try(at, task: Task, speed: float) -> Strike:  # type: ignore[no-untyped-def]
    """Where no aim was found: straight at the ball."""
    line = at.layout[at.index(task.ball), :2] - at.layout[0, :2]
    return compensated(Strike(speed, 0.0), float(np.arctan2(line[1], line[0])), at)


def fast_microseconds() -> float:
    """Median time of the fast form, ten balls on the table."""
    rng = random.Random(5)
    layout = scattered(POOL, rng, 9)
    at = ready(POOL, layout, STANDARD)
    balls, skill = rows(POOL, layout, "1"), PRESETS["strong"]
    targets = np.array([(1, k % 6) for k in range(6000)], dtype=np.float64)
    answers, speeds = np.empty((6000, kernel.ANSWER_COLUMNS)), np.full(6000, 2.0)
    edges, times = windows_of(POOL, STANDARD).edges, []
    for _ in range(25):
        began = time.perf_counter()
        kernel.pots(
            balls, targets, skill.aim, skill.speed, skill.tip / balls[0, 2],
            speeds, 0.0, 0.0, 0.0, 0.0, at.world, at.pockets, edges,
            answers,
        )  # fmt: skip
        times.append((time.perf_counter() - began) / 6000 * 1e6)
    return statistics.median(times)


def rms(shots: list[Shot], form: str) -> float:
    """Root mean square difference of a form from the twin."""
    return sqrt(statistics.fmean((getattr(s, form) - s.twin) ** 2 for s in shots))


def measure() -> list[Row]:
    """Speed and truth of both forms."""
    shots, milliseconds = random_shots()
    how = f"{SHOTS} random shots, impossible ones kept, against {TWIN} strikes played out each"
    ten, seven = "median of repeats, ten balls on the table", "median, two to seven balls on the table"
    found = [
        at_most("fast pot chance", round(fast_microseconds(), 2), "µs", 5.0, 25, ten),
        at_most("finer pot chance", round(milliseconds, 2), "ms", 2.0, 3 * SHOTS, seven),
    ]
    for form, limit in (("fast", 0.05), ("finer", 0.03)):
        for level in LEVELS:
            off = rms([s for s in shots if s.level == level], form)
            found.append(at_most(f"{form} pot chance, {level}: RMS", round(off, 4), "", limit, SHOTS, how))
    possible = [s for s in shots if s.twin > 0.005 or s.fast > 0.005]
    how = "the same without shots that neither twin nor fast form gives a chance; limit our own"
    for form, limit in (("fast", 0.1), ("finer", 0.03)):
        off = round(rms(possible, form), 4)
        found.append(at_most(f"{form} pot chance, possible shots: RMS", off, "", limit, len(possible), how))
    write_reliability(shots)
    return found


def write_reliability(shots: list[Shot]) -> None:
    """Predicted against played, in tenths: bench/results/reliability.json and docs/reliability.svg."""
    table = []
    for form in ("fast", "finer"):
        told = [(getattr(s, form), s.twin) for s in shots if getattr(s, form) > 0.005]
        for k in range(BINS):
            mine = [pair for pair in told if min(int(pair[0] * BINS), BINS - 1) == k]
            if mine:
                predicted, played = (statistics.fmean(column) for column in zip(*mine, strict=True))
                table.append((form, len(mine), round(predicted, 4), round(played, 4)))
    (PROJECT / "bench/results/reliability.json").write_text(json.dumps(table) + "\n")
    (PROJECT / "docs/reliability.svg").write_text(drawing(table))


def drawing(table: list[tuple[str, int, float, float]]) -> str:
    """The reliability plot: played over predicted; the diagonal is the truth."""

    def along(share: float) -> float:
        return 40 + 300 * share

    ink = 'stroke="#1d2126" stroke-width="1.5"'
    marks = []
    for form, n, predicted, played in table:
        fill = "#1d2126" if form == "finer" else "none"
        at = f'cx="{along(predicted):.1f}" cy="{380 - along(played):.1f}" r="{3 + min(7, n**0.5 / 3):.1f}"'
        marks.append(f'<circle {at} fill="{fill}" fill-opacity="0.8" {ink}/>')
    for share in (0, 0.25, 0.5, 0.75, 1):
        words = f"{share * 100:.0f}</text>"
        marks.append(f'<text x="{along(share):.0f}" y="358" text-anchor="middle">{words}')
        marks.append(f'<text x="32" y="{384 - along(share):.0f}" text-anchor="end">{words}')
    return "\n".join(
        (
            '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 520 390" font-family="sans-serif"',
            ' font-size="12" fill="#1d2126">',
            '<rect width="520" height="390" fill="#f7f2ea"/>',
            f'<path d="M40 340H340M40 340V40" fill="none" {ink}/>',
            f'<path d="M40 340L340 40" stroke-dasharray="5 5" fill="none" {ink}/>',
            *marks,
            '<text x="190" y="378" text-anchor="middle">predicted, %</text>',
            '<text x="12" y="190" text-anchor="middle" transform="rotate(-90 12 190)">played out, %</text>',
            f'<circle cx="365" cy="60" r="6" fill="none" {ink}/><text x="378" y="64">fast form</text>',
            '<circle cx="365" cy="84" r="6"/><text x="378" y="88">finer form</text>',
            '<text x="359" y="112">larger: more shots</text>',
            "</svg>\n",
        )
    )
