"""Learns `core/contest/learnt.py`: model players play racks to the end against each other, and the chance
to win is fitted to what each of them saw at the table. Run it again and again until it no longer changes:

    python scripts/learn_equity.py [--layouts 200] [--racks 3] [--rounds 2]

Every round plays with what the one before learnt.
"""

import argparse
import json
import random
import sys
from concurrent.futures import ProcessPoolExecutor
from multiprocessing import get_context
from pathlib import Path

import numpy as np

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "src")]

from bench.duels import open_standing, standing, two_sides  # noqa: E402

from aretane.core.contest import learnt  # noqa: E402
from aretane.core.contest.decide import family, seen_row  # noqa: E402
from aretane.core.contest.duel import Turn, duel  # noqa: E402
from aretane.core.contest.equity import FEATURES, FRAME_FEATURES, promised  # noqa: E402
from aretane.core.contest.luck import luck  # noqa: E402
from aretane.core.motion import Physics  # noqa: E402
from aretane.core.skill import PRESETS  # noqa: E402

TARGET = ROOT / "src" / "aretane" / "core" / "contest" / "learnt.py"
FIRST = 500_000
"""Seed of the first layout; the bench takes others."""
GAMES = {"rotation": ("nine-ball",), "groups": ("eight-ball",), "frame": ("snooker",)}
RIDGE = 2.0
LEVELS = tuple(PRESETS)
"""Players of all levels, so that none is extrapolated."""
OPEN = 0.4
"""Share of tables with groups that begin open: there unequal players differ most."""


Job = tuple[str, int, int, dict[str, tuple[float, ...]], dict[str, float]]
"""Game, seed, racks, and the weights and powers to play with."""


def played(job: Job) -> list[tuple[float, ...]]:
    """Rows of what was seen, each with who won and the layout at its end.

    Where pots do not score, the luck of the strikes from then on is taken off who won.
    """
    discipline, seed, racks, weights, powers = job
    learnt.WEIGHTS.update(weights)
    learnt.POWERS.update(powers)
    rng = random.Random(f"{seed} levels")  # the bare seed draws the layout, which levels must not follow
    opened = discipline == "eight-ball" and rng.random() < OPEN
    at = open_standing(seed) if opened else standing(discipline, seed)
    sides = two_sides(at, rng.choice(LEVELS), rng.choice(LEVELS))
    found = []
    for number in range(racks):
        turns: list[Turn] = []
        rest = duel(at, sides, Physics(), np.random.default_rng((seed, number)), report=turns.append)
        for turn in reversed(turns):
            rest -= 0.0 if at.game.scores else luck(turn, sides, Physics())
            mine = rest if turn.who == 0 else 1.0 - rest
            row = seen_row(turn.at, sides[turn.who], sides[1 - turn.who], (seed, number))
            found.append((*row, mine, float(seed)))
    return found


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--layouts", type=int, default=200)
    parser.add_argument("--racks", type=int, default=3)
    parser.add_argument("--rounds", type=int, default=2)
    parser.add_argument("--first", type=int, default=FIRST)
    parser.add_argument("--games", nargs="*", default=list(GAMES))
    given = parser.parse_args()
    weights, settings, powers = dict(learnt.WEIGHTS), dict(learnt.SETTINGS), dict(learnt.POWERS)
    with ProcessPoolExecutor(2, get_context("spawn")) as pool:
        for turn in range(given.rounds):
            for name in given.games:
                seeds = range(given.first + turn * given.layouts, given.first + (turn + 1) * given.layouts)
                jobs = [
                    (game, seed, given.racks, weights, powers) for game in GAMES[name] for seed in seeds
                ]
                rows = np.array([row for part in pool.map(played, jobs) for row in part])
                assert all(family(game) == name for game in GAMES[name])
                run, x, won, layouts = rows[:, 0], rows[:, 1:-2], rows[:, -2], rows[:, -1]
                held = layouts % 5 == 0
                power, trial = promised(x[~held], run[~held], won[~held], RIDGE)
                come = run[held] ** power
                expected = come + (1.0 - come) / (1.0 + np.exp(-x[held] @ trial))
                powers[name], best = promised(x, run, won, RIDGE)
                weights[name] = tuple(float(w) for w in best)
                print(
                    f"round {turn + 1}, {name}: {len(rows)} looks; on layouts not learnt from "
                    f"promised {expected.mean():.3f}, came {won[held].mean():.3f}, "
                    f"mean square {np.mean((expected - won[held]) ** 2):.4f} "
                    f"(always the mean: {won[held].var():.4f})", flush=True,
                )  # fmt: skip
                settings[name] = (
                    f"{', '.join(GAMES[name])}, {LEVELS[0]} to {LEVELS[-1]}; round {turn + 1}, "
                    f"{given.layouts} layouts of {given.racks} racks, seed {given.first}"
                )
                _write(weights, settings, powers)
                for edge in range(10):
                    here = (expected >= edge / 10) & (expected < (edge + 1) / 10)
                    if here.any():
                        meant, came = expected[here].mean(), won[held][here].mean()
                        print(f"  {edge / 10:.1f}: {here.sum()} {meant:.3f} {came:.3f}", flush=True)


def _write(
    weights: dict[str, tuple[float, ...]], settings: dict[str, str], powers: dict[str, float]
) -> None:
    lines = [
        '"""Weights of `equity`, learnt by `scripts/learn_equity.py`. Do not edit by hand.', "",
        f"A constant, then {', '.join(FEATURES)};", f"of a frame {', '.join(FRAME_FEATURES)}.", '"""', "",
        "SETTINGS: dict[str, str] = {",
    ]  # fmt: skip
    lines += [f'    "{name}": "{words}",' for name, words in settings.items()]
    lines += ["}", f"POWERS: dict[str, float] = {json.dumps(powers)}"]
    lines += ["WEIGHTS: dict[str, tuple[float, ...]] = {"]
    for name, one in weights.items():
        lines += [f'    "{name}": (', *(f"        {value!r}," for value in one), "    ),"]
    TARGET.write_text("\n".join([*lines, "}", ""]))


if __name__ == "__main__":
    main()
